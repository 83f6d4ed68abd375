#include "plank/stiff_batten.h"

#include <Eigen/Cholesky>
#include <algorithm>
#include <cmath>

#include "curve/spline_stiffness.h"

namespace narrows {

namespace {

/// By chance readings are off by so much at least: a pencil's width.
constexpr double pencilMm = 0.4;
constexpr std::size_t leastPoints = 4;

/// Whether a told cause is of a reading by itself.
bool isTold(const SpilingCheck& check, std::size_t station, bool upper) {
  return std::any_of(check.causes.begin(), check.causes.end(), [&](const ToldCause& cause) {
    return cause.station == station && (!cause.upper || *cause.upper == upper);
  });
}

std::vector<std::pair<std::size_t, double>> stiffened(const std::vector<std::pair<std::size_t, double>>& moves,
                                                      const SpilingCheck& check, const FlatPlank& plank, bool upper) {
  std::vector<Vec3> nails;
  Eigen::VectorXd weight(static_cast<Eigen::Index>(moves.size())), read(weight.size());
  double weights = 0.0;
  for (std::size_t i = 0; i < moves.size(); ++i) {
    const PlankStation& station = plank.stations[moves[i].first];
    nails.emplace_back((upper ? station.upper : station.lower).x(), 0.0, 0.0);
    const auto at = static_cast<Eigen::Index>(i);
    weight[at] = isTold(check, moves[i].first, upper) ? 1e-6 : 1.0;
    read[at] = moves[i].second;
    weights += weight[at];
  }
  if (weights < static_cast<double>(leastPoints) - 0.5) return moves;
  const Eigen::MatrixXd bending = splineStiffness(nails);
  const double allowed = std::max(check.noiseMm, pencilMm);
  const auto faired = [&](double stiffness) -> Eigen::VectorXd {
    const Eigen::MatrixXd matrix = Eigen::MatrixXd(weight.asDiagonal()) + stiffness * bending;
    return matrix.ldlt().solve(weight.cwiseProduct(read));
  };
  const auto strays = [&](const Eigen::VectorXd& along) {
    return std::sqrt(weight.dot((along - read).cwiseAbs2()) / weights);
  };
  // As stiff as lets the points stray so far, between a thread and a plank.
  constexpr double thread = -6.0, stiffest = 14.0;
  double low = thread, high = stiffest;
  Eigen::VectorXd along = faired(std::pow(10.0, stiffest));
  if (strays(along) > allowed) {
    for (int i = 0; i < 50; ++i) {
      const double middle = 0.5 * (low + high);
      along = faired(std::pow(10.0, middle));
      (strays(along) > allowed ? high : low) = middle;
    }
  }
  auto out = moves;
  for (std::size_t i = 0; i < out.size(); ++i) out[i].second = along[static_cast<Eigen::Index>(i)];
  return out;
}

}  // namespace

EdgeMoves stiffenedMoves(const SpilingCheck& check, const FlatPlank& plank) {
  const EdgeMoves moves = movesOf(check, 1.0);
  return {stiffened(moves.lower, check, plank, false), stiffened(moves.upper, check, plank, true)};
}

}  // namespace narrows
