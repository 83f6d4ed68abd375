#include "lettering.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Whether two convex shapes lie apart along the normals of the first's sides. Source: the separating axis of convex
/// shapes; C. Ericson, Real-Time Collision Detection (2005), 5.2.1.
bool apartBySidesOf(const std::vector<Vec2>& sides, const std::vector<Vec2>& other) {
  for (std::size_t i = 0; i < sides.size(); ++i) {
    const Vec2 along = sides[(i + 1) % sides.size()] - sides[i];
    const Vec2 normal(-along.y(), along.x());
    const auto reach = [&](const std::vector<Vec2>& shape) {
      double low = 1e300, high = -1e300;
      for (const Vec2& at : shape) low = std::min(low, normal.dot(at)), high = std::max(high, normal.dot(at));
      return std::pair(low, high);
    };
    const auto [low, high] = reach(sides);
    const auto [otherLow, otherHigh] = reach(other);
    if (high <= otherLow || otherHigh <= low) return true;
  }
  return false;
}

bool meet(const std::vector<Vec2>& a, const std::vector<Vec2>& b) {
  return !apartBySidesOf(a, b) && !apartBySidesOf(b, a);
}

}  // namespace

std::vector<Vec2> cornersOf(const SheetText& text) {
  SheetText level = text;
  level.at = Vec2::Zero();
  level.angleRad = 0.0;
  const DrawingBounds box = boundsOf(level);
  const Vec2 along(std::cos(text.angleRad), std::sin(text.angleRad)), up(-along.y(), along.x());
  const auto corner = [&](double x, double y) { return Vec2(text.at + x * along + y * up); };
  return {corner(box.low.x(), box.low.y()), corner(box.high.x(), box.low.y()), corner(box.high.x(), box.high.y()),
          corner(box.low.x(), box.high.y())};
}

std::pair<int, int> Lettering::stripsOf(const std::vector<Vec2>& shape) {
  constexpr double stripMm = 100.0, mostStrips = 1e6;
  double low = 1e300, high = -1e300;
  for (const Vec2& at : shape) low = std::min(low, at.x()), high = std::max(high, at.x());
  const auto strip = [&](double x) {
    return static_cast<int>(std::floor(std::clamp(x / stripMm, -mostStrips, mostStrips)));
  };
  return {strip(low), strip(high)};
}

void Lettering::know() {
  while (m_corners.size() < m_drawing.texts.size()) {
    m_corners.push_back(cornersOf(m_drawing.texts[m_corners.size()]));
    const auto [first, last] = stripsOf(m_corners.back());
    for (int strip = first; strip <= last; ++strip) m_strips[strip].push_back(m_corners.size() - 1);
  }
}

bool Lettering::isOnLetters(const std::vector<Vec2>& shape) {
  know();
  const auto [first, last] = stripsOf(shape);
  for (auto strip = m_strips.lower_bound(first); strip != m_strips.end() && strip->first <= last; ++strip)
    for (const std::size_t text : strip->second)
      if (meet(shape, m_corners[text])) return true;
  return false;
}

bool Lettering::isClear(const SheetText& text) {
  // Some letters are wider than usual.
  constexpr double besideShare = 0.8;
  std::vector<Vec2> box = cornersOf(text);
  const Vec2 beside = besideShare * text.heightMm * (box[1] - box[0]).normalized();
  for (const std::size_t i : {0U, 3U}) box[i] -= beside;
  for (const std::size_t i : {1U, 2U}) box[i] += beside;
  if (isOnLetters(box)) return false;
  for (const std::vector<Vec2>& line : m_lines) {
    for (std::size_t i = 0; i + 1 < line.size(); ++i) {
      if (meet(box, {line[i], line[i + 1]})) return false;
    }
  }
  return true;
}

void Lettering::put(const SheetText& text, const std::vector<Vec2>& ways, const std::optional<Vec2>& from) {
  constexpr int mostSteps = 60;
  SheetText placed = text;
  bool found = isClear(text);
  // With a line to it that lies on no letters, or, where there is none such, without heed to that.
  for (const bool clearLine : {true, false}) {
    if (!clearLine && !from) break;
    for (int steps = 1; steps <= mostSteps && !found; ++steps) {
      for (std::size_t k = 0; k < ways.size() && !found; ++k) {
        placed.at = text.at + steps * ways[k];
        found = isClear(placed) && (!clearLine || !from || !isOnLetters({*from, placed.at}));
      }
    }
  }
  if (!found) placed = text;
  if (from && placed.at != text.at) m_drawing.line(LineRole::Rule, {*from, placed.at});
  m_drawing.texts.push_back(std::move(placed));
}

}  // namespace narrows
