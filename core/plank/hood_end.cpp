#include "plank/hood_end.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "problem/trade.h"

namespace narrows {

namespace {

/// Direction of an edge at one of its points, bow to stern.
Vec2 edgeAlong(const std::vector<Vec2>& edge, const Vec2& at) {
  std::size_t nearest = 0;
  for (std::size_t i = 0; i < edge.size(); ++i) {
    if ((edge[i] - at).squaredNorm() < (edge[nearest] - at).squaredNorm()) nearest = i;
  }
  return directionAt(edge, nearest);
}

}  // namespace

PlankEnd plankEnd(const Band& band, const FlatPlank& plank, bool bow, const CutLines& cut, bool isGrooved) {
  const double t = band.endT(bow);
  const Section* section = band.boatEnd(bow);
  PlankEnd end;
  end.bow = bow;
  end.isHood = section != nullptr && section->isHood();
  end.isTransom = section != nullptr && section->kind == SectionKind::Transom;
  end.isCutOff = section != nullptr && section->kind == SectionKind::Station;
  constexpr double inwardT = 0.02;
  for (const double across : {0.0, 0.5, 1.0}) {
    EndMark mark;
    mark.heightMm = band.point(t, across).z();
    constexpr double side = 0.02;
    const Vec2 up = (plank.map.at(t, std::min(across + side, 1.0)) - plank.map.at(t, std::max(across - side, 0.0)));
    const Vec2 on = bow ? plank.map.at(t, across) - plank.map.at(t + inwardT, across)
                        : plank.map.at(t, across) - plank.map.at(t - inwardT, across);
    mark.cutRad = std::atan2(up.dot(on), std::abs(up.dot(turnedLeft(on))));
    if (end.isTransom || (end.isHood && !isGrooved)) {
      // The plane that the end is trimmed to: it holds the edge of stem or transom there, and lies across the boat.
      const Vec3 edge = band.point(t, std::min(across + side, 1.0)) - band.point(t, std::max(across - side, 0.0));
      const Vec3 facing = edge.cross(Vec3(0.0, 1.0, 0.0));
      const Vec3 normal = band.normal(t, across);
      if (facing.norm() > 1e-9) {
        // Off the end of the boat: what leans away from it leaves the outside longer.
        const Vec3 face = ((facing.x() > 0.0) == bow ? -1.0 : 1.0) * facing.normalized();
        mark.bevelRad = -std::asin(std::clamp(face.dot(normal), -1.0, 1.0));
      }
    }
    const std::vector<double>& fits = bow ? cut.intoBow : cut.intoStern;
    if (!fits.empty()) {
      const std::size_t lap = plank.lapLine.empty() ? 0 : 1;
      const double place = across * static_cast<double>(fits.size() - 1 - lap);
      mark.fitMm = fits[lap + static_cast<std::size_t>(std::lround(place))];
    }
    end.marks.push_back(mark);
  }
  return end;
}

LetForward letForward(const FlatPlank& plank, bool bow, double kerfMm) {
  LetForward moved;
  if (plank.stations.size() < 2) return moved;
  const PlankStation& hood = bow ? plank.stations.front() : plank.stations.back();
  const Vec2 middle = 0.5 * (hood.lower + hood.upper);
  const double towards = bow ? -1.0 : 1.0;
  // The run at that end: half way between the ways of its edges.
  const std::vector<Vec2>& lower = plank.lapLine.empty() ? plank.lower : plank.lapLine;
  const Vec2 run = (edgeAlong(lower, hood.lower) + edgeAlong(plank.upper, hood.upper)).normalized();
  const Vec2 slide = towards * kerfMm * run;
  // The swing that leaves the edges least displaced across themselves: linear in its angle.
  double top = 0.0, foot = 0.0;
  struct Edge {
    Vec2 at, across;
  };
  std::vector<std::pair<Edge, Edge>> edges;
  for (const PlankStation& station : plank.stations) {
    const Edge low{station.lower, turnedLeft(edgeAlong(lower, station.lower))},
        high{station.upper, turnedLeft(edgeAlong(plank.upper, station.upper))};
    for (const Edge& edge : {low, high}) {
      const double bySwing = turnedLeft(edge.at - middle).dot(edge.across);
      top -= slide.dot(edge.across) * bySwing;
      foot += bySwing * bySwing;
    }
    edges.emplace_back(low, high);
  }
  const double swing = foot > 0.0 ? top / foot : 0.0;
  const auto shift = [&](const Vec2& at) -> Vec2 { return slide + swing * turnedLeft(at - middle); };
  for (std::size_t i = 0; i < plank.stations.size(); ++i) {
    const PlankStation& station = plank.stations[i];
    const auto& [low, high] = edges[i];
    // An edge moved across itself meets the station's line as much further along as that slants.
    const auto rise = [&](const Edge& edge) {
      const double slant = edge.across.dot(station.along());
      return shift(edge.at).dot(edge.across) / (std::abs(slant) > 0.2 ? slant : 1.0);
    };
    const Vec2 at = 0.5 * (station.lower + station.upper);
    const Vec2 way = -turnedLeft((low.across + high.across).normalized());
    moved.marks.push_back({station.section, station.name, towards * shift(at).dot(way), rise(low), rise(high)});
  }
  const PlankStation& free = bow ? plank.stations.back() : plank.stations.front();
  moved.swingMm = shift(0.5 * (free.lower + free.upper)).dot(free.along());
  return moved;
}

std::vector<std::string> unsureOfEnds(const CutLines& cut, Notation notation) {
  std::vector<std::string> words;
  for (const bool bow : {true, false}) {
    const CutLines::Unsure& unsure = bow ? cut.bowUnsure : cut.sternUnsure;
    const std::string end = bow ? Trade::say("bow") : Trade::say("stern");
    if (unsure.edgesCross) {
      words.push_back(
          Trade::say("At the %1 its edges run into one another before they come to the rabbet: it is drawn to its own "
                     "end, and what "
                     "it goes on by is told. Lines that run out there as battens lie would part.",
                     end));
    } else if (unsure.flattestRad < grazesRad) {
      const double off = pencilMm / std::sin(std::max(unsure.flattestRad, 0.01));
      words.push_back(Trade::say(
          "At the %1 an edge meets the rabbet at %2 degrees: a pencil line's width moves its corner by %3. Mark it in "
          "place.",
          end, saidDecimal(unsure.flattestRad * 180.0 / std::numbers::pi, 1), showLength(millimetres(off), notation)));
    }
  }
  return words;
}

}  // namespace narrows
