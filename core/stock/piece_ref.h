#pragma once
// Which piece of the boat: what is got out of one board.

#include <array>
#include <optional>
#include <string>
#include <string_view>

#include "lines/ids.h"

namespace narrows {

/// What a piece is of.
enum class PieceKind {
  Plank,       ///< a strake, or one of the planks it is joined of
  Timber,      ///< of the backbone
  Layer,       ///< a board of a timber that is glued up in layers
  Strip,       ///< of a lamination
  CrossBoard,  ///< of a bottom or transom planked across
  Mould,       ///< one half of a mould
  ButtBlock
};
inline constexpr std::array pieceKinds{PieceKind::Plank,      PieceKind::Timber, PieceKind::Layer,    PieceKind::Strip,
                                       PieceKind::CrossBoard, PieceKind::Mould,  PieceKind::ButtBlock};

/// The words of the file, and, given to be translated, of the window.
const char* pieceKindName(PieceKind kind);

/// What it is of, and its number there. What a piece does not need to be told by stays as it is.
struct PieceRef {
  PieceKind kind = PieceKind::Plank;
  std::string name;  ///< of the timber or mould; `bottom`, `transom`; empty of planks and butt blocks
  int strake = 0;    ///< of planks and butt blocks, from the garboard up in the plan in force; below nought: that plan
                     ///< has no such strake, and it had that number
  BoatSide side = BoatSide::Starboard;
  int piece = 1;           ///< from the bow, or the first
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const PieceRef&) const = default;

  bool isOfStrake() const { return kind == PieceKind::Plank || kind == PieceKind::ButtBlock; }
  /// Whether both are the same piece of the boat, by what they are called.
  bool isSame(const PieceRef& other) const;
};

/// "Strake 4, starboard", "Strake 4, starboard, piece 2", "Stem". `count`: pieces of its strake; where there is one it
/// is not counted.
std::string pieceWords(const PieceRef& of, int count);
/// The same as it is written on a piece of wood: "4 S", "4.2 P", "Stem".
std::string pieceMark(const PieceRef& of, int count);

}  // namespace narrows
