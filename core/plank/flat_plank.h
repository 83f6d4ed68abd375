#pragma once
// The flat plank: what is cut.

#include <optional>
#include <string>
#include <vector>

#include "lines/ids.h"
#include "lines/offset_table.h"
#include "lining/laps.h"
#include "plank/flat_map.h"

namespace narrows {

/// A station or end across the flat plank, from its keel edge (without lap) to its sheer edge. An end that stands
/// between two stations is called "joint".
struct PlankStation {
  std::size_t section;  ///< the nearest, at a joint
  std::string name;
  Vec2 lower;
  Vec2 upper;
  double widthMm;       ///< between marks: girth on the section, without lap
  double asCutMm;       ///< along the mark, from the sheer edge to the keel edge that is drawn
  bool isHood = false;  ///< it is an end in the rabbet of stem or sternpost

  /// The way along it, towards the sheer.
  Vec2 along() const { return (upper - lower).normalized(); }
};

/// A starboard plank laid flat, inside face up, bow to the left: x aft along the board, y towards the sheer, turned to
/// the narrowest board that holds it, with that board's lower bow corner at 0, 0. Lengths in mm.
struct FlatPlank {
  StrakeId strake;                     ///< named by whoever asked for it
  std::vector<Vec2> lower;             ///< keel edge as cut, bow to stern: with the lap where there is one
  std::vector<Vec2> upper;             ///< sheer edge, bow to stern
  std::vector<Vec2> lapLine;           ///< the keel edge without lap; empty where there is no lap
  std::vector<double> lowerT, upperT;  ///< section parameters at the points of its edges
  std::vector<PlankStation> stations;
  double lowerLengthMm = 0.0;  ///< along the keel edge as cut
  double upperLengthMm = 0.0;
  double boardLengthMm = 0.0;
  double boardWidthMm = 0.0;
  double foreEndMm = 0.0;  ///< width of its ends between marks, square to the plank
  double aftEndMm = 0.0;
  double snyMm = 0.0;  ///< greatest distance of the keel edge from its chord
  double strainRms = 0.0;
  double strainMax = 0.0;
  SurfaceReach reach;   ///< of its band: where its ends lie along the hull
  bool settled = true;  ///< false where laying flat stopped before it was done: its figures may be off
  FlatMap map;          ///< where any point of the band lies on it, lap or no lap
  FlatStrip strip;      ///< as laid flat, before it was turned: the warm start of the next answer
};

/// How a plank is got out.
struct PlankMake {
  Construction construction = Construction::Carvel;
  double lapMm = 0.0;  ///< carried straight on from the keel edge; none for the lowest strake
  Laps laps = {};      ///< where it is not the same all along
  StripFineness fineness = fullStrip;
  bool operator==(const PlankMake&) const = default;
};

/// The lap at section parameter t, mm.
double lapAt(const PlankMake& make, double t);

/// The narrowest and the widest lap over a length of the hull, mm.
std::pair<double, double> lapsOver(const PlankMake& make, SurfaceReach reach);

/// The flat plank of a band: all of a strake, or one piece of it. Of no use where `stop` was asked for.
FlatPlank flatPlank(const Band& band, const PlankMake& make, const FlatPlank* previous = nullptr,
                    const std::stop_token& stop = {});

/// By how much the edges of a plank are moved at its stations, along them and towards the sheer, mm.
struct EdgeMoves {
  std::vector<std::pair<std::size_t, double>> lower, upper;  ///< station, in order, and how far
};

/// The plank with its edges moved: between its stations as a batten runs, before the first and beyond the last that is
/// moved as much as there; its board, lengths and sny are those of the new edges. The map, the strain and the widths at
/// its ends stay those of the surface.
FlatPlank withEdgesMoved(const FlatPlank& plank, const EdgeMoves& moves);

/// The line of an end across the plank, from its keel edge as cut to its sheer edge: curved where stem or transom is.
std::vector<Vec2> endLine(const FlatPlank& plank, bool bow);

/// Port plank from starboard: y negated.
std::vector<Vec2> mirrored(std::vector<Vec2> points);

/// Unit, the way an edge runs at one of its points, bow to stern; points that stand twice are passed over.
Vec2 directionAt(const std::vector<Vec2>& edge, std::size_t i);

/// Length of a line of points, mm.
double lengthAlong(const std::vector<Vec2>& points);
/// The part of that length at each of its points, 0 to 1.
std::vector<double> sharesAlong(const std::vector<Vec2>& points);

}  // namespace narrows
