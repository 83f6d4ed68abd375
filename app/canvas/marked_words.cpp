#include "canvas/marked_words.h"

#include <QHBoxLayout>
#include <QLabel>

#include "canvas/look.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"

namespace narrows {

MarkedWords::MarkedWords(const QString& name, QWidget* parent)
    : QWidget(parent), m_mark(new QLabel(this)), m_words(new QLabel(this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(6);
  row->addWidget(m_mark, 0, Qt::AlignTop);
  row->addWidget(m_words, 1);
  m_words->setFont(shopFont(look::figurePx));
  m_words->setAccessibleName(name);
  m_words->setTextFormat(Qt::PlainText);
  m_words->setWordWrap(true);
}

void MarkedWords::setVerdict(Severity verdict, const QString& words) {
  constexpr int markPx = 20;
  m_mark->setPixmap(verdictIcon(verdict).pixmap(QSize(markPx, markPx), devicePixelRatio()));
  m_words->setText(words);
  look::say(m_words, verdict == Severity::Trouble ? look::Voice::Trouble : look::Voice::LookAgain);
}

}  // namespace narrows
