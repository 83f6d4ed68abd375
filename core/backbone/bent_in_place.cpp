#include "backbone/bent_in_place.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "backbone/lamination.h"
#include "backbone/species.h"
#include "lines/offset_patch.h"
#include "lines/section.h"
#include "problem/trade.h"

namespace narrows {

namespace {

struct Modulus {
  const char* species;
  double newtons;
};
constexpr std::array<Modulus, 12> moduli{{{"oak", 12300.0},
                                          {"ash", 12000.0},
                                          {"larch", 12500.0},
                                          {"fir", 13000.0},
                                          {"mahogany", 10300.0},
                                          {"elm", 9200.0},
                                          {"cedar", 7700.0},
                                          {"pine", 9000.0},
                                          {"spruce", 10500.0},
                                          {"iroko", 9400.0},
                                          {"teak", 10700.0},
                                          {"locust", 14100.0}}};
constexpr double usualModulus = 10500.0;

constexpr double reachMm = 3.0 * mmPerInch;
/// Cold with ease at the ratio of the wood, hard down to so much of it.
constexpr double hardOfCold = 0.6;
constexpr double nearlyStraightMm = 1e7;
/// Places of a bay at which it is looked how it lies, and at which the face is asked for its curvature.
constexpr int looksABay = 24;
/// A beam that would lie so far within what it is clamped to lies on it.
constexpr double bearsMm = 0.01;
/// Points that the middle of a hull's bottom is sprung through.
constexpr int bottomPoints = 48;

/// Works one out, step by step.
class BentMaker {
 public:
  BentMaker(const BentInPlaceOf& of, const BentInPlacePlan& plan) : m_of(of), m_plan(plan) {}

  Result<BentInPlace> make() {
    if (m_plan.thickness.mm() <= 0.0 || m_plan.width.mm() <= 0.0 || m_plan.clampSpacing.mm() <= 0.0)
      return fail(Fault::LimitWrong, {0, 0, Trade::say("the timber bent in place")},
                  {Trade::say("a thickness, a width and clamps that are more than nought apart")});
    const auto face = faceOf();
    if (!face || face->lengthMm() < leastLengthMm)
      return fail(Fault::LimitWrong, {0, 0, Trade::say("the timber bent in place")},
                  {Trade::say("something to bend it round: give the profile of the keel's bottom, or of the stem")});
    m_made.face = *face;
    m_lengthMm = face->lengthMm();
    m_made.boardLengthMm = m_lengthMm + 2.0 * m_plan.trim.mm();
    m_bowed = 8.0 * m_plan.bow.mm() / (m_made.boardLengthMm * m_made.boardLengthMm);
    const double lean = std::tan(m_plan.sideDeg * std::numbers::pi / 180.0);
    m_made.outerWidthMm = m_plan.width.mm() - 2.0 * m_plan.thickness.mm() * lean;
    if (m_made.outerWidthMm <= 0.0)
      return fail(Fault::LimitWrong, {0, 0, Trade::say("the bevel of its sides")},
                  {Trade::say("one that leaves it an outer face")});
    lookAtBend();
    clampDown();
    leaveGaps();
    cutEnds();
    return std::move(m_made);
  }

 private:
  static constexpr double leastLengthMm = 100.0;

  bool isStem() const { return m_plan.along == BentAlong::Stem; }

  std::optional<Batten> faceOf() const {
    const auto profileOf = [&](ProfilePart part) -> std::optional<Batten> {
      const Profile* profile = m_of.table->profile(part);
      if (!hasCourse(profile)) return std::nullopt;
      return springProfile(*profile, 0.0, 0.0);
    };
    if (isStem()) {
      const auto face = profileOf(ProfilePart::StemFace);
      return face ? face : profileOf(ProfilePart::StemRabbet);
    }
    if (auto keel = profileOf(ProfilePart::KeelBottom)) return keel;
    if (m_of.drawn == nullptr || m_of.drawn->patches.empty()) return std::nullopt;
    const SurfacePatch& bottom = m_of.drawn->patches.front();
    const double carried = m_of.table->side == PlankingSide::Inside ? m_of.table->thickness.mm() : 0.0;
    std::vector<Vec3> points;
    for (int i = 0; i <= bottomPoints; ++i) {
      const double t = bottom.lastT() * i / bottomPoints;
      const Vec3 at = bottom.point(t, 0.0);
      // Straight down from the middle, by the thickness of the planking square to her run there.
      constexpr double little = 0.02;
      const Vec3 run =
          bottom.point(std::min(t + little, bottom.lastT()), 0.0) - bottom.point(std::max(t - little, 0.0), 0.0);
      const double level = std::hypot(run.x(), run.z());
      const Vec3 down = level > 0.0 ? Vec3(run.z() / level, 0.0, -run.x() / level) : Vec3(0.0, 0.0, -1.0);
      const Vec3 point = Vec3(at.x(), 0.0, at.z()) + carried * down;
      constexpr double sameMm = 1.0;
      if (points.empty() || point.x() > points.back().x() + sameMm) points.push_back(point);
    }
    if (points.size() < 2) return std::nullopt;
    return Batten::spring(points, BattenEnds::CarryCurvature);
  }

  /// Of the face, 1/mm, positive where its outside is round.
  double roundness(double alongMm) const {
    const double reach = std::min(reachMm, 0.25 * m_lengthMm);
    const double middle = std::clamp(alongMm, reach, m_lengthMm - reach);
    const Vec3 a = m_made.face.pointAt(middle - reach), b = m_made.face.pointAt(middle),
               c = m_made.face.pointAt(middle + reach);
    const double before = (b - a).norm(), after = (c - b).norm();
    const Vec3 bend = 2.0 * ((c - b) / after - (b - a) / before) / (before + after);
    const Vec3 way = (c - a).normalized();
    // Inwards: above a keel that runs aft, abaft a stem that runs up.
    const Vec3 in = isStem() ? Vec3(way.z(), 0.0, -way.x()) : Vec3(-way.z(), 0.0, way.x());
    return bend.dot(in);
  }
  /// What it is bent by there: the face's roundness, at its own middle, less its natural bow.
  double bentAt(double alongMm) const {
    const double face = roundness(alongMm), half = 0.5 * m_plan.thickness.mm();
    return face / (1.0 + face * half) - m_bowed;
  }

  void lookAtBend() {
    const double cold = bendRatio(m_plan.species, Bending::Cold), steamed = bendRatio(m_plan.species, Bending::Steamed);
    const double thick = m_plan.thickness.mm();
    const int steps = std::max(2, static_cast<int>(m_lengthMm / 20.0));
    double most = 0.0, roundest = 0.0;
    for (int i = 0; i <= steps; ++i) {
      const double along = m_lengthMm * i / steps, bent = std::abs(bentAt(along));
      roundest = std::max(roundest, bentAt(along) + m_bowed);
      if (bent > most) most = bent, m_made.tightestAlongMm = along;
    }
    m_made.leastRadiusMm = most > 1.0 / nearlyStraightMm ? 1.0 / most : nearlyStraightMm;
    m_made.strain = 0.5 * thick * most;
    m_made.ratio = m_made.leastRadiusMm / thick;
    m_made.goesOn = m_made.ratio >= cold                ? GoesOn::Cold
                    : m_made.ratio >= hardOfCold * cold ? GoesOn::Hard
                    : m_made.ratio >= steamed           ? GoesOn::Steam
                                                        : GoesOn::Strips;
    const double over = roundest - 1.0 / (cold * thick);
    if (over > 0.0) m_made.bowWantedMm = over * m_made.boardLengthMm * m_made.boardLengthMm / 8.0;
  }

  double stiffness() const {
    const double thick = m_plan.thickness.mm();
    const double breadth = 0.5 * (m_plan.width.mm() + m_made.outerWidthMm);
    return bendingModulus(m_plan.species) * breadth * thick * thick * thick / 12.0;
  }

  void clampDown() {
    const int bays = std::max(1, static_cast<int>(std::ceil(m_lengthMm / m_plan.clampSpacing.mm() - 1e-9)));
    m_bayMm = m_lengthMm / bays;
    for (int i = 0; i <= bays; ++i) {
      BentClamp clamp;
      clamp.alongMm = m_bayMm * i;
      const double round = roundness(clamp.alongMm);
      clamp.radiusMm = std::abs(round) > 1.0 / nearlyStraightMm ? 1.0 / round : nearlyStraightMm;
      // The bay before it, held at its far end.
      const double bent = i == 0 ? 0.0 : bentAt(clamp.alongMm - 0.5 * m_bayMm);
      if (bent > 0.0) {
        clamp.standsOffMm = 0.5 * bent * m_bayMm * m_bayMm;
        clamp.pullN = 1.5 * stiffness() * bent / m_bayMm;
      }
      m_made.mostPullN = std::max(m_made.mostPullN, clamp.pullN);
      m_made.clamps.push_back(clamp);
    }
  }

  /// What is bent over a bay, as it is by even places: weighed by how far they lie from either of its clamps.
  struct BayBend {
    std::vector<double> at;              ///< at even places, ends and all
    double nearEnd = 0.0, farEnd = 0.0;  ///< mean over the bay, by the distance from its aft and its fore clamp
    bool bears = false;                  ///< it would run into what it lies on, and lies on it
  };

  BayBend bayBend(std::size_t bay) const {
    BayBend bend;
    const double h = m_bayMm, step = h / looksABay;
    for (int i = 0; i <= looksABay; ++i) {
      const double bent = bentAt(m_made.clamps[bay].alongMm + step * i);
      // Simpson's rule.
      const double weight = (i == 0 || i == looksABay ? 1.0 : i % 2 == 1 ? 4.0 : 2.0) * step / 3.0;
      bend.farEnd += weight * (step * i) * bent / h;
      bend.nearEnd += weight * (h - step * i) * bent / h;
      bend.at.push_back(bent);
    }
    return bend;
  }

  /// How much it is bent at every clamp, by the theorem of three moments: over the bays to either side, its slope is
  /// one with itself, and where it bears over the one, with what it lies on. Its ends are free.
  std::vector<double> momentsAt(const std::vector<BayBend>& bays) const {
    const double h = m_bayMm;
    const std::size_t n = bays.size();
    std::vector<double> moment(n + 1, 0.0), ratio(n + 1, 0.0);
    for (std::size_t i = 0; i <= n; ++i) {
      const bool fore = i > 0 && !bays[i - 1].bears, aft = i < n && !bays[i].bears;
      const bool isFreeEnd = (i == 0 && aft) || (i == n && fore);
      if (isFreeEnd || (!fore && !aft)) continue;
      const double before = fore ? h / 6.0 : 0.0, after = aft ? h / 6.0 : 0.0;
      const double own = (fore ? h / 3.0 : 0.0) + (aft ? h / 3.0 : 0.0);
      const double bent = (fore ? bays[i - 1].farEnd : 0.0) + (aft ? bays[i].nearEnd : 0.0);
      const double pivot = own - before * (i > 0 ? ratio[i - 1] : 0.0);
      ratio[i] = after / pivot;
      moment[i] = (bent - before * (i > 0 ? moment[i - 1] : 0.0)) / pivot;
    }
    for (std::size_t i = n; i-- > 0;) moment[i] -= ratio[i] * moment[i + 1];
    return moment;
  }

  /// Between the clamps it lies as a beam pinned at all of them: where that stands off, so does it; where it would run
  /// into what it lies on, it bears all over the bay.
  void leaveGaps() {
    std::vector<BayBend> bays;
    for (std::size_t bay = 0; bay + 1 < m_made.clamps.size(); ++bay) bays.push_back(bayBend(bay));
    const double h = m_bayMm, step = h / looksABay;
    bool settled = false;
    for (std::size_t round = 0; !settled && round <= bays.size(); ++round) {
      settled = true;
      const std::vector<double> moment = momentsAt(bays);
      for (std::size_t bay = 0; bay < bays.size(); ++bay) {
        double& gap = m_made.clamps[bay].gapMm;
        gap = 0.0;
        if (bays[bay].bears) continue;
        // Off the face: its second derivative is what the face is bent by less what the timber is.
        const auto second = [&](int i) {
          return bays[bay].at[static_cast<std::size_t>(i)] -
                 std::lerp(moment[bay], moment[bay + 1], static_cast<double>(i) / looksABay);
        };
        double slope = -bays[bay].nearEnd + h * (moment[bay] / 3.0 + moment[bay + 1] / 6.0), off = 0.0, least = 0.0;
        for (int i = 0; i < looksABay; ++i) {
          const double a = second(i), b = second(i + 1);
          off += slope * step + step * step * (a / 3.0 + b / 6.0);
          slope += 0.5 * step * (a + b);
          gap = std::max(gap, off), least = std::min(least, off);
        }
        if (least < -bearsMm && -least > gap) bays[bay].bears = true, settled = false;
      }
    }
    for (const BentClamp& clamp : m_made.clamps) m_made.mostGapMm = std::max(m_made.mostGapMm, clamp.gapMm);
  }

  /// Its ends as stem and transom stand to its run.
  void cutEnds() {
    const auto against = [&](ProfilePart part, bool fore) {
      const Profile* profile = m_of.table->profile(part);
      if (!hasCourse(profile)) return 0.0;
      const Batten batten = springProfile(*profile, 0.0, 0.0);
      const double along = fore ? 0.0 : m_lengthMm;
      const Vec3 end = m_made.face.pointAt(along), way = m_made.face.tangentAt(along);
      double nearest = 0.0, least = 1e300;
      for (int i = 0; i <= 100; ++i) {
        const double at = batten.lengthMm() * i / 100.0;
        if (const double off = (batten.pointAt(at) - end).norm(); off < least) least = off, nearest = at;
      }
      Vec3 up = batten.tangentAt(nearest);
      if (up.z() < 0.0) up = -up;
      // Leaning out from its upper, inner face: the outside is the longer where the end leans away from it downwards.
      const double lean = up.dot(way);
      return std::asin(std::clamp(fore ? lean : -lean, -1.0, 1.0));
    };
    if (isStem()) return;
    m_made.foreRad = against(
        hasCourse(m_of.table->profile(ProfilePart::StemFace)) ? ProfilePart::StemFace : ProfilePart::StemRabbet, true);
    m_made.aftRad = against(
        m_of.table->profile(ProfilePart::Transom) != nullptr ? ProfilePart::Transom : ProfilePart::SternpostRabbet,
        false);
  }

  const BentInPlaceOf& m_of;
  const BentInPlacePlan& m_plan;
  BentInPlace m_made;
  double m_lengthMm = 0.0, m_bayMm = 0.0;
  double m_bowed = 0.0;  ///< curvature that the board has of itself, 1/mm
};

}  // namespace

Vec2 bentPlace(const BentInPlace& timber, const BentInPlacePlan& plan, double alongMm, double outMm) {
  const Vec3 at = timber.face.pointAt(alongMm), way = timber.face.tangentAt(alongMm);
  const Vec2 outwards = plan.along == BentAlong::Stem ? Vec2(-way.z(), way.x()) : Vec2(way.z(), -way.x());
  return Vec2(at.x(), at.z()) + outMm * outwards;
}

std::vector<Vec2> bentOutline(const BentInPlace& timber, const BentInPlacePlan& plan) {
  constexpr int steps = 160;
  std::vector<Vec2> round;
  for (const double out : {0.0, plan.thickness.mm()}) {
    for (int i = 0; i <= steps; ++i) {
      const double along = timber.face.lengthMm() * (out > 0.0 ? steps - i : i) / steps;
      round.push_back(bentPlace(timber, plan, along, out));
    }
  }
  return round;
}

double bendingModulus(const std::string& species) {
  for (const Modulus& one : moduli) {
    if (namesSpecies(species, one.species)) return one.newtons;
  }
  return usualModulus;
}

std::string showPull(double newtons, Notation notation) {
  constexpr double newtonsAKilogram = 9.80665, newtonsAPound = 4.44822;
  return notation == Notation::Millimetres ? Trade::say("%1 kg", saidDecimal(newtons / newtonsAKilogram, 0))
                                           : Trade::say("%1 lb", saidDecimal(newtons / newtonsAPound, 0));
}

std::string goesOnWords(GoesOn goesOn) {
  switch (goesOn) {
    case GoesOn::Cold:
      return Trade::say("goes on cold");
    case GoesOn::Hard:
      return Trade::say("hard on it cold: warm it, or give it days");
    case GoesOn::Steam:
      return Trade::say("steam it");
    case GoesOn::Strips:
      return Trade::say("tighter than steamed stock goes: in two layers or more, or laminated");
  }
  return {};
}

Result<BentInPlace> bendInPlace(const BentInPlaceOf& of, const BentInPlacePlan& plan) {
  require(of.table != nullptr, "a timber is bent round a boat");
  return BentMaker(of, plan).make();
}

}  // namespace narrows
