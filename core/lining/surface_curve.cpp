#include "lining/surface_curve.h"

#include <algorithm>
#include <cmath>

#include "curve/drawn_aside.h"
#include "problem/problem.h"

namespace narrows {

namespace {
/// Nails follow one another at least so far apart along their row.
constexpr double leastStepMm = 1e-3;
}  // namespace

struct SurfaceCurve::Two {
  SurfaceCurve first, second;  ///< lower and upper, or fore and aft
  bool across = true;          ///< between a lower and an upper one
  double part = 0.0;           ///< of what lies between, or the place of the step
  double over = 0.0;           ///< the step's length
  bool operator==(const Two&) const = default;

  double shareAt(double t) const {
    if (!across && t <= part - over) return first.shareAt(t);
    if (!across && t >= part) return second.shareAt(t);
    const double of = across ? part : (t - part + over) / over;
    const double low = first.shareAt(t);
    return low + of * (second.shareAt(t) - low);
  }
};

SurfaceCurve SurfaceCurve::constant(double share, SurfaceReach reach) {
  SurfaceCurve curve;
  curve.m_share = share;
  curve.m_reach = reach;
  return curve;
}

SurfaceCurve SurfaceCurve::between(const SurfaceCurve& lower, const SurfaceCurve& upper, double part) {
  const SurfaceReach reach{std::max(lower.m_reach.fromT, upper.m_reach.fromT),
                           std::min(lower.m_reach.toT, upper.m_reach.toT)};
  if (lower.isConstant() && upper.isConstant())
    return constant(lower.m_share + part * (upper.m_share - lower.m_share), reach);
  SurfaceCurve curve = constant(0.0, reach);
  curve.m_two = std::make_shared<const Two>(Two{lower, upper, true, part, 0.0});
  return curve;
}

SurfaceCurve SurfaceCurve::stepped(const SurfaceCurve& fore, const SurfaceCurve& aft, double t, double over) {
  SurfaceCurve curve = constant(0.0, {fore.m_reach.fromT, aft.m_reach.toT});
  curve.m_two = std::make_shared<const Two>(Two{fore, aft, false, t, over});
  return curve;
}

SurfaceCurve SurfaceCurve::sprung(const GirthFrame& frame, double along, std::vector<CurveNail> nails,
                                  SurfaceReach reach) {
  require(nails.size() >= 2, "a sprung line has two nails");
  for (CurveNail& nail : nails) nail.share -= along;
  return constant(along, reach).bentBy(frame, along, std::move(nails));
}

SurfaceCurve SurfaceCurve::traced(const GirthFrame& frame, std::vector<CurveNail> places) {
  require(places.size() >= 2, "a traced line has two places");
  double mean = 0.0;
  for (const CurveNail& place : places) mean += place.share / static_cast<double>(places.size());
  const SurfaceReach reach{places.front().t, places.back().t};
  return sprung(frame, mean, std::move(places), reach);
}

SurfaceCurve SurfaceCurve::bentBy(const GirthFrame& frame, double along, std::vector<CurveNail> nails) const {
  require(!nails.empty(), "a batten has a nail");
  std::stable_sort(nails.begin(), nails.end(), [](const CurveNail& a, const CurveNail& b) { return a.t < b.t; });
  SurfaceCurve curve = *this;
  Bend bend{frame.rowLength(along), {}, {}};
  std::vector<double> at, shares;
  for (const CurveNail& nail : nails) {
    const double length = bend.row->at(nail.t);
    at.push_back(at.empty() ? length : std::max(length, at.back() + leastStepMm));
    shares.push_back(nail.share);
  }
  bend.by = FairFunction(at, shares);
  curve.m_bends.push_back(std::move(bend));
  return curve;
}

SurfaceCurve SurfaceCurve::easedBy(const GirthFrame& frame, double along, double fromT, double toT,
                                   double share) const {
  SurfaceCurve curve = *this;
  const auto row = frame.rowLength(along);
  curve.m_bends.push_back({row, {}, {row->at(fromT), row->at(toT), share}});
  return curve;
}

double SurfaceCurve::Ease::at(double mm) const {
  const double u = toMm == fromMm ? 0.0 : std::clamp((mm - fromMm) / (toMm - fromMm), 0.0, 1.0);
  return share * drawnAside(u);
}

SurfaceCurve SurfaceCurve::over(SurfaceReach reach) const {
  SurfaceCurve curve = *this;
  curve.m_reach = reach;
  return curve;
}

double SurfaceCurve::shareAt(double t) const {
  double share = m_two == nullptr ? m_share : m_two->shareAt(t);
  for (const Bend& bend : m_bends) {
    const double mm = bend.row->at(t);
    share += bend.by.isNothing() ? bend.ease.at(mm) : bend.by(mm);
  }
  return share;
}

bool SurfaceCurve::operator==(const SurfaceCurve& other) const {
  const bool sameTwo = m_two == other.m_two || (m_two != nullptr && other.m_two != nullptr && *m_two == *other.m_two);
  return sameTwo && m_share == other.m_share && m_reach == other.m_reach && m_bends == other.m_bends;
}

}  // namespace narrows
