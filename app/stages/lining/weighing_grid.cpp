#include "stages/lining/weighing_grid.h"

#include <QHeaderView>
#include <cmath>

#include "canvas/look.h"
#include "commands/session.h"
#include "stages/lining/measure_words.h"

namespace narrows {

WeighingGrid::WeighingGrid(Session* session, QWidget* parent) : CellGrid(tr("Every strake weighed"), session, parent) {
  horizontalHeader()->setMinimumSectionSize(88);
  cells().rows = [this] { return weighing() == nullptr ? 0 : static_cast<int>(weighing()->bends.size()); };
  cells().rowName = [this](int row) { return tr("strake %1").arg(strakeOfRow(row) + 1); };
  cells().cell = [this](int row, int column) -> Cell {
    const Weighed* one = worst(row, column);
    if (one == nullptr) return {};
    return judgedCell(QString::fromStdString(showMeasure(one->measure, one->value, this->session()->notation())),
                      one->verdict);
  };
  connect(session, &Session::answerSettled, this, &WeighingGrid::layOut);
  connect(session, &Session::selectionChanged, this, [this] {
    layOut();
    const auto& solved = this->session()->solved();
    const int strake = this->session()->selection().strake;
    const int rows = cells().rowCount();
    if (solved != nullptr && strake >= 0 && strake < rows) follow(rows - 1 - strake);
  });
  connect(this, &CellGrid::cellTaken, this, [this](int row, int column) {
    const Weighed* one = worst(row, column);
    if (one == nullptr) return;
    emit measureTaken(one->measure);
    Selection selection = this->session()->selection();
    selection.strake = static_cast<int>(one->strake);
    if (one->section) selection.section = static_cast<int>(*one->section);
    if (one->t) selection.section = static_cast<int>(std::lround(*one->t));
    this->session()->select(selection);
  });
}

const Weighing* WeighingGrid::weighing() const {
  const auto& solved = session()->solved();
  return solved == nullptr ? nullptr : solved->weighingOf(session()->selection().side);
}

std::size_t WeighingGrid::strakeOfRow(int row) const {
  return weighing()->bends.size() - 1 - static_cast<std::size_t>(row);
}

const Weighed* WeighingGrid::worst(int row, int column) const {
  if (weighing() == nullptr || static_cast<std::size_t>(column) >= m_measures.size()) return nullptr;
  return weighing()->worst(m_measures[static_cast<std::size_t>(column)], strakeOfRow(row));
}

void WeighingGrid::layOut() {
  if (!isVisible() && cells().rowCount() > 0) return;
  m_measures.clear();
  QStringList names;
  for (const Measure measure : everyMeasure) {
    if (weighing() == nullptr || weighing()->worst(measure) == nullptr) continue;
    m_measures.push_back(measure);
    names << measureName(measure);
  }
  cells().columns = names;
  refresh();
}

}  // namespace narrows
