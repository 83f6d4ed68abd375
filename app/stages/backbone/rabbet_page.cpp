#include "stages/backbone/rabbet_page.h"

#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "moulds/mould.h"
#include "sheet_set.h"

namespace narrows {

namespace {
/// Room for the rabbet's profile, at the right of the section.
constexpr double profileWide = 220.0;
}  // namespace

RabbetDrawing::RabbetDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The rabbet, cut through"));
  setEmptyWords(
      tr("There is no rabbet on this part: the table gives no such profile, or the planking comes down to the centre "
         "line."));
}

const RabbetRun* RabbetDrawing::run() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || solved->backbone == nullptr ? nullptr : solved->backbone->run(m_part);
}

const std::vector<RabbetMark>& RabbetDrawing::marks() const {
  // Every cell of the grid asks: they are worked out once for what they follow from.
  Marked now{m_session->solved(), m_part, m_steps, m_stepMm, m_extra, {}};
  if (now.of == m_marked.of && now.part == m_marked.part && now.steps == m_marked.steps &&
      now.stepMm == m_marked.stepMm && now.extra == m_marked.extra)
    return m_marked.marks;
  m_marked = std::move(now);
  if (run() == nullptr) return m_marked.marks;
  std::vector<RabbetMark>& all = m_marked.marks;
  all = rabbetMarks(*run(), *m_session->solved()->fair, m_steps, m_stepMm);
  if (!m_extra) return all;
  const auto along = alongAt(*run(), m_part == RabbetPart::Keel ? 0 : 2, m_extra->mm());
  if (!along) return all;
  const auto after =
      std::find_if(all.begin(), all.end(), [&](const RabbetMark& mark) { return mark.alongMm >= *along; });
  all.insert(after, {tr("at %1").arg(m_session->shown(m_extra->mm())).toStdString(), *along});
  return all;
}

bool RabbetDrawing::markAt(Length at) {
  if (run() == nullptr) return false;
  const auto along = alongAt(*run(), m_part == RabbetPart::Keel ? 0 : 2, at.mm());
  if (!along) return false;
  m_extra = at;
  const auto& all = marks();
  const auto made =
      std::find_if(all.begin(), all.end(), [&](const RabbetMark& mark) { return mark.alongMm == *along; });
  m_mark = static_cast<int>(made - all.begin());
  remeasure();
  emit chosen();
  return true;
}

void RabbetDrawing::choosePart(RabbetPart part) {
  m_part = part;
  m_mark = 2;
  remeasure();
  emit chosen();
}

void RabbetDrawing::choosePlane(CutPlane plane) {
  m_plane = plane;
  remeasure();
  emit chosen();
}

void RabbetDrawing::chooseSteps(RabbetSteps steps, double stepMm) {
  m_steps = steps;
  m_stepMm = stepMm;
  m_mark = 0;
  remeasure();
  emit chosen();
}

void RabbetDrawing::chooseMark(int mark) {
  m_mark = std::clamp(mark, 0, std::max(0, static_cast<int>(marks().size()) - 1));
  remeasure();
  emit chosen();
}

const RabbetSection* RabbetDrawing::section() const {
  const auto& all = marks();
  if (all.empty()) return nullptr;
  const RabbetMark& mark = all[static_cast<std::size_t>(std::clamp(m_mark, 0, static_cast<int>(all.size()) - 1))];
  const CutPlane plane = m_plane == CutPlane::Square  ? CutPlane::Square
                         : m_part == RabbetPart::Keel ? CutPlane::Station
                                                      : CutPlane::Level;
  // Asked for by every paint, and cut once.
  const auto& solved = m_session->solved();
  if (m_cut.of == solved && m_cut.part == m_part && m_cut.plane == plane && m_cut.alongMm == mark.alongMm)
    return &m_cut.section;
  m_cut = {solved, m_part, plane, mark.alongMm,
           cutRabbet(rabbetSectionOf(backboneSheetOf(*solved), *run(), mark.alongMm), mark.alongMm, plane)};
  m_cut.section.name = mark.name;
  return &m_cut.section;
}

std::optional<SessionCanvas::Box> RabbetDrawing::extent() const {
  const RabbetSection* cut = section();
  if (cut == nullptr) return std::nullopt;
  Vec2 low = cut->rabbet, high = cut->rabbet;
  for (const auto* line : {&cut->timber, &cut->outside, &cut->inside}) {
    for (const Vec2& at : *line) low = low.cwiseMin(at), high = high.cwiseMax(at);
  }
  low.y() = std::min(low.y(), -high.y() * 0.5);
  return std::pair(low, high);
}

void RabbetDrawing::paintProfile(QPainter& painter) {
  // The lines of the part, small, with the mark in hand.
  const RabbetRun& now = *run();
  Vec2 low(1e12, 1e12), high(-1e12, -1e12);
  for (const RabbetPlace& place : now.places) {
    for (const Vec3& at : {place.rabbet, place.bearding}) {
      low = low.cwiseMin(Vec2(at.x(), at.z()));
      high = high.cwiseMax(Vec2(at.x(), at.z()));
    }
  }
  const QRectF box(width() - profileWide - 16.0, 26.0, profileWide, height() - 96.0);
  const double scale =
      std::min(box.width() / std::max(high.x() - low.x(), 1.0), box.height() / std::max(high.y() - low.y(), 1.0));
  const auto place = [&](const Vec3& at) {
    return QPointF(box.left() + (at.x() - low.x()) * scale, box.top() + (high.y() - at.z()) * scale);
  };
  const auto line = [&](Vec3 RabbetPlace::*corner, const QPen& pen) {
    QPolygonF points;
    for (const RabbetPlace& one : now.places) points.append(place(one.*corner));
    painter.setPen(pen);
    drawCurve(painter, points);
  };
  line(&RabbetPlace::rabbet, QPen(look::ink, 2.0));
  line(&RabbetPlace::inner, QPen(look::quietInk, 1.0, Qt::DotLine));
  line(&RabbetPlace::bearding, QPen(look::ink, 1.2, Qt::DashLine));
  std::vector<CanvasHandle> handles;
  const auto& all = marks();
  for (std::size_t i = 0; i < all.size(); ++i) {
    const QPointF at = place(now.at(all[i].alongMm).rabbet);
    const bool on = static_cast<int>(i) == m_mark;
    painter.setPen(QPen(on ? look::inHand : look::ink, 1.4));
    painter.setBrush(on ? look::inHand : look::raised);
    painter.drawEllipse(at, on ? 5.5 : 3.5, on ? 5.5 : 3.5);
    handles.push_back({at, nameOf(all[i].name), static_cast<int>(i), -1, on,
                       tr("bevel %L1°").arg(radians(now.at(all[i].alongMm).bevelRad).deg(), 0, 'f', 1)});
  }
  painter.setBrush(Qt::NoBrush);
  setHandles(std::move(handles));
}

void RabbetDrawing::paintDrawing(QPainter& painter) {
  const RabbetSection* cut = section();
  if (cut == nullptr) return;
  const QString plane = cut->plane == CutPlane::Square  ? tr("square to the rabbet line")
                        : cut->plane == CutPlane::Level ? tr("level")
                                                        : tr("in the station");
  setCaption(tr("%1, cut %2, starboard half over the centre line").arg(QString::fromStdString(cut->name), plane));
  // The wood, and over it the lines of the printed template.
  QPolygonF plank = onScreen(cut->outside);
  const QPolygonF within = onScreen(cut->inside);
  for (auto it = within.crbegin(); it != within.crend(); ++it) plank.append(*it);
  plank.append(toScreen(cut->inner));
  painter.setPen(Qt::NoPen);
  painter.setBrush(look::timber);
  drawShape(painter, plank);
  painter.setBrush(look::timberDark);
  drawShape(painter, onScreen(cut->timber));
  paintSheet(painter, rabbetSectionSheet(*cut), {LineRole::MouldEdge, LineRole::KeelEdge, LineRole::CentreLine});
  const auto name = [&](const Vec2& at, const QString& words, const QPointF& off) {
    const QPointF here = toScreen(at);
    painter.setPen(QPen(look::inHand, 2.0));
    painter.setBrush(look::inHand);
    painter.drawEllipse(here, 4.0, 4.0);
    painter.setBrush(Qt::NoBrush);
    painter.setFont(shopFont(look::figurePx, true));
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 8.0;
    QRectF label(here + off, QSizeF(wide, 22.0));
    if (off.x() < 0.0) label.moveRight(here.x() + off.x());
    painter.setPen(QPen(look::outline, 1.0));
    drawStraight(
        painter, here,
        off.x() < 0.0 ? QPointF(label.right(), label.center().y()) : QPointF(label.left(), label.center().y()));
    painter.fillRect(label, look::raised);
    painter.setPen(look::ink);
    painter.drawText(label, Qt::AlignCenter, words);
  };
  name(cut->rabbet, tr("rabbet"), {-24.0, -46.0});
  name(cut->inner, tr("inner rabbet"), {-34.0, 26.0});
  name(cut->bearding, tr("bearding"), {26.0, 22.0});
  painter.setFont(shopFont(look::headPx, true));
  painter.setPen(look::ink);
  painter.drawText(QRectF(18.0, 12.0, width() - profileWide - 60.0, 36.0), Qt::AlignLeft | Qt::AlignVCenter,
                   QStringLiteral("%L1°  %2")
                       .arg(radians(cut->angleRad).deg(), 0, 'f', 1)
                       .arg(QString::fromStdString(riseWords(cut->angleRad, m_session->notation()))));
  paintProfile(painter);
}

bool RabbetDrawing::takeInHand(const CanvasHandle& handle) {
  chooseMark(handle.line);
  return true;
}

std::vector<Deed> RabbetDrawing::strokes() {
  const auto goBy = [this](int by) { return [this, by] { chooseMark(m_mark + by); }; };
  const QString marks = tr("the mark before or after");
  return {{marks, Qt::Key_Left, goBy(-1)},
          {marks, Qt::Key_Right, goBy(1)},
          {marks, Qt::Key_Up, goBy(1)},
          {marks, Qt::Key_Down, goBy(-1)}};
}

RabbetPage::RabbetPage(Session* session, QWidget* parent)
    : BackbonePage(session, parent),
      m_drawing(new RabbetDrawing(session)),
      m_grid(new CellGrid(tr("The rabbet at its marks"), session, this)) {
  fillTable();
  arrange(m_drawing, m_grid, makeSlate());
  connect(m_drawing, &RabbetDrawing::chosen, this, &RabbetPage::refresh);
  connect(m_grid, &CellGrid::cellTaken, m_drawing, &RabbetDrawing::chooseMark);
}

Slate* RabbetPage::makeSlate() {
  auto* slate = new Slate(m_session, this);
  m_bevel = slate->addHeadline(tr("Bevel at the mark"));
  m_where = slate->addFigure(tr("Where its lines are"));
  m_groove = slate->addFigure(tr("How far a machine may run"));
  m_doubt = slate->addFigure(tr("How sure it is"));
  m_partBox = slate->addChoice(
      tr("Rabbet of the"), {tr("stem"), tr("keel"), tr("sternpost")},
      [this] { return static_cast<int>(m_drawing->part()); },
      [this](int index) { m_drawing->choosePart(static_cast<RabbetPart>(index)); });
  slate->addChoice(
      tr("Cut"), {tr("square to the line"), tr("level, or in the station")},
      [this] { return m_drawing->plane() == CutPlane::Square ? 0 : 1; },
      [this](int index) { m_drawing->choosePlane(index == 0 ? CutPlane::Square : CutPlane::Level); });
  slate->addAsk(tr("Mark at a height (keel: distance)"), tr("height, Enter"), [this](Length at) {
    if (m_drawing->markAt(at)) return true;
    tell(tr("This part does not come to %1.").arg(shown(at.mm())));
    return false;
  });
  slate->beginGroup(tr("Its marks"));
  slate->addChoice(
      tr("Marks at"), {tr("waterlines or stations"), tr("even steps along it")},
      [this] { return m_drawing->steps() == RabbetSteps::Table ? 0 : 1; },
      [this](int index) {
        m_drawing->chooseSteps(index == 0 ? RabbetSteps::Table : RabbetSteps::Even, m_drawing->stepMm());
      });
  slate->addLength(
      tr("Steps of"), [this] { return millimetres(m_drawing->stepMm()); },
      [this](Length length) {
        constexpr double leastStepMm = 5.0;
        if (length.mm() < leastStepMm) {
          tell(tr("Steps of %1 would be too many to mark: %2 at least.").arg(shown(length.mm()), shown(leastStepMm)));
        } else {
          m_drawing->chooseSteps(RabbetSteps::Even, length.mm());
        }
      });
  slate->beginGroup(tr("Machine and stopwaters"));
  lengthField(slate, tr("Machine stops under the sheer"), tr("Change the groove's stop"),
              [](BackbonePlan& plan) -> Length& { return plan.rabbet.stopBelowSheer; });
  numberField(slate, tr("By hand where it rolls, degrees a foot"), tr("Change where the groove is cut by hand"),
              {0.5, 60.0, 1}, [](BackbonePlan& plan) -> double& { return plan.rabbet.mostRollDegPerFoot; });
  lengthField(slate, tr("Cutter reaches"), tr("Change the cutter's reach"),
              [](BackbonePlan& plan) -> Length& { return plan.rabbet.cutterReach; });
  lengthField(slate, tr("Stopwaters (0: by the planking)"), tr("Change the stopwaters"),
              [](BackbonePlan& plan) -> Length& { return plan.rabbet.stopwater; });
  slate->endGroup();
  return slate;
}

void RabbetPage::fillTable() {
  m_grid->cells().columns = {tr("rabbet"),   tr("up"), tr("inner"), tr("up"),      tr("out"),
                             tr("bearding"), tr("up"), tr("bevel"), tr("in plan"), tr("to pare")};
  m_grid->cells().rows = [this] { return static_cast<int>(m_drawing->marks().size()); };
  m_grid->cells().rowName = [this](int row) {
    const auto& all = m_drawing->marks();
    return static_cast<std::size_t>(row) < all.size() ? QString::fromStdString(all[static_cast<std::size_t>(row)].name)
                                                      : QString();
  };
  m_grid->cells().cell = [this](int row, int column) { return cellOf(row, column); };
}

Cell RabbetPage::cellOf(int row, int column) const {
  const auto& all = m_drawing->marks();
  if (static_cast<std::size_t>(row) >= all.size()) return {};
  const RabbetPlace at = m_drawing->run()->at(all[static_cast<std::size_t>(row)].alongMm);
  const bool on = row == m_drawing->mark();
  const auto cell = [&](const QString& words) { return Cell{words, false, on, {}}; };
  switch (column) {
    case 0:
      return cell(shown(at.rabbet.x()));
    case 1:
      return cell(shown(at.rabbet.z()));
    case 2:
      return cell(shown(at.inner.x()));
    case 3:
      return cell(shown(at.inner.z()));
    case 4:
      return cell(shown(at.inner.y()));
    case 5:
      return cell(shown(at.bearding.x()));
    case 6:
      return cell(shown(at.bearding.z()));
    case 7:
      return cell(degrees(at.bevelRad));
    case 8:
      return cell(degrees(at.planRad));
    default:
      break;
  }
  const MachinedGroove* groove = backbone()->groove(m_drawing->part());
  const double along = all[static_cast<std::size_t>(row)].alongMm;
  const bool machined = groove != nullptr && along >= groove->fromAlongMm - 1e-6 && along <= groove->toAlongMm + 1e-6;
  return cell(machined ? degrees(groove->angleRad - at.bevelRad) : tr("by hand"));
}

void RabbetPage::showPage() {
  m_grid->refresh();
  m_grid->follow(m_drawing->mark());
  const auto& all = m_drawing->marks();
  const bool has = !all.empty();
  for (QLabel* label : {m_where, m_groove, m_doubt}) label->setVisible(has);
  if (!has) {
    m_bevel->setText(tr("no rabbet"));
    return;
  }
  const RabbetMark& mark =
      all[static_cast<std::size_t>(std::clamp(m_drawing->mark(), 0, static_cast<int>(all.size()) - 1))];
  const RabbetPlace at = m_drawing->run()->at(mark.alongMm);
  m_bevel->setText(degrees(at.bevelRad));
  const bool grooved = m_drawing->part() == RabbetPart::Keel || backbone()->plan.rabbet.stem == StemMake::Rabbeted;
  m_where->setText(
      tr("%1: %2 off the timber's side, square to the rabbet line; %3 in plan. Bearding %4 from the rabbet line. %5")
          .arg(nameOf(mark.name), degrees(at.bevelRad), degrees(at.planRad), shown((at.bearding - at.rabbet).norm()),
               grooved ? tr("Corner %1 deep in the side.").arg(shown(at.rabbet.y() - at.inner.y()))
                       : tr("Fore face %1 half, planks end on it.").arg(shown(std::max(at.faceHalfMm, 0.0)))));
  const MachinedGroove* groove = backbone()->groove(m_drawing->part());
  m_groove->setText(groove != nullptr
                        ? tr("A machine set to %1 may run %2 of it, %3 to %4 along from the %5. The rest by hand.")
                              .arg(degrees(groove->angleRad), shown(groove->toAlongMm - groove->fromAlongMm),
                                   shown(groove->fromAlongMm), shown(groove->toAlongMm),
                                   m_drawing->part() == RabbetPart::Keel ? tr("forward end") : tr("foot"))
                        : tr("No length of it rolls gently enough for a machine: cut it by hand."));
  // A figure that is off moves the planking so far, and the lines along the side by that over the sine of the bevel.
  const Length off = m_session->solved()->fair->figureTolerance();
  const Length along = millimetres(off.mm() / std::max(std::sin(at.bevelRad), 0.01));
  m_doubt->setText(tr("The table is good to %1: these lines may lie %2 off along the side.")
                       .arg(m_session->shownTolerance(off), m_session->shownTolerance(along)));
}

}  // namespace narrows
