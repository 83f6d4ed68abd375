#include "book/planking_json.h"

#include "book/json_archive.h"

namespace narrows {

namespace {

const Spellings<GainWay> gainWords{
    {GainWay::Halved, "halved"}, {GainWay::Feathered, "feathered"}, {GainWay::Joggled, "joggled"}};

}  // namespace

template <typename Archive>
static void fields(Archive& a, EndGain& p) {
  a("way", p.way, gainWords);
  a.whenSet("run", p.run);
}

template <typename Archive>
static void fields(Archive& a, PlankingPlan& p) {
  a.object("gain-bow", p.bow);
  a.object("gain-stern", p.stern);
  a.whenSet("seam", p.seam);
  a.whenSet("seam-tight", p.seamTight);
  a.whenSet("bevel-on-new", p.bevelOnNew);
  a.whenSet("hood-long", p.hoodLong);
  a.whenSet("transom-long", p.transomLong);
  a.whenSet("sheer-high", p.sheerHigh);
  a.whenSet("saw-clear", p.sawClear);
  a.whenSet("kerf", p.kerf);
}

nlohmann::ordered_json plankingJson(const PlankingPlan& plan) {
  return jsonOf(plan);
}

void readPlanking(const nlohmann::ordered_json& json, PlankingPlan& plan, Problems& problems) {
  readChecked(json, "planking / ", plan, checkPlanking, problems);
}

}  // namespace narrows
