#include "canvas/length_field.h"

#include <QLabel>
#include <QLineEdit>
#include <QVBoxLayout>
#include <cmath>

#include "canvas/look.h"
#include "canvas/tongue.h"
#include "commands/session.h"

namespace narrows {

Unit bareUnit(Notation notation) {
  return notation == Notation::Millimetres ? Unit::Millimetre : Unit::Inch;
}

QString withoutUnit(QString words) {
  if (words.endsWith(QStringLiteral(" in")) || words.endsWith(QStringLiteral(" mm"))) words.chop(3);
  return words;
}

QString exactText(Length length, Notation notation) {
  constexpr double sameMm = 1e-6;
  const std::string plain = showLength(length, notation, true);
  const auto read = parseLength(plain, bareUnit(notation));
  if (read && std::abs(read->mm() - length.mm()) < sameMm) return QString::fromStdString(plain);
  return QString::fromStdString(withDecimalMark(writeLength(length, bareUnit(notation), 6, true)));
}

LengthField::LengthField(const QString& name, const Session* session, QWidget* parent)
    : QWidget(parent), m_edit(new QLineEdit(this)), m_answer(new QLabel(this)), m_session(session) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(2);
  column->addWidget(m_edit);
  column->addWidget(m_answer);
  m_edit->setAccessibleName(name);
  m_answer->setWordWrap(true);
  m_answer->hide();
  setFocusProxy(m_edit);
  connect(m_edit, &QLineEdit::textEdited, this, &LengthField::showUnderstood);
  connect(m_edit, &QLineEdit::editingFinished, this, &LengthField::enter);
  connect(session, &Session::bookChanged, this, [this] {
    if (m_shown != m_session->notation() && m_length) setLength(*m_length);
  });
}

void LengthField::setLength(Length length) {
  if (m_edit->hasFocus() && m_edit->isModified()) return;
  m_length = length;
  m_shown = m_session->notation();
  m_edit->setText(QString::fromStdString(showLength(length, m_shown, true)));
  m_answer->hide();
}

Result<Length> LengthField::length() const {
  const QString text = m_edit->text();
  if (m_length && text.toStdString() == showLength(*m_length, m_shown, true)) return *m_length;
  return typedLength(text, bareUnit(m_session->notation()));
}

void LengthField::clear() {
  m_length.reset();
  m_edit->clear();
  m_answer->hide();
}

QString LengthField::answer() const {
  return m_answer->isHidden() ? QString() : m_answer->text();
}

void LengthField::showUnderstood() {
  const auto length = this->length();
  m_answer->setText(length
                        ? tr("understood as %1").arg(QString::fromStdString(showLength(*length, m_session->notation())))
                        : QString::fromStdString(describe(length.error()[0])));
  look::say(m_answer, length ? look::Voice::Plain : look::Voice::Trouble);
  m_answer->show();
}

void LengthField::enter() {
  if (!m_edit->isModified()) return;
  const auto length = this->length();
  if (!length) {
    showUnderstood();
    return;
  }
  m_edit->setModified(false);
  m_length = *length;
  m_shown = m_session->notation();
  emit lengthEntered(*length);
}

}  // namespace narrows
