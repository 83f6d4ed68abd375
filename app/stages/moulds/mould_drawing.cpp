#include "stages/moulds/mould_drawing.h"

#include <QLocale>
#include <QPainter>
#include <cmath>

#include "canvas/labels.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "mould_sheet.h"

namespace narrows {

namespace {
constexpr int edgeSteps = 160;
constexpr double lineOfWordsPx = 17.0;
}  // namespace

MouldDrawing::MouldDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The mould in hand"));
  setEmptyWords(tr("There are no moulds yet: the table has to make a hull first."));
  connect(session, &Session::selectionChanged, this, [this] {
    // A station taken in hand elsewhere brings its mould.
    const auto& solved = m_session->solved();
    const int section = m_session->selection().section;
    if (solved == nullptr || solved->moulds == nullptr || solved->drawn == nullptr || section < 0) return;
    if (static_cast<std::size_t>(section) >= solved->drawn->sections.size()) return;
    const std::string& name = solved->drawn->sections[static_cast<std::size_t>(section)].name;
    for (std::size_t i = 0; i < solved->moulds->moulds.size(); ++i) {
      if (solved->moulds->moulds[i].name == name && static_cast<int>(i) != m_index) choose(static_cast<int>(i));
    }
  });
}

const Mould* MouldDrawing::mould() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->moulds == nullptr || solved->moulds->moulds.empty()) return nullptr;
  const auto last = static_cast<int>(solved->moulds->moulds.size()) - 1;
  return &solved->moulds->moulds[static_cast<std::size_t>(std::clamp(m_index, 0, last))];
}

void MouldDrawing::choose(int index) {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->moulds == nullptr || solved->moulds->moulds.empty()) return;
  m_index = std::clamp(index, 0, static_cast<int>(solved->moulds->moulds.size()) - 1);
  m_mark = -1;
  const Mould& now = *mould();
  if (!now.extra && solved->drawn != nullptr) {
    Selection selection = m_session->selection();
    for (std::size_t i = 0; i < solved->drawn->sections.size(); ++i) {
      if (solved->drawn->sections[i].name == now.name) selection.section = static_cast<int>(i);
    }
    m_session->select(selection);
  }
  fit();
  remeasure();
  emit chosen();
}

void MouldDrawing::chooseMark(int mark) {
  m_mark = mark;
  remeasure();
  emit chosen();
}

std::optional<SessionCanvas::Box> MouldDrawing::extent() const {
  const Mould* now = mould();
  if (now == nullptr) return std::nullopt;
  double broad = 0.0, low = 1e300, high = -1e300;
  for (int i = 0; i <= edgeSteps; ++i) {
    const Vec3 at = now->outline.pointAt(now->outline.lengthMm() * i / edgeSteps);
    broad = std::max(broad, at.y());
    low = std::min(low, at.z());
    high = std::max(high, at.z());
  }
  return std::pair(Vec2(-broad, low), Vec2(broad, high));
}

QPolygonF MouldDrawing::edge(const MouldOutline& outline, double side) const {
  QPolygonF curve;
  for (int i = 0; i <= edgeSteps; ++i) {
    const Vec3 at = outline.pointAt(outline.lengthMm() * i / edgeSteps);
    curve.append(toScreen({side * at.y(), at.z()}));
  }
  return curve;
}

/// The edge as it comes out where the planking is taken off in the plane of the mould, to be seen beside the right one.
void MouldDrawing::paintTakenInPlane(QPainter& painter) const {
  const OffsetTable& table = *m_session->solved()->fair;
  if (table.side != PlankingSide::Outside) return;
  const Mould& now = *mould();
  QPolygonF wrong;
  for (int i = 0; i <= edgeSteps; ++i) {
    const double along = now.outline.lengthMm() * i / edgeSteps;
    const Vec3 at = now.outline.pointAt(along);
    const Vec3 run = (now.outline.pointAt(std::min(along + 0.5, now.outline.lengthMm())) -
                      now.outline.pointAt(std::max(along - 0.5, 0.0)))
                         .normalized();
    const double over = table.thickness.mm() * (1.0 / std::cos(now.outline.bevelAt(along)) - 1.0);
    wrong.append(toScreen(Vec2(at.y(), at.z()) + over * Vec2(run.z(), -run.y())));
  }
  painter.setPen(QPen(look::lookAgain, 1.2, Qt::DotLine));
  drawCurve(painter, wrong);
}

void MouldDrawing::paintMarks(QPainter& painter) {
  const Mould& now = *mould();
  std::vector<CanvasHandle> handles;
  // The drawing's own lines are named on the starboard side, plank lines on the port side; words go where there is
  // room.
  constexpr double captionPx = 28.0;
  Labels labels;
  labels.keepClear(QRectF(0.0, height() - captionPx, width(), captionPx));
  for (std::size_t i = now.marks.size(); i-- > 0;) {
    const MouldMark& mark = now.marks[i];
    const bool on = static_cast<int>(i) == m_mark;
    const double side = mark.isPlankLine ? -1.0 : 1.0;
    const double length = now.outline.lengthMm();
    const Vec3 run = (now.outline.pointAt(std::min(mark.alongMm + 0.5, length)) -
                      now.outline.pointAt(std::max(mark.alongMm - 0.5, 0.0)))
                         .normalized();
    const QPointF at = toScreen({side * mark.at.y(), mark.at.z()});
    const QPointF out(side * run.z(), run.y());
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 3.0 : 1.6));
    if (mark.isPlankLine) {
      painter.setBrush(painter.pen().color());
      for (const double one : {1.0, -1.0}) painter.drawEllipse(toScreen({one * mark.at.y(), mark.at.z()}), 3.5, 3.5);
      painter.setBrush(Qt::NoBrush);
    } else {
      for (const double one : {1.0, -1.0}) {
        const QPointF foot = toScreen({one * mark.at.y(), mark.at.z()});
        const QPointF across(one * run.z(), run.y());
        drawStraight(painter, foot - 7.0 * across, foot + 4.0 * across);
      }
    }
    handles.push_back({at, nameOf(mark.name), static_cast<int>(i), -1, on,
                       tr("bevel %L1°").arg(std::abs(radians(mark.bevelRad).deg()), 0, 'f', 1)});
    painter.setFont(shopFont(look::labelPx, on));
    const QString words = nameOf(mark.name) + QStringLiteral("  ") +
                          QLocale().toString(std::abs(radians(mark.bevelRad).deg()), 'f', 1) + QStringLiteral("°");
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 4.0;
    const QPointF anchor = at + 14.0 * out;
    QRectF box(side > 0.0 ? anchor.x() : anchor.x() - wide, anchor.y() - 0.5 * lineOfWordsPx, wide, lineOfWordsPx);
    if (out.y() > 0.6) box.moveTop(anchor.y());
    box.moveLeft(std::clamp(box.left(), 2.0, std::max(2.0, width() - 2.0 - box.width())));
    int tries = 0;
    const double step = box.bottom() > height() - captionPx ? -lineOfWordsPx : lineOfWordsPx;
    while (tries++ < 4 && !labels.isClear(box)) box.translate(0.0, step);
    if (!on && !labels.isClear(box)) continue;
    labels.keepClear(box);
    if (box.top() > anchor.y() + 4.0) {
      painter.save();
      painter.setPen(QPen(look::outline, 1.0));
      drawStraight(painter, at, QPointF(side > 0.0 ? box.left() : box.right(), box.center().y()));
      painter.restore();
    }
    painter.drawText(box, Qt::AlignCenter, words);
  }
  setHandles(std::move(handles));
}

const Drawing& MouldDrawing::pattern(const Mould& mould) {
  if (m_patternOf != m_session->solved() || m_patternBook != m_session->book() || m_patternIndex != m_index) {
    m_patternOf = m_session->solved();
    m_patternBook = m_session->book();
    m_patternIndex = m_index;
    MouldPlan plan = m_patternBook->moulds;
    plan.whole = true;
    m_pattern = mouldSheet(mould, {{}, m_session->notation(), &plan, m_patternOf->fair.value.get()});
  }
  return m_pattern;
}

void MouldDrawing::paintDrawing(QPainter& painter) {
  const Mould& now = *mould();
  setCaption(tr("mould %1, %2 face; dashed: the other face")
                 .arg(QString::fromStdString(now.name), now.standsAft > 0 ? tr("forward") : tr("after")));
  QPolygonF wood = edge(now.outline, 1.0);
  const QPolygonF port = edge(now.outline, -1.0);
  for (auto it = port.crbegin(); it != port.crend(); ++it) wood.append(*it);
  painter.setPen(Qt::NoPen);
  painter.setBrush(look::timber);
  drawShape(painter, wood);
  painter.setBrush(Qt::NoBrush);
  // The lines of the printed pattern, both sides of it.
  const MouldPlan& plan = m_session->book()->moulds;
  paintSheet(painter, pattern(now),
             {LineRole::Level, LineRole::Station, LineRole::CentreLine, LineRole::MouldBack, LineRole::MouldEdge});
  paintTakenInPlane(painter);
  if (plan.spreader.mm() != 0.0) {
    painter.setPen(look::ink);
    painter.setFont(shopFont(look::labelPx));
    painter.drawText(toScreen({0.0, plan.spreader.mm()}) + QPointF(8.0, -4.0), tr("spreader"));
  }
  paintMarks(painter);
}

bool MouldDrawing::takeInHand(const CanvasHandle& handle) {
  chooseMark(handle.line);
  return true;
}

std::vector<Deed> MouldDrawing::strokes() {
  const int marks = mould() != nullptr ? static_cast<int>(mould()->marks.size()) : 0;
  const QString moulds = tr("the mould before or after"), onIt = tr("the next mark up or down on it");
  return {{moulds, Qt::Key_Left, [this] { choose(m_index - 1); }},
          {moulds, Qt::Key_Right, [this] { choose(m_index + 1); }},
          {onIt, Qt::Key_Up, [this, marks] { chooseMark(std::min(m_mark + 1, marks - 1)); }},
          {onIt, Qt::Key_Down, [this] { chooseMark(std::max(m_mark - 1, 0)); }}};
}

}  // namespace narrows
