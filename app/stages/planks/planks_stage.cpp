#include "stages/planks/planks_stage.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>
#include <QStackedWidget>

#include "book/joining_edits.h"
#include "book/planking_edits.h"
#include "canvas/choices.h"
#include "canvas/hull_picture.h"
#include "canvas/kept_split.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "canvas/page_tabs.h"
#include "commands/change_plan.h"
#include "fonts.h"
#include "plank/outside_width.h"
#include "solve/joinery.h"
#include "stages/planks/hanging_page.h"
#include "stages/planks/joints_drawing.h"
#include "stages/planks/joints_page.h"
#include "stages/planks/plank_drawing.h"
#include "stages/planks/plank_tables.h"
#include "stages/planks/spiling_page.h"
#include "stages/printed_note.h"
#include "stages/refused_note.h"
#include "stages/slate.h"

namespace narrows {

PlanksStage::PlanksStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_drawing(new PlankDrawing(session)),
      m_picture(new HullPicture(session)),
      m_counting(session),
      m_laying(session) {
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
  connect(&m_laying, &LongWork::runningChanged, this, [this](bool running) {
    if (!running && std::exchange(m_layAgain, false))
      QMetaObject::invokeMethod(this, &PlanksStage::showFigures, Qt::QueuedConnection);
  });
  connect(&m_laying, &LongWork::brokenOff, this, [this] { m_broken = m_laid; });
  connect(session, &Session::answerSettled, this, &PlanksStage::showFigures);
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
    if (this->below() != Below::Readings) showBelow(Below::Readings);
  });
  return below;
}

void PlanksStage::offerBelow() {
  const bool lapped = m_session->book()->table.construction == Construction::Lapstrake;
  const Hull* inside = m_session->solved()->inside.get();
  const bool flat = inside != nullptr && inside->isChined();
  // In the order of the work.
  QList<PageTabs::Page> pages;
  const auto offer = [&](const QString& name, Below page) { pages << PageTabs::Page(name, static_cast<int>(page)); };
  offer(tr("On the hull"), Below::Hull);
  offer(tr("Readings"), Below::Readings);
  offer(tr("Joints"), Below::Joints);
  offer(tr("Ends"), Below::Ends);
  offer(tr("Bevels"), Below::Bevels);
  if (lapped) offer(tr("Gains"), Below::Gains);
  offer(tr("Bending"), Below::Bending);
  offer(tr("Letting in"), Below::LettingIn);
  offer(tr("Fastenings"), Below::Fastenings);
  offer(tr("Log"), Below::Hanging);
  if (flat) offer(tr("Boards across"), Below::FlatWork);
  m_below->offer(pages);
}

PlanksStage::Below PlanksStage::below() const {
  return static_cast<Below>(std::max(m_below->page(), 0));
}

void PlanksStage::showBelow(Below below) {
  m_below->open(static_cast<int>(below));
}

void PlanksStage::showPage() {
  const Below page = below();
  m_stack->setCurrentIndex(page == Below::Hull       ? 0
                           : page == Below::Readings ? 1
                           : page == Below::Joints   ? 3
                           : page == Below::Hanging  ? 4
                                                     : 2);
  m_drawing->setReadings(page == Below::Readings);
  m_spiling->showAs(page == Below::Readings);
  m_joints->showAs(page == Below::Joints);
  m_hanging->showAs(page == Below::Hanging);
  if (m_plank != nullptr) m_printed->show(SheetKind::Plank, static_cast<int>(m_plank->strake) + 1, m_plank->side);
  // Lands have no settings of their own: what stands on that page is of seams.
  const bool isAsked = page != Below::Bevels || m_session->book()->table.construction == Construction::Carvel;
  for (const auto& [of, field] : m_fields) m_slate->showField(field, of == page && isAsked);
  m_slate->refresh();
  const bool onTables = m_stack->currentIndex() == 2;
  // The figures of the shape give way to the fields of a page that has its own.
  const bool roomy = page == Below::Hull || page == Below::Bending;
  m_shape->setVisible(roomy);
  const bool full = page == Below::Fastenings || page == Below::Hanging || page == Below::Joints;
  m_edges->setVisible(!full);
  m_edgesName->setVisible(!full);
  // The log has many fields, and is kept when the board is long sawn.
  m_board->setVisible(page != Below::Hanging);
  m_boardName->setVisible(page != Below::Hanging);
  m_face->setVisible(roomy || page == Below::Bevels);
  m_gauge->setVisible(page == Below::Bevels || page == Below::Hull);
  m_gaugeName->setVisible(m_gauge->isVisibleTo(m_slate));
  if (m_plank == nullptr) return;
  const PlankTables tables(*m_plank, *m_of);
  const int section = m_session->selection().section;
  m_gauge->setText(tables.gaugeAt(static_cast<std::size_t>(std::max(section, 0))));
  if (!onTables) return;
  PlankTable table = tableOf(page);
  m_words->setText(table.words);
  m_table->show(std::move(table));
}

PlankTable PlanksStage::tableOf(Below page) const {
  const PlankTables tables(*m_plank, *m_of);
  switch (page) {
    case Below::Bevels:
      return tables.bevels();
    case Below::Gains:
      return tables.gains();
    case Below::Ends:
      return tables.ends();
    case Below::LettingIn:
      return tables.lettingIn();
    case Below::Fastenings: {
      PlankTable table = tables.fastenings();
      if (m_countedOf == m_of && !m_fasteners.isEmpty()) table.words = m_fasteners;
      return table;
    }
    case Below::FlatWork:
      return flatWorkTable(*m_of, m_transom);
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
    return showBelow(Below::Hanging);
  }
  if (const auto* joint = finding.as<JointBarred>()) {
    Selection selection = m_session->selection();
    selection.side = joint->joint.side;
    selection.strake = joint->joint.strake - 1;
    m_session->select(selection);
    return showBelow(Below::Joints);
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
  if (off != nullptr || elsewhere != nullptr) showBelow(Below::Readings);
  if (gain != nullptr) showBelow(Below::Gains);
}

void PlanksStage::changePlanking(const QString& words, const std::function<void(PlankingPlan&)>& change) {
  changePlan(m_session, words, &Book::planking, &setPlanking, change);
}

void PlanksStage::addPlankingLength(Below page, const QString& name, std::optional<Length> PlankingPlan::*length,
                                    double PlankingMake::*usual) {
  m_fields.emplace_back(page, m_slate->addLength(
                                  name, [this, usual] { return millimetres(plankingMake(*m_session->book()).*usual); },
                                  [this, name, length](Length entered) {
                                    changePlanking(name, [&](PlankingPlan& plan) { plan.*length = entered; });
                                  }));
}

void PlanksStage::addGainFields(const QString& end, EndGain PlankingPlan::*gain, GainMake PlankingMake::*usual) {
  const QString way = tr("Gains at the %1").arg(end), run = tr("begin, from the %1").arg(end);
  auto* choice = m_slate->addChoice(
      way, {tr("half out of each"), tr("rebate and feather"), tr("none: joggled")},
      [this, gain] { return static_cast<int>((m_session->book()->planking.*gain).way); },
      [this, way, gain](int index) {
        changePlanking(way, [&](PlankingPlan& plan) { (plan.*gain).way = static_cast<GainWay>(index); });
      });
  m_fields.emplace_back(Below::Gains, choice);
  m_fields.emplace_back(Below::Gains,
                        m_slate->addLength(
                            run, [this, usual] { return millimetres((plankingMake(*m_session->book()).*usual).runMm); },
                            [this, run, gain](Length entered) {
                              changePlanking(run, [&](PlankingPlan& plan) { (plan.*gain).run = entered; });
                            }));
}

void PlanksStage::addPlankingFields() {
  addGainFields(tr("bow"), &PlankingPlan::bow, &PlankingMake::bow);
  addGainFields(tr("stern"), &PlankingPlan::stern, &PlankingMake::stern);
  addPlankingLength(Below::Bevels, tr("Seams stand open"), &PlankingPlan::seam, &PlankingMake::seamMm);
  addPlankingLength(Below::Bevels, tr("wood to wood, from inside"), &PlankingPlan::seamTight,
                    &PlankingMake::seamTightMm);
  auto* shared = m_slate->addChoice(
      tr("Their bevel"), {tr("shared by both edges"), tr("all on the new plank")},
      [this] { return m_session->book()->planking.bevelOnNew ? 1 : 0; },
      [this](int index) {
        changePlanking(tr("The bevel of seams"), [&](PlankingPlan& plan) { plan.bevelOnNew = index == 1; });
      });
  m_fields.emplace_back(Below::Bevels, shared);
  addPlankingLength(Below::Ends, tr("Hood ends, left long"), &PlankingPlan::hoodLong, &PlankingMake::hoodLongMm);
  addPlankingLength(Below::Ends, tr("Beyond the transom"), &PlankingPlan::transomLong, &PlankingMake::transomLongMm);
  addPlankingLength(Below::Ends, tr("Sheer strake, left high"), &PlankingPlan::sheerHigh, &PlankingMake::sheerHighMm);
  addPlankingLength(Below::Ends, tr("The saw leaves"), &PlankingPlan::sawClear, &PlankingMake::sawClearMm);
  addPlankingLength(Below::LettingIn, tr("A kerf"), &PlankingPlan::kerf, &PlankingMake::kerfMm);
}

void PlanksStage::addFasteningFields() {
  const auto change = [this](const QString& words, const std::function<void(FasteningPlan&)>& edit) {
    changePlan(m_session, words, &Book::fastening, &setFastening, edit);
  };
  const QStringList usualKinds{tr("screws"), tr("rivets"), tr("clenched nails")};
  const auto kind = [&](const QString& name, std::optional<FastenerKind> FasteningPlan::*of,
                        FastenerKind FasteningMake::*usual, const QStringList& kinds) {
    m_fields.emplace_back(
        Below::Fastenings,
        m_slate->addChoice(
            name, kinds, [this, usual] { return static_cast<int>(fasteningMake(*m_session->book()).*usual); },
            [change, name, of](int index) {
              change(name, [&](FasteningPlan& plan) { plan.*of = static_cast<FastenerKind>(index); });
            }));
  };
  const auto length = [&](const QString& name, std::optional<Length> FasteningPlan::*of, double FasteningMake::*usual) {
    m_fields.emplace_back(
        Below::Fastenings,
        m_slate->addLength(
            name, [this, usual] { return millimetres(fasteningMake(*m_session->book()).*usual); },
            [change, name, of](Length entered) { change(name, [&](FasteningPlan& plan) { plan.*of = entered; }); }));
  };
  kind(tr("To frames"), &FasteningPlan::atFrames, &FasteningMake::atFrames, usualKinds);
  kind(tr("In laps"), &FasteningPlan::inLaps, &FasteningMake::inLaps, usualKinds);
  kind(tr("In butts"), &FasteningPlan::inButts, &FasteningMake::inButts, usualKinds + QStringList{tr("bolts")});
  length(tr("Butt blocks, thick"), &FasteningPlan::blockThick, &FasteningMake::blockMm);
  length(tr("in laps, at most"), &FasteningPlan::lapSpacing, &FasteningMake::lapSpacingMm);
  length(tr("Along the keel, at most"), &FasteningPlan::keelSpacing, &FasteningMake::keelSpacingMm);
  length(tr("Across ends, at most"), &FasteningPlan::endSpacing, &FasteningMake::endSpacingMm);
  m_fields.emplace_back(
      Below::Fastenings,
      m_slate->addNumber(
          tr("Spares, per cent"), {0.0, 200.0, 0}, [this] { return fasteningMake(*m_session->book()).spares; },
          [change](double spares) { change(tr("Spares"), [&](FasteningPlan& plan) { plan.spares = spares; }); }));
  auto* count = m_slate->addButton(tr("Count the whole boat"), "countFasteners");
  connect(count, &QPushButton::clicked, this, &PlanksStage::countFasteners);
  m_fields.emplace_back(Below::Fastenings, count);
}

void PlanksStage::countFasteners() {
  const auto solved = m_session->freshAnswer();
  if (solved == nullptr || m_counting.isRunning()) return;
  m_counting.begin([this, solved](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    const FasteningMake make = fasteningMake(*solved->book);
    const std::vector<FastenerOrder> order = orderOf(fastenBoat(*solved, stop), make);
    return [this, order, solved] {
      QStringList words;
      for (const FastenerOrder& one : order) {
        words << tr("%1: %2, buy %3")
                     .arg(QString::fromStdString(fastenerWords(one.fastener, m_session->notation())))
                     .arg(one.counted)
                     .arg(one.toBuy);
      }
      m_fasteners = tr("The whole boat: %1.").arg(words.join(QStringLiteral("; ")));
      m_countedOf = solved;
      showPage();
    };
  });
}

void PlanksStage::addFlatWorkFields() {
  const auto change = [this](const QString& words, const std::function<void(FlatWorkPlan&)>& edit) {
    changePlan(m_session, words, &Book::flatWork, &setFlatWork, edit);
  };
  auto* which = m_slate->addChoice(
      tr("Boards of"), {tr("the bottom"), tr("the transom")}, [this] { return m_transom ? 1 : 0; },
      [this](int index) {
        m_transom = index == 1;
        showPage();
      });
  which->setObjectName(QStringLiteral("boardsOf"));
  m_fields.emplace_back(Below::FlatWork, which);
  const auto length = [&](const QString& name, std::optional<Length> FlatWorkPlan::*of, double FlatWorkMake::*usual) {
    m_fields.emplace_back(
        Below::FlatWork,
        m_slate->addLength(
            name, [this, usual] { return millimetres(flatWorkMake(*m_session->book()).*usual); },
            [change, name, of](Length entered) { change(name, [&](FlatWorkPlan& plan) { plan.*of = entered; }); }));
  };
  length(tr("Boards are wide"), &FlatWorkPlan::boardWidth, &FlatWorkMake::boardWidthMm);
  length(tr("and long"), &FlatWorkPlan::boardLength, &FlatWorkMake::boardLengthMm);
  length(tr("Lost off an edge, jointed"), &FlatWorkPlan::jointed, &FlatWorkMake::jointedMm);
  length(tr("Left open between"), &FlatWorkPlan::gap, &FlatWorkMake::gapMm);
  length(tr("Ends overhang"), &FlatWorkPlan::overhang, &FlatWorkMake::overhangMm);
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
  addPlankingFields();
  m_joints->addFields(slate);
  addFasteningFields();
  m_hanging->addFields(slate);
  addFlatWorkFields();
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
  if (m_of != solved || m_plank == nullptr || m_plank->strake != strake || m_plank->side != selection.side) {
    const bool isSame = m_plank != nullptr && m_plank->strake == strake && m_plank->side == selection.side &&
                        m_of != nullptr && haveSamePlanks(*m_of, *solved);
    if (!isSame) return layOnBench(solved, strake, selection.side);
    takePlank(m_plank, solved);
  }
  showPage();
  if (m_plank != nullptr) showStrake();
}

void PlanksStage::takePlank(std::shared_ptr<const PlankAtBench> plank, const std::shared_ptr<const Solved>& of) {
  m_plank = std::move(plank);
  m_of = of;
  m_drawing->setPlank(m_plank);
  m_joints->drawing()->setPlank(m_plank, m_of);
}

void PlanksStage::layOnBench(const std::shared_ptr<const Solved>& solved, std::size_t strake, BoatSide side) {
  if (m_broken == PlankOf{solved, strake, side}) return;
  if (m_laying.isRunning()) {
    m_layAgain = true;
    return;
  }
  m_laid = {solved, strake, side};
  m_laying.begin([this, solved, strake, side](const std::stop_token&, const LongWork::Progress&) -> LongWork::End {
    const auto plank = plankAtBench(*solved, strake, side);
    return [this, solved, plank, strake, side] {
      const Selection& now = m_session->selection();
      if (m_session->solved() != solved || now.strake != static_cast<int>(strake) || now.side != side)
        return showFigures();
      takePlank(plank, solved);
      showPage();
      if (m_plank != nullptr) showStrake();
    };
  });
  // A plank of any boat but a ship is there before the eye asks for it, and is waited for.
  constexpr std::size_t manyStations = 100;
  constexpr std::chrono::milliseconds eyeWaits{50}, planksWait{3000};
  const bool isShip = solved->liningOf(side)->frame.sectionCount() > manyStations;
  if (!m_laying.waitFor(isShip ? eyeWaits : planksWait))
    m_name->setText(tr("%1 is being laid on the bench…").arg(strake + 1));
}

void PlanksStage::showEvent(QShowEvent* event) {
  Stage::showEvent(event);
  showFigures();
}

void PlanksStage::showStrake() {
  const std::size_t strake = m_plank->strake;
  const Lining& lining = *m_of->liningOf(m_plank->side);
  const FlatPlank& plank = *m_plank->plank;
  QString name = lining.isGarboard(strake)      ? tr("%1 · garboard").arg(strake + 1)
                 : lining.isSheerStrake(strake) ? tr("%1 · sheer strake").arg(strake + 1)
                                                : tr("%1 of %2").arg(strake + 1).arg(lining.strakeCount());
  if (!lining.isWhole(strake)) name += lining.strakes[strake].reach.fromT <= 0.0 ? tr(", forward") : tr(", aft");
  const LiningPlan* plan = m_of->book->findPlan(lining.plan);
  const std::string timber = plan == nullptr ? std::string() : plan->timberOf(lining.strakes[strake].id);
  if (!timber.empty()) name += tr("\n%1").arg(QString::fromStdString(timber));
  m_name->setText(name);
  const auto shownLong = [&](double mm) {
    return QString::fromStdString(showLong(millimetres(mm), m_session->notation()));
  };
  if (m_plank->pieces.size() > 1) {
    QStringList boards;
    for (const PlankPiece& piece : m_plank->pieces)
      boards << tr("%1 × %2").arg(shownLong(piece.sawn.boardLengthMm), shown(piece.sawn.boardWidthMm));
    m_board->setText(boards.join('\n'));
    m_board->setFont(shopFont(18.0, true));
  } else {
    m_board->setText(tr("%1\n× %2").arg(shownLong(m_plank->sawn.boardLengthMm), shown(m_plank->sawn.boardWidthMm)));
    m_board->setFont(shopFont(21.0, true));
  }
  m_edges->setText(
      tr("keel edge %1\nsheer edge %2").arg(shownLong(plank.lowerLengthMm), shownLong(plank.upperLengthMm)));
  m_shape->setText(
      tr("sny %1\nstrain left %L2 % at most").arg(shown(plank.snyMm)).arg(100.0 * plank.strainMax, 0, 'f', 2));
  if (m_plank->planking.construction == Construction::Carvel) {
    const double wider = outsideWiderMm(lining.band(strake), m_plank->planking.thicknessMm);
    m_face->setText(
        wider < 0.5 * notationStep(m_session->notation()).mm()
            ? tr("This is the inside face. The outside is nowhere wider.")
            : tr("This is the inside face. The outside is wider, by %1 at most over both edges.").arg(shown(wider)));
  } else if (lining.isGarboard(strake)) {
    m_face->setText(tr("The garboard has no lap on its keel edge."));
  } else {
    m_face->setText(tr("A lap of %1 is in the keel edge.").arg(shown(m_of->book->settings.lap.mm())));
  }
}

}  // namespace narrows
