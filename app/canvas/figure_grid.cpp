#include "canvas/figure_grid.h"

#include <QClipboard>
#include <QContextMenuEvent>
#include <QGuiApplication>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QScrollBar>
#include <QSettings>

#include "canvas/canvas.h"
#include "canvas/keyed_model.h"
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

QString wayKey(const QString& grid) {
  return QStringLiteral("ways/") + grid;
}

}  // namespace

FigureGrid::FigureGrid(const QString& name, Session* session, QWidget* parent)
    : QTableView(parent), m_session(session), m_note(new QLabel(viewport())) {
  setItemDelegate(new TypingDelegate(this));
  setFont(shopFont(15.0));
  setAccessibleName(name);
  setSelectionMode(QAbstractItemView::ContiguousSelection);
  setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::DoubleClicked |
                  QAbstractItemView::EditKeyPressed);
  setTabKeyNavigation(true);
  setUsualWay(Way::Down);
  verticalHeader()->setDefaultSectionSize(28);
  verticalHeader()->setMinimumSectionSize(28);
  verticalHeader()->setFont(shopFont(look::labelPx));
  verticalHeader()->setContextMenuPolicy(Qt::CustomContextMenu);
  connect(verticalHeader(), &QWidget::customContextMenuRequested, this, [this](const QPoint& at) {
    const int row = verticalHeader()->logicalIndexAt(at);
    if (row >= 0) setCurrentIndex(model()->index(row, std::max(currentIndex().column(), 0)));
    openMenu(verticalHeader()->viewport()->mapToGlobal(at));
  });
  m_note->setObjectName(QStringLiteral("besideCell"));
  m_note->setWordWrap(true);
  m_note->setTextFormat(Qt::PlainText);
  m_note->setContentsMargins(8, 4, 8, 4);
  m_note->setAttribute(Qt::WA_TransparentForMouseEvents);
  look::say(m_note, look::Voice::Trouble);
  m_note->hide();
  connect(this, &FigureGrid::notUnderstood, this, [this](const QString& words) {
    m_refusal = words;
    if (!m_taking) tellBeside(words);
  });
  connect(session, &Session::refused, this, [this](const QString& words) {
    if (m_taking) m_refusal = words;
  });
}

void FigureGrid::setWay(Way way) {
  m_way = way;
  QSettings().setValue(wayKey(metaObject()->className() + accessibleName()), static_cast<int>(way));
}

void FigureGrid::setUsualWay(Way way) {
  const QVariant kept = QSettings().value(wayKey(metaObject()->className() + accessibleName()));
  m_way = kept.isValid() ? static_cast<Way>(kept.toInt()) : way;
}

void FigureGrid::setModel(QAbstractItemModel* model) {
  QTableView::setModel(model);
  connect(model, &QAbstractItemModel::columnsAboutToBeRemoved, this, [this](const QModelIndex&, int first, int last) {
    if (m_cell.column() >= first && m_cell.column() <= last) losesOpenCell();
  });
  connect(model, &QAbstractItemModel::modelAboutToBeReset, this, &FigureGrid::losesOpenCell);
  // The hand stays in view when rows come and go round it.
  const auto show = [this] {
    if (hasHand() && currentIndex().isValid()) scrollTo(currentIndex());
    placeNote();
  };
  for (const auto told : {&QAbstractItemModel::rowsInserted, &QAbstractItemModel::rowsRemoved,
                          &QAbstractItemModel::columnsInserted, &QAbstractItemModel::columnsRemoved})
    connect(model, told, this, show, Qt::QueuedConnection);
}

bool FigureGrid::hasHand() const {
  return hasFocus() || (m_open != nullptr && (m_open->hasFocus() || m_open->isModified()));
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
  m_taking = true;
  m_refusal.clear();
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
  m_taking = false;
  if (taken) {
    tellBeside({});
    emit understood();
  } else {
    tellBeside(m_refusal.isEmpty() ? tr("Nothing was pasted: a cell of the block was refused.") : m_refusal);
  }
  return taken;
}

void FigureGrid::keyPressEvent(QKeyEvent* event) {
  if (m_open != nullptr && !m_closing) {
    // The open cell's, though something else had the keyboard for a moment.
    m_open->setFocus();
    event->accept();
    return;
  }
  if (event->matches(QKeySequence::Copy)) {
    QGuiApplication::clipboard()->setText(copied());
  } else if (event->matches(QKeySequence::Paste)) {
    paste(QGuiApplication::clipboard()->text());
  } else {
    const QPersistentModelIndex before = currentIndex();
    QTableView::keyPressEvent(event);
    if (currentIndex() != before) m_run = QPersistentModelIndex();
  }
}

void FigureGrid::mousePressEvent(QMouseEvent* event) {
  // What is refused stays in the open cell until it is mended or put back.
  if (m_open != nullptr && !closeTaken()) return m_open->setFocus();
  m_run = QPersistentModelIndex();
  QTableView::mousePressEvent(event);
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
  connect(m_session, &Session::bookChanged, menu, &QMenu::close);  // what it speaks of may be another by then
  const QModelIndex now = currentIndex();
  const auto copy = [](const QString& words) { QGuiApplication::clipboard()->setText(words); };
  const bool typed = now.isValid() && (now.flags() & Qt::ItemIsEditable) != 0;
  if (rowDeeds && now.isValid()) {
    addDeeds(menu, rowDeeds());
    menu->addSeparator();
  }
  // Rows may come and go while the menu is open.
  addDeeds(menu, {{tr("Type over it"), Qt::Key_F2,
                   [this, cell = QPersistentModelIndex(now)] {
                     if (cell.isValid()) QTableView::edit(cell);
                   },
                   typed},
                  {tr("Copy"), Qt::Key_unknown, [this, copy] { copy(copied()); }, now.isValid()},
                  {tr("Paste"), Qt::Key_unknown, [this] { paste(QGuiApplication::clipboard()->text()); },
                   typed && !QGuiApplication::clipboard()->text().isEmpty()},
                  {tr("Copy the whole table"), Qt::Key_unknown, [this, copy] { copy(whole()); }}});
  if (typed) {
    menu->addSeparator();
    addDeeds(menu,
             {m_way == Way::Down ? Deed{tr("Enter goes on across"), Qt::Key_unknown, [this] { setWay(Way::Across); }}
                                 : Deed{tr("Enter goes on down"), Qt::Key_unknown, [this] { setWay(Way::Down); }}});
  }
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
  // The room left free below, and what the table does about it, would call for another round, and that for the next.
  if (m_fitting) return;
  m_fitting = true;
  QTableView::updateGeometries();
  // No half row at the foot: what is left over is left free.
  const int row = verticalHeader()->defaultSectionSize(), rows = model() == nullptr ? 0 : model()->rowCount();
  const int room = viewport()->height() + viewportMargins().bottom();
  const int over = rows * row > room && room > row ? room % row : 0;
  const QMargins margins = viewportMargins();
  if (margins.bottom() != over) {
    setViewportMargins(margins.left(), margins.top(), margins.right(), over);
    const QRect seen = viewport()->geometry(), head = verticalHeader()->geometry();
    verticalHeader()->setGeometry(head.left(), seen.top(), head.width(), seen.height());
    const QScrollBar* bar = verticalScrollBar();
    if (bar->maximum() > 0 && bar->value() == bar->maximum()) verticalHeader()->setOffsetToLastSection();
  }
  m_fitting = false;
}

bool FigureGrid::focusNextPrevChild(bool next) {
  if (m_closing || !hasFocus()) return QTableView::focusNextPrevChild(next);
  goTab(next ? 1 : -1);
  return true;
}

void FigureGrid::leave(bool next) {
  m_run = QPersistentModelIndex();
  setTabKeyNavigation(false);
  QTableView::focusNextPrevChild(next);
  setTabKeyNavigation(true);
}

bool FigureGrid::isStop(const QModelIndex& cell, const QModelIndex& from) const {
  return (cell.flags() & Qt::ItemIsEditable) != 0 &&
         (cell.column() == from.column() || !cell.data(KeyedModel::passedByRole).toBool());
}

QModelIndex FigureGrid::nextStop(const QModelIndex& from, Way way, int by) const {
  if (!from.isValid()) return {};
  const int rows = model()->rowCount(), columns = model()->columnCount(), all = rows * columns;
  const bool down = way == Way::Down;
  const auto at = [&](int place) {
    return down ? model()->index(place % rows, place / rows) : model()->index(place / columns, place % columns);
  };
  const int start = down ? from.column() * rows + from.row() : from.row() * columns + from.column();
  QModelIndex next;
  bool typed = false;
  for (int place = start + by; place >= 0 && place < all; place += by) {
    const QModelIndex cell = at(place);
    if (isStop(cell, from)) return cell;
    typed = typed || (cell.flags() & Qt::ItemIsEditable) != 0;
    if (!next.isValid()) next = cell;
  }
  // A table that is only read is gone through cell by cell.
  const auto anyTyped = [&] {
    for (int place = 0; place < all; ++place) {
      if ((at(place).flags() & Qt::ItemIsEditable) != 0) return true;
    }
    return false;
  };
  return next.isValid() && !typed && !anyTyped() ? next : QModelIndex();
}

void FigureGrid::goTab(int by) {
  const QModelIndex from = currentIndex(), to = nextStop(from, Way::Across, by);
  if (!to.isValid()) return leave(by > 0);
  // A run begins where the first Tab is pressed, and anew in every row.
  if (!m_run.isValid() || to.row() != m_run.row()) m_run = to.row() == from.row() ? from : to;
  setCurrentIndex(to);
}

void FigureGrid::goOn(int by) {
  const QModelIndex from = currentIndex();
  QModelIndex to = nextStop(from, m_way, by);
  if (m_way == Way::Down && by > 0 && m_run.isValid() && m_run.row() == from.row()) {
    const QModelIndex start = model()->index(from.row() + 1, m_run.column());
    if (start.isValid() && isStop(start, from)) to = start;
  }
  m_run = QPersistentModelIndex();
  if (!to.isValid()) return leave(by > 0);
  setCurrentIndex(to);
}

void FigureGrid::goBy(int down, int across) {
  const QModelIndex from = currentIndex(), to = model()->index(from.row() + down, from.column() + across);
  if (!to.isValid()) return;
  m_run = QPersistentModelIndex();
  setCurrentIndex(to);
}

bool FigureGrid::event(QEvent* event) {
  if (offersDigit(event)) {
    event->accept();
    return true;
  }
  return QTableView::event(event);
}

void FigureGrid::opened(QLineEdit* editor, const QModelIndex& cell) {
  m_open = editor;
  m_cell = cell;
  if (editor == nullptr) return;
  m_taken = true;
  connect(editor, &QLineEdit::textEdited, this, [this] {
    mark(false);
    tellBeside({});
  });
}

bool FigureGrid::edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) {
  const bool begins = m_open == nullptr;
  const bool does = QTableView::edit(index, trigger, event);
  if (begins && m_open != nullptr) m_typedOver = trigger == AnyKeyPressed;
  return does;
}

bool FigureGrid::takeKeyOfOpenCell(QKeyEvent* event) {
  if (m_open == nullptr || m_closing) return false;
  const bool shift = (event->modifiers() & Qt::ShiftModifier) != 0;
  const bool isPlain = (event->modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier)) == 0;
  if (!isPlain) return false;
  switch (event->key()) {
    case Qt::Key_Tab:
    case Qt::Key_Backtab:
      if (closeTaken()) goTab(event->key() == Qt::Key_Backtab || shift ? -1 : 1);
      return true;
    case Qt::Key_Return:
    case Qt::Key_Enter: {
      const bool typed = m_open->isModified();
      if (!closeTaken()) return true;
      if (typed) {
        goOn(shift ? -1 : 1);
      } else {
        enterUntyped();
      }
      return true;
    }
    case Qt::Key_Up:
    case Qt::Key_Down:
      if (closeTaken()) goBy(event->key() == Qt::Key_Down ? 1 : -1, 0);
      return true;
    case Qt::Key_Left:
    case Qt::Key_Right:
      // In a cell that was opened to be mended the caret moves.
      if (!m_typedOver || shift) return false;
      if (closeTaken()) goBy(0, event->key() == Qt::Key_Right ? 1 : -1);
      return true;
    case Qt::Key_Home:
    case Qt::Key_End:
      m_typedOver = false;
      return false;
    case Qt::Key_Escape:
      close(QAbstractItemDelegate::RevertModelCache);
      return true;
    default:
      return false;
  }
}

bool FigureGrid::take(QLineEdit* field) {
  if (field == nullptr || !field->isModified()) return true;
  align();
  if (m_open == nullptr) return true;  // its cell has gone, and that was told
  m_refusal.clear();
  m_taking = true;
  const QPointer<QLineEdit> kept(field);
  const QPersistentModelIndex cell = m_cell;
  const bool taken = model()->setData(cell, meant(field->text()), Qt::EditRole);
  m_taking = false;
  if (kept == nullptr || m_open == nullptr) return true;
  if (taken) {
    field->setModified(false);
    mark(false);
    tellBeside({});
    return true;
  }
  mark(true);
  tellBeside(m_refusal.isEmpty() ? tr("This cannot stand here. Escape puts back what stood.") : m_refusal);
  return false;
}

bool FigureGrid::closeTaken() {
  if (m_open == nullptr) return true;
  m_taken = take(m_open);
  if (!m_taken) return false;
  close(QAbstractItemDelegate::NoHint);
  return true;
}

void FigureGrid::close(QAbstractItemDelegate::EndEditHint hint) {
  if (m_open == nullptr) return;
  m_taken = true;
  closeEditor(m_open, hint);
}

void FigureGrid::commitData(QWidget* editor) {
  // An editor that is put away loses the focus, and would be taken for that once more.
  if (m_closing || m_taking) return;
  m_taken = take(qobject_cast<QLineEdit*>(editor));
}

void FigureGrid::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
  if (m_closing || m_taking || (!m_taken && hint != QAbstractItemDelegate::RevertModelCache)) return;
  m_closing = true;
  m_taken = true;
  if (hint == QAbstractItemDelegate::RevertModelCache) tellBeside({});
  QTableView::closeEditor(editor, QAbstractItemDelegate::NoHint);
  m_open = nullptr;
  m_cell = QPersistentModelIndex();
  m_closing = false;
}

void FigureGrid::rowsAboutToBeRemoved(const QModelIndex& parent, int start, int end) {
  if (m_cell.isValid() && m_cell.row() >= start && m_cell.row() <= end) losesOpenCell();
  QTableView::rowsAboutToBeRemoved(parent, start, end);
}

void FigureGrid::losesOpenCell() {
  if (m_open == nullptr) return;
  const QString typed = m_open->isModified() && !m_taking ? m_open->text() : QString();
  const QString row = model()->headerData(m_cell.row(), Qt::Vertical).toString(),
                column = model()->headerData(m_cell.column(), Qt::Horizontal).toString();
  close(QAbstractItemDelegate::RevertModelCache);
  if (typed.isEmpty()) return;
  emit notUnderstood(tr("\"%1\" was not taken: its cell, %2, %3, has gone from the table.")
                         .arg(typed, row, QString(column).replace(QLatin1Char('\n'), QLatin1Char(' '))));
}

void FigureGrid::mark(bool refused) {
  if (m_open == nullptr || m_open->property("refused").toBool() == refused) return;
  m_open->setProperty("refused", refused);
  QPalette palette = m_open->palette();
  palette.setColor(QPalette::Text, refused ? look::trouble : look::ink);
  m_open->setPalette(palette);
  m_open->setStyleSheet(refused ? QStringLiteral("border: 2px solid %1; color: %1;").arg(look::trouble.name())
                                : QString());
}

void FigureGrid::tellBeside(const QString& words) {
  m_note->setText(words);
  if (words.isEmpty()) {
    m_noted = QPersistentModelIndex();
    m_note->hide();
    return;
  }
  m_noted = m_open != nullptr ? m_cell : QPersistentModelIndex(currentIndex());
  placeNote();
  m_note->show();
  m_note->raise();
  announce(m_note);
}

QString FigureGrid::told() const {
  return m_note->isHidden() ? QString() : m_note->text();
}

void FigureGrid::placeNote() {
  if (m_note->text().isEmpty()) return;
  const int room = std::max(viewport()->width() - 8, 40), wide = std::min(room, 420);
  const QRect cell = m_noted.isValid() ? visualRect(m_noted) : QRect(0, 0, 0, 0);
  const int high = m_note->heightForWidth(wide);
  const bool below = cell.bottom() + 2 + high <= viewport()->height() || cell.top() < high;
  m_note->setGeometry(
      std::clamp(cell.left(), 4, std::max(4, viewport()->width() - wide - 4)),
      std::clamp(below ? cell.bottom() + 2 : cell.top() - high - 2, 0, std::max(0, viewport()->height() - high)), wide,
      high);
}

void FigureGrid::scrollContentsBy(int dx, int dy) {
  QTableView::scrollContentsBy(dx, dy);
  placeNote();
}

}  // namespace narrows
