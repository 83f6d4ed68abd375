#include "stock/every_set.h"

#include <algorithm>
#include <map>

namespace narrows {

namespace {

/// Ways to lay one set that are kept to lay more beside them.
constexpr std::size_t mostWays = 6;

using PieceSet = std::vector<std::size_t>;
using Ways = std::vector<std::vector<PieceOnBoard>>;

PieceSet allBut(const PieceSet& all, std::size_t at) {
  PieceSet set = all;
  set.erase(set.begin() + static_cast<std::ptrdiff_t>(at));
  return set;
}

bool liesAlike(const std::vector<PieceOnBoard>& one, const std::vector<PieceOnBoard>& other) {
  constexpr double alikeMm = 1.0;
  return std::all_of(one.begin(), one.end(), [&](const PieceOnBoard& mine) {
    return std::any_of(other.begin(), other.end(), [&](const PieceOnBoard& its) {
      return its.piece == mine.piece && (its.lies.at - mine.lies.at).norm() < alikeMm &&
             its.lies.turnRad == mine.lies.turnRad;
    });
  });
}

}  // namespace

bool findEverySet(PlacesFound& places, const std::vector<std::vector<PieceOnBoard>>& already,
                  const std::vector<std::size_t>& pieces, const std::vector<double>& pieceMm2, long mostLooked,
                  KnownLayings& known, const std::stop_token& stop) {
  const long until = places.looked() + mostLooked;
  const auto isOver = [&] { return stop.stop_requested() || places.looked() >= until; };
  for (std::size_t board = 0; board < already.size(); ++board) {
    std::map<PieceSet, Ways> last{{PieceSet(), Ways{already[board]}}};
    while (!last.empty()) {
      std::map<PieceSet, Ways> next;
      for (const auto& [set, ways] : last) {
        for (const std::size_t more : pieces) {
          if (!set.empty() && more <= set.back()) continue;
          PieceSet larger = set;
          larger.push_back(more);
          // What goes on together goes on with any of it left away.
          bool isWhole = true;
          for (std::size_t i = 0; isWhole && i < larger.size(); ++i) isWhole = last.count(allBut(larger, i)) > 0;
          if (!isWhole) continue;
          Ways found;
          for (std::size_t i = 0; i < larger.size(); ++i) {
            for (const auto& way : last.at(allBut(larger, i))) {
              if (found.size() >= mostWays) break;
              if (isOver()) return false;
              const auto& place = places.placeOn(way, larger[i], board, 0, stop);
              if (!place) continue;
              std::vector<PieceOnBoard> with = way;
              with.push_back({larger[i], board, place->lies});
              const bool isKnown =
                  std::any_of(found.begin(), found.end(), [&](const auto& one) { return liesAlike(one, with); });
              if (!isKnown) found.push_back(std::move(with));
            }
          }
          if (found.empty()) continue;
          double area = 0.0;
          for (const std::size_t piece : larger) area += pieceMm2[piece];
          known.add(board, found.front(), area);
          next.emplace(std::move(larger), std::move(found));
        }
      }
      last = std::move(next);
    }
  }
  return !stop.stop_requested();
}

}  // namespace narrows
