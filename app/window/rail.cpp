#include "window/rail.h"

#include <QButtonGroup>
#include <QPainter>
#include <QVBoxLayout>

#include "canvas/look.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"

namespace narrows {

RailButton::RailButton(int number, const QString& name, QWidget* parent) : QAbstractButton(parent), m_number(number) {
  setText(name);
  setCheckable(true);
  setFocusPolicy(Qt::TabFocus);
  setFixedHeight(70);
  setAccessibleName(name);
}

void RailButton::setStanding(const QString& words) {
  if (words == m_standing) return;
  m_standing = words;
  tell();
}

void RailButton::setLooks(int places, std::optional<Severity> worst) {
  if (places == m_places && worst == m_worst) return;
  m_places = places;
  m_worst = worst;
  tell();
}

void RailButton::tell() {
  const QString words =
      m_places == 0 ? m_standing : tr("%1. %n place(|s) to look at", nullptr, m_places).arg(m_standing);
  setAccessibleDescription(words);
  setToolTip(words);
  update();
}

void RailButton::paintEvent(QPaintEvent* /*event*/) {
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  if (isChecked()) {
    painter.fillRect(rect(), look::raised);
    painter.fillRect(QRect(0, 0, 5, height()), look::inHand);
  } else if (underMouse()) {
    painter.fillRect(rect(), look::raised);
  }
  if (hasFocus()) {
    painter.setPen(QPen(look::inHand, 2.0));
    painter.drawRect(rect().adjusted(1, 1, -1, -1));
  }
  painter.setPen(look::quietInk);
  painter.setFont(shopFont(look::labelPx));
  painter.drawText(QRect(16, 14, 16, 22), Qt::AlignLeft | Qt::AlignVCenter, QString::number(m_number));
  painter.setPen(isChecked() ? look::inHand : look::ink);
  painter.setFont(shopFont(18.0, true));
  painter.drawText(QRect(34, 12, width() - 40, 26), Qt::AlignLeft | Qt::AlignVCenter, text());
  if (m_worst) {
    painter.setPen(look::ink);
    painter.setFont(shopFont(look::labelPx, true));
    const QString many = QString::number(m_places);
    const int wide = painter.fontMetrics().horizontalAdvance(many);
    painter.drawText(QRect(width() - 12 - wide, 12, wide, 26), Qt::AlignLeft | Qt::AlignVCenter, many);
    paintVerdict(painter, QPointF(width() - 24.0 - wide, 25.0), *m_worst);
  }
  painter.setPen(look::quietInk);
  painter.setFont(shopFont(look::labelPx));
  painter.drawText(QRect(34, 38, width() - 40, 22), Qt::AlignLeft | Qt::AlignVCenter,
                   painter.fontMetrics().elidedText(m_standing, Qt::ElideRight, width() - 42));
}

Rail::Rail(QWidget* parent) : QWidget(parent), m_column(new QVBoxLayout(this)), m_group(new QButtonGroup(this)) {
  m_column->setContentsMargins(0, 66, 0, 10);
  m_column->setSpacing(2);
  m_column->addStretch(1);
  setFixedWidth(180);
  connect(m_group, &QButtonGroup::idClicked, this, &Rail::chosen);
}

void Rail::addStage(int number, const QString& name) {
  auto* button = new RailButton(number, name, this);
  m_group->addButton(button, static_cast<int>(m_buttons.size()));
  m_column->insertWidget(static_cast<int>(m_buttons.size()), button);
  m_buttons.push_back(button);
}

void Rail::addFoot(QWidget* foot) {
  m_column->addWidget(foot);
}

void Rail::setStanding(std::size_t index, const QString& words) {
  m_buttons[index]->setStanding(words);
}

void Rail::setLooks(std::size_t index, int places, std::optional<Severity> worst) {
  m_buttons[index]->setLooks(places, worst);
}

void Rail::setCurrent(std::size_t index) {
  m_buttons[index]->setChecked(true);
}

void Rail::setBoat(const QString& boat, const QString& shop) {
  m_boat = boat;
  m_shop = shop;
  update();
}

void Rail::paintEvent(QPaintEvent* /*event*/) {
  QPainter painter(this);
  painter.fillRect(rect(), look::paper);
  painter.fillRect(QRect(width() - 1, 0, 1, height()), look::edge);
  painter.setPen(look::ink);
  painter.setFont(shopFont(22.0, true));
  painter.drawText(QRect(16, 10, width() - 24, 28), Qt::AlignLeft | Qt::AlignVCenter,
                   painter.fontMetrics().elidedText(m_boat, Qt::ElideRight, width() - 24));
  painter.setPen(look::quietInk);
  painter.setFont(shopFont(look::labelPx));
  painter.drawText(QRect(16, 36, width() - 24, 20), Qt::AlignLeft | Qt::AlignVCenter,
                   painter.fontMetrics().elidedText(m_shop, Qt::ElideRight, width() - 24));
}

}  // namespace narrows
