#include "plank/spiling_check.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "plank/detail/edge_fit.h"

namespace narrows {

namespace {

/// One reading by itself is told from an eighth of an inch, less what a good batten is out by, where no other is off by
/// more than this part of it.
constexpr double leastLoneMm = 2.5, goodOfLone = 0.4;
/// What a supposed cause must explain more than chance does, in squares of the noise: by how many places it is chosen
/// from. One of twenty readings is four times the noise off once in eight hundred batteries of them.
constexpr double slipCost = 16.0, mouldCost = 18.5, swapCost = 16.0, wholeCost = 13.0, bowCost = 14.0;
constexpr std::size_t fewestToAccuse = 6, mostCauses = 4;
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

/// Holds one battery of readings against a plank.
class Check {
 public:
  Check(const FlatPlank& plank, double lapMm, double saidLapMm, const std::stop_token& stop)
      : m_plank(plank), m_lapMm(lapMm), m_saidLapMm(saidLapMm), m_stop(stop) {}

  SpilingCheck make(std::vector<Reading> readings) {
    SpilingCheck check;
    check.lapMm = m_saidLapMm;
    Supposed now{{}, std::move(readings), false, 0, 0.0};
    m_noiseMm = soundNoise(now);
    const EdgeCurve straight = fittedTo(now).curve();
    check.edge = {straight.factor[0], straight.factor[1]};
    for (const Reading& one : now.readings) {
      const double off = straight.off(crossingOf(m_plank, one));
      check.readings.push_back({one.station, one.upper, one.mm, one.mm - off, one.line});
    }
    const double all = squaresOf(now);
    double left = all;
    while (now.readings.size() >= fewestToAccuse && check.causes.size() < mostCauses && !m_stop.stop_requested()) {
      auto next = likeliest(now);
      if (!next) break;
      const double after = squaresOf(*next);
      next->told.share = all > 0.0 ? std::clamp((left - after) / all, 0.0, 1.0) : 0.0;
      check.causes.push_back(next->told);
      left = std::min(left, after);
      now = std::move(*next);
    }
    if (check.causes.empty() && now.readings.size() >= fewestToAccuse && !m_stop.stop_requested()) {
      if (auto slipped = lone(now)) {
        slipped->told.share = all > 0.0 ? std::clamp((all - squaresOf(*slipped)) / all, 0.0, 1.0) : 0.0;
        check.causes.push_back(slipped->told);
      }
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
  double soundNoise(const Supposed& of) const { return std::max(EdgeFit::leastNoiseMm, fitOf(of).noise()); }

  /// One reading that is off by an eighth of an inch where all the others are good: too little for chance to be ruled
  /// out by the size of it alone, but none of the others is off by a third of it.
  std::optional<Supposed> lone(const Supposed& now) const {
    const EdgeCurve all = fittedTo(now).curve();
    const auto worst = std::max_element(now.readings.begin(), now.readings.end(), [&](const auto& a, const auto& b) {
      return std::abs(offOf(all, a)) < std::abs(offOf(all, b));
    });
    Supposed found = now;
    Reading& one = found.readings[static_cast<std::size_t>(worst - now.readings.begin())];
    one.taken = Taken::Slipped;
    const EdgeCurve others = fittedTo(found).curve();
    const double off = std::abs(offOf(others, one));
    if (off < leastLoneMm) return std::nullopt;
    for (const Reading& other : found.readings) {
      if (other.taken == Taken::AsRead && std::abs(offOf(others, other)) > goodOfLone * off) return std::nullopt;
    }
    found.told = {SpilingCause::Slip, one.station, one.upper, {}, 0.0};
    found.told.sizeMm = sizeOf(found);
    return found;
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
    m_noiseMm = soundNoise(now);
    for (const Supposed& one : all) {
      if (m_stop.stop_requested()) return std::nullopt;
      if (!one.told.station) m_noiseMm = std::min(m_noiseMm, soundNoise(one));
    }
    const Supposed* best = nullptr;
    double least = costOf(now, m_noiseMm);
    for (const Supposed& one : all) {
      if (m_stop.stop_requested()) return std::nullopt;
      const double cost = costOf(one, m_noiseMm);
      if (cost < least) least = cost, best = &one;
    }
    if (best == nullptr) {
      m_noiseMm = soundNoise(now);
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
  std::stop_token m_stop;
  double m_noiseMm = EdgeFit::leastNoiseMm;
};

std::vector<PlankStation>::const_iterator stationNamed(const FlatPlank& plank, const std::string& name) {
  return std::find_if(plank.stations.begin(), plank.stations.end(),
                      [&name](const PlankStation& station) { return station.name == name; });
}

bool passes(const FlatPlank& plank, const std::string& station) {
  return stationNamed(plank, station) != plank.stations.end();
}

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

namespace {

/// The readings as they are held against a plank. Fails as `checkSpiling` says.
Result<std::vector<Reading>> readingsOn(const FlatPlank& plank, const Spiling& spiling) {
  Problems problems;
  std::vector<Reading> readings;
  std::vector<std::size_t> stations;
  for (const SpilingReading& one : spiling.readings) {
    // Only a reading of a file has a line, and a field in it.
    const Place where{one.line, one.line > 0 ? 2 : 0, {}};
    const auto found = stationNamed(plank, one.station);
    if (found == plank.stations.end()) {
      problems.push_back({Fault::StationUnknown, where, {one.station, stationNames(plank)}});
      continue;
    }
    const auto station = static_cast<std::size_t>(found - plank.stations.begin());
    const double wide = (found->upper - found->lower).norm();
    if (one.lower && spiling.lap.mm() > wide)
      problems.push_back({Fault::SpilingLap, where, {said(spiling.lap.mm()), said(wide), one.station}});
    if (one.lower) readings.push_back({station, false, one.lower->mm(), one.line, spiling.lap.mm()});
    if (one.upper) readings.push_back({station, true, one.upper->mm(), one.line, 0.0});
    if ((one.lower || one.upper) && std::find(stations.begin(), stations.end(), station) == stations.end())
      stations.push_back(station);
  }
  if (problems.empty() && (readings.size() < 3 || stations.size() < 2))
    problems.push_back({Fault::SpilingTooFew, {}, {std::to_string(readings.size())}});
  if (problems.empty() && isOtherUnit(plank, readings)) problems.push_back({Fault::SpilingUnit, {}, {}});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return readings;
}

}  // namespace

std::vector<std::string> stationsElsewhere(const FlatPlank& plank, const Spiling& spiling) {
  std::vector<std::string> elsewhere;
  for (const SpilingReading& one : spiling.readings) {
    const bool known = std::find(elsewhere.begin(), elsewhere.end(), one.station) != elsewhere.end();
    if (!known && !passes(plank, one.station)) elsewhere.push_back(one.station);
  }
  return elsewhere;
}

Spiling withoutElsewhere(const FlatPlank& plank, Spiling spiling) {
  std::erase_if(spiling.readings, [&plank](const SpilingReading& one) { return !passes(plank, one.station); });
  return spiling;
}

Result<void> checkReadings(const FlatPlank& plank, const Spiling& spiling) {
  if (const auto readings = readingsOn(plank, spiling); !readings) return tl::make_unexpected(readings.error());
  return {};
}

Result<SpilingCheck> checkSpiling(const FlatPlank& plank, const Spiling& spiling, double lapMm,
                                  const std::stop_token& stop) {
  auto readings = readingsOn(plank, spiling);
  if (!readings) return tl::make_unexpected(readings.error());
  return Check(plank, lapMm, spiling.lap.mm(), stop).make(std::move(*readings));
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
