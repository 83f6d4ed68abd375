#include "backbone/lamination.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "backbone/species.h"
#include "backbone/timber_shape.h"
#include "curve/halving.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Steps a curve is followed in.
constexpr int curveSteps = 600;
/// Between two blocks a strip stands off the form by no more than this, mm; and they stand no further and no nearer.
constexpr double blockSagMm = 0.8;
constexpr double mostBlocksApartMm = 250.0, leastBlocksApartMm = 40.0;
/// Straighter than this is straight, 1/mm.
constexpr double straight = 1e-7;
constexpr double leastFactor = 0.2, mostFactor = 6.0;
constexpr int mostStrips = 200;
constexpr double tightest = 1e9;
/// Places along an edge that the wood behind it is measured at.
constexpr int acrossSteps = 60;
/// A timber this many times as deep at one place as at another has a heel.
constexpr double heelShare = 1.6;

/// Turn of the tangent in the profile, positive to the left, as x aft and z up.
double signedCurvature(const Batten& curve, double along) {
  const Vec3 way = curve.tangentAt(along), bend = curve.curvatureAt(along);
  return way.x() * bend.z() - way.z() * bend.x();
}

/// How far a curve turns from end to end, to the left.
double turnOf(const Batten& curve) {
  const double step = curve.lengthMm() / curveSteps;
  double turn = 0.0;
  for (int i = 0; i < curveSteps; ++i) turn += signedCurvature(curve, (i + 0.5) * step) * step;
  return turn;
}

Vec3 leftOf(const Vec3& way) {
  return {-way.z(), 0.0, way.x()};
}

/// The curve whose curvature at every length is that of `curve` times `factor`, from the same point and direction.
Batten rebent(const Batten& curve, double factor) {
  const double step = curve.lengthMm() / curveSteps;
  Vec3 at = curve.pointAt(0.0);
  const Vec3 start = curve.tangentAt(0.0);
  const double from = std::atan2(start.z(), start.x());
  // The turn is counted from tangents, so that what the batten turns by is kept exactly.
  const auto turned = [&](double along) {
    const Vec3 way = curve.tangentAt(along);
    return std::atan2(start.x() * way.z() - start.z() * way.x(), start.x() * way.x() + start.z() * way.z());
  };
  double before = 0.0, whole = 0.0;
  std::vector<Vec3> nails{at};
  const auto unwound = [&](double along) {
    const double now = turned(along);
    double change = now - before;
    while (change > 3.14159265358979) change -= 6.28318530717959;
    while (change < -3.14159265358979) change += 6.28318530717959;
    before = now;
    whole += change;
    return from + factor * whole;
  };
  double angle = from;
  for (int i = 1; i <= curveSteps; ++i) {
    const double middle = unwound((i - 0.5) * step), end = unwound(i * step);
    // Simpson's rule over the step.
    at.x() += step * (std::cos(angle) + 4.0 * std::cos(middle) + std::cos(end)) / 6.0;
    at.z() += step * (std::sin(angle) + 4.0 * std::sin(middle) + std::sin(end)) / 6.0;
    angle = end;
    if (i % 6 == 0) nails.push_back(at);
  }
  return Batten::spring(nails, BattenEnds::CarryCurvature);
}

/// The curve a distance to its left.
Batten beside(const Batten& curve, double leftMm) {
  std::vector<Vec3> nails;
  for (int i = 0; i <= 100; ++i) {
    const double along = curve.lengthMm() * i / 100.0;
    nails.push_back(curve.pointAt(along) + leftMm * leftOf(curve.tangentAt(along)));
  }
  return Batten::spring(nails, BattenEnds::CarryCurvature);
}

double tightestRadius(const Batten& curve) {
  double most = 1.0 / tightest;
  for (int i = 0; i <= curveSteps; ++i)
    most = std::max(most, curve.curvatureAt(curve.lengthMm() * i / curveSteps).norm());
  return 1.0 / most;
}

std::vector<FormBlock> placeBlocks(const Batten& face, double towardsLeft) {
  std::vector<FormBlock> blocks;
  for (double along = 0.0;;) {
    const Vec3 way = face.tangentAt(along);
    blocks.push_back({along, face.pointAt(along), towardsLeft * leftOf(way)});
    if (along >= face.lengthMm()) break;
    // A strip bridging s over a bend of radius R stands off by s^2 / 8R.
    double apart = mostBlocksApartMm;
    for (int i = 0; i <= 10; ++i) {
      const double bend = face.curvatureAt(std::min(along + mostBlocksApartMm * i / 10.0, face.lengthMm())).norm();
      const double here = std::sqrt(8.0 * blockSagMm / std::max(bend, straight));
      if (here < apart && mostBlocksApartMm * i / 10.0 <= apart) apart = here;
    }
    apart = std::clamp(apart, leastBlocksApartMm, mostBlocksApartMm);
    along = face.lengthMm() - along < 1.4 * apart ? face.lengthMm() : along + apart;
  }
  return blocks;
}

void takeStock(Lamination& made, const BentPart& part, const LaminationPlan& plan) {
  made.stripWidthMm = part.sidingMm + plan.cleanUp.mm();
  const double across = std::abs(made.formMiddle.lengthMm());
  // The outermost strip is the longest.
  const double longest = std::max(across, beside(made.formMiddle, 0.5 * made.stackMm).lengthMm());
  const double other = beside(made.formMiddle, -0.5 * made.stackMm).lengthMm();
  made.stripLengthMm = std::max(longest, other) + 2.0 * plan.trim.mm();
  // Strips are ripped off a board's edge, each as wide as the board is thick, or off its face where it is thinner.
  const bool onEdge = plan.boardThickness.mm() >= made.stripWidthMm;
  const double run = onEdge ? plan.boardWidth.mm() : plan.boardThickness.mm();
  const int deep = static_cast<int>(std::floor((run + plan.kerf.mm()) / (made.stripMm + plan.kerf.mm()) + 1e-9));
  const int abreast =
      onEdge ? 1
             : static_cast<int>(
                   std::floor((plan.boardWidth.mm() + plan.kerf.mm()) / (made.stripWidthMm + plan.kerf.mm()) + 1e-9));
  const int lengths = static_cast<int>(std::floor(plan.boardLength.mm() / made.stripLengthMm + 1e-9));
  made.stripsABoard = deep * abreast * lengths;
  if (made.stripsABoard > 0) {
    made.boards = (made.strips + made.stripsABoard - 1) / made.stripsABoard;
    const double wood = plan.boardWidth.mm() * plan.boardThickness.mm() * plan.boardLength.mm() * made.boards;
    made.wasteShare = 1.0 - made.strips * made.stripMm * made.stripWidthMm * made.stripLengthMm / wood;
  }
  made.glueAreaM2 = (made.strips - 1) * made.stripWidthMm * made.stripLengthMm * 1e-6;
  made.clamps = static_cast<int>(std::ceil(made.stripLengthMm / std::max(plan.clampSpacing.mm(), 25.0))) + 1;
}

/// Of a wood of which nothing is known.
double anyRatio(Bending bending) {
  return bending == Bending::Cold ? 100.0 : bending == Bending::Steamed ? 30.0 : 18.0;
}

}  // namespace

const std::vector<UsualBend>& usualBends() {
  static const std::vector<UsualBend> usual{
      {"oak", Bending::Cold, 100.0, Trade::mark("60 is hard on it and breaks a strip now and then; 150 is easy.")},
      {"oak", Bending::Steamed, 30.0, Trade::mark("Dry stock: soak it first and allow an hour an inch.")},
      {"oak", Bending::Green, 18.0, Trade::mark("Fresh, straight-grained, hung within a minute of the box.")},
      {"ash", Bending::Cold, 90.0, Trade::mark("Rots in fresh water under paint: keep it for what stays dry.")},
      {"ash", Bending::Steamed, 28.0, Trade::mark("Dry stock: soak it first.")},
      {"ash", Bending::Green, 15.0, Trade::mark("Bends best of all; keep the bark side out.")},
      {"larch", Bending::Cold, 130.0, Trade::mark("Throw out every strip with a knot in the bend.")},
      {"larch", Bending::Steamed, 40.0, Trade::mark("Resin runs: gloves, and a drip tray.")},
      {"spruce", Bending::Cold, 110.0, Trade::mark("Soft: pads under the clamps.")},
      {"mahogany", Bending::Cold, 110.0,
       Trade::mark("Interlocked grain tears: strips thinner than this where it does.")},
      {"iroko", Bending::Cold, 140.0, Trade::mark("Dust irritates; wipe with solvent before gluing.")}};
  return usual;
}

double bendRatio(const std::string& species, Bending bending) {
  for (const UsualBend& usual : usualBends()) {
    if (usual.bending == bending && namesSpecies(species, usual.species)) return usual.ratio;
  }
  return anyRatio(bending);
}

UsualBend bendFor(const LaminationPlan& plan) {
  UsualBend found{plan.species, plan.bending, anyRatio(plan.bending),
                  Trade::mark("No ratio of its own is known for this wood: try a strip first.")};
  for (const UsualBend& usual : usualBends()) {
    if (usual.species == plan.species && usual.bending == plan.bending) found = usual;
  }
  for (const BendRatio& own : plan.ratios) {
    if (own.species == plan.species && own.bending == plan.bending) found.ratio = own.ratio;
  }
  return found;
}

double springback(int strips, double factor) {
  require(strips >= 2, "springback is of two strips or more");
  return std::min(factor / (static_cast<double>(strips) * strips), 0.9);
}

Result<double> comeBackOf(const SpringbackResult& result, Unit unit) {
  const auto words = [unit](Length length) { return writeLength(length, unit, 1, true); };
  const double length = result.length.mm(), on = result.formOpening.mm(), off = result.cameOut.mm();
  const auto wrong = [&](const std::string& why) {
    return fail(Fault::SpringbackReading, {}, {words(result.cameOut), words(result.formOpening), why});
  };
  if (on <= 0.0 || on >= length)
    return wrong(Trade::say("the opening on the form must be less than the length along it."));
  if (off < on) return wrong(Trade::say("it opens as it is released; measure between the same two marks."));
  if (off >= length) return wrong(Trade::say("it would be longer than the stack is, %1.", words(result.length)));
  // An arc of length L and half angle a spans L sin(a) / a.
  const auto halfAngle = [length](double opening) {
    return whereCeases(0.0, std::numbers::pi, [&](double angle) { return std::sin(angle) / angle * length > opening; });
  };
  return 1.0 - halfAngle(off) / halfAngle(on);
}

double springbackFactor(const LaminationPlan& plan) {
  double sum = 0.0, all = 0.0;
  int count = 0, allCount = 0;
  for (const SpringbackResult& result : plan.results) {
    const auto share = comeBackOf(result, Unit::Millimetre);
    if (!share || result.strips < 2) continue;
    const double factor = *share * result.strips * result.strips;
    all += factor;
    ++allCount;
    if (result.species != plan.species || result.bending != plan.bending) continue;
    sum += factor;
    ++count;
  }
  if (allCount == 0) return 1.0;
  return std::clamp(count > 0 ? sum / count : all / allCount, leastFactor, mostFactor);
}

double openingAfter(const Batten& curve, double shareComeBack) {
  const Batten released = rebent(curve, 1.0 - shareComeBack);
  return (released.pointAt(released.lengthMm()) - released.pointAt(0.0)).norm();
}

Result<Lamination> laminate(const BentPart& part, const LaminationPlan& plan, Unit unit) {
  const auto words = [unit](double mm) { return writeLength(millimetres(mm), unit, 1, true); };
  if (part.concave.nailCount() < 2 || part.concave.lengthMm() <= 0.0 || part.mouldingMm <= 0.0 || part.sidingMm <= 0.0)
    return fail(Fault::CurveTooShort, {}, {Trade::say("give the timber an outline, a moulding and a siding.")});
  Lamination made;
  const double wood = part.woodSide();
  made.insideRadiusMm = tightestRadius(part.concave);
  made.middle = beside(part.concave, wood * 0.5 * part.mouldingMm);
  made.middleRadiusMm = made.insideRadiusMm + 0.5 * part.mouldingMm;
  made.outsideRadiusMm = made.insideRadiusMm + part.mouldingMm;
  made.thickestMm = made.insideRadiusMm / bendFor(plan).ratio;
  if (plan.strip.mm() > 0.0) {
    made.stripMm = plan.strip.mm();
    if (made.stripMm > made.thickestMm + 1e-9) {
      made.problems.push_back({Fault::StripTooThick,
                               {},
                               {words(made.stripMm), words(made.insideRadiusMm),
                                Trade::say("%1 mm (%2)", saidDecimal(made.thickestMm, 1),
                                           showLength(millimetres(made.thickestMm), Notation::Inches32, true))}});
    }
    made.strips = std::max(2, static_cast<int>(std::ceil(part.mouldingMm / made.stripMm - 1e-9)));
  } else {
    made.strips = std::max(2, static_cast<int>(std::ceil(part.mouldingMm / made.thickestMm - 1e-9)));
    made.stripMm = part.mouldingMm / made.strips;
  }
  if (made.strips > mostStrips)
    return fail(
        Fault::CurveTooShort, {},
        {Trade::say("it would take %1 strips: ease the curve, or get it out of straight pieces.", made.strips)});
  made.stackMm = made.strips * made.stripMm;
  made.springShare = springback(made.strips, springbackFactor(plan));
  made.formMiddle = rebent(made.middle, 1.0 / (1.0 - made.springShare));
  made.formRadiusMm = made.middleRadiusMm * (1.0 - made.springShare);
  if (made.formRadiusMm <= 0.5 * made.stackMm)
    return fail(Fault::CurveTooShort, {}, {Trade::say("bent tighter by its springback it would fold on the form.")});
  made.formFace = beside(made.formMiddle, -wood * 0.5 * made.stackMm);
  made.formOpeningMm = (made.formMiddle.pointAt(made.formMiddle.lengthMm()) - made.formMiddle.pointAt(0.0)).norm();
  made.opensMm = (made.middle.pointAt(made.middle.lengthMm()) - made.middle.pointAt(0.0)).norm() - made.formOpeningMm;
  made.blocks = placeBlocks(made.formFace, wood);
  takeStock(made, part, plan);
  return made;
}

double BentPart::woodSide() const {
  return turnOf(concave) > 0.0 ? -1.0 : 1.0;
}

double BentPart::acrossAt(double share) const {
  if (acrossMm.size() < 2) return mouldingMm;
  const double place = std::clamp(share, 0.0, 1.0) * static_cast<double>(acrossMm.size() - 1);
  const auto below = std::min(static_cast<std::size_t>(place), acrossMm.size() - 2);
  return acrossMm[below] + (place - static_cast<double>(below)) * (acrossMm[below + 1] - acrossMm[below]);
}

Result<BentPart> bentPartOf(const Timber& timber) {
  auto outline = springOutline(timber);
  if (!outline) return tl::make_unexpected(outline.error());
  // Runs between corners, gone round against the clock: the concave one turns to the right.
  const auto& points = timber.outline;
  std::vector<OutlinePoint> round = points;
  Polygon rough;
  for (const OutlinePoint& point : points) rough.emplace_back(point.distance.mm(), point.height.mm());
  if (signedArea(rough) < 0.0) std::reverse(round.begin(), round.end());
  const auto corner = std::find_if(round.begin(), round.end(), [](const OutlinePoint& p) { return p.corner; });
  if (corner != round.end()) std::rotate(round.begin(), corner, round.end());
  BentPart part;
  part.sidingMm = timber.siding.mm();
  double mostTurn = 0.0;
  std::vector<Vec3> nails;
  for (std::size_t k = 0; k <= round.size(); ++k) {
    const OutlinePoint& point = round[k % round.size()];
    nails.emplace_back(point.distance.mm(), 0.0, point.height.mm());
    if (k == 0 || (!point.corner && k < round.size())) continue;
    if (nails.size() > 2) {
      const Batten run = Batten::spring(nails, BattenEnds::CarryCurvature);
      const double turn = turnOf(run);
      if (-turn > mostTurn) mostTurn = -turn, part.concave = run;
    }
    nails = {nails.back()};
  }
  if (mostTurn < 0.05)
    return fail(Fault::CurveTooShort, {0, 0, timber.name},
                {Trade::say("no edge of it is hollow: it can be got out of straight wood.")});
  // Square across the wood; at the ends, which may be cut off slantwise, the wood goes on as it was.
  std::vector<std::optional<double>> found;
  for (int i = 0; i <= acrossSteps; ++i) {
    const double share = static_cast<double>(i) / acrossSteps;
    const Vec3 at = part.concave.pointAtShare(share);
    const Vec3 way = part.concave.tangentAt(share * part.concave.lengthMm());
    const Vec2 from(at.x(), at.z()), left(-way.z(), way.x());
    std::optional<double> deep;
    for (const double across : crossings(*outline, from, from + left)) {
      if (across > 1.0 && !deep) deep = across;
    }
    found.push_back(deep);
  }
  double least = std::numeric_limits<double>::max(), most = 0.0;
  for (int i = 0; i <= acrossSteps; ++i) {
    const double share = static_cast<double>(i) / acrossSteps;
    if (!found[static_cast<std::size_t>(i)] || share < 0.2 || share > 0.8) continue;
    least = std::min(least, *found[static_cast<std::size_t>(i)]);
    most = std::max(most, *found[static_cast<std::size_t>(i)]);
  }
  if (most <= 0.0)
    return fail(Fault::CurveTooShort, {0, 0, timber.name},
                {Trade::say("its two edges do not lie opposite each other.")});
  for (const auto& deep : found) part.acrossMm.push_back(std::min(deep.value_or(least), most));
  part.mouldingMm = most <= heelShare * least ? most : least;
  part.heelMm = most - part.mouldingMm;
  return part;
}

}  // namespace narrows
