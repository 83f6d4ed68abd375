#pragma once
// A field for a length in any notation a builder would write.

#include <QWidget>
#include <optional>

#include "length/length.h"

class QLabel;
class QLineEdit;

namespace narrows {

class Session;

/// Shows beside the field how what is typed was understood, or at once why it was not. Enter or leaving the field
/// gives the length; nonsense gives nothing and stays to be mended. Bare numbers are in the book's unit, always, and
/// what it holds is shown as the book shows lengths.
class LengthField : public QWidget {
  Q_OBJECT

 public:
  LengthField(const QString& name, const Session* session, QWidget* parent);
  void setLength(Length length);
  /// What stands in it: the exact length where its text is as it was shown, else what the text says.
  Result<Length> length() const;
  void clear();
  QLineEdit* edit() { return m_edit; }
  QString answer() const;

 signals:
  void lengthEntered(Length length);

 private:
  void showUnderstood();
  void enter();

  QLineEdit* m_edit;
  QLabel* m_answer;
  const Session* m_session;
  Notation m_shown = Notation::Inches16;  ///< in which its text is written
  std::optional<Length> m_length;
};

/// A length as text to be typed over and copied: as it is shown where that says all of it, else as a decimal in the
/// book's unit. Read again it is the same length, to a millionth of the unit.
QString exactText(Length length, Notation notation);

/// The words of a length without its unit, where that is said beside them; feet alone are still said.
QString withoutUnit(QString words);

/// Bare numbers are in this unit where lengths are shown in that notation.
Unit bareUnit(Notation notation);

}  // namespace narrows
