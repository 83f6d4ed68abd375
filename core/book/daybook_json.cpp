#include "book/daybook_json.h"

#include <set>

#include "book/json_archive.h"
#include "lining/lining_plan.h"
#include "problem/trade.h"

namespace narrows {

namespace {

const Spellings<HangingStep> stepWords{{HangingStep::Lined, "lined"},      {HangingStep::Spiled, "spiled"},
                                       {HangingStep::GotOut, "got-out"},   {HangingStep::Offered, "offered"},
                                       {HangingStep::Eased, "eased"},      {HangingStep::Hung, "hung"},
                                       {HangingStep::Fastened, "fastened"}};
const Spellings<SheetKind> kindWords{{SheetKind::Plank, "plank"},
                                     {SheetKind::Mould, "mould"},
                                     {SheetKind::Stick, "stick"},
                                     {SheetKind::Timber, "timber"}};

}  // namespace

template <typename Archive>
static void fields(Archive& a, HangingEntry& p) {
  a("id", p.id);
  ofStrake(a, p.strake, p.strakeId);
  a("side", p.side, boatSideSpellings);
  a("piece", p.piece);
  a("step", p.step, stepWords);
  a("when", p.when);
  a("hours", p.hours);
  a("where", p.where);
  a.whenSet("amount", p.amount);
  a("note", p.note);
  a.whenSet("spoiled", p.spoiled);
}

template <typename Archive>
static void fields(Archive& a, SheetPoint& p) {
  a("edge", p.edge);
  a("place", p.place);
  a("x", p.at.x());
  a("y", p.at.y());
}

template <typename Archive>
static void fields(Archive& a, PrintedSheet& p) {
  a("name", p.name);
  a("kind", p.kind, kindWords);
  ofStrake(a, p.strake, p.strakeId);
  a("side", p.side, boatSideSpellings);
  a("of", p.of);
  a("code", p.code);
  a("when", p.when);
  a.whenSet("cut", p.cut);
  a("points", p.points);
}

nlohmann::ordered_json hangingLogJson(const std::vector<HangingEntry>& log) {
  return listJson(log);
}

nlohmann::ordered_json printedJson(const std::vector<PrintedSheet>& printed) {
  return listJson(printed);
}

void readHangingLog(const nlohmann::ordered_json& book, std::vector<HangingEntry>& log, Problems& problems) {
  JsonReader reader(book, "", problems);
  reader.records("hanging-log", log);
  for (const HangingEntry& entry : log) {
    if (const auto sense = checkEntry(entry, mostNumbered); !sense)
      problems.insert(problems.end(), sense.error().begin(), sense.error().end());
  }
}

void readPrinted(const nlohmann::ordered_json& book, std::vector<PrintedSheet>& printed, Problems& problems) {
  JsonReader reader(book, "", problems);
  reader.records("printed", printed);
  std::set<std::string> names;
  for (std::size_t i = 0; i < printed.size(); ++i) {
    const PrintedSheet& sheet = printed[i];
    // A pattern that wood was cut by is kept beside a later print of it.
    const std::string name = sheet.name + " " + std::to_string(sheet.strakeId.number) + (sheet.cut ? " cut" : "");
    if (!names.insert(name).second)
      reader.wrong("printed / " + std::to_string(i + 1) + " / name", Trade::say("each sheet once"));
  }
}

}  // namespace narrows
