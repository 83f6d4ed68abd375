#pragma once
// A field for a length in any notation a builder would write.

#include <QWidget>
#include <optional>

#include "length/length.h"

class QLabel;
class QLineEdit;

namespace narrows {

/// Shows beside the field how what is typed was understood, or at once why it was not. Enter or leaving the field
/// gives the length; nonsense gives nothing and stays to be mended.
class LengthField : public QWidget {
  Q_OBJECT

 public:
  explicit LengthField(const QString& name, QWidget* parent = nullptr);
  void setLength(Length length, Notation notation);
  QLineEdit* edit() { return m_edit; }
  QString answer() const;

 signals:
  void lengthEntered(Length length);

 private:
  void showUnderstood();
  void enter();

  QLineEdit* m_edit;
  QLabel* m_answer;
  Notation m_notation = Notation::Inches16;
  Length m_length;
};

/// Bare numbers are in this unit where lengths are shown in that notation.
Unit bareUnit(Notation notation);

}  // namespace narrows
