#include "fairing/nail_float.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

constexpr double nailsApartMm = 0.01;
/// Pieces a batten's bay is walked in to find a crossing.
constexpr int stepsABay = 4;
constexpr double floatSettledMm = 1e-6;
/// A batten is followed this share of its length beyond its end, to float an end nail.
constexpr double lookBeyondShare = 0.5;
/// A nail is floated by so many others to either side: each further one moves the batten there by a quarter of what the
/// one before did, these all but a part in thirty thousand of it.
constexpr std::size_t floatReach = 8;
/// Bending energy that a straight line rounded to a thousandth of its length would have, as a share of 1 / length.
constexpr double noEnergy = 1e-9;

}  // namespace

std::optional<Batten> springLine(const TableLine& line, const std::vector<bool>& out, BattenEnds ends) {
  std::vector<Vec3> nails;
  for (std::size_t i = 0; i < line.nails.size(); ++i) {
    if (!out[i] && (nails.empty() || (line.nails[i].at - nails.back()).norm() > nailsApartMm))
      nails.push_back(line.nails[i].at);
  }
  if (nails.size() < 2) return std::nullopt;
  return Batten::spring(nails, ends);
}

BattenPlaces::BattenPlaces(const Batten& of) : batten(&of) {
  const double reach = lookBeyondShare * of.lengthMm();
  along.push_back(-reach);
  for (std::size_t i = 0; i + 1 < of.nailCount(); ++i) {
    const double a = of.nailLengthsMm()[i], b = of.nailLengthsMm()[i + 1];
    for (int k = 0; k < stepsABay; ++k) along.push_back(a + (b - a) * k / stepsABay);
  }
  along.push_back(of.lengthMm());
  along.push_back(of.lengthMm() + reach);
  points.reserve(along.size());
  for (const double at : along) points.push_back(of.pointAt(at));
}

std::optional<double> crossingOf(const BattenPlaces& places, const Vec3& point, const Vec3& axis, const Vec3& square) {
  const Batten& batten = *places.batten;
  const auto beside = [&](const Vec3& at) { return (at - point).dot(square); };
  std::optional<double> best;
  double bestAway = 0.0;
  double atLow = beside(places.points.front());
  for (std::size_t i = 0; i + 1 < places.points.size(); ++i) {
    double low = places.along[i], high = places.along[i + 1];
    double atHigh = beside(places.points[i + 1]);
    const double nextLow = atHigh;
    if ((atLow > 0.0) != (atHigh > 0.0)) {
      for (int step = 0; step < 60 && high - low > floatSettledMm; ++step) {
        // Secant kept within the bracket; every third step halves it.
        double middle = step % 3 == 2 ? 0.5 * (low + high) : (low * atHigh - high * atLow) / (atHigh - atLow);
        middle = std::clamp(middle, low, high);
        const double here = beside(batten.pointAt(middle));
        const bool fromLow = (here > 0.0) == (atLow > 0.0);
        (fromLow ? low : high) = middle;
        (fromLow ? atLow : atHigh) = here;
        if (std::abs(here) < floatSettledMm) {
          low = high = middle;
          break;
        }
      }
      const double found = 0.5 * (low + high);
      const double away = std::abs((batten.pointAt(found) - point).dot(axis));
      if (!best || away < bestAway) best = found, bestAway = away;
    }
    atLow = nextLow;
  }
  return best;
}

namespace {

/// The nails about one of a line, and which of them it is.
std::pair<TableLine, std::size_t> nailsAbout(const TableLine& line, std::size_t nail) {
  TableLine about = line;
  const std::size_t from = nail > floatReach ? nail - floatReach : 0;
  const std::size_t to = std::min(nail + floatReach + 1, line.nails.size());
  about.nails.assign(line.nails.begin() + static_cast<std::ptrdiff_t>(from),
                     line.nails.begin() + static_cast<std::ptrdiff_t>(to));
  return {std::move(about), nail - from};
}

}  // namespace

std::vector<NailFloat> nailFloats(const TableLine& line, const std::stop_token& stop) {
  const std::size_t n = line.nails.size();
  std::vector<NailFloat> floats(n);
  const auto whole = springLine(line, std::vector<bool>(n, false), BattenEnds::CarryCurvature);
  if (!whole || n < 3) return floats;
  const double energy = whole->bendingEnergy();
  for (std::size_t i = 0; i < n; ++i) {
    if (stop.stop_requested()) return floats;
    const LineNail& nail = line.nails[i];
    if (!nail.figure) continue;
    const auto [about, at] = nailsAbout(line, i);
    std::vector<bool> out(about.nails.size(), false);
    out[at] = true;
    const auto rest = springLine(about, out, BattenEnds::CarryCurvature);
    if (!rest) continue;
    if (const auto along = crossingOf(BattenPlaces(*rest), nail.at, nail.axis, squareToAxis(line.kind, nail.axis)))
      floats[i].floatMm = (rest->pointAt(*along) - nail.at).dot(nail.axis);
    if (n < 4 || i == 0 || i + 1 == n) continue;
    const bool isWhole = about.nails.size() == n;
    out[at] = false;
    const auto held = isWhole ? whole : springLine(about, out, BattenEnds::CarryCurvature);
    const bool bends = held && energy * std::max(whole->lengthMm(), 1.0) > noEnergy;
    floats[i].ease = bends ? std::clamp((held->bendingEnergy() - rest->bendingEnergy()) / energy, 0.0, 1.0) : 0.0;
  }
  return floats;
}

}  // namespace narrows
