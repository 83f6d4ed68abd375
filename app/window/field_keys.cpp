#include "window/field_keys.h"

#include <QAbstractItemView>
#include <QAbstractSpinBox>
#include <QApplication>
#include <QComboBox>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPushButton>

namespace narrows {

namespace {

/// The line of text of a field, whatever kind of field it is; null where it has none.
QLineEdit* textOf(QObject* field) {
  if (auto* line = qobject_cast<QLineEdit*>(field)) return line;
  if (auto* number = qobject_cast<QAbstractSpinBox*>(field)) return number->findChild<QLineEdit*>();
  if (auto* choice = qobject_cast<QComboBox*>(field)) return choice->lineEdit();
  return nullptr;
}

/// A table or a list, whose pages its own keys turn; what is under it of its own is not asked.
bool turnsPages(QObject* focused, const QKeyEvent* key) {
  return (key->key() == Qt::Key_PageUp || key->key() == Qt::Key_PageDown) && key->modifiers() == Qt::NoModifier &&
         qobject_cast<QAbstractItemView*>(focused) != nullptr;
}

bool asksUndo(const QKeyEvent* key) {
  return key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo) ||
         (key->key() == Qt::Key_Y && key->modifiers() == Qt::ControlModifier) ||
         (key->key() == Qt::Key_Z && key->modifiers() == (Qt::ControlModifier | Qt::ShiftModifier));
}

}  // namespace

FieldKeys::FieldKeys(QObject* parent) : QObject(parent) {
  qApp->installEventFilter(this);
}

bool FieldKeys::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() != QEvent::KeyPress && event->type() != QEvent::ShortcutOverride) return false;
  auto* key = static_cast<QKeyEvent*>(event);
  if (const QLineEdit* text = textOf(watched); text != nullptr && asksUndo(key) && !text->isModified()) {
    // Left to the window's own action; with nothing to undo there it does nothing here either.
    event->ignore();
    return true;
  }
  if (event->type() == QEvent::ShortcutOverride && turnsPages(watched, key)) {
    event->accept();  // not the window's: to the table
    return true;
  }
  auto* button = qobject_cast<QPushButton*>(watched);
  const bool isEnter = key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter;
  if (event->type() == QEvent::KeyPress && button != nullptr && isEnter &&
      (key->modifiers() & ~Qt::KeypadModifier) == 0 && button->isEnabled()) {
    if (!key->isAutoRepeat()) button->click();
    return true;
  }
  return false;
}

}  // namespace narrows
