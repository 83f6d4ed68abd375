#pragma once
// The lines of a plank as it is cut: its inside face carried on, in one piece with it, to the bottom of the rabbet.

#include <optional>
#include <vector>

#include "backbone/rabbet.h"
#include "lining/band.h"
#include "plank/flat_plank.h"

namespace narrows {

/// The bottom of the rabbet from stem head round keel to sternpost head, where the backbone has one: where the outside
/// of the planking meets the timber's side, square in through the planking.
class InnerRabbet {
 public:
  InnerRabbet() = default;
  explicit InnerRabbet(const std::vector<RabbetRun>& runs);
  bool isNothing() const { return m_line.size() < 2; }
  const std::vector<Vec3>& line() const { return m_line; }
  const std::vector<Vec3>& bearding() const { return m_bearding; }

 private:
  std::vector<Vec3> m_line;  ///< from the stem head down, aft along the keel and up the sternpost
  std::vector<Vec3> m_bearding;
};

/// A line of the cut plank: on the plank laid flat, and where each of its points lies on the boat. In the rabbet that
/// is a point of the inside face carried on; below the lap line, of the lap.
struct CutLine {
  std::vector<Vec2> flat;
  std::vector<Vec3> at;
  std::size_t size() const { return flat.size(); }
};

/// The finished outline, before anything is left for the saw. Edges run from bow to stern and ends from the keel edge
/// to the sheer edge, corner to corner: one closed line.
struct CutLines {
  CutLine lower, upper, bow, stern;
  /// How far the plank goes on beyond its own end or keel edge, mm, at the places of `endLine`; empty where it ends in
  /// no rabbet. Negative where a plank ends before its own end does.
  std::vector<double> intoBow, intoStern;
  /// Lengths along the board, in order, and how far it goes on there at its keel edge; of the lowest strake.
  std::vector<std::pair<double, double>> intoKeel;
  /// Where the inside of the planking leaves the timber, laid flat with the plank, along all of the rabbet beside it:
  /// from there to the bottom of the rabbet is the bed it is fastened to. Empty where it lies in no rabbet.
  std::vector<Vec2> bearding;
  /// What is unsure of an end that lies in a rabbet.
  struct Unsure {
    /// The flattest angle at which an edge meets the rabbet there. Under `grazesRad` its corner is no surer than where
    /// two pencil lines cross.
    double flattestRad = 1.0;
    /// Its edges cross before they come to the rabbet: it is left at its own end.
    bool edgesCross = false;
  };
  Unsure bowUnsure, sternUnsure;
};

/// Six degrees: a rabbet that an edge meets flatter is grazed. A pencil line is so wide.
inline constexpr double grazesRad = 6.0 * 3.14159265358979323846 / 180.0;
inline constexpr double pencilMm = 0.4;

/// The outline of a plank as it is cut. Every place of the rabbet's bottom is carried over to the flat plank from the
/// nearest place of the plank's own edge, by the shape that the surface has there (`LocalFace`): exact where planks are
/// developable. Its edges run on into the rabbet in their own course, each with the bend it has at its end.
///
/// Within 0.3 mm flat and 0.6 in space on a cylinder whose keel, forefoot and stem are one ellipse, drawn to either
/// side (cut_lines_test). Edges that cross before they come to the rabbet are left as they are, and so is the end.
/// `isLowest`: its keel edge lies in the keel's rabbet, and not on a chine.
CutLines cutLines(const Band& band, const FlatPlank& plank, const PlankMake& make, const InnerRabbet& rabbet,
                  bool isLowest, double thicknessMm);

}  // namespace narrows
