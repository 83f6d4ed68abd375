#include "stages/lining/mark_canvas.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "book/edits.h"
#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {
/// How near the pointer must come to a mark to take it: targets are 28 px across.
constexpr double markReachPx = 14.0;
}  // namespace

MarkCanvas::MarkCanvas(Session* session, QWidget* parent) : Canvas(parent), m_session(session) {
  setEmptyWords(
      tr("There is no lining yet: the hull cannot be made of the figures, or the marks cross. What stands in the way "
         "is told below."));
  connect(session, &Session::solvedChanged, this, [this] {
    if (m_held) update();
  });
  connect(session, &Session::answerSettled, this, [this] {
    setNotation(m_session->notation());
    update();
  });
  connect(session, &Session::selectionChanged, this, [this] { update(); });
}

const Lining* MarkCanvas::lining() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->lining.get();
}

QString MarkCanvas::markName(std::size_t line, std::size_t section) const {
  const Lining& now = *lining();
  const std::string place = now.frame.hull().sections[section].name;
  const std::string girth =
      showLength(millimetres(now.lines[line].shares[section] * now.frame.girthMm(section)), m_session->notation());
  return tr("line %1 at %2, girth %3")
      .arg(QString::number(line), QString::fromStdString(place), QString::fromStdString(girth));
}

void MarkCanvas::paintMarks(QPainter& painter) {
  const Lining& now = *lining();
  const Selection& selection = m_session->selection();
  std::vector<CanvasHandle> handles;
  for (std::size_t section = 0; section < now.frame.sectionCount(); ++section) {
    if (!showsSection(section) || now.frame.girthMm(section) <= 0.0) continue;
    for (std::size_t line = 1; line + 1 < now.lines.size(); ++line) {
      const QPointF at = toScreen(markPlace(line, section));
      handles.push_back({at, markName(line, section), static_cast<int>(line), static_cast<int>(section)});
      const bool selected = selection.line == static_cast<int>(line) && selection.section == static_cast<int>(section);
      const bool held = now.lines[line].moved[section];
      // A mark set by hand is a nail: a filled square. One that follows the batten is a small ring.
      painter.setPen(QPen(selected ? look::inHand : look::ink, selected ? 2.6 : 1.4));
      painter.setBrush(selected ? look::inHand : held ? look::ink : look::raised);
      const double size = selected ? 6.0 : held ? 4.5 : 3.2;
      if (held) {
        painter.drawRect(QRectF(at.x() - size, at.y() - size, 2.0 * size, 2.0 * size));
      } else {
        painter.drawEllipse(at, size, size);
      }
    }
  }
  painter.setBrush(Qt::NoBrush);
  setHandles(std::move(handles));
}

void MarkCanvas::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton && !isMeasuring() && lining() != nullptr) {
    if (const CanvasHandle* handle = handleNear(event->position(), markReachPx)) {
      setFocus(Qt::MouseFocusReason);
      m_held = *handle;
      Selection selection = m_session->selection();
      selection.line = handle->line;
      selection.section = handle->section;
      selection.strake = handle->line;
      m_session->select(selection);
      const std::string place = lining()->frame.hull().sections[static_cast<std::size_t>(handle->section)].name;
      m_session->beginDrag(
          tr("Move mark, line %1, %2").arg(QString::number(handle->line), QString::fromStdString(place)));
      return;
    }
  }
  Canvas::mousePressEvent(event);
}

void MarkCanvas::mouseMoveEvent(QMouseEvent* event) {
  if (m_held && lining() != nullptr) {
    moveTo(shareAt(static_cast<std::size_t>(m_held->section), toWorld(event->position())));
    return;
  }
  const CanvasHandle* near = handleNear(event->position(), markReachPx);
  if (!isMeasuring()) setCursor(near != nullptr ? Qt::SizeVerCursor : Qt::ArrowCursor);
  setToolTip(near != nullptr ? near->name : QString());
  Canvas::mouseMoveEvent(event);
}

void MarkCanvas::mouseReleaseEvent(QMouseEvent* event) {
  if (m_held) {
    m_held.reset();
    m_session->endDrag();
    return;
  }
  Canvas::mouseReleaseEvent(event);
}

void MarkCanvas::moveTo(double share) {
  const auto line = static_cast<std::size_t>(m_held->line);
  const auto section = static_cast<std::size_t>(m_held->section);
  const Lining& now = *lining();
  if (line + 1 >= now.lines.size() || section >= now.frame.sectionCount()) return;
  m_session->dragTo(dragMark(*m_session->book(), now, line, section, share));
}

std::optional<MarkCanvas::MarkInHand> MarkCanvas::markInHand() const {
  const Selection& selection = m_session->selection();
  const Lining* now = lining();
  if (now == nullptr || selection.line < 1 || selection.section < 0) return std::nullopt;
  const auto line = static_cast<std::size_t>(selection.line);
  const auto section = static_cast<std::size_t>(selection.section);
  if (line + 1 >= now->lines.size() || section >= now->frame.sectionCount()) return std::nullopt;
  return MarkInHand{line, section, QString::fromStdString(now->frame.hull().sections[section].name)};
}

void MarkCanvas::nudge(double mm) {
  const auto mark = markInHand();
  if (!mark) return;
  const Lining& now = *lining();
  const double share = now.lines[mark->line].shares[mark->section] + mm / now.frame.girthMm(mark->section);
  m_session->perform(tr("Move mark, line %1, %2").arg(QString::number(mark->line), mark->place),
                     moveMark(*m_session->book(), now, mark->line, mark->section, share));
}

void MarkCanvas::nailOrPull() {
  const auto mark = markInHand();
  if (!mark) return;
  const Lining& now = *lining();
  const PlankLine& line = now.lines[mark->line];
  if (line.moved[mark->section]) {
    const StationId station = sectionIds(*m_session->book(), now.frame.hull())[mark->section];
    m_session->perform(tr("Pull nail, line %1, %2").arg(QString::number(mark->line), mark->place),
                       letGoMark(*m_session->book(), line.id, station));
  } else {
    m_session->perform(tr("Nail mark, line %1, %2").arg(QString::number(mark->line), mark->place),
                       moveMark(*m_session->book(), now, mark->line, mark->section, line.shares[mark->section]));
  }
}

void MarkCanvas::choose(int lineStep, int sectionStep) {
  const Lining* now = lining();
  if (now == nullptr) return;
  Selection selection = m_session->selection();
  selection.line = std::clamp(selection.line + lineStep, 1, static_cast<int>(now->lines.size()) - 2);
  selection.section = std::clamp(selection.section + sectionStep, 0, static_cast<int>(now->frame.sectionCount()) - 1);
  selection.strake = selection.line;
  m_session->select(selection);
}

void MarkCanvas::keyPressEvent(QKeyEvent* event) {
  const bool control = (event->modifiers() & Qt::ControlModifier) != 0;
  const double step = notationStep(m_session->notation()).mm();
  switch (event->key()) {
    case Qt::Key_Up:
      control ? nudge(step) : choose(1, 0);
      return;
    case Qt::Key_Down:
      control ? nudge(-step) : choose(-1, 0);
      return;
    case Qt::Key_Left:
      choose(0, -1);
      return;
    case Qt::Key_Right:
      choose(0, 1);
      return;
    case Qt::Key_N:
      nailOrPull();
      return;
    case Qt::Key_Escape:
      if (m_held) {
        m_held.reset();
        m_session->cancelDrag();
        return;
      }
      break;
    case Qt::Key_Delete: {
      const Selection& selection = m_session->selection();
      const Lining* now = lining();
      if (now == nullptr || selection.line < 1 || static_cast<std::size_t>(selection.line) >= now->lines.size()) return;
      m_session->perform(tr("Pull the nails of line %1").arg(selection.line),
                         letGoLine(*m_session->book(), now->lines[static_cast<std::size_t>(selection.line)].id));
      return;
    }
    default:
      break;
  }
  Canvas::keyPressEvent(event);
}

}  // namespace narrows
