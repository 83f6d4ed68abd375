// The book as a file: UTF-8 JSON, keys in a fixed order.

#include <algorithm>
#include <cmath>
#include <iterator>
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
#include "book/moulds_json.h"
#include "book/planking_json.h"
#include "book/records_json.h"
#include "book/stock_json.h"
#include "book/strake_records.h"
#include "book/unknown_keys.h"
#include "book/weighing_json.h"
#include "lines/boat_size.h"
#include "problem/trade.h"

namespace narrows {

namespace {

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

const Spellings<Notation> notationWords{{Notation::FeetInches16, "ft-in-16ths"},
                                        {Notation::FeetInches32, "ft-in-32nds"},
                                        {Notation::Inches16, "in-16ths"},
                                        {Notation::Inches32, "in-32nds"},
                                        {Notation::Millimetres, "mm"}};

}  // namespace

template <typename Archive>
static void fields(Archive& a, BookSettings& p) {
  a("notation", p.notation, notationWords);
  a("lap", p.lap);
  a("builder", p.builder);
  a.whenSet("load-waterline", p.waterline);
}

namespace {

/// `withBackbone`: false leaves the backbone out, as books of the first formats do.
Json knownJson(const Book& book, bool withBackbone = true) {
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
  if (!book.log.empty()) json["hanging-log"] = hangingLogJson(book.log);
  if (!(book.daybook == Daybook())) json["daybook"] = daybookJson(book.daybook);
  if (!book.printed.empty()) json["printed"] = printedJson(book.printed);
  if (!book.boards.empty()) json["boards"] = boardsJson(book.boards);
  if (!(book.stock == StockPlan())) json["stock"] = stockJson(book.stock);
  if (!book.layings.empty()) json["layings"] = layingsJson(book.layings);
  if (!book.spoiled.empty()) json["spoiled"] = spoiledJson(book.spoiled);
  json["settings"] = jsonOf(book.settings);
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
    for (const Board& board : book.boards) use(board.id.number);
    for (const StepRecord& step : book.daybook.steps) use(step.id.number);
    for (const OwnPart& part : book.daybook.parts) use(part.id.number);
    for (const StepLink& link : book.daybook.links) use(link.id.number);
    for (const Hold& hold : book.daybook.holds) use(hold.id.number);
    for (const Decision& decision : book.daybook.decisions) use(decision.id.number);
    // A strake that is gone has an id that was given out.
    Book records = book;
    eachOfStrake(records,
                 [&](const OfStrake& one) { good = good && one.id.number >= 0 && one.id.number < book.nextId; });
    if (!good) wrong("next-id", Trade::say("above every id, and no id stands twice"));
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
    readHung(json, book, problems);
    readSpiled(json, book, problems);
    if (json.contains("weighing")) readWeighing(json["weighing"], book.weighing, problems);
    if (json.contains("planking")) readPlanking(json["planking"], book.planking, problems);
    if (json.contains("joining")) readJoining(json["joining"], book.joining, problems);
    if (json.contains("fastening")) readFastening(json["fastening"], book.fastening, problems);
    if (json.contains("flat-work")) readFlatWork(json["flat-work"], book.flatWork, problems);
    readHangingLog(json, book.log, problems);
    if (json.contains("daybook")) readDaybook(json["daybook"], book.daybook, problems);
    readPrinted(json, book.printed, problems);
    readStock(json, book, problems);
    if (const Json* settings = key(json, "settings", Trade::say("the settings"))) {
      JsonReader reader(*settings, "settings / ", problems);
      fields(reader, book.settings);
      if (book.settings.lap.mm() < 0.0) reader.wrong("lap", Trade::say("a length"));
    }
    // Books of format 1 have neither faired figures nor moulds, those of format 2 no backbone.
    book.backbone = usualPlan(book.table);
    if (json.contains("backbone")) readBackbone(json["backbone"], book.backbone, problems);
    readFaired(json, book, problems);
    if (json.contains("moulds")) readMoulds(json["moulds"], book.moulds, problems);
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

/// Books once wrote the height she floats at always, and nought where it was not said.
void migrateWaterline(Json& json) {
  if (!json.contains("settings") || !json["settings"].is_object() || !json["settings"].contains("waterline")) return;
  Json& settings = json["settings"];
  const Json height = settings["waterline"];
  if (!(height.is_number() && height.get<double>() <= 0.0)) settings["load-waterline"] = height;
  settings.erase("waterline");
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
  migrateWaterline(json);
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

/// What of a list is not at its beginning or its end as it was.
template <typename Thing>
std::vector<Thing> changedOf(const std::vector<Thing>& now, const std::vector<Thing>& before) {
  const auto fore = std::mismatch(now.begin(), now.end(), before.begin(), before.end());
  const auto aft = std::mismatch(now.rbegin(), std::make_reverse_iterator(fore.first), before.rbegin(),
                                 std::make_reverse_iterator(fore.second));
  return {fore.first, aft.first.base()};
}

/// Puts beside those that changed the others that belong with one of them, from all there are.
template <typename Thing, typename Belongs>
void addOthers(std::vector<Thing>& changed, const std::vector<Thing>& all, const Belongs& belongs) {
  const std::vector<Thing> few = changed;
  if (few.empty()) return;
  for (const Thing& one : all) {
    const bool does = std::any_of(few.begin(), few.end(), [&](const Thing& other) { return belongs(one, other); });
    if (does && std::find(few.begin(), few.end(), one) == few.end()) changed.push_back(one);
  }
}

/// Of the stack only the boards and layings that changed, with what they are told apart from and what they lie on.
void keepChangedStock(Book& part, const Book& book, const Book& sound) {
  part.layings = changedOf(book.layings, sound.layings);
  addOthers(part.layings, book.layings, [](const Laying& one, const Laying& other) { return one.of.isSame(other.of); });
  part.boards = changedOf(book.boards, sound.boards);
  addOthers(part.boards, book.boards, [](const Board& one, const Board& other) { return one.name == other.name; });
  for (const Board& board : book.boards) {
    const bool isLaidOn =
        std::any_of(part.layings.begin(), part.layings.end(), [&](const Laying& one) { return one.board == board.id; });
    const bool isThere =
        std::any_of(part.boards.begin(), part.boards.end(), [&](const Board& one) { return one.id == board.id; });
    if (isLaidOn && !isThere) part.boards.push_back(board);
  }
  // A board that was taken away may have something on it still.
  if (book.boards.size() < sound.boards.size()) {
    part.boards = book.boards;
    part.layings = book.layings;
  }
}

}  // namespace

Result<void> checkBook(const Book& book, const Book* sound) {
  // Read as a file would be, without its text and the parts that have not changed: this is asked at every step of a
  // key.
  BookReader reader;
  if (sound != nullptr && differsInBackbone(book, *sound)) {
    reader.checkBackbone(book);
  } else {
    const bool backbone = sound == nullptr || !(sound->backbone == book.backbone);
    if (sound == nullptr) {
      (void)reader.read(knownJson(book, backbone));
    } else {
      // Of the days of a long work only what is new.
      Book part = book;
      part.log = changedOf(book.log, sound->log);
      part.daybook.steps = changedOf(book.daybook.steps, sound->daybook.steps);
      part.printed = changedOf(book.printed, sound->printed);
      addOthers(part.printed, book.printed,
                [](const PrintedSheet& one, const PrintedSheet& other) { return one.name == other.name; });
      keepChangedStock(part, book, *sound);
      (void)reader.read(knownJson(part, backbone));
      reader.checkIds(book);
    }
  }
  if (!reader.problems.empty()) return tl::make_unexpected(reader.problems);
  return {};
}

}  // namespace narrows
