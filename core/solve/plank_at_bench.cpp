#include "solve/plank_at_bench.h"

#include <algorithm>
#include <tuple>

#include "solve/joinery.h"

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

namespace {

/// Its shape, edges, ends and bends: as far as it is one plank.
std::shared_ptr<PlankAtBench> wholePlank(const Solved& solved, std::size_t strake, BoatSide side) {
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
  made->onChine = lining->isGarboard(strake) && solved.inside != nullptr && solved.inside->isChined() &&
                  solved.book->planOf(side).base == BaseLine::Chine;
  const bool hasRabbet = solved.backbone.get() != nullptr && solved.backbone->rabbet != nullptr;
  made->cut = cutLines(band, *plank, plankMake(*solved.book, *lining, strake),
                       hasRabbet ? InnerRabbet(*solved.backbone->rabbet) : InnerRabbet(),
                       lining->isGarboard(strake) && !made->onChine, made->planking.thicknessMm);
  made->bow = plankEnd(band, *plank, true, made->cut, isGrooved);
  made->stern = plankEnd(band, *plank, false, made->cut);
  made->hoodAtBow = made->bow.isHood || !made->stern.isHood;
  // By its own timber, as the plan has it.
  WeighingFigures figures = weighingFigures(*solved.book);
  const std::string timber = solved.book->planOf(side).speciesOf(lining->strakes[strake].id);
  if (!timber.empty()) figures.plan.species = timber;
  made->bending = bendingOf(band, figures);
  made->sawn = sawLines(*plank, made->cut, made->edges,
                        {leftAt(made->bow), leftAt(made->stern), lining->isSheerStrake(strake)}, made->planking);
  made->run = PlankRun(band, *plank);
  return made;
}

/// Where the joints of the plank it laps on lie, with half their lengths to either side.
std::vector<std::pair<double, double>> jointsBelow(const Solved& solved, const Lining& lining,
                                                   const PlankAtBench& plank) {
  std::vector<std::pair<double, double>> below;
  for (const PlankJoint& joint : solved.book->joining.joints) {
    if (joint.side != plank.side) continue;
    const double t = plank.run.tAt(plank.run.alongAt(joint.at.mm()));
    const auto under = lining.strakeBelow(plank.strake, t);
    if (!under || static_cast<int>(*under) + 1 != joint.strake) continue;
    const auto strake = strakeToJoin(solved, *under, plank.side);
    if (!strake) continue;
    const JointOnPlank on = onPlank(*strake, joint, plank.joining);
    below.emplace_back(strake->run.distanceAt(on.fromMm()), strake->run.distanceAt(on.toMm()));
  }
  return below;
}

/// Heights between which a plank's end lies.
std::pair<double, double> heightsOf(const CutLine& end) {
  double low = 1e300, high = -1e300;
  for (const Vec3& at : end.at) low = std::min(low, at.z()), high = std::max(high, at.z());
  return {low, high};
}

/// What of the backbone's faults is at this plank's ends.
void lookAtEnds(const Solved& solved, PlankAtBench& made) {
  if (solved.backbone.get() == nullptr) return;
  const std::pair<double, double> fore = heightsOf(made.cut.bow), aft = heightsOf(made.cut.stern);
  const auto meets = [&](bool bow, double low, double high) {
    const auto& [endLow, endHigh] = bow ? fore : aft;
    return (bow ? made.bow : made.stern).isHood && low <= endHigh && high >= endLow;
  };
  BackboneFindings found = lookAtRabbet(*solved.backbone);
  std::erase_if(found.past, [&](const RabbetPastFace& one) { return !meets(true, one.lowMm, one.highMm); });
  std::erase_if(found.unmet, [&](const RabbetUnmet& one) {
    return !meets(one.stretch.part == RabbetPart::Stem, one.stretch.lowMm, one.stretch.highMm);
  });
  // A strake that ends at another does not come there.
  std::erase_if(found.cutOff, [&](const EndWithoutTimber& one) { return !(one.bow ? made.bow : made.stern).isCutOff; });
  made.endTimber = std::move(found);
  const bool isGarboard = solved.liningOf(made.side)->isGarboard(made.strake);
  for (const Problem& one : solved.backbone->problems) {
    if (one.fault != Fault::PlankTooThickForSiding && one.fault != Fault::RabbetPastMiddle) continue;
    const auto isOf = [&](RabbetPart part) { return one.where.name == rabbetPartName(part); };
    if ((isOf(RabbetPart::Stem) && made.bow.isHood) || (isOf(RabbetPart::Sternpost) && made.stern.isHood) ||
        (isOf(RabbetPart::Keel) && isGarboard))
      made.rabbetProblems.push_back(one);
  }
}

}  // namespace

std::vector<std::string> unsureOfEnds(const PlankAtBench& plank, Notation notation) {
  std::vector<std::string> words = unsureOfEnds(plank.cut, notation);
  for (const RabbetPastFace& one : plank.endTimber.past) words.push_back(one.words(notation));
  for (const RabbetUnmet& one : plank.endTimber.unmet) words.push_back(one.words(notation));
  for (const EndWithoutTimber& one : plank.endTimber.cutOff) words.push_back(one.words(notation));
  for (const Problem& one : plank.rabbetProblems) words.push_back(describe(one));
  return words;
}

StrakeToJoin toJoin(const PlankAtBench& plank) {
  return {static_cast<int>(plank.strake) + 1, plank.side, plank.run, plank.sawn, plank.bending};
}

bool haveSamePlanks(const Solved& one, const Solved& other) {
  // Everything of a book but its log, its day book, its printed sheets and the ids they take.
  const auto boat = [](const Book& book) {
    return std::tie(book.shop, book.table, book.faired, book.stationIds, book.stem, book.sternpost, book.backbone,
                    book.plans, book.starboard, book.port, book.moulds, book.hung, book.spiled, book.weighing,
                    book.planking, book.joining, book.fastening, book.flatWork, book.settings, book.unknown);
  };
  return !one.waits() && !other.waits() && boat(*one.book) == boat(*other.book);
}

std::optional<StrakeToJoin> strakeToJoin(const Solved& solved, std::size_t strake, BoatSide side) {
  const auto plank = wholePlank(solved, strake, side);
  if (plank == nullptr) return std::nullopt;
  return toJoin(*plank);
}

std::shared_ptr<const PlankAtBench> plankAtBench(const Solved& solved, std::size_t strake, BoatSide side) {
  const auto made = wholePlank(solved, strake, side);
  if (made == nullptr) return nullptr;
  const Lining& lining = *solved.liningOf(side);
  made->joining = joiningMake(solved);
  const StrakeToJoin joined = toJoin(*made);
  for (const std::size_t i : solved.book->joining.jointsOf(joined.strake, side))
    made->joints.push_back(onPlank(joined, solved.book->joining.joints[i], made->joining));
  made->pieces = piecesOf(*made->plank, made->run, made->sawn, made->joints, made->joining);
  made->fastening = fasteningMake(*solved.book);
  const Band band = lining.band(strake);
  PlankToFasten fasten;
  fasten.band = &band;
  fasten.plank = made->plank.get();
  fasten.run = &made->run;
  fasten.cut = &made->cut;
  fasten.bow = leftAt(made->bow);
  fasten.stern = leftAt(made->stern);
  fasten.isGarboard = lining.isGarboard(strake);
  fasten.isSheer = lining.isSheerStrake(strake);
  const PlankMake foot = plankMake(*solved.book, lining, strake);
  if (foot.construction == Construction::Lapstrake) fasten.foot = &foot;
  fasten.joints = made->joints;
  fasten.jointsBelow = jointsBelow(solved, lining, *made);
  lookAtEnds(solved, *made);
  made->fastenings = fastenPlank(fasten, made->fastening, made->joining.frames, mouldWood(solved));
  return made;
}

}  // namespace narrows
