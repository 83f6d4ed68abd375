#include "stages/slate.h"

#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr int slateWide = 270, barWide = 16;
}

Slate::Slate(QWidget* parent) : QFrame(parent), m_column(new QVBoxLayout(this)) {
  setObjectName(QStringLiteral("slate"));
  m_column->setContentsMargins(18, 14, 18, 14);
  m_column->setSpacing(4);
  setFixedWidth(slateWide);
}

QLabel* Slate::addHeading(const QString& words) {
  auto* label = new QLabel(words, this);
  label->setFont(shopFont(look::labelPx));
  look::say(label, look::Voice::Quiet);
  label->setWordWrap(true);
  m_column->addWidget(label);
  return label;
}

QLabel* Slate::addHeadline(const QString& name) {
  auto* label = new QLabel(this);
  label->setFont(shopFont(look::headPx, true));
  label->setAccessibleName(name);
  label->setWordWrap(true);
  m_column->addWidget(label);
  return label;
}

QLabel* Slate::addFigure(const QString& name) {
  auto* label = new QLabel(this);
  label->setFont(shopFont(look::figurePx));
  label->setAccessibleName(name);
  label->setTextFormat(Qt::PlainText);
  label->setWordWrap(true);
  m_column->addWidget(label);
  return label;
}

void Slate::addWidget(QWidget* widget) {
  m_column->addWidget(widget);
}

void Slate::addSpace(int pixels) {
  m_column->addSpacing(pixels);
}

QWidget* Slate::scrolled(QWidget* parent) {
  auto* scroll = new QScrollArea(parent);
  setMinimumWidth(slateWide);
  setMaximumWidth(slateWide + barWide);
  scroll->setWidget(this);
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setFixedWidth(slateWide + barWide);
  return scroll;
}

QWidget* Slate::firstField() const {
  for (QWidget* one : findChildren<QWidget*>()) {
    if (one->isVisible() && one->isEnabled() && (one->focusPolicy() & Qt::TabFocus) != 0) return one;
  }
  return nullptr;
}

void Slate::addStretch() {
  m_column->addStretch(1);
}

}  // namespace narrows
