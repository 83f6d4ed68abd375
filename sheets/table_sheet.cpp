#include "table_sheet.h"

#include <algorithm>

namespace narrows {

namespace {

constexpr double tableTextMm = 4.0;

}  // namespace

std::vector<double> columnEndsMm(const TableSheet& table) {
  // Some letters are wider than usual.
  constexpr double besideMm = 4.0, widerShare = 1.06;
  std::vector<double> ends;
  for (std::size_t i = 0; i < table.columns.size(); ++i) {
    double wide = i == 0 ? table.firstColumnMm : table.columnMm;
    const auto hold = [&](const std::vector<std::string>& cells, bool bold) {
      if (i >= cells.size()) return;
      SheetText text{{}, cells[i], tableTextMm};
      text.bold = bold;
      wide = std::max(wide, widerShare * widthOf(text) + besideMm);
    };
    hold(table.columns, true);
    for (const auto& row : table.rows) hold(row, false);
    ends.push_back((ends.empty() ? 0.0 : ends.back()) + wide);
  }
  return ends;
}

Drawing tableSheet(const TableSheet& table) {
  constexpr double rowMm = 9.5, boxMm = 5.0;
  Drawing drawing;
  drawing.name = table.name;
  drawing.isTable = true;
  drawing.title = table.title;
  drawing.check = table.check;
  drawing.note = table.note;
  const std::vector<double> ends = columnEndsMm(table);
  const double right = ends.back();
  double y = 0.0;
  const auto write = [&](const std::vector<std::string>& cells, bool bold) {
    for (std::size_t i = 0; i < cells.size(); ++i) {
      if (i == 0) {
        drawing.text({0.0, y}, cells[i], tableTextMm, TextPlace::Left, 0.0, bold);
      } else {
        drawing.text({ends[i], y}, cells[i], tableTextMm, TextPlace::Right, 0.0, bold);
      }
    }
    drawing.line(LineRole::Rule, {{0.0, y - 2.5}, {right, y - 2.5}});
  };
  write(table.columns, true);
  for (const auto& row : table.rows) {
    y -= rowMm;
    write(row, false);
    if (!table.ticks) continue;
    const Vec2 low(right + 4.0, y - 1.0);
    drawing.line(LineRole::Rule, {low, low + Vec2(boxMm, 0.0), low + Vec2(boxMm, boxMm), low + Vec2(0.0, boxMm), low});
  }
  for (const std::string& sentence : table.words) {
    y -= rowMm;
    drawing.text({0.0, y}, sentence, tableTextMm);
  }
  return drawing;
}

}  // namespace narrows
