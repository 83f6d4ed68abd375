#pragma once
// Frames: what planks are fastened to, and what their joints keep clear of.

#include <optional>
#include <utility>
#include <vector>

#include "lines/offset_table.h"

namespace narrows {

/// The builder's own; what is not said is as is usual for her size and kind.
struct FramePlan {
  std::optional<Length> first;     ///< distance of the middle of the foremost
  std::optional<Length> spacing;   ///< from middle to middle
  std::optional<Length> siding;    ///< their breadth along the boat
  std::optional<Length> moulding;  ///< their depth behind the planking
  bool operator==(const FramePlan&) const = default;
};

/// Every fault of its figures, naming which.
Result<void> checkFrames(const FramePlan& plan);

/// All frames of a boat, mm.
struct Frames {
  std::vector<double> atMm;  ///< distances of their middles, bow to stern
  double spacingMm = 0.0;
  double sidingMm = 0.0;
  double mouldingMm = 0.0;  ///< how deep they are behind the planking
  bool operator==(const Frames&) const = default;

  /// "bay 7" lies between frame 7 and the next; nought forward of the first.
  std::size_t bayOf(double xMm) const;
  /// The nearest frame's place in the list; none where there is none.
  std::optional<std::size_t> nearest(double xMm) const;
};

/// Frames of a boat from one distance to another. `timber`: their depth where it is not said but the moulds are cut for
/// it; nought: as deep as they are broad. Where neither the first nor their spacing is said, they
/// stand so that they miss the moulds, a little closer or wider where that helps; where only the first is not said, so
/// that they miss them by as much as can be. `moulds`: where the wood of each stands, from and to.
Frames framesOf(const OffsetTable& table, const FramePlan& plan, Length timber, std::pair<double, double> reachMm,
                const std::vector<std::pair<double, double>>& moulds);

/// What is usual for a boat of that length: from middle to middle, and their siding. From shop practice.
struct UsualFrames {
  Length spacing, siding;
};
UsualFrames usualFrames(Construction construction, Length boatLength);

}  // namespace narrows
