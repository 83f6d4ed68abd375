#pragma once
// What a table that is being typed still wants before a hull can be sprung through it.

#include <string>
#include <vector>

#include "lines/offset_table.h"
#include "problem/problem.h"
#include "problem/severity.h"

namespace narrows {

/// Figures of one kind that are still wanted, or one siding. No fault: nothing is judged by it.
struct StillWanted {
  enum class What {
    SheerHeight,
    SheerHalfBreadth,
    RabbetHeight,
    RabbetHalfBreadth,
    ChineHeight,
    ChineHalfBreadth,
    Siding,        ///< `place` names the timber
    TransomShape,  ///< the raked column, `place`, has no profile to lie on
  };
  What what = What::SheerHeight;
  std::size_t count = 1;
  std::string place;  ///< "Station 3", "Stations 1 to 5 and 7", or what is wanted

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// What a table wants, alike wants in one, in the order in which tables are typed.
std::vector<StillWanted> lookAtWants(const OffsetTable& table);

/// Whether a fault says only that a figure is not there yet, and so is said by `lookAtWants`.
bool isWant(Fault fault);

}  // namespace narrows
