#pragma once
// What wants looking at in the planks as they are laid flat, before a board is cut.

#include <memory>
#include <string>
#include <vector>

#include "lining/lining.h"
#include "lining/shop_figures.h"
#include "plank/flat_plank.h"
#include "problem/severity.h"

namespace narrows {

/// A strake, and the section it is spoken of at.
struct StrakePlace {
  StrakeId strake;
  std::size_t number = 1;   ///< as shown, from the garboard up
  std::size_t section = 0;  ///< of the whole sections
  std::string place;        ///< its name
  std::string side = {};    ///< " to port" or " to starboard" where the two sides differ
};

/// A plank that does not lie quite flat.
struct StrainLeft {
  StrakePlace at;
  double strain = 0.0;
  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// A plank whose laying flat did not come to rest.
struct NotLaidFlat {
  StrakePlace at;
  Severity severity() const { return Severity::Trouble; }
  std::string words(Notation notation) const;
};

struct PlankFindings {
  std::vector<StrainLeft> strained;
  std::vector<NotLaidFlat> unsettled;
};

/// `planks`: one a strake of the lining, garboard up.
/// `side`: said of each strake where the two sides are lined off differently.
PlankFindings lookAtPlanks(const Lining& lining, const std::vector<const FlatPlank*>& planks,
                           const std::string& side = {});

}  // namespace narrows
