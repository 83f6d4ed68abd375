#include "book/moulds_json.h"

#include "book/json_archive.h"
#include "problem/trade.h"

namespace narrows {

namespace {

const Spellings<TakenOff> takenOffWords{{TakenOff::Planking, "planking"},
                                        {TakenOff::PlankingAndFrames, "planking, timber"},
                                        {TakenOff::PlankingFramesRibbands, "planking, timber, ribband"}};
const Spellings<MouldSide> mouldSideWords{
    {MouldSide::Best, "best"}, {MouldSide::Forward, "forward"}, {MouldSide::Aft, "aft"}};
const Spellings<SetUpKind> setUpKindWords{{SetUpKind::HalfBreadth, "half-breadth"},
                                          {SetUpKind::Height, "height"},
                                          {SetUpKind::Distance, "distance"},
                                          {SetUpKind::Twist, "twist"},
                                          {SetUpKind::Diagonal, "diagonal"}};

}  // namespace

template <typename Archive>
static void fields(Archive& a, ExtraMould& p) {
  a("id", p.id);
  a("name", p.name);
  a("at", p.at);
}

template <typename Archive>
static void fields(Archive& a, SetUpReading& p) {
  a("mould", p.mould);
  a("kind", p.kind, setUpKindWords);
  a("mark", p.mark);
  a("to", p.to);
  a("measured", p.measured);
}

template <typename Archive>
static void fields(Archive& a, MouldPlan& p) {
  a("taken-off", p.takenOff, takenOffWords);
  a("timber", p.frame);
  a("ribband", p.ribband);
  a("thickness", p.thickness);
  a("side", p.side, mouldSideWords);
  a("whole", p.whole);
  a("spreader", p.spreader);
  a("base", p.base);
  a("left-out", p.leftOut);
  a("extra", p.extra);
  a("readings", p.readings);
  a("plank-as-they-stand", p.plankAsTheyStand);
}

nlohmann::ordered_json mouldsJson(const MouldPlan& plan) {
  return jsonOf(plan);
}

void readMoulds(const nlohmann::ordered_json& json, MouldPlan& plan, Problems& problems) {
  JsonReader reader(json, "moulds / ", problems);
  fields(reader, plan);
  if (plan.frame.mm() < 0.0 || plan.ribband.mm() < 0.0 || plan.thickness.mm() < 0.0)
    reader.wrong("thickness", Trade::say("a length that is not less than nothing"));
}

}  // namespace narrows
