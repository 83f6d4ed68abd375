#include "weighing/boards_there.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "backbone/species.h"

namespace narrows {

namespace {

constexpr double withinMm = 0.01;

bool isRight(const StackBoard& board, const PlankOnStack& plank) {
  return isOfWood(plank.species, board.species) && board.thicknessMm >= plank.thicknessMm - withinMm;
}

/// How wide a board has to be for one of so many lengths of a plank, by its crook.
double needMm(const PlankOnStack& plank, int lengths, const StackBoard& board) {
  const double each = plank.lengthMm / lengths;
  // A length bends less as the square of it; the board's crook over it likewise.
  const double bow = std::max(plank.widthMm - plank.cutMm, 0.0) / (lengths * lengths);
  const double share = std::min(each / std::max(board.lengthMm, 1.0), 1.0);
  return plank.cutMm + std::abs(bow - board.crookMm * share * share);
}

}  // namespace

std::vector<FoundOnStack> lookOnStack(const std::vector<StackBoard>& stack, const std::vector<PlankOnStack>& planks,
                                      double scarfMm, double sawLossMm, int* begun) {
  std::vector<FoundOnStack> found(planks.size());
  std::vector<double> left;
  for (const StackBoard& board : stack) left.push_back(board.widthMm);
  std::vector<std::size_t> order(planks.size());
  std::iota(order.begin(), order.end(), std::size_t(0));
  std::stable_sort(order.begin(), order.end(),
                   [&](std::size_t a, std::size_t b) { return planks[a].widthMm > planks[b].widthMm; });
  for (const std::size_t k : order) {
    const PlankOnStack& plank = planks[k];
    FoundOnStack& of = found[k];
    double longest = 0.0;
    for (const StackBoard& board : stack) {
      if (isRight(board, plank)) longest = std::max(longest, board.lengthMm);
    }
    of.wanted = plank.count;
    if (longest <= scarfMm) continue;
    of.lengths = std::max(1, static_cast<int>(std::ceil((plank.lengthMm - scarfMm) / (longest - scarfMm) - 1e-9)));
    of.wanted = plank.count * of.lengths;
    const double each = (plank.lengthMm + (of.lengths - 1) * scarfMm) / of.lengths;
    const auto holds = [&](const StackBoard& board) {
      return isRight(board, plank) && board.lengthMm >= each - withinMm;
    };
    for (const StackBoard& board : stack) {
      if (holds(board))
        of.widestMm = std::max(of.widestMm, plank.widthMm + board.widthMm - needMm(plank, of.lengths, board));
    }
    for (int i = 0; i < of.wanted; ++i) {
      std::size_t best = stack.size();
      for (std::size_t b = 0; b < stack.size(); ++b) {
        if (!holds(stack[b]) || left[b] < needMm(plank, of.lengths, stack[b]) - withinMm) continue;
        if (best == stack.size() || left[b] < left[best]) best = b;
      }
      if (best == stack.size()) break;
      left[best] -= needMm(plank, of.lengths, stack[best]) + sawLossMm;
      ++of.held;
    }
  }
  if (begun != nullptr) {
    *begun = 0;
    for (std::size_t b = 0; b < stack.size(); ++b) *begun += left[b] < stack[b].widthMm ? 1 : 0;
  }
  return found;
}

}  // namespace narrows
