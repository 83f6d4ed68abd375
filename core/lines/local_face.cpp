#include "lines/local_face.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Places asked a bay, in a bay that ends on stem or stern, and across.
constexpr int facePlacesABay = 8, facePlacesAnEndBay = 24, placesAcross = 48;
/// Fewer points than this about a place tell no curvature.
constexpr std::size_t leastPoints = 14;
/// What is asked grows until there are enough, so many times at most.
constexpr double grows = 1.5;
constexpr int mostGrowths = 4;
/// Fits until the plane touches: the first is of a normal that may be off by a tenth.
constexpr int fits = 3;
/// How far the surface is asked, in thicknesses, and within bounds. On a cylinder drawn inside, half as far leaves the
/// bottom of its rabbet half as far off again; twice as far takes hollow garboards for straighter than they are.
constexpr double facedThicknesses = 6.0, leastFacedMm = 120.0, mostFacedMm = 220.0;

}  // namespace

double facedWithinMm(double thicknessMm) {
  return std::clamp(facedThicknesses * thicknessMm, leastFacedMm, mostFacedMm);
}

PatchPoints::PatchPoints(const SurfacePatch& patch) {
  const int bays = static_cast<int>(std::lround(patch.lastT()));
  for (int bay = 0; bay < bays; ++bay) {
    const int places = bay == 0 || bay + 1 == bays ? facePlacesAnEndBay : facePlacesABay;
    for (int i = bay == 0 ? 0 : 1; i <= places; ++i) {
      const double t = bay + static_cast<double>(i) / places;
      for (int k = 0; k <= placesAcross; ++k) m_points.push_back(patch.point(t, static_cast<double>(k) / placesAcross));
    }
  }
}

std::optional<LocalFace> LocalFace::fit(const PatchPoints& points, const Vec3& about, const Vec3& outward,
                                        double within) {
  if (outward.isZero()) return std::nullopt;
  std::vector<std::pair<Vec3, double>> near;
  for (int growth = 0; growth <= mostGrowths && near.size() < leastPoints; ++growth, within *= grows) {
    near.clear();
    for (const Vec3& point : points.points()) {
      const double far = (point - about).squaredNorm() / (within * within);
      if (far < 1.0 && far > 1e-10) near.emplace_back(point - about, (1.0 - far) * (1.0 - far));
    }
  }
  if (near.size() < leastPoints) return std::nullopt;
  LocalFace face;
  face.m_origin = about;
  face.m_up = outward.normalized();
  for (int i = 0; i < fits; ++i) {
    const Vec3 helper = std::abs(face.m_up.x()) < 0.7 ? Vec3(1.0, 0.0, 0.0) : Vec3(0.0, 0.0, 1.0);
    face.m_first = (helper - helper.dot(face.m_up) * face.m_up).normalized();
    face.m_second = face.m_up.cross(face.m_first);
    Eigen::Matrix<double, 5, 5> normal = Eigen::Matrix<double, 5, 5>::Zero();
    Eigen::Matrix<double, 5, 1> right = Eigen::Matrix<double, 5, 1>::Zero();
    for (const auto& [off, weight] : near) {
      // By the reach of the fit, so that its figures are of one size.
      const double x = off.dot(face.m_first) / within, y = off.dot(face.m_second) / within,
                   z = off.dot(face.m_up) / within;
      const Eigen::Matrix<double, 5, 1> row{x, y, 0.5 * x * x, x * y, 0.5 * y * y};
      normal += weight * row * row.transpose();
      right += weight * z * row;
    }
    normal.diagonal().array() += 1e-9 * normal.trace();
    const Eigen::Matrix<double, 5, 1> solved = normal.ldlt().solve(right);
    face.m_xx = solved[2] / within, face.m_xy = solved[3] / within, face.m_yy = solved[4] / within;
    // The plane is turned until it touches the surface at the place.
    face.m_up = (face.m_up - solved[0] * face.m_first - solved[1] * face.m_second).normalized();
  }
  return face;
}

Vec3 LocalFace::point(const Vec2& at) const {
  const double high = 0.5 * (m_xx * at.x() * at.x() + 2.0 * m_xy * at.x() * at.y() + m_yy * at.y() * at.y());
  // To the fourth power as a circle goes on, not as a parabola does.
  const Vec2 slope(m_xx * at.x() + m_xy * at.y(), m_xy * at.x() + m_yy * at.y());
  return m_origin + inSpace(at) + high * (1.0 + 0.25 * slope.squaredNorm()) * m_up;
}

Vec3 LocalFace::normal(const Vec2& at) const {
  const Vec2 slope(m_xx * at.x() + m_xy * at.y(), m_xy * at.x() + m_yy * at.y());
  const Vec2 steeper = slope * (1.0 + 0.5 * slope.squaredNorm());
  return (m_up - inSpace(steeper)).normalized();
}

Vec2 LocalFace::laidFlat(const Vec2& at) const {
  const double high = 0.5 * (m_xx * at.x() * at.x() + 2.0 * m_xy * at.x() * at.y() + m_yy * at.y() * at.y());
  // In its principal directions a distance x is x (1 + k z / 3) along the surface, k its curvature there and z its
  // height: asin on a circle, to the fourth power.
  return at + high / 3.0 * Vec2(m_xx * at.x() + m_xy * at.y(), m_xy * at.x() + m_yy * at.y());
}

}  // namespace narrows
