#include "lines/look_at_faces.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

std::string PartOfFace::words(Notation /*notation*/) const {
  const std::string of = face == Face::Inside ? Trade::say("inside") : Trade::say("outside");
  return isMet ? Trade::say(
                     "Station %1 meets the %2 of the planking in part only, though it is whole as drawn: no girth is "
                     "measured there, and no plank line marked.",
                     station, of)
               : Trade::say(
                     "Station %1 does not meet the %2 of the planking, though it is whole as drawn: nothing is marked "
                     "there.",
                     station, of);
}

std::vector<PartOfFace> lookAtFaces(const Hull& drawn, const Hull& inside, const Hull& outside) {
  const auto has = [](const std::vector<Section>& sections, const std::string& name) {
    return std::any_of(sections.begin(), sections.end(), [&](const Section& one) { return one.name == name; });
  };
  std::vector<PartOfFace> found;
  for (const Section& section : drawn.sections) {
    if (section.kind != SectionKind::Station) continue;
    for (const auto& [hull, face] : {std::pair(&inside, Face::Inside), std::pair(&outside, Face::Outside)}) {
      if (!has(hull->sections, section.name))
        found.push_back({section.name, face, has(hull->partSections, section.name)});
    }
  }
  return found;
}

}  // namespace narrows
