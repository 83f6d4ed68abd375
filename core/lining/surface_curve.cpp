#include "lining/surface_curve.h"

#include <algorithm>
#include <cmath>

#include "curve/cubic.h"
#include "problem/problem.h"

namespace narrows {

namespace {
constexpr std::size_t curveColumns = SurfacePatch::columnsABay;
/// Either side of a section: the surface's derivative by t is another there.
constexpr double besideCurveT = 1e-9;
/// Nails follow one another at least so far apart along their row.
constexpr double leastStepMm = 1e-3;
}  // namespace

SurfaceCurve SurfaceCurve::constant(double share, SurfaceReach reach) {
  SurfaceCurve curve;
  curve.m_share = share;
  curve.m_reach = reach;
  return curve;
}

SurfaceCurve SurfaceCurve::sprung(const GirthFrame& frame, double along, std::vector<CurveNail> nails,
                                  SurfaceReach reach) {
  require(nails.size() >= 2, "a sprung line has two nails");
  std::stable_sort(nails.begin(), nails.end(), [](const CurveNail& a, const CurveNail& b) { return a.t < b.t; });
  SurfaceCurve curve = constant(along, reach);
  curve.m_lengths = rowLengths(frame, along);
  std::vector<double> at, shares;
  for (const CurveNail& nail : nails) {
    const double length = curve.lengthAt(nail.t);
    at.push_back(at.empty() ? length : std::max(length, at.back() + leastStepMm));
    shares.push_back(nail.share);
  }
  curve.m_shareOverLength = FairFunction(at, shares);
  return curve;
}

SurfaceCurve SurfaceCurve::traced(const GirthFrame& frame, std::vector<CurveNail> places) {
  require(places.size() >= 2, "a traced line has two places");
  double mean = 0.0;
  for (const CurveNail& place : places) mean += place.share / static_cast<double>(places.size());
  const SurfaceReach reach{places.front().t, places.back().t};
  return sprung(frame, mean, std::move(places), reach);
}

std::vector<SurfaceCurve::Length> SurfaceCurve::rowLengths(const GirthFrame& frame, double share) {
  const std::size_t columns = (frame.sectionCount() - 1) * curveColumns + 1;
  std::vector<Length> lengths(columns);
  const auto rate = [&](double t) { return frame.evaluate(t, share).aft.norm(); };
  for (std::size_t c = 0; c + 1 < columns; ++c) {
    const double from = static_cast<double>(c) / curveColumns, to = static_cast<double>(c + 1) / curveColumns;
    lengths[c].after = rate(from);
    lengths[c + 1].before = rate(to - besideCurveT);
    // Simpson's rule on the speed along the row.
    const double middle = rate(0.5 * (from + to));
    lengths[c + 1].mm = lengths[c].mm + (lengths[c].after + 4.0 * middle + lengths[c + 1].before) * (to - from) / 6.0;
  }
  return lengths;
}

double SurfaceCurve::lengthAt(double t) const {
  const auto columns = static_cast<double>(m_lengths.size());
  const auto column = static_cast<std::size_t>(std::clamp(std::floor(t * curveColumns), 0.0, columns - 2.0));
  const Length& fore = m_lengths[column];
  const Length& aft = m_lengths[column + 1];
  return CubicWeights::value(t * curveColumns - static_cast<double>(column))(fore.mm, aft.mm, fore.after / curveColumns,
                                                                             aft.before / curveColumns);
}

double SurfaceCurve::shareAt(double t) const {
  return isConstant() ? m_share : m_shareOverLength(lengthAt(t));
}

}  // namespace narrows
