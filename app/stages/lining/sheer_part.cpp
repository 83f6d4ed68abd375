#include "stages/lining/sheer_part.h"

#include <QLabel>
#include <QPushButton>

#include "book/lining_edits.h"
#include "book/sheer_edits.h"
#include "book/today.h"
#include "canvas/length_field.h"

namespace narrows {

SheerPart::SheerPart(Session* from, Slate* into) : LiningPart(from, into) {
  m_words = slate()->addHeading({});
  m_unlock = slate()->addButton(tr("Unlock the sheer"), "unlockSheer");
  m_unlock->setCheckable(true);
  connect(m_unlock, &QPushButton::clicked, this, &SheerPart::showMark);
  m_height = slate()->addLength(
      tr("Height of the sheer at the station in hand"),
      [this] {
        const Section* at = stationDrawn();
        return at == nullptr ? Length() : millimetres(at->parts.back().nails().back().z());
      },
      [this](Length height) {
        const Section* at = stationDrawn();
        if (at == nullptr) return;
        perform(tr("Move the sheer at station %1").arg(QString::fromStdString(at->name)),
                moveSheer(book(), *at, height, today()));
      });
}

void SheerPart::take() {
  if (lining() == nullptr) return;
  m_unlock->setChecked(false);
  Selection selection = session()->selection();
  selection.line = static_cast<int>(lining()->lines.size()) - 1;
  session()->select(selection);
}

bool SheerPart::isInHand() const {
  return lining() != nullptr && session()->selection().line == static_cast<int>(lining()->lines.size()) - 1;
}

const Section* SheerPart::stationDrawn() const {
  const auto at = section();
  const auto& solved = session()->solved();
  if (!at || solved == nullptr || solved->drawn == nullptr) return nullptr;
  const std::string& name = lining()->frame.hull().sections[*at].name;
  for (const Section& one : solved->drawn->sections) {
    if (one.kind == SectionKind::Station && one.name == name) return &one;
  }
  return nullptr;
}

QString SheerPart::touches() const {
  const Solved& solved = *session()->solved();
  QStringList touched;
  for (const BoatSide each : {BoatSide::Starboard, BoatSide::Port}) {
    const LiningPlan& of = book().planOf(each);
    if (each == BoatSide::Port && book().port == book().starboard) continue;
    const auto [first, last] = of.span(of.zones.size() - 1);
    const QString name = QString::fromStdString(of.name);
    touched << (last - first == 1 ? tr("the width of strake %1 of %2").arg(last).arg(name)
                                  : tr("the widths of strakes %1 to %2 of %3").arg(first + 1).arg(last).arg(name));
    for (const Guide& guide : of.guides) {
      if (guide.kind == GuideKind::Parallel && guide.of == of.lines.back())
        touched << tr("%1, which is parallel to it").arg(QString::fromStdString(guide.name));
    }
  }
  if (solved.moulds.get() != nullptr)
    touched << tr("the heads of %n mould(|s)", nullptr, static_cast<int>(solved.moulds->moulds.size()));
  touched << tr("hood ends and the transom's corner, where the sheer runs on to them");
  return touched.join(tr(";\n"));
}

void SheerPart::showMark() {
  const bool inHand = isInHand();
  if (!inHand) m_unlock->setChecked(false);
  const Section* at = inHand ? stationDrawn() : nullptr;
  const bool open = inHand && m_unlock->isChecked();
  m_words->setVisible(inHand);
  m_unlock->setVisible(inHand);
  m_unlock->setText(open ? tr("Lock the sheer again") : tr("Unlock the sheer"));
  slate()->showField(m_height, open && at != nullptr);
  if (!inHand) return;
  m_words->setText(!open ? tr("The sheer is sprung first and then locked. Moving it changes:\n%1.").arg(touches())
                   : at == nullptr
                       ? tr("Take a station in hand. At the stem and the transom it is moved in Lines.")
                       : tr("It moves along station %1 as drawn; what was drawn stays on record. This changes:\n%2.")
                             .arg(QString::fromStdString(at->name), touches()));
}

}  // namespace narrows
