#include "canvas/number_field.h"

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
}

QValidator::State NumberField::validate(QString& text, int& at) const {
  QString pointed = withPoint(text);
  return QDoubleSpinBox::validate(pointed, at);
}

double NumberField::valueFromText(const QString& text) const {
  return QDoubleSpinBox::valueFromText(withPoint(text));
}

}  // namespace narrows
