#include "stages/lining/mark_canvas.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "book/edits.h"
#include "book/lining_edits.h"
#include "canvas/look.h"
#include "canvas/species_tones.h"
#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows {

MarkCanvas::MarkCanvas(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setEmptyWords(
      tr("There is no lining yet: the hull cannot be made of the figures, or the marks cross. What stands in the way "
         "is told below."));
}

const Lining* MarkCanvas::lining() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->liningOf(m_session->selection().side);
}

const LiningPlan* MarkCanvas::plan() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || lining() == nullptr ? nullptr : solved->book->findPlan(lining()->plan);
}

bool MarkCanvas::isTwoPlans() const {
  const auto& solved = m_session->solved();
  return solved != nullptr && solved->portLining != solved->lining && solved->portLining.get() != nullptr &&
         solved->lining.get() != nullptr;
}

QString MarkCanvas::lineName(std::size_t line) const {
  const Guide* guide = plan() == nullptr ? nullptr : plan()->guideOf(lining()->lines[line].id);
  return guide != nullptr && !guide->name.empty() ? QString::fromStdString(guide->name) : tr("line %1").arg(line);
}

QString MarkCanvas::markName(std::size_t line, std::size_t section) const {
  const Lining& now = *lining();
  const std::string place = now.frame.hull().sections[section].name;
  return tr("%1 at %2, girth %3")
      .arg(lineName(line), QString::fromStdString(place),
           shown(now.lines[line].shares[section] * now.frame.girthMm(section)));
}

QString MarkCanvas::handleName(const CanvasHandle& handle) const {
  const Lining* now = lining();
  const auto line = static_cast<std::size_t>(handle.line), section = static_cast<std::size_t>(handle.section);
  return now == nullptr || line >= now->lines.size() || section >= now->frame.sectionCount() ? QString()
                                                                                             : markName(line, section);
}

void MarkCanvas::paintMarks(QPainter& painter) {
  const Lining& now = *lining();
  const Selection& selection = m_session->selection();
  const QString lockedWord = tr("locked"), nailedWord = tr("nailed"), freeWord = tr("free");
  // Where stations stand so close that rings would make a smear, those that are free are seen of the line and the
  // station in hand alone.
  constexpr double apartPx = 7.0;
  QPointF before(-1e9, -1e9);
  std::vector<CanvasHandle> handles;
  for (std::size_t section = 0; section < now.frame.sectionCount(); ++section) {
    if (!showsSection(section) || now.frame.girthMm(section) <= 0.0) continue;
    const QPointF foot = toScreen(markPlace(0, section));
    const bool isClose = std::abs(foot.x() - before.x()) + std::abs(foot.y() - before.y()) < apartPx;
    if (!isClose) before = foot;
    for (std::size_t line = 1; line + 1 < now.lines.size(); ++line) {
      if (!now.lines[line].isAt(section)) continue;
      const QPointF at = toScreen(markPlace(line, section));
      const bool selected = selection.line == static_cast<int>(line) && selection.section == static_cast<int>(section);
      const bool held = now.lines[line].moved[section];
      const bool locked = held && isLocked(line, section);
      handles.push_back({at,
                         {},
                         static_cast<int>(line),
                         static_cast<int>(section),
                         selected,
                         locked ? lockedWord
                         : held ? nailedWord
                                : freeWord});
      const bool isInHand = selection.line == static_cast<int>(line) || selection.section == static_cast<int>(section);
      if (isClose && !held && !isInHand) continue;
      // A mark set by hand is a nail: a filled square. One that follows the batten is a small ring.
      painter.setPen(QPen(selected ? look::inHand : look::ink, selected ? 2.6 : 1.4));
      painter.setBrush(selected ? look::inHand : held ? look::ink : look::raised);
      const double size = selected ? 6.0 : held ? 4.5 : 3.2;
      if (held) {
        painter.drawRect(QRectF(at.x() - size, at.y() - size, 2.0 * size, 2.0 * size));
        if (locked) {  // a bar across it
          painter.setPen(QPen(selected ? look::inHand : look::ink, 2.0));
          painter.drawLine(QPointF(at.x() - 9.0, at.y()), QPointF(at.x() + 9.0, at.y()));
        }
      } else {
        painter.drawEllipse(at, size, size);
      }
    }
  }
  painter.setBrush(Qt::NoBrush);
  setHandles(std::move(handles));
}

QPen MarkCanvas::seamPen(std::size_t line) const {
  const bool border = line == 0 || line + 1 == lining()->lines.size();
  const bool on = m_session->selection().line == static_cast<int>(line);
  const bool guide = lining()->lines[line].isGuide;
  QPen pen(on ? look::inHand : look::ink, on ? 2.8 : guide ? 2.6 : border ? 2.2 : 1.4);
  if (guide) pen.setDashPattern({9.0, 2.0});
  return pen;
}

void MarkCanvas::paintSectionName(QPainter& painter, Labels& labels, std::size_t section, const QPointF& head,
                                  const QString& name) const {
  const bool on = m_session->selection().section == static_cast<int>(section);
  painter.setFont(shopFont(look::labelPx, on));
  painter.setPen(on ? look::inHand : look::ink);
  const double half = 0.5 * painter.fontMetrics().horizontalAdvance(name) + 3.0;
  const double left = std::clamp(head.x() - half, 0.0, std::max(0.0, width() - 2.0 * half));
  painter.drawText(labels.place(QRectF(left, head.y() - 22.0, 2.0 * half, 18.0), {0.0, -17.0}), Qt::AlignCenter, name);
}

SpeciesTones MarkCanvas::speciesTones() const {
  return plan() == nullptr ? SpeciesTones() : SpeciesTones(*lining(), *plan());
}

void MarkCanvas::paintSpecies(QPainter& painter) const {
  painter.setFont(shopFont(look::labelPx));
  painter.setPen(look::quietInk);
  // Over the caption, which may stand on two lines.
  painter.drawText(rect().adjusted(12, 6, -12, -46), Qt::AlignLeft | Qt::AlignBottom, speciesTones().words());
}

bool MarkCanvas::pressesOnNoMark(const QMouseEvent& event) const {
  return event.button() == Qt::LeftButton && !isMeasuring() && lining() != nullptr &&
         handleNear(event.position(), 10.0) == nullptr;
}

void MarkCanvas::takeSectionNear(const QPointF& at, const std::function<QPolygonF(std::size_t section)>& curve) {
  double least = 10.0;
  Selection selection = m_session->selection();
  for (std::size_t i = 0; i < lining()->frame.sectionCount(); ++i) {
    for (const QPointF& point : curve(i)) {
      const double away = std::hypot(point.x() - at.x(), point.y() - at.y());
      if (away < least) least = away, selection.section = static_cast<int>(i);
    }
  }
  m_session->select(selection);
}

bool MarkCanvas::takeHold(const QPointF& at) {
  const CanvasHandle* handle = handleNear(at, handleReach());
  if (handle == nullptr) return false;
  const auto line = static_cast<std::size_t>(handle->line), section = static_cast<std::size_t>(handle->section);
  Selection selection = m_session->selection();
  selection.line = selection.strake = handle->line;
  selection.section = handle->section;
  m_session->select(selection);
  const std::string place = lining()->frame.hull().sections[section].name;
  hand().take(tr("Move mark, %1, %2").arg(lineName(line), QString::fromStdString(place)),
              [this, line, section](const Book& now, const Vec2& to) -> Result<Book> {
                // The answer that comes meanwhile may have no lining.
                if (lining() == nullptr) return now;
                const Lining& shown = *lining();
                if (line + 1 >= shown.lines.size() || section >= shown.frame.sectionCount()) return now;
                return dragMark(now, shown, line, section, shareAt(section, to));
              });
  return true;
}

void MarkCanvas::mouseMoveEvent(QMouseEvent* event) {
  if (!hand().holds()) {
    const CanvasHandle* near = handleNear(event->position(), handleReach());
    if (!isMeasuring()) setCursor(near != nullptr ? Qt::SizeVerCursor : Qt::ArrowCursor);
    setToolTip(near != nullptr ? near->name : QString());
  }
  SessionCanvas::mouseMoveEvent(event);
}

std::optional<MarkCanvas::MarkInHand> MarkCanvas::markInHand() const {
  const Selection& selection = m_session->selection();
  const Lining* now = lining();
  if (now == nullptr || selection.line < 1 || selection.section < 0) return std::nullopt;
  const auto line = static_cast<std::size_t>(selection.line);
  const auto section = static_cast<std::size_t>(selection.section);
  if (line + 1 >= now->lines.size() || section >= now->frame.sectionCount()) return std::nullopt;
  return MarkInHand{line, section, nameOf(now->frame.hull().sections[section].name)};
}

void MarkCanvas::nudge(double mm) {
  const auto mark = markInHand();
  if (!mark) return;
  const Lining& now = *lining();
  const double share = now.lines[mark->line].shares[mark->section] + mm / now.frame.girthMm(mark->section);
  hand().step(tr("Move mark, %1, %2").arg(lineName(mark->line), mark->place),
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
                       nailMark(*m_session->book(), now, mark->line, mark->section));
  }
}

bool MarkCanvas::isLocked(std::size_t line, std::size_t section) const {
  if (plan() == nullptr) return false;
  const StationId station = sectionIds(*m_session->solved()->book, lining()->frame.hull())[section];
  return std::any_of(plan()->moved.begin(), plan()->moved.end(), [&](const MovedMark& mark) {
    return mark.locked && mark.line == lining()->lines[line].id && mark.station == station;
  });
}

void MarkCanvas::lockOrUnlock() {
  const auto mark = markInHand();
  if (!mark) return;
  const bool locked = isLocked(mark->line, mark->section);
  m_session->perform(
      (locked ? tr("Unlock mark, %1, %2") : tr("Lock mark, %1, %2")).arg(lineName(mark->line), mark->place),
      lockMark(*m_session->book(), *lining(), mark->line, mark->section, !locked));
}

void MarkCanvas::pullLine() {
  const auto mark = markInHand();
  if (!mark) return;
  m_session->perform(tr("Pull the nails of line %1").arg(mark->line),
                     letGoLine(*m_session->book(), lining()->lines[mark->line].id));
}

std::vector<Deed> MarkCanvas::deeds() {
  const auto mark = markInHand();
  bool nailed = false, locked = false, any = false;
  if (mark) {
    const PlankLine& line = lining()->lines[mark->line];
    nailed = line.moved[mark->section];
    locked = isLocked(mark->line, mark->section);
    any = std::find(line.moved.begin(), line.moved.end(), true) != line.moved.end();
  }
  const bool held = mark.has_value();
  return {{nailed ? tr("Pull the nail of this mark") : tr("Nail this mark where it is"), Qt::Key_N,
           [this] { nailOrPull(); }, held, tr("nail the mark in hand where it is, or pull its nail")},
          {locked ? tr("Unlock this mark") : tr("Lock this mark where it is"), Qt::Key_L, [this] { lockOrUnlock(); },
           held, tr("lock the mark in hand where it is, or unlock it")},
          {tr("Pull every nail of this line"), Qt::Key_Delete, [this] { pullLine(); }, any,
           tr("pull every nail of the line in hand")}};
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

std::vector<Deed> MarkCanvas::strokes() {
  const auto nudgeBy = [this](double steps) {
    return [this, steps] { nudge(steps * notationStep(m_session->notation()).mm()); };
  };
  const QString lines = tr("the plank line above or below"), along = tr("the mark before or after on its line");
  const QString moved = tr("the mark in hand up or down by the smallest step");
  return {{lines, Qt::Key_Up, [this] { choose(1, 0); }},    {lines, Qt::Key_Down, [this] { choose(-1, 0); }},
          {along, Qt::Key_Left, [this] { choose(0, -1); }}, {along, Qt::Key_Right, [this] { choose(0, 1); }},
          {moved, Qt::CTRL | Qt::Key_Up, nudgeBy(1.0)},     {moved, Qt::CTRL | Qt::Key_Down, nudgeBy(-1.0)}};
}

}  // namespace narrows
