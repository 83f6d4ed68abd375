#include "canvas/wrapping_button.h"

#include <QStyleOptionButton>
#include <QStylePainter>
#include <algorithm>

#include "canvas/look.h"

namespace narrows {

WrappingButton::WrappingButton(const QString& words, QWidget* parent) : QPushButton(words, parent) {
  QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
  policy.setHeightForWidth(true);
  setSizePolicy(policy);
}

int WrappingButton::besidePx() const {
  return QPushButton::sizeHint().width() - fontMetrics().size(Qt::TextShowMnemonic, text()).width();
}

QSize WrappingButton::sizeHint() const {
  return QPushButton::sizeHint();
}

QSize WrappingButton::minimumSizeHint() const {
  int longest = 0;
  for (const QString& word : text().split(u' '))
    longest = std::max(longest, fontMetrics().size(Qt::TextShowMnemonic, word).width());
  return {longest + besidePx(), QPushButton::sizeHint().height()};
}

int WrappingButton::heightForWidth(int width) const {
  const QRect room(0, 0, std::max(width - besidePx(), 1), QWIDGETSIZE_MAX);
  const int high = fontMetrics().boundingRect(room, Qt::TextWordWrap | Qt::TextShowMnemonic, text()).height();
  return QPushButton::sizeHint().height() + std::max(high - fontMetrics().height(), 0);
}

void WrappingButton::paintEvent(QPaintEvent* /*event*/) {
  QStylePainter painter(this);
  QStyleOptionButton option;
  initStyleOption(&option);
  option.text.clear();
  painter.drawControl(QStyle::CE_PushButton, option);
  const int beside = besidePx() / 2;
  const bool opens = property("group").toBool();  // the heading of a group stands to the left
  const QColor ink = !isEnabled() ? look::quietInk : opens ? (isChecked() ? look::ink : look::quietInk) : look::ink;
  painter.setPen(isChecked() && !opens ? look::raised : ink);
  painter.drawText(
      rect().adjusted(beside, 0, -beside, 0),
      Qt::TextWordWrap | Qt::TextShowMnemonic | Qt::AlignVCenter | (opens ? Qt::AlignLeft : Qt::AlignHCenter), text());
}

}  // namespace narrows
