#include "fairing/fair_course.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "curve/dense.h"
#include "problem/problem.h"

namespace narrows {

namespace {

/// Terms of the curve that cost nothing: a line whose bend is even.
constexpr Eigen::Index freeTerms = 3;
/// No figure is better than this, whatever the table says.
constexpr double leastDoubtMm = 0.05;
/// Strengths tried, from all but an even bend to anything: four to a factor of ten.
constexpr int bowSteps = 22;
constexpr double leastBowMm = 3.0;
/// Lines of one kind differ in liveliness by about this, as a natural logarithm.
constexpr double usualSpread = 1.0;
/// How far beyond its end nails the course may be asked for, as a share of its length.
constexpr double beyondShare = 0.5;
constexpr int mostCrossingSteps = 12;
constexpr double crossingSettledMm = 1e-3;
/// Keeps a share of nothing from being divided by, 1/mm^2.
constexpr double leastPrecision = 1e-12;
/// An axis nearly along the course measures nothing.
constexpr double leastCosine = 0.02;

/// Lengths along a line of nails: chords, lengthened to arcs of the turn they make with their neighbours.
std::vector<double> lengthsAlong(std::span<const CourseNail> nails) {
  const std::size_t n = nails.size();
  std::vector<double> turns(n, 0.0);
  for (std::size_t i = 1; i + 1 < n; ++i) {
    const Vec3 in = nails[i].at - nails[i - 1].at, out = nails[i + 1].at - nails[i].at;
    // Close nails turn by their rounding, not by the line.
    if (std::min(in.norm(), out.norm()) < 8.0 * nails[i].doubtMm) continue;
    turns[i] = std::min(1.0, std::atan2(in.cross(out).norm(), in.dot(out)));
  }
  std::vector<double> along(n, 0.0);
  for (std::size_t i = 1; i < n; ++i) {
    const double turn = 0.5 * (turns[i - 1] + turns[i]);
    along[i] = along[i - 1] + std::max((nails[i].at - nails[i - 1].at).norm() * (1.0 + turn * turn / 24.0), 1e-3);
  }
  return along;
}

/// Covariance, at lengths `s` and `t` from where it begins, of a line whose third derivative is white noise
/// (Wahba, 1.5).
double thriceIntegrated(double s, double t) {
  const double a = std::max(0.0, std::min(s, t)), gap = std::abs(s - t);
  return a * a * a * (a * a / 5.0 + gap * a / 2.0 + gap * gap / 3.0) / 4.0;
}

Eigen::Vector3d freeShapes(double s) {
  return {1.0, s, s * s};
}

/// How far a line as long as the unit departs from an even bend, mm, as is likeliest by restricted maximum likelihood:
/// with the free shapes projected out and the doubts scaled away, the shared covariance is made diagonal once, and each
/// strength then costs one sum (D. Bates and S. DebRoy, 2004, in the form for one variance ratio).
double likeliestBow(const Eigen::MatrixXd& shared, const Eigen::MatrixXd& shapes, const Eigen::VectorXd& doubt2,
                    const Eigen::MatrixX3d& points, std::optional<double> usual) {
  const Eigen::Index n = shared.rows();
  const Eigen::VectorXd scale = doubt2.array().rsqrt();
  const Eigen::MatrixXd scaledShapes = scale.asDiagonal() * shapes;
  const Eigen::MatrixXd frame = frameAbout(scaledShapes);
  const Eigen::MatrixXd rest = frame.rightCols(n - freeTerms);
  double best = -std::numeric_limits<double>::max(), chosen = usual.value_or(leastBowMm);
  if (n <= freeTerms) return chosen;
  const Eigen::MatrixXd restTurned = rest.transpose();
  const Spectrum spectrum =
      spectrumOf(times(times(restTurned, scale.asDiagonal() * shared * scale.asDiagonal()), rest));
  const Eigen::MatrixXd parts = times(spectrum.vectors.transpose(), times(restTurned, scale.asDiagonal() * points));
  for (int step = 0; step < bowSteps; ++step) {
    const double bow = leastBowMm * std::pow(10.0, step / 4.0);
    double score = 0.0;
    for (Eigen::Index k = 0; k < parts.rows(); ++k) {
      const double variance = bow * bow * std::max(0.0, spectrum.values(k)) + 1.0;
      score -= 0.5 * (std::log(variance) + parts.row(k).squaredNorm() / variance);
    }
    if (usual) {
      const double away = std::log(bow / std::max(*usual, leastBowMm)) / usualSpread;
      score -= 0.5 * away * away;
    }
    if (score > best) best = score, chosen = bow;
  }
  return chosen;
}

}  // namespace

FairCourse::FairCourse(std::span<const CourseNail> nails, std::optional<double> usual) {
  require(nails.size() >= 3, "a course needs three nails");
  m_along = lengthsAlong(nails);
  const auto n = static_cast<Eigen::Index>(nails.size());
  m_unit = std::max(m_along.back(), 1.0);
  m_points.resize(n, 3);
  Eigen::MatrixXd system = Eigen::MatrixXd::Zero(n + freeTerms, n + freeTerms);
  Eigen::VectorXd doubt2(n);
  for (Eigen::Index i = 0; i < n; ++i) {
    const auto& nail = nails[static_cast<std::size_t>(i)];
    const double s = inside(m_along[static_cast<std::size_t>(i)]);
    m_points.row(i) = nail.at.transpose();
    for (Eigen::Index j = 0; j < n; ++j)
      system(i, j) = thriceIntegrated(s, inside(m_along[static_cast<std::size_t>(j)]));
    const double doubt = std::max(nail.doubtMm, leastDoubtMm);
    doubt2(i) = doubt * doubt;
    system.block<1, freeTerms>(i, n) = freeShapes(s).transpose();
    system.block<freeTerms, 1>(n, i) = freeShapes(s);
  }
  const double perUnit = std::pow(m_unit, 2.5);
  const double bow = likeliestBow(system.topLeftCorner(n, n), system.topRightCorner(n, freeTerms), doubt2, m_points,
                                  usual ? std::optional(*usual * perUnit) : std::nullopt);
  m_liveliness = bow / perUnit;
  m_strength = bow * bow;
  system.topLeftCorner(n, n) *= m_strength;
  system.topLeftCorner(n, n).diagonal() += doubt2;
  m_inverse = inverseOf(system);
}

FairCourse::Spot FairCourse::at(double alongMm) const {
  const Eigen::Index n = m_points.rows();
  const double s = inside(alongMm);
  Eigen::VectorXd shared(n + freeTerms);
  for (Eigen::Index i = 0; i < n; ++i)
    shared(i) = m_strength * thriceIntegrated(s, inside(m_along[static_cast<std::size_t>(i)]));
  shared.tail<freeTerms>() = freeShapes(s);
  const Eigen::VectorXd weights = m_inverse * shared;
  Spot spot;
  spot.at = m_points.transpose() * weights.head(n);
  spot.strayMm = std::sqrt(std::max(0.0, m_strength * thriceIntegrated(s, s) - weights.dot(shared)));
  return spot;
}

double FairCourse::restlessness(int before) const {
  const Eigen::Index n = m_points.rows();
  // Left out one at a time: away Q y / Q_ii, variance 1 / Q_ii, Q the inverse's block of the nails
  // (C. Rasmussen and C. Williams, Gaussian Processes for Machine Learning, 2006, 5.4.2).
  const Eigen::MatrixXd pulled = times(m_inverse.topLeftCorner(n, n), m_points);
  double sum = 0.0;
  int count = 0;
  for (Eigen::Index i = std::max<Eigen::Index>(before - 1, 0); i <= std::min<Eigen::Index>(before + 2, n - 1); ++i) {
    sum += pulled.row(i).squaredNorm() / std::max(m_inverse(i, i), leastPrecision);
    ++count;
  }
  return std::sqrt(std::max(1.0, sum / std::max(count, 1)));
}

std::optional<FairCourse::Passing> FairCourse::passing(const Vec3& point, const Vec3& axis, const Vec3& square,
                                                       int before) const {
  const auto beside = [&](double along) { return (at(along).at - point).dot(square); };
  const auto last = static_cast<int>(m_along.size()) - 1;
  // Stretches to look in: where it should be first, then those next to it.
  const auto stretch = [&](int k) {
    const double low = k < 0 ? m_along.front() - beyondShare * m_unit : m_along[static_cast<std::size_t>(k)];
    const double high = k >= last ? m_along.back() + beyondShare * m_unit : m_along[static_cast<std::size_t>(k) + 1];
    return std::pair(low, high);
  };
  for (const int k : {before, before + 1, before - 1}) {
    if (k < -1 || k > last) continue;
    auto [low, high] = stretch(k);
    double atLow = beside(low), atHigh = beside(high);
    if (atLow * atHigh > 0.0) continue;
    // False position; an end held twice running counts half (the Illinois rule).
    int held = 0;
    for (int step = 0; step < mostCrossingSteps && high - low > crossingSettledMm; ++step) {
      const double middle = (low * atHigh - high * atLow) / (atHigh - atLow);
      const double here = beside(middle);
      const bool fromLow = (here > 0.0) == (atLow > 0.0);
      (fromLow ? low : high) = middle;
      (fromLow ? atLow : atHigh) = here;
      if (std::abs(here) < crossingSettledMm) {
        low = high = middle;
        break;
      }
      if (fromLow && held > 0) atHigh *= 0.5;
      if (!fromLow && held < 0) atLow *= 0.5;
      held = fromLow ? 1 : -1;
    }
    const double found = 0.5 * (low + high);
    const Spot spot = at(found);
    constexpr double step = 1e-3;
    const Vec3 run = (at(found + step * m_unit).at - at(found - step * m_unit).at).normalized();
    const double cosine = std::max(std::abs(run.dot(square)), leastCosine);
    return Passing{(spot.at - point).dot(axis), spot.strayMm / cosine, cosine};
  }
  return std::nullopt;
}

}  // namespace narrows
