#pragma once
// What was printed, and whether it is still true: each sheet by the points it stands on.

#include <optional>
#include <string>
#include <vector>

#include "curve/vec.h"
#include "length/length.h"
#include "lines/ids.h"

namespace narrows {

/// What a sheet is of.
enum class SheetKind {
  Plank,  ///< pattern or ticket of a plank
  Mould,
  Stick,  ///< the marking stick
  Timber  ///< of the backbone
};

/// A point of a sheet: of which edge or line of it, at which place.
struct SheetPoint {
  std::string edge;   ///< "keel edge", "sheer edge", "outline", "line 4"
  std::string place;  ///< "station 3", "waterline 400"
  Vec2 at = Vec2::Zero();
  bool operator==(const SheetPoint&) const = default;
};

/// One sheet as it was printed.
struct PrintedSheet {
  std::string name;  ///< of the drawing: "strake-04-starboard"
  SheetKind kind = SheetKind::Plank;
  int strake = 0;  ///< Plank: from the garboard up in the plan in force; below nought: that plan has no such strake,
                   ///< and it had that number
  BoatSide side = BoatSide::Starboard;
  std::string of;    ///< Mould, Timber: its name
  std::string code;  ///< that stands on it
  std::string when;
  bool cut = false;  ///< wood was cut by it
  std::vector<SheetPoint> points;
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const PrintedSheet&) const = default;

  bool isOfPlank(int ofStrake, BoatSide ofSide) const {
    return kind == SheetKind::Plank && strake == ofStrake && side == ofSide;
  }
};

/// A plank in the name of its sheets: "04-starboard". `strake`: from 1.
std::string plankFileWord(int strake, BoatSide side);

/// A name of people's as the name of a file: no blanks, no strokes.
std::string sheetFileName(std::string name);

/// How far one point of a sheet is out.
struct SheetOut {
  std::string edge, place;
  Vec2 byMm = Vec2::Zero();  ///< from where it was printed to where it now lies
  bool gone = false;         ///< there is no such place any more
  double offMm() const { return byMm.norm(); }
};

/// A sheet is false from here on: a sixty-fourth.
inline constexpr double sheetFalseMm = mmPerInch / 64.0;

/// Where the points of a sheet now lie against where they were printed, furthest first; none where all are within a
/// sixty-fourth. `now`: its points made afresh. `loose`: the sheet has no place of its own, as a plank's pattern, and
/// is laid on the new one as near as can be (by least squares over the points both have). A place that is no longer
/// there comes last.
std::vector<SheetOut> sheetOut(const PrintedSheet& printed, const std::vector<SheetPoint>& now, bool loose);

/// Five letters and figures that tell one sheet's content from another's; none of them looks like another.
class SheetCode {
 public:
  void add(double mm);
  void add(const std::string& words);
  std::string code() const;

 private:
  std::uint64_t m_hash = 14695981039346656037ULL;
};

}  // namespace narrows
