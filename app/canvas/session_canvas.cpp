#include "canvas/session_canvas.h"

#include <QMouseEvent>
#include <algorithm>
#include <utility>

#include "canvas/paint_sheet.h"
#include "canvas/seen.h"

namespace narrows {

SessionCanvas::SessionCanvas(Session* session, QWidget* parent) : Canvas(parent), m_session(session), m_hand(session) {
  // What was there may be gone with the next answer, or with the book: a paint asks again before it draws.
  connect(session, &Session::bookChanged, this, [this] {
    m_measured = false;
    closeMenu();
  });
  connect(session, &Session::solvedChanged, this, [this] {
    m_measured = false;
    if (!m_hand.holds()) return;
    answered();
    update();
  });
  connect(session, &Session::answerSettled, this, [this] {
    setNotation(m_session->notation());
    m_measured = false;
    m_waits = !isVisible();  // what is not seen is not laid out
    if (m_waits)
      forgetAnswer();
    else
      showAnswer();
  });
  connect(session, &Session::selectionChanged, this, &SessionCanvas::remeasure);
}

void SessionCanvas::showAnswer() {
  answered();
  remeasure();
}

void SessionCanvas::showEvent(QShowEvent* event) {
  Canvas::showEvent(event);
  if (std::exchange(m_waits, false) && m_session->hasBook()) showAnswer();
}

void SessionCanvas::paintEvent(QPaintEvent* event) {
  Canvas::paintEvent(event);
  m_painted = m_session->solved() != nullptr ? m_session->solved()->revision : 0;
}

void SessionCanvas::remeasure() {
  m_measured = false;
  update();
}

std::optional<SessionCanvas::Box> SessionCanvas::worldBox() const {
  if (!m_measured) {
    const auto now = m_session->hasBook() ? extent() : std::nullopt;
    // The drawing stays where it is under the hand.
    if (!now || !m_extent || !m_hand.holds()) m_extent = now;
    m_measured = true;
  }
  return m_extent;
}

QString SessionCanvas::shown(double mm) const {
  return m_session->shown(mm);
}

QPolygonF SessionCanvas::onScreen(const std::vector<Vec2>& points) const {
  QPolygonF shape;
  for (const Vec2& point : points) shape.append(toScreen(point));
  return shape;
}

void SessionCanvas::paintSheet(QPainter& painter, const Drawing& sheet, std::initializer_list<LineRole> roles) const {
  painter.setBrush(Qt::NoBrush);
  for (const SheetLine& line : sheet.lines) {
    if (std::find(roles.begin(), roles.end(), line.role) == roles.end()) continue;
    painter.setPen(penOf(line.role));
    drawCurve(painter, onScreen(line.points));
  }
}

void SessionCanvas::resizeEvent(QResizeEvent* event) {
  m_measured = false;
  Canvas::resizeEvent(event);
}

bool SessionCanvas::isOfTheBook() {
  if (m_session->solved() == nullptr) return false;
  if (m_session->freshAnswer(Session::handWaits) == nullptr) return false;
  // What lies under the pointer is known from the last paint, and an answer may be there before its paint.
  if (m_session->solved()->revision != m_painted) repaint();
  return true;
}

void SessionCanvas::mousePressEvent(QMouseEvent* event) {
  // A field that was being typed in gives its text first.
  setFocus(Qt::MouseFocusReason);
  if (event->button() == Qt::LeftButton && !isMeasuring() && isOfTheBook() && worldBox() && takeHold(event->position()))
    return;
  Canvas::mousePressEvent(event);
}

void SessionCanvas::chooseAt(const QPointF& at) {
  if (!isOfTheBook() || !worldBox()) return;
  if (takeHold(at)) return m_hand.letGo();
  Canvas::chooseAt(at);
}

void SessionCanvas::mouseMoveEvent(QMouseEvent* event) {
  if (m_hand.holds()) {
    m_hand.moveTo(toWorld(event->position()));
    return;
  }
  Canvas::mouseMoveEvent(event);
}

void SessionCanvas::mouseReleaseEvent(QMouseEvent* event) {
  if (m_hand.holds()) {
    m_hand.letGo();
    return;
  }
  Canvas::mouseReleaseEvent(event);
}

std::vector<Deed> SessionCanvas::sharedKeys() {
  auto all = Canvas::sharedKeys();
  all.push_back({tr("put back what is dragged"), Qt::Key_Escape, [this] { m_hand.putBack(); }, m_hand.holds()});
  return all;
}

// Gone to another stage, or asked something by a dialog, the drawing never hears the button come up.
void SessionCanvas::focusOutEvent(QFocusEvent* event) {
  m_hand.letGo();
  Canvas::focusOutEvent(event);
}

void SessionCanvas::hideEvent(QHideEvent* event) {
  m_hand.letGo();
  Canvas::hideEvent(event);
}

}  // namespace narrows
