#pragma once
// How a plank goes on into the backbone's rabbet.

#include <optional>

#include "backbone/rabbet.h"
#include "lining/band.h"
#include "plank/flat_plank.h"

namespace narrows {

/// The bottom of the rabbet from stem head round keel to sternpost head, where the backbone has one.
class InnerRabbet {
 public:
  InnerRabbet() = default;
  explicit InnerRabbet(const std::vector<RabbetRun>& runs);
  /// How far it lies from a place of the planking's inside, measured along `outward` (unit, along the planking and
  /// square to its edge or end): how much further the plank goes. None where it runs out before it comes abreast.
  std::optional<double> beyond(const Vec3& at, const Vec3& outward) const;
  bool isNothing() const { return m_line.size() < 2; }

 private:
  std::vector<Vec3> m_line;
};

/// How much further a plank goes at its ends and its keel edge than its band does, mm, square to them and along the
/// planking. A table that is drawn to the outside ends at the bottom of the rabbet: nothing, near enough. One drawn to
/// the inside ends at the bearding line, where the planking leaves the timber: a hand's breadth where the rabbet is
/// flat.
struct IntoRabbet {
  std::vector<double> bow, stern;  ///< at the places of `endLine`; empty where there is no rabbet
  std::vector<std::pair<double, double>>
      keel;  ///< lengths along the board, in order, and how far; of the lowest strake
};

/// Within 1 mm on smooth hulls where the planking meets the timber at 20 degrees or more (hood_end_test); where it
/// grazes it, or at the ends of a keel's rabbet, it is good to mark out by and to be fitted by hand.
IntoRabbet intoRabbet(const Band& band, const FlatPlank& plank, const InnerRabbet& rabbet, bool isLowest);

/// The lines of a plank as it is cut, into the rabbet.
struct CutLines {
  std::vector<Vec2> lower, upper;  ///< bow to stern
  std::vector<Vec2> bow, stern;    ///< from the keel edge to the sheer edge
};

/// The plank's own edges and ends, carried into the rabbet: its ends along its edges, or square in where those meet the
/// timber too flat; its keel edge square to itself.
CutLines cutLines(const FlatPlank& plank, const IntoRabbet& into);

}  // namespace narrows
