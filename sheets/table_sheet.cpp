#include "table_sheet.h"

namespace narrows {

Drawing tableSheet(const TableSheet& table) {
  constexpr double rowMm = 9.5, textMm = 4.0, boxMm = 5.0;
  Drawing drawing;
  drawing.name = table.name;
  drawing.isTable = true;
  drawing.title = table.title;
  drawing.check = table.check;
  drawing.note = table.note;
  const double right = table.firstColumnMm + table.columnMm * static_cast<double>(table.columns.size() - 1);
  double y = 0.0;
  const auto write = [&](const std::vector<std::string>& cells, bool bold) {
    for (std::size_t i = 0; i < cells.size(); ++i) {
      if (i == 0) {
        drawing.text({0.0, y}, cells[i], textMm, TextPlace::Left, 0.0, bold);
      } else {
        drawing.text({table.firstColumnMm + table.columnMm * static_cast<double>(i), y}, cells[i], textMm,
                     TextPlace::Right, 0.0, bold);
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
    drawing.text({0.0, y}, sentence, textMm);
  }
  return drawing;
}

}  // namespace narrows
