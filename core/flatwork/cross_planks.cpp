#include "flatwork/cross_planks.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "length/length_limits.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double usualWidthInches = 5.5, usualJointedMm = 2.0, usualOverhangMm = 10.0;
constexpr double kerfMm = 3.0;
/// A strip narrower than this at the last edge is no board: the boards before it are made narrower.
constexpr double leastStripMm = 30.0;
constexpr int bottomPlacesABay = 16;
/// Points of a transom's edge no higher than this over the last lie level with it.
constexpr double samePlaceMm = 0.5;

}  // namespace

Result<void> checkFlatWork(const FlatWorkPlan& plan) {
  Problems problems;
  keepWithin(problems, plan.boardWidth, Trade::say("the width of bottom boards"), 30.0, 1000.0);
  keepWithin(problems, plan.boardLength, Trade::say("the length of bottom boards"), 100.0, 20000.0);
  keepWithin(problems, plan.jointed, Trade::say("what jointing loses"), 0.0, 20.0);
  keepWithin(problems, plan.gap, Trade::say("the gap between boards"), 0.0, 20.0);
  keepWithin(problems, plan.overhang, Trade::say("the overhang of boards"), 0.0, 200.0);
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

FlatWorkMake flatWorkMake(const FlatWorkPlan& plan, double boardLengthMm) {
  FlatWorkMake make;
  make.boardWidthMm = plan.boardWidth.value_or(inches(usualWidthInches)).mm();
  make.boardLengthMm = plan.boardLength ? plan.boardLength->mm() : boardLengthMm;
  make.jointedMm = plan.jointed.value_or(millimetres(usualJointedMm)).mm();
  make.gapMm = plan.gap.value_or(Length()).mm();
  make.overhangMm = plan.overhang.value_or(millimetres(usualOverhangMm)).mm();
  return make;
}

FlatPlace FlatShape::at(double alongMm) const {
  if (places.size() < 2) return places.empty() ? FlatPlace() : places.front();
  const auto after =
      std::clamp<std::ptrdiff_t>(std::lower_bound(places.begin(), places.end(), alongMm,
                                                  [](const FlatPlace& one, double mm) { return one.alongMm < mm; }) -
                                     places.begin(),
                                 1, static_cast<std::ptrdiff_t>(places.size()) - 1);
  const FlatPlace &a = places[static_cast<std::size_t>(after - 1)], &b = places[static_cast<std::size_t>(after)];
  const double part = std::clamp((alongMm - a.alongMm) / std::max(b.alongMm - a.alongMm, 1e-9), 0.0, 1.0);
  return {alongMm, std::lerp(a.breadthMm, b.breadthMm, part), std::lerp(a.bevelRad, b.bevelRad, part),
          std::lerp(a.xMm, b.xMm, part)};
}

Result<FlatShape> flatBottom(const Hull& inside, double sideThicknessMm) {
  if (!inside.isChined()) return fail(Fault::NoFlatBottom, {}, {Trade::say("she has no chine")});
  const SurfacePatch &bottom = inside.patches[0], &sides = inside.patches[1];
  FlatShape shape;
  const int steps = static_cast<int>(std::lround(inside.lastT())) * bottomPlacesABay;
  Vec3 before = Vec3::Zero();
  for (int i = 0; i <= steps; ++i) {
    const double t = inside.lastT() * i / steps;
    const Vec3 middle = bottom.point(t, 0.0), chine = bottom.point(t, 1.0);
    for (const double v : {0.25, 0.5, 0.75, 1.0}) {
      const Vec3 at = bottom.point(t, v);
      if (std::abs(at.z() - middle.z()) > flatMm && std::abs(at.x() - middle.x()) < 1.0)
        return fail(Fault::NoFlatBottom, {}, {Trade::say("her bottom is not level across")});
    }
    FlatPlace place;
    place.alongMm = i == 0 ? 0.0 : shape.places.back().alongMm + (middle - before).norm();
    place.xMm = middle.x();
    const Vec3 side = sides.normal(t, 0.0), under = bottom.normal(t, 0.5);
    place.breadthMm = 2.0 * (chine.y() + sideThicknessMm / std::max(side.y(), 0.2));
    place.bevelRad = std::asin(std::clamp(side.dot(under), -1.0, 1.0));
    shape.places.push_back(place);
    before = middle;
  }
  const auto endBevel = [&](double t, bool fore) {
    const double step = fore ? 0.05 : -0.05;
    const Vec3 run = (bottom.point(fore ? t + step : t, 0.0) - bottom.point(fore ? t : t + step, 0.0)).normalized();
    const Vec3 up = (sides.point(t, 1.0) - bottom.point(t, 0.0));
    const Vec3 post = Vec3(up.x(), 0.0, up.z()).normalized();
    // The outer face is the shorter where the end rakes outwards from it.
    return std::asin(std::clamp((fore ? -1.0 : 1.0) * post.dot(run), -1.0, 1.0));
  };
  shape.foreBevelRad = endBevel(0.0, true);
  shape.aftBevelRad = endBevel(inside.lastT(), false);
  return shape;
}

std::optional<FlatShape> flatTransom(const Transom& transom) {
  const TransomOutline& face = transom.larger();
  FlatShape shape;
  double widest = 0.0;
  // Up the edge; a level bottom adds its whole breadth at the foot.
  for (std::size_t i = 0; i < face.edge.size(); ++i) {
    const double up = face.edge[i].y() - face.edge.front().y(), breadth = 2.0 * face.edge[i].x();
    widest = std::max(widest, breadth);
    if (!shape.places.empty() && up <= shape.places.back().alongMm + samePlaceMm) {
      FlatPlace& last = shape.places.back();
      last.breadthMm = std::max(last.breadthMm, breadth);
      last.bevelRad = face.bevelRad[i];
      continue;
    }
    shape.places.push_back({up, breadth, face.bevelRad[i], face.at[i].x()});
  }
  constexpr double leastBreadthMm = 200.0;
  if (widest < leastBreadthMm || shape.places.size() < 2) return std::nullopt;
  // A foot that runs across has a bevel of its own.
  const Vec2 leg = face.edge[1] - face.edge[0];
  if (std::abs(leg.x()) > std::abs(leg.y())) shape.foreBevelRad = face.bevelRad.front();
  return shape;
}

Result<CrossPlanks> plankAcross(const FlatShape& shape, const FlatWorkMake& make) {
  const double covers = make.coversMm();
  if (covers < leastStripMm)
    return fail(
        Fault::LimitWrong, {0, 0, Trade::say("the width of boards")},
        {Trade::say("more than %1, or jointing leaves nothing", saidAtLeast(leastStripMm + 2.0 * make.jointedMm))});
  CrossPlanks planks;
  const double length = shape.lengthMm();
  Problems tooLong;
  for (double from = 0.0; from < length - 1e-6;) {
    double to = from + covers;
    // No sliver at the end: the last two share what is left.
    const double rest = length - to - make.gapMm;
    if (rest < leastStripMm && length - to > 1e-6) to = from + 0.5 * (length - from - make.gapMm);
    to = std::min(to, length);
    CrossBoard board;
    board.number = static_cast<int>(planks.boards.size()) + 1;
    board.fromMm = from;
    board.toMm = to;
    board.foreMm = shape.at(from).breadthMm;
    board.aftMm = shape.at(to).breadthMm;
    board.bevelRad = shape.at(0.5 * (from + to)).bevelRad;
    board.isRipped = to - from < covers - 0.5;
    double widest = std::max(board.foreMm, board.aftMm);
    for (const FlatPlace& place : shape.places) {
      if (place.alongMm > from && place.alongMm < to) widest = std::max(widest, place.breadthMm);
    }
    board.cutMm = widest + 2.0 * make.overhangMm;
    if (board.cutMm > make.boardLengthMm)
      tooLong.push_back({Fault::BoardTooShort,
                         {0, 0, Trade::say("board %1", board.number)},
                         {saidAtLeast(board.cutMm), saidAtMost(make.boardLengthMm)}});
    planks.boards.push_back(board);
    from = to + make.gapMm;
  }
  if (!tooLong.empty()) return tl::make_unexpected(tooLong);
  std::vector<std::size_t> order(planks.boards.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  std::stable_sort(order.begin(), order.end(),
                   [&](std::size_t a, std::size_t b) { return planks.boards[a].cutMm > planks.boards[b].cutMm; });
  // Longest first; each goes to the first board begun that still has it in it.
  for (const std::size_t i : order) {
    const double wanted = planks.boards[i].cutMm;
    auto into = std::find_if(planks.cut.begin(), planks.cut.end(),
                             [&](const CutBoard& one) { return one.leftMm >= wanted + kerfMm; });
    if (into == planks.cut.end()) {
      planks.cut.push_back({{}, make.boardLengthMm});
      into = planks.cut.end() - 1;
    }
    into->leftMm -= wanted + (into->numbers.empty() ? 0.0 : kerfMm);
    into->numbers.push_back(planks.boards[i].number);
  }
  return planks;
}

}  // namespace narrows
