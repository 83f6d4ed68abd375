#include "stages/slate.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "canvas/choices.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/marked_words.h"
#include "canvas/number_field.h"
#include "canvas/wrapping_button.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr int barWide = 16;
}

Slate::Slate(const Session* session, QWidget* parent)
    : QFrame(parent), m_session(session), m_column(new QVBoxLayout(this)), m_into(m_column) {
  setObjectName(QStringLiteral("slate"));
  m_column->setContentsMargins(18, 14, 18, 14);
  m_column->setSpacing(4);
  setFixedWidth(widePx);
}

QWidget* Slate::into() const {
  return m_into->parentWidget();
}

QLabel* Slate::addHeading(const QString& words) {
  auto* label = new QLabel(words, into());
  label->setFont(shopFont(look::labelPx));
  look::say(label, look::Voice::Quiet);
  label->setWordWrap(true);
  m_into->addWidget(label);
  return label;
}

QLabel* Slate::addHeadline(const QString& name) {
  auto* label = new QLabel(into());
  label->setFont(shopFont(look::headPx, true));
  label->setAccessibleName(name);
  label->setWordWrap(true);
  m_into->addWidget(label);
  return label;
}

QLabel* Slate::addFigure(const QString& name) {
  auto* label = new QLabel(into());
  label->setFont(shopFont(look::figurePx));
  label->setAccessibleName(name);
  label->setTextFormat(Qt::PlainText);
  label->setWordWrap(true);
  m_into->addWidget(label);
  return label;
}

MarkedWords* Slate::addMarked(const QString& name) {
  auto* words = new MarkedWords(name, into());
  m_into->addWidget(words);
  return words;
}

QLineEdit* Slate::addText(const QString& name) {
  auto* edit = new QLineEdit(into());
  edit->setAccessibleName(name);
  edit->setMinimumHeight(30);
  place(edit, name);
  return edit;
}

QPushButton* Slate::addButton(const QString& words, const char* objectName) {
  auto* button = new WrappingButton(words, into());
  button->setObjectName(QString::fromLatin1(objectName));
  m_into->addWidget(button);
  return button;
}

void Slate::addWidget(QWidget* widget) {
  m_into->addWidget(widget);
}

void Slate::addSpace(int pixels) {
  m_into->addSpacing(pixels);
}

void Slate::addStretch() {
  m_column->addStretch(1);
}

LengthField* Slate::addLength(const QString& name, std::function<Length()> shown, std::function<void(Length)> entered) {
  auto* field = new LengthField(name, m_session, into());
  place(field, name);
  connect(field, &LengthField::lengthEntered, this, std::move(entered));
  m_fields.push_back([field, shown = std::move(shown)] { field->setLength(shown()); });
  return field;
}

LengthField* Slate::addAsk(const QString& name, const QString& hint, std::function<bool(Length)> asked) {
  auto* field = new LengthField(name, m_session, into());
  field->edit()->setPlaceholderText(hint);
  place(field, name);
  connect(field, &LengthField::lengthEntered, this, [field, asked = std::move(asked)](Length length) {
    if (asked(length)) field->clear();
  });
  return field;
}

NumberField* Slate::addNumber(const QString& name, Range range, std::function<double()> shown,
                              std::function<void(double)> entered) {
  auto* field = new NumberField(name, into());
  field->setRange(range.low, range.high);
  field->setDecimals(range.decimals);
  place(field, name);
  connect(field, &QDoubleSpinBox::valueChanged, this, std::move(entered));
  m_fields.push_back([field, shown = std::move(shown)] {
    const QSignalBlocker quiet(field);
    if (!field->isTyping()) field->setValue(shown());
  });
  return field;
}

void Slate::place(QWidget* field, const QString& heading) {
  m_headings[field] = addHeading(heading);
  m_into->addWidget(field);
}

void Slate::showField(QWidget* field, bool shown) {
  field->setVisible(shown);
  if (QLabel* heading = m_headings.value(field)) heading->setVisible(shown);
  if (QWidget* group = m_groups.value(field))
    group->setVisible(shown && qobject_cast<QPushButton*>(field)->isChecked());
}

QComboBox* Slate::addBox(const QString& name) {
  auto* box = new QComboBox(into());
  box->setAccessibleName(name);
  // As wide as the slate, never wider for a long word among its choices.
  box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  place(box, name);
  return box;
}

QComboBox* Slate::addChoice(const QString& name, const QStringList& items, std::function<int()> shown,
                            std::function<void(int)> chosen) {
  QComboBox* box = addBox(name);
  box->addItems(items);
  connect(box, &QComboBox::activated, this, std::move(chosen));
  m_fields.push_back([box, shown = std::move(shown)] { box->setCurrentIndex(shown()); });
  return box;
}

QComboBox* Slate::addChanging(const QString& name, std::function<Choices()> shown, std::function<void(int)> chosen) {
  QComboBox* box = addBox(name);
  connect(box, &QComboBox::activated, this, std::move(chosen));
  m_fields.push_back([box, shown = std::move(shown)] {
    const Choices now = shown();
    setItems(box, now.items);
    box->setCurrentIndex(now.chosen);
  });
  return box;
}

QPushButton* Slate::beginGroup(const QString& title) {
  endGroup();
  auto* opens = new WrappingButton({}, this);
  opens->setCheckable(true);
  opens->setProperty("group", true);
  opens->setAccessibleName(title);
  m_column->addWidget(opens);
  auto* group = new QWidget(this);
  m_into = new QVBoxLayout(group);
  m_into->setContentsMargins(0, 0, 0, 6);
  m_into->setSpacing(4);
  m_column->addWidget(group);
  m_groups.insert(opens, group);
  const auto show = [opens, title, group](bool open) {
    opens->setText((open ? QStringLiteral("▾  ") : QStringLiteral("▸  ")) + title);
    group->setVisible(open);
  };
  show(false);
  connect(opens, &QPushButton::toggled, group, show);
  return opens;
}

void Slate::endGroup() {
  m_into = m_column;
}

void Slate::refresh() {
  for (const auto& one : m_fields) one();
}

QWidget* Slate::scrolled(QWidget* parent) {
  auto* scroll = new QScrollArea(parent);
  setMinimumWidth(widePx);
  setMaximumWidth(widePx + barWide);
  scroll->setWidget(this);
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setFixedWidth(widePx + barWide);
  return scroll;
}

QWidget* Slate::firstField() const {
  for (QWidget* one : findChildren<QWidget*>()) {
    if (one->isVisible() && one->isEnabled() && (one->focusPolicy() & Qt::TabFocus) != 0) return one;
  }
  return nullptr;
}

}  // namespace narrows
