#pragma once
// How strakes lie one on another along the boat: which touch which, whatever their numbers.

#include <algorithm>
#include <cstdlib>
#include <optional>
#include <vector>

#include "lining/lining.h"

namespace narrows {

/// The strakes of one side, garboard up, stretch by stretch: where two become one, or one ends against its neighbour,
/// others lie on one another than before. Strakes are told by their numbers, from 1; places by the distance along the
/// boat.
class StrakeStack {
 public:
  /// Of a boat whose strakes all run from end to end: those touch whose numbers differ by one.
  StrakeStack() = default;
  explicit StrakeStack(const Lining& lining);

  /// The fewest strakes that lie between two, at either of two places; below nought for one and the same. Two that are
  /// nowhere abreast of one another have none that touch.
  std::optional<int> between(int one, double oneMm, int other, double otherMm) const;
  /// The fewest that lie between two anywhere.
  std::optional<int> fewestBetween(int one, int other) const;
  /// Those that lie directly below a strake, somewhere along it, from the bow aft.
  std::vector<int> below(int strake) const;

  bool operator==(const StrakeStack&) const = default;

 private:
  struct Stretch {
    double fromMm = 0.0, toMm = 0.0;
    std::vector<int> numbers;  ///< garboard up
    std::optional<int> between(int one, int other) const;
    bool operator==(const Stretch&) const = default;
  };
  std::vector<Stretch> m_stretches;  ///< bow to stern; empty where all run from end to end
};

}  // namespace narrows
