#include "stages/backbone/keel_page.h"

#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <cmath>

#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "fonts.h"
#include "stages/slate.h"

namespace narrows {

namespace {
constexpr int measuredColumn = 7;
}  // namespace

KeelDrawing::KeelDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The keel, cut through at the station in hand"));
  setEmptyWords(tr("There is no keel edge to bevel: the planking of this boat comes down to the centre line."));
}

const KeelBevel* KeelDrawing::bevel() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || solved->backbone == nullptr || !solved->backbone->keel ? nullptr
                                                                                     : &*solved->backbone->keel;
}

const KeelStation* KeelDrawing::inHand() const {
  if (bevel() == nullptr) return nullptr;
  const auto last = static_cast<int>(bevel()->stations.size()) - 1;
  return &bevel()->stations[static_cast<std::size_t>(std::clamp(m_station, 0, last))];
}

void KeelDrawing::choose(int station) {
  if (bevel() == nullptr) return;
  m_station = std::clamp(station, 0, static_cast<int>(bevel()->stations.size()) - 1);
  remeasure();
  emit chosen();
}

std::optional<SessionCanvas::Box> KeelDrawing::extent() const {
  const KeelStation* station = inHand();
  if (station == nullptr) return std::nullopt;
  const double thick = m_session->book()->backbone.keel.thickness.mm();
  const double wide = std::max(station->inboardMm, station->outboardMm) + 2.0 * thick;
  return std::pair(Vec2(-wide, -0.4 * thick), Vec2(wide, 1.5 * thick));
}

void KeelDrawing::paintDrawing(QPainter& painter) {
  const KeelStation& station = *inHand();
  const KeelPlan& plan = m_session->book()->backbone.keel;
  const double thick = plan.thickness.mm(), bevelled = thick - plan.shoulder.mm();
  setCaption(tr("keel at station %1, looking aft, lower face down").arg(QString::fromStdString(station.name)));
  QPolygonF wood;
  for (const Vec2& at :
       {Vec2(-station.outboardMm, 0.0), Vec2(station.outboardMm, 0.0), Vec2(station.inboardMm, bevelled),
        Vec2(station.inboardMm, thick), Vec2(-station.inboardMm, thick), Vec2(-station.inboardMm, bevelled)})
    wood.append(toScreen(at));
  // The plank's inside lies on the bevel and goes on from it.
  const Vec2 way = (Vec2(station.inboardMm, bevelled) - Vec2(station.outboardMm, 0.0)).normalized();
  const Vec2 out(way.y(), -way.x());
  const double plank = m_session->solved()->fair->thickness.mm();
  painter.setPen(QPen(look::ink, 1.4));
  painter.setBrush(look::timber);
  for (const double side : {1.0, -1.0}) {
    QPolygonF board;
    const Vec2 foot(station.outboardMm, 0.0), far = foot + way * (2.6 * thick);
    for (const Vec2& at : {foot, far, Vec2(far + out * plank), Vec2(foot + out * plank)})
      board.append(toScreen({side * at.x(), at.y()}));
    drawShape(painter, board);
  }
  painter.setBrush(look::timberDark);
  painter.setPen(QPen(look::ink, 2.4));
  drawShape(painter, wood);
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::quietInk, 1.2, Qt::DashDotLine));
  drawStraight(painter, toScreen({0.0, -0.3 * thick}), toScreen({0.0, 1.4 * thick}));
  // Upright, to read the bevel from.
  painter.setPen(QPen(look::inHand, 1.6, Qt::DashLine));
  drawStraight(painter, toScreen({station.outboardMm, 0.0}), toScreen({station.outboardMm, 1.35 * thick}));
  painter.setFont(shopFont(look::headPx, true));
  const QPointF bevelAt = toScreen({station.outboardMm, 1.35 * thick}) + QPointF(10.0, 6.0);
  painter.drawText(bevelAt, QStringLiteral("%L1°").arg(radians(station.stationRad).deg(), 0, 'f', 1));
  painter.setFont(shopFont(look::figurePx));
  painter.setPen(look::ink);
  painter.drawText(toScreen({0.0, 0.0}) + QPointF(-60.0, 24.0), tr("lower %1 half").arg(shown(station.outboardMm)));
  // Left of the bevel, however narrow the keel.
  const QString upper = tr("upper %1 half").arg(shown(station.inboardMm));
  const QPointF upperAt = toScreen({0.0, thick}) + QPointF(-60.0, -10.0);
  const double most = bevelAt.x() - 12.0 - painter.fontMetrics().horizontalAdvance(upper);
  painter.drawText(QPointF(std::min(upperAt.x(), most), upperAt.y()), upper);
}

std::vector<Deed> KeelDrawing::strokes() {
  const auto goBy = [this](int by) { return [this, by] { choose(m_station + by); }; };
  const QString stations = tr("the station before or after");
  return {{stations, Qt::Key_Left, goBy(-1)},
          {stations, Qt::Key_Right, goBy(1)},
          {stations, Qt::Key_Up, goBy(-1)},
          {stations, Qt::Key_Down, goBy(1)}};
}

KeelPage::KeelPage(Session* session, QWidget* parent)
    : BackbonePage(session, parent),
      m_drawing(new KeelDrawing(session)),
      m_grid(new CellGrid(tr("The keel at its stations"), session, this)) {
  auto* slate = new Slate(session, this);
  m_saw = slate->addHeadline(tr("Least bevel to rip"));
  m_station = slate->addFigure(tr("At the station in hand"));
  m_marks = slate->addFigure(tr("Station marks"));
  m_cameOut = slate->addFigure(tr("As it came out"));
  m_follow = choiceField(
      slate, tr("Build to"), {tr("the drawing"), tr("the keel as measured"), tr("fair between them")},
      [](const BackbonePlan& plan) { return static_cast<int>(plan.follow); },
      [](BackbonePlan& plan, int index) { plan.follow = static_cast<CameOutChoice>(index); });
  choiceField(
      slate, tr("Kind of keel"), {tr("upright, rabbeted"), tr("plank keel, bevelled edges")},
      [](const BackbonePlan& plan) { return static_cast<int>(plan.keel.make); },
      [](BackbonePlan& plan, int index) { plan.keel.make = static_cast<KeelMake>(index); });
  lengthField(slate, tr("Bevelled part and shoulder, thick"), tr("Change the keel's thickness"),
              [](BackbonePlan& plan) -> Length& { return plan.keel.thickness; });
  lengthField(slate, tr("Square shoulder above the bevel"), tr("Change the keel's shoulder"),
              [](BackbonePlan& plan) -> Length& { return plan.keel.shoulder; });
  lengthField(slate, tr("Saw cuts as deep as"), tr("Change the saw's depth"),
              [](BackbonePlan& plan) -> Length& { return plan.keel.sawDepth; });

  m_grid->cells().columns = {tr("lower edge"), tr("upper edge"),    tr("in the station"),
                             tr("saw set to"), tr("left to plane"), tr("mark leans"),
                             tr("if squared"), tr("came out"),      tr("build to")};
  m_grid->cells().rows = [this] {
    return m_drawing->bevel() == nullptr ? 0 : static_cast<int>(m_drawing->bevel()->stations.size());
  };
  m_grid->cells().rowName = [this](int row) {
    return QString::fromStdString(m_drawing->bevel()->stations[static_cast<std::size_t>(row)].name);
  };
  m_grid->cells().cell = [this](int row, int column) { return cellOf(row, column); };
  m_grid->cells().entered = [this](int row, int column, const QString& text) {
    return column == measuredColumn && measured(row, text);
  };
  arrange(m_drawing, m_grid, slate, 3);
  connect(m_drawing, &KeelDrawing::chosen, this, &KeelPage::refresh);
  connect(m_grid, &CellGrid::cellTaken, m_drawing, &KeelDrawing::choose);
}

const StationMark* KeelPage::markAt(const std::string& station) const {
  for (const TimberMarks& timber : backbone()->marks) {
    const Timber* of = backbone()->plan.find(timber.timber);
    if (of == nullptr || of->kind != TimberKind::Keel) continue;
    for (const StationMark& mark : timber.marks.marks) {
      if (mark.name == station) return &mark;
    }
  }
  return nullptr;
}

Cell KeelPage::cellOf(int row, int column) const {
  const KeelStation& station = m_drawing->bevel()->stations[static_cast<std::size_t>(row)];
  const StationMark* mark = markAt(station.name);
  const bool on = row == m_drawing->station();
  const auto cell = [&](const QString& words) { return Cell{words, false, on, {}}; };
  switch (column) {
    case 0:
      return cell(shown(station.outboardMm));
    case 1:
      return cell(shown(station.inboardMm));
    case 2:
      return cell(degrees(station.stationRad));
    case 3:
      return cell(degrees(station.sawRad));
    case 4:
      return cell(shown(station.leftMm));
    case 5:
      return cell(mark != nullptr ? degrees(mark->leanRad) : QStringLiteral("–"));
    case 6:
      return cell(mark != nullptr ? shown(std::abs(mark->squaredOffMm)) : QStringLiteral("–"));
    default:
      break;
  }
  const auto& all = backbone()->cameOut.stations;
  const auto came =
      std::find_if(all.begin(), all.end(), [&](const CameOutStation& one) { return one.name == station.name; });
  if (came == all.end()) return cell(QStringLiteral("–"));
  if (column > measuredColumn) return cell(shown(came->followedMm));
  if (!came->measuredMm) return {QString(), true};
  const double off = *came->measuredMm - came->drawnMm;
  return measuredCell(*came->measuredMm, off, std::abs(off) < cameOutLookMm ? look::ink : look::lookAgain,
                      m_session->notation());
}

bool KeelPage::measured(int row, const QString& text) {
  const std::string station = m_drawing->bevel()->stations[static_cast<std::size_t>(row)].name;
  std::optional<Length> length;
  if (!text.isEmpty()) {
    length = readLength(text);
    if (!length) return false;
  }
  change(tr("Measure the keel at station %1").arg(QString::fromStdString(station)), [&](BackbonePlan& plan) {
    std::erase_if(plan.cameOut, [&](const CameOutReading& one) { return one.station == station; });
    if (length) plan.cameOut.push_back({station, *length});
  });
  return true;
}

void KeelPage::showPage() {
  m_grid->refresh();
  m_grid->follow(m_drawing->station());
  const KeelBevel* bevel = m_drawing->bevel();
  if (bevel == nullptr) {
    m_saw->setText(tr("no bevel"));
    return;
  }
  m_saw->setText(tr("rip at %1").arg(degrees(bevel->leastSawRad)));
  const auto at =
      static_cast<std::size_t>(std::clamp(m_drawing->station(), 0, static_cast<int>(bevel->stations.size()) - 1));
  const KeelStation& station = bevel->stations[at];
  m_station->setText(
      tr("Station %1: %2 from upright in the station; a saw held square to the edge, %3. %4 left to plane.")
          .arg(QString::fromStdString(station.name), degrees(station.stationRad), degrees(station.sawRad),
               shown(station.leftMm)));
  const StationMark* mark = markAt(station.name);
  m_marks->setVisible(mark != nullptr);
  if (mark != nullptr) {
    m_marks->setText(std::abs(mark->squaredOffMm) < 0.5 * notationStep(m_session->notation()).mm()
                         ? tr("Its mark on the keel is square to the upper face.")
                         : tr("DO NOT SQUARE its mark: stock on the upper face, lean it %1, lower end %2. Squared it "
                              "is %3 out below.")
                               .arg(degrees(mark->leanRad), mark->topSlopeRad > 0.0 ? tr("forward") : tr("aft"),
                                    shown(std::abs(mark->squaredOffMm))));
  }
  const CameOut& came = backbone()->cameOut;
  m_cameOut->setVisible(std::abs(came.mostOffMm) > 0.0);
  m_cameOut->setText(tr("Came out up to %1 off, at station %2. As chosen, up to %3 comes off the keel, and deadwood, "
                        "keelson and garboard go out up to %4.")
                         .arg(shown(std::abs(came.mostOffMm)), QString::fromStdString(came.worst),
                              shown(came.mostToTakeOffMm), shown(came.mostToAddMm)));
}

}  // namespace narrows
