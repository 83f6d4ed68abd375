#pragma once
// A cell that is being typed in.

#include <QLineEdit>
#include <QStyledItemDelegate>

namespace narrows {

/// Leaves what is typed alone when an answer comes in meanwhile: a view refreshes its open editor with every change of
/// its model, and would take the figure from under the hand.
class TypingDelegate : public QStyledItemDelegate {
 public:
  using QStyledItemDelegate::QStyledItemDelegate;

  void setEditorData(QWidget* editor, const QModelIndex& index) const override {
    const auto* field = qobject_cast<QLineEdit*>(editor);
    if (field == nullptr || !field->isModified()) QStyledItemDelegate::setEditorData(editor, index);
  }

  /// A cell that was opened and not typed in is not written.
  void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override {
    const auto* field = qobject_cast<QLineEdit*>(editor);
    if (field == nullptr || field->isModified()) QStyledItemDelegate::setModelData(editor, model, index);
  }
};

}  // namespace narrows
