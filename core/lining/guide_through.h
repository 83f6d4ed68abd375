#pragma once
// A guide moved by one of its marks.

#include <optional>

#include "lining/lining.h"

namespace narrows {

/// The guide moved so that it passes a section at a share of its girth: a straight run turned about the station where
/// it is placed, or placed anew there; a level or parallel one moved as a whole; at an end it is not true to, that end.
/// None where a mark of it is a nail like any other: of a batten, and where it runs on as one.
std::optional<Guide> guideThrough(const Lining& lining, const LiningPlan& plan,
                                  const std::vector<StationId>& sectionIds, const Guide& guide, std::size_t section,
                                  double share);

}  // namespace narrows
