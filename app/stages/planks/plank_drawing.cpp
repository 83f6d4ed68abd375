#include "stages/planks/plank_drawing.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "fonts.h"
#include "plank/look_at_spiling.h"

namespace narrows {

namespace {

/// How many times larger differences are drawn: as many as there is room for on the board, eight at most.
double magnified(const SpilingCheck& check, const FlatPlank& plank) {
  constexpr double most = 8.0, partOfBoard = 0.3;
  double worst = 0.0;
  for (const CheckedReading& one : check.readings) worst = std::max(worst, std::abs(one.offMm()));
  return std::clamp(std::floor(partOfBoard * plank.boardWidthMm / std::max(worst, 0.1)), 1.0, most);
}

}  // namespace

PlankDrawing::PlankDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The flat plank"));
  setEmptyWords(tr("No strake to show: line her off first (4)."));
}

void PlankDrawing::setSide(BoatSide side) {
  m_side = side;
  remeasure();
}

void PlankDrawing::setPlank(std::shared_ptr<const PlankAtBench> plank) {
  m_bench = std::move(plank);
  remeasure();
}

std::vector<Deed> PlankDrawing::strokes() {
  const auto goBy = [this](int by) { return [this, by] { goToStation(by); }; };
  const QString stations = tr("the station before or after");
  const bool drawn = plank() != nullptr;
  return {{stations, Qt::Key_Left, goBy(-1), drawn}, {stations, Qt::Key_Right, goBy(1), drawn}};
}

void PlankDrawing::goToStation(int by) {
  const auto& stations = plank()->stations;
  if (stations.empty()) return;
  Selection selection = m_session->selection();
  const auto found = std::find_if(stations.begin(), stations.end(), [&](const PlankStation& station) {
    return static_cast<int>(station.section) == selection.section;
  });
  const auto at =
      found == stations.end() ? (by > 0 ? -1 : static_cast<std::ptrdiff_t>(stations.size())) : found - stations.begin();
  const auto to = std::clamp<std::ptrdiff_t>(at + by, 0, static_cast<std::ptrdiff_t>(stations.size()) - 1);
  selection.section = static_cast<int>(stations[static_cast<std::size_t>(to)].section);
  m_session->select(selection);
}

std::shared_ptr<const FlatPlank> PlankDrawing::plank() const {
  const auto& solved = m_session->solved();
  const int strake = m_session->selection().strake;
  if (solved == nullptr || strake < 0 || static_cast<std::size_t>(strake) >= solved->planksOf(m_side).size())
    return nullptr;
  const auto index = static_cast<std::size_t>(strake);
  return m_readings ? solved->planksOf(m_side)[index].value : solved->cutPlank(index, m_side);
}

void PlankDrawing::setReadings(bool shown) {
  m_readings = shown;
  remeasure();
}

std::optional<PlankDrawing::Cut> PlankDrawing::cut(const FlatPlank& plank) const {
  constexpr double betweenPx = 96.0;
  const auto& stations = plank.stations;
  if (stations.size() < 4) return std::nullopt;
  // In the middle of the bay that holds the middle of the board.
  const auto after = std::find_if(stations.begin() + 1, stations.end() - 1, [&](const PlankStation& station) {
    return station.lower.x() > 0.5 * plank.boardLengthMm;
  });
  const double xMm = 0.5 * (after->lower.x() + (after - 1)->lower.x());
  const Box box = boardBox(plank);
  const double wide = box.second.y() - box.first.y();
  const double longer = std::max(xMm - box.first.x(), box.second.x() - xMm);
  const QMarginsF free = room();
  const double scale = (width() - free.left() - free.right()) / longer;
  if (longer > 0.75 * plank.boardLengthMm || 2.0 * wide * scale + betweenPx + free.top() + free.bottom() > height())
    return std::nullopt;
  return Cut{xMm, wide + betweenPx / scale};
}

std::optional<SessionCanvas::Box> PlankDrawing::extent() const {
  const auto now = plank();
  if (now == nullptr) return std::nullopt;
  Box box = boardBox(*now);
  if (const auto at = cut(*now)) {
    box.first.y() -= at->belowMm;
    box.second.x() = std::max(at->xMm, box.second.x() - at->xMm);
  }
  return box;
}

Vec2 PlankDrawing::trueAt(const Vec2& drawn) const {
  const auto now = plank();
  const auto at = now == nullptr ? std::nullopt : cut(*now);
  // Below the middle of the gap lies the second length.
  if (!at || drawn.y() > boardBox(*now).second.y() - 0.5 * at->belowMm) return drawn;
  return drawn + Vec2(at->xMm, at->belowMm);
}

double PlankDrawing::sideY(double y, const FlatPlank& plank) const {
  return m_side == BoatSide::Starboard ? y : plank.boardWidthMm - y;
}

std::array<Vec2, 4> PlankDrawing::boardOf(const FlatPlank& plank) const {
  if (isOnBench(plank)) return m_bench->sawn.board;
  const double length = plank.boardLengthMm, width = plank.boardWidthMm;
  return {Vec2(0.0, 0.0), Vec2(length, 0.0), Vec2(length, width), Vec2(0.0, width)};
}

bool PlankDrawing::isOnBench(const FlatPlank& plank) const {
  return m_bench != nullptr && m_bench->plank.get() == &plank;
}

SessionCanvas::Box PlankDrawing::boardBox(const FlatPlank& plank) const {
  Box box(Vec2(0.0, 0.0), Vec2(plank.boardLengthMm, plank.boardWidthMm));
  for (const Vec2& corner : boardOf(plank)) {
    const Vec2 at(corner.x(), sideY(corner.y(), plank));
    box.first = box.first.cwiseMin(at), box.second = box.second.cwiseMax(at);
  }
  return box;
}

void PlankDrawing::paintBoard(QPainter& painter, const FlatPlank& plank) const {
  painter.setPen(Qt::NoPen);
  painter.setBrush(look::board);
  // A strake that is joined comes out of as many boards.
  std::vector<std::array<Vec2, 4>> boards{boardOf(plank)};
  if (isOnBench(plank) && m_bench->pieces.size() > 1) {
    boards.clear();
    for (const PlankPiece& piece : m_bench->pieces) boards.push_back(piece.sawn.board);
  }
  for (const auto& corners : boards) {
    QPolygonF board;
    for (const Vec2& corner : corners) board.append(toScreen({corner.x(), sideY(corner.y(), plank)}));
    drawShape(painter, board);
  }
  QPolygonF wood;
  const auto add = [&](const Vec2& point) { wood.append(toScreen({point.x(), sideY(point.y(), plank)})); };
  for (const Vec2& point : plank.lower) add(point);
  for (auto it = plank.upper.rbegin(); it != plank.upper.rend(); ++it) add(*it);
  painter.setPen(Qt::NoPen);
  painter.setBrush(look::timber);
  drawShape(painter, wood);
  painter.setBrush(Qt::NoBrush);
}

void PlankDrawing::paintTicks(QPainter& painter, const FlatPlank& plank) const {
  constexpr double stepPx = 16.0, tickPx = 5.0;
  painter.setPen(QPen(look::ink, 1.2));
  const double down = m_side == BoatSide::Starboard ? 1.0 : -1.0;
  double along = 0.0;
  QPointF before = toScreen({plank.lower.front().x(), sideY(plank.lower.front().y(), plank)});
  for (const Vec2& point : plank.lower) {
    const QPointF now = toScreen({point.x(), sideY(point.y(), plank)});
    along += QLineF(before, now).length();
    before = now;
    if (along < stepPx) continue;
    along = 0.0;
    drawStraight(painter, now, now + QPointF(0.0, down * tickPx));
  }
}

void PlankDrawing::paintFigures(QPainter& painter, const FlatPlank& plank) const {
  const int selected = m_session->selection().section;
  double lastRight = -1e9;
  const double top = toScreen({0.0, boardBox(plank).second.y()}).y();
  for (std::size_t i = 0; i < plank.stations.size(); ++i) {
    const PlankStation& station = plank.stations[i];
    const bool on = static_cast<int>(station.section) == selected;
    const QPointF low = toScreen({station.lower.x(), sideY(station.lower.y(), plank)});
    const QPointF high = toScreen({station.upper.x(), sideY(station.upper.y(), plank)});
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 2.4 : 1.0));
    drawStraight(painter, low, high);
    // Leaders carry names and widths clear above the board, so that nothing is written over the wood.
    const double x = high.x();
    painter.setFont(shopFont(15.0, on));
    const QString words = shown(station.widthMm);
    const double half = 0.5 * painter.fontMetrics().horizontalAdvance(words) + 5.0;
    if (!on && x - half < lastRight) continue;
    lastRight = x + half;
    painter.setPen(QPen(look::outline, 1.0, Qt::DotLine));
    drawStraight(painter, high, QPointF(x, top - 4.0));
    painter.setPen(on ? look::inHand : look::ink);
    painter.drawText(QRectF(x - 60.0, top - 24.0, 120.0, 20.0), Qt::AlignCenter, words);
    painter.setFont(shopFont(look::labelPx));
    painter.setPen(on ? look::inHand : look::quietInk);
    painter.drawText(QRectF(x - 60.0, top - 42.0, 120.0, 18.0), Qt::AlignCenter, QString::fromStdString(station.name));
  }
}

void PlankDrawing::paintWords(QPainter& painter, const FlatPlank& plank) const {
  // Under the board; of two lengths, under the bow's and under the other.
  const auto at = cut(plank);
  const Box box = boardBox(plank);
  const double foot = box.first.y() - (at ? at->belowMm : 0.0);
  const QPointF corner = toScreen({0.0, box.first.y()}), low = toScreen({0.0, foot});
  const QPointF end = toScreen({at ? plank.boardLengthMm - at->xMm : plank.boardLengthMm, foot});
  const double length = isOnBench(plank) ? m_bench->sawn.boardLengthMm : plank.boardLengthMm;
  const double width = isOnBench(plank) ? m_bench->sawn.boardWidthMm : plank.boardWidthMm;
  painter.setFont(shopFont(look::figurePx));
  painter.setPen(look::ink);
  painter.drawText(
      QRectF(low.x(), low.y() + 8.0, end.x() - low.x(), 22.0),
      static_cast<int>(at ? Qt::AlignLeft : Qt::AlignHCenter) | static_cast<int>(Qt::AlignVCenter),
      isOnBench(plank) && m_bench->pieces.size() > 1
          ? tr("%n boards", nullptr, static_cast<int>(m_bench->pieces.size()))
          : tr("board %1 long, %2 wide")
                .arg(QString::fromStdString(showLong(millimetres(length), m_session->notation())), shown(width)));
  painter.setFont(shopFont(look::figurePx, true));
  painter.drawText(QRectF(corner.x(), corner.y() + 8.0, 260.0, 22.0), Qt::AlignLeft | Qt::AlignVCenter, tr("◂ bow"));
  const QString side = m_side == BoatSide::Starboard ? tr("starboard, inside face up") : tr("port, inside face up");
  painter.drawText(QRectF(end.x() - 320.0, end.y() + 8.0, 320.0, 22.0), Qt::AlignRight | Qt::AlignVCenter, side);
}

void PlankDrawing::paintCut(QPainter& painter, const FlatPlank& plank, const Drawing& pattern, const Cut& cut) const {
  // Each length is the whole plank, moved to where it lies and seen as far as the cut.
  constexpr double tornPx = 5.0, labelsPx = 48.0, ticksPx = 8.0;
  const Box box = boardBox(plank);
  const double top = toScreen({0.0, box.second.y()}).y() - labelsPx,
               foot = toScreen({0.0, box.first.y()}).y() + ticksPx;
  const double edge = toScreen({cut.xMm, 0.0}).x();
  const QPointF down = toScreen({0.0, -cut.belowMm}) - toScreen({cut.xMm, 0.0});
  const auto torn = [&](double x, double from, double to) {
    QPolygonF line;
    for (double y = from, side = 1.0; y <= to; y += 2.0 * tornPx, side = -side) line.append({x + side * tornPx, y});
    painter.setPen(QPen(look::quietInk, 1.2));
    drawCurve(painter, line);
  };
  painter.save();
  painter.setClipRect(QRectF(QPointF(-1e4, top), QPointF(edge, foot)));
  paintPlank(painter, plank, pattern);
  painter.restore();
  painter.save();
  painter.translate(down);
  painter.setClipRect(QRectF(QPointF(edge, top), QPointF(1e5, foot)));
  paintPlank(painter, plank, pattern);
  painter.restore();
  torn(edge, top + labelsPx - tornPx, foot);
  torn(edge + down.x(), top + labelsPx - tornPx + down.y(), foot + down.y());
}

void PlankDrawing::paintPlank(QPainter& painter, const FlatPlank& plank, const Drawing& pattern) const {
  paintBoard(painter, plank);
  paintSheet(painter, pattern,
             {LineRole::Board, LineRole::SheerEdge, LineRole::KeelEdge, LineRole::HoodEnd, LineRole::LapLine,
              LineRole::Saw, LineRole::IntoRabbet, LineRole::Gain, LineRole::Joint, LineRole::Fastening});
  paintTicks(painter, plank);
  paintFigures(painter, plank);
  if (m_readings) paintReadings(painter, plank);
}

void PlankDrawing::paintReadings(QPainter& painter, const FlatPlank& plank) const {
  const int strake = m_session->selection().strake + 1;
  const SpiledPlank* spiled = m_session->solved()->spiledOf(strake, m_side);
  const SpilingBatten batten = m_session->solved()->battenOf(strake, m_side);
  const double wide = batten.wideMm;
  const auto at = [&](double x, double down) {
    return toScreen({x, sideY(batten.edge.atMm + batten.edge.slope * x - down, plank)});
  };
  const double length = plank.boardLengthMm;
  QColor wood = look::raised;
  wood.setAlpha(110);
  painter.setPen(Qt::NoPen);
  painter.setBrush(wood);
  painter.drawPolygon(QPolygonF({at(0.0, 0.0), at(length, 0.0), at(length, wide), at(0.0, wide)}));
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::quietInk, 1.6));
  drawStraight(painter, at(0.0, 0.0), at(length, 0.0));
  painter.setPen(QPen(look::outline, 1.0));
  drawStraight(painter, at(0.0, wide), at(length, wide));
  if (spiled == nullptr) return;
  // What was read, each as many times further from where it should be.
  const double times = magnified(spiled->check, plank);
  const EdgeMoves moves = movesOf(spiled->check, times);
  for (const bool upper : {false, true}) {
    QPolygonF line;
    for (const auto& [s, mm] : upper ? moves.upper : moves.lower) {
      const PlankStation& station = plank.stations[s];
      const Vec2 point = (upper ? station.upper : station.lower) + mm * station.along();
      line.append(toScreen({point.x(), sideY(point.y(), plank)}));
      const bool off = std::abs(mm) > times * spilingLookMm(m_session->book()->table.construction, station);
      painter.setPen(QPen(off ? look::trouble : look::inHand, 2.0));
      painter.setBrush(off ? look::trouble : look::raised);
      painter.drawEllipse(line.back(), off ? 5.0 : 3.5, off ? 5.0 : 3.5);
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(look::inHand, 1.6));
    drawCurve(painter, line);
  }
}

const Drawing& PlankDrawing::patternNow(const std::shared_ptr<const FlatPlank>& plank) const {
  const auto& solved = m_session->solved();
  if (m_patternOf == solved && m_patternPlank == plank && m_patternBench == m_bench) return m_pattern;
  m_patternOf = solved, m_patternPlank = plank, m_patternBench = m_bench;
  // Of another plank than is shown, nothing is known but its shape.
  const auto bench = m_bench != nullptr && m_bench->plank == plank ? m_bench : nullptr;
  const auto strake = static_cast<std::size_t>(m_session->selection().strake);
  PatternOf of = patternOf(*solved, strake, m_side, bench);
  of.lettered = false;
  m_pattern = plankPattern(*plank, of);
  return m_pattern;
}

void PlankDrawing::paintDrawing(QPainter& painter) {
  const auto now = plank();
  const SpiledPlank* read = m_session->solved()->spiledOf(m_session->selection().strake + 1, m_side);
  if (m_readings) {
    QString words = tr("pale: the batten, its upper edge heavier");
    const double times = read == nullptr ? 1.0 : magnified(read->check, *now);
    if (read != nullptr)
      words += times > 1.0 ? tr(" · copper: as read, differences %1 times as large").arg(times, 0, 'f', 0)
                           : tr(" · copper: as read");
    setCaption(words);
  } else {
    setCaption(tr("ticked edge: keel · plain edge: sheer") + (now->lapLine.empty() ? QString() : tr(" · dashed: lap")));
  }
  const Drawing& pattern = patternNow(now);
  if (const auto at = cut(*now)) {
    paintCut(painter, *now, pattern, *at);
  } else {
    paintPlank(painter, *now, pattern);
  }
  paintWords(painter, *now);
}

}  // namespace narrows
