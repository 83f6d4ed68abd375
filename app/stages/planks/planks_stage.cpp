#include "stages/planks/planks_stage.h"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>
#include <QStackedWidget>

#include "book/spiling_edits.h"
#include "book/today.h"
#include "canvas/hull_picture.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "commands/tape.h"
#include "files/whole_file.h"
#include "fonts.h"
#include "plank/outside_width.h"
#include "stages/planks/edges_grid.h"
#include "stages/planks/plank_drawing.h"
#include "stages/planks/spiling_grid.h"
#include "stages/slate.h"

namespace narrows {

PlanksStage::PlanksStage(Session* session, QWidget* parent)
    : Stage(session, parent), m_plank(new PlankDrawing(session)), m_picture(new HullPicture(session)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  split->addWidget(m_plank);
  split->addWidget(makeBelow());
  split->setSizes({400, 264});
  row->addWidget(split, 1);
  row->addWidget(makeSlate());
  connect(session, &Session::answerSettled, this, &PlanksStage::showFigures);
  connect(session, &Session::selectionChanged, this, &PlanksStage::showFigures);
}

QWidget* PlanksStage::makeBelow() {
  auto* below = new QWidget(this);
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(3);
  auto* head = new QHBoxLayout;
  m_below = new QComboBox(below);
  m_below->setObjectName(QStringLiteral("below"));
  m_below->setAccessibleName(tr("Below the plank"));
  m_below->addItems({tr("Where it goes"), tr("Readings off the batten"), tr("Bevels of its edges")});
  connect(m_below, &QComboBox::activated, this, [this](int index) { showBelow(static_cast<Below>(index)); });
  head->addWidget(m_below);
  head->addStretch(1);
  addTape(head);
  column->addLayout(head);
  m_words = new QLabel(below);
  m_words->setFont(shopFont(15.0));
  m_words->setWordWrap(true);
  column->addWidget(m_words);
  m_stack = new QStackedWidget(below);
  m_readings = new SpilingGrid(m_session);
  m_stack->addWidget(m_picture);
  m_stack->addWidget(m_readings);
  m_edgesGrid = new EdgesGrid(m_session);
  m_stack->addWidget(m_edgesGrid);
  column->addWidget(m_stack, 1);
  m_answer = new QLabel(below);
  m_answer->setWordWrap(true);
  look::say(m_answer, look::Voice::Trouble);
  m_answer->hide();
  column->addWidget(m_answer);
  connect(m_readings, &FigureGrid::notUnderstood, this, &PlanksStage::answer);
  connect(m_readings, &FigureGrid::understood, m_answer, &QLabel::hide);
  connect(m_session, &Session::bookChanged, m_answer, &QLabel::hide);
  connect(m_session, &Session::refused, this, [this](const QString& words) {
    if (isVisible()) answer(words);
  });
  return below;
}

void PlanksStage::addTape(QHBoxLayout* head) {
  m_tape = new Tape(this);
  m_line = new QComboBox(this);
  m_line->setObjectName(QStringLiteral("tapeLine"));
  m_line->setAccessibleName(tr("Line of the digital tape"));
  m_line->setEditable(true);
  m_line->lineEdit()->setPlaceholderText(tr("tape at…"));
  m_line->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  m_line->setMinimumContentsLength(10);
  m_listen = new QPushButton(tr("Listen"), this);
  m_listen->setObjectName(QStringLiteral("listen"));
  head->addWidget(m_line);
  head->addWidget(m_listen);
  m_spilingFields.push_back(m_line);
  m_spilingFields.push_back(m_listen);
  connect(m_listen, &QPushButton::clicked, this, [this] {
    if (m_tape->isOpen()) return m_tape->close();
    if (m_tape->open(m_line->currentText().trimmed())) m_answer->hide();
  });
  connect(m_tape, &Tape::openChanged, this, [this](bool open) {
    m_listen->setText(open ? tr("Stop listening") : tr("Listen"));
    m_line->setEnabled(!open);
  });
  connect(m_tape, &Tape::trouble, this, &PlanksStage::answer);
  connect(m_tape, &Tape::read, this, &PlanksStage::takeReading);
}

void PlanksStage::takeReading(const TapeReading& reading) {
  // What comes while something else is looked at is for the readings all the same.
  if (below() != Below::Readings) showBelow(Below::Readings);
  const QString place = m_readings->take(reading);
  if (place.isEmpty())
    answer(tr("The tape names station %1, which this strake does not cross: nothing was taken.")
               .arg(QString::fromStdString(reading.station)));
}

void PlanksStage::answer(const QString& words) {
  m_answer->setText(words);
  m_answer->show();
}

const SpiledStrake* PlanksStage::spiled() const {
  return spiledAt(*m_session->book(), strakeInHand(), m_session->selection().side);
}

void PlanksStage::changeSpiling(const QString& words, const std::function<void(Spiling&)>& change) {
  if (spiled() == nullptr) return;
  Spiling spiling = spiled()->spiling;
  change(spiling);
  m_session->perform(words, setSpiling(*m_session->book(), strakeInHand(), m_session->selection().side,
                                       std::move(spiling), spiled()->when));
}

void PlanksStage::addSpiling() {
  m_spilingFields.push_back(m_slate->addLength(
      tr("Batten, wide"), [this] { return spiled() != nullptr ? spiled()->spiling.batten : millimetres(0.0); },
      [this](Length wide) { changeSpiling(tr("The batten"), [wide](Spiling& one) { one.batten = wide; }); }));
  m_spilingFields.push_back(m_slate->addLength(
      tr("Lap in the lower readings"),
      [this] { return spiled() != nullptr ? spiled()->spiling.lap : millimetres(0.0); },
      [this](Length lap) { changeSpiling(tr("The lap in the readings"), [lap](Spiling& one) { one.lap = lap; }); }));
  auto* shape = m_slate->addChoice(
      tr("It is cut"), {tr("as computed"), tr("to the readings"), tr("half way between")},
      [this] { return spiled() != nullptr ? static_cast<int>(spiled()->shape) : 0; },
      [this](int index) {
        m_session->perform(tr("What strake %1 is cut to").arg(strakeInHand()),
                           chooseShape(*m_session->book(), strakeInHand(), m_session->selection().side,
                                       static_cast<PlankShape>(index)));
      });
  shape->setObjectName(QStringLiteral("shape"));
  m_spilingFields.push_back(shape);
  const QString forms = tr("Readings (*.csv);;All files (*)");
  const auto file = [this](const QString& words, const char* name, auto act) {
    auto* button = m_slate->addButton(words, name);
    connect(button, &QPushButton::clicked, this, act);
    m_spilingFields.push_back(button);
  };
  file(tr("Readings from a file…"), "readReadings", [this, forms] {
    const QString path = QFileDialog::getOpenFileName(this, tr("Readings off the batten"), {}, forms);
    if (!path.isEmpty()) readSpilingFrom(path);
  });
  file(tr("Readings to a file…"), "writeReadings", [this, forms] {
    const QString path = QFileDialog::getSaveFileName(this, tr("Readings off the batten"), {}, forms);
    if (!path.isEmpty()) writeSpilingTo(path);
  });
}

PlanksStage::Below PlanksStage::below() const {
  return static_cast<Below>(m_below->currentIndex());
}

void PlanksStage::showBelow(Below below) {
  m_below->setCurrentIndex(static_cast<int>(below));
  m_stack->setCurrentIndex(static_cast<int>(below));
  m_plank->setReadings(below == Below::Readings);
  if (below == Below::Readings && !m_tape->isOpen()) {
    // Asked for only when one may be wanted: a machine's ports take their time to be found.
    const QString typed = m_line->currentText();
    m_line->clear();
    m_line->addItems(Tape::ports());
    m_line->setCurrentText(typed);
  }
  m_readings->layOut();
  m_edgesGrid->layOut();
  showWords();
}

void PlanksStage::showWords() {
  const bool readings = below() == Below::Readings, is = spiled() != nullptr;
  for (QWidget* field : m_spilingFields) {
    if (field == m_line || qobject_cast<QPushButton*>(field) != nullptr) {
      field->setVisible(readings && (is || field->objectName() != QStringLiteral("writeReadings")));
    } else {
      m_slate->showField(field, is && readings);
    }
  }
  m_slate->refresh();
  m_words->setVisible(below() != Below::Hull);
  look::say(m_words, look::Voice::Plain);
  if (readings) m_words->setText(spilingWords());
  if (below() == Below::Edges) m_words->setText(m_edgesGrid->words());
}

QString PlanksStage::spilingWords() {
  if (spiled() == nullptr) {
    return tr(
        "Measure from the batten's upper edge square out to both lines, up with nothing before it and down with a "
        "minus, "
        "and type it in. What should be is foretold for a batten along the middle of the strake.");
  }
  const auto& solved = m_session->solved();
  const BoatSide side = m_session->selection().side;
  const SpiledPlank* read = solved == nullptr ? nullptr : solved->spiledOf(strakeInHand(), side);
  if (read == nullptr) return tr("Three readings or more are wanted before they are held against the plank.");
  QStringList words;
  for (const Finding& finding : solved->findings) {
    const auto* off = finding.as<SpilingOff>();
    if (off != nullptr && static_cast<int>(off->at.number) == strakeInHand() && off->side == side)
      words << QString::fromStdString(describe(finding, m_session->notation()));
  }
  if (words.isEmpty())
    return tr("Nothing is likely wrong with them: they differ by chance, some %1.").arg(shown(read->check.noiseMm));
  look::say(m_words, look::Voice::Trouble);
  return words.join('\n');
}

void PlanksStage::goTo(const Finding& finding) {
  const auto* off = finding.as<SpilingOff>();
  if (off != nullptr) {
    Selection selection = m_session->selection();
    selection.side = off->side;
    m_session->select(selection);
  }
  Stage::goTo(finding);
  if (off != nullptr) showBelow(Below::Readings);
}

bool PlanksStage::readSpilingFrom(const QString& path) {
  const auto told = [&](const Problems& problems) {
    QStringList words;
    for (const Problem& problem : problems) words << m_session->explained(problem);
    answer(words.join('\n'));
    return false;
  };
  const auto spiling = loadSpiling(path.toStdString());
  if (!spiling) return told(spiling.error());
  Selection selection = m_session->selection();
  selection.side = spiling->side.value_or(selection.side);
  selection.strake = spiling->strake.value_or(selection.strake + 1) - 1;
  const auto solved = m_session->freshAnswer();
  const auto index = static_cast<std::size_t>(selection.strake);
  if (solved == nullptr || index >= solved->planksOf(selection.side).size())
    return told({{Fault::StrakeUnknown,
                  {},
                  {std::to_string(selection.strake + 1),
                   std::to_string(solved == nullptr ? 0 : solved->planksOf(selection.side).size())}}});
  const double lap = plankMake(*solved->book, *solved->liningOf(selection.side), index).lapMm;
  if (const auto check = checkSpiling(*solved->planksOf(selection.side)[index], *spiling, lap); !check)
    return told(check.error());
  m_session->select(selection);
  showBelow(Below::Readings);
  return m_session->perform(tr("Readings of strake %1").arg(selection.strake + 1),
                            setSpiling(*m_session->book(), selection.strake + 1, selection.side, *spiling, today()));
}

bool PlanksStage::writeSpilingTo(const QString& path) {
  if (spiled() == nullptr) return false;
  const Unit unit = bareUnit(m_session->notation());
  const auto done = writeWholeFile(path.toStdString(), writeSpiling(spiled()->spiling, unit));
  if (!done) answer(m_session->explained(done.error()[0]));
  return done.has_value();
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
  slate->addSpace(10);
  slate->addHeading(tr("Least board, no allowances"));
  m_board = slate->addHeadline(tr("Least board"));
  m_board->setFont(shopFont(21.0, true));
  slate->addSpace(8);
  slate->addHeading(tr("Along its edges"));
  m_edges = slate->addFigure(tr("Lengths of the edges"));
  slate->addSpace(8);
  slate->addHeading(tr("Shape"));
  m_shape = slate->addFigure(tr("Sny and strain"));
  slate->addSpace(8);
  m_face = slate->addHeading({});
  addSpiling();
  slate->addStretch();
  auto* print = new QPushButton(tr("Print at full size…"), slate);
  connect(print, &QPushButton::clicked, this, &PlanksStage::printAsked);
  slate->addWidget(print);
  return slate->scrolled(this);
}

QWidget* PlanksStage::drawing() {
  return m_plank;
}

void PlanksStage::fit() {
  m_plank->fit();
}

QString PlanksStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->planks.empty()) return tr("no planks yet");
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
  if (solved == nullptr) return;
  Selection selection = m_session->selection();
  m_plank->setSide(selection.side);
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
  const auto cut = solved->cutPlank(strake, selection.side);
  const FlatPlank& plank = *cut;
  showWords();
  QString name = lining->isGarboard(strake)      ? tr("%1 · garboard").arg(strake + 1)
                 : lining->isSheerStrake(strake) ? tr("%1 · sheer strake").arg(strake + 1)
                                                 : tr("%1 of %2").arg(strake + 1).arg(planks.size());
  if (!lining->isWhole(strake)) name += lining->strakes[strake].reach.fromT <= 0.0 ? tr(", forward") : tr(", aft");
  const LiningPlan* plan = solved->book->findPlan(lining->plan);
  const std::string timber = plan == nullptr ? std::string() : plan->timberOf(lining->strakes[strake].id);
  if (!timber.empty()) name += tr("\n%1").arg(QString::fromStdString(timber));
  m_name->setText(name);
  const Notation longs =
      m_session->notation() == Notation::Millimetres ? Notation::Millimetres : Notation::FeetInches16;
  const auto shownLong = [&](double mm) { return QString::fromStdString(showLength(millimetres(mm), longs)); };
  m_board->setText(tr("%1\n× %2").arg(shownLong(plank.boardLengthMm), shown(plank.boardWidthMm)));
  m_edges->setText(
      tr("keel edge %1\nsheer edge %2").arg(shownLong(plank.lowerLengthMm), shownLong(plank.upperLengthMm)));
  m_shape->setText(
      tr("sny %1\nstrain left %2 % at most").arg(shown(plank.snyMm)).arg(100.0 * plank.strainMax, 0, 'f', 2));
  if (solved->book->table.construction == Construction::Carvel) {
    const double wider = outsideWiderMm(lining->band(strake), solved->book->table.thickness.mm());
    if (wider < 0.5 * notationStep(m_session->notation()).mm()) {
      m_face->setText(tr("This is the inside face. The outside is nowhere wider."));
    } else {
      m_face->setText(
          tr("This is the inside face. The outside is wider, by %1 at most over both edges.").arg(shown(wider)));
    }
  } else if (lining->isGarboard(strake)) {
    m_face->setText(tr("The garboard has no lap on its keel edge."));
  } else {
    m_face->setText(tr("A lap of %1 is in the keel edge.").arg(shown(solved->book->settings.lap.mm())));
  }
}

}  // namespace narrows
