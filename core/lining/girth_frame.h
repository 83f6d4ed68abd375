#pragma once
// The hull from the base line up, measured in shares of the girth.

#include <memory>
#include <optional>
#include <stop_token>
#include <tuple>
#include <vector>

#include "lines/hull.h"
#include "lining/end_course.h"
#include "lining/kept.h"
#include "lining/row_length.h"

namespace narrows {

/// Shares of girth from the base line (0) to the sheer (1), over all patches above the base line, of the true girth
/// everywhere: at every section, and between stations in the plane square to the boat. In a bay that ends on stem,
/// sternpost or transom a share runs smoothly from the whole station to the same share of the end. Where a chine lies
/// between, its own share is followed. Within 0.02 mm of the share of a girth measured by itself (girth_frame_test).
class GirthFrame {
 public:
  GirthFrame() = default;
  /// Of no use where `stop` was asked for.
  GirthFrame(std::shared_ptr<const Hull> hull, bool fromRabbet, const std::stop_token& stop = {});

  const Hull& hull() const { return *m_hull; }
  std::shared_ptr<const Hull> sharedHull() const { return m_hull; }
  std::size_t firstPatch() const { return m_firstPatch; }
  std::size_t sectionCount() const { return m_hull->sections.size(); }
  double lastT() const { return m_hull->lastT(); }

  /// Girth of a whole section from base line to sheer, mm.
  double girthMm(std::size_t section) const { return m_measured->girthsMm[section]; }
  /// Girth between sections, along the surface at section parameter t.
  double girthBetweenMm(double t) const;
  /// The whole section of greatest girth that is a station.
  std::size_t greatestSection() const;

  /// The surface at section parameter t and share; `aft` runs along the line of that share, `up` is the derivative by
  /// share.
  SurfacePoint evaluate(double t, double share) const;
  Vec3 point(double t, double share) const { return evaluate(t, share).at; }
  /// Outward unit normal there, that of the surface beside it where the patch comes to a point.
  Vec3 normal(double t, double share) const;
  /// Normal and principal curvatures there.
  SurfaceBend bend(double t, double share) const;
  /// The point at a share of a whole section, on the section's own curve.
  Vec3 sectionPoint(std::size_t section, double share) const;
  /// The share at which a whole section comes nearest to a point of its own plane (half-breadth y, height z).
  double nearestShare(std::size_t section, double y, double z) const;
  /// The same as seen from abeam: to a point at a distance along the boat and a height.
  double nearestShareAbeam(std::size_t section, double x, double z) const;
  /// The share at which she stands at a height at section parameter t; none where she does not reach it there.
  std::optional<double> shareAtHeight(double t, double heightMm) const;
  /// How far aft the middle of a whole section's girth stands, mm.
  double middleMm(std::size_t section) const { return m_measured->middlesMm[section]; }
  /// The girth laid flat: distance along the boat, a raking end standing at the middle of its girth, and girth from the
  /// base line, mm.
  Vec2 laidFlat(double t, double share) const;
  /// Length along the line of one share. Measured once a share and kept by every copy of the frame.
  std::shared_ptr<const RowLength> rowLength(double share) const;
  /// How a line runs out over an end bay. Worked out once and kept likewise.
  std::shared_ptr<const EndCourse> courseToEnd(bool bow, double share, double heading) const;

 private:
  template <typename Away>
  double nearest(std::size_t section, const Away& away) const;
  /// v of a patch for a share of its girth, and its derivative by share; and by t on either side, likewise.
  struct Node {
    double v = 0.0, byShare = 0.0, before = 0.0, beforeByShare = 0.0, after = 0.0, afterByShare = 0.0;
  };
  /// The nodes of one patch, `[column * (shares + 1) + share]`.
  using Net = std::vector<Node>;
  struct Place {
    std::size_t patch;  ///< of the hull
    double v, byT, byShare;
  };

  /// What is worked out once and shared by every copy.
  struct Measured {
    std::vector<double> girthsMm;                    ///< of the whole sections
    std::vector<double> middlesMm;                   ///< how far aft the middle of each one's girth stands
    std::vector<std::vector<double>> patchGirthsMm;  ///< of every patch above the base line, at every column
    std::vector<Net> nets;
    /// Rows by share; courses by end, share and heading.
    std::shared_ptr<Kept<double, RowLength>> rows = std::make_shared<Kept<double, RowLength>>(256);
    using Courses = Kept<std::tuple<bool, double, double>, EndCourse>;
    std::shared_ptr<Courses> courses = std::make_shared<Courses>(1024);
  };
  void finishNet(Net& net, const SurfacePatch& patch) const;
  void runToEnd(Net& net, const SurfacePatch& patch, bool atBow) const;
  Place placeAt(double t, double share) const;

  std::shared_ptr<const Hull> m_hull;
  std::size_t m_firstPatch = 0;
  std::shared_ptr<const Measured> m_measured;
};

}  // namespace narrows
