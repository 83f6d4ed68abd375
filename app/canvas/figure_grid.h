#pragma once
// A grid of figures to be typed over.

#include <QTableView>

namespace narrows {

/// Whether an event offers a digit as a shortcut. Where figures are typed, digits are figures, not stages.
bool offersDigit(const QEvent* event);

/// A table whose cells are typed over: a key begins typing, digits stay with it, and an answer that comes in meanwhile
/// leaves what is typed alone.
class FigureGrid : public QTableView {
  Q_OBJECT

 public:
  explicit FigureGrid(const QString& name, QWidget* parent = nullptr);

 protected:
  bool event(QEvent* event) override;
  void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;
  /// Where the hand goes once a cell is entered; the grid stays where it is unless told.
  virtual QModelIndex nextCell(const QModelIndex& entered, QAbstractItemDelegate::EndEditHint hint) const;

 private:
  bool m_closing = false;
};

}  // namespace narrows
