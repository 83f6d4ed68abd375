#pragma once
// A timber bent of strips glued together: how thick, how many, how far it springs back, and the form it is bent on.

#include <optional>
#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "curve/batten.h"

namespace narrows {

/// The usual ratio of radius to thickness for a species and a way of bending, and what to mind.
struct UsualBend {
  std::string species;
  Bending bending = Bending::Cold;
  double ratio = 100.0;
  std::string caution;
};

/// The shop's starting ratios. Every one is a setting.
const std::vector<UsualBend>& usualBends();

/// The ratio in force: the plan's own where it has one, else the usual one; that of any other species is cold 100,
/// steamed 30, green 18.
UsualBend bendFor(const LaminationPlan& plan);

/// Radius over thickness to which a wood is bent so; of one that is not known, the usual one of any. A species is known
/// by its name within other words: "larch, clear".
double bendRatio(const std::string& species, Bending bending);

/// Share of its curvature that a stack of `strips` equal strips, bent and glued, gives back: 1 / n^2, n >= 2.
/// Each strip is bent alone and then keeps the others from straightening; the stack is n^3 as stiff as one, and n of
/// them pull it back. Source: beam theory, S. P. Timoshenko, Strength of Materials, part I, ch. V. `factor`: of the
/// shop's own results, 1 where there are none.
double springback(int strips, double factor = 1.0);

/// The factor that the shop's results give: share come back times n^2, the mean of those of the same species and
/// bending, or of all where there are none; 1 without results. Within 0.2 and 6.
double springbackFactor(const LaminationPlan& plan);

/// Opening between the ends of an arc of given length whose curvature is let go by a share; `curve` is the form's
/// middle line.
double openingAfter(const Batten& curve, double shareComeBack);

/// Share of curvature a released stack gave back, from the opening of its ends on the form and off it. Fails where the
/// opening off it is smaller than on it, or longer than the stack.
Result<double> comeBackOf(const SpringbackResult& result, Unit unit);

/// One block of the form, square to its face.
struct FormBlock {
  double alongMm = 0.0;  ///< along the form's face
  Vec3 at = Vec3::Zero();
  Vec3 square = Vec3::Zero();  ///< unit, towards the strips
};

struct Lamination {
  double insideRadiusMm = 0.0;  ///< tightest, of the concave face
  double middleRadiusMm = 0.0;
  double outsideRadiusMm = 0.0;
  double thickestMm = 0.0;  ///< strip that will go round the concave face
  int strips = 2;
  double stripMm = 0.0;  ///< thickness of each; the stack is strips x this
  double stackMm = 0.0;
  double springShare = 0.0;    ///< of its curvature that it gives back
  double formRadiusMm = 0.0;   ///< tightest, of the middle of the stack on the form
  Batten middle;               ///< of the finished part
  Batten formMiddle;           ///< the same bent tighter, from the same start
  Batten formFace;             ///< the face the strips are clamped to: half the stack from it, on the concave side
  double opensMm = 0.0;        ///< how much further apart the ends come when it is released
  double formOpeningMm = 0.0;  ///< between the ends of the middle line on the form
  std::vector<FormBlock> blocks;
  // Stock
  double stripWidthMm = 0.0;
  double stripLengthMm = 0.0;
  int stripsABoard = 0;
  int boards = 0;
  double wasteShare = 0.0;  ///< of the boards' wood that is not in the strips
  double glueAreaM2 = 0.0;
  int clamps = 0;
  Problems problems;  ///< a given strip thicker than bends, and what would
};

/// What is to be bent: the curve of one face and how the wood lies on it.
struct BentPart {
  Batten concave;           ///< the concave face of the finished part, in the profile plane (y = 0)
  double mouldingMm = 0.0;  ///< depth of the stack
  double sidingMm = 0.0;
  std::vector<double>
      acrossMm;         ///< depth of the timber square to the concave face, at even steps along it; empty: moulding
  double heelMm = 0.0;  ///< how much deeper than the stack the timber is at its heel: a filling piece; 0 for none

  /// Which hand of the concave face its wood lies on, going along it: 1 left, -1 right; the one it bends away from.
  double woodSide() const;
  /// Depth at a share of the concave face's length.
  double acrossAt(double share) const;
};

/// Works a lamination out. The form's curvature is that of the finished middle line divided by 1 - the share it springs
/// back, at every place along it, so a circle of radius R is bent to R (1 - 1/n^2) exactly. Fails on a curve with no
/// length, a moulding or siding of nothing, or a concave face sharper than its own moulding.
Result<Lamination> laminate(const BentPart& part, const LaminationPlan& plan, Unit unit);

/// The face of a timber that is concave: the longest run of its outline between corners that bends inward, as a batten
/// along it; and its moulding, the greatest depth square to that over the middle part of it, or the least where a heel
/// makes that far deeper.
Result<BentPart> bentPartOf(const Timber& timber);

}  // namespace narrows
