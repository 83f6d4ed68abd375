#pragma once
// A hull whose planks are known to the bottom of the rabbet: a circular cylinder whose axis lies level and runs
// outboard going aft, so that its trace in the plane of the stem's sides is one ellipse: keel, forefoot and stem.

#include <cmath>
#include <numbers>

#include "curve/vec.h"
#include "lines/offset_table.h"

namespace narrows::tests {

/// A point of the inside face at length `l` along the axis and angle `u` lies at (x0 + l cos a - R cos u sin a,
/// y0 + l sin a + R cos u cos a, R + R sin u). The outside is the same of R + T. Laid flat, it lies at (l, R u).
struct LevelCylinder {
  double axisRad = 20.0 * std::numbers::pi / 180.0;
  double radiusMm = 800.0, thicknessMm = 11.0, halfSidingMm = 25.0;
  double footRad = -0.6;   ///< angle at the stem's foot
  double sheerRad = 0.15;  ///< and at the sheer
  double x0 = 3000.0, y0 = -200.0;
  int stations = 11;
  double lastX = 0.0;  ///< of the last station; 0: four fifths of the way to where the keel would run level

  Vec3 point(double l, double u, double r) const {
    const double ca = std::cos(axisRad), sa = std::sin(axisRad);
    return {x0 + l * ca - r * std::cos(u) * sa, y0 + l * sa + r * std::cos(u) * ca, radiusMm + r * std::sin(u)};
  }
  double face(bool outside) const { return outside ? radiusMm + thicknessMm : radiusMm; }
  /// Length along the axis at which a face of radius `r` stands at the half-siding.
  double traceL(double u, double r) const {
    return (halfSidingMm - y0 - r * std::cos(u) * std::cos(axisRad)) / std::sin(axisRad);
  }
  Vec3 trace(double u, double r) const { return point(traceL(u, r), u, r); }
  /// The bottom of the rabbet, on the inside face, at angle u.
  Vec3 rabbetBottom(double u) const { return point(traceL(u, face(true)), u, radiusMm); }
  Vec2 flat(double l, double u) const { return {l, radiusMm * u}; }
  /// Axis length and angle of a point on (or near) the inside face, and how far it lies off the face, outward.
  struct On {
    double l, u, offMm;
  };
  On on(const Vec3& at) const {
    const double ca = std::cos(axisRad), sa = std::sin(axisRad);
    const double l = (at.x() - x0) * ca + (at.y() - y0) * sa;
    const double across = -(at.x() - x0) * sa + (at.y() - y0) * ca, up = at.z() - radiusMm;
    return {l, std::atan2(up, across), std::hypot(across, up) - radiusMm};
  }

  /// Its table, exact to a ten-thousandth of a millimetre; cut square aft.
  OffsetTable table(bool outside, double waterlinesMm = 60.0) const {
    const double r = face(outside);
    OffsetTable made;
    made.boat = "level cylinder";
    made.unit = Unit::Millimetre;
    made.side = outside ? PlankingSide::Outside : PlankingSide::Inside;
    made.thickness = millimetres(thicknessMm);
    made.construction = Construction::Carvel;
    const auto exact = [](double mm) { return millimetres(std::round(mm * 1e4) / 1e4); };
    Profile stem{ProfilePart::StemRabbet, {}, 0};
    constexpr int stemPoints = 16;
    for (int i = 0; i <= stemPoints; ++i) {
      const Vec3 at = trace(footRad + (sheerRad - footRad) * i / stemPoints, r);
      stem.points.push_back({exact(at.x()), exact(at.z())});
    }
    made.profiles.push_back(stem);
    made.halfSidings = {{SidingPart::Stem, millimetres(halfSidingMm)}, {SidingPart::Keel, millimetres(halfSidingMm)}};
    const double level = trace(-0.5 * std::numbers::pi, r).x();
    const double foot = trace(footRad, r).x(), head = std::min(trace(sheerRad, r).x(), trace(0.0, r).x());
    const double last = lastX > 0.0 ? lastX : foot + 0.8 * (level - foot);
    std::vector<double> xs;
    for (int i = 1; i <= stations; ++i) xs.push_back(std::round(head + (last - head) * i / stations));
    for (const double x : xs) made.stations.push_back({std::to_string(made.stations.size() + 1), millimetres(x)});
    const auto row = [&](RowKind kind, RowLine line, double at) -> TableRow& {
      TableRow one;
      one.kind = kind;
      one.line = line;
      one.at = millimetres(at);
      one.figures.assign(xs.size(), std::nullopt);
      made.rows.push_back(one);
      return made.rows.back();
    };
    // Half-breadth at a station and an angle.
    const auto breadth = [&](double x, double u) {
      const double l = (x - x0 + r * std::cos(u) * std::sin(axisRad)) / std::cos(axisRad);
      return point(l, u, r).y();
    };
    // Angle at which the trace passes a station, on the keel's side of its foremost point.
    const auto keelAngle = [&](double x) {
      const double c = (x0 + (halfSidingMm - y0) / std::tan(axisRad) - x) * std::sin(axisRad) / r;
      return -std::acos(std::clamp(c, -1.0, 1.0));
    };
    TableRow& sheer = row(RowKind::Height, RowLine::Sheer, 0.0);
    for (std::size_t i = 0; i < xs.size(); ++i) sheer.figures[i] = exact(radiusMm + r * std::sin(sheerRad));
    TableRow& rabbet = row(RowKind::Height, RowLine::Rabbet, 0.0);
    for (std::size_t i = 0; i < xs.size(); ++i) {
      if (xs[i] > foot) rabbet.figures[i] = exact(radiusMm + r * std::sin(keelAngle(xs[i])));
    }
    TableRow& sheerBreadth = row(RowKind::HalfBreadth, RowLine::Sheer, 0.0);
    for (std::size_t i = 0; i < xs.size(); ++i) sheerBreadth.figures[i] = exact(breadth(xs[i], sheerRad));
    for (double z = waterlinesMm; z < radiusMm + r * std::sin(sheerRad) - 5.0; z += waterlinesMm) {
      const double u = std::asin(std::clamp((z - radiusMm) / r, -1.0, 1.0));
      TableRow waterline;
      bool any = false;
      waterline.kind = RowKind::HalfBreadth;
      waterline.line = RowLine::Waterline;
      waterline.at = millimetres(z);
      waterline.figures.assign(xs.size(), std::nullopt);
      for (std::size_t i = 0; i < xs.size(); ++i) {
        const double y = breadth(xs[i], u);
        const bool above = (xs[i] > foot ? u > keelAngle(xs[i]) + 0.01 : y > halfSidingMm + 1.0);
        if (above && y > halfSidingMm + 1.0) waterline.figures[i] = exact(y), any = true;
      }
      if (any) made.rows.push_back(waterline);
    }
    TableRow& rabbetBreadth = row(RowKind::HalfBreadth, RowLine::Rabbet, 0.0);
    for (std::size_t i = 0; i < xs.size(); ++i) {
      if (xs[i] > foot) rabbetBreadth.figures[i] = millimetres(halfSidingMm);
    }
    return made;
  }
};

}  // namespace narrows::tests
