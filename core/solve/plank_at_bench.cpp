#include "solve/plank_at_bench.h"

#include <algorithm>

namespace narrows {

namespace {

EndLeft leftAt(const PlankEnd& end) {
  return end.isHood ? EndLeft::Hood : end.isTransom ? EndLeft::Transom : EndLeft::Nothing;
}

}  // namespace

const EdgesAt* PlankAtBench::at(std::size_t section) const {
  const auto found =
      std::find_if(edges.begin(), edges.end(), [section](const EdgesAt& one) { return one.section == section; });
  return found == edges.end() ? nullptr : &*found;
}

std::shared_ptr<const PlankAtBench> plankAtBench(const Solved& solved, std::size_t strake, BoatSide side) {
  const Lining* lining = solved.liningOf(side);
  const auto plank = solved.cutPlank(strake, side);
  if (lining == nullptr || strake >= lining->strakeCount() || plank == nullptr || plank->stations.size() < 2)
    return nullptr;
  auto made = std::make_shared<PlankAtBench>();
  made->strake = strake;
  made->side = side;
  made->plank = plank;
  made->planking = plankingMake(*solved.book);
  const Band band = lining->band(strake);
  made->edges = plankEdges(*lining, strake, made->planking, lapMake(*solved.book, *lining));
  if (const auto* all = solved.gainsOf(side)) {
    for (const Gain& gain : *all) {
      if (gain.strake == strake) made->head.push_back(gain);
      if (gain.above == strake) made->foot.push_back(gain);
    }
  }
  const bool isGrooved = solved.book->backbone.rabbet.stem == StemMake::Rabbeted;
  if (solved.backbone.get() != nullptr && solved.backbone->rabbet != nullptr)
    made->into = intoRabbet(band, *plank, InnerRabbet(*solved.backbone->rabbet), lining->isGarboard(strake));
  made->cut = cutLines(*plank, made->into);
  made->bow = plankEnd(band, *plank, true, made->into, isGrooved);
  made->stern = plankEnd(band, *plank, false, made->into);
  made->hoodAtBow = made->bow.isHood || !made->stern.isHood;
  made->bending = bendingOf(band, weighingFigures(*solved.book));
  made->sawn = sawLines(*plank, made->cut, made->edges,
                        {leftAt(made->bow), leftAt(made->stern), lining->isSheerStrake(strake)}, made->planking);
  return made;
}

}  // namespace narrows
