#pragma once
// How planks are got out: gains at their ends, seams, and what is left on them for the saw, the rabbet and the plane.

#include <optional>

#include "lines/offset_table.h"

namespace narrows {

/// How the lap is worked away towards an end, so that both planks finish flush.
enum class GainWay {
  Halved,     ///< half out of each plank, all across the lap
  Feathered,  ///< a rebate that deepens across the lap in the lower plank, the upper bevelled to a feather at its foot
  Joggled     ///< none: stem or transom is notched for the planks instead
};

struct EndGain {
  GainWay way = GainWay::Halved;
  std::optional<Length> run;  ///< from where the gain begins to the end of the plank; none: as is usual for her size
  bool operator==(const EndGain&) const = default;
};

/// The builder's own; what is not said is as is usual for her size and kind.
struct PlankingPlan {
  EndGain bow, stern;               ///< lapstrake
  std::optional<Length> seam;       ///< carvel: how far seams stand open outside; nought: tight all through, or glued
  std::optional<Length> seamTight;  ///< carvel: how deep seams lie wood to wood, from the inside; they open from there
  bool bevelOnNew = false;          ///< carvel: the bevel is all on the meeting edge of the new plank
  std::optional<Length> hoodLong;   ///< left on a hood end, to be let into the rabbet
  std::optional<Length> transomLong;  ///< left to overhang the transom, to be trimmed
  std::optional<Length> sheerHigh;    ///< left on the sheer strake's upper edge, planed after the sheer is sprung again
  std::optional<Length> sawClear;     ///< left outside every finished line, to plane to
  std::optional<Length> kerf;         ///< of the saw that hood ends are cut back with
  bool operator==(const PlankingPlan&) const = default;
};

/// Whether its figures make sense: no length less than nought, or longer than is left on any plank. Every fault, naming
/// which.
Result<void> checkPlanking(const PlankingPlan& plan);

/// A gain in figures.
struct GainMake {
  GainWay way = GainWay::Halved;
  double runMm = 0.0;
  bool operator==(const GainMake&) const = default;
};

/// All of it in figures, mm, for one boat.
struct PlankingMake {
  Construction construction = Construction::Carvel;
  double thicknessMm = 0.0;
  double planingMm = 0.0;   ///< that fairing takes off a carvel plank
  double seamMm = 0.0;      ///< carvel: how far a seam stands open outside; nought: it is tight all through
  bool bevelOnNew = false;  ///< the bevel is all on the meeting edge of the new plank, its lower; else both share it
  GainMake bow = {}, stern = {};
  double hoodLongMm = 0.0, transomLongMm = 0.0, sheerHighMm = 0.0, sawClearMm = 0.0;
  double kerfMm = 0.0;
  double seamTightMm = 0.0;  ///< how deep a seam lies wood to wood, from the inside: less than the thickness
  bool operator==(const PlankingMake&) const = default;
};

/// `planingMm`: as the builder weighs plans with.
PlankingMake plankingMake(const OffsetTable& table, const PlankingPlan& plan, double planingMm);

/// How far seams of such planking usually stand open outside: a sixteenth of an inch in an inch of thickness and not
/// under 1.5 mm; nought below 16 mm, where they are glued or splined. From shop practice.
double usualSeamMm(double thicknessMm);

/// How deep a caulked seam usually lies wood to wood, from the inside: between a third and half of the thickness. From
/// shop practice.
double usualSeamTightMm(double thicknessMm);

}  // namespace narrows
