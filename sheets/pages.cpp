#include "pages.h"

#include <QPainter>

#include "fonts.h"
#include "paint.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double textMarginMm = 60.0;

constexpr double barMm = 100.0;
constexpr double barIn = 4.0 * mmPerInch;

void paintCross(QPainter& painter, double x, double y) {
  painter.setPen(QPen(Qt::black, 0.18));
  painter.drawLine(QPointF(x - 4.0, y), QPointF(x + 4.0, y));
  painter.drawLine(QPointF(x, y - 4.0), QPointF(x, y + 4.0));
  painter.drawEllipse(QPointF(x, y), 1.5, 1.5);
}

/// Register marks lie on the middle of each overlap, so that the same mark is on both neighbours.
void paintRegisterMarks(QPainter& painter, const Tile& tile) {
  const double width = tile.high.x() - tile.low.x();
  const double height = tile.high.y() - tile.low.y();
  for (const Vec2& at : tile.registers)
    paintCross(painter, tile.leftMm + at.x() - tile.low.x(), tile.topMm + tile.high.y() - at.y());
  painter.setPen(QPen(Qt::black, 0.1, Qt::DotLine));
  painter.drawRect(QRectF(tile.leftMm, tile.topMm, width, height));
}

void paintBar(QPainter& painter, double x, double y, double length, const std::string& name) {
  painter.setPen(QPen(Qt::black, 0.25));
  painter.drawLine(QPointF(x, y), QPointF(x + length, y));
  for (const double at : {0.0, length}) painter.drawLine(QPointF(x + at, y - 2.0), QPointF(x + at, y + 2.0));
  paintText(painter, {Vec2(x + length + 2.0, -(y + 1.0)), name, 2.6, 0.0, TextPlace::Left, false});
}

void paintPageMap(QPainter& painter, const Tiling& tiling, const Tile& here, double right, double top, double room) {
  const double cell =
      std::min({6.0, room / static_cast<double>(tiling.rows), 44.0 / static_cast<double>(tiling.columns)});
  const double left = right - cell * static_cast<double>(tiling.columns);
  for (const Tile& tile : tiling.tiles) {
    const QRectF box(left + cell * static_cast<double>(tile.column), top + cell * static_cast<double>(tile.row), cell,
                     cell * 0.8);
    painter.setPen(QPen(tile.isEmpty ? Qt::lightGray : Qt::black, 0.15));
    painter.setBrush(&tile == &here ? QBrush(Qt::black) : QBrush(Qt::NoBrush));
    painter.drawRect(box);
  }
  painter.setBrush(Qt::NoBrush);
}

/// A table that is laid out as pages to read: neighbours share nothing.
bool isTablePage(const Drawing& drawing, const Tiling& tiling) {
  return drawing.isTable && tiling.overlapMm <= 0.0;
}

/// A strip of a table between two heights, its upper edge so far down the page.
void paintStrip(QPainter& painter, const Drawing& drawing, const Tile& tile, double high, double low, double downMm) {
  painter.save();
  painter.translate(tile.leftMm, tile.topMm + downMm);
  painter.scale(tile.scale, tile.scale);
  // A hair more, so that the rule at its foot is whole.
  constexpr double hairMm = 0.3;
  painter.setClipRect(QRectF(0.0, 0.0, tile.high.x() - tile.low.x(), high - low + hairMm));
  painter.translate(-tile.low.x(), high);
  paintDrawing(painter, drawing);
  painter.restore();
}

void paintFoot(QPainter& painter, const Drawing& drawing, const Tiling& tiling, const Tile& tile) {
  const double shown =
      isTablePage(drawing, tiling) ? tile.pageHeightMm - 2.0 * tile.topMm - footMm : tile.high.y() - tile.low.y();
  const double top = tile.topMm + shown;
  const double right = tile.pageWidthMm - tile.leftMm;
  std::string sheet;
  if (tiling.tiles.size() > 1) {
    sheet = isTablePage(drawing, tiling) ? Trade::say("   page %1 of %2", tile.row + 1, tiling.tiles.size())
                                         : Trade::say("   sheet %1", tileName(tile));
  }
  if (!drawing.code.empty()) sheet += Trade::say("   code %1", drawing.code);
  paintText(painter, {Vec2(tile.leftMm, -(top + 6.0)), drawing.title + sheet, 3.2, 0.0, TextPlace::Left, true});
  paintText(painter, {Vec2(tile.leftMm, -(top + 11.5)), drawing.check, 2.6, 0.0, TextPlace::Left, false});
  if (!drawing.note.empty())
    paintText(painter, {Vec2(tile.leftMm, -(top + 16.0)), drawing.note, 2.6, 0.0, TextPlace::Left, true});
  paintBar(painter, tile.leftMm, top + 22.0, barMm, "100 mm");
  if (tile.pageWidthMm > 260.0) paintBar(painter, tile.leftMm + 117.0, top + 22.0, barIn, "4 in");
  if (tiling.tiles.size() > 1 && !isTablePage(drawing, tiling))
    paintPageMap(painter, tiling, tile, right, top + 18.0, 9.0);
}

}  // namespace

void paintPage(QPainter& painter, const Drawing& drawing, const Tiling& tiling, const Tile& tile) {
  if (isTablePage(drawing, tiling)) {
    const double top = tiling.tiles.front().high.y();
    if (tile.headMm > 0.0) paintStrip(painter, drawing, tile, top, top - tile.headMm, 0.0);
    paintStrip(painter, drawing, tile, tile.high.y(), tile.low.y(), tile.scale * tile.headMm);
    paintFoot(painter, drawing, tiling, tile);
    return;
  }
  painter.save();
  painter.setClipRect(QRectF(tile.leftMm, tile.topMm, tile.high.x() - tile.low.x(), tile.high.y() - tile.low.y()));
  painter.translate(tile.leftMm - tile.low.x(), tile.topMm + tile.high.y());
  // Letters are measured roughly: those just outside are painted too.
  const Vec2 about = Vec2::Constant(textMarginMm);
  const DrawingBounds seen{tile.low - about, tile.high + about};
  paintDrawing(painter, drawing, &seen);
  painter.restore();
  if (drawing.isPage) {
    paintText(painter, {Vec2(tile.pageWidthMm - tile.leftMm, -(tile.pageHeightMm - 6.0)),
                        Trade::say("code %1", drawing.code), 3.0, 0.0, TextPlace::Right, true});
    return;
  }
  paintRegisterMarks(painter, tile);
  paintFoot(painter, drawing, tiling, tile);
}

SheetPages::SheetPages(std::vector<Drawing> drawings, const Paper& paper, const std::stop_token& stop)
    : m_drawings(std::move(drawings)) {
  for (std::size_t i = 0; i < m_drawings.size(); ++i) {
    if (stop.stop_requested()) return;
    if (m_drawings[i].code.empty()) stamp(m_drawings[i]);
    layAlongRoll(m_drawings[i], paper);
    m_tilings.push_back(tile(m_drawings[i], paper, stop));
    for (std::size_t k = 0; k < m_tilings.back().tiles.size(); ++k) {
      if (!m_tilings.back().tiles[k].isEmpty) m_pages.push_back({i, k});
    }
  }
}

std::string SheetPages::words(std::size_t page) const {
  const Tiling& tiling = m_tilings[m_pages[page].drawing];
  const std::string& title = m_drawings[m_pages[page].drawing].title;
  if (tiling.tiles.size() < 2) return title;
  return isTablePage(m_drawings[m_pages[page].drawing], tiling)
             ? Trade::say("%1, page %2 of %3", title, tileOf(page).row + 1, tiling.tiles.size())
             : Trade::say("%1, sheet %2", title, tileName(tileOf(page)));
}

void SheetPages::paint(QPainter& painter, std::size_t page) const {
  loadFonts();
  const std::size_t drawing = m_pages[page].drawing;
  paintPage(painter, m_drawings[drawing], m_tilings[drawing], tileOf(page));
}

}  // namespace narrows
