#pragma once
// The ends of a plank: how they are cut, whether they reach into the rabbet, and what a kerf let forward does.

#include <string>
#include <vector>

#include "length/length.h"
#include "plank/cut_lines.h"

namespace narrows {

/// One place of a plank's end.
struct EndMark {
  double heightMm = 0.0;  ///< on the boat
  double cutRad = 0.0;    ///< on the face: from square to the plank's run, positive where the sheer edge is the longer
  /// From square to the face, positive where the outside is the longer face: nought in a rabbet that is cut square to
  /// the planking; where the end is trimmed to a bevelled stem's fore face, or a transom, as far as the planking leans
  /// to it.
  double bevelRad = 0.0;
  /// How much further the plank goes into the backbone's rabbet, square to its end: negative where it is to be cut
  /// back. None where the backbone has no rabbet there.
  std::optional<double> fitMm;
};

struct PlankEnd {
  bool bow = true;
  bool isHood = false;  ///< in a rabbet; else it overhangs the transom, or ends at a joint with another strake
  bool isTransom = false;
  bool isCutOff = false;       ///< she is cut off there square, on no timber
  std::vector<EndMark> marks;  ///< keel edge, middle, sheer edge
};

/// An end of a strake. `isGrooved`: whether a hood end lies in a groove, or is trimmed to the timber's face.
PlankEnd plankEnd(const Band& band, const FlatPlank& plank, bool bow, const CutLines& cut, bool isGrooved = true);

/// What is unsure of a plank's ends, in words: an edge that grazes the rabbet, with how far its corner may be off along
/// it; edges that cross before they come there, with what would cure it. Nothing of ends that are sure.
std::vector<std::string> unsureOfEnds(const CutLines& cut, Notation notation);

/// What becomes of a station's marks when a plank is let forward.
struct MarkLetIn {
  std::size_t section = 0;
  std::string name;
  double alongMm = 0.0;  ///< how far its mark comes to lie from the station, towards the end
  double lowerMm = 0.0;  ///< how far the keel edge rises there, towards the sheer; negative: falls
  double upperMm = 0.0;  ///< likewise the sheer edge
};

struct LetForward {
  double swingMm = 0.0;          ///< how far the free end is swung, towards the sheer
  std::vector<MarkLetIn> marks;  ///< in the order of the plank's stations
};

/// A plank whose hood end is cut back by `kerfMm` and let forward into the rabbet by as much, its other end free: it
/// slides along its own run at that end, and is swung about the hood end so that both edges lie as near as can be,
/// by least squares, to where they lay. `bow`: which end is let in. To first order in the kerf; within 0.01 mm for a
/// kerf of an eighth of an inch (hood_end_test).
LetForward letForward(const FlatPlank& plank, bool bow, double kerfMm);

}  // namespace narrows
