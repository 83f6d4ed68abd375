#include "canvas/figure_grid.h"

#include <QClipboard>
#include <QContextMenuEvent>
#include <QGuiApplication>
#include <QHeaderView>
#include <QKeyEvent>
#include <QMenu>

#include "canvas/look.h"
#include "canvas/typing_delegate.h"
#include "commands/session.h"
#include "fonts.h"

namespace narrows {

namespace {

/// Where figures are typed, digits are figures, not stages.
bool offersDigit(const QEvent* event) {
  if (event->type() != QEvent::ShortcutOverride) return false;
  const auto* key = static_cast<const QKeyEvent*>(event);
  return key->modifiers() == Qt::NoModifier && key->key() >= Qt::Key_0 && key->key() <= Qt::Key_9;
}

/// A block of text as rows of cells.
QList<QStringList> cellsOf(QString block) {
  block.remove(QLatin1Char('\r'));
  if (block.endsWith(QLatin1Char('\n'))) block.chop(1);
  QList<QStringList> rows;
  for (const QString& row : block.split(QLatin1Char('\n'))) rows.append(row.split(QLatin1Char('\t')));
  return rows;
}

}  // namespace

FigureGrid::FigureGrid(const QString& name, Session* session, QWidget* parent)
    : QTableView(parent), m_session(session) {
  setItemDelegate(new TypingDelegate(this));
  setFont(shopFont(15.0));
  setAccessibleName(name);
  setSelectionMode(QAbstractItemView::ContiguousSelection);
  setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::DoubleClicked |
                  QAbstractItemView::EditKeyPressed);
  setTabKeyNavigation(true);
  verticalHeader()->setDefaultSectionSize(28);
  verticalHeader()->setMinimumSectionSize(28);
  verticalHeader()->setFont(shopFont(look::labelPx));
  verticalHeader()->setContextMenuPolicy(Qt::CustomContextMenu);
  connect(verticalHeader(), &QWidget::customContextMenuRequested, this, [this](const QPoint& at) {
    const int row = verticalHeader()->logicalIndexAt(at);
    if (row >= 0) setCurrentIndex(model()->index(row, std::max(currentIndex().column(), 0)));
    openMenu(verticalHeader()->viewport()->mapToGlobal(at));
  });
}

QString FigureGrid::copied() const {
  QModelIndexList cells = selectionModel()->selectedIndexes();
  if (cells.isEmpty() && currentIndex().isValid()) cells.append(currentIndex());
  if (cells.isEmpty()) return {};
  QRect block;
  for (const QModelIndex& cell : cells) block |= QRect(cell.column(), cell.row(), 1, 1);
  QStringList rows;
  for (int row = block.top(); row <= block.bottom(); ++row) {
    QStringList texts;
    for (int column = block.left(); column <= block.right(); ++column) {
      const QModelIndex cell = model()->index(row, column);
      const bool typed = (cell.flags() & Qt::ItemIsEditable) != 0;
      texts.append(cells.contains(cell) ? cell.data(typed ? Qt::EditRole : Qt::DisplayRole).toString() : QString());
    }
    rows.append(texts.join(QLatin1Char('\t')));
  }
  return rows.join(QLatin1Char('\n'));
}

bool FigureGrid::paste(const QString& block) {
  const QModelIndex from = currentIndex();
  if (!from.isValid() || block.isEmpty()) return false;
  const QList<QStringList> cells = cellsOf(block);
  const qsizetype wide = cells.front().size();
  const int roomDown = model()->rowCount() - from.row(), roomAcross = model()->columnCount() - from.column();
  for (qsizetype row = 0; row < cells.size(); ++row) {
    if (cells[row].size() == wide) continue;
    emit notUnderstood(tr("Nothing was pasted: a block has as many cells in every row, and its row %1 has %2, not %3.")
                           .arg(row + 1)
                           .arg(cells[row].size())
                           .arg(wide));
    return false;
  }
  if (cells.size() > roomDown || wide > roomAcross) {
    emit notUnderstood(tr("Nothing was pasted: the block is %1 of %2, and from this cell there is room for %3 of %4.")
                           .arg(tr("%n row(|s)", nullptr, static_cast<int>(cells.size())),
                                tr("%n figure(|s)", nullptr, static_cast<int>(wide)),
                                tr("%n row(|s)", nullptr, roomDown))
                           .arg(roomAcross));
    return false;
  }
  const bool taken =
      m_session->performTogether(tr("Paste %n figure(|s)", nullptr, static_cast<int>(cells.size() * wide)), [&] {
        for (int row = 0; row < cells.size(); ++row) {
          for (int column = 0; column < wide; ++column) {
            const QModelIndex cell = model()->index(from.row() + row, from.column() + column);
            const QString& text = cells[row][column];
            if (text == cell.data(Qt::EditRole).toString()) continue;
            if ((cell.flags() & Qt::ItemIsEditable) == 0) {
              emit notUnderstood(
                  tr("Nothing was pasted: the block would go over %1, %2, which is worked out, not typed.")
                      .arg(model()->headerData(cell.row(), Qt::Vertical).toString(),
                           model()->headerData(cell.column(), Qt::Horizontal).toString()));
              return false;
            }
            if (!model()->setData(cell, text, Qt::EditRole)) return false;
          }
        }
        return true;
      });
  if (taken) emit understood();
  return taken;
}

void FigureGrid::keyPressEvent(QKeyEvent* event) {
  if (state() != QAbstractItemView::EditingState && event->matches(QKeySequence::Copy)) {
    QGuiApplication::clipboard()->setText(copied());
  } else if (state() != QAbstractItemView::EditingState && event->matches(QKeySequence::Paste)) {
    paste(QGuiApplication::clipboard()->text());
  } else {
    QTableView::keyPressEvent(event);
  }
}

void FigureGrid::contextMenuEvent(QContextMenuEvent* event) {
  const QModelIndex under = indexAt(viewport()->mapFromGlobal(event->globalPos()));
  // A cell of a block that is selected is part of it; any other is taken in hand.
  if (event->reason() == QContextMenuEvent::Mouse && under.isValid() && !selectionModel()->isSelected(under))
    setCurrentIndex(under);
  openMenu(event->globalPos());
}

void FigureGrid::openMenu(const QPoint& at) {
  QMenu* menu = menuOn(this);
  const QModelIndex now = currentIndex();
  const auto copy = [](const QString& words) { QGuiApplication::clipboard()->setText(words); };
  const bool typed = now.isValid() && (now.flags() & Qt::ItemIsEditable) != 0;
  if (rowDeeds && now.isValid()) {
    addDeeds(menu, rowDeeds());
    menu->addSeparator();
  }
  addDeeds(menu, {{tr("Type over it"), Qt::Key_F2, [this, now] { edit(now); }, typed},
                  {tr("Copy"), Qt::Key_unknown, [this, copy] { copy(copied()); }, now.isValid()},
                  {tr("Paste"), Qt::Key_unknown, [this] { paste(QGuiApplication::clipboard()->text()); },
                   typed && !QGuiApplication::clipboard()->text().isEmpty()},
                  {tr("Copy the whole table"), Qt::Key_unknown, [this, copy] { copy(whole()); }}});
  menu->popup(at);
}

QString FigureGrid::whole() const {
  const auto head = [this](int section, Qt::Orientation way) {
    return model()->headerData(section, way, Qt::DisplayRole).toString().replace(QLatin1Char('\n'), QLatin1Char(' '));
  };
  QStringList rows, heads(QString{});
  for (int column = 0; column < model()->columnCount(); ++column) heads << head(column, Qt::Horizontal);
  rows << heads.join(QLatin1Char('\t'));
  for (int row = 0; row < model()->rowCount(); ++row) {
    QStringList cells(head(row, Qt::Vertical));
    for (int column = 0; column < model()->columnCount(); ++column)
      cells << model()->index(row, column).data(Qt::DisplayRole).toString();
    rows << cells.join(QLatin1Char('\t'));
  }
  return rows.join(QLatin1Char('\n')) + QLatin1Char('\n');
}

void FigureGrid::updateGeometries() {
  QTableView::updateGeometries();
  // No half row at the foot: what is left over is left free.
  const int row = verticalHeader()->defaultSectionSize(), rows = model() == nullptr ? 0 : model()->rowCount();
  const int room = viewport()->height() + viewportMargins().bottom();
  const int over = rows * row > room && room > row ? room % row : 0;
  if (viewportMargins().bottom() == over) return;
  const QMargins margins = viewportMargins();
  setViewportMargins(margins.left(), margins.top(), margins.right(), over);
  const QRect seen = viewport()->geometry(), head = verticalHeader()->geometry();
  verticalHeader()->setGeometry(head.left(), seen.top(), head.width(), seen.height());
}

bool FigureGrid::focusNextPrevChild(bool next) {
  // Behind its last cell, and before its first, the keys go on to what stands beside the grid.
  const QModelIndex now = currentIndex();
  const int row = next ? model()->rowCount() - 1 : 0, column = next ? model()->columnCount() - 1 : 0;
  const bool goesOn = !now.isValid() || (now.row() == row && now.column() == column);
  setTabKeyNavigation(!goesOn);
  const bool gone = QTableView::focusNextPrevChild(next);
  setTabKeyNavigation(true);
  return gone;
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
