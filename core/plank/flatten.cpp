#include "plank/flatten.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "curve/cubic.h"
#include "plank/detail/band_matrix.h"
#include "problem/problem.h"

namespace narrows {

namespace {

/// Strain that no plank takes: where there is more, a strip may have folded as it was laid.
constexpr double strainOfAFold = 0.02;
/// A tip is so many times as long as the strip is wide.
constexpr double tipTimesWide = 1.5;

constexpr int mostFlattenSteps = 40;
/// From an answer a moment old two steps come within what can be seen while a mark is dragged.
constexpr int mostWarmQuickSteps = 2;

/// After a step that moves no point further than this, the matrix is kept for the next.
constexpr double hardlyMovesMm = 0.1;
/// A strip of so many columns and rows or more is begun from one half as fine both ways.
constexpr std::size_t halvedFromColumns = 60, halvedFromRows = 6;
/// The halves are left when they move no further than this: what follows moves them by more.
constexpr double halvesSettledMm = 5e-2;

/// A step that moves no point further than this is taken as it is; a longer one is halved so often at most.
constexpr double shortMoveMm = 1e-4;
constexpr int mostShortenings = 8;

/// Edges shorter than this, in a fan about a point where a line all but stands still, keep their length to a part of
/// this, not of themselves; and no strain is read off them.
constexpr double shortEdgeMm = 0.1;
/// A strip that begins narrower than this runs to a point there.
constexpr double pointedMm = 5.0;
/// Triangles thinner than this tell no strain.
constexpr double sliverMm = 1.0;
/// Points nearer together than this on the surface are one.
constexpr double noLengthMm = 1e-9;

struct Edge {
  std::size_t from, to;
  double lengthMm;
  double weight;  ///< square root of area over length
};

/// Distance between two points of the surface along it.
double surfaceLength(const Strip& strip, std::size_t a, std::size_t b) {
  const Vec3 chord = strip.points[b] - strip.points[a];
  const double length = chord.norm();
  if (length <= 0.0) return 0.0;
  const double turn = (strip.normals[b] - strip.normals[a]).dot(chord) / length;
  return length * (1.0 + turn * turn / 24.0);
}

std::vector<Edge> edgesOf(const Strip& strip) {
  std::vector<Edge> edges;
  edges.reserve(strip.points.size() * 4);
  const auto add = [&](std::size_t a, std::size_t b, double area) {
    const double length = surfaceLength(strip, a, b);
    if (length > noLengthMm) {
      edges.push_back({a, b, length, std::sqrt(std::max(area, 1e-6)) / std::max(length, shortEdgeMm)});
    } else {
      edges.push_back({a, b, 0.0, 1.0});
    }
  };
  for (std::size_t c = 0; c < strip.columns; ++c) {
    for (std::size_t r = 0; r < strip.rows; ++r) {
      const bool along = c + 1 < strip.columns;
      const bool across = r + 1 < strip.rows;
      const auto size = [&](std::size_t a, std::size_t b) { return (strip.points[b] - strip.points[a]).norm(); };
      // Half way along its cell: of one that runs to a point too.
      const auto wideAt = [&](std::size_t column) {
        return across ? size(strip.at(column, r), strip.at(column, r + 1))
                      : size(strip.at(column, r - 1), strip.at(column, r));
      };
      const double wide = 0.5 * (wideAt(c) + wideAt(along ? c + 1 : c - 1));
      const double longs = along ? size(strip.at(c, r), strip.at(c + 1, r)) : size(strip.at(c - 1, r), strip.at(c, r));
      const double area = wide * longs;
      const double alongArea = area * (r == 0 || r + 1 == strip.rows ? 0.5 : 1.0);
      const double acrossArea = area * (c == 0 || c + 1 == strip.columns ? 0.5 : 1.0);
      if (along) add(strip.at(c, r), strip.at(c + 1, r), alongArea);
      if (across) add(strip.at(c, r), strip.at(c, r + 1), acrossArea);
      if (along && across) {
        add(strip.at(c, r), strip.at(c + 1, r + 1), area);
        add(strip.at(c, r + 1), strip.at(c + 1, r), area);
      }
    }
  }
  return edges;
}

/// The third corner of a triangle on base a-b with sides `fromA` and `fromB`, on the left of a to b where `left`.
Vec2 thirdCorner(const Vec2& a, const Vec2& b, double fromA, double fromB, bool left) {
  const Vec2 base = b - a;
  const double length = std::max(base.norm(), 1e-12);
  const double along = (length * length + fromA * fromA - fromB * fromB) / (2.0 * length);
  const double high = std::sqrt(std::max(0.0, fromA * fromA - along * along));
  const Vec2 unit = base / length;
  const Vec2 square(-unit.y(), unit.x());
  return a + along * unit + (left ? high : -high) * square;
}

/// A first answer: the strip as triangles between its two lines, hinged one after another from the bow; of one that
/// runs to a point there, from where it is widest out to both its ends, for a point tells nothing of how the rest lies.
std::vector<Vec2> hinged(const Strip& strip) {
  std::vector<Vec2> flat(strip.points.size()), low(strip.columns), high(strip.columns);
  const std::size_t top = strip.rows - 1;
  const auto distance = [&](std::size_t a, std::size_t b) { return (strip.points[b] - strip.points[a]).norm(); };
  std::size_t widest = 0;
  const bool isPointed = distance(strip.at(0, 0), strip.at(0, top)) < pointedMm;
  for (std::size_t c = 1; isPointed && c < strip.columns; ++c) {
    if (distance(strip.at(c, 0), strip.at(c, top)) > distance(strip.at(widest, 0), strip.at(widest, top))) widest = c;
  }
  high[widest] = Vec2(0.0, distance(strip.at(widest, 0), strip.at(widest, top)));
  low[widest] = Vec2::Zero();
  const auto hinge = [&](std::size_t from, std::size_t to) {
    const bool forward = to < from;
    low[to] = thirdCorner(low[from], high[from], distance(strip.at(from, 0), strip.at(to, 0)),
                          distance(strip.at(from, top), strip.at(to, 0)), forward);
    high[to] = thirdCorner(low[to], high[from], distance(strip.at(to, 0), strip.at(to, top)),
                           distance(strip.at(from, top), strip.at(to, top)), forward);
  };
  for (std::size_t c = widest; c + 1 < strip.columns; ++c) hinge(c, c + 1);
  for (std::size_t c = widest; c > 0; --c) hinge(c, c - 1);
  for (std::size_t c = 0; c < strip.columns; ++c) {
    double reached = 0.0;
    std::vector<double> up{0.0};
    for (std::size_t r = 1; r < strip.rows; ++r) up.push_back(reached += distance(strip.at(c, r - 1), strip.at(c, r)));
    for (std::size_t r = 0; r < strip.rows; ++r) {
      const double w = reached > 0.0 ? up[r] / reached : static_cast<double>(r) / static_cast<double>(top);
      flat[strip.at(c, r)] = (1.0 - w) * low[c] + w * high[c];
    }
  }
  return flat;
}

/// What the lengths are off, squared and weighted.
double missOf(const std::vector<Edge>& edges, const std::vector<Vec2>& flat) {
  double sum = 0.0;
  for (const Edge& edge : edges) {
    const double miss = edge.weight * ((flat[edge.to] - flat[edge.from]).norm() - edge.lengthMm);
    sum += miss * miss;
  }
  return sum;
}

/// Cells that lie on their backs: lengths do not tell them from those that lie right.
std::size_t turnedOver(const Strip& strip, const std::vector<Vec2>& flat) {
  std::size_t count = 0;
  for (std::size_t c = 0; c + 1 < strip.columns; ++c) {
    for (std::size_t r = 0; r + 1 < strip.rows; ++r) {
      const Vec2 one = flat[strip.at(c + 1, r + 1)] - flat[strip.at(c, r)];
      const Vec2 other = flat[strip.at(c, r + 1)] - flat[strip.at(c + 1, r)];
      if (one.x() * other.y() - one.y() * other.x() < 0.0) ++count;
    }
  }
  return count;
}

/// One Gauss-Newton step, shortened where the whole of it would make matters worse or turn cells over; returns how far
/// the furthest point moved, none where the step cannot be told. Where points hardly move any more the matrix hardly
/// changes: without `afresh` it is that of the step before.
std::optional<double> step(const Strip& strip, const std::vector<Edge>& edges, std::vector<Vec2>& flat,
                           BandMatrix& normal, std::vector<double>& right, bool afresh) {
  if (afresh) normal.clear();
  std::fill(right.begin(), right.end(), 0.0);
  for (const Edge& edge : edges) {
    if (edge.lengthMm <= 0.0) {
      // Two points that are one on the surface stay one.
      for (std::size_t axis = 0; axis < 2; ++axis) {
        const std::size_t a = 2 * std::min(edge.from, edge.to) + axis, b = 2 * std::max(edge.from, edge.to) + axis;
        const double apart =
            flat[b / 2][static_cast<Eigen::Index>(axis)] - flat[a / 2][static_cast<Eigen::Index>(axis)];
        if (afresh) {
          normal.add(a, a, 1.0);
          normal.add(b, b, 1.0);
          normal.add(b, a, -1.0);
        }
        right[a] += apart;
        right[b] -= apart;
      }
      continue;
    }
    const Vec2 chord = flat[edge.to] - flat[edge.from];
    const double length = std::max(chord.norm(), 1e-9);
    const Vec2 unit = chord / length;
    const double w = edge.weight;
    const double miss = w * (length - edge.lengthMm);
    const std::array<std::size_t, 4> at{2 * edge.from, 2 * edge.from + 1, 2 * edge.to, 2 * edge.to + 1};
    const std::array<double, 4> slope{-w * unit.x(), -w * unit.y(), w * unit.x(), w * unit.y()};
    for (std::size_t i = 0; i < 4; ++i) {
      right[at[i]] -= slope[i] * miss;
      for (std::size_t j = 0; afresh && j < 4; ++j) {
        if (at[j] <= at[i]) normal.add(at[i], at[j], slope[i] * slope[j]);
      }
    }
  }
  if (afresh) {
    // The flat strip may slide and turn freely: hold one corner, and the far corner of the same line across it.
    const std::size_t corner = strip.at(0, 0);
    const std::size_t far = strip.at(strip.columns - 1, 0);
    normal.add(2 * corner, 2 * corner, 1e3);
    normal.add(2 * corner + 1, 2 * corner + 1, 1e3);
    normal.add(2 * far + 1, 2 * far + 1, 1e3);
    normal.addToDiagonal(1e-10);
    if (!normal.factor()) return std::nullopt;
  }
  normal.solve(right);
  double furthest = 0.0;
  for (std::size_t i = 0; i < flat.size(); ++i)
    furthest = std::max(furthest, Vec2(right[2 * i], right[2 * i + 1]).norm());
  const std::vector<Vec2> before = flat;
  const double miss = furthest > shortMoveMm ? missOf(edges, before) : 0.0;
  const std::size_t over = furthest > shortMoveMm ? turnedOver(strip, before) : 0;
  double part = 1.0;
  for (int i = 0; i < mostShortenings; ++i, part *= 0.5) {
    for (std::size_t k = 0; k < flat.size(); ++k) flat[k] = before[k] + part * Vec2(right[2 * k], right[2 * k + 1]);
    if (furthest <= shortMoveMm || (missOf(edges, flat) <= miss && turnedOver(strip, flat) <= over)) break;
  }
  return part * furthest;
}

/// Principal strains of one triangle laid flat, and its area.
struct TriangleStrain {
  double one, two, area;
};
TriangleStrain strainOf(const Strip& strip, const std::vector<Vec2>& flat, std::size_t a, std::size_t b,
                        std::size_t c) {
  const double ab = surfaceLength(strip, a, b), ac = surfaceLength(strip, a, c), bc = surfaceLength(strip, b, c);
  const Vec2 p(ab, 0.0);
  const Vec2 q = ab > 1e-9 ? thirdCorner(Vec2(0.0, 0.0), p, ac, bc, true) : Vec2(0.0, 0.0);
  const double area = 0.5 * p.x() * q.y();
  if (std::min({ab, ac, bc}) < shortEdgeMm || area < 1e-6) return {0.0, 0.0, 0.0};
  Eigen::Matrix2d was, now;
  was << p.x(), q.x(), p.y(), q.y();
  now.col(0) = flat[b] - flat[a];
  now.col(1) = flat[c] - flat[a];
  const Eigen::Matrix2d turn = now * was.inverse();
  const Eigen::Matrix2d stretch = turn.transpose() * turn;
  const double half = 0.5 * stretch.trace();
  const double rest = std::sqrt(std::max(0.0, half * half - stretch.determinant()));
  return {std::sqrt(std::max(0.0, half + rest)) - 1.0, std::sqrt(std::max(0.0, half - rest)) - 1.0, area};
}

/// A triangle so thin that a hundredth of a millimetre would be read as a strain.
bool isSliver(const Strip& strip, const std::array<std::size_t, 3>& corners) {
  const Vec3 &a = strip.points[corners[0]], &b = strip.points[corners[1]], &c = strip.points[corners[2]];
  const double longest = std::max({(b - a).norm(), (c - b).norm(), (a - c).norm()});
  return (b - a).cross(c - a).norm() < sliverMm * longest;
}

void measureStrain(const Strip& strip, FlatStrip& flat) {
  double area = 0.0, squares = 0.0;
  for (std::size_t c = 0; c + 1 < strip.columns; ++c) {
    for (std::size_t r = 0; r + 1 < strip.rows; ++r) {
      const std::size_t a = strip.at(c, r), b = strip.at(c + 1, r), d = strip.at(c, r + 1), e = strip.at(c + 1, r + 1);
      for (const auto& corners : {std::array{a, b, e}, std::array{a, e, d}}) {
        const TriangleStrain strain = strainOf(strip, flat.points, corners[0], corners[1], corners[2]);
        if (isSliver(strip, corners)) continue;
        area += strain.area;
        squares += strain.area * 0.5 * (strain.one * strain.one + strain.two * strain.two);
        for (const double one : {strain.one, strain.two}) {
          if (strain.area > 0.0 && std::abs(one) > std::abs(flat.strainMax)) flat.strainMax = one;
        }
      }
    }
  }
  flat.strainRms = area > 0.0 ? std::sqrt(squares / area) : 0.0;
  flat.strainMax = std::abs(flat.strainMax);
}

/// From where a strip is begun to be laid flat, and what came of it.
FlatStrip laidFrom(const Strip& strip, std::vector<Vec2> points, const std::vector<Edge>& edges, int steps,
                   double settledMm, const std::stop_token& stop) {
  FlatStrip flat;
  flat.points = std::move(points);
  BandMatrix normal(2 * strip.points.size(), 2 * strip.rows + 3);
  std::vector<double> right(2 * strip.points.size());
  flat.settled = false;
  bool afresh = true;
  double before = 1e300;
  for (int i = 0; i < steps && !flat.settled && !stop.stop_requested(); ++i) {
    const auto moved = step(strip, edges, flat.points, normal, right, afresh);
    if (!moved) break;
    flat.settled = *moved < settledMm;
    // Where steps close in fast the matrix is kept; where they do not, it is made again.
    constexpr double fast = 0.05;
    afresh = *moved > hardlyMovesMm || *moved > fast * before;
    before = *moved;
  }
  measureStrain(strip, flat);
  return flat;
}

/// The strip as it is laid, but for its tips: each is laid on the plane that the strip lies in a little further in, as
/// it is seen square to that plane.
std::vector<Vec2> tipsOnTheirPlanes(const Strip& strip, std::vector<Vec2> flat) {
  const std::size_t middle = strip.rows / 2, top = strip.rows - 1, last = strip.columns - 1;
  for (const bool bow : {true, false}) {
    const auto column = [&](std::size_t i) { return bow ? i : last - i; };
    // Where the tip begins: so far in as the strip is wide there, and a little more.
    std::size_t in = 1;
    double along = 0.0;
    const auto width = [&](std::size_t i) {
      return (strip.points[strip.at(column(i), top)] - strip.points[strip.at(column(i), 0)]).norm();
    };
    while (in + 2 < strip.columns / 2 && along < tipTimesWide * width(in)) {
      along += (strip.points[strip.at(column(in), middle)] - strip.points[strip.at(column(in - 1), middle)]).norm();
      ++in;
    }
    const std::size_t from = strip.at(column(in), middle);
    const Vec3 across = strip.points[strip.at(column(in), top)] - strip.points[strip.at(column(in), 0)];
    const Vec3 up = (across - across.dot(strip.normals[from]) * strip.normals[from]).normalized();
    const Vec3 aft = up.cross(strip.normals[from]);
    const Vec2 flatUp = (flat[strip.at(column(in), top)] - flat[strip.at(column(in), 0)]).normalized();
    const Vec3 ahead = strip.points[strip.at(column(in + 1), middle)] - strip.points[from];
    const Vec2 flatAhead = flat[strip.at(column(in + 1), middle)] - flat[from];
    Vec2 flatAft(flatUp.y(), -flatUp.x());
    if ((ahead.dot(aft) > 0.0) != (flatAhead.dot(flatAft) > 0.0)) flatAft = -flatAft;
    for (std::size_t i = 0; i < in; ++i) {
      for (std::size_t row = 0; row < strip.rows; ++row) {
        const Vec3 off = strip.points[strip.at(column(i), row)] - strip.points[from];
        flat[strip.at(column(i), row)] = flat[from] + off.dot(aft) * flatAft + off.dot(up) * flatUp;
      }
    }
  }
  return flat;
}

/// So many of `count` places, evenly, the first and the last among them.
std::vector<std::size_t> pickedOf(std::size_t count, std::size_t wanted) {
  std::vector<std::size_t> picked;
  for (std::size_t i = 0; i < wanted; ++i) picked.push_back((i * (count - 1) + (wanted - 1) / 2) / (wanted - 1));
  return picked;
}

/// The weights of four of the places picked, about each place, by the cubic through them.
struct CubicAt {
  std::size_t first = 0;  ///< of the four
  std::array<double, 4> weight{};
};
std::vector<CubicAt> cubicsAt(const std::vector<double>& places, const std::vector<std::size_t>& picked) {
  const std::size_t count = places.size();
  std::vector<CubicAt> at(count);
  std::size_t before = 0;
  for (std::size_t i = 0; i < count; ++i) {
    while (before + 2 < picked.size() && picked[before + 1] <= i) ++before;
    at[i].first = std::min(before > 0 ? before - 1 : 0, picked.size() - 4);
    at[i].weight = weightsThrough(4, places[i], [&](std::size_t k) { return places[picked[at[i].first + k]]; });
  }
  return at;
}

/// A first answer: every other column and row laid flat, and the rest between them.
std::vector<Vec2> fromHalves(const Strip& strip, const std::stop_token& stop) {
  if (strip.columns < halvedFromColumns || strip.rows < halvedFromRows) return hinged(strip);
  const auto columns = pickedOf(strip.columns, (strip.columns + 1) / 2);
  const auto rows = pickedOf(strip.rows, std::max<std::size_t>((strip.rows + 1) / 2, 4));
  Strip half;
  half.columns = columns.size();
  half.rows = rows.size();
  for (const std::size_t c : columns) {
    for (const std::size_t r : rows) {
      half.points.push_back(strip.points[strip.at(c, r)]);
      half.normals.push_back(strip.normals[strip.at(c, r)]);
    }
    half.lowerShare.push_back(strip.lowerShare[c]);
    half.upperShare.push_back(strip.upperShare[c]);
  }
  const FlatStrip laid = laidFrom(half, fromHalves(half, stop), edgesOf(half), mostFlattenSteps, halvesSettledMm, stop);
  std::vector<double> shares, heights;
  for (std::size_t c = 0; c < strip.columns; ++c) shares.push_back(strip.lowerShare[c] + strip.upperShare[c]);
  for (std::size_t r = 0; r < strip.rows; ++r) heights.push_back(static_cast<double>(r));
  const auto across = cubicsAt(heights, rows), along = cubicsAt(shares, columns);
  // First across, in the columns that were laid; then along.
  std::vector<Vec2> wide(half.columns * strip.rows, Vec2(0.0, 0.0));
  for (std::size_t c = 0; c < half.columns; ++c) {
    for (std::size_t r = 0; r < strip.rows; ++r) {
      for (std::size_t k = 0; k < 4; ++k)
        wide[c * strip.rows + r] += across[r].weight[k] * laid.points[half.at(c, across[r].first + k)];
    }
  }
  std::vector<Vec2> flat(strip.points.size(), Vec2(0.0, 0.0));
  for (std::size_t c = 0; c < strip.columns; ++c) {
    for (std::size_t r = 0; r < strip.rows; ++r) {
      for (std::size_t k = 0; k < 4; ++k)
        flat[strip.at(c, r)] += along[c].weight[k] * wide[(along[c].first + k) * strip.rows + r];
    }
  }
  return flat;
}

}  // namespace

FlatStrip strainsOf(const Strip& strip, std::vector<Vec2> points) {
  FlatStrip flat;
  flat.points = std::move(points);
  measureStrain(strip, flat);
  return flat;
}

FlatStrip layFlat(const Strip& strip, const FlatStrip* warm, double settledMm, const std::stop_token& stop) {
  require(strip.columns >= 3 && strip.rows >= 2, "a strip has three columns and two rows or more");
  const bool reuse = warm != nullptr && warm->points.size() == strip.points.size();
  const std::vector<Edge> edges = edgesOf(strip);
  const bool full = settledMm <= fullySettledMm;
  FlatStrip best = laidFrom(strip, reuse ? warm->points : fromHalves(strip, stop), edges,
                            reuse && !full ? mostWarmQuickSteps : mostFlattenSteps, settledMm, stop);
  // What was laid before may have been another shape altogether: then it is begun as if there had been none.
  if (full && reuse && !best.settled && !stop.stop_requested()) return layFlat(strip, nullptr, settledMm, stop);
  if (full && !best.settled && !reuse && !stop.stop_requested()) {
    FlatStrip other = laidFrom(strip, hinged(strip), edges, mostFlattenSteps, settledMm, stop);
    if (other.settled) best = std::move(other);
  }
  std::size_t over = turnedOver(strip, best.points);
  if (!full || (best.strainMax < strainOfAFold && over == 0)) return best;
  // A tip may have folded as it was laid: the strip is begun from elsewhere too, and that which lies most open, then
  // with least strain, is kept, so that it does not matter what was laid before.
  const auto consider = [&](std::vector<Vec2> points) {
    if (stop.stop_requested()) return;
    FlatStrip other = laidFrom(strip, std::move(points), edges, mostFlattenSteps, settledMm, stop);
    const std::size_t otherOver = turnedOver(strip, other.points);
    if (other.settled < best.settled || otherOver > over) return;
    if (otherOver == over && other.strainRms >= best.strainRms) return;
    best = std::move(other);
    over = otherOver;
  };
  if (reuse) consider(hinged(strip));
  consider(tipsOnTheirPlanes(strip, best.points));
  return best;
}

}  // namespace narrows
