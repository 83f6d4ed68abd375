#pragma once
// What a boat's planks take of her stack, laid in a moment.

#include "book/stack_to_lay.h"
#include "solve/solve.h"

namespace narrows {

struct StackCost {
  StackToLay stack;  ///< planks still wanted, and what lies already
  LaidStack laid;
};

/// Every plank laid on the stack, by a search of some seconds at most that ends as soon as all lie. `before`: the same
/// of a moment ago, which it begins from; null where there is none. For a full answer; nothing where `stop` was asked
/// for, or she has more planks and boards than can be tried in that time.
std::shared_ptr<const StackCost> stackCost(const Solved& solved, const StackCost* before = nullptr,
                                           const std::stop_token& stop = {});

}  // namespace narrows
