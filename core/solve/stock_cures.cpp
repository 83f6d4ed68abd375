#include "solve/stock_cures.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "backbone/species.h"
#include "book/joining_edits.h"
#include "book/lining_edits.h"
#include "problem/trade.h"
#include "solve/joinery.h"
#include "solve/plank_at_bench.h"
#include "solve/wanted_pieces.h"

namespace narrows {

namespace {

/// Of the work, what goes into laying her as she is and then into each further step.
constexpr double shareOfLaying = 0.25;
/// Strakes of another timber that are tried, in vain, after the most that helped.
constexpr std::size_t mostInVain = 2;

double litresBegun(const StackToLay& stack, const LaidStack& laid) {
  std::vector<bool> isBegun(stack.boards.size(), false);
  for (const PieceOnBoard& one : laid.laid) isBegun[one.board] = true;
  const std::vector<double> litresOf = boardCosts(stack.boards, StackGoal::LeastWaste);
  double litres = 0.0;
  for (std::size_t i = 0; i < isBegun.size(); ++i) litres += isBegun[i] ? litresOf[i] : 0.0;
  return litres;
}

std::vector<WantedPiece> unlaidOf(const StackToLay& stack, const LaidStack& laid) {
  std::vector<WantedPiece> pieces;
  for (const std::size_t piece : laid.unlaid) pieces.push_back(stack.pieces[piece]);
  return pieces;
}

double scoreOf(const Solved& solved) {
  double score = 0.0;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    if (const Weighing* weighing = solved.weighingOf(side)) score += weighing->score;
  }
  return score;
}

/// Loose knots that pieces lie on.
std::size_t plugsIn(const StackToLay& stack, const LaidStack& laid, const StockMake& make) {
  std::size_t plugs = 0;
  for (const PieceOnBoard& one : laid.laid) {
    const LayingJudged judged = judgeLaying(stack.boards[one.board], stack.pieces[one.piece], one.lies, {}, make);
    for (const ClearOfFault& fault : judged.faults) plugs += fault.plugged ? 1 : 0;
  }
  return plugs;
}

/// Lays her as she is, and then as a builder might have her.
class Standing {
 public:
  Standing(const StockAsked& asked, const std::function<void(double)>& progress, const std::stop_token& stop)
      : m_of(asked), m_book(*asked.solved->book), m_progress(progress), m_stop(stop) {}

  StockStands stand() {
    const StockMake make = stockMake(m_book);
    m_pieces = wantedPlanks(*m_of.solved, m_stop);
    m_stands.stack = stackToLay(m_book, m_pieces);
    const LayAllRequest request = requestOf(m_stands.stack, make, m_of.goal, m_of.seconds);
    m_stands.laid = layAll(request, m_stop);
    told(shareOfLaying);
    m_stands.losses = lossesOf(m_book);
    const std::vector<WantedPiece> unlaid = unlaidOf(m_stands.stack, m_stands.laid);
    m_stands.is = needOf(unlaid, make);
    m_stands.buy = toBuy(m_book, unlaid, m_stop);
    const double chance = chanceOfEnough(request, m_stands.laid, m_stands.losses, 1, m_stop);
    if (!m_stop.stop_requested()) m_stands.chance = chance;
    m_stands.litres = litresBegun(m_stands.stack, m_stands.laid);
    if (isTried(StockCureKind::JointsMoved)) moveJoints(m_pieces);
    told(2.0 * shareOfLaying);
    if (!unlaid.empty()) cure(unlaid);
    m_stands.isStopped = m_stop.stop_requested();
    std::stable_sort(m_stands.cures.begin(), m_stands.cures.end(), [](const StockCure& a, const StockCure& b) {
      return std::tuple(a.unlaidMm2 > 1.0, a.unlaidMm2 > 1.0 ? a.unlaidMm2 : 0.0, a.litresBought(), a.litres) <
             std::tuple(b.unlaidMm2 > 1.0, b.unlaidMm2 > 1.0 ? b.unlaidMm2 : 0.0, b.litresBought(), b.litres);
    });
    return std::move(m_stands);
  }

 private:
  void told(double share) const {
    if (m_progress) m_progress(share);
  }

  bool isTried(StockCureKind kind) const {
    return m_of.only.empty() || std::find(m_of.only.begin(), m_of.only.end(), kind) != m_of.only.end();
  }

  void cure(const std::vector<WantedPiece>& unlaid) {
    if (isTried(StockCureKind::BoardsBought)) buy();
    if (isTried(StockCureKind::KnotsPlugged)) plugKnots();
    if (isTried(StockCureKind::OneMoreJoint)) joinMore(unlaid);
    told(2.4 * shareOfLaying);
    if (isTried(StockCureKind::OtherTimber)) otherTimber(unlaid);
    told(3.0 * shareOfLaying);
    if (isTried(StockCureKind::PlanChanged)) changePlan();
    told(1.0);
  }

  /// The boat by another book, laid on its stack; kept where that betters it. `cure`: without what it comes to.
  bool tryBook(StockCure cure, Result<Book> edited) {
    if (!edited || m_stop.stop_requested()) return false;
    cure.book = std::move(*edited);
    const auto solved = solve(std::make_shared<const Book>(cure.book), 0, m_of.solved, SolveEffort::Full, m_stop);
    if (solved == nullptr) return false;
    const std::vector<WantedPiece> pieces = wantedPlanks(*solved, m_stop);
    const StackToLay stack = stackToLay(cure.book, pieces);
    const StockMake make = stockMake(cure.book);
    LayAllRequest request = requestOf(stack, make, m_of.goal, m_of.secondsACure);
    request.untilAllLaid = true;
    request.begin = asLaid(m_stands.stack, m_stands.laid, stack);
    if (cure.kind == StockCureKind::BoardsBought) layOnNew(stack, make, request.begin);
    const LaidStack laid = layAll(request, m_stop);
    if (m_stop.stop_requested() || pieces.empty()) return false;
    cure.scoreMore = scoreOf(*solved) - scoreOf(*m_of.solved);
    take(cure, stack, laid);
    cure.plugs = plugsIn(stack, laid, make);
    return keep(std::move(cure));
  }

  /// What is not laid yet goes on the boards that nothing lies on, the longest first: they were bought for it.
  void layOnNew(const StackToLay& stack, const StockMake& make, std::vector<PieceOnBoard>& laid) const {
    std::vector<std::vector<Neighbour>> on(stack.boards.size());
    std::vector<bool> isOld(stack.boards.size(), false), isLaid(stack.pieces.size(), false);
    for (const PieceOnBoard& one : laid) isOld[one.board] = isLaid[one.piece] = true;
    std::vector<std::size_t> order;
    for (std::size_t piece = 0; piece < isLaid.size(); ++piece) {
      if (!isLaid[piece]) order.push_back(piece);
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return stack.pieces[a].lengthMm > stack.pieces[b].lengthMm; });
    for (const std::size_t piece : order) {
      for (std::size_t board = 0; board < on.size() && !m_stop.stop_requested(); ++board) {
        if (isOld[board]) continue;
        const auto place = findPlace(stack.boards[board], stack.pieces[piece], on[board], make, m_stop);
        if (!place) continue;
        on[board].push_back({piece, {}, place->judged.outline});
        laid.push_back({piece, board, place->lies});
        break;
      }
    }
  }

  void take(StockCure& cure, const StackToLay& stack, const LaidStack& laid) const {
    cure.unlaid = laid.unlaid.size();
    cure.unlaidMm2 = laid.unlaidMm2;
    cure.boards = laid.boardsUsed;
    cure.litres = litresBegun(stack, laid);
  }

  bool keep(StockCure cure) {
    // A hair less of the same piece is no cure.
    constexpr double lessShare = 0.9, moreMm2 = 1.0, lessLitres = 0.01;
    const bool laysMore = cure.unlaidMm2 < lessShare * m_stands.laid.unlaidMm2 - moreMm2;
    const bool beginsLess =
        cure.unlaidMm2 <= m_stands.laid.unlaidMm2 + moreMm2 && cure.litres < m_stands.litres - lessLitres;
    if (!laysMore && !beginsLess) return false;
    m_stands.cures.push_back(std::move(cure));
    return true;
  }

  void moveJoints(const std::vector<WantedPiece>& pieces) {
    if (m_book.joining.joints.empty() || m_stop.stop_requested()) return;
    JointsToBoardsAsked asked{m_of.solved, pieces, {}, m_of.goal, m_stands.laid, m_of.seconds};
    const JointsToBoards to = jointsToBoards(
        asked, [this](double share) { told((1.0 + share) * shareOfLaying); }, m_stop);
    if (to.moved.empty()) return;
    auto edited = placeJoints(m_book, to.joints);
    if (!edited) return;
    StockCure cure;
    cure.kind = StockCureKind::JointsMoved;
    cure.words = to.moved.size() == 1
                     ? Trade::say("one joint moved: strake %1, %2", std::to_string(to.moved.front().from.strake),
                                  sideWords(to.moved.front().from.side))
                     : Trade::say("%1 joints moved", std::to_string(to.moved.size()));
    for (const JointMoved& one : to.moved)
      cure.falls += (cure.falls.empty() ? "" : "; ") +
                    Trade::say("strake %1 %2: from %3 to %4", std::to_string(one.from.strake), sideWords(one.from.side),
                               showLong(one.from.at, notation()), showLong(one.to, notation()));
    cure.book = std::move(*edited);
    take(cure, to.stack, to.laid);
    keep(std::move(cure));
  }

  void buy() {
    if (m_stands.buy.empty()) return;
    std::vector<Board> boards;
    StockCure cure;
    cure.kind = StockCureKind::BoardsBought;
    cure.buy = m_stands.buy;
    const StockMake make = stockMake(m_book);
    for (const BoardsToBuy& one : m_stands.buy) {
      Board board;
      board.species = one.species;
      board.length = millimetres(one.lengthMm);
      board.width = millimetres(one.widthMm);
      board.thickness = millimetres((one.thicknessMm - (one.resawn - 1) * make.kerfMm) / one.resawn);
      if (one.grade == WantedGrade::Clear) board.grade = BoardGrade::Clear;
      board.place = Trade::say("to be bought");
      for (int i = 0; i < one.count * one.resawn; ++i) boards.push_back(board);
      cure.words += (cure.words.empty() ? "" : "; ") +
                    Trade::say("%1 of %2, %3", std::to_string(one.count), boardSizeWords(one, notation()),
                               one.species.empty() ? Trade::say("any wood") : one.species);
    }
    cure.words = Trade::say("buy: %1", cure.words);
    tryBook(std::move(cure), addBoards(m_book, boards));
  }

  void plugKnots() {
    if (stockMake(m_book).letsIn(BoardFaultKind::Loose)) return;
    StockPlan plan = m_book.stock;
    plan.letIn.push_back(BoardFaultKind::Loose);
    StockCure cure;
    cure.kind = StockCureKind::KnotsPlugged;
    cure.words = Trade::say("loose knots plugged below the topsides");
    if (!tryBook(std::move(cure), setStock(m_book, plan))) return;
    StockCure& done = m_stands.cures.back();
    done.falls = Trade::say("%1 plugs, %2 minutes", std::to_string(done.plugs),
                            showDecimal(static_cast<double>(done.plugs) * stockMake(m_book).plugMinutes, 0));
  }

  /// A joint more in every plank that goes nowhere.
  void joinMore(const std::vector<WantedPiece>& unlaid) {
    const std::vector<StrakeToJoin> strakes = strakesToJoin(*m_of.solved, false, m_stop);
    const JoiningMake make = joiningMake(*m_of.solved);
    Result<Book> edited = m_book;
    std::set<std::string> joined;
    StockCure cure;
    cure.kind = StockCureKind::OneMoreJoint;
    for (const WantedPiece& piece : unlaid) {
      const auto bench = plankAtBench(*m_of.solved, static_cast<std::size_t>(piece.of.strake) - 1, piece.of.side);
      if (bench == nullptr || !edited || m_stop.stop_requested()) return;
      for (const PlankPiece& of : bench->pieces) {
        if (static_cast<int>(of.number) != piece.of.piece) continue;
        const double middle = bench->run.distanceAt(0.5 * (of.fromMm + of.toMm));
        const auto joint = roomForJoint(strakes, edited->joining.joints, piece.of.strake, piece.of.side, middle, make);
        if (!joint) continue;
        edited = addJoint(*edited, joint->strake, joint->side, joint->at, bench->run, make);
        joined.insert(Trade::say("strake %1 %2 at %3", std::to_string(joint->strake), sideWords(joint->side),
                                 showLong(joint->at, notation())));
      }
    }
    if (joined.empty()) return;
    cure.words =
        joined.size() == 1 ? Trade::say("one joint more") : Trade::say("%1 joints more", std::to_string(joined.size()));
    for (const std::string& one : joined) cure.falls += (cure.falls.empty() ? "" : "; ") + one;
    tryBook(std::move(cure), std::move(edited));
  }

  /// Strakes, from the garboard up, of which nothing is there or laid: their timber may still be chosen. Beginning with
  /// the lowest of them, up to the first that may not; `first` and one past the last.
  std::pair<std::size_t, std::size_t> strakesToChoose(std::size_t strakes) const {
    std::vector<bool> isKept(strakes, false);
    const auto keep = [&](const PieceRef& of) {
      const auto at = static_cast<std::size_t>(of.strake - 1);
      if (of.kind == PieceKind::Plank && at < strakes) isKept[at] = true;
    };
    for (const PieceOnBoard& one : m_stands.stack.fixed) keep(m_stands.stack.pieces[one.piece].of);
    for (const WantedPiece& piece : m_pieces) {
      if (isThere(m_book, piece.of)) keep(piece.of);
    }
    const auto first = std::find(isKept.begin(), isKept.end(), false);
    const auto last = std::find(first, isKept.end(), true);
    return {static_cast<std::size_t>(first - isKept.begin()), static_cast<std::size_t>(last - isKept.begin())};
  }

  /// The lowest strakes of another timber that the stack has, as few of them as will do.
  void otherTimber(const std::vector<WantedPiece>& unlaid) {
    std::set<std::string> wanted, others;
    for (const WantedPiece& piece : unlaid) wanted.insert(inSmallLetters(piece.species));
    wanted.erase(std::string());  // of any wood: another is none
    if (wanted.empty()) return;
    for (const BoardShape& board : m_stands.stack.boards) {
      if (!isSheet(board.board) && wanted.count(inSmallLetters(board.board.species)) == 0)
        others.insert(board.board.species);
    }
    const Lining* lining = m_of.solved->liningOf(BoatSide::Starboard);
    if (lining == nullptr) return;
    const auto [first, last] = strakesToChoose(lining->strakeCount());
    for (const std::string& other : others) {
      double least = m_stands.laid.unlaidMm2;
      std::size_t inVain = 0;
      std::optional<StockCure> best;
      for (std::size_t past = first + 1; past <= last && inVain < mostInVain; ++past) {
        if (m_stop.stop_requested()) return;
        StockCure cure;
        cure.kind = StockCureKind::OtherTimber;
        cure.words = timberWords(first, past, other);
        cure.falls = fallsWords(*lining, past);
        const std::size_t was = m_stands.cures.size();
        const bool isBetter = tryBook(std::move(cure), inTimber(first, past, other));
        const bool isLess = isBetter && m_stands.cures.back().unlaidMm2 < least - 1.0;
        inVain = isLess ? 0 : inVain + 1;
        if (isLess) least = m_stands.cures.back().unlaidMm2, best = m_stands.cures.back();
        m_stands.cures.resize(was);
        if (best && best->isWhole()) break;
      }
      if (best) m_stands.cures.push_back(std::move(*best));
    }
  }

  static std::string timberWords(std::size_t first, std::size_t past, const std::string& timber) {
    if (past == 1) return Trade::say("the garboard of %1", timber);
    if (past == first + 1) return Trade::say("strake %1 of %2", std::to_string(past), timber);
    return Trade::say("strakes %1 to %2 of %3", std::to_string(first + 1), std::to_string(past), timber);
  }

  /// Strakes of both sides, from `first` up to the one before `past`, of one timber.
  Result<Book> inTimber(std::size_t first, std::size_t past, const std::string& timber) const {
    Book edited = m_book;
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
      const Lining* lining = m_of.solved->liningOf(side);
      for (std::size_t i = first; lining != nullptr && i < std::min(past, lining->strakeCount()); ++i)
        edited = setStrakeSpecies(edited, lining->strakes[i].id, timber);
    }
    return edited;
  }

  /// Where the upper edge of the uppermost of them runs, against the water.
  std::string fallsWords(const Lining& lining, std::size_t count) const {
    if (!m_book.settings.waterline) return {};
    const Band band = lining.band(count - 1);
    const auto& sections = lining.frame.hull().sections;
    double low = 1e300, high = -1e300;
    for (std::size_t i = 0; i < sections.size(); ++i) {
      if (!lining.covers(count - 1, i)) continue;
      const double over = band.point(static_cast<double>(i), 1.0).z() - m_book.settings.waterline->mm();
      low = std::min(low, over);
      high = std::max(high, over);
    }
    if (low > high) return {};
    const auto words = [&](double mm) { return showLength(millimetres(std::abs(mm)), notation()); };
    if (low >= 0.0) return Trade::say("their upper edge runs %1 to %2 above the water", words(low), words(high));
    if (high <= 0.0) return Trade::say("their upper edge runs %1 to %2 below the water", words(high), words(low));
    return Trade::say("their upper edge runs from %1 below the water to %2 above it", words(low), words(high));
  }

  /// A strake more, or narrower where it is widest.
  void changePlan() {
    const Lining* lining = m_of.solved->liningOf(BoatSide::Starboard);
    const Weighing* weighing = m_of.solved->weighingOf(BoatSide::Starboard);
    if (lining == nullptr || weighing == nullptr) return;
    for (const PlanChange& change : planChanges(m_book, *lining, *weighing, BoatSide::Starboard)) {
      const auto cures = [&](Measure measure) {
        return std::find(change.cures.begin(), change.cures.end(), measure) != change.cures.end();
      };
      if (m_stop.stop_requested()) return;
      if (!cures(Measure::Width) && !cures(Measure::BoardWidth)) continue;
      StockCure cure;
      cure.kind = StockCureKind::PlanChanged;
      cure.words = change.words.words(lengthsIn(notation()));
      if (!isLinedAlike(m_book)) cure.falls = Trade::say("the plan of the starboard side");
      tryBook(std::move(cure), change.make(m_book, *lining));
    }
  }

  Notation notation() const { return m_book.settings.notation; }
  static std::string sideWords(BoatSide side) {
    return side == BoatSide::Port ? Trade::say("port") : Trade::say("starboard");
  }

  const StockAsked& m_of;
  const Book& m_book;
  const std::function<void(double)>& m_progress;
  const std::stop_token& m_stop;
  std::vector<WantedPiece> m_pieces;  ///< every plank of the boat, there or not
  StockStands m_stands;
};

}  // namespace

double StockCure::litresBought() const {
  double bought = 0.0;
  for (const BoardsToBuy& one : buy) bought += one.litres();
  return bought;
}

StockStands howStockStands(const StockAsked& asked, const std::function<void(double)>& progress,
                           const std::stop_token& stop) {
  return Standing(asked, progress, stop).stand();
}

}  // namespace narrows
