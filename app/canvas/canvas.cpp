#include "canvas/canvas.h"

#include <QAccessible>
#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

void announce(QWidget* changed) {
  QAccessibleEvent event(changed, QAccessible::Alert);
  QAccessible::updateAccessibility(&event);
}

namespace {
constexpr double mostPixelsPerMm = 40.0;
constexpr double leastPixelsPerMm = 0.005;
/// How far the lines of the caption lie apart, and how far they stand in, px.
constexpr double besideCaption = 12.0;
/// Screens are taken to show this many pixels a millimetre when the scale is named.
constexpr double screenPixelsPerMm = 96.0 / mmPerInch;
}  // namespace

Canvas::Canvas(QWidget* parent) : QWidget(parent) {
  setFocusPolicy(Qt::StrongFocus);
  setMouseTracking(true);
  setMinimumSize(160, 120);
  setAttribute(Qt::WA_OpaquePaintEvent);
}

void Canvas::setNotation(Notation notation) {
  m_notation = notation;
  update();
}

void Canvas::setEmptyWords(const QString& words) {
  m_emptyWords = words;
}

void Canvas::setHandles(std::vector<CanvasHandle> handles) {
  const bool isHeard = QAccessible::isActive();
  const QString before = isHeard ? inHandWords() : QString();
  m_handles = std::move(handles);
  if (isHeard && inHandWords() != before) announce(this);
}

QString Canvas::inHandWords() const {
  const auto found =
      std::find_if(m_handles.begin(), m_handles.end(), [](const CanvasHandle& one) { return one.inHand; });
  if (found == m_handles.end()) return {};
  const QString name = handleName(*found);
  return found->state.isEmpty() ? name : name + QStringLiteral(", ") + found->state;
}

void Canvas::setCaption(const QString& caption) {
  if (caption == m_caption) return;
  m_caption = caption;
  // It may take another line, and the drawing stands above it.
  if (m_isFitted) update();
}

void Canvas::fit() {
  m_isFitted = true;
  layOut();
  update();
}

void Canvas::layOut() {
  const auto box = worldBox();
  if (!box) return;
  const QMarginsF margins =
      room() + QMarginsF(0.0, 0.0, 0.0, captionLineHigh * static_cast<double>(captionLines().size() - 1));
  const QSizeF space(width() - margins.left() - margins.right(), height() - margins.top() - margins.bottom());
  const Vec2 size = box->second - box->first;
  if (size.x() <= 0.0 || size.y() <= 0.0 || space.width() <= 10.0 || space.height() <= 10.0) return;
  m_scale = std::min(space.width() / size.x(), space.height() / size.y());
  const Vec2 middle = 0.5 * (box->first + box->second);
  m_origin = QPointF(margins.left() + 0.5 * space.width() - middle.x() * m_scale,
                     margins.top() + 0.5 * space.height() + middle.y() * m_scale);
}

void Canvas::zoomBy(double factor, const QPointF& about) {
  const double wanted = std::clamp(m_scale * factor, leastPixelsPerMm, mostPixelsPerMm);
  const Vec2 held = toWorld(about);
  m_scale = wanted;
  m_origin = about - QPointF(held.x() * m_scale, -held.y() * m_scale);
  m_isFitted = false;
  update();
}

QPointF Canvas::toScreen(const Vec2& world) const {
  return m_origin + QPointF(world.x() * m_scale, -world.y() * m_scale);
}

Vec2 Canvas::toWorld(const QPointF& screen) const {
  return {(screen.x() - m_origin.x()) / m_scale, (m_origin.y() - screen.y()) / m_scale};
}

const CanvasHandle* Canvas::handleNear(const QPointF& at, double reachPx) const {
  const CanvasHandle* nearest = nullptr;
  double least = reachPx;
  for (const CanvasHandle& handle : m_handles) {
    const double away = std::hypot(handle.at.x() - at.x(), handle.at.y() - at.y());
    if (away <= least) least = away, nearest = &handle;
  }
  return nearest;
}

void Canvas::paintEvent(QPaintEvent* /*event*/) {
  QPainter painter(this);
  painter.fillRect(rect(), look::paper);
  painter.setRenderHint(QPainter::Antialiasing);
  if (m_isFitted) layOut();
  if (!worldBox()) {
    painter.setPen(look::quietInk);
    painter.setFont(shopFont(look::figurePx));
    painter.drawText(rect().adjusted(40, 40, -40, -40), Qt::AlignCenter | Qt::TextWordWrap, m_emptyWords);
    return;
  }
  paintDrawing(painter);
  paintScale(painter);
  paintRule(painter);
}

QStringList Canvas::captionLines() const {
  if (!isToScale()) {
    // Sentence by sentence where all of it is too long for a line.
    const qsizetype sentence = m_caption.indexOf(QStringLiteral(". "));
    const bool fits =
        QFontMetricsF(shopFont(look::labelPx)).horizontalAdvance(m_caption) <= width() - 2.0 * besideCaption;
    if (fits || sentence < 0) return {m_caption};
    return {m_caption.left(sentence + 1), m_caption.mid(sentence + 2)};
  }
  const double ratio = screenPixelsPerMm / m_scale;
  const QString scale = ratio >= 1.0 ? tr("scale 1 : %L1").arg(ratio, 0, 'f', ratio < 10.0 ? 1 : 0)
                                     : tr("scale %L1 : 1").arg(1.0 / ratio, 0, 'f', 1);
  if (m_caption.isEmpty()) return {scale};
  const QFontMetricsF metrics(shopFont(look::labelPx));
  for (const char* between : {"   ·   ", " · "}) {
    const QString words = m_caption + QString::fromUtf8(between) + scale;
    if (metrics.horizontalAdvance(words) <= width() - 2.0 * besideCaption) return {words};
  }
  return {m_caption, scale};
}

void Canvas::paintScale(QPainter& painter) {
  painter.setFont(shopFont(look::labelPx));
  painter.setPen(look::quietInk);
  constexpr double high = 20.0, low = 6.0;
  const QStringList lines = captionLines();
  for (qsizetype i = 0; i < lines.size(); ++i) {
    const double up = captionLineHigh * static_cast<double>(lines.size() - 1 - i);
    painter.drawText(QRectF(besideCaption, height() - low - high - up, width() - 2.0 * besideCaption, high),
                     Qt::AlignLeft | Qt::AlignVCenter, lines[i]);
  }
}

void Canvas::paintRule(QPainter& painter) {
  if (!m_rule) return;
  const QPointF a = toScreen(m_rule->first), b = toScreen(m_rule->second);
  const Vec2 drawn = trueAt(m_rule->second) - trueAt(m_rule->first);
  const Vec2 ruled(drawn.x() * foreshortening(), drawn.y());
  painter.setPen(QPen(look::inHand, 2.0));
  painter.drawLine(a, b);
  for (const QPointF& end : {a, b}) painter.drawEllipse(end, 3.5, 3.5);
  const QString words = QString::fromStdString(showLength(millimetres(ruled.norm()), m_notation));
  painter.setFont(shopFont(18.0, true));
  const QRectF box(0.5 * (a + b) + QPointF(10.0, -30.0),
                   QSizeF(painter.fontMetrics().horizontalAdvance(words) + 14.0, 26.0));
  painter.fillRect(box, look::raised);
  painter.drawRect(box);
  painter.drawText(box, Qt::AlignCenter, words);
}

void Canvas::resizeEvent(QResizeEvent* event) {
  QWidget::resizeEvent(event);
  if (m_isFitted) fit();
}

void Canvas::wheelEvent(QWheelEvent* event) {
  zoomBy(std::pow(1.0015, event->angleDelta().y()), event->position());
  event->accept();
}

void Canvas::mousePressEvent(QMouseEvent* event) {
  setFocus(Qt::MouseFocusReason);
  if (m_ruleKey && event->button() == Qt::LeftButton) {
    m_rule = std::pair(toWorld(event->position()), toWorld(event->position()));
    update();
    return;
  }
  if (event->button() == Qt::LeftButton && !m_ruleKey) {
    const CanvasHandle* handle = handleNear(event->position(), handleReach());
    if (handle != nullptr && takeInHand(*handle)) return;
  }
  if (event->button() == Qt::LeftButton || event->button() == Qt::MiddleButton) m_panFrom = event->position();
}

void Canvas::mouseMoveEvent(QMouseEvent* event) {
  if (m_ruleKey && m_rule && (event->buttons() & Qt::LeftButton)) {
    m_rule->second = toWorld(event->position());
    update();
    return;
  }
  if (m_panFrom && (event->buttons() & (Qt::LeftButton | Qt::MiddleButton))) {
    m_origin += event->position() - *m_panFrom;
    m_panFrom = event->position();
    m_isFitted = false;
    update();
  }
}

void Canvas::mouseReleaseEvent(QMouseEvent* /*event*/) {
  m_panFrom.reset();
}

void Canvas::chooseAt(const QPointF& at) {
  const CanvasHandle* handle = handleNear(at, handleReach());
  if (handle != nullptr) takeInHand(*handle);
}

void Canvas::contextMenuEvent(QContextMenuEvent* event) {
  if (!worldBox()) return;
  QPoint at = event->globalPos();
  if (event->reason() == QContextMenuEvent::Mouse) {
    chooseAt(event->pos());
  } else {
    const auto held =
        std::find_if(m_handles.begin(), m_handles.end(), [](const CanvasHandle& one) { return one.inHand; });
    at = mapToGlobal(held != m_handles.end() ? held->at.toPoint() : rect().center());
  }
  QMenu* menu = menuOn(this);
  if (const QString held = inHandWords(); !held.isEmpty()) {
    menu->addAction(held)->setEnabled(false);
    menu->addSeparator();
  }
  const auto offered = deeds();
  if (std::any_of(offered.begin(), offered.end(), [](const Deed& deed) { return deed.can; })) {
    addDeeds(menu, offered);
    menu->addSeparator();
  }
  addDeeds(menu, {{tr("Whole drawing"), Qt::Key_0, [this] { fit(); }},
                  {tr("Copy the drawing"), Qt::Key_unknown, [this] { copyPicture(this); }}});
  m_menu = menu;
  menu->popup(at);
}

void Canvas::closeMenu() {
  if (m_menu != nullptr) m_menu->close();
}

std::vector<Deed> Canvas::keys() {
  auto all = deeds();
  auto more = strokes();
  all.insert(all.end(), more.begin(), more.end());
  return all;
}

std::vector<Deed> Canvas::sharedKeys() {
  const auto measure = [this] {
    m_ruleKey = true;
    setCursor(Qt::CrossCursor);
  };
  const auto nearer = [this] { zoomBy(1.25, rect().center()); };
  const QString zoom = tr("nearer (the wheel too)");
  return {{tr("held: a rule is drawn with the pointer, and measures"), Qt::Key_M, measure, isToScale()},
          {zoom, Qt::Key_Plus, nearer},
          {zoom, Qt::Key_Equal, nearer},
          {tr("further"), Qt::Key_Minus, [this] { zoomBy(0.8, rect().center()); }},
          {tr("the whole drawing again"), Qt::Key_0, [this] { fit(); }}};
}

void Canvas::keyPressEvent(QKeyEvent* event) {
  if (!doByKey(keys(), *event) && !doByKey(sharedKeys(), *event)) QWidget::keyPressEvent(event);
}

void Canvas::keyReleaseEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_M && !event->isAutoRepeat()) {
    m_ruleKey = false;
    m_rule.reset();
    unsetCursor();
    update();
    return;
  }
  QWidget::keyReleaseEvent(event);
}

void Canvas::focusOutEvent(QFocusEvent* event) {
  m_ruleKey = false;
  m_rule.reset();
  unsetCursor();
  QWidget::focusOutEvent(event);
}

}  // namespace narrows
