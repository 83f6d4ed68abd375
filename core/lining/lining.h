#pragma once
// Lining off: where every plank edge lands.

#include <map>
#include <string>
#include <vector>

#include "lining/girth_frame.h"
#include "lining/lining_plan.h"

namespace narrows {

/// One plank line: the share of the girth it passes at each whole section, joined by a batten in share over distance.
/// A share that is the same at every section is exactly that share everywhere.
struct PlankLine {
  LineId id;
  std::vector<double> shares;  ///< at each whole section
  std::vector<bool> moved;     ///< at which of them it was moved by hand
  FairFunction shareOverDistance;
  std::vector<double> distancesMm;  ///< its own distance aft at each section, where `shareOverDistance` is asked
  bool constant = true;

  double shareAt(double t) const;
};

/// The lines of one hull, base line first and sheer last.
struct Lining {
  GirthFrame frame;
  std::vector<PlankLine> lines;
  std::vector<StrakeId> strakes;
  std::size_t master = 0;  ///< section at which widths are chosen

  std::size_t strakeCount() const { return lines.size() - 1; }
  /// Width between marks of a strake (0 is the garboard) at a whole section, mm of girth, without lap.
  double widthMm(std::size_t strake, std::size_t section) const;
  Vec3 point(std::size_t line, double t) const { return frame.point(t, lines[line].shareAt(t)); }
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
