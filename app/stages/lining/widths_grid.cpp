#include "stages/lining/widths_grid.h"

#include <QHeaderView>
#include <QKeyEvent>

#include "book/edits.h"
#include "canvas/figure_grid.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/typing_delegate.h"
#include "fonts.h"

namespace narrows {

WidthsGrid::WidthsGrid(Session* session, QWidget* parent) : QTableWidget(parent), m_session(session) {
  setItemDelegate(new TypingDelegate(this));
  setFont(shopFont(15.0));
  setAccessibleName(tr("Widths at every station"));
  setSelectionMode(QAbstractItemView::SingleSelection);
  verticalHeader()->setDefaultSectionSize(28);
  verticalHeader()->setMinimumSectionSize(28);
  horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
  horizontalHeader()->setMinimumSectionSize(66);
  connect(session, &Session::answerSettled, this, &WidthsGrid::refill);
  connect(session, &Session::selectionChanged, this, &WidthsGrid::follow);
  connect(this, &QTableWidget::cellChanged, this, &WidthsGrid::enter);
  connect(this, &QTableWidget::currentCellChanged, this, [this](int row, int column) {
    if (m_filling || row < 0 || column < 0) return;
    Selection selection = m_session->selection();
    selection.strake = static_cast<int>(strakeOfRow(row));
    selection.section = column;
    m_session->select(selection);
  });
}

std::size_t WidthsGrid::strakeOfRow(int row) const {
  return static_cast<std::size_t>(rowCount() - 1 - row);
}

void WidthsGrid::layOut(const Lining& lining) {
  QStringList names;
  for (std::size_t i = 0; i < lining.frame.sectionCount(); ++i) {
    const QString name = QString::fromStdString(lining.frame.hull().sections[i].name);
    names.append(i == lining.master ? name + QStringLiteral(" ▾") : name);
  }
  const auto strakes = static_cast<int>(lining.strakeCount());
  if (names == m_laidOut && strakes == rowCount()) return;
  m_laidOut = names;
  clear();
  setRowCount(strakes);
  setColumnCount(static_cast<int>(names.size()));
  setHorizontalHeaderLabels(names);
  for (int row = 0; row < strakes; ++row) {
    const std::size_t k = strakeOfRow(row);
    const QString name = k == 0                          ? tr("1 garboard")
                         : k + 1 == lining.strakeCount() ? tr("%1 sheer strake").arg(k + 1)
                                                         : QString::number(k + 1);
    setVerticalHeaderItem(row, new QTableWidgetItem(name));
    for (int column = 0; column < columnCount(); ++column) {
      const bool master = static_cast<std::size_t>(column) == lining.master;
      auto* cell = new QTableWidgetItem;
      cell->setTextAlignment(Qt::AlignCenter);
      cell->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | (master ? Qt::ItemIsEditable : Qt::NoItemFlags));
      cell->setFont(shopFont(15.0, master));
      setItem(row, column, cell);
    }
  }
}

void WidthsGrid::refill() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->lining == nullptr || state() == QAbstractItemView::EditingState) return;
  const Lining& lining = *solved->lining;
  m_filling = true;
  layOut(lining);
  for (int column = 0; column < columnCount(); ++column) {
    for (int row = 0; row < rowCount(); ++row) {
      const double width = lining.widthMm(strakeOfRow(row), static_cast<std::size_t>(column));
      QString words = QString::fromStdString(showLength(millimetres(width), m_session->notation()));
      words.chop(3);  // " in" or " mm": said once, above the table
      if (item(row, column)->text() != words) item(row, column)->setText(words);
    }
  }
  m_filling = false;
  follow();
}

void WidthsGrid::follow() {
  const Selection& selection = m_session->selection();
  const int row = rowCount() - 1 - selection.strake;
  if (selection.strake < 0 || selection.section < 0 || row < 0 || row >= rowCount() ||
      selection.section >= columnCount())
    return;
  if (state() == QAbstractItemView::EditingState || (row == currentRow() && selection.section == currentColumn()))
    return;
  m_filling = true;
  setCurrentCell(row, selection.section);
  m_filling = false;
}

void WidthsGrid::enter(int row, int column) {
  if (m_filling) return;
  const auto& solved = m_session->solved();
  const std::string text = item(row, column)->text().toStdString();
  const auto width = parseLength(text, bareUnit(m_session->notation()));
  if (!width) {
    emit notUnderstood(QString::fromStdString(describe(width.error()[0])));
  } else if (m_session->perform(tr("Set width, strake %1").arg(strakeOfRow(row) + 1),
                                setWidth(*m_session->book(), *solved->lining, strakeOfRow(row), *width))) {
    emit understood();
  }
  QMetaObject::invokeMethod(this, &WidthsGrid::refill, Qt::QueuedConnection);
}

bool WidthsGrid::event(QEvent* event) {
  if (offersDigit(event)) {
    event->accept();
    return true;
  }
  return QTableWidget::event(event);
}

}  // namespace narrows
