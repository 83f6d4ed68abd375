#pragma once
// The straight or bowed edge that goes through as many readings as nearly as may be. Not for others than spiling_check.

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <functional>
#include <random>
#include <vector>

#include "curve/vec.h"

namespace narrows {

/// Where the reference edge crosses a station if a reading is right, and the way along the station.
struct Crossing {
  Vec2 at, along;
};

/// A curve y(x): straight, or with a bow between the first and last crossing.
class EdgeCurve {
 public:
  EdgeCurve(bool bowed, double fromX, double toX) : m_terms(bowed ? 3 : 2), m_fromX(fromX), m_toX(toX) {}
  int terms() const { return m_terms; }
  Eigen::Vector3d basis(double x) const {
    const double u = (x - m_fromX) / std::max(m_toX - m_fromX, 1.0);
    return {1.0, x, m_terms == 3 ? 4.0 * u * (1.0 - u) : 0.0};
  }
  Eigen::Vector3d factor = Eigen::Vector3d::Zero();
  /// How far along its station the curve lies from a crossing: a reading less what it should be.
  double off(const Crossing& crossing) const {
    const double rise = basis(crossing.at.x()).dot(factor) - crossing.at.y();
    return rise / (crossing.along.y() - factor[1] * crossing.along.x());
  }

 private:
  int m_terms;
  double m_fromX, m_toX;
};

/// The curve that goes through as many crossings as nearly as may be.
class EdgeFit {
 public:
  /// Readings off a batten are no closer than this, whatever those in hand look like: a few agree better by chance.
  static constexpr double leastNoiseMm = 1.0;
  /// A reading further off than this many times the noise counts as no more: squared.
  static constexpr double mostOff = 25.0;
  /// The share of the readings that have to agree before it is said how far the others are off.
  static constexpr double agreeing = 0.55;
  /// Within so much of their size that part of chance offs lies: of the normal distribution.
  static constexpr double middlingOfSize = 0.755;
  /// Offs of more than so many times their size stand out; the size is found in so many rounds, and no less is
  /// believed.
  static constexpr double standsOut = 2.5, leastSizeMm = 0.2;
  static constexpr int noiseRounds = 8;
  /// Two marks further apart than this part of all that was read make a line to be tried.
  static constexpr double apart = 0.15;
  /// No more curves than this are tried through chosen marks: of many marks, so many are chosen by lot, always alike.
  static constexpr std::size_t mostChoices = 2500;

  EdgeFit(std::vector<Crossing> crossings, bool bowed) : m_crossings(std::move(crossings)), m_curve(bowed, 0.0, 1.0) {
    double from = 1e300, to = -1e300;
    for (const Crossing& one : m_crossings) from = std::min(from, one.at.x()), to = std::max(to, one.at.x());
    m_span = to - from;
    m_curve = EdgeCurve(bowed, from, to);
  }

  /// That with the least of middling offs: their size, made good for how few readings there are.
  double noise() {
    const std::size_t half = std::max<std::size_t>(
        static_cast<std::size_t>(std::ceil(agreeing * static_cast<double>(m_crossings.size()))), 1);
    double least = 1e300;
    const EdgeCurve begun = m_curve;
    EdgeCurve best = begun;
    forEveryChoice([&](const EdgeCurve& curve) {
      std::vector<double> offs = offsOf(curve);
      std::nth_element(offs.begin(), offs.begin() + static_cast<std::ptrdiff_t>(half - 1), offs.end());
      if (offs[half - 1] < least) least = offs[half - 1], best = curve;
    });
    if (least > 1e299) return 0.0;
    // Then from all that do not stand out.
    const auto free = static_cast<double>(m_crossings.size()) - m_curve.terms();
    double size = std::max(least / middlingOfSize * (1.0 + 2.0 / std::max(free, 1.0)), leastSizeMm);
    m_curve = best;
    for (int i = 0; i < noiseRounds; ++i) size = std::max(refine(standsOut * size), leastSizeMm);
    return size;
  }

  /// The cost of all offs, each no more than so much, at the curve where that is least.
  double cost(double noiseMm) {
    double least = 1e300;
    EdgeCurve best = m_curve;
    const auto costOf = [&](const EdgeCurve& curve) {
      double sum = 0.0;
      for (const double off : offsOf(curve)) sum += std::min(off * off / (noiseMm * noiseMm), mostOff);
      return sum;
    };
    forEveryChoice([&](const EdgeCurve& curve) {
      const double sum = costOf(curve);
      if (sum < least) least = sum, best = curve;
    });
    m_curve = best;
    constexpr int rounds = 12;
    for (int i = 0; i < rounds; ++i) {
      const EdgeCurve before = m_curve;
      refine(std::sqrt(mostOff) * noiseMm);
      const double sum = costOf(m_curve);
      if (sum >= least) {
        if (sum > least) m_curve = before;
        break;
      }
      least = sum;
    }
    return least;
  }

  const EdgeCurve& curve() const { return m_curve; }

 private:
  std::vector<double> offsOf(const EdgeCurve& curve) const {
    std::vector<double> offs;
    for (const Crossing& one : m_crossings) offs.push_back(std::abs(curve.off(one)));
    return offs;
  }

  /// Least squares through the crossings that lie within `reachMm` of the curve; the size of their offs.
  double refine(double reachMm) {
    const int terms = m_curve.terms();
    Eigen::Matrix3d normal = Eigen::Matrix3d::Zero();
    Eigen::Vector3d right = Eigen::Vector3d::Zero();
    std::vector<const Crossing*> within;
    for (const Crossing& one : m_crossings) {
      if (std::abs(m_curve.off(one)) > reachMm) continue;
      within.push_back(&one);
      const Eigen::Vector3d row = m_curve.basis(one.at.x());
      normal += row * row.transpose();
      right += row * one.at.y();
    }
    if (within.size() <= static_cast<std::size_t>(terms)) return 0.0;
    m_curve.factor.head(terms) = normal.topLeftCorner(terms, terms).ldlt().solve(right.head(terms));
    double squares = 0.0;
    for (const Crossing* one : within) squares += m_curve.off(*one) * m_curve.off(*one);
    return std::sqrt(squares / static_cast<double>(within.size() - static_cast<std::size_t>(terms)));
  }

  /// Every curve through two crossings that lie well apart, or three where it is bowed.
  void forEveryChoice(const std::function<void(const EdgeCurve&)>& look) const {
    const std::size_t count = m_crossings.size();
    const int terms = m_curve.terms();
    const auto isApart = [&](std::size_t i, std::size_t j) {
      return std::abs(m_crossings[i].at.x() - m_crossings[j].at.x()) > apart * m_span;
    };
    const auto through = [&](std::initializer_list<std::size_t> chosen) {
      Eigen::Matrix3d rows = Eigen::Matrix3d::Identity();
      Eigen::Vector3d right = Eigen::Vector3d::Zero();
      int row = 0;
      for (const std::size_t i : chosen) {
        rows.row(row) = m_curve.basis(m_crossings[i].at.x()).transpose();
        right[row++] = m_crossings[i].at.y();
      }
      EdgeCurve curve = m_curve;
      curve.factor.head(terms) = rows.topLeftCorner(terms, terms).partialPivLu().solve(right.head(terms));
      if (std::isfinite(curve.factor.sum()) && std::abs(curve.factor[1]) < 1.0) look(curve);
    };
    const std::size_t pairs = count * (count - 1) / 2, all = terms == 2 ? pairs : pairs * (count - 2) / 3;
    if (all > mostChoices) {
      std::minstd_rand lot(1);
      for (std::size_t tried = 0; tried < mostChoices; ++tried) {
        const std::size_t i = lot() % count, j = lot() % count, k = lot() % count;
        if (!isApart(i, j)) continue;
        if (terms == 2) {
          through({i, j});
        } else if (isApart(i, k) && isApart(j, k)) {
          through({i, j, k});
        }
      }
      return;
    }
    for (std::size_t i = 0; i < count; ++i) {
      for (std::size_t j = i + 1; j < count; ++j) {
        if (!isApart(i, j)) continue;
        if (terms == 2) {
          through({i, j});
          continue;
        }
        for (std::size_t k = j + 1; k < count; ++k) {
          if (isApart(i, k) && isApart(j, k)) through({i, j, k});
        }
      }
    }
  }

  std::vector<Crossing> m_crossings;
  EdgeCurve m_curve;
  double m_span = 0.0;
};

}  // namespace narrows
