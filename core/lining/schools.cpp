#include "lining/schools.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>

#include "lining/straight_run.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr std::array<std::pair<School, const char*>, 6> schoolWords{{{School::Equal, "equal"},
                                                                     {School::Middle, "middle"},
                                                                     {School::Sheer, "sheer"},
                                                                     {School::Waterline, "waterline"},
                                                                     {School::StraightRun, "straight-run"},
                                                                     {School::TopsFirst, "tops-first"}}};

/// Shares at which the middle section is asked how it bends.
constexpr std::size_t looksAcross = 60;
/// Thickness that may be lost to backing out where nothing is known of the stock, mm: an eighth.
constexpr double backingOutMm = 3.2;
/// A garboard may be so much wider than what the roundness beside it gives.
constexpr double garboardAllowance = 1.25;
/// What a rub rail hides where nothing is said.
constexpr double usualRailInches = 1.25;
/// Strakes of a zone may be this much narrower or wider than an equal part of the girth before a guide runs on as a
/// batten.
constexpr double narrowestPart = 0.72, widestPart = 1.32;
/// And no wider than this many times what the stock gives.
constexpr double wideOfStock = 1.03;
/// Rounds of evening out hood ends, how far each goes, and when they are even enough, of their mean.
constexpr int mostEvenings = 40;
/// And rounds for all the numbers of strakes that are tried, of which there are so many at most: a school answers at
/// once.
constexpr int mostEveningsInAll = 160, mostFewer = 4;
/// A strake whose upper line would leave forward along a raked stem is given so much more at a time, until each of a
/// few looks along the line finds it further away.
constexpr double moreOfStem = 1.06, leastAwayMm = 0.5;
constexpr double hoodMargin = 1.02;
constexpr double evenStep = 0.6, evenEnough = 0.04;

class PlanMaker {
 public:
  PlanMaker(const GirthFrame& frame, const SchoolAnswers& answers, const std::vector<StationId>& ids,
            const ShopFigures& usual, const PlankingFigures& planking, const std::stop_token& stop)
      : m_frame(frame),
        m_answers(answers),
        m_ids(ids),
        m_usual(usual),
        m_planking(planking),
        m_stop(stop),
        m_master(frame.greatestSection()),
        m_girth(frame.girthMm(m_master)),
        m_widest(answers.widest.value_or(usual.widest).mm()) {}

  Result<LiningPlan> make(School school) {
    // One asked for is kept; else fewer are tried where the ends would hold no fastenings.
    const int wanted = m_answers.strakes.value_or(usualCount());
    const int fewest =
        m_answers.strakes ? wanted : std::max(fewestStrakes, static_cast<int>(std::ceil(m_girth / m_widest)));
    Result<LiningPlan> best = fail(Fault::StrakeCount, {}, {std::to_string(wanted)});
    for (int count = wanted; count >= std::max(std::min(fewest, wanted), wanted - mostFewer); --count) {
      if (m_stop.stop_requested()) return fail(Fault::Stopped);
      auto plan = makeOf(school, count);
      if (!plan && !best) best = plan;
      if (!plan) continue;
      evenHoodEnds(*plan);
      const auto lining = line(*plan);
      if (!lining && !best) best = tl::make_unexpected(lining.error());
      if (!lining) continue;
      const bool holds = leastHoodEnd(*lining) >= m_usual.leastHoodEnd.mm() - 0.05;
      if (!best || holds) best = plan;
      if (holds) break;
    }
    return best;
  }

 private:
  int usualCount() const {
    const double usual = 0.5 * (m_usual.narrowest.mm() + m_widest);
    return std::clamp(static_cast<int>(std::lround(m_girth / usual)), fewestStrakes, mostStrakes);
  }

  Result<Lining> line(const LiningPlan& plan) const { return lineOff(m_frame, plan, m_ids, m_planking); }

  static LiningPlan bare(int count) {
    LiningPlan plan;
    for (int k = 0; k < count; ++k) plan.strakes.push_back({k + 1});
    for (int k = 0; k <= count; ++k) plan.lines.push_back({count + k + 1});
    return plan;
  }

  Result<LiningPlan> makeOf(School school, int count) {
    LiningPlan plan = bare(count);
    switch (school) {
      case School::Equal:
        break;
      case School::Middle:
        shapeByMiddle(plan);
        break;
      case School::Sheer:
        followSheer(plan);
        break;
      case School::Waterline:
        if (auto level = lookLevel(plan); !level) return tl::make_unexpected(level.error());
        break;
      case School::StraightRun:
        if (auto straight = runStraight(plan); !straight) return tl::make_unexpected(straight.error());
        break;
      case School::TopsFirst:
        topsFirst(plan);
        break;
    }
    if (const auto lining = line(plan); !lining) return tl::make_unexpected(lining.error());
    return plan;
  }

  /// Curvature of the middle section at a share, 1/mm, positive where its outside is round.
  double roundness(double share) const {
    const SurfaceBend bend = m_frame.bend(static_cast<double>(m_master), share);
    return bend.along(m_frame.evaluate(static_cast<double>(m_master), share).up.normalized());
  }

  /// The share of the middle section about which it turns hardest: the turn of the bilge.
  double turnOfBilge() const {
    double least = 0.3, most = 0.65, best = 0.5, hardest = 0.0;
    for (std::size_t i = 0; i <= looksAcross; ++i) {
      const double share = least + (most - least) * static_cast<double>(i) / looksAcross;
      const double turn = roundness(share);
      if (turn > hardest) hardest = turn, best = share;
    }
    return best;
  }

  /// Strakes above the turn of the bilge.
  int topsOf(int count) const {
    const int above = static_cast<int>(std::lround((1.0 - turnOfBilge()) * count));
    return std::clamp(m_answers.tops.value_or(above), 2, count - 1);
  }

  /// The width of a strake that roundness allows. Carvel: w^2 / (8 R) is what a plank of width w must be thicker by.
  /// Lapped: the next one turns by w / R, and its land, planed by so much over the lap, is to leave half of the edge.
  double widestFor(double round) const {
    if (m_planking.construction == Construction::Lapstrake && m_planking.lapMm > 0.0)
      return std::atan(0.5 * m_planking.thicknessMm / m_planking.lapMm) / round;
    return std::sqrt(8.0 * backingOutMm / round);
  }

  /// Widths at the middle as its roundness allows.
  void shapeByMiddle(LiningPlan& plan) const {
    const std::size_t count = plan.strakes.size();
    std::vector<double> sum{0.0};
    const double narrow = m_usual.narrowest.mm(), wide = std::max(m_widest, narrow);
    std::vector<double> width;
    for (std::size_t i = 0; i <= looksAcross; ++i) {
      const double share = (static_cast<double>(i) + 0.5) / (looksAcross + 1);
      const double round = std::max(std::abs(roundness(share)), 1e-7);
      double one = std::clamp(widestFor(round), narrow, wide);
      if (share * static_cast<double>(count) < 1.0) one *= garboardAllowance;
      width.push_back(one);
    }
    // A strake's width is that of all it covers: evened over half a strake to either side.
    const auto reach = static_cast<std::ptrdiff_t>(looksAcross / (2 * count) + 1);
    for (std::ptrdiff_t i = 0; i < static_cast<std::ptrdiff_t>(width.size()); ++i) {
      double mean = 0.0, held = 0.0;
      for (std::ptrdiff_t j = std::max<std::ptrdiff_t>(0, i - reach);
           j <= std::min<std::ptrdiff_t>(i + reach, static_cast<std::ptrdiff_t>(width.size()) - 1); ++j)
        mean += width[static_cast<std::size_t>(j)], held += 1.0;
      sum.push_back(sum.back() + held / mean);
    }
    Zone& zone = plan.zones.front();
    zone.rule = LiningRule::Diminishing;
    double before = 0.0;
    for (std::size_t k = 1; k <= count; ++k) {
      const double wanted = sum.back() * static_cast<double>(k) / static_cast<double>(count);
      const auto after = std::lower_bound(sum.begin() + 1, sum.end() - 1, wanted);
      const double part = (wanted - *(after - 1)) / (*after - *(after - 1));
      const double share =
          k == count ? 1.0
                     : (static_cast<double>(after - sum.begin()) - 1.0 + part) / static_cast<double>(sum.size() - 1);
      zone.widths.push_back(millimetres((share - before) * m_girth));
      before = share;
    }
  }

  /// Sections between which something holds about the middle, the end sections left to a batten.
  template <typename Holds>
  std::pair<std::size_t, std::size_t> stretch(const Holds& holds) const {
    const std::size_t last = m_ids.size() - 1;
    std::size_t from = m_master, to = m_master;
    while (from > 1 && holds(from - 1)) --from;
    while (to + 2 <= last && to + 1 < last && holds(to + 1)) ++to;
    if (from == to) from > 1 || to == last ? --from : ++to;
    return {from, to};
  }

  Guide guide(const LiningPlan& plan, std::size_t line, GuideKind kind, const std::string& name) const {
    Guide made;
    made.line = plan.lines[line];
    made.kind = kind;
    made.name = name;
    made.share = static_cast<double>(line) / static_cast<double>(plan.strakes.size());
    return made;
  }

  /// A guide is true over a stretch; beyond it a batten runs out to even ends.
  void holdBetween(Guide& guide, std::pair<std::size_t, std::size_t> stretch, std::size_t line,
                   std::size_t count) const {
    guide.from = m_ids[stretch.first];
    guide.to = m_ids[stretch.second];
    guide.atBow = guide.atStern = static_cast<double>(line) / static_cast<double>(count);
  }

  void followSheer(LiningPlan& plan) const {
    const std::size_t count = plan.strakes.size();
    const auto tops = static_cast<std::size_t>(topsOf(static_cast<int>(count)));
    const std::size_t line = count - tops;
    const double width = m_girth / static_cast<double>(count);
    const double least = narrowestPart * width * static_cast<double>(line);
    const auto over =
        stretch([&](std::size_t i) { return m_frame.girthMm(i) - width * static_cast<double>(tops) >= least; });
    Guide made = guide(plan, line, GuideKind::Parallel, Trade::say("foot of the sheer's sweep"));
    made.of = plan.lines.back();
    made.away = millimetres(-width * static_cast<double>(tops));
    holdBetween(made, over, line, count);
    plan.guides = {made};
    Zone above;
    above.rule = LiningRule::Parallel;
    above.fromAbove = true;
    above.width = millimetres(width);
    above.from = made.from, above.to = made.to;
    plan.zones = {Zone{}, above};
  }

  /// Whether the strakes above and below a line come out usable at a section.
  bool dividesWell(std::size_t section, double share, std::size_t line, std::size_t count) const {
    const double below = share * static_cast<double>(count) / static_cast<double>(line);
    const double above = (1.0 - share) * static_cast<double>(count) / static_cast<double>(count - line);
    const double even = m_frame.girthMm(section) / static_cast<double>(count);
    const double most = std::max(wideOfStock * m_widest / even, 1.05);
    return std::min(below, above) >= narrowestPart && std::max(below, above) <= std::min(widestPart, most);
  }

  /// A line that a guide would be put on, how far along the boat it divides the girth well, and how good that is.
  struct Divided {
    std::size_t line = 0;
    std::pair<std::size_t, std::size_t> over;
    bool whole = false;  ///< and at both ends too
    double worth = -1e9;
  };

  /// The best line for a guide that lies at `shareAt` of each section, none where it does not cross it: as long as may
  /// be where the strakes below and above come out usable, as even as may be, and near the turn of the bilge.
  template <typename ShareAt>
  Divided divided(const ShareAt& shareAt, std::size_t count, double turn) const {
    Divided best;
    const std::optional<double> there = shareAt(m_master);
    if (!there) return best;
    const auto near = std::lround(*there * static_cast<double>(count));
    for (long line = std::max(1L, near - 1); line <= std::min(near + 1, static_cast<long>(count) - 1); ++line) {
      Divided one;
      one.line = static_cast<std::size_t>(line);
      const auto good = [&](std::size_t i) {
        const std::optional<double> share = shareAt(i);
        return share && dividesWell(i, *share, one.line, count);
      };
      if (!good(m_master)) continue;
      one.over = stretch(good);
      one.whole = one.over.first == 1 && one.over.second + 2 == m_ids.size() && good(0) && good(m_ids.size() - 1);
      double uneven = 0.0;
      for (std::size_t i = one.over.first; i <= one.over.second; ++i) {
        const double share = shareAt(i).value_or(0.5);
        const double even = static_cast<double>(line) / static_cast<double>(count);
        uneven = std::max({uneven, std::abs(std::log(share / even)), std::abs(std::log((1.0 - share) / (1.0 - even)))});
      }
      const auto x = [&](std::size_t i) { return m_frame.sectionPoint(i, 0.5).x(); };
      const double length = (x(one.over.second) - x(one.over.first)) / (x(m_ids.size() - 1) - x(0));
      one.worth = length - 0.5 * uneven - 0.5 * std::abs(*there - turn) + (one.whole ? 0.2 : 0.0);
      if (one.worth > best.worth) best = one;
    }
    return best;
  }

  Result<void> lookLevel(LiningPlan& plan) const {
    const std::size_t count = plan.strakes.size();
    const auto t = static_cast<double>(m_master);
    std::vector<double> heights;
    if (m_answers.waterline) {
      heights.push_back(m_answers.waterline->mm());
      if (!m_frame.shareAtHeight(t, heights.front())) {
        return fail(
            Fault::WidthsDoNotFit, {},
            {Trade::say(
                "a waterline at %1 does not cross her middle section, which stands from %2 to %3; give one between.",
                said(heights.front()), saidAtLeast(m_frame.point(t, 0.0).z()), saidAtMost(m_frame.point(t, 1.0).z()))});
      }
    } else {
      for (double share = 0.3; share <= 0.75; share += 0.025) heights.push_back(m_frame.point(t, share).z());
    }
    Divided best;
    double height = 0.0;
    for (const double one : heights) {
      const Divided found = divided([&](std::size_t i) { return m_frame.shareAtHeight(static_cast<double>(i), one); },
                                    count, turnOfBilge());
      if (found.worth > best.worth) best = found, height = one;
    }
    if (best.line == 0) {
      return fail(Fault::WidthsDoNotFit, {},
                  {Trade::say("a line at %1 would leave the strakes below or above it far too wide; give another "
                              "height or another number of strakes.",
                              said(heights.front()))});
    }
    Guide made = guide(plan, best.line, GuideKind::Level, "waterline");
    made.height = millimetres(height);
    if (!best.whole) holdBetween(made, best.over, best.line, count);
    plan.guides = {made};
    plan.zones.resize(2);
    return {};
  }

  /// The straight run that leaves the strakes above and below it most even, over as much of her length as may be.
  Result<void> runStraight(LiningPlan& plan) const {
    const std::size_t count = plan.strakes.size();
    const double turn = turnOfBilge();
    constexpr double degree = std::numbers::pi / 180.0;
    Divided best;
    RunFrom from;
    const auto look = [&](double share, double heading) {
      if (m_stop.stop_requested()) return;
      const RunFrom one{static_cast<double>(m_master), std::clamp(share, 0.1, 0.9), heading};
      const StraightRun run = straightRun(m_frame, one);
      const auto shareAt = [&](std::size_t i) -> std::optional<double> {
        const auto at = run.crossing(static_cast<double>(i));
        return at ? std::optional(at->share) : std::nullopt;
      };
      const Divided found = divided(shareAt, count, turn);
      if (found.worth > best.worth) best = found, from = one;
    };
    for (double share = turn - 0.15; share <= turn + 0.151; share += 0.05) {
      for (int heading = -8; heading <= 8; heading += 2) look(share, heading * degree);
    }
    const RunFrom coarse = from;
    for (double share = coarse.share - 0.025; share <= coarse.share + 0.026; share += 0.025) {
      for (int heading = -2; heading <= 2; ++heading) look(share, coarse.heading + 0.5 * heading * degree);
    }
    if (m_stop.stop_requested()) return fail(Fault::Stopped);
    if (best.line == 0)
      return fail(Fault::WidthsDoNotFit, {}, {Trade::say("no straight run divides her so that the strakes fit.")});
    Guide made = guide(plan, best.line, GuideKind::StraightRun, Trade::say("straight run"));
    made.station = m_ids[m_master];
    made.share = from.share;
    made.heading = from.heading;
    if (!best.whole) holdBetween(made, best.over, best.line, count);
    plan.guides = {made};
    plan.zones.resize(2);
    stealAft(plan);
    return {};
  }

  /// Where a zone is so wide aft that its strakes would be wider than the stock, one more is let in there, and two run
  /// into one where they are narrow enough together.
  void stealAft(LiningPlan& plan) const {
    const auto lining = line(plan);
    if (!lining) return;
    for (std::size_t zone = 0; zone < plan.zones.size(); ++zone) {
      const std::size_t first = plan.span(zone).first, last = plan.span(zone).second;
      const auto strakes = static_cast<double>(last - first);
      if (last - first < 3 || plan.strakes.size() + 1 > static_cast<std::size_t>(mostStrakes)) continue;
      const auto width = [&](std::size_t i, double among) {
        return (lining->lines[last].shares[i] - lining->lines[first].shares[i]) * m_frame.girthMm(i) / among;
      };
      std::size_t aft = m_master;
      for (std::size_t i = m_master; i < m_ids.size(); ++i) {
        if (width(i, strakes) > width(aft, strakes)) aft = i;
      }
      if (width(aft, strakes) <= 1.1 * m_widest || aft == m_master) continue;
      LiningPlan more = plan;
      const std::size_t seam = first + (last - first) / 2;
      more.strakes.insert(more.strakes.begin() + static_cast<std::ptrdiff_t>(seam),
                          StrakeId{5000 + static_cast<int>(zone)});
      more.lines.insert(more.lines.begin() + static_cast<std::ptrdiff_t>(seam), LineId{6000 + static_cast<int>(zone)});
      Stealer stealer;
      stealer.line = more.lines[seam];
      stealer.towardsBow = true;
      stealer.into = {7000 + static_cast<int>(zone)};
      // Two together no wider than half as much again as the stock: at the section furthest aft where that is so.
      std::size_t joint = 1;
      for (std::size_t i = 1; i + 1 < m_ids.size(); ++i) {
        if (2.0 * width(i, strakes + 1.0) <= 1.5 * m_widest) joint = i;
      }
      stealer.at = millimetres(m_frame.point(static_cast<double>(joint), 0.5).x());
      more.stealers.push_back(stealer);
      if (line(more)) plan = more;
    }
  }

  void topsFirst(LiningPlan& plan) const {
    const std::size_t count = plan.strakes.size();
    const auto tops = static_cast<std::size_t>(topsOf(static_cast<int>(count)));
    const std::size_t foot = count - tops;
    Guide made = guide(plan, foot, GuideKind::Batten, Trade::say("foot of the tops"));
    plan.guides = {made};
    plan.zones.resize(2);
    plan.zones[1].rule = LiningRule::Abeam;
    plan.zones[1].rail = m_answers.rail.value_or(inches(usualRailInches));
  }

  double leastHoodEnd(const Lining& lining) const {
    double least = 1e9;
    const auto& sections = m_frame.hull().sections;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      if (sections.front().kind == SectionKind::Stem && lining.covers(k, 0))
        least = std::min(least, lining.endWidthMm(k, true));
      if (sections.back().kind == SectionKind::Sternpost && lining.covers(k, sections.size() - 1))
        least = std::min(least, lining.endWidthMm(k, false));
    }
    return least;
  }

  /// Lines run out to stem and sternpost as battens do; where that leaves hood ends too narrow, or a line turns, widths
  /// along the end are chosen so that hood ends, square to their planks, are all alike.
  void evenHoodEnds(LiningPlan& plan) {
    for (const bool bow : {true, false}) {
      const auto& section = bow ? m_frame.hull().sections.front() : m_frame.hull().sections.back();
      if (section.kind != (bow ? SectionKind::Stem : SectionKind::Sternpost)) continue;
      (bow ? plan.bow : plan.stern).runOut = true;
      if (const auto lining = line(plan); lining && endsAreGood(*lining, bow)) continue;
      std::vector<double> share;  // of the mean that each is given
      for (int round = 0; round < mostEvenings && m_evenings < mostEveningsInAll && !m_stop.stop_requested(); ++round) {
        ++m_evenings;
        const auto lining = line(plan);
        if (!lining || !evenOnce(plan, *lining, bow, share)) break;
      }
    }
  }

  /// Whether lines that run out by themselves land well: hood ends that hold fastenings, none that turns.
  bool endsAreGood(const Lining& lining, bool bow) const {
    const std::size_t end = bow ? 0 : m_ids.size() - 1;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      if (!lining.covers(k, end)) continue;
      if (lining.endWidthMm(k, bow) < hoodMargin * m_usual.leastHoodEnd.mm()) return false;
      if (lining.strakes[k].upper + 1 < lining.lines.size() && leavesForward(lining, lining.strakes[k].upper, bow))
        return false;
    }
    return true;
  }

  /// Whether a line, followed from stem or sternpost, first goes out beyond it.
  bool leavesForward(const Lining& lining, std::size_t line, bool bow) const {
    const double end = bow ? 0.0 : m_frame.lastT(), way = bow ? 1.0 : -1.0;
    double before = lining.point(line, end).x();
    for (const double away : {0.02, 0.05, 0.1, 0.15, 0.2}) {
      const double x = lining.point(line, end + way * away).x();
      if (way * (x - before) < leastAwayMm) return true;
      before = x;
    }
    return false;
  }

  /// One step towards hood ends all alike, square to their planks: where the stem is raked the lower ones take more of
  /// it, and no line turns forward along it. False where they are near enough.
  bool evenOnce(LiningPlan& plan, const Lining& lining, bool bow, std::vector<double>& share) const {
    const std::size_t end = bow ? 0 : m_ids.size() - 1;
    std::vector<double> along, square;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      if (!lining.covers(k, end)) continue;
      along.push_back(lining.widthMm(k, end));
      square.push_back(std::max(lining.endWidthMm(k, bow), 1.0));
    }
    const double girth = std::accumulate(along.begin(), along.end(), 0.0);
    const double mean = std::accumulate(square.begin(), square.end(), 0.0) / static_cast<double>(square.size());
    // A strake whose upper line would leave forward along the stem is given more of it, for good.
    bool turns = false;
    share.resize(square.size(), 1.0);
    for (std::size_t k = 0, held = 0; k < lining.strakeCount(); ++k) {
      if (!lining.covers(k, end)) continue;
      if (lining.strakes[k].upper + 1 < lining.lines.size() && leavesForward(lining, lining.strakes[k].upper, bow))
        share[held] *= moreOfStem, turns = true;
      ++held;
    }
    bool even = !turns;
    std::vector<double> to;
    for (std::size_t k = 0; k < along.size(); ++k) {
      const double wanted = share[k] * mean;
      even = even && std::abs(square[k] - wanted) < evenEnough * mean;
      to.push_back(along[k] * std::pow(wanted / square[k], evenStep));
    }
    if (even) return false;
    LiningPlan changed = plan;
    std::vector<Length>& widths = (bow ? changed.bow : changed.stern).widths;
    widths.clear();
    const double scale = girth / std::accumulate(to.begin(), to.end(), 0.0);
    for (const double one : to) widths.push_back(millimetres(one * scale));
    // A zone has what its strakes come to: the guides' ends go with them.
    double filled = 0.0;
    std::size_t k = 0;
    for (std::size_t at = 1; at < changed.lines.size(); ++at) {
      const bool stands = std::none_of(changed.stealers.begin(), changed.stealers.end(), [&](const Stealer& s) {
        return s.line == changed.lines[at] && s.towardsBow == bow;
      });
      if (!stands) continue;
      filled += widths[k++].mm() / girth;
      for (Guide& guide : changed.guides) {
        if (guide.line == changed.lines[at] && guide.from)
          (bow ? guide.atBow : guide.atStern) = std::clamp(filled, 0.02, 0.98);
      }
    }
    if (!line(changed)) return false;
    plan = std::move(changed);
    return true;
  }

  const GirthFrame& m_frame;
  const SchoolAnswers& m_answers;
  const std::vector<StationId>& m_ids;
  const ShopFigures& m_usual;
  PlankingFigures m_planking;
  std::stop_token m_stop;
  std::size_t m_master;
  double m_girth, m_widest;
  int m_evenings = 0;
};

}  // namespace

std::optional<School> schoolNamed(const std::string& word) {
  for (const auto& [school, name] : schoolWords) {
    if (word == name) return school;
  }
  return std::nullopt;
}

const char* schoolWord(School school) {
  for (const auto& [one, name] : schoolWords) {
    if (one == school) return name;
  }
  return "";
}

Result<LiningPlan> planBySchool(const GirthFrame& frame, School school, const SchoolAnswers& answers,
                                const std::vector<StationId>& sectionIds, const ShopFigures& usual,
                                const PlankingFigures& planking, const std::stop_token& stop) {
  if (answers.strakes && (*answers.strakes < fewestStrakes || *answers.strakes > mostStrakes))
    return fail(Fault::StrakeCount, {}, {std::to_string(*answers.strakes)});
  auto plan = PlanMaker(frame, answers, sectionIds, usual, planking, stop).make(school);
  if (plan) plan->name = schoolWord(school);
  return plan;
}

}  // namespace narrows
