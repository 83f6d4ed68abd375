#include "book/guide_reach.h"

#include <algorithm>

#include "book/lining_edits.h"

namespace narrows {

Guide trueAsFarAsItCan(const Book& book, const Lining& lining, std::size_t guide, Guide wanted) {
  const LiningPlan* plan = book.findPlan(lining.plan);
  require(plan != nullptr, "the lining is of a plan of the book");
  const PlankLine& line = lining.lines[plan->placeOf(wanted.line)];
  const std::size_t last = lining.frame.sectionCount() - 1;
  const auto ids = sectionIds(book, lining.frame.hull());
  wanted.atBow = line.shares.front();
  wanted.atStern = line.shares.back();
  for (std::size_t in = 0; in < last; ++in) {
    wanted.from.reset(), wanted.to.reset();
    if (in > 0) wanted.from = ids[std::min(in, std::max<std::size_t>(lining.master, 1) - 1)];
    if (in > 0) wanted.to = ids[std::max(last - in, std::min(lining.master + 1, last))];
    if (setGuide(book, lining, guide, wanted)) break;
  }
  return wanted;
}

}  // namespace narrows
