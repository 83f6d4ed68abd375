#include "plank/spiling_check.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <functional>

namespace narrows {

namespace {

/// Readings off a batten are no closer than this, whatever those in hand look like: a few agree better by chance.
constexpr double leastNoiseMm = 1.0;
/// A reading further off than this many times the noise counts as no more: squared.
constexpr double mostOff = 25.0;
/// What a supposed cause must explain more than chance does, in squares of the noise: by how many places it is chosen
/// from. One of twenty readings is four times the noise off once in eight hundred batteries of them.
constexpr double slipCost = 16.0, mouldCost = 18.5, swapCost = 16.0, wholeCost = 13.0, bowCost = 14.0;
/// Of readings, those that have to agree before it is said what the others are off by.
constexpr double agreeing = 0.55;
constexpr std::size_t fewestToAccuse = 6, mostCauses = 4;
/// Two marks further apart than this part of all that was read make a line to be tried.
constexpr double apart = 0.15;
/// Readings that are this many times what they should be were written in inches, or read in them.
constexpr double inchesLeast = 20.0, inchesMost = 32.0;

/// How a reading is taken: as it stands; slipped, and so passed over; or off with its station's mould.
enum class Taken { AsRead, Slipped, WithMould };

struct Reading {
  std::size_t station = 0;
  bool upper = false;
  double mm = 0.0;
  int line = 0;
  double lapMm = 0.0;  ///< that is in it
  Taken taken = Taken::AsRead;
};

/// Where the reference edge crosses a station if a reading is right, and the way along the station.
struct Crossing {
  Vec2 at, along;
};

Crossing crossingOf(const FlatPlank& plank, const Reading& reading) {
  const PlankStation& station = plank.stations[reading.station];
  const Vec2 along = station.along();
  const double to = reading.upper ? (station.upper - station.lower).norm() : -reading.lapMm;
  return {station.lower + (to - reading.mm) * along, along};
}

/// A supposed way that readings came about.
struct Supposed {
  ToldCause told;
  std::vector<Reading> readings;
  bool bowed = false;       ///< the batten was bent edgeways
  std::size_t dropped = 0;  ///< readings that fall off the end of the strake
  double price = 0.0;       ///< of all that is supposed so far
};

/// A curve y(x): straight, or with a bow between the first and last crossing.
class EdgeCurve {
 public:
  EdgeCurve(bool bowed, double fromX, double toX) : m_terms(bowed ? 3 : 2), m_fromX(fromX), m_toX(toX) {}
  int terms() const { return m_terms; }
  Eigen::Vector3d basis(double x) const {
    const double u = (x - m_fromX) / std::max(m_toX - m_fromX, 1.0);
    return {1.0, x, m_terms == 3 ? 4.0 * u * (1.0 - u) : 0.0};
  }
  Eigen::Vector3d factor = Eigen::Vector3d::Zero();
  /// How far along its station the curve lies from a crossing: a reading less what it should be.
  double off(const Crossing& crossing) const {
    const double rise = basis(crossing.at.x()).dot(factor) - crossing.at.y();
    return rise / (crossing.along.y() - factor[1] * crossing.along.x());
  }

 private:
  int m_terms;
  double m_fromX, m_toX;
};

/// The curve that goes through as many crossings as nearly as may be.
class EdgeFit {
 public:
  EdgeFit(std::vector<Crossing> crossings, bool bowed) : m_crossings(std::move(crossings)), m_curve(bowed, 0.0, 1.0) {
    double from = 1e300, to = -1e300;
    for (const Crossing& one : m_crossings) from = std::min(from, one.at.x()), to = std::max(to, one.at.x());
    m_span = to - from;
    m_curve = EdgeCurve(bowed, from, to);
  }

  /// That with the least of middling offs: their size, made good for how few readings there are.
  double noise() {
    const std::size_t half = std::max<std::size_t>(
        static_cast<std::size_t>(std::ceil(agreeing * static_cast<double>(m_crossings.size()))), 1);
    double least = 1e300;
    const EdgeCurve begun = m_curve;
    EdgeCurve best = begun;
    forEveryChoice([&](const EdgeCurve& curve) {
      std::vector<double> offs = offsOf(curve);
      std::nth_element(offs.begin(), offs.begin() + static_cast<std::ptrdiff_t>(half - 1), offs.end());
      if (offs[half - 1] < least) least = offs[half - 1], best = curve;
    });
    if (least > 1e299) return 0.0;
    // 0.755: what this part of chance offs lie within, of their size; then from all that do not stand out.
    const auto free = static_cast<double>(m_crossings.size()) - m_curve.terms();
    double size = std::max(least / 0.755 * (1.0 + 2.0 / std::max(free, 1.0)), 0.2 * leastNoiseMm);
    m_curve = best;
    for (int i = 0; i < 8; ++i) size = std::max(refine(2.5 * size), 0.2 * leastNoiseMm);
    return size;
  }

  /// The cost of all offs, each no more than so much, at the curve where that is least.
  double cost(double noiseMm) {
    double least = 1e300;
    EdgeCurve best = m_curve;
    const auto costOf = [&](const EdgeCurve& curve) {
      double sum = 0.0;
      for (const double off : offsOf(curve)) sum += std::min(off * off / (noiseMm * noiseMm), mostOff);
      return sum;
    };
    forEveryChoice([&](const EdgeCurve& curve) {
      const double sum = costOf(curve);
      if (sum < least) least = sum, best = curve;
    });
    m_curve = best;
    constexpr int rounds = 12;
    for (int i = 0; i < rounds; ++i) {
      const EdgeCurve before = m_curve;
      refine(std::sqrt(mostOff) * noiseMm);
      const double sum = costOf(m_curve);
      if (sum >= least) {
        if (sum > least) m_curve = before;
        break;
      }
      least = sum;
    }
    return least;
  }

  const EdgeCurve& curve() const { return m_curve; }

 private:
  std::vector<double> offsOf(const EdgeCurve& curve) const {
    std::vector<double> offs;
    for (const Crossing& one : m_crossings) offs.push_back(std::abs(curve.off(one)));
    return offs;
  }

  /// Least squares through the crossings that lie within `reachMm` of the curve; the size of their offs.
  double refine(double reachMm) {
    const int terms = m_curve.terms();
    Eigen::Matrix3d normal = Eigen::Matrix3d::Zero();
    Eigen::Vector3d right = Eigen::Vector3d::Zero();
    std::vector<const Crossing*> within;
    for (const Crossing& one : m_crossings) {
      if (std::abs(m_curve.off(one)) > reachMm) continue;
      within.push_back(&one);
      const Eigen::Vector3d row = m_curve.basis(one.at.x());
      normal += row * row.transpose();
      right += row * one.at.y();
    }
    if (within.size() <= static_cast<std::size_t>(terms)) return 0.0;
    m_curve.factor.head(terms) = normal.topLeftCorner(terms, terms).ldlt().solve(right.head(terms));
    double squares = 0.0;
    for (const Crossing* one : within) squares += m_curve.off(*one) * m_curve.off(*one);
    return std::sqrt(squares / static_cast<double>(within.size() - static_cast<std::size_t>(terms)));
  }

  /// Every curve through two crossings that lie well apart, or three where it is bowed.
  void forEveryChoice(const std::function<void(const EdgeCurve&)>& look) const {
    const std::size_t count = m_crossings.size();
    const int terms = m_curve.terms();
    const auto isApart = [&](std::size_t i, std::size_t j) {
      return std::abs(m_crossings[i].at.x() - m_crossings[j].at.x()) > apart * m_span;
    };
    const auto through = [&](std::initializer_list<std::size_t> chosen) {
      Eigen::Matrix3d rows = Eigen::Matrix3d::Identity();
      Eigen::Vector3d right = Eigen::Vector3d::Zero();
      int row = 0;
      for (const std::size_t i : chosen) {
        rows.row(row) = m_curve.basis(m_crossings[i].at.x()).transpose();
        right[row++] = m_crossings[i].at.y();
      }
      EdgeCurve curve = m_curve;
      curve.factor.head(terms) = rows.topLeftCorner(terms, terms).partialPivLu().solve(right.head(terms));
      if (std::isfinite(curve.factor.sum()) && std::abs(curve.factor[1]) < 1.0) look(curve);
    };
    for (std::size_t i = 0; i < count; ++i) {
      for (std::size_t j = i + 1; j < count; ++j) {
        if (!isApart(i, j)) continue;
        if (terms == 2) {
          through({i, j});
          continue;
        }
        for (std::size_t k = j + 1; k < count; ++k) {
          if (isApart(i, k) && isApart(j, k)) through({i, j, k});
        }
      }
    }
  }

  std::vector<Crossing> m_crossings;
  EdgeCurve m_curve;
  double m_span = 0.0;
};

/// Holds one battery of readings against a plank.
class Check {
 public:
  Check(const FlatPlank& plank, double lapMm, double saidLapMm)
      : m_plank(plank), m_lapMm(lapMm), m_saidLapMm(saidLapMm) {}

  SpilingCheck make(std::vector<Reading> readings) {
    SpilingCheck check;
    check.lapMm = m_saidLapMm;
    Supposed now{{}, std::move(readings), false, 0, 0.0};
    m_noiseMm = std::max(leastNoiseMm, fitOf(now).noise());
    const EdgeCurve straight = fittedTo(now).curve();
    check.edge = {straight.factor[0], straight.factor[1]};
    for (const Reading& one : now.readings) {
      const double off = straight.off(crossingOf(m_plank, one));
      check.readings.push_back({one.station, one.upper, one.mm, one.mm - off, one.line});
    }
    const double all = squaresOf(now);
    double left = all;
    while (now.readings.size() >= fewestToAccuse && check.causes.size() < mostCauses) {
      auto next = likeliest(now);
      if (!next) break;
      const double after = squaresOf(*next);
      next->told.share = all > 0.0 ? std::clamp((left - after) / all, 0.0, 1.0) : 0.0;
      check.causes.push_back(next->told);
      left = std::min(left, after);
      now = std::move(*next);
    }
    if (check.causes.empty()) check.causes.push_back({});
    check.noiseMm = m_noiseMm;
    return check;
  }

 private:
  EdgeFit fitOf(const Supposed& of) const {
    std::vector<Crossing> crossings;
    for (const Reading& one : of.readings) {
      if (one.taken == Taken::AsRead) crossings.push_back(crossingOf(m_plank, one));
    }
    return {crossings, of.bowed};
  }
  EdgeFit fittedTo(const Supposed& of) const {
    EdgeFit fit = fitOf(of);
    (void)fit.cost(m_noiseMm);
    return fit;
  }

  double offOf(const EdgeCurve& curve, const Reading& reading) const { return curve.off(crossingOf(m_plank, reading)); }

  /// By how much the readings of moulds that are supposed to be off differ between themselves, squares.
  double mouldSquares(const Supposed& of, const EdgeCurve& curve) const {
    double squares = 0.0;
    for (std::size_t s = 0; s < m_plank.stations.size(); ++s) {
      double sum = 0.0, sumSquares = 0.0;
      int count = 0;
      for (const Reading& one : of.readings) {
        if (one.taken != Taken::WithMould || one.station != s) continue;
        const double off = offOf(curve, one);
        sum += off, sumSquares += off * off, ++count;
      }
      if (count > 0) squares += std::max(0.0, sumSquares - sum * sum / count);
    }
    return squares;
  }

  /// All that is left off, squares.
  double squaresOf(const Supposed& of) const {
    const EdgeCurve curve = fittedTo(of).curve();
    double squares = mouldSquares(of, curve);
    for (const Reading& one : of.readings) {
      if (one.taken == Taken::AsRead) squares += offOf(curve, one) * offOf(curve, one);
    }
    return squares;
  }

  double costOf(const Supposed& of, double noiseMm) const {
    EdgeFit fit = fitOf(of);
    const double cost = fit.cost(noiseMm);
    return cost + mouldSquares(of, fit.curve()) / (noiseMm * noiseMm) + static_cast<double>(of.dropped) + of.price;
  }

  /// What explains the readings best, better than nothing further being wrong; none where nothing does.
  std::optional<Supposed> likeliest(const Supposed& now) {
    std::vector<Supposed> all = supposedAfter(now);
    // Chance is as small as the best of them makes it; single readings that are off do not change it.
    double noise = fitOf(now).noise();
    for (const Supposed& one : all) {
      if (!one.told.station) noise = std::min(noise, fitOf(one).noise());
    }
    m_noiseMm = std::max(noise, leastNoiseMm);
    const Supposed* best = nullptr;
    double least = costOf(now, m_noiseMm);
    for (const Supposed& one : all) {
      const double cost = costOf(one, m_noiseMm);
      if (cost < least) least = cost, best = &one;
    }
    if (best == nullptr) {
      m_noiseMm = std::max(fitOf(now).noise(), leastNoiseMm);
      return std::nullopt;
    }
    Supposed found = *best;
    found.told.sizeMm = sizeOf(found);
    return found;
  }

  std::vector<Supposed> supposedAfter(const Supposed& now) const {
    std::vector<Supposed> all;
    const auto suppose = [&](SpilingCause cause, double price) -> Supposed& {
      all.push_back(now);
      all.back().told = {cause, {}, {}, {}, 0.0};
      all.back().price += price;
      return all.back();
    };
    supposeReadings(now, suppose);
    const bool whole = now.told.cause == SpilingCause::None;
    if (whole) supposeStations(now, all, suppose);
    if (!now.bowed) suppose(SpilingCause::EdgeSet, bowCost).bowed = true;
    if (whole) supposeLap(suppose);
    return all;
  }

  template <typename Suppose>
  void supposeReadings(const Supposed& now, const Suppose& suppose) const {
    for (std::size_t i = 0; i < now.readings.size(); ++i) {
      const Reading& one = now.readings[i];
      if (one.taken != Taken::AsRead) continue;
      Supposed& slipped = suppose(SpilingCause::Slip, slipCost);
      slipped.readings[i].taken = Taken::Slipped;
      slipped.told.station = one.station;
      slipped.told.upper = one.upper;
      if (one.upper || i + 1 >= now.readings.size()) continue;
      const Reading& other = now.readings[i + 1];
      if (other.station != one.station || !other.upper || other.taken != Taken::AsRead) continue;
      Supposed& swapped = suppose(SpilingCause::Swap, swapCost);
      std::swap(swapped.readings[i].mm, swapped.readings[i + 1].mm);
      swapped.told.station = one.station;
      Supposed& mould = suppose(SpilingCause::Mould, mouldCost);
      mould.readings[i].taken = mould.readings[i + 1].taken = Taken::WithMould;
      mould.told.station = one.station;
    }
  }

  /// Stations numbered from the wrong end, or every reading one along: of all the strake's stations, or of those read;
  /// with the ends among them, or each in its place.
  template <typename Suppose>
  void supposeStations(const Supposed& now, std::vector<Supposed>& all, const Suppose& suppose) const {
    std::vector<std::size_t> every(m_plank.stations.size()), read;
    for (std::size_t s = 0; s < every.size(); ++s) {
      every[s] = s;
      const auto isOf = [s](const Reading& one) { return one.station == s; };
      if (std::any_of(now.readings.begin(), now.readings.end(), isOf)) read.push_back(s);
    }
    const auto inner = [&](std::vector<std::size_t> of) {
      std::erase_if(of, [&](std::size_t s) { return s == 0 || s + 1 == every.size(); });
      return of;
    };
    std::vector<std::vector<std::size_t>> rows;
    for (const auto& row : {every, inner(every), read, inner(read)}) {
      if (row.size() > 2 && std::find(rows.begin(), rows.end(), row) == rows.end()) rows.push_back(row);
    }
    const auto moved = [&](SpilingCause cause, const std::vector<std::size_t>& row,
                           const std::function<std::ptrdiff_t(std::ptrdiff_t)>& where) {
      Supposed& one = suppose(cause, wholeCost);
      one.readings.clear();
      for (Reading reading : now.readings) {
        const auto found = std::find(row.begin(), row.end(), reading.station);
        const std::ptrdiff_t then = found == row.end() ? 0 : where(found - row.begin());
        if (then < 0 || then >= static_cast<std::ptrdiff_t>(row.size())) {
          ++one.dropped;
          continue;
        }
        if (found != row.end()) reading.station = row[static_cast<std::size_t>(then)];
        one.readings.push_back(reading);
      }
      if (one.readings.size() < fewestToAccuse) all.pop_back();
    };
    for (const auto& row : rows) {
      const auto last = static_cast<std::ptrdiff_t>(row.size()) - 1;
      moved(SpilingCause::Reversed, row, [last](std::ptrdiff_t at) { return last - at; });
      for (const std::ptrdiff_t by : {1, -1})
        moved(SpilingCause::Shifted, row, [by](std::ptrdiff_t at) { return at + by; });
    }
  }

  template <typename Suppose>
  void supposeLap(const Suppose& suppose) const {
    const auto lapped = [&](SpilingCause cause, double lapMm) {
      for (Reading& one : suppose(cause, wholeCost).readings) {
        if (!one.upper) one.lapMm = lapMm;
      }
    };
    if (m_saidLapMm > 0.0) lapped(SpilingCause::LapForgotten, 0.0);
    if (m_lapMm > 0.0) lapped(SpilingCause::LapAdded, m_saidLapMm + m_lapMm);
  }

  /// How much a cause amounts to, as its readings are off.
  std::optional<double> sizeOf(const Supposed& of) const {
    const EdgeCurve curve = fittedTo(of).curve();
    switch (of.told.cause) {
      case SpilingCause::Slip:
      case SpilingCause::Mould: {
        double sum = 0.0;
        int count = 0;
        for (const Reading& one : of.readings) {
          const bool its = one.station == *of.told.station && one.taken != Taken::AsRead &&
                           (!of.told.upper || one.upper == *of.told.upper);
          if (its) sum += offOf(curve, one), ++count;
        }
        return count > 0 ? std::optional<double>(sum / count) : std::nullopt;
      }
      case SpilingCause::Swap:
        for (const Reading& one : of.readings) {
          // What stands for the lower reading now was written as the upper.
          if (one.station != *of.told.station || !one.upper) continue;
          Reading written = one;
          written.upper = false;
          return offOf(curve, written);
        }
        return std::nullopt;
      case SpilingCause::EdgeSet:
        return -curve.factor[2];
      case SpilingCause::LapAdded:
        return -m_lapMm;
      case SpilingCause::LapForgotten:
        return m_saidLapMm;
      case SpilingCause::Reversed:
      case SpilingCause::Shifted:
      case SpilingCause::None:
        return std::nullopt;
    }
    return std::nullopt;
  }

  const FlatPlank& m_plank;
  double m_lapMm, m_saidLapMm;
  double m_noiseMm = leastNoiseMm;
};

std::string stationNames(const FlatPlank& plank) {
  std::string names;
  for (const PlankStation& station : plank.stations) names += (names.empty() ? "" : ", ") + station.name;
  return names;
}

/// Whether widths as read are so many times too small or too large that they must be in another unit.
bool isOtherUnit(const FlatPlank& plank, const std::vector<Reading>& readings) {
  std::vector<double> times;
  for (std::size_t i = 0; i + 1 < readings.size(); ++i) {
    const Reading &one = readings[i], &other = readings[i + 1];
    if (one.upper || !other.upper || one.station != other.station) continue;
    const PlankStation& station = plank.stations[one.station];
    const double wide = (station.upper - station.lower).norm() + one.lapMm, read = other.mm - one.mm;
    if (wide > 0.0 && read > 0.0) times.push_back(read / wide);
  }
  if (times.size() < 2) return false;
  std::nth_element(times.begin(), times.begin() + static_cast<std::ptrdiff_t>(times.size() / 2), times.end());
  const double middle = times[times.size() / 2];
  return (middle > inchesLeast && middle < inchesMost) || (middle < 1.0 / inchesLeast && middle > 1.0 / inchesMost);
}

}  // namespace

const char* spilingCauseWord(SpilingCause cause) {
  switch (cause) {
    case SpilingCause::None:
      return "none";
    case SpilingCause::Slip:
      return "slip";
    case SpilingCause::Swap:
      return "swap";
    case SpilingCause::Mould:
      return "mould";
    case SpilingCause::Reversed:
      return "reversed";
    case SpilingCause::Shifted:
      return "shifted";
    case SpilingCause::EdgeSet:
      return "edge-set";
    case SpilingCause::LapAdded:
      return "lap-added";
    case SpilingCause::LapForgotten:
      return "lap-forgotten";
  }
  return "";
}

Result<SpilingCheck> checkSpiling(const FlatPlank& plank, const Spiling& spiling, double lapMm) {
  Problems problems;
  std::vector<Reading> readings;
  std::vector<std::size_t> stations;
  for (const SpilingReading& one : spiling.readings) {
    const auto found = std::find_if(plank.stations.begin(), plank.stations.end(),
                                    [&](const PlankStation& station) { return station.name == one.station; });
    if (found == plank.stations.end()) {
      problems.push_back({Fault::StationUnknown, {one.line, 2, {}}, {one.station, stationNames(plank)}});
      continue;
    }
    const auto station = static_cast<std::size_t>(found - plank.stations.begin());
    const double wide = (found->upper - found->lower).norm();
    if (one.lower && spiling.lap.mm() > wide)
      problems.push_back({Fault::SpilingLap, {one.line, 2, {}}, {said(spiling.lap.mm()), said(wide), one.station}});
    if (one.lower) readings.push_back({station, false, one.lower->mm(), one.line, spiling.lap.mm()});
    if (one.upper) readings.push_back({station, true, one.upper->mm(), one.line, 0.0});
    if ((one.lower || one.upper) && std::find(stations.begin(), stations.end(), station) == stations.end())
      stations.push_back(station);
  }
  if (problems.empty() && (readings.size() < 3 || stations.size() < 2))
    problems.push_back({Fault::SpilingTooFew, {}, {std::to_string(readings.size())}});
  if (problems.empty() && isOtherUnit(plank, readings)) problems.push_back({Fault::SpilingUnit, {}, {}});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return Check(plank, lapMm, spiling.lap.mm()).make(std::move(readings));
}

ReferenceEdge naturalRun(const FlatPlank& plank, double battenMm) {
  double n = 0.0, x = 0.0, y = 0.0, xx = 0.0, xy = 0.0;
  for (const PlankStation& station : plank.stations) {
    const Vec2 middle = 0.5 * (station.lower + station.upper);
    n += 1.0, x += middle.x(), y += middle.y(), xx += middle.x() * middle.x(), xy += middle.x() * middle.y();
  }
  const double slope = n * xx - x * x > 0.0 ? (n * xy - x * y) / (n * xx - x * x) : 0.0;
  return {n > 0.0 ? (y - slope * x) / n + 0.5 * battenMm : 0.0, slope};
}

std::pair<double, double> readingAt(const PlankStation& station, const ReferenceEdge& edge) {
  const Vec2 along = station.along();
  // From the lower line up to the edge.
  const double up =
      (edge.atMm + edge.slope * station.lower.x() - station.lower.y()) / (along.y() - edge.slope * along.x());
  return {-up, (station.upper - station.lower).norm() - up};
}

EdgeMoves movesOf(const SpilingCheck& check, double part) {
  EdgeMoves moves;
  std::size_t stations = 0;
  for (const CheckedReading& one : check.readings) stations = std::max(stations, one.station + 1);
  for (std::size_t s = 0; s < stations; ++s) {
    for (const bool upper : {false, true}) {
      double sum = 0.0;
      int count = 0;
      for (const CheckedReading& one : check.readings) {
        if (one.station == s && one.upper == upper) sum += one.offMm(), ++count;
      }
      if (count > 0) (upper ? moves.upper : moves.lower).emplace_back(s, part * sum / count);
    }
  }
  return moves;
}

}  // namespace narrows
