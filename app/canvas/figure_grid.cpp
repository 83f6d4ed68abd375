#include "canvas/figure_grid.h"

#include <QHeaderView>
#include <QKeyEvent>

#include "canvas/look.h"
#include "canvas/typing_delegate.h"
#include "fonts.h"

namespace narrows {

bool offersDigit(const QEvent* event) {
  if (event->type() != QEvent::ShortcutOverride) return false;
  const auto* key = static_cast<const QKeyEvent*>(event);
  return key->modifiers() == Qt::NoModifier && key->key() >= Qt::Key_0 && key->key() <= Qt::Key_9;
}

FigureGrid::FigureGrid(const QString& name, QWidget* parent) : QTableView(parent) {
  setItemDelegate(new TypingDelegate(this));
  setFont(shopFont(15.0));
  setAccessibleName(name);
  setSelectionMode(QAbstractItemView::SingleSelection);
  setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::DoubleClicked |
                  QAbstractItemView::EditKeyPressed);
  verticalHeader()->setDefaultSectionSize(28);
  verticalHeader()->setMinimumSectionSize(28);
  verticalHeader()->setFont(shopFont(look::labelPx));
}

bool FigureGrid::event(QEvent* event) {
  if (offersDigit(event)) {
    event->accept();
    return true;
  }
  return QTableView::event(event);
}

void FigureGrid::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
  // An editor that is put away loses the focus, and would be closed for that once more.
  if (m_closing) return;
  m_closing = true;
  const QModelIndex entered = currentIndex();
  QTableView::closeEditor(editor, QAbstractItemDelegate::NoHint);
  m_closing = false;
  if (!entered.isValid() || hint == QAbstractItemDelegate::RevertModelCache) return;
  const QModelIndex next = nextCell(entered, hint);
  if (next.isValid()) setCurrentIndex(next);
}

QModelIndex FigureGrid::nextCell(const QModelIndex& entered, QAbstractItemDelegate::EndEditHint /*hint*/) const {
  return entered;
}

}  // namespace narrows
