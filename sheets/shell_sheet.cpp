#include "shell_sheet.h"

#include <algorithm>
#include <cmath>

#include "lettering.h"
#include "problem/trade.h"

namespace narrows {

namespace {
/// The picture is about so long, mm, its girths drawn twice as large as its length.
constexpr double pictureMm = 380.0, girthTimes = 2.0;
constexpr int shellPointsABay = 12;
}  // namespace

Drawing shellSheet(const LinedPlan& plan, const LiningPlan* of, const std::string& boat) {
  const Lining& lining = *plan.lining;
  const GirthFrame& frame = lining.frame;
  Drawing drawing;
  drawing.name = "shell-" + sheetFileName(plan.fileWord());
  const double length = frame.sectionPoint(frame.sectionCount() - 1, 0.5).x() - frame.sectionPoint(0, 0.5).x();
  const double scale = std::ceil(std::max(length, 1.0) / pictureMm);
  drawing.title = titled(boat, plan.named(Trade::say("shell laid flat, lengths 1 : %1, girths 1 : %2",
                                                     saidDecimal(scale, 0), saidDecimal(scale / girthTimes, 1))));
  const double fore = frame.laidFlat(0.0, 0.0).x();
  const auto at = [&](double t, double share) {
    const Vec2 flat = frame.laidFlat(t, share);
    return Vec2((flat.x() - fore) / scale, flat.y() * girthTimes / scale);
  };
  const auto curve = [&](const SurfaceCurve& line, SurfaceReach reach) {
    std::vector<Vec2> points;
    const int steps = std::max(2, static_cast<int>(std::ceil((reach.toT - reach.fromT) * shellPointsABay)));
    for (int i = 0; i <= steps; ++i) {
      const double t = reach.fromT + (reach.toT - reach.fromT) * i / steps;
      points.push_back(at(t, line.shareAt(t)));
    }
    return points;
  };
  Lettering names(drawing);
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
    const auto t = static_cast<double>(i);
    drawing.line(LineRole::Station, {at(t, 0.0), at(t, 1.0)});
    names.put({at(t, 1.0) + Vec2(0.0, 3.0), frame.hull().sections[i].name, 4.0, 0.0, TextPlace::Centre, true},
              {{0.0, 5.0}});
  }
  for (std::size_t line = 0; line < lining.lines.size(); ++line) {
    const bool heavy = line == 0 || line + 1 == lining.lines.size() || lining.lines[line].isGuide;
    drawing.line(heavy ? LineRole::MouldEdge : LineRole::Mark,
                 curve(lining.lines[line].curve, lining.lines[line].reach));
  }
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    const LinedStrake& strake = lining.strakes[k];
    for (const double t : {strake.reach.fromT, strake.reach.toT}) {
      if (t > 0.0 && t < frame.lastT())
        drawing.line(LineRole::Joint, {at(t, strake.lowerEdge.shareAt(t)), at(t, strake.upperEdge.shareAt(t))});
    }
    // Numbered fore and aft of the middle of its length, clear of stations.
    const double middle = std::floor(0.5 * (strake.reach.fromT + strake.reach.toT)) + 0.5;
    const double t = strake.reach.holds(middle) ? middle : 0.5 * (strake.reach.fromT + strake.reach.toT);
    const double low = strake.lowerEdge.shareAt(t), high = strake.upperEdge.shareAt(t);
    const double room = (high - low) * frame.girthBetweenMm(t) * girthTimes / scale;
    const std::string timber = of == nullptr ? std::string() : of->speciesOf(strake.id);
    const double height = std::clamp(0.5 * room, 1.5, 5.0);
    drawing.text(at(t, 0.5 * (low + high)) - Vec2(0.0, 0.35 * height),
                 std::to_string(k + 1) + (timber.empty() ? "" : " · " + timber), height, TextPlace::Centre, 0.0, true);
  }
  drawing.text({0.0, -12.0}, drawing.title, 5.0, TextPlace::Left, 0.0, true);
  drawing.check = Trade::say("A picture to number strakes by; nothing is to be measured off it.");
  return drawing;
}

}  // namespace narrows
