#include "backbone/fastenings.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace narrows {

namespace {

/// Steps along a run of rabbet that crossings are looked for at.
constexpr int runSteps = 200;

/// Share of a to b at which it crosses c to d; none where they do not.
std::optional<double> crossing(const Vec2& a, const Vec2& b, const Vec2& c, const Vec2& d) {
  const Vec2 ab = b - a, cd = d - c, ac = c - a;
  const double cross = ab.x() * cd.y() - ab.y() * cd.x();
  if (std::abs(cross) < 1e-12) return std::nullopt;
  const double s = (ac.x() * cd.y() - ac.y() * cd.x()) / cross, u = (ac.x() * ab.y() - ac.y() * ab.x()) / cross;
  if (s < 0.0 || s > 1.0 || u < 0.0 || u > 1.0) return std::nullopt;
  return s;
}

double distanceOf(const Vec2& a, const Vec2& b, const Vec2& c, const Vec2& d) {
  if (crossing(a, b, c, d)) return 0.0;
  return std::min(
      {distanceToSegment(a, c, d), distanceToSegment(b, c, d), distanceToSegment(c, a, b), distanceToSegment(d, a, b)});
}

double usualDiameter(double thicknessMm) {
  if (thicknessMm <= inches(0.625).mm()) return inches(0.375).mm();
  return thicknessMm <= inches(1.0).mm() ? inches(0.5).mm() : inches(0.625).mm();
}

/// The middle of the rabbet from stem head to sternpost head, in the profile: one line, as the caulking runs.
struct MiddleLine {
  std::vector<Vec2> at;
  std::vector<RabbetPart> part;
  std::vector<double> halfSidingMm;
};

MiddleLine middleLine(const std::vector<RabbetRun>& rabbet) {
  MiddleLine line;
  for (const RabbetRun& run : rabbet) {
    for (int i = 0; i <= runSteps; ++i) {
      const bool down = run.part == RabbetPart::Stem;
      const RabbetPlace place = run.at(run.lengthMm() * (down ? runSteps - i : i) / runSteps);
      line.at.push_back(inProfile(0.5 * (place.rabbet + place.inner)));
      line.part.push_back(run.part);
      line.halfSidingMm.push_back(place.rabbet.y());
    }
  }
  return line;
}

}  // namespace

std::vector<Stopwater> placeStopwaters(const BackbonePlan& plan, const std::vector<RabbetRun>& rabbet,
                                       double thicknessMm) {
  std::vector<Stopwater> placed;
  const double given = plan.rabbet.stopwater.mm();
  const double diameter = given > 0.0 ? given : usualDiameter(thicknessMm);
  const MiddleLine middle = middleLine(rabbet);
  for (const Joint& joint : plan.joints) {
    const std::vector<Vec2> line = jointLine(joint);
    for (std::size_t i = 1; i < middle.at.size(); ++i) {
      for (std::size_t k = 1; k < line.size(); ++k) {
        const auto share = crossing(line[k - 1], line[k], middle.at[i - 1], middle.at[i]);
        if (!share) continue;
        const Vec2 on = line[k - 1] + *share * (line[k] - line[k - 1]);
        const bool near = std::any_of(placed.begin(), placed.end(), [&](const Stopwater& other) {
          return other.joint == joint.id && (other.at - on).norm() < 2.0 * diameter;
        });
        if (!near) placed.push_back({joint.id, middle.part[i], on, diameter, 2.0 * middle.halfSidingMm[i]});
      }
    }
  }
  return placed;
}

std::vector<BoltClash> boltClashes(const BackbonePlan& plan, const std::vector<RabbetRun>& rabbet,
                                   const std::vector<Stopwater>& stopwaters) {
  std::vector<BoltClash> clashes;
  for (std::size_t i = 0; i < plan.bolts.size(); ++i) {
    const Bolt& bolt = plan.bolts[i];
    const Vec2 low = inProfile(bolt.low), high = inProfile(bolt.high);
    const double radius = 0.5 * bolt.diameter.mm();
    const auto report = [&](BoltFoul with, double clear, double wanted, const Vec2& at) {
      if (clear < wanted - 1e-9) clashes.push_back({bolt.id, with, clear, wanted, at});
    };
    // On the centre line it passes between the grooves of the two sides: nearest where one is deepest.
    std::optional<RabbetPlace> tightest;
    for (const RabbetRun& run : rabbet) {
      for (std::size_t k = 1; k < run.places.size(); ++k) {
        const RabbetPlace& a = run.places[k - 1];
        if (!crossing(low, high, inProfile(a.inner), inProfile(run.places[k].inner))) continue;
        if (!tightest || a.inner.y() < tightest->inner.y()) tightest = a;
      }
    }
    if (tightest)
      report(BoltFoul::Rabbet, tightest->inner.y() - radius, plan.rabbetClear.mm(), inProfile(tightest->inner));
    for (const Stopwater& stopwater : stopwaters) {
      report(BoltFoul::Stopwater, distanceToSegment(stopwater.at, low, high) - radius - 0.5 * stopwater.diameterMm,
             plan.boltClear.mm(), stopwater.at);
    }
    for (std::size_t j = 0; j < i; ++j) {
      const Bolt& other = plan.bolts[j];
      report(BoltFoul::Bolt,
             distanceOf(low, high, inProfile(other.low), inProfile(other.high)) - radius - 0.5 * other.diameter.mm(),
             plan.boltClear.mm(), 0.5 * (low + high));
    }
  }
  return clashes;
}

}  // namespace narrows
