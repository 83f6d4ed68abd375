#pragma once
// A part of the boat as the day book names it: whose steps are done one after another.

#include <cstdint>
#include <string>

#include "lines/ids.h"

namespace narrows {

/// What is worked on. Of the first five a boat has one each.
enum class PartKind {
  Lines,        ///< the table, faired
  LiningOff,    ///< sheer and plank lines
  Backbone,     ///< keel, stem and post put together
  SettingUp,    ///< moulds stood up and checked
  Hull,         ///< the planked hull, to be planed, caulked and painted
  Timber,       ///< one of the backbone
  BentInPlace,  ///< an outer keel or cutwater, bent round the hull
  Frame,        ///< a frame that is laminated
  Transom,
  Bottom,  ///< flat, planked across
  Mould,
  Plank,  ///< a strake, or a length of it between two butts
  Own     ///< one the builder added
};

/// Which part. What it does not need to be told by stays as it is.
struct WorkPart {
  PartKind kind = PartKind::Own;
  std::string name;     ///< of timber, mould, frame, own part
  std::int64_t id = 0;  ///< of timber, station, extra mould, own part: it stays when the name changes; nought: none yet
  int strake = 0;  ///< Plank: from the garboard up in the plan in force; below nought: that plan has no such strake
  BoatSide side = BoatSide::Starboard;
  int piece = 0;           ///< Plank: the first piece of it, from the bow; nought: all of the strake
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const WorkPart&) const = default;

  /// Whether both are the same part of the boat, whatever it is called or numbered by now.
  bool isSame(const WorkPart& other) const;
};

/// "Stem", "Mould 4", "Strake 3, port", "Strake 3, port, from piece 2".
std::string partWords(const WorkPart& part);
/// The same for little room, as it is written on a piece of wood: "3 P".
std::string partMark(const WorkPart& part);

}  // namespace narrows
