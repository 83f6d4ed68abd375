#include "plank/into_rabbet.h"

#include <algorithm>
#include <cmath>

#include "curve/evenly_between.h"

namespace narrows {

namespace {

constexpr int stepsARun = 400;
constexpr double keelPlacesABay = 8.0;
/// An edge that meets the timber squarer than this (the cosine) runs straight on into the rabbet; one that meets it
/// flatter than the other turns in square to it, as its neighbour's does, and those between do something of both.
constexpr double runsOn = 0.7, turnsIn = 0.5;

/// Unit, out of a band at one of its edges or ends: along the surface, square to that line, away from what lies within.
Vec3 outward(const Vec3& line, const Vec3& normal, const Vec3& within) {
  const Vec3 out = line.cross(normal).normalized();
  return out.dot(within) > 0.0 ? Vec3(-out) : out;
}

/// At an end.
Vec3 outOfEnd(const Band& band, bool bow, double across) {
  constexpr double side = 0.02;
  const double t = band.endT(bow);
  const Vec3 line = band.point(t, std::min(across + side, 1.0)) - band.point(t, std::max(across - side, 0.0));
  return outward(line, band.normal(t, across), band.point(bow ? t + side : t - side, across) - band.point(t, across));
}

/// At the keel edge.
Vec3 outOfKeel(const Band& band, double t) {
  constexpr double along = 0.01, within = 0.02;
  const Vec3 line =
      band.point(std::min(t + along, band.reach.toT), 0.0) - band.point(std::max(t - along, band.reach.fromT), 0.0);
  return outward(line, band.normal(t, 0.0), band.point(t, within) - band.point(t, 0.0));
}

}  // namespace

InnerRabbet::InnerRabbet(const std::vector<RabbetRun>& runs) {
  // Stem and sternpost are traced from the foot up: the stem is gone down.
  for (const RabbetPart part : {RabbetPart::Stem, RabbetPart::Keel, RabbetPart::Sternpost}) {
    for (const RabbetRun& run : runs) {
      if (run.part != part) continue;
      const double length = run.innerRabbet.lengthMm();
      for (int i = 0; i <= stepsARun; ++i) {
        const double share = static_cast<double>(part == RabbetPart::Stem ? stepsARun - i : i) / stepsARun;
        m_line.push_back(run.innerRabbet.pointAt(share * length));
      }
    }
  }
}

std::optional<double> InnerRabbet::beyond(const Vec3& at, const Vec3& outward) const {
  double nearest = 1e300;
  std::optional<double> found;
  for (std::size_t i = 1; i < m_line.size(); ++i) {
    const Vec3 leg = m_line[i] - m_line[i - 1];
    if (leg.squaredNorm() < 1e-12) continue;
    const double part = (at - m_line[i - 1]).dot(leg) / leg.squaredNorm();
    const Vec3 off = m_line[i - 1] + std::clamp(part, 0.0, 1.0) * leg - at;
    if (off.squaredNorm() >= nearest) continue;
    nearest = off.squaredNorm();
    const bool past = (i == 1 && part < 0.0) || (i + 1 == m_line.size() && part > 1.0);
    found = past ? std::nullopt : std::optional(off.dot(outward));
  }
  return found;
}

IntoRabbet intoRabbet(const Band& band, const FlatPlank& plank, const InnerRabbet& rabbet, bool isLowest) {
  IntoRabbet into;
  if (rabbet.isNothing()) return into;
  for (const bool bow : {true, false}) {
    const Section* section = band.boatEnd(bow);
    if (section == nullptr || !section->isHood()) continue;
    std::vector<double>& mm = bow ? into.bow : into.stern;
    const std::size_t places = endLine(plank, bow).size(), lap = plank.lapLine.empty() ? 0 : 1;
    // Where the rabbet has run out, at the head, it goes on as it was.
    double last = 0.0;
    for (std::size_t i = 0; i < places; ++i) {
      const double across = i < lap ? 0.0 : static_cast<double>(i - lap) / static_cast<double>(places - 1 - lap);
      last = rabbet.beyond(band.point(band.endT(bow), across), outOfEnd(band, bow, across)).value_or(last);
      mm.push_back(last);
    }
  }
  if (!isLowest) return into;
  const auto steps = static_cast<int>(std::ceil((band.reach.toT - band.reach.fromT) * keelPlacesABay));
  for (int i = 0; i <= steps; ++i) {
    const double t = band.reach.fromT + (band.reach.toT - band.reach.fromT) * i / steps;
    const auto mm = rabbet.beyond(band.point(t, 0.0), outOfKeel(band, t));
    const double x = plank.map.at(t, 0.0).x();
    if (!mm || (!into.keel.empty() && x <= into.keel.back().first)) continue;
    into.keel.emplace_back(x, *mm);
  }
  return into;
}

CutLines cutLines(const FlatPlank& plank, const IntoRabbet& into) {
  CutLines cut{plank.lower, plank.upper, endLine(plank, true), endLine(plank, false)};
  for (std::size_t i = 0; i < cut.lower.size(); ++i)
    cut.lower[i] -= evenlyBetween(into.keel, plank.lower[i].x()) * turnedLeft(directionAt(plank.lower, i));
  for (const bool bow : {true, false}) {
    const std::vector<double>& mm = bow ? into.bow : into.stern;
    if (mm.empty()) continue;
    std::vector<Vec2>& end = bow ? cut.bow : cut.stern;
    const std::vector<Vec2> was = end;
    const double way = bow ? -1.0 : 1.0;
    const Vec2 low = way * directionAt(plank.lower, bow ? 0 : plank.lower.size() - 1),
               top = way * directionAt(plank.upper, bow ? 0 : plank.upper.size() - 1);
    // Out of the plank, square to the end; and how far each corner slides along the end to stay on its edge.
    const auto outAt = [&](std::size_t i) -> Vec2 { return way * -turnedLeft(directionAt(was, i)); };
    const auto slide = [&](std::size_t i, const Vec2& edge) {
      const Vec2 out = outAt(i);
      const double slant = edge.dot(out), along = std::clamp((slant - turnsIn) / (runsOn - turnsIn), 0.0, 1.0);
      return along > 0.0 ? along * mm[i] * edge.dot(directionAt(was, i)) / slant : 0.0;
    };
    const double slideLow = into.keel.empty() ? slide(0, low) : 0.0, slideTop = slide(was.size() - 1, top);
    const std::vector<double> shares = sharesAlong(was);
    for (std::size_t i = 0; i < was.size(); ++i)
      end[i] = was[i] + mm[i] * outAt(i) + ((1.0 - shares[i]) * slideLow + shares[i] * slideTop) * directionAt(was, i);
    // The edges go on to the corners.
    if (bow) {
      cut.lower.insert(cut.lower.begin(), end.front());
      cut.upper.insert(cut.upper.begin(), end.back());
    } else {
      cut.lower.push_back(end.front());
      cut.upper.push_back(end.back());
    }
  }
  return cut;
}

}  // namespace narrows
