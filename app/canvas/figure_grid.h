#pragma once
// A grid of figures to be typed over, copied and pasted.

#include <QPersistentModelIndex>
#include <QPointer>
#include <QTableView>
#include <functional>

#include "canvas/deed.h"

class QLabel;
class QLineEdit;

namespace narrows {

class Session;

/// A table whose cells are typed over. A key begins typing, and digits stay with it. Tab and Shift+Tab take what was
/// typed and go to the next and the last cell that can be typed in, row after row; Enter and Shift+Enter, once
/// something was typed, go down and up, and from the foot of a column to the head of the next, or, where the work runs
/// across (`way`), as Tab does; after a run of Tabs Enter goes to where the run began, a row down. Arrows go where they
/// point. Behind the last cell the hand leaves the grid.
///
/// What cannot be read or is refused stays in its open cell, marked, with the word beside it, until it is mended or
/// Escape puts the cell back. An answer that comes in meanwhile leaves the open cell and the hand alone.
///
/// A block is copied and pasted as text, its cells parted by tabs and its rows by line ends, so that it goes to a
/// spreadsheet and back; cells give their exact text. What is pasted is one undo, all of it or, where a cell is
/// refused, none.
class FigureGrid : public QTableView {
  Q_OBJECT

 public:
  FigureGrid(const QString& name, Session* session, QWidget* parent = nullptr);

  /// Which way the hand goes on after a figure; kept for the next time, and changed with the right button.
  enum class Way { Down, Across };
  Way way() const { return m_way; }
  void setWay(Way way);
  /// The way this grid's work usually runs, for whoever has not chosen another.
  void setUsualWay(Way way);

  /// The cells selected, as text; what lies between them is empty.
  QString copied() const;
  /// The whole table, with the names of its rows and columns, as it is read.
  QString whole() const;
  /// What can be done with the row in hand beside typing; none by itself.
  std::function<std::vector<Deed>()> rowDeeds;
  /// Types a block over the cells from the current one on. False, told beside the cell, where it does not fit.
  bool paste(const QString& block);
  /// The hand is in the grid: it has the keyboard, or a cell of it is open.
  bool hasHand() const;
  /// What is told beside a cell: why what stands in it was refused. Empty where nothing was.
  QString told() const;
  /// A figure is being taken: what refuses it is told here, and need not be elsewhere.
  bool isTaking() const { return m_taking; }

  /// Of the delegate: a cell was opened, and a key came to it. True where the key was the grid's.
  void opened(QLineEdit* editor, const QModelIndex& cell);
  bool takeKeyOfOpenCell(QKeyEvent* event);

  void setModel(QAbstractItemModel* model) override;

 signals:
  void notUnderstood(const QString& words);
  void understood();

 public slots:
  /// Says beside the cell in hand what was refused; nothing takes the words away.
  void tellBeside(const QString& words);

 protected:
  bool event(QEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void contextMenuEvent(QContextMenuEvent* event) override;
  void scrollContentsBy(int dx, int dy) override;
  void updateGeometries() override;
  bool focusNextPrevChild(bool next) override;
  bool edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) override;
  void commitData(QWidget* editor) override;
  void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;
  void rowsAboutToBeRemoved(const QModelIndex& parent, int start, int end) override;
  /// What Enter does in a cell that was opened and not typed in: it closes, and the hand stays.
  virtual void enterUntyped() {}
  /// Brings the rows and columns up to what there is now, before a figure is written to one of them.
  virtual void align() {}
  /// What was typed, as it is written to the cell.
  virtual QString meant(const QString& typed) const { return typed; }
  Session* session() const { return m_session; }
  /// Where Tab, Enter or their like go from a cell: the next that is a stop; invalid behind the last and before the
  /// first.
  QModelIndex nextStop(const QModelIndex& from, Way way, int by) const;
  /// Goes on as Enter does after a figure.
  void goOn(int by = 1);

 private:
  /// Whether the hand stops there, coming from another cell.
  bool isStop(const QModelIndex& cell, const QModelIndex& from) const;
  bool take(QLineEdit* field);
  /// Takes and closes the open cell. False where it stays open.
  bool closeTaken();
  void close(QAbstractItemDelegate::EndEditHint hint);
  void goTab(int by);
  void goBy(int down, int across);
  void leave(bool next);
  void openMenu(const QPoint& at);
  void placeNote();
  void mark(bool refused);
  void losesOpenCell();

  Session* m_session;
  Way m_way = Way::Down;
  bool m_closing = false, m_taken = true, m_taking = false;
  QPointer<QLineEdit> m_open;     ///< the editor of the open cell
  QPersistentModelIndex m_cell;   ///< which that is
  bool m_typedOver = false;       ///< it was opened by a figure, so that arrows leave it
  QPersistentModelIndex m_run;    ///< where a run of Tabs began; invalid where there is none
  QPersistentModelIndex m_noted;  ///< the cell that is told of
  QLabel* m_note;
  QString m_refusal;       ///< what was said while a figure was taken
  bool m_fitting = false;  ///< its free room is being laid out
};

}  // namespace narrows
