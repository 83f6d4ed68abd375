#include "window/clock_strip.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "canvas/look.h"
#include "canvas/wrapping_button.h"
#include "fonts.h"
#include "stages/daybook/daybook_stage.h"

namespace narrows {

ClockStrip::ClockStrip(DaybookStage* daybook, QWidget* parent)
    : QWidget(parent),
      m_daybook(daybook),
      m_step(new WrappingButton({}, this)),
      m_stop(new QPushButton(tr("Stop"), this)),
      m_time(new QLabel(this)) {
  setObjectName(QStringLiteral("clockStrip"));
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(10, 4, 10, 0);
  column->setSpacing(3);
  m_time->setFont(shopFont(24.0, true));
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
  connect(m_stop, &QPushButton::clicked, daybook, &DaybookStage::stopRunning);
  connect(daybook, &DaybookStage::dayChanged, this, &ClockStrip::say);
  hide();
}

QString ClockStrip::words() const {
  return isHidden() ? QString() : m_time->text() + QLatin1Char(' ') + m_step->text();
}

void ClockStrip::say() {
  const auto running = m_daybook->running();
  setVisible(running.has_value());
  if (!running) return;
  const int minutes = static_cast<int>(running->hours * 60.0);
  m_time->setText(tr("%1 h %2 min").arg(minutes / 60).arg(minutes % 60, 2, 10, QLatin1Char('0')));
  m_step->setText(running->clocks > 1 ? tr("%1, and %n more", nullptr, running->clocks - 1).arg(running->step)
                                      : running->step);
}

}  // namespace narrows
