#include "stick_sheet.h"

#include <algorithm>

#include "plank_pattern.h"

namespace narrows {

Drawing stickSheet(const Lining& lining, const std::string& boat, Notation notation) {
  constexpr double row = 14.0;
  Drawing drawing;
  drawing.name = "marking-stick";
  drawing.title = (boat.empty() ? "" : boat + " · ") + "marking stick, full size";
  const std::size_t sections = lining.frame.sectionCount();
  double longest = 0.0;
  for (std::size_t i = 0; i < sections; ++i) {
    const double y = row * static_cast<double>(sections - i);
    const double girth = lining.frame.girthMm(i);
    longest = std::max(longest, girth);
    drawing.line(LineRole::Rule, {{0.0, y}, {girth, y}});
    const std::string& name = lining.frame.hull().sections[i].name;
    drawing.text({-4.0, y + 1.0}, name, 4.5, TextPlace::Right, 0.0, true);
    for (std::size_t k = 0; k < lining.lines.size(); ++k) {
      const double x = lining.lines[k].shares[i] * girth;
      drawing.line(LineRole::Mark, {{x, y - 2.0}, {x, y + 5.0}});
      const std::string mark = k == 0 ? "base" : k + 1 == lining.lines.size() ? "sheer" : std::to_string(k);
      drawing.text({x + 1.0, y + 1.5}, mark, 3.2);
    }
  }
  drawing.text({0.0, row * static_cast<double>(sections + 1) + 2.0},
               drawing.title + ": base line at the left, sheer at the right, marks numbered from the garboard up", 5.0,
               TextPlace::Left, 0.0, true);
  const std::size_t master = lining.master;
  drawing.check = "Before marking: base to sheer at " + lining.frame.hull().sections[master].name + " is " +
                  shownTwice(lining.frame.girthMm(master), notation) + " along the row, and round the mould.";
  return drawing;
}

}  // namespace narrows
