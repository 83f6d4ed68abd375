#include "division_board.h"

#include <algorithm>
#include <cmath>

#include "plank_pattern.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Length of a board, mm: long enough that rays stand well apart, short enough to be printed.
constexpr double boardLengthMm = 420.0;
/// The rays go on past the least girth by this part of it.
constexpr double pastLeast = 0.06;

}  // namespace

std::vector<Drawing> divisionBoards(const LinedPlan& plan, const LiningPlan& of, const std::string& boat,
                                    Notation notation) {
  std::vector<Drawing> boards;
  const Lining& lining = *plan.lining;
  for (std::size_t zone = 0; zone < of.zones.size(); ++zone) {
    const LiningRule rule = of.zones[zone].rule;
    const auto parts = ruleShares(of, zone);
    if (!parts || (rule != LiningRule::Equal && rule != LiningRule::Diminishing)) continue;
    const auto [first, last] = of.span(zone);
    if (last - first < 2) continue;
    std::vector<std::pair<std::string, double>> girths;
    for (std::size_t i = 0; i < lining.frame.sectionCount(); ++i) {
      if (lining.frame.hull().sections[i].kind != SectionKind::Station) continue;
      girths.emplace_back(lining.frame.hull().sections[i].name,
                          (lining.lines[last].shares[i] - lining.lines[first].shares[i]) * lining.frame.girthMm(i));
    }
    const auto byGirth = [](const auto& a, const auto& b) { return a.second < b.second; };
    const double most = std::max_element(girths.begin(), girths.end(), byGirth)->second;
    const double least = std::min_element(girths.begin(), girths.end(), byGirth)->second * (1.0 - pastLeast);
    Drawing board;
    const std::string_view kind =
        rule == LiningRule::Equal ? Trade::mark("division board") : Trade::mark("diminishing board");
    std::string where;
    if (of.zones.size() > 1) {
      where = Trade::say(", lines %1 to %2", first, last);
    }
    board.name = sheetFileName(std::string(kind) + " " + plan.fileWord() +
                               (of.zones.size() > 1 ? " zone " + std::to_string(zone + 1) : ""));
    board.title = titled(boat, Trade::say(kind) + where + (plan.name.empty() ? "" : " · " + plan.name));
    // Square across the board at x the outer rays stand most - x (most - least) / length apart.
    const auto across = [&](double x) { return most - x * (most - least) / boardLengthMm; };
    for (std::size_t k = 0; k < parts->size(); ++k) {
      const LineRole role = k == 0 || k + 1 == parts->size() ? LineRole::MouldEdge : LineRole::Mark;
      board.line(role, {{0.0, (*parts)[k] * most}, {boardLengthMm, (*parts)[k] * across(boardLengthMm)}});
      board.text({-3.0, (*parts)[k] * most - 1.2},
                 k == 0                   ? Trade::say("lower line")
                 : k + 1 == parts->size() ? Trade::say("upper line")
                                          : std::to_string(first + k),
                 3.6, TextPlace::Right);
    }
    // Names of stations whose sticks lie close together stand on steps.
    std::sort(girths.begin(), girths.end(), [&](const auto& a, const auto& b) { return byGirth(b, a); });
    double before = -1e9;
    int step = 0;
    for (const auto& [name, girth] : girths) {
      const double x = most > least ? (most - girth) / (most - least) * boardLengthMm : 0.0;
      board.line(LineRole::Rule, {{x, 0.0}, {x, girth}});
      step = x - before < 9.0 ? step + 1 : 0;
      board.text({x, -6.0 - 6.0 * step}, name, 4.2, TextPlace::Centre, 0.0, true);
      before = x;
    }
    board.text({0.0, most + 16.0}, board.title, 5.0, TextPlace::Left, 0.0, true);
    board.text({0.0, most + 8.0},
               Trade::say("Cut a stick to the girth at a station, lay it square across where it just fits between the "
                          "outer rays, and mark it at every ray."),
               4.2);
    board.check = Trade::say(
        "Before using it: the outer rays stand %1 apart at the wide end, square across; that is the greatest girth of "
        "this zone.",
        shownTwice(most, notation));
    boards.push_back(std::move(board));
  }
  return boards;
}

}  // namespace narrows
