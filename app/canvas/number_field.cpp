#include "canvas/number_field.h"

#include <QLineEdit>

#include "problem/trade.h"

namespace narrows {

namespace {

QString withPoint(const QString& text) {
  return QString(text).replace(QLatin1Char(','), QLatin1Char('.'));
}

}  // namespace

NumberField::NumberField(const QString& name, QWidget* parent) : QDoubleSpinBox(parent) {
  setMinimumHeight(30);
  setKeyboardTracking(false);
  setButtonSymbols(QAbstractSpinBox::NoButtons);
  setLocale(QLocale::c());
  setAccessibleName(name);
  // What was taken over is no longer half typed.
  connect(this, &QAbstractSpinBox::editingFinished, this, [this] { lineEdit()->setModified(false); });
}

bool NumberField::isTyping() const {
  return hasFocus() && lineEdit()->isModified();
}

QValidator::State NumberField::validate(QString& text, int& at) const {
  QString pointed = withPoint(text);
  return QDoubleSpinBox::validate(pointed, at);
}

QString NumberField::textFromValue(double value) const {
  return QDoubleSpinBox::textFromValue(value).replace(QLatin1Char('.'), QLatin1Char(Trade::decimalMark()));
}

double NumberField::valueFromText(const QString& text) const {
  return QDoubleSpinBox::valueFromText(withPoint(text));
}

}  // namespace narrows
