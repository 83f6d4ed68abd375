#include "stages/backbone/transom_page.h"

#include <QComboBox>
#include <QLabel>
#include <QPainter>
#include <cmath>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "moulds/mould.h"
#include "stages/slate.h"

namespace narrows {

namespace {
constexpr double wordsHeightPx = 17.0;
}  // namespace

TransomDrawing::TransomDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The transom laid flat"));
  setEmptyWords(tr("There is no transom in this table: give its profile and a last column marked rake."));
}

const Transom* TransomDrawing::transom() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || solved->backbone == nullptr ? nullptr : solved->backbone->transom.get();
}

void TransomDrawing::chooseMark(int mark) {
  if (transom() == nullptr) return;
  m_mark = std::clamp(mark, 0, std::max(0, static_cast<int>(transom()->marks.size()) - 1));
  remeasure();
  emit chosen();
}

std::optional<SessionCanvas::Box> TransomDrawing::extent() const {
  if (transom() == nullptr) return std::nullopt;
  const Box2 box = boxOf(transom()->whole(transom()->larger(), true));
  return std::pair(box.low, box.high);
}

void TransomDrawing::paintDrawing(QPainter& painter) {
  const Transom& now = *transom();
  setCaption(now.foreIsLarger ? tr("forward face full, after face dashed; crown left high")
                              : tr("after face full, forward face dashed; crown left high"));
  painter.setPen(QPen(look::ink, 2.4));
  painter.setBrush(look::timber);
  drawShape(painter, onScreen(now.whole(now.larger(), true)));
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::quietInk, 1.4, Qt::DashLine));
  drawShape(painter, onScreen(now.whole(now.smaller(), false)));
  std::vector<Vec2> crown = now.crown;
  for (std::size_t i = now.crown.size(); i-- > 0;) crown.emplace_back(-now.crown[i].x(), now.crown[i].y());
  painter.setPen(QPen(look::ink, 1.2, Qt::DashLine));
  drawCurve(painter, onScreen(crown));
  const auto box = worldBox();
  painter.setPen(QPen(look::quietInk, 1.2, Qt::DashDotLine));
  drawStraight(painter, toScreen({0.0, box->first.y()}) + QPointF(0.0, 14.0),
               toScreen({0.0, box->second.y()}) - QPointF(0.0, 20.0));
  std::vector<CanvasHandle> handles;
  double last = 1e9;
  for (std::size_t i = 0; i < now.marks.size(); ++i) {
    const TransomMark& mark = now.marks[i];
    const bool on = static_cast<int>(i) == m_mark;
    const QPointF at = toScreen(mark.at);
    painter.setPen(QPen(on ? look::inHand : mark.isPlankLine ? look::ink : look::edge, on ? 2.4 : 1.2));
    if (!mark.isPlankLine) drawStraight(painter, toScreen({-mark.at.x(), mark.at.y()}), at);
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 2.4 : 1.4));
    painter.setBrush(mark.isPlankLine ? painter.pen().color() : look::raised);
    for (const double side : {1.0, -1.0}) painter.drawEllipse(toScreen({side * mark.at.x(), mark.at.y()}), 3.5, 3.5);
    painter.setBrush(Qt::NoBrush);
    handles.push_back({at, nameOf(mark.name), static_cast<int>(i), -1, on,
                       tr("bevel %L1°").arg(std::abs(radians(mark.bevelRad).deg()), 0, 'f', 1)});
    const double y = std::min(at.y(), last - wordsHeightPx);
    last = y;
    painter.setFont(shopFont(look::labelPx, on));
    const double left = toScreen(box->second).x() + 26.0;
    painter.drawText(
        QPointF(left, y + 5.0),
        QStringLiteral("%1  %L2°").arg(nameOf(mark.name)).arg(radians(std::abs(mark.bevelRad)).deg(), 0, 'f', 1));
    painter.setPen(QPen(look::outline, 0.8));
    drawStraight(painter, at, QPointF(left - 4.0, y));
  }
  setHandles(std::move(handles));
}

bool TransomDrawing::takeInHand(const CanvasHandle& handle) {
  chooseMark(handle.line);
  return true;
}

std::vector<Deed> TransomDrawing::strokes() {
  const QString marks = tr("the next mark up or down");
  return {{marks, Qt::Key_Up, [this] { chooseMark(m_mark + 1); }},
          {marks, Qt::Key_Down, [this] { chooseMark(m_mark - 1); }}};
}

TransomPage::TransomPage(Session* session, QWidget* parent)
    : BackbonePage(session, parent), m_drawing(new TransomDrawing(session)) {
  auto* slate = new Slate(session, this);
  m_face = slate->addHeadline(tr("The face it is got out to"));
  m_size = slate->addFigure(tr("Its size"));
  m_mark = slate->addFigure(tr("Mark in hand"));
  m_given = choiceField(
      slate, tr("The table gives its"), {tr("after face"), tr("forward face")},
      [](const BackbonePlan& plan) { return static_cast<int>(plan.transom.given); },
      [](BackbonePlan& plan, int index) { plan.transom.given = static_cast<TransomFace>(index); });
  lengthField(slate, tr("Thick"), tr("Change the transom's thickness"),
              [](BackbonePlan& plan) -> Length& { return plan.transom.thickness; });
  lengthField(slate, tr("Curved across, radius (0: flat)"), tr("Change the transom's radius"),
              [](BackbonePlan& plan) -> Length& { return plan.transom.radius; });
  lengthField(slate, tr("Crown at the middle"), tr("Change the transom's crown"),
              [](BackbonePlan& plan) -> Length& { return plan.transom.crown; });
  lengthField(slate, tr("Left high above that"), tr("Change how high the crown is left"),
              [](BackbonePlan& plan) -> Length& { return plan.transom.crownHigh; });
  arrange(m_drawing, nullptr, slate);
  connect(m_drawing, &TransomDrawing::chosen, this, &TransomPage::refresh);
}

void TransomPage::showPage() {
  const Transom* now = m_drawing->transom();
  for (QLabel* label : {m_size, m_mark}) label->setVisible(now != nullptr);
  if (now == nullptr) {
    m_face->setText(tr("no transom"));
    return;
  }
  m_face->setText(now->foreIsLarger ? tr("out to its forward face") : tr("out to its after face"));
  const Box2 box = boxOf(now->whole(now->larger(), true));
  m_size->setText(tr("Board %1 by %2, planking taken off. Rakes %3. Bevels to %4.")
                      .arg(shown(box.width()), shown(box.height()), degrees(now->rakeRad), degrees(now->mostBevelRad)));
  if (now->marks.empty()) return;
  const TransomMark& mark =
      now->marks[static_cast<std::size_t>(std::clamp(m_drawing->mark(), 0, static_cast<int>(now->marks.size()) - 1))];
  m_mark->setText(tr("%1: %2 out, %3 up; bevel %4, %5")
                      .arg(nameOf(mark.name), shown(mark.at.x()), shown(mark.at.y()), degrees(std::abs(mark.bevelRad)),
                           QString::fromStdString(riseWords(mark.bevelRad, m_session->notation()))));
}

}  // namespace narrows
