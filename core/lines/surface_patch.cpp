#include "lines/surface_patch.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "curve/cubic.h"
#include "lines/level_measure.h"
#include "lines/row_places.h"
#include "problem/problem.h"

namespace narrows {

namespace {

/// Rows of the net: enough that a cubic between two of them follows any section to a hundredth of a millimetre.
constexpr std::size_t rowIntervals = 64;
constexpr std::size_t bayIntervals = SurfacePatch::columnsABay;
/// A part section's nail nearer than this to the next nail of its row is left out, and one nearer than the second is
/// only partly believed: rounded figures so close together would kink the row.
constexpr double leastNailGapMm = 10.0, fullNailGapMm = 80.0;
/// Nails of one row no further apart than this are one.
constexpr double oneNailMm = 1e-3;
/// A row that runs aft by less than this a millimetre somewhere in a bay is not divided there by planes.
constexpr double leastAft = 0.02;
/// Sine of the angle between a patch's two directions over which they tell its normal by themselves, and under which
/// they do not at all: where stem and rabbet run into one another its corner is all but straight.
constexpr double sureSine = 0.08, noSine = 0.04;
/// Newton's steps in which a share of the girth is found between two rows.
constexpr int girthSteps = 4;

double shareOf(std::size_t part, std::size_t whole) {
  return static_cast<double>(part) / static_cast<double>(whole);
}

/// Derivatives by row of values at the rows: those of the cubic spline through them, its first two and last two
/// intervals each one cubic. Source: C. de Boor, A Practical Guide to Splines, ch. IV, not-a-knot.
template <typename Get, typename Set>
void rowSlopes(std::size_t n, Get get, Set set) {
  static const std::vector<double> ratios = [] {
    std::vector<double> ratio{2.0};  // the first row of the system: s0 + 2 s1
    for (std::size_t i = 1; i < rowIntervals; ++i) ratio.push_back(1.0 / (4.0 - ratio.back()));
    return ratio;
  }();
  thread_local std::vector<Vec3> right;
  right.resize(n);
  right[0] = (-2.5 * get(0) + 2.0 * get(1) + 0.5 * get(2));
  for (std::size_t i = 1; i + 1 < n; ++i) {
    right[i] = 3.0 * (get(i + 1) - get(i - 1));
    right[i] = (right[i] - right[i - 1]) * ratios[i];
  }
  Vec3 last = 2.5 * get(n - 1) - 2.0 * get(n - 2) - 0.5 * get(n - 3);
  // The last row of the system: 2 s(n-2) + s(n-1).
  last = (last - 2.0 * right[n - 2]) / (1.0 - 2.0 * ratios[n - 2]);
  set(n - 1, last);
  for (std::size_t i = n - 1; i-- > 0;) {
    last = right[i] - ratios[i] * last;
    set(i, last);
  }
}

}  // namespace

Vec3 SurfacePoint::normal() const {
  const Vec3 square = up.cross(aft);
  const double size = square.norm();
  return size > 1e-9 * (up.norm() * aft.norm() + 1e-12) ? Vec3(square / size) : Vec3(Vec3::Zero());
}

double SurfaceBend::along(const Vec3& direction) const {
  const double size2 = direction.squaredNorm();
  if (size2 <= 0.0) return 0.0;
  const double a = direction.dot(mostAlong), b = direction.dot(leastAlong);
  return (most * a * a + least * b * b) / size2;
}

namespace {

/// A row with its nails, and which of them each section has.
struct NailedRow {
  std::vector<Vec3> nails;
  std::vector<std::size_t> nailOf;

  /// Where a station stands at the very foot of the stem the lowest rows have two nails in one place: one nail serves
  /// both sections, and the bay between them has no length there.
  void add(const Vec3& at) {
    if (nails.empty() || (at - nails.back()).norm() > oneNailMm) nails.push_back(at);
  }
  void addSection(const Vec3& at) {
    add(at);
    nailOf.push_back(nails.size() - 1);
  }
};

/// A bay of a row: the spans between the nails of two sections.
class RowBay {
 public:
  RowBay(const FairRow& row, std::size_t from, std::size_t to) {
    for (std::size_t span = from; span < to; ++span) m_spans.push_back(row.spanAt(span));
    for (const FairRow::Span& span : m_spans) m_lengthMm += span.mm;
    // Of no length where both sections have one nail: its place is the end of the span before, or the head of the next.
    if (m_spans.empty())
      m_nail = from > 0 && from >= row.spanCount() ? row.spotAt(from - 1, 1.0) : row.spotAt(from, 0.0);
  }
  double lengthMm() const { return m_lengthMm; }

  FairRow::Spot atLength(double alongMm) const {
    if (m_spans.empty()) return m_nail;
    const auto [span, share] = placeAt(alongMm);
    return span->spotAt(share);
  }

  /// Length at which it crosses the plane x; none where it does not run aft all the way.
  std::optional<double> lengthAtPlane(double xMm) const {
    if (m_spans.empty()) return std::nullopt;
    double low = 0.0, high = m_lengthMm;
    const double x0 = m_spans.front().x(0.0), x1 = m_spans.back().x(1.0);
    if (x1 - x0 <= 0.0) return std::nullopt;
    double along = high * (xMm - x0) / (x1 - x0);
    for (int step = 0; step < 40; ++step) {
      const auto [span, share] = placeAt(along);
      const double miss = span->x(share) - xMm, slope = span->slopeX(share);
      if (slope < leastAft) return std::nullopt;
      if (std::abs(miss) < 1e-10) break;
      (miss > 0.0 ? high : low) = along;
      const double next = along - miss / slope;
      along = next > low && next < high ? next : 0.5 * (low + high);
    }
    return along;
  }

 private:
  std::pair<const FairRow::Span*, double> placeAt(double alongMm) const {
    const FairRow::Span* span = &m_spans.front();
    for (; span != &m_spans.back() && span->mm < alongMm; ++span) alongMm -= span->mm;
    return {span, alongMm / span->mm};
  }

  std::vector<FairRow::Span> m_spans;
  double m_lengthMm = 0.0;
  FairRow::Spot m_nail;
};

}  // namespace

/// The net laid from rows: its columns, bay by bay.
class NetLayer {
 public:
  NetLayer(const std::vector<NailedRow>& nailed, const RowPlaces& places) : m_nailed(nailed), m_places(places) {
    for (const NailedRow& row : nailed) m_rows.push_back(FairRow::spring(row.nails));
  }

  std::vector<SurfacePatch::Column> columns() const {
    std::vector<SurfacePatch::Column> laid;
    const std::size_t sections = m_places.size();
    laid.push_back(emptyColumn(0.0));
    for (std::size_t bay = 0; bay + 1 < sections; ++bay) {
      for (std::size_t j = 1; j <= bayIntervals; ++j)
        laid.push_back(emptyColumn(static_cast<double>(bay) + shareOf(j, bayIntervals)));
      const auto first = laid.end() - static_cast<std::ptrdiff_t>(bayIntervals) - 1;
      const bool planes = squareToBoat(m_places[bay]) && squareToBoat(m_places[bay + 1]);
      if (!planes || !fillByPlanes(&*first, bay)) fillByLength(&*first, bay);
    }
    for (std::size_t row = 0; row < m_rows.size(); ++row) {
      for (std::size_t i = 0; i < sections; ++i) laid[i * bayIntervals].nodes[row].at = m_places[i][row];
      laid.front().nodes[row].before = laid.front().nodes[row].after;
      laid.back().nodes[row].after = laid.back().nodes[row].before;
    }
    return laid;
  }

 private:
  SurfacePatch::Column emptyColumn(double t) const {
    SurfacePatch::Column column;
    column.t = t;
    column.nodes.resize(m_rows.size());
    return column;
  }

  RowBay rowBay(std::size_t row, std::size_t bay) const {
    return {m_rows[row], m_nailed[row].nailOf[bay], m_nailed[row].nailOf[bay + 1]};
  }

  static void place(SurfacePatch::Column* first, std::size_t j, std::size_t row, const FairRow::Spot& spot,
                    double rate) {
    SurfacePatch::Node& node = first[j].nodes[row];
    node.at = spot.at;
    if (j > 0) node.before = spot.slope * rate;
    if (j < bayIntervals) node.after = spot.slope * rate;
  }

  /// Columns at even planes between two sections; false where a row does not run aft all the way.
  bool fillByPlanes(SurfacePatch::Column* first, std::size_t bay) const {
    const double x0 = m_places[bay].front().x(), x1 = m_places[bay + 1].front().x();
    for (std::size_t row = 0; row < m_rows.size(); ++row) {
      const RowBay along = rowBay(row, bay);
      for (std::size_t j = 0; j <= bayIntervals; ++j) {
        std::optional<double> length = j == 0 ? 0.0 : along.lengthMm();
        if (j > 0 && j < bayIntervals) length = along.lengthAtPlane(x0 + (x1 - x0) * shareOf(j, bayIntervals));
        if (!length) return false;
        const FairRow::Spot spot = along.atLength(*length);
        if (spot.slope.x() < leastAft) return false;
        place(first, j, row, spot, (x1 - x0) / spot.slope.x());
      }
    }
    return true;
  }

  void fillByLength(SurfacePatch::Column* first, std::size_t bay) const {
    for (std::size_t row = 0; row < m_rows.size(); ++row) {
      const RowBay along = rowBay(row, bay);
      for (std::size_t j = 0; j <= bayIntervals; ++j)
        place(first, j, row, along.atLength(along.lengthMm() * shareOf(j, bayIntervals)), along.lengthMm());
    }
  }

  const std::vector<NailedRow>& m_nailed;
  const RowPlaces& m_places;
  std::vector<FairRow> m_rows;
};

namespace {

std::vector<NailedRow> nailRows(const RowPlaces& places) {
  std::vector<NailedRow> rows(places.front().size());
  for (std::size_t row = 0; row < rows.size(); ++row) {
    for (const auto& section : places) rows[row].addSection(section[row]);
  }
  return rows;
}

/// Bends rows to a part section: where they cross its plane they are nailed to it, at the same share of the level
/// measure from where it begins up to the sheer.
void nailToPart(std::vector<NailedRow>& rows, const SurfacePatch& patch, const PartSection& part, bool atBow) {
  const double last = patch.lastT();
  std::vector<Vec3> met{part.curve.nails().front()};
  std::vector<std::size_t> crossed;
  for (std::size_t row = 0; row < rows.size(); ++row) {
    const double v = shareOf(row, rowIntervals);
    const auto t = patch.crossing(part.xMm, v, atBow ? 0.5 : last - 0.5);
    if (!t || (atBow ? *t > 1.0 : *t < last - 1.0)) continue;
    crossed.push_back(row);
    met.push_back(patch.point(*t, v));
  }
  const std::vector<double> shares = levelShares(met);
  const LevelMeasure measure(part.curve);
  for (std::size_t i = 0; i < crossed.size(); ++i) {
    NailedRow& row = rows[crossed[i]];
    const std::size_t bay = atBow ? 0 : row.nailOf.size() - 2;
    // Parts come in order from the bow: the next stands before the nail of the section aft of it.
    const std::size_t at = row.nailOf[bay + 1];
    if (at == row.nailOf[bay]) continue;
    const Vec3& asMet = met[i + 1];
    const double gap = std::min((asMet - row.nails[at - 1]).norm(), (asMet - row.nails[at]).norm());
    if (gap < leastNailGapMm) continue;
    const double share = std::min(1.0, (gap - leastNailGapMm) / (fullNailGapMm - leastNailGapMm));
    const double belief = share * share * (3.0 - 2.0 * share);
    const Vec3 nail = asMet + belief * (measure.pointAtShare(shares[i + 1]) - asMet);
    row.nails.insert(row.nails.begin() + static_cast<std::ptrdiff_t>(at), nail);
    for (std::size_t k = bay + 1; k < row.nailOf.size(); ++k) ++row.nailOf[k];
  }
}

}  // namespace

void SurfacePatch::smoothAcross(Column& column) {
  std::vector<Node>& nodes = column.nodes;
  const auto smooth = [&](Vec3 Node::*value, Vec3 Node::*slope) {
    rowSlopes(
        nodes.size(), [&](std::size_t k) -> const Vec3& { return nodes[k].*value; },
        [&](std::size_t k, const Vec3& by) { nodes[k].*slope = by * static_cast<double>(rowIntervals); });
  };
  smooth(&Node::at, &Node::atUp);
  smooth(&Node::before, &Node::beforeUp);
  smooth(&Node::after, &Node::afterUp);
}

SurfacePatch SurfacePatch::through(const std::vector<Batten>& sections, const std::vector<PartSection>& parts,
                                   const std::stop_token& stop) {
  require(sections.size() >= 2, "a surface needs two sections");
  const RowPlaces places = placeRows(sections, rowIntervals + 1);
  SurfacePatch patch;
  const auto lay = [&](const std::vector<NailedRow>& rows) {
    if (stop.stop_requested()) return;
    patch.m_columns = NetLayer(rows, places).columns();
    for (Column& column : patch.m_columns) {
      if (stop.stop_requested()) return;
      smoothAcross(column);
    }
  };
  std::vector<NailedRow> rows = nailRows(places);
  lay(rows);
  if (parts.empty() || stop.stop_requested()) return patch;
  // A part section meets rows in one of the end bays only: the first, or the last.
  for (const PartSection& part : parts) nailToPart(rows, patch, part, part.xMm < sections[1].nails().front().x());
  lay(rows);
  return patch;
}

std::size_t SurfacePatch::intervalAt(double t) const {
  const double columns = static_cast<double>(m_columns.size() - 1);
  return static_cast<std::size_t>(std::clamp(std::floor(t * static_cast<double>(bayIntervals)), 0.0, columns - 1.0));
}

/// Where a place lies in the net, and the sums over its four nodes.
struct SurfacePatch::Weights {
  const Node *foreLow, *foreHigh, *aftLow, *aftHigh;
  double u, w, spanT;

  Vec3 sum(int byT, int byV) const {
    constexpr double step = 1.0 / static_cast<double>(rowIntervals);
    const CubicWeights along = CubicWeights::derivative(u, byT), across = CubicWeights::derivative(w, byV);
    const double size = (byT == 0   ? 1.0
                         : byT == 1 ? 1.0 / spanT
                                    : 1.0 / (spanT * spanT)) *
                        (byV == 0   ? 1.0
                         : byV == 1 ? 1.0 / step
                                    : 1.0 / (step * step));
    const auto corner = [&](const Node& node, const Vec3& by, const Vec3& byUp, double value, double slope, double up,
                            double upSlope) -> Vec3 {
      return (value * up) * node.at + (value * upSlope * step) * node.atUp + (slope * spanT * up) * by +
             (slope * spanT * upSlope * step) * byUp;
    };
    return size * (corner(*foreLow, foreLow->after, foreLow->afterUp, along.a, along.da, across.a, across.da) +
                   corner(*foreHigh, foreHigh->after, foreHigh->afterUp, along.a, along.da, across.b, across.db) +
                   corner(*aftLow, aftLow->before, aftLow->beforeUp, along.b, along.db, across.a, across.da) +
                   corner(*aftHigh, aftHigh->before, aftHigh->beforeUp, along.b, along.db, across.b, across.db));
  }
};

SurfacePatch::Weights SurfacePatch::weightsAt(double t, double v) const {
  const std::size_t interval = intervalAt(t);
  const Column& fore = m_columns[interval];
  const Column& aft = m_columns[interval + 1];
  const double rows = std::clamp(v, -0.25, 1.25) * static_cast<double>(rowIntervals);
  const auto row = static_cast<std::size_t>(std::clamp(std::floor(rows), 0.0, static_cast<double>(rowIntervals - 1)));
  const double span = aft.t - fore.t;
  return {&fore.nodes[row],
          &fore.nodes[row + 1],
          &aft.nodes[row],
          &aft.nodes[row + 1],
          (t - fore.t) / span,
          rows - static_cast<double>(row),
          span};
}

SurfacePoint SurfacePatch::evaluate(double t, double v) const {
  const Weights weights = weightsAt(t, v);
  return {weights.sum(0, 0), weights.sum(1, 0), weights.sum(0, 1)};
}

Vec3 SurfacePatch::normalOf(const SurfacePoint& here, double t, double v) const {
  const double sine = sineBetween(here);
  if (sine >= sureSine) return here.normal();
  // Round a stem's foot rows and sections run into one another: their cross product is then mostly their noise. Further
  // in they cross; two places there are carried back to here.
  double step = 0.02;
  SurfacePoint near, far;
  for (; step < 0.15; step *= 1.3) {
    near = inwards(t, v, step);
    if (sineBetween(near) >= sureSine) break;
  }
  far = inwards(t, v, 2.0 * step);
  const double nearMm = (near.at - here.at).norm(), farMm = (far.at - here.at).norm();
  const Vec3 one = near.normal(), two = far.normal();
  if (one.isZero()) return here.normal();
  Vec3 carriedBack = one;
  if (!two.isZero() && farMm > nearMm + 1e-6)
    carriedBack = (one + (one - two) * (nearMm / (farMm - nearMm))).normalized();
  const double share = std::clamp((sine - noSine) / (sureSine - noSine), 0.0, 1.0);
  return share > 0.0 ? Vec3(((1.0 - share) * carriedBack + share * here.normal()).normalized()) : carriedBack;
}

SurfacePoint SurfacePatch::inwards(double t, double v, double step) const {
  return evaluate(std::clamp(t, step, lastT() - step), std::clamp(v, step, 1.0 - step));
}

double SurfacePatch::sineBetween(const SurfacePoint& point) {
  const double size = point.up.norm() * point.aft.norm();
  return size > 0.0 ? point.up.cross(point.aft).norm() / size : 0.0;
}

Vec3 SurfacePatch::normal(double t, double v) const {
  return normalOf(evaluate(t, v), t, v);
}

Vec3 SurfacePatch::carried(double t, double v, double distanceMm) const {
  const SurfacePoint here = evaluate(t, v);
  return here.at + distanceMm * normalOf(here, t, v);
}

SurfacePatch::EvenGirth SurfacePatch::evenGirth(double t, std::size_t steps) const {
  constexpr double rowStep = 1.0 / static_cast<double>(rowIntervals);
  struct Reached {
    double mm, rate;  ///< up to a row, and by v there
  };
  std::vector<Reached> rows{{0.0, evaluate(t, 0.0).up.norm()}};
  for (std::size_t row = 0; row < rowIntervals; ++row) {
    // Simpson's rule on the speed between two rows.
    const double half = evaluate(t, (static_cast<double>(row) + 0.5) * rowStep).up.norm();
    const double next = evaluate(t, shareOf(row + 1, rowIntervals)).up.norm();
    rows.push_back({rows.back().mm + (rows.back().rate + 4.0 * half + next) * rowStep / 6.0, next});
  }
  EvenGirth even{rows.back().mm, {0.0}};
  std::size_t row = 0;
  for (std::size_t k = 1; k < steps; ++k) {
    const double wanted = even.girthMm * shareOf(k, steps);
    while (row + 1 < rowIntervals && rows[row + 1].mm < wanted) ++row;
    const Reached &low = rows[row], &high = rows[row + 1];
    double u = high.mm > low.mm ? (wanted - low.mm) / (high.mm - low.mm) : 0.5;
    for (int i = 0; i < girthSteps; ++i) {
      const double rate = CubicWeights::first(u)(low.mm, high.mm, low.rate * rowStep, high.rate * rowStep);
      const double miss = CubicWeights::value(u)(low.mm, high.mm, low.rate * rowStep, high.rate * rowStep) - wanted;
      if (rate > 0.0) u = std::clamp(u - miss / rate, 0.0, 1.0);
    }
    even.v.push_back(even.girthMm > 0.0 ? (static_cast<double>(row) + u) * rowStep : shareOf(k, steps));
  }
  even.v.push_back(1.0);
  return even;
}

Vec3 SurfacePatch::point(double t, double v) const {
  return weightsAt(t, v).sum(0, 0);
}

SurfaceBend SurfacePatch::bend(double t, double v) const {
  const Weights weights = weightsAt(t, v);
  SurfaceBend bend;
  bend.place = {weights.sum(0, 0), weights.sum(1, 0), weights.sum(0, 1)};
  bend.normal = bend.place.normal();
  if (bend.normal.isZero()) return bend;
  // In a frame of the tangent plane the shape of the surface is a symmetric matrix; its eigenvectors are the principal
  // directions. A normal that leans away as one goes along means a convex outside.
  const Vec3 e1 = bend.place.aft.normalized();
  const Vec3 e2 = bend.normal.cross(e1);
  Eigen::Matrix2d frame;  // columns: the parameters' directions in e1, e2
  frame << bend.place.aft.dot(e1), bend.place.up.dot(e1), bend.place.aft.dot(e2), bend.place.up.dot(e2);
  Eigen::Matrix2d second;
  second << weights.sum(2, 0).dot(bend.normal), weights.sum(1, 1).dot(bend.normal), 0.0,
      weights.sum(0, 2).dot(bend.normal);
  second(1, 0) = second(0, 1);
  const Eigen::Matrix2d back = frame.inverse();
  const Eigen::Matrix2d shape = -back.transpose() * second * back;
  const double half = 0.5 * (shape(0, 0) + shape(1, 1));
  const double apart = std::hypot(0.5 * (shape(0, 0) - shape(1, 1)), shape(0, 1));
  bend.most = half + apart;
  bend.least = half - apart;
  const double turn = 0.5 * std::atan2(2.0 * shape(0, 1), shape(0, 0) - shape(1, 1));
  bend.mostAlong = std::cos(turn) * e1 + std::sin(turn) * e2;
  bend.leastAlong = bend.normal.cross(bend.mostAlong);
  return bend;
}

std::optional<double> SurfacePatch::crossing(double xMm, double v, double startT) const {
  double t = startT;
  double low = 0.0, high = lastT();
  for (int step = 0; step < 60; ++step) {
    const Weights weights = weightsAt(t, v);
    const double error = weights.sum(0, 0).x() - xMm, rate = weights.sum(1, 0).x();
    if (std::abs(error) < 1e-9) return t;
    (error > 0.0 ? high : low) = t;
    double next = rate > 1e-9 ? t - error / rate : 0.5 * (low + high);
    if (next <= low || next >= high) {
      if (step == 0) {
        // The whole row may lie to one side of the plane.
        if (point(0.0, v).x() > xMm + 1e-9 || point(lastT(), v).x() < xMm - 1e-9) return std::nullopt;
      }
      next = 0.5 * (low + high);
    }
    const bool stands = std::abs(next - t) < 1e-13;
    t = next;
    if (stands) break;
  }
  // A row that turns back on itself may have been followed away from the plane.
  constexpr double metMm = 1e-6;
  return std::abs(point(t, v).x() - xMm) < metMm ? std::optional(t) : std::nullopt;
}

}  // namespace narrows
