#pragma once
// A grid of figures to be typed over, copied and pasted.

#include <QTableView>
#include <functional>

#include "canvas/deed.h"

namespace narrows {

class Session;

/// A table whose cells are typed over: a key begins typing, digits stay with it, and an answer that comes in meanwhile
/// leaves what is typed alone. Tab goes through its cells and leaves behind the last. A block is copied and pasted as
/// text, its cells parted by tabs and its rows by line ends, so that it goes to a spreadsheet and back; cells give
/// their exact text. What is pasted is one undo, all of it or, where a cell is refused, none.
class FigureGrid : public QTableView {
  Q_OBJECT

 public:
  FigureGrid(const QString& name, Session* session, QWidget* parent = nullptr);

  /// The cells selected, as text; what lies between them is empty.
  QString copied() const;
  /// The whole table, with the names of its rows and columns, as it is read.
  QString whole() const;
  /// What can be done with the row in hand beside typing; none by itself.
  std::function<std::vector<Deed>()> rowDeeds;
  /// Types a block over the cells from the current one on. False, told by `notUnderstood`, where it does not fit.
  bool paste(const QString& block);

 signals:
  void notUnderstood(const QString& words);
  void understood();

 protected:
  bool event(QEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void contextMenuEvent(QContextMenuEvent* event) override;
  void updateGeometries() override;
  bool focusNextPrevChild(bool next) override;
  void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;
  /// Where the hand goes once a cell is entered; the grid stays where it is unless told.
  virtual QModelIndex nextCell(const QModelIndex& entered, QAbstractItemDelegate::EndEditHint hint) const;
  Session* session() const { return m_session; }

 private:
  void openMenu(const QPoint& at);

  Session* m_session;
  bool m_closing = false;
};

}  // namespace narrows
