#include "fastening/plank_fastenings.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "backbone/polygon.h"
#include "fastening/divide.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double twoUpToMm = 6.0 * mmPerInch, threeUpToMm = 9.0 * mmPerInch, middleFromMm = 4.0 * mmPerInch;
/// Planking as thick as this takes two staggered rows at its ends.
constexpr double twoRowsFromMm = 12.0;
/// Rows on a rabbet's bed stand no further in from its bottom than so many times the least distance from an edge.
constexpr double farthestInEdges = 2.0;

/// Works out one plank.
class PlankFastener {
 public:
  PlankFastener(const PlankToFasten& plank, const FasteningMake& make, const Frames& frames,
                const std::vector<MouldWood>& moulds)
      : m_plank(plank), m_make(make), m_frames(frames), m_moulds(moulds), m_outline(outlineOf(plank)) {}

  PlankFastenings fasten() {
    // What must stand where it does comes first: the rest gives way to it.
    for (const bool bow : {true, false}) fastenEnd(bow);
    for (const JointOnPlank& joint : m_plank.joints) {
      if (joint.joint.kind == JoinedBy::Butt) fastenButt(joint);
    }
    fastenLap();
    fastenFrames();
    if (m_plank.isGarboard) fastenKeel();
    for (const std::size_t which : m_refused)
      m_made.unfastened.push_back(misfitWords(m_made.fasteners[which].of, m_make.notation));
    return std::move(m_made);
  }

 private:
  /// The plank as it is cut, once round.
  static Polygon outlineOf(const PlankToFasten& plank) {
    Polygon round;
    const auto add = [&round](const std::vector<Vec2>& line, bool back) {
      if (back) {
        round.insert(round.end(), line.rbegin(), line.rend());
      } else {
        round.insert(round.end(), line.begin(), line.end());
      }
    };
    const bool cut = plank.cut != nullptr && !plank.cut->lower.flat.empty();
    add(cut ? plank.cut->lower.flat : plank.plank->lower, false);
    add(cut ? plank.cut->stern.flat : endLine(*plank.plank, false), false);
    add(cut ? plank.cut->upper.flat : plank.plank->upper, true);
    add(cut ? plank.cut->bow.flat : endLine(*plank.plank, true), true);
    return round;
  }

  /// Whether a place is on the plank at all: by a sharp corner it may be clear of every edge, outside.
  bool isOnPlank(const Vec2& at) const { return contains(m_outline, at); }

  /// The row at a part of the width, moved in from there towards the sheer (square to itself) by so much.
  PlankRun row(double across, double inMm) const { return {*m_plank.band, *m_plank.plank, across, inMm}; }

  bool hasLap() const { return m_plank.foot != nullptr && lapsOver(*m_plank.foot, m_plank.band->reach).second > 0.0; }

  std::size_t lot(FastenedTo to, int planks, double backing) {
    const FastenerThrough of = fastenerFor(m_make, m_make.kindAt(to), planks, backing);
    for (std::size_t i = 0; i < m_made.fasteners.size(); ++i) {
      const FastenerLot& one = m_made.fasteners[i];
      if (one.to == to && one.of.fastener == of.fastener && std::abs(one.of.woodMm - of.woodMm) < 1e-9) return i;
    }
    m_made.fasteners.push_back({to, of, 0, 0.0});
    return m_made.fasteners.size() - 1;
  }

  const Fastener& fastener(std::size_t which) const { return m_made.fasteners[which].of.fastener; }

  /// Whether a place is within a joint of this plank, or nearer to it than the kind allows.
  bool isInJoint(const Vec2& at, double clearMm) const {
    return std::any_of(m_plank.joints.begin(), m_plank.joints.end(), [&](const JointOnPlank& joint) {
      return std::abs((at - joint.at).dot(joint.along)) < 0.5 * joint.lengthMm + clearMm - 1e-6;
    });
  }

  /// False where a joint or another fastening is in its way.
  bool add(FastenedTo to, std::size_t which, const Vec2& at, bool reuses = false) {
    if (m_made.fasteners[which].of.misfit != Misfit::None) {
      m_refused.insert(which);
      return true;
    }
    const double clear = leastEdgeMm(fastener(which));
    if (to != FastenedTo::ButtBlock && isInJoint(at, clear)) return false;
    const bool crowded = std::any_of(m_made.all.begin(), m_made.all.end(), [&](const Fastening& one) {
      return (one.at - at).norm() < leastApartMm(fastener(which)) - 1e-6;
    });
    if (crowded) return false;
    m_made.all.push_back({to, at, m_plank.run->alongOf(at), which, reuses});
    ++m_made.fasteners[which].count;
    return true;
  }

  /// Stretches of a row that are missed: joints of this plank, those below where it laps on them, and moulds.
  std::vector<MissedStretch> missedOn(const PlankRun& row, double clearMm, bool inLap) const {
    std::vector<MissedStretch> missed;
    for (const JointOnPlank& joint : m_plank.joints) {
      const double middle = row.alongAt(joint.joint.at.mm());
      const double half = 0.5 * joint.lengthMm + clearMm;
      // The joint is square to the plank's middle, not to the row: found by what lies within it.
      const auto within = [&](double along) {
        return std::abs((row.pointAt(along) - joint.at).dot(joint.along)) < half;
      };
      double start = middle;
      for (double off = 0.0; off < 400.0 && !within(start); off += 1.0)
        start = within(middle + off) ? middle + off : within(middle - off) ? middle - off : start;
      if (!within(start)) continue;
      double from = start, to = start;
      while (within(from - 0.25)) from -= 0.25;
      while (within(to + 0.25)) to += 0.25;
      missed.emplace_back(from - 0.25, to + 0.25);
    }
    if (!inLap) return missed;
    for (const auto& [from, to] : m_plank.jointsBelow)
      missed.emplace_back(row.alongAt(from) - clearMm, row.alongAt(to) + clearMm);
    for (const MouldWood& mould : m_moulds)
      missed.emplace_back(row.alongAt(mould.fromMm) - clearMm, row.alongAt(mould.toMm) + clearMm);
    return missed;
  }

  void fastenLap() {
    if (!hasLap()) return;
    const std::size_t both = lot(FastenedTo::Lap, 2, 0.0);
    const std::size_t framed = lot(FastenedTo::Frame, 2, m_frames.mouldingMm);
    const double edge = leastEdgeMm(fastener(both)), needs = 2.0 * std::max(edge, leastEdgeMm(fastener(framed)));
    const PlankRun middle(*m_plank.band, *m_plank.plank, 0.0,
                          [this](double t) { return -0.5 * lapAt(*m_plank.foot, t); });
    const double narrowest = lapsOver(*m_plank.foot, m_plank.band->reach).first;
    if (needs > narrowest + 0.1)
      m_made.advice.push_back(
          Trade::say("the lap is narrow for its fastenings: it wants %1 and is %2", narrow(needs), narrow(narrowest)));
    // The frames it crosses, and its ends, are the nodes.
    const double in = std::max(2.4 * edge + leastApartMm(fastener(framed)), 12.0);
    std::vector<double> nodes{in};
    std::vector<bool> isFrame{false};
    for (std::size_t i = 0; i < m_frames.atMm.size(); ++i) {
      const double x = m_frames.atMm[i];
      if (x <= middle.fromMm() || x >= middle.toMm()) continue;
      const double at = middle.alongAt(x);
      const double byEnd = in + leastApartMm(fastener(framed));
      if (at < std::max(nodes.back(), byEnd) || at > middle.lengthMm() - byEnd) continue;
      nodes.push_back(at);
      isFrame.push_back(true);
    }
    nodes.push_back(middle.lengthMm() - in);
    isFrame.push_back(false);
    const std::vector<MissedStretch> missed = missedOn(middle, edge, true);
    std::vector<double> fixed;
    if (m_make.holesReused) {
      for (const MouldWood& mould : m_moulds) fixed.push_back(middle.alongAt(0.5 * (mould.fromMm + mould.toMm)));
    }
    const auto inJoint = [&](double along) { return isInJoint(middle.pointAt(along), edge); };
    fixed.erase(std::remove_if(fixed.begin(), fixed.end(), inJoint), fixed.end());
    for (std::size_t i = 0; i < nodes.size(); ++i) {
      if (isFrame[i] && !add(FastenedTo::Frame, framed, middle.pointAt(nodes[i])))
        sayFrame(middle.distanceAt(nodes[i]));
      if (!isFrame[i]) add(FastenedTo::Lap, both, middle.pointAt(nodes[i]));
      if (i + 1 == nodes.size()) break;
      const std::vector<double> places =
          divideEvenly(nodes[i], nodes[i + 1], {m_make.lapSpacingMm, leastApartMm(fastener(both))}, missed, fixed);
      double last = nodes[i];
      for (const double at : places) {
        const bool reused =
            std::any_of(fixed.begin(), fixed.end(), [at](double one) { return std::abs(one - at) < 1e-6; });
        add(FastenedTo::Lap, both, middle.pointAt(at), reused);
        widen(both, at - last);
        last = at;
      }
      widen(both, nodes[i + 1] - last);
    }
    if (m_make.lapSpacingMm > middle.lengthMm())
      m_made.advice.push_back(
          Trade::say("fastenings in the lap are set wider apart than the plank is long: %1 against %2",
                     narrow(m_make.lapSpacingMm), narrow(middle.lengthMm())));
  }

  void widen(std::size_t which, double gapMm) {
    m_made.fasteners[which].spacingMm = std::max(m_made.fasteners[which].spacingMm, gapMm);
  }

  std::string narrow(double mm) const { return showLength(millimetres(mm), m_make.notation); }

  void sayFrame(double xMm) {
    const auto frame = m_frames.nearest(xMm);
    const std::string inJoint =
        Trade::say("frame %1 lies within the joint", frame ? std::to_string(*frame + 1) : std::string("?"));
    if (std::find(m_made.unfastened.begin(), m_made.unfastened.end(), inJoint) == m_made.unfastened.end())
      m_made.unfastened.push_back(inJoint);
  }

  /// A plank's own fastenings at the frames, across its width.
  void fastenFrames() {
    const bool lapped = m_make.construction == Construction::Lapstrake;
    const std::size_t which = lot(FastenedTo::Frame, 1, m_frames.mouldingMm);
    const double edge = leastEdgeMm(fastener(which));
    const PlankRun low = row(0.0, 0.0), high = row(1.0, 0.0);
    bool headed = false;
    for (const double x : m_frames.atMm) {
      if (x <= std::max(low.fromMm(), high.fromMm()) || x >= std::min(low.toMm(), high.toMm())) continue;
      // A frame hard by the end of the plank: stem or transom takes its fastenings.
      const double byEnd = 2.4 * edge + 2.0 * leastApartMm(fastener(which));
      const double along = low.alongAt(x);
      if (std::min(along, low.lengthMm() - along) < byEnd) continue;
      const Vec2 foot = low.pointAt(along), head = high.pointAt(high.alongAt(x));
      const double width = (head - foot).norm();
      const Vec2 up = (head - foot).normalized(), aft = -turnedLeft(up);
      std::vector<double> across;
      if (lapped) {
        // Its foot is held by the lap's own, its head by the next plank's.
        if (width > middleFromMm) across = {0.5 * width};
        if (!hasLap() && !m_plank.isGarboard) across.insert(across.begin(), edge);
        if (m_plank.isSheer && width > 2.0 * edge) {
          across.push_back(width - edge);
          headed = true;
        }
      } else {
        const int count = width <= twoUpToMm ? 2 : width <= threeUpToMm ? 3 : 4;
        const double in = std::max(edge, 0.14 * width);
        if (width < 2.0 * edge) {
          m_made.unfastened.push_back(
              Trade::say("the plank is too narrow at frame %1 to be fastened", m_frames.bayOf(x)));
          continue;
        }
        for (int i = 0; i < count; ++i) across.push_back(in + (width - 2.0 * in) * i / (count - 1));
      }
      // Staggered within the frame, so that two do not split one grain.
      const double stagger = std::max(0.0, std::min(0.25 * m_frames.sidingMm, 0.5 * m_frames.sidingMm - edge));
      bool all = true;
      for (std::size_t i = 0; i < across.size(); ++i) {
        const double off = across.size() < 2 ? 0.0 : i % 2 == 0 ? -stagger : stagger;
        all = add(FastenedTo::Frame, which, foot + across[i] * up + off * aft) && all;
      }
      if (!all) sayFrame(x);
    }
    if (headed)
      m_made.advice.push_back(Trade::say(
          "the head of the sheer strake is fastened to the frames; the gunwale is fastened through it later"));
  }

  static double distanceTo(const std::vector<Vec2>& line, const Vec2& at) {
    double least = 1e300;
    for (std::size_t i = 1; i < line.size(); ++i) least = std::min(least, distanceToSegment(at, line[i - 1], line[i]));
    return least;
  }

  /// How far a place lies from the plank's edges.
  double fromEdges(const Vec2& at) const {
    return std::min(distanceTo(m_plank.plank->lower, at), distanceTo(m_plank.plank->upper, at));
  }

  /// Evenly across an end or a butt, in one row or two that are staggered: `line` from keel edge to sheer edge, `in`
  /// the way from it into the wood.
  void fastenAcross(FastenedTo to, std::size_t which, const std::vector<Vec2>& line, const Vec2& in, double firstMm) {
    const double edge = leastEdgeMm(fastener(which)), apart = leastApartMm(fastener(which));
    const double width = lengthAlong(line);
    const bool twoRows = m_make.thicknessMm >= twoRowsFromMm || to == FastenedTo::ButtBlock;
    const std::vector<double> shares = sharesAlong(line);
    const auto at = [&](double mm, bool second) -> Vec2 {
      const double share = std::clamp(mm / width, 0.0, 1.0);
      std::size_t k = 1;
      while (k + 1 < line.size() && shares[k] < share) ++k;
      const double part = (share - shares[k - 1]) / std::max(shares[k] - shares[k - 1], 1e-9);
      return line[k - 1] + part * (line[k] - line[k - 1]) + (firstMm + (second ? apart : 0.0)) * in;
    };
    // Where the end slants, so much further in that both rows clear the edges.
    const auto clearFrom = [&](double start, double step) {
      double mm = start;
      const auto clears = [&] {
        const auto clear = [&](bool second) { return isOnPlank(at(mm, second)) && fromEdges(at(mm, second)) >= edge; };
        return clear(false) && (!twoRows || clear(true));
      };
      while (mm >= 0.0 && mm <= width && !clears()) mm += step;
      return mm;
    };
    constexpr double stepMm = 0.5;
    const double low = clearFrom(std::min(edge, 0.5 * width), stepMm);
    const double high = clearFrom(width - std::min(edge, 0.5 * width), -stepMm);
    if (low > high) {
      m_made.unfastened.push_back(Trade::say("an end %1 wide is too narrow to be fastened", narrow(width)));
      return;
    }
    const int spaces =
        std::max(high - low < apart ? 0 : 1, static_cast<int>(std::ceil((high - low) / m_make.endSpacingMm - 1e-9)));
    for (int i = 0; i <= spaces; ++i)
      add(to, which, at(spaces == 0 ? 0.5 * (low + high) : low + (high - low) * i / spaces, twoRows && i % 2 == 1));
    if (spaces > 0) widen(which, (high - low) / spaces);
  }

  bool isInRabbet() const { return m_plank.cut != nullptr && m_plank.cut->bearding.size() >= 2; }

  /// The bed along a line of the rabbet's bottom: places on it by length, the way in, and how wide it is.
  class Bed {
   public:
    Bed(const std::vector<Vec2>& bottom, bool inIsLeft, const std::vector<Vec2>& bearding)
        : m_bottom(bottom),
          m_shares(sharesAlong(bottom)),
          m_lengthMm(lengthAlong(bottom)),
          m_way(inIsLeft ? 1.0 : -1.0),
          m_bearding(bearding) {}
    double lengthMm() const { return m_lengthMm; }
    Vec2 at(double mm, double inMm) const {
      const std::size_t k = legOf(mm);
      const double part =
          std::clamp((mm / m_lengthMm - m_shares[k - 1]) / std::max(m_shares[k] - m_shares[k - 1], 1e-12), 0.0, 1.0);
      return m_bottom[k - 1] + part * (m_bottom[k] - m_bottom[k - 1]) + inMm * m_way * turnedLeft(run(k));
    }
    double wideMm(double mm) const { return distanceTo(m_bearding, at(mm, 0.0)); }

   private:
    std::size_t legOf(double mm) const {
      const auto after = std::upper_bound(m_shares.begin() + 1, m_shares.end() - 1, mm / m_lengthMm);
      return static_cast<std::size_t>(after - m_shares.begin());
    }
    Vec2 run(std::size_t leg) const { return directionAt(m_bottom, leg); }

    const std::vector<Vec2>& m_bottom;
    std::vector<double> m_shares;
    double m_lengthMm, m_way;
    const std::vector<Vec2>& m_bearding;
  };

  /// Along a bed: where it is wide enough, evenly, in one row or two that are staggered.
  void fastenOnBed(FastenedTo to, const Bed& bed, double spacingMm, const std::vector<MissedStretch>& missed) {
    const std::size_t which = lot(to, 1, deepWoodMm);
    const double edge = leastEdgeMm(fastener(which)), apart = leastApartMm(fastener(which));
    const std::string where = to == FastenedTo::Keel ? Trade::say("along the keel") : Trade::say("at the hood end");
    const auto inAt = [&](double mm, bool second) {
      const double wide = bed.wideMm(mm);
      const bool two = m_make.thicknessMm >= twoRowsFromMm && wide >= 2.0 * edge + apart;
      // In the middle of the bed; where it meets the timber flat and is wide, near the bottom, where the plank is
      // whole.
      const double middle = std::min(0.5 * wide, farthestInEdges * edge + (two ? 0.5 * apart : 0.0));
      return two ? middle + 0.5 * (second ? apart : -apart) : middle;
    };
    const auto holds = [&](double mm, bool second) {
      if (bed.wideMm(mm) < 2.0 * edge) return false;
      const Vec2 at = bed.at(mm, inAt(mm, second));
      return isOnPlank(at) && distanceTo(m_plank.cut->upper.flat, at) >= edge &&
             distanceTo(m_plank.cut->lower.flat, at) >= edge;
    };
    constexpr double stepMm = 1.0;
    double low = 0.0, high = bed.lengthMm(), widest = 0.0;
    for (double mm = 0.0; mm <= bed.lengthMm(); mm += stepMm) widest = std::max(widest, bed.wideMm(mm));
    while (low < high && !holds(low, false)) low += stepMm;
    while (high > low && !(holds(high, false) && holds(high, true))) high -= stepMm;
    if (!holds(low, false) || low >= high) {
      m_made.unfastened.push_back(Trade::say(
          "the rabbet's bed %1 is %2 wide at its widest, and one row of fastenings wants %3: smaller ones, or "
          "a batten let in behind it to land on",
          where, narrow(widest), narrow(2.0 * edge)));
      return;
    }
    std::vector<double> places = divideEvenly(low, high, {spacingMm, apart}, missed);
    places.insert(places.begin(), low);
    places.push_back(high);
    int narrowAt = 0;
    double last = -1.0;  ///< below nought where none stands before it
    for (std::size_t i = 0; i < places.size(); ++i) {
      if (!holds(places[i], i % 2 == 1)) {
        ++narrowAt;
        last = -1.0;
        continue;
      }
      if (!add(to, which, bed.at(places[i], inAt(places[i], i % 2 == 1)))) continue;
      if (last >= 0.0) widen(which, places[i] - last);
      last = places[i];
    }
    if (narrowAt > 0)
      m_made.unfastened.push_back(
          Trade::sayCount("the rabbet's bed %1 is too narrow at %n place(|s), under %2: smaller fastenings there, or a "
                          "batten behind it",
                          narrowAt, where, narrow(2.0 * edge)));
  }

  void fastenEnd(bool bow) {
    const EndLeft left = bow ? m_plank.bow : m_plank.stern;
    if (left == EndLeft::Nothing) return;
    if (left == EndLeft::Hood && isInRabbet() && !(bow ? m_plank.cut->intoBow : m_plank.cut->intoStern).empty()) {
      const std::vector<Vec2>& bottom = (bow ? m_plank.cut->bow : m_plank.cut->stern).flat;
      return fastenOnBed(FastenedTo::HoodEnd, Bed(bottom, !bow, m_plank.cut->bearding), m_make.endSpacingMm, {});
    }
    const FastenedTo to = left == EndLeft::Hood ? FastenedTo::HoodEnd : FastenedTo::Transom;
    const std::size_t which = lot(to, 1, deepWoodMm);
    const PlankRun& run = *m_plank.run;
    const Vec2 in = bow ? run.directionAt(0.0) : Vec2(-run.directionAt(run.lengthMm()));
    // An end that slants is cleared square to itself.
    const std::vector<Vec2> line = endLine(*m_plank.plank, bow);
    const Vec2 across = (line.back() - line.front()).normalized();
    constexpr double flattest = 0.3;
    const double square = std::max(std::abs(in.dot(turnedLeft(across))), flattest);
    fastenAcross(to, which, line, in, 1.2 * leastEdgeMm(fastener(which)) / square);
  }

  void fastenKeel() {
    if (isInRabbet() && !m_plank.cut->intoKeel.empty()) {
      const double clear = leastEdgeMm(fastener(lot(FastenedTo::Keel, 1, deepWoodMm)));
      return fastenOnBed(FastenedTo::Keel, Bed(m_plank.cut->lower.flat, true, m_plank.cut->bearding),
                         m_make.keelSpacingMm, missedOn(row(0.0, 0.0), clear, false));
    }
    const std::size_t which = lot(FastenedTo::Keel, 1, deepWoodMm);
    const double edge = leastEdgeMm(fastener(which));
    const PlankRun low = row(0.0, 1.2 * edge);
    std::vector<double> nodes{std::max(edge, 12.0)};
    const double last = low.lengthMm() - nodes.front();
    const std::vector<MissedStretch> missed = missedOn(low, edge, false);
    std::vector<double> places =
        divideEvenly(nodes.front(), last, {m_make.keelSpacingMm, leastApartMm(fastener(which))}, missed);
    places.insert(places.begin(), nodes.front());
    places.push_back(last);
    // In and out by turns, so that they do not follow one grain.
    for (std::size_t i = 0; i < places.size(); ++i) {
      const double off = m_make.thicknessMm >= twoRowsFromMm && i % 2 == 1 ? 0.6 * edge : 0.0;
      add(FastenedTo::Keel, which, low.pointAt(places[i]) + off * turnedLeft(low.directionAt(places[i])));
      if (i > 0) widen(which, places[i] - places[i - 1]);
    }
  }

  void fastenButt(const JointOnPlank& joint) {
    const std::size_t which = lot(FastenedTo::ButtBlock, 1, m_make.blockMm);
    const PlankRun& run = *m_plank.run;
    const double t = run.tAt(joint.alongMm);
    const std::vector<Vec2> line{m_plank.plank->map.at(t, 0.0), m_plank.plank->map.at(t, 1.0)};
    // The line square across, from edge to edge.
    const Vec2 up = turnedLeft(joint.along);
    const std::vector<Vec2> square{joint.at + (line[0] - joint.at).dot(up) * up,
                                   joint.at + (line[1] - joint.at).dot(up) * up};
    for (const double way : {-1.0, 1.0})
      fastenAcross(FastenedTo::ButtBlock, which, square, way * joint.along, 1.5 * leastEdgeMm(fastener(which)));
  }

  const PlankToFasten& m_plank;
  const FasteningMake& m_make;
  const Frames& m_frames;
  const std::vector<MouldWood>& m_moulds;
  Polygon m_outline;
  PlankFastenings m_made;
  std::set<std::size_t> m_refused;  ///< lots that nothing as sold does for
};

}  // namespace

PlankFastenings fastenPlank(const PlankToFasten& plank, const FasteningMake& make, const Frames& frames,
                            const std::vector<MouldWood>& moulds) {
  return PlankFastener(plank, make, frames, moulds).fasten();
}

std::vector<FastenerOrder> orderOf(const std::vector<PlankFastenings>& planks, const FasteningMake& make) {
  std::map<Fastener, int> counts;
  for (const PlankFastenings& plank : planks) {
    for (const FastenerLot& lot : plank.fasteners) {
      if (lot.count > 0) counts[lot.of.fastener] += lot.count;
    }
  }
  std::vector<FastenerOrder> order;
  for (const auto& [fastener, count] : counts) {
    order.push_back({fastener, count, static_cast<int>(std::ceil(count * (1.0 + make.spares / 100.0) - 1e-9))});
  }
  return order;
}

}  // namespace narrows
