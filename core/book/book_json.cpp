// The book as a file: UTF-8 JSON, keys in a fixed order.

#include <cmath>
#include <limits>
#include <nlohmann/json.hpp>
#include <set>

#include "backbone/backbone.h"
#include "book/backbone_json.h"
#include "book/book.h"
#include "book/daybook_json.h"
#include "book/joining_json.h"
#include "book/json_archive.h"
#include "book/json_text.h"
#include "book/lining_json.h"
#include "book/planking_json.h"
#include "book/strake_records.h"
#include "book/unknown_keys.h"
#include "book/weighing_json.h"
#include "lines/boat_size.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Things in any other list of it.
constexpr std::size_t mostThings = 10000;
/// Versions of the format that a later program may have come to.
constexpr std::uint64_t latestVersion = 9999;

/// The table stands in the book as the records of its own file, one string a line.
Json tableJson(const OffsetTable& table) {
  Json lines = Json::array();
  const std::string text = writeOffsetTable(table);
  for (std::size_t from = 0; from < text.size();) {
    const std::size_t end = text.find('\n', from);
    lines.push_back(text.substr(from, end - from));
    from = end + 1;
  }
  return lines;
}

template <typename Kind>
Json idsJson(const std::vector<Id<Kind>>& ids) {
  Json list = Json::array();
  for (const auto& id : ids) list.push_back(id.number);
  return list;
}

std::string notationName(Notation notation) {
  switch (notation) {
    case Notation::FeetInches16:
      return "ft-in-16ths";
    case Notation::FeetInches32:
      return "ft-in-32nds";
    case Notation::Inches16:
      return "in-16ths";
    case Notation::Inches32:
      return "in-32nds";
    case Notation::Millimetres:
      return "mm";
  }
  return {};
}

Json fairedJson(const std::vector<FairedFigure>& faired) {
  Json list = Json::array();
  for (const FairedFigure& one : faired) {
    list.push_back({{"in", one.figure.in == FigureRef::In::Row ? "row" : "profile"},
                    {"list", one.figure.list},
                    {"place", one.figure.place},
                    {"value", one.value.mm()},
                    {"who", one.who},
                    {"when", one.when},
                    {"why", one.why}});
  }
  return list;
}

/// A choice and the words that stand for it in the file.
template <typename Choice>
using Words = std::vector<std::pair<Choice, std::string>>;

const Words<TakenOff>& takenOffWords() {
  static const Words<TakenOff> words{{TakenOff::Planking, "planking"},
                                     {TakenOff::PlankingAndTimber, "planking, timber"},
                                     {TakenOff::PlankingTimberRibband, "planking, timber, ribband"}};
  return words;
}

const Words<MouldSide>& mouldSideWords() {
  static const Words<MouldSide> words{
      {MouldSide::Best, "best"}, {MouldSide::Forward, "forward"}, {MouldSide::Aft, "aft"}};
  return words;
}

const Words<BoatSide>& sideWords() {
  static const Words<BoatSide> words{{BoatSide::Starboard, "starboard"}, {BoatSide::Port, "port"}};
  return words;
}
const Words<SetUpKind>& setUpKindWords() {
  static const Words<SetUpKind> words{{SetUpKind::HalfBreadth, "half-breadth"},
                                      {SetUpKind::Height, "height"},
                                      {SetUpKind::Distance, "distance"},
                                      {SetUpKind::Twist, "twist"},
                                      {SetUpKind::Diagonal, "diagonal"}};
  return words;
}

const Words<PlankShape>& shapeWords() {
  static const Words<PlankShape> words{{PlankShape::Computed, "computed"},
                                       {PlankShape::Readings, "readings"},
                                       {PlankShape::Between, "between"},
                                       {PlankShape::Faired, "faired"}};
  return words;
}

template <typename Choice>
std::string wordFor(const Words<Choice>& words, Choice choice) {
  for (const auto& [one, word] : words) {
    if (one == choice) return word;
  }
  return {};
}

Json hungJson(const std::vector<HungStrake>& hung) {
  Json list = Json::array();
  for (const HungStrake& one : hung) {
    Json readings = Json::array();
    for (const HungReading& reading : one.readings)
      readings.push_back({{"station", reading.station}, {"off", reading.off.mm()}});
    list.push_back({{"side", wordFor(sideWords(), one.side)},
                    {"strake", std::abs(one.strake)},
                    {"strake-id", one.strakeId.number},
                    {"from", one.from.number},
                    {"to", one.to.number},
                    {"when", one.when},
                    {"readings", readings}});
  }
  return list;
}

Json spiledJson(const std::vector<SpiledStrake>& spiled) {
  Json list = Json::array();
  for (const SpiledStrake& one : spiled) {
    Json readings = Json::array();
    for (const SpilingReading& reading : one.spiling.readings) {
      Json read{{"station", reading.station}};
      if (reading.lower) read["lower"] = reading.lower->mm();
      if (reading.upper) read["upper"] = reading.upper->mm();
      readings.push_back(read);
    }
    list.push_back({{"side", wordFor(sideWords(), one.spiling.side.value_or(BoatSide::Starboard))},
                    {"strake", std::abs(one.spiling.strake.value_or(1))},
                    {"strake-id", one.strakeId.number},
                    {"piece", one.spiling.piece},
                    {"batten", one.spiling.batten.mm()},
                    {"lap", one.spiling.lap.mm()},
                    {"shape", wordFor(shapeWords(), one.shape)},
                    {"when", one.when},
                    {"readings", readings}});
  }
  return list;
}

Json mouldsJson(const MouldPlan& plan) {
  Json json;
  json["taken-off"] = wordFor(takenOffWords(), plan.takenOff);
  json["timber"] = plan.timber.mm();
  json["ribband"] = plan.ribband.mm();
  json["thickness"] = plan.thickness.mm();
  json["side"] = wordFor(mouldSideWords(), plan.side);
  json["whole"] = plan.whole;
  json["spreader"] = plan.spreader.mm();
  json["base"] = plan.base.mm();
  json["left-out"] = plan.leftOut;
  Json extra = Json::array();
  for (const ExtraMould& mould : plan.extra)
    extra.push_back({{"id", mould.id.number}, {"name", mould.name}, {"at", mould.at.mm()}});
  json["extra"] = extra;
  Json readings = Json::array();
  for (const SetUpReading& reading : plan.readings) {
    readings.push_back({{"mould", reading.mould},
                        {"kind", wordFor(setUpKindWords(), reading.kind)},
                        {"mark", reading.mark},
                        {"to", reading.to},
                        {"measured", reading.measured.mm()}});
  }
  json["readings"] = readings;
  json["plank-as-they-stand"] = plan.plankAsTheyStand;
  return json;
}

/// `withBackbone`: false leaves the backbone out, as books of the first formats do; `withDaybook` likewise.
Json knownJson(const Book& book, bool withBackbone = true, bool withDaybook = true) {
  Json json;
  json["narrows"] = bookVersion;
  json["shop"] = book.shop;
  json["next-id"] = book.nextId;
  json["table"] = tableJson(book.table);
  json["faired"] = fairedJson(book.faired);
  json["station-ids"] = idsJson(book.stationIds);
  json["stem-id"] = book.stem.number;
  json["sternpost-id"] = book.sternpost.number;
  json["plans"] = Json::array();
  for (const LiningPlan& plan : book.plans) json["plans"].push_back(liningJson(plan));
  json["starboard-plan"] = book.starboard.number;
  json["port-plan"] = book.port.number;
  if (withBackbone) json["backbone"] = backboneJson(book.backbone);
  json["moulds"] = mouldsJson(book.moulds);
  if (!book.hung.empty()) json["hung"] = hungJson(book.hung);
  if (!book.spiled.empty()) json["spiled"] = spiledJson(book.spiled);
  if (!(book.weighing == WeighingPlan())) json["weighing"] = weighingJson(book.weighing);
  if (!(book.planking == PlankingPlan())) json["planking"] = plankingJson(book.planking);
  if (!(book.joining == JoiningPlan())) json["joining"] = joiningJson(book.joining);
  if (!(book.fastening == FasteningPlan())) json["fastening"] = fasteningJson(book.fastening);
  if (!(book.flatWork == FlatWorkPlan())) json["flat-work"] = flatWorkJson(book.flatWork);
  if (withDaybook && !book.log.empty()) json["hanging-log"] = hangingLogJson(book.log);
  if (withDaybook && !book.printed.empty()) json["printed"] = printedJson(book.printed);
  json["settings"] = {{"notation", notationName(book.settings.notation)},
                      {"lap", book.settings.lap.mm()},
                      {"waterline", book.settings.waterline.mm()},
                      {"builder", book.settings.builder}};
  return json;
}

/// Reads keys of one book, gathering every fault.
class BookReader {
 public:
  Problems problems;

  const Json* key(const Json& object, const std::string& name, const std::string& wanted) {
    if (object.is_object() && object.contains(name)) return &object[name];
    problems.push_back({Fault::KeyMissing, {0, 0, m_within + name}, {name, wanted}});
    return nullptr;
  }
  void wrong(const std::string& name, const std::string& wanted) {
    problems.push_back({Fault::KeyWrong, {0, 0, m_within + name}, {name, wanted}});
  }
  static bool isWhole(const Json& value) {
    if (value.is_number_unsigned() &&
        value.get<std::uint64_t>() > static_cast<std::uint64_t>(std::numeric_limits<std::int64_t>::max()))
      return false;
    return value.is_number_integer();
  }
  std::int64_t whole(const Json& object, const std::string& name) {
    const Json* value = key(object, name, Trade::say("a whole number"));
    if (value == nullptr) return 0;
    if (isWhole(*value)) return value->get<std::int64_t>();
    wrong(name, Trade::say("a whole number"));
    return 0;
  }
  double number(const Json& object, const std::string& name) {
    const Json* value = key(object, name, Trade::say("a number"));
    if (value == nullptr) return 0.0;
    if (value->is_number() && std::abs(value->get<double>()) <= mostNumber) return value->get<double>();
    wrong(name, Trade::say("a number no greater than any boat"));
    return 0.0;
  }
  std::string text(const Json& object, const std::string& name) {
    const Json* value = key(object, name, "text");
    if (value == nullptr) return {};
    if (value->is_string()) return value->get<std::string>();
    wrong(name, "text");
    return {};
  }
  template <typename Kind>
  std::vector<Id<Kind>> ids(const Json& object, const std::string& name) {
    std::vector<Id<Kind>> list;
    const Json* value = key(object, name, Trade::say("a list of ids"));
    if (value == nullptr) return list;
    if (!value->is_array()) {
      wrong(name, Trade::say("a list of ids"));
      return list;
    }
    for (const Json& one : *value) {
      if (!isWhole(one)) {
        wrong(name, Trade::say("a list of whole numbers"));
        return {};
      }
      list.push_back({one.get<std::int64_t>()});
    }
    return list;
  }

  /// A book of which only the backbone is to be looked through.
  void checkBackbone(const Book& book) {
    BackbonePlan plan;
    readBackbone(backboneJson(book.backbone), plan, problems);
    checkIds(book);
  }

  Book read(const Json& json) {
    Book book;
    book.shop = text(json, "shop");
    book.nextId = whole(json, "next-id");
    readTable(json, book);
    book.stationIds = ids<StationTag>(json, "station-ids");
    book.stem = {whole(json, "stem-id")};
    book.sternpost = {whole(json, "sternpost-id")};
    readPlans(json, book);
    // Since format 5, and only where something is said.
    if (json.contains("hung")) readHung(json["hung"], book);
    if (json.contains("spiled")) readSpiled(json["spiled"], book);
    if (json.contains("weighing")) readWeighing(json["weighing"], book.weighing, problems);
    if (json.contains("planking")) readPlanking(json["planking"], book.planking, problems);
    if (json.contains("joining")) readJoining(json["joining"], book.joining, problems);
    if (json.contains("fastening")) readFastening(json["fastening"], book.fastening, problems);
    if (json.contains("flat-work")) readFlatWork(json["flat-work"], book.flatWork, problems);
    readHangingLog(json, book.log, problems);
    readPrinted(json, book.printed, problems);
    if (const Json* settings = key(json, "settings", Trade::say("the settings"))) {
      m_within = "settings / ";
      readSettings(*settings, book.settings);
    }
    m_within.clear();
    // Books of format 1 have neither faired figures nor moulds, those of format 2 no backbone.
    book.backbone = usualPlan(book.table);
    if (json.contains("backbone")) readBackbone(json["backbone"], book.backbone, problems);
    if (json.contains("faired")) readFaired(json["faired"], book);
    if (json.contains("moulds")) {
      m_within = "moulds / ";
      readMoulds(json["moulds"], book.moulds);
    }
    m_within.clear();
    checkIds(book);
    return book;
  }

 private:
  void readTable(const Json& json, Book& book) {
    const Json* table = key(json, "table", Trade::say("the records of a table of offsets"));
    if (table == nullptr) return;
    std::string lines;
    if (table->is_array()) {
      for (const Json& line : *table) lines += (line.is_string() ? line.get<std::string>() : std::string("?")) + "\n";
    }
    auto read = readUncheckedTable(lines);
    if (read) {
      book.table = *read;
      for (TableRow& row : book.table.rows) row.fileLine = 0;
      for (Profile& profile : book.table.profiles) profile.fileLine = 0;
      readSense(book.table);
      return;
    }
    for (Problem problem : read.error()) {
      problem.where.name = "table" + (problem.where.name.empty() ? "" : ", " + problem.where.name);
      problems.push_back(problem);
    }
  }

  /// A table may be half typed, but no figure of it greater than any boat.
  void readSense(const OffsetTable& table) {
    for (Problem problem : figuresBeyondSense(table)) {
      problem.where.name = "table, " + problem.where.name;
      problems.push_back(problem);
    }
  }

  void readPlans(const Json& json, Book& book) {
    const Json* plans = key(json, "plans", Trade::say("a list of plans of lining off"));
    if (plans == nullptr) return;
    if (!plans->is_array() || plans->empty() || plans->size() > mostPlans) {
      wrong("plans", Trade::say("a list of one plan or more, and no more than %1", mostPlans));
      return;
    }
    book.plans.clear();
    for (const Json& plan : *plans) {
      m_within = "plans / " + std::to_string(book.plans.size() + 1) + " / ";
      book.plans.emplace_back();
      readLining(plan, m_within, book.plans.back(), problems);
    }
    m_within.clear();
    book.starboard = {whole(json, "starboard-plan")};
    book.port = {whole(json, "port-plan")};
    for (const PlanId side : {book.starboard, book.port}) {
      const bool known =
          std::any_of(book.plans.begin(), book.plans.end(), [&](const LiningPlan& p) { return p.id == side; });
      if (!known) wrong("starboard-plan", Trade::say("the id of one of the plans, as port-plan's"));
    }
  }

  bool flag(const Json& object, const std::string& name) {
    const Json* value = key(object, name, Trade::say("true or false"));
    if (value == nullptr) return false;
    if (value->is_boolean()) return value->get<bool>();
    wrong(name, Trade::say("true or false"));
    return false;
  }
  Length length(const Json& object, const std::string& name) { return millimetres(number(object, name)); }

  template <typename Choice>
  Choice choice(const Json& object, const std::string& name, const Words<Choice>& words) {
    const std::string given = text(object, name);
    std::string all;
    for (const auto& [one, word] : words) {
      if (given == word) return one;
      all += (all.empty() ? "\"" : ", \"") + word + "\"";
    }
    wrong(name, Trade::say("one of %1", all));
    return words.front().first;
  }

  /// The objects of a list; none, and a fault, where it is not one.
  std::vector<Json> objects(const Json& list, const std::string& name) {
    std::vector<Json> found;
    bool good = list.is_array() && list.size() <= mostThings;
    for (const Json& one : good ? list : Json::array()) {
      good = good && one.is_object();
      if (one.is_object()) found.push_back(one);
    }
    if (!good) wrong(name, Trade::say("a list of objects, %1 at most", mostThings));
    return found;
  }

  void readFaired(const Json& json, Book& book) {
    m_within = "faired / ";
    for (const Json& one : objects(json, "faired")) {
      FairedFigure faired;
      const std::string in = text(one, "in");
      if (in != "row" && in != "profile") wrong("in", "\"row\" or \"profile\"");
      faired.figure.in = in == "profile" ? FigureRef::In::Profile : FigureRef::In::Row;
      const std::int64_t list = whole(one, "list"), place = whole(one, "place");
      faired.figure.list = static_cast<std::size_t>(std::max<std::int64_t>(list, 0));
      faired.figure.place = static_cast<std::size_t>(std::max<std::int64_t>(place, 0));
      faired.value = length(one, "value");
      faired.who = text(one, "who");
      faired.when = text(one, "when");
      faired.why = text(one, "why");
      if (list < 0 || place < 0 || !hasFigure(book.table, faired.figure)) {
        wrong("place", Trade::say("a figure of the table"));
      } else {
        book.faired.push_back(faired);
      }
    }
    m_within.clear();
  }

  int strakeNumber(const Json& json) {
    const std::int64_t strake = whole(json, "strake");
    if (strake < 1 || strake > mostNumbered) wrong("strake", Trade::say("the number of a strake"));
    return static_cast<int>(std::clamp<std::int64_t>(strake, 1, mostNumbered));
  }
  /// Which strake a record is of; books before format 6 say it by number alone.
  StrakeId strakeId(const Json& json) { return {json.contains("strake-id") ? whole(json, "strake-id") : 0}; }

  void readSpiled(const Json& json, Book& book) {
    m_within = "spiled / ";
    for (const Json& one : objects(json, "spiled")) {
      SpiledStrake spiled;
      Spiling& spiling = spiled.spiling;
      spiling.side = choice(one, "side", sideWords());
      spiling.strake = strakeNumber(one);
      spiled.strakeId = strakeId(one);
      spiling.piece = text(one, "piece");
      spiling.batten = length(one, "batten");
      spiling.lap = length(one, "lap");
      spiled.shape = choice(one, "shape", shapeWords());
      spiled.when = text(one, "when");
      if (const Json* readings = key(one, "readings", Trade::say("a list of readings"))) {
        for (const Json& reading : objects(*readings, "readings")) {
          SpilingReading read{text(reading, "station"), {}, {}, 0};
          if (reading.contains("lower")) read.lower = length(reading, "lower");
          if (reading.contains("upper")) read.upper = length(reading, "upper");
          spiling.readings.push_back(read);
        }
      }
      // One that is no longer there may have had the number that another has.
      const bool twice = std::any_of(book.spiled.begin(), book.spiled.end(), [&](const SpiledStrake& other) {
        return other.isOf(*spiling.strake, *spiling.side) && other.strakeId == spiled.strakeId;
      });
      if (twice) {
        wrong("strake", Trade::say("each strake of a side once"));
      } else {
        book.spiled.push_back(spiled);
      }
    }
    m_within.clear();
  }

  void readHung(const Json& json, Book& book) {
    m_within = "hung / ";
    for (const Json& one : objects(json, "hung")) {
      HungStrake hung;
      hung.side = choice(one, "side", sideWords());
      hung.strake = strakeNumber(one);
      hung.strakeId = strakeId(one);
      hung.from = {whole(one, "from")}, hung.to = {whole(one, "to")};
      hung.when = text(one, "when");
      if (const Json* readings = key(one, "readings", Trade::say("a list of readings"))) {
        for (const Json& reading : objects(*readings, "readings"))
          hung.readings.push_back({text(reading, "station"), length(reading, "off")});
      }
      book.hung.push_back(hung);
    }
    m_within.clear();
  }

  void readMoulds(const Json& json, MouldPlan& plan) {
    plan.takenOff = choice(json, "taken-off", takenOffWords());
    plan.timber = length(json, "timber");
    plan.ribband = length(json, "ribband");
    plan.thickness = length(json, "thickness");
    plan.side = choice(json, "side", mouldSideWords());
    plan.whole = flag(json, "whole");
    plan.spreader = length(json, "spreader");
    plan.base = length(json, "base");
    if (plan.timber.mm() < 0.0 || plan.ribband.mm() < 0.0 || plan.thickness.mm() < 0.0)
      wrong("thickness", Trade::say("a length that is not less than nothing"));
    if (const Json* left = key(json, "left-out", Trade::say("a list of stations"));
        left != nullptr && left->is_array()) {
      for (const Json& name : *left) {
        if (name.is_string()) plan.leftOut.push_back(name.get<std::string>());
      }
    }
    if (const Json* extra = key(json, "extra", Trade::say("a list of moulds"))) {
      for (const Json& one : objects(*extra, "extra"))
        plan.extra.push_back({{whole(one, "id")}, text(one, "name"), length(one, "at")});
    }
    if (const Json* readings = key(json, "readings", Trade::say("a list of readings"))) {
      for (const Json& one : objects(*readings, "readings")) {
        plan.readings.push_back({text(one, "mould"), choice(one, "kind", setUpKindWords()), text(one, "mark"),
                                 text(one, "to"), length(one, "measured")});
      }
    }
    plan.plankAsTheyStand = flag(json, "plank-as-they-stand");
  }

  void readSettings(const Json& json, BookSettings& settings) {
    const std::string notation = text(json, "notation");
    bool known = false;
    for (const Notation one : {Notation::FeetInches16, Notation::FeetInches32, Notation::Inches16, Notation::Inches32,
                               Notation::Millimetres}) {
      if (notation != notationName(one)) continue;
      settings.notation = one;
      known = true;
    }
    if (!known) wrong("notation", "ft-in-16ths, ft-in-32nds, in-16ths, in-32nds or mm");
    if (json.contains("waterline")) settings.waterline = length(json, "waterline");
    if (json.contains("builder")) settings.builder = text(json, "builder");
    settings.lap = millimetres(number(json, "lap"));
    if (settings.lap.mm() < 0.0) wrong("lap", Trade::say("a length"));
  }

  /// Every id is used once and is below the counter, so that none is ever used again.
  void checkIds(const Book& book) {
    if (!problems.empty()) return;
    if (book.stationIds.size() != book.table.stations.size()) wrong("station-ids", Trade::say("one id a station"));
    std::set<std::int64_t> seen;
    bool good = true;
    const auto use = [&](std::int64_t id) { good = good && id > 0 && id < book.nextId && seen.insert(id).second; };
    for (const StationId id : book.stationIds) use(id.number);
    use(book.stem.number);
    use(book.sternpost.number);
    for (const LiningPlan& plan : book.plans) {
      use(plan.id.number);
      for (const StrakeId id : plan.strakes) use(id.number);
      for (const LineId id : plan.lines) use(id.number);
      for (const Stealer& stealer : plan.stealers) {
        if (stealer.joining == Joining::TwoIntoOne) use(stealer.into.number);
      }
    }
    for (const ExtraMould& mould : book.moulds.extra) use(mould.id.number);
    for (const Timber& timber : book.backbone.timbers) use(timber.id.number);
    for (const Joint& joint : book.backbone.joints) use(joint.id.number);
    for (const Bolt& bolt : book.backbone.bolts) use(bolt.id.number);
    for (const HangingEntry& entry : book.log) use(entry.id.number);
    // A strake that is gone has an id that was given out.
    Book records = book;
    eachOfStrake(records,
                 [&](const OfStrake& one) { good = good && one.id.number >= 0 && one.id.number < book.nextId; });
    if (!good) wrong("next-id", Trade::say("above every id, and no id stands twice"));
  }

  /// Lengths in mm, angles in degrees and all else are less than this.
  static constexpr double mostNumber = 10.0 * longestBoatMm;

  std::string m_within;
};

}  // namespace

std::string writeBook(const Book& book) {
  Json json = knownJson(book);
  if (!book.unknown.empty()) mergeUnknown(json, Json::parse(book.unknown));
  // Text that is no UTF-8 is written as well as it can be: better one letter lost than the book.
  return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

namespace {

/// Books before format 4 had one plan: it becomes the first of the list, and the boat's on both sides.
void migratePlans(Json& json) {
  if (json.contains("plans") || !json.contains("lining") || !json["lining"].is_object()) return;
  Json plan = json["lining"];
  const bool counted = json.contains("next-id") && json["next-id"].is_number_integer();
  const std::int64_t id = counted ? json["next-id"].get<std::int64_t>() : 0;
  plan["id"] = id;
  plan["name"] = firstPlanName;
  json["plans"] = Json::array({plan});
  json["starboard-plan"] = json["port-plan"] = id;
  if (counted && id < std::numeric_limits<std::int64_t>::max()) json["next-id"] = id + 1;
  json.erase("lining");
}

/// The format that first had zones.
constexpr int zonesSince = 5;

/// Books before format 5 had one rule for all of the girth: it becomes that of a plan's one zone.
void migrateZones(Json& json) {
  if (!json.contains("plans") || !json["plans"].is_array()) return;
  for (Json& plan : json["plans"]) {
    if (!plan.is_object() || plan.contains("zones")) continue;
    Json zone = Json::object();
    for (const char* key : {"rule", "widths"}) {
      if (!plan.contains(key)) continue;
      zone[key] = plan[key];
      plan.erase(key);
    }
    plan["zones"] = Json::array({zone});
  }
}

}  // namespace

Result<ReadBook> readBook(std::string_view text) {
  auto parsed = parseJson(text);
  if (!parsed) return tl::make_unexpected(parsed.error());
  Json& json = *parsed;
  if (!json.contains("narrows")) return fail(Fault::NotABook, {}, {Trade::say("it has no version, \"narrows\".")});
  const Json& version = json["narrows"];
  if (!version.is_number_unsigned() || version.get<std::uint64_t>() < 1 || version.get<std::uint64_t>() > latestVersion)
    return fail(Fault::KeyWrong, {0, 0, "narrows"}, {"narrows", Trade::say("a version, a whole number from 1")});
  ReadBook read;
  read.version = version.get<int>();
  migratePlans(json);
  if (read.version < zonesSince) migrateZones(json);
  BookReader reader;
  read.book = reader.read(json);
  if (!reader.problems.empty()) return tl::make_unexpected(reader.problems);
  const Json unknown = unknownOf(json, knownJson(read.book));
  if (!unknown.empty()) read.book.unknown = unknown.dump();
  // Numbers are told anew; a book before format 6 has nothing else to tell strakes by.
  read.book = followStrakes(read.book, read.book);
  return read;
}

namespace {

/// Whether a book differs from another in its backbone alone.
bool differsInBackbone(const Book& book, const Book& other) {
  if (book.backbone == other.backbone) return false;
  Book like = other;
  like.backbone = book.backbone;
  like.nextId = book.nextId;
  return like == book;
}

}  // namespace

Result<void> checkBook(const Book& book, const Book* sound) {
  // Read as a file would be, without its text and the parts that have not changed: this is asked at every step of a
  // key.
  BookReader reader;
  if (sound != nullptr && differsInBackbone(book, *sound)) {
    reader.checkBackbone(book);
  } else {
    const bool sameDays = sound != nullptr && sound->log == book.log && sound->printed == book.printed;
    (void)reader.read(knownJson(book, sound == nullptr || !(sound->backbone == book.backbone), !sameDays));
  }
  if (!reader.problems.empty()) return tl::make_unexpected(reader.problems);
  return {};
}

}  // namespace narrows
