#pragma once
// Flat work planked across: the bottom of a flat-bottomed boat, and her transom, out of boards side by side.

#include <string>
#include <vector>

#include "backbone/transom.h"
#include "lines/hull.h"

namespace narrows {

/// The builder's own; what is not said is usual.
struct FlatWorkPlan {
  std::optional<Length> boardWidth;   ///< as bought
  std::optional<Length> boardLength;  ///< as bought
  std::optional<Length> jointed;      ///< lost off every edge to make it straight
  std::optional<Length> gap;          ///< left open between two, to swell
  std::optional<Length> overhang;     ///< beyond the finished end, trimmed after
  bool operator==(const FlatWorkPlan&) const = default;
};

/// Every fault of its figures, naming which.
Result<void> checkFlatWork(const FlatWorkPlan& plan);

struct FlatWorkMake {
  double boardWidthMm = 0.0, boardLengthMm = 0.0, jointedMm = 0.0, gapMm = 0.0, overhangMm = 0.0;
  bool operator==(const FlatWorkMake&) const = default;
  /// How much one board covers, without the gap beside it.
  double coversMm() const { return boardWidthMm - 2.0 * jointedMm; }
};
/// `boardLengthMm`: of the boards planks are got out of.
FlatWorkMake flatWorkMake(const FlatWorkPlan& plan, double boardLengthMm);

/// One place along what is planked.
struct FlatPlace {
  double alongMm = 0.0;    ///< along the surface, from its fore end (a transom: from its foot)
  double breadthMm = 0.0;  ///< over all, both sides, where it is widest through its thickness
  double bevelRad = 0.0;   ///< of its edge from square: positive where the outer face is the shorter
  double xMm = 0.0;        ///< distance along the boat
};

/// What is planked across.
struct FlatShape {
  std::vector<FlatPlace> places;  ///< in order, at steps under an inch
  double foreBevelRad = 0.0;      ///< of its first edge from square, positive where the outer face is the shorter
  double aftBevelRad = 0.0;       ///< and of its last
  FlatPlace at(double alongMm) const;
  double lengthMm() const { return places.empty() ? 0.0 : places.back().alongMm; }
};

/// The bottom, from inside of planking to inside: ends of its boards lie flush with the outside of the sides.
/// Fails where there is no chine, or the bottom is not flat across within `flatMm`.
Result<FlatShape> flatBottom(const Hull& inside, double sideThicknessMm);
inline constexpr double flatMm = 6.0;

/// The transom in its true shape, of its larger face, from its foot to the sheer; the planking laps its edge. Its crown
/// is left to the builder. None where it is no wider than a post.
std::optional<FlatShape> flatTransom(const Transom& transom);

/// One board across.
struct CrossBoard {
  int number = 1;                    ///< from the bow, or the foot
  double fromMm = 0.0, toMm = 0.0;   ///< along the surface
  double foreMm = 0.0, aftMm = 0.0;  ///< finished breadth at its two edges
  double cutMm = 0.0;                ///< length it is cut to, with what overhangs
  double bevelRad = 0.0;             ///< of its ends, at its middle
  bool isRipped = false;             ///< the last: narrower than the rest
  double widthMm() const { return toMm - fromMm; }
};

/// One board as bought, and what is cut from it, longest first: what is left goes to boards further forward.
struct CutBoard {
  std::vector<int> numbers;
  double leftMm = 0.0;
};

struct CrossPlanks {
  std::vector<CrossBoard> boards;
  std::vector<CutBoard> cut;
};

/// Fails where a board is longer than those there are, naming what would do, or jointing leaves nothing of one.
/// A kerf and both overhangs are in what is cut. Breadths are those of the shape to 0.1 mm (cross_planks_test).
Result<CrossPlanks> plankAcross(const FlatShape& shape, const FlatWorkMake& make);

}  // namespace narrows
