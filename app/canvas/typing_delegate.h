#pragma once
// A cell that is being typed in.

#include <QStyledItemDelegate>

namespace narrows {

class FigureGrid;

/// The open cell of a `FigureGrid`. What is typed is left alone when an answer comes in meanwhile: a view refreshes its
/// open editor with every change of its model, and would take the figure from under the hand. The keys that end a
/// figure are the grid's, taken as they come: nothing waits in a queue that the next key could overtake.
class TypingDelegate : public QStyledItemDelegate {
 public:
  explicit TypingDelegate(FigureGrid* grid);

  QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
  void setEditorData(QWidget* editor, const QModelIndex& index) const override;

 protected:
  bool eventFilter(QObject* editor, QEvent* event) override;

 private:
  FigureGrid* m_grid;
};

}  // namespace narrows
