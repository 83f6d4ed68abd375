#include "book/records_json.h"

#include <algorithm>

#include "book/json_archive.h"
#include "problem/trade.h"

namespace narrows {

namespace {

const Spellings<FigureRef::In> figureInWords{{FigureRef::In::Row, "row"}, {FigureRef::In::Profile, "profile"}};
const Spellings<PlankShape> shapeWords{{PlankShape::Computed, "computed"},
                                       {PlankShape::Readings, "readings"},
                                       {PlankShape::Between, "between"},
                                       {PlankShape::Faired, "faired"}};

}  // namespace

template <typename Archive>
static void fields(Archive& a, FairedFigure& p) {
  a("in", p.figure.in, figureInWords);
  auto list = static_cast<std::int64_t>(p.figure.list), place = static_cast<std::int64_t>(p.figure.place);
  a("list", list);
  a("place", place);
  // Below nought is no figure of any table.
  p.figure.list = static_cast<std::size_t>(list);
  p.figure.place = static_cast<std::size_t>(place);
  a("value", p.value);
  a("who", p.who);
  a("when", p.when);
  a("why", p.why);
}

template <typename Archive>
static void fields(Archive& a, HungReading& p) {
  a("station", p.station);
  a("off", p.off);
}

template <typename Archive>
static void fields(Archive& a, HungStrake& p) {
  a("side", p.side, boatSideSpellings);
  ofStrake(a, p.strake, p.strakeId);
  a("from", p.from);
  a("to", p.to);
  a("when", p.when);
  a("readings", p.readings);
}

template <typename Archive>
static void fields(Archive& a, SpilingReading& p) {
  a("station", p.station);
  a.whenSet("lower", p.lower);
  a.whenSet("upper", p.upper);
}

template <typename Archive>
static void fields(Archive& a, SpiledStrake& p) {
  BoatSide side = p.spiling.side.value_or(BoatSide::Starboard);
  a("side", side, boatSideSpellings);
  p.spiling.side = side;
  int strake = p.spiling.strake.value_or(1);
  ofStrake(a, strake, p.strakeId);
  p.spiling.strake = strake;
  a("piece", p.spiling.piece);
  a("batten", p.spiling.batten);
  a("lap", p.spiling.lap);
  a("shape", p.shape, shapeWords);
  a("when", p.when);
  a("readings", p.spiling.readings);
}

namespace {

/// What is wrong of one thing of a list, from 0.
void wrongOf(const Json& thing, const char* list, std::size_t place, const char* key, const std::string& wanted,
             Problems& problems) {
  JsonReader(thing, std::string(list) + " / " + std::to_string(place + 1) + " / ", problems).wrong(key, wanted);
}

/// The things of a list of the book. `ofStrakes`: each is to say of which strake it is.
template <typename Thing>
std::vector<Thing> thingsOf(const Json& json, const char* list, bool ofStrakes, Problems& problems) {
  std::vector<Thing> things;
  JsonReader reader(json, "", problems);
  reader.records(list, things);
  if (!ofStrakes || !json[list].is_array()) return things;
  // A record that says no strake is not one of the first.
  for (std::size_t i = 0; i < json[list].size(); ++i) {
    const Json& one = json[list][i];
    if (!one.is_object() || (one.contains("strake") && one["strake"].is_number_integer() && one["strake"] >= 1))
      continue;
    wrongOf(one, list, i, "strake", Trade::say("the number of a strake"), problems);
  }
  return things;
}

/// Whether a plan has it as the id of a strake or of a line.
bool isOfSomethingElse(const Book& book, std::int64_t id) {
  return std::any_of(book.plans.begin(), book.plans.end(), [id](const LiningPlan& plan) {
    return std::any_of(plan.strakes.begin(), plan.strakes.end(), [id](StrakeId one) { return one.number == id; }) ||
           std::any_of(plan.lines.begin(), plan.lines.end(), [id](LineId one) { return one.number == id; });
  });
}

}  // namespace

Json fairedJson(const std::vector<FairedFigure>& faired) {
  return listJson(faired);
}

Json hungJson(const std::vector<HungStrake>& hung) {
  return listJson(hung);
}

Json spiledJson(const std::vector<SpiledStrake>& spiled) {
  return listJson(spiled);
}

void readFaired(const Json& json, Book& book, Problems& problems) {
  if (!json.contains("faired")) return;
  const auto all = thingsOf<FairedFigure>(json, "faired", false, problems);
  for (std::size_t i = 0; i < all.size(); ++i) {
    if (hasFigure(book.table, all[i].figure)) {
      book.faired.push_back(all[i]);
    } else {
      wrongOf(json["faired"][i], "faired", i, "place", Trade::say("a figure of the table"), problems);
    }
  }
}

void readHung(const Json& json, Book& book, Problems& problems) {
  if (!json.contains("hung")) return;
  const auto all = thingsOf<HungStrake>(json, "hung", true, problems);
  // A plan that was taken out since has an id that was given out.
  const auto isPlan = [&book](PlanId id) {
    return !id.isSet() || book.findPlan(id) != nullptr ||
           (id.number > 0 && id.number < book.nextId && !isOfSomethingElse(book, id.number));
  };
  for (std::size_t i = 0; i < all.size(); ++i) {
    const HungStrake& one = all[i];
    for (const auto& [key, id] : {std::pair("from", one.from), std::pair("to", one.to)}) {
      if (!isPlan(id)) wrongOf(json["hung"][i], "hung", i, key, Trade::say("the id of a plan of the book"), problems);
    }
    // By one plan an edge is measured once; hung again by another, it has another line.
    const bool twice = std::any_of(book.hung.begin(), book.hung.end(), [&one](const HungStrake& other) {
      return other.side == one.side && other.strake == one.strake && other.strakeId == one.strakeId &&
             other.to == one.to;
    });
    if (twice)
      wrongOf(json["hung"][i], "hung", i, "strake", Trade::say("each strake of a side once by a plan"), problems);
    book.hung.push_back(one);
  }
}

void readSpiled(const Json& json, Book& book, Problems& problems) {
  if (!json.contains("spiled")) return;
  const auto all = thingsOf<SpiledStrake>(json, "spiled", true, problems);
  for (std::size_t i = 0; i < all.size(); ++i) {
    const SpiledStrake& one = all[i];
    // One that is no longer there may have had the number that another has.
    const bool twice = std::any_of(book.spiled.begin(), book.spiled.end(), [&one](const SpiledStrake& other) {
      return other.isOf(*one.spiling.strake, *one.spiling.side) && other.strakeId == one.strakeId;
    });
    if (twice) {
      wrongOf(json["spiled"][i], "spiled", i, "strake", Trade::say("each strake of a side once"), problems);
    } else {
      book.spiled.push_back(one);
    }
  }
}

}  // namespace narrows
