#include "drawing.h"

#include <algorithm>
#include <cmath>

#include "daybook/printed_sheet.h"

namespace narrows {

namespace {
/// Mean width of a letter over its height, on the generous side.
constexpr double letterShare = 0.62;

std::size_t letterCount(const std::string& utf8) {
  return static_cast<std::size_t>(
      std::count_if(utf8.begin(), utf8.end(), [](char c) { return (static_cast<unsigned char>(c) & 0xC0U) != 0x80U; }));
}

/// A box that grows as points are put in.
class GrowingBounds {
 public:
  void reach(const Vec2& point) {
    m_bounds.low = m_any ? Vec2(m_bounds.low.cwiseMin(point)) : point;
    m_bounds.high = m_any ? Vec2(m_bounds.high.cwiseMax(point)) : point;
    m_any = true;
  }
  void reach(const SheetLine& line) {
    for (const Vec2& point : line.points) reach(point);
  }
  void reach(const SheetText& text) {
    const double width = static_cast<double>(letterCount(text.text)) * text.heightMm * letterShare;
    const double before = text.place == TextPlace::Left ? 0.0 : text.place == TextPlace::Centre ? 0.5 * width : width;
    const Vec2 along(std::cos(text.angleRad), std::sin(text.angleRad));
    const Vec2 up(-along.y(), along.x());
    for (const double x : {-before, width - before}) {
      for (const double y : {-0.25, 1.0}) reach(Vec2(text.at + x * along + y * text.heightMm * up));
    }
  }
  const DrawingBounds& bounds() const { return m_bounds; }

 private:
  DrawingBounds m_bounds;
  bool m_any = false;
};

}  // namespace

DrawingBounds boundsOf(const Drawing& drawing) {
  GrowingBounds growing;
  for (const SheetLine& line : drawing.lines) growing.reach(line);
  for (const SheetText& text : drawing.texts) growing.reach(text);
  return growing.bounds();
}

DrawingBounds boundsOf(const SheetLine& line) {
  GrowingBounds growing;
  growing.reach(line);
  return growing.bounds();
}

DrawingBounds boundsOf(const SheetText& text) {
  GrowingBounds growing;
  growing.reach(text);
  return growing.bounds();
}

double widthOf(const SheetText& text) {
  SheetText level = text;
  level.angleRad = 0.0;
  return boundsOf(level).width();
}

int chordsOf(double lengthMm, double chordMm) {
  constexpr double most = 20000.0;
  // Of no number the least.
  return static_cast<int>(std::fmin(std::fmax(std::ceil(lengthMm / chordMm), 1.0), most));
}

void stamp(Drawing& drawing) {
  SheetCode code;
  for (const SheetLine& line : drawing.lines) {
    code.add(static_cast<double>(line.role));
    for (const Vec2& point : line.points) code.add(point.x()), code.add(point.y());
  }
  for (const SheetText& text : drawing.texts) code.add(text.text);
  drawing.code = code.code();
}

std::string titled(const std::string& boat, const std::string& words) {
  return boat.empty() ? words : boat + " · " + words;
}

LineStyle styleOf(LineRole role) {
  switch (role) {
    case LineRole::KeelEdge:
      return {"KEEL_EDGE", 0.5, {}};
    case LineRole::SheerEdge:
      return {"SHEER_EDGE", 0.5, {}};
    case LineRole::HoodEnd:
      return {"ENDS", 0.5, {}};
    case LineRole::Station:
      return {"STATIONS", 0.25, {}};
    case LineRole::LapLine:
      return {"LAP", 0.35, {6.0, 2.0}};
    case LineRole::Dimension:
      return {"DIMENSIONS", 0.18, {}};
    case LineRole::Check:
      return {"CHECK", 0.18, {1.0, 2.0}};
    case LineRole::Board:
      return {"BOARD", 0.18, {4.0, 3.0}};
    case LineRole::Mark:
      return {"MARKS", 0.35, {}};
    case LineRole::Rule:
      return {"RULE", 0.18, {}};
    case LineRole::MouldEdge:
      return {"MOULD_EDGE", 0.6, {}};
    case LineRole::MouldBack:
      return {"MOULD_BACK", 0.3, {8.0, 3.0}};
    case LineRole::CentreLine:
      return {"CENTRE", 0.3, {14.0, 3.0, 2.0, 3.0}};
    case LineRole::Level:
      return {"LEVELS", 0.18, {}};
    case LineRole::Rabbet:
      return {"RABBET", 0.5, {}};
    case LineRole::InnerRabbet:
      return {"INNER_RABBET", 0.3, {2.0, 2.0}};
    case LineRole::Bearding:
      return {"BEARDING", 0.4, {9.0, 2.5}};
    case LineRole::Joint:
      return {"JOINTS", 0.5, {}};
    case LineRole::Saw:
      return {"SAW", 0.25, {10.0, 2.0, 1.0, 2.0}};
    case LineRole::IntoRabbet:
      return {"INTO_RABBET", 0.5, {}};
    case LineRole::Gain:
      return {"GAINS", 0.25, {3.0, 1.5}};
    case LineRole::Fastening:
      return {"FASTENINGS", 0.25, {}};
    case LineRole::Bolt:
      return {"BOLTS", 0.35, {12.0, 2.0, 2.0, 2.0}};
  }
  return {"0", 0.25, {}};
}

}  // namespace narrows
