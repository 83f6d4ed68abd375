#pragma once
// The rabbet: where the planking lands on stem, keel and sternpost.

#include <optional>
#include <stop_token>
#include <vector>

#include "curve/batten.h"
#include "lines/hull.h"
#include "lines/local_face.h"

namespace narrows {

enum class RabbetPart { Stem, Keel, Sternpost };

/// One place along the rabbet, starboard side. Its three corners lie in the plane square to the rabbet line there, but
/// for the little that the bearding line turns away from it.
struct RabbetPlace {
  Vec3 rabbet = Vec3::Zero();  ///< outside of the planking at the timber's side
  Vec3 inner =
      Vec3::Zero();  ///< bottom of the groove: a plank's thickness in from the rabbet line, square to the surface
  Vec3 bearding = Vec3::Zero();  ///< inside of the planking at the timber's side
  Vec3 normal = Vec3::Zero();    ///< outward, of the outside of the planking at the rabbet line
  double faceHalfMm = 0.0;       ///< half-breadth at which the inside of the planking, carried on, comes abreast of the
                                 ///< rabbet line: the fore face of a stem that is bevelled and not grooved
  double alongMm = 0.0;          ///< along the rabbet line from the first place of its run
  double bevelRad = 0.0;  ///< between planking and the timber's side, held square to the rabbet line: 0 lies flat on it
  double planRad = 0.0;   ///< of the planking to the centre plane, in plan
};

/// The rabbet along one part, in order: stem and sternpost from the foot up, keel from forward aft.
struct RabbetRun {
  RabbetPart part = RabbetPart::Stem;
  std::vector<RabbetPlace> places;  ///< two or more
  Batten rabbetLine, innerRabbet, beardingLine;

  double lengthMm() const { return rabbetLine.lengthMm(); }
  /// The place at a length along the rabbet line, between two that were worked out.
  RabbetPlace at(double alongMm) const;
};

/// A stretch of stem or sternpost that the planking, carried on as far as it will go, does not come down to the side
/// of.
struct UnmetStretch {
  RabbetPart part = RabbetPart::Stem;
  double lowMm = 0.0, highMm = 0.0;  ///< heights along the drawn edge
  double halfSidingMm = 0.0;
  bool operator==(const UnmetStretch&) const = default;
};

/// All that was traced.
struct TracedRabbet {
  std::vector<RabbetRun> runs;      ///< stem, keel, sternpost, those that there are
  std::vector<UnmetStretch> unmet;  ///< by part, from the foot up
};

/// The half-sidings planking lands at. The table's own where one is not given.
struct HalfSidings {
  std::optional<double> stemMm, keelMm, sternpostMm;
  bool operator==(const HalfSidings&) const = default;
};

/// Which surface is at hand, and how thick the planking is.
struct RabbetHull {
  const Hull* drawn = nullptr;
  PlankingSide side = PlankingSide::Outside;
  double thicknessMm = 0.0;
};

/// What is met at one height of stem or sternpost. Each is empty where the height does not meet it.
struct RabbetAtHeight {
  std::optional<RabbetPlace> rabbet;  ///< its `bearding` is that across from it, not the one at this height
  std::optional<Vec3> bearding;
};

/// Traces the rabbet on a hull.
///
/// Rabbet and bearding line are where the outside and the inside of the planking, exact offsets of the drawn surface,
/// stand at the half-siding. Where the table is drawn to the inside, the outside is the surface carried on past its
/// edge (`LocalFace`) and square through the planking. Within 0.1 mm and 0.1 degree on a wedge and a cone, within 1 mm
/// and half a degree on smooth hulls given as tables (rabbet_test); within 0.6 mm of the bottom of the rabbet of a
/// cylinder that runs keel, forefoot and stem in one (cut_lines_test).
class RabbetTracer {
 public:
  /// `hull.drawn` and `table` must outlive it. A half-siding of nought along the keel means no groove there.
  RabbetTracer(const RabbetHull& hull, const OffsetTable& table, const HalfSidings& sidings = {});

  /// Every run there is: stem, keel, sternpost. None on a hull cut off square, or where `stop` was asked for.
  std::vector<RabbetRun> trace(const std::stop_token& stop = {}) const { return traceAll(stop).runs; }

  /// Likewise, with where stem and sternpost have none.
  TracedRabbet traceAll(const std::stop_token& stop = {}) const;

  /// What stands at a height of stem or sternpost.
  RabbetAtHeight atHeight(RabbetPart part, double heightMm) const;

 private:
  struct Edge;     // a bounding edge of a patch
  struct Landing;  // where a face stands at the half-siding
  std::vector<Edge> edgesOf(RabbetPart part) const;
  double targetAt(RabbetPart part, const Vec3& at) const;
  Landing land(const Edge& edge, double share, bool outside) const;
  std::optional<Vec3> followWaterline(const Edge& edge, double heightMm) const;
  std::optional<RabbetPlace> place(const Edge& edge, double share, bool whole) const;

  std::optional<Landing> landCarriedOn(const Edge& edge, double share) const;

  RabbetHull m_hull;
  std::vector<PatchPoints> m_points;  ///< of every patch
  std::optional<double> m_stemMm, m_sternpostMm;
  bool m_keelGrooved = false;
  std::vector<double> m_keelX, m_keelY;  ///< half-breadth of the keel's edge along the drawn surface
};

/// The faults that a rabbet has as a cut in wood of the given siding, and where: planking too thick for it, or a line
/// that swings past the middle of the timber.
Problems rabbetProblems(const std::vector<RabbetRun>& runs, const OffsetTable& table);

std::string_view rabbetPartName(RabbetPart part);

}  // namespace narrows
