#include "fairing/curvature_words.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

/// A flat or lump stands out by this share of the hardest bend of the batten, or is not worth a word.
constexpr double standsOut = 0.1;
/// Bend at a nail that stands out of a straight batten, times the bay squared over how far it stands out.
constexpr double nailBend = 6.0;
/// A place this near to a nail, as a share of the bay, is said to be at it.
constexpr double atNailShare = 0.2;
/// A batten that nowhere bends harder than this share of 1 / its length is straight.
constexpr double straightShare = 0.02;
constexpr std::size_t samples = 240;

struct Extreme {
  std::size_t at;
  bool isHigh;
};

}  // namespace

std::vector<CombTooth> combOf(const Batten& batten, std::size_t teeth) {
  std::vector<CombTooth> comb;
  if (batten.lengthMm() <= 0.0 || batten.nailCount() < 3) return comb;
  Vec3 sum = Vec3::Zero();
  // The side is told by the turn from tangent to bend, so that a batten that bends right round keeps its sign.
  for (std::size_t i = 0; i < teeth; ++i) {
    const double along = batten.lengthMm() * static_cast<double>(i) / static_cast<double>(teeth - 1);
    const Vec3 bend = batten.curvatureAt(along);
    const Vec3 turn = batten.tangentAt(along).cross(bend);
    sum += turn;
    comb.push_back({batten.pointAt(along), bend, 0.0});
    comb.back().signedBend = bend.norm();
  }
  for (std::size_t i = 0; i < teeth; ++i) {
    const double along = batten.lengthMm() * static_cast<double>(i) / static_cast<double>(teeth - 1);
    if (batten.tangentAt(along).cross(comb[i].bend).dot(sum) < 0.0) comb[i].signedBend = -comb[i].signedBend;
  }
  return comb;
}

std::vector<UnevenPlace> unevenPlaces(const Batten& batten, double doubtMm) {
  std::vector<UnevenPlace> places;
  const std::vector<CombTooth> comb = combOf(batten, samples);
  if (comb.empty()) return places;
  double hardest = 0.0;
  for (const CombTooth& tooth : comb) hardest = std::max(hardest, std::abs(tooth.signedBend));
  if (hardest * batten.lengthMm() < straightShare) return places;
  // A nail out by d between two a bay away bends the batten by about 6 d over the bay squared, at the nail.
  const double bay = batten.lengthMm() / static_cast<double>(batten.nailCount() - 1);
  const double least = std::max(standsOut * hardest, nailBend * doubtMm / (bay * bay));
  const auto bend = [&](std::size_t i) { return comb[i].signedBend; };
  // Alternate highs and lows that stand out from each other; what lies between lesser ones is passed over.
  std::vector<Extreme> extremes;
  std::size_t high = 0, low = 0;
  int seeking = 0;
  for (std::size_t i = 1; i < comb.size(); ++i) {
    if (bend(i) > bend(high)) high = i;
    if (bend(i) < bend(low)) low = i;
    if (seeking >= 0 && bend(high) - bend(i) > least) {
      extremes.push_back({high, true});
      seeking = -1;
      low = i;
    } else if (seeking <= 0 && bend(i) - bend(low) > least) {
      extremes.push_back({low, false});
      seeking = 1;
      high = i;
    }
  }
  const auto place = [&](Unevenness what, double index, double share) {
    UnevenPlace uneven;
    uneven.what = what;
    uneven.alongMm = batten.lengthMm() * index / static_cast<double>(samples - 1);
    const auto& nails = batten.nailLengthsMm();
    while (uneven.before + 2 < nails.size() && nails[uneven.before + 1] <= uneven.alongMm) ++uneven.before;
    uneven.share = share;
    places.push_back(uneven);
  };
  const auto inside = [&](std::size_t i) { return i > 2 && i + 3 < samples; };
  // One hardest place is how a line bends; a second is a lump, and what lies between two is a flat.
  const auto highs = std::count_if(extremes.begin(), extremes.end(), [](const Extreme& e) { return e.isHigh; });
  for (const Extreme& extreme : extremes) {
    if (!inside(extreme.at)) continue;
    if (extreme.isHigh && highs > 1)
      place(Unevenness::Lump, static_cast<double>(extreme.at), bend(extreme.at) / hardest);
    if (!extreme.isHigh && bend(extreme.at) >= 0.0)
      place(Unevenness::Flat, static_cast<double>(extreme.at), 1.0 - bend(extreme.at) / hardest);
  }
  for (std::size_t i = 1; i < comb.size(); ++i) {
    if ((bend(i) > 0.0) == (bend(i - 1) > 0.0) || !inside(i)) continue;
    // A bend that all but vanishes near an end is the end's.
    const double before = std::abs(bend(i > 12 ? i - 12 : 0)), after = std::abs(bend(std::min(i + 12, samples - 1)));
    if (std::min(before, after) > 0.25 * least) place(Unevenness::Turn, static_cast<double>(i) - 0.5, 0.0);
  }
  std::sort(places.begin(), places.end(),
            [](const UnevenPlace& a, const UnevenPlace& b) { return a.alongMm < b.alongMm; });
  return places;
}

std::vector<std::string> unevenWords(const TableLine& line, const Batten& batten, double doubtMm) {
  std::vector<std::string> words;
  const auto name = [&](std::size_t nail) {
    if (nail < line.nails.size() && line.kind == LineKind::Section) {
      const auto& at = line.nails[nail].at;
      return Trade::say("%1 mm up", saidDecimal(at.z(), 0));
    }
    if (nail < line.nails.size() && !line.nails[nail].station.empty()) return line.nails[nail].station;
    return std::string(nail == 0 ? Trade::say("the fore end") : Trade::say("the after end"));
  };
  for (const UnevenPlace& place : unevenPlaces(batten, doubtMm)) {
    const double from = batten.nailLengthsMm()[place.before], to = batten.nailLengthsMm()[place.before + 1];
    const double share = (place.alongMm - from) / std::max(to - from, 1e-9);
    std::string where = Trade::say("between %1 and %2", name(place.before), name(place.before + 1));
    if (share < atNailShare) where = Trade::say("at %1", name(place.before));
    if (share > 1.0 - atNailShare) where = Trade::say("at %1", name(place.before + 1));
    switch (place.what) {
      case Unevenness::Flat:
        words.push_back(Trade::say("Flat %1.", where));
        break;
      case Unevenness::Lump:
        words.push_back(Trade::say("Lump %1.", where));
        break;
      case Unevenness::Turn:
        words.push_back(Trade::say("Bends over the other way %1.", where));
        break;
    }
  }
  return words;
}

}  // namespace narrows
