#include "weighing/bending.h"

#include <algorithm>
#include <cmath>

#include "backbone/lamination.h"
#include "plank/line_length.h"
#include "weighing/twist.h"

namespace narrows {

namespace {

constexpr double stepMm = 2.0 * mmPerInch, reachMm = 3.0 * mmPerInch;
constexpr double straightMm = 1e7;
/// Shorter cold stretches between two that want heat are heated with them.
constexpr double bridgedMm = 6.0 * mmPerInch;
/// Thinner than this, an end can be bent in wraps.
constexpr double thinMostMm = 10.0;
constexpr double minutesAnInch = 60.0, leastMinutes = 30.0, wrapMinutes = 45.0;
/// Of the radius over thickness that goes on cold, what is the least that does: 60 where 100 is usual.
constexpr double hardOfUsual = 0.6;

/// A band's middle, by length along it.
class MiddleRun {
 public:
  explicit MiddleRun(const Band& band)
      : m_band(band),
        m_length(band.frame, SurfaceCurve::between(band.lower, band.upper, 0.5), band.reach, samplesABay) {}
  double lengthMm() const { return m_length.lengthMm(); }
  double tAt(double mm) const { return m_length.tAtShare(mm / lengthMm()); }
  Vec3 at(double mm) const { return m_band.point(tAt(mm), 0.5); }
  /// Curvature square to the face, over the reach to either side.
  double curvature(double mm) const {
    const double reach = std::min(reachMm, 0.25 * lengthMm());
    const double middle = std::clamp(mm, reach, lengthMm() - reach);
    const Vec3 a = at(middle - reach), b = at(middle), c = at(middle + reach);
    const double before = (b - a).norm(), after = (c - b).norm();
    const Vec3 bend = 2.0 * ((c - b) / after - (b - a) / before) / (before + after);
    return std::abs(bend.dot(m_band.normal(tAt(middle), 0.5)));
  }

 private:
  static constexpr std::size_t samplesABay = LineLength::usualSamplesABay / 3;
  const Band& m_band;
  LineLength m_length;
};

class Bender {
 public:
  Bender(const Band& band, const WeighingFigures& figures)
      : m_figures(figures),
        m_twists(band),
        m_run(band),
        m_cold(bendRatio(figures.plan.species, Bending::Cold)),
        m_steamed(bendRatio(figures.plan.species, Bending::Steamed)) {
    if (const auto limit = limitOf(Measure::Twist, figures, false, 0.0)) m_twist = *limit;
  }

  StrakeBending make() {
    const auto steps = static_cast<int>(std::max(2.0, std::round(m_run.lengthMm() / stepMm)));
    m_made.lengthMm = m_run.lengthMm();
    for (int i = 0; i <= steps; ++i) m_made.places.push_back(placeAt(m_run.lengthMm() * i / steps));
    gatherRuns();
    return std::move(m_made);
  }

  /// How hard a place is, 1 where it ceases to go on cold with ease.
  double hardness(const BendAt& at) const {
    return std::max(m_cold * m_figures.thicknessMm / at.radiusMm,
                    m_twist.look > 0.0 ? at.twistDeg / m_twist.look : 0.0);
  }

 private:
  BendAt placeAt(double alongMm) const {
    BendAt at;
    at.alongMm = alongMm;
    at.t = m_run.tAt(alongMm);
    const double bend = m_run.curvature(alongMm);
    at.radiusMm = bend > 1.0 / straightMm ? 1.0 / bend : straightMm;
    at.strain = m_figures.thicknessMm / (2.0 * at.radiusMm);
    at.twistDeg = m_twists.degAFootAt(at.t);
    const double ratio = at.radiusMm / std::max(m_figures.thicknessMm, 1e-6);
    const Heat forBend = ratio < m_steamed              ? Heat::Beyond
                         : ratio < hardOfUsual * m_cold ? Heat::Steam
                         : ratio < m_cold               ? Heat::Hard
                                                        : Heat::None;
    const Heat forTwist = m_twist.look <= 0.0             ? Heat::None
                          : at.twistDeg > m_twist.trouble ? Heat::Steam
                          : at.twistDeg > m_twist.look    ? Heat::Hard
                                                          : Heat::None;
    at.heat = std::max(forBend, forTwist);
    at.byTwist = forTwist > forBend;
    return at;
  }

  void gatherRuns() {
    for (std::size_t i = 0; i < m_made.places.size(); ++i) {
      const BendAt& at = m_made.places[i];
      if (at.heat == Heat::None) continue;
      if (m_made.runs.empty() || at.alongMm - m_made.runs.back().toMm > bridgedMm) {
        HeatedRun run;
        run.fromMm = at.alongMm;
        run.worst = at;
        m_made.runs.push_back(run);
      }
      HeatedRun& run = m_made.runs.back();
      run.toMm = at.alongMm;
      run.heat = std::max(run.heat, at.heat);
      if (hardness(at) > hardness(run.worst)) run.worst = at;
    }
    const double thick = m_figures.thicknessMm / mmPerInch;
    for (HeatedRun& run : m_made.runs) {
      run.toBow = run.fromMm < bridgedMm;
      run.toStern = run.toMm > m_made.lengthMm - bridgedMm;
      run.wrapped = run.heat == Heat::Hard && m_figures.thicknessMm <= thinMostMm && (run.toBow || run.toStern);
      run.minutes = run.wrapped ? wrapMinutes : std::max(minutesAnInch * thick, leastMinutes);
    }
  }

  const WeighingFigures& m_figures;
  TwistAlong m_twists;
  MiddleRun m_run;
  double m_cold, m_steamed;  ///< radius over thickness that goes on so
  Limit m_twist;
  StrakeBending m_made;
};

}  // namespace

const BendAt& StrakeBending::at(double alongMm) const {
  return *std::min_element(places.begin(), places.end(), [&](const BendAt& a, const BendAt& b) {
    return std::abs(a.alongMm - alongMm) < std::abs(b.alongMm - alongMm);
  });
}

StrakeBending bendingOf(const Band& band, const WeighingFigures& figures) {
  return Bender(band, figures).make();
}

}  // namespace narrows
