#include "stages/lining/zone_part.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>

#include "book/lining_edits.h"
#include "canvas/length_field.h"

namespace narrows {

ZonePart::ZonePart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->beginGroup(tr("Zone of the strake in hand"))->setObjectName(QStringLiteral("zone"));
  m_words = slate()->addHeading({});
  slate()
      ->addChoice(
          tr("Its strakes are"),
          {tr("equal"), tr("diminishing from widths"), tr("parallel to a guide"), tr("equal from abeam"),
           tr("by battens alone")},
          [this] { return zone() ? static_cast<int>(plan()->zones[*zone()].rule) : 0; },
          [this](int index) {
            if (zone())
              perform(tr("Rule of a zone"), setRule(book(), *lining(), static_cast<LiningRule>(index), *zone()));
          })
      ->setObjectName(QStringLiteral("rule"));
  slate()->addChanging(
      tr("Widths are chosen at"),
      [this] {
        if (lining() == nullptr) return Slate::Choices{};
        return stations(masterStation(), {});
      },
      [this](int index) {
        if (const auto id = stationAt(index)) perform(tr("Choose widths there"), setMaster(book(), *id, plan()->id));
      });
  m_width = slate()->addLength(
      tr("Width of each but the last"), [this] { return zone() ? plan()->zones[*zone()].width : Length(); },
      [this](Length width) { change(tr("Width of parallel strakes"), [width](Zone& z) { z.width = width; }); });
  m_along = slate()->addChoice(
      tr("They run along"), {tr("the line below"), tr("the line above")},
      [this] { return zone() && plan()->zones[*zone()].fromAbove ? 1 : 0; },
      [this](int index) { change(tr("Run along the other line"), [index](Zone& z) { z.fromAbove = index == 1; }); });
  const auto addBound = [this](const QString& name, std::optional<StationId> Zone::*which, const QString& none) {
    return addStation(
        name, none, [this, which] { return zone() ? plan()->zones[*zone()].*which : std::optional<StationId>(); },
        [this, which](std::optional<StationId> at) {
          change(tr("How far strakes are parallel"), [&](Zone& z) { z.*which = at; });
        });
  };
  m_from = addBound(tr("Parallel from"), &Zone::from, tr("the bow"));
  m_to = addBound(tr("to"), &Zone::to, tr("the stern"));
  m_rail = slate()->addLength(
      tr("Depth of the rub rail over them"), [this] { return zone() ? plan()->zones[*zone()].rail : Length(); },
      [this](Length rail) { change(tr("Depth of the rub rail"), [rail](Zone& z) { z.rail = rail; }); });
}

void ZonePart::showAll() {
  const LiningRule rule = zone() ? plan()->zones[*zone()].rule : LiningRule::Equal;
  for (QWidget* field : {m_width, m_along, m_from, m_to}) slate()->showField(field, rule == LiningRule::Parallel);
  slate()->showField(m_rail, rule == LiningRule::Abeam);
  if (!zone()) return;
  const auto [first, last] = plan()->span(*zone());
  const QString below = first == 0 ? tr("the base line") : lineWords(first);
  const QString above = last + 1 == plan()->lines.size() ? tr("the sheer") : lineWords(last);
  m_words->setText(tr("%n strake(|s)", nullptr, static_cast<int>(last - first)) +
                   tr(" between %1 and %2").arg(below, above));
}

void ZonePart::change(const QString& words, const std::function<void(Zone&)>& change) {
  const auto at = zone();
  if (!at) return;
  Zone figures = plan()->zones[*at];
  change(figures);
  perform(words, setZone(book(), *lining(), *at, figures));
}

}  // namespace narrows
