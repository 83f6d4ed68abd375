#pragma once
// A field for a plain number.

#include <QDoubleSpinBox>

namespace narrows {

/// Takes a point or a comma before the decimals, whatever the locale, and shows the one of the tongue. Gives its number
/// on Enter or when it is left.
class NumberField : public QDoubleSpinBox {
  Q_OBJECT

 public:
  NumberField(const QString& name, QWidget* parent);
  /// Something is half typed in it.
  bool isTyping() const;

 protected:
  QValidator::State validate(QString& text, int& at) const override;
  double valueFromText(const QString& text) const override;
  QString textFromValue(double value) const override;
};

}  // namespace narrows
