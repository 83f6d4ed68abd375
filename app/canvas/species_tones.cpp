#include "canvas/species_tones.h"

#include <QCoreApplication>
#include <QStringList>
#include <array>

#include "canvas/look.h"

namespace narrows {

SpeciesTones::SpeciesTones(const Lining& lining, const LiningPlan& plan) : m_woods(speciesRuns(lining, plan)) {
  for (const LinedStrake& strake : lining.strakes) m_place.push_back(strake.lower);
  m_tone.resize(lining.strakeCount());
  for (std::size_t i = 0; i < m_woods.size(); ++i) {
    for (const SpeciesRun& run : m_woods[i].runs) {
      for (std::size_t k = run.first; k <= run.last; ++k) m_tone[k] = i + 1;
    }
  }
}

QColor SpeciesTones::of(std::size_t strake) const {
  if (strake >= m_tone.size()) return look::timber;
  const bool dark = m_place[strake] % 2 != 0;
  if (m_tone[strake] == 0) return dark ? look::timberDark : look::timber;
  const QColor named = look::namedTimbers[(m_tone[strake] - 1) % look::namedTimbers.size()];
  return dark ? named.darker(106) : named;
}

QString SpeciesTones::words() const {
  QStringList all;
  for (const StrakesOfSpecies& wood : m_woods) {
    QStringList runs;
    for (const SpeciesRun& run : wood.runs) {
      runs << (run.first == run.last
                   ? QString::number(run.first + 1)
                   : QCoreApplication::translate("SpeciesTones", "%1 to %2").arg(run.first + 1).arg(run.last + 1));
    }
    all << QCoreApplication::translate("SpeciesTones", "%1: strakes %2")
               .arg(QString::fromStdString(wood.species), runs.join(QStringLiteral(", ")));
  }
  return all.join(QStringLiteral(" · "));
}

}  // namespace narrows
