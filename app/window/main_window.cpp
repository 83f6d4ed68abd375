#include "window/main_window.h"

#include <QAction>
#include <QActionGroup>
#include <QApplication>
#include <QCloseEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QListWidget>
#include <QMenuBar>
#include <QMimeData>
#include <QSettings>
#include <QStackedWidget>
#include <QTableView>
#include <QTimer>
#include <QUrl>
#include <QVBoxLayout>

#include "book/daybook_edits.h"
#include "book/edits.h"
#include "book/first_lining.h"
#include "book/strake_records.h"
#include "canvas/canvas.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "commands/aside.h"
#include "lines_sheet.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/daybook/daybook_stage.h"
#include "stages/lines/lines_stage.h"
#include "stages/lining/lining_stage.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/planks/planks_stage.h"
#include "stages/slate.h"
#include "stages/stock/stock_stage.h"
#include "window/actions.h"
#include "window/clock_strip.h"
#include "window/desk.h"
#include "window/field_keys.h"
#include "window/findings_bar.h"
#include "window/guide_panel.h"
#include "window/keys_sheet.h"
#include "window/print_panel.h"
#include "window/rail.h"
#include "window/welcome.h"

namespace narrows {

namespace {

constexpr auto geometryKey = "window";

/// The one file that is dropped; empty where it is none, or several.
QString droppedFile(const QMimeData& dropped) {
  const QList<QUrl> urls = dropped.urls();
  return urls.size() == 1 && urls.front().isLocalFile() ? urls.front().toLocalFile() : QString();
}

}  // namespace

MainWindow::MainWindow(QWidget* parent)
    : QMainWindow(parent),
      m_desk(new Desk(&m_session, this, [this] { takeInTyping(); })),
      m_actions(new Actions(this)),
      m_rail(new Rail(this)),
      m_pages(new QStackedWidget(this)),
      m_stack(new QStackedWidget),
      m_bench(new QWidget),
      m_welcome(new Welcome),
      m_findings(new FindingsBar(&m_session)),
      m_told(new QLabel),
      m_lines(new LinesStage(&m_session)),
      m_backbone(new BackboneStage(&m_session)),
      m_moulds(new MouldsStage(&m_session)),
      m_lining(new LiningStage(&m_session)),
      m_planks(new PlanksStage(&m_session)),
      m_stock(new StockStage(&m_session)),
      m_daybook(new DaybookStage(&m_session)),
      m_printing(&m_session) {
  // Room is left for a title bar: the window manager's, of which nothing is known yet.
  constexpr int titleBarPx = 36;
  resize(QSize(1280, 800).boundedTo(screen()->availableSize() - QSize(0, titleBarPx)));
  restoreGeometry(QSettings().value(QLatin1String(geometryKey)).toByteArray());
  setAcceptDrops(true);
  lay();
  makeMenus();
  new FieldKeys(this);
  followSession();
  followParts();
  showRecent();
  showTitle();
}

void MainWindow::lay() {
  auto* row = new QHBoxLayout(m_bench);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  row->addWidget(m_rail);
  auto* column = new QVBoxLayout;
  column->setSpacing(0);
  m_told->setWordWrap(true);
  m_told->setTextFormat(Qt::PlainText);
  m_told->setMargin(8);
  m_told->setObjectName(QStringLiteral("told"));
  m_told->hide();
  column->addWidget(m_stack, 1);
  column->addWidget(m_findings);
  row->addLayout(column, 1);
  auto* page = new QWidget(this);
  auto* whole = new QVBoxLayout(page);
  whole->setContentsMargins(0, 0, 0, 0);
  whole->setSpacing(0);
  whole->addWidget(m_told);
  whole->addWidget(m_pages, 1);
  m_pages->addWidget(m_welcome);
  m_pages->addWidget(m_bench);
  setCentralWidget(page);

  m_stages = {m_lines, m_backbone, m_moulds, m_lining, m_planks, m_stock, m_daybook};
  QStringList names;
  for (Stage* stage : m_stages) {
    m_stack->addWidget(stage);
    m_rail->addStage(stage->number(), stage->name());
    names << stage->name();
  }
  m_findings->setStages(names);
  m_clock = new ClockStrip(m_daybook, m_rail);
  m_rail->addFoot(m_clock);
}

void MainWindow::followSession() {
  connect(&m_session, &Session::answerSettled, this, &MainWindow::showStanding);
  connect(&m_session, &Session::fileChanged, this, &MainWindow::showTitle);
  connect(&m_session, &Session::workBrokenOff, this, [this](const QString& words) { tell(words, true); });
  connect(&m_session, &Session::careChanged, this, &MainWindow::showTold);
  connect(&m_session, &Session::bookChanged, this, [this] {
    m_pages->setCurrentWidget(m_bench);
    m_actions->setHasBook(true);
    showUnits();
    if (m_saysSaved) tell({}, false);
  });
}

void MainWindow::followParts() {
  connect(m_daybook, &DaybookStage::dayChanged, this, &MainWindow::showDay);
  connect(m_daybook, &DaybookStage::calendarAsked, this, [this] { m_desk->exportCalendar(m_daybook->calendar()); });
  connect(m_clock, &ClockStrip::dayAsked, this, [this] { goToNumber(m_daybook->number()); });
  connect(m_rail, &Rail::chosen, this, [this](int index) { goToStage(static_cast<std::size_t>(index)); });
  connect(m_findings, &FindingsBar::findingChosen, this, &MainWindow::goToFinding);
  // Once the list has done speaking: it is made anew for the stage that is gone to.
  connect(
      m_findings, &FindingsBar::stageChosen, this,
      [this](ShopStage stage) {
        goToStage(static_cast<std::size_t>(stage));
        m_findings->list()->setFocus();
      },
      Qt::QueuedConnection);
  for (const Stage* stage : m_stages) connect(stage, &Stage::printAsked, this, &MainWindow::printSheets);
  connect(m_welcome, &Welcome::sampleAsked, m_desk, &Desk::openSample);
  connect(m_welcome, &Welcome::sampleBegunAsked, m_desk, &Desk::openSampleBegun);
  connect(m_welcome, &Welcome::tableAsked, m_desk, &Desk::askTable);
  connect(m_welcome, &Welcome::typeAsked, m_desk, &Desk::typeTable);
  connect(m_welcome, &Welcome::bookAsked, m_desk, &Desk::askBook);
  connect(m_welcome, &Welcome::recentAsked, m_desk, &Desk::openPath);
  connect(m_welcome, &Welcome::guideAsked, this, [this] { GuidePanel(this).exec(); });
  connect(m_desk, &Desk::told, this, &MainWindow::tell);
  connect(m_desk, &Desk::saved, this, [this](const QString& words) {
    tell(words, false);
    m_saysSaved = true;
  });
  connect(m_desk, &Desk::stageWanted, this, &MainWindow::goToNumber);
  connect(m_desk, &Desk::tableBegun, this, &MainWindow::beginTable);
  connect(m_desk, &Desk::recentChanged, this, &MainWindow::showRecent);
}

MainWindow::~MainWindow() {
  // A field that is being typed in gives up its text as it goes, and the session must still be there to take it.
  delete takeCentralWidget();
}

std::vector<KeySection> MainWindow::keySections() const {
  auto sections = m_actions->keys();
  KeySection shared{tr("Every drawing"), {}};
  for (Stage* stage : m_stages) addKeysOfPage(sections, stage->name(), stage, shared);
  sections.push_back(std::move(shared));
  for (KeySection& section : KeysSheet::keysOfEntry()) sections.push_back(std::move(section));
  return sections;
}

void MainWindow::makeMenus() {
  makeFileMenu();
  makeEditMenu();
  makeViewMenu();
  QMenu* help = menuBar()->addMenu(tr("&Help"));
  m_actions->add(
      help, tr("&Keys"), {Qt::Key_F1}, [this] { KeysSheet(keySections(), this).exec(); }, Actions::Needs::Nothing);
  m_actions->add(
      help, tr("&Guide"), {tr("Ctrl+F1")}, [this] { GuidePanel(this).exec(); }, Actions::Needs::Nothing);
  m_actions->add(
      help, tr("&About Narrows"), {},
      [this] {
        tell(tr("Narrows %1: from a table of offsets to a planked hull. Free under the MIT licence. It takes over the "
                "measuring and the arithmetic; scantlings and the boat's safety are her designer's.")
                 .arg(QStringLiteral(NARROWS_VERSION)),
             false);
      },
      Actions::Needs::Nothing);
}

void MainWindow::makeFileMenu() {
  constexpr auto always = Actions::Needs::Nothing;
  QMenu* file = menuBar()->addMenu(tr("&Book"));
  m_actions->add(
      file, tr("&New from table…"), {tr("Ctrl+Shift+N")}, [this] { m_desk->askTable(); }, always);
  m_actions->add(
      file, tr("&Type a table…"), {tr("Ctrl+T")}, [this] { m_desk->typeTable(); }, always);
  m_actions->add(
      file, tr("&Open…"), {QKeySequence::Open}, [this] { m_desk->askBook(); }, always);
  m_recentMenu = file->addMenu(tr("&Recent"));
  m_actions->add(
      file, tr("Open the sample &boat"), {}, [this] { m_desk->openSample(); }, always);
  m_actions->add(
      file, tr("Open the sample boat part &way through"), {}, [this] { m_desk->openSampleBegun(); }, always);
  file->addSeparator();
  m_actions->add(file, tr("&Save"), {QKeySequence::Save}, [this] { m_desk->save(); });
  m_actions->add(file, tr("Save &as…"), {tr("Ctrl+Shift+S")}, [this] { m_desk->saveAs(); });
  file->addSeparator();
  m_actions->add(file, tr("Full-size sheets: &print and export…"), {QKeySequence::Print}, [this] { printSheets(); });
  QMenu* out = file->addMenu(tr("Table as &CSV"));
  m_actions->add(out, tr("As &drawn…"), {}, [this] { m_desk->exportTable(false); });
  m_actions->add(out, tr("As &faired…"), {}, [this] { m_desk->exportTable(true); });
  m_actions->add(out, tr("What was &changed…"), {},
                 [this] { m_desk->exportCsv(tr("What was changed"), changesCsv(*m_session.book())); });
  m_actions->add(file, tr("Read a &digitised line (DXF)…"), {}, [this] {
    takeInTyping();
    m_desk->readDigitised();
  });
  m_actions->add(file, tr("Work &dates as iCalendar…"), {}, [this] { m_desk->exportCalendar(m_daybook->calendar()); });
  m_actions->add(file, tr("Planked &hull as OBJ…"), {}, [this] { m_desk->exportHull(); });
  file->addSeparator();
  m_actions->add(
      file, tr("&Close"), {tr("Ctrl+Q")}, [this] { close(); }, always);
}

void MainWindow::makeEditMenu() {
  QMenu* edit = menuBar()->addMenu(tr("&Edit"));
  QAction* undo = m_actions->add(
      edit, tr("&Undo"), {QKeySequence::Undo}, [this] { m_session.undo(); }, Actions::Needs::Nothing);
  QAction* redo = m_actions->add(
      edit, tr("&Redo"), {tr("Ctrl+Shift+Z"), tr("Ctrl+Y")}, [this] { m_session.redo(); }, Actions::Needs::Nothing);
  const auto showWhat = [this, undo, redo] {
    const QUndoStack& stack = *m_session.undoStack();
    undo->setText(m_session.isDragging() ? tr("&Put back")
                  : stack.canUndo()      ? tr("&Undo: %1").arg(stack.undoText())
                                         : tr("&Undo"));
    redo->setText(stack.canRedo() ? tr("&Redo: %1").arg(stack.redoText()) : tr("&Redo"));
    undo->setEnabled(stack.canUndo() || m_session.isDragging());
    redo->setEnabled(stack.canRedo() && !m_session.isDragging());
  };
  connect(m_session.undoStack(), &QUndoStack::indexChanged, this, showWhat);
  connect(m_session.undoStack(), &QUndoStack::undoTextChanged, this, showWhat);
  connect(m_session.undoStack(), &QUndoStack::redoTextChanged, this, showWhat);
  connect(&m_session, &Session::dragChanged, this, showWhat);
  showWhat();
  edit->addSeparator();
  m_actions->add(edit, tr("Copy the &drawing"), {tr("Ctrl+Shift+C")}, [this] {
    m_stages[currentStage()]->copyDrawing();
    tell(tr("The drawing is copied."), false);
  });
  m_actions->add(edit, tr("&Who is at work…"), {}, [this] { askBuilder(); });
  m_actions->add(edit, tr("Throw away records that have &no strake"), {}, [this] {
    if (recordsWithoutStrake(*m_session.book()).empty())
      return tell(tr("Every reading, joint, line of the log and sheet has its strake."), false);
    m_session.perform(tr("Throw away records that have no strake"), throwAwayRecordsWithoutStrake(*m_session.book()));
  });
  connect(&m_session, &Session::recordsWentAlong, this, [this](const QString& words) { tell(words, false); });
  QMenu* planking = edit->addMenu(tr("&Planked as"));
  for (const Construction kind : {Construction::Carvel, Construction::Lapstrake}) {
    const QString name = wordOf(constructionName(kind));
    m_actions->add(planking, name, {}, [this, kind, name] {
      m_session.perform(tr("Plank her %1").arg(name), setConstruction(*m_session.book(), kind));
    });
  }
}

void MainWindow::makeViewMenu() {
  QMenu* view = menuBar()->addMenu(tr("&View"));
  for (std::size_t i = 0; i < m_stages.size(); ++i) {
    // The number alone while no field is being typed in; with Ctrl always.
    const QString number = QString::number(m_stages[i]->number());
    m_actions->add(view, m_stages[i]->name(), {QStringLiteral("Ctrl+") + number, number}, [this, i] { goToStage(i); });
  }
  view->addSeparator();
  m_actions->add(view, tr("Nex&t item in this stage"), {Qt::Key_PageUp, tr("Ctrl+PgUp")},
                 [this] { m_stages[currentStage()]->stepInHand(1); });
  m_actions->add(view, tr("Item &before in this stage"), {Qt::Key_PageDown, tr("Ctrl+PgDown")},
                 [this] { m_stages[currentStage()]->stepInHand(-1); });
  m_actions->add(view, tr("Work on the &line in hand"), {tr("Ctrl+Return")}, [this] {
    goToStage(0);
    m_lines->workOnSelected();
  });
  view->addSeparator();
  m_actions->add(view, tr("Whole &drawing"), {}, [this] { m_stages[currentStage()]->fit(); });
  m_actions->add(view, tr("To the dra&wing"), {tr("Ctrl+D")}, [this] { m_stages[currentStage()]->takeKeys(); });
  m_actions->add(view, tr("To what wants loo&king at"), {tr("Ctrl+L")}, [this] { m_findings->list()->setFocus(); });
  m_actions->add(view, tr("To the next part of the &window"), {Qt::Key_F6}, [this] { focusNextPart(1); });
  m_actions->add(view, tr("To the part be&fore"), {tr("Shift+F6")}, [this] { focusNextPart(-1); });
  view->addSeparator();
  QMenu* units = view->addMenu(tr("&Lengths shown as"));
  m_units = new QActionGroup(this);
  const std::vector<std::pair<Notation, QString>> notations{
      {Notation::Inches16, tr("inches and sixteenths")},
      {Notation::Inches32, tr("inches and thirty-seconds")},
      {Notation::FeetInches16, tr("feet, inches and sixteenths")},
      {Notation::FeetInches32, tr("feet, inches and thirty-seconds")},
      {Notation::Millimetres, tr("millimetres")}};
  for (const auto& [notation, words] : notations) {
    QAction* action = m_actions->add(units, words, {}, [this, notation = notation, words = words] {
      m_session.perform(tr("Show %1").arg(words), setNotation(*m_session.book(), notation));
    });
    action->setCheckable(true);
    action->setData(static_cast<int>(notation));
    m_units->addAction(action);
  }
  m_actions->add(view, tr("&Next way of showing lengths"), {tr("Ctrl+U")}, [this] { nextUnits(); });
}

void MainWindow::focusNextPart(int by) {
  if (!m_session.hasBook()) return;
  // What can be seen of the stage, as it stands on the screen, and then what wants looking at and the rail.
  std::vector<QWidget*> parts = m_stages[currentStage()]->focusParts();
  if (m_findings->list()->isVisible()) parts.push_back(m_findings->list());
  parts.push_back(m_rail->button(currentStage()));
  const QWidget* focused = focusWidget();
  const auto count = static_cast<int>(parts.size());
  int at = by > 0 ? -1 : count;
  for (int i = 0; i < count; ++i) {
    if (focused != nullptr &&
        (parts[static_cast<std::size_t>(i)] == focused || parts[static_cast<std::size_t>(i)]->isAncestorOf(focused)))
      at = i;
  }
  for (int tries = 0; tries < count; ++tries) {
    at = (at + by + count) % count;
    QWidget* part = parts[static_cast<std::size_t>(at)];
    if (auto* slate = qobject_cast<Slate*>(part)) part = slate->firstField();
    if (part == nullptr) continue;  // a slate of figures alone
    part->setFocus(Qt::TabFocusReason);
    return;
  }
}

void MainWindow::takeInTyping() {
  QWidget* focused = QApplication::focusWidget();
  if (focused == nullptr || !isAncestorOf(focused)) return;
  // A field gives what was typed in it as it loses the keys; a cell's field goes away with that.
  QWidget* back = focused;
  while (back != nullptr && qobject_cast<QAbstractItemView*>(back) == nullptr) back = back->parentWidget();
  focused->clearFocus();
  (back != nullptr ? back : focused)->setFocus(Qt::OtherFocusReason);
}

QString MainWindow::told() const {
  return m_told->isHidden() ? QString() : m_told->text();
}

void MainWindow::tell(const QString& words, bool trouble) {
  m_words = words;
  m_trouble = trouble;
  m_saysSaved = false;
  showTold();
}

void MainWindow::showTold() {
  QStringList all;
  for (const QString& words : {m_words, m_session.care()}) {
    if (!words.isEmpty()) all << words;
  }
  m_told->setText(all.join(QLatin1Char('\n')));
  look::say(m_told, m_trouble || !m_session.care().isEmpty() ? look::Voice::Trouble : look::Voice::Plain);
  m_told->setVisible(!all.isEmpty());
  if (!all.isEmpty()) announce(m_told);
}

void MainWindow::closeEvent(QCloseEvent* event) {
  if (AsideWaits::any()) {
    // A book is being read or written: heard when that is done.
    constexpr int againMs = 20;
    QTimer::singleShot(againMs, this, &QWidget::close);
    event->ignore();
    return;
  }
  if (!m_desk->mayLeave()) {
    event->ignore();
    return;
  }
  m_session.closeCleanly();
  QSettings().setValue(QLatin1String(geometryKey), saveGeometry());
  event->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
  if (!droppedFile(*event->mimeData()).isEmpty()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
  const QString file = droppedFile(*event->mimeData());
  if (file.isEmpty() || AsideWaits::any()) return;
  event->acceptProposedAction();
  m_desk->openPath(file);
}

void MainWindow::printSheets() {
  takeInTyping();
  printSheetsOf(m_stages[currentStage()]->sheets());
}

void MainWindow::printSheetsOf(SheetsOf what) {
  const auto& solved = m_session.solved();
  if (solved == nullptr) return;
  // What is printed is the full answer for the book as it stands, never a quick one.
  if (!solved->waits() && solved->revision == m_session.revision()) return openPrintPanel(what, solved);
  const bool begun = m_printing.begin([this, what, book = m_session.book(), revision = m_session.revision(), solved](
                                          const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    auto whole = solve(book, revision, solved, SolveEffort::Full, stop);
    if (whole == nullptr) return {};
    return [this, what, whole] {
      tell({}, false);
      // The hand may have gone on meanwhile: planks of a moment ago are not printed.
      if (whole->revision == m_session.revision()) return openPrintPanel(what, whole);
      printSheetsOf(what);
    };
  });
  if (begun) tell(tr("She is being worked out for printing…"), false);
}

void MainWindow::openPrintPanel(SheetsOf what, const std::shared_ptr<const Solved>& whole) {
  if (what == SheetsOf::Planks && whole->planks.empty()) {
    tell(tr("There are no planks to print yet."), true);
    return;
  }
  PrintPanel panel(whole, std::max(0, m_session.selection().strake), this);
  connect(&panel, &PrintPanel::printed, &m_session, [this](const std::vector<PrintedSheet>& sheets) {
    m_session.perform(tr("Remember what was printed"), rememberPrinted(*m_session.book(), sheets));
  });
  panel.choose(what, m_moulds->inHand());
  panel.exec();
}

void MainWindow::beginTable(const OffsetTable& table) {
  m_session.openSample(startBook(table));
  m_typedBook = m_session.bookNumber();
  tell({}, false);
  goToNumber(1);
  m_lines->beginTyping();
}

void MainWindow::askBuilder() {
  bool taken = false;
  const QString name =
      QInputDialog::getText(this, tr("Who is at work"), tr("Named beside every figure that is changed:"),
                            QLineEdit::Normal, QString::fromStdString(m_session.book()->settings.builder), &taken);
  if (taken) m_session.perform(tr("Name the builder"), setBuilder(*m_session.book(), name.trimmed().toStdString()));
}

void MainWindow::showRecent() {
  m_recentMenu->clear();
  const QStringList paths = m_desk->recent();
  for (const QString& path : paths) {
    QAction* action = m_recentMenu->addAction(QFileInfo(path).fileName());
    action->setToolTip(path);
    // Opened once the action has done speaking: opening makes this menu anew.
    connect(
        action, &QAction::triggered, m_desk, [this, path] { m_desk->openPath(path); }, Qt::QueuedConnection);
  }
  m_recentMenu->menuAction()->setVisible(!paths.isEmpty());
  m_welcome->setRecent(paths);
}

void MainWindow::showStanding() {
  std::vector<int> places(m_stages.size(), 0);
  std::vector<std::optional<Severity>> worst(m_stages.size());
  for (const Finding& finding : m_session.solved()->findings) {
    if (finding.as<StillWanted>() != nullptr) continue;
    const auto stage = static_cast<std::size_t>(finding.stage());
    ++places[stage];
    worst[stage] = std::max(worst[stage].value_or(finding.severity), finding.severity);
  }
  for (std::size_t i = 0; i < m_stages.size(); ++i) {
    m_rail->setStanding(i, m_stages[i]->standing());
    m_rail->setLooks(i, places[i], worst[i]);
  }
  m_rail->setBoat(QString::fromStdString(m_session.book()->table.boat), QString::fromStdString(m_session.book()->shop));
}

void MainWindow::showDay() {
  m_rail->setStanding(m_stages.size() - 1, m_daybook->standing());
}

void MainWindow::showTitle() {
  QString name = tr("no book");
  if (m_session.hasBook()) {
    name = m_session.path().isEmpty() ? QString::fromStdString(m_session.book()->table.boat) + tr(" (not saved yet)")
                                      : QFileInfo(m_session.path()).fileName();
    if (!m_session.readOnlyWhy().isEmpty()) name += tr(" (read-only)");
  }
  setWindowTitle(name + QStringLiteral("[*] · Narrows"));
  setWindowModified(m_session.hasBook() && m_session.isModified());
}

void MainWindow::showUnits() {
  for (QAction* action : m_units->actions())
    action->setChecked(action->data().toInt() == static_cast<int>(m_session.notation()));
}

void MainWindow::nextUnits() {
  const int count = static_cast<int>(m_units->actions().size());
  for (int i = 0; i < count; ++i) {
    if (!m_units->actions()[i]->isChecked()) continue;
    m_units->actions()[(i + 1) % count]->trigger();
    return;
  }
}

void MainWindow::goToNumber(int number) {
  for (std::size_t i = 0; i < m_stages.size(); ++i) {
    if (m_stages[i]->number() == number) goToStage(i);
  }
}

void MainWindow::lineOffTyped() {
  const auto& solved = m_session.solved();
  if (m_typedBook != m_session.bookNumber() || solved == nullptr || solved->inside == nullptr) return;
  if (m_session.perform(tr("Line off as a new boat is"), linedOffToBegin(*m_session.book()))) m_typedBook = -1;
}

void MainWindow::goToStage(std::size_t index) {
  takeInTyping();
  // A table typed from paper began with no hull: it is lined off when that is first looked at.
  if (m_stages[index]->number() >= m_lining->number()) lineOffTyped();
  m_stack->setCurrentIndex(static_cast<int>(index));
  m_rail->setCurrent(index);
  m_findings->setStage(static_cast<ShopStage>(index));
  m_stages[index]->takeKeys();
}

std::size_t MainWindow::currentStage() const {
  return static_cast<std::size_t>(m_stack->currentIndex());
}

void MainWindow::goToFinding(const Finding& finding) {
  const int number = static_cast<int>(finding.stage()) + 1;
  goToNumber(number);
  for (Stage* stage : m_stages) {
    if (stage->number() == number) stage->goTo(finding);
  }
}

}  // namespace narrows
