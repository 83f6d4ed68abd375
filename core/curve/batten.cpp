#include "curve/batten.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include "curve/banded.h"
#include "problem/problem.h"

namespace narrows {

namespace {

constexpr int mostRespacings = 10;
/// Re-spacing stops when no segment's length changes by more than this share.
constexpr double respacingShare = 1e-10;
/// A place at a length along is found to this, in at most so many steps.
constexpr double lengthSettledMm = 1e-7;
constexpr int mostLengthSteps = 8;
/// The carried curvature is approached by this part of the way each time: the full step swings from side to side.
constexpr double carryRelaxation = 0.7;
/// How much more a stiffness counts that is judged better.
constexpr double scoreSharpness = 3.0;
/// Stiffnesses tried when nails are eased, from slack to all but straight.
constexpr int stiffnessSteps = 25;
/// A pull that no stiffness moves.
constexpr double heldPull = 1e9;
/// A nail as far from its nearer neighbour as this part of the way to the other is believed as it stands.
constexpr double wellApart = 0.16;
/// Nails with less tolerance than this are as good as held.
constexpr double leastToleranceMm = 1e-6;
/// A batten so many times as long as its chords was not sprung but thrown: its nails run back on themselves.
constexpr double wildLength = 50.0;
/// Curvature is carried on over at most this many times the neighbouring interval's change.
constexpr double mostCarry = 1.5;

/// A span that turns by more than this (cosine) is measured in halves, and they in theirs, down to this part of it.
constexpr double sharpTurnCosine = 0.8;
constexpr double leastPart = 0.1;

// Gauss-Legendre, 5 points on (0, 1).
constexpr std::array<double, 5> gaussAt{0.04691007703066800, 0.23076534494715845, 0.5, 0.76923465505284155,
                                        0.95308992296933200};
constexpr std::array<double, 5> gaussWeight{0.11846344252809454, 0.23931433524968324, 0.28444444444444444,
                                            0.23931433524968324, 0.11846344252809454};

/// `bend` turned by the turn that takes direction `from` to direction `to`.
Vec3 carried(const Vec3& bend, const Vec3& from, const Vec3& to) {
  const double lengths = from.norm() * to.norm();
  if (lengths < 1e-12) return bend;
  return Eigen::Quaterniond::FromTwoVectors(from, to) * bend;
}

/// Second derivative wanted at an end, from the two nails next to it (`near`, `far`) with intervals `h0` (end to near)
/// and `h1` (near to far). Tangents likewise.
Vec3 carriedBend(const std::array<Vec3, 3>& tangents, const Vec3& nearBend, const Vec3* farBend, double h0, double h1) {
  const Vec3 one = carried(nearBend, tangents[1], tangents[0]);
  if (farBend == nullptr) return one;
  const Vec3 two = carried(carried(*farBend, tangents[2], tangents[1]), tangents[1], tangents[0]);
  Vec3 change = (one - two) * std::min(h0 / h1, mostCarry);
  const double limit = std::max(one.norm(), two.norm());
  if (change.norm() > limit) change *= limit / change.norm();
  return one + change;
}

}  // namespace

void Batten::solve(const Vec3& startBend, const Vec3& endBend) {
  const std::size_t n = m_points.size();
  m_bends.assign(n, Vec3::Zero());
  m_bends.front() = startBend;
  m_bends.back() = endBend;
  if (n < 3) return;
  // Thomas' algorithm on the usual tridiagonal system for the second derivatives.
  std::vector<double> diagonal(n), above(n);
  std::vector<Vec3> right(n);
  for (std::size_t i = 1; i + 1 < n; ++i) {
    const double before = m_knots[i] - m_knots[i - 1];
    const double after = m_knots[i + 1] - m_knots[i];
    diagonal[i] = 2.0 * (before + after);
    above[i] = after;
    right[i] = 6.0 * ((m_points[i + 1] - m_points[i]) / after - (m_points[i] - m_points[i - 1]) / before);
    if (i == 1) {
      right[i] -= before * startBend;
    } else {
      const double ratio = before / diagonal[i - 1];
      diagonal[i] -= ratio * above[i - 1];
      right[i] -= ratio * right[i - 1];
    }
    if (i + 2 == n) right[i] -= after * endBend;
  }
  for (std::size_t i = n - 2; i >= 1; --i) {
    m_bends[i] = right[i];
    if (i + 2 < n) m_bends[i] -= above[i] * m_bends[i + 1];
    m_bends[i] /= diagonal[i];
  }
}

Batten Batten::spring(std::span<const Vec3> nails, BattenEnds ends) {
  require(nails.size() >= 2, "a batten needs two nails");
  Batten batten;
  const std::size_t n = nails.size();
  batten.m_points.assign(nails.begin(), nails.end());
  batten.m_knots.assign(n, 0.0);
  for (std::size_t i = 1; i < n; ++i) {
    batten.m_knots[i] = batten.m_knots[i - 1] + (nails[i] - nails[i - 1]).norm();
  }
  if (batten.m_knots.back() <= 0.0 || n == 2) {
    batten.m_bends.assign(n, Vec3::Zero());
    batten.m_lengths = batten.m_knots;
    return batten;
  }
  Vec3 startBend = Vec3::Zero();
  Vec3 endBend = Vec3::Zero();
  const auto slope = [&batten](std::size_t i) { return batten.slopeAtNail(i); };
  // Ends that carry their curvature on are approached over more rounds, the spacing following them.
  const int rounds = ends == BattenEnds::Free ? mostRespacings : 2 * mostRespacings;
  for (int round = 0; round < rounds; ++round) {
    batten.solve(startBend, endBend);
    double change = 0.0;
    if (ends == BattenEnds::CarryCurvature) {
      const auto& k = batten.m_knots;
      const auto& m = batten.m_bends;
      const bool long4 = n >= 4;
      const Vec3 start = carriedBend({slope(0), slope(1), slope(long4 ? 2 : 1)}, m[1], long4 ? &m[2] : nullptr,
                                     k[1] - k[0], long4 ? k[2] - k[1] : 1.0);
      const Vec3 end = carriedBend({slope(n - 1), slope(n - 2), slope(long4 ? n - 3 : n - 2)}, m[n - 2],
                                   long4 ? &m[n - 3] : nullptr, k[n - 1] - k[n - 2], long4 ? k[n - 2] - k[n - 3] : 1.0);
      change = ((start - startBend).norm() + (end - endBend).norm()) * batten.m_knots.back() * 1e-3;
      startBend += carryRelaxation * (start - startBend);
      endBend += carryRelaxation * (end - endBend);
    }
    std::vector<double> knots(n, 0.0);
    for (std::size_t i = 0; i + 1 < n; ++i) {
      const double arc = batten.arcLength(i, 0.0, 1.0);
      const double was = batten.m_knots[i + 1] - batten.m_knots[i];
      change = std::max(change, std::abs(arc / was - 1.0));
      knots[i + 1] = knots[i] + arc;
    }
    batten.m_knots = knots;
    if (change < respacingShare) break;
  }
  batten.solve(startBend, endBend);
  batten.measure();
  if (!batten.isSprung()) batten.layStraight();
  return batten;
}

bool Batten::isSprung() const {
  double chords = 0.0;
  for (std::size_t i = 0; i + 1 < m_points.size(); ++i) chords += (m_points[i + 1] - m_points[i]).norm();
  return lengthMm() <= wildLength * chords &&
         std::all_of(m_bends.begin(), m_bends.end(), [](const Vec3& bend) { return bend.allFinite(); });
}

void Batten::layStraight() {
  m_bends.assign(m_points.size(), Vec3::Zero());
  for (std::size_t i = 1; i < m_points.size(); ++i)
    m_knots[i] = m_knots[i - 1] + (m_points[i] - m_points[i - 1]).norm();
  m_lengths = m_knots;
}

void Batten::measure() {
  m_lengths.assign(m_points.size(), 0.0);
  for (std::size_t i = 0; i + 1 < m_points.size(); ++i) m_lengths[i + 1] = m_lengths[i] + arcLength(i, 0.0, 1.0);
}

Batten::Spot Batten::spotAt(double alongMm) const {
  const auto after = std::upper_bound(m_lengths.begin() + 1, m_lengths.end() - 1, alongMm);
  const auto segment = static_cast<std::size_t>(after - m_lengths.begin()) - 1;
  const double length = m_lengths[segment + 1] - m_lengths[segment];
  if (length <= 0.0) return {segment, 0.0};
  const double target = alongMm - m_lengths[segment];
  double u = target / length;
  if (u <= 0.0 || u >= 1.0) return {segment, std::clamp(u, 0.0, 1.0)};
  const double span = spanAfterNail(segment);
  for (int step = 0; step < mostLengthSteps; ++step) {
    const double error = arcLength(segment, 0.0, u) - target;
    const double speed = first(segment, u).norm() * span;
    if (speed <= 0.0 || std::abs(error) < lengthSettledMm) break;
    u = std::clamp(u - error / speed, 0.0, 1.0);
  }
  return {segment, u};
}

Vec3 Batten::value(std::size_t segment, double u) const {
  const double h = m_knots[segment + 1] - m_knots[segment];
  const double w = 1.0 - u;
  return w * m_points[segment] + u * m_points[segment + 1] +
         h * h / 6.0 * ((w * w * w - w) * m_bends[segment] + (u * u * u - u) * m_bends[segment + 1]);
}

Vec3 Batten::first(std::size_t segment, double u) const {
  const double h = m_knots[segment + 1] - m_knots[segment];
  if (h <= 0.0) return Vec3::Zero();
  const double w = 1.0 - u;
  return (m_points[segment + 1] - m_points[segment]) / h +
         h / 6.0 * ((1.0 - 3.0 * w * w) * m_bends[segment] + (3.0 * u * u - 1.0) * m_bends[segment + 1]);
}

Vec3 Batten::second(std::size_t segment, double u) const {
  return (1.0 - u) * m_bends[segment] + u * m_bends[segment + 1];
}

double Batten::arcLength(std::size_t segment, double from, double to) const {
  // Where a span turns sharply five points do not measure it: its halves are measured instead.
  const Vec3 begins = first(segment, from), ends = first(segment, to);
  if (to - from > leastPart && begins.dot(ends) < sharpTurnCosine * begins.norm() * ends.norm()) {
    const double middle = 0.5 * (from + to);
    return arcLength(segment, from, middle) + arcLength(segment, middle, to);
  }
  const double h = (m_knots[segment + 1] - m_knots[segment]) * (to - from);
  double sum = 0.0;
  for (std::size_t i = 0; i < gaussAt.size(); ++i) {
    sum += gaussWeight[i] * first(segment, from + gaussAt[i] * (to - from)).norm();
  }
  return sum * h;
}

Vec3 Batten::slopeAtNail(std::size_t nail) const {
  return nail + 1 < m_points.size() ? first(nail, 0.0) : first(nail - 1, 1.0);
}

Vec3 Batten::pointAt(double alongMm) const {
  if (lengthMm() <= 0.0) return m_points.front();
  if (alongMm < 0.0) return m_points.front() + alongMm * tangentAt(0.0);
  if (alongMm > lengthMm()) return m_points.back() + (alongMm - lengthMm()) * tangentAt(lengthMm());
  const Spot spot = spotAt(alongMm);
  return value(spot.segment, spot.u);
}

Vec3 Batten::tangentAt(double alongMm) const {
  if (lengthMm() <= 0.0) return Vec3::Zero();
  const Spot spot = spotAt(std::clamp(alongMm, 0.0, lengthMm()));
  return first(spot.segment, spot.u).normalized();
}

Vec3 Batten::curvatureAt(double alongMm) const {
  if (lengthMm() <= 0.0) return Vec3::Zero();
  const Spot spot = spotAt(std::clamp(alongMm, 0.0, lengthMm()));
  const Vec3 d = first(spot.segment, spot.u);
  const Vec3 dd = second(spot.segment, spot.u);
  const double speed2 = d.squaredNorm();
  return (dd - d * (d.dot(dd) / speed2)) / speed2;
}

double Batten::nearestAlong(const Vec3& point) const {
  if (m_points.size() < 2) return 0.0;
  // The two ends of a nail's spans, and the middles of them, so that a wide span's nearer half is found.
  double best = 0.0, least = (m_points.front() - point).squaredNorm();
  std::size_t span = 0;
  for (std::size_t i = 0; i + 1 < m_points.size(); ++i) {
    for (const double share : {0.25, 0.5, 0.75, 1.0}) {
      const double away = (value(i, share) - point).squaredNorm();
      if (away < least) least = away, span = i, best = m_lengths[i] + share * (m_lengths[i + 1] - m_lengths[i]);
    }
  }
  double low = m_lengths[span == 0 ? 0 : span - 1], high = m_lengths[std::min(span + 2, m_lengths.size() - 1)];
  constexpr int mostSteps = 40;
  constexpr double settledMm = 1e-7;
  for (int i = 0; i < mostSteps && high - low > settledMm; ++i) {
    const double ahead = (point - pointAt(best)).dot(tangentAt(best));
    (ahead > 0.0 ? low : high) = best;
    if (std::abs(ahead) < settledMm) break;
    const double next = best + ahead;
    best = next > low && next < high ? next : 0.5 * (low + high);
  }
  return best;
}

double Batten::bendingEnergy() const {
  double energy = 0.0;
  for (std::size_t s = 0; s + 1 < m_points.size(); ++s) {
    const double h = m_knots[s + 1] - m_knots[s];
    for (std::size_t i = 0; i < gaussAt.size(); ++i) {
      const Vec3 d = first(s, gaussAt[i]);
      const double speed = d.norm();
      if (speed <= 0.0) continue;
      energy += gaussWeight[i] * h * d.cross(second(s, gaussAt[i])).squaredNorm() / std::pow(speed, 5);
    }
  }
  return energy;
}

namespace {

/// Squares of third divided differences, in units of the mean spacing: nought for any curve whose curvature changes
/// evenly. They tie a nail to the three beside it. Banded: the diagonal, and as many columns below it.
Eigen::MatrixXd stiffnessOf(const std::vector<double>& along, double mean) {
  constexpr Eigen::Index reach = 3;
  const auto n = static_cast<Eigen::Index>(along.size());
  Eigen::MatrixXd stiffness = Eigen::MatrixXd::Zero(n, reach + 1);
  for (Eigen::Index row = 0; row + reach < n; ++row) {
    std::array<double, reach + 1> difference{};
    for (Eigen::Index i = 0; i <= reach; ++i) {
      double product = 1.0;
      for (Eigen::Index j = 0; j <= reach; ++j) {
        if (j != i)
          product *= (along[static_cast<std::size_t>(row + i)] - along[static_cast<std::size_t>(row + j)]) / mean;
      }
      difference[static_cast<std::size_t>(i)] = 1.0 / product;
    }
    for (Eigen::Index i = 0; i <= reach; ++i) {
      for (Eigen::Index j = 0; j <= i; ++j)
        stiffness(row + i, i - j) += difference[static_cast<std::size_t>(i)] * difference[static_cast<std::size_t>(j)];
    }
  }
  return stiffness;
}

/// How hard each nail pulls the batten to itself, by how far it may be off; its ends hold it.
Eigen::VectorXd pullOf(std::span<const double> toleranceMm) {
  const auto n = static_cast<Eigen::Index>(toleranceMm.size());
  Eigen::VectorXd pull(n);
  for (Eigen::Index i = 0; i < n; ++i) {
    const double share = std::max(toleranceMm[static_cast<std::size_t>(i)], leastToleranceMm) / leastToleranceMm;
    pull(i) = i == 0 || i == n - 1 ? heldPull : 1.0 / (share * share);
  }
  // By what the whole can do: scaled by the tightest nail, loose ones would be held as if rigid; by the loosest, tight
  // ones would be all that counts.
  const double scale = std::exp(pull.segment(1, n - 2).array().log().mean());
  pull.segment(1, n - 2) /= scale;
  return pull;
}

/// Where the nails would lie under a batten as stiff as generalised cross-validation judges the figures' own scatter to
/// want, so that figures without any are left where they are. Source: P. Craven and G. Wahba, Smoothing noisy data with
/// spline functions, 1979. Every stiffness has its say by how well it is judged: the one that is judged best, taken
/// alone, would change for a figure's last sixty-fourth and take the whole line with it.
Eigen::MatrixXd smoothed(const Eigen::MatrixXd& given, const Eigen::MatrixXd& stiffness, const Eigen::VectorXd& pull) {
  const Eigen::Index n = given.rows();
  std::vector<Eigen::MatrixXd> tries;
  std::vector<double> scores;
  for (int step = 0; step < stiffnessSteps; ++step) {
    const double stiff = std::pow(10.0, -3.0 + 8.0 * step / (stiffnessSteps - 1));
    Eigen::MatrixXd normal = stiff * stiffness;
    normal.col(0) += pull;
    const BandedDefinite system(normal);
    tries.push_back(system.solve(pull.asDiagonal() * given));
    const double freedom = static_cast<double>(n) - system.inverseDiagonal().dot(pull);
    const double scatter =
        ((tries.back() - given).array().colwise() * pull.array().sqrt()).matrix().block(1, 0, n - 2, 3).squaredNorm();
    scores.push_back(scatter / (freedom * freedom));
  }
  const double best = std::max(*std::min_element(scores.begin(), scores.end()), 1e-18);
  Eigen::MatrixXd moved = Eigen::MatrixXd::Zero(n, 3);
  double say = 0.0;
  for (std::size_t k = 0; k < tries.size(); ++k) {
    const double weight = std::pow(best / std::max(scores[k], best), scoreSharpness);
    moved += weight * tries[k];
    say += weight;
  }
  return moved / say;
}

}  // namespace

std::vector<Vec3> easeNails(std::span<const Vec3> nails, std::span<const double> toleranceMm) {
  require(nails.size() == toleranceMm.size(), "one tolerance a nail");
  const auto n = static_cast<Eigen::Index>(nails.size());
  std::vector<Vec3> eased(nails.begin(), nails.end());
  if (n < 5) return eased;
  std::vector<double> along(nails.size(), 0.0);
  for (std::size_t i = 1; i < nails.size(); ++i) along[i] = along[i - 1] + (nails[i] - nails[i - 1]).norm();
  const double mean = along.back() / static_cast<double>(n - 1);
  if (mean <= 0.0) return eased;
  Eigen::MatrixXd given(n, 3);
  for (Eigen::Index i = 0; i < n; ++i) given.row(i) = nails[static_cast<std::size_t>(i)].transpose();
  const Eigen::MatrixXd moved = smoothed(given, stiffnessOf(along, mean), pullOf(toleranceMm));
  for (Eigen::Index i = 1; i + 1 < n; ++i) {
    const auto at = static_cast<std::size_t>(i);
    const Vec3 move = (moved.row(i) - given.row(i)).transpose();
    const double most = toleranceMm[at];
    eased[at] = nails[at] + (move.norm() > most ? Vec3(move * (most / move.norm())) : move);
  }
  return eased;
}

std::vector<Vec3> weighCloseNails(std::span<const Vec3> nails, std::span<const double> mostMm) {
  require(nails.size() == mostMm.size(), "one bound a nail");
  std::vector<Vec3> weighed(nails.begin(), nails.end());
  constexpr std::size_t fewest = 4;
  if (nails.size() < fewest) return weighed;
  for (std::size_t i = 1; i + 1 < nails.size(); ++i) {
    const double before = (nails[i] - nails[i - 1]).norm(), after = (nails[i + 1] - nails[i]).norm();
    const double ratio = std::min(before, after) / std::max(before, after);
    if (ratio >= wellApart) continue;
    std::vector<Vec3> others(nails.begin(), nails.end());
    others.erase(others.begin() + static_cast<std::ptrdiff_t>(i));
    const Batten without = Batten::spring(others, BattenEnds::CarryCurvature);
    const Vec3 move = (1.0 - ratio / wellApart) * (without.pointAt(without.nearestAlong(nails[i])) - nails[i]);
    weighed[i] += move.norm() > mostMm[i] ? Vec3(move * (mostMm[i] / move.norm())) : move;
  }
  return weighed;
}

}  // namespace narrows
