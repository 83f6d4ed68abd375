#include "stages/lining/count_part.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSpinBox>

#include "book/lining_edits.h"
#include "fonts.h"

namespace narrows {

CountPart::CountPart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->addHeading(tr("Strakes a side"));
  m_count = new QSpinBox(slate());
  m_count->setRange(fewestStrakes, mostStrakes);
  m_count->setFont(shopFont(22.0, true));
  m_count->setMinimumHeight(36);
  m_count->setAccessibleName(tr("Strakes a side"));
  m_count->setKeyboardTracking(false);
  m_count->setButtonSymbols(QAbstractSpinBox::NoButtons);
  auto* counting = new QWidget(slate());
  auto* row = new QHBoxLayout(counting);
  row->setContentsMargins(0, 0, 0, 0);
  row->addWidget(m_count, 1);
  for (const int step : {-1, 1}) {
    auto* button = new QPushButton(step < 0 ? tr("drop") : tr("add"), counting);
    button->setMinimumHeight(36);
    button->setAccessibleName(step < 0 ? tr("Drop a strake") : tr("Add a strake"));
    button->setObjectName(step < 0 ? QStringLiteral("dropStrake") : QStringLiteral("addStrake"));
    connect(button, &QPushButton::clicked, this, [this, step] { m_count->stepBy(step); });
    row->addWidget(button);
  }
  slate()->addWidget(counting);
  connect(m_count, &QSpinBox::valueChanged, this, &CountPart::take);
}

void CountPart::showAll() {
  const QSignalBlocker quiet(m_count);
  m_count->setValue(static_cast<int>(plan()->strakes.size()));
}

void CountPart::take(int count) {
  // Those of the zone in hand come and go; where there is but one zone, all; but none that hangs.
  const auto at = zone();
  const QString words = tr("Line off %n strake(|s)", nullptr, count);
  const std::size_t hung = lining() != nullptr ? hungLine(book(), *lining()) : 0;
  if (hung > 0 && (!at || plan()->span(*at).first < hung))
    return perform(words, setStrakeCountAboveHung(book(), *lining(), count));
  if (!at || plan()->zones.size() == 1) return perform(words, setStrakeCount(book(), count, plan()->id));
  const auto [first, last] = plan()->span(*at);
  const int others = static_cast<int>(plan()->strakes.size() - (last - first));
  perform(words, setZoneCount(book(), plan()->id, *at, count - others));
}

}  // namespace narrows
