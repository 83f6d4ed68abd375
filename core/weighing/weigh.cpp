#include "weighing/weigh.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <numeric>

#include "plank/backing_out.h"
#include "plank/flat_bow.h"
#include "plank/lap_bevel.h"
#include "weighing/twist.h"

namespace narrows {

namespace {

/// Points of the middle line between two columns of the plank laid flat.
constexpr std::size_t middlePointsABetween = 1;
/// A scarf takes so many thicknesses of the board's length.
constexpr double scarfOfThickness = 8.0;
/// Wood lost either side of a plank on its board.
constexpr double sawLossMm = 6.0;
/// What a value beyond its limit adds to the score, and how far beyond is as bad as can be.
constexpr double mostBeyond = 4.0, beyondCost = 10.0;
/// And every mark that is in trouble, or wants another look.
constexpr double troubleCost = 3.0, lookCost = 0.75;
/// A board may be narrower than a plank by no more than this.
constexpr double leastOverMm = 0.01;
/// A step of more, up or down, is no worse.
constexpr double mostStep = 20.0;
/// Twist between stations is told beside theirs where it is more by this.
constexpr double leastMoreTwistDeg = 0.1;
/// What an unevenness of ends of 1, a mean step, a board's width again lost to sny, and a board again, add.
constexpr double unevenCost = 4.0, stepCost = 6.0, snyCost = 3.0, boardCost = 2.0;

/// A value as far as it is bad: a step down is as bad as one up.
double asBad(Measure measure, double value) {
  return measure == Measure::Step ? std::max(value, 1.0 / std::max(value, 1e-9)) : value;
}

class Weigher {
 public:
  Weigher(const WeighedPlan& of, const WeighingFigures& figures, const Weighing* before, const std::stop_token& stop)
      : m_of(of), m_lining(of.lining), m_figures(figures), m_before(before), m_stop(stop) {}

  Weighing make() {
    layLands();
    for (std::size_t k = 0; k < m_lining.strakeCount() && !m_stop.stop_requested(); ++k) weighStrake(k);
    if (!m_figures.stack.empty() && !m_stop.stop_requested()) weighOnStack();
    m_made.bowUneven = unevenness(true);
    m_made.sternUneven = unevenness(false);
    countSeamsThatCross();
    m_made.score = score();
    return std::move(m_made);
  }

 private:
  const Section& section(std::size_t i) const { return m_lining.frame.hull().sections[i]; }
  bool isStation(std::size_t i) const { return section(i).kind == SectionKind::Station; }

  void add(std::size_t k, std::optional<std::size_t> at, Measure measure, double value, bool judged = true) {
    Weighed row;
    row.strake = k;
    row.section = at;
    row.measure = measure;
    row.value = value;
    const auto limit = judged ? limitOf(measure, m_figures, m_lining.isBroad(k), m_widest, m_lengthMm) : std::nullopt;
    if (limit) {
      row.limit = limit->look;
      row.beyond = beyondLimit(measure, value, *limit);
      row.verdict = verdictBeyond(row.beyond);
    }
    m_made.look += row.verdict == Severity::LookAgain ? 1 : 0;
    m_made.trouble += row.verdict == Severity::Trouble ? 1 : 0;
    m_made.rows.push_back(row);
  }

  /// The lands at every station: found from below up, so for all strakes at once.
  void layLands() {
    m_lands.resize(m_lining.frame.sectionCount());
    if (m_figures.construction != Construction::Lapstrake) return;
    for (std::size_t i = 0; i < m_lands.size(); ++i) {
      if (isStation(i)) m_lands[i] = lapBevels(m_lining, i, m_of.make, m_figures.thicknessMm);
    }
  }

  const LapBevel* land(std::size_t k, std::size_t i) const {
    for (const LapBevel& one : m_lands[i]) {
      if (one.strake == k) return &one;
    }
    return nullptr;
  }

  std::shared_ptr<const StrakeBends> bendsOf(std::size_t k) const {
    const LinedStrake& of = m_lining.strakes[k];
    if (m_before != nullptr) {
      for (const auto& old : m_before->bends) {
        if (old->of.id != of.id) continue;
        if (old->hull == m_lining.frame.sharedHull() && old->plank == m_of.planks[k] && old->of.reach == of.reach &&
            old->of.lowerEdge == of.lowerEdge && old->of.upperEdge == of.upperEdge)
          return old;
      }
    }
    auto bends = std::make_shared<StrakeBends>();
    bends->of = of;
    bends->hull = m_lining.frame.sharedHull();
    bends->plank = m_of.planks[k];
    const Band band = m_lining.band(k);
    const TwistAlong twist(band);
    bends->mostTwistDeg = twist.worst().degAFoot;
    bends->mostTwistT = twist.worst().t;
    const std::size_t count = m_lining.frame.sectionCount();
    bends->hollowMm.resize(count);
    bends->rangeMm.resize(count);
    bends->twistDeg.resize(count);
    for (std::size_t i = 0; i < count; ++i) {
      if (!isStation(i) || !m_lining.covers(k, i)) continue;
      const auto t = static_cast<double>(i);
      bends->hollowMm[i] = hollowMm(band, t);
      bends->rangeMm[i] = offChord(band, t).rangeMm();
      bends->twistDeg[i] = twist.degAFootAt(t);
    }
    if (bends->plank != nullptr)
      bends->bowMm = greatestBowMm(bends->plank->map.line(0.5, middlePointsABetween), eightFeetMm);
    return bends;
  }

  void weighStrake(std::size_t k) {
    const auto bends = bendsOf(k);
    m_made.bends.push_back(bends);
    m_widest = 0.0;
    for (std::size_t i = 0; i < m_lining.frame.sectionCount(); ++i) {
      if (isStation(i) && m_lining.covers(k, i)) m_widest = std::max(m_widest, m_lining.widthMm(k, i));
    }
    const FlatPlank* plank = m_of.planks[k].get();
    m_lengthMm = plank != nullptr ? plank->boardLengthMm : 0.0;
    const bool whole = runsOut(k);
    if (m_widest <= 0.0 && plank != nullptr) m_widest = std::max(plank->foreEndMm, plank->aftEndMm);
    weighAtStations(k, *bends, whole);
    // Between stations, and at stem and transom, where it is more than at any of them.
    if (bends->mostTwistDeg > *std::max_element(bends->twistDeg.begin(), bends->twistDeg.end()) + leastMoreTwistDeg) {
      add(k, {}, Measure::Twist, bends->mostTwistDeg);
      m_made.rows.back().t = bends->mostTwistT;
    }
    if (plank != nullptr) weighPlank(k, *plank, *bends, whole);
  }

  /// What a strake measures station by station. `whole`: it runs from end to end.
  void weighAtStations(std::size_t k, const StrakeBends& bends, bool whole) {
    const auto atStations = [&](Measure measure, const auto& weighOne) {
      for (std::size_t i = 0; i < m_lining.frame.sectionCount(); ++i) {
        if (isStation(i) && m_lining.covers(k, i)) weighOne(measure, i);
      }
    };
    atStations(Measure::Width, [&](Measure m, std::size_t i) { add(k, i, m, m_lining.widthMm(k, i)); });
    atStations(Measure::Hollow, [&](Measure m, std::size_t i) { add(k, i, m, bends.hollowMm[i]); });
    // A lapped plank is straight across between its lands: nothing is backed out of it.
    const bool carvel = m_figures.construction == Construction::Carvel;
    atStations(Measure::Stock, [&](Measure m, std::size_t i) {
      add(k, i, m, m_figures.thicknessMm + m_figures.planingMm + (carvel ? bends.rangeMm[i] : 0.0));
    });
    atStations(Measure::Step, [&](Measure m, std::size_t i) {
      const auto under = m_lining.strakeBelow(k, static_cast<double>(i));
      if (!under) return;
      const double step = m_lining.widthMm(k, i) / std::max(m_lining.widthMm(*under, i), 1e-9);
      // Off the garboard and the broad strakes widths fall as they will; of one that is let in, or ends at a joint, it
      // is the nib that is judged.
      add(k, i, m, step, whole && runsOut(*under) && (!m_lining.isBroad(*under) || step > 1.0));
    });
    if (!carvel) {
      atStations(Measure::LapBevel, [&](Measure m, std::size_t i) {
        if (const LapBevel* one = land(k, i)) add(k, i, m, one->landRad * 180.0 / std::numbers::pi);
      });
      atStations(Measure::LandLeft, [&](Measure m, std::size_t i) {
        const auto under = m_lining.strakeBelow(k, static_cast<double>(i));
        const LapBevel *head = land(k, i), *foot = under ? land(*under, i) : nullptr;
        if (foot != nullptr && !foot->isHollow()) foot = nullptr;
        if (head == nullptr && foot == nullptr) return;
        add(k, i, m,
            std::min(head != nullptr ? head->leftMm : foot->footLeftMm,
                     foot != nullptr ? foot->footLeftMm : head->leftMm));
      });
    }
    atStations(Measure::Twist, [&](Measure m, std::size_t i) { add(k, i, m, bends.twistDeg[i]); });
  }

  /// What its plank measures, laid flat.
  void weighPlank(std::size_t k, const FlatPlank& plank, const StrakeBends& bends, bool whole) {
    add(k, {}, Measure::BoardWidth, plank.boardWidthMm);
    add(k, {}, Measure::BoardLength, plank.boardLengthMm);
    add(k, {}, Measure::Sny, plank.snyMm);
    add(k, {}, Measure::EdgeSet, bends.bowMm);
    add(k, {}, Measure::EndRatio, std::min(plank.foreEndMm, plank.aftEndMm) / std::max(m_widest, 1e-9), whole);
    const std::size_t last = m_lining.frame.sectionCount() - 1;
    std::optional<double> hood;
    if (section(0).isHood() && m_lining.covers(k, 0)) hood = plank.foreEndMm;
    if (section(last).isHood() && m_lining.covers(k, last))
      hood = std::min(hood.value_or(plank.aftEndMm), plank.aftEndMm);
    if (hood) add(k, {}, Measure::HoodEnd, *hood);
    const std::string named = m_of.plan.speciesOf(m_lining.strakes[k].id);
    m_onStack.push_back({named.empty() ? m_figures.plan.species : named, plank.boardLengthMm, plank.boardWidthMm,
                         greatestWidthMm(plank), stockMm(k)});
    m_rowOnStack.push_back(k);
    const double rate = movementRate(named.empty() ? m_figures.plan.species : named, m_figures.plan.sawn);
    add(k, {}, Measure::SeamMove, m_widest * rate * m_figures.moistureChange);
    countBoards(plank);
  }

  /// Whether it runs from end to end of the boat, and not into another strake.
  bool runsOut(std::size_t k) const {
    return m_lining.covers(k, 0) && m_lining.covers(k, m_lining.frame.sectionCount() - 1);
  }

  static double greatestWidthMm(const FlatPlank& plank) {
    double cut = 0.0;
    for (const PlankStation& station : plank.stations) cut = std::max(cut, station.asCutMm);
    return cut;
  }

  /// How thick a board of a strake has to be when it is planed.
  double stockMm(std::size_t k) const {
    double thick = m_figures.thicknessMm;
    for (const Weighed& row : m_made.rows) {
      if (row.strake == k && row.measure == Measure::Stock) thick = std::max(thick, row.value);
    }
    return thick;
  }

  /// Widths of boards against the widest there are, where the builder has said no width of his own; and how many are
  /// taken, which is told by the score alone: whether there are enough is for laying the planks to say.
  void weighOnStack() {
    int begun = 0, wanting = 0;
    const auto found =
        lookOnStack(m_figures.stack, m_onStack, scarfOfThickness * m_figures.thicknessMm, sawLossMm, &begun);
    const auto& own = m_figures.plan.limits;
    const bool isOwn = m_figures.plan.boardWidth || std::any_of(own.begin(), own.end(), [](const OwnLimit& one) {
                         return one.measure == Measure::BoardWidth;
                       });
    for (std::size_t i = 0; i < found.size(); ++i) {
      wanting += found[i].wanted - found[i].held;
      const auto row = std::find_if(m_made.rows.begin(), m_made.rows.end(), [&](const Weighed& one) {
        return one.strake == m_rowOnStack[i] && one.measure == Measure::BoardWidth;
      });
      if (row == m_made.rows.end() || isOwn) continue;
      m_made.look -= row->verdict == Severity::LookAgain ? 1 : 0;
      m_made.trouble -= row->verdict == Severity::Trouble ? 1 : 0;
      row->limit = found[i].widestMm;
      row->isOfStack = true;
      const double over = row->value - found[i].widestMm, share = over / std::max(row->value, 1.0);
      row->beyond = over > leastOverMm ? 1.0 + share : std::min(share, -leastOverMm);
      row->verdict = verdictBeyond(row->beyond);
      m_made.look += row->verdict == Severity::LookAgain ? 1 : 0;
      m_made.trouble += row->verdict == Severity::Trouble ? 1 : 0;
    }
    m_boards = begun + wanting;
    m_made.boards = static_cast<std::size_t>(begun) + static_cast<std::size_t>(wanting);
  }

  /// As many lengths as it needs, scarfed, each out of a board; two side by side where a board is wide enough.
  void countBoards(const FlatPlank& plank) {
    const double scarf = scarfOfThickness * m_figures.thicknessMm;
    const double rest = std::max(plank.boardLengthMm - m_figures.boardLengthMm, 0.0);
    const double each = std::max(m_figures.boardLengthMm - scarf, 1.0);
    const auto lengths = 1.0 + std::ceil(rest / each - 1e-9);
    // Each length is as much straighter as it is shorter.
    const double cut = greatestWidthMm(plank);
    const double bow = std::max(plank.boardWidthMm - cut, 0.0) / (lengths * lengths);
    const double side = std::max(m_figures.boardWidthMm / (cut + bow + sawLossMm), 0.25);
    m_boards += 2.0 * lengths / (side >= 2.0 ? std::floor(side) : std::min(side, 1.0));
    m_made.boards = static_cast<std::size_t>(std::ceil(m_boards - 1e-9));
    m_lost += cut > 0.0 ? std::max(plank.boardWidthMm - cut, 0.0) / cut : 0.0;
  }

  double unevenness(bool bow) const {
    const std::size_t end = bow ? 0 : m_lining.frame.sectionCount() - 1;
    std::vector<double> ends;
    for (std::size_t k = 0; k < m_lining.strakeCount(); ++k) {
      if (m_lining.covers(k, end) && m_of.planks[k] != nullptr)
        ends.push_back(bow ? m_of.planks[k]->foreEndMm : m_of.planks[k]->aftEndMm);
    }
    if (ends.size() < 2) return 0.0;
    const auto [least, most] = std::minmax_element(ends.begin(), ends.end());
    const double mean = std::accumulate(ends.begin(), ends.end(), 0.0) / static_cast<double>(ends.size());
    return (*most - *least) / std::max(mean, 1e-9);
  }

  void countSeamsThatCross() {
    if (!m_figures.waterlineMm) return;
    for (std::size_t line = 1; line + 1 < m_lining.lines.size(); ++line) {
      const PlankLine& of = m_lining.lines[line];
      double low = 1e300, high = -1e300;
      for (std::size_t i = 0; i < m_lining.frame.sectionCount(); ++i) {
        if (!of.isAt(i)) continue;
        const double z = m_lining.frame.sectionPoint(i, of.shares[i]).z();
        low = std::min(low, z), high = std::max(high, z);
      }
      m_made.seamsCrossWater += low < *m_figures.waterlineMm && high > *m_figures.waterlineMm ? 1 : 0;
    }
  }

  static double Weights::*weightOf(Measure measure) {
    switch (measure) {
      case Measure::Width:
      case Measure::Step:
      case Measure::SeamMove:
        return &Weights::widths;
      case Measure::EndRatio:
      case Measure::HoodEnd:
        return &Weights::ends;
      case Measure::Sny:
      case Measure::EdgeSet:
        return &Weights::sny;
      default:
        return &Weights::stock;
    }
  }

  /// Of every strake and measure the worst and the mean of what is beyond its limit, over the strakes; and what is
  /// never beyond a limit, but better less.
  double score() const {
    const Weights& weights = m_figures.plan.weights;
    const double strakes = std::max<double>(static_cast<double>(m_lining.strakeCount()), 1.0);
    double sum = 0.0;
    for (std::size_t i = 0; i < m_made.rows.size();) {
      const Weighed& row = m_made.rows[i];
      double worst = 0.0, all = 0.0, held = 0.0;
      for (; i < m_made.rows.size() && m_made.rows[i].strake == row.strake && m_made.rows[i].measure == row.measure;
           ++i)
        worst = std::max(worst, m_made.rows[i].beyond), all += std::clamp(m_made.rows[i].beyond, 0.0, mostBeyond),
        held += 1.0;
      sum += weights.*weightOf(row.measure) * beyondCost * 0.5 * (std::min(worst, mostBeyond) + all / held) / strakes;
    }
    double steps = 0.0, counted = 0.0;
    for (const Weighed& row : m_made.rows) {
      if (row.verdict)
        sum += weights.*weightOf(row.measure) * (row.verdict == Severity::Trouble ? troubleCost : lookCost) / strakes;
      // A strake that has no width somewhere is as bad as one that jumps many times.
      if (row.measure == Measure::Step)
        steps += std::abs(std::log(std::clamp(row.value, 1.0 / mostStep, mostStep))), counted += 1.0;
    }
    sum += weights.widths * stepCost * steps / std::max(counted, 1.0);
    sum += weights.ends * unevenCost * (m_made.bowUneven + m_made.sternUneven);
    sum += weights.sny * snyCost * m_lost / strakes;
    sum += weights.stock * boardCost * std::max(m_boards / std::max(2.0 * strakes, 1.0) - 1.0, 0.0);
    return sum;
  }

  const WeighedPlan& m_of;
  const Lining& m_lining;
  const WeighingFigures& m_figures;
  const Weighing* m_before;
  std::stop_token m_stop;
  Weighing m_made;
  std::vector<std::vector<LapBevel>> m_lands;  ///< of each section
  double m_widest = 0.0, m_lengthMm = 0.0;     ///< of the strake that is weighed
  double m_boards = 0.0, m_lost = 0.0;
  std::vector<PlankOnStack> m_onStack;
  std::vector<std::size_t> m_rowOnStack;  ///< the strake of each
};

}  // namespace

double beyondLimit(Measure measure, double value, const Limit& limit) {
  const double of = asBad(measure, value);
  const double over = isLeast(measure) ? limit.look - of : of - limit.look;
  const double range = isLeast(measure) ? limit.look - limit.trouble : limit.trouble - limit.look;
  if (range <= 0.0) return over > 0.0 ? 1.0 + over / std::max(std::abs(limit.look), 1e-9) : std::min(over, 0.0);
  return over / range;
}

std::optional<Severity> verdictBeyond(double beyond) {
  if (beyond <= 0.0) return std::nullopt;
  return beyond >= 1.0 ? Severity::Trouble : Severity::LookAgain;
}

const Weighed* Weighing::row(std::size_t strake, Measure measure, std::optional<std::size_t> section) const {
  for (const Weighed& one : rows) {
    if (one.strake == strake && one.measure == measure && one.section == section) return &one;
  }
  return nullptr;
}

const Weighed* Weighing::worst(Measure measure, std::optional<std::size_t> strake) const {
  const Weighed* found = nullptr;
  const auto badness = [measure](double value) {
    if (measure == Measure::Hollow) return std::abs(value);
    return isLeast(measure) ? -value : asBad(measure, value);
  };
  for (const Weighed& one : rows) {
    if (one.measure != measure || (strake && one.strake != *strake)) continue;
    if (found == nullptr || badness(one.value) > badness(found->value)) found = &one;
  }
  return found;
}

Weighing weigh(const WeighedPlan& of, const WeighingFigures& figures, const Weighing* before,
               const std::stop_token& stop) {
  return Weigher(of, figures, before, stop).make();
}

}  // namespace narrows
