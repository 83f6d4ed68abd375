#include "lines/hull.h"

#include <Eigen/Geometry>
#include <algorithm>
#include <cmath>

#include "lines/cut_loops.h"
#include "lines/offset_patch.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Points an offset section is cut at.
constexpr std::size_t cutPoints = 64;

std::vector<Batten> partCurves(const std::vector<Section>& sections, std::size_t part) {
  std::vector<Batten> curves;
  for (const Section& section : sections) curves.push_back(section.parts[part]);
  return curves;
}

/// The bays, by the whole section at their fore end, in which a surface leaves the box of all sections by more than its
/// diagonal: of figures that no boat has it may run off by miles.
std::vector<std::size_t> baysRunOff(const Hull& hull) {
  Eigen::AlignedBox3d box;
  for (const Section& section : hull.sections)
    for (const Batten& part : section.parts)
      for (const Vec3& nail : part.nails()) box.extend(nail);
  const double most = box.diagonal().norm();
  const auto isOff = [&](const SurfacePatch& patch, std::size_t bay) {
    for (const double along : {0.25, 0.5, 0.75})
      for (const double across : {0.0, 0.2, 0.4, 0.6, 0.8, 1.0}) {
        const Vec3 at = patch.evaluate(static_cast<double>(bay) + along, across).at;
        if (!(box.exteriorDistance(at) <= most)) return true;
      }
    return false;
  };
  std::vector<std::size_t> bays;
  for (std::size_t bay = 0; bay + 1 < hull.sections.size(); ++bay)
    if (std::any_of(hull.patches.begin(), hull.patches.end(), [&](const auto& patch) { return isOff(patch, bay); }))
      bays.push_back(bay);
  return bays;
}

}  // namespace

Result<Hull> hullThrough(std::vector<Section> sections, Problems problems, const std::stop_token& stop) {
  Hull hull;
  hull.problems = std::move(problems);
  for (Section& section : sections) (section.whole ? hull.sections : hull.partSections).push_back(std::move(section));
  // What a face leaves of a station, and the table's own parts: along the boat, as rows are bent to them in turn.
  std::stable_sort(hull.partSections.begin(), hull.partSections.end(),
                   [](const Section& a, const Section& b) { return a.xMm.value_or(0.0) < b.xMm.value_or(0.0); });
  if (hull.sections.size() < 2) {
    Problems all = hull.problems;
    std::string parts;
    for (const Section& part : hull.partSections) parts += (parts.empty() ? "" : ", ") + part.name;
    all.push_back({Fault::TooFewWhole, {}, {std::to_string(hull.sections.size()), parts}});
    return tl::make_unexpected(all);
  }
  std::size_t parts = hull.sections.front().parts.size();
  for (const Section& section : hull.sections) parts = std::min(parts, section.parts.size());
  for (std::size_t part = 0; part < parts; ++part) {
    std::vector<PartSection> partial;
    for (const Section& section : hull.partSections) {
      if (section.parts[part].lengthMm() > 0.0) partial.push_back({section.parts[part], *section.xMm});
    }
    hull.patches.push_back(SurfacePatch::through(partCurves(hull.sections, part), partial, stop));
    if (stop.stop_requested()) return fail(Fault::Stopped);
  }
  if (const auto bays = baysRunOff(hull); !bays.empty()) {
    Problems all = hull.problems;
    for (const std::size_t bay : bays)
      all.push_back({Fault::SurfaceRunsOff, {}, {hull.sections[bay].name, hull.sections[bay + 1].name}});
    return tl::make_unexpected(all);
  }
  return hull;
}

namespace {

/// Points along an offset section or end, without the loops of a fold.
struct Cut {
  std::vector<Vec3> points;
  bool whole = true;
  bool folded = false;
};

/// Bays that a face is carried on past a hull cut off square, to where its planes stand: the little that the planking
/// leans there.
constexpr double carriedOnBays = 0.5;

Cut cutAt(const OffsetPatch& patch, const Section& section, double t) {
  const double beyond = t == 0.0 || t == patch.lastT() ? carriedOnBays : 0.0;
  Cut cut;
  std::vector<Vec3> carried;
  for (std::size_t k = 0; k <= cutPoints; ++k) {
    const double v = static_cast<double>(k) / static_cast<double>(cutPoints);
    std::optional<double> here = t;
    if (section.xMm) here = patch.crossing(*section.xMm, v, t, beyond);
    if (!here) {
      cut.whole = false;
      continue;
    }
    cut.folded = cut.folded || (k > 0 && k < cutPoints && patch.foldsAt(*here, v));
    carried.push_back(patch.point(*here, v));
  }
  if (cut.folded)
    cutLoops(
        carried, [](const Vec3& point) { return point; },
        [](const Vec3& a, const Vec3& b, double share) -> Vec3 { return a + share * (b - a); });
  for (const Vec3& at : carried) {
    // What still turns back, at an end that was carried past the other, is left out.
    if (cut.points.size() > 1 &&
        (at - cut.points.back()).dot(cut.points.back() - cut.points[cut.points.size() - 2]) <= 0.0) {
      cut.folded = true;
      continue;
    }
    cut.points.push_back(at);
  }
  return cut;
}

}  // namespace

Result<Hull> springHull(const OffsetTable& table, const std::stop_token& stop) {
  SectionSet set = springSections(table, stop);
  if (stop.stop_requested()) return fail(Fault::Stopped);
  return hullThrough(std::move(set.sections), std::move(set.problems), stop);
}

Result<Hull> springHull(const OffsetTable& table, const OffsetTable& beforeTable, const Hull& before,
                        const std::stop_token& stop) {
  if (!before.problems.empty()) return springHull(table, stop);
  std::vector<Section> sections = before.sections;
  sections.insert(sections.end(), before.partSections.begin(), before.partSections.end());
  SectionSet set = springSections(table, beforeTable, sections, stop);
  if (stop.stop_requested()) return fail(Fault::Stopped);
  return hullThrough(std::move(set.sections), std::move(set.problems), stop);
}

Result<Hull> offsetHull(const Hull& hull, double distanceMm, const std::stop_token& stop) {
  std::vector<Section> sections;
  Problems problems = hull.problems;
  std::vector<OffsetPatch> patches;
  for (const SurfacePatch& patch : hull.patches) patches.emplace_back(patch, distanceMm);
  const auto offset = [&](const Section& original, double t) {
    Section section = original;
    section.parts.clear();
    bool folded = false;
    for (std::size_t i = 0; i < patches.size(); ++i) {
      const Batten& was = original.parts[i];
      if (was.lengthMm() <= 0.0) {
        const Vec3 at = patches[i].point(t, 0.0);
        section.parts.push_back(Batten::spring(std::vector<Vec3>{at, at}, BattenEnds::Free));
        continue;
      }
      const Cut cut = cutAt(patches[i], original, t);
      folded = folded || cut.folded;
      section.whole = section.whole && cut.whole;
      if (cut.points.size() < 2) return;  // the plane no longer meets this face
      section.parts.push_back(Batten::spring(cut.points, BattenEnds::CarryCurvature));
    }
    if (folded)
      problems.push_back({Fault::SurfaceFolds, {0, 0, Trade::say("station %1", section.name)}, {section.name}});
    sections.push_back(std::move(section));
  };
  for (std::size_t i = 0; i < hull.sections.size() && !stop.stop_requested(); ++i)
    offset(hull.sections[i], static_cast<double>(i));
  for (const Section& part : hull.partSections)
    offset(part, part.xMm.value_or(0.0) < hull.sections[1].parts.back().nails().front().x() ? 0.5 : hull.lastT() - 0.5);
  if (stop.stop_requested()) return fail(Fault::Stopped);
  return hullThrough(std::move(sections), std::move(problems), stop);
}

Result<Hull> hullFace(const Hull& drawn, const OffsetTable& table, Face face, const std::stop_token& stop) {
  const bool drawnInside = table.side == PlankingSide::Inside;
  if (face == Face::Drawn || (face == Face::Inside) == drawnInside) return drawn;
  return offsetHull(drawn, face == Face::Outside ? table.thickness.mm() : -table.thickness.mm(), stop);
}

}  // namespace narrows
