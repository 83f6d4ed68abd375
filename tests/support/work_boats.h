#pragma once
// Boats for the order of work, without a table: so many strakes, timbers and moulds.

#include "daybook/boat_steps.h"

namespace narrows::tests {

struct WorkBoatOf {
  Construction construction = Construction::Carvel;
  int strakes = 6, moulds = 4;
  int pieces = 1;       ///< each plank is scarfed of
  bool heated = false;  ///< ends want steam
  bool butted = false;  ///< each strake is two planks, butted
};

inline BoatWork workBoat(const WorkBoatOf& of) {
  BoatWork boat;
  boat.construction = of.construction;
  boat.thicknessMm = 19.0;
  boat.isCaulked = of.construction == Construction::Carvel;
  boat.hasTransom = true;
  std::int64_t id = 1000;
  const auto timber = [&](const char* name, TimberKind kind, TimberFrom from, bool isLong, std::vector<BenchCut> cuts) {
    TimberWork work;
    work.part.kind = PartKind::Timber;
    work.part.name = name;
    work.part.id = id++;
    work.kind = kind;
    work.from = from;
    work.isLong = isLong;
    work.cuts = std::move(cuts);
    boat.timbers.push_back(std::move(work));
  };
  using enum BenchCut;
  timber("keel", TimberKind::Keel, TimberFrom::Sawn, true,
         {Faces, RoughOutline, Outline, JointFaces, BenchCut::Rabbet, Ends, Bolts});
  timber("stem", TimberKind::Stem, TimberFrom::Strips, false,
         {Faces, RoughOutline, Outline, JointFaces, BenchCut::Rabbet, RabbetByHand, Head, Bolts});
  timber("knee", TimberKind::Knee, TimberFrom::Layers, false, {Faces, RoughOutline, Outline, FayingFaces});
  for (int i = 0; i < of.moulds; ++i) {
    WorkPart mould;
    mould.kind = PartKind::Mould;
    mould.name = std::to_string(i + 1);
    mould.id = id++;
    boat.moulds.push_back(mould);
  }
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    for (int k = 1; k <= of.strakes; ++k) {
      PlankWork plank;
      plank.part.kind = PartKind::Plank;
      plank.part.strake = k;
      plank.part.side = side;
      plank.part.strakeId = {100 + k};
      plank.pieces = of.pieces;
      plank.hollow = true;
      plank.heat = of.heated ? EndHeat::Steam : EndHeat::None;
      plank.isGarboard = k == 1;
      plank.isSheerStrake = k == of.strakes;
      plank.isTopsides = plank.inUpperHalf = 2 * k > of.strakes;
      if (k > 1) plank.below = {k - 1};
      if (k < of.strakes) plank.above = {k + 1};
      boat.planks.push_back(plank);
      if (!of.butted) continue;
      boat.planks.back().part.piece = 1;
      boat.planks.push_back(plank);
      boat.planks.back().part.piece = 1 + of.pieces;
    }
  }
  return boat;
}

}  // namespace narrows::tests
