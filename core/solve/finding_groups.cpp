#include "solve/finding_groups.h"

#include <map>
#include <set>
#include <tuple>

#include "problem/trade.h"

namespace narrows {

namespace {

using Kind = std::tuple<std::size_t, Severity, ShopStage, int>;

Kind kindOf(const Finding& finding) {
  const auto* failed = finding.as<CouldNotMake>();
  return {finding.what.index(), finding.severity, finding.stage(),
          failed == nullptr ? 0 : static_cast<int>(failed->why.fault)};
}

/// "3 to 9, 12".
std::string numbersInWords(const std::set<std::size_t>& numbers) {
  std::string words;
  for (auto it = numbers.begin(); it != numbers.end();) {
    const std::size_t from = *it;
    std::size_t to = from;
    while (++it != numbers.end() && *it == to + 1) ++to;
    if (!words.empty()) words += ", ";
    words += from == to ? std::to_string(from) : Trade::say("%1 to %2", from, to);
  }
  return words;
}

}  // namespace

std::vector<FindingGroup> groupFindings(const std::vector<Finding>& findings) {
  std::map<Kind, FindingGroup> kinds;
  for (std::size_t i = 0; i < findings.size(); ++i) kinds[kindOf(findings[i])].members.push_back(i);
  std::vector<FindingGroup> groups;
  for (std::size_t i = 0; i < findings.size(); ++i) {
    const FindingGroup& alike = kinds[kindOf(findings[i])];
    if (alike.members.size() <= mostFindingsApart) {
      groups.push_back({{i}});
    } else if (alike.members.front() == i) {
      groups.push_back(alike);
    }
  }
  return groups;
}

std::string placesOf(const FindingGroup& group, const std::vector<Finding>& findings, const OffsetTable& table) {
  constexpr std::size_t mostNamed = 3;
  std::set<std::size_t> strakes;
  std::vector<std::string> lines;
  std::set<std::size_t> rows;
  for (const std::size_t i : group.members) {
    if (const StrakePlace* at = findings[i].strake()) strakes.insert(at->number);
    const FigureRef* figure = findings[i].figure();
    if (figure == nullptr || figure->in != FigureRef::In::Row || figure->list >= table.rows.size()) continue;
    if (rows.insert(figure->list).second && rows.size() <= mostNamed)
      lines.push_back(rowWords(table.rows[figure->list], table.unit));
  }
  if (!strakes.empty()) return Trade::say("strakes %1", numbersInWords(strakes));
  std::string words;
  for (const std::string& line : lines) words += (words.empty() ? "" : ", ") + line;
  if (rows.size() <= mostNamed) return words;
  return Trade::say("%1 and %2", words, Trade::sayCount("%n other line(|s)", rows.size() - mostNamed));
}

}  // namespace narrows
