#include "window/main_window.h"

#include <QAction>
#include <QActionGroup>
#include <QApplication>
#include <QCloseEvent>
#include <QCoreApplication>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QListWidget>
#include <QMenuBar>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>
#include <QStackedWidget>
#include <QTableView>
#include <QVBoxLayout>

#include "book/edits.h"
#include "canvas/canvas.h"
#include "canvas/hull_picture.h"
#include "files/whole_file.h"
#include "lines_sheet.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/lines/line_bench.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lining/lining_stage.h"
#include "stages/moulds/mould_drawing.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/planks/planks_stage.h"
#include "stages/slate.h"
#include "window/actions.h"
#include "window/findings_bar.h"
#include "window/keys_sheet.h"
#include "window/new_table.h"
#include "window/print_panel.h"
#include "window/rail.h"
#include "window/welcome.h"

namespace narrows {

namespace {
constexpr int mostRecent = 6;
constexpr auto recentKey = "recent";
}  // namespace

QString demoFolder() {
  for (const QString& folder : {QCoreApplication::applicationDirPath() + QStringLiteral("/../share/narrows/demo"),
                                QStringLiteral(NARROWS_DEMO_DIR)}) {
    if (QFileInfo::exists(folder + QStringLiteral("/osier.csv"))) return QDir(folder).absolutePath();
  }
  return {};
}

MainWindow::MainWindow(QWidget* parent)
    : QMainWindow(parent),
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
      m_printing(&m_session) {
  resize(1280, 800);
  auto* row = new QHBoxLayout(m_bench);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  row->addWidget(m_rail);
  auto* column = new QVBoxLayout;
  column->setSpacing(0);
  m_told->setWordWrap(true);
  m_told->setTextFormat(Qt::PlainText);
  m_told->setMargin(8);
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

  m_stages = {m_lines, m_backbone, m_moulds, m_lining, m_planks};
  for (Stage* stage : m_stages) {
    m_stack->addWidget(stage);
    m_rail->addStage(stage->number(), stage->name());
  }
  makeMenus();
  connect(m_rail, &Rail::chosen, this, [this](int index) { goToStage(static_cast<std::size_t>(index)); });
  connect(m_findings, &FindingsBar::findingChosen, this, &MainWindow::goToFinding);
  for (const Stage* stage : m_stages) connect(stage, &Stage::printAsked, this, &MainWindow::printSheets);
  connect(&m_session, &Session::answerSettled, this, &MainWindow::showStanding);
  connect(&m_session, &Session::fileChanged, this, &MainWindow::showTitle);
  connect(&m_session, &Session::careChanged, this, &MainWindow::showTold);
  connect(&m_session, &Session::bookChanged, this, [this] {
    m_pages->setCurrentWidget(m_bench);
    m_actions->setHasBook(true);
    showUnits();
  });
  connect(m_welcome, &Welcome::sampleAsked, this, &MainWindow::openSample);
  connect(m_welcome, &Welcome::tableAsked, this, &MainWindow::askTable);
  connect(m_welcome, &Welcome::typeAsked, this, &MainWindow::typeTable);
  connect(m_welcome, &Welcome::bookAsked, this, &MainWindow::askBook);
  connect(m_welcome, &Welcome::recentAsked, this, &MainWindow::openPath);
  showRecent();
  showTitle();
}

MainWindow::~MainWindow() {
  // A field that is being typed in gives up its text as it goes, and the session must still be there to take it.
  delete takeCentralWidget();
}

void MainWindow::makeMenus() {
  makeFileMenu();
  makeEditMenu();
  makeViewMenu();
  QMenu* help = menuBar()->addMenu(tr("&Help"));
  m_actions->add(
      help, tr("&Keys"), {Qt::Key_F1}, [this] { KeysSheet(m_actions->keys(), this).exec(); }, Actions::Needs::Nothing);
}

void MainWindow::makeFileMenu() {
  constexpr auto always = Actions::Needs::Nothing;
  QMenu* file = menuBar()->addMenu(tr("&Book"));
  m_actions->add(
      file, tr("&New from table…"), {tr("Ctrl+Shift+N")}, [this] { askTable(); }, always);
  m_actions->add(
      file, tr("&Type a table…"), {tr("Ctrl+T")}, [this] { typeTable(); }, always);
  m_actions->add(
      file, tr("&Open…"), {QKeySequence::Open}, [this] { askBook(); }, always);
  m_recentMenu = file->addMenu(tr("&Recent"));
  m_actions->add(
      file, tr("Open the sample &boat"), {}, [this] { openSample(); }, always);
  file->addSeparator();
  m_actions->add(file, tr("&Save"), {QKeySequence::Save}, [this] { save(); });
  m_actions->add(file, tr("Save &as…"), {tr("Ctrl+Shift+S")}, [this] { saveAs(); });
  file->addSeparator();
  m_actions->add(file, tr("Full-size sheets: &print and export…"), {QKeySequence::Print}, [this] { printSheets(); });
  QMenu* out = file->addMenu(tr("Table as &CSV"));
  m_actions->add(out, tr("As &drawn…"), {}, [this] { exportTable(false); });
  m_actions->add(out, tr("As &faired…"), {}, [this] { exportTable(true); });
  m_actions->add(out, tr("What was &changed…"), {},
                 [this] { exportCsv(tr("What was changed"), changesCsv(*m_session.book())); });
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
  m_actions->add(edit, tr("&Who is at work…"), {}, [this] { askBuilder(); });
  QMenu* planking = edit->addMenu(tr("&Planked as"));
  for (const Construction kind : {Construction::Carvel, Construction::Lapstrake}) {
    const QString name = QString::fromUtf8(constructionName(kind));
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
  m_actions->add(view, tr("Next &thing of the stage"), {Qt::Key_PageUp},
                 [this] { m_stages[currentStage()]->stepInHand(1); });
  m_actions->add(view, tr("Thing &before of the stage"), {Qt::Key_PageDown},
                 [this] { m_stages[currentStage()]->stepInHand(-1); });
  m_actions->add(view, tr("Work on the &line in hand"), {tr("Ctrl+Return")}, [this] {
    goToStage(0);
    m_lines->workOnSelected();
  });
  view->addSeparator();
  m_actions->add(view, tr("Whole &drawing"), {}, [this] { m_stages[currentStage()]->fit(); });
  m_actions->add(view, tr("To the dra&wing"), {tr("Ctrl+D")},
                 [this] { m_stages[currentStage()]->drawing()->setFocus(); });
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
  const Stage* stage = m_stages[currentStage()];
  std::vector<QWidget*> parts;
  for (QWidget* one : stage->findChildren<QWidget*>()) {
    const bool isPart = qobject_cast<Canvas*>(one) != nullptr || qobject_cast<QTableView*>(one) != nullptr ||
                        qobject_cast<QListWidget*>(one) != nullptr || qobject_cast<Slate*>(one) != nullptr ||
                        qobject_cast<HullPicture*>(one) != nullptr;
    if (isPart && one->isVisible()) parts.push_back(one);
  }
  const auto place = [this](const QWidget* one) { return one->mapTo(this, QPoint(0, 0)); };
  std::stable_sort(parts.begin(), parts.end(), [&](const QWidget* a, const QWidget* b) {
    const bool slates = qobject_cast<const Slate*>(b) != nullptr, slated = qobject_cast<const Slate*>(a) != nullptr;
    if (slates != slated) return slates;
    return std::pair(place(a).y(), place(a).x()) < std::pair(place(b).y(), place(b).x());
  });
  if (m_findings->list()->isVisible()) parts.push_back(m_findings->list());
  parts.push_back(m_rail->button(currentStage()));
  const QWidget* focused = QApplication::focusWidget();
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
  showTold();
}

void MainWindow::showTold() {
  QStringList all;
  for (const QString& words : {m_words, m_session.care()}) {
    if (!words.isEmpty()) all << words;
  }
  m_told->setText(all.join(QLatin1Char('\n')));
  m_told->setStyleSheet(
      m_trouble || !m_session.care().isEmpty()
          ? QStringLiteral("background: #FCFAF5; color: #A3142B; font-weight: bold; border-bottom: 2px solid #A3142B")
          : QStringLiteral("background: #FCFAF5; color: #1F2A30; border-bottom: 1px solid #CFC7B6"));
  m_told->setVisible(!all.isEmpty());
}

void MainWindow::tellProblems(const QString& heading, const Problems& problems) {
  constexpr std::size_t mostShown = 12;
  QString words = heading;
  for (std::size_t i = 0; i < std::min(problems.size(), mostShown); ++i)
    words += QStringLiteral("\n") + QString::fromStdString(describe(problems[i]));
  if (problems.size() > mostShown) words += QStringLiteral("\n") + tr("and %1 more.").arg(problems.size() - mostShown);
  tell(words, true);
}

bool MainWindow::openPath(const QString& path) {
  if (!mayLeave()) return false;
  const QString whole = QFileInfo(path).absoluteFilePath();
  const bool isBook = path.endsWith(QStringLiteral(".narrows"), Qt::CaseInsensitive);
  const auto opened = isBook ? m_session.openBook(whole) : m_session.newFromTable(whole);
  if (!opened) {
    tellProblems(tr("%1 was not opened; what was open before still is.").arg(QFileInfo(path).fileName()),
                 opened.error());
    return false;
  }
  tell(m_session.readOnlyWhy(), true);
  if (isBook) remember(whole);
  showTitle();
  return true;
}

bool MainWindow::openSample() {
  if (!mayLeave()) return false;
  const QString folder = demoFolder();
  const auto read = loadBook((folder + QStringLiteral("/osier.narrows")).toStdString());
  if (!read) {
    tellProblems(tr("The sample boat was not opened."), read.error());
    return false;
  }
  m_session.openSample(read->book);
  tell({}, false);
  goToNumber(4);
  return true;
}

void MainWindow::offerLeftWork() {
  const LeftBehind left = findLeftWork();
  if (!left.unreadable.empty()) tellProblems(tr("Work left behind that cannot be read:"), left.unreadable);
  for (const LeftWork& work : left.works) {
    const QString name = work.bookPath.empty() ? QString::fromStdString(work.book.table.boat)
                                               : QFileInfo(QString::fromStdString(work.bookPath)).fileName();
    QMessageBox box(QMessageBox::Question, tr("Work left behind"),
                    tr("Work on %1 was not saved when the program last ended. Take it up again?").arg(name),
                    QMessageBox::NoButton, this);
    QAbstractButton* take = box.addButton(tr("Take it up"), QMessageBox::AcceptRole);
    QAbstractButton* away = box.addButton(tr("Throw it away"), QMessageBox::DestructiveRole);
    box.addButton(tr("Ask again next time"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == take) {
      m_session.takeOver(work);
      tell(m_session.readOnlyWhy().isEmpty()
               ? tr("Taken up where it was left. Save it to keep it.")
               : tr("Taken up where it was left. Its book is open in another window: save it under another name."),
           !m_session.readOnlyWhy().isEmpty());
      return;
    }
    if (box.clickedButton() == away) discardJournal(work.journal);
  }
}

void MainWindow::askTable() {
  const QString path = QFileDialog::getOpenFileName(this, tr("A table of offsets"), demoFolder(),
                                                    tr("Tables of offsets (*.csv);;All files (*)"));
  if (path.isEmpty() || !openPath(path)) return;
  goToStage(0);
}

void MainWindow::askBook() {
  const QString path = QFileDialog::getOpenFileName(this, tr("A book"), QFileInfo(m_session.path()).absolutePath(),
                                                    tr("Books (*.narrows);;All files (*)"));
  if (!path.isEmpty()) openPath(path);
}

bool MainWindow::save() {
  if (!m_session.hasBook()) return false;
  takeInTyping();
  if (m_session.path().isEmpty() || !m_session.readOnlyWhy().isEmpty()) return saveAs();
  if (const auto saved = m_session.save(); !saved) {
    tellProblems(tr("The book was not saved."), saved.error());
    return false;
  }
  tell(tr("Saved."), false);
  return true;
}

bool MainWindow::saveAs() {
  if (!m_session.hasBook()) return false;
  takeInTyping();
  QString path = QFileDialog::getSaveFileName(this, tr("Save the book as"), m_session.path(), tr("Books (*.narrows)"));
  if (path.isEmpty()) return false;
  if (!path.endsWith(QStringLiteral(".narrows"))) path += QStringLiteral(".narrows");
  if (const auto saved = m_session.saveAs(path); !saved) {
    tellProblems(tr("The book was not saved."), saved.error());
    return false;
  }
  remember(path);
  tell(tr("Saved as %1.").arg(QFileInfo(path).fileName()), false);
  return true;
}

bool MainWindow::mayLeave() {
  takeInTyping();
  if (!m_session.hasBook() || !m_session.isModified()) return true;
  QMessageBox box(QMessageBox::Question, tr("Not saved"), tr("This book has changes that are not saved."),
                  QMessageBox::NoButton, this);
  QAbstractButton* keep = box.addButton(tr("Save"), QMessageBox::AcceptRole);
  QAbstractButton* drop = box.addButton(tr("Leave without saving"), QMessageBox::DestructiveRole);
  box.addButton(tr("Stay"), QMessageBox::RejectRole);
  box.exec();
  if (box.clickedButton() == keep) return save();
  return box.clickedButton() == drop;
}

void MainWindow::closeEvent(QCloseEvent* event) {
  if (!mayLeave()) {
    event->ignore();
    return;
  }
  m_session.closeCleanly();
  event->accept();
}

void MainWindow::printSheets() {
  const SheetsOf what = m_stages[currentStage()]->sheets();
  takeInTyping();
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
      openPrintPanel(what, whole);
    };
  });
  if (begun) tell(tr("She is being worked out for printing…"), false);
}

void MainWindow::openPrintPanel(SheetsOf what, const std::shared_ptr<const Solved>& whole) {
  if (what == SheetsOf::Planks && whole->planks.empty()) {
    tell(tr("There are no planks to print yet."), true);
    return;
  }
  const Mould* mould = m_moulds->mouldDrawing()->mould();
  PrintPanel panel(whole, std::max(0, m_session.selection().strake), this);
  panel.choose(what, mould != nullptr ? mould->name : std::string());
  panel.exec();
}

void MainWindow::typeTable() {
  if (!mayLeave()) return;
  NewTable panel(this);
  if (panel.exec() != QDialog::Accepted) return;
  beginTable(panel.table());
}

void MainWindow::beginTable(const OffsetTable& table) {
  m_session.openSample(startBook(table));
  tell({}, false);
  goToNumber(1);
  m_lines->grid()->setFocus();
  m_lines->grid()->setCurrentIndex(m_lines->grid()->offsets()->index(0, 0));
}

void MainWindow::exportTable(bool faired) {
  const Book& book = *m_session.book();
  exportCsv(faired ? tr("The table as faired") : tr("The table as drawn"),
            writeOffsetTable(faired ? fairedTable(book) : book.table));
}

void MainWindow::exportCsv(const QString& what, const std::string& text) {
  const QString path = QFileDialog::getSaveFileName(this, what, {}, tr("Tables (*.csv)"));
  if (path.isEmpty()) return;
  if (const auto written = writeWholeFile(path.toStdString(), text); !written) {
    tellProblems(tr("%1 was not written.").arg(what), written.error());
    return;
  }
  tell(tr("Written to %1.").arg(QFileInfo(path).fileName()), false);
}

void MainWindow::askBuilder() {
  bool taken = false;
  const QString name =
      QInputDialog::getText(this, tr("Who is at work"), tr("Named beside every figure that is changed:"),
                            QLineEdit::Normal, QString::fromStdString(m_session.book()->settings.builder), &taken);
  if (taken) m_session.perform(tr("Name the builder"), setBuilder(*m_session.book(), name.trimmed().toStdString()));
}

QStringList MainWindow::recent() const {
  return QSettings().value(QLatin1String(recentKey)).toStringList();
}

void MainWindow::remember(const QString& path) {
  QStringList paths = recent();
  paths.removeAll(path);
  paths.prepend(path);
  while (paths.size() > mostRecent) paths.removeLast();
  QSettings().setValue(QLatin1String(recentKey), paths);
  showRecent();
}

void MainWindow::showRecent() {
  m_recentMenu->clear();
  const QStringList paths = recent();
  for (const QString& path : paths)
    m_recentMenu->addAction(QFileInfo(path).fileName(), this, [this, path] { openPath(path); })->setToolTip(path);
  m_recentMenu->menuAction()->setVisible(!paths.isEmpty());
  m_welcome->setRecent(paths);
}

void MainWindow::showStanding() {
  for (std::size_t i = 0; i < m_stages.size(); ++i) m_rail->setStanding(i, m_stages[i]->standing());
  m_rail->setBoat(QString::fromStdString(m_session.book()->table.boat), QString::fromStdString(m_session.book()->shop));
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

void MainWindow::goToStage(std::size_t index) {
  takeInTyping();
  m_stack->setCurrentIndex(static_cast<int>(index));
  m_rail->setCurrent(index);
  m_stages[index]->drawing()->setFocus();
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
