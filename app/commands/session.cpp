#include "commands/session.h"

#include <QFileInfo>
#include <QPointer>

namespace narrows {

/// One edit as two snapshots of the book.
class BookCommand : public QUndoCommand {
 public:
  BookCommand(Session* session, const QString& words, BookSnapshot before, BookSnapshot after)
      : QUndoCommand(words), m_session(session), m_before(std::move(before)), m_after(std::move(after)) {}
  void undo() override { m_session->setBook(m_before, SolveEffort::Full); }
  void redo() override { m_session->setBook(m_after, SolveEffort::Full); }

 private:
  Session* m_session;
  BookSnapshot m_before, m_after;
};

Session::Session(QObject* parent) : QObject(parent) {
  m_solver = std::make_unique<Solver>([this](std::shared_ptr<const Solved> answer) {
    QMetaObject::invokeMethod(
        this, [this, answer = std::move(answer)] { takeAnswer(answer); }, Qt::QueuedConnection);
  });
  constexpr int settlingMs = 50;
  m_settling.setSingleShot(true);
  m_settling.setInterval(settlingMs);
  connect(&m_settling, &QTimer::timeout, this, &Session::answerSettled);
  connect(&m_undo, &QUndoStack::cleanChanged, this, &Session::fileChanged);
}

Session::~Session() = default;

void Session::takeAnswer(const std::shared_ptr<const Solved>& solved) {
  // While a drag goes on an answer a step behind is shown; one for a book that was put aside is not.
  if (solved->revision < (isDragging() ? m_solved->revision : m_revision)) return;
  // The hand may have gone on: its marks are shown where they are now, with the planks of a moment ago.
  m_solved = solved->revision < m_revision ? relined(m_book, solved) : solved;
  showAnswer();
}

void Session::showAnswer() {
  emit solvedChanged();
  if (!isDragging()) {
    m_settling.stop();
    emit answerSettled();
  } else if (!m_settling.isActive()) {
    m_settling.start();
  }
}

void Session::setBook(BookSnapshot book, SolveEffort effort) {
  m_book = std::move(book);
  ++m_revision;
  m_solver->ask(m_book, m_revision, effort);
  if (m_journal != nullptr && effort == SolveEffort::Full) m_journal->record(m_book);
  if (effort == SolveEffort::Quick) {
    // The picture at the pointer waits for nothing.
    m_solved = relined(m_book, m_solved);
    showAnswer();
  }
  emit bookChanged();
}

void Session::start(const Book& book, const QString& path, std::unique_ptr<BookLock> lock, const QString& readOnlyWhy) {
  if (m_journal != nullptr) m_journal->finish();
  m_journal = std::make_unique<Journal>(path.toStdString());
  m_lock = std::move(lock);
  m_path = path;
  m_readOnlyWhy = readOnlyWhy;
  m_recovered = false;
  m_undo.clear();
  m_dragStart = nullptr;
  m_book = std::make_shared<const Book>(book);
  // A first, quick answer on the spot, so that the window opens on the boat; the full one follows by itself.
  m_solved = solve(m_book, ++m_revision, nullptr, SolveEffort::Quick);
  m_solver->startFrom(m_solved);
  m_selection = {};
  if (m_solved->lining != nullptr) {
    m_selection.section = static_cast<int>(m_solved->lining->master);
    m_selection.strake = 0;
    m_selection.line = 1;
  }
  m_solver->ask(m_book, m_revision, SolveEffort::Full);
  emit bookChanged();
  showAnswer();
  emit selectionChanged();
  emit fileChanged();
}

void Session::select(const Selection& selection) {
  if (selection == m_selection) return;
  m_selection = selection;
  emit selectionChanged();
}

bool Session::perform(const QString& words, const Result<Book>& edited) {
  if (!edited) {
    emit refused(QString::fromStdString(describe(edited.error()[0])));
    return false;
  }
  if (*edited == *m_book) return true;
  m_undo.push(new BookCommand(this, words, m_book, std::make_shared<const Book>(*edited)));
  return true;
}

void Session::beginDrag(const QString& words) {
  m_dragStart = m_book;
  m_dragWords = words;
}

void Session::dragTo(const Result<Book>& edited) {
  if (!isDragging() || !edited || *edited == *m_book) return;
  setBook(std::make_shared<const Book>(*edited), SolveEffort::Quick);
}

void Session::endDrag() {
  if (!isDragging()) return;
  const BookSnapshot before = std::exchange(m_dragStart, nullptr);
  if (*before == *m_book) {
    setBook(before, SolveEffort::Full);
    return;
  }
  m_undo.push(new BookCommand(this, m_dragWords, before, m_book));
}

void Session::cancelDrag() {
  if (!isDragging()) return;
  setBook(std::exchange(m_dragStart, nullptr), SolveEffort::Full);
}

Result<void> Session::openBook(const QString& path) {
  auto read = loadBook(path.toStdString());
  if (!read) return tl::make_unexpected(read.error());
  auto lock = path == m_path && m_lock != nullptr ? std::move(m_lock) : BookLock::take(path.toStdString());
  QString why;
  if (read->isNewer()) {
    why = QString::fromStdString(
        describe({Fault::BookNewer, {}, {std::to_string(read->version), std::to_string(bookVersion)}}));
  } else if (lock == nullptr) {
    why = QString::fromStdString(describe({Fault::InUse, {}, {}}));
  }
  start(read->book, path, std::move(lock), why);
  return {};
}

Result<void> Session::newFromTable(const QString& path) {
  const auto table = loadOffsetTable(path.toStdString());
  if (!table) return tl::make_unexpected(table.error());
  const auto book = newBook(*table);
  if (!book) return tl::make_unexpected(book.error());
  start(*book, {}, nullptr, {});
  return {};
}

void Session::openSample(const Book& book) {
  start(book, {}, nullptr, {});
}

void Session::takeOver(const LeftWork& work) {
  const QString path = QString::fromStdString(work.bookPath);
  start(work.book, path, path.isEmpty() ? nullptr : BookLock::take(work.bookPath), {});
  m_recovered = true;
  m_journal->record(m_book);
  m_journal->sync();
  discardJournal(work.journal);
  emit fileChanged();
}

Result<void> Session::save() {
  if (!m_readOnlyWhy.isEmpty()) return fail(Fault::ReadOnly, {0, 0, m_path.toStdString()});
  return saveAs(m_path);
}

Result<void> Session::saveAs(const QString& path) {
  std::unique_ptr<BookLock> lock;
  const bool same = path == m_path && m_readOnlyWhy.isEmpty();
  if (!same) {
    lock = BookLock::take(path.toStdString());
    if (lock == nullptr) return fail(Fault::InUse, {0, 0, path.toStdString()});
  }
  if (auto saved = saveBook(*m_book, path.toStdString()); !saved) return saved;
  if (lock != nullptr) m_lock = std::move(lock);
  if (m_lock == nullptr) m_lock = BookLock::take(path.toStdString());
  if (m_journal != nullptr) m_journal->finish();
  m_journal = std::make_unique<Journal>(path.toStdString());
  m_path = path;
  m_readOnlyWhy.clear();
  m_recovered = false;
  m_undo.setClean();
  emit fileChanged();
  return {};
}

void Session::closeCleanly() {
  if (m_journal != nullptr) m_journal->finish();
}

}  // namespace narrows
