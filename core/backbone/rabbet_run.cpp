#include "backbone/rabbet_run.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <string>

#include "problem/trade.h"

namespace narrows {

namespace {

/// Places nearer together than this are one.
constexpr double onePlaceMm = 0.05;
/// The lines of the rabbet are believed at so slant a landing (a tangent, 12 degrees), and evened out over so long a
/// step.
constexpr double evenSlant = 0.21, evenStepMm = 25.0, leastEvenStepMm = 0.5;
/// Wood that must be left between the grooves of the two sides, as a share of the siding.
constexpr double leastWoodBetween = 0.2;

}  // namespace

void evenOut(const std::vector<RabbetPlace*>& places, bool drawnOutside, double thicknessMm) {
  const auto n = static_cast<Eigen::Index>(places.size());
  constexpr Eigen::Index fewest = 6;
  if (n < fewest) return;
  const auto sure = [drawnOutside](const RabbetPlace& place) -> const Vec3& {
    return drawnOutside ? place.rabbet : place.bearding;
  };
  std::vector<double> along{0.0};
  for (std::size_t i = 1; i < places.size(); ++i)
    along.push_back(along.back() + std::max((sure(*places[i]) - sure(*places[i - 1])).norm(), leastEvenStepMm));
  Eigen::MatrixXd normal = Eigen::MatrixXd::Zero(n, n), right(n, 6);
  for (Eigen::Index i = 0; i < n; ++i) {
    const RabbetPlace& place = *places[static_cast<std::size_t>(i)];
    const double out = std::clamp(std::abs(place.normal.y()), 1e-3, 1.0);
    const double slant = std::sqrt(std::max(1.0 - out * out, 0.0)) / out / evenSlant;
    const double weight = std::clamp(slant * slant * slant * slant, 1e-4, 1e4);
    normal(i, i) += weight;
    right.row(i) << weight * (place.rabbet - place.bearding).transpose(), weight * place.normal.transpose();
  }
  for (Eigen::Index i = 1; i + 1 < n; ++i) {
    const auto k = static_cast<std::size_t>(i);
    // Second differences, as they would be over even steps.
    const double before = (along[k] - along[k - 1]) / evenStepMm, after = (along[k + 1] - along[k]) / evenStepMm;
    const double a = 2.0 / (before * (before + after)), c = 2.0 / (after * (before + after));
    const Eigen::Vector3d second(a, -a - c, c);
    normal.block(i - 1, i - 1, 3, 3) += 0.5 * (before + after) * second * second.transpose();
  }
  const Eigen::MatrixXd evened = normal.ldlt().solve(right);
  for (Eigen::Index i = 0; i < n; ++i) {
    RabbetPlace& place = *places[static_cast<std::size_t>(i)];
    const Vec3 reach = evened.row(i).head<3>().transpose();
    place.normal = Vec3(evened.row(i).tail<3>().transpose()).normalized();
    if (drawnOutside) {
      place.bearding = place.rabbet - reach;
    } else {
      place.rabbet = place.bearding + reach;
    }
    place.inner = place.rabbet - thicknessMm * place.normal;
  }
}

RabbetRun finishRun(RabbetPart part, std::vector<RabbetPlace> found) {
  RabbetRun run;
  run.part = part;
  // Round a tight forefoot the lines of neighbouring places cross: the longest row of places that do not is kept.
  const auto follows = [](const RabbetPlace& a, const RabbetPlace& b) {
    const Vec3 along = b.rabbet - a.rabbet;
    const double size = along.norm();
    return size > onePlaceMm && (b.bearding - a.bearding).dot(along) > onePlaceMm * size &&
           (b.inner - a.inner).dot(along) > onePlaceMm * size;
  };
  std::vector<std::size_t> longest(found.size(), 1), from(found.size());
  std::size_t last = 0;
  for (std::size_t i = 0; i < found.size(); ++i) {
    from[i] = i;
    for (std::size_t j = 0; j < i; ++j) {
      if (longest[j] + 1 > longest[i] && follows(found[j], found[i])) longest[i] = longest[j] + 1, from[i] = j;
    }
    if (longest[i] > longest[last]) last = i;
  }
  for (std::size_t i = last; !found.empty();) {
    run.places.push_back(found[i]);
    if (from[i] == i) break;
    i = from[i];
  }
  std::reverse(run.places.begin(), run.places.end());
  if (run.places.size() < 2) return run;
  const auto spring = [&](Vec3 RabbetPlace::*corner) {
    std::vector<Vec3> nails;
    for (const RabbetPlace& place : run.places) nails.push_back(place.*corner);
    return Batten::spring(nails, BattenEnds::CarryCurvature);
  };
  run.rabbetLine = spring(&RabbetPlace::rabbet);
  run.innerRabbet = spring(&RabbetPlace::inner);
  run.beardingLine = spring(&RabbetPlace::bearding);
  for (std::size_t i = 0; i < run.places.size(); ++i) {
    RabbetPlace& place = run.places[i];
    place.alongMm = run.rabbetLine.nailLengthsMm()[i];
    const Vec3 along = run.rabbetLine.tangentAt(place.alongMm);
    // The timber's side is plumb and holds the rabbet line: square to it, the angle between side and planking.
    const Vec3 side = Vec3(0.0, 0.0, 1.0).cross(along);
    const Vec3 sideways = std::abs(along.z()) > 0.999 ? Vec3(0.0, 1.0, 0.0) : side;
    const double lean = std::abs(place.normal.dot(sideways.normalized()));
    place.bevelRad = std::acos(std::clamp(lean, 0.0, 1.0));
  }
  return run;
}

RabbetPlace RabbetRun::at(double alongMm) const {
  const auto after = std::upper_bound(places.begin() + 1, places.end() - 1, alongMm,
                                      [](double along, const RabbetPlace& place) { return along < place.alongMm; });
  const RabbetPlace& a = *(after - 1);
  const RabbetPlace& b = *after;
  const double share = std::clamp((alongMm - a.alongMm) / (b.alongMm - a.alongMm), 0.0, 1.0);
  const auto between = [share](const auto& low, const auto& high) { return low + share * (high - low); };
  const auto onLine = [&](const Batten& line) {
    const auto i = static_cast<std::size_t>(after - places.begin());
    return line.pointAt(between(line.nailLengthsMm()[i - 1], line.nailLengthsMm()[i]));
  };
  RabbetPlace place;
  place.rabbet = onLine(rabbetLine);
  place.inner = onLine(innerRabbet);
  place.bearding = onLine(beardingLine);
  place.normal = Vec3(between(a.normal, b.normal)).normalized();
  place.faceHalfMm = between(a.faceHalfMm, b.faceHalfMm);
  place.alongMm = alongMm;
  place.bevelRad = between(a.bevelRad, b.bevelRad);
  place.planRad = between(a.planRad, b.planRad);
  return place;
}

Problems rabbetProblems(const std::vector<RabbetRun>& runs, const OffsetTable& table) {
  const double thicknessMm = table.thickness.mm();
  const Unit unit = table.unit;
  Problems problems;
  for (const RabbetRun& run : runs) {
    const RabbetPlace *worst = nullptr, *past = nullptr;
    for (const RabbetPlace& place : run.places) {
      if (place.rabbet.y() <= 0.0) {
        if (past == nullptr || place.rabbet.y() < past->rabbet.y()) past = &place;
        continue;
      }
      if (worst == nullptr || place.inner.y() - leastWoodBetween * place.rabbet.y() <
                                  worst->inner.y() - leastWoodBetween * worst->rabbet.y())
        worst = &place;
    }
    if (past != nullptr)
      problems.push_back({Fault::RabbetPastMiddle,
                          {0, 0, std::string(rabbetPartName(run.part))},
                          {writeLength(millimetres(past->rabbet.x()), unit, 1, true),
                           writeLength(millimetres(-past->rabbet.y()), unit, 1, true)}});
    if (worst == nullptr || worst->inner.y() >= leastWoodBetween * worst->rabbet.y()) continue;
    const double deep = worst->rabbet.y() - worst->inner.y();
    problems.push_back(
        {Fault::PlankTooThickForSiding,
         {0, 0, std::string(rabbetPartName(run.part))},
         {writeLength(millimetres(thicknessMm), unit, 1, true), writeLength(millimetres(deep), unit, 1, true),
          writeLength(millimetres(2.0 * worst->rabbet.y()), unit, 1, true),
          writeLength(millimetres(2.0 * deep / (1.0 - leastWoodBetween)), unit, 1, true)}});
  }
  return problems;
}

}  // namespace narrows
