#include "commands/session.h"

#include <QFileInfo>
#include <QStringList>
#include <algorithm>
#include <chrono>
#include <tuple>

#include "book/strake_records.h"
#include "commands/aside.h"
#include "commands/long_work.h"

namespace narrows {

/// One edit as two snapshots of the book.
class BookCommand : public QUndoCommand {
 public:
  BookCommand(Session* session, const QString& words, BookSnapshot before, BookSnapshot after, Session::Pace pace)
      : QUndoCommand(words), m_session(session), m_before(std::move(before)), m_after(std::move(after)), m_pace(pace) {}
  void undo() override { m_session->setBook(m_before, Session::Pace::Rest); }
  void redo() override { m_session->setBook(m_after, m_pace); }
  int id() const override { return m_pace == Session::Pace::Step ? 1 : -1; }
  bool mergeWith(const QUndoCommand* next) override {
    if (next->text() != text()) return false;
    m_after = static_cast<const BookCommand*>(next)->m_after;
    setObsolete(*m_before == *m_after);
    return true;
  }

 private:
  Session* m_session;
  BookSnapshot m_before, m_after;
  Session::Pace m_pace;
};

namespace {

/// Whether two books have the same lines on the same hull: they differ in nothing that lines are drawn by.
bool linesOffAlike(const Book& one, const Book& other) {
  const auto drawn = [](const Book& book) {
    return std::tie(book.table, book.faired, book.stationIds, book.plans, book.starboard, book.port, book.hung,
                    book.settings.lap);
  };
  return drawn(one) == drawn(other);
}

/// How many edits can be undone: every one keeps a book of its own, and together they are to take an eighth of a
/// gigabyte at most. A small boat's are more than anybody makes.
int undoLimitOf(const Book& book) {
  // A book takes about as much as the text of its file.
  constexpr std::size_t mostBytes = 128'000'000, fewest = 200, most = 20'000;
  return static_cast<int>(std::clamp(mostBytes / std::max<std::size_t>(writeBook(book).size(), 1), fewest, most));
}

}  // namespace

Session::Session(QObject* parent) : QObject(parent) {
  m_solver = std::make_unique<Solver>([this](std::shared_ptr<const Solved> answer) {
    QMetaObject::invokeMethod(
        this, [this, answer = std::move(answer)] { takeAnswer(answer); }, Qt::QueuedConnection);
  });
  constexpr int settlingMs = 50;
  m_settling.setSingleShot(true);
  m_settling.setInterval(settlingMs);
  connect(&m_settling, &QTimer::timeout, this, &Session::answerSettled);
  constexpr int restingMs = 150;
  m_resting.setSingleShot(true);
  m_resting.setInterval(restingMs);
  connect(&m_resting, &QTimer::timeout, this, [this] { m_solver->ask(m_book, m_revision, SolveEffort::Full); });
  constexpr int freeingMs = 3000;
  m_freeing.setSingleShot(true);
  m_freeing.setInterval(freeingMs);
  connect(&m_freeing, &QTimer::timeout, this, [this] { isMoving() ? m_freeing.start() : giveBackMemory(); });
  connect(&m_undo, &QUndoStack::cleanChanged, this, &Session::fileChanged);
}

Session::~Session() {
  // An undo stack tells as it goes that it is clean, and who listens would ask this session, half gone, for the rest.
  m_undo.blockSignals(true);
}

void Session::takeAnswer(const std::shared_ptr<const Solved>& solved) {
  // While the hand moves an answer a step behind is shown; one for a book that was put aside is not.
  if (solved == m_solved || solved->revision < (isMoving() ? m_solved->revision : m_revision)) return;
  // The hand may have gone on: its marks are shown where they are now, with the planks of a moment ago.
  m_solved = solved->revision < m_revision ? relined(m_book, solved) : solved;
  selectFirst();
  showAnswer();
  if (!m_freeing.isActive()) m_freeing.start();
}

void Session::showAnswer() {
  emit solvedChanged();
  if (!isMoving()) {
    m_settling.stop();
    emit answerSettled();
  } else if (!m_settling.isActive()) {
    m_settling.start();
  }
}

QString Session::explained(const Problem& problem) const {
  return QString::fromStdString(describe(problem, lengthsIn(notation())));
}

QString Session::unitSaid() const {
  return notation() == Notation::Millimetres ? tr("In mm. ") : tr("In inches. ");
}

QString Session::shownTolerance(Length length) const {
  return QString::fromStdString(showTolerance(length, notation()));
}

QString Session::shown(double mm) const {
  return QString::fromStdString(showLength(millimetres(mm), notation()));
}

std::shared_ptr<const Solved> Session::freshAnswer(std::chrono::milliseconds wait) {
  if (m_solved == nullptr || m_solved->revision == m_revision) return m_solved;
  const auto answer = m_solver->answerWithin(m_revision, wait);
  if (answer == nullptr) return nullptr;
  takeAnswer(answer);
  return m_solved;
}

void Session::setBook(BookSnapshot book, Pace pace) {
  // Marks are where the book has them at once, for whatever is done next; the answer follows.
  if (!linesOffAlike(*m_book, *book) &&
      (pace != Pace::Rest || (m_book->table == book->table && m_book->faired == book->faired)))
    m_solved = relined(book, m_solved);
  m_book = std::move(book);
  ++m_revision;
  m_solver->ask(m_book, m_revision, pace == Pace::Rest ? SolveEffort::Full : SolveEffort::Quick);
  if (m_journal != nullptr && pace != Pace::Drag) m_journal->record(m_book);
  m_resting.stop();
  if (pace == Pace::Step) m_resting.start();
  if (pace != Pace::Rest) showAnswer();  // the picture at the pointer waits for nothing
  emit bookChanged();
}

Session::Hold Session::hold(const QString& path) {
  if (path.isEmpty()) return {};
  if (m_lock != nullptr && m_lock->isOf(path.toStdString())) return {std::move(m_lock), {}, {}};
  auto lock = BookLock::take(path.toStdString());
  if (lock) return {std::move(*lock), {}, {}};
  const QString why = QString::fromStdString(describe(lock.error()[0]));
  return lock.error()[0].fault == Fault::InUse ? Hold{nullptr, why, {}} : Hold{nullptr, {}, why};
}

void Session::startJournal() {
  m_notKept.clear();
  m_journal =
      std::make_unique<Journal>(m_path.toStdString(), [this, journal = ++m_journalNumber](const Problems& told) {
        QMetaObject::invokeMethod(
            this, [this, journal, told] { takeJournalWord(journal, told); }, Qt::QueuedConnection);
      });
}

void Session::takeJournalWord(int journal, const Problems& problems) {
  if (journal != m_journalNumber) return;
  m_notKept = problems.empty() ? QString() : QString::fromStdString(describe(problems[0]));
  if (problems.empty()) letGoOfLeftWork();
  emit careChanged();
}

void Session::letGoOfLeftWork() {
  if (m_leftWork) discardJournal(m_leftWork->journal);
  m_leftWork.reset();
}

QString Session::care() const {
  QStringList words;
  for (const QString& one : {m_unguarded, m_notKept, m_besides}) {
    if (!one.isEmpty()) words << one;
  }
  return words.join(QLatin1Char('\n'));
}

bool Session::isWorking() const {
  return m_solved != nullptr && (m_solved->revision != m_revision || m_solved->waits());
}

void Session::start(const Book& book, const QString& path, Hold hold) {
  if (m_journal != nullptr) m_journal->finish();
  letGoOfLeftWork();
  m_lock = std::move(hold.lock);
  m_onDisk.reset();
  m_path = path;
  m_readOnlyWhy = hold.readOnlyWhy;
  m_unguarded = hold.unguarded;
  m_besides.clear();
  if (m_lock != nullptr) clearTrials(path.toStdString());
  startJournal();
  m_recovered = false;
  m_undo.clear();
  m_dragStart = nullptr;
  m_resting.stop();
  ++m_bookNumber;
  m_book = std::make_shared<const Book>(book);
  m_undo.setUndoLimit(undoLimitOf(book));
  // A quick answer is waited for a moment, so that the window opens on the boat; a large one follows by itself.
  constexpr std::chrono::milliseconds firstAnswerWait{80};
  m_solver->startFrom(nullptr);
  m_solver->ask(m_book, ++m_revision, SolveEffort::Quick);
  m_solved = m_solver->answerWithin(m_revision, firstAnswerWait);
  if (m_solved == nullptr) m_solved = unsolved(m_book, m_revision);
  m_solver->ask(m_book, m_revision, SolveEffort::Full);
  m_selection = {};
  m_selectFirst = true;
  selectFirst();
  emit bookChanged();
  showAnswer();
  emit selectionChanged();
  emit fileChanged();
  emit careChanged();
}

void Session::selectFirst() {
  if (!m_selectFirst || m_solved->lining == nullptr) return;
  m_selectFirst = false;
  m_selection.section = static_cast<int>(m_solved->lining->master);
  m_selection.strake = 0;
  m_selection.line = 1;
  m_selectingFirst = true;
  emit selectionChanged();
  m_selectingFirst = false;
}

void Session::select(const Selection& selection) {
  if (selection == m_selection) return;
  m_selection = selection;
  emit selectionChanged();
}

bool Session::perform(const QString& words, const Result<Book>& edited) {
  return push(words, edited, Pace::Rest);
}

bool Session::performStep(const QString& words, const Result<Book>& edited) {
  return push(words, edited, Pace::Step);
}

bool Session::push(const QString& words, const Result<Book>& made, Pace pace) {
  endDrag();  // one thing at a time: what is held is let go first
  if (!made) {
    emit refused(explained(made.error()[0]));
    return false;
  }
  if (*made == *m_book) return true;
  if (m_together) {
    m_book = std::make_shared<const Book>(*made);
    return true;
  }
  // Readings, joints and all else that is of a strake stay with it.
  const Book edited = followStrakes(*m_book, *made, m_solved->lining == nullptr ? nullptr : &m_solved->lining->frame);
  if (edited == *m_book) return true;
  // What could not be opened again goes in no book.
  if (!isSound(edited, *m_book)) return false;
  const std::vector<RecordsMoved> moved = recordsMoved(*m_book, edited);
  m_undo.push(new BookCommand(this, words, m_book, std::make_shared<const Book>(edited), pace));
  if (!moved.empty()) emit recordsWentAlong(QString::fromStdString(recordsMovedInWords(moved)));
  return true;
}

bool Session::performTogether(const QString& words, const std::function<bool()>& edits) {
  endDrag();
  const BookSnapshot before = m_book;
  m_together = true;
  const bool all = edits();
  m_together = false;
  const BookSnapshot after = std::exchange(m_book, before);
  return all && push(words, *after, Pace::Rest);
}

bool Session::isSound(const Book& book, const Book& before) {
  const auto sound = checkBook(book, &before);
  if (!sound) emit refused(explained(sound.error()[0]));
  return sound.has_value();
}

void Session::undo() {
  if (isDragging()) {
    cancelDrag();
    return;
  }
  m_undo.undo();
}

void Session::redo() {
  if (!isDragging()) m_undo.redo();
}

void Session::beginDrag(const QString& words) {
  m_dragStart = m_book;
  m_dragWords = words;
  emit dragChanged();
}

void Session::dragTo(const Result<Book>& edited) {
  if (!isDragging() || !edited || *edited == *m_book) return;
  setBook(std::make_shared<const Book>(*edited), Pace::Drag);
}

void Session::endDrag() {
  if (!isDragging()) return;
  const BookSnapshot before = std::exchange(m_dragStart, nullptr);
  // What could not be opened again is put back, as what was not moved is.
  if (*before == *m_book || !isSound(*m_book, *before)) {
    setBook(before, Pace::Rest);
  } else {
    m_undo.push(new BookCommand(this, m_dragWords, before, m_book, Pace::Rest));
  }
  emit dragChanged();
}

void Session::cancelDrag() {
  if (!isDragging()) return;
  setBook(std::exchange(m_dragStart, nullptr), Pace::Rest);
  emit dragChanged();
}

Result<void> Session::openBook(const QString& path) {
  auto read = aside([file = path.toStdString()] { return loadBook(file); });
  if (!read) return tl::make_unexpected(read.error());
  Hold held = hold(path);
  if (read->isNewer()) {
    held.readOnlyWhy = QString::fromStdString(
        describe({Fault::BookNewer, {}, {std::to_string(read->version), std::to_string(bookVersion)}}));
  }
  start(read->book, path, std::move(held));
  m_onDisk = read->onDisk;
  return {};
}

Result<void> Session::newFromTable(const QString& path) {
  const auto book = aside([file = path.toStdString()]() -> Result<Book> {
    const auto table = loadOffsetTable(file);
    if (!table) return tl::make_unexpected(table.error());
    return newBook(*table);
  });
  if (!book) return tl::make_unexpected(book.error());
  start(*book, {}, {});
  return {};
}

void Session::openSample(const Book& book) {
  start(book, {}, {});
}

void Session::takeOver(const LeftWork& work) {
  const QString path = QString::fromStdString(work.bookPath);
  start(work.book, path, hold(path));
  m_recovered = true;
  m_leftWork = work;
  m_journal->record(m_book);
  // The old journal goes only when the new one is safe: now, when the disk takes it, or when the book is saved.
  if (m_journal->sync()) letGoOfLeftWork();
  emit fileChanged();
}

Result<void> Session::save() {
  if (!m_readOnlyWhy.isEmpty()) return fail(Fault::ReadOnly, {0, 0, m_path.toStdString()});
  return write(m_path, m_onDisk);
}

Result<void> Session::saveAs(const QString& path) {
  return write(path, std::nullopt);
}

Result<void> Session::write(const QString& path, std::optional<std::uint64_t> asItStood) {
  // A book that may not be written over is not, by whatever name it is called.
  if (!m_readOnlyWhy.isEmpty() && QFileInfo(path) == QFileInfo(m_path))
    return fail(Fault::ReadOnly, {0, 0, path.toStdString()});
  Hold held = hold(path);
  // What another window has, this one does not write over; where there is merely no guard to be had, it does.
  if (!held.readOnlyWhy.isEmpty()) return fail(Fault::InUse, {0, 0, path.toStdString()});
  // A disk may take its time over it; what comes in meanwhile, off a tape, is not in the file.
  const BookSnapshot written = m_book;
  const auto saved = aside([written, file = path.toStdString(), asItStood]() -> Result<Saved> {
    const auto now = asItStood ? whatStandsIn(file) : std::nullopt;
    if (now && *now != *asItStood) return fail(Fault::BookReplaced, {0, 0, file});
    return saveBook(*written, file);
  });
  if (!saved) {
    if (held.lock != nullptr && held.lock->isOf(m_path.toStdString())) m_lock = std::move(held.lock);
    return tl::make_unexpected(saved.error());
  }
  m_lock = std::move(held.lock);
  if (m_lock != nullptr) m_lock->follow(path.toStdString());
  m_onDisk = saved->onDisk;
  m_unguarded = held.unguarded;
  m_besides = QString::fromStdString(describe(saved->besides)).trimmed();
  if (m_journal != nullptr) m_journal->finish();
  letGoOfLeftWork();
  m_path = path;
  startJournal();
  m_readOnlyWhy.clear();
  m_recovered = false;
  if (m_book == written) {
    m_undo.setClean();
  } else {
    m_undo.resetClean();
    m_journal->record(m_book);
  }
  emit fileChanged();
  emit careChanged();
  return {};
}

void Session::closeCleanly() {
  if (m_journal != nullptr) m_journal->finish();
  letGoOfLeftWork();
}

}  // namespace narrows
