#pragma once
// A part of an answer that remembers what it was made from.

#include <memory>
#include <optional>
#include <tuple>
#include <utility>

#include "problem/problem.h"

namespace narrows {

/// A value made from inputs, with them beside it. Copied freely: the value is shared.
template <typename T, typename... In>
struct Part {
  using Inputs = std::tuple<In...>;

  std::optional<Inputs> from;  ///< none of a value that was put here by hand
  std::shared_ptr<const T> value;
  Problems problems;   ///< what stood in the way
  bool waits = false;  ///< it is of earlier inputs, until the full answer

  Part() = default;
  Part(std::shared_ptr<const T> made) : value(std::move(made)) {}
  Part(std::shared_ptr<T> made) : value(std::move(made)) {}

  const T* get() const { return value.get(); }
  const T& operator*() const { return *value; }
  const T* operator->() const { return value.get(); }
  operator const std::shared_ptr<const T>&() const { return value; }
  friend bool operator==(const Part& part, std::nullptr_t) { return part.value == nullptr; }
  friend bool operator==(const Part& a, const Part& b) { return a.value == b.value; }
  friend bool operator==(const Part& a, const std::shared_ptr<const T>& b) { return a.value == b; }
};

/// What a maker gives: a value, or none and why not.
template <typename T>
struct Made {
  std::shared_ptr<const T> value;
  Problems problems = {};
};

/// The part for these inputs: the one before where it was made from equal ones; the one before as it is, with its old
/// inputs, where it may wait; else a new one.
template <typename P, typename Make>
P renewed(const P* before, typename P::Inputs from, bool mayWait, Make make) {
  if (before != nullptr && before->from) {
    const bool fresh = *before->from == from;
    if (fresh || (mayWait && before->value != nullptr)) {
      P kept = *before;
      kept.waits = !fresh;
      return kept;
    }
  }
  auto made = make();
  P part;
  part.value = std::move(made.value);
  part.problems = std::move(made.problems);
  part.from = std::move(from);
  return part;
}

}  // namespace narrows
