#include "book/weighing_json.h"

#include "book/json_archive.h"

namespace narrows {

namespace {

const Spellings<Measure>& measureWords() {
  static const Spellings<Measure> words = [] {
    Spellings<Measure> all;
    for (const Measure measure : everyMeasure) all.emplace_back(measure, measureWord(measure));
    return all;
  }();
  return words;
}

}  // namespace

template <typename Archive>
static void fields(Archive& a, OwnLimit& p) {
  a("measure", p.measure, measureWords());
  a("look", p.limit.look);
  a("trouble", p.limit.trouble);
}

template <typename Archive>
static void fields(Archive& a, Weights& p) {
  a("ends", p.ends);
  a("sny", p.sny);
  a("widths", p.widths);
  a("stock", p.stock);
}

template <typename Archive>
static void fields(Archive& a, WeighingPlan& p) {
  a.whenSet("board-thickness", p.boardThickness);
  a.whenSet("board-width", p.boardWidth);
  a.whenSet("board-length", p.boardLength);
  a.whenSet("planing", p.planing);
  a("species", p.species);
  a("sawn", p.sawn, sawnSpellings);
  a("moisture-change", p.moistureChange);
  a.whenSet("straight-stock", p.straightStock);
  a("limits", p.limits);
  a.object("weights", p.weights);
}

nlohmann::ordered_json weighingJson(const WeighingPlan& plan) {
  return jsonOf(plan);
}

void readWeighing(const nlohmann::ordered_json& json, WeighingPlan& plan, Problems& problems) {
  readChecked(json, "weighing / ", plan, checkWeighing, problems);
}

}  // namespace narrows
