#include "daybook/work_part.h"

#include <cctype>
#include <cstdlib>

#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

bool WorkPart::isSame(const WorkPart& other) const {
  if (kind != other.kind) return false;
  switch (kind) {
    case PartKind::Plank:
      if (side != other.side || piece != other.piece) return false;
      return strakeId.isSet() && other.strakeId.isSet() ? strakeId == other.strakeId : strake == other.strake;
    case PartKind::Timber:
    case PartKind::Mould:
    case PartKind::Frame:
    case PartKind::Own:
      return id > 0 && other.id > 0 ? id == other.id : name == other.name;
    case PartKind::Lines:
    case PartKind::LiningOff:
    case PartKind::Backbone:
    case PartKind::SettingUp:
    case PartKind::Hull:
    case PartKind::BentInPlace:
    case PartKind::Transom:
    case PartKind::Bottom:
      return true;
  }
  return false;
}

std::string partWords(const WorkPart& part) {
  switch (part.kind) {
    case PartKind::Lines:
      return Trade::say("The lines");
    case PartKind::LiningOff:
      return Trade::say("Sheer and lining off");
    case PartKind::Backbone:
      return Trade::say("The backbone");
    case PartKind::SettingUp:
      return Trade::say("The moulds, set up");
    case PartKind::Hull:
      return Trade::say("The hull");
    case PartKind::Transom:
      return Trade::say("Transom");
    case PartKind::Bottom:
      return Trade::say("Bottom");
    case PartKind::BentInPlace:
    case PartKind::Timber: {
      std::string words = nameWords(part.name);
      if (!words.empty()) words[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(words[0])));
      return words;
    }
    case PartKind::Frame:
      return Trade::say("Frame at %1", nameWords(part.name));
    case PartKind::Mould:
      return Trade::say("Mould %1", nameWords(part.name));
    case PartKind::Plank: {
      const std::string strake = Trade::say("Strake %1, %2", std::abs(part.strake), sideWords(part.side));
      return part.piece == 0 ? strake : Trade::say("%1, from piece %2", strake, part.piece);
    }
    case PartKind::Own:
      return part.name;
  }
  return {};
}

std::string partMark(const WorkPart& part) {
  if (part.kind != PartKind::Plank) return partWords(part);
  const int strake = std::abs(part.strake);
  if (part.piece > 0)
    return part.side == BoatSide::Port ? Trade::say("%1.%2 P", strake, part.piece)
                                       : Trade::say("%1.%2 S", strake, part.piece);
  return part.side == BoatSide::Port ? Trade::say("%1 P", strake) : Trade::say("%1 S", strake);
}

}  // namespace narrows
