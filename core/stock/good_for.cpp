#include "stock/good_for.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

/// Columns a board is looked through in, at most, and how wide one is at least.
constexpr int mostColumns = 160;
constexpr double leastColumnMm = 10.0;
/// A fault is told of that costs this share of what the board is good for.
constexpr double worthTelling = 0.1;

using Interval = std::pair<double, double>;

/// A board as columns, each with the wood that is free across it.
class FreeWood {
 public:
  FreeWood(const BoardShape& board, const std::vector<std::size_t>& missed, double marginMm, double leastWidthMm)
      : m_least(leastWidthMm) {
    const double length = board.board.length.mm() - 2.0 * marginMm;
    if (length <= 0.0) return;
    const int count = std::clamp(static_cast<int>(length / leastColumnMm), 1, mostColumns);
    m_from = marginMm;
    m_wide = length / count;
    for (int i = 0; i < count; ++i) m_free.push_back(column(board, missed, marginMm, m_from + m_wide * i));
  }

  /// The rectangle of the most area that is nowhere narrower than the least width.
  StraightIn largest() const {
    StraightIn best;
    for (std::size_t from = 0; from < m_free.size(); ++from) {
      std::vector<Interval> left = m_free[from];
      for (std::size_t to = from; to < m_free.size() && !left.empty(); ++to) {
        if (to > from) left = inBoth(left, m_free[to]);
        const double length = m_wide * static_cast<double>(to - from + 1);
        for (const Interval& one : left) {
          const double wide = one.second - one.first;
          if (wide * length > best.areaMm2())
            best = {m_from + m_wide * static_cast<double>(from), length, one.first, wide};
        }
      }
    }
    return best;
  }

 private:
  std::vector<Interval> column(const BoardShape& board, const std::vector<std::size_t>& missed, double marginMm,
                               double from) const {
    double low = -1e300, high = 1e300;
    const auto look = [&](double x) {
      low = std::max(low, edgeAtMm(board.board, false, x));
      high = std::min(high, edgeAtMm(board.board, true, x));
    };
    look(from);
    look(from + m_wide);
    for (const auto* edge : {&board.lower, &board.upper}) {
      for (const Vec2& point : *edge) {
        if (point.x() > from && point.x() < from + m_wide) look(point.x());
      }
    }
    std::vector<Interval> free{{low + marginMm, high - marginMm}};
    for (const std::size_t i : missed) {
      const Box2 box = boxOf(board.faults[i]);
      if (box.high.x() + marginMm <= from || box.low.x() - marginMm >= from + m_wide) continue;
      std::vector<Interval> next;
      for (const Interval& one : free) {
        next.emplace_back(one.first, std::min(one.second, box.low.y() - marginMm));
        next.emplace_back(std::max(one.first, box.high.y() + marginMm), one.second);
      }
      free = std::move(next);
    }
    std::erase_if(free, [&](const Interval& one) { return one.second - one.first < m_least; });
    return free;
  }

  std::vector<Interval> inBoth(const std::vector<Interval>& a, const std::vector<Interval>& b) const {
    std::vector<Interval> both;
    for (const Interval& one : a) {
      for (const Interval& other : b) {
        const Interval shared(std::max(one.first, other.first), std::min(one.second, other.second));
        if (shared.second - shared.first >= m_least) both.push_back(shared);
      }
    }
    return both;
  }

  double m_from = 0.0, m_wide = 0.0, m_least;
  std::vector<std::vector<Interval>> m_free;
};

/// Whether wood of a grade misses a fault, wherever its edges come to lie.
bool misses(const BoardShape& board, const BoardFault& fault, WantedGrade grade, const StockMake& make) {
  WantedPiece piece;
  piece.grade = grade;
  if (isMissed(fault, piece, make)) return true;
  const double across = std::max(fault.length.mm(), fault.width.mm());
  if (fault.kind == BoardFaultKind::Knot) return across > make.knotShare * board.board.width.mm();
  return fault.kind == BoardFaultKind::Loose && across > make.widestPlugMm;
}

/// The best of a board for a grade, and the one fault that costs most of it.
StraightIn bestOf(const BoardShape& board, WantedGrade grade, const StockMake& make, std::optional<Betterment>& but) {
  std::vector<std::size_t> missed;
  for (std::size_t i = 0; i < board.faults.size(); ++i) {
    if (misses(board, board.board.faults[i], grade, make)) missed.push_back(i);
  }
  const double least = std::max(make.leastWidthMm, 1.0);
  const StraightIn best = FreeWood(board, missed, make.marginMm, least).largest();
  for (const std::size_t one : missed) {
    std::vector<std::size_t> others = missed;
    std::erase(others, one);
    const StraightIn would = FreeWood(board, others, make.marginMm, least).largest();
    if (would.areaMm2() <= (1.0 + worthTelling) * best.areaMm2()) continue;
    if (but && would.areaMm2() <= but->would.areaMm2()) continue;
    const BoardFault& fault = board.board.faults[one];
    const bool byPlug = grade == WantedGrade::Sound && fault.kind == BoardFaultKind::Loose &&
                        std::max(fault.length.mm(), fault.width.mm()) <= make.widestPlugMm;
    but = Betterment{one, would, byPlug};
  }
  return best;
}

}  // namespace

GoodFor goodFor(const BoardShape& board, const StockMake& make, double thicknessMm) {
  GoodFor good;
  good.clear = bestOf(board, WantedGrade::Clear, make, good.clearBut);
  good.sound = bestOf(board, WantedGrade::Sound, make, good.soundBut);
  good.isTooThin = board.board.thickness.mm() < thicknessMm;
  good.isTooSmall = good.sound.lengthMm < make.leastLengthMm;
  const Polygon inside = rectangle({good.sound.fromMm, good.sound.lowMm},
                                   {good.sound.fromMm + good.sound.lengthMm, good.sound.lowMm + good.sound.widthMm});
  for (std::size_t i = 0; i < board.faults.size(); ++i) {
    if (board.board.faults[i].kind == BoardFaultKind::Loose && !common({inside}, {board.faults[i]}).empty())
      ++good.plugs;
  }
  return good;
}

StraightIn straightIn(const BoardShape& board, double leastWidthMm) {
  return FreeWood(board, {}, 0.0, std::max(leastWidthMm, 1.0)).largest();
}

std::string goodForWords(const BoardShape& board, const GoodFor& good, const StockMake& make, Notation notation) {
  const auto shown = [&](double mm) { return showLength(millimetres(mm), notation); };
  const auto size = [&](const StraightIn& of) {
    return Trade::say("%1 long, %2 wide, from %3 on", showLong(millimetres(of.lengthMm), notation), shown(of.widthMm),
                      showLong(millimetres(of.fromMm), notation));
  };
  std::string words;
  const auto add = [&](const std::string& sentence) { words += (words.empty() ? "" : " ") + sentence; };
  if (good.isTooThin) add(Trade::say("Too thin for planking."));
  if (good.isTooSmall) {
    add(Trade::say("Nothing of it is large enough to be of use: it is short lengths and blocks."));
    return words;
  }
  const bool isAllClear = good.clear.areaMm2() >= 0.98 * good.sound.areaMm2();
  if (good.clear.lengthMm >= make.leastLengthMm) {
    add(isAllClear ? Trade::say("Clear: topsides and hard-twisted ends, %1.", size(good.clear))
                   : Trade::say("Clear for topsides and hard-twisted ends: %1.", size(good.clear)));
  } else {
    add(Trade::say("Not clear anywhere for long enough: below the waterline only."));
  }
  if (!isAllClear) add(Trade::say("With sound small knots, below the waterline: %1.", size(good.sound)));
  if (good.plugs > 0)
    add(Trade::sayCount("%n plug(|s) in that, some %1 minutes.", static_cast<int>(good.plugs),
                        saidDecimal(static_cast<double>(good.plugs) * make.plugMinutes, 0)));
  const auto tell = [&](const Betterment& but, bool clear) {
    const BoardFault& fault = board.board.faults[but.fault];
    const std::string what = Trade::say("the %1 at %2", boardFaultWords(fault.kind), showLong(fault.x, notation));
    if (but.byPlug) {
      add(Trade::say("With %1 plugged, some %2 minutes, it would be %3.", what, saidDecimal(make.plugMinutes, 0),
                     size(but.would)));
    } else {
      add(clear ? Trade::say("But for %1 it would be clear %2.", what, size(but.would))
                : Trade::say("But for %1 it would be %2.", what, size(but.would)));
    }
  };
  if (good.soundBut) tell(*good.soundBut, false);
  if (good.clearBut && (!good.soundBut || good.clearBut->fault != good.soundBut->fault)) tell(*good.clearBut, true);
  return words;
}

}  // namespace narrows
