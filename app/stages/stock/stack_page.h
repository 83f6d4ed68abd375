#pragma once
// The stack: every board there is, typed a line a board, found again, read from and written to files.

#include <QWidget>

#include "book/book.h"
#include "canvas/cell_grid.h"
#include "stock/board.h"

class QLineEdit;
class QPushButton;

namespace narrows {

class RefusedNote;
class Session;
class Slate;
class StockBench;
class TapeFields;
struct TapeReading;

class StackPage : public QWidget {
  Q_OBJECT

 public:
  StackPage(Session* session, StockBench* bench, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }
  QLineEdit* typed() { return m_typed; }
  QLineEdit* sought() { return m_sought; }
  /// Takes boards from a file (`boards,1`). False, having told why, where it cannot be read; the stack stays as it was.
  bool readFrom(const QString& path);
  /// Writes the boards that are not sawn up.
  bool writeTo(const QString& path);
  /// Takes boards from a block of text, as a spreadsheet gives it.
  bool paste(const QString& text);

 private:
  enum Column { Name, Wood, Long, Wide, Top, Thick, LaidOn, Faults, Grade, Moisture, Cut, Place, Came, Price };
  /// The boards that are shown, by their places in the stack; kept until the book or what is sought is another.
  const std::vector<std::size_t>& shownBoards() const;
  const Board* boardAt(int row) const;
  /// What lies on a board, as it is marked: "3 S, 3 P".
  QString laidWords(const Board& board) const;
  Cell cell(int row, int column) const;
  bool enter(int row, int column, const QString& text);
  bool readInto(Board& board, int column, const QString& text);
  bool readLengthInto(Board& board, int column, const QString& text);
  /// Puts boards on the stack and the first of them in hand.
  bool add(const QString& words, std::vector<Board> boards);
  bool tell(const Problems& problems);
  void typeIn();
  void remove();
  void takeReading(const TapeReading& reading);
  void layOut();

  struct Shown {
    BookSnapshot of;
    QString sought;
    std::vector<std::size_t> places;
  };
  Session* m_session;
  StockBench* m_bench;
  Slate* m_slate = nullptr;
  QLineEdit *m_typed, *m_sought;
  CellGrid* m_grid;
  RefusedNote* m_answer;
  TapeFields* m_tape;
  std::vector<Length> m_read;  ///< by the tape, of a board that is not whole yet
  std::vector<QWidget*> m_fields;
  mutable Shown m_shown;
};

}  // namespace narrows
