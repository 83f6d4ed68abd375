#pragma once
// The book in hand: its snapshot, its undo stack, its file, and what follows from it.

#include <QObject>
#include <QTimer>
#include <QUndoStack>
#include <chrono>
#include <functional>
#include <memory>
#include <optional>

#include "book/book_file.h"
#include "book/journal.h"
#include "commands/solver.h"
#include "solve/solve.h"

namespace narrows {

/// What is selected, everywhere at once. Places are those of the solved boat; none is -1.
struct Selection {
  int strake = -1;                      ///< from 0, the garboard
  int section = -1;                     ///< whole section, from the bow
  int line = -1;                        ///< plank line, from 0, the base line
  int row = -1;                         ///< row of the table
  BoatSide side = BoatSide::Starboard;  ///< whose plan and planks are worked on
  bool operator==(const Selection&) const = default;
};

class Session : public QObject {
  Q_OBJECT

 public:
  explicit Session(QObject* parent = nullptr);
  ~Session() override;

  bool hasBook() const { return m_book != nullptr; }
  const BookSnapshot& book() const { return m_book; }
  const std::shared_ptr<const Solved>& solved() const { return m_solved; }
  QUndoStack* undoStack() { return &m_undo; }
  const Selection& selection() const { return m_selection; }
  void select(const Selection& selection);
  /// The selection changes because a first answer is there, not because anybody took something in hand.
  bool isSelectingFirst() const { return m_selectingFirst; }
  Notation notation() const { return m_book ? m_book->settings.notation : Notation::Inches16; }
  /// What is wrong, its lengths in the book's notation.
  QString explained(const Problem& problem) const;
  /// A length in the book's notation.
  QString shown(double mm) const;
  /// "In mm. " or "In inches. ": said before figures that stand without their unit.
  QString unitSaid() const;
  /// How far something may be off, in the book's notation; never shown as nought.
  QString shownTolerance(Length length) const;
  /// How long an answer is waited for: by a hand at a picture, and by an entry, which would else be lost.
  static constexpr std::chrono::milliseconds handWaits{150}, entryWaits{3000};
  /// The answer for the book as it stands, waited for so long where it is on its way; null where it takes longer.
  std::shared_ptr<const Solved> freshAnswer(std::chrono::milliseconds wait = entryWaits);

  /// One undoable edit, in the trade's words. A failed edit changes nothing and is told by `refused`.
  bool perform(const QString& words, const Result<Book>& edited);
  /// The same for one step by key of what is in hand: it shows at once, as a drag does, and steps of the same words,
  /// one after another, are one undo.
  bool performStep(const QString& words, const Result<Book>& edited);
  /// Edits that belong together, each made from the book as the last left it: one undo of them all, or none where they
  /// come back false. Nothing is shown before their end.
  bool performTogether(const QString& words, const std::function<bool()>& edits);
  /// While something is dragged, undo puts it back and does no more.
  void undo();
  void redo();

  /// A drag: each `dragTo` shows at once; `endDrag` makes one undoable edit of them all, `cancelDrag` none.
  void beginDrag(const QString& words);
  void dragTo(const Result<Book>& edited);
  void endDrag();
  void cancelDrag();
  bool isDragging() const { return m_dragStart != nullptr; }
  /// Something is dragged, or moved by key step after step.
  bool isMoving() const { return isDragging() || m_resting.isActive(); }

  /// Opens a book, or makes a new one of a table. Whatever was open stays open when it fails.
  Result<void> openBook(const QString& path);
  Result<void> newFromTable(const QString& path);
  void openSample(const Book& book);
  void takeOver(const LeftWork& work);
  /// Saves. Where a version before it could not be kept the book is saved all the same, and `care` says so. Fails with
  /// `Fault::BookReplaced` where another program wrote the file since it was opened or saved here.
  Result<void> save();
  Result<void> saveAs(const QString& path);
  /// Nothing is left to recover: called as the window closes with the builder's consent.
  void closeCleanly();

  const QString& path() const { return m_path; }
  const QString& readOnlyWhy() const { return m_readOnlyWhy; }
  /// What the builder must know for as long as it lasts: the book has no guard, work in hand is not kept, a version
  /// before was not. Empty where all is well.
  QString care() const;
  /// Whether the answer for the book as it stands is still being made.
  bool isWorking() const;
  bool isModified() const { return m_recovered || !m_undo.isClean(); }
  /// Which book is in hand, counted from the first that was opened: work begun on one ends for no other.
  int bookNumber() const { return m_bookNumber; }
  /// Revision of the newest book; an answer with the same one is complete.
  std::uint64_t revision() const { return m_revision; }

 signals:
  void bookChanged();
  /// Something is taken hold of, or let go.
  void dragChanged();
  /// A new answer: for the drawing that is worked on.
  void solvedChanged();
  /// The same for everything beside it: while a mark is in the hand no oftener than the eye follows, so that the
  /// picture at the pointer does not wait for the figures round it.
  void answerSettled();
  void selectionChanged();
  void fileChanged();
  void careChanged();
  void refused(const QString& words);
  /// Work beside the window ended in a fault of the program's own, in words: the book is as it was.
  void workBrokenOff(const QString& words);
  /// An edit moved readings, joints, lines of the log or sheets with their strakes to other numbers.
  void recordsWentAlong(const QString& words);

 private:
  friend class BookCommand;
  /// How a book is held: locked, read-only and why, or unguarded and why.
  struct Hold {
    std::unique_ptr<BookLock> lock;
    QString readOnlyWhy, unguarded;
  };
  Hold hold(const QString& path);
  /// Writes the book beside the window; where the file is to stand as it did, not over one that another program wrote.
  Result<void> write(const QString& path, std::optional<std::uint64_t> asItStood);
  /// How an edit comes: while something is dragged, as a step by key, or by itself.
  enum class Pace { Drag, Step, Rest };
  void setBook(BookSnapshot book, Pace pace);
  bool push(const QString& words, const Result<Book>& made, Pace pace);
  /// Whether an edited book could be saved and opened again, where the book before it could; where not, `refused`
  /// tells.
  bool isSound(const Book& book, const Book& before);
  void start(const Book& book, const QString& path, Hold hold);
  void startJournal();
  void takeJournalWord(int journal, const Problems& problems);
  void letGoOfLeftWork();
  void selectFirst();
  void showAnswer();
  void takeAnswer(const std::shared_ptr<const Solved>& solved);

  BookSnapshot m_book;
  BookSnapshot m_dragStart;
  QString m_dragWords;
  bool m_together = false;
  std::shared_ptr<const Solved> m_solved;
  std::uint64_t m_revision = 0;
  QUndoStack m_undo;
  Selection m_selection;
  QTimer m_settling;
  QTimer m_resting;  ///< runs while steps follow one another
  QTimer m_freeing;  ///< runs from an answer to when what the one before held is given back
  int m_bookNumber = 0;
  QString m_path;
  QString m_readOnlyWhy;
  bool m_recovered = false;
  bool m_selectFirst = false, m_selectingFirst = false;
  QString m_unguarded, m_notKept, m_besides;  ///< what `care` says
  std::unique_ptr<BookLock> m_lock;
  std::optional<std::uint64_t> m_onDisk;  ///< what stood in the file when it was opened, or saved here
  std::unique_ptr<Journal> m_journal;
  int m_journalNumber = 0;             ///< of that journal: a word of one before it is of another book
  std::optional<LeftWork> m_leftWork;  ///< taken up, and not yet safe elsewhere
  std::unique_ptr<Solver> m_solver;    ///< last: its thread ends before what it reports to
};

}  // namespace narrows
