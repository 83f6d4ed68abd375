#include "fairing/fair_table.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "curve/spline_stiffness.h"

namespace narrows {

namespace {

/// Ends found on other lines follow the figures: so many times round.
constexpr int outerRounds = 3;
constexpr int mostSweeps = 400;
/// A sweep that moves no figure further than this ends the descent, mm.
constexpr double sweepSettledMm = 1e-3;
/// Figures moved less than this are not reported, mm.
constexpr double reportedMm = 0.02;
/// Nails nearer together than this are not both bent through.
constexpr double leastFairBayMm = 1.0;
/// An axis all but along its line does not hold it.
constexpr double leastSquare = 0.05;
/// The largest tolerance, as a share of the boat's length.
constexpr double mostToleranceShare = 0.01;
/// Round a figure that is free this is no bound at all, mm.
constexpr double unboundedMm = 1e6;

struct StiffLine {
  Eigen::MatrixXd stiffness;
  std::vector<Vec3> nails;
};

/// Where a figure is a nail.
struct Hold {
  std::size_t line;
  std::size_t nail;
  Vec3 square;  ///< the figure's axis, as much of it as is square to the line
};

class TableFairer {
 public:
  TableFairer(const OffsetTable& table, double toleranceMm, const FigureSet& disowned, const FigureSet& allowed,
              std::stop_token stop)
      : m_drawn(table),
        m_table(table),
        m_toleranceMm(toleranceMm),
        m_disowned(disowned),
        m_allowed(allowed),
        m_stop(std::move(stop)) {}

  FairedTable fair() {
    FairedTable faired;
    for (const FigureRef& figure : m_disowned) {
      if (!m_allowed.contains(figure)) m_pulled.insert(figure);
    }
    for (int round = 0; round < outerRounds; ++round) {
      stiffen();
      if (round == 0) faired.bendingBefore = energy();
      descend();
      for (const auto& [figure, move] : m_moves) setFigureMm(m_table, figure, figureMm(m_drawn, figure) + move);
    }
    stiffen();
    faired.bendingAfter = energy();
    for (const auto& [figure, move] : m_moves) {
      if (std::abs(move) < reportedMm) continue;
      const double from = figureMm(m_drawn, figure);
      faired.moved.push_back({figure, from, from + move});
    }
    faired.wanting = m_pulled;
    return faired;
  }

 private:
  void stiffen() {
    m_lines.clear();
    m_holds.clear();
    for (const TableLine& line : tableLines(m_table, m_pulled)) {
      if (line.kind == LineKind::Profile) continue;
      StiffLine stiff;
      std::vector<std::vector<std::pair<FigureRef, Vec3>>> figures;
      for (std::size_t i = 0; i < line.nails.size(); ++i) {
        const auto at = line.figuresAt(i);
        if (std::any_of(at.begin(), at.end(), [&](const auto& f) { return m_pulled.contains(f.first); })) continue;
        if (!stiff.nails.empty() && (line.nails[i].at - stiff.nails.back()).norm() < leastFairBayMm) continue;
        stiff.nails.push_back(line.nails[i].at);
        figures.push_back(at);
      }
      if (stiff.nails.size() < 4) continue;
      stiff.stiffness = splineStiffness(stiff.nails);
      const std::size_t last = stiff.nails.size() - 1;
      for (std::size_t i = 0; i <= last; ++i) {
        // A nail that slides along its line does not bend it: only what lies square to the line counts.
        const Vec3 run = (stiff.nails[std::min(i + 1, last)] - stiff.nails[i == 0 ? 0 : i - 1]).normalized();
        for (const auto& [figure, axis] : figures[i]) {
          const Vec3 square = axis - run * run.dot(axis);
          if (square.norm() > leastSquare) m_holds[figure].push_back({m_lines.size(), i, square});
        }
      }
      m_lines.push_back(std::move(stiff));
    }
  }

  /// Bending of real battens through the nails as they now are.
  double energy() const {
    double sum = 0.0;
    for (const StiffLine& line : m_lines) sum += Batten::spring(line.nails, BattenEnds::Free).bendingEnergy();
    return sum;
  }

  /// One figure at a time to where its lines bend least, kept within the bounds, until nothing moves: the form is
  /// convex, so that this is the least there is.
  void descend() {
    for (int sweep = 0; sweep < mostSweeps && !m_stop.stop_requested(); ++sweep) {
      double most = 0.0;
      for (const auto& [figure, holds] : m_holds) {
        double slope = 0.0, stiff = 0.0;
        for (const Hold& hold : holds) {
          const StiffLine& line = m_lines[hold.line];
          Vec3 force = Vec3::Zero();
          for (std::size_t j = 0; j < line.nails.size(); ++j)
            force += line.stiffness(static_cast<Eigen::Index>(hold.nail), static_cast<Eigen::Index>(j)) * line.nails[j];
          slope += force.dot(hold.square);
          stiff += line.stiffness(static_cast<Eigen::Index>(hold.nail), static_cast<Eigen::Index>(hold.nail)) *
                   hold.square.squaredNorm();
        }
        if (stiff <= 0.0) continue;
        const double bound = m_allowed.contains(figure) ? unboundedMm : m_toleranceMm;
        double& move = m_moves[figure];
        const double wanted = std::clamp(move - slope / stiff, -bound, bound);
        const double step = wanted - move;
        move = wanted;
        most = std::max(most, std::abs(step));
        for (const Hold& hold : holds) m_lines[hold.line].nails[hold.nail] += step * hold.square;
      }
      if (most < sweepSettledMm) return;
    }
  }

  const OffsetTable& m_drawn;
  OffsetTable m_table;
  double m_toleranceMm;
  const FigureSet& m_disowned;
  const FigureSet& m_allowed;
  FigureSet m_pulled;
  std::vector<StiffLine> m_lines;
  std::map<FigureRef, std::vector<Hold>> m_holds;
  std::map<FigureRef, double> m_moves;
  std::stop_token m_stop;
};

}  // namespace

Result<FairedTable> fairTable(const OffsetTable& table, Length tolerance, const FigureSet& disowned,
                              const FigureSet& allowed, const std::stop_token& stop) {
  double longest = 0.0;
  for (const StationColumn& station : table.stations) {
    if (station.distance) longest = std::max(longest, station.distance->mm());
  }
  const double most = mostToleranceShare * longest;
  if (tolerance.mm() <= 0.0 || tolerance.mm() > most) {
    return fail(Fault::FairingTolerance, {},
                {writeLength(tolerance, table.unit, 3, true), writeLength(millimetres(most), table.unit, 0, true)});
  }
  FairedTable faired = TableFairer(table, tolerance.mm(), disowned, allowed, stop).fair();
  if (stop.stop_requested()) return fail(Fault::Stopped);
  return faired;
}

Length usualFairingTolerance(const OffsetTable& table) {
  return table.figureTolerance() * 2.0;
}

}  // namespace narrows
