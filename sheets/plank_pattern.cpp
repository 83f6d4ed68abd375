#include "plank_pattern.h"

#include <algorithm>
#include <cmath>
#include <tuple>

#include "book/spiling_edits.h"
#include "curve/evenly_between.h"
#include "lettering.h"
#include "plank/outside_width.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double tickStepMm = 40.0;
constexpr double edgeTickMm = 4.0;
constexpr double letterStepMm = 190.0;  // less than any page is wide
constexpr double nameHeightMm = 9.0;
constexpr double labelHeightMm = 5.0;

std::string sideName(BoatSide side) {
  return side == BoatSide::Starboard ? Trade::say("STARBOARD") : Trade::say("PORT");
}

Vec2 pointAlong(const std::vector<Vec2>& edge, double lengthMm, Vec2* direction) {
  for (std::size_t i = 1; i < edge.size(); ++i) {
    const double leg = (edge[i] - edge[i - 1]).norm();
    if (leg > 1e-9 && (lengthMm <= leg || i + 1 == edge.size())) {
      if (direction != nullptr) *direction = (edge[i] - edge[i - 1]) / leg;
      return edge[i - 1] + (edge[i] - edge[i - 1]) * (lengthMm / leg);
    }
    lengthMm -= leg;
  }
  return edge.back();
}

/// Puts a pattern together in the frame of the board, already mirrored for port.
class PatternDrawer {
 public:
  PatternDrawer(const FlatPlank& plank, const PatternOf& of)
      : m_plank(plank), m_ends{endLine(plank, true), endLine(plank, false)}, m_of(of) {
    if (of.side == BoatSide::Starboard) return;
    const auto turn = [&](Vec2& point) { point.y() = plank.boardWidthMm - point.y(); };
    for (auto* edge : {&m_plank.lower, &m_plank.upper, &m_plank.lapLine, &m_ends[0], &m_ends[1]})
      std::for_each(edge->begin(), edge->end(), turn);
    for (PlankStation& station : m_plank.stations) turn(station.lower), turn(station.upper);
  }

  Drawing draw() {
    m_drawing.name = "strake-" + plankFileWord(static_cast<int>(m_of.strake) + 1, m_of.side);
    m_drawing.title = titled(m_of.boat, Trade::say("%1 · %2 · INSIDE FACE UP", m_of.name, sideName(m_of.side)));
    drawEdges();
    drawStations();
    if (m_of.bench != nullptr) {
      drawSawn();
      drawBevels();
      drawNextLap();
      drawGains();
      drawFastenings();
      drawJoints();
    }
    letterEdges();
    drawBoard();
    drawCheck();
    drawWords();
    return std::move(m_drawing);
  }

 private:
  /// +1 where the sheer edge is up, -1 where the plank is turned over for port.
  double up() const { return m_of.side == BoatSide::Starboard ? 1.0 : -1.0; }

  void drawEdges() {
    m_drawing.line(LineRole::KeelEdge, m_plank.lower);
    m_drawing.line(LineRole::SheerEdge, m_plank.upper);
    for (const bool bow : {true, false}) m_drawing.line(LineRole::HoodEnd, m_ends[bow ? 0 : 1]);
    if (!m_plank.lapLine.empty()) m_drawing.line(LineRole::LapLine, m_plank.lapLine);
    const double length = lengthAlong(m_plank.lower);
    for (double at = tickStepMm; at < length - 5.0; at += tickStepMm) {
      Vec2 along(1.0, 0.0);
      const Vec2 foot = pointAlong(m_plank.lower, at, &along);
      const Vec2 waste = up() * Vec2(along.y(), -along.x());
      m_drawing.line(LineRole::KeelEdge, {foot, foot + edgeTickMm * waste});
    }
  }

  /// Lettered along the edges, on the wood, so often that every page of a tiled pattern says which edge it shows; clear
  /// of the figures that stand there.
  void letterEdges() {
    if (!m_of.lettered) return;
    const double length = lengthAlong(m_plank.lower);
    for (double at = letterStepMm * 0.5; at < length - letterStepMm * 0.2; at += letterStepMm) {
      letterEdge(m_plank.lower, at, Trade::say("← bow · keel edge"), up());
      letterEdge(m_plank.upper, at, Trade::say("← bow · sheer edge"), -up());
    }
  }

  void letterEdge(const std::vector<Vec2>& edge, double alongMm, const std::string& words, double inward) {
    constexpr double stepMm = 12.0;
    Vec2 along(1.0, 0.0);
    const Vec2 at = pointAlong(edge, alongMm, &along);
    const Vec2 square = Vec2(-along.y(), along.x()) * (inward > 0.0 ? 1.0 : -1.0);
    const double off = inward > 0.0 ? 2.0 : 2.0 + labelHeightMm * 0.8;
    const double turn = std::atan2(along.y(), along.x());
    m_lettering.put({at + off * square, words, labelHeightMm * 0.8, turn, TextPlace::Centre},
                    {stepMm * along, -stepMm * along});
  }

  /// Puts a figure of a station where it was asked for, or up or down from there, clear of all that is written.
  void put(const SheetText& text) {
    if (!m_of.lettered) return;
    constexpr double stepShare = 0.7;
    const Vec2 step(0.0, stepShare * text.heightMm);
    m_lettering.put(text, {step, -step});
  }

  void drawStations() {
    for (const PlankStation& station : m_plank.stations) {
      const bool end = station.name == "stem" || station.name == "sternpost" || (&station == &m_plank.stations.back());
      if (!end) m_drawing.line(LineRole::Station, {station.lower, station.upper});
      const Vec2 across = station.upper - station.lower;
      const Vec2 middle = station.lower + 0.5 * across;
      const std::string name = station.name == "stem" || station.name == "sternpost" || station.name == "transom"
                                   ? Trade::say(station.name)
                                   : Trade::say("station %1", station.name);
      const bool last = &station == &m_plank.stations.back();
      const TextPlace place = last ? TextPlace::Right : TextPlace::Left;
      // Ends slant: their words stand in from them, square to them.
      const Vec2 in = (last ? 1.0 : -1.0) * up() * turnedLeft(across.normalized());
      const Vec2 at = end ? Vec2(middle + (6.0 + 10.0 * std::abs(in.y())) * in) : Vec2(middle + Vec2(3.0, 0.0));
      put({at + Vec2(0.0, 2.0), name, labelHeightMm, 0.0, place, true});
      put({at + Vec2(0.0, -2.0 - labelHeightMm), shownTwice(station.widthMm, m_of.notation), labelHeightMm * 0.8, 0.0,
           place});
    }
  }

  void drawBoard() {
    const double length = m_plank.boardLengthMm, width = m_plank.boardWidthMm;
    std::vector<Vec2> round{{0.0, 0.0}, {length, 0.0}, {length, width}, {0.0, width}};
    if (m_of.bench != nullptr && m_of.bench->pieces.size() > 1) {
      for (const PlankPiece& piece : m_of.bench->pieces) {
        std::vector<Vec2> board(piece.sawn.board.begin(), piece.sawn.board.end());
        board.push_back(board.front());
        m_drawing.line(LineRole::Board, placed(std::move(board)));
      }
      return;
    }
    if (m_of.bench != nullptr) {
      const auto& board = m_of.bench->sawn.board;
      round = placed(std::vector<Vec2>(board.begin(), board.end()));
    }
    round.push_back(round.front());
    m_drawing.line(LineRole::Board, std::move(round));
  }

  /// A point of the starboard plank, on this side's.
  Vec2 placed(const Vec2& point) const {
    return m_of.side == BoatSide::Starboard ? point : Vec2(point.x(), m_plank.boardWidthMm - point.y());
  }
  std::vector<Vec2> placed(std::vector<Vec2> points) const {
    for (Vec2& point : points) point = placed(point);
    return points;
  }

  /// Whether it goes on beyond its own end or keel edge by as much as a saw leaves.
  bool reachesIntoRabbet() const {
    constexpr double leastMm = 0.8;
    const CutLines& cut = m_of.bench->cut;
    const auto reach = [](const std::vector<double>& mm) {
      return std::any_of(mm.begin(), mm.end(), [](double one) { return std::abs(one) > leastMm; });
    };
    return reach(cut.intoBow) || reach(cut.intoStern) ||
           std::any_of(cut.intoKeel.begin(), cut.intoKeel.end(),
                       [](const auto& one) { return std::abs(one.second) > leastMm; });
  }

  void drawSawn() {
    std::vector<Vec2> round = m_of.bench->sawn.outline();
    round.push_back(round.front());
    m_drawing.line(LineRole::Saw, placed(std::move(round)));
    if (!reachesIntoRabbet()) return;
    const CutLines& cut = m_of.bench->cut;
    if (!cut.intoBow.empty()) m_drawing.line(LineRole::IntoRabbet, placed(cut.bow.flat));
    if (!cut.intoStern.empty()) m_drawing.line(LineRole::IntoRabbet, placed(cut.stern.flat));
    if (!cut.intoKeel.empty()) m_drawing.line(LineRole::IntoRabbet, placed(cut.lower.flat));
    for (const bool bow : {true, false}) {
      if ((bow ? cut.intoBow : cut.intoStern).empty()) continue;
      // Edges run on to the corners.
      const auto leg = [&](const std::vector<Vec2>& edge, const std::vector<Vec2>& was) {
        const Vec2 from = bow ? was.front() : was.back(), to = bow ? edge.front() : edge.back();
        m_drawing.line(LineRole::IntoRabbet, {placed(from), placed(to)});
      };
      if (cut.intoKeel.empty()) leg(cut.lower.flat, m_of.bench->plank->lower);
      leg(cut.upper.flat, m_of.bench->plank->upper);
    }
  }

  /// Where the foot of the next plank will lie, on the outside of this one.
  void drawNextLap() {
    const PlankAtBench& bench = *m_of.bench;
    if (bench.planking.construction != Construction::Lapstrake || bench.head.empty() || bench.edges.empty()) return;
    std::vector<std::pair<double, double>> laps;
    for (const PlankStation& station : bench.plank->stations) {
      if (const EdgesAt* at = bench.at(station.section)) laps.emplace_back(station.upper.x(), at->lapMm);
    }
    const std::vector<Vec2>& edge = bench.plank->upper;
    std::vector<Vec2> line;
    for (std::size_t i = 0; i < edge.size(); ++i)
      line.push_back(edge[i] - evenlyBetween(laps, edge[i].x()) * turnedLeft(directionAt(edge, i)));
    m_drawing.line(LineRole::LapLine, placed(std::move(line)));
  }

  std::string thin(double mm) const { return showThin(millimetres(std::abs(mm)), m_of.notation); }
  static std::string degrees(double rad) { return saidDecimal(std::abs(radians(rad).deg()), 1) + "°"; }

  /// At every station, what the gauge is set to at its edges; and how it is hollowed.
  void drawBevels() {
    constexpr double inMm = 9.0, high = labelHeightMm * 0.8;
    for (const PlankStation& station : m_of.bench->plank->stations) {
      const EdgesAt* at = m_of.bench->at(station.section);
      if (at == nullptr || at->station != station.name) continue;
      const auto write = [&](bool upper, const std::string& words) {
        const Vec2 edge =
            upper ? Vec2(station.upper - inMm * station.along()) : Vec2(station.lower + 0.6 * inMm * station.along());
        const bool last = &station == &m_of.bench->plank->stations.back();
        put({placed(edge) + Vec2(last ? -8.0 : 3.0, -0.5 * high), words, high, 0.0,
             last ? TextPlace::Right : TextPlace::Left});
      };
      if (at->land && !at->land->isHollow())
        write(true, Trade::say("land %1, drop %2", degrees(at->land->landRad), thin(at->land->dropMm)));
      if (at->foot)
        write(false, Trade::say("inside the foot %1, %2 off", degrees(at->foot->footRad), thin(at->foot->footMm)));
      const auto seam = [&](const SeamEdge& edge) {
        const PlankingMake& make = m_of.bench->planking;
        const auto sensed = [](double rad) { return rad < 0.0 ? Trade::say("%1 under", degrees(rad)) : degrees(rad); };
        return sensed(edge.bevelRad) +
               (edge.openRad != edge.bevelRad
                    ? Trade::say(", from %1 deep %2", thin(make.seamTightMm), sensed(edge.openRad))
                    : "") +
               (edge.widerMm > 0.0 ? Trade::say(", outside wider by %1", thin(edge.widerMm)) : "");
      };
      if (at->upper) write(true, seam(*at->upper));
      if (at->lower) write(false, seam(*at->lower));
      const Vec2 middle = 0.5 * (station.lower + station.upper) + 0.22 * station.widthMm * station.along();
      if (at->isS() && m_of.bench->planking.construction == Construction::Carvel)
        put({placed(middle) + Vec2(3.0, -0.5 * high),
             Trade::say("an S: hollow %1, round %2", thin(at->off.roundMm), thin(at->off.hollowMm)), high});
      if (at->templateRadiusMm) {
        put({placed(middle) + Vec2(3.0, -0.5 * high),
             at->hollowMm > 0.0 ? Trade::say("hollow %1 to R %2", thin(at->hollowMm),
                                             showLength(millimetres(*at->templateRadiusMm), m_of.notation))
                                : Trade::say("round %1 to R %2", thin(at->hollowMm),
                                             showLength(millimetres(*at->templateRadiusMm), m_of.notation)),
             high});
      }
    }
  }

  /// Across the laps that run out at its ends: a line at every mark, and how deep the rebate is there.
  void drawGains() {
    constexpr double high = 3.0;
    const PlankAtBench& bench = *m_of.bench;
    const FlatMap& map = bench.plank->map;
    constexpr double lookAcross = 0.05, clearMm = 9.0;
    const auto bare = [this](double mm) {
      const std::string words = thin(mm);
      return words.substr(0, words.rfind(' '));
    };
    for (const bool head : {true, false}) {
      for (const Gain& gain : head ? bench.head : bench.foot) {
        for (const GainMark& mark : gain.marks) {
          const double edge = head ? 1.0 : 0.0;
          const Vec2 line = map.at(mark.t, edge);
          const Vec2 in = (map.at(mark.t, head ? 1.0 - lookAcross : lookAcross) - line).normalized();
          // At its head the lap lies on the plank, at its foot below its own line.
          const Vec2 to = head ? Vec2(line + mark.lapMm * in) : Vec2(line - mark.lapMm * in);
          m_drawing.line(LineRole::Gain, {placed(line), placed(to)});
          if (gain.make.way == GainWay::Joggled) continue;
          const std::string deep = head ? bare(mark.lowerAtLapMm) + " · " + bare(mark.lowerAtEdgeMm)
                                        : bare(mark.upperAtFootMm) + " · " + bare(mark.upperAtHeadMm);
          // On the waste, clear of what is written along the edge.
          const Vec2 at = placed(Vec2((head ? line : to) - clearMm * in));
          m_drawing.text(at - Vec2(0.0, 0.5 * high), deep, high, TextPlace::Centre);
        }
      }
    }
  }

  /// A cross where each fastening goes: upright where it goes into a frame, else slanting.
  void drawFastenings() {
    constexpr double armMm = 2.0;
    for (const Fastening& one : m_of.bench->fastenings.all) {
      const Vec2 arm = one.to == FastenedTo::Frame ? Vec2(armMm, 0.0) : Vec2(0.7 * armMm, 0.7 * armMm);
      const Vec2 at = placed(one.at);
      m_drawing.line(LineRole::Fastening, {at - arm, at + arm});
      m_drawing.line(LineRole::Fastening, {at - turnedLeft(arm), at + turnedLeft(arm)});
    }
  }

  /// Both ends of every scarf, and its slope between them; a butt is one line.
  void drawJoints() {
    const PlankAtBench& bench = *m_of.bench;
    for (const JointOnPlank& joint : bench.joints) {
      const Vec2 up = turnedLeft(joint.along);
      const double t = bench.run.tAt(joint.alongMm);
      const double low = (bench.plank->map.at(t, 0.0) - joint.at).dot(up),
                   high = (bench.plank->map.at(t, 1.0) - joint.at).dot(up);
      const auto at = [&](double along, double across) {
        return placed(Vec2(joint.at + along * joint.along + across * up));
      };
      const double half = 0.5 * joint.lengthMm;
      m_drawing.line(LineRole::Joint, {at(-half, low), at(-half, high)});
      if (half > 0.0) {
        m_drawing.line(LineRole::Joint, {at(half, low), at(half, high)});
        m_drawing.line(LineRole::Joint, {at(-half, low), at(half, high)});
      }
      const std::string words = joint.joint.kind == JoinedBy::Butt
                                    ? Trade::say("butt")
                                    : Trade::say("scarf %1 long", shownTwice(joint.lengthMm, m_of.notation));
      m_drawing.text(at(half + 3.0, 0.3 * high + 0.7 * low), words, labelHeightMm * 0.8);
    }
  }

  void drawCheck() {
    const Vec2 from = m_plank.lower.front();
    const Vec2 to = m_plank.upper.back();
    m_drawing.line(LineRole::Check, {from, to});
    m_drawing.check = Trade::say(
        "Before cutting: bow keel-edge corner to stern sheer-edge corner, straight, is %1; along the sheer edge %2.",
        shownTwice((to - from).norm(), m_of.notation), shownTwice(m_plank.upperLengthMm, m_of.notation));
  }

  std::string note() const {
    if (m_of.construction == Construction::Carvel) {
      if (m_of.outsideWiderMm < 0.5 * notationStep(m_of.notation).mm()) {
        return Trade::say("This is the INSIDE face. The outside face is nowhere wider.");
      }
      return Trade::say(
          "This is the INSIDE face. The outside face is wider, by %1 at most over both edges: saw outside these lines "
          "and bevel back to them.",
          shownTwice(m_of.outsideWiderMm, m_of.notation));
    }
    if (m_of.widestLapMm > m_of.lapMm + 0.05 && m_of.hasLap) {
      return Trade::say(
          "The lap, from %1 to %2, is in the keel edge already: the dashed line there is the edge without it. Do not "
          "add it again.",
          shownTwice(m_of.lapMm, m_of.notation), shownTwice(m_of.widestLapMm, m_of.notation));
    }
    if (m_of.lapMm > 0.0 && m_of.hasLap) {
      return Trade::say(
          "The lap of %1 is in the keel edge already: the dashed line there is the edge without it. Do not add it "
          "again.",
          shownTwice(m_of.lapMm, m_of.notation));
    }
    return Trade::say("No lap is in the keel edge.");
  }

  void drawWords() {
    const double lineMm = 8.0;
    double top = m_plank.boardWidthMm;
    for (const SheetLine& line : m_drawing.lines) {
      if (line.role != LineRole::Board) continue;
      for (const Vec2& corner : line.points) top = std::max(top, corner.y());
    }
    double y = top + 14.0 + 3.0 * lineMm;
    m_drawing.note = note();
    const auto say = [&](const std::string& words, double height, bool bold) {
      m_drawing.text({0.0, y}, words, height, TextPlace::Left, 0.0, bold);
      m_drawing.texts.back().isHeading = true;
      y -= lineMm;
    };
    say(m_drawing.title, nameHeightMm * 0.8, true);
    say(boardWords(), labelHeightMm, true);
    std::string from;
    if (!m_of.timber.empty()) from = Trade::say("Got out of %1. ", m_of.timber);
    if (!m_of.spiled.empty()) from += Trade::say("Cut to the readings of %1, not as computed.", m_of.spiled);
    if (!from.empty()) say(from, labelHeightMm, true);
    say(m_drawing.check, labelHeightMm, false);
    say(m_drawing.note, labelHeightMm, true);
    nameOnTheWood();
  }

  std::string boardWords() const {
    const auto board = [&](double length, double width) {
      return Trade::say("Board %1 long, %2 wide", shownTwice(length, m_of.notation), shownTwice(width, m_of.notation));
    };
    if (m_of.bench == nullptr)
      return Trade::say("%1; no allowances in it. Leave the after end long.",
                        board(m_plank.boardLengthMm, m_plank.boardWidthMm));
    const SawnPlank& sawn = m_of.bench->sawn;
    std::string words = Trade::say("%1, to the saw line (dash and dot)", board(sawn.boardLengthMm, sawn.boardWidthMm));
    if (reachesIntoRabbet())
      words += Trade::say(
          "; the thick line beyond the end goes into the rabbet, the end itself is where it leaves the timber");
    return words + ".";
  }

  /// Name, side and bow in the middle of the widest bay, clear of the station's own figures.
  void nameOnTheWood() {
    const auto& stations = m_plank.stations;
    const std::size_t bay = stations.size() / 2 - (stations.size() > 2 ? 1 : 0);
    const auto middle = [&](std::size_t i) -> Vec2 { return 0.5 * (stations[i].lower + stations[i].upper); };
    const Vec2 along = middle(bay + 1) - middle(bay);
    const Vec2 at = middle(bay) + 0.62 * along;
    const double height = std::min(nameHeightMm, stations[bay].widthMm * 0.12);
    const double angle = std::atan2(along.y(), along.x());
    m_drawing.text(at + Vec2(0.0, 0.4 * height), m_of.name + " · " + sideName(m_of.side), height, TextPlace::Centre,
                   angle, true);
    m_drawing.text(at - Vec2(0.0, 1.4 * height), Trade::say("← BOW · inside face up"), height * 0.8, TextPlace::Centre,
                   angle, true);
    const Vec2 first = middle(1) - middle(0);
    const double clear = std::max(0.35 * first.norm(), 85.0);
    put({middle(0) + clear * first.normalized() - Vec2(0.0, 12.0), Trade::say("← BOW"), height * 0.8, 0.0,
         TextPlace::Left, true});
  }

  FlatPlank m_plank;
  std::array<std::vector<Vec2>, 2> m_ends;  ///< bow and stern
  PatternOf m_of;
  Drawing m_drawing;
  Lettering m_lettering{m_drawing};
};

}  // namespace

std::string strakeName(const Lining& lining, std::size_t strake) {
  const std::string number = Trade::say("%1 of %2", strake + 1, lining.strakeCount());
  std::string name = lining.isGarboard(strake)      ? Trade::say("garboard, strake %1", number)
                     : lining.isSheerStrake(strake) ? Trade::say("sheer strake, %1", number)
                                                    : Trade::say("strake %1", number);
  if (!lining.isWhole(strake))
    name += lining.strakes[strake].reach.fromT <= 0.0 ? Trade::say(", forward part") : Trade::say(", aft part");
  return name;
}

std::string shownTwice(double mm, Notation notation) {
  const std::string shown = showLength(millimetres(mm), notation);
  if (notation == Notation::Millimetres) return Trade::say("%1 (%2 in)", shown, saidDecimal(mm / mmPerInch, 2));
  return Trade::say("%1 (%2 mm)", shown, saidDecimal(mm, 1));
}

Drawing plankPattern(const FlatPlank& plank, const PatternOf& of) {
  return PatternDrawer(plank, of).draw();
}

PatternOf patternOf(const Solved& solved, std::size_t strake, BoatSide side,
                    std::shared_ptr<const PlankAtBench> bench) {
  PatternOf of;
  of.bench = std::move(bench);
  of.boat = solved.book->table.boat;
  of.shop = solved.book->shop;
  of.strake = strake;
  const Lining& lining = *solved.liningOf(side);
  of.strakeCount = lining.strakeCount();
  of.name = strakeName(lining, strake);
  const LiningPlan* plan = solved.book->findPlan(lining.plan);
  if (plan != nullptr) of.timber = plan->speciesOf(lining.strakes[strake].id);
  const int number = static_cast<int>(strake) + 1;
  if (const SpiledPlank* spiled = solved.spiledOf(number, side); spiled != nullptr && spiled->cut != nullptr)
    of.spiled = Trade::day(spiledAt(*solved.book, number, side)->when);
  of.hasLap = lining.strakes[strake].lower > 0;
  of.construction = solved.book->table.construction;
  std::tie(of.lapMm, of.widestLapMm) = lapsOver(plankMake(*solved.book, lining, strake), lining.strakes[strake].reach);
  of.outsideWiderMm = outsideWiderMm(lining.band(strake), solved.book->table.thickness.mm());
  of.notation = solved.book->settings.notation;
  of.side = side;
  return of;
}

PatternOf patternOf(const Solved& solved, std::size_t strake, BoatSide side) {
  return patternOf(solved, strake, side, plankAtBench(solved, strake, side));
}

}  // namespace narrows
