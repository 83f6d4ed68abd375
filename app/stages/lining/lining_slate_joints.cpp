// The slate of Lining off: where two strakes become one, and the ends.

#include <QComboBox>
#include <QLabel>
#include <QPushButton>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "lining/look_at_joints.h"
#include "stages/lining/lining_slate.h"

namespace narrows {

const Stealer* LiningSlate::stealer(bool bow) const {
  if (!line()) return nullptr;
  for (const Stealer& one : plan()->stealers) {
    if (one.line == lining()->lines[*line()].id && one.towardsBow == bow) return &one;
  }
  return nullptr;
}

void LiningSlate::changeStealer(bool bow, const std::function<void(Stealer&)>& change) {
  if (m_showing || !line()) return;
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

void LiningSlate::addJoint() {
  beginGroup(tr("Two strakes become one"))->setObjectName(QStringLiteral("joints"));
  m_jointWords = addHeading({});
  for (const bool bow : {true, false}) {
    QComboBox* kind = addChoice(
        bow ? tr("Towards the bow, the two beside this line") : tr("Towards the stern, the two beside this line"),
        {tr("run on as two"), tr("run into one"), tr("upper ends on the lower"), tr("lower ends on the upper")},
        [this, bow] { return stealer(bow) == nullptr ? 0 : 1 + static_cast<int>(stealer(bow)->joining); },
        [this, bow](int index) {
          if (!line()) return;
          if (index == 0)
            return perform(tr("Two strakes run on"),
                           removeStealer(book(), *lining(), lining()->lines[*line()].id, bow));
          changeStealer(bow, [index](Stealer& s) { s.joining = static_cast<Joining>(index - 1); });
        });
    kind->setObjectName(bow ? QStringLiteral("joinBow") : QStringLiteral("joinStern"));
    m_jointFields.push_back(kind);
    m_jointFields.push_back(addLength(
        tr("Joint, distance along the boat"),
        [this, bow] { return stealer(bow) == nullptr ? Length() : stealer(bow)->at; },
        [this, bow](Length at) {
          if (stealer(bow) != nullptr) changeStealer(bow, [at](Stealer& s) { s.at = at; });
        }));
    m_jointFields.push_back(addLength(
        tr("Nib: width left at its end"),
        [this, bow] { return stealer(bow) == nullptr ? Length() : stealer(bow)->nib; },
        [this, bow](Length nib) {
          if (stealer(bow) != nullptr) changeStealer(bow, [nib](Stealer& s) { s.nib = nib; });
        }));
  }
}

void LiningSlate::addEnds() {
  beginGroup(tr("Ends"))->setObjectName(QStringLiteral("ends"));
  addChoice(
      tr("Marks on the stem are spaced"),
      {tr("along its curve"), tr("on a straight stick, level"), tr("on a straight stick, square off")},
      [this] { return static_cast<int>(plan()->bow.spacing); },
      [this](int index) {
        changeEnd(true, tr("Spacing on the stem"),
                  [index](EndPlan& end) { end.spacing = static_cast<StemSpacing>(index); });
      })
      ->setObjectName(QStringLiteral("stemSpacing"));
  for (const bool bow : {true, false}) {
    addNumber(
        bow ? tr("Hood ends made even (0 to 100 %)") : tr("After ends made even (0 to 100 %)"), {0.0, 100.0, 0},
        [this, bow] { return 100.0 * (bow ? plan()->bow : plan()->stern).even; },
        [this, bow](double percent) {
          changeEnd(bow, tr("Even ends"), [percent](EndPlan& end) {
            end.even = percent / 100.0;
            end.widths.clear();
          });
        });
  }
  connect(addButton(tr("Ends as the rule has them"), "plainEnds"), &QPushButton::clicked, this, [this] {
    if (lining() == nullptr) return;
    auto edited = setEnd(book(), *lining(), true, {});
    if (edited) edited = setEnd(*edited, *lining(), false, {});
    perform(tr("Ends as the rule has them"), edited);
  });
  addChoice(
      tr("Where she floats"), {tr("not said"), tr("at a height of")},
      [this] { return book().settings.waterline ? 1 : 0; },
      [this](int index) {
        perform(tr("Where she floats"), setWaterline(book(), index == 1 ? std::optional(Length()) : std::nullopt));
      })
      ->setObjectName(QStringLiteral("floats"));
  addLength(
      tr("that height, over the base line"), [this] { return book().settings.waterline.value_or(Length()); },
      [this](Length height) { perform(tr("Where she floats"), setWaterline(book(), height)); });
}

}  // namespace narrows
