#pragma once
// What the lines of a plan are laid on.

#include <optional>
#include <vector>

#include "lining/laps.h"
#include "lining/lining.h"

namespace narrows {

/// The place of a section among those of a hull; none of any other.
std::optional<std::size_t> sectionOf(const std::vector<StationId>& sectionIds, StationId id);

/// Hull, names of its sections, and the plan.
struct LiningGround {
  const GirthFrame& frame;
  const LiningPlan& plan;
  const std::vector<StationId>& ids;
  PlankingFigures planking;
  Laps laps;  ///< that the plan names
  std::size_t master = 0;

  SurfaceReach whole() const { return {0.0, frame.lastT()}; }
  std::optional<std::size_t> sectionOf(StationId id) const { return narrows::sectionOf(ids, id); }
  const std::string& sectionName(double t) const;
  /// What lies between two named stations, to the ends of the boat where they are not named or not hers.
  SurfaceReach between(const std::optional<StationId>& from, const std::optional<StationId>& to) const;
  /// Places along a reach, so many to a bay, its ends and every section included.
  static std::vector<double> places(SurfaceReach reach, std::size_t aBay = 4);
  /// Marks moved by hand on a line, in order, as shares.
  std::vector<CurveNail> marksOf(LineId line) const;
  double girthMm(double t) const { return frame.girthBetweenMm(t); }
  /// Lap at a place along the hull, mm.
  double lapMm(double t) const;
};

/// The curve of a guide. `curves` holds those of the plan's lines that are known so far: base line, sheer, guides.
Result<SurfaceCurve> guideCurve(const LiningGround& ground, const Guide& guide,
                                const std::map<std::size_t, SurfaceCurve>& curves);

/// The curves of the lines within a zone, between those of its guides.
Result<std::vector<SurfaceCurve>> zoneCurves(const LiningGround& ground, std::size_t zone, const SurfaceCurve& lower,
                                             const SurfaceCurve& upper);

/// The strakes of lines that are all known; joints are put in, and the reach of lines that end at one is set.
Result<std::vector<LinedStrake>> joinStrakes(const LiningGround& ground, std::vector<PlankLine>& lines);

/// Where along a line a joint at a distance along the boat lies.
double placeOfJoint(const GirthFrame& frame, const SurfaceCurve& curve, double xMm);

}  // namespace narrows
