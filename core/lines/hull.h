#pragma once
// The hull: its sections and the surface sprung through them.

#include <memory>
#include <stop_token>
#include <vector>

#include "lines/section.h"
#include "lines/surface_patch.h"

namespace narrows {

/// The surface a question is asked of.
enum class Face { Drawn, Inside, Outside };

/// A hull's surface, starboard half: whole sections from bow to stern (section i is at t = i of every patch), sections
/// that are only part of it, and one patch, or two where a chine divides it (0 is the lower).
struct Hull {
  std::vector<Section> sections;
  std::vector<Section> partSections;
  std::vector<SurfacePatch> patches;
  Problems problems;  ///< what could not be made, and why; what stands here is right all the same

  double lastT() const { return static_cast<double>(sections.size()) - 1.0; }
  bool isChined() const { return patches.size() > 1; }
};

/// Springs the surface a table draws. Fails when fewer than two whole sections can be made, or `stop` is asked for, as
/// all of these do.
Result<Hull> springHull(const OffsetTable& table, const std::stop_token& stop = {});

/// The same, quicker, beside the hull of a table that differs from it in a few stations.
Result<Hull> springHull(const OffsetTable& table, const OffsetTable& beforeTable, const Hull& before,
                        const std::stop_token& stop = {});

/// The surface through sections that are given, whole ones and parts in order from the bow. Fails with fewer than two
/// whole ones, and where what runs between two of them leaves them all by more than the boat is long.
Result<Hull> hullThrough(std::vector<Section> sections, Problems problems, const std::stop_token& stop = {});

/// The hull's surface carried square to itself through `distanceMm` (outward where positive), its bounds with it, and
/// cut again by the station planes. Where a hollow is tighter than that, the fold is trimmed and named.
/// Within 0.1 mm of the exact offset on a cylinder and a sphere zone (hull_test).
Result<Hull> offsetHull(const Hull& hull, double distanceMm, const std::stop_token& stop = {});

/// The face of the planking asked for, from the drawn hull.
Result<Hull> hullFace(const Hull& drawn, const OffsetTable& table, Face face, const std::stop_token& stop = {});

}  // namespace narrows
