#pragma once
// Lining off: where every plank edge lands.

#include <algorithm>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "lining/band.h"
#include "lining/lining_plan.h"
#include "lining/shop_figures.h"

namespace narrows {

/// One plank line, and where it passes the whole sections.
struct PlankLine {
  LineId id;
  SurfaceCurve curve;
  SurfaceReach reach;          ///< from where to where it is a line: one that ends at a joint is none beyond it
  std::vector<double> shares;  ///< at each whole section
  std::vector<bool> moved;     ///< at which of them it was moved by hand
  bool isGuide = false;

  double shareAt(double t) const { return curve.shareAt(t); }
  bool isAt(std::size_t section) const { return reach.holds(static_cast<double>(section)); }
};

/// A strake as it is lined off: between which of the lines, and how far along the hull.
struct LinedStrake {
  StrakeId id;
  std::size_t lower = 0, upper = 0;  ///< of the lining's lines
  SurfaceReach reach;
  SurfaceCurve lowerEdge, upperEdge;  ///< the lines', but where another strake is let in or ends against it
  std::vector<double> nibs;           ///< where an edge steps aside for a nib
};

/// How thick the planking is and how far it laps: what is seen from outside goes by it.
struct PlankingFigures {
  Construction construction = Construction::Carvel;
  double thicknessMm = 0.0;
  double lapMm = 0.0;
  bool operator==(const PlankingFigures&) const = default;
};

/// The lines of one hull, base line first and sheer last.
struct Lining {
  PlanId plan;
  GirthFrame frame;
  std::vector<PlankLine> lines;
  std::vector<LinedStrake> strakes;  ///< garboard up; where two become one, that one before them
  std::size_t master = 0;            ///< section at which widths are chosen

  std::size_t strakeCount() const { return strakes.size(); }
  bool isGarboard(std::size_t strake) const { return strakes[strake].lower == 0; }
  bool isSheerStrake(std::size_t strake) const { return strakes[strake].upper + 1 == lines.size(); }
  /// Whether it is the garboard or one of the broad strakes over it.
  bool isBroad(std::size_t strake) const { return strakes[strake].lower < broadStrakes; }
  /// Whether it runs from end to end of the boat.
  bool isWhole(std::size_t strake) const {
    return strakes[strake].reach.fromT <= 0.0 && strakes[strake].reach.toT >= frame.lastT();
  }
  /// How many lines end at a joint.
  std::size_t joints() const {
    return static_cast<std::size_t>(std::count_if(lines.begin(), lines.end(), [&](const PlankLine& line) {
      return line.reach.fromT > 0.0 || line.reach.toT < frame.lastT();
    }));
  }
  /// Whether a strake (0 is the garboard) passes a whole section.
  bool covers(std::size_t strake, std::size_t section) const {
    return strakes[strake].reach.holds(static_cast<double>(section));
  }
  /// The strake whose sheer edge is a strake's keel edge at section parameter t, and the one that stands on its own
  /// sheer edge there: where strakes are let in they change along it. None under the lowest and over the topmost.
  std::optional<std::size_t> strakeBelow(std::size_t strake, double t) const;
  std::optional<std::size_t> strakeAbove(std::size_t strake, double t) const;
  /// Width between marks of a strake at a whole section, mm of girth, without lap.
  double widthMm(std::size_t strake, std::size_t section) const;
  /// The same along an end of the boat, of every strake that comes to it, lowest up.
  std::vector<double> widthsAlongEndMm(bool bow) const;
  /// Widths where they are chosen, between lines of a span, lowest up.
  std::vector<Length> chosenWidths(std::pair<std::size_t, std::size_t> span) const;
  /// Width of a strake where it ends, square to itself, mm.
  double endWidthMm(std::size_t strake, bool bow) const;
  Vec3 point(std::size_t line, double t) const { return frame.point(t, lines[line].shareAt(t)); }
  /// What a strake covers, all of it or over a reach.
  Band band(std::size_t strake) const { return band(strake, strakes[strake].reach); }
  Band band(std::size_t strake, SurfaceReach reach) const;

 private:
  /// One side of a strake: its line, and its edge.
  struct StrakeSide {
    std::size_t LinedStrake::*line;
    SurfaceCurve LinedStrake::*edge;
  };
  std::optional<std::size_t> strakeBeside(std::size_t strake, double t, const StrakeSide& own,
                                          const StrakeSide& other) const;
};

/// Lines of a plan on a hull. `sectionIds` names the whole sections, in order. Fails, naming the place and the nearest
/// that would do, on a number of strakes out of bounds, widths that are not positive or do not fill, guides that leave
/// the hull, lines that cross, and joints where there is no strake.
Result<Lining> lineOff(const GirthFrame& frame, const LiningPlan& plan, const std::vector<StationId>& sectionIds,
                       const PlankingFigures& planking = {});

/// Where a curve meets a section that is only part of the hull: point, and girth from where the section begins.
struct PartMark {
  Vec3 at;
  double girthMm = 0.0;
  double t = 0.0;  ///< section parameter at which the line is there
};
std::optional<PartMark> curveOnPart(const GirthFrame& frame, const SurfaceCurve& curve, const Section& part);

/// The parts of a zone that lie below each of its lines, its lower guide 0 to its upper 1, as the rule has them: of a
/// diminishing one by its widths, of any other in equal parts.
Result<std::vector<double>> ruleShares(const LiningPlan& plan, std::size_t zone = 0);

/// How near two neighbouring lines may come at a section, mm.
inline constexpr double leastStrakeWidthMm = 6.0;

}  // namespace narrows
