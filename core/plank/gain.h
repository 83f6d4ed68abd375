#pragma once
// The gain: the last stretch of a lap, where it is worked away so that both planks finish flush.

#include <vector>

#include "lining/lining.h"
#include "plank/flat_plank.h"
#include "plank/planking_plan.h"

namespace narrows {

/// The gain at one mark of its run. The lower plank is cut on its outside, the upper on its inside; everything is
/// measured square to the plank it is cut from, in the plane square to the lap there.
struct GainMark {
  double fromEndMm = 0.0;  ///< along the line of the lap, from where it ends
  double t = 0.0;          ///< section parameter
  double lapMm = 0.0;      ///< there
  /// How far the inside of the upper plank, its foot not planed yet, stands out from that of the lower, at the lap
  /// line: the whole thickness where the gain begins, at the end no more than the two planks turn over the lap (all of
  /// it where it is joggled). In a hollow as much less as they turn over the lap: there it bears on the lower one's
  /// edge.
  double standOffMm = 0.0;
  double landRad = 0.0;        ///< between the insides of the two planks; positive where the outside is round
  double lowerAtLapMm = 0.0;   ///< cut off the lower plank at the lap line
  double lowerAtEdgeMm = 0.0;  ///< and at its upper edge, with the land
  double upperAtFootMm = 0.0;  ///< cut off the upper plank at its foot, over the lap line
  double upperAtHeadMm = 0.0;  ///< and where it leaves the lower plank's upper edge
  double lowerLeftMm = 0.0;    ///< of the lower plank where it is cut deepest; below nought where it cannot be
  double upperLeftMm = 0.0;    ///< likewise of the upper
  double stepMm = 0.0;         ///< how far the upper plank's foot stands proud outside: planed flush after, at the end
  double throughMm = 0.0;      ///< through both planks at the lap line, laid together: what callipers are set to
};

/// One end of one lap: that between a strake and the one that stands on it.
struct Gain {
  std::size_t strake = 0, above = 0;  ///< places in the lining: the lower plank, and the upper
  bool bow = true;
  GainMake make;                ///< a run longer than half of the lap is shortened to that
  std::vector<GainMark> marks;  ///< from where it begins to the end, at even steps of about two inches
};

/// The gains of every lap of a lining that runs out to an end of the boat, by strake, bow before stern. `make`: how
/// planks are got out that stand on others. None of carvel planking.
///
/// The inside of the upper plank runs from its own upper mark down to the lap line on the outside of the lower, until
/// the gain begins; from there that stand-off runs out evenly, until at the end its inside runs from mark to mark, as
/// the lower one's does: both lie in the rabbet, or on the transom. What closes it is cut off both planks, so that they
/// touch all over the lap:
/// - halved: as much off each, so that with c the cosine of the land and e what is to be lost at the lap line each
///   gives e c / (1 + c); the land is planed on the lower one beside.
/// - feathered: nothing off the lower plank at the lap line, and at its upper edge what leaves a third of it sound; all
///   off the upper at its foot.
/// - joggled: nothing; stem or transom is notched as deep as the stand-off.
/// In a hollow the upper plank bears on the lower one's upper edge, and what its foot is bevelled by comes off beside,
/// at the first mark too.
/// Within 0.05 mm of both faces meeting, measured on the planks as cut (gain_test).
/// `before`: those of a lining a moment ago, made alike; laps whose lines have not moved since are used again.
struct GainsBefore {
  const Lining* lining = nullptr;
  const std::vector<Gain>* gains = nullptr;
};
std::vector<Gain> gains(const Lining& lining, const PlankMake& make, const PlankingMake& planking,
                        const GainsBefore& before = {});

/// The gain at an end of the lap at a strake's head; null where there is none.
const Gain* gainAt(const std::vector<Gain>& gains, std::size_t strake, bool bow);

}  // namespace narrows
