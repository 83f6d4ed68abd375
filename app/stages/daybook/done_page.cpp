#include "stages/daybook/done_page.h"

#include <QHeaderView>
#include <QLabel>
#include <algorithm>

#include "canvas/tongue.h"
#include "stages/daybook/order_bench.h"
#include "stages/page_column.h"

namespace narrows {

DonePage::DonePage(Session* session, OrderBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("What was done"), session)) {
  auto* column = pageColumn(this, m_words);
  m_grid->setObjectName(QStringLiteral("doneGrid"));
  column->addWidget(m_grid, 1);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("day"), tr("at"), tr("part"), tr("step"), tr("note")};
  cells.rows = [this] { return static_cast<int>(m_steps.size()); };
  cells.isLength = [](int) { return false; };
  cells.cell = [this](int row, int at) {
    const WorkOrder& order = *m_bench->order();
    const OrderStep& step = order.steps[m_steps[static_cast<std::size_t>(row)]];
    Cell cell;
    switch (at) {
      case 0:
        cell.text = isDay(step.doneDay) ? dayWords(step.doneDay) : QString();
        break;
      case 1:
        cell.text = step.doneAt ? QString::fromStdString(m_bench->clock().hourOf(*step.doneAt)) : QString();
        break;
      case 2:
        cell.text = QString::fromStdString(partWords(step.ref.part));
        cell.bold = true;
        break;
      case 3:
        cell.text = QString::fromStdString(step.words);
        break;
      default:
        cell.text = QString::fromStdString(step.note);
    }
    return cell;
  };
  m_grid->refresh();
  m_grid->horizontalHeader()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
  connect(m_grid, &CellGrid::cellTaken, this, [this](int row, int) {
    if (row >= 0 && row < static_cast<int>(m_steps.size()))
      m_bench->take(StepRef(m_bench->order()->steps[m_steps[static_cast<std::size_t>(row)]].ref));
  });
  m_grid->rowDeeds = [this]() -> std::vector<Deed> {
    const int row = m_grid->currentIndex().row();
    if (row < 0 || row >= static_cast<int>(m_steps.size())) return {};
    const StepRef ref = m_bench->order()->steps[m_steps[static_cast<std::size_t>(row)]].ref;
    return {{tr("It is not done after all"), Qt::Key_unknown, [this, ref] { m_bench->takeBack(ref); }}};
  };
  connect(bench, &OrderBench::changed, this, &DonePage::say);
}

void DonePage::showAs(bool shown) {
  if (shown) say();
}

void DonePage::say() {
  if (!isVisible() || m_bench->order() == nullptr) return;
  const WorkOrder& order = *m_bench->order();
  m_steps.clear();
  for (std::size_t i = 0; i < order.steps.size(); ++i) {
    if (order.steps[i].state == StepState::Done && !order.steps[i].isPassed) m_steps.push_back(i);
  }
  std::stable_sort(m_steps.begin(), m_steps.end(), [&](std::size_t a, std::size_t b) {
    const OrderStep &one = order.steps[a], &two = order.steps[b];
    return one.doneDay != two.doneDay ? one.doneDay > two.doneDay : one.doneAt > two.doneAt;
  });
  m_words->setText(m_steps.empty()
                       ? tr("Nothing is done yet.")
                       : tr("%n step(|s) done; those of planks stand in the hanging log, under Planks, too.", nullptr,
                            static_cast<int>(m_steps.size())));
  m_grid->refresh();
}

}  // namespace narrows
