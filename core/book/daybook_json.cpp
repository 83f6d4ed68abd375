#include "book/daybook_json.h"

#include <set>

#include "book/json_archive.h"
#include "lining/lining_plan.h"
#include "problem/trade.h"

namespace narrows {

namespace {

const Spellings<HangingStep> stepWords{{HangingStep::Lined, "lined"},
                                       {HangingStep::Spiled, "spiled"},
                                       {HangingStep::Scarfed, "scarfed"},
                                       {HangingStep::GotOut, "got-out"},
                                       {HangingStep::BackedOut, "backed-out"},
                                       {HangingStep::Gains, "gains"},
                                       {HangingStep::Heated, "heated"},
                                       {HangingStep::Offered, "offered"},
                                       {HangingStep::Eased, "eased"},
                                       {HangingStep::Primed, "primed"},
                                       {HangingStep::Hung, "hung"},
                                       {HangingStep::Fastened, "fastened"},
                                       {HangingStep::Land, "land"}};
const Spellings<SheetKind> kindWords{{SheetKind::Plank, "plank"},
                                     {SheetKind::Mould, "mould"},
                                     {SheetKind::Stick, "stick"},
                                     {SheetKind::Timber, "timber"}};
const Spellings<PartKind> partWordsInFile{{PartKind::Lines, "lines"},
                                          {PartKind::LiningOff, "lining-off"},
                                          {PartKind::Backbone, "backbone"},
                                          {PartKind::SettingUp, "setting-up"},
                                          {PartKind::Hull, "hull"},
                                          {PartKind::Timber, "timber"},
                                          {PartKind::BentInPlace, "bent-in-place"},
                                          {PartKind::Frame, "frame"},
                                          {PartKind::Transom, "transom"},
                                          {PartKind::Bottom, "bottom"},
                                          {PartKind::Mould, "mould"},
                                          {PartKind::Plank, "plank"},
                                          {PartKind::Own, "own"}};
const Spellings<HoldKind> holdWords{{HoldKind::Delivery, "delivery"},
                                    {HoldKind::Weather, "weather"},
                                    {HoldKind::Hands, "hands"},
                                    {HoldKind::Other, "other"}};
const Spellings<DecisionKind> decisionWordsInFile{{DecisionKind::Sheer, "sheer"},
                                                  {DecisionKind::Strakes, "strakes"},
                                                  {DecisionKind::GarboardAtStem, "garboard-at-stem"},
                                                  {DecisionKind::TopsidesTimber, "topsides-timber"},
                                                  {DecisionKind::Fastening, "fastening"},
                                                  {DecisionKind::Finish, "finish"},
                                                  {DecisionKind::Own, "own"}};
const Spellings<WaitKind> waitWords{{WaitKind::GlueTimber, "glue-timber"},
                                    {WaitKind::GlueScarf, "glue-scarf"},
                                    {WaitKind::Soak, "soak"},
                                    {WaitKind::Steam, "steam"},
                                    {WaitKind::Wrap, "wrap"},
                                    {WaitKind::GreenOil, "green-oil"},
                                    {WaitKind::Primer, "primer"},
                                    {WaitKind::Paint, "paint"},
                                    {WaitKind::Oil, "oil"}};
const Spellings<PlanksFrom> fromWords{
    {PlanksFrom::Garboard, "garboard"}, {PlanksFrom::Sheer, "sheer"}, {PlanksFrom::Both, "both"}};
const Spellings<HullFinish> finishWords{{HullFinish::Paint, "paint"}, {HullFinish::Oil, "oil"}};
const Spellings<Glue> glueWordsInFile{
    {Glue::Epoxy, "epoxy"}, {Glue::Resorcinol, "resorcinol"}, {Glue::Polyurethane, "polyurethane"}};

const Spellings<StepKind>& stepKindWords() {
  static const Spellings<StepKind> all = [] {
    Spellings<StepKind> words;
    for (int kind = 0; kind < stepKinds; ++kind)
      words.emplace_back(static_cast<StepKind>(kind), stepKindKey(static_cast<StepKind>(kind)).data());
    return words;
  }();
  return all;
}

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
  a("at", p.at);
  a("degrees", p.degrees);
}

template <typename Archive>
static void fields(Archive& a, WorkPart& p) {
  a("kind", p.kind, partWordsInFile);
  a.whenSet("name", p.name);
  if (!Archive::isWriting() || p.id > 0) a("id", p.id);
  if (p.kind != PartKind::Plank) return;
  ofStrake(a, p.strake, p.strakeId);
  a("side", p.side, boatSideSpellings);
  if (!Archive::isWriting() || p.piece > 0) a("piece", p.piece);
}

template <typename Archive>
static void fields(Archive& a, StepRef& p) {
  a.object("part", p.part);
  a("step", p.kind, stepKindWords());
  if (!Archive::isWriting() || p.number > 0) a("number", p.number);
  a.whenSet("own", p.own);
}

template <typename Archive>
static void fields(Archive& a, Spell& p) {
  a("began", p.began);
  a("ended", p.ended);
}

template <typename Archive>
static void fields(Archive& a, StepRecord& p) {
  a("id", p.id);
  a.object("of", p.of);
  a.whenSet("name", p.name);
  a("place", p.place);
  a.whenSet("left-out", p.skipped);
  a("done", p.done);
  a("degrees", p.degrees);
  if (!Archive::isWriting() || !p.spells.empty()) a("spells", p.spells);
  a.whenSet("planned", p.planned);
  a("wait", p.waitHours);
  a.whenSet("wait-why", p.waitWhy);
  a("hours", p.hours);
  a.whenSet("note", p.note);
}

template <typename Archive>
static void fields(Archive& a, OwnPart& p) {
  a("id", p.id);
  a("name", p.name);
}

template <typename Archive>
static void fields(Archive& a, StepLink& p) {
  a("id", p.id);
  a.object("first", p.first);
  a.object("then", p.then);
  a.whenSet("let-go", p.letGo);
  a.whenSet("why", p.why);
}

template <typename Archive>
static void fields(Archive& a, Hold& p) {
  a("id", p.id);
  a("kind", p.kind, holdWords);
  a("what", p.what);
  a("steps", p.steps);
  a.whenSet("expected", p.expected);
  a.whenSet("over", p.over);
}

template <typename Archive>
static void fields(Archive& a, Decision& p) {
  a("id", p.id);
  a("kind", p.kind, decisionWordsInFile);
  a.whenSet("question", p.question);
  a.whenSet("ask", p.ask);
  if (!Archive::isWriting() || !p.before.empty()) a("before", p.before);
  a.whenSet("answer", p.answer);
  a.whenSet("decided", p.decided);
}

template <typename Archive>
static void fields(Archive& a, WaitFigure& p) {
  a("kind", p.kind, waitWords);
  a("hours", p.hours);
  a("most", p.most);
  a("degrees", p.degrees);
  a.whenSet("why", p.why);
}

template <typename Archive>
static void fields(Archive& a, Daybook& p) {
  a.whenSet("zone", p.zone);
  a("degrees", p.degrees);
  a("hands", p.hands);
  a("hours-a-day", p.hoursADay);
  a("planks-from", p.planksFrom, fromWords);
  a("in-pairs", p.inPairs);
  a("primes-laps", p.primesLaps);
  a("soaks", p.soaks);
  a("green-timber", p.greenTimber);
  a("finish", p.finish, finishWords);
  a("top-coats", p.topCoats);
  a("timber-glue", p.timberGlue, glueWordsInFile);
  a("scarf-glue", p.scarfGlue, glueWordsInFile);
  a("waits", p.waits);
  a("parts", p.parts);
  a("steps", p.steps);
  a("links", p.links);
  a("holds", p.holds);
  a("decisions", p.decisions);
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

nlohmann::ordered_json daybookJson(const Daybook& daybook) {
  return jsonOf(daybook);
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

void readDaybook(const nlohmann::ordered_json& json, Daybook& daybook, Problems& problems) {
  readChecked(json, "daybook / ", daybook, checkDaybook, problems);
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
