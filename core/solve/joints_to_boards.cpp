#include "solve/joints_to_boards.h"

#include <algorithm>
#include <cmath>

#include "book/joining_edits.h"
#include "solve/joinery.h"
#include "solve/plank_at_bench.h"
#include "solve/wanted_pieces.h"

namespace narrows {

namespace {

constexpr int mostBays = 2;
/// What one joint in another place is laid anew in.
constexpr double secondsATrial = 0.3;

bool isBarredAt(const std::vector<BarredStretch>& barred, double mm) {
  constexpr double within = 0.5;
  return std::any_of(barred.begin(), barred.end(),
                     [&](const BarredStretch& one) { return mm > one.fromMm + within && mm < one.toMm - within; });
}

bool isOf(const WantedPiece& piece, const PlankJoint& joint) {
  return piece.of.kind == PieceKind::Plank && joint.isOf(piece.of.strake, piece.of.side);
}

/// The boat's answer with other joints: what else is of it stays.
Solved withJoints(const Solved& solved, const std::vector<PlankJoint>& joints) {
  Solved tried = solved;
  auto book = std::make_shared<Book>(*solved.book);
  book->joining.joints = joints;
  tried.book = std::move(book);
  return tried;
}

class JointMoving {
 public:
  JointMoving(const JointsToBoardsAsked& asked, const std::stop_token& stop)
      : m_of(asked),
        m_stop(stop),
        m_strakes(strakesToJoin(*asked.solved, false, stop)),
        m_joining(joiningMake(*asked.solved)),
        m_make(stockMake(*asked.solved->book)) {
    m_now.joints = asked.solved->book->joining.joints;
    m_now.pieces = asked.pieces;
    m_now.laid = asked.laid;
    m_now.stack = stackToLay(*asked.solved->book, m_now.pieces, asked.isAsked);
  }

  JointsToBoards moved(const std::function<void(double)>& progress) {
    double spent = 0.0;
    std::vector<PlankJoint> before = m_now.joints;
    const std::vector<std::size_t> order = inOrder();
    for (std::size_t i = 0; i < order.size() && spent < m_of.seconds && !m_stop.stop_requested(); ++i) {
      for (const int bays : {1, -1, mostBays, -mostBays}) {
        if (m_stop.stop_requested()) break;
        const auto to = placeOf(order[i], bays);
        if (!to) continue;
        spent += secondsATrial;
        if (tryAt(order[i], *to)) break;
      }
      if (progress) progress(static_cast<double>(i + 1) / static_cast<double>(order.size()));
    }
    for (std::size_t i = 0; i < before.size(); ++i) {
      if (before[i].at != m_now.joints[i].at) m_now.moved.push_back({before[i], m_now.joints[i].at});
    }
    return std::move(m_now);
  }

 private:
  /// Strakes keep their joints where a piece of theirs hangs, is cut, or lies where it was put by hand.
  bool mayMove(const PlankJoint& joint) const {
    if (joint.byHand || strakeOf(m_strakes, joint) == nullptr) return false;
    const Book& book = *m_of.solved->book;
    return std::all_of(m_now.pieces.begin(), m_now.pieces.end(), [&](const WantedPiece& piece) {
      return !isOf(piece, joint) || (findLaying(book, piece.of) == nullptr && !isThere(book, piece.of));
    });
  }

  std::vector<std::size_t> inOrder() const {
    std::vector<double> onBoard(m_now.stack.boards.size(), 0.0);
    for (const PieceOnBoard& one : m_now.laid.laid)
      onBoard[one.board] += std::abs(signedArea(m_now.stack.pieces[one.piece].outline));
    std::vector<std::pair<double, std::size_t>> order;
    for (std::size_t i = 0; i < m_now.joints.size(); ++i) {
      if (!mayMove(m_now.joints[i])) continue;
      double least = 1e300;
      for (const PieceOnBoard& one : m_now.laid.laid) {
        if (isOf(m_now.stack.pieces[one.piece], m_now.joints[i])) least = std::min(least, onBoard[one.board]);
      }
      for (const std::size_t piece : m_now.laid.unlaid) {
        if (isOf(m_now.stack.pieces[piece], m_now.joints[i])) least = 0.0;
      }
      order.emplace_back(least, i);
    }
    std::stable_sort(order.begin(), order.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<std::size_t> joints;
    for (const auto& [least, joint] : order) joints.push_back(joint);
    return joints;
  }

  /// So many bays aft of where it lies, where nothing bars it.
  std::optional<Length> placeOf(std::size_t joint, int bays) const {
    const double to = m_now.joints[joint].at.mm() + bays * m_joining.frames.spacingMm;
    if (isBarredAt(barredStretches(m_strakes, m_now.joints, joint, m_joining), to)) return std::nullopt;
    const StrakeToJoin* strake = strakeOf(m_strakes, m_now.joints[joint]);
    Book book = *m_of.solved->book;
    book.joining.joints = m_now.joints;
    if (!moveJoint(book, joint, millimetres(to), strake->run, m_joining)) return std::nullopt;
    return millimetres(to);
  }

  bool tryAt(std::size_t at, Length to) {
    std::vector<PlankJoint> joints = m_now.joints;
    const PlankJoint& was = m_now.joints[at];
    joints[at].at = to;
    const Solved tried = withJoints(*m_of.solved, joints);
    const std::vector<WantedPiece> own = wantedPlanksOf(tried, static_cast<std::size_t>(was.strake) - 1, was.side);
    JointsToBoards next;
    next.joints = std::move(joints);
    std::size_t taken = 0;
    for (const WantedPiece& piece : m_now.pieces) {
      if (!isOf(piece, was)) {
        next.pieces.push_back(piece);
      } else if (taken < own.size()) {
        next.pieces.push_back(own[taken++]);
      }
    }
    next.stack = stackToLay(*m_of.solved->book, next.pieces, m_of.isAsked);
    if (next.stack.pieces.size() != m_now.stack.pieces.size()) return false;
    // All that is not of the strake, nor was laid nowhere, stays where it lies for now.
    StackToLay rest = next.stack;
    rest.fixed.clear();
    for (const PieceOnBoard& one : m_now.laid.laid) {
      if (!isOf(m_now.stack.pieces[one.piece], was)) rest.fixed.push_back(one);
    }
    next.laid = layAll(requestOf(rest, m_make, m_of.goal, secondsATrial), m_stop);
    if (m_stop.stop_requested() || !next.laid.isBetterThan(m_now.laid)) return false;
    m_now = std::move(next);
    return true;
  }

  const JointsToBoardsAsked& m_of;
  const std::stop_token& m_stop;
  std::vector<StrakeToJoin> m_strakes;
  JoiningMake m_joining;
  StockMake m_make;
  JointsToBoards m_now;
};

}  // namespace

JointsToBoards jointsToBoards(const JointsToBoardsAsked& asked, const std::function<void(double)>& progress,
                              const std::stop_token& stop) {
  return JointMoving(asked, stop).moved(progress);
}

std::optional<PlankJoint> roomForJoint(const std::vector<StrakeToJoin>& strakes, const std::vector<PlankJoint>& joints,
                                       int strake, BoatSide side, double nearMm, const JoiningMake& make) {
  std::vector<double> middles;
  for (std::size_t i = 1; i < make.frames.atMm.size(); ++i)
    middles.push_back(0.5 * (make.frames.atMm[i - 1] + make.frames.atMm[i]));
  std::sort(middles.begin(), middles.end(),
            [&](double a, double b) { return std::abs(a - nearMm) < std::abs(b - nearMm); });
  std::vector<PlankJoint> with = joints;
  with.emplace_back();
  with.back().strake = strake;
  with.back().side = side;
  with.back().kind = make.kind;
  for (const double middle : middles) {
    with.back().at = millimetres(middle);
    const StrakeToJoin* of = strakeOf(strakes, with.back());
    if (of == nullptr) return std::nullopt;
    if (middle <= of->run.fromMm() || middle >= of->run.toMm()) continue;
    if (!isBarredAt(barredStretches(strakes, with, with.size() - 1, make), middle)) return with.back();
  }
  return std::nullopt;
}

}  // namespace narrows
