#include "stock/piece_ref.h"

#include <cstdlib>

#include "problem/trade.h"

namespace narrows {

const char* pieceKindName(PieceKind kind) {
  switch (kind) {
    case PieceKind::Plank:
      return Trade::mark("plank");
    case PieceKind::Timber:
      return Trade::mark("timber");
    case PieceKind::Layer:
      return Trade::mark("layer");
    case PieceKind::Strip:
      return Trade::mark("strip");
    case PieceKind::CrossBoard:
      return Trade::mark("board across");
    case PieceKind::Mould:
      return Trade::mark("mould");
    case PieceKind::ButtBlock:
      return Trade::mark("butt block");
  }
  return "";
}

bool PieceRef::isSame(const PieceRef& other) const {
  return kind == other.kind && name == other.name && strake == other.strake && side == other.side &&
         piece == other.piece;
}

std::string pieceWords(const PieceRef& of, int count) {
  const int strake = std::abs(of.strake);
  switch (of.kind) {
    case PieceKind::Plank:
      return count > 1 ? Trade::say("Strake %1, %2, piece %3", strake, sideWords(of.side), of.piece)
                       : Trade::say("Strake %1, %2", strake, sideWords(of.side));
    case PieceKind::Timber:
      return of.name;
    case PieceKind::Layer:
      return Trade::say("%1: board %2 of its layers", of.name, of.piece);
    case PieceKind::Strip:
      return Trade::say("%1: strip %2", of.name, of.piece);
    case PieceKind::CrossBoard:
      return of.name == "transom" ? Trade::say("Transom board %1", of.piece) : Trade::say("Bottom board %1", of.piece);
    case PieceKind::Mould:
      return Trade::say("Mould %1: %2 half", of.name, sideWords(of.side));
    case PieceKind::ButtBlock:
      return Trade::say("Butt block %1 of strake %2 %3", of.piece, strake, sideWords(of.side));
  }
  return {};
}

std::string pieceMark(const PieceRef& of, int count) {
  const std::string side = of.side == BoatSide::Port ? Trade::say("P") : Trade::say("S");
  const std::string strake = std::to_string(std::abs(of.strake)), piece = std::to_string(of.piece);
  switch (of.kind) {
    case PieceKind::Plank:
      return (count > 1 ? strake + "." + piece : strake) + " " + side;
    case PieceKind::Timber:
      return of.name;
    case PieceKind::Layer:
    case PieceKind::Strip:
      return of.name + " " + piece;
    case PieceKind::CrossBoard:
      return (of.name == "transom" ? Trade::say("T") : Trade::say("B")) + piece;
    case PieceKind::Mould:
      return Trade::say("mould %1 %2", of.name, side);
    case PieceKind::ButtBlock:
      return Trade::say("block %1", strake + "." + piece + " " + side);
  }
  return {};
}

}  // namespace narrows
