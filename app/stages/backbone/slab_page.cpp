#include "stages/backbone/slab_page.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFile>
#include <QFileDialog>
#include <QHeaderView>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QProgressBar>
#include <QPushButton>
#include <QShortcut>
#include <QTabWidget>
#include <QVBoxLayout>
#include <QWheelEvent>
#include <cmath>

#include "canvas/labels.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "files/whole_file.h"
#include "fonts.h"
#include "stages/slate.h"

namespace narrows {

namespace {

constexpr double radPerDegree = 0.017453292519943295;
constexpr double turnStepRad = 0.5 * radPerDegree;
constexpr int readingColumns = 12;
const std::vector<FaultKind> faultKinds{FaultKind::Knot,  FaultKind::Check, FaultKind::Nail,
                                        FaultKind::Heart, FaultKind::Wane,  FaultKind::TornGrain};

}  // namespace

SlabDrawing::SlabDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The slab with the pattern on it"));
  setEmptyWords(tr("Give the slab its length and width on the right."));
}

const SlabWork* SlabDrawing::slab() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || solved->backbone == nullptr ? nullptr : &solved->backbone->slab;
}

bool SlabDrawing::hasPattern() const {
  return slab() != nullptr &&
         m_session->solved()->backbone->plan.find(m_session->solved()->backbone->plan.slab.timber) != nullptr;
}

std::optional<SessionCanvas::Box> SlabDrawing::extent() const {
  if (slab() == nullptr || slab()->lay.slab.size() < 3) return std::nullopt;
  const Box2 box = boxOf(slab()->lay.slab);
  return std::pair(box.low, box.high);
}

namespace {

constexpr double labelHighPx = 14.0;

/// Writes in the drawing's own hand, moved by `step` until it lies on nothing that was written before.
void write(QPainter& painter, Labels& labels, const QPointF& at, const QString& words, const QPointF& step) {
  const QRectF box(at, QSizeF(painter.fontMetrics().horizontalAdvance(words) + 2.0, labelHighPx));
  painter.drawText(labels.place(box, step), Qt::AlignLeft | Qt::AlignVCenter | Qt::TextDontClip, words);
}

}  // namespace

void SlabDrawing::paintReadings(QPainter& painter, Labels& labels) const {
  const SlabPlan& plan = m_session->solved()->backbone->plan.slab;
  const auto& flat = slab()->flat;
  painter.setFont(shopFont(look::labelPx));
  std::size_t k = 0;
  for (std::size_t j = 0; j < plan.down.size(); ++j) {
    for (std::size_t i = 0; i < plan.down[j].size(); ++i) {
      if (!plan.down[j][i]) continue;
      const QPointF at = toScreen(
          {plan.readingStepAlong.mm() * static_cast<double>(i), plan.readingStepAcross.mm() * static_cast<double>(j)});
      // The deeper it is to be cut, the darker the spot.
      const double cut = flat && k < flat->cutMm.size() ? flat->cutMm[k] : 0.0;
      const double share = flat && flat->deepestMm > 0.0 ? cut / flat->deepestMm : 0.0;
      painter.setPen(QPen(look::outline, 1.0));
      painter.setBrush(look::mixed(look::raised, look::deepest, share));
      painter.drawEllipse(at, 7.0, 7.0);
      labels.keepClear(QRectF(at.x() - 7.0, at.y() - 7.0, 14.0, 14.0));
      painter.setBrush(Qt::NoBrush);
      if (flat) {
        painter.setPen(look::ink);
        write(painter, labels, at + QPointF(8.0, -21.0), shown(cut), {0.0, -labelHighPx});
      }
      ++k;
    }
  }
}

void SlabDrawing::paintFaults(QPainter& painter, Labels& labels) {
  const SlabPlan& plan = m_session->solved()->backbone->plan.slab;
  const auto& fouled = slab()->placed.judgement.fouled;
  painter.setFont(shopFont(look::labelPx));
  for (std::size_t i = 0; i < plan.faults.size(); ++i) {
    const TimberFault& fault = plan.faults[i];
    const Vec2 half(0.5 * fault.length.mm(), 0.5 * fault.width.mm()), at(fault.along.mm(), fault.across.mm());
    const QRectF box(toScreen(Vec2(at.x() - half.x(), at.y() + half.y())),
                     toScreen(Vec2(at.x() + half.x(), at.y() - half.y())));
    const bool touched = hasPattern() && std::find(fouled.begin(), fouled.end(), i) != fouled.end();
    painter.setPen(QPen(touched ? look::trouble : look::ink, touched ? 2.6 : 1.4));
    painter.setBrush(QBrush(touched ? look::trouble : look::ink, Qt::BDiagPattern));
    painter.drawRect(box);
    painter.setBrush(Qt::NoBrush);
    labels.keepClear(box);
    write(painter, labels, box.bottomLeft(), wordOf(faultKindName(fault.kind)) + (touched ? tr(" !") : QString()),
          {0.0, labelHighPx});
  }
}

void SlabDrawing::paintPattern(QPainter& painter) const {
  const SlabWork& now = *slab();
  QColor wash = look::inHand;
  wash.setAlpha(36);
  painter.setBrush(wash);
  painter.setPen(QPen(now.placed.judgement.isClear() ? look::inHand : look::trouble, 3.0,
                      now.placed.judgement.isClear() ? Qt::SolidLine : Qt::DashLine));
  drawShape(painter, onScreen(now.placed.judgement.outline));
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::ink, 1.4, Qt::DashLine));
  for (const GravingPiece& piece : now.graving) {
    const Vec2 half(0.5 * piece.lengthMm, 0.5 * piece.widthMm);
    drawShape(painter, onScreen(moved(rectangle(-half, half), now.lay.grainRad, piece.onSlab)));
  }
}

void SlabDrawing::paintDrawing(QPainter& painter) {
  setCaption(hasPattern()
                 ? tr("slide the pattern with the pointer; [ and ] turn it, F turns it over; double click marks a knot")
                 : tr("double click marks a knot"));
  const SlabWork& now = *slab();
  const QPolygonF outline = onScreen(now.lay.slab);
  painter.setPen(QPen(look::ink, 2.0));
  painter.setBrush(look::timber);
  drawShape(painter, outline);
  painter.setBrush(Qt::NoBrush);
  // The grain, in quiet strokes.
  const auto box = worldBox();
  const Vec2 way(std::cos(now.lay.grainRad), std::sin(now.lay.grainRad)), across(-way.y(), way.x());
  const double reach = (box->second - box->first).norm();
  painter.save();
  QPainterPath clip;
  clip.addPolygon(outline);
  painter.setClipPath(clip);
  painter.setPen(QPen(look::timberDark, 1.4));
  const Vec2 middle = 0.5 * (box->first + box->second);
  for (int i = -12; i <= 12; ++i) {
    const Vec2 at = middle + across * (reach * i / 24.0);
    drawStraight(painter, toScreen(at - way * reach), toScreen(at + way * reach));
  }
  painter.restore();
  if (hasPattern()) paintPattern(painter);
  Labels labels;
  paintFaults(painter, labels);
  paintReadings(painter, labels);
}

Result<Book> SlabDrawing::placed(const Book& now, const Placement& placement) {
  BackbonePlan plan = now.backbone;
  plan.slab.placed = true;
  plan.slab.placedAlong = millimetres(placement.at.x());
  plan.slab.placedAcross = millimetres(placement.at.y());
  plan.slab.placedDeg = std::remainder(placement.turnRad, 6.283185307179586) / radPerDegree;
  plan.slab.placedFlipped = placement.flipped;
  return setBackbone(now, std::move(plan));
}

Placement SlabDrawing::placementNow() const {
  const SlabPlan& plan = m_session->book()->backbone.slab;
  if (!plan.placed) return slab()->placed.placement;
  return {{plan.placedAlong.mm(), plan.placedAcross.mm()}, plan.placedDeg * radPerDegree, plan.placedFlipped};
}

void SlabDrawing::placeAt(const Placement& placement, const QString& words) {
  m_session->perform(words, placed(*m_session->book(), placement));
}

void SlabDrawing::shift(double along, double across, double turnRad, bool flip) {
  if (!hasPattern()) return;
  Placement to = placementNow();
  to.at += Vec2(along, across);
  to.turnRad += turnRad;
  to.flipped = to.flipped != flip;
  hand().step(flip             ? tr("Turn the pattern over")
              : turnRad != 0.0 ? tr("Turn the pattern")
                               : tr("Slide the pattern"),
              placed(*m_session->book(), to));
}

bool SlabDrawing::takeHold(const QPointF& at) {
  if (!hasPattern() || !contains(slab()->placed.judgement.outline, toWorld(at))) return false;
  const Placement start = placementNow();
  hand().take(tr("Slide the pattern"), [start, from = toWorld(at)](const Book& now, const Vec2& to) {
    Placement there = start;
    there.at += to - from;
    return placed(now, there);
  });
  return true;
}

void SlabDrawing::mouseDoubleClickEvent(QMouseEvent* event) {
  if (slab() == nullptr || event->button() != Qt::LeftButton) return;
  hand().putBack();
  const Vec2 at = toWorld(event->position());
  if (!contains(slab()->lay.slab, at)) return;
  BackbonePlan plan = m_session->book()->backbone;
  plan.slab.faults.push_back({FaultKind::Knot, millimetres(std::round(at.x())), millimetres(std::round(at.y())),
                              inches(1.0), inches(1.0), inches(0.5)});
  m_session->perform(tr("Mark a knot"), setBackbone(*m_session->book(), std::move(plan)));
}

void SlabDrawing::wheelEvent(QWheelEvent* event) {
  if ((event->modifiers() & Qt::ShiftModifier) != 0 && hasPattern()) {
    const int delta = event->angleDelta().y() != 0 ? event->angleDelta().y() : event->angleDelta().x();
    shift(0.0, 0.0, delta > 0 ? turnStepRad : -turnStepRad, false);
    event->accept();
    return;
  }
  SessionCanvas::wheelEvent(event);
}

std::vector<Deed> SlabDrawing::deeds() {
  return {{tr("Turn the pattern to the left"), Qt::Key_BracketLeft, [this] { shift(0.0, 0.0, turnStepRad, false); }},
          {tr("Turn the pattern to the right"), Qt::Key_BracketRight, [this] { shift(0.0, 0.0, -turnStepRad, false); }},
          {tr("Turn the pattern over"), Qt::Key_F, [this] { shift(0.0, 0.0, 0.0, true); }}};
}

std::vector<Deed> SlabDrawing::strokes() {
  std::vector<Deed> all;
  const auto add = [&](Qt::KeyboardModifiers held, double step, const QString& words) {
    const auto moveBy = [this](double x, double y) { return [this, x, y] { shift(x, y, 0.0, false); }; };
    all.push_back({words, QKeyCombination(held, Qt::Key_Left), moveBy(-step, 0.0)});
    all.push_back({words, QKeyCombination(held, Qt::Key_Right), moveBy(step, 0.0)});
    all.push_back({words, QKeyCombination(held, Qt::Key_Up), moveBy(0.0, step)});
    all.push_back({words, QKeyCombination(held, Qt::Key_Down), moveBy(0.0, -step)});
  };
  constexpr double coarseMm = 10.0;
  add(Qt::NoModifier, coarseMm, tr("move the pattern on the slab"));
  add(Qt::ControlModifier, notationStep(m_session->notation()).mm(), tr("move it by the smallest step"));
  return all;
}

SlabPage::SlabPage(Session* session, QWidget* parent)
    : BackbonePage(session, parent),
      m_drawing(new SlabDrawing(session)),
      m_readings(new CellGrid(tr("Readings down to the surface"), session)),
      m_faults(new CellGrid(tr("Faults of the slab"), session)),
      m_outline(new CellGrid(tr("Corners of the slab"), session)),
      m_tabs(new QTabWidget),
      m_search(session) {
  auto* slate = new Slate(session, this);
  m_head = slate->addHeadline(tr("How the pattern lies"));
  m_lay = slate->addFigure(tr("Clearance and grain"));
  m_graving = slate->addFigure(tr("Graving pieces"));
  m_find = new QPushButton(tr("Find the best place"), slate);
  m_find->setObjectName(QStringLiteral("findPlace"));
  slate->addWidget(m_find);
  m_progress = new QProgressBar(slate);
  m_progress->setRange(0, 100);
  m_progress->setAccessibleName(tr("Search"));
  m_progress->hide();
  slate->addWidget(m_progress);
  m_flat = slate->addFigure(tr("Flattening"));
  m_rails = slate->addFigure(tr("Rails"));
  m_timber = timberField(slate, tr("Get this timber out of it"),
                         [](BackbonePlan& plan) -> TimberId& { return plan.slab.timber; });
  using Member = Length SlabPlan::*;
  const auto field = [&](const QString& name, Member at) {
    lengthField(slate, name, tr("Change the slab"), [at](BackbonePlan& plan) -> Length& { return plan.slab.*at; });
  };
  slate->beginGroup(tr("The slab"));
  field(tr("Slab long"), &SlabPlan::length);
  field(tr("Slab wide"), &SlabPlan::width);
  field(tr("Thick at its lowest reading"), &SlabPlan::thickness);
  numberField(slate, tr("Grain, degrees to its length"), tr("Change the slab's grain"), {-90.0, 90.0, 1},
              [](BackbonePlan& plan) -> double& { return plan.slab.grainDeg; });
  field(tr("Kept clear of edge and fault"), &SlabPlan::margin);
  slate->beginGroup(tr("How it is flattened"));
  field(tr("Finished thick"), &SlabPlan::finished);
  field(tr("Readings apart, along"), &SlabPlan::readingStepAlong);
  field(tr("Readings apart, across"), &SlabPlan::readingStepAcross);
  numberField(slate, tr("Steepest tilt, degrees"), tr("Change the steepest tilt"), {0.0, 30.0, 1},
              [](BackbonePlan& plan) -> double& { return plan.slab.mostTiltDeg; });
  field(tr("Heart and torn grain lost as deep as"), &SlabPlan::lose);
  field(tr("Taken at one pass"), &SlabPlan::cut);
  numberField(slate, tr("This shop takes, litres an hour"), tr("Change the shop's rate"), {0.0, 1000.0, 1},
              [](BackbonePlan& plan) -> double& { return plan.slab.litresAnHour; });
  slate->endGroup();
  makeGrids();
  arrange(m_drawing, m_tabs, slate, 2);
  connect(m_find, &QPushButton::clicked, this, &SlabPage::search);
  connect(&m_search, &LongWork::progressed, m_progress,
          [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
  connect(&m_search, &LongWork::runningChanged, this, [this](bool running) {
    m_find->setText(running ? tr("Stop") : tr("Find the best place"));
    m_progress->setValue(0);
    m_progress->setVisible(running);
  });
}

void SlabPage::makeGrids() {
  m_tabs->setObjectName(QStringLiteral("slabTables"));
  m_tabs->addTab(m_faults, tr("Faults"));
  m_tabs->addTab(m_readings, tr("Readings down to the surface"));
  m_tabs->addTab(m_outline, tr("Its outline"));
  m_outline->cells().columns = QStringList{tr("along"), tr("across")};
  m_outline->cells().rows = [this] { return static_cast<int>(m_session->book()->backbone.slab.outline.size()) + 1; };
  m_outline->cells().rowName = [this](int at) {
    const auto count = static_cast<int>(m_session->book()->backbone.slab.outline.size());
    return at < count ? tr("corner %1").arg(at + 1) : tr("new");
  };
  // Rows stay what they are when the last, new one becomes one of them; kinds and corners are typed along their row.
  for (CellGrid* grid : {m_outline, m_readings, m_faults}) {
    grid->cells().rowKey = [](int at) { return QString::number(at); };
    grid->setUsualWay(FigureGrid::Way::Across);
  }
  m_readings->cells().columnKey = [](int at) { return QString::number(at); };
  m_faults->cells().isLength = [](int column) { return column > 0; };
  m_outline->cells().cell = [this](int at, int column) {
    const auto& corners = m_session->book()->backbone.slab.outline;
    if (static_cast<std::size_t>(at) >= corners.size()) return Cell{QString(), column == 0};
    const OutlinePoint& one = corners[static_cast<std::size_t>(at)];
    return lengthCell(column == 0 ? one.distance : one.height);
  };
  m_outline->cells().entered = [this](int at, int column, const QString& text) { return corner(at, column, text); };
  auto* corner = new QWidget(m_tabs);
  auto* row = new QHBoxLayout(corner);
  row->setContentsMargins(0, 0, 0, 2);
  auto* paste = new QPushButton(tr("Paste readings"), corner);
  paste->setObjectName(QStringLiteral("pasteReadings"));
  auto* import = new QPushButton(tr("Readings from CSV…"), corner);
  row->addWidget(paste);
  row->addWidget(import);
  m_tabs->setCornerWidget(corner);
  connect(paste, &QPushButton::clicked, this, [this] { takeReadings(QApplication::clipboard()->text()); });
  connect(import, &QPushButton::clicked, this, &SlabPage::askReadings);

  m_readings->cells().rows = [this] { return static_cast<int>(m_session->book()->backbone.slab.down.size()) + 1; };
  m_readings->cells().rowName = [this](int at) {
    return shown(at * m_session->book()->backbone.slab.readingStepAcross.mm());
  };
  m_readings->cells().cell = [this](int at, int column) { return readingCell(at, column); };
  m_readings->cells().entered = [this](int at, int column, const QString& text) { return reading(at, column, text); };

  m_faults->cells().columns = {tr("kind"), tr("along"), tr("across"), tr("long"), tr("wide"), tr("deep")};
  m_faults->cells().rows = [this] { return static_cast<int>(m_session->book()->backbone.slab.faults.size()) + 1; };
  m_faults->cells().rowName = [this](int at) {
    return static_cast<std::size_t>(at) < m_session->book()->backbone.slab.faults.size() ? QString::number(at + 1)
                                                                                         : tr("new");
  };
  m_faults->cells().cell = [this](int at, int column) { return faultCell(at, column); };
  m_faults->cells().entered = [this](int at, int column, const QString& text) { return fault(at, column, text); };
}

Cell SlabPage::readingCell(int row, int column) const {
  const auto& down = m_session->book()->backbone.slab.down;
  if (static_cast<std::size_t>(row) < down.size() &&
      static_cast<std::size_t>(column) < down[static_cast<std::size_t>(row)].size()) {
    const auto& one = down[static_cast<std::size_t>(row)][static_cast<std::size_t>(column)];
    if (one) return lengthCell(*one);
  }
  return {QString(), true};
}

bool SlabPage::reading(int row, int column, const QString& text) {
  std::optional<Length> length;
  if (!text.isEmpty()) {
    length = readLength(text);
    if (!length) return false;
  }
  change(tr("Read the slab"), [&](BackbonePlan& plan) {
    auto& down = plan.slab.down;
    const auto at = static_cast<std::size_t>(row), place = static_cast<std::size_t>(column);
    if (down.size() <= at) down.resize(at + 1);
    if (down[at].size() <= place) down[at].resize(place + 1);
    down[at][place] = length;
    // Empty ends are no readings.
    for (auto& one : down) {
      while (!one.empty() && !one.back()) one.pop_back();
    }
    while (!down.empty() && down.back().empty()) down.pop_back();
  });
  return true;
}

Cell SlabPage::faultCell(int row, int column) const {
  const auto& faults = m_session->book()->backbone.slab.faults;
  if (static_cast<std::size_t>(row) >= faults.size())
    return {column == 0 ? tr("type a kind") : QString(), column == 0, false, look::quietInk, {}};
  const TimberFault& one = faults[static_cast<std::size_t>(row)];
  switch (column) {
    case 0:
      return {wordOf(faultKindName(one.kind)), true, false, {}, wordOf(faultKindName(one.kind))};
    case 1:
      return lengthCell(one.along);
    case 2:
      return lengthCell(one.across);
    case 3:
      return lengthCell(one.length);
    case 4:
      return lengthCell(one.width);
    default:
      return lengthCell(one.depth);
  }
}

bool SlabPage::fault(int row, int column, const QString& text) {
  SlabPlan slab = m_session->book()->backbone.slab;
  const auto at = static_cast<std::size_t>(row);
  const bool isNew = at >= slab.faults.size();
  if (column == 0) {
    if (text.isEmpty()) {
      if (isNew) return false;
      slab.faults.erase(slab.faults.begin() + row);
    } else {
      const auto kind = std::find_if(faultKinds.begin(), faultKinds.end(), [&](FaultKind one) {
        return wordOf(faultKindName(one)).startsWith(text, Qt::CaseInsensitive);
      });
      if (kind == faultKinds.end()) {
        tell(tr("\"%1\" is no fault known here: knot, check, nail, heart, wane or torn grain.").arg(text));
        return false;
      }
      if (isNew)
        slab.faults.push_back({*kind, slab.length * 0.5, slab.width * 0.5, inches(1.0), inches(1.0), inches(0.5)});
      slab.faults[at].kind = *kind;
    }
  } else {
    const auto length = readLength(text);
    if (!length || isNew) return false;
    TimberFault& one = slab.faults[at];
    *std::vector<Length*>{&one.along, &one.across, &one.length, &one.width,
                          &one.depth}[static_cast<std::size_t>(column) - 1] = *length;
  }
  change(tr("Change the slab's faults"), [&](BackbonePlan& plan) { plan.slab = slab; });
  return true;
}

bool SlabPage::corner(int row, int column, const QString& text) {
  SlabPlan slab = m_session->book()->backbone.slab;
  const auto at = static_cast<std::size_t>(row);
  const bool isNew = at >= slab.outline.size();
  if (text.isEmpty()) {
    if (isNew) return false;
    slab.outline.erase(slab.outline.begin() + row);
  } else {
    const auto length = readLength(text);
    if (!length) return false;
    if (isNew) slab.outline.push_back({Length(), Length(), true});
    (column == 0 ? slab.outline[at].distance : slab.outline[at].height) = *length;
  }
  change(tr("Change the slab's outline"), [&](BackbonePlan& plan) { plan.slab = slab; });
  return true;
}

void SlabPage::takeReadings(const QString& text) {
  const auto grid = readSlabGrid(text.toStdString(), bareUnit(m_session->notation()));
  if (!grid) {
    QStringList words;
    for (const Problem& problem : grid.error()) words << QString::fromStdString(describe(problem));
    tell(words.join(QLatin1Char('\n')));
    return;
  }
  if (grid->empty()) return tell(tr("There are no readings in what was pasted: rows of lengths, one line to a row."));
  change(tr("Take readings of the slab"), [&](BackbonePlan& plan) { plan.slab.down = *grid; });
  m_tabs->setCurrentWidget(m_readings);
}

void SlabPage::askReadings() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Readings of the slab"), QString(),
                                                    tr("Readings (*.csv *.txt);;All files (*)"));
  if (path.isEmpty()) return;
  constexpr std::size_t mostBytes = 1 << 20;
  const auto text = readWholeFile(path.toStdString(), mostBytes);
  if (!text) return tell(QString::fromStdString(describe(text.error()[0])));
  takeReadings(QString::fromStdString(*text));
}

void SlabPage::search() {
  if (m_search.isRunning()) return m_search.stop();
  if (backbone() == nullptr || backbone()->plan.find(backbone()->plan.slab.timber) == nullptr)
    return tell(tr("Choose which timber is to come out of this slab first."));
  m_search.begin([this, of = backbone()->slab.lay](const std::stop_token& stop,
                                                   const LongWork::Progress& progress) -> LongWork::End {
    const auto best = findPlacement(of, stop, progress);
    return [this, best] { found(best); };
  });
}

void SlabPage::found(const Result<FoundPlacement>& found) {
  if (found) return m_drawing->placeAt(found->placement, tr("Lay the pattern in the best place"));
  if (!found.error().empty()) tell(QString::fromStdString(describe(found.error()[0])));
}

void SlabPage::showPage() {
  const SlabPlan& plan = m_session->book()->backbone.slab;
  int columns = readingColumns;
  for (const auto& row : plan.down) columns = std::max(columns, static_cast<int>(row.size()) + 1);
  QStringList names;
  for (int i = 0; i < columns; ++i) names << shown(i * plan.readingStepAlong.mm());
  m_readings->cells().columns = names;
  m_readings->refresh();
  m_faults->refresh();
  m_outline->refresh();
  const SlabWork& slab = backbone()->slab;
  const bool has = backbone()->plan.find(backbone()->plan.slab.timber) != nullptr;
  const PlacementJudgement& judged = slab.placed.judgement;
  m_lay->setVisible(has);
  m_head->setText(!has               ? tr("nothing laid on it")
                  : !judged.onSlab   ? tr("runs off the slab")
                  : judged.isClear() ? tr("clear")
                                     : tr("%n fault(|s) fouled", nullptr, static_cast<int>(judged.fouled.size())));
  m_lay->setText(
      tr("%1 to the nearest edge or fault. Grain runs out %2.").arg(shown(judged.clearMm), degrees(judged.runOutRad)));
  m_graving->setVisible(has && !slab.graving.empty());
  QStringList pieces;
  for (const GravingPiece& piece : slab.graving)
    pieces << tr("Graving piece %1 by %2, %3 deep, at %4 along.")
                  .arg(shown(piece.lengthMm), shown(piece.widthMm), shown(piece.depthMm), shown(piece.onSlab.x()));
  m_graving->setText(pieces.join(QLatin1Char('\n')));
  m_flat->setVisible(slab.flat.has_value() || !slab.problems.empty());
  m_rails->setVisible(slab.flat.has_value());
  look::say(m_flat, slab.problems.empty() ? look::Voice::Plain : look::Voice::Trouble);
  if (!slab.problems.empty()) m_flat->setText(QString::fromStdString(describe(slab.problems[0])));
  if (!slab.flat) return;
  const Flattening& flat = *slab.flat;
  m_flat->setText(tr("First face up to %1 deep, %2; %L3 litres off both faces, %L4 hours. %5 to spare.")
                      .arg(shown(flat.deepestMm), tr("%n pass(|es)", nullptr, flat.passes))
                      .arg((flat.volumeMm3 + flat.secondVolumeMm3) * 1e-6, 0, 'f', 2)
                      .arg(flat.hours, 0, 'f', 1)
                      .arg(shown(std::max(flat.sparedMm, 0.0))));
  m_rails->setText(tr("Rails: this end %1 and %2, far end %3 and %4 high.")
                       .arg(shown(slab.rails[0]), shown(slab.rails[1]), shown(slab.rails[2]), shown(slab.rails[3])));
}

}  // namespace narrows
