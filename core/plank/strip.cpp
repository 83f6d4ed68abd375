#include "plank/strip.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include "curve/cubic.h"

namespace narrows {

namespace {

/// Intervals a bay is looked at in, to find where its edges turn; a bay at an end, where they turn hardest, in more.
constexpr std::size_t looksABay = 4;
constexpr std::size_t looksAnEndBay = 24;
/// Intervals a straight-laid band is looked at in.
constexpr std::size_t looksABand = 64;
/// Columns are laid half by length and half by turn, where there is this much turn in all, in radians; by length alone
/// where there is none.
constexpr double turnShare = 0.5;
constexpr double muchTurn = 1.5;
/// An edge shorter than this part of the band's length there is not asked how it turns.
constexpr double standsStill = 0.5;
/// Columns are never so many times closer together than evenly spread: cells too long for their width lie badly.
constexpr double closestTimes = 4.0;

double angleBetween(const Vec3& a, const Vec3& b) {
  return std::atan2(a.cross(b).norm(), a.dot(b));
}

/// The two edges of a band, looked at place by place.
struct Edges {
  std::vector<Vec3> low, high;

  /// What each interval asks for of the columns, 1 in all.
  std::vector<double> asked() const {
    const std::size_t n = low.size() - 1;
    std::vector<double> length(n), turn(n, 0.0);
    double wholeLength = 0.0, wholeTurn = 0.0;
    for (std::size_t i = 0; i < n; ++i) {
      length[i] = 0.5 * (low[i + 1] + high[i + 1] - low[i] - high[i]).norm();
      for (const std::vector<Vec3>* edge : {&low, &high}) {
        const auto chord = [&](std::size_t k) -> Vec3 { return (*edge)[k + 1] - (*edge)[k]; };
        // An edge that stands all but still while the other swings round it turns without need.
        const double counts = std::min(1.0, chord(i).norm() / std::max(standsStill * length[i], 1e-9));
        if (i > 0) turn[i] += 0.5 * counts * angleBetween(chord(i - 1), chord(i));
        if (i + 1 < n) turn[i] += 0.5 * counts * angleBetween(chord(i), chord(i + 1));
      }
      wholeLength += length[i];
      wholeTurn += turn[i];
    }
    const double byTurn = turnShare * std::min(1.0, wholeTurn / muchTurn);
    for (std::size_t i = 0; i < n; ++i) {
      const double ofLength = wholeLength > 0.0 ? length[i] / wholeLength : 1.0 / static_cast<double>(n);
      const double asked =
          (1.0 - byTurn) * ofLength + (wholeTurn > 0.0 ? byTurn * turn[i] / wholeTurn : byTurn * ofLength);
      length[i] = std::min(asked, closestTimes * ofLength);
    }
    const double whole = std::accumulate(length.begin(), length.end(), 0.0);
    for (double& one : length) one /= whole;
    return length;
  }
};

/// `steps` places after the first, 0 to 1 over intervals of even width, that share out evenly what these ask for.
std::vector<double> shareOut(const double* asked, std::size_t intervals, std::size_t steps) {
  double whole = 0.0;
  for (std::size_t i = 0; i < intervals; ++i) whole += asked[i];
  std::vector<double> places;
  std::size_t at = 0;
  double before = 0.0;
  for (std::size_t k = 1; k < steps; ++k) {
    const double wanted = whole * static_cast<double>(k) / static_cast<double>(steps);
    while (at + 1 < intervals && before + asked[at] < wanted) before += asked[at++];
    const double within = asked[at] > 0.0 ? std::clamp((wanted - before) / asked[at], 0.0, 1.0) : 0.5;
    places.push_back((static_cast<double>(at) + within) / static_cast<double>(intervals));
  }
  places.push_back(1.0);
  return places;
}

/// Places along the hull for the columns, one of them at every section.
std::vector<double> columnPlaces(const Band& band, std::size_t columns) {
  const SurfaceReach reach = band.reach;
  std::vector<double> breaks{reach.fromT};
  for (double t = std::floor(reach.fromT) + 1.0; t < reach.toT - 1e-9; t += 1.0) breaks.push_back(t);
  breaks.push_back(reach.toT);
  for (const double t : band.breaks) {
    if (t > reach.fromT + 1e-9 && t < reach.toT - 1e-9) breaks.push_back(t);
  }
  std::sort(breaks.begin(), breaks.end());
  breaks.erase(std::unique(breaks.begin(), breaks.end()), breaks.end());
  Edges edges;
  std::vector<std::size_t> first;  // interval of each bay
  const auto look = [&](double t) {
    edges.low.push_back(band.point(t, 0.0));
    edges.high.push_back(band.point(t, 1.0));
  };
  look(breaks.front());
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
    first.push_back(edges.low.size() - 1);
    const std::size_t looks = i == 0 || i + 2 == breaks.size() ? looksAnEndBay : looksABay;
    for (std::size_t k = 1; k <= looks; ++k)
      look(breaks[i] + (breaks[i + 1] - breaks[i]) * static_cast<double>(k) / static_cast<double>(looks));
  }
  const std::vector<double> asked = edges.asked();
  first.push_back(asked.size());
  std::vector<double> places{reach.fromT};
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
    double share = 0.0;
    for (std::size_t k = first[i]; k < first[i + 1]; ++k) share += asked[k];
    const auto steps = static_cast<std::size_t>(std::max(2.0, std::ceil(share * static_cast<double>(columns))));
    for (const double place : shareOut(asked.data() + first[i], first[i + 1] - first[i], steps))
      places.push_back(breaks[i] + place * (breaks[i + 1] - breaks[i]));
  }
  return places;
}

/// Sine between the directions of a point over which they tell its normal.
constexpr double crossing = 0.1;

/// Chords a bay by which edges are measured.
std::size_t samplesFor(StripFineness fineness) {
  return fineness.columns < fullStrip.columns ? LineLength::usualSamplesABay / 3 : LineLength::usualSamplesABay;
}

}  // namespace

Strip surfaceStrip(const Band& band, StripFineness fineness) {
  const std::vector<double> places = columnPlaces(band, fineness.columns);
  Strip strip;
  const std::size_t samples = samplesFor(fineness);
  strip.lower = LineLength(band.frame, band.lower, band.reach, samples);
  strip.upper = LineLength(band.frame, band.upper, band.reach, samples);
  strip.columns = places.size();
  strip.rows = fineness.rows + 1;
  strip.points.reserve(strip.columns * strip.rows);
  strip.normals.reserve(strip.columns * strip.rows);
  for (const double t : places) {
    for (std::size_t row = 0; row < strip.rows; ++row) {
      const double across = static_cast<double>(row) / static_cast<double>(fineness.rows);
      const SurfacePoint point = band.evaluate(t, across);
      // Where its directions run together only the patch itself tells the normal.
      const double size = point.up.norm() * point.aft.norm();
      const Vec3 square = point.up.cross(point.aft);
      strip.points.push_back(point.at);
      strip.normals.push_back(square.norm() > crossing * size ? point.normal() : band.normal(t, across));
    }
    strip.lowerShare.push_back(strip.lower.shareAt(t));
    strip.upperShare.push_back(strip.upper.shareAt(t));
  }
  return strip;
}

namespace {

/// One side of a strip that is straight across: its line, with the end of the surface before it, behind it, or neither.
/// Gone along by length, mm, bow to stern.
class RuledSide {
 public:
  RuledSide(const Band& band, const LineLength& line, bool upper) : m_band(&band), m_line(&line), m_upper(upper) {}

  /// Takes the end of the band to this side, from the other side's corner to its own: as it is seen square to the
  /// plank, whose plane there holds both corners and the run. How far stem or transom bulges out of that plane is no
  /// matter of the plank's, which is straight across.
  void takeEnd(bool bow, const Vec3& run) {
    End& end = bow ? m_bow : m_stern;
    const double t = m_band->endT(bow);
    const Vec3 own = m_band->point(t, m_upper ? 1.0 : 0.0), far = m_band->point(t, m_upper ? 0.0 : 1.0);
    const Vec3 square = (far - own).cross(run);
    const Vec3 normal = square.norm() > 0.0 ? Vec3(square.normalized()) : Vec3(Vec3::Zero());
    // From the far corner to this side's own, so many chords.
    for (int i = 0; i <= endSteps; ++i) {
      const double part = static_cast<double>(i) / endSteps;
      const Vec3 at = m_band->point(t, m_upper ? part : 1.0 - part);
      end.at.push_back(at - (at - own).dot(normal) * normal);
      end.mm.push_back(i == 0 ? 0.0 : end.mm.back() + (end.at.back() - end.at[end.at.size() - 2]).norm());
    }
  }

  double bowMm() const { return m_bow.lengthMm(); }
  double sternMm() const { return m_stern.lengthMm(); }
  double lineMm() const { return m_line->lengthMm(); }
  double lengthMm() const { return bowMm() + lineMm() + sternMm(); }

  /// Section parameter and `across` of a length along it.
  Vec2 placeAt(double mm) const {
    const double own = m_upper ? 1.0 : 0.0;
    if (mm < bowMm()) return {m_band->endT(true), m_bow.acrossAt(mm, m_upper)};
    if (sternMm() > 0.0 && mm > bowMm() + lineMm())
      return {m_band->endT(false), m_stern.acrossAt(lengthMm() - mm, m_upper)};
    return {
        std::clamp(m_line->tAtShare((mm - bowMm()) / std::max(lineMm(), 1e-9)), m_band->reach.fromT, m_band->reach.toT),
        own};
  }
  Vec3 at(double mm) const {
    if (mm < bowMm()) return m_bow.pointAt(mm);
    if (sternMm() > 0.0 && mm > bowMm() + lineMm()) return m_stern.pointAt(lengthMm() - mm);
    const Vec2 place = placeAt(mm);
    return m_band->point(place.x(), place.y());
  }

  /// Tables its line, so that rulings are looked for without asking the surface each time.
  void table(std::size_t steps) {
    for (std::size_t i = 0; i <= steps; ++i)
      m_tabled.push_back(at(bowMm() + lineMm() * static_cast<double>(i) / static_cast<double>(steps)));
  }
  /// Much the same as `at`, smoothly, from the tables.
  Vec3 near(double mm) const {
    if (mm < bowMm()) return m_bow.pointAt(mm);
    if (sternMm() > 0.0 && mm > bowMm() + lineMm()) return m_stern.pointAt(lengthMm() - mm);
    const double steps = static_cast<double>(m_tabled.size() - 1);
    const double place = std::clamp((mm - bowMm()) / std::max(lineMm(), 1e-9), 0.0, 1.0) * steps;
    const auto below = static_cast<std::size_t>(std::min(std::floor(place), steps - 1.0));
    const std::size_t first = std::min(below > 0 ? below - 1 : 0, m_tabled.size() - 4);
    const auto weights = weightsThrough(4, place, [&](std::size_t k) { return static_cast<double>(first + k); });
    Vec3 sum = Vec3::Zero();
    for (std::size_t k = 0; k < 4; ++k) sum += weights[k] * m_tabled[first + k];
    return sum;
  }
  /// The way its line runs abreast of a length along it; along an end as at the line's own end.
  Vec3 run(double mm) const {
    const double held = std::clamp(mm, bowMm(), bowMm() + lineMm());
    const double steps = static_cast<double>(m_tabled.size() - 1);
    const double place = (held - bowMm()) / std::max(lineMm(), 1e-9) * steps;
    const auto way = [&](std::size_t i) -> Vec3 {
      const std::size_t before = i > 0 ? i - 1 : 0, after = std::min(i + 1, m_tabled.size() - 1);
      return (m_tabled[after] - m_tabled[before]).normalized();
    };
    const auto i = static_cast<std::size_t>(std::clamp(std::floor(place), 0.0, steps - 1.0));
    const double part = place - static_cast<double>(i);
    return (1.0 - part) * way(i) + part * way(i + 1);
  }

 private:
  static constexpr int endSteps = 64;
  /// An end of the surface, from the other side's corner to this side's.
  struct End {
    std::vector<Vec3> at;
    std::vector<double> mm;
    double lengthMm() const { return mm.empty() ? 0.0 : mm.back(); }
    /// In steps from the far corner.
    double stepsAt(double along) const {
      const auto after = std::upper_bound(mm.begin() + 1, mm.end() - 1, along);
      const auto i = static_cast<std::size_t>(after - mm.begin());
      const double gap = std::max(mm[i] - mm[i - 1], 1e-12);
      return static_cast<double>(i) - 1.0 + std::clamp((along - mm[i - 1]) / gap, 0.0, 1.0);
    }
    double acrossAt(double along, bool upper) const {
      const double part = stepsAt(along) / endSteps;
      return upper ? part : 1.0 - part;
    }
    Vec3 pointAt(double along) const {
      const double steps = stepsAt(along);
      const auto i = static_cast<std::size_t>(std::min(std::floor(steps), endSteps - 1.0));
      return at[i] + (steps - static_cast<double>(i)) * (at[i + 1] - at[i]);
    }
  };
  const Band* m_band;
  const LineLength* m_line;
  bool m_upper;
  End m_bow, m_stern;
  std::vector<Vec3> m_tabled;
};

/// A ruling shorter than this, at an end that runs to a point, is that point: it would lie in no direction.
constexpr double pointRulingMm = 0.3;

/// The band's run at one of its ends, half way between its lines'.
Vec3 runAt(const RuledSide& lower, const RuledSide& upper, bool bow) {
  return (lower.run(bow ? 0.0 : lower.lengthMm()) + upper.run(bow ? 0.0 : upper.lengthMm())).normalized();
}

/// Whether the upper side sticks out further at an end than the lower, along the band's run there.
bool upperSticksOut(const Band& band, const Vec3& run, bool bow) {
  const Vec3 across = band.point(band.endT(bow), 1.0) - band.point(band.endT(bow), 0.0);
  return (bow ? -1.0 : 1.0) * across.dot(run) >= 0.0;
}

/// The rulings: lengths along both sides whose points lie abreast, for a length along the two together.
class Rulings {
 public:
  Rulings(const RuledSide& lower, const RuledSide& upper) : m_lower(lower), m_upper(upper) {}
  double lengthMm() const { return m_lower.lengthMm() + m_upper.lengthMm(); }

  /// Where the ruling of a length along both ends on either side: square to the run half way between theirs.
  std::pair<double, double> at(double together) const {
    const double fewest = std::max(0.0, together - m_upper.lengthMm());
    const double most = std::min(m_lower.lengthMm(), together);
    const auto leansAft = [&](double low) {
      const double high = together - low;
      return (m_upper.near(high) - m_lower.near(low)).dot(m_upper.run(high) + m_lower.run(low)) > 0.0;
    };
    double from = fewest, to = most;
    // Further aft below, the ruling leans further forward.
    for (int i = 0; i < halvings; ++i) {
      const double middle = 0.5 * (from + to);
      (leansAft(middle) ? from : to) = middle;
    }
    const double low = 0.5 * (from + to);
    return {low, together - low};
  }

 private:
  static constexpr int halvings = 40;
  const RuledSide& m_lower;
  const RuledSide& m_upper;
};

/// `count` intervals between these places, a whole number to each gap by what it asks for, one at least.
std::vector<std::size_t> intervalsOf(const std::vector<double>& asked, std::size_t count) {
  const double whole = std::accumulate(asked.begin(), asked.end(), 0.0);
  std::vector<std::size_t> intervals;
  double before = 0.0;
  std::size_t taken = 0;
  for (std::size_t i = 0; i < asked.size(); ++i) {
    before += asked[i];
    const std::size_t rest = asked.size() - i - 1;
    const auto upTo = static_cast<std::size_t>(std::lround(before / whole * static_cast<double>(count)));
    intervals.push_back(std::clamp<std::size_t>(upTo, taken + 1, count - rest) - taken);
    taken += intervals.back();
  }
  return intervals;
}

/// What is asked for up to a place between 0 and 1, of intervals of even width; and where so much is asked for.
class AskedUpTo {
 public:
  explicit AskedUpTo(const std::vector<double>& asked) {
    for (const double one : asked) m_sum.push_back(m_sum.back() + one);
  }
  double at(double place) const {
    const double steps = place * static_cast<double>(m_sum.size() - 1);
    const auto i = static_cast<std::size_t>(std::clamp(std::floor(steps), 0.0, static_cast<double>(m_sum.size() - 2)));
    return m_sum[i] + (steps - static_cast<double>(i)) * (m_sum[i + 1] - m_sum[i]);
  }
  double placeOf(double sum) const {
    const auto after = std::upper_bound(m_sum.begin() + 1, m_sum.end() - 1, sum);
    const auto i = static_cast<std::size_t>(after - m_sum.begin()) - 1;
    const double gap = std::max(m_sum[i + 1] - m_sum[i], 1e-12);
    return (static_cast<double>(i) + std::clamp((sum - m_sum[i]) / gap, 0.0, 1.0)) /
           static_cast<double>(m_sum.size() - 1);
  }

 private:
  std::vector<double> m_sum{0.0};
};

/// Lengths along both sides at which rulings are drawn, `columns` and one: shared out by length and by turn, one of
/// them where a line meets an end that slants.
std::vector<std::pair<double, double>> drawnRulings(const RuledSide& lower, const RuledSide& upper,
                                                    std::size_t columns) {
  const Rulings rulings(lower, upper);
  const double whole = rulings.lengthMm();
  Edges edges;
  constexpr std::size_t looks = 2 * looksABand;
  for (std::size_t i = 0; i <= looks; ++i) {
    const auto [low, high] = rulings.at(whole * static_cast<double>(i) / looks);
    edges.low.push_back(lower.near(low));
    edges.high.push_back(upper.near(high));
  }
  const AskedUpTo asked(edges.asked());
  // Corners where an end begins, but for one hard by another: the cell between would be a hair.
  const double hair = 0.01 / static_cast<double>(columns);
  std::vector<double> breaks{0.0};
  std::vector<double> corners;
  for (const RuledSide* side : {&lower, &upper}) {
    for (const bool bow : {true, false}) {
      const double corner = bow ? side->bowMm() : side->bowMm() + side->lineMm();
      if ((bow ? side->bowMm() : side->sternMm()) <= 0.0) continue;
      double low = 0.0, high = whole;
      for (int i = 0; i < 50; ++i) {
        const double middle = 0.5 * (low + high);
        const auto [along, beside] = rulings.at(middle);
        ((side == &lower ? along : beside) < corner ? low : high) = middle;
      }
      corners.push_back(0.5 * (low + high) / whole);
    }
  }
  std::sort(corners.begin(), corners.end());
  for (const double corner : corners) {
    if (corner > breaks.back() + hair && corner < 1.0 - hair) breaks.push_back(corner);
  }
  breaks.push_back(1.0);
  std::vector<double> ofGaps;
  for (std::size_t i = 0; i + 1 < breaks.size(); ++i) ofGaps.push_back(asked.at(breaks[i + 1]) - asked.at(breaks[i]));
  const std::vector<std::size_t> intervals = intervalsOf(ofGaps, columns);
  std::vector<std::pair<double, double>> drawn{rulings.at(0.0)};
  for (std::size_t i = 0; i < intervals.size(); ++i) {
    for (std::size_t k = 1; k <= intervals[i]; ++k) {
      const double part = static_cast<double>(k) / static_cast<double>(intervals[i]);
      const double place =
          whole * (k == intervals[i] ? breaks[i + 1] : asked.placeOf(asked.at(breaks[i]) + part * ofGaps[i]));
      auto [low, high] = rulings.at(place);
      // Neither side is ever gone back along, however hard an edge hooks.
      const auto& [lowBefore, highBefore] = drawn.back();
      low = std::clamp(low, lowBefore, lowBefore + (low + high - lowBefore - highBefore));
      drawn.emplace_back(low, place - low);
    }
  }
  return drawn;
}

}  // namespace

Strip ruledStrip(const Band& band, StripFineness fineness) {
  Strip strip;
  const std::size_t samples = samplesFor(fineness);
  strip.lower = LineLength(band.frame, band.lower, band.reach, samples);
  strip.upper = LineLength(band.frame, band.upper, band.reach, samples);
  RuledSide lower(band, strip.lower, false), upper(band, strip.upper, true);
  const std::size_t tabled = std::max<std::size_t>(fineness.columns / 2, 16);
  lower.table(tabled), upper.table(tabled);
  const std::array<Vec3, 2> runs{runAt(lower, upper, true), runAt(lower, upper, false)};
  for (const bool bow : {true, false}) {
    // An end at a joint is a ruling; one of the boat's is as her surface ends.
    if (band.boatEnd(bow) == nullptr) continue;
    const Vec3& run = runs[bow ? 0 : 1];
    (upperSticksOut(band, run, bow) ? lower : upper).takeEnd(bow, run);
  }
  strip.lowerLonger = {lower.bowMm(), lower.sternMm()};
  strip.upperLonger = {upper.bowMm(), upper.sternMm()};
  const bool slants = strip.lowerLonger.isAny() || strip.upperLonger.isAny();
  const auto drawn = drawnRulings(lower, upper, fineness.columns);
  strip.columns = drawn.size();
  strip.rows = fineness.rows + 1;
  std::vector<Vec3> low, high, lowRun, highRun;
  for (const auto& [along, beside] : drawn) {
    low.push_back(lower.at(along));
    high.push_back(upper.at(beside));
    lowRun.push_back(lower.run(along));
    highRun.push_back(upper.run(beside));
    strip.lowerShare.push_back(along / lower.lengthMm());
    strip.upperShare.push_back(beside / upper.lengthMm());
    if (!slants) continue;
    strip.lowerPlace.push_back(lower.placeAt(along));
    strip.upperPlace.push_back(upper.placeAt(beside));
  }
  const auto rulingMm = [&](std::size_t column) { return (high[column] - low[column]).norm(); };
  for (std::size_t column = 0; column < strip.columns; ++column) {
    const bool isPoint = rulingMm(column) < pointRulingMm;
    if (isPoint) low[column] = high[column] = 0.5 * (low[column] + high[column]);
    // A point lies in the plane of the ruling beside it.
    std::size_t beside = column;
    while (isPoint && rulingMm(beside) < pointRulingMm && 2 * column < strip.columns && beside + 1 < strip.columns)
      ++beside;
    while (isPoint && rulingMm(beside) < pointRulingMm && 2 * column >= strip.columns && beside > 0) --beside;
    const Vec3 across = high[column] - low[column], way = high[beside] - low[beside];
    for (std::size_t row = 0; row < strip.rows; ++row) {
      const double w = static_cast<double>(row) / static_cast<double>(fineness.rows);
      strip.points.push_back(low[column] + w * across);
      // By the run of the lines: along an end a ruling's own foot goes nearly up it.
      const Vec3 square = way.cross((1.0 - w) * lowRun[column] + w * highRun[column]);
      strip.normals.push_back(square.norm() > 0.0 ? Vec3(square.normalized()) : Vec3(Vec3::Zero()));
    }
  }
  return strip;
}

}  // namespace narrows
