#pragma once
// The inside face of a plank beyond its edges and ends, in the rabbet, laid flat with the plank.

#include <optional>
#include <vector>

#include "lines/local_face.h"
#include "lining/band.h"
#include "plank/flat_plank.h"

namespace narrows {

/// Which of a plank's ends and edges lie in a rabbet.
struct RabbetSides {
  bool bow = false, stern = false, keel = false;
};

/// Carries places of the rabbet over to the flat plank, each from the nearest place of the plank's own outline. A
/// carvel plank goes on there as the surface does, a lapped one straight across and along its run.
class InRabbet {
 public:
  InRabbet(const Band& band, const FlatPlank& plank, const PlankMake& make, const RabbetSides& sides,
           double thicknessMm);
  /// None where the place lies too far off the plank to be abreast of it.
  std::optional<Vec2> flatOf(const Vec3& place) const;
  /// Where a point of the flat plank beyond its outline lies on the boat.
  Vec3 spaceOf(const Vec2& flat) const;

 private:
  /// One place of the outline: where it is, and how directions there lie on the flat plank.
  struct Place {
    Vec3 at, along, normal;
    Vec2 flat, flatAlong;
  };
  /// The place nearest to a point and the one beside it, nearest next, by a distance; and how far it is towards that.
  struct Beside {
    std::size_t nearest, second;
    double share;
  };
  template <typename Point, typename Of>
  std::optional<Beside> besides(const Point& point, const Of& of, double mostMm) const;
  Vec3 along(std::size_t i) const;
  Vec3 normal(std::size_t i) const;
  void add(const Band& band, const FlatPlank& plank, bool lapped, const std::vector<Vec2>& path);
  void layOnNeighbourhoods(const Band& band, const FlatPlank& plank);

  std::vector<Place> m_places;
  std::vector<std::optional<LocalFace>> m_faces;  ///< of carvel planks, at each place
  double m_farMm;
};

}  // namespace narrows
