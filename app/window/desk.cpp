#include "window/desk.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QRegularExpression>
#include <QSettings>

#include "book/book_file.h"
#include "book/edits.h"
#include "book/order_edits.h"
#include "canvas/path_to_write.h"
#include "commands/aside.h"
#include "files/whole_file.h"
#include "solve/planked_bodies.h"
#include "window/digitised_panel.h"
#include "window/new_table.h"

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

Desk::Desk(Session* session, QWidget* window, std::function<void()> takeInTyping)
    : QObject(window), m_session(session), m_window(window), m_takeInTyping(std::move(takeInTyping)) {}

bool Desk::openPath(const QString& path) {
  // Dropped on the window while a book is read or written: it is not the time.
  if (AsideWaits::any() || !mayLeave()) return false;
  const QString whole = QFileInfo(path).absoluteFilePath();
  const bool isBook = path.endsWith(QStringLiteral(".narrows"), Qt::CaseInsensitive);
  emit told(tr("Opening %1…").arg(QFileInfo(path).fileName()), false);
  if (isBackup(path)) return openBackup(whole);
  const auto opened = isBook ? m_session->openBook(whole) : m_session->newFromTable(whole);
  if (!opened) {
    tellProblems(tr("%1 was not opened; what was open before still is.").arg(QFileInfo(path).fileName()),
                 opened.error());
    return false;
  }
  emit told(m_session->readOnlyWhy(), true);
  remember(whole);
  return true;
}

bool Desk::isBackup(const QString& path) {
  static const QRegularExpression name(QStringLiteral("\\.narrows\\.\\d+~$"),
                                       QRegularExpression::CaseInsensitiveOption);
  return name.match(path).hasMatch();
}

bool Desk::openBackup(const QString& path) {
  const auto read = aside([file = path.toStdString()] { return loadBook(file); });
  if (!read) {
    tellProblems(tr("%1 was not opened; what was open before still is.").arg(QFileInfo(path).fileName()), read.error());
    return false;
  }
  // A book of its own: saving asks for a name, and leaves the backup as it is.
  m_session->openSample(read->book);
  emit told(
      tr("This is the version before, %1, as a book of its own: save it under a name.").arg(QFileInfo(path).fileName()),
      false);
  return true;
}

bool Desk::openSample() {
  if (!mayLeave()) return false;
  const QString folder = demoFolder();
  const auto read = loadBook((folder + QStringLiteral("/osier.narrows")).toStdString());
  if (!read) {
    tellProblems(tr("The sample boat was not opened."), read.error());
    return false;
  }
  m_session->openSample(read->book);
  emit told({}, false);
  emit stageWanted(4);
  return true;
}

bool Desk::openSampleBegun() {
  if (!mayLeave()) return false;
  const auto read = loadBook((demoFolder() + QStringLiteral("/osier_begun.narrows")).toStdString());
  if (!read) {
    tellProblems(tr("The sample boat was not opened."), read.error());
    return false;
  }
  m_session->openSample(broughtUpTo(read->book, momentNow()));
  emit told({}, false);
  emit stageWanted(7);
  return true;
}

void Desk::offerLeftWork() {
  const auto left = aside([]() -> Result<LeftBehind> { return findLeftWork(); });
  if (!left) return tellProblems(tr("Work left behind could not be looked for."), left.error());
  if (!left->unreadable.empty()) tellProblems(tr("Work left behind that cannot be read:"), left->unreadable);
  for (const LeftWork& work : left->works) {
    const QString name = work.bookPath.empty() ? QString::fromStdString(work.book.table.boat)
                                               : QFileInfo(QString::fromStdString(work.bookPath)).fileName();
    QMessageBox box(QMessageBox::Question, tr("Work left behind"),
                    tr("Work on %1 was not saved when the program last ended. Take it up again?").arg(name),
                    QMessageBox::NoButton, m_window);
    QAbstractButton* take = box.addButton(tr("Take it up"), QMessageBox::AcceptRole);
    QAbstractButton* away = box.addButton(tr("Throw it away"), QMessageBox::DestructiveRole);
    box.addButton(tr("Ask again next time"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == take) {
      m_session->takeOver(work);
      emit told(m_session->readOnlyWhy().isEmpty()
                    ? tr("Taken up where it was left. Save it to keep it.")
                    : tr("Taken up where it was left. Its book is open in another window: save it under another name."),
                !m_session->readOnlyWhy().isEmpty());
      return;
    }
    if (box.clickedButton() == away) discardJournal(work.journal);
  }
}

void Desk::askTable() {
  const QString path = QFileDialog::getOpenFileName(m_window, tr("A table of offsets"), demoFolder(),
                                                    tr("Tables of offsets (*.csv);;All files (*)"));
  if (path.isEmpty() || !openPath(path)) return;
  emit stageWanted(1);
}

void Desk::askBook() {
  const QString path =
      QFileDialog::getOpenFileName(m_window, tr("A book"), QFileInfo(m_session->path()).absolutePath(),
                                   tr("Books (*.narrows);;Versions before (*.narrows.*~);;All files (*)"));
  if (!path.isEmpty()) openPath(path);
}

bool Desk::save() {
  if (!m_session->hasBook()) return false;
  m_takeInTyping();
  if (m_session->path().isEmpty() || !m_session->readOnlyWhy().isEmpty()) return saveAs();
  if (const auto saved = m_session->save(); !saved) {
    if (saved.error()[0].fault == Fault::BookReplaced) return saveBeside(saved.error());
    tellProblems(tr("The book was not saved."), saved.error());
    return false;
  }
  emit saved(tr("Saved."));
  return true;
}

bool Desk::saveBeside(const Problems& why) {
  QMessageBox box(QMessageBox::Warning, tr("Not saved"), tr("The book was not saved."), QMessageBox::NoButton,
                  m_window);
  box.setInformativeText(m_session->explained(why[0]));
  QAbstractButton* other = box.addButton(tr("Save under another name…"), QMessageBox::AcceptRole);
  box.addButton(tr("Stay"), QMessageBox::RejectRole);
  box.exec();
  return box.clickedButton() == other && saveAs();
}

bool Desk::saveAs() {
  if (!m_session->hasBook()) return false;
  m_takeInTyping();
  const QString boat = QString::fromStdString(m_session->book()->table.boat);
  const QString start =
      !m_session->path().isEmpty() ? m_session->path() : QDir::home().filePath(boat.isEmpty() ? tr("boat") : boat);
  const QString path =
      askPathToWrite(m_window, tr("Save the book as"), start, tr("Books (*.narrows)"), QStringLiteral("narrows"));
  if (path.isEmpty()) return false;
  if (const auto saved = m_session->saveAs(path); !saved) {
    tellProblems(tr("The book was not saved."), saved.error());
    return false;
  }
  remember(path);
  emit saved(tr("Saved as %1.").arg(QFileInfo(path).fileName()));
  return true;
}

bool Desk::mayLeave() {
  m_takeInTyping();
  if (!m_session->hasBook() || !m_session->isModified()) return true;
  QMessageBox box(QMessageBox::Question, tr("Not saved"), tr("This book has changes that are not saved."),
                  QMessageBox::NoButton, m_window);
  QAbstractButton* keep = box.addButton(tr("Save"), QMessageBox::AcceptRole);
  QAbstractButton* drop = box.addButton(tr("Leave without saving"), QMessageBox::DestructiveRole);
  box.addButton(tr("Stay"), QMessageBox::RejectRole);
  box.exec();
  if (box.clickedButton() == keep) return save();
  return box.clickedButton() == drop;
}

void Desk::typeTable() {
  if (!mayLeave()) return;
  NewTable panel(m_window);
  if (panel.exec() != QDialog::Accepted) return;
  emit tableBegun(panel.table());
}

void Desk::exportTable(bool faired) {
  const Book& book = *m_session->book();
  exportCsv(faired ? tr("The table as faired") : tr("The table as drawn"),
            writeOffsetTable(faired ? fairedTable(book) : book.table));
}

void Desk::exportCsv(const QString& what, const std::string& text) {
  writeOut(what, tr("Tables (*.csv)"), QStringLiteral("csv"), [text] { return text; });
}

void Desk::writeOut(const QString& what, const QString& kind, const QString& ending,
                    const std::function<std::string()>& text) {
  const QString path = askPathToWrite(m_window, what, besideBook(), kind, ending);
  if (path.isEmpty()) return;
  const auto written = aside([text, file = path.toStdString()] { return writeWholeFile(file, text()); });
  if (!written) return tellProblems(tr("%1 was not written.").arg(what), written.error());
  emit told(tr("Written to %1.").arg(QFileInfo(path).fileName()), false);
}

void Desk::exportCalendar(const std::string& text) {
  writeOut(tr("Work dates"), tr("Calendars (*.ics)"), QStringLiteral("ics"), [text] { return text; });
}

void Desk::readDigitised() {
  const QString path = QFileDialog::getOpenFileName(m_window, tr("A digitised line"), besideBook(),
                                                    tr("Drawings (*.dxf);;All files (*)"));
  if (path.isEmpty()) return;
  const auto dxf = aside([file = path.toStdString()] { return readDxfLines(file); });
  if (!dxf) return tellProblems(tr("%1 was not read.").arg(QFileInfo(path).fileName()), dxf.error());
  DigitisedPanel(m_session, *dxf, QFileInfo(path).fileName(), m_window).exec();
}

void Desk::exportHull() {
  const auto solved = m_session->freshAnswer();
  if (solved == nullptr) return emit told(tr("She is still being worked out: ask again."), true);
  if (solved->planks.empty()) return emit told(tr("There are no planks yet."), true);
  writeOut(tr("Planked hull"), tr("Bodies (*.obj)"), QStringLiteral("obj"),
           [solved] { return writeObj(plankedBodies(*solved), solved->book->table.boat); });
}

QString Desk::besideBook() const {
  return m_session->path().isEmpty() ? QDir::homePath() : QFileInfo(m_session->path()).absolutePath();
}

QStringList Desk::recent() const {
  return QSettings().value(QLatin1String(recentKey)).toStringList();
}

void Desk::remember(const QString& path) {
  QStringList paths = recent();
  paths.removeAll(path);
  paths.prepend(path);
  while (paths.size() > mostRecent) paths.removeLast();
  QSettings().setValue(QLatin1String(recentKey), paths);
  emit recentChanged();
}

void Desk::tellProblems(const QString& heading, const Problems& problems) {
  constexpr std::size_t mostShown = 12;
  QString words = heading;
  for (std::size_t i = 0; i < std::min(problems.size(), mostShown); ++i)
    words += QStringLiteral("\n") + QString::fromStdString(describe(problems[i]));
  if (problems.size() > mostShown) words += QStringLiteral("\n") + tr("and %1 more.").arg(problems.size() - mostShown);
  emit told(words, true);
}

}  // namespace narrows
