#include "book/lining_json.h"

#include <algorithm>

#include "book/json_archive.h"
#include "problem/trade.h"

namespace narrows {

namespace {

const Spellings<BaseLine> baseWords{{BaseLine::Chine, "chine"}, {BaseLine::Rabbet, "rabbet"}};
const Spellings<LiningRule> ruleWords{{LiningRule::Equal, "equal"},
                                      {LiningRule::Diminishing, "diminishing"},
                                      {LiningRule::Parallel, "parallel"},
                                      {LiningRule::Abeam, "abeam"},
                                      {LiningRule::Free, "free"}};
const Spellings<GuideKind> guideWords{{GuideKind::Batten, "batten"},
                                      {GuideKind::StraightRun, "straight-run"},
                                      {GuideKind::Level, "level"},
                                      {GuideKind::Parallel, "parallel"},
                                      {GuideKind::HungEdge, "hung-edge"}};
const Spellings<Joining> joiningWords{{Joining::TwoIntoOne, "two-into-one"},
                                      {Joining::UpperIntoHost, "upper-into-host"},
                                      {Joining::LowerIntoHost, "lower-into-host"}};
const Spellings<StemSpacing> spacingWords{{StemSpacing::AlongCurve, "along-curve"},
                                          {StemSpacing::StickLevel, "stick-level"},
                                          {StemSpacing::StickSquareOff, "stick-square-off"}};
/// Most of any list of a plan, and the girth a mark may be measured up.
constexpr double mostMeasuredMm = longestBoatMm;

}  // namespace

template <typename Archive>
static void fields(Archive& a, MovedMark& p) {
  a("line", p.line);
  a("station", p.station);
  a("share", p.share);
  a.whenSet("measured", p.measured);
  a.whenSet("locked", p.locked);
}

template <typename Archive>
static void fields(Archive& a, Guide& p) {
  a("line", p.line);
  a("name", p.name);
  a("kind", p.kind, guideWords);
  a("locked", p.locked);
  a("share", p.share);
  a("station", p.station);
  a("heading", p.heading);
  a("sag", p.sag);
  a("height", p.height);
  a("of", p.of);
  a("away", p.away);
  a("from", p.from);
  a("to", p.to);
  a("at-bow", p.atBow);
  a("at-stern", p.atStern);
}

template <typename Archive>
static void fields(Archive& a, Zone& p) {
  a("rule", p.rule, ruleWords);
  a("widths", p.widths);
  a("width", p.width);
  a("from-above", p.fromAbove);
  a("from", p.from);
  a("to", p.to);
  a("rail", p.rail);
}

template <typename Archive>
static void fields(Archive& a, Stealer& p) {
  a("line", p.line);
  a("towards-bow", p.towardsBow);
  a("at", p.at);
  a("joining", p.joining, joiningWords);
  a("into", p.into);
  a("nib", p.nib);
}

template <typename Archive>
static void fields(Archive& a, EndPlan& p) {
  a("spacing", p.spacing, spacingWords);
  a("run-out", p.runOut);
  a("even", p.even);
  a("widths", p.widths);
}

template <typename Archive>
static void fields(Archive& a, StrakeSpecies& p) {
  a("strake", p.strake);
  a("species", p.species);
}

template <typename Archive>
static void fields(Archive& a, LapAt& p) {
  a("station", p.station);
  a("lap", p.lap);
}

template <typename Archive>
static void fields(Archive& a, LiningPlan& p) {
  a("id", p.id);
  a("name", p.name);
  a("base", p.base, baseWords);
  a("strakes", p.strakes);
  a("lines", p.lines);
  a("guides", p.guides);
  a("zones", p.zones);
  a("master", p.master);
  a("moved", p.moved);
  a("stealers", p.stealers);
  a.object("bow", p.bow);
  a.object("stern", p.stern);
  a("timbers", p.woods);
  a("laps", p.laps);
}

namespace {

/// What a plan must be for lines to be laid by it.
void checkSense(JsonReader& reader, const LiningPlan& plan) {
  const std::size_t count = plan.strakes.size();
  if (count < static_cast<std::size_t>(fewestStrakes) || count > static_cast<std::size_t>(mostStrakes))
    return reader.wrong("strakes", "between 3 and 40 strakes");
  if (plan.lines.size() != count + 1) return reader.wrong("lines", Trade::say("one line more than there are strakes"));
  std::size_t below = 0;
  bool inOrder = true;
  for (const Guide& guide : plan.guides) {
    const std::size_t at = plan.placeOf(guide.line);
    inOrder = inOrder && at > below && at < count;
    below = at;
    if (!(guide.share > 0.0 && guide.share < 1.0)) reader.wrong("guides / share", "between 0 and 1");
    for (const auto& end : {guide.atBow, guide.atStern}) {
      if (end && !(*end > 0.0 && *end < 1.0))
        reader.wrong("guides / at-bow", Trade::say("between 0 and 1, as at-stern"));
    }
    if (guide.kind == GuideKind::Parallel && (plan.placeOf(guide.of) > count || guide.of == guide.line))
      reader.wrong("guides / of", Trade::say("another line of the plan"));
  }
  if (!inOrder)
    return reader.wrong("guides", Trade::say("lines of the plan between the first and the last, lowest first"));
  if (plan.zones.size() != plan.guides.size() + 1)
    return reader.wrong("zones", Trade::say("one zone more than there are guides"));
  for (std::size_t zone = 0; zone < plan.zones.size(); ++zone) {
    const Zone& of = plan.zones[zone];
    const auto [first, last] = plan.span(zone);
    if (of.rule == LiningRule::Diminishing && of.widths.size() != last - first)
      reader.wrong("widths", Trade::say("one width a strake"));
    for (const Length width : of.widths) {
      if (!(width.mm() > 0.0 && width.mm() <= longestBoatMm))
        return reader.wrong("widths", Trade::say("a list of widths in mm, each more than nothing"));
    }
    if (of.width.mm() < 0.0 || of.rail.mm() < 0.0)
      reader.wrong("zones / width", Trade::say("not less than nothing, as rail"));
  }
  for (const MovedMark& mark : plan.moved) {
    if (!(mark.share > 0.0 && mark.share < 1.0)) return reader.wrong("share", "between 0 and 1");
    if (mark.measured && !(mark.measured->mm() > 0.0 && mark.measured->mm() <= mostMeasuredMm))
      return reader.wrong("measured", Trade::say("a length of more than nothing"));
  }
  for (const Stealer& stealer : plan.stealers) {
    if (plan.placeOf(stealer.line) > count) return reader.wrong("stealers / line", Trade::say("a line of the plan"));
    if (stealer.nib.mm() < 0.0) reader.wrong("stealers / nib", Trade::say("not less than nothing"));
  }
  for (const EndPlan& end : {plan.bow, plan.stern}) {
    if (!(end.even >= 0.0 && end.even <= 1.0)) reader.wrong("even", "between 0 and 1");
    for (const Length width : end.widths) {
      if (!(width.mm() > 0.0 && width.mm() <= longestBoatMm))
        return reader.wrong("widths", Trade::say("a list of widths in mm, each more than nothing"));
    }
  }
  for (const LapAt& lap : plan.laps) {
    if (lap.lap.mm() < 0.0) reader.wrong("laps / lap", Trade::say("a length"));
  }
}

}  // namespace

nlohmann::ordered_json liningJson(const LiningPlan& plan) {
  LiningPlan copy = plan;
  JsonWriter writer;
  fields(writer, copy);
  return writer.json;
}

void readLining(const nlohmann::ordered_json& json, const std::string& within, LiningPlan& plan, Problems& problems) {
  JsonReader reader(json, within, problems);
  if (!json.is_object()) return;
  for (const char* name : {"id", "name", "base", "strakes", "lines", "zones", "moved"}) {
    if (!json.contains(name))
      problems.push_back(
          {Fault::KeyMissing, {0, 0, within + name}, {name, Trade::say("a plan's %1", std::string(name))}});
  }
  const std::size_t before = problems.size();
  plan.zones.clear();
  fields(reader, plan);
  if (problems.size() == before) checkSense(reader, plan);
}

}  // namespace narrows
