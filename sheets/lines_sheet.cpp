#include "lines_sheet.h"

#include <algorithm>
#include <cmath>

#include "plank_pattern.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double lineChordMm = 5.0;

std::size_t broadest(const Hull& hull) {
  std::size_t best = 0;
  double most = -1.0;
  for (std::size_t i = 0; i < hull.sections.size(); ++i) {
    double breadth = 0.0;
    for (const Batten& part : hull.sections[i].parts) {
      for (const Vec3& nail : part.nails()) breadth = std::max(breadth, nail.y());
    }
    if (breadth > most) most = breadth, best = i;
  }
  return best;
}

std::vector<Vec2> sectionLine(const Section& section, double side) {
  std::vector<Vec2> points;
  for (const Batten& part : section.parts) {
    const int steps = std::max(1, static_cast<int>(std::ceil(part.lengthMm() / lineChordMm)));
    for (int i = 0; i <= steps; ++i) {
      const Vec3 at = part.pointAt(part.lengthMm() * i / steps);
      points.emplace_back(side * at.y(), at.z());
    }
  }
  return points;
}

std::string cell(const OffsetTable& table, const std::optional<Length>& figure) {
  return figure ? writeLength(*figure, table.unit, 3, true) : std::string();
}

}  // namespace

Drawing bodyPlanSheet(const Solved& solved) {
  const Hull& hull = *solved.drawn;
  const OffsetTable& table = *solved.fair;
  Drawing drawing;
  drawing.name = "body-plan";
  drawing.title = titled(table.boat, Trade::say("body plan, full size · drawn to the %1 of the planking",
                                                Trade::say(plankingSideName(table.side))));
  const std::size_t middle = broadest(hull);
  double broad = 0.0, low = 1e300, high = -1e300;
  for (std::size_t i = 0; i < hull.sections.size(); ++i) {
    const Section& section = hull.sections[i];
    for (const double side :
         i == middle ? std::vector<double>{1.0, -1.0} : std::vector<double>{i < middle ? 1.0 : -1.0}) {
      const std::vector<Vec2> points = sectionLine(section, side);
      for (const Vec2& point : points) {
        broad = std::max(broad, std::abs(point.x()));
        low = std::min(low, point.y());
        high = std::max(high, point.y());
      }
      const bool whole = section.kind == SectionKind::Station;
      drawing.line(whole ? LineRole::MouldEdge : LineRole::MouldBack, points);
      drawing.text(points.back() + Vec2(side * 3.0, 3.0), section.name, 6.0,
                   side > 0.0 ? TextPlace::Left : TextPlace::Right, 0.0, true);
    }
  }
  for (const TableRow& row : table.rows) {
    if (row.line == RowLine::Waterline) {
      drawing.line(LineRole::Level, {{-broad - 20.0, row.at.mm()}, {broad + 20.0, row.at.mm()}});
      drawing.text({broad + 22.0, row.at.mm() - 1.5}, writeLength(row.at, table.unit, 3, true), 4.5);
    }
    if (row.line != RowLine::Buttock) continue;
    for (const double side : {-1.0, 1.0})
      drawing.line(LineRole::Level, {{side * row.at.mm(), low - 15.0}, {side * row.at.mm(), high + 15.0}});
    drawing.text({row.at.mm(), low - 21.0}, writeLength(row.at, table.unit, 3, true), 4.5, TextPlace::Centre);
  }
  drawing.line(LineRole::CentreLine, {{0.0, low - 20.0}, {0.0, high + 20.0}});
  drawing.check =
      Trade::say("Check before use: across both sides at the outermost level is %1 from end to end of its line.",
                 shownTwice(2.0 * broad + 40.0, solved.book->settings.notation));
  return drawing;
}

Drawing correctedTableSheet(const Book& book) {
  constexpr double columnMm = 25.0, headMm = 86.0, rowMm = 12.0, textMm = 4.0, underMm = 3.0;
  const OffsetTable& table = book.table;
  Drawing drawing;
  drawing.name = "corrected-table";
  drawing.isTable = true;
  drawing.title = titled(table.boat, Trade::say("table of offsets as corrected"));
  const double right = headMm + columnMm * static_cast<double>(table.stations.size());
  double y = 0.0;
  const auto rule = [&] { drawing.line(LineRole::Rule, {{0.0, y - 2.5}, {right, y - 2.5}}); };
  for (std::size_t i = 0; i < table.stations.size(); ++i) {
    const double x = headMm + columnMm * (static_cast<double>(i) + 1.0) - 2.0;
    drawing.text({x, y}, table.stations[i].name, textMm, TextPlace::Right, 0.0, true);
  }
  drawing.text({0.0, y}, Trade::say("station"), textMm, TextPlace::Left, 0.0, true);
  rule();
  y -= rowMm;
  drawing.text({0.0, y}, Trade::say("distance"), textMm);
  for (std::size_t i = 0; i < table.stations.size(); ++i) {
    const double x = headMm + columnMm * (static_cast<double>(i) + 1.0) - 2.0;
    drawing.text({x, y}, table.stations[i].distance ? cell(table, table.stations[i].distance) : Trade::say("rake"),
                 textMm, TextPlace::Right);
  }
  rule();
  std::size_t changed = 0;
  const auto figure = [&](const FigureRef& ref, const std::optional<Length>& drawn, double x, double at) {
    const FairedFigure* faired = fairedAt(book, ref);
    if (faired == nullptr) {
      drawing.text({x, at}, cell(table, drawn), textMm, TextPlace::Right);
      return;
    }
    ++changed;
    drawing.text({x, at}, "* " + cell(table, faired->value), textMm, TextPlace::Right, 0.0, true);
    drawing.text({x, at - 3.6}, "(" + cell(table, drawn) + ")", underMm, TextPlace::Right);
  };
  for (std::size_t row = 0; row < table.rows.size(); ++row) {
    y -= rowMm;
    drawing.text({0.0, y}, lineOf(table, {FigureRef::In::Row, row, 0}), textMm);
    for (std::size_t i = 0; i < table.stations.size(); ++i)
      figure({FigureRef::In::Row, row, i}, table.rows[row].figures[i],
             headMm + columnMm * (static_cast<double>(i) + 1.0) - 2.0, y);
    rule();
  }
  for (std::size_t k = 0; k < table.profiles.size(); ++k) {
    y -= rowMm;
    drawing.text({0.0, y}, Trade::say("profile %1, distance", Trade::say(profilePartName(table.profiles[k].part))),
                 textMm);
    drawing.text({0.0, y - rowMm}, Trade::say("height"), textMm);
    for (std::size_t i = 0; i < table.profiles[k].points.size(); ++i) {
      const double x = headMm + columnMm * (static_cast<double>(i) + 1.0) - 2.0;
      figure({FigureRef::In::Profile, k, i}, table.profiles[k].points[i].distance, x, y);
      drawing.text({x, y - rowMm}, cell(table, table.profiles[k].points[i].height), textMm, TextPlace::Right);
    }
    y -= rowMm;
    rule();
  }
  drawing.note =
      changed == 0 ? Trade::say("Every figure is as drawn.")
                   : Trade::sayCount(
                         "* faired; the figure as drawn stands under it in brackets. %n figure(|s) changed.", changed);
  drawing.check =
      Trade::say("Heights above the base line, half-breadths from the centre line, to the %1 of the planking.",
                 Trade::say(plankingSideName(table.side)));
  return drawing;
}

std::string changesCsv(const Book& book) {
  const OffsetTable& table = book.table;
  std::string text = "line,station,drawn,faired,change,who,when,why\n";
  for (const FairedFigure& faired : book.faired) {
    const Length drawn = millimetres(figureMm(table, faired.figure));
    const auto written = [&](Length length) { return writeLength(length, table.unit, 3, false); };
    text += csvField(lineOf(table, faired.figure)) + "," + csvField(placeOf(table, faired.figure)) + "," +
            written(drawn) + "," + written(faired.value) + "," + written(faired.value - drawn) + "," +
            csvField(faired.who) + "," + csvField(faired.when) + "," + csvField(faired.why) + "\n";
  }
  return text;
}

}  // namespace narrows
