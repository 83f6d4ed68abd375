#include "lining/girth_frame.h"

#include <algorithm>
#include <cmath>

#include "curve/cubic.h"
#include "curve/halving.h"

namespace narrows {

namespace {

constexpr std::size_t columnsABay = SurfacePatch::columnsABay;
/// Steps of share in the net.
constexpr std::size_t shareSteps = 64;
/// Either side of a section: a patch's derivative by t is another there.
constexpr double besideT = 1e-9;
/// Lines of neighbouring shares never come nearer together in an end bay than this part of what they are at its ends.
constexpr double leastGirthSpread = 0.1;

std::size_t at(std::size_t column, std::size_t share) {
  return column * (shareSteps + 1) + share;
}

/// A figure and its rate.
struct Rated {
  double value, rate;
};

/// A figure tabled at every column, between two of them: cubic, with slopes of its own bay.
Rated between(const std::vector<double>& tabled, double t) {
  const std::size_t last = tabled.size() - 1;
  const double place = std::clamp(t * columnsABay, 0.0, static_cast<double>(last));
  const std::size_t column = std::min(static_cast<std::size_t>(place), last - 1);
  const std::size_t bay = column / columnsABay * columnsABay;
  const double u = place - static_cast<double>(column);
  const auto get = [&](std::size_t i) { return tabled[bay + i]; };
  const double low = slopeAtStep(columnsABay + 1, column - bay, get);
  const double high = slopeAtStep(columnsABay + 1, column + 1 - bay, get);
  const double a = tabled[column], b = tabled[column + 1];
  return {CubicWeights::value(u)(a, b, low, high), CubicWeights::first(u)(a, b, low, high) * columnsABay};
}

}  // namespace

GirthFrame::GirthFrame(std::shared_ptr<const Hull> hull, bool fromRabbet, const std::stop_token& stop)
    : m_hull(std::move(hull)), m_firstPatch(m_hull->isChined() && !fromRabbet ? 1 : 0) {
  auto measured = std::make_shared<Measured>();
  for (const Section& section : m_hull->sections) measured->girthsMm.push_back(section.girthMm(m_firstPatch));
  const std::size_t columns = (sectionCount() - 1) * columnsABay + 1;
  for (std::size_t patch = m_firstPatch; patch < m_hull->patches.size(); ++patch) {
    std::vector<double> girths(columns);
    Net net(columns * (shareSteps + 1));
    for (std::size_t c = 0; c < columns; ++c) {
      if (stop.stop_requested()) return;
      const SurfacePatch::EvenGirth even =
          m_hull->patches[patch].evenGirth(static_cast<double>(c) / columnsABay, shareSteps);
      girths[c] = even.girthMm;
      for (std::size_t k = 0; k <= shareSteps; ++k) net[at(c, k)].v = even.v[k];
    }
    // At sections the girth is that of the section's own curve, to the last digit.
    for (std::size_t i = 0; i < sectionCount(); ++i)
      girths[i * columnsABay] = m_hull->sections[i].parts[patch].lengthMm();
    measured->patchGirthsMm.push_back(std::move(girths));
    if (stop.stop_requested()) return;
    finishNet(net, m_hull->patches[patch]);
    measured->nets.push_back(std::move(net));
  }
  m_measured = measured;  // what follows asks it
  for (std::size_t i = 0; i < sectionCount(); ++i) measured->middlesMm.push_back(sectionPoint(i, 0.5).x());
}

void GirthFrame::finishNet(Net& net, const SurfacePatch& patch) const {
  const std::size_t bays = sectionCount() - 1;
  for (std::size_t bay = 0; bay < bays; ++bay) {
    for (std::size_t j = 0; j <= columnsABay; ++j) {
      for (std::size_t k = 0; k <= shareSteps; ++k) {
        const auto get = [&](std::size_t i) { return net[at(bay * columnsABay + i, k)].v; };
        const double slope = slopeAtStep(columnsABay + 1, j, get) * columnsABay;
        Node& node = net[at(bay * columnsABay + j, k)];
        if (j > 0) node.before = slope;
        if (j < columnsABay) node.after = slope;
      }
    }
  }
  if (bays > 1) {
    if (!m_hull->sections.front().xMm) runToEnd(net, patch, true);
    if (!m_hull->sections.back().xMm) runToEnd(net, patch, false);
  }
  const std::size_t columns = bays * columnsABay + 1;
  for (std::size_t k = 0; k <= shareSteps; ++k) {
    net[at(0, k)].before = net[at(0, k)].after;
    net[at(columns - 1, k)].after = net[at(columns - 1, k)].before;
  }
  for (std::size_t c = 0; c < columns; ++c) {
    for (std::size_t k = 0; k <= shareSteps; ++k) {
      const auto slope = [&](double Node::*value) {
        return slopeAtStep(shareSteps + 1, k, [&](std::size_t i) { return net[at(c, i)].*value; }) * shareSteps;
      };
      Node& node = net[at(c, k)];
      node.byShare = slope(&Node::v);
      node.beforeByShare = slope(&Node::before);
      node.afterByShare = slope(&Node::after);
    }
  }
}

void GirthFrame::runToEnd(Net& net, const SurfacePatch& patch, bool atBow) const {
  // Columns of an end bay lean, and shares of their lengths would kink where they meet the upright ones: there every
  // line leaves the whole station as it came to it, and bends evenly to its own share of the end.
  const std::size_t bay = atBow ? 0 : sectionCount() - 2;
  const std::size_t end = atBow ? 0 : (bay + 1) * columnsABay, whole = atBow ? columnsABay : bay * columnsABay;
  const double side = atBow ? -1.0 : 1.0;  // which way t runs from the whole station to the end
  const auto station = static_cast<double>(atBow ? 1 : bay);
  std::vector<double> slopes, ends, wholes;
  for (std::size_t k = 0; k <= shareSteps; ++k) {
    const Node& node = net[at(whole, k)];
    const double within = patch.evaluate(station + side * besideT, node.v).aft.x();
    const double beyond = patch.evaluate(station - side * besideT, node.v).aft.x();
    const double known = atBow ? node.after : node.before;
    slopes.push_back(beyond > 1e-6 ? known * within / beyond : 0.0);
    ends.push_back(net[at(end, k)].v);
    wholes.push_back(node.v);
  }
  const auto lay = [&](bool even) {
    bool inOrder = true;
    for (std::size_t j = 0; j <= columnsABay; ++j) {
      const double far = static_cast<double>(j) / columnsABay;  // from the whole station
      const std::size_t column = atBow ? whole - j : whole + j;
      for (std::size_t k = 0; k <= shareSteps; ++k) {
        const double leaves = even ? ends[k] - wholes[k] : side * slopes[k];
        const double bends = ends[k] - wholes[k] - leaves;
        Node& node = net[at(column, k)];
        node.v = wholes[k] + far * (leaves + far * bends);
        const double slope = side * (leaves + 2.0 * far * bends);
        if (j > 0 || !atBow) node.after = slope;
        if (j > 0 || atBow) node.before = slope;
        if (k == 0) continue;
        const double least = leastGirthSpread * std::min(ends[k] - ends[k - 1], wholes[k] - wholes[k - 1]);
        inOrder = inOrder && node.v - net[at(column, k - 1)].v >= least;
      }
    }
    return inOrder;
  };
  const std::vector<Node> junction(net.begin() + static_cast<std::ptrdiff_t>(at(whole, 0)),
                                   net.begin() + static_cast<std::ptrdiff_t>(at(whole, 0) + shareSteps + 1));
  if (!lay(false)) lay(true);
  // The whole station keeps its own slope on the other side.
  for (std::size_t k = 0; k <= shareSteps; ++k) {
    Node& node = net[at(whole, k)];
    (atBow ? node.after : node.before) = atBow ? junction[k].after : junction[k].before;
  }
}

double GirthFrame::girthBetweenMm(double t) const {
  double girth = 0.0;
  for (const auto& patch : m_measured->patchGirthsMm) girth += between(patch, t).value;
  return girth;
}

std::size_t GirthFrame::greatestSection() const {
  std::size_t greatest = 0;
  double most = -1.0;
  for (std::size_t i = 0; i < m_measured->girthsMm.size(); ++i) {
    if (m_hull->sections[i].kind != SectionKind::Station || m_measured->girthsMm[i] <= most) continue;
    most = m_measured->girthsMm[i];
    greatest = i;
  }
  return greatest;
}

GirthFrame::Place GirthFrame::placeAt(double t, double share) const {
  // The patch, and the share of its own girth.
  const auto& patchGirthsMm = m_measured->patchGirthsMm;
  const auto& nets = m_measured->nets;
  std::size_t patch = 0;
  double within = share, byShare = 1.0, byT = 0.0;
  if (nets.size() > 1) {
    Rated below{0.0, 0.0}, whole{0.0, 0.0};
    for (const auto& girths : patchGirthsMm) {
      const Rated one = between(girths, t);
      whole.value += one.value, whole.rate += one.rate;
    }
    const double wanted = share * whole.value;
    Rated own = between(patchGirthsMm[0], t);
    while (patch + 1 < nets.size() && wanted > below.value + own.value) {
      below.value += own.value, below.rate += own.rate;
      own = between(patchGirthsMm[++patch], t);
    }
    const double size = std::max(own.value, 1e-9);
    within = (wanted - below.value) / size;
    byShare = whole.value / size;
    byT = (share * whole.rate - below.rate - within * own.rate) / size;
  }
  const Net& net = nets[patch];
  const std::size_t columns = net.size() / (shareSteps + 1);
  const auto column =
      static_cast<std::size_t>(std::clamp(std::floor(t * columnsABay), 0.0, static_cast<double>(columns - 2)));
  const double place = within * shareSteps;
  const auto step = static_cast<std::size_t>(std::clamp(std::floor(place), 0.0, static_cast<double>(shareSteps - 1)));
  const double u = t * columnsABay - static_cast<double>(column), w = place - static_cast<double>(step);
  constexpr double wide = 1.0 / columnsABay, high = 1.0 / shareSteps;
  const auto sum = [&](const CubicWeights& along, const CubicWeights& across) {
    const auto edge = [&](std::size_t c, double Node::*value, double Node::*slope) {
      return across(net[at(c, step)].*value, net[at(c, step + 1)].*value, net[at(c, step)].*slope * high,
                    net[at(c, step + 1)].*slope * high);
    };
    return along(edge(column, &Node::v, &Node::byShare), edge(column + 1, &Node::v, &Node::byShare),
                 edge(column, &Node::after, &Node::afterByShare) * wide,
                 edge(column + 1, &Node::before, &Node::beforeByShare) * wide);
  };
  const double byWithin = sum(CubicWeights::value(u), CubicWeights::first(w)) / high;
  return {m_firstPatch + patch, sum(CubicWeights::value(u), CubicWeights::value(w)),
          sum(CubicWeights::first(u), CubicWeights::value(w)) / wide + byWithin * byT, byWithin * byShare};
}

SurfacePoint GirthFrame::evaluate(double t, double share) const {
  const Place place = placeAt(t, share);
  SurfacePoint found = m_hull->patches[place.patch].evaluate(t, place.v);
  found.aft += place.byT * found.up;
  found.up *= place.byShare;
  return found;
}

Vec3 GirthFrame::normal(double t, double share) const {
  const Place place = placeAt(t, share);
  return m_hull->patches[place.patch].normal(t, place.v);
}

SurfaceBend GirthFrame::bend(double t, double share) const {
  const Place place = placeAt(t, share);
  return m_hull->patches[place.patch].bend(t, place.v);
}

Vec3 GirthFrame::sectionPoint(std::size_t section, double share) const {
  double along = share * m_measured->girthsMm[section];
  const auto& parts = m_hull->sections[section].parts;
  for (std::size_t k = m_firstPatch; k < parts.size(); ++k) {
    if (along <= parts[k].lengthMm() || k + 1 == parts.size()) return parts[k].pointAt(along);
    along -= parts[k].lengthMm();
  }
  return Vec3::Zero();
}

double GirthFrame::nearestShare(std::size_t section, double y, double z) const {
  return nearest(section, [&](const Vec3& at) { return std::pow(at.y() - y, 2) + std::pow(at.z() - z, 2); });
}

double GirthFrame::nearestShareAbeam(std::size_t section, double x, double z) const {
  return nearest(section, [&](const Vec3& at) { return std::pow(at.x() - x, 2) + std::pow(at.z() - z, 2); });
}

template <typename Away>
double GirthFrame::nearest(std::size_t section, const Away& awayFrom) const {
  constexpr int steps = 200;
  const auto away = [&](double share) { return awayFrom(sectionPoint(section, share)); };
  double best = 0.0;
  for (int i = 1; i <= steps; ++i) {
    if (away(static_cast<double>(i) / steps) < away(best)) best = static_cast<double>(i) / steps;
  }
  double low = std::max(0.0, best - 1.0 / steps), high = std::min(1.0, best + 1.0 / steps);
  for (int i = 0; i < 40; ++i) {
    const double a = low + (high - low) / 3.0, b = high - (high - low) / 3.0;
    if (away(a) < away(b)) {
      high = b;
    } else {
      low = a;
    }
  }
  return 0.5 * (low + high);
}

std::optional<double> GirthFrame::shareAtHeight(double t, double heightMm) const {
  const auto below = [&](double share) { return point(t, share).z() <= heightMm; };
  if (!below(0.0) || below(1.0)) return std::nullopt;
  return whereCeases(0.0, 1.0, below, 40);
}

Vec2 GirthFrame::laidFlat(double t, double share) const {
  const auto fore = static_cast<std::size_t>(std::clamp(std::floor(t), 0.0, lastT() - 1.0));
  const double from = middleMm(fore), to = middleMm(fore + 1);
  return {from + (t - static_cast<double>(fore)) * (to - from), share * girthBetweenMm(t)};
}

std::shared_ptr<const EndCourse> GirthFrame::courseToEnd(bool bow, double share, double heading) const {
  return m_measured->courses->of({bow, share, heading}, [&] { return endCourse(*this, bow, share, heading); });
}

std::shared_ptr<const RowLength> GirthFrame::rowLength(double share) const {
  return m_measured->rows->of(share, [&] { return RowLength(*this, share); });
}

}  // namespace narrows
