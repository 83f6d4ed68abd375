#pragma once
// Marking the stations on a timber whose faces slope.

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "curve/batten.h"

namespace narrows {

/// A station's marks on one timber. Stations are square to the base line; its faces are not.
struct StationMark {
  std::string name;
  double xMm = 0.0;
  double topAlongMm = 0.0;     ///< along the upper face from the first mark on it
  double bottomAlongMm = 0.0;  ///< along the lower face from the first mark on it
  double topSlopeRad = 0.0;    ///< of the upper face; rising aft is positive
  double leanRad = 0.0;  ///< of the mark on the side to the square of the upper face: what the gauge is set off 90 by
  double depthMm = 0.0;  ///< along the mark, from face to face
  double squaredOffMm = 0.0;  ///< how far out the mark at the lower face would be if it were squared off the upper one;
                              ///< positive: too far aft
};

struct StationMarks {
  std::vector<StationMark> marks;  ///< forward to aft
  double mostOffMm = 0.0;          ///< the worst of `squaredOffMm`, whichever way
  double levelApartMm = 0.0;       ///< first mark to last along the base
  double topApartMm = 0.0;         ///< the same along the upper face
};

struct NamedStation {
  std::string name;
  double xMm = 0.0;
};

/// The marks of every station that crosses both faces. Faces are curves of the profile running aft. Exact: lengths are
/// those of the curves (station_marks_test: a straight slope, a circle).
/// Unfinished when `stop` is asked for.
StationMarks markStations(const Batten& top, const Batten& bottom, const std::vector<NamedStation>& stations,
                          const std::stop_token& stop = {});

/// Length along a profile curve that runs aft at which it comes to a distance; none where it does not reach it.
std::optional<double> alongAtDistance(const Batten& curve, double xMm);

}  // namespace narrows
