#include "mould_sheet.h"

#include <algorithm>
#include <cmath>

#include "lettering.h"
#include "lines/place_words.h"
#include "moulds/bevel_words.h"
#include "plank_pattern.h"
#include "problem/trade.h"
#include "table_sheet.h"

namespace narrows {

namespace {

/// Chords of an outline as drawn are no longer than this: their sag is under 0.03 mm at a radius of 60 mm.
constexpr double mouldChordMm = 4.0;
constexpr double centreTickMm = 14.0;
constexpr double markTextMm = 4.2;
constexpr double mouldNameMm = 9.0;
constexpr double setInMm = 24.0;
constexpr double betweenPatternsMm = 12.0;

Vec2 flat(const Vec3& at, double side) {
  return {side * at.y(), at.z()};
}

std::vector<Vec2> polyline(const MouldOutline& outline, double side) {
  std::vector<Vec2> points;
  const double length = outline.lengthMm();
  const int steps = std::max(2, chordsOf(length, mouldChordMm));
  for (int i = 0; i <= steps; ++i) points.push_back(flat(outline.pointAt(length * i / steps), side));
  return points;
}

class MouldDrawer {
 public:
  MouldDrawer(const Mould& mould, const MouldSheetOf& of) : m_mould(mould), m_of(of) {}

  Drawing draw() {
    const MouldOutline& outline = m_mould.outline;
    m_drawing.name = "mould-" + m_mould.name;
    std::replace(m_drawing.name.begin(), m_drawing.name.end(), '/', '-');
    const std::string face = m_mould.standsAft > 0 ? Trade::say("FORWARD") : Trade::say("AFT");
    m_drawing.title = titled(
        m_of.boat,
        Trade::say("mould %1 · marked face is the %2 face · %3", m_mould.name, face,
                   m_of.plan->whole ? Trade::say("both sides") : Trade::say("half: turn over about the centre line")));
    m_foot = outline.pointAt(0.0).z();
    m_head = outline.pointAt(outline.lengthMm()).z();
    for (const Vec2& point : polyline(outline, 1.0)) {
      m_broad = std::max(m_broad, point.x());
      m_foot = std::min(m_foot, point.y());
    }
    drawEdges();
    drawLevels();
    drawWords();
    for (const double side : sides()) drawMarks(side);
    return std::move(m_drawing);
  }

 private:
  std::vector<double> sides() const {
    return m_of.plan->whole ? std::vector<double>{1.0, -1.0} : std::vector<double>{1.0};
  }

  void drawEdges() {
    for (const double side : sides()) {
      m_drawing.line(LineRole::MouldEdge, polyline(m_mould.outline, side));
      if (m_mould.back) m_drawing.line(LineRole::MouldBack, polyline(*m_mould.back, side));
    }
    const Vec3 foot = m_mould.outline.pointAt(0.0), head = m_mould.outline.pointAt(m_mould.outline.lengthMm());
    const double far = m_of.plan->whole ? -1.0 : 0.0;
    m_drawing.line(LineRole::MouldEdge, {{far * foot.y(), foot.z()}, {foot.y(), foot.z()}});
    m_drawing.line(LineRole::Rule, {{far * head.y(), head.z()}, {head.y(), head.z()}});
    m_drawing.line(LineRole::CentreLine, {{0.0, m_foot - 12.0}, {0.0, m_head + 30.0}});
    const Vec2 a(far * foot.y(), foot.z()), b(head.y(), head.z());
    m_drawing.line(LineRole::Check, {a, b});
    m_drawing.check = Trade::say(
        "Check before cutting: sheer mark to %1 is %2. Sheer to sheer across is %3.",
        m_of.plan->whole ? Trade::say("the foot on the other side") : Trade::say("the foot at the centre line"),
        shownTwice((b - a).norm(), m_of.notation), shownTwice(2.0 * head.y(), m_of.notation));
  }

  void drawLevels() {
    const double far = m_of.plan->whole ? -m_broad : 0.0;
    for (const TableRow& row : m_of.table->rows) {
      if (row.line != RowLine::Waterline) continue;
      const double z = row.at.mm();
      if (z < m_foot || z > m_head) continue;
      const auto at = m_mould.outline.reaching(2, z);
      if (at.empty()) continue;
      const double y = m_mould.outline.pointAt(at.back()).y();
      m_drawing.line(LineRole::Level, {{m_of.plan->whole ? -y : 0.0, z}, {y, z}});
    }
    if (m_of.plan->spreader.mm() != 0.0) {
      const double z = m_of.plan->spreader.mm();
      m_drawing.line(LineRole::Station, {{far, z}, {m_broad, z}});
      m_drawing.text({4.0, z + 2.0}, Trade::say("spreader, upper edge"), markTextMm);
    }
  }

  void drawMarks(double side) {
    const double length = m_mould.outline.lengthMm();
    Lettering lettering(m_drawing);
    for (const MouldMark& mark : m_mould.marks) {
      const Vec3 before = m_mould.outline.pointAt(std::max(0.0, mark.alongMm - 0.5));
      const Vec3 after = m_mould.outline.pointAt(std::min(length, mark.alongMm + 0.5));
      const Vec2 run = (flat(after, side) - flat(before, side)).normalized();
      const Vec2 in = side * Vec2(-run.y(), run.x());
      const Vec2 at = flat(mark.at, side);
      const double tick = mark.isPlankLine ? 1.6 * centreTickMm : centreTickMm;
      m_drawing.line(LineRole::Mark, {at, at + tick * in});
      if (side < 0.0) continue;
      // Words lie along the square to the edge, and further in where they would run into a neighbour's.
      const double angle = std::atan2(-in.y(), -in.x());
      const Vec2 up(-std::sin(angle), std::cos(angle)), beside = 1.4 * markTextMm * up;
      const Vec2 foot = at + (tick + 2.5) * in - 0.35 * markTextMm * up;
      const std::string name = mark.isPlankLine ? Trade::say("PLANK %1", nameWords(mark.name)) : nameWords(mark.name);
      lettering.put({foot, name + "  " + bevelWords(m_mould, mark.bevelRad, m_of.notation), markTextMm, angle,
                     TextPlace::Right, mark.isPlankLine},
                    {setInMm * in, setInMm * in + beside, setInMm * in - beside}, at + tick * in);
    }
  }

  void drawWords() {
    const double y = m_head + 10.0;
    SheetText heading;
    heading.at = Vec2(6.0, y + 24.0);
    heading.text = Trade::say("MOULD %1", m_mould.name);
    heading.heightMm = mouldNameMm;
    heading.bold = true;
    heading.isHeading = true;
    m_drawing.texts.push_back(heading);
    const std::string stands = m_mould.standsAft > 0 ? Trade::say("Wood stands aft of this face.")
                                                     : Trade::say("Wood stands forward of this face.");
    m_drawing.text(
        {6.0, y + 14.0},
        stands + (m_mould.leastProudMm > 0.05 ? Trade::say(" A square edge would stand %1 proud at worst.",
                                                           showLength(millimetres(m_mould.leastProudMm), m_of.notation))
                                              : Trade::say(" No bevel is cut into it.")),
        markTextMm);
    m_drawing.text({6.0, y + 6.0},
                   Trade::say("Sheer %1 above the base line. Dashed: the other face.",
                              showLength(millimetres(m_head), m_of.notation)),
                   markTextMm);
    if (m_of.plan->base.mm() != 0.0) {
      const double base = m_of.plan->base.mm() - m_head;
      m_drawing.text(
          {6.0, y - 2.0},
          base > 0.0
              ? Trade::say("Building base %1 above the sheer marks.", showLength(millimetres(base), m_of.notation))
              : Trade::say("Building base %1 below the sheer marks.", showLength(millimetres(-base), m_of.notation)),
          markTextMm);
    }
    m_drawing.note = m_of.plan->takenOff == TakenOff::Planking ? Trade::say("Planking taken off, square to the hull.")
                     : m_of.plan->takenOff == TakenOff::PlankingAndFrames
                         ? Trade::say("Planking and frames taken off, square to the hull.")
                         : Trade::say("Planking, frames and ribbands taken off, square to the hull.");
  }

  const Mould& m_mould;
  const MouldSheetOf& m_of;
  Drawing m_drawing;
  double m_foot = 0.0, m_head = 0.0, m_broad = 0.0;
};

struct Box {
  const Drawing* drawing;
  DrawingBounds bounds;
  bool turned;
  double width() const { return turned ? bounds.height() : bounds.width(); }
  double height() const { return turned ? bounds.width() : bounds.height(); }
};

void place(Drawing& sheet, const Box& box, const Vec2& corner) {
  const auto at = [&](const Vec2& point) -> Vec2 {
    const Vec2 from = point - box.bounds.low;
    if (!box.turned) return corner + from;
    return corner + Vec2(box.bounds.height() - from.y(), from.x());
  };
  for (SheetLine line : box.drawing->lines) {
    for (Vec2& point : line.points) point = at(point);
    sheet.lines.push_back(std::move(line));
  }
  for (SheetText text : box.drawing->texts) {
    text.at = at(text.at);
    if (box.turned) text.angleRad += 1.5707963267948966;
    text.isHeading = false;
    sheet.texts.push_back(std::move(text));
  }
}

}  // namespace

Drawing mouldSheet(const Mould& mould, const MouldSheetOf& of) {
  return MouldDrawer(mould, of).draw();
}

Drawing setUpSheet(const MouldSet& set, const MouldSheetOf& of) {
  TableSheet table;
  table.name = "mould-set-up";
  table.title = titled(of.boat, Trade::say("setting up the moulds"));
  table.columns = {Trade::say("mould"),          Trade::say("distance"),     Trade::say("from the last"),
                   Trade::say("foot height"),    Trade::say("sheer height"), Trade::say("base to the sheer"),
                   Trade::say("sheer to sheer"), Trade::say("across, check")};
  const auto shown = [&](double mm) { return showLength(millimetres(mm), of.notation); };
  for (const SetUpRow& row : setUpTable(set, *of.plan)) {
    table.rows.push_back({row.mould + (row.standsAft > 0 ? Trade::say("  wood aft") : Trade::say("  wood fwd")),
                          shown(row.distanceMm), table.rows.empty() ? "" : shown(row.fromLastMm),
                          shown(row.footHeightMm), shown(row.sheerHeightMm), shown(row.baseToSheerMm),
                          shown(2.0 * row.sheerHalfBreadthMm), shown(row.diagonalMm)});
  }
  table.check = Trade::say(
      "Distances are of the marked faces. Across: sheer mark on one side to the foot on the other; both must agree. "
      "Stand back and sight along the sheer marks before a plank goes on.");
  return tableSheet(table);
}

std::vector<Drawing> nestOnSheets(const std::vector<Drawing>& patterns, double sheetWidthMm, double sheetHeightMm) {
  std::vector<Box> boxes;
  std::string missing;
  const double inner = sheetWidthMm - 2.0 * betweenPatternsMm, high = sheetHeightMm - 2.0 * betweenPatternsMm;
  for (const Drawing& pattern : patterns) {
    Box box{&pattern, boundsOf(pattern), false};
    // The lower the row it makes, the more rows a sheet holds.
    const bool upright = box.bounds.width() <= inner && box.bounds.height() <= high;
    const bool turned = box.bounds.height() <= inner && box.bounds.width() <= high;
    if (!upright && !turned) {
      missing += (missing.empty() ? "" : ", ") + pattern.name;
      continue;
    }
    box.turned = !upright || (turned && box.bounds.width() < box.bounds.height());
    boxes.push_back(box);
  }
  std::stable_sort(boxes.begin(), boxes.end(), [](const Box& a, const Box& b) { return a.height() > b.height(); });
  std::vector<Drawing> sheets;
  struct Row {
    std::size_t sheet;
    double y, height, x;
  };
  std::vector<Row> rows;
  std::vector<double> filled;
  for (const Box& box : boxes) {
    const auto room = std::find_if(rows.begin(), rows.end(), [&](const Row& row) {
      return row.x + box.width() <= sheetWidthMm - betweenPatternsMm && box.height() <= row.height;
    });
    Row* row = room == rows.end() ? nullptr : &*room;
    if (row == nullptr) {
      std::size_t sheet = 0;
      while (sheet < filled.size() && filled[sheet] + box.height() > sheetHeightMm - betweenPatternsMm) ++sheet;
      if (sheet == filled.size()) {
        filled.push_back(betweenPatternsMm);
        Drawing made;
        made.name = nestedSheetName + std::to_string(sheet + 1);
        made.title = Trade::say("moulds nested, sheet %1", sheet + 1);
        made.line(LineRole::Board,
                  {{0.0, 0.0}, {sheetWidthMm, 0.0}, {sheetWidthMm, sheetHeightMm}, {0.0, sheetHeightMm}, {0.0, 0.0}});
        made.check = Trade::say("Each mould's own check is on its own sheet; the sheet is %1 mm by %2 mm.",
                                saidDecimal(sheetWidthMm, 0), saidDecimal(sheetHeightMm, 0));
        sheets.push_back(made);
      }
      rows.push_back({sheet, filled[sheet], box.height(), betweenPatternsMm});
      filled[sheet] += box.height() + betweenPatternsMm;
      row = &rows.back();
    }
    place(sheets[row->sheet], box, {row->x, row->y});
    row->x += box.width() + betweenPatternsMm;
  }
  if (!missing.empty() && !sheets.empty())
    sheets.front().note = Trade::say("Too big for the sheet, and not on it: %1.", missing);
  return sheets;
}

}  // namespace narrows
