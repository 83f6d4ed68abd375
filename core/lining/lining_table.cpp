#include "lining/lining_table.h"

#include "lines/offset_table.h"

namespace narrows {

namespace {
std::string written(double mm, Unit unit) {
  return writeLength(millimetres(mm), unit, unit == Unit::Inch ? 5 : 3, false);
}
}  // namespace

std::string widthsCsv(const std::vector<NamedLining>& linings, Unit unit) {
  std::string text = "plan,sides,strake,station,width\n";
  for (const auto& [plan, sides, lining] : linings) {
    for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
      for (std::size_t i = 0; i < lining->frame.sectionCount(); ++i) {
        if (!lining->covers(k, i)) continue;
        text += csvField(plan) + "," + csvField(sides) + "," + std::to_string(k + 1) + "," +
                csvField(lining->frame.hull().sections[i].name) + "," + written(lining->widthMm(k, i), unit) + "\n";
      }
    }
  }
  return text;
}

std::string marksCsv(const std::vector<NamedLining>& linings, Unit unit) {
  std::string text = "plan,sides,line,station,from_base,from_sheer\n";
  for (const auto& [plan, sides, lining] : linings) {
    for (std::size_t line = 0; line < lining->lines.size(); ++line) {
      for (std::size_t i = 0; i < lining->frame.sectionCount(); ++i) {
        if (!lining->lines[line].isAt(i)) continue;
        const double girth = lining->frame.girthMm(i), up = lining->lines[line].shares[i] * girth;
        text += csvField(plan) + "," + csvField(sides) + "," + std::to_string(line) + "," +
                csvField(lining->frame.hull().sections[i].name) + "," + written(up, unit) + "," +
                written(girth - up, unit) + "\n";
      }
    }
  }
  return text;
}

}  // namespace narrows
