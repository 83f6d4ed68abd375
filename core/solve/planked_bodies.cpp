#include "solve/planked_bodies.h"

#include "daybook/printed_sheet.h"

namespace narrows {

std::vector<PlankBody> plankedBodies(const Solved& solved, BodyFineness fineness) {
  std::vector<PlankBody> bodies;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    const Lining* lining = solved.liningOf(side);
    if (lining == nullptr || lining->strakeCount() == 0) continue;
    const MeshPlanking planking{plankMake(*solved.book, *lining, lining->strakeCount() - 1),
                                solved.book->table.thickness.mm()};
    int number = 0;
    for (PlankBody& body : plankBodies(*lining, side, planking, fineness)) {
      body.name = "strake-" + plankFileWord(++number, side);
      bodies.push_back(std::move(body));
    }
  }
  return bodies;
}

}  // namespace narrows
