#include "stages/printed_note.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "advice/reline.h"
#include "book/daybook_edits.h"
#include "book/today.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "solve/sheet_points.h"

namespace narrows {

PrintedNote::PrintedNote(Session* session, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_words(new QLabel(this)),
      m_anew(new QPushButton(tr("Print it anew…"), this)),
      m_lineOff(new QPushButton(tr("Line off to it as cut"), this)),
      m_thrownAway(new QPushButton(tr("It was thrown away"), this)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 4, 0, 4);
  column->setSpacing(4);
  m_words->setWordWrap(true);
  m_words->setFont(shopFont(look::labelPx));
  m_words->setObjectName(QStringLiteral("printed"));
  column->addWidget(m_words);
  m_anew->setObjectName(QStringLiteral("printAnew"));
  m_lineOff->setObjectName(QStringLiteral("lineOffToIt"));
  m_thrownAway->setObjectName(QStringLiteral("thrownAway"));
  for (QPushButton* button : {m_anew, m_lineOff, m_thrownAway}) column->addWidget(button);
  connect(m_anew, &QPushButton::clicked, this, &PrintedNote::printAsked);
  connect(m_lineOff, &QPushButton::clicked, this, &PrintedNote::lineOffToIt);
  connect(m_thrownAway, &QPushButton::clicked, this, &PrintedNote::throwAway);
  hide();
}

bool PrintedNote::isOfIt(const PrintedSheet& sheet) const {
  return sheet.kind == m_kind && sheet.of == m_of &&
         (m_kind != SheetKind::Plank || (sheet.strake == m_strake && sheet.side == m_side));
}

void PrintedNote::show(SheetKind kind, int strake, BoatSide side, const std::string& of) {
  m_kind = kind, m_strake = strake, m_side = side, m_of = of;
  const auto& solved = m_session->solved();
  const PrintedSheet* printed = nullptr;
  if (m_session->hasBook()) {
    for (const PrintedSheet& sheet : m_session->book()->printed) {
      if (isOfIt(sheet) && !isOnTheBoat(*m_session->book(), sheet)) printed = &sheet;
    }
  }
  setVisible(printed != nullptr && solved != nullptr);
  if (printed == nullptr || solved == nullptr) return;
  const SheetFalse* falsed = nullptr;
  for (const Finding& finding : solved->findings) {
    const auto* one = finding.as<SheetFalse>();
    if (one != nullptr && isOfIt(one->sheet)) falsed = one;
  }
  QString said = (printed->cut ? tr("Cut %1") : tr("Printed %1")).arg(dayWords(printed->when));
  if (!printed->code.empty()) said += tr(", code %1").arg(QString::fromStdString(printed->code));
  m_words->setText(falsed == nullptr
                       ? tr("%1: still true.").arg(said)
                       : tr("%1: false. Its %2 %3%4.")
                             .arg(said, QString::fromStdString(falsed->worst.edge),
                                  QString::fromStdString(outWords(falsed->sheet, falsed->worst, m_session->notation())),
                                  falsed->worst.place.empty()
                                      ? QString()
                                      : tr(" at %1").arg(QString::fromStdString(falsed->worst.place))));
  look::say(m_words, falsed == nullptr ? look::Voice::Plain
                     : printed->cut    ? look::Voice::Trouble
                                       : look::Voice::LookAgain);
  m_anew->setVisible(falsed != nullptr);
  m_thrownAway->setVisible(falsed != nullptr);
  m_lineOff->setVisible(falsed != nullptr && printed->cut && kind == SheetKind::Plank);
}

QString PrintedNote::words() const {
  return isHidden() ? QString() : m_words->text();
}

void PrintedNote::throwAway() {
  Result<Book> edited = *m_session->book();
  for (const PrintedSheet& sheet : m_session->book()->printed) {
    if (isOfIt(sheet)) edited = forgetPrinted(*edited, sheet.name);
  }
  m_session->perform(tr("Throw a printed sheet away"), edited);
}

void PrintedNote::lineOffToIt() {
  const auto solved = m_session->freshAnswer();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(m_side);
  if (lining == nullptr) return;
  std::vector<std::pair<std::size_t, double>> offs;
  for (const PrintedSheet& sheet : m_session->book()->printed) {
    if (isOfIt(sheet)) offs = cutEdgeOff(*solved, sheet);
  }
  m_session->performTogether(tr("Line off to strake %1 as cut").arg(m_strake), [&] {
    for (const auto& [section, off] : offs) {
      if (!m_session->perform(
              tr("Strake %1 as cut").arg(m_strake),
              measureHungEdge(*m_session->book(), *lining, m_side, m_strake, section, millimetres(off), today())))
        return false;
    }
    return !offs.empty();
  });
}

}  // namespace narrows
