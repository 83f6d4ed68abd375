#include "canvas/cell_grid.h"

#include <QHeaderView>
#include <algorithm>
#include <cmath>

#include "canvas/length_field.h"
#include "canvas/look.h"
#include "commands/session.h"
#include "fonts.h"

namespace narrows {

Cell measuredCell(double measuredMm, double offMm, const QColor& ink, Notation notation) {
  const auto shown = [notation](double mm) { return QString::fromStdString(showLength(millimetres(mm), notation)); };
  const QString words = shown(measuredMm);
  const bool agrees = std::abs(offMm) < 0.5 * notationStep(notation).mm();
  return {agrees ? words + QStringLiteral("  ✓")
                 : words + (offMm > 0.0 ? QStringLiteral("  +") : QStringLiteral("  −")) + shown(std::abs(offMm)),
          true, true, ink, exactText(millimetres(measuredMm), notation)};
}

Cell judgedCell(const QString& figure, const std::optional<Severity>& verdict) {
  const bool trouble = verdict == Severity::Trouble;
  return {figure, false, trouble, trouble ? look::trouble : verdict ? look::lookAgain : look::ink, {}, false, verdict};
}

void CellModel::refresh() {
  QStringList rowKeys, columnKeys;
  const int wanted = rows();
  for (int row = 0; row < wanted; ++row) rowKeys << (rowKey ? rowKey(row) : rowName(row));
  for (int column = 0; column < columns.size(); ++column)
    columnKeys << (columnKey ? columnKey(column) : columns[column]);
  m_shown = columns;
  setKeys(std::move(rowKeys), std::move(columnKeys));
  if (rowCount() == 0 || columnCount() == 0) return;
  emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
  emit headerDataChanged(Qt::Vertical, 0, rowCount() - 1);
  emit headerDataChanged(Qt::Horizontal, 0, columnCount() - 1);
}

QVariant CellModel::data(const QModelIndex& index, int role) const {
  if (role == Qt::TextAlignmentRole) return Qt::AlignCenter;
  if (!index.isValid() || !cell || index.row() >= rows()) return {};
  const Cell shown = cell(index.row(), index.column());
  if (role == Qt::DisplayRole) return shown.text;
  if (role == Qt::EditRole) return shown.editable ? shown.exact : shown.text;
  if (role == Qt::ForegroundRole && shown.colour.isValid()) return shown.colour;
  if (role == Qt::FontRole && shown.bold) return shopFont(15.0, true);
  if (role == Qt::DecorationRole && shown.verdict) return verdictIcon(*shown.verdict);
  if (role == Qt::AccessibleTextRole && shown.verdict) return verdictSaid(*shown.verdict, shown.text);
  if (role == passedByRole) return shown.passedBy;
  return {};
}

QVariant CellModel::headerData(int section, Qt::Orientation orientation, int role) const {
  if (role != Qt::DisplayRole) return {};
  if (orientation == Qt::Horizontal) return section < m_shown.size() ? m_shown[section] : QString();
  return section < rows() ? rowName(section) : QString();
}

Qt::ItemFlags CellModel::flags(const QModelIndex& index) const {
  if (!index.isValid() || !cell || index.row() >= rows()) return Qt::NoItemFlags;
  const Qt::ItemFlags shown = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
  return cell(index.row(), index.column()).editable ? shown | Qt::ItemIsEditable : shown;
}

bool CellModel::setData(const QModelIndex& index, const QVariant& value, int role) {
  if (role != Qt::EditRole || !entered || !index.isValid() || index.row() >= rows()) return false;
  return entered(index.row(), index.column(), value.toString().trimmed());
}

CellGrid::CellGrid(const QString& name, Session* session, QWidget* parent)
    : FigureGrid(name, session, parent), m_cells(new CellModel(this)) {
  setModel(m_cells);
  constexpr int markPx = 16;
  setIconSize({markPx, markPx});
  horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
  // Narrower a figure would be cut short: the table scrolls instead.
  constexpr int leastColumnWide = 78;
  horizontalHeader()->setMinimumSectionSize(leastColumnWide);
  horizontalHeader()->setFont(shopFont(look::labelPx));
  connect(selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& now) {
    // What a row was of may be gone before the answer settles that takes the row away.
    if (now.isValid() && !m_following && now.row() < m_cells->rows()) emit cellTaken(now.row(), now.column());
  });
}

void CellGrid::refresh() {
  m_cells->refresh();
  fitColumns();
}

void CellGrid::resizeEvent(QResizeEvent* event) {
  FigureGrid::resizeEvent(event);
  fitColumns();
}

void CellGrid::fitColumns() {
  // Tables of ships scroll: every column has the least that figures want.
  constexpr int mostCells = 1500, besidePx = 12, barPx = 20;
  // What rows were of may be gone already.
  const int rows = std::min(m_cells->rowCount(), m_cells->rows()), columns = m_cells->columnCount();
  if (m_keepsColumns || !m_cells->cell || rows * columns > mostCells || columns == 0) return;
  QHeaderView* head = horizontalHeader();
  const QFontMetrics letters(shopFont(look::figurePx, true), this);
  const int share = (width() - verticalHeader()->width() - barPx) / columns;
  m_wide.resize(static_cast<std::size_t>(columns));
  for (int column = 0; column < columns; ++column) {
    const auto place = static_cast<std::size_t>(column);
    if (!m_wide[place] && head->sectionResizeMode(column) != QHeaderView::Stretch) continue;
    int wanted = 0;
    for (int row = 0; row < rows; ++row) {
      const Cell cell = m_cells->cell(row, column);
      wanted = std::max(
          wanted, letters.horizontalAdvance(cell.text) + besidePx + (cell.verdict ? iconSize().width() + besidePx : 0));
    }
    const bool wide = wanted > std::max(share, head->minimumSectionSize());
    if (wide) {
      head->setSectionResizeMode(column, QHeaderView::Fixed);
      head->resizeSection(column, wanted);
    } else if (m_wide[place]) {
      head->setSectionResizeMode(column, QHeaderView::Stretch);
    }
    m_wide[place] = wide;
  }
}

void CellGrid::follow(int row, int column) {
  if (!hasHand()) stepTo(row, column);
}

void CellGrid::stepTo(int row, int column) {
  const int across = column >= 0 ? column : std::max(currentIndex().column(), 0);
  const QModelIndex wanted = m_cells->index(row, across);
  if (!wanted.isValid() || wanted == currentIndex() || state() == QAbstractItemView::EditingState) return;
  m_following = true;
  setCurrentIndex(wanted);
  m_following = false;
}

bool CellGrid::edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) {
  const bool begins = state() != QAbstractItemView::EditingState;
  const Notation now = session()->notation();
  const bool does = FigureGrid::edit(index, trigger, event);
  if (begins) m_begun = now;
  return does;
}

QString CellGrid::meant(const QString& typed) const {
  const Unit begun = bareUnit(m_begun), now = bareUnit(session()->notation());
  if (begun == now || !m_cells->isLength(currentIndex().column())) return typed;
  const auto was = parseLength(typed.toStdString(), begun), is = parseLength(typed.toStdString(), now);
  if (!was || (is && *is == *was)) return typed;
  return QString::fromStdString(writeLength(*was, begun, 6, true)) + QLatin1Char(' ') +
         QString::fromStdString(std::string(unitName(begun)));
}

}  // namespace narrows
