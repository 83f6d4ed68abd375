#include "weighing/look_at_weighing.h"

#include <algorithm>
#include <set>

#include "lines/place_words.h"

namespace narrows {

std::string whyItMatters(Measure measure) {
  switch (measure) {
    case Measure::Width:
      return "wide planks move more with the weather";
    case Measure::Hollow:
      return "what is hollowed out of a plank must be in the board";
    case Measure::Stock:
      return "a narrower strake there wants less hollowed";
    case Measure::Step:
      return "the eye catches a width that jumps";
    case Measure::LapBevel:
      return "the land is planed until the next plank beds on it";
    case Measure::LandLeft:
      return "so thin an edge splits, and the lap weeps";
    case Measure::Twist:
      return "steam it there, or let its end lie easier";
    case Measure::BoardWidth:
      return "much of it is lost to the plank's curve";
    case Measure::BoardLength:
      return "it takes a scarf or a butt";
    case Measure::Sny:
      return "it curves so far that it eats as much board again as it is wide";
    case Measure::EdgeSet:
      return "straight stock would have to be forced edgeways so far, and would pull the moulds or cup";
    case Measure::EndRatio:
      return "the ends of the strakes may crowd there";
    case Measure::HoodEnd:
      return "there is little room to fasten it";
    case Measure::SeamMove:
      return "its seams open and squeeze their caulking";
  }
  return {};
}

std::string WeighedOut::words(Notation notation) const {
  std::string strake = "Strake " + std::to_string(at.number) + at.side;
  if (others > 0) strake += " (" + std::to_string(others) + (others == 1 ? " other too)" : " others too)");
  const std::string is = showMeasure(measure, value, notation), usual = showMeasure(measure, limit, notation);
  const std::string there = placeWords(at.place);
  std::string said;
  switch (measure) {
    case Measure::Width:
      said = strake + " is " + is + " wide at " + there + ", where up to " + usual + " is usual";
      break;
    case Measure::Stock:
      said = strake + " takes stock of " + is + " at " + there + ", and there is " + usual;
      break;
    case Measure::Step:
      said = strake + " is " + is + " times as wide as the one below it at " + there;
      break;
    case Measure::LandLeft:
      said = value > 0.0 ? strake + " is left " + is + " thick at its land at " + there + ", under " + usual
                         : strake + " has nothing left of its edge at its land at " + there + ", where " + usual +
                               " is the least";
      break;
    case Measure::Twist:
      said = strake + " twists " + is + " in a foot at " + there + ", and up to " + usual + " goes on cold";
      break;
    case Measure::BoardWidth:
      said = strake + " needs a board " + is + " wide, and the boards are " + usual;
      break;
    case Measure::BoardLength:
      said = strake + " is " + is + " long, and the boards are " + usual;
      break;
    case Measure::Sny:
      said = strake + " has a sny of " + is + ", more than its own width";
      break;
    case Measure::EdgeSet:
      said = strake + " would be set edgeways by " + is + " in eight feet, where " + usual + " is the most";
      break;
    case Measure::EndRatio:
      said = strake + " runs down to " + showDecimal(100.0 * value, 0) + " % of its greatest width at " + there;
      break;
    case Measure::HoodEnd:
      said = strake + " comes to " + is + " at " + there + ", square to the plank, under " + usual;
      break;
    case Measure::SeamMove:
      said = strake + " moves by " + is + " across its width, where up to " + usual + " is borne";
      break;
    case Measure::Hollow:
      said = strake + " is hollowed by " + is + " at " + there + ", where up to " + usual + " was wanted";
      break;
    case Measure::LapBevel:
      said = strake + " is bevelled by " + is + " at " + there + ", where up to " + usual + " was wanted";
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
    found.push_back(out);
  }
  return found;
}

}  // namespace narrows
