#include "plank/on_boat.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {
constexpr int mostSteps = 20;
constexpr double settledMm = 1e-3, stepT = 1e-4, stepAcross = 1e-3;
}  // namespace

Vec3 onBoat(const Band& band, const FlatPlank& plank, const Vec2& flat) {
  const double from = band.reach.fromT, to = band.reach.toT;
  const auto held = [&](const Vec2& place) -> Vec2 {
    return {std::clamp(place.x(), from, to), std::clamp(place.y(), 0.0, 1.0)};
  };
  const auto slopes = [&](const Vec2& at) {
    const Vec2 t0 = held(at - Vec2(stepT, 0.0)), t1 = held(at + Vec2(stepT, 0.0));
    const Vec2 a0 = held(at - Vec2(0.0, stepAcross)), a1 = held(at + Vec2(0.0, stepAcross));
    Eigen::Matrix2d by;
    by.col(0) = (plank.map.at(t1.x(), t1.y()) - plank.map.at(t0.x(), t0.y())) / std::max(t1.x() - t0.x(), 1e-12);
    by.col(1) = (plank.map.at(a1.x(), a1.y()) - plank.map.at(a0.x(), a0.y())) / std::max(a1.y() - a0.y(), 1e-12);
    return by;
  };
  // Begun from the nearest of its stations.
  Vec2 at(from, 0.5);
  double nearest = 1e300;
  constexpr int places = 60;
  for (int i = 0; i <= places; ++i) {
    const double t = from + (to - from) * i / places;
    const double far = (plank.map.at(t, 0.5) - flat).squaredNorm();
    if (far < nearest) nearest = far, at.x() = t;
  }
  for (int i = 0; i < mostSteps; ++i) {
    const Vec2 off = flat - plank.map.at(at.x(), at.y());
    const Eigen::Matrix2d by = slopes(at);
    if (std::abs(by.determinant()) < 1e-9) break;
    Vec2 step = by.inverse() * off;
    step /= std::max({1.0, std::abs(step.x()) / 0.3, std::abs(step.y()) / 0.3});
    const Vec2 next = held(at + step);
    const bool settled = (by * (next - at)).norm() < settledMm;
    at = next;
    if (settled) break;
  }
  const Vec2 off = flat - plank.map.at(at.x(), at.y());
  const Vec3 here = band.point(at.x(), at.y());
  if (off.norm() < settledMm) return here;
  // Straight on: along the plank as it runs there, and square to that in the face.
  const Vec2 t0 = held(at - Vec2(0.01, 0.0)), t1 = held(at + Vec2(0.01, 0.0));
  const Vec2 run = (plank.map.at(t1.x(), t1.y()) - plank.map.at(t0.x(), t0.y())).normalized();
  const Vec3 along = (band.point(t1.x(), t1.y()) - band.point(t0.x(), t0.y())).normalized();
  const Vec3 up = along.cross(band.normal(at.x(), at.y())).normalized();
  const Vec3 across = band.point(at.x(), 1.0) - band.point(at.x(), 0.0);
  return here + off.dot(run) * along + off.dot(turnedLeft(run)) * (up.dot(across) < 0.0 ? Vec3(-up) : up);
}

}  // namespace narrows
