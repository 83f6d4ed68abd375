#include "widths_sheet.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

Drawing widthsSheet(const LinedPlan& plan, const std::string& boat, Notation notation) {
  constexpr double leastColumn = 27.0, row = 11.0, leastHead = 34.0, height = 4.2, besideMm = 4.0, boxMm = 7.0;
  const Lining& lining = *plan.lining;
  Drawing drawing;
  drawing.name = "widths-at-stations" + (plan.name.empty() ? "" : "-" + sheetFileName(plan.name));
  drawing.title = titled(boat, plan.named(Trade::say("widths between marks at stations")));
  const std::size_t strakes = lining.strakeCount();
  const std::size_t sections = lining.frame.sectionCount();
  const auto nameOf = [&](std::size_t k) {
    return std::to_string(k + 1) + (lining.isGarboard(k)      ? Trade::say(" garboard")
                                    : lining.isSheerStrake(k) ? Trade::say(" sheer strake")
                                                              : "");
  };
  // Girths are the longest figures, and the column they stand in is as wide as they are.
  double column = leastColumn, head = leastHead;
  for (std::size_t i = 0; i < sections; ++i)
    column = std::max(
        column, widthOf({{}, showLength(millimetres(lining.frame.girthMm(i)), notation), height}) + boxMm + besideMm);
  for (std::size_t k = 0; k < strakes; ++k) head = std::max(head, widthOf({{}, nameOf(k), height}) + besideMm);
  const double right = head + column * static_cast<double>(sections);
  const double top = row * static_cast<double>(strakes + 2);
  const auto rowY = [&](std::size_t r) { return top - row * static_cast<double>(r + 1); };
  for (std::size_t i = 0; i < sections; ++i) {
    const std::string& name = lining.frame.hull().sections[i].name;
    drawing.text({head + column * (static_cast<double>(i) + 0.5), rowY(0) + 3.5}, name, height, TextPlace::Centre, 0.0,
                 true);
  }
  drawing.isTable = true;
  drawing.line(LineRole::Rule, {{0.0, rowY(0)}, {right, rowY(0)}});
  for (std::size_t r = 0; r < strakes; ++r) {
    const std::size_t k = strakes - 1 - r;
    const double y = rowY(r + 1);
    drawing.text({0.0, y + 3.5}, nameOf(k), height * 0.9, TextPlace::Left, 0.0, true);
    for (std::size_t i = 0; i < sections; ++i) {
      if (!lining.covers(k, i)) continue;
      const double x = head + column * static_cast<double>(i);
      drawing.text({x + column - 7.0, y + 3.5}, showLength(millimetres(lining.widthMm(k, i)), notation), height,
                   TextPlace::Right);
      drawing.line(LineRole::Rule, {{x + column - 5.5, y + 3.0},
                                    {x + column - 2.0, y + 3.0},
                                    {x + column - 2.0, y + 6.5},
                                    {x + column - 5.5, y + 6.5},
                                    {x + column - 5.5, y + 3.0}});
    }
    drawing.line(LineRole::Rule, {{0.0, y}, {right, y}});
  }
  const double foot = rowY(strakes + 1);
  drawing.text({0.0, foot + 3.5}, Trade::say("girth"), height * 0.9, TextPlace::Left, 0.0, true);
  for (std::size_t i = 0; i < sections; ++i) {
    drawing.text({head + column * static_cast<double>(i + 1) - 7.0, foot + 3.5},
                 showLength(millimetres(lining.frame.girthMm(i)), notation), height, TextPlace::Right);
  }
  drawing.check = Trade::say(
      "Girths on the mould, without lap. Wrap a batten round the mould from base line to sheer: it is the girth in the "
      "last row.");
  return drawing;
}

}  // namespace narrows
