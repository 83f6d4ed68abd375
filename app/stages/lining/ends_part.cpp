#include "stages/lining/ends_part.h"

#include <QComboBox>
#include <QPushButton>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"

namespace narrows {

EndsPart::EndsPart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->beginGroup(tr("Ends"))->setObjectName(QStringLiteral("ends"));
  slate()
      ->addChoice(
          tr("Marks on the stem are spaced"),
          {tr("along its curve"), tr("on a straight stick, level"), tr("on a straight stick, square off")},
          [this] { return static_cast<int>(plan()->bow.spacing); },
          [this](int index) {
            change(true, tr("Spacing on the stem"),
                   [index](EndPlan& end) { end.spacing = static_cast<StemSpacing>(index); });
          })
      ->setObjectName(QStringLiteral("stemSpacing"));
  for (const bool bow : {true, false}) {
    slate()->addNumber(
        bow ? tr("Hood ends made even (0 to 100 %)") : tr("After ends made even (0 to 100 %)"), {0.0, 100.0, 0},
        [this, bow] { return 100.0 * (bow ? plan()->bow : plan()->stern).even; },
        [this, bow](double percent) {
          change(bow, tr("Even ends"), [percent](EndPlan& end) {
            end.even = percent / 100.0;
            end.widths.clear();
          });
        });
  }
  connect(slate()->addButton(tr("Ends as the rule has them"), "plainEnds"), &QPushButton::clicked, this, [this] {
    if (lining() == nullptr) return;
    auto edited = setEnd(book(), *lining(), true, {});
    if (edited) edited = setEnd(*edited, *lining(), false, {});
    perform(tr("Ends as the rule has them"), edited);
  });
  slate()
      ->addChoice(
          tr("Where she floats"), {tr("not said"), tr("at a height of")},
          [this] { return book().settings.waterline ? 1 : 0; },
          [this](int index) {
            perform(tr("Where she floats"), setWaterline(book(), index == 1 ? std::optional(Length()) : std::nullopt));
          })
      ->setObjectName(QStringLiteral("floats"));
  slate()->addLength(
      tr("that height, over the base line"), [this] { return book().settings.waterline.value_or(Length()); },
      [this](Length height) { perform(tr("Where she floats"), setWaterline(book(), height)); });
}

void EndsPart::change(bool bow, const QString& words, const std::function<void(EndPlan&)>& change) {
  if (lining() == nullptr) return;
  EndPlan end = bow ? plan()->bow : plan()->stern;
  change(end);
  perform(words, setEnd(book(), *lining(), bow, end));
}

}  // namespace narrows
