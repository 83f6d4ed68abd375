#include "solve/stack_cost.h"

#include "solve/wanted_pieces.h"

namespace narrows {

std::shared_ptr<const StackCost> stackCost(const Solved& solved, const StackCost* before, const std::stop_token& stop) {
  constexpr double seconds = 4.0;
  const Book& book = *solved.book;
  auto cost = std::make_shared<StackCost>();
  cost->stack = stackToLay(book, wantedPlanks(solved, stop));
  LayAllRequest request = requestOf(cost->stack, stockMake(book), book.stock.goal, seconds);
  request.untilAllLaid = true;
  if (before != nullptr) request.begin = asLaid(before->stack, before->laid, cost->stack);
  cost->laid = layAll(request, stop);
  if (stop.stop_requested() || cost->laid.isCutShort) return nullptr;
  return cost;
}

}  // namespace narrows
