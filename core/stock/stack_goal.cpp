#include "stock/stack_goal.h"

#include <map>

#include "backbone/species.h"
#include "backbone/volume.h"
#include "problem/trade.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

double litresOf(const BoardShape& board) {
  return std::abs(signedArea(board.outline)) * board.board.thickness.mm() / mm3ALitre;
}

}  // namespace

const char* stackGoalName(StackGoal goal) {
  switch (goal) {
    case StackGoal::FewestBoards:
      return Trade::mark("fewest boards");
    case StackGoal::LeastWaste:
      return Trade::mark("least waste");
    case StackGoal::LeastCost:
      return Trade::mark("least cost");
    case StackGoal::BestLooks:
      return Trade::mark("best looks");
  }
  return "";
}

std::vector<double> boardCosts(const std::vector<BoardShape>& boards, StackGoal goal) {
  std::vector<double> costs;
  if (goal == StackGoal::FewestBoards) return std::vector<double>(boards.size(), 1.0);
  for (const BoardShape& board : boards) costs.push_back(litresOf(board));
  if (goal != StackGoal::LeastCost) return costs;
  struct Priced {
    double money = 0.0, litres = 0.0;
  };
  std::map<std::string, Priced> bySpecies;
  Priced all;
  for (std::size_t i = 0; i < boards.size(); ++i) {
    if (!boards[i].board.price) continue;
    for (Priced* one : {&bySpecies[inSmallLetters(boards[i].board.species)], &all}) {
      one->money += *boards[i].board.price;
      one->litres += costs[i];
    }
  }
  if (all.litres <= 0.0) return costs;
  for (std::size_t i = 0; i < boards.size(); ++i) {
    const Priced& own = bySpecies[inSmallLetters(boards[i].board.species)];
    const Priced& by = own.litres > 0.0 ? own : all;
    costs[i] = boards[i].board.price ? *boards[i].board.price : costs[i] * by.money / by.litres;
  }
  return costs;
}

std::vector<std::optional<std::size_t>> sistersOf(const std::vector<BoardShape>& boards) {
  const auto names = [](const Board& one, const Board& other) {
    return !one.sister.empty() && one.sister == other.name;
  };
  std::vector<std::optional<std::size_t>> sisters(boards.size());
  for (std::size_t i = 0; i < boards.size(); ++i) {
    for (std::size_t j = 0; j < boards.size(); ++j) {
      const Board &one = boards[i].board, &other = boards[j].board;
      if (i != j && (names(one, other) || names(other, one))) sisters[i] = j;
    }
  }
  return sisters;
}

PieceLies bookMatched(const BoardShape& board, const BoardShape& sister, const PieceLies& lies,
                      const Vec2& middleOfPiece) {
  // Half way between the edges of each, where the middle of the piece lies.
  const double x = middleOfPiece.x();
  const auto middle = [&](const BoardShape& of) {
    return 0.5 * (edgeAtMm(of.board, false, x) + edgeAtMm(of.board, true, x));
  };
  return {{lies.at.x(), middle(sister) + middle(board) - lies.at.y()}, -lies.turnRad, lies.turnedOver};
}

}  // namespace narrows
