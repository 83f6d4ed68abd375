#include "lines/read_off.h"

#include <cmath>

#include "curve/halving.h"

namespace narrows {

namespace {

constexpr int stepsAPart = 200;

/// How far a point lies from the plane of the row.
double besides(const TableRow& row, const Vec3& at) {
  switch (row.line) {
    case RowLine::Waterline:
      return at.z() - row.at.mm();
    case RowLine::Buttock:
      return at.y() - row.at.mm();
    case RowLine::Diagonal:
      return (at.z() - row.at.mm()) * row.out.mm() + at.y() * row.down.mm();
    case RowLine::Sheer:
    case RowLine::Rabbet:
    case RowLine::Chine:
      break;
  }
  return 1.0;
}

Length figureAt(const TableRow& row, const Vec3& at) {
  if (row.line == RowLine::Waterline) return millimetres(at.y());
  if (row.line == RowLine::Buttock) return millimetres(at.z());
  return millimetres(std::hypot(at.y(), at.z() - row.at.mm()));
}

}  // namespace

std::optional<Length> readOff(const Hull& hull, const std::string& station, const TableRow& row) {
  for (const auto* list : {&hull.sections, &hull.partSections}) {
    for (const Section& section : *list) {
      if (section.name != station) continue;
      for (const Batten& part : section.parts) {
        for (int k = 0; k < stepsAPart; ++k) {
          const double low = part.lengthMm() * k / stepsAPart, high = part.lengthMm() * (k + 1) / stepsAPart;
          const bool above = besides(row, part.pointAt(low)) > 0.0;
          const auto same = [&](double along) { return (besides(row, part.pointAt(along)) > 0.0) == above; };
          if (!same(high)) return figureAt(row, part.pointAt(whereCeases(low, high, same)));
        }
      }
    }
  }
  return std::nullopt;
}

}  // namespace narrows
