#include "stages/lining/widths_grid.h"

#include <QHeaderView>

#include "book/edits.h"
#include "canvas/length_field.h"
#include "commands/session.h"

namespace narrows {

WidthsGrid::WidthsGrid(Session* session, QWidget* parent) : CellGrid(tr("Widths at every station"), session, parent) {
  horizontalHeader()->setMinimumSectionSize(66);
  cells().rows = [this] { return lining() == nullptr ? 0 : static_cast<int>(lining()->strakeCount()); };
  cells().rowName = [this](int row) { return strakeName(row); };
  cells().cell = [this](int row, int column) { return widthCell(row, column); };
  cells().entered = [this](int row, int /*column*/, const QString& text) { return enter(row, text); };
  connect(session, &Session::answerSettled, this, &WidthsGrid::layOut);
  connect(session, &Session::selectionChanged, this, &WidthsGrid::goToSelection);
  connect(this, &CellGrid::cellTaken, this, [this](int row, int column) {
    if (lining() == nullptr) return;
    Selection selection = this->session()->selection();
    selection.strake = static_cast<int>(strakeOfRow(row));
    selection.section = column;
    this->session()->select(selection);
  });
}

const Lining* WidthsGrid::lining() const {
  const auto& solved = session()->solved();
  return solved == nullptr ? nullptr : solved->lining.get();
}

std::size_t WidthsGrid::strakeOfRow(int row) const {
  return lining()->strakeCount() - 1 - static_cast<std::size_t>(row);
}

QString WidthsGrid::strakeName(int row) const {
  const std::size_t strake = strakeOfRow(row);
  if (strake == 0) return tr("1 garboard");
  return strake + 1 == lining()->strakeCount() ? tr("%1 sheer strake").arg(strake + 1) : QString::number(strake + 1);
}

Cell WidthsGrid::widthCell(int row, int column) const {
  if (static_cast<std::size_t>(column) >= lining()->frame.sectionCount()) return {};
  const Length width = millimetres(lining()->widthMm(strakeOfRow(row), static_cast<std::size_t>(column)));
  const Notation notation = session()->notation();
  QString words = QString::fromStdString(showLength(width, notation));
  // The unit is said once, above the table; feet alone are still said.
  if (words.endsWith(QStringLiteral(" in")) || words.endsWith(QStringLiteral(" mm"))) words.chop(3);
  const bool master = static_cast<std::size_t>(column) == lining()->master;
  return {words, master, master, {}, exactText(width, notation)};
}

void WidthsGrid::layOut() {
  if (lining() == nullptr || state() == QAbstractItemView::EditingState) return;
  QStringList names;
  for (std::size_t i = 0; i < lining()->frame.sectionCount(); ++i) {
    const QString name = QString::fromStdString(lining()->frame.hull().sections[i].name);
    names.append(i == lining()->master ? name + QStringLiteral(" ▾") : name);
  }
  cells().columns = names;
  refresh();
  goToSelection();
}

void WidthsGrid::goToSelection() {
  const Selection& selection = session()->selection();
  if (lining() != nullptr && selection.strake >= 0 && selection.section >= 0)
    follow(static_cast<int>(lining()->strakeCount()) - 1 - selection.strake, selection.section);
}

bool WidthsGrid::enter(int row, const QString& text) {
  const auto width = parseLength(text.toStdString(), bareUnit(session()->notation()));
  if (!width) {
    emit notUnderstood(QString::fromStdString(describe(width.error()[0])));
    return false;
  }
  const std::size_t strake = strakeOfRow(row);
  if (!session()->perform(tr("Set width, strake %1").arg(strake + 1),
                          setWidth(*session()->book(), *lining(), strake, *width)))
    return false;
  emit understood();
  return true;
}

}  // namespace narrows
