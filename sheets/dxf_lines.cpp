#include "dxf_lines.h"

#include <dl_creationadapter.h>
#include <dl_dxf.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <sstream>

#include "files/whole_file.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double arcStepRad = std::numbers::pi / 90.0;
constexpr std::size_t mostBytes = 32U << 20U, mostPoints = 200000;

/// Points of an arc after its first, by its middle, radius and angles.
void addArcPoints(std::vector<Vec2>& points, const Vec2& middle, double radius, double from, double to) {
  const int steps = std::max(1, static_cast<int>(std::ceil(std::abs(to - from) / arcStepRad)));
  for (int i = 1; i <= steps; ++i) {
    const double a = from + (to - from) * i / steps;
    points.emplace_back(middle.x() + radius * std::cos(a), middle.y() + radius * std::sin(a));
  }
}

/// Takes what the library reads out of the file, in its order.
class Collector : public DL_CreationAdapter {
 public:
  void setVariableInt(const std::string& key, int value, int /*code*/) override {
    if (key == "$INSUNITS") units = value;
  }
  void addPolyline(const DL_PolylineData& data) override {
    endPolyline();
    m_open = true;
    m_closed = (static_cast<unsigned>(data.flags) & 1U) != 0;
    m_line = {layer(), {}};
    m_bulges.clear();
  }
  void addVertex(const DL_VertexData& data) override {
    if (!m_open) return;
    m_line.points.emplace_back(data.x, data.y);
    m_bulges.push_back(data.bulge);
  }
  void endSequence() override { endPolyline(); }
  void addLine(const DL_LineData& data) override {
    const bool joins = m_joins;
    endPolyline();
    const Vec2 from(data.x1, data.y1), to(data.x2, data.y2);
    constexpr double touchesWithin = 1e-6;
    const double near = touchesWithin * std::max(1.0, from.norm());
    if (joins && !lines.empty() && lines.back().layer == layer() &&
        (lines.back().points.back() - from).norm() <= near) {
      lines.back().points.push_back(to);
    } else {
      lines.push_back({layer(), {from, to}});
    }
    m_joins = true;
  }
  void addArc(const DL_ArcData& data) override {
    endPolyline();
    const double from = data.angle1 * std::numbers::pi / 180.0;
    double to = data.angle2 * std::numbers::pi / 180.0;
    if (to <= from) to += 2.0 * std::numbers::pi;
    const Vec2 middle(data.cx, data.cy);
    DigitisedLine line{layer(), {Vec2(data.cx + data.radius * std::cos(from), data.cy + data.radius * std::sin(from))}};
    addArcPoints(line.points, middle, data.radius, from, to);
    lines.push_back(std::move(line));
  }
  void addSpline(const DL_SplineData& /*data*/) override { pass("spline"); }
  void addEllipse(const DL_EllipseData& /*data*/) override { pass("ellipse"); }
  void addCircle(const DL_CircleData& /*data*/) override { pass("circle"); }
  void addInsert(const DL_InsertData& /*data*/) override { pass("block"); }

  void endPolyline() {
    m_joins = false;
    if (!m_open) return;
    m_open = false;
    DigitisedLine made{m_line.layer, {}};
    const std::size_t count = m_line.points.size();
    for (std::size_t i = 0; i < count; ++i) {
      if (made.points.empty()) made.points.push_back(m_line.points[i]);
      const bool last = i + 1 == count;
      if (last && !m_closed) break;
      bulge(made.points, m_line.points[i], m_line.points[last ? 0 : i + 1], m_bulges[i]);
    }
    if (made.points.size() > 1) lines.push_back(std::move(made));
  }

  std::vector<DigitisedLine> lines;
  std::map<std::string, std::size_t> passed;
  int units = 0;

 private:
  std::string layer() { return getAttributes().getLayer(); }
  void pass(const char* kind) {
    endPolyline();
    ++passed[kind];
  }
  /// A leg: straight, or the arc whose bulge is the tangent of a quarter of its angle.
  static void bulge(std::vector<Vec2>& points, const Vec2& from, const Vec2& to, double bulge) {
    if (std::abs(bulge) < 1e-12 || (to - from).norm() <= 0.0) {
      points.push_back(to);
      return;
    }
    const double angle = 4.0 * std::atan(bulge), chord = (to - from).norm();
    const double radius = 0.5 * chord / std::sin(0.5 * angle);
    const Vec2 along = (to - from) / chord, left(-along.y(), along.x());
    const Vec2 middle = 0.5 * (from + to) + radius * std::cos(0.5 * angle) * left;
    const double begins = std::atan2(from.y() - middle.y(), from.x() - middle.x());
    addArcPoints(points, middle, std::abs(radius), begins, begins + angle);
    points.back() = to;
  }

  bool m_open = false, m_closed = false, m_joins = false;
  DigitisedLine m_line;
  std::vector<double> m_bulges;
};

/// Of the units that the header of a DXF file can name, those that lines are drawn in.
std::optional<double> mmOf(int units) {
  switch (units) {
    case 1:
      return 25.4;
    case 2:
      return 304.8;
    case 4:
      return 1.0;
    case 5:
      return 10.0;
    case 6:
      return 1000.0;
    case 10:
      return 914.4;
    case 14:
      return 100.0;
    default:
      return std::nullopt;
  }
}

}  // namespace

Result<DxfLines> readDxfLines(const std::string& path) {
  const auto text = readWholeFile(path, mostBytes);
  if (!text) return tl::make_unexpected(text.error());
  Collector collector;
  std::istringstream stream(*text);
  DL_Dxf reader;
  const bool isDxf = text->find("SECTION") != std::string::npos && reader.in(stream, &collector);
  if (!isDxf) return fail(Fault::RecordMissing, {0, 0, path}, {"SECTION", Trade::say("is it a DXF file?")});
  collector.endPolyline();
  DxfLines made;
  std::size_t points = 0;
  for (DigitisedLine& line : collector.lines) {
    bool finite = true;
    for (const Vec2& point : line.points) finite = finite && point.allFinite();
    points += line.points.size();
    if (finite && line.lengthMm() > 0.0) made.lines.push_back(std::move(line));
  }
  for (const auto& [kind, count] : collector.passed)
    made.passedOver.push_back(std::to_string(count) + " " + kind + (count == 1 ? "" : "s"));
  if (points > mostPoints)
    return fail(Fault::TooMany, {0, 0, path}, {std::to_string(points), std::to_string(mostPoints)});
  if (made.lines.empty()) {
    std::string others;
    for (const std::string& one : made.passedOver) others += (others.empty() ? "" : ", ") + one;
    return fail(
        Fault::RecordMissing, {0, 0, path},
        {"polyline", others.empty() ? Trade::say("there is no line in it.")
                                    : Trade::say("there are %1, which are to be made polylines first.", others)});
  }
  made.mmPerUnit = mmOf(collector.units);
  if (made.mmPerUnit) made.lines = inMillimetres(made, *made.mmPerUnit);
  return made;
}

std::size_t longestOf(const std::vector<DigitisedLine>& lines) {
  const auto longest = std::max_element(lines.begin(), lines.end(), [](const DigitisedLine& a, const DigitisedLine& b) {
    return a.lengthMm() < b.lengthMm();
  });
  return static_cast<std::size_t>(longest - lines.begin());
}

std::vector<DigitisedLine> inMillimetres(const DxfLines& dxf, double mmPerUnit) {
  std::vector<DigitisedLine> lines = dxf.lines;
  for (DigitisedLine& line : lines) {
    for (Vec2& point : line.points) point *= mmPerUnit;
  }
  return lines;
}

}  // namespace narrows
