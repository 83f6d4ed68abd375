#include "moulds/set_up.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "problem/trade.h"

namespace narrows {

namespace {

const MouldMark* markOf(const Mould& mould, const std::string& name) {
  const auto found =
      std::find_if(mould.marks.begin(), mould.marks.end(), [&](const MouldMark& mark) { return mark.name == name; });
  return found == mould.marks.end() ? nullptr : &*found;
}

/// How a mould is moved, at lengths along its edge.
struct Moves {
  double aftMm = 0.0;
  std::map<double, double> outMm;  ///< by length along the edge
  std::map<double, double> upMm;

  static double at(const std::map<double, double>& moves, double alongMm) {
    if (moves.empty()) return 0.0;
    const auto after = moves.lower_bound(alongMm);
    if (after == moves.begin()) return after->second;
    if (after == moves.end()) return std::prev(after)->second;
    const auto before = std::prev(after);
    const double share = (alongMm - before->first) / (after->first - before->first);
    return before->second + share * (after->second - before->second);
  }
  Vec3 at(double alongMm) const { return {aftMm, at(outMm, alongMm), at(upMm, alongMm)}; }
};

/// Girth of an edge that is moved.
double girthMm(const MouldOutline& outline, const Moves& moves) {
  constexpr int steps = 100;
  const double length = outline.lengthMm();
  double girth = 0.0;
  Vec3 before = outline.pointAt(0.0) + moves.at(0.0);
  for (int k = 1; k <= steps; ++k) {
    const Vec3 now = outline.pointAt(length * k / steps) + moves.at(length * k / steps);
    girth += (now - before).norm();
    before = now;
  }
  return girth;
}

Moves movesOf(const MouldSet& set, const MouldPlan& plan, const Mould& mould) {
  Moves moves;
  double rise = 0.0;
  int rises = 0;
  for (const SetUpReading& reading : plan.readings) {
    const auto should = shouldBeMm(set, reading);
    if (reading.mould != mould.name || !should) continue;
    const double off = reading.measured.mm() - *should;
    const MouldMark* mark = markOf(mould, reading.mark);
    if (reading.kind == SetUpKind::Distance) moves.aftMm = off;
    if (reading.kind == SetUpKind::HalfBreadth && mark != nullptr) moves.outMm[mark->alongMm] = off;
    if (reading.kind == SetUpKind::Height && mark != nullptr) rise += off, ++rises, moves.upMm[mark->alongMm] = off;
  }
  // The foot sits on the keel: it stays where it is unless it was measured. A mould measured at one height is simply
  // high.
  if (!moves.outMm.empty()) moves.outMm.emplace(0.0, 0.0);
  if (rises == 1) moves.upMm = {{0.0, rise}};
  return moves;
}

}  // namespace

std::vector<SetUpRow> setUpTable(const MouldSet& set, const MouldPlan& plan) {
  std::vector<SetUpRow> rows;
  for (const Mould& mould : set.moulds) {
    SetUpRow row;
    row.mould = mould.name;
    row.distanceMm = mould.outline.xMm;
    row.fromLastMm = rows.empty() ? 0.0 : row.distanceMm - rows.back().distanceMm;
    const Vec3 foot = mould.outline.pointAt(0.0), head = mould.outline.pointAt(mould.outline.lengthMm());
    row.footHeightMm = foot.z();
    row.sheerHeightMm = head.z();
    row.sheerHalfBreadthMm = head.y();
    row.baseToSheerMm = std::abs(head.z() - plan.base.mm());
    row.diagonalMm = Vec3(0.0, head.y() + foot.y(), head.z() - foot.z()).norm();
    if (plan.spreader.mm() != 0.0) {
      const auto at = mould.outline.reaching(2, plan.spreader.mm());
      if (!at.empty()) row.spreaderHalfMm = mould.outline.pointAt(at.back()).y();
    }
    row.standsAft = mould.standsAft;
    rows.push_back(row);
  }
  return rows;
}

std::optional<double> shouldBeMm(const MouldSet& set, const SetUpReading& reading) {
  const Mould* mould = set.find(reading.mould);
  if (mould == nullptr) return std::nullopt;
  const MouldMark* mark = markOf(*mould, reading.mark);
  switch (reading.kind) {
    case SetUpKind::HalfBreadth:
      return mark != nullptr ? std::optional(mark->at.y()) : std::nullopt;
    case SetUpKind::Height:
      return mark != nullptr ? std::optional(mark->at.z()) : std::nullopt;
    case SetUpKind::Distance:
      return mould->outline.xMm;
    case SetUpKind::Twist:
      return 0.0;
    case SetUpKind::Diagonal: {
      const Mould* other = set.find(reading.to);
      const MouldMark* there = other != nullptr ? markOf(*other, reading.mark) : nullptr;
      if (mark == nullptr || there == nullptr) return std::nullopt;
      return (there->at - Vec3(mark->at.x(), -mark->at.y(), mark->at.z())).norm();
    }
  }
  return std::nullopt;
}

SetUpCheck checkSetUp(const MouldSet& set, const MouldPlan& plan) {
  SetUpCheck check;
  std::map<std::string, Moves> moves;
  for (const Mould& mould : set.moulds) moves[mould.name] = movesOf(set, plan, mould);
  for (std::size_t i = 0; i < plan.readings.size(); ++i) {
    const SetUpReading& reading = plan.readings[i];
    const auto should = shouldBeMm(set, reading);
    if (!should) {
      check.problems.push_back(
          {Fault::MouldUnknown,
           {0, 0, Trade::say("reading %1", i + 1)},
           {reading.mould + (reading.mark.empty() ? "" : Trade::say(" with a mark %1", reading.mark))}});
      continue;
    }
    SetUpOff off;
    off.reading = reading;
    off.shouldMm = *should;
    off.offMm = reading.measured.mm() - *should;
    off.place = i;
    const Mould& mould = *set.find(reading.mould);
    const bool moves2 = reading.kind == SetUpKind::HalfBreadth || reading.kind == SetUpKind::Height;
    if (moves2) {
      const Moves& own = moves[reading.mould];
      off.girthMm = girthMm(mould.outline, own) - girthMm(mould.outline, Moves());
      // A batten over the neighbours' marks as they stand passes this much nearer than the mark does.
      const auto at = static_cast<std::size_t>(&mould - set.moulds.data());
      const int coordinate = reading.kind == SetUpKind::HalfBreadth ? 1 : 2;
      const auto moved = [&](std::size_t k) {
        const MouldMark* mark = markOf(set.moulds[k], reading.mark);
        return mark != nullptr ? moves[set.moulds[k].name].at(mark->alongMm)(coordinate) : 0.0;
      };
      double neighbours = 0.0;
      if (at > 0 && at + 1 < set.moulds.size()) {
        const double from = set.moulds[at - 1].outline.xMm, to = set.moulds[at + 1].outline.xMm;
        const double share = (mould.outline.xMm - from) / (to - from);
        neighbours = (1.0 - share) * moved(at - 1) + share * moved(at + 1);
      } else if (set.moulds.size() > 1) {
        neighbours = moved(at > 0 ? at - 1 : at + 1);
      }
      off.humpMm = off.offMm - neighbours;
    }
    check.offs.push_back(off);
  }
  std::stable_sort(check.offs.begin(), check.offs.end(),
                   [](const SetUpOff& a, const SetUpOff& b) { return std::abs(a.offMm) > std::abs(b.offMm); });
  return check;
}

Result<Hull> standingHull(const Hull& inside, const MouldSet& set, const MouldPlan& plan) {
  std::vector<Section> sections = inside.sections;
  sections.insert(sections.end(), inside.partSections.begin(), inside.partSections.end());
  for (Section& section : sections) {
    const Mould* mould = set.find(section.name);
    if (mould == nullptr || section.kind != SectionKind::Station) continue;
    const Moves moves = movesOf(set, plan, *mould);
    const double scale = section.girthMm() > 0.0 ? mould->outline.lengthMm() / section.girthMm() : 1.0;
    double start = 0.0;
    for (Batten& part : section.parts) {
      std::vector<Vec3> nails = part.nails();
      for (std::size_t i = 0; i < nails.size(); ++i) nails[i] += moves.at((start + part.nailLengthsMm()[i]) * scale);
      start += part.lengthMm();
      part = Batten::spring(nails, BattenEnds::CarryCurvature);
    }
    if (section.xMm) *section.xMm += moves.aftMm;
  }
  return hullThrough(std::move(sections), inside.problems);
}

std::string_view setUpKindName(SetUpKind kind) {
  switch (kind) {
    case SetUpKind::HalfBreadth:
      return Trade::mark("half-breadth");
    case SetUpKind::Height:
      return Trade::mark("height");
    case SetUpKind::Distance:
      return Trade::mark("distance");
    case SetUpKind::Twist:
      return Trade::mark("twist");
    case SetUpKind::Diagonal:
      return Trade::mark("diagonal");
  }
  return {};
}

}  // namespace narrows
