#pragma once
// Stations that are whole on the face a table draws, and not on the planking's other face.

#include <string>
#include <vector>

#include "lines/hull.h"
#include "problem/severity.h"

namespace narrows {

/// Such a station: hard by the stem or the transom, where the planking leans out of its plane, it meets the other face
/// in part only, or not at all.
struct PartOfFace {
  std::string station;
  Face face = Face::Inside;
  bool isMet = true;  ///< in part; false: its plane passes that face by

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// Every station that is whole on `drawn` and not on one of the faces, in order along the boat.
std::vector<PartOfFace> lookAtFaces(const Hull& drawn, const Hull& inside, const Hull& outside);

}  // namespace narrows
