#include "stock/lay_all.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <random>

namespace narrows {

namespace {

/// Places that are looked for in a second, roughly: how long a search is is counted in them.
constexpr double searchesASecond = 180.0;
/// What of a piece's area a place may spoil more before a new board is begun, a clear one taken for a piece that need
/// not be, or its pair left on another.
constexpr double newBoard = 0.4, clearBoard = 0.3, otherThanPair = 0.1;
/// Boards taken apart in vain, one after another, before it is begun from the start again.
constexpr int mostInVain = 60;

double areaOf(const WantedPiece& piece) {
  return std::abs(signedArea(piece.outline));
}

/// What lies on the boards at one moment.
struct Arrangement {
  std::vector<std::vector<PieceOnBoard>> on;  ///< by board
  std::vector<bool> isLaid;                   ///< by piece
};

class StackSearch {
 public:
  StackSearch(const LayAllRequest& request, const std::stop_token& stop,
              const std::function<void(const LaidStack&)>& soFar)
      : m_of(request),
        m_stop(stop),
        m_soFar(soFar),
        m_random(request.seed),
        m_left(static_cast<long>(std::max(request.seconds, 0.05) * searchesASecond)) {
    m_fits.resize(m_of.pieces.size());
    for (auto& fits : m_fits) fits.resize(m_of.boards.size());
    m_isFixed.assign(m_of.pieces.size(), false);
    m_start.on.resize(m_of.boards.size());
    m_start.isLaid.assign(m_of.pieces.size(), false);
    for (const PieceOnBoard& one : m_of.fixed) {
      m_start.on[one.board].push_back(one);
      m_start.isLaid[one.piece] = m_isFixed[one.piece] = true;
    }
  }

  LaidStack search() {
    m_best = summed(m_start);
    if (m_soFar) m_soFar(m_best);
    while (!isOver()) {
      Arrangement now = m_start;
      layRest(now, order(now, m_rounds++ > 0));
      keep(now);
      improve(now);
      --m_left;
      // A few ways round, once all is laid that goes on any board, are enough.
      constexpr int enoughRounds = 3;
      if (openOf(m_best.unlaid).empty() && m_rounds > enoughRounds) break;
    }
    return m_best;
  }

 private:
  bool isOver() const { return m_left <= 0 || m_stop.stop_requested(); }

  double chance() { return std::uniform_real_distribution<>(0.0, 1.0)(m_random); }
  std::size_t oneOf(std::size_t count) {
    return std::min(static_cast<std::size_t>(chance() * static_cast<double>(count)), count - 1);
  }

  LaidStack summed(const Arrangement& now) const {
    LaidStack stack;
    for (std::size_t board = 0; board < now.on.size(); ++board) {
      if (now.on[board].empty()) continue;
      ++stack.boardsUsed;
      stack.boardMm2 += std::abs(signedArea(m_of.boards[board].outline));
      for (const PieceOnBoard& one : now.on[board]) {
        stack.laid.push_back(one);
        stack.pieceMm2 += areaOf(m_of.pieces[one.piece]);
      }
    }
    for (std::size_t piece = 0; piece < now.isLaid.size(); ++piece) {
      if (now.isLaid[piece]) continue;
      stack.unlaid.push_back(piece);
      stack.unlaidMm2 += areaOf(m_of.pieces[piece]);
    }
    return stack;
  }

  /// Of those that are not laid, the ones that would go on some board by themselves.
  std::vector<std::size_t> openOf(const std::vector<std::size_t>& unlaid) {
    std::vector<std::size_t> open;
    for (const std::size_t piece : unlaid) {
      for (std::size_t board = 0; board < m_of.boards.size() && !m_stop.stop_requested(); ++board) {
        if (!fitsAlone(piece, board)) continue;
        open.push_back(piece);
        break;
      }
    }
    return open;
  }

  /// Whether it is the best so far, and then kept.
  bool keep(const Arrangement& now) {
    LaidStack stack = summed(now);
    if (!stack.isBetterThan(m_best)) return false;
    m_best = std::move(stack);
    if (m_soFar) m_soFar(m_best);
    return true;
  }

  std::vector<Neighbour> neighboursOn(const Arrangement& now, std::size_t board) const {
    std::vector<Neighbour> neighbours;
    for (const PieceOnBoard& one : now.on[board])
      neighbours.push_back({one.piece, {}, one.lies.onBoard(m_of.pieces[one.piece].outline)});
    return neighbours;
  }

  /// The best place on a board as it is. What was found is kept by what lies there.
  const std::optional<FoundPlace>& placeOn(const Arrangement& now, std::size_t piece, std::size_t board) {
    std::vector<std::pair<std::size_t, double>> there;
    for (const PieceOnBoard& one : now.on[board])
      there.emplace_back(one.piece, one.lies.at.x() + 7.0 * one.lies.at.y() + 1e4 * one.lies.turnRad);
    auto& found = m_fits[piece][board];
    const auto known = found.find(there);
    if (known != found.end()) return known->second;
    --m_left;
    FitSearch how;
    how.shuffle = m_shuffle;
    constexpr std::size_t mostKept = 40;
    if (found.size() > mostKept) found.clear();
    return found
        .emplace(std::move(there),
                 findPlace(m_of.boards[board], m_of.pieces[piece], neighboursOn(now, board), m_of.make, m_stop, how))
        .first->second;
  }

  /// Whether it goes on the board with nothing but what is fixed there.
  bool fitsAlone(std::size_t piece, std::size_t board) { return placeOn(m_start, piece, board).has_value(); }

  std::optional<std::size_t> boardOfPair(const Arrangement& now, const WantedPiece& of) const {
    for (std::size_t board = 0; board < now.on.size() && of.hasPair; ++board) {
      for (const PieceOnBoard& one : now.on[board]) {
        const PieceRef& other = m_of.pieces[one.piece].of;
        if (other.kind == of.of.kind && other.name == of.of.name && other.strake == of.of.strake &&
            other.piece == of.of.piece && other.side != of.of.side)
          return board;
      }
    }
    return std::nullopt;
  }

  /// Lays a piece where it costs least; not on the board that is barred. False where it goes nowhere.
  bool lay(Arrangement& now, std::size_t piece, std::optional<std::size_t> barred = {}, bool onlyBegun = false) {
    const WantedPiece& wanted = m_of.pieces[piece];
    const auto pair = boardOfPair(now, wanted);
    double least = 1e300;
    std::optional<PieceOnBoard> best;
    for (std::size_t board = 0; board < m_of.boards.size() && !m_stop.stop_requested(); ++board) {
      if (board == barred || (onlyBegun && now.on[board].empty()) || !fitsAlone(piece, board)) continue;
      const auto& place = placeOn(now, piece, board);
      if (!place) continue;
      const Board& on = m_of.boards[board].board;
      const bool isTooGood = wanted.grade == WantedGrade::Sound && on.faults.empty();
      const double thicker = std::max(on.thickness.mm() - wanted.thicknessMm, 0.0) / std::max(wanted.thicknessMm, 1.0);
      const double cost = place->cost + (now.on[board].empty() ? newBoard : 0.0) + (isTooGood ? clearBoard : 0.0) +
                          (pair && *pair != board ? otherThanPair : 0.0) + 0.1 * thicker;
      if (cost < least) least = cost, best = PieceOnBoard{piece, board, place->lies};
    }
    if (!best) return false;
    now.on[best->board].push_back(*best);
    now.isLaid[piece] = true;
    return true;
  }

  void layRest(Arrangement& now, const std::vector<std::size_t>& order) {
    for (const std::size_t piece : order) {
      if (isOver() && m_rounds > 1) return;
      if (m_stop.stop_requested()) return;
      if (!now.isLaid[piece]) lay(now, piece);
    }
  }

  /// Those that fewest boards take first, of those the longest; a little out of order where it is tried again.
  std::vector<std::size_t> order(const Arrangement& now, bool again) {
    std::vector<std::pair<double, std::size_t>> hardest;
    for (std::size_t piece = 0; piece < m_of.pieces.size(); ++piece) {
      if (now.isLaid[piece]) continue;
      double boards = 0.0;
      for (std::size_t board = 0; board < m_of.boards.size() && !m_stop.stop_requested(); ++board)
        boards += fitsAlone(piece, board) ? 1.0 : 0.0;
      const WantedPiece& of = m_of.pieces[piece];
      const double easy = (1.0 + boards) / std::max(of.lengthMm * (of.widthMm + std::abs(of.bowMm())), 1.0);
      hardest.emplace_back(easy * (again ? std::exp(0.6 * (chance() - 0.5)) : 1.0), piece);
    }
    std::sort(hardest.begin(), hardest.end());
    std::vector<std::size_t> order;
    for (const auto& [easy, piece] : hardest) order.push_back(piece);
    return order;
  }

  /// Takes all off a board that is not fixed; what it was.
  std::vector<std::size_t> clearBoardOf(Arrangement& now, std::size_t board) {
    std::vector<std::size_t> taken;
    std::erase_if(now.on[board], [&](const PieceOnBoard& one) {
      if (m_isFixed[one.piece]) return false;
      taken.push_back(one.piece);
      now.isLaid[one.piece] = false;
      return true;
    });
    return taken;
  }

  void improve(Arrangement now) {
    LaidStack current = summed(now);
    for (int inVain = 0; inVain < mostInVain && !isOver(); --m_left) {
      Arrangement tried = now;
      const std::vector<std::size_t> open = openOf(current.unlaid);
      const bool done = open.empty() ? emptyABoard(tried) : makeRoom(tried, open);
      LaidStack sum = summed(tried);
      const bool isBetter = done && sum.isBetterThan(current);
      // As good another way round is a new beginning.
      const bool isAsGood = done && !current.isBetterThan(sum);
      inVain = isBetter ? 0 : inVain + 1;
      if (!isBetter && !isAsGood) continue;
      now = std::move(tried);
      current = std::move(sum);
      keep(now);
    }
  }

  /// A piece that went nowhere is given a board, or two, to itself, and what lay there is laid again after it.
  bool makeRoom(Arrangement& now, const std::vector<std::size_t>& unlaid) {
    const std::size_t piece = unlaid[oneOf(unlaid.size())];
    std::vector<std::size_t> boards;
    for (std::size_t board = 0; board < m_of.boards.size(); ++board) {
      if (fitsAlone(piece, board)) boards.push_back(board);
    }
    if (boards.empty()) return false;
    m_shuffle = chance() < 0.7 ? static_cast<std::uint32_t>(m_random()) : 0;
    std::vector<std::size_t> taken = clearBoardOf(now, boards[oneOf(boards.size())]);
    if (chance() < 0.5) {
      const auto more = clearBoardOf(now, oneOf(m_of.boards.size()));
      taken.insert(taken.end(), more.begin(), more.end());
    }
    const bool laid = lay(now, piece);
    again(now, taken);
    m_shuffle = 0;
    for (const std::size_t other : unlaid) {
      if (!now.isLaid[other]) lay(now, other);
    }
    return laid;
  }

  void again(Arrangement& now, const std::vector<std::size_t>& pieces) {
    std::vector<std::pair<double, std::size_t>> hardest;
    for (const std::size_t piece : pieces)
      hardest.emplace_back(-areaOf(m_of.pieces[piece]) * std::exp(0.8 * (chance() - 0.5)), piece);
    std::sort(hardest.begin(), hardest.end());
    for (const auto& [area, piece] : hardest) lay(now, piece);
  }

  /// What lies on the board that has least on it is laid on the others that are begun.
  bool emptyABoard(Arrangement& now) {
    std::vector<std::pair<double, std::size_t>> least;
    for (std::size_t board = 0; board < now.on.size(); ++board) {
      const bool isFixed = std::any_of(now.on[board].begin(), now.on[board].end(),
                                       [&](const PieceOnBoard& one) { return m_isFixed[one.piece]; });
      if (now.on[board].empty() || isFixed) continue;
      double used = 0.0;
      for (const PieceOnBoard& one : now.on[board]) used += areaOf(m_of.pieces[one.piece]);
      least.emplace_back(used * (0.5 + chance()), board);
    }
    if (least.empty()) return false;
    const std::size_t board = std::min_element(least.begin(), least.end())->second;
    std::vector<std::size_t> taken = clearBoardOf(now, board);
    std::sort(taken.begin(), taken.end(),
              [&](std::size_t a, std::size_t b) { return areaOf(m_of.pieces[a]) > areaOf(m_of.pieces[b]); });
    return std::all_of(taken.begin(), taken.end(), [&](std::size_t piece) { return lay(now, piece, board, true); });
  }

  const LayAllRequest& m_of;
  const std::stop_token& m_stop;
  const std::function<void(const LaidStack&)>& m_soFar;
  std::mt19937_64 m_random;
  long m_left;
  int m_rounds = 0;
  std::uint32_t m_shuffle = 0;
  using There = std::vector<std::pair<std::size_t, double>>;
  std::vector<std::vector<std::map<There, std::optional<FoundPlace>>>> m_fits;  ///< by piece and board
  std::vector<bool> m_isFixed;
  Arrangement m_start;
  LaidStack m_best;
};

}  // namespace

bool LaidStack::isBetterThan(const LaidStack& other) const {
  constexpr double sameMm2 = 1.0;
  if (std::abs(unlaidMm2 - other.unlaidMm2) > sameMm2) return unlaidMm2 < other.unlaidMm2;
  return boardMm2 < other.boardMm2 - sameMm2;
}

LaidStack layAll(const LayAllRequest& request, const std::stop_token& stop,
                 const std::function<void(const LaidStack&)>& soFar) {
  return StackSearch(request, stop, soFar).search();
}

}  // namespace narrows
