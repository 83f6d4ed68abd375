#include "fairing/chosen_batten.h"

#include <algorithm>
#include <cmath>

#include "curve/dense.h"
#include "curve/spline_stiffness.h"

namespace narrows {

namespace {

/// How much a batten's bending weighs against its departures, at a spacing of nails of one mean bay.
double weightOf(Stiffness stiffness) {
  switch (stiffness) {
    case Stiffness::Soft:
      return 0.0;
    case Stiffness::Medium:
      return 0.02;
    case Stiffness::Stiff:
      return 0.2;
    case Stiffness::VeryStiff:
      return 2.0;
  }
  return 0.0;
}

}  // namespace

std::optional<LaidBatten> layBatten(const TableLine& line, const std::vector<bool>& out, BattenEnds ends,
                                    Stiffness stiffness) {
  std::vector<Vec3> nails;
  for (std::size_t i = 0; i < line.nails.size(); ++i) {
    if (!out[i] && (nails.empty() || (line.nails[i].at - nails.back()).norm() > 0.01))
      nails.push_back(line.nails[i].at);
  }
  if (nails.size() < 2) return std::nullopt;
  if (nails.size() >= 3 && stiffness != Stiffness::Soft) {
    const auto n = static_cast<Eigen::Index>(nails.size());
    double length = 0.0;
    Eigen::MatrixX3d given(n, 3);
    for (Eigen::Index i = 0; i < n; ++i) {
      given.row(i) = nails[static_cast<std::size_t>(i)].transpose();
      if (i > 0) length += (given.row(i) - given.row(i - 1)).norm();
    }
    const double bay = length / static_cast<double>(n - 1);
    Eigen::MatrixXd system = weightOf(stiffness) * bay * bay * bay * splineStiffness(nails);
    system.diagonal().array() += 1.0;
    const Eigen::MatrixX3d laid = solveDefinite(system, given);
    for (Eigen::Index i = 0; i < n; ++i) nails[static_cast<std::size_t>(i)] = laid.row(i).transpose();
  }
  LaidBatten batten{Batten::spring(nails, ends), {}, 0.0};
  const BattenPlaces places(batten.curve);
  for (std::size_t i = 0; i < line.nails.size(); ++i) {
    batten.rideMm.emplace_back();
    if (out[i] || line.nails[i].axis.isZero()) continue;
    const auto rest = restingMm(line, i, places);
    if (!rest) continue;
    batten.rideMm.back() = *rest;
    batten.mostRideMm = std::max(batten.mostRideMm, std::abs(*rest));
  }
  return batten;
}

std::optional<double> restingMm(const TableLine& line, std::size_t nail, const BattenPlaces& places) {
  const LineNail& at = line.nails[nail];
  if (at.axis.isZero()) return std::nullopt;
  const auto along = crossingOf(places, at.at, at.axis, squareToAxis(line.kind, at.axis));
  if (!along) return std::nullopt;
  return (places.batten->pointAt(*along) - at.at).dot(at.axis);
}

}  // namespace narrows
