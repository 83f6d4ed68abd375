#include "weighing/twist.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace narrows {

namespace {

constexpr double twistFootMm = 12.0 * mmPerInch, twistReachMm = 3.0 * mmPerInch;
/// Legs of the middle line that a face is followed along.
constexpr double legMm = twistReachMm / 8.0;
/// No strake has more of them.
constexpr std::size_t mostLegs = 20000;
constexpr double firstLegT = 0.02;

}  // namespace

TwistAlong::TwistAlong(const Band& band) {
  const SurfaceReach reach = band.reach;
  double t = reach.fromT;
  Vec3 here = band.point(t, 0.5), normal = band.normal(t, 0.5);
  m_places.push_back({t, 0.0, 0.0});
  double legT = firstLegT;
  while (t < reach.toT && m_places.size() < mostLegs) {
    const double next = std::min(t + legT, reach.toT);
    const Vec3 there = band.point(next, 0.5), turned = band.normal(next, 0.5);
    const Vec3 leg = there - here;
    const double mm = leg.norm();
    // As long a step as the last says; one that went too far is taken again.
    const double wanted = mm > 0.0 ? (next - t) * legMm / mm : 2.0 * legT;
    constexpr double tooFar = 1.6, mostGrown = 3.0;
    if (mm > tooFar * legMm) {
      legT = wanted;
      continue;
    }
    legT = std::min(wanted, mostGrown * legT);
    // dN/ds = -k T - torsion B: what turns about the leg is the torsion.
    const double turn = mm > 0.0 ? normal.cross(turned).dot(leg) / mm : 0.0;
    const Place& last = m_places.back();
    m_places.push_back({next, last.alongMm + mm, last.turnedRad + (std::isfinite(turn) ? turn : 0.0)});
    t = next, here = there, normal = turned;
  }
}

double TwistAlong::turnedAt(double alongMm) const {
  const auto after = std::upper_bound(m_places.begin() + 1, m_places.end() - 1, alongMm,
                                      [](double mm, const Place& place) { return mm < place.alongMm; });
  const Place &a = *(after - 1), &b = *after;
  const double part = std::clamp((alongMm - a.alongMm) / std::max(b.alongMm - a.alongMm, 1e-9), 0.0, 1.0);
  return std::lerp(a.turnedRad, b.turnedRad, part);
}

double TwistAlong::degAFootOver(double alongMm) const {
  const double length = m_places.back().alongMm;
  const double from = std::max(alongMm - twistReachMm, 0.0), to = std::min(alongMm + twistReachMm, length);
  if (m_places.size() < 2 || to - from < legMm) return 0.0;
  return std::abs(turnedAt(to) - turnedAt(from)) * 180.0 / std::numbers::pi * twistFootMm / (to - from);
}

double TwistAlong::degAFootAt(double t) const {
  if (m_places.size() < 2) return 0.0;
  const auto after = std::upper_bound(m_places.begin() + 1, m_places.end() - 1, t,
                                      [](double at, const Place& place) { return at < place.t; });
  const Place &a = *(after - 1), &b = *after;
  const double part = std::clamp((t - a.t) / std::max(b.t - a.t, 1e-12), 0.0, 1.0);
  return degAFootOver(std::lerp(a.alongMm, b.alongMm, part));
}

TwistAlong::Worst TwistAlong::worst() const {
  Worst most;
  for (const Place& place : m_places) {
    const double twist = degAFootOver(place.alongMm);
    if (twist > most.degAFoot) most = {twist, place.t};
  }
  return most;
}

}  // namespace narrows
