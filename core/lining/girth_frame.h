#pragma once
// The hull from the base line up, measured in shares of the girth.

#include <memory>
#include <vector>

#include "curve/fair_function.h"
#include "lines/hull.h"

namespace narrows {

/// Shares of girth from the base line (0) to the sheer (1), over all patches above the base line. Where a chine lies
/// between, its share is joined from section to section by a batten.
class GirthFrame {
 public:
  GirthFrame() = default;
  GirthFrame(std::shared_ptr<const Hull> hull, bool fromRabbet);

  const Hull& hull() const { return *m_hull; }
  std::shared_ptr<const Hull> sharedHull() const { return m_hull; }
  std::size_t firstPatch() const { return m_firstPatch; }
  std::size_t sectionCount() const { return m_hull->sections.size(); }
  double lastT() const { return m_hull->lastT(); }

  /// Girth of a whole section from base line to sheer, mm.
  double girthMm(std::size_t section) const { return m_girthsMm[section]; }
  /// Girth between sections, along the surface at section parameter t.
  double girthBetweenMm(double t) const;
  /// The whole section of greatest girth that is a station.
  std::size_t greatestSection() const;

  /// The surface at section parameter t and share; `up` is the derivative by share.
  SurfacePoint evaluate(double t, double share) const;
  Vec3 point(double t, double share) const { return evaluate(t, share).at; }
  /// The point at a share of a whole section, on the section's own curve.
  Vec3 sectionPoint(std::size_t section, double share) const;
  /// The share at which a whole section comes nearest to a point of its own plane (half-breadth y, height z).
  double nearestShare(std::size_t section, double y, double z) const;

 private:
  void measureBetween();

  std::shared_ptr<const Hull> m_hull;
  std::size_t m_firstPatch = 0;
  std::vector<double> m_girthsMm;
  std::vector<double> m_betweenMm;      ///< girths at every eighth of a bay
  std::vector<FairFunction> m_borders;  ///< share of the chine above each patch but the last, by t
};

}  // namespace narrows
