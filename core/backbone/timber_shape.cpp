#include "backbone/timber_shape.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

/// How far the knife of a joint is carried past its ends and to its side, mm: more than any boat.
constexpr double knifeMm = 1e5;
/// Points of a face this far apart, mm.
constexpr double faceStepMm = 25.0;
constexpr double mostFaceSteps = 1000.0, mostOutlineSteps = 20000.0;
/// A timber shorter along the boat than it is deep has no faces to mark stations along.
constexpr double leastLongMm = 150.0;

/// Square to the joint, towards where it ends.
Vec2 squareOf(const Joint& joint) {
  const Vec2 way = inProfile(joint.to) - inProfile(joint.from);
  Vec2 square(-way.y(), way.x());
  square.normalize();
  const bool towards = std::abs(way.y()) > 1e-6 ? square.y() * way.y() > 0.0 : square.y() < 0.0;
  return towards ? square : Vec2(-square);
}

/// All that lies on the left hand of a joint.
Polygon leftOf(const Joint& joint) {
  std::vector<Vec2> line = jointLine(joint);
  const Vec2 way = (inProfile(joint.to) - inProfile(joint.from)).normalized();
  const bool square = joint.kind == JointKind::NibbedScarf || joint.kind == JointKind::HookedScarf;
  const Vec2 out = square ? squareOf(joint) : way;
  const Vec2 left(-way.y(), way.x());
  line.insert(line.begin(), line.front() - out * 0.02 * knifeMm);
  line.push_back(line.back() + out * 0.02 * knifeMm);
  Polygon knife = line;
  knife.push_back(line.back() + (way + left) * knifeMm);
  knife.push_back(line.front() + (left - way) * knifeMm);
  return knife;
}

}  // namespace

Vec2 inProfile(const Vec3& at) {
  return {at.x(), at.z()};
}

Vec2 inProfile(const OutlinePoint& at) {
  return {at.distance.mm(), at.height.mm()};
}

Result<Polygon> springOutline(const Timber& timber, double stepMm) {
  const auto& points = timber.outline;
  const auto folds = [&](const std::string& which) { return fail(Fault::OutlineFolds, {0, 0, timber.name}, {which}); };
  if (points.size() < 3) return folds(Trade::say("a point: it needs three at least"));
  // Begin at a corner, so that each stretch lies between two of them; with none, at the first point.
  std::size_t first = 0;
  for (std::size_t i = 0; i < points.size() && !points[first].corner; ++i) first = i;
  Polygon outline;
  std::vector<Vec3> nails;
  for (std::size_t k = 0; k <= points.size(); ++k) {
    const OutlinePoint& point = points[(first + k) % points.size()];
    const Vec3 here(point.distance.mm(), 0.0, point.height.mm());
    if (nails.empty() || (here - nails.back()).norm() > 1e-6) nails.push_back(here);
    const bool turns = point.corner || k == points.size();
    if (k == 0 || !turns) continue;
    if (nails.size() >= 2) {
      const Batten batten = Batten::spring(nails, BattenEnds::Free);
      const auto steps =
          nails.size() == 2
              ? std::size_t{1}
              : static_cast<std::size_t>(std::min(std::ceil(batten.lengthMm() / stepMm), mostOutlineSteps));
      for (std::size_t i = 0; i < steps; ++i) {
        const Vec3 on = batten.pointAtShare(static_cast<double>(i) / static_cast<double>(steps));
        outline.emplace_back(on.x(), on.z());
      }
    }
    nails = {here};
  }
  if (isCrossed(outline)) return folds(Trade::say("one of its points"));
  if (signedArea(outline) < 0.0) std::reverse(outline.begin(), outline.end());
  return outline;
}

std::vector<Vec2> jointLine(const Joint& joint) {
  const Vec2 from = inProfile(joint.from), to = inProfile(joint.to);
  if (joint.kind == JointKind::Butt || joint.kind == JointKind::Scarf || joint.nib.mm() <= 0.0) return {from, to};
  const Vec2 square = squareOf(joint) * joint.nib.mm();
  std::vector<Vec2> line{from, from + square};
  if (joint.kind == JointKind::HookedScarf) {
    const Vec2 middle = 0.5 * (from + to);
    line.emplace_back(middle + 0.5 * square);
    line.emplace_back(middle - 0.5 * square);
  }
  line.emplace_back(to - square);
  line.push_back(to);
  return line;
}

double jointSlope(const Joint& joint, Length moulding) {
  return (inProfile(joint.to) - inProfile(joint.from)).norm() / std::max(moulding.mm(), 1e-6);
}

const TimberShape* TimberShapes::find(TimberId id) const {
  for (const TimberShape& shape : shapes) {
    if (shape.id == id) return &shape;
  }
  return nullptr;
}

TimberShapes shapeTimbers(const BackbonePlan& plan) {
  TimberShapes found;
  for (const Timber& timber : plan.timbers) {
    auto outline = springOutline(timber);
    if (!outline) {
      found.problems.insert(found.problems.end(), outline.error().begin(), outline.error().end());
      continue;
    }
    std::vector<Polygon> left{std::move(*outline)};
    for (const Joint& joint : plan.joints) {
      const bool forward = joint.forward == timber.id, aft = joint.aft == timber.id;
      if ((!forward && !aft) || joint.from == joint.to) continue;
      const std::vector<Polygon> knife{leftOf(joint)};
      auto trimmed = forward ? common(left, knife) : without(left, knife);
      if (trimmed.empty()) {
        found.problems.push_back({Fault::JointMisses, {0, 0, timber.name}, {}});
      } else {
        left = {largest(trimmed)};
      }
    }
    found.shapes.push_back({timber.id, timber.name, left.front()});
  }
  return found;
}

std::optional<Joint> scarfAcross(const TimberShape& one, const TimberShape& other) {
  const Polygon shared = largest(common({one.outline}, {other.outline}));
  if (shared.empty()) return std::nullopt;
  const Box2 box = boxOf(shared);
  const bool firstForward = centroid(one.outline).x() < centroid(other.outline).x();
  Joint joint;
  joint.kind = JointKind::Scarf;
  joint.forward = firstForward ? one.id : other.id;
  joint.aft = firstForward ? other.id : one.id;
  joint.from = {millimetres(box.low.x()), millimetres(box.low.y()), true};
  joint.to = {millimetres(box.high.x()), millimetres(box.high.y()), true};
  return joint;
}

TimberFaces facesOf(const Polygon& outline) {
  TimberFaces faces;
  const Box2 box = boxOf(outline);
  if (box.width() < leastLongMm || box.width() < box.height()) return faces;
  const auto steps = static_cast<int>(std::min(std::ceil(box.width() / faceStepMm), mostFaceSteps));
  for (int i = 0; i <= steps; ++i) {
    // A hair within the ends, where a plumb cut meets the outline.
    const double x = box.low.x() + box.width() * (0.0005 + 0.999 * i / steps);
    const auto heights = crossings(outline, {x, 0.0}, {x, 1.0});
    if (heights.size() < 2) continue;
    faces.upper.emplace_back(x, 0.0, heights.back());
    faces.lower.emplace_back(x, 0.0, heights.front());
  }
  return faces;
}

}  // namespace narrows
