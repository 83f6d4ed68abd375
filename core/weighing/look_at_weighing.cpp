#include "weighing/look_at_weighing.h"

#include <algorithm>
#include <set>

#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

std::string whyItMatters(Measure measure) {
  switch (measure) {
    case Measure::Width:
      return Trade::say("wide planks move more with the weather");
    case Measure::Hollow:
      return Trade::say("what is hollowed out of a plank must be in the board");
    case Measure::Stock:
      return Trade::say("a narrower strake there wants less hollowed");
    case Measure::Step:
      return Trade::say("the eye catches a width that jumps");
    case Measure::LapBevel:
      return Trade::say("the land is planed until the next plank beds on it");
    case Measure::LandLeft:
      return Trade::say("so thin an edge splits, and the lap weeps");
    case Measure::Twist:
      return Trade::say("steam it there, or let its end lie easier");
    case Measure::BoardWidth:
      return Trade::say("much of it is lost to the plank's curve");
    case Measure::BoardLength:
      return Trade::say("it takes a scarf or a butt");
    case Measure::Sny:
      return Trade::say("it curves so far that it eats as much board again as it is wide");
    case Measure::EdgeSet:
      return Trade::say("straight stock would have to be forced edgeways so far, and would pull the moulds or cup");
    case Measure::EndRatio:
      return Trade::say("the ends of the strakes may crowd there");
    case Measure::HoodEnd:
      return Trade::say("there is little room to fasten it");
    case Measure::SeamMove:
      return Trade::say("its seams open and squeeze their caulking");
  }
  return {};
}

std::string WeighedOut::words(Notation notation) const {
  std::string strake = Trade::say("Strake %1%2", at.number, at.side);
  if (others > 0) strake += Trade::sayCount(" (%n other(|s) too)", others);
  const std::string is = showMeasure(measure, value, notation), usual = showMeasure(measure, limit, notation);
  const std::string there = placeWords(at.place);
  std::string said;
  switch (measure) {
    case Measure::Width:
      said = Trade::say("%1 is %2 wide at %3, where up to %4 is usual", strake, is, there, usual);
      break;
    case Measure::Stock:
      said = Trade::say("%1 takes stock of %2 at %3, and there is %4", strake, is, there, usual);
      break;
    case Measure::Step:
      said = Trade::say("%1 is %2 times as wide as the one below it at %3", strake, is, there);
      break;
    case Measure::LandLeft:
      said = value > 0.0
                 ? Trade::say("%1 is left %2 thick at the edge of its lap at %3, under %4", strake, is, there, usual)
                 : Trade::say("%1 has nothing left of the edge of its lap at %2, where %3 is the least", strake, there,
                              usual);
      break;
    case Measure::Twist:
      said = Trade::say("%1 twists %2 in a foot at %3, and up to %4 goes on cold", strake, is, there, usual);
      break;
    case Measure::BoardWidth:
      if (!isOfStack) {
        said = Trade::say("%1 needs a board %2 wide, and the boards are %3", strake, is, usual);
      } else if (limit <= 0.0) {
        said = Trade::say("%1 needs a board %2 wide, and the stack has none of its wood, length and thickness", strake,
                          is);
      } else {
        said = Trade::say("%1 needs a board %2 wide, and the stack holds it up to %3", strake, is, usual);
      }
      break;
    case Measure::BoardLength:
      said = Trade::say("%1 is %2 long, and the boards are %3", strake, is, usual);
      break;
    case Measure::Sny:
      said = Trade::say("%1 has a sny of %2, more than its own width", strake, is);
      break;
    case Measure::EdgeSet:
      said = Trade::say("%1 would be set edgeways by %2 in eight feet, where %3 is the most", strake, is, usual);
      break;
    case Measure::EndRatio:
      said =
          Trade::say("%1 runs down to %2 % of its greatest width at %3", strake, saidDecimal(100.0 * value, 0), there);
      break;
    case Measure::HoodEnd:
      said = Trade::say("%1 comes to %2 at %3, square to the plank, under %4", strake, is, there, usual);
      break;
    case Measure::SeamMove:
      said = Trade::say("%1 moves by %2 across its width, where up to %3 is borne", strake, is, usual);
      break;
    case Measure::Hollow:
      said = Trade::say("%1 is hollowed by %2 at %3, where up to %4 was wanted", strake, is, there, usual);
      break;
    case Measure::LapBevel:
      said = Trade::say("%1 is bevelled by %2 at %3, where up to %4 was wanted", strake, is, there, usual);
      break;
  }
  return said + ": " + whyItMatters(measure) + ".";
}

std::vector<WeighedOut> lookAtWeighing(const Weighing& weighing, const Lining& lining, const std::string& side) {
  std::vector<WeighedOut> found;
  const auto& sections = lining.frame.hull().sections;
  for (const Measure measure : everyMeasure) {
    const Weighed* worst = nullptr;
    std::set<std::size_t> strakes;
    for (const Weighed& row : weighing.rows) {
      if (row.measure != measure || !row.verdict) continue;
      strakes.insert(row.strake);
      if (worst == nullptr || *row.verdict > *worst->verdict ||
          (*row.verdict == *worst->verdict && row.beyond > worst->beyond))
        worst = &row;
    }
    if (worst == nullptr) continue;
    const LinedStrake& strake = lining.strakes[worst->strake];
    std::size_t at = worst->section.value_or(lining.master);
    if (worst->t) at = std::min(static_cast<std::size_t>(std::lround(*worst->t)), sections.size() - 1);
    if (measure == Measure::HoodEnd || measure == Measure::EndRatio) {
      // The narrower of its two ends.
      const double bow = lining.endWidthMm(worst->strake, true), stern = lining.endWidthMm(worst->strake, false);
      const double t = bow <= stern ? strake.reach.fromT : strake.reach.toT;
      at = std::min(static_cast<std::size_t>(std::lround(t)), sections.size() - 1);
      if (measure == Measure::HoodEnd && !sections[at].isHood())
        at = sections.front().kind == SectionKind::Stem ? 0 : sections.size() - 1;
    }
    WeighedOut out;
    out.at = {strake.id, worst->strake + 1, at, sections[at].name, side};
    out.measure = measure;
    out.value = worst->value;
    out.limit = worst->limit.value_or(0.0);
    out.verdict = *worst->verdict;
    out.others = strakes.size() - 1;
    out.isOfStack = worst->isOfStack;
    found.push_back(out);
  }
  return found;
}

}  // namespace narrows
