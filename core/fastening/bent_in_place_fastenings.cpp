#include "fastening/bent_in_place_fastenings.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

/// Its ends are held this far in, in thicknesses.
constexpr double endInThicknesses = 2.0;
/// Rows stand so far of its width off its middle, where its edges leave room.
constexpr double rowOfWidth = 0.22;

/// A place where one goes.
struct FastenedAt {
  double alongMm = 0.0;
  int frame = 0;
};

}  // namespace

BentFastenings fastenBentInPlace(const BentInPlace& timber, const BentInPlacePlan& plan, const FasteningMake& make,
                                 const Frames& frames, double behindMm) {
  FasteningMake own = make;
  own.thicknessMm = plan.thickness.mm();
  own.bungMm = std::min(make.bungMm, 0.3 * own.thicknessMm);
  const bool stem = plan.along == BentAlong::Stem;
  const double length = timber.face.lengthMm(), in = std::min(endInThicknesses * own.thicknessMm, 0.25 * length);
  std::vector<FastenedAt> first{{in, 0}};
  if (stem) {
    for (std::size_t i = 1; i + 1 < timber.clamps.size(); ++i) first.push_back({timber.clamps[i].alongMm, 0});
  } else {
    // Where the face crosses each frame: it runs aft all the way.
    double along = 0.0;
    for (std::size_t i = 0; i < frames.atMm.size(); ++i) {
      while (along < length && timber.face.pointAt(along).x() < frames.atMm[i]) along += 1.0;
      if (along > 2.0 * in && along < length - 2.0 * in) first.push_back({along, static_cast<int>(i) + 1});
    }
  }
  first.push_back({length - in, 0});
  const auto fastenerAt = [&](const FastenedAt& place) {
    const double backing = stem ? deepWoodMm : behindMm + (place.frame > 0 ? frames.mouldingMm : 0.0);
    FastenerThrough of = fastenerFor(own, FastenerKind::Screw, 1, backing);
    // What is too thin for a screw is riveted through.
    if (!stem && (of.misfit != Misfit::None || of.isShort)) {
      const FastenerThrough rivet = fastenerFor(own, FastenerKind::Rivet, 1, backing);
      if (rivet.misfit == Misfit::None) of = rivet;
    }
    return of;
  };
  BentFastenings made;
  const auto add = [&](const FastenedAt& place, bool isFirst) {
    const FastenerThrough of = fastenerAt(place);
    if (of.misfit != Misfit::None) {
      const std::string words = misfitWords(of, make.notation);
      if (std::find(made.leftOut.begin(), made.leftOut.end(), words) == made.leftOut.end())
        made.leftOut.push_back(words);
      return;
    }
    made.all.push_back({place.alongMm, 0.0, isFirst, place.frame, of});
  };
  for (const FastenedAt& place : first) add(place, true);
  for (std::size_t i = 0; i + 1 < first.size(); ++i) {
    const double gap = first[i + 1].alongMm - first[i].alongMm;
    Fastener size = fastenerAt({}).fastener;
    if (gap < 2.0 * leastApartMm(size)) continue;
    add({0.5 * (first[i].alongMm + first[i + 1].alongMm), 0}, false);
  }
  std::sort(made.all.begin(), made.all.end(),
            [](const BentFastening& a, const BentFastening& b) { return a.alongMm < b.alongMm; });
  double widest = 0.0;
  for (const BentFastening& one : made.all) widest = std::max(widest, leastEdgeMm(one.of.fastener));
  const double room = 0.5 * timber.outerWidthMm - widest;
  if (room < 0.0)
    made.leftOut.push_back(Trade::say("its outer face is too narrow: fastenings want %1 to its edges",
                                      showLength(millimetres(widest), make.notation)));
  const double off = std::clamp(rowOfWidth * timber.outerWidthMm, 0.0, std::max(room, 0.0));
  // By turns in each of both rounds, so that either holds it on both sides.
  bool side[2] = {false, false};
  for (BentFastening& one : made.all) {
    bool& turn = side[one.isFirst ? 0 : 1];
    one.offMm = turn ? -off : off;
    turn = !turn;
  }
  return made;
}

}  // namespace narrows
