#include "advice_commands.h"

#include <iostream>

#include "advice/reline.h"
#include "advice/suggest.h"
#include "book/book_file.h"
#include "book/lining_edits.h"
#include "book/strake_records.h"
#include "book/today.h"
#include "files/whole_file.h"
#include "weigh_table.h"

namespace narrows::cli {

namespace {

constexpr std::size_t mostHungBytes = 8U << 20U;

Result<std::string> saved(const Book& book, const std::string& out, const std::string& text) {
  const auto done = saveBook(book, out);
  if (!done) return tl::make_unexpected(done.error());
  std::cerr << describe(done->besides);
  return text;
}

}  // namespace

Result<std::string> suggestPlans(const Job& job, const SuggestRequest& wanted) {
  const auto begun = job.planOrUsual(job.side());
  if (!begun) return tl::make_unexpected(begun.error());
  SuggestFrom from;
  from.frame = GirthFrame(job.sharedHull(), begun->base == BaseLine::Rabbet);
  from.book = job.book();
  from.begun = *begun;
  from.sectionIds = sectionIds(job.book(), job.hull());
  from.figures = job.weighingFigures();
  from.tries = triesIn(wanted.seconds, begun->strakes.size());
  from.answers.waterline = job.book().settings.waterline;
  const auto made = suggest(from);
  if (!made) return tl::make_unexpected(made.error());
  Book book = job.bookAsKept();
  std::string text = weighSummaryHead() + weighSummaryRow(begun->name, made->begun->weighing);
  for (const Suggested& one : made->found) {
    const std::string name = freePlanName(book, one.how);
    const auto added = addPlan(book, one.plan->plan, name);
    if (!added) return tl::make_unexpected(added.error());
    book = *added;
    text += weighSummaryRow(name, one.plan->weighing);
  }
  return saved(book, wanted.out, text);
}

Result<std::string> relineBook(const Job& job, const RelineRequest& wanted) {
  const auto text = readWholeFile(wanted.hung, mostHungBytes);
  if (!text) return tl::make_unexpected(namedIfNot(text.error(), wanted.hung));
  const auto edges = readHungEdges(*text);
  if (!edges) return tl::make_unexpected(namedIfNot(edges.error(), wanted.hung));
  Book book = job.bookAsKept();
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    std::vector<HungEdge> of;
    for (const HungEdge& edge : *edges) {
      if (edge.side == side) of.push_back(edge);
    }
    if (of.empty()) continue;
    const auto plan = job.planOrUsual(side);
    if (!plan) return tl::make_unexpected(plan.error());
    const auto lining = job.liningOf(*plan);
    if (!lining) return tl::make_unexpected(lining.error());
    auto made = relineSide(book, *lining, side, of, wanted.name, today());
    if (!made) return tl::make_unexpected(namedIfNot(made.error(), wanted.hung));
    book = followStrakes(book, *made, &lining->frame);
  }
  return saved(book, wanted.out, {});
}

}  // namespace narrows::cli
