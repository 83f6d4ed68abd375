#include "canvas/typing_delegate.h"

#include <QKeyEvent>
#include <QLineEdit>

#include "canvas/figure_grid.h"

namespace narrows {

TypingDelegate::TypingDelegate(FigureGrid* grid) : QStyledItemDelegate(grid), m_grid(grid) {}

QWidget* TypingDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem& option,
                                      const QModelIndex& index) const {
  QWidget* editor = QStyledItemDelegate::createEditor(parent, option, index);
  m_grid->opened(qobject_cast<QLineEdit*>(editor), index);
  return editor;
}

void TypingDelegate::setEditorData(QWidget* editor, const QModelIndex& index) const {
  const auto* field = qobject_cast<QLineEdit*>(editor);
  if (field == nullptr || !field->isModified()) QStyledItemDelegate::setEditorData(editor, index);
}

bool TypingDelegate::eventFilter(QObject* editor, QEvent* event) {
  // Another window, or a menu, in front: what is half typed is no figure yet.
  if (event->type() == QEvent::FocusOut) {
    const Qt::FocusReason reason = static_cast<QFocusEvent*>(event)->reason();
    if (reason == Qt::ActiveWindowFocusReason || reason == Qt::PopupFocusReason || reason == Qt::MenuBarFocusReason)
      return false;
  }
  if (event->type() == QEvent::KeyPress && m_grid->takeKeyOfOpenCell(static_cast<QKeyEvent*>(event))) return true;
  return QStyledItemDelegate::eventFilter(editor, event);
}

}  // namespace narrows
