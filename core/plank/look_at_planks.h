#pragma once
// What wants looking at in the planks: against usual practice, before a board is cut.

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

/// A strake wider than is usual.
struct TooWide {
  StrakePlace at;
  double widthMm = 0.0, usualMm = 0.0;
  Severity severity() const;
  std::string words(Notation notation) const;
};

/// An end with little room for fastenings: its width square to the plank.
struct HoodEndNarrow {
  StrakePlace at;
  double widthMm = 0.0, leastMm = 0.0;
  Severity severity() const { return Severity::Trouble; }
  std::string words(Notation notation) const;
};

/// An end much narrower than the strake is at its widest.
struct EndRunsNarrow {
  StrakePlace at;
  double share = 0.0;  ///< of its greatest width
  Severity severity() const;
  std::string words(Notation notation) const;
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
  std::vector<TooWide> wide;
  std::vector<HoodEndNarrow> hoodEnds;
  std::vector<EndRunsNarrow> ends;
  std::vector<StrainLeft> strained;
  std::vector<NotLaidFlat> unsettled;
};

/// `planks`: one a strake of the lining, garboard up. Widths are judged at stations: along a raked stem or transom a
/// strake measures more than it is wide.
/// `side`: said of each strake where the two sides are lined off differently.
PlankFindings lookAtPlanks(const Lining& lining, const std::vector<const FlatPlank*>& planks, const ShopFigures& usual,
                           const std::string& side = {});

}  // namespace narrows
