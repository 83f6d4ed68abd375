#include "stages/lining/joint_part.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "lining/look_at_joints.h"

namespace narrows {

JointPart::JointPart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->beginGroup(tr("Two strakes become one"))->setObjectName(QStringLiteral("joints"));
  m_words = slate()->addHeading({});
  for (const bool bow : {true, false}) {
    QComboBox* kind = slate()->addChoice(
        bow ? tr("Towards the bow, the two beside this line") : tr("Towards the stern, the two beside this line"),
        {tr("run on as two"), tr("run into one"), tr("upper ends on the lower"), tr("lower ends on the upper")},
        [this, bow] { return stealer(bow) == nullptr ? 0 : 1 + static_cast<int>(stealer(bow)->joining); },
        [this, bow](int index) {
          if (!line()) return;
          if (index == 0)
            return perform(tr("Two strakes run on"),
                           removeStealer(book(), *lining(), lining()->lines[*line()].id, bow));
          change(bow, [index](Stealer& s) { s.joining = static_cast<Joining>(index - 1); });
        });
    kind->setObjectName(bow ? QStringLiteral("joinBow") : QStringLiteral("joinStern"));
    Fields& fields = m_fields[bow ? 0 : 1];
    fields.joining = kind;
    fields.place = slate()->addLength(
        tr("Joint, distance along the boat"),
        [this, bow] { return stealer(bow) == nullptr ? Length() : stealer(bow)->at; },
        [this, bow](Length at) {
          if (stealer(bow) != nullptr) change(bow, [at](Stealer& s) { s.at = at; });
        });
    fields.nib = slate()->addLength(
        tr("Nib: width left at its end"),
        [this, bow] { return stealer(bow) == nullptr ? Length() : stealer(bow)->nib; },
        [this, bow](Length nib) {
          if (stealer(bow) != nullptr) change(bow, [nib](Stealer& s) { s.nib = nib; });
        });
  }
}

void JointPart::showMark() {
  const bool joins = line() && !guide();
  m_words->setText(joins ? tr("Line %1 is in hand.").arg(*line()) : tr("Take a line that is no guide in hand."));
  for (const bool bow : {true, false}) {
    const Fields& fields = m_fields[bow ? 0 : 1];
    const Stealer* now = stealer(bow);
    slate()->showField(fields.joining, joins);
    slate()->showField(fields.place, joins && now != nullptr);
    slate()->showField(fields.nib, joins && now != nullptr && now->joining != Joining::TwoIntoOne);
  }
}

const Stealer* JointPart::stealer(bool bow) const {
  if (!line()) return nullptr;
  for (const Stealer& one : plan()->stealers) {
    if (one.line == lining()->lines[*line()].id && one.towardsBow == bow) return &one;
  }
  return nullptr;
}

void JointPart::change(bool bow, const std::function<void(Stealer&)>& change) {
  if (!line()) return;
  Stealer to;
  to.line = lining()->lines[*line()].id;
  to.towardsBow = bow;
  // Begun a quarter of her length from the end, where nothing is said.
  const double t = (bow ? 0.25 : 0.75) * lining()->frame.lastT();
  to.at = millimetres(lining()->point(*line(), t).x());
  to.nib = usualNib;
  if (const Stealer* now = stealer(bow)) to = *now;
  change(to);
  perform(tr("A joint of two strakes"), setStealer(book(), *lining(), to));
}

}  // namespace narrows
