#pragma once
// How the timbers of the strakes are told apart on the drawings: by tone, and in words.

#include <QColor>
#include <QString>
#include <vector>

#include "lining/species_runs.h"

namespace narrows {

/// The tones and words of one side's plan.
class SpeciesTones {
 public:
  SpeciesTones() = default;
  SpeciesTones(const Lining& lining, const LiningPlan& plan);
  /// Of a strake; neighbours differ a little. Of what nothing is said, the usual.
  QColor of(std::size_t strake) const;
  /// `larch: strakes 1 to 5 · oak: strake 9`; empty where no wood is named.
  QString words() const;

 private:
  std::vector<StrakesOfSpecies> m_woods;
  std::vector<std::size_t> m_tone;  ///< of each strake: 0 the usual, then those named in turn
  std::vector<std::size_t> m_place;
};

}  // namespace narrows
