#include "stages/backbone/order_page.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>

#include "book/order_edits.h"
#include "canvas/look.h"
#include "fonts.h"
#include "stages/slate.h"

namespace narrows {

OrderPage::OrderPage(Session* session, QWidget* parent) : BackbonePage(session, parent), m_list(new QListWidget(this)) {
  m_list->setAccessibleName(tr("What may be cut now"));
  m_list->setFont(shopFont(look::figurePx));
  m_list->setWordWrap(true);
  m_list->setSpacing(2);
  auto* slate = new Slate(session, this);
  slate->addHeading(tr("Out of the tools' reach"));
  m_reach = slate->addFigure(tr("Out of the tools' reach"));
  slate->addSpace(10);
  slate->addHeading(tr("Mind"));
  m_cautions = slate->addFigure(tr("Cautions"));
  slate->addStretch();
  slate->setFixedWidth(Slate::widePx);
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(12, 8, 0, 8);
  row->addWidget(m_list, 1);
  row->addWidget(slate);
}

void OrderPage::showPage() {
  const int at = m_list->currentRow();
  m_list->clear();
  const Backbone& now = *backbone();
  std::string part;
  for (const CutStep& step : now.order) {
    if (step.part != part) {
      auto* heading = new QListWidgetItem(QString::fromStdString(step.part), m_list);
      heading->setFont(shopFont(20.0, true));
      heading->setFlags(Qt::ItemIsEnabled);
      part = step.part;
    }
    const bool isNow = step.when == CutWhen::Now;
    // Done by the day book: told there, seen here.
    WorkPart of;
    of.kind = step.timber.isSet() ? PartKind::Timber : PartKind::BentInPlace;
    of.name = step.part;
    if (!now.drawnByUs) of.id = step.timber.number;
    const StepRecord* record = stepRecord(*m_session->book(), {of, stepKindOf(step.kind), 0, {}});
    const bool isDone = record != nullptr && record->done;
    auto* item = new QListWidgetItem((isDone  ? tr("✓ done   ")
                                      : isNow ? tr("▶ now   ")
                                              : tr("◌ wait   ")) +
                                         QString::fromStdString(step.cut) + tr(": ") + QString::fromStdString(step.why),
                                     m_list);
    item->setForeground(isNow && !isDone ? look::ink : look::quietInk);
  }
  m_list->setCurrentRow(at);
  QStringList reach;
  for (const ReachShort& one : now.reachShort)
    reach << tr("%1, %2: %3 deep, the tool reaches %4.")
                 .arg(QString::fromStdString(one.part), QString::fromStdString(one.where), shown(one.depthMm),
                      shown(one.reachMm));
  m_reach->setText(reach.isEmpty() ? tr("Everything is within reach.") : reach.join(QLatin1Char('\n')));
  QStringList cautions;
  for (const BackboneCaution caution : now.cautions) cautions << QString::fromStdString(cautionWords(caution));
  cautions << tr("Local rules and licensed trades come first. Nothing here approves a scantling.");
  m_cautions->setText(cautions.join(QStringLiteral("\n\n")));
}

}  // namespace narrows
