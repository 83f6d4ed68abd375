#include "stock/lay_all.h"

#include <algorithm>
#include <cmath>
#include <random>

#include "stock/every_set.h"
#include "stock/places_found.h"
#include "stock/stack_bound.h"

namespace narrows {

namespace {

/// Places that are looked for in a second, roughly: how long a search is is counted in them.
constexpr double searchesASecond = 180.0;
/// What of a piece's area a place may spoil more before a new board is begun, a clear one taken for a piece that need
/// not be, or its pair left on another; the last again where looks are to be best.
constexpr double newBoard = 0.4, clearBoard = 0.3, otherThanPair = 0.1, otherThanPairForLooks = 2.0;
/// What a pair that is parted, and grain that leans as far as the book lets it, count as, in litres of wood begun.
constexpr double litresAPair = 40.0, litresForGrain = 10.0;
/// Boards taken apart in vain, one after another, before it is begun from the start again.
constexpr int mostInVain = 60;
/// Layings kept to be chosen among, a board; branches looked at to choose; and what that counts as, in places.
constexpr std::size_t mostKnown = 60, mostEverySet = 4000;
constexpr int stepsToChoose = 150, stepsToProve = 4000, stepsToBound = 60;
constexpr long choosingCounts = 60;
/// Of the search, what may go into trying every set; and pieces from which on nobody would.
constexpr double shareForEverySet = 0.5;
constexpr std::size_t mostForEverySet = 12;

double areaOf(const WantedPiece& piece) {
  return std::abs(signedArea(piece.outline));
}

bool isPair(const WantedPiece& one, const WantedPiece& other) {
  return one.hasPair && one.of.kind == other.of.kind && one.of.name == other.of.name &&
         one.of.strake == other.of.strake && one.of.piece == other.of.piece && one.of.side != other.of.side;
}

class StackSearch {
 public:
  StackSearch(const LayAllRequest& request, const std::stop_token& stop,
              const std::function<void(const LaidStack&)>& soFar)
      : m_of(request),
        m_stop(stop),
        m_soFar(soFar),
        m_random(request.seed),
        m_most(static_cast<long>(std::max(request.seconds, 0.05) * searchesASecond)),
        m_places(request.boards, request.pieces, request.make),
        m_known(request.boards.size(), mostKnown),
        m_boardCost(boardCosts(request.boards, request.goal)),
        m_sister(sistersOf(request.boards)) {
    m_isFixed.assign(m_of.pieces.size(), false);
    m_start.on.resize(m_of.boards.size());
    m_start.isLaid.assign(m_of.pieces.size(), false);
    for (const PieceOnBoard& one : m_of.fixed) {
      m_start.on[one.board].push_back(one);
      m_start.isLaid[one.piece] = m_isFixed[one.piece] = true;
    }
    m_bestArrangement = m_start;
    m_pair.resize(m_of.pieces.size());
    for (std::size_t i = 0; i < m_pair.size(); ++i) {
      m_areaMm2.push_back(areaOf(m_of.pieces[i]));
      for (std::size_t j = 0; j < i; ++j) {
        if (isPair(m_of.pieces[i], m_of.pieces[j])) m_pair[i] = j, m_pair[j] = i;
      }
    }
  }

  LaidStack search() {
    m_best = summed(m_start);
    if (m_soFar) m_soFar(m_best);
    Arrangement first = begun();
    layRest(first, bySize());
    keep(first);
    m_goNowhere = m_best.unlaid.size() - openOf(m_best.unlaid).size();
    const bool isWhole = !isOver() && tryEverySet();
    bool isProven = isWhole && choose(stepsToProve);
    if (!isProven) improve(std::move(first));
    while (!isProven && !isOver()) {
      Arrangement now = m_start;
      ++m_rounds;
      layRest(now, order(now));
      keep(now);
      improve(std::move(now));
      choose(stepsToChoose);
      improve(m_bestArrangement);
      ++m_spent;
      // A few ways round, once all is laid that goes on any board, are enough.
      constexpr int enoughRounds = 3;
      if (openOf(m_best.unlaid).empty() && m_rounds > enoughRounds) break;
    }
    m_best.isCutShort = m_isCutShort;
    m_best.proof.isBest = isProven;
    m_best.proof.layings = m_known.size();
    if (!m_stop.stop_requested() && !m_of.untilAllLaid && !m_isCutShort) m_best.proof.bound = bound();
    return m_best;
  }

 private:
  long left() const { return m_most - m_spent - m_places.looked(); }
  bool isOver() const {
    return left() <= 0 || m_stop.stop_requested() || (m_of.untilAllLaid && m_best.unlaid.size() <= m_goNowhere);
  }

  double chance() { return std::uniform_real_distribution<>(0.0, 1.0)(m_random); }
  std::size_t oneOf(std::size_t count) {
    return std::min(static_cast<std::size_t>(chance() * static_cast<double>(count)), count - 1);
  }

  LaidStack summed(const Arrangement& now) const {
    LaidStack stack;
    std::vector<std::optional<std::size_t>> boardOf(m_of.pieces.size());
    for (std::size_t board = 0; board < now.on.size(); ++board) {
      if (now.on[board].empty()) continue;
      ++stack.boardsUsed;
      stack.boardMm2 += std::abs(signedArea(m_of.boards[board].outline));
      stack.cost += m_boardCost[board];
      for (const PieceOnBoard& one : now.on[board]) {
        stack.laid.push_back(one);
        stack.pieceMm2 += m_areaMm2[one.piece];
        boardOf[one.piece] = board;
      }
    }
    for (std::size_t piece = 0; piece < now.isLaid.size(); ++piece) {
      if (!now.isLaid[piece]) {
        stack.unlaid.push_back(piece);
        stack.unlaidMm2 += m_areaMm2[piece];
        continue;
      }
      const auto& pair = m_pair[piece];
      if (pair && *pair < piece && boardOf[*pair] && *boardOf[*pair] != *boardOf[piece] &&
          m_sister[*boardOf[piece]] != boardOf[*pair])
        ++stack.pairsParted;
    }
    // Of two that begin as many boards, the one that begins less wood.
    if (m_of.goal == StackGoal::FewestBoards) stack.cost += 1e-9 * stack.boardMm2;
    if (m_of.goal == StackGoal::BestLooks) {
      stack.cost += litresAPair * static_cast<double>(stack.pairsParted);
      for (const PieceOnBoard& one : stack.laid) stack.cost += litresForGrain * grainShare(one);
    }
    return stack;
  }

  /// How far the grain leans, of what the book lets it.
  double grainShare(const PieceOnBoard& one) const {
    const std::vector<Vec2> middle = one.lies.onBoard(m_of.pieces[one.piece].middle);
    if (middle.size() < 2 || m_of.make.runOut <= 0.0) return 0.0;
    const Vec2 chord = middle.back() - middle.front();
    return std::abs(std::atan2(chord.y(), std::abs(chord.x()))) * m_of.make.runOut;
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

  void note(const Arrangement& now, std::size_t board) {
    double area = 0.0;
    for (const PieceOnBoard& one : now.on[board]) area += m_areaMm2[one.piece];
    if (!now.on[board].empty()) m_known.add(board, now.on[board], area);
  }

  /// Whether it is the best so far, and then kept.
  bool keep(const Arrangement& now) {
    for (std::size_t board = 0; board < now.on.size(); ++board) note(now, board);
    LaidStack stack = summed(now);
    if (!stack.isBetterThan(m_best)) return false;
    m_best = std::move(stack);
    m_bestArrangement = now;
    if (m_soFar) m_soFar(m_best);
    return true;
  }

  bool isClear(const Arrangement& now, const PieceOnBoard& one) const {
    return judgeLaying(m_of.boards[one.board], m_of.pieces[one.piece], one.lies, m_places.neighbours(now.on[one.board]),
                       m_of.make)
        .canBeGotOut(m_of.make);
  }

  Arrangement begun() const {
    Arrangement now = m_start;
    for (const PieceOnBoard& one : m_of.begin) {
      if (now.isLaid[one.piece] || !isClear(now, one)) continue;
      now.on[one.board].push_back(one);
      now.isLaid[one.piece] = true;
    }
    return now;
  }

  const std::optional<FoundPlace>& placeOn(const Arrangement& now, std::size_t piece, std::size_t board) {
    return m_places.placeOn(now.on[board], piece, board, m_shuffle, m_stop);
  }

  /// Whether it goes on the board with nothing but what is fixed there.
  bool fitsAlone(std::size_t piece, std::size_t board) {
    return m_places.placeOn(m_start.on[board], piece, board, 0, m_stop).has_value();
  }

  /// Where the other of its pair lies; none where that is laid nowhere.
  const PieceOnBoard* pairOf(const Arrangement& now, std::size_t piece) const {
    if (!m_pair[piece] || !now.isLaid[*m_pair[piece]]) return nullptr;
    for (const auto& on : now.on) {
      for (const PieceOnBoard& one : on) {
        if (one.piece == *m_pair[piece]) return &one;
      }
    }
    return nullptr;
  }

  /// The place beside the other of its pair as in an opened book, on the sister of that board; none where it is not
  /// clear.
  std::optional<PieceOnBoard> opened(const Arrangement& now, std::size_t piece, const PieceOnBoard& pair) const {
    if (!m_of.bookMatched || !m_sister[pair.board]) return std::nullopt;
    const std::size_t sister = *m_sister[pair.board];
    const Polygon outline = pair.lies.onBoard(m_of.pieces[pair.piece].outline);
    const PieceLies lies = bookMatched(m_of.boards[pair.board], m_of.boards[sister], pair.lies, centroid(outline));
    if (!isClear(now, {piece, sister, lies})) return std::nullopt;
    return PieceOnBoard{piece, sister, lies};
  }

  /// Lays a piece where it costs least; not on the board that is barred. False where it goes nowhere.
  bool lay(Arrangement& now, std::size_t piece, std::optional<std::size_t> barred = {}, bool onlyBegun = false) {
    const WantedPiece& wanted = m_of.pieces[piece];
    const PieceOnBoard* pair = pairOf(now, piece);
    std::optional<PieceOnBoard> best;
    if (pair != nullptr) best = opened(now, piece, *pair);
    const double apart = m_of.goal == StackGoal::BestLooks ? otherThanPairForLooks : otherThanPair;
    double least = 1e300;
    for (std::size_t board = 0; !best && board < m_of.boards.size() && !m_stop.stop_requested(); ++board) {
      if (board == barred || (onlyBegun && now.on[board].empty()) || !fitsAlone(piece, board)) continue;
      const auto& place = placeOn(now, piece, board);
      if (!place) continue;
      const Board& on = m_of.boards[board].board;
      const bool isTooGood = wanted.grade == WantedGrade::Sound && on.faults.empty();
      const bool isApart = pair != nullptr && pair->board != board && m_sister[pair->board] != board;
      const double thicker = std::max(on.thickness.mm() - wanted.thicknessMm, 0.0) / std::max(wanted.thicknessMm, 1.0);
      const double cost = place->cost + (now.on[board].empty() ? newBoard : 0.0) + (isTooGood ? clearBoard : 0.0) +
                          (isApart ? apart : 0.0) + 0.1 * thicker;
      if (cost < least) least = cost, m_toLay = PieceOnBoard{piece, board, place->lies};
    }
    if (!best && least < 1e300) best = m_toLay;
    if (!best) return false;
    now.on[best->board].push_back(*best);
    now.isLaid[piece] = true;
    return true;
  }

  void layRest(Arrangement& now, const std::vector<std::size_t>& order) {
    for (const std::size_t piece : order) {
      if (isOver() && m_rounds > 0) return;
      // The first time round every piece is tried, unless that takes many times as long as was asked for.
      constexpr long timesAsLong = 4, atLeast = 2000;
      if (m_rounds == 0 && (m_stop.stop_requested() || m_places.looked() > timesAsLong * m_most + atLeast)) {
        m_isCutShort = true;
        return;
      }
      if (now.isLaid[piece]) continue;
      lay(now, piece);
      // From the first on there is something to be taken.
      if (m_rounds == 0) keep(now);
    }
  }

  /// The longest and most bent first: what can be said at once.
  std::vector<std::size_t> bySize() const {
    std::vector<std::pair<double, std::size_t>> largest;
    for (std::size_t piece = 0; piece < m_of.pieces.size(); ++piece) {
      const WantedPiece& of = m_of.pieces[piece];
      if (!m_isFixed[piece]) largest.emplace_back(-of.lengthMm * (of.widthMm + std::abs(of.bowMm())), piece);
    }
    std::sort(largest.begin(), largest.end());
    std::vector<std::size_t> order;
    for (const auto& [size, piece] : largest) order.push_back(piece);
    return order;
  }

  /// Those that fewest boards take first, of those the longest; a little out of order.
  std::vector<std::size_t> order(const Arrangement& now) {
    std::vector<std::pair<double, std::size_t>> hardest;
    for (std::size_t piece = 0; piece < m_of.pieces.size(); ++piece) {
      if (now.isLaid[piece]) continue;
      double boards = 0.0;
      for (std::size_t board = 0; board < m_of.boards.size() && !m_stop.stop_requested(); ++board)
        boards += fitsAlone(piece, board) ? 1.0 : 0.0;
      const WantedPiece& of = m_of.pieces[piece];
      const double easy = (1.0 + boards) / std::max(of.lengthMm * (of.widthMm + std::abs(of.bowMm())), 1.0);
      hardest.emplace_back(easy * (m_rounds > 1 ? std::exp(0.6 * (chance() - 0.5)) : 1.0), piece);
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
    for (int inVain = 0; inVain < mostInVain && !isOver(); ++m_spent) {
      Arrangement tried = now;
      const std::vector<std::size_t> open = openOf(current.unlaid);
      const bool done = open.empty() ? emptyABoard(tried) : makeRoom(tried, open);
      for (std::size_t board = 0; board < tried.on.size(); ++board) note(tried, board);
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
      hardest.emplace_back(-m_areaMm2[piece] * std::exp(0.8 * (chance() - 0.5)), piece);
    std::sort(hardest.begin(), hardest.end());
    for (const auto& [area, piece] : hardest) lay(now, piece);
  }

  /// What lies on a board that has little on it, or is dear, is laid on the others that are begun.
  bool emptyABoard(Arrangement& now) {
    std::vector<std::pair<double, std::size_t>> least;
    for (std::size_t board = 0; board < now.on.size(); ++board) {
      const bool isFixed = std::any_of(now.on[board].begin(), now.on[board].end(),
                                       [&](const PieceOnBoard& one) { return m_isFixed[one.piece]; });
      if (now.on[board].empty() || isFixed) continue;
      double used = 0.0;
      for (const PieceOnBoard& one : now.on[board]) used += m_areaMm2[one.piece];
      least.emplace_back(used * (0.5 + chance()), board);
    }
    if (least.empty()) return false;
    const std::size_t board = std::min_element(least.begin(), least.end())->second;
    std::vector<std::size_t> taken = clearBoardOf(now, board);
    std::sort(taken.begin(), taken.end(), [&](std::size_t a, std::size_t b) { return m_areaMm2[a] > m_areaMm2[b]; });
    // A smaller, or cheaper, board that is not begun may do as well.
    const bool onlyBegun = chance() < 0.6;
    return std::all_of(taken.begin(), taken.end(),
                       [&](std::size_t piece) { return lay(now, piece, board, onlyBegun); });
  }

  /// Every set of the pieces on every board, where they are few. Whether that was done.
  bool tryEverySet() {
    if (m_of.goal == StackGoal::BestLooks) return false;  // a pair may lie on two boards: no board's cost is its own
    std::vector<std::size_t> pieces;
    for (std::size_t piece = 0; piece < m_of.pieces.size(); ++piece) {
      bool goes = false;
      for (std::size_t board = 0; !m_isFixed[piece] && board < m_of.boards.size(); ++board)
        goes |= fitsAlone(piece, board);
      if (goes) pieces.push_back(piece);
    }
    if (pieces.empty() || pieces.size() > mostForEverySet) return false;
    KnownLayings every(m_of.boards.size(), mostEverySet);
    const auto most = static_cast<long>(shareForEverySet * static_cast<double>(left()));
    const bool isWhole = findEverySet(m_places, m_start.on, pieces, m_areaMm2, most, every, m_stop);
    if (isWhole) m_known = std::move(every);
    return isWhole;
  }

  /// Chooses among the layings that are known; keeps what is better. Whether it is proven that no other choice is.
  bool choose(int steps) {
    BoardChoices choices;
    choices.boards = m_of.boards.size();
    choices.pieceMm2 = m_areaMm2;
    std::vector<const KnownLayings::Known*> of;
    for (std::size_t board = 0; board < m_known.boards(); ++board) {
      for (const auto& [set, known] : m_known.on(board)) {
        BoardLaying one{board, {}, m_start.on[board].empty() ? m_boardCost[board] : 0.0};
        for (const std::size_t piece : set) {
          if (!m_isFixed[piece]) one.pieces.push_back(piece);
        }
        if (m_of.goal == StackGoal::FewestBoards) one.cost += 1e-9 * std::abs(signedArea(m_of.boards[board].outline));
        if (m_of.goal == StackGoal::BestLooks) one.cost += looksOf(known);
        if (one.pieces.empty()) continue;
        choices.layings.push_back(std::move(one));
        of.push_back(&known);
      }
    }
    m_spent += choosingCounts;
    const auto chosen = chooseBoards(choices, steps, m_stop);
    if (!chosen) return false;
    Arrangement now = m_start;
    for (const std::size_t laying : chosen->layings) {
      for (const PieceOnBoard& one : of[laying]->pieces) {
        if (now.isLaid[one.piece]) continue;
        now.isLaid[one.piece] = true;
        now.on[one.board].push_back(one);
      }
    }
    const LaidStack stack = summed(now);
    keep(now);
    return chosen->isProven && !m_best.isBetterThan(stack);
  }

  /// What a laying costs in looks besides its board: half for each of a pair whose other does not lie there too.
  double looksOf(const KnownLayings::Known& known) const {
    double cost = 0.0;
    for (const PieceOnBoard& one : known.pieces) {
      cost += litresForGrain * grainShare(one);
      const bool isParted = m_pair[one.piece] &&
                            std::none_of(known.pieces.begin(), known.pieces.end(),
                                         [&](const PieceOnBoard& other) { return other.piece == *m_pair[one.piece]; });
      if (isParted) cost += 0.5 * litresAPair;
    }
    return cost;
  }

  std::optional<StackBound> bound() {
    std::vector<std::vector<bool>> fits(m_of.pieces.size(), std::vector<bool>(m_of.boards.size(), false));
    for (std::size_t piece = 0; piece < m_of.pieces.size(); ++piece) {
      for (std::size_t board = 0; !m_isFixed[piece] && board < m_of.boards.size() && !m_stop.stop_requested(); ++board)
        fits[piece][board] = fitsAlone(piece, board);
    }
    return boundOf(stackRoom(m_of, std::move(fits)), stepsToBound, m_stop);
  }

  const LayAllRequest& m_of;
  const std::stop_token& m_stop;
  const std::function<void(const LaidStack&)>& m_soFar;
  std::mt19937_64 m_random;
  long m_most, m_spent = 0;  ///< in places looked for: of the whole search, and for all else in it
  int m_rounds = 0;
  std::size_t m_goNowhere = 0;  ///< of the pieces left over at first, those that go on no board by themselves
  bool m_isCutShort = false;
  std::uint32_t m_shuffle = 0;
  PlacesFound m_places;
  KnownLayings m_known;
  std::vector<double> m_boardCost, m_areaMm2;
  std::vector<std::optional<std::size_t>> m_sister, m_pair;
  std::vector<bool> m_isFixed;
  PieceOnBoard m_toLay;
  Arrangement m_start, m_bestArrangement;
  LaidStack m_best;
};

}  // namespace

bool LaidStack::isBetterThan(const LaidStack& other) const {
  constexpr double sameMm2 = 1.0, sameShare = 1e-9;
  if (std::abs(unlaidMm2 - other.unlaidMm2) > sameMm2) return unlaidMm2 < other.unlaidMm2;
  return cost < other.cost - sameShare * std::max(std::abs(other.cost), 1.0);
}

LaidStack layAll(const LayAllRequest& request, const std::stop_token& stop,
                 const std::function<void(const LaidStack&)>& soFar) {
  return StackSearch(request, stop, soFar).search();
}

}  // namespace narrows
