#include "lines_sheet.h"

#include <algorithm>
#include <cmath>

#include "lettering.h"
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
    const int steps = chordsOf(part.lengthMm(), lineChordMm);
    for (int i = 0; i <= steps; ++i) {
      const Vec3 at = part.pointAt(part.lengthMm() * i / steps);
      points.emplace_back(side * at.y(), at.z());
    }
  }
  return points;
}

std::string cell(const OffsetTable& table, const std::optional<Length>& figure) {
  return figure ? withDecimalMark(writeLength(*figure, table.unit, 3, true)) : std::string();
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
  Lettering names(drawing);
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
      names.put({points.back() + Vec2(side * 3.0, 3.0), section.name, 6.0, 0.0,
                 side > 0.0 ? TextPlace::Left : TextPlace::Right, true},
                {{0.0, 8.0}});
    }
  }
  for (const TableRow& row : table.rows) {
    if (row.line == RowLine::Waterline) {
      drawing.line(LineRole::Level, {{-broad - 20.0, row.at.mm()}, {broad + 20.0, row.at.mm()}});
      drawing.text({broad + 22.0, row.at.mm() - 1.5}, withDecimalMark(writeLength(row.at, table.unit, 3, true)), 4.5);
    }
    if (row.line != RowLine::Buttock) continue;
    for (const double side : {-1.0, 1.0})
      drawing.line(LineRole::Level, {{side * row.at.mm(), low - 15.0}, {side * row.at.mm(), high + 15.0}});
    drawing.text({row.at.mm(), low - 21.0}, withDecimalMark(writeLength(row.at, table.unit, 3, true)), 4.5,
                 TextPlace::Centre);
  }
  drawing.line(LineRole::CentreLine, {{0.0, low - 20.0}, {0.0, high + 20.0}});
  drawing.check =
      Trade::say("Check before use: across both sides at the outermost level is %1 from end to end of its line.",
                 shownTwice(2.0 * broad + 40.0, solved.book->settings.notation));
  return drawing;
}

namespace {

/// A table of figures, row below row: each faired one marked, with what was drawn under it.
class FigureTable {
 public:
  FigureTable(const Book& book, const std::string& name, const std::string& title, std::size_t columns)
      : m_book(book), m_table(book.table), m_right(columnMm * static_cast<double>(columns)) {
    m_drawing.name = name;
    m_drawing.isTable = true;
    m_drawing.title = titled(m_table.boat, title);
  }

  void text(std::size_t column, const std::string& words, bool bold = false) {
    m_drawing.text({xOf(column), m_y}, words, textMm, TextPlace::Right, 0.0, bold);
  }
  void head(const std::string& words, bool bold = false) {
    m_drawing.text({0.0, m_y}, words, textMm, TextPlace::Left, 0.0, bold);
    m_heads.push_back(m_drawing.texts.size() - 1);
    m_headMm = std::max(m_headMm, besideMm + widthOf(m_drawing.texts.back()));
  }
  void figure(std::size_t column, const FigureRef& ref, const std::optional<Length>& drawn) {
    const FairedFigure* faired = fairedAt(m_book, ref);
    if (faired == nullptr) return text(column, cell(m_table, drawn));
    ++m_changed;
    text(column, "* " + cell(m_table, faired->value), true);
    m_drawing.text({xOf(column), m_y - 3.6}, "(" + cell(m_table, drawn) + ")", underMm, TextPlace::Right);
  }
  void rule() { m_drawing.line(LineRole::Rule, {{0.0, m_y - 2.5}, {m_right, m_y - 2.5}}); }
  void nextRow() { m_y -= rowMm; }

  Drawing finished() {
    // To the left of the columns, as far as the longest reaches.
    for (const std::size_t head : m_heads) m_drawing.texts[head].at.x() = -m_headMm;
    for (SheetLine& rule : m_drawing.lines) rule.points.front().x() = -m_headMm;
    m_drawing.note =
        m_changed == 0
            ? Trade::say("Every figure is as drawn.")
            : Trade::sayCount("* faired; the figure as drawn stands under it in brackets. %n figure(|s) changed.",
                              m_changed);
    m_drawing.check =
        Trade::say("Heights above the base line, half-breadths from the centre line, to the %1 of the planking.",
                   Trade::say(plankingSideName(m_table.side)));
    return std::move(m_drawing);
  }

 private:
  static constexpr double columnMm = 25.0, besideMm = 4.0, rowMm = 12.0, textMm = 4.0, underMm = 3.0;
  /// Where a column's figures end.
  static double xOf(std::size_t column) { return columnMm * (static_cast<double>(column) + 1.0) - 2.0; }

  const Book& m_book;
  const OffsetTable& m_table;
  double m_right, m_y = 0.0, m_headMm = 0.0;
  std::vector<std::size_t> m_heads;  ///< among the drawing's texts
  std::size_t m_changed = 0;
  Drawing m_drawing;
};

}  // namespace

Drawing correctedTableSheet(const Book& book) {
  const OffsetTable& table = book.table;
  FigureTable sheet(book, "corrected-table", Trade::say("table of offsets as corrected"), table.stations.size());
  for (std::size_t i = 0; i < table.stations.size(); ++i) sheet.text(i, table.stations[i].name, true);
  sheet.head(Trade::say("station"), true);
  sheet.rule();
  sheet.nextRow();
  sheet.head(Trade::say("distance"));
  for (std::size_t i = 0; i < table.stations.size(); ++i)
    sheet.text(i, table.stations[i].distance ? cell(table, table.stations[i].distance) : Trade::say("rake"));
  sheet.rule();
  for (std::size_t row = 0; row < table.rows.size(); ++row) {
    sheet.nextRow();
    sheet.head(lineOf(table, {FigureRef::In::Row, row, 0}));
    for (std::size_t i = 0; i < table.stations.size(); ++i)
      sheet.figure(i, {FigureRef::In::Row, row, i}, table.rows[row].figures[i]);
    sheet.rule();
  }
  return sheet.finished();
}

Drawing correctedProfilesSheet(const Book& book) {
  const OffsetTable& table = book.table;
  std::size_t most = 0;
  for (const Profile& profile : table.profiles) most = std::max(most, profile.points.size());
  FigureTable sheet(book, "corrected-profiles", Trade::say("profiles as corrected, point by point from low to high"),
                    most);
  sheet.head(Trade::say("point"), true);
  for (std::size_t i = 0; i < most; ++i) sheet.text(i, std::to_string(i + 1), true);
  sheet.rule();
  for (std::size_t k = 0; k < table.profiles.size(); ++k) {
    const Profile& profile = table.profiles[k];
    sheet.nextRow();
    sheet.head(Trade::say("%1, distance", Trade::say(profilePartName(profile.part))));
    for (std::size_t i = 0; i < profile.points.size(); ++i)
      sheet.figure(i, {FigureRef::In::Profile, k, i}, profile.points[i].distance);
    sheet.nextRow();
    sheet.head(Trade::say("height"));
    for (std::size_t i = 0; i < profile.points.size(); ++i) sheet.text(i, cell(table, profile.points[i].height));
    sheet.rule();
  }
  return sheet.finished();
}

std::string changesCsv(const Book& book) {
  const OffsetTable& table = book.table;
  std::string text = "line,station,drawn,faired,change,who,when,why\n";
  for (const FairedFigure& faired : book.faired) {
    const Length drawn = millimetres(figureMm(table, faired.figure));
    const auto written = [&](Length length) { return withDecimalMark(writeLength(length, table.unit, 3, false)); };
    text += csvField(lineOf(table, faired.figure)) + "," + csvField(placeOf(table, faired.figure)) + "," +
            written(drawn) + "," + written(faired.value) + "," + written(faired.value - drawn) + "," +
            csvField(faired.who) + "," + csvField(faired.when) + "," + csvField(faired.why) + "\n";
  }
  return text;
}

}  // namespace narrows
