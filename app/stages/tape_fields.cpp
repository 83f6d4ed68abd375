#include "stages/tape_fields.h"

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include "stages/slate.h"

namespace narrows {

QPushButton* TapeFields::addTo(Slate* slate) {
  auto* opens = slate->beginGroup(tr("By a digital tape"));
  m_line = new QComboBox(slate);
  m_line->setObjectName(QStringLiteral("tapeLine"));
  m_line->setAccessibleName(tr("Line of the digital tape"));
  m_line->setEditable(true);
  m_line->lineEdit()->setPlaceholderText(tr("tape at…"));
  m_line->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  m_line->setMinimumContentsLength(10);
  slate->addWidget(m_line);
  m_listen = slate->addButton(tr("Listen"), "listen");
  slate->endGroup();
  connect(m_listen, &QPushButton::clicked, this, [this] {
    if (m_tape->isOpen()) return m_tape->close();
    m_tape->open(m_line->currentText().trimmed());
  });
  connect(m_tape, &Tape::openChanged, this, [this](bool open) {
    m_listen->setText(open ? tr("Stop listening") : tr("Listen"));
    m_line->setEnabled(!open);
  });
  return opens;
}

void TapeFields::showPorts() {
  if (m_tape->isOpen() || m_line->count() > 0) return;
  // Asked for only when one may be wanted: a machine's ports take their time to be found.
  const QString typed = m_line->currentText();
  m_line->addItems(Tape::ports());
  m_line->setCurrentText(typed);
}

}  // namespace narrows
