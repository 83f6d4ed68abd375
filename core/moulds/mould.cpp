#include "moulds/mould.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "curve/halving.h"
#include "lines/cut_loops.h"
#include "lines/offset_patch.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Rows an outline is cut at in each patch.
constexpr int outlineRows = 72;
/// Where the hull ends within a patch, the share of the row that just reaches the plane is found to this.
constexpr int endHalvings = 24;
/// Points of one outline nearer together than this are one.
constexpr double sameCornerMm = 1e-4;
constexpr double squareBevelRad = 0.1 / 57.29577951308232;
/// Points of an outline that proudness is judged at.
constexpr int proudSamples = 60;

struct EdgePoint {
  Vec3 at;
  double bevelRad;
};

double bevelOf(const Vec3& normal) {
  return std::asin(std::clamp(normal.x(), -1.0, 1.0));
}

/// The rows of one patch cut by the plane, low to high, without the loops of a fold.
std::vector<EdgePoint> cutPatch(const OffsetPatch& patch, double xMm) {
  std::vector<EdgePoint> points;
  double near = 0.5 * patch.lastT();
  bool folds = false;
  const auto row = [&](double v) -> std::optional<EdgePoint> {
    std::optional<double> t;
    for (const double start : {near, 0.25 * patch.lastT(), 0.75 * patch.lastT(), 0.02, patch.lastT() - 0.02}) {
      t = patch.crossing(xMm, v, start);
      if (t) break;
    }
    if (!t) return std::nullopt;
    folds = folds || patch.foldsAt(*t, v);
    near = *t;
    return EdgePoint{patch.point(*t, v), bevelOf(patch.normal(*t, v))};
  };
  std::optional<EdgePoint> before;
  for (int k = 0; k <= outlineRows; ++k) {
    const double v = static_cast<double>(k) / outlineRows;
    const auto here = row(v);
    if (k > 0 && here.has_value() != before.has_value()) {
      // The hull begins or ends between these rows: on stem, sternpost or transom.
      double out = here ? v - 1.0 / outlineRows : v, in = here ? v : v - 1.0 / outlineRows;
      std::optional<EdgePoint> last;
      for (int i = 0; i < endHalvings; ++i) {
        const double middle = 0.5 * (out + in);
        const auto found = row(middle);
        (found ? in : out) = middle;
        if (found) last = found;
      }
      if (last) points.push_back(*last);
    }
    if (here) points.push_back(*here);
    before = here;
  }
  if (folds)
    cutLoops(
        points, [](const EdgePoint& point) { return point.at; },
        [](const EdgePoint& a, const EdgePoint& b, double share) {
          return EdgePoint{a.at + share * (b.at - a.at), a.bevelRad + share * (b.bevelRad - a.bevelRad)};
        });
  std::vector<EdgePoint> kept;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const EdgePoint& point = points[i];
    if (point.at.y() < 0.0) {
      // Carried past the centre line, where the other side's edge meets it.
      if (!kept.empty()) break;
      if (i + 1 < points.size() && points[i + 1].at.y() > 0.0) {
        const double share = -point.at.y() / (points[i + 1].at.y() - point.at.y());
        kept.push_back({point.at + share * (points[i + 1].at - point.at), point.bevelRad});
      }
      continue;
    }
    if (!kept.empty() && (point.at - kept.back().at).norm() < sameCornerMm) continue;
    // Carried through a hollow tighter than the distance, the edge would run back on itself.
    if (kept.size() > 1 && (point.at - kept.back().at).dot(kept.back().at - kept[kept.size() - 2].at) <= 0.0) continue;
    kept.push_back(point);
  }
  return kept;
}

/// Where two polylines of one plane first cross, from the last leg of the lower and the first of the upper: both are
/// trimmed there. Carried inward past a chine, the faces overlap.
void trimAtChine(std::vector<EdgePoint>& lower, std::vector<EdgePoint>& upper) {
  for (std::size_t i = lower.size(); i-- > 1;) {
    for (std::size_t j = 0; j + 1 < upper.size(); ++j) {
      const auto shares = legsCross(lower[i - 1].at, lower[i].at, upper[j].at, upper[j + 1].at);
      if (!shares) continue;
      const Vec3 corner = lower[i - 1].at + shares->first * (lower[i].at - lower[i - 1].at);
      lower.resize(i);
      lower.push_back({corner, lower.back().bevelRad});
      upper.erase(upper.begin(), upper.begin() + static_cast<std::ptrdiff_t>(j) + 1);
      upper.insert(upper.begin(), {corner, upper.front().bevelRad});
      return;
    }
  }
  // Carried outward they part: the corner is where the two ends meet.
  if (!lower.empty() && !upper.empty() && (lower.back().at - upper.front().at).norm() > sameCornerMm) {
    const Vec3 corner = 0.5 * (lower.back().at + upper.front().at);
    lower.push_back({corner, lower.back().bevelRad});
    upper.insert(upper.begin(), {corner, upper.front().bevelRad});
  }
}

void addRun(MouldOutline& outline, const std::vector<EdgePoint>& points) {
  std::vector<Vec3> nails;
  std::vector<double> bevels;
  for (const EdgePoint& point : points) {
    if (!nails.empty() && (point.at - nails.back()).norm() < sameCornerMm) continue;
    nails.push_back(point.at);
    bevels.push_back(point.bevelRad);
  }
  if (nails.size() < 2) return;
  Batten run = Batten::spring(nails, BattenEnds::CarryCurvature);
  // A hull out of figures that are still being typed may bend an edge back on itself: that is no edge.
  const std::vector<double>& lengths = run.nailLengthsMm();
  for (std::size_t i = 1; i < lengths.size(); ++i) {
    if (!(lengths[i] > lengths[i - 1])) return;
  }
  outline.bevelRad.emplace_back(lengths, bevels);
  outline.runs.push_back(std::move(run));
}

Say hullReach(const Hull& hull) {
  double low = std::numeric_limits<double>::max(), high = -low;
  for (const Section& section : hull.sections) {
    for (const Batten& part : section.parts) {
      for (const Vec3& nail : part.nails()) low = std::min(low, nail.x()), high = std::max(high, nail.x());
    }
  }
  return Trade::say("%1 to %2", saidAtLeast(low), saidAtMost(high));
}

/// Makes one mould, step by step.
class MouldMaker {
 public:
  MouldMaker(const MouldFace& face, const MouldPlan& plan) : m_face(face), m_plan(plan) {}

  Result<Mould> make(const std::string& name, double xMm) {
    const double inside = takenOffInside(m_plan).mm();
    auto outline = cutOutline(*m_face.hull, xMm, inside);
    if (!outline) return tl::make_unexpected(placed(outline.error(), name));
    m_mould.name = name;
    m_mould.outline = std::move(*outline);
    m_mould.thicknessMm = m_plan.thickness.mm();
    chooseSide();
    if (auto back = cutOutline(*m_face.hull, xMm + m_mould.standsAft * m_mould.thicknessMm, inside))
      m_mould.back = std::move(*back);
    addMarks();
    addPlankLines();
    sortMarks();
    return std::move(m_mould);
  }

  /// Plank lines only, on a mould that is made.
  void remark(Mould& mould) {
    m_mould = std::move(mould);
    std::erase_if(m_mould.marks, [](const MouldMark& mark) { return mark.isPlankLine; });
    addPlankLines();
    sortMarks();
    mould = std::move(m_mould);
  }

 private:
  Problems placed(Problems problems, const std::string& name) const {
    return named(std::move(problems), Trade::say("mould %1", name));
  }

  void chooseSide() {
    double aft = 0.0, forward = 0.0;
    const double length = m_mould.outline.lengthMm();
    for (int i = 0; i <= proudSamples; ++i) {
      // A square edge of this thickness leaves the surface by its sine.
      const double proud = m_mould.thicknessMm * std::sin(m_mould.outline.bevelAt(length * i / proudSamples));
      aft = std::max(aft, proud);
      forward = std::max(forward, -proud);
      m_mould.inPlaneMostMm = std::max(m_mould.inPlaneMostMm, inPlane(length * i / proudSamples));
    }
    const bool aftBest = aft <= forward;
    const bool standsAft = m_plan.side == MouldSide::Best ? aftBest : m_plan.side == MouldSide::Aft;
    m_mould.standsAft = standsAft ? 1 : -1;
    m_mould.leastProudMm = standsAft ? aft : forward;
    m_mould.otherProudMm = standsAft ? forward : aft;
  }

  /// What comes off in the mould's plane where the planking comes off square to the surface.
  double inPlane(double alongMm) const {
    return m_face.table->thickness.mm() / std::max(std::cos(m_mould.outline.bevelAt(alongMm)), 0.05);
  }

  void add(const std::string& name, double alongMm, bool plankLine = false) {
    m_mould.marks.push_back(
        {name, m_mould.outline.pointAt(alongMm), alongMm, m_mould.outline.bevelAt(alongMm), plankLine});
  }

  void addMarks() {
    const MouldOutline& outline = m_mould.outline;
    const double stemFoot = footOfStem();
    add(outline.xMm < stemFoot ? "stem" : "rabbet", 0.0);
    if (outline.runs.size() > 1) add("chine", outline.runs.front().lengthMm());
    for (const TableRow& row : m_face.table->rows) {
      if (row.line != RowLine::Waterline && row.line != RowLine::Buttock) continue;
      const std::string name = rowLabel(row, m_face.table->unit);
      const auto known = std::find_if(m_mould.marks.begin(), m_mould.marks.end(),
                                      [&name](const MouldMark& mark) { return mark.name == name; });
      if (known != m_mould.marks.end()) continue;  // its second crossing is found with the first
      for (const double along : outline.reaching(row.line == RowLine::Buttock ? 1 : 2, row.at.mm())) add(name, along);
    }
    add("sheer", outline.lengthMm());
  }

  void sortMarks() {
    std::stable_sort(m_mould.marks.begin(), m_mould.marks.end(),
                     [](const MouldMark& a, const MouldMark& b) { return a.alongMm < b.alongMm; });
  }

  double footOfStem() const {
    const Section& first = m_face.hull->sections.front();
    return first.kind == SectionKind::Stem ? first.parts.front().nails().front().x()
                                           : -std::numeric_limits<double>::max();
  }

  /// A plank line lies on the inside of the planking; its mark is where the square from it meets the mould's edge.
  void addPlankLines() {
    if (m_face.lining != nullptr) addPlankLines(*m_face.lining, m_face.port == nullptr ? "" : " starboard");
    if (m_face.port != nullptr) addPlankLines(*m_face.port, " port");
  }

  void addPlankLines(const Lining& lining, const std::string& side) {
    const double insideMm = takenOffInside(m_plan).mm();
    for (std::size_t k = 1; k + 1 < lining.lines.size(); ++k) {
      const PlankLine& line = lining.lines[k];
      const auto carried = [&](double t) -> Vec3 {
        const SurfacePoint point = lining.frame.evaluate(t, line.shareAt(t));
        return point.at - insideMm * point.normal();
      };
      const auto t = crossing(carried, lining.frame.lastT());
      if (!t || !line.reach.holds(*t)) continue;
      add("line " + std::to_string(k) + side, nearestAlong(carried(*t)), true);
    }
  }

  template <typename Curve>
  std::optional<double> crossing(const Curve& curve, double lastT) const {
    const double x = m_mould.outline.xMm;
    if (curve(0.0).x() > x + sameCornerMm || curve(lastT).x() < x - sameCornerMm) return std::nullopt;
    return whereCeases(0.0, lastT, [&](double t) { return curve(t).x() < x; });
  }

  double nearestAlong(const Vec3& at) const {
    double best = 0.0, least = std::numeric_limits<double>::max(), start = 0.0;
    for (const Batten& run : m_mould.outline.runs) {
      const double along = run.nearestAlong(at);
      const double away = (run.pointAt(along) - at).squaredNorm();
      if (away < least) least = away, best = start + along;
      start += run.lengthMm();
    }
    return best;
  }

  const MouldFace& m_face;
  const MouldPlan& m_plan;
  Mould m_mould;
};

}  // namespace

double MouldOutline::lengthMm() const {
  double length = 0.0;
  for (const Batten& run : runs) length += run.lengthMm();
  return length;
}

std::pair<std::size_t, double> MouldOutline::runAt(double alongMm) const {
  std::size_t run = 0;
  while (run + 1 < runs.size() && alongMm > runs[run].lengthMm()) alongMm -= runs[run++].lengthMm();
  return {run, alongMm};
}

Vec3 MouldOutline::pointAt(double alongMm) const {
  const auto [run, along] = runAt(alongMm);
  return runs[run].pointAt(along);
}

double MouldOutline::bevelAt(double alongMm) const {
  const auto [run, along] = runAt(alongMm);
  return bevelRad[run](along);
}

std::vector<double> MouldOutline::reaching(int coordinate, double valueMm) const {
  std::vector<double> found;
  double start = 0.0;
  for (const Batten& run : runs) {
    const auto away = [&](double along) { return run.pointAt(along)(coordinate) - valueMm; };
    const auto& stops = run.nailLengthsMm();
    for (std::size_t i = 0; i + 1 < stops.size(); ++i) {
      const bool below = away(stops[i]) <= 0.0;
      if (below == (away(stops[i + 1]) <= 0.0)) continue;
      found.push_back(start +
                      whereCeases(stops[i], stops[i + 1], [&](double along) { return (away(along) <= 0.0) == below; }));
    }
    start += run.lengthMm();
  }
  return found;
}

Length takenOffInside(const MouldPlan& plan) {
  switch (plan.takenOff) {
    case TakenOff::Planking:
      return Length();
    case TakenOff::PlankingAndFrames:
      return plan.frame;
    case TakenOff::PlankingFramesRibbands:
      return plan.frame + plan.ribband;
  }
  return Length();
}

Result<MouldOutline> cutOutline(const Hull& hull, double xMm, double insideMm) {
  std::vector<std::vector<EdgePoint>> runs;
  bool any = false;
  for (const SurfacePatch& patch : hull.patches) {
    runs.push_back(cutPatch(OffsetPatch(patch, -insideMm), xMm));
    any = any || runs.back().size() >= 2;
  }
  if (!any) {
    const SaidLength at = said(xMm);
    if (insideMm > 0.0 && cutOutline(hull, xMm, 0.0)) {
      return fail(Fault::TakenOffTooMuch, {}, {said(insideMm), at});
    }
    return fail(Fault::NoHullThere, {}, {at, hullReach(hull)});
  }
  if (runs.size() == 2 && runs[0].size() >= 2 && runs[1].size() >= 2) trimAtChine(runs[0], runs[1]);
  MouldOutline outline;
  outline.xMm = xMm;
  for (const auto& run : runs) addRun(outline, run);
  if (outline.runs.empty()) {
    return fail(Fault::NoHullThere, {}, {said(xMm), hullReach(hull)});
  }
  return outline;
}

Result<Mould> makeMould(const MouldFace& face, const MouldPlan& plan, const std::string& name, double xMm) {
  return MouldMaker(face, plan).make(name, xMm);
}

MouldSet makeMoulds(const MouldFace& face, const MouldPlan& plan, const std::stop_token& stop) {
  struct Wanted {
    std::string name;
    double xMm;
    std::optional<MouldId> id;
  };
  std::vector<Wanted> wanted;
  for (const StationColumn& station : face.table->stations) {
    const bool left = std::find(plan.leftOut.begin(), plan.leftOut.end(), station.name) != plan.leftOut.end();
    if (station.distance && !left) wanted.push_back({station.name, station.distance->mm(), std::nullopt});
  }
  for (const ExtraMould& extra : plan.extra) wanted.push_back({extra.name, extra.at.mm(), extra.id});
  std::stable_sort(wanted.begin(), wanted.end(), [](const Wanted& a, const Wanted& b) { return a.xMm < b.xMm; });
  MouldSet set;
  for (const Wanted& one : wanted) {
    if (stop.stop_requested()) break;
    auto mould = makeMould(face, plan, one.name, one.xMm);
    if (!mould) {
      set.problems.insert(set.problems.end(), mould.error().begin(), mould.error().end());
      continue;
    }
    mould->extra = one.id;
    set.moulds.push_back(std::move(*mould));
  }
  return set;
}

void markPlankLines(MouldSet& set, const MouldFace& face, const MouldPlan& plan, const std::stop_token& stop) {
  for (Mould& mould : set.moulds) {
    if (stop.stop_requested()) return;
    MouldMaker(face, plan).remark(mould);
  }
}

MouldPlan cutOf(const MouldPlan& plan) {
  MouldPlan cut = plan;
  cut.whole = true;
  cut.spreader = cut.base = {};
  cut.readings.clear();
  cut.plankAsTheyStand = false;
  return cut;
}

const Mould* MouldSet::find(const std::string& name) const {
  const auto found = std::find_if(moulds.begin(), moulds.end(), [&](const Mould& mould) { return mould.name == name; });
  return found == moulds.end() ? nullptr : &*found;
}

std::string bevelSense(const Mould& mould, double bevelRad) {
  if (std::abs(bevelRad) < squareBevelRad) return Trade::mark("square");
  return bevelRad * mould.standsAft < 0.0 ? Trade::mark("standing") : Trade::mark("under");
}

std::string riseWords(double bevelRad, Notation notation) {
  const double slope = std::tan(std::abs(bevelRad));
  if (notation == Notation::Millimetres) return Trade::say("%1 in 10 mm", saidDecimal(10.0 * slope, 1));
  auto part = static_cast<int>(std::lround(64.0 * slope));
  int whole = 64;
  if (part == 0) return Trade::say("under 1⁄64 in an inch");
  const int inch = part / whole;
  part %= whole;
  while (part > 0 && part % 2 == 0) part /= 2, whole /= 2;
  std::string words = inch > 0 ? std::to_string(inch) : std::string();
  if (part > 0) words += (inch > 0 ? " " : "") + std::to_string(part) + "\u2044" + std::to_string(whole);
  return Trade::say("%1 in an inch", words);
}

Result<std::vector<Length>> spaceFrames(Length from, Length to, Length wanted, const std::vector<Length>& missing,
                                        Length clear) {
  const double stretch = to.mm() - from.mm();
  if (wanted.mm() <= 0.0 || wanted.mm() > stretch || stretch <= 0.0) {
    return fail(Fault::MouldSpacing, {},
                {said(wanted.mm()), Trade::say("more than nothing and %1", saidAtMost(std::max(stretch, 0.0)))});
  }
  const auto bays = static_cast<int>(std::ceil(stretch / wanted.mm() - 1e-9));
  const double bay = stretch / bays;
  std::vector<Length> places;
  for (int i = 0; i <= bays; ++i) {
    double at = from.mm() + bay * i;
    for (const Length& miss : missing) {
      const double away = at - miss.mm();
      // To the nearer side first, so that the bays stay as even as they can.
      if (std::abs(away) < clear.mm()) at = miss.mm() + (away >= 0.0 ? clear.mm() : -clear.mm());
    }
    const bool tooFar = std::abs(at - from.mm() - bay * i) > 0.5 * bay;
    const bool blocked = std::any_of(missing.begin(), missing.end(),
                                     [&](const Length& miss) { return std::abs(at - miss.mm()) < clear.mm() - 1e-9; });
    if (!tooFar && !blocked && at >= from.mm() - 1e-9 && at <= to.mm() + 1e-9) places.push_back(millimetres(at));
  }
  return places;
}

}  // namespace narrows
