#pragma once
// A board of the stack, as it was measured.

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "length/length.h"
#include "lines/ids.h"
#include "weighing/weighing_plan.h"

namespace narrows {

enum class BoardGrade {
  Clear,  ///< no knots
  Good,   ///< sound small knots
  Knotty
};
inline constexpr std::array boardGrades{BoardGrade::Clear, BoardGrade::Good, BoardGrade::Knotty};

enum class BoardFaultKind {
  Knot,   ///< sound
  Loose,  ///< a bad knot: dead, loose or rotten
  Check,  ///< a crack of drying, not through
  Split,  ///< a crack through the board
  Heart,  ///< pith, and the wood about it that opens
  Sap,
  Nail,
  Wane  ///< bark, or the round of the log, on one face
};
inline constexpr std::array boardFaultKinds{BoardFaultKind::Knot,  BoardFaultKind::Loose, BoardFaultKind::Check,
                                            BoardFaultKind::Split, BoardFaultKind::Heart, BoardFaultKind::Sap,
                                            BoardFaultKind::Nail,  BoardFaultKind::Wane};

/// The words of the file, and, given to be translated, of the window.
const char* boardGradeName(BoardGrade grade);
const char* boardFaultName(BoardFaultKind kind);
/// A kind of fault as it is read: "loose knot".
std::string boardFaultWords(BoardFaultKind kind);
const char* sawnName(Sawn sawn);
std::optional<BoardGrade> boardGradeNamed(std::string_view word);
std::optional<BoardFaultKind> boardFaultNamed(std::string_view word);
std::optional<Sawn> sawnNamed(std::string_view word);

/// A fault of a board, as a box with sides along and across it: `x` and `y` are its corner nearest to the butt end and
/// the lower edge.
struct BoardFault {
  BoardFaultKind kind = BoardFaultKind::Knot;
  Length x, y, length, width;
  bool operator==(const BoardFault&) const = default;
};

/// A place of a board's edge, off a line snapped along it.
struct EdgePoint {
  Length x, y;
  bool operator==(const EdgePoint&) const = default;
};

/// What became of a board that was sawn up.
struct BoardUse {
  std::string when;  ///< 2026-04-30
  Length planed;     ///< what the planer took off it to come to the thickness, both faces together
  Length lost;       ///< length of it lost beside the pieces: checks, splits, wrong cuts
  std::string why;   ///< how that came
  bool operator==(const BoardUse&) const = default;
};

/// One board: x along it from its butt end, y across it from the base line of its lower edge; the face that is seen is
/// the one that will be inside. Sheets of ply are boards too.
struct Board {
  BoardId id;
  std::string name;     ///< chalked on it
  std::string species;  ///< as the builder says it
  Length length, width, thickness;
  std::optional<BoardGrade> grade;
  std::optional<double> moisture;  ///< per cent
  std::optional<Sawn> sawn;
  std::optional<double> price;  ///< in the shop's money
  std::string place;            ///< where it lies
  std::string came;             ///< the day it came, as 2026-04-30
  /// Its real edges, from butt to top, where they are not straight: straight between their points, and level beyond the
  /// first and the last. Empty: the straight edge that length and width say.
  std::vector<EdgePoint> lower, upper;
  std::vector<BoardFault> faults;
  std::string leftOf;            ///< the name of the board it is what was left of; empty where it came as it is
  std::string sister;            ///< the name of the board it was sawn beside, out of one log
  std::optional<BoardUse> used;  ///< it is sawn up, and nothing is laid on it any more
  bool operator==(const Board&) const = default;
};

/// Whether it is a sheet of plywood, by what its wood is called.
bool isSheet(const Board& board);

}  // namespace narrows
