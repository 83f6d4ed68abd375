#include "joining/joints.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <random>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double sameMm = 0.5;
/// A piece is at least so many bays long.
constexpr double leastBays = 3.0;
constexpr std::size_t mostJoints = 10, mostArrangements = 3000;
/// Places tried before the search is given up, and begun again from other arrangements.
constexpr std::size_t mostSteps = 200000, mostRounds = 1500;

double leastPieceMm(const JoiningMake& make) {
  return std::max(leastBays * make.frames.spacingMm, 2.0 * make.jointLengthMm(make.kind, false));
}

/// A stretch along a plank where its bend bars a joint of a kind.
bool bends(const HeatedRun& run, JoinedBy kind) {
  return kind == JoinedBy::Butt ? run.heat >= Heat::Hard : run.heat >= Heat::Steam;
}

/// How far the middle of a butt must lie from the middle of a frame.
double clearOfFrameMm(const JoiningMake& make) {
  const ButtBlock block = buttBlock(make, 0.0);
  return 0.5 * make.frames.sidingMm + blockDrainMm + 0.5 * block.lengthMm;
}

/// The length of a plank's middle is that of its bending too, near enough: parts of it are the same.
double alongOf(const StrakeToJoin& strake, double bendingMm) {
  return strake.bending.lengthMm > 0.0 ? bendingMm / strake.bending.lengthMm * strake.run.lengthMm() : bendingMm;
}

/// What lies between two joints, or a joint and an end, on its board.
double pieceOnBoardMm(const StrakeToJoin& strake, const JointOnPlank* fore, const JointOnPlank* aft,
                      const JoiningMake& make) {
  const auto from = fore != nullptr ? std::optional(fore->fromMm() - make.marginMm) : std::nullopt;
  const auto to = aft != nullptr ? std::optional(aft->toMm() + make.marginMm) : std::nullopt;
  return pieceBoardMm(strake.run, strake.sawn, from, to);
}

}  // namespace

bool StrakeToJoin::isHard(double alongMm) const {
  return std::any_of(bending.runs.begin(), bending.runs.end(), [&](const HeatedRun& one) {
    return alongMm >= alongOf(*this, one.fromMm) && alongMm <= alongOf(*this, one.toMm);
  });
}

const StrakeToJoin* strakeOf(const std::vector<StrakeToJoin>& strakes, const PlankJoint& joint) {
  const auto found = std::find_if(strakes.begin(), strakes.end(),
                                  [&](const StrakeToJoin& one) { return joint.isOf(one.strake, one.side); });
  return found == strakes.end() ? nullptr : &*found;
}

JointOnPlank onPlank(const StrakeToJoin& strake, const PlankJoint& joint, const JoiningMake& make) {
  JointOnPlank on;
  on.joint = joint;
  on.alongMm = strake.run.alongAt(joint.at.mm());
  on.hard = strake.isHard(on.alongMm);
  on.lengthMm = make.jointLengthMm(joint.kind, on.hard);
  on.at = strake.run.pointAt(on.alongMm);
  on.along = strake.run.directionAt(on.alongMm);
  return on;
}

std::optional<JointBar> barBetween(const PlankJoint& one, const PlankJoint& other, const JoiningMake& make) {
  const double away = std::abs(one.at.mm() - other.at.mm());
  if (one.side != other.side) {
    if (one.strake == other.strake && away < make.frames.spacingMm - sameMm) return JointBar::Opposite;
    return std::nullopt;
  }
  const auto lie = make.stackOf(one.side).between(one.strake, one.at.mm(), other.strake, other.at.mm());
  if (!lie || *lie < 0) return std::nullopt;
  const int between = *lie;
  if (between == 0 && away < make.apartMm - sameMm) return JointBar::Neighbour;
  if (between > 0 && between < make.strakesBetween && away < make.frames.spacingMm - sameMm) return JointBar::SameBay;
  return std::nullopt;
}

namespace {

/// Gathers where one joint of a strake may not lie.
class BarredGatherer {
 public:
  BarredGatherer(const StrakeToJoin& strake, const PlankJoint& joint, const JoiningMake& make)
      : m_strake(strake), m_joint(joint), m_make(make) {}

  /// Of its own plank: in a bend that is too hard for its kind, or where a butt's block would lie on a frame.
  void byPlank() {
    const double half = 0.5 * m_make.jointLengthMm(m_joint.kind, false);
    for (const HeatedRun& one : m_strake.bending.runs) {
      if (bends(one, m_joint.kind))
        bar(JointBar::Bend, alongOf(m_strake, one.fromMm) - half, alongOf(m_strake, one.toMm) + half);
    }
    if (m_joint.kind != JoinedBy::Butt) return;
    const double clear = clearOfFrameMm(m_make) - sameMm;
    for (const double frame : m_make.frames.atMm) {
      if (frame > m_strake.run.fromMm() && frame < m_strake.run.toMm())
        m_barred.push_back({JointBar::Frame, frame - clear, frame + clear, {}});
    }
  }

  /// By the joints of other strakes: as far to either side as the limit between the two reaches; between two of one
  /// strake there is none.
  void byOthers(const std::vector<PlankJoint>& joints) {
    for (const PlankJoint& other : joints) {
      PlankJoint abreast = m_joint;
      abreast.at = other.at;
      const auto why = barBetween(abreast, other, m_make);
      if (!why) continue;
      const double away = (*why == JointBar::Neighbour ? m_make.apartMm : m_make.frames.spacingMm) - sameMm;
      m_barred.push_back({*why, other.at.mm() - away, other.at.mm() + away, other});
    }
  }

  /// By the pieces to either side of it: too short to be of use, or too long for a board. `fore`, `aft`: the joints of
  /// its own strake beside it; null where the plank ends there.
  void byPieces(const PlankJoint* fore, const PlankJoint* aft) {
    if (fore != nullptr) m_fore = onPlank(m_strake, *fore, m_make);
    if (aft != nullptr) m_aft = onPlank(m_strake, *aft, m_make);
    const double from = m_fore ? m_fore->alongMm : 0.0, to = m_aft ? m_aft->alongMm : m_strake.run.lengthMm();
    const double least = leastPieceMm(m_make);
    bar(JointBar::End, from, from + least);
    bar(JointBar::End, to - least, to);
    bar(JointBar::Board, reach(true, from, to), to);
    bar(JointBar::Board, from, reach(false, from, to));
  }

  std::vector<BarredStretch> take() { return std::move(m_barred); }

 private:
  void bar(JointBar why, double fromAlong, double toAlong) {
    if (toAlong > fromAlong)
      m_barred.push_back({why, m_strake.run.distanceAt(fromAlong), m_strake.run.distanceAt(toAlong), {}});
  }

  /// The board of the piece forward of it, or aft, were it that far along.
  double boardAt(bool forward, double along) const {
    PlankJoint at = m_joint;
    at.at = millimetres(m_strake.run.distanceAt(along));
    const JointOnPlank here = onPlank(m_strake, at, m_make);
    return forward ? pieceOnBoardMm(m_strake, m_fore ? &*m_fore : nullptr, &here, m_make)
                   : pieceOnBoardMm(m_strake, &here, m_aft ? &*m_aft : nullptr, m_make);
  }

  /// How far aft it may lie before the piece forward of it is too long for a board, or how far forward.
  double reach(bool forward, double from, double to) const {
    // A piece grows by as much as its joint is moved, but for the slant of its ends.
    double at = forward ? to : from;
    constexpr int tries = 4;
    for (int i = 0; i < tries; ++i) {
      const double over = boardAt(forward, at) - m_make.boardLengthMm;
      if (i == 0 && over <= 0.0) return at;
      at = std::clamp(at + (forward ? -over : over), from, to);
    }
    return at;
  }

  const StrakeToJoin& m_strake;
  const PlankJoint& m_joint;
  const JoiningMake& m_make;
  std::optional<JointOnPlank> m_fore, m_aft;
  std::vector<BarredStretch> m_barred;
};

}  // namespace

std::vector<BarredStretch> barredStretches(const std::vector<StrakeToJoin>& strakes,
                                           const std::vector<PlankJoint>& joints, std::size_t moved,
                                           const JoiningMake& make) {
  const PlankJoint& joint = joints[moved];
  const StrakeToJoin* strake = strakeOf(strakes, joint);
  if (strake == nullptr) return {};
  const PlankJoint *fore = nullptr, *aft = nullptr;
  for (const PlankJoint& other : joints) {
    if (&other == &joint || !other.isOf(joint.strake, joint.side)) continue;
    if (other.at.mm() < joint.at.mm() && (fore == nullptr || other.at.mm() > fore->at.mm())) fore = &other;
    if (other.at.mm() >= joint.at.mm() && (aft == nullptr || other.at.mm() < aft->at.mm())) aft = &other;
  }
  BarredGatherer barred(*strake, joint, make);
  barred.byPlank();
  barred.byOthers(joints);
  barred.byPieces(fore, aft);
  return barred.take();
}

namespace {

/// Joints of one strake, as distances along the boat.
using Arrangement = std::vector<double>;

/// All ways to join one strake out of the boards, the most even first.
class Arranger {
 public:
  Arranger(const StrakeToJoin& strake, const JoiningMake& make) : m_strake(strake), m_make(make) {}

  /// Whether there are more than were given: evenly chosen of all, and the most even of those first.
  bool isSampled() const { return m_isSampled; }

  Result<std::vector<Arrangement>> arrange() {
    std::vector<Arrangement> ways = waysWith(m_make.boardLengthMm);
    if (!ways.empty()) return ways;
    // What would do: boards a foot longer, and so on.
    constexpr double longerMm = 12.0 * mmPerInch;
    double enough = m_make.boardLengthMm;
    while (enough < m_strake.run.lengthMm() + 2.0 * longerMm && waysWith(enough).empty()) enough += longerMm;
    return fail(Fault::NoBoardLongEnough, {0, 0, Trade::say("strake %1 %2", m_strake.strake, sideWords(m_strake.side))},
                {said(m_strake.run.lengthMm()), saidAtMost(m_make.boardLengthMm), saidAtLeast(enough)});
  }

 private:
  /// None where there is none.
  std::vector<Arrangement> waysWith(double boardMm) {
    m_boardMm = boardMm;
    if (pieceOnBoardMm(m_strake, nullptr, nullptr, m_make) <= boardMm) return {{}};
    for (const bool inBends : {false, true}) {
      gather(inBends);
      for (std::size_t joints = 1; joints <= mostJoints; ++joints) {
        if (static_cast<double>(joints + 1) * boardMm < m_strake.run.lengthMm()) continue;
        m_found.clear();
        gatherWays(joints);
        if (m_found.empty()) continue;
        std::stable_sort(m_found.begin(), m_found.end(),
                         [](const auto& a, const auto& b) { return a.first < b.first - 1e-6; });
        std::vector<Arrangement> all;
        for (auto& [longest, one] : m_found) all.push_back(std::move(one));
        return all;
      }
    }
    return {};
  }

  void gather(bool inBends) {
    m_places.clear();
    const PlankRun& run = m_strake.run;
    const auto& frames = m_make.frames.atMm;
    const double least = leastPieceMm(m_make);
    for (std::size_t i = 0; i + 1 < frames.size(); ++i) {
      const double x = 0.5 * (frames[i] + frames[i + 1]);
      if (x <= run.fromMm() || x >= run.toMm()) continue;
      PlankJoint joint;
      joint.at = millimetres(x);
      joint.kind = m_make.kind;
      const JointOnPlank on = onPlank(m_strake, joint, m_make);
      if (on.alongMm < least || on.alongMm > run.lengthMm() - least) continue;
      const bool bent = std::any_of(m_strake.bending.runs.begin(), m_strake.bending.runs.end(), [&](const auto& one) {
        return bends(one, m_make.kind) && on.toMm() >= alongOf(m_strake, one.fromMm) &&
               on.fromMm() <= alongOf(m_strake, one.toMm);
      });
      if (!bent || inBends) m_places.push_back(on);
    }
    m_boards.assign((m_places.size() + 1) * (m_places.size() + 1), -1.0);
    m_ways.clear();
  }

  /// The board between two places; the plank's own ends are place `m_places.size()`.
  double board(std::size_t fore, std::size_t aft) {
    double& known = m_boards[fore * (m_places.size() + 1) + aft];
    if (known < 0.0) {
      known = pieceOnBoardMm(m_strake, fore < m_places.size() ? &m_places[fore] : nullptr,
                             aft < m_places.size() ? &m_places[aft] : nullptr, m_make);
    }
    return known;
  }

  /// Whether the piece between two places is long enough, and there is a board for it. The plank's own ends as above.
  bool isPiece(std::size_t fore, std::size_t aft) {
    const std::size_t end = m_places.size();
    if (fore < end && aft < end && m_places[aft].alongMm - m_places[fore].alongMm < leastPieceMm(m_make)) return false;
    return board(fore, aft) <= m_boardMm;
  }

  /// How many ways there are to place so many more joints aft of a place. Counted as a double: there may be more than a
  /// whole number holds.
  double waysFrom(std::size_t fore, std::size_t left) {
    const std::size_t end = m_places.size();
    if (left == 0) return isPiece(fore, end) ? 1.0 : 0.0;
    const auto [known, isNew] = m_ways.try_emplace({fore, left}, 0.0);
    if (!isNew) return known->second;
    double ways = 0.0;
    for (std::size_t i = fore == end ? 0 : fore + 1; i < end; ++i) {
      if (isPiece(fore, i)) ways += waysFrom(i, left - 1);
    }
    return m_ways[{fore, left}] = ways;
  }

  /// The way of so many joints that stands at `rank` when all are told in order, the foremost first.
  void take(std::size_t joints, double rank) {
    const std::size_t end = m_places.size();
    std::vector<std::size_t> chosen;
    std::size_t fore = end;
    for (std::size_t left = joints; left > 0; --left) {
      std::size_t last = end;
      for (std::size_t i = fore == end ? 0 : fore + 1; i < end; ++i) {
        const double ways = isPiece(fore, i) ? waysFrom(i, left - 1) : 0.0;
        if (ways <= 0.0) continue;
        last = i;
        if (rank < ways) break;
        rank -= ways;
      }
      if (last == end) return;
      chosen.push_back(last);
      fore = last;
    }
    Arrangement one;
    double longest = board(fore, end);
    for (std::size_t i = 0; i < chosen.size(); ++i) {
      one.push_back(m_places[chosen[i]].joint.at.mm());
      longest = std::max(longest, board(i == 0 ? end : chosen[i - 1], chosen[i]));
    }
    m_found.emplace_back(longest, std::move(one));
  }

  void gatherWays(std::size_t joints) {
    const double all = waysFrom(m_places.size(), joints);
    m_isSampled = all > static_cast<double>(mostArrangements);
    const double step = m_isSampled ? all / static_cast<double>(mostArrangements) : 1.0;
    for (double rank = 0.5 * (step - 1.0); rank < all; rank += step) take(joints, std::floor(rank));
  }

  const StrakeToJoin& m_strake;
  const JoiningMake& m_make;
  std::vector<JointOnPlank> m_places;
  std::vector<double> m_boards;
  double m_boardMm = 0.0;
  std::map<std::pair<std::size_t, std::size_t>, double> m_ways;  ///< by the place before, and how many joints are left
  bool m_isSampled = false;
  std::vector<std::pair<double, Arrangement>> m_found;
};

/// One strake while the boat's joints are looked for.
struct Searched {
  int strake = 1;
  BoatSide side = BoatSide::Starboard;
  std::vector<Arrangement> ways;
  std::size_t chosen = 0;
};

class Searcher {
 public:
  Searcher(std::vector<Searched> strakes, const JoiningMake& make, const std::stop_token& stop)
      : m_strakes(std::move(strakes)), m_make(make), m_stop(stop) {
    for (std::size_t i = 0; i < m_strakes.size(); ++i) {
      m_beside.emplace_back();
      for (std::size_t j = 0; j < m_strakes.size(); ++j) {
        if (i == j) continue;
        const int one = m_strakes[i].strake, other = m_strakes[j].strake;
        const bool sameSide = m_strakes[i].side == m_strakes[j].side;
        const auto between = m_make.stackOf(m_strakes[i].side).fewestBetween(one, other);
        if (sameSide ? between && *between < std::max(m_make.strakesBetween, 1) : one == other)
          m_beside[i].push_back(j);
      }
    }
  }

  /// Tries all, in order. True where one keeps every limit; `m_steps` tells whether all were tried.
  bool tryAll() {
    m_steps = 0;
    return place(0);
  }
  bool searchedAll() const { return m_steps < mostSteps; }

  /// From where things stand, one strake after another is given the arrangement that the others have least against.
  /// How many pairs are left that stand against each other.
  std::size_t settle() {
    std::mt19937 random(7);
    std::vector<std::size_t> best;
    double least = 1e300;
    for (std::size_t round = 0; round < mostRounds && least > 0.0 && !m_stop.stop_requested(); ++round) {
      std::vector<std::size_t> troubled;
      double all = 0.0;
      for (std::size_t i = 0; i < m_strakes.size(); ++i) {
        const double mine = against(i, m_strakes[i].chosen, m_strakes.size());
        all += mine;
        if (mine > 0.0) troubled.push_back(i);
      }
      if (all < least - 1e-9) {
        least = all;
        best.clear();
        for (const Searched& one : m_strakes) best.push_back(one.chosen);
      }
      if (troubled.empty()) break;
      const std::size_t i = troubled[random() % troubled.size()];
      double easiest = 1e300;
      std::size_t ties = 0;
      for (std::size_t way = 0; way < m_strakes[i].ways.size(); ++way) {
        const double mine = against(i, way, m_strakes.size());
        if (mine > easiest + 1e-9) continue;
        ties = mine < easiest - 1e-9 ? 1 : ties + 1;
        easiest = mine;
        if (random() % ties == 0) m_strakes[i].chosen = way;
      }
      // Now and then anything, so that it does not go round in a ring.
      if (random() % 50 == 0) m_strakes[i].chosen = random() % m_strakes[i].ways.size();
    }
    for (std::size_t i = 0; i < best.size(); ++i) m_strakes[i].chosen = best[i];
    return pairsAgainst();
  }

  const std::vector<Searched>& strakes() const { return m_strakes; }

 private:
  PlankJoint joint(const Searched& of, double at) const {
    return {of.strake, of.side, millimetres(at), m_make.kind, false};
  }

  /// What the joints of the strakes before `upTo` have against a strake joined in a way: of each that stands against
  /// one of its own a little, and more the nearer they lie.
  double against(std::size_t strake, std::size_t way, std::size_t upTo) const {
    double sum = 0.0;
    for (const std::size_t other : m_beside[strake]) {
      if (other >= upTo) continue;
      for (const double a : m_strakes[strake].ways[way]) {
        for (const double b : m_strakes[other].ways[m_strakes[other].chosen]) {
          const auto bar = barBetween(joint(m_strakes[strake], a), joint(m_strakes[other], b), m_make);
          if (!bar) continue;
          constexpr double least = 0.3;
          const double limit = *bar == JointBar::Neighbour ? m_make.apartMm : m_make.frames.spacingMm;
          sum += least + (1.0 - std::abs(a - b) / limit) * (*bar == JointBar::Neighbour ? 2.0 : 1.0);
        }
      }
    }
    return sum;
  }

  std::size_t pairsAgainst() const {
    std::size_t pairs = 0;
    for (std::size_t i = 0; i < m_strakes.size(); ++i) {
      for (const std::size_t j : m_beside[i]) {
        if (j > i) continue;
        for (const double a : m_strakes[i].ways[m_strakes[i].chosen]) {
          for (const double b : m_strakes[j].ways[m_strakes[j].chosen])
            pairs += barBetween(joint(m_strakes[i], a), joint(m_strakes[j], b), m_make) ? 1 : 0;
        }
      }
    }
    return pairs;
  }

  bool place(std::size_t strake) {
    if (strake == m_strakes.size()) return true;
    for (std::size_t way = 0; way < m_strakes[strake].ways.size(); ++way) {
      if (++m_steps >= mostSteps || m_stop.stop_requested()) return false;
      if (against(strake, way, strake) > 0.0) continue;
      m_strakes[strake].chosen = way;
      if (place(strake + 1)) return true;
    }
    return false;
  }

  std::vector<Searched> m_strakes;
  const JoiningMake& m_make;
  const std::stop_token& m_stop;
  std::vector<std::vector<std::size_t>> m_beside;
  std::size_t m_steps = 0;
};

}  // namespace

PlannedJoints planJoints(const std::vector<StrakeToJoin>& strakes, const std::vector<PlankJoint>& now,
                         const JoiningMake& make, const std::stop_token& stop) {
  PlannedJoints planned;
  std::vector<Searched> searched;
  bool sampled = false;
  for (const StrakeToJoin& strake : strakes) {
    if (stop.stop_requested()) return planned;
    Searched one{strake.strake, strake.side, {}, 0};
    Arrangement kept;
    bool byHand = false;
    for (const PlankJoint& joint : now) {
      if (!joint.isOf(strake.strake, strake.side)) continue;
      kept.push_back(joint.at.mm());
      byHand = byHand || joint.byHand;
    }
    if (byHand) {
      one.ways = {kept};
    } else if (Arranger arranger(strake, make); auto ways = arranger.arrange()) {
      one.ways = std::move(*ways);
      sampled = sampled || arranger.isSampled();
    } else {
      planned.problems.insert(planned.problems.end(), ways.error().begin(), ways.error().end());
      one.ways = {Arrangement()};
    }
    searched.push_back(std::move(one));
  }
  // A strake and its twin one after the other, from the garboard up: what stands against a strake is near before it.
  std::stable_sort(searched.begin(), searched.end(),
                   [](const Searched& a, const Searched& b) { return a.strake < b.strake; });
  Searcher searcher(std::move(searched), make, stop);
  if (!searcher.tryAll()) {
    planned.searchedAll = searcher.searchedAll() && !sampled;
    planned.barred = searcher.settle();
  }
  // What is put by hand stays, on a strake that has no plank just now too.
  for (const PlankJoint& was : now) {
    if (was.byHand && strakeOf(strakes, was) == nullptr) planned.joints.push_back(was);
  }
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    for (const Searched& one : searcher.strakes()) {
      if (one.side != side) continue;
      for (const double at : one.ways[one.chosen]) {
        PlankJoint joint{one.strake, one.side, millimetres(at), make.kind, false};
        for (const PlankJoint& was : now) {
          if (was.byHand && was.isOf(joint.strake, joint.side) && std::abs(was.at.mm() - at) < 1e-9) joint = was;
        }
        planned.joints.push_back(joint);
      }
    }
  }
  return planned;
}

}  // namespace narrows
