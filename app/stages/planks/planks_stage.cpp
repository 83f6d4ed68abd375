#include "stages/planks/planks_stage.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>
#include <QStackedWidget>

#include "canvas/hull_picture.h"
#include "canvas/kept_split.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/page_tabs.h"
#include "fonts.h"
#include "plank/outside_width.h"
#include "stages/planks/hanging_page.h"
#include "stages/planks/joints_drawing.h"
#include "stages/planks/joints_page.h"
#include "stages/planks/plank_drawing.h"
#include "stages/planks/plank_tables.h"
#include "stages/planks/planking_fields.h"
#include "stages/planks/spiling_page.h"
#include "stages/printed_note.h"
#include "stages/refused_note.h"
#include "stages/slate.h"

namespace narrows {

PlanksStage::PlanksStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_drawing(new PlankDrawing(session)),
      m_picture(new HullPicture(session)),
      m_bench(new PlankBench(session, this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  split->addWidget(m_drawing);
  split->addWidget(makeBelow());
  split->setSizes({390, 274});
  keepSplit(split, "planks");
  row->addWidget(split, 1);
  row->addWidget(makeSlate());
  connect(m_bench, &PlankBench::changed, this, [this] {
    m_drawing->setPlank(m_bench->plank());
    m_joints->drawing()->setPlank(m_bench->plank(), m_bench->answer());
    showPlank();
  });
  connect(m_bench, &PlankBench::askAgain, this, &PlanksStage::showFigures);
  connect(session, &Session::answerSettled, this, [this] {
    if (!isVisible()) m_bench->clear();
    showFigures();
  });
  connect(session, &Session::selectionChanged, this, &PlanksStage::showFigures);
}

QWidget* PlanksStage::makeBelow() {
  auto* below = new QWidget(this);
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(3);
  m_below = new PageTabs(tr("Below the plank"), "below", below);
  connect(m_below, &PageTabs::currentChanged, this, &PlanksStage::showPage);
  column->addWidget(m_below);
  m_stack = new QStackedWidget(below);
  m_stack->addWidget(m_picture);
  m_spiling = new SpilingPage(m_session);
  m_stack->addWidget(m_spiling);
  auto* tables = new QWidget(below);
  auto* page = new QVBoxLayout(tables);
  page->setContentsMargins(0, 0, 0, 0);
  page->setSpacing(3);
  m_words = new QLabel(tables);
  m_words->setFont(shopFont(15.0));
  m_words->setWordWrap(true);
  page->addWidget(m_words);
  m_table = new PlankTableGrid(m_session);
  page->addWidget(m_table, 1);
  page->addWidget(new RefusedNote(m_session, tables));
  m_stack->addWidget(tables);
  m_joints = new JointsPage(m_session);
  m_stack->addWidget(m_joints);
  m_hanging = new HangingPage(m_session);
  m_stack->addWidget(m_hanging);
  column->addWidget(m_stack, 1);
  connect(m_spiling, &SpilingPage::wanted, this, [this] {
    if (this->below() != PlankPage::Readings) showBelow(PlankPage::Readings);
  });
  return below;
}

void PlanksStage::offerBelow() {
  const bool lapped = m_session->book()->table.construction == Construction::Lapstrake;
  const Hull* inside = m_session->solved()->inside.get();
  const bool flat = inside != nullptr && inside->isChined();
  // In the order of the work.
  QList<PageTabs::Page> pages;
  const auto offer = [&](const QString& name, PlankPage page) {
    pages << PageTabs::Page(name, static_cast<int>(page));
  };
  offer(tr("On the hull"), PlankPage::Hull);
  offer(tr("Readings"), PlankPage::Readings);
  offer(tr("Joints"), PlankPage::Joints);
  offer(tr("Ends"), PlankPage::Ends);
  offer(tr("Bevels"), PlankPage::Bevels);
  if (lapped) offer(tr("Gains"), PlankPage::Gains);
  offer(tr("Bending"), PlankPage::Bending);
  offer(tr("Letting in"), PlankPage::LettingIn);
  offer(tr("Fastenings"), PlankPage::Fastenings);
  offer(tr("Log"), PlankPage::Hanging);
  if (flat) offer(tr("Boards across"), PlankPage::FlatWork);
  m_below->offer(pages);
}

PlankPage PlanksStage::below() const {
  return static_cast<PlankPage>(std::max(m_below->page(), 0));
}

void PlanksStage::showBelow(PlankPage below) {
  m_below->open(static_cast<int>(below));
}

void PlanksStage::showPage() {
  const PlankPage page = below();
  m_stack->setCurrentIndex(page == PlankPage::Hull       ? 0
                           : page == PlankPage::Readings ? 1
                           : page == PlankPage::Joints   ? 3
                           : page == PlankPage::Hanging  ? 4
                                                         : 2);
  m_drawing->setReadings(page == PlankPage::Readings);
  m_spiling->showAs(page == PlankPage::Readings);
  m_joints->showAs(page == PlankPage::Joints);
  m_hanging->showAs(page == PlankPage::Hanging);
  if (plank() != nullptr) m_printed->show(SheetKind::Plank, static_cast<int>(plank()->strake) + 1, plank()->side);
  m_planking->showFor(page);
  m_slate->refresh();
  const bool onTables = m_stack->currentIndex() == 2;
  // The figures of the shape give way to the fields of a page that has its own.
  const bool roomy = page == PlankPage::Hull || page == PlankPage::Bending;
  m_shape->setVisible(roomy);
  const bool full = page == PlankPage::Fastenings || page == PlankPage::Hanging || page == PlankPage::Joints;
  m_edges->setVisible(!full);
  m_edgesName->setVisible(!full);
  // The log has many fields, and is kept when the board is long sawn.
  m_board->setVisible(page != PlankPage::Hanging);
  m_boardName->setVisible(page != PlankPage::Hanging);
  m_face->setVisible(roomy || page == PlankPage::Bevels);
  m_gauge->setVisible(page == PlankPage::Bevels || page == PlankPage::Hull);
  m_gaugeName->setVisible(m_gauge->isVisibleTo(m_slate));
  if (plank() == nullptr) return;
  const PlankTables tables(*m_bench->plank(), *m_bench->answer());
  const int section = m_session->selection().section;
  m_gauge->setText(tables.gaugeAt(static_cast<std::size_t>(std::max(section, 0))));
  if (!onTables) return;
  PlankTable table = tableOf(page);
  m_words->setText(table.words);
  m_table->show(std::move(table));
}

PlankTable PlanksStage::tableOf(PlankPage page) const {
  const PlankTables tables(*m_bench->plank(), *m_bench->answer());
  switch (page) {
    case PlankPage::Bevels:
      return tables.bevels();
    case PlankPage::Gains:
      return tables.gains();
    case PlankPage::Ends:
      return tables.ends();
    case PlankPage::LettingIn:
      return tables.lettingIn();
    case PlankPage::Fastenings: {
      PlankTable table = tables.fastenings();
      if (const QString all = m_planking->fastenersOf(m_bench->answer()); !all.isEmpty()) table.words = all;
      return table;
    }
    case PlankPage::FlatWork:
      return flatWorkTable(*m_bench->answer(), m_planking->isOfTransom());
    default:
      return tables.bending();
  }
}

void PlanksStage::goTo(const Finding& finding) {
  if (const auto* falsed = finding.as<SheetFalse>()) {
    Selection selection = m_session->selection();
    selection.side = falsed->sheet.side;
    selection.strake = falsed->sheet.strake - 1;
    m_session->select(selection);
    return;
  }
  if (const auto* order = finding.as<OutOfOrder>()) {
    Selection selection = m_session->selection();
    selection.side = order->entry.side;
    selection.strake = order->entry.strake - 1;
    m_session->select(selection);
    return showBelow(PlankPage::Hanging);
  }
  if (const auto* joint = finding.as<JointBarred>()) {
    Selection selection = m_session->selection();
    selection.side = joint->joint.side;
    selection.strake = joint->joint.strake - 1;
    m_session->select(selection);
    return showBelow(PlankPage::Joints);
  }
  const auto* off = finding.as<SpilingOff>();
  const auto* elsewhere = finding.as<SpiledElsewhere>();
  const auto* gain = finding.as<GainThin>();
  if (off != nullptr || elsewhere != nullptr || gain != nullptr) {
    Selection selection = m_session->selection();
    selection.side = off != nullptr ? off->side : elsewhere != nullptr ? elsewhere->side : gain->side;
    m_session->select(selection);
  }
  Stage::goTo(finding);
  if (off != nullptr || elsewhere != nullptr) showBelow(PlankPage::Readings);
  if (gain != nullptr) showBelow(PlankPage::Gains);
}

QWidget* PlanksStage::makeSlate() {
  auto* slate = m_slate = new Slate(m_session, this);
  slate->addHeading(tr("Strake"));
  m_name = slate->addHeadline(tr("Strake in hand"));
  auto* steps = new QWidget(slate);
  auto* row = new QHBoxLayout(steps);
  row->setContentsMargins(0, 4, 0, 4);
  for (const int step : {-1, 1}) {
    auto* button = new QPushButton(step < 0 ? tr("◂ Lower") : tr("Upper ▸"), steps);
    button->setToolTip(step < 0 ? tr("The strake below (Page Down)") : tr("The strake above (Page Up)"));
    connect(button, &QPushButton::clicked, this, [this, step] { stepInHand(step); });
    row->addWidget(button);
  }
  slate->addWidget(steps);
  m_port = new QPushButton(tr("Show the port plank"), slate);
  m_port->setCheckable(true);
  connect(m_port, &QPushButton::toggled, this, [this](bool port) {
    Selection selection = m_session->selection();
    selection.side = port ? BoatSide::Port : BoatSide::Starboard;
    m_session->select(selection);
  });
  slate->addWidget(m_port);
  slate->addSpace(8);
  m_boardName = slate->addHeading(tr("Board, to the saw line"));
  m_board = slate->addHeadline(tr("Board, to the saw line"));
  m_board->setFont(shopFont(21.0, true));
  slate->addSpace(6);
  m_edgesName = slate->addHeading(tr("Along its edges"));
  m_edges = slate->addFigure(tr("Lengths of the edges"));
  m_gaugeName = slate->addHeading(tr("Set the bevel gauge"));
  m_gauge = slate->addFigure(tr("Set the bevel gauge"));
  m_gauge->setWordWrap(true);
  slate->addSpace(6);
  m_shape = slate->addFigure(tr("Sny and strain"));
  m_face = slate->addHeading({});
  m_spiling->addFields(slate);
  m_planking = new PlankingFields(m_session, slate);
  connect(m_planking, &PlankingFields::pageChanged, this, &PlanksStage::showPage);
  m_planking->addPlanking();
  m_joints->addFields(slate);
  m_planking->addFastening();
  m_hanging->addFields(slate);
  m_planking->addFlatWork();
  m_printed = new PrintedNote(m_session, slate);
  connect(m_printed, &PrintedNote::printAsked, this, &PlanksStage::printAsked);
  slate->addWidget(m_printed);
  slate->addStretch();
  auto* print = new QPushButton(tr("Print at full size…"), slate);
  connect(print, &QPushButton::clicked, this, &PlanksStage::printAsked);
  slate->addWidget(print);
  return slate->scrolled(this);
}

QWidget* PlanksStage::drawing() {
  return m_drawing;
}

void PlanksStage::fit() {
  m_drawing->fit();
}

QString PlanksStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->planks.empty()) return tr("no planks yet");
  if (const QString hung = HangingPage::hungWords(*m_session); !hung.isEmpty()) return hung;
  double widest = 0.0;
  for (const auto& plank : solved->planks) widest = std::max(widest, plank->boardWidthMm);
  return tr("widest board %1").arg(QString::fromStdString(showLength(millimetres(widest), m_session->notation())));
}

void PlanksStage::stepInHand(int by) {
  const auto& solved = m_session->solved();
  if (solved != nullptr) stepStrake(by, solved->planksOf(m_session->selection().side).size());
}

void PlanksStage::showPlank() {
  showPage();
  if (plank() != nullptr) showStrake();
}

void PlanksStage::showFigures() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || !isVisible()) return;
  Selection selection = m_session->selection();
  offerBelow();
  m_drawing->setSide(selection.side);
  {
    const QSignalBlocker quiet(m_port);
    m_port->setChecked(selection.side == BoatSide::Port);
  }
  const auto& planks = solved->planksOf(selection.side);
  const Lining* lining = solved->liningOf(selection.side);
  if (planks.empty() || lining == nullptr || lining->strakeCount() != planks.size()) return;
  const int last = static_cast<int>(planks.size()) - 1;
  if (selection.strake < 0 || selection.strake > last) {
    selection.strake = std::clamp(selection.strake, 0, last);
    m_session->select(selection);
    return;
  }
  const auto strake = static_cast<std::size_t>(selection.strake);
  const bool lies = m_bench->plank() != nullptr && m_bench->plank()->strake == strake &&
                    m_bench->plank()->side == selection.side && m_bench->answer() == solved;
  if (!m_bench->lay(solved, strake, selection.side)) {
    if (m_bench->plank() == nullptr || m_bench->plank()->strake != strake)
      m_name->setText(tr("%1 is being laid on the bench…").arg(strake + 1));
    return;
  }
  if (lies) showPlank();
}

void PlanksStage::showEvent(QShowEvent* event) {
  Stage::showEvent(event);
  showFigures();
}

void PlanksStage::showStrake() {
  const PlankAtBench& bench = *m_bench->plank();
  const std::size_t strake = bench.strake;
  const Lining& lining = *m_bench->answer()->liningOf(bench.side);
  const FlatPlank& plank = *bench.plank;
  QString name = lining.isGarboard(strake)      ? tr("%1 · garboard").arg(strake + 1)
                 : lining.isSheerStrake(strake) ? tr("%1 · sheer strake").arg(strake + 1)
                                                : tr("%1 of %2").arg(strake + 1).arg(lining.strakeCount());
  if (!lining.isWhole(strake)) name += lining.strakes[strake].reach.fromT <= 0.0 ? tr(", forward") : tr(", aft");
  const LiningPlan* plan = m_bench->answer()->book->findPlan(lining.plan);
  const std::string wood = plan == nullptr ? std::string() : plan->speciesOf(lining.strakes[strake].id);
  if (!wood.empty()) name += tr("\n%1").arg(QString::fromStdString(wood));
  m_name->setText(name);
  const auto shownLong = [&](double mm) {
    return QString::fromStdString(showLong(millimetres(mm), m_session->notation()));
  };
  if (bench.pieces.size() > 1) {
    QStringList boards;
    for (const PlankPiece& piece : bench.pieces)
      boards << tr("%1 × %2").arg(shownLong(piece.sawn.boardLengthMm), shown(piece.sawn.boardWidthMm));
    m_board->setText(boards.join('\n'));
    m_board->setFont(shopFont(18.0, true));
  } else {
    m_board->setText(tr("%1\n× %2").arg(shownLong(bench.sawn.boardLengthMm), shown(bench.sawn.boardWidthMm)));
    m_board->setFont(shopFont(21.0, true));
  }
  m_edges->setText(
      tr("keel edge %1\nsheer edge %2").arg(shownLong(plank.lowerLengthMm), shownLong(plank.upperLengthMm)));
  m_shape->setText(
      tr("sny %1\nstrain left %L2 % at most").arg(shown(plank.snyMm)).arg(100.0 * plank.strainMax, 0, 'f', 2));
  if (bench.planking.construction == Construction::Carvel) {
    const double wider = outsideWiderMm(lining.band(strake), bench.planking.thicknessMm);
    m_face->setText(
        wider < 0.5 * notationStep(m_session->notation()).mm()
            ? tr("This is the inside face. The outside is nowhere wider.")
            : tr("This is the inside face. The outside is wider, by %1 at most over both edges.").arg(shown(wider)));
  } else if (lining.isGarboard(strake)) {
    m_face->setText(tr("The garboard has no lap on its keel edge."));
  } else {
    m_face->setText(tr("A lap of %1 is in the keel edge.").arg(shown(m_bench->answer()->book->settings.lap.mm())));
  }
}

}  // namespace narrows
