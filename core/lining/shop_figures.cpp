#include "lining/shop_figures.h"

#include <algorithm>
#include <cmath>

#include "lining/lining_plan.h"

namespace narrows {

ShopFigures shopFigures(Construction construction, Length boatLength) {
  const double feet = boatLength.mm() / (12.0 * mmPerInch);
  if (construction == Construction::Lapstrake) {
    if (feet < 13.5) return {inches(0.625), inches(1.25), inches(3.0), inches(4.0), inches(9.0)};
    if (feet < 18.0) return {inches(0.75), inches(1.5), inches(3.5), inches(5.0), inches(14.0)};
    return {inches(1.0), inches(1.75), inches(4.0), inches(6.0), inches(18.0)};
  }
  if (feet < 21.0) return {{}, inches(1.75), inches(3.5), inches(4.5), {}};
  if (feet < 31.0) return {{}, inches(2.0), inches(4.0), inches(5.0), {}};
  return {{}, inches(2.5), inches(5.0), inches(6.0), {}};
}

Length boatBreadth(const OffsetTable& table) {
  Length half;
  for (const TableRow& row : table.rows) {
    if (row.kind != RowKind::HalfBreadth) continue;
    for (const auto& figure : row.figures) half = std::max(half, figure.value_or(Length()));
  }
  return half * 2.0;
}

Length boatLength(const OffsetTable& table) {
  double least = 1e300, most = -1e300;
  const auto reach = [&](Length distance) {
    least = std::min(least, distance.mm());
    most = std::max(most, distance.mm());
  };
  for (const StationColumn& station : table.stations) {
    if (station.distance) reach(*station.distance);
  }
  for (const Profile& profile : table.profiles) {
    for (const ProfilePoint& point : profile.points) reach(point.distance);
  }
  return millimetres(most > least ? most - least : 0.0);
}

int usualStrakeCount(const ShopFigures& figures, Length greatestGirth) {
  const double usual = 0.5 * (figures.narrowest.mm() + figures.widest.mm());
  return std::clamp(static_cast<int>(std::lround(greatestGirth.mm() / usual)), fewestStrakes, mostStrakes);
}

}  // namespace narrows
