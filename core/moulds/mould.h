#pragma once
// Moulds: sections of the hull with the planking, and what else lies outside them, taken off square to the surface.

#include <memory>
#include <stop_token>

#include "curve/fair_function.h"
#include "lining/lining.h"
#include "moulds/mould_plan.h"

namespace narrows {

/// A named place on a mould's edge.
struct MouldMark {
  std::string name;  ///< "sheer", "waterline 1-6-0", "line 3"
  Vec3 at = Vec3::Zero();
  double alongMm = 0.0;  ///< along the edge from its lower end
  double bevelRad = 0.0;
  bool isPlankLine = false;
};

/// The outline of one side of a mould, from rabbet (or stem) to sheer, in the plane x = `xMm`.
struct MouldOutline {
  double xMm = 0.0;
  std::vector<Batten> runs;            ///< low to high; two where a chine divides it
  std::vector<FairFunction> bevelRad;  ///< of each run, by the length along it

  double lengthMm() const;
  Vec3 pointAt(double alongMm) const;
  /// Angle of the hull's surface to the square of the mould's face, measured square to the edge: positive where the
  /// outward normal leans aft.
  double bevelAt(double alongMm) const;
  /// Lengths at which the outline reaches a value of a coordinate (1: half-breadth, 2: height), low to high.
  std::vector<double> reaching(int coordinate, double valueMm) const;

 private:
  std::pair<std::size_t, double> runAt(double alongMm) const;
};

/// One mould.
struct Mould {
  std::string name;
  std::optional<MouldId> extra;      ///< none for a mould at a station
  MouldOutline outline;              ///< of the marked face
  std::optional<MouldOutline> back;  ///< of the other face: where the bevelled edge ends; none beyond the hull's ends
  std::vector<MouldMark> marks;      ///< low to high
  int standsAft = 1;                 ///< +1: its wood is aft of the marked face; -1: forward
  double thicknessMm = 0.0;
  double leastProudMm = 0.0;   ///< how far a square edge would stand out of the surface at worst on the side chosen
  double otherProudMm = 0.0;   ///< and on the other side
  double inPlaneMostMm = 0.0;  ///< the most that comes off in the mould's plane, anywhere along it
};

/// What moulds are cut from: the face that the planking's inside lies on, and its plank lines if it is lined off.
struct MouldFace {
  std::shared_ptr<const Hull> hull;  ///< inside of the planking
  const Lining* lining = nullptr;    ///< on the same hull; may be null
  const OffsetTable* table = nullptr;
  const Lining* port = nullptr;  ///< lines of the port side, where they are not those of the starboard
};

/// How far inside the planking the moulds' edge lies.
Length takenOffInside(const MouldPlan& plan);

/// The outline at a distance along the boat, `insideMm` within the face. Within 0.1 mm of the surface's exact offset
/// (mould_test: cylinder, sphere, cone), bevels within 0.1 degree. Fails where there is no hull, or nothing is left.
Result<MouldOutline> cutOutline(const Hull& hull, double xMm, double insideMm);

/// One mould of a plan, with its marks: sheer, rabbet or stem, chine, the table's waterlines and buttocks, plank lines.
Result<Mould> makeMould(const MouldFace& face, const MouldPlan& plan, const std::string& name, double xMm);

/// Every mould of a plan, bow to stern, and what could not be made.
struct MouldSet {
  std::vector<Mould> moulds;
  Problems problems;
  const Mould* find(const std::string& name) const;
};
/// Left unfinished when `stop` is asked for.
MouldSet makeMoulds(const MouldFace& face, const MouldPlan& plan, const std::stop_token& stop = {});

/// The plank lines of a lining marked afresh on moulds that are made.
void markPlankLines(MouldSet& set, const MouldFace& face, const MouldPlan& plan, const std::stop_token& stop = {});

/// As much of a plan as outlines and marks are cut by: the same where two plans cut the same.
MouldPlan cutOf(const MouldPlan& plan);

/// "standing" where the edge stands out beyond the square of the marked face, "under" where it falls within, "square"
/// under a tenth of a degree.
std::string bevelSense(const Mould& mould, double bevelRad);

/// The rise of a bevel: "3/16 in an inch" to the nearest sixty-fourth, or "1.9 in 10 mm". Fractions use U+2044.
std::string riseWords(double bevelRad, Notation notation);

/// Places for intermediate frames between two distances: `wanted` apart at most, divided evenly, none nearer than
/// `clear` to any of `missing` (moulds, bulkheads): those are moved half their spacing at most, or left out where that
/// is not enough. Fails on a spacing that is not positive or wider than the stretch.
Result<std::vector<Length>> spaceFrames(Length from, Length to, Length wanted, const std::vector<Length>& missing,
                                        Length clear);

}  // namespace narrows
