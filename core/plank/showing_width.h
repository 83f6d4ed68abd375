#pragma once
// What shows of a lapped strake, outside and inside, and how much a strake twists.

#include "lining/lining.h"
#include "plank/flat_plank.h"

namespace narrows {

/// Widths of a strake at a section as they are seen: outside from its foot, a lap below the line it laps on, up to the
/// foot of the next; inside from the top of the one below up to its own top. A rub rail hides more of the sheer strake.
struct ShowingWidths {
  double outsideMm = 0.0;  ///< along the outside of the planking
  double insideMm = 0.0;   ///< along its inside
};

/// `make`: of the strake, with its laps. The outside arc is longer than the inside by as much as the section turns.
ShowingWidths showingWidths(const Lining& lining, std::size_t strake, std::size_t section, const PlankMake& make,
                            double thicknessMm = 0.0);

/// The greatest twist of a strake: how far its section turns about its run, degrees in a foot of length.
double twistDegAFoot(const Band& band);

}  // namespace narrows
