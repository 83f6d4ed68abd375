#include "curve/fair_row.h"

#include <Eigen/LU>
#include <array>
#include <cmath>

#include "problem/problem.h"

namespace narrows {

namespace {

constexpr int mostRowRespacings = 4;
/// Re-spacing stops when no span's length changes by more than this share.
constexpr double rowSettledShare = 1e-6;

/// Of the fourth derivative that the five nails nearest an end have, what its outermost span keeps: none of it leaves
/// smooth hulls a fifth further off between their stations, all of it takes the rounding of figures for the row's
/// shape.
constexpr double keptFourth = 0.5;
constexpr std::size_t nailsOfFourth = 5;

using Block = Eigen::Matrix2d;
using Sides = Eigen::Matrix<double, 2, 3>;

}  // namespace

FairRow FairRow::spring(std::span<const Vec3> nails) {
  require(!nails.empty(), "a row needs a nail");
  FairRow row;
  row.m_nails.assign(nails.begin(), nails.end());
  row.m_slopes.assign(nails.size(), Vec3::Zero());
  row.m_bends = row.m_slopes;
  for (std::size_t i = 0; i + 1 < nails.size(); ++i) row.m_spans.push_back((nails[i + 1] - nails[i]).norm());
  if (nails.size() < 2) return row;
  for (int round = 0; round < mostRowRespacings; ++round) {
    row.solve();
    if (nails.size() < 3) break;
    double change = 0.0;
    std::vector<double> spans;
    for (std::size_t i = 0; i < row.m_spans.size(); ++i) {
      // Gauss-Lobatto, five points: the ends' own slopes and three within.
      const double within = std::sqrt(3.0 / 7.0) / 2.0;
      const double arc =
          row.m_spans[i] *
          (0.05 * (row.m_slopes[i].norm() + row.m_slopes[i + 1].norm()) +
           49.0 / 180.0 * (row.spotAt(i, 0.5 - within).slope.norm() + row.spotAt(i, 0.5 + within).slope.norm()) +
           16.0 / 45.0 * row.spotAt(i, 0.5).slope.norm());
      change = std::max(change, std::abs(arc / row.m_spans[i] - 1.0));
      spans.push_back(arc);
    }
    if (change < rowSettledShare) break;
    row.m_spans = spans;
  }
  return row;
}

Vec3 FairRow::fourthAtEnd(bool first) const {
  const std::size_t n = m_nails.size();
  if (n < nailsOfFourth) return Vec3::Zero();
  std::array<Vec3, nailsOfFourth> differences;
  std::array<double, nailsOfFourth> at{};
  const std::size_t from = first ? 0 : n - nailsOfFourth;
  for (std::size_t k = 0; k < nailsOfFourth; ++k) {
    differences[k] = m_nails[from + k];
    if (k > 0) at[k] = at[k - 1] + m_spans[from + k - 1];
  }
  double factorial = 1.0;
  for (std::size_t order = 1; order < nailsOfFourth; ++order) {
    factorial *= static_cast<double>(order);
    for (std::size_t k = 0; k + order < nailsOfFourth; ++k)
      differences[k] = (differences[k + 1] - differences[k]) / (at[k + order] - at[k]);
  }
  return factorial * differences[0];
}

void FairRow::solve() {
  const std::size_t n = m_nails.size();
  if (n == 2) {
    m_slopes[0] = m_slopes[1] = (m_nails[1] - m_nails[0]) / m_spans[0];
    return;
  }
  // Third and fourth derivatives agree from span to span. Unknown at every nail: slope and
  // second derivative; a block of two by two for the nail before, the nail itself and the nail after.
  std::vector<Block> own(n, Block::Zero()), after(n, Block::Zero());
  std::vector<Sides> right(n, Sides::Zero());
  for (std::size_t i = 0; i < n; ++i) {
    Block before = Block::Zero();
    Sides& side = right[i];
    if (i > 0) {
      const double h = m_spans[i - 1];
      const Vec3 chord = (m_nails[i] - m_nails[i - 1]) / h;
      own[i] += (Block() << -36.0 / (h * h), 9.0 / h, -192.0 / (h * h * h), 36.0 / (h * h)).finished();
      before << -24.0 / (h * h), -3.0 / h, -168.0 / (h * h * h), -24.0 / (h * h);
      side.row(0) -= 60.0 / (h * h) * chord.transpose();
      side.row(1) -= 360.0 / (h * h * h) * chord.transpose();
    }
    if (i + 1 < n) {
      const double h = m_spans[i];
      const Vec3 chord = (m_nails[i + 1] - m_nails[i]) / h;
      own[i] -= (Block() << -36.0 / (h * h), -9.0 / h, 192.0 / (h * h * h), 36.0 / (h * h)).finished();
      after[i] -= (Block() << -24.0 / (h * h), 3.0 / h, 168.0 / (h * h * h), -24.0 / (h * h)).finished();
      side.row(0) += 60.0 / (h * h) * chord.transpose();
      side.row(1) -= 360.0 / (h * h * h) * chord.transpose();
    }
    if (n > 3 && (i == 0 || i + 1 == n)) {
      // The outermost span is a quartic: there the fifth derivative is nought, the fourth is given, the third is free.
      const double h = m_spans[i == 0 ? 0 : i - 1], sign = i == 0 ? 1.0 : -1.0;
      const Vec3 chord = sign * (m_nails[i == 0 ? 1 : i - 1] - m_nails[i]) / h;
      own[i].row(0) << -360.0 / (h * h * h * h), -sign * 60.0 / (h * h * h);
      (i == 0 ? after[i] : before).row(0) << -360.0 / (h * h * h * h), sign * 60.0 / (h * h * h);
      side.row(0) = -720.0 / (h * h * h * h) * chord.transpose();
      side.row(1) -= sign * keptFourth * fourthAtEnd(i == 0).transpose();
    }
    if (i > 0) {
      const Block ratio = before * own[i - 1].inverse();
      own[i] -= ratio * after[i - 1];
      side -= ratio * right[i - 1];
    }
  }
  for (std::size_t i = n; i-- > 0;) {
    Sides rest = right[i];
    if (i + 1 < n) {
      rest.row(0) -= after[i](0, 0) * m_slopes[i + 1].transpose() + after[i](0, 1) * m_bends[i + 1].transpose();
      rest.row(1) -= after[i](1, 0) * m_slopes[i + 1].transpose() + after[i](1, 1) * m_bends[i + 1].transpose();
    }
    const Sides solved = own[i].inverse() * rest;
    m_slopes[i] = solved.row(0).transpose();
    m_bends[i] = solved.row(1).transpose();
  }
}

FairRow::Span FairRow::spanAt(std::size_t span) const {
  const double h = m_spans[span];
  const Vec3 rise = m_nails[span + 1] - m_nails[span];
  const Vec3 d0 = h * m_slopes[span], d1 = h * m_slopes[span + 1];
  const Vec3 c0 = h * h * m_bends[span], c1 = h * h * m_bends[span + 1];
  // The cubic, quartic and quintic terms from what the far end asks for.
  return {h,
          {m_nails[span], d0, 0.5 * c0, 10.0 * rise - 6.0 * d0 - 4.0 * d1 - 1.5 * c0 + 0.5 * c1,
           -15.0 * rise + 8.0 * d0 + 7.0 * d1 + 1.5 * c0 - c1, 6.0 * rise - 3.0 * (d0 + d1) - 0.5 * c0 + 0.5 * c1}};
}

FairRow::Spot FairRow::Span::spotAt(double u) const {
  const auto& [one, first, square, cubic, quartic, quintic] = terms;
  Spot spot;
  spot.at = one + u * (first + u * (square + u * (cubic + u * (quartic + u * quintic))));
  spot.slope = (first + u * (2.0 * square + u * (3.0 * cubic + u * (4.0 * quartic + u * 5.0 * quintic)))) / mm;
  spot.bend = (2.0 * square + u * (6.0 * cubic + u * (12.0 * quartic + u * 20.0 * quintic))) / (mm * mm);
  return spot;
}

double FairRow::Span::x(double u) const {
  double sum = 0.0;
  for (std::size_t power = 6; power-- > 0;) sum = sum * u + terms[power].x();
  return sum;
}

double FairRow::Span::slopeX(double u) const {
  double sum = 0.0;
  for (std::size_t power = 6; power-- > 1;) sum = sum * u + static_cast<double>(power) * terms[power].x();
  return sum / mm;
}

}  // namespace narrows
