#include "stages/lines/line_drawing.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <utility>

#include "book/edits.h"
#include "book/today.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/verdict_mark.h"
#include "fairing/curvature_words.h"
#include "fairing/nail_float.h"
#include "fonts.h"

namespace narrows {

namespace {

constexpr double dragStartsPx = 4.0;
constexpr int battenSteps = 240;
/// Sighted along, a line is drawn this many times as long as it is deep.
constexpr double sightedShape = 2.2;
constexpr double combPx = 70.0;
/// The eye off the bow or quarter: as far off as the boat is long, this high above the base line's ground.
constexpr double eyeHeightMm = 1600.0;

}  // namespace

LineDrawing::LineDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("One line with its nails"));
  setEmptyWords(tr("This line has no two points yet: type its figures in the table below."));
}

void LineDrawing::answered() {
  lay();
  if (!hand().holds()) measure();
}

const TableLine* LineDrawing::line() const {
  const auto& solved = m_session->solved();
  // Lines of an answer that is a step behind are named by their places in the table: other ones, once a line is out.
  if (solved == nullptr || solved->judgement == nullptr || !sameLayout(*solved->fair, m_session->book()->table))
    return nullptr;
  std::size_t stretch = 0;
  for (const TableLine& one : solved->judgement->lines) {
    if (one.kind != m_choice.kind || one.list != m_choice.list) continue;
    if (stretch++ == m_choice.stretch) return &one;
  }
  return nullptr;
}

void LineDrawing::choose(const LineChoice& choice) {
  m_choice = choice;
  m_pulled.clear();
  m_nail = -1;
  const auto& solved = m_session->solved();
  if (const TableLine* now = line()) {
    for (std::size_t i = 0; i < now->nails.size() && m_nail < 0; ++i) {
      const auto& figure = now->nails[i].figure;
      if (figure && solved->judgement->disowned.contains(*figure)) m_nail = static_cast<int>(i);
    }
  }
  lay();
  measure();
  fit();
  remeasure();
  emit nailChanged();
}

std::vector<bool> LineDrawing::out() const {
  std::vector<bool> list;
  const TableLine* now = line();
  for (std::size_t i = 0; now != nullptr && i < now->nails.size(); ++i) list.push_back(isPulled(i));
  return list;
}

bool LineDrawing::isPulled(std::size_t nail) const {
  const TableLine* now = line();
  if (now == nullptr || nail >= now->nails.size()) return false;
  const auto& figure = now->nails[nail].figure;
  return figure && m_pulled.contains(*figure);
}

void LineDrawing::lay() {
  m_batten.reset();
  if (const TableLine* now = line()) m_batten = layBatten(*now, out(), m_ends, m_stiffness);
}

Vec2 LineDrawing::flat(const Vec3& at) const {
  if (m_choice.kind == LineKind::Section) return {at.y(), at.z()};
  if (m_choice.kind == LineKind::Profile) return {at.x(), at.z()};
  const auto& rows = m_session->solved()->fair->rows;
  if (m_choice.list >= rows.size()) return {at.x(), at.z()};
  const TableRow& row = rows[m_choice.list];
  if (row.kind == RowKind::Height) return {at.x(), at.z()};
  if (row.kind == RowKind::HalfBreadth) return {at.x(), at.y()};
  return {at.x(), std::hypot(at.y(), at.z() - row.at.mm())};
}

Vec2 LineDrawing::placeFlat(const Vec2& at) const {
  if (lookingFrom() != LookFrom::Along) return at;
  const Vec2 from = at - m_start;
  return {from.dot(m_along) / m_squeeze, m_along.x() * from.y() - m_along.y() * from.x()};
}

Vec2 LineDrawing::place(const Vec3& at) const {
  return placeFlat(flat(at));
}

double LineDrawing::foreshortening() const {
  return lookingFrom() == LookFrom::Along ? m_squeeze : 1.0;
}

void LineDrawing::measure() {
  const TableLine* now = line();
  if (now == nullptr || !m_batten) return;
  std::vector<Vec2> points;
  for (const LineNail& nail : now->nails) points.push_back(flat(nail.at));
  for (int i = 0; i <= battenSteps; ++i) points.push_back(flat(m_batten->curve.pointAtShare(1.0 * i / battenSteps)));
  m_start = flat(now->nails.front().at);
  const Vec2 chord = flat(now->nails.back().at) - m_start;
  m_along = chord.norm() > 1e-6 ? Vec2(chord.normalized()) : Vec2(1.0, 0.0);
  m_squeeze = 1.0;
  const auto box = [&] {
    m_low = Vec2::Constant(1e300);
    m_high = Vec2::Constant(-1e300);
    for (const Vec2& point : points) {
      m_low = m_low.cwiseMin(placeFlat(point));
      m_high = m_high.cwiseMax(placeFlat(point));
    }
  };
  box();
  if (lookingFrom() == LookFrom::Along) {
    const Vec2 size = m_high - m_low;
    m_squeeze = std::max(1.0, size.x() / std::max(size.y() * sightedShape, 1.0));
    box();
  }
  const double least = 0.04 * std::max((m_high - m_low).x(), (m_high - m_low).y());
  const Vec2 pad = (Vec2::Constant(least) - (m_high - m_low)).cwiseMax(0.0) * 0.5;
  m_low -= pad;
  m_high += pad;
}

std::optional<SessionCanvas::Box> LineDrawing::extent() const {
  if (line() == nullptr || !m_batten) return std::nullopt;
  return std::pair(m_low, m_high);
}

std::optional<FigureRef> LineDrawing::figureAt(int nail) const {
  const TableLine* now = line();
  if (now == nullptr || nail < 0 || static_cast<std::size_t>(nail) >= now->nails.size()) return std::nullopt;
  return now->nails[static_cast<std::size_t>(nail)].figure;
}

std::optional<double> LineDrawing::floatInHand() const {
  const TableLine* now = line();
  if (!figureAt(m_nail)) return std::nullopt;
  auto without = out();
  without[static_cast<std::size_t>(m_nail)] = true;
  const auto rest = layBatten(*now, without, m_ends, m_stiffness);
  if (!rest) return std::nullopt;
  return restingMm(*now, static_cast<std::size_t>(m_nail), BattenPlaces(rest->curve));
}

void LineDrawing::selectNail(int nail) {
  m_nail = nail;
  if (const auto figure = figureAt(nail)) {
    Selection selection = m_session->selection();
    if (figure->in == FigureRef::In::Row) selection.row = static_cast<int>(figure->list);
    const auto& solved = m_session->solved();
    if (solved->drawn != nullptr) {
      for (std::size_t i = 0; i < solved->drawn->sections.size(); ++i) {
        if (solved->drawn->sections[i].name == line()->nails[static_cast<std::size_t>(nail)].station)
          selection.section = static_cast<int>(i);
      }
    }
    m_session->select(selection);
  }
  remeasure();
  emit nailChanged();
}

void LineDrawing::setBatten(Stiffness stiffness, BattenEnds ends) {
  m_stiffness = stiffness;
  m_ends = ends;
  lay();
  remeasure();
  emit nailChanged();
}

void LineDrawing::setComb(bool on) {
  m_comb = on;
  remeasure();
}

void LineDrawing::lookFrom(LookFrom from) {
  m_from = from;
  measure();
  fit();
  remeasure();
}

void LineDrawing::pullOrDrive() {
  const auto figure = figureAt(m_nail);
  if (!figure) return;
  if (!m_pulled.erase(*figure)) m_pulled.insert(*figure);
  lay();
  remeasure();
  emit nailChanged();
}

double LineDrawing::figureNow(const FigureRef& figure) const {
  const FairedFigure* now = fairedAt(*m_session->book(), figure);
  return now != nullptr ? now->value.mm() : figureMm(m_session->book()->table, figure);
}

Result<Book> LineDrawing::faired(const Book& now, const FigureRef& figure, double mm, const QString& why) const {
  return fairFigure(now, figure, millimetres(mm), today(), why.toStdString());
}

QString LineDrawing::wordsFor(const QString& words, const FigureRef& figure) const {
  return words.arg(QString::fromStdString(lineOf(m_session->book()->table, figure)),
                   QString::fromStdString(placeOf(m_session->book()->table, figure)));
}

void LineDrawing::fairTo(double mm, const QString& why) {
  const auto figure = figureAt(m_nail);
  if (!figure) return;
  m_session->perform(wordsFor(tr("Fair %1 at %2"), *figure), faired(*m_session->book(), *figure, mm, why));
  emit nailChanged();
}

void LineDrawing::nudge(double by) {
  const auto figure = figureAt(m_nail);
  if (!figure) return;
  const double to = figureNow(*figure) + by * notationStep(m_session->notation()).mm();
  hand().step(wordsFor(tr("Fair %1 at %2"), *figure), faired(*m_session->book(), *figure, to, tr("by hand")));
  emit nailChanged();
}

void LineDrawing::floatToBatten() {
  const auto figure = figureAt(m_nail);
  const auto away = floatInHand();
  if (figure && away) fairTo(figureNow(*figure) + *away, tr("floated to the batten"));
}

void LineDrawing::setFigureInHand(Length to) {
  fairTo(to.mm(), tr("by hand"));
}

void LineDrawing::asDrawn() {
  if (const auto figure = figureAt(m_nail)) {
    m_session->perform(tr("As drawn again"), fairFigure(*m_session->book(), *figure, std::nullopt, {}, {}));
    emit nailChanged();
  }
}

void LineDrawing::paintBatten(QPainter& painter) const {
  QPolygonF curve;
  for (int i = 0; i <= battenSteps; ++i)
    curve.append(toScreen(place(m_batten->curve.pointAtShare(static_cast<double>(i) / battenSteps))));
  painter.setPen(QPen(look::timberDark, 7.0, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
  drawCurve(painter, curve);
  painter.setPen(QPen(look::ink, 1.8));
  drawCurve(painter, curve);
}

void LineDrawing::paintComb(QPainter& painter) const {
  const std::vector<CombTooth> comb = combOf(m_batten->curve);
  double most = 0.0;
  for (const CombTooth& tooth : comb) most = std::max(most, std::abs(tooth.signedBend));
  if (most <= 0.0) return;
  QPolygonF tips;
  painter.setPen(QPen(look::outline, 1.0));
  for (const CombTooth& tooth : comb) {
    const QPointF foot = toScreen(place(tooth.at));
    const Vec2 towards = placeFlat(flat(tooth.at + 10.0 * tooth.bend.normalized())) - place(tooth.at);
    if (towards.norm() < 1e-9) continue;
    const Vec2 way = -towards.normalized();
    const double tall = combPx * std::abs(tooth.signedBend) / most;
    const QPointF tip = foot + QPointF(way.x(), -way.y()) * tall;
    drawStraight(painter, foot, tip);
    tips.append(tip);
  }
  painter.setPen(QPen(look::quietInk, 1.4));
  drawCurve(painter, tips);
}

/// Where a figure that is faired was drawn: a small cross.
void LineDrawing::paintDrawnPlace(QPainter& painter, const QPointF& at) {
  painter.setPen(QPen(look::quietInk, 1.4));
  drawStraight(painter, at + QPointF(-4.0, -4.0), at + QPointF(4.0, 4.0));
  drawStraight(painter, at + QPointF(-4.0, 4.0), at + QPointF(4.0, -4.0));
}

/// A disc of a figure, hollow where it is pulled; a square of a place that no figure holds. The one in hand has a ring.
void LineDrawing::paintNail(QPainter& painter, const QPointF& at, bool isFigure, bool pulled, bool inHand) {
  painter.setPen(QPen(inHand ? look::inHand : look::ink, 2.0));
  painter.setBrush(pulled ? QBrush(look::paper) : QBrush(painter.pen().color()));
  if (!isFigure) {
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(QRectF(at.x() - 4.0, at.y() - 4.0, 8.0, 8.0));
  } else {
    painter.drawEllipse(at, pulled ? 6.0 : 5.0, pulled ? 6.0 : 5.0);
  }
  painter.setBrush(Qt::NoBrush);
  if (inHand) painter.drawEllipse(at, 13.0, 13.0);
}

QString LineDrawing::nailStates(bool pulled, const FigureJudgement* judged) const {
  QStringList states;
  if (pulled) states << tr("pulled");
  if (judged != nullptr && judged->verdict != Verdict::None)
    states << (judged->verdict == Verdict::Misread ? tr("misread, %1 off") : tr("look again, %1 off"))
                  .arg(shown(std::abs(judged->apartMm)));
  return states.join(QStringLiteral(", "));
}

void LineDrawing::paintNails(QPainter& painter) {
  const TableLine& now = *line();
  const auto& solved = m_session->solved();
  std::vector<CanvasHandle> handles;
  double lastRight = -1e9;
  std::optional<BattenPlaces> places;
  for (std::size_t i = 0; i < now.nails.size(); ++i) {
    const LineNail& nail = now.nails[i];
    const QPointF at = toScreen(place(nail.at));
    const bool on = static_cast<int>(i) == m_nail;
    const FigureJudgement* judged = nail.figure ? solved->judgement->of(*nail.figure) : nullptr;
    const FairedFigure* faired = nail.figure ? fairedAt(*m_session->book(), *nail.figure) : nullptr;
    const Verdict verdict = judged != nullptr ? judged->verdict : Verdict::None;
    const bool pulled = isPulled(i);
    if (faired != nullptr) {
      const double drawn = figureMm(m_session->book()->table, *nail.figure);
      paintDrawnPlace(painter, toScreen(place(nail.at + (drawn - faired->value.mm()) * nail.axis)));
    }
    paintNail(painter, at, nail.figure.has_value(), pulled, on);
    // Over its nail, clear of the ring of the one in hand.
    if (const auto severity = severityOf(verdict))
      paintVerdict(painter, at - QPointF(0.0, on ? 21.0 : 15.0), *severity);
    const QString station = QString::fromStdString(nail.station);
    const bool isSection = now.kind == LineKind::Section;
    if (!station.isEmpty() && !isSection) {
      painter.setFont(shopFont(look::labelPx + (on ? 3.0 : 0.0), on));
      const double half = 0.5 * painter.fontMetrics().horizontalAdvance(station) + 3.0;
      if (on || at.x() - half > lastRight) {
        painter.drawText(QRectF(at.x() - half, at.y() + 14.0, 2.0 * half, 20.0), Qt::AlignCenter, station);
        lastRight = at.x() + half;
      }
    }
    if (pulled || (on && verdict != Verdict::None)) {
      if (pulled && !places) places.emplace(m_batten->curve);
      const auto gap = pulled ? restingMm(now, i, *places) : std::optional(judged->apartMm);
      painter.setFont(shopFont(look::figurePx, true));
      if (gap) {
        painter.drawText(QRectF(at.x() - 120.0, at.y() - 50.0, 240.0, 22.0), Qt::AlignCenter,
                         tr("floats %1").arg(shown(std::abs(*gap))));
      }
    }
    if (!nail.figure) continue;
    const QString name =
        tr("nail at %1").arg(isSection ? QString::fromStdString(lineOf(*solved->fair, *nail.figure)) : station);
    handles.push_back({at, name, static_cast<int>(i), -1, on, nailStates(pulled, judged)});
  }
  setHandles(std::move(handles));
}

void LineDrawing::paintFromOff(QPainter& painter) const {
  const auto& solved = m_session->solved();
  if (solved->drawn == nullptr) return;
  const Hull& hull = *solved->drawn;
  const double fore = hull.patches.back().point(0.0, 1.0).x(), aft = hull.patches.back().point(hull.lastT(), 1.0).x();
  const double length = aft - fore;
  const bool bow = m_from == LookFrom::OffTheBow;
  const Vec3 target(0.5 * (fore + aft), 0.0, hull.patches.back().point(0.5 * hull.lastT(), 1.0).z());
  const Vec3 eye(bow ? fore - 0.55 * length : aft + 0.55 * length, 0.55 * length,
                 std::max(eyeHeightMm, target.z() + 250.0));
  const Vec3 forward = (target - eye).normalized();
  const Vec3 right = forward.cross(Vec3::UnitZ()).normalized();
  const Vec3 up = right.cross(forward);
  const double scale = 0.95 * std::min(width(), 2 * height()) * (target - eye).norm() / length;
  const auto seen = [&](const Vec3& at) {
    const Vec3 from = at - eye;
    const double deep = std::max(from.dot(forward), 1.0);
    return QPointF(0.5 * width() + scale * from.dot(right) / deep, 0.45 * height() - scale * from.dot(up) / deep);
  };
  const auto draw = [&](double v, double side, const QPen& pen) {
    QPolygonF curve;
    for (int i = 0; i <= 200; ++i) {
      Vec3 at =
          hull.patches[v > 0.5 ? hull.patches.size() - 1 : 0].point(hull.lastT() * i / 200.0, v > 0.5 ? 1.0 : 0.0);
      at.y() *= side;
      curve.append(seen(at));
    }
    painter.setPen(pen);
    drawCurve(painter, curve);
  };
  for (const double side : {-1.0, 1.0}) {
    for (const Section& section : hull.sections) {
      QPolygonF curve;
      for (const Batten& part : section.parts) {
        for (int i = 0; i <= 24; ++i) {
          Vec3 at = part.pointAtShare(i / 24.0);
          at.y() *= side;
          curve.append(seen(at));
        }
      }
      painter.setPen(QPen(look::edge, 1.0));
      drawCurve(painter, curve);
    }
    draw(0.0, side, QPen(look::quietInk, 1.2));
    draw(1.0, side, QPen(side > 0.0 ? look::inHand : look::ink, 2.6));
  }
  painter.setFont(shopFont(look::figurePx));
  painter.setPen(look::quietInk);
  painter.drawText(QRectF(12.0, 10.0, width() - 24.0, 22.0), Qt::AlignLeft,
                   bow ? tr("The sheer from off the bow, eye at standing height")
                       : tr("The sheer from off the quarter, eye at standing height"));
}

void LineDrawing::paintDrawing(QPainter& painter) {
  if (m_from != LookFrom::SquareOn && m_from != LookFrom::Along && !m_sighting) {
    setCaption(tr("not to scale"));
    setHandles({});
    paintFromOff(painter);
    return;
  }
  setCaption(lookingFrom() == LookFrom::Along
                 ? tr("sighted along from its fore end: length drawn %L1 times shorter").arg(m_squeeze, 0, 'f', 1)
                 : QString());
  if (m_comb) paintComb(painter);
  paintBatten(painter);
  paintNails(painter);
}

bool LineDrawing::takeHold(const QPointF& at) {
  const CanvasHandle* handle = handleNear(at, handleReach());
  if (handle == nullptr) return false;
  selectNail(handle->line);
  m_pressed = at;
  return true;
}

void LineDrawing::grip(const QPointF& from) {
  const auto figure = figureAt(m_nail);
  if (!figure) return;
  const LineNail& nail = line()->nails[static_cast<std::size_t>(m_nail)];
  const Vec2 axis = place(nail.at + nail.axis) - place(nail.at), start = toWorld(from);
  const double was = figureNow(*figure), size = axis.squaredNorm();
  if (size < 1e-12) return;
  hand().take(wordsFor(tr("Move %1 at %2"), *figure),
              [this, figure = *figure, axis, start, was, size](const Book& now, const Vec2& to) {
                return faired(now, figure, was + (to - start).dot(axis) / size, tr("moved by hand"));
              });
}

void LineDrawing::mouseMoveEvent(QMouseEvent* event) {
  if (m_pressed && !hand().holds()) {
    const QPointF by = event->position() - *m_pressed;
    if (std::hypot(by.x(), by.y()) < dragStartsPx) return;
    grip(*std::exchange(m_pressed, std::nullopt));
  }
  // What is said of the nail follows with the answer, no oftener than the eye.
  SessionCanvas::mouseMoveEvent(event);
}

void LineDrawing::mouseReleaseEvent(QMouseEvent* event) {
  // A nail that was pressed and not moved is pulled, or driven home.
  if (std::exchange(m_pressed, std::nullopt)) return pullOrDrive();
  SessionCanvas::mouseReleaseEvent(event);
  emit nailChanged();
}

void LineDrawing::step(int by) {
  const TableLine* now = line();
  if (now == nullptr) return;
  int next = m_nail < 0 && by < 0 ? static_cast<int>(now->nails.size()) : m_nail;
  do next += by;
  while (next >= 0 && next < static_cast<int>(now->nails.size()) && !figureAt(next));
  if (next >= 0 && next < static_cast<int>(now->nails.size())) selectNail(next);
}

void LineDrawing::chooseAt(const QPointF& at) {
  SessionCanvas::chooseAt(at);
  m_pressed.reset();
}

std::vector<Deed> LineDrawing::deeds() {
  const auto figure = figureAt(m_nail);
  const bool held = figure.has_value();
  const bool pulled = held && isPulled(static_cast<std::size_t>(m_nail));
  const bool faired = held && fairedAt(*m_session->book(), *figure) != nullptr;
  return {{pulled ? tr("Drive the nail home") : tr("Pull the nail"), Qt::Key_Space, [this] { pullOrDrive(); }, held,
           tr("pull the nail in hand, or drive it home")},
          {tr("Let it float to the batten"), Qt::Key_F, [this] { floatToBatten(); }, held,
           tr("let the nail float to the batten")},
          {tr("As drawn again"), Qt::Key_Delete, [this] { asDrawn(); }, faired, tr("the figure as drawn again")}};
}

std::vector<Deed> LineDrawing::strokes() {
  const auto nudgeBy = [this](double steps) { return [this, steps] { nudge(steps); }; };
  const QString nails = tr("the nail before or after"), moved = tr("the nail in hand by the smallest step");
  return {{nails, Qt::Key_Left, [this] { step(-1); }},
          {nails, Qt::Key_Right, [this] { step(1); }},
          {moved, Qt::Key_Up, nudgeBy(1.0)},
          {moved, Qt::Key_Down, nudgeBy(-1.0)},
          {moved, Qt::CTRL | Qt::Key_Up, nudgeBy(1.0)},
          {moved, Qt::CTRL | Qt::Key_Down, nudgeBy(-1.0)},
          {tr("held: sight along the line from its end"), Qt::Key_S, [this] { sight(true); }},
          {tr("put back what is dragged; then the whole boat again"), Qt::Key_Escape, [this] {
             m_pressed.reset();
             if (!hand().putBack()) emit leaveAsked();
           }}};
}

void LineDrawing::sight(bool along) {
  if (m_sighting == along) return;
  m_sighting = along;
  measure();
  fit();
  remeasure();
}

void LineDrawing::keyReleaseEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_S && !event->isAutoRepeat()) return sight(false);
  Canvas::keyReleaseEvent(event);
}

void LineDrawing::focusOutEvent(QFocusEvent* event) {
  if (m_sighting) {
    m_sighting = false;
    measure();
    fit();
  }
  SessionCanvas::focusOutEvent(event);
}

}  // namespace narrows
