#include "solve/lined_plans.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

std::string LinedPlan::sides() const {
  if (starboard && port) return Trade::say("starboard and port");
  return starboard ? sideWords(BoatSide::Starboard) : port ? sideWords(BoatSide::Port) : "";
}

std::string LinedPlan::named(const std::string& words) const {
  std::string all = words;
  for (const std::string& more : {name, sides()}) {
    if (!more.empty()) all.append(" · ").append(more);
  }
  return all;
}

std::vector<LinedPlan> linedPlans(const Solved& solved) {
  std::vector<LinedPlan> plans;
  if (solved.lining.get() == nullptr) return plans;
  const Book& book = *solved.book;
  // A lining of no plan of the book's (asked for on a command line) stands by itself, for both sides.
  if (book.findPlan(solved.lining->plan) == nullptr) return {{"", true, true, solved.lining.value}};
  const GirthFrame& frame = solved.lining->frame;
  const std::vector<StationId> ids = sectionIds(book, frame.hull());
  for (const LiningPlan& plan : book.plans) {
    LinedPlan one{plan.name, plan.id == solved.lining->plan,
                  solved.portLining.get() != nullptr && plan.id == solved.portLining->plan, nullptr};
    if (one.starboard) one.lining = solved.lining.value;
    if (one.port && one.lining == nullptr) one.lining = solved.portLining.value;
    if (one.lining == nullptr) {
      const bool sameBase = plan.base == book.boatPlan().base;
      const GirthFrame own = sameBase ? frame : GirthFrame(frame.sharedHull(), plan.base == BaseLine::Rabbet);
      auto lining = lineOff(own, plan, ids, plankingFigures(book));
      if (!lining) continue;
      one.lining = std::make_shared<Lining>(std::move(*lining));
    }
    plans.push_back(std::move(one));
  }
  std::stable_partition(plans.begin(), plans.end(), [](const LinedPlan& p) { return p.starboard || p.port; });
  return plans;
}

}  // namespace narrows
