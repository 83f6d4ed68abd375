#include "stick_sheet.h"

#include <algorithm>

#include "plank_pattern.h"
#include "problem/trade.h"

namespace narrows {

Drawing stickSheet(const std::vector<LinedPlan>& plans, const std::string& boat, Notation notation) {
  constexpr double row = 14.0, between = 5.0;
  Drawing drawing;
  drawing.name = "marking-stick";
  drawing.title = titled(boat, Trade::say("marking stick, full size"));
  const Lining& first = *plans.front().lining;
  const std::size_t sections = first.frame.sectionCount();
  const double block = row * static_cast<double>(plans.size()) + (plans.size() > 1 ? between : 0.0);
  for (std::size_t i = 0; i < sections; ++i) {
    const std::string& name = first.frame.hull().sections[i].name;
    for (std::size_t p = 0; p < plans.size(); ++p) {
      const Lining& lining = *plans[p].lining;
      const double y = block * static_cast<double>(sections - i) - row * static_cast<double>(p);
      const double girth = lining.frame.girthMm(i);
      drawing.line(LineRole::Rule, {{0.0, y}, {girth, y}});
      drawing.text({-4.0, y + 1.0}, name, 4.5, TextPlace::Right, 0.0, true);
      if (plans.size() > 1)
        drawing.text({girth + 18.0, y + 1.0},
                     plans[p].name + (plans[p].sides().empty() ? "" : " · " + plans[p].sides()), 3.6);
      for (std::size_t k = 0; k < lining.lines.size(); ++k) {
        if (!lining.lines[k].isAt(i)) continue;
        const double x = lining.lines[k].shares[i] * girth;
        drawing.line(LineRole::Mark, {{x, y - 2.0}, {x, y + 5.0}});
        const std::string mark = k == 0                         ? Trade::say("base")
                                 : k + 1 == lining.lines.size() ? Trade::say("sheer")
                                                                : std::to_string(k);
        drawing.text({x + 1.0, y + 1.5}, mark, 3.2);
      }
    }
  }
  drawing.text(
      {0.0, block * static_cast<double>(sections) + row + 2.0},
      Trade::say("%1: base line at the left, sheer at the right, marks numbered from the garboard up", drawing.title),
      5.0, TextPlace::Left, 0.0, true);
  const std::size_t master = first.master;
  drawing.check =
      Trade::say("Before marking: base to sheer at %1 is %2 along the row, and round the mould.",
                 first.frame.hull().sections[master].name, shownTwice(first.frame.girthMm(master), notation));
  return drawing;
}

}  // namespace narrows
