#pragma once
// Lining off: where every plank edge lands.

#include <map>
#include <string>
#include <vector>

#include "lining/band.h"
#include "lining/lining_plan.h"

namespace narrows {

/// One plank line, and where it passes the whole sections.
struct PlankLine {
  LineId id;
  SurfaceCurve curve;
  std::vector<double> shares;  ///< at each whole section
  std::vector<bool> moved;     ///< at which of them it was moved by hand

  double shareAt(double t) const { return curve.shareAt(t); }
};

/// A strake as it is lined off: between which of the lines, and how far along the hull.
struct LinedStrake {
  StrakeId id;
  std::size_t lower = 0, upper = 0;  ///< of the lining's lines
  SurfaceReach reach;
};

/// The lines of one hull, base line first and sheer last.
struct Lining {
  GirthFrame frame;
  std::vector<PlankLine> lines;
  std::vector<LinedStrake> strakes;  ///< garboard up
  std::size_t master = 0;            ///< section at which widths are chosen

  std::size_t strakeCount() const { return strakes.size(); }
  /// Width between marks of a strake (0 is the garboard) at a whole section, mm of girth, without lap.
  double widthMm(std::size_t strake, std::size_t section) const;
  Vec3 point(std::size_t line, double t) const { return frame.point(t, lines[line].shareAt(t)); }
  /// What a strake (0 is the garboard) covers, all of it or over a reach.
  Band band(std::size_t strake) const { return band(strake, strakes[strake].reach); }
  Band band(std::size_t strake, SurfaceReach reach) const;
};

/// Lines of a plan on a hull. `sectionIds` names the whole sections, in order. Fails on a number of strakes out of
/// bounds, widths that are not positive or not one a strake, and marks that make two lines cross.
Result<Lining> lineOff(const GirthFrame& frame, const LiningPlan& plan, const std::vector<StationId>& sectionIds);

/// Where one line meets one section that is only part of the hull: point, and girth from where the section begins.
struct PartMark {
  Vec3 at;
  double girthMm = 0.0;
};
std::optional<PartMark> markOnPart(const Lining& lining, std::size_t line, const Section& part);

/// The shares of constant lines that a plan's rule gives, base line 0 to sheer 1.
Result<std::vector<double>> ruleShares(const LiningPlan& plan);

/// How near two neighbouring lines may come at a section, mm.
inline constexpr double leastStrakeWidthMm = 6.0;

}  // namespace narrows
