#include "stages/lining/side_part.h"

#include <QComboBox>
#include <QHBoxLayout>

#include "book/lining_edits.h"

namespace narrows {

SidePart::SidePart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->addHeading(tr("Side in hand, and its plan"));
  auto* both = new QWidget(slate());
  auto* row = new QHBoxLayout(both);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(4);
  m_side = new QComboBox(both);
  m_side->setObjectName(QStringLiteral("side"));
  m_side->setAccessibleName(tr("Side in hand"));
  m_side->addItems({tr("starboard"), tr("port")});
  m_plan = new QComboBox(both);
  m_plan->setObjectName(QStringLiteral("planOfSide"));
  m_plan->setAccessibleName(tr("Plan of this side"));
  m_plan->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
  row->addWidget(m_side);
  row->addWidget(m_plan, 1);
  slate()->addWidget(both);
  connect(m_side, &QComboBox::activated, this, [this](int index) {
    Selection selection = session()->selection();
    selection.side = index == 1 ? BoatSide::Port : BoatSide::Starboard;
    session()->select(selection);
  });
  connect(m_plan, &QComboBox::activated, this, [this](int index) {
    const auto at = static_cast<std::size_t>(index);
    if (at < book().plans.size())
      perform(tr("Line off this side by another plan"), setBoatPlan(book(), side(), book().plans[at].id));
  });
}

void SidePart::showAll() {
  m_side->setCurrentIndex(side() == BoatSide::Port ? 1 : 0);
  m_plan->clear();
  for (const LiningPlan& one : book().plans) {
    m_plan->addItem(QString::fromStdString(one.name));
    if (one.id == plan()->id) m_plan->setCurrentIndex(m_plan->count() - 1);
  }
  m_plan->setToolTip(m_plan->currentText());
}

}  // namespace narrows
