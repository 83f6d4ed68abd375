#include "stages/lining/strake_part.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <cmath>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "plank/showing_width.h"

namespace narrows {

StrakePart::StrakePart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->beginGroup(tr("Strake in hand"))->setObjectName(QStringLiteral("strake"));
  m_words = slate()->addHeading({});
  m_wood = slate()->addText(tr("It is got out of"));
  m_wood->setObjectName(QStringLiteral("timber"));
  connect(m_wood, &QLineEdit::editingFinished, this, [this] {
    if (!strake()) return;
    const StrakeId id = lining()->strakes[*strake()].id;
    const std::string species = m_wood->text().trimmed().toStdString();
    if (species != plan()->speciesOf(id)) perform(tr("Wood of a strake"), setStrakeSpecies(book(), id, species));
  });
  connect(slate()->addButton(tr("The same for all strakes above"), "timberAbove"), &QPushButton::clicked, this, [this] {
    if (!strake()) return;
    const std::string species = m_wood->text().trimmed().toStdString();
    Book edited = book();
    for (std::size_t k = *strake(); k < lining()->strakeCount(); ++k)
      edited = setStrakeSpecies(edited, lining()->strakes[k].id, species);
    perform(tr("Wood of strakes"), edited);
  });
  m_lap = slate()->addLength(
      tr("Lap of every strake"), [this] { return book().settings.lap; },
      [this](Length lap) {
        if (lap.mm() >= 0.0) perform(tr("Set the lap"), setLap(book(), lap));
      });
  m_lapHere = slate()->addLength(
      tr("Lap at the station in hand"), [this] { return lapHere(); }, [this](Length lap) { setLapHere(lap); });
}

void StrakePart::showAll() {
  const bool laps = book().table.construction == Construction::Lapstrake;
  slate()->showField(m_lap, laps);
  slate()->showField(m_lapHere, laps);
}

void StrakePart::showMark() {
  m_words->setText(strake() ? figures(*strake()) : tr("Take a strake in hand."));
  if (strake() && !m_wood->hasFocus())
    m_wood->setText(QString::fromStdString(plan()->speciesOf(lining()->strakes[*strake()].id)));
}

Length StrakePart::lapHere() const {
  if (section()) {
    const StationId at = sectionIds(book(), lining()->frame.hull())[*section()];
    for (const LapAt& one : plan()->laps)
      if (one.station == at) return one.lap;
  }
  return book().settings.lap;
}

void StrakePart::setLapHere(Length lap) {
  if (!section()) return;
  const StationId at = sectionIds(book(), lining()->frame.hull())[*section()];
  const bool usual = std::abs(lap.mm() - book().settings.lap.mm()) < 1e-6;
  perform(tr("Lap at a station"), setLapAt(book(), plan()->id, at, usual ? std::optional<Length>() : lap));
}

PlankMake StrakePart::makeOf(std::size_t at) const {
  PlankMake make = plankMake(book(), *lining(), at);
  // What comes down over the garboard is the lap of the strake above it.
  if (lining()->isGarboard(at)) make.lapMm = book().settings.lap.mm();
  return make;
}

QString StrakePart::figures(std::size_t at) const {
  QString words = tr("Strake %1.").arg(at + 1);
  const auto& solved = session()->solved();
  const auto& planks = solved->planksOf(side());
  if (at >= planks.size() || planks[at].get() == nullptr) return words;
  const FlatPlank& plank = *planks[at];
  words += tr(" Ends %1 and %2, sny %3, twists %L4° a foot at most.")
               .arg(shown(plank.foreEndMm), shown(plank.aftEndMm), shown(plank.snyMm))
               .arg(twistDegAFoot(lining()->band(at)), 0, 'f', 1);
  if (!section() || !lining()->covers(at, *section()) || book().table.construction != Construction::Lapstrake)
    return words;
  const ShowingWidths showing = showingWidths(*lining(), at, *section(), makeOf(at), 2.0 * book().table.thickness.mm());
  return words + tr(" Here it shows %1 outside and %2 inside.").arg(shown(showing.outsideMm), shown(showing.insideMm));
}

}  // namespace narrows
