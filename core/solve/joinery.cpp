#include "solve/joinery.h"

#include <algorithm>

#include "solve/plank_at_bench.h"

namespace narrows {

std::vector<MouldWood> mouldWood(const Solved& solved) {
  std::vector<MouldWood> wood;
  if (solved.moulds == nullptr) return wood;
  for (const Mould& mould : solved.moulds->moulds) {
    const double face = mould.outline.xMm, back = face + mould.standsAft * mould.thicknessMm;
    wood.push_back({mould.name, std::min(face, back), std::max(face, back)});
  }
  return wood;
}

JoiningMake joiningMake(const Solved& solved) {
  const Book& book = *solved.book;
  std::pair<double, double> reach{0.0, boatLength(book.table).mm()};
  if (solved.inside != nullptr) {
    const Hull& hull = *solved.inside;
    const SurfacePatch& topsides = hull.patches.back();
    reach = {topsides.point(0.0, 1.0).x(), topsides.point(hull.lastT(), 1.0).x()};
  }
  std::vector<std::pair<double, double>> moulds;
  for (const MouldWood& one : mouldWood(solved)) moulds.emplace_back(one.fromMm, one.toMm);
  JoiningMake make =
      joiningMake(book.table, book.joining, weighingFigures(book).boardLengthMm,
                  framesOf(book.table, book.joining.frames,
                           book.moulds.takenOff == TakenOff::Planking ? Length() : book.moulds.frame, reach, moulds));
  make.blockThickMm = fasteningMake(book).blockMm;
  if (const Lining* lining = solved.liningOf(BoatSide::Starboard)) make.starboard = StrakeStack(*lining);
  if (const Lining* lining = solved.liningOf(BoatSide::Port)) make.port = StrakeStack(*lining);
  return make;
}

std::vector<StrakeToJoin> strakesToJoin(const Solved& solved, bool onlyJoined, const std::stop_token& stop) {
  std::vector<StrakeToJoin> strakes;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    for (std::size_t k = 0; k < solved.planksOf(side).size(); ++k) {
      if (stop.stop_requested()) return strakes;
      if (onlyJoined && solved.book->joining.jointsOf(static_cast<int>(k) + 1, side).empty()) continue;
      if (const auto strake = strakeToJoin(solved, k, side)) strakes.push_back(*strake);
    }
  }
  return strakes;
}

std::optional<BentFastenings> bentInPlaceFastenings(const Solved& solved) {
  const Backbone* backbone = solved.backbone.get();
  if (backbone == nullptr || !backbone->bentInPlace) return std::nullopt;
  const BentInPlacePlan& plan = backbone->plan.bentInPlace;
  const double behind = plan.backing.mm() > 0.0 ? plan.backing.mm() : solved.book->table.thickness.mm();
  return fastenBentInPlace(*backbone->bentInPlace, plan, fasteningMake(*solved.book), joiningMake(solved).frames,
                           behind);
}

std::vector<PlankFastenings> fastenBoat(const Solved& solved, const std::stop_token& stop) {
  std::vector<PlankFastenings> planks;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    for (std::size_t k = 0; k < solved.planksOf(side).size(); ++k) {
      if (stop.stop_requested()) return planks;
      if (const auto plank = plankAtBench(solved, k, side)) planks.push_back(plank->fastenings);
    }
  }
  return planks;
}

}  // namespace narrows
