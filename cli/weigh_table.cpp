#include "weigh_table.h"

#include "book/book_file.h"
#include "weighing/weigh_plan.h"

namespace narrows::cli {

namespace {

constexpr int degreeDecimals = 3, ratioDecimals = 4, scoreDecimals = 4;

std::string shownValue(const Job& job, Measure measure, double value) {
  switch (measuredIn(measure)) {
    case MeasureIn::Degrees:
      return showDecimal(value, degreeDecimals);
    case MeasureIn::Ratio:
      return showDecimal(value, ratioDecimals);
    case MeasureIn::Length:
      break;
  }
  return job.show(value);
}

const char* verdictOf(const std::optional<Severity>& verdict) {
  if (!verdict) return "";
  return *verdict == Severity::Trouble ? "trouble" : "look";
}

}  // namespace

std::string weighSummaryHead() {
  return "plan,score,trouble,look\n";
}

std::string weighSummaryRow(const std::string& plan, const Weighing& weighing) {
  return csvField(plan) + "," + showDecimal(weighing.score, scoreDecimals) + "," + std::to_string(weighing.trouble) +
         "," + std::to_string(weighing.look) + "\n";
}

Result<std::string> weighTable(const Job& job, bool summary) {
  if (summary && job.isWholeBook()) {
    std::string text = weighSummaryHead();
    for (const LiningPlan& plan : job.book().plans) {
      const auto weighed = job.weighed(plan);
      if (!weighed) return tl::make_unexpected(named(weighed.error(), plan.name));
      text += weighSummaryRow(plan.name, (*weighed)->weighing);
    }
    return text;
  }
  const auto plan = job.planOrUsual(job.side());
  if (!plan) return tl::make_unexpected(plan.error());
  const auto weighed = job.weighed(*plan);
  if (!weighed) return tl::make_unexpected(weighed.error());
  if (summary) return weighSummaryHead() + weighSummaryRow(plan->name, (*weighed)->weighing);
  std::string text = "strake,station,measure,value,limit,verdict\n";
  for (const Weighed& row : (*weighed)->weighing.rows) {
    if (row.section &&
        (static_cast<double>(*row.section) < job.reach().fromT || static_cast<double>(*row.section) > job.reach().toT))
      continue;
    text += std::to_string(row.strake + 1) + "," +
            (row.section ? csvField(job.hull().sections[*row.section].name) : "") + "," + measureWord(row.measure) +
            "," + shownValue(job, row.measure, row.value) + "," +
            (row.limit ? shownValue(job, row.measure, *row.limit) : "") + "," + verdictOf(row.verdict) + "\n";
  }
  return text;
}

}  // namespace narrows::cli
