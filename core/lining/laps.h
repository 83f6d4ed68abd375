#pragma once
// The lap along the hull, where it is not the same all along.

#include <utility>
#include <vector>

#include "lining/lining_plan.h"

namespace narrows {

/// Laps at places along the hull: section parameter and mm, in order, each place once.
using Laps = std::vector<std::pair<double, double>>;

/// The laps a plan names, at the whole sections of these ids.
Laps lapsOf(const LiningPlan& plan, const std::vector<StationId>& sectionIds);

/// The lap at section parameter t, mm: between places where it is given it changes evenly, beyond them it stays;
/// `usual` where none is given.
double lapBetween(const Laps& laps, double usual, double t);

}  // namespace narrows
