#pragma once
// The schools of lining off: plans to start from.

#include <array>
#include <stop_token>

#include "lining/lining.h"
#include "lining/shop_figures.h"

namespace narrows {

/// What a school begins from; each is a way of the trade.
enum class School {
  Equal,        ///< divide every station equally
  Middle,       ///< shape by the middle, diminish to the ends
  Sheer,        ///< match the sheer: the strakes above follow its sweep
  Waterline,    ///< match the waterline: seams look level
  StraightRun,  ///< a straight run first, straight stock above and below it, stealers aft
  TopsFirst     ///< strakes seen from abeam equal below the rub rail, the rest share what is left
};
inline constexpr std::array<School, 6> everySchool{School::Equal,     School::Middle,      School::Sheer,
                                                   School::Waterline, School::StraightRun, School::TopsFirst};

/// `equal`, `middle`, `sheer`, `waterline`, `straight-run`, `tops-first`; none of any other word.
std::optional<School> schoolNamed(const std::string& word);
const char* schoolWord(School school);

/// The few things a school asks. What is not said is taken from usual practice and the shape of the hull.
struct SchoolAnswers {
  std::optional<int> strakes;
  std::optional<Length> waterline;  ///< Waterline: height at which a seam is to look level
  std::optional<int> tops;          ///< Sheer, TopsFirst: how many strakes follow the sheer, or are equal from abeam
  std::optional<Length> rail;       ///< TopsFirst: depth of the rub rail
  std::optional<Length> widest;     ///< what the stock gives
};

/// A plan by a school, already good: no line turns back or crosses, hood ends hold fastenings where there is girth for
/// it, ends even. Ids of lines and strakes count from 1: `addPlan` gives them anew. Fails where no such plan could be
/// lined off.
Result<LiningPlan> planBySchool(const GirthFrame& frame, School school, const SchoolAnswers& answers,
                                const std::vector<StationId>& sectionIds, const ShopFigures& usual,
                                const PlankingFigures& planking, const std::stop_token& stop = {});

}  // namespace narrows
