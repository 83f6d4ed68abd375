#include "book/records_json.h"

#include <algorithm>
#include <cstdlib>

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
  ofStrake(a, p);
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
  const int had = p.spiling.strake.value_or(1);
  int number = std::abs(had);
  a("strake", number);
  p.spiling.strake = number == std::abs(had) ? had : number;
  a.whenSet("strake-id", p.strakeId);
  a("piece", p.spiling.piece);
  a("batten", p.spiling.batten);
  a("lap", p.spiling.lap);
  a("shape", p.shape, shapeWords);
  a("when", p.when);
  a("readings", p.spiling.readings);
}

namespace {

/// The things of a list of the book. `ofStrakes`: each is to say of which strake it is.
template <typename Thing>
std::vector<Thing> thingsOf(const Json& json, const char* list, bool ofStrakes, Problems& problems) {
  std::vector<Thing> things;
  JsonReader reader(json, "", problems);
  reader(list, things);
  if (!ofStrakes || !json[list].is_array()) return things;
  // A record that says no strake is not one of the first.
  for (const Json& one : json[list]) {
    if (!one.is_object() || (one.contains("strake") && one["strake"].is_number_integer() && one["strake"] >= 1))
      continue;
    JsonReader(one, std::string(list) + " / ", problems).wrong("strake", Trade::say("the number of a strake"));
  }
  return things;
}

}  // namespace

Json fairedJson(const std::vector<FairedFigure>& faired) {
  JsonWriter writer;
  std::vector<FairedFigure> all = faired;
  writer("faired", all);
  return writer.json["faired"];
}

Json hungJson(const std::vector<HungStrake>& hung) {
  JsonWriter writer;
  std::vector<HungStrake> all = hung;
  writer("hung", all);
  return writer.json["hung"];
}

Json spiledJson(const std::vector<SpiledStrake>& spiled) {
  JsonWriter writer;
  std::vector<SpiledStrake> all = spiled;
  writer("spiled", all);
  return writer.json["spiled"];
}

void readFaired(const Json& json, Book& book, Problems& problems) {
  if (!json.contains("faired")) return;
  for (FairedFigure& one : thingsOf<FairedFigure>(json, "faired", false, problems)) {
    if (hasFigure(book.table, one.figure)) {
      book.faired.push_back(std::move(one));
    } else {
      JsonReader(json, "faired / ", problems).wrong("place", Trade::say("a figure of the table"));
    }
  }
}

void readHung(const Json& json, Book& book, Problems& problems) {
  if (json.contains("hung")) book.hung = thingsOf<HungStrake>(json, "hung", true, problems);
}

void readSpiled(const Json& json, Book& book, Problems& problems) {
  if (!json.contains("spiled")) return;
  for (SpiledStrake& one : thingsOf<SpiledStrake>(json, "spiled", true, problems)) {
    // One that is no longer there may have had the number that another has.
    const bool twice = std::any_of(book.spiled.begin(), book.spiled.end(), [&](const SpiledStrake& other) {
      return other.isOf(*one.spiling.strake, *one.spiling.side) && other.strakeId == one.strakeId;
    });
    if (twice) {
      JsonReader(json, "spiled / ", problems).wrong("strake", Trade::say("each strake of a side once"));
    } else {
      book.spiled.push_back(std::move(one));
    }
  }
}

}  // namespace narrows
