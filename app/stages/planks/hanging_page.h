#pragma once
// The hanging log of the strake in hand: what was done to it, and where its edge lies now that it hangs.

#include <QWidget>

#include "book/book.h"
#include "canvas/cell_grid.h"
#include "daybook/hanging_log.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

class RefusedNote;
class Session;
class Slate;

/// Two grids: a row a line of the log, typed over where it was wrong; and a row a station, where the upper edge lies
/// off the plan's line once the plank hangs: what is typed there goes to Lining off, which lines off the rest again.
class HangingPage : public QWidget {
  Q_OBJECT

 public:
  explicit HangingPage(Session* session, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* log() { return m_log; }
  CellGrid* edge() { return m_edge; }
  /// "4 of 18 hung": planks of both sides.
  static QString hungWords(const Session& session);

 private:
  enum Column { Step, Day, Hours, Piece, Where, Pared, Note };
  /// Of the strake in hand, by day; kept until the book or the strake is another.
  const std::vector<HangingEntry>& entries() const;
  int strake() const;
  BoatSide side() const;
  int strakes() const;
  /// Those that the plank in hand takes.
  std::vector<HangingStep> stepsOffered() const;
  Cell logCell(int row, int column) const;
  bool enterLog(int row, int column, const QString& text);
  Cell edgeCell(int row) const;
  bool enterEdge(int row, const QString& text);
  std::optional<Length> offAt(std::size_t section) const;
  /// Logs what the slate says. False, told, where it could not be.
  bool logNow();
  void logAndGoOn();
  void erase();
  void say();

  struct Entries {
    BookSnapshot of;
    int strake = 0;
    BoatSide side = BoatSide::Starboard;
    std::vector<HangingEntry> byDay;
  };

  Session* m_session;
  mutable Entries m_entries;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  RefusedNote* m_answer;
  CellGrid* m_log;
  CellGrid* m_edge;
  /// The day that is logged is today's, unless another was typed today.
  void keepDay();
  std::string m_dayTypedOn;  ///< the day a day was typed, which stands for that day; else the log's day is today's
  QLineEdit *m_day = nullptr, *m_where = nullptr, *m_note = nullptr;
  std::vector<QWidget*> m_fields, m_ofEasing;
  HangingStep m_step = HangingStep::Lined;
  int m_piece = 0;
  double m_hours = 0.0;
  Length m_pared;
};

}  // namespace narrows
