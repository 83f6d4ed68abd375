#include "solve/lining_cost.h"

#include <algorithm>

namespace narrows {

LiningCost costOf(const Solved& solved, BoatSide side) {
  LiningCost cost;
  const Lining* lining = solved.liningOf(side);
  const auto& planks = solved.planksOf(side);
  if (lining == nullptr || planks.size() != lining->strakeCount()) return cost;
  const auto most = [](CostFigure& figure, std::size_t strake, double mm) {
    if (figure.strake == 0 || mm > figure.mm) figure = {strake + 1, mm};
  };
  const auto& sections = lining->frame.hull().sections;
  for (std::size_t k = 0; k < planks.size(); ++k) {
    for (std::size_t i = 0; i < sections.size(); ++i) {
      if (sections[i].kind == SectionKind::Station && lining->covers(k, i)) most(cost.widest, k, lining->widthMm(k, i));
    }
    if (planks[k].get() == nullptr) continue;
    most(cost.board, k, planks[k]->boardWidthMm);
    most(cost.sny, k, planks[k]->snyMm);
    const double end = std::min(planks[k]->foreEndMm, planks[k]->aftEndMm);
    if (cost.end.strake == 0 || end < cost.end.mm) cost.end = {k + 1, end};
  }
  return cost;
}

}  // namespace narrows
