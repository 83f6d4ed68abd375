#include "plank/look_at_planks.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "lines/place_words.h"

namespace narrows {

namespace {

/// This much over the usual width is trouble.
constexpr double muchTooWide = 1.25;
/// Garboard and the broad strakes over it.
constexpr std::size_t broadStrakes = 3;

std::string strakeWords(const StrakePlace& at) {
  return "Strake " + std::to_string(at.number) + at.side;
}

}  // namespace

Severity TooWide::severity() const {
  return widthMm > usualMm * muchTooWide ? Severity::Trouble : Severity::LookAgain;
}

std::string TooWide::words(Notation notation) const {
  return strakeWords(at) + " is " + showLength(millimetres(widthMm), notation) + " wide at " + placeWords(at.place) +
         ", where up to " + showLength(millimetres(usualMm), notation) +
         " is usual: wide planks move more with the weather.";
}

std::string HoodEndNarrow::words(Notation notation) const {
  return strakeWords(at) + " comes to " + showLength(millimetres(widthMm), notation) + " at " + placeWords(at.place) +
         ", square to the plank: under " + showLength(millimetres(leastMm), notation) +
         " there is little room to fasten it.";
}

Severity EndRunsNarrow::severity() const {
  return share < endShareOfTrouble ? Severity::Trouble : Severity::LookAgain;
}

std::string EndRunsNarrow::words(Notation) const {
  return strakeWords(at) + " runs down to " + showDecimal(100.0 * share, 0) + " % of its greatest width at " +
         placeWords(at.place) + ": the ends of the strakes may crowd there.";
}

std::string StrainLeft::words(Notation) const {
  return strakeWords(at) + " does not lie quite flat: " + showDecimal(100.0 * strain, 2) +
         " % must be stretched or squeezed as it is hung.";
}

std::string NotLaidFlat::words(Notation) const {
  return strakeWords(at) +
         " could not be laid flat to the end, and its shape may be off: look for a kink or a fold in " + "its lines.";
}

PlankFindings lookAtPlanks(const Lining& lining, const std::vector<const FlatPlank*>& planks, const ShopFigures& usual,
                           const std::string& side) {
  PlankFindings found;
  const auto& sections = lining.frame.hull().sections;
  for (std::size_t k = 0; k < lining.strakeCount() && k < planks.size(); ++k) {
    const FlatPlank& plank = *planks[k];
    const auto at = [&](std::size_t section) {
      return StrakePlace{lining.strakes[k].id, k + 1, section, sections[section].name, side};
    };
    std::optional<std::size_t> widest;
    for (std::size_t i = 0; i < sections.size(); ++i) {
      if (sections[i].kind != SectionKind::Station || !lining.covers(k, i)) continue;
      if (!widest || lining.widthMm(k, i) > lining.widthMm(k, *widest)) widest = i;
    }
    // A strake so short that it passes no station is spoken of at the section nearest to it.
    const std::size_t spoken = widest.value_or(static_cast<std::size_t>(std::lround(lining.strakes[k].reach.fromT)));
    const double most = widest ? lining.widthMm(k, *widest) : std::max(plank.foreEndMm, plank.aftEndMm);
    const double limit = usual.widest.mm() * (lining.strakes[k].lower < broadStrakes ? broadStrakeAllowance : 1.0);
    if (most > limit) found.wide.push_back({at(spoken), most, limit});
    for (const std::size_t end : {std::size_t{0}, sections.size() - 1}) {
      if (!lining.covers(k, end)) continue;
      const SectionKind kind = sections[end].kind;
      const bool hood = kind == SectionKind::Stem || kind == SectionKind::Sternpost;
      const double square = end == 0 ? plank.foreEndMm : plank.aftEndMm;
      if (hood && square < usual.leastHoodEnd.mm()) {
        found.hoodEnds.push_back({at(end), square, usual.leastHoodEnd.mm()});
      } else if (kind != SectionKind::Station && square < endShareToLookAt * most) {
        found.ends.push_back({at(end), square / most});
      }
    }
    if (plank.strainMax > strainToLookAt) found.strained.push_back({at(spoken), plank.strainMax});
    if (!plank.settled) found.unsettled.push_back({at(spoken)});
  }
  return found;
}

}  // namespace narrows
