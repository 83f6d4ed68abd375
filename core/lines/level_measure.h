#pragma once
// Sections measured nearly by height.

#include <vector>

#include "curve/batten.h"

namespace narrows {

/// One section by a girth in which breadths and lengths count a twentieth of what heights do: all but its height, and
/// yet it tells the points of a dead flat bottom apart.
class LevelMeasure {
 public:
  /// The section must outlive it.
  explicit LevelMeasure(const Batten& section);

  /// The point at a share of the level measure, 0 to 1.
  Vec3 pointAtShare(double share) const;
  /// Share of the true girth at a share of the level measure; nought of a section that is one point.
  double girthShareAt(double share) const;
  bool isPoint() const { return m_girth.back() <= 0.0; }

 private:
  struct Place {
    std::size_t step;
    double within;
  };
  Place placeAt(double share) const;

  const Batten* m_section;
  std::vector<double> m_level{0.0}, m_girth{0.0};  ///< from the lower end, before every step and after the last
  std::vector<Vec2> m_levelRate, m_girthRate;      ///< by step, at its beginning and its end
};

/// Shares of the level measure at points along a line, 0 to 1; noughts where they all coincide.
std::vector<double> levelShares(const std::vector<Vec3>& points);

}  // namespace narrows
