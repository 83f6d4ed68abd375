#include "book/sheer_edits.h"

#include <algorithm>
#include <cmath>

#include "curve/halving.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// The sheer stays so far above the figure below it, mm.
constexpr double leastAboveFigureMm = 10.0;
/// It is carried no further than this beyond what was drawn, of the girth.
constexpr double mostBeyond = 0.1;
/// A section that leans out more than this at its head is not carried on: the rise of its last tangent.
constexpr double leastRise = 0.2;
constexpr auto movedOnPurpose = Trade::mark("sheer moved on purpose");

}  // namespace

SheerRoom sheerRoom(const Section& drawn) {
  const Batten& head = drawn.parts.back();
  const auto& nails = head.nails();
  const double sheer = nails.back().z();
  const double below = nails.size() >= 2 ? nails[nails.size() - 2].z() : sheer;
  const bool rises = head.tangentAt(head.lengthMm()).z() > leastRise;
  return {std::min(below + leastAboveFigureMm, sheer), sheer + (rises ? mostBeyond * drawn.girthMm() : 0.0)};
}

Result<Book> moveSheer(const Book& book, const Section& drawn, Length height, const std::string& when) {
  const auto& stations = book.table.stations;
  const auto column = std::find_if(stations.begin(), stations.end(),
                                   [&](const StationColumn& station) { return station.name == drawn.name; });
  const TableRow* heights = book.table.row(RowKind::Height, RowLine::Sheer);
  const TableRow* breadths = book.table.row(RowKind::HalfBreadth, RowLine::Sheer);
  if (drawn.kind != SectionKind::Station || column == stations.end() || heights == nullptr || breadths == nullptr ||
      drawn.parts.empty())
    return fail(Fault::StationUnknown, {}, {drawn.name, Trade::say("the stations of the table")});
  const SheerRoom room = sheerRoom(drawn);
  if (height.mm() < room.lowestMm || height.mm() > room.highestMm) {
    return fail(Fault::SheerOutside, {0, 0, Trade::say("station %1", drawn.name)},
                {said(height.mm()), saidAtLeast(room.lowestMm), saidAtMost(room.highestMm)});
  }
  const Batten& head = drawn.parts.back();
  const double length = head.lengthMm();
  Vec3 at = head.pointAt(length);
  if (height.mm() > at.z()) {
    const Vec3 on = head.tangentAt(length);
    at += on * ((height.mm() - at.z()) / on.z());
  } else {
    // The first place downward from the sheer that lies so high.
    const double along = whereCeases(length, 0.0, [&](double s) { return head.pointAt(s).z() >= height.mm(); });
    at = head.pointAt(along);
  }
  const auto figure = [&](const TableRow* row) {
    return FigureRef{FigureRef::In::Row, static_cast<std::size_t>(row - book.table.rows.data()),
                     static_cast<std::size_t>(column - stations.begin())};
  };
  return fairFigures(book, {{figure(heights), millimetres(at.z())}, {figure(breadths), millimetres(at.y())}}, when,
                     Trade::say(movedOnPurpose));
}

}  // namespace narrows
