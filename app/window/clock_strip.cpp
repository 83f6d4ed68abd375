#include "window/clock_strip.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "canvas/look.h"
#include "canvas/wrapping_button.h"
#include "fonts.h"
#include "stages/daybook/order_bench.h"

namespace narrows {

ClockStrip::ClockStrip(OrderBench* bench, QWidget* parent)
    : QWidget(parent),
      m_bench(bench),
      m_step(new WrappingButton({}, this)),
      m_stop(new QPushButton(tr("Stop"), this)),
      m_time(new QLabel(this)) {
  setObjectName(QStringLiteral("clockStrip"));
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(10, 4, 10, 0);
  column->setSpacing(3);
  m_time->setFont(shopFont(22.0, true));
  look::say(m_time, look::Voice::InHand);
  m_time->setAccessibleName(tr("How long it has been in hand"));
  m_step->setFlat(true);
  m_step->setToolTip(tr("To the day book"));
  m_step->setFocusPolicy(Qt::TabFocus);
  m_stop->setObjectName(QStringLiteral("stopClock"));
  m_stop->setFocusPolicy(Qt::TabFocus);
  column->addWidget(m_time);
  column->addWidget(m_step);
  column->addWidget(m_stop);
  connect(m_step, &QPushButton::clicked, this, &ClockStrip::dayAsked);
  connect(m_stop, &QPushButton::clicked, this, [this] {
    const WorkOrder* order = m_bench->order();
    if (order == nullptr || order->inHand.empty()) return;
    const OrderStep& step = order->steps[order->inHand.front()];
    if (step.isRunning) m_bench->stop(StepRef(step.ref));
  });
  connect(bench, &OrderBench::changed, this, &ClockStrip::say);
  hide();
}

QString ClockStrip::words() const {
  return isHidden() ? QString() : m_time->text() + QLatin1Char(' ') + m_step->text();
}

void ClockStrip::say() {
  const WorkOrder* order = m_bench->order();
  const OrderStep* running = order == nullptr || order->inHand.empty() ? nullptr : &order->steps[order->inHand.front()];
  setVisible(running != nullptr && running->isRunning);
  if (isHidden()) return;
  const int minutes = static_cast<int>(running->spentHours * 60.0);
  m_time->setText(tr("%1 h %2 min").arg(minutes / 60).arg(minutes % 60, 2, 10, QLatin1Char('0')));
  QString words = QString::fromStdString(stepWords(*order, order->inHand.front()));
  std::size_t also = 0;
  for (const std::size_t one : order->inHand) also += order->steps[one].isRunning ? 1 : 0;
  if (also > 1) words += tr(", and %n more", nullptr, static_cast<int>(also - 1));
  m_step->setText(words);
}

}  // namespace narrows
