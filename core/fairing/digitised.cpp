#include "fairing/digitised.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// How sharply a line turns at a corner, radians; nought at its ends.
double turnAt(const std::vector<Vec2>& points, std::size_t i) {
  if (i == 0 || i + 1 >= points.size()) return 0.0;
  const Vec2 in = points[i] - points[i - 1], out = points[i + 1] - points[i];
  return std::abs(std::atan2(in.x() * out.y() - in.y() * out.x(), in.dot(out)));
}

/// An arc that turns by the mean of the corners at a leg's ends stands off it by its length times an eighth of that.
double sagOf(const std::vector<Vec2>& points, std::size_t leg) {
  const double turn = 0.5 * (turnAt(points, leg) + turnAt(points, leg + 1));
  return (points[leg + 1] - points[leg]).norm() * turn / 8.0;
}

/// A crossing of the line with a straight one: where along that, and how far off it may be, along it too.
struct Crossing {
  double along;
  double mayBeOffMm;
};

/// Where the line crosses the straight one through `from` along the unit `way`.
std::vector<Crossing> crossingsOf(const std::vector<Vec2>& points, const Vec2& from, const Vec2& way) {
  std::vector<Crossing> found;
  const Vec2 square(-way.y(), way.x());
  for (std::size_t i = 0; i + 1 < points.size(); ++i) {
    const double a = (points[i] - from).dot(square), b = (points[i + 1] - from).dot(square);
    // A corner on the line belongs to the leg that begins there, the last to the one that ends.
    const bool last = i + 2 == points.size();
    const bool meets = (a <= 0.0 && (b > 0.0 || (last && b == 0.0))) || (a >= 0.0 && (b < 0.0 || (last && b == 0.0)));
    if (!meets || a == b) continue;
    const Vec2 at = points[i] + a / (a - b) * (points[i + 1] - points[i]);
    // The flatter it is crossed, the further along a line that stands off the leg is met.
    constexpr double flattest = 0.02;
    const double steep = std::abs((points[i + 1] - points[i]).normalized().dot(square));
    found.push_back({(at - from).dot(way), sagOf(points, i) / std::max(steep, flattest)});
  }
  return found;
}

/// Takes what one line of the table reads: once crossed it is a figure, twice a name.
void take(ReadOff& read, const std::vector<Crossing>& crossings, const FigureRef& figure, const std::string& name) {
  // Two that lie together are one: a corner on the line.
  constexpr double togetherMm = 1e-6;
  if (crossings.empty()) return;
  const bool once = std::all_of(crossings.begin(), crossings.end(), [&](const Crossing& one) {
    return std::abs(one.along - crossings.front().along) < togetherMm;
  });
  if (!once) return read.crossedTwice.push_back(name);
  read.figures.push_back({figure, crossings.front().along, crossings.front().mayBeOffMm});
}

}  // namespace

double DigitisedLine::lengthMm() const {
  double length = 0.0;
  for (std::size_t i = 1; i < points.size(); ++i) length += (points[i] - points[i - 1]).norm();
  return length;
}

DigitisedLine fromItsLowerEnd(const DigitisedLine& line) {
  DigitisedLine turned = line;
  double across = 0.0;
  for (const Vec2& point : line.points) across += point.x();
  if (across < 0.0) {
    for (Vec2& point : turned.points) point.x() = -point.x();
  }
  if (!turned.points.empty() && turned.points.front().y() > turned.points.back().y())
    std::reverse(turned.points.begin(), turned.points.end());
  return turned;
}

ReadOff readSectionOff(const OffsetTable& table, std::size_t station, const DigitisedLine& line) {
  ReadOff read;
  const std::vector<Vec2> points = fromItsLowerEnd(line).points;
  if (points.size() < 2) return read;
  for (std::size_t i = 0; i < table.rows.size(); ++i) {
    const TableRow& row = table.rows[i];
    const FigureRef figure{FigureRef::In::Row, i, station};
    const std::string name = rowWords(row, table.unit);
    switch (row.line) {
      case RowLine::Sheer:
      case RowLine::Rabbet: {
        const Vec2& end = row.line == RowLine::Sheer ? points.back() : points.front();
        read.figures.push_back({figure, row.kind == RowKind::Height ? end.y() : end.x(), 0.0});
        break;
      }
      case RowLine::Chine: {
        // Where it turns the sharpest.
        std::size_t corner = 0;
        for (std::size_t k = 1; k + 1 < points.size(); ++k) {
          if (corner == 0 || turnAt(points, k) > turnAt(points, corner)) corner = k;
        }
        constexpr double leastTurnRad = 0.2;
        if (corner > 0 && turnAt(points, corner) > leastTurnRad)
          read.figures.push_back({figure, row.kind == RowKind::Height ? points[corner].y() : points[corner].x(), 0.0});
        break;
      }
      case RowLine::Waterline:
        take(read, crossingsOf(points, {0.0, row.at.mm()}, {1.0, 0.0}), figure, name);
        break;
      case RowLine::Buttock:
        take(read, crossingsOf(points, {row.at.mm(), 0.0}, {0.0, 1.0}), figure, name);
        break;
      case RowLine::Diagonal: {
        const Vec2 way(row.out.mm(), -row.down.mm());
        if (way.norm() > 0.0) take(read, crossingsOf(points, {0.0, row.at.mm()}, way.normalized()), figure, name);
        break;
      }
    }
  }
  return read;
}

ReadOff readRowOff(const OffsetTable& table, std::size_t row, const DigitisedLine& line) {
  ReadOff read;
  if (line.points.size() < 2) return read;
  for (std::size_t i = 0; i < table.stations.size(); ++i) {
    if (!table.stations[i].distance) continue;
    take(read, crossingsOf(line.points, {table.stations[i].distance->mm(), 0.0}, {0.0, 1.0}),
         {FigureRef::In::Row, row, i}, "station " + table.stations[i].name);
  }
  if (table.rows[row].kind == RowKind::HalfBreadth) {
    for (FigureReadOff& figure : read.figures) figure.mm = std::abs(figure.mm);  // drawn to either side
  }
  return read;
}

Profile readProfileOff(ProfilePart part, const DigitisedLine& line, double withinMm) {
  std::vector<Vec2> points = line.points;
  const bool alongKeel = part == ProfilePart::KeelBottom;
  const auto key = [&](const Vec2& at) { return alongKeel ? at.x() : at.y(); };
  if (!points.empty() && key(points.front()) > key(points.back())) std::reverse(points.begin(), points.end());
  // Source: D. Douglas, T. Peucker, Algorithms for the reduction of the number of points, Cartographica 10 (1973).
  std::vector<bool> kept(points.size(), false);
  if (!points.empty()) kept.front() = kept.back() = true;
  const auto thin = [&](const auto& self, std::size_t from, std::size_t to) -> void {
    const Vec2 leg = points[to] - points[from];
    double furthest = withinMm;
    std::size_t at = to;
    for (std::size_t i = from + 1; i < to; ++i) {
      const Vec2 off = points[i] - points[from];
      const double share = leg.squaredNorm() > 0.0 ? std::clamp(off.dot(leg) / leg.squaredNorm(), 0.0, 1.0) : 0.0;
      const double away = (off - share * leg).norm();
      if (away > furthest) furthest = away, at = i;
    }
    if (at == to) return;
    kept[at] = true;
    self(self, from, at);
    self(self, at, to);
  };
  if (points.size() > 2) thin(thin, 0, points.size() - 1);
  Profile profile;
  profile.part = part;
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (kept[i]) profile.points.push_back({millimetres(points[i].x()), millimetres(points[i].y())});
  }
  return profile;
}

double offDigitised(const DigitisedLine& line, const Vec2& point) {
  double least = 1e300, side = 1.0;
  for (std::size_t i = 0; i + 1 < line.points.size(); ++i) {
    const Vec2 leg = line.points[i + 1] - line.points[i], off = point - line.points[i];
    if (leg.squaredNorm() <= 0.0) continue;
    const double part = std::clamp(off.dot(leg) / leg.squaredNorm(), 0.0, 1.0);
    const double away = (off - part * leg).norm();
    if (away < least) least = away, side = leg.x() * off.y() - leg.y() * off.x() < 0.0 ? -1.0 : 1.0;
  }
  return side * least;
}

}  // namespace narrows
