#include "analytic_hull.h"

#include <Eigen/SVD>
#include <algorithm>
#include <cmath>

namespace narrows::tests {

namespace {

OffsetTable emptyTable(const std::vector<KnownSection>& sections) {
  OffsetTable table;
  table.boat = "known";
  table.unit = Unit::Millimetre;
  table.side = PlankingSide::Inside;
  table.thickness = millimetres(10.0);
  table.construction = Construction::Carvel;
  for (std::size_t i = 0; i < sections.size(); ++i) {
    table.stations.push_back({std::to_string(i + 1), millimetres(sections[i].xMm)});
  }
  for (const RowLine line : {RowLine::Sheer, RowLine::Rabbet}) {
    TableRow height{RowKind::Height, line, {}, {}, {}, {}, {}, 0};
    TableRow breadth{RowKind::HalfBreadth, line, {}, {}, {}, {}, {}, 0};
    for (const KnownSection& section : sections) {
      const Vec2 end = section.point(line == RowLine::Sheer ? section.to : section.from);
      height.figures.emplace_back(millimetres(end.y()));
      breadth.figures.emplace_back(millimetres(end.x()));
    }
    table.rows.push_back(height);
    table.rows.push_back(breadth);
  }
  return table;
}

/// Parameter at which coordinate `axis` of the section reaches `value`, where it does between the section's ends.
std::optional<double> parameterAt(const KnownSection& section, int axis, double value) {
  constexpr int steps = 400;
  for (int i = 0; i < steps; ++i) {
    double low = section.from + (section.to - section.from) * i / steps;
    double high = section.from + (section.to - section.from) * (i + 1) / steps;
    const double a = section.point(low)[axis] - value;
    const double b = section.point(high)[axis] - value;
    if (a * b > 0.0 || a == b) continue;
    for (int k = 0; k < 80; ++k) {
      const double middle = 0.5 * (low + high);
      ((section.point(middle)[axis] - value) * a > 0.0 ? low : high) = middle;
    }
    return 0.5 * (low + high);
  }
  return std::nullopt;
}

}  // namespace

OffsetTable tableOf(const std::vector<KnownSection>& sections, int figures) {
  OffsetTable table = emptyTable(sections);
  for (std::size_t i = 0; i < sections.size(); ++i) {
    const KnownSection& section = sections[i];
    for (int k = 1; k <= figures; ++k) {
      const double a = section.from + (section.to - section.from) * k / (figures + 1);
      const double da = (section.to - section.from) * 1e-4;
      const Vec2 along = section.point(a + da) - section.point(a - da);
      const Vec2 at = section.point(a);
      const bool steep = std::abs(along.y()) > std::abs(along.x());
      TableRow row{steep ? RowKind::HalfBreadth : RowKind::Height,
                   steep ? RowLine::Waterline : RowLine::Buttock,
                   millimetres(steep ? at.y() : at.x()),
                   {},
                   {},
                   {},
                   {},
                   0};
      row.figures.resize(sections.size());
      row.figures[i] = millimetres(steep ? at.x() : at.y());
      table.rows.push_back(row);
    }
  }
  return table;
}

OffsetTable griddedTableOf(const std::vector<KnownSection>& sections, double stepMm) {
  OffsetTable table = emptyTable(sections);
  for (const bool steep : {true, false}) {
    for (double at = stepMm; at < 4000.0; at += stepMm) {
      TableRow row{steep ? RowKind::HalfBreadth : RowKind::Height,
                   steep ? RowLine::Waterline : RowLine::Buttock,
                   millimetres(at),
                   {},
                   {},
                   {},
                   {},
                   0};
      row.figures.resize(sections.size());
      bool any = false;
      for (std::size_t i = 0; i < sections.size(); ++i) {
        const auto a = parameterAt(sections[i], steep ? 1 : 0, at);
        if (!a) continue;
        row.figures[i] = millimetres(sections[i].point(*a)[steep ? 0 : 1]);
        any = true;
      }
      if (any) table.rows.push_back(row);
    }
  }
  return table;
}

OffsetTable roundHull(int stations, double lengthMm, double stepMm) {
  std::vector<KnownSection> sections;
  for (int i = 0; i < stations; ++i) {
    const double x = lengthMm * i / (stations - 1);
    const double scale = std::sqrt(1.0 - std::pow((x / lengthMm - 0.52) / 0.75, 2));
    const double beam = 0.17 * lengthMm, depth = 0.14 * lengthMm;
    sections.push_back(
        {x, [=](double a) { return Vec2(beam * scale * std::sin(a), depth * (1.05 - scale * std::cos(a))); }, 0.06,
         1.5});
  }
  return griddedTableOf(sections, stepMm);
}

double misfitMm(const std::vector<Vec2>& one, const std::vector<Vec2>& other) {
  Vec2 meanOne = Vec2::Zero(), meanOther = Vec2::Zero();
  for (std::size_t i = 0; i < one.size(); ++i) meanOne += one[i], meanOther += other[i];
  meanOne /= static_cast<double>(one.size());
  meanOther /= static_cast<double>(one.size());
  Eigen::Matrix2d cross = Eigen::Matrix2d::Zero();
  for (std::size_t i = 0; i < one.size(); ++i) cross += (other[i] - meanOther) * (one[i] - meanOne).transpose();
  const Eigen::JacobiSVD<Eigen::Matrix2d> svd(cross, Eigen::ComputeFullU | Eigen::ComputeFullV);
  Eigen::Matrix2d flip = Eigen::Matrix2d::Identity();
  flip(1, 1) = (svd.matrixV() * svd.matrixU().transpose()).determinant() < 0.0 ? -1.0 : 1.0;  // turned, never mirrored
  const Eigen::Matrix2d turn = svd.matrixV() * flip * svd.matrixU().transpose();
  double most = 0.0;
  for (std::size_t i = 0; i < one.size(); ++i) {
    most = std::max(most, (turn * (other[i] - meanOther) - (one[i] - meanOne)).norm());
  }
  return most;
}

double distanceToCurveMm(const std::vector<Vec2>& points, const std::vector<Vec2>& curve) {
  double most = 0.0;
  for (const Vec2& point : points) {
    double nearest = 1e300;
    for (std::size_t i = 0; i + 1 < curve.size(); ++i) {
      const Vec2 leg = curve[i + 1] - curve[i];
      const double u = std::clamp((point - curve[i]).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
      nearest = std::min(nearest, (point - curve[i] - u * leg).norm());
    }
    most = std::max(most, nearest);
  }
  return most;
}

}  // namespace narrows::tests
