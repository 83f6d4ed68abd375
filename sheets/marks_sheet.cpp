#include "marks_sheet.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

Drawing marksSheet(const LinedPlan& plan, const std::string& boat, Notation notation) {
  constexpr double leastColumn = 27.0, row = 15.0, head = 34.0, height = 4.2, besideMm = 6.0;
  const Lining& lining = *plan.lining;
  Drawing drawing;
  drawing.name = "marks-at-stations-" + sheetFileName(plan.fileWord());
  drawing.title = titled(boat, plan.named(Trade::say("marks at stations")));
  const std::size_t sections = lining.frame.sectionCount(), lines = lining.lines.size();
  const auto shown = [&](double mm) { return showLength(millimetres(mm), notation); };
  // As wide as the longest girth is written, and one size for all: figures stand under each other.
  double column = leastColumn;
  for (std::size_t i = 0; i < sections; ++i)
    for (std::size_t line = 1; line + 1 < lines; ++line) {
      const double girth = lining.frame.girthMm(i), up = lining.lines[line].shares[i] * girth;
      for (const double mm : {up, girth - up})
        column = std::max(column, widthOf({{}, "↑ " + shown(mm), height}) + besideMm);
    }
  const double right = head + column * static_cast<double>(sections);
  const double top = row * static_cast<double>(lines + 1);
  for (std::size_t i = 0; i < sections; ++i) {
    drawing.text({head + column * (static_cast<double>(i) + 0.5), top - row + 5.0},
                 lining.frame.hull().sections[i].name, height, TextPlace::Centre, 0.0, true);
  }
  drawing.isTable = true;
  drawing.line(LineRole::Rule, {{0.0, top - row}, {right, top - row}});
  for (std::size_t r = 0; r + 2 < lines; ++r) {
    const std::size_t line = lines - 2 - r;
    const double y = top - row * static_cast<double>(r + 2);
    drawing.text({0.0, y + 6.0}, Trade::say("line %1", line), height * 0.9, TextPlace::Left, 0.0, true);
    for (std::size_t i = 0; i < sections; ++i) {
      if (!lining.lines[line].isAt(i)) continue;
      const double girth = lining.frame.girthMm(i), up = lining.lines[line].shares[i] * girth;
      const double x = head + column * static_cast<double>(i + 1) - 3.0;
      drawing.text({x, y + 8.5}, "↑ " + shown(up), height, TextPlace::Right);
      drawing.text({x, y + 2.5}, "↓ " + shown(girth - up), height, TextPlace::Right);
    }
    drawing.line(LineRole::Rule, {{0.0, y}, {right, y}});
  }
  drawing.check = Trade::say(
      "↑ is up the girth from the base line, ↓ down from the sheer, both along the mould and without lap. The two add "
      "up to the girth: check one of each.");
  return drawing;
}

}  // namespace narrows
