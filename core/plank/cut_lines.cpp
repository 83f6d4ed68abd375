#include "plank/cut_lines.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "lines/local_face.h"
#include "plank/in_rabbet.h"

namespace narrows {

namespace {

constexpr int stepsARun = 400;
/// Points of the rabbet nearer together than this, or that go back, are one.
constexpr double samePointMm = 0.02;
/// An edge is followed so far into the rabbet at most, and back so far where it has overrun it.
constexpr double farthestMm = 400.0, backMm = 40.0;
constexpr double stepMm = 0.5;
/// The bend with which an edge runs on is read off so much of its end, and turns it by no more than this.
constexpr double bendBaseMm = 60.0, mostTurnRad = 0.15;
/// An edge that meets the rabbet squarer than the second of these runs on to it in its own course; one that meets it
/// flatter than the first turns in square to it, as its neighbour's does, or the two would cross; those between do
/// something of both.
constexpr double turnsInRad = 30.0 * 3.14159265358979323846 / 180.0, runsOnRad = 45.0 * 3.14159265358979323846 / 180.0;
/// An edge that would run on this much farther than the rabbet is away (the second) turns in too; the first runs on.
constexpr double runsOnTimes = 3.0, turnsInTimes = 4.0;
/// Places of the keel edge a bay where it is told how far it goes on.
constexpr double keelPlacesABay = 8.0;

/// How an edge runs on beyond its end: from a point along a direction, bending evenly.
struct RunOn {
  Vec2 from = Vec2::Zero(), along = Vec2::Zero();
  double bend = 0.0;  ///< 1/mm, to the left
  Vec2 at(double s) const {
    const double held = std::clamp(s * bend, -mostTurnRad, mostTurnRad) / (s == 0.0 ? 1.0 : s);
    return from + s * along + 0.5 * held * s * s * turnedLeft(along);
  }
};

/// An edge beyond one of its ends: slope and bend of the parabola through its last stretch.
RunOn runOn(const std::vector<Vec2>& edge, bool bow) {
  RunOn on;
  on.from = bow ? edge.front() : edge.back();
  const auto at = [&](std::size_t i) { return bow ? edge[i] : edge[edge.size() - 1 - i]; };
  std::size_t last = 1;
  while (last + 1 < edge.size() && (at(last) - on.from).norm() < bendBaseMm) ++last;
  const Vec2 chord = (on.from - at(last)).normalized(), side = turnedLeft(chord);
  // Height over the chord's line by the length behind the end, fitted to both.
  double xx = 0.0, xxx = 0.0, xxxx = 0.0, xy = 0.0, xxy = 0.0;
  for (std::size_t i = 1; i <= last; ++i) {
    const double x = (at(i) - on.from).dot(chord), y = (at(i) - on.from).dot(side);
    const double weight = (at(i) - at(i - 1)).norm();
    xx += weight * x * x, xxx += weight * x * x * x, xxxx += weight * x * x * x * x;
    xy += weight * x * y, xxy += weight * x * x * y;
  }
  const double all = xx * xxxx - xxx * xxx;
  double slope = 0.0;
  if (last >= 4 && std::abs(all) > 1e-12 * xx * xxxx) {
    slope = (xy * xxxx - xxy * xxx) / all;
    on.bend = 2.0 * (xx * xxy - xxx * xy) / all;
  }
  on.along = (chord + slope * side).normalized();
  return on;
}

double crossOf(const Vec2& a, const Vec2& b) {
  return a.x() * b.y() - a.y() * b.x();
}

/// Where one line runs over another.
struct Crossing {
  double along = 0.0;  ///< of the one that runs on
  std::size_t leg = 0;
  double part = 0.0;      ///< of the leg
  double angleRad = 0.0;  ///< between them
};

/// The crossing nearest to where an edge ends. The line is carried straight on at its own ends.
std::optional<Crossing> crossingOf(const RunOn& on, const std::vector<Vec2>& line) {
  std::optional<Crossing> nearest;
  const auto look = [&](double from, double to) {
    const Vec2 a = on.at(from), b = on.at(to);
    for (std::size_t leg = 0; leg + 1 < line.size(); ++leg) {
      const Vec2 along = line[leg + 1] - line[leg], step = b - a;
      const double all = crossOf(step, along);
      if (std::abs(all) < 1e-12) continue;
      const double s = crossOf(line[leg] - a, along) / all, part = crossOf(line[leg] - a, step) / all;
      // Its first and last legs are carried straight on.
      const double before = -part * along.norm(), past = (part - 1.0) * along.norm();
      const bool isOn =
          before <= (leg == 0 ? farthestMm : 1e-9) && past <= (leg + 2 == line.size() ? farthestMm : 1e-9);
      if (s < -1e-9 || s > 1.0 + 1e-9 || !isOn) continue;
      const double here = from + s * (to - from);
      if (nearest && std::abs(nearest->along) <= std::abs(here)) continue;
      nearest = {here, leg, part, std::asin(std::min(1.0, std::abs(crossOf(step.normalized(), along.normalized()))))};
    }
  };
  for (double s = 0.0; s < farthestMm && !(nearest && std::abs(nearest->along) < s); s += stepMm) {
    look(s, s + stepMm);
    if (s < backMm) look(-s - stepMm, -s);
  }
  return nearest;
}

Vec3 between(const Vec3& a, const Vec3& b, double part) {
  return a + part * (b - a);
}

/// Distance of a point from a line, positive where it lies on the left of it.
double leftOf(const std::vector<Vec2>& line, const Vec2& point) {
  double nearest = 1e300, side = 0.0;
  for (std::size_t i = 0; i + 1 < line.size(); ++i) {
    const Vec2 leg = line[i + 1] - line[i];
    if (leg.squaredNorm() < 1e-12) continue;
    const double part = std::clamp((point - line[i]).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
    const Vec2 off = point - line[i] - part * leg;
    if (off.squaredNorm() >= nearest) continue;
    nearest = off.squaredNorm();
    side = crossOf(leg, point - line[i]) > 0.0 ? 1.0 : -1.0;
  }
  return side * std::sqrt(nearest);
}

/// Makes the outline, end by end.
class Cutting {
 public:
  Cutting(const Band& band, const FlatPlank& plank, const PlankMake& make, const InnerRabbet& rabbet, bool isLowest,
          double thicknessMm)
      : m_band(band),
        m_plank(plank),
        m_make(make),
        m_lowest(isLowest && !rabbet.isNothing()),
        m_hood{isHood(true) && !rabbet.isNothing(), isHood(false) && !rabbet.isNothing()} {
    m_cut.lower = {plank.lower, edgeAt(false)};
    m_cut.upper = {plank.upper, edgeAt(true)};
    if (m_lowest || m_hood[0] || m_hood[1]) carryOver(rabbet, thicknessMm);
  }

  CutLines cut() {
    if (m_rabbet.size() < 2) {
      m_cut.bow = ownEnd(true), m_cut.stern = ownEnd(false);
      return std::move(m_cut);
    }
    const std::vector<Vec2> lowerWas = m_plank.lower;
    const CutLine ownLower = m_cut.lower, ownUpper = m_cut.upper;
    // Places of the rabbet, in its legs; below nought where an edge does not come there.
    constexpr double none = -1e9;
    const double bowTop = m_hood[0] ? trimmed(m_cut.upper, true) : none;
    const double sternTop = m_hood[1] ? trimmed(m_cut.upper, false) : none;
    double bowFoot = none, sternFoot = none;
    if (m_lowest) {
      bowFoot = m_hood[0] ? footPlace(true) : crossedByEnd(true).value_or(none);
      sternFoot = m_hood[1] ? footPlace(false) : crossedByEnd(false).value_or(none);
      if (bowFoot > none && sternFoot > bowFoot) m_cut.lower = stretch(bowFoot, sternFoot);
    } else {
      if (m_hood[0]) bowFoot = trimmed(m_cut.lower, true);
      if (m_hood[1]) sternFoot = trimmed(m_cut.lower, false);
    }
    // Edges that cross before they come to the rabbet, as where they hook along it, end as they are.
    const bool bowCrosses = m_hood[0] && bowTop > none && bowFoot > none && bowTop >= bowFoot;
    const bool sternCrosses = m_hood[1] && sternTop > none && sternFoot > none && sternFoot >= sternTop;
    if (!m_lowest) m_cut.bowUnsure.edgesCross = bowCrosses, m_cut.sternUnsure.edgesCross = sternCrosses;
    if ((bowCrosses || sternCrosses) && !m_lowest) {
      m_cut.lower = ownLower, m_cut.upper = ownUpper;
      if (m_hood[0] && !bowCrosses) trimmed(m_cut.lower, true), trimmed(m_cut.upper, true);
      if (m_hood[1] && !sternCrosses) trimmed(m_cut.lower, false), trimmed(m_cut.upper, false);
    }
    // Going down the stem from the sheer edge, and up the sternpost to it.
    m_cut.bow = bowTop > none && bowTop < bowFoot ? turnedRound(stretch(bowTop, bowFoot)) : ownEnd(true);
    m_cut.stern = sternFoot > none && sternFoot < sternTop ? stretch(sternFoot, sternTop) : ownEnd(false);
    closeCorners();
    tellHowFar(lowerWas);
    return std::move(m_cut);
  }

 private:
  bool isHood(bool bow) const {
    const Section* section = m_band.boatEnd(bow);
    return section != nullptr && section->isHood();
  }

  bool hasLap() const { return !m_plank.lapLine.empty(); }

  /// Where an edge's points lie on the boat.
  std::vector<Vec3> edgeAt(bool upper) const {
    const std::vector<double>& places = upper ? m_plank.upperT : m_plank.lowerT;
    const std::vector<Vec2>& flat = upper ? m_plank.upper : m_plank.lower;
    std::vector<Vec3> at;
    for (std::size_t i = 0; i < places.size(); ++i) {
      const Vec3 here = m_band.point(places[i], upper ? 1.0 : 0.0);
      if (upper || !hasLap()) {
        at.push_back(here);
        continue;
      }
      // The lap goes straight on from the plank, square to its edge.
      const Vec3 along = m_band.point(std::min(places[i] + 0.01, m_band.reach.toT), 0.0) -
                         m_band.point(std::max(places[i] - 0.01, m_band.reach.fromT), 0.0);
      const Vec3 unit = along.normalized(), down = here - m_band.point(places[i], 1.0);
      const Vec3 square = (down - down.dot(unit) * unit).normalized();
      const Vec2 run = directionAt(m_plank.lapLine, i), off = flat[i] - m_plank.lapLine[i];
      at.push_back(here + off.dot(run) * unit + off.dot(Vec2(run.y(), -run.x())) * square);
    }
    return at;
  }

  CutLine ownEnd(bool bow) const {
    CutLine end{endLine(m_plank, bow), {}};
    const std::size_t lap = hasLap() ? 1 : 0, places = end.flat.size();
    const double t = m_band.endT(bow);
    for (std::size_t i = 0; i < places; ++i) {
      if (i < lap) {
        end.at.push_back(bow ? m_cut.lower.at.front() : m_cut.lower.at.back());
      } else {
        end.at.push_back(m_band.point(t, static_cast<double>(i - lap) / static_cast<double>(places - 1 - lap)));
      }
    }
    return end;
  }

  /// The rabbet's bottom laid flat with the plank, as far as it lies along it.
  void carryOver(const InnerRabbet& rabbet, double thicknessMm) {
    m_in.emplace(m_band, m_plank, m_make, RabbetSides{m_hood[0], m_hood[1], m_lowest}, thicknessMm);
    for (const Vec3& place : rabbet.line()) {
      const auto flat = m_in->flatOf(place);
      if (!flat || (m_rabbet.size() > 0 && (*flat - m_rabbet.flat.back()).norm() < samePointMm)) continue;
      m_rabbet.flat.push_back(*flat);
      m_rabbet.at.push_back(place);
    }
    for (const Vec3& place : rabbet.bearding()) {
      if (const auto flat = m_in->flatOf(place)) m_cut.bearding.push_back(*flat);
    }
  }

  /// Runs an edge on to the rabbet, or cuts it back to it; where it meets the rabbet flat it turns in square to it. Its
  /// place there, in legs of the rabbet.
  double trimmed(CutLine& edge, bool bow) {
    const RunOn on = runOn(edge.flat, bow);
    const auto crossing = crossingOf(on, m_rabbet.flat);
    const double square = nearestPlace(on.from);
    double runsOn = crossing && crossing->along < 0.0 ? 1.0 : 0.0;
    if (crossing && crossing->along >= 0.0) {
      const double away = std::max((stretch(square, square).flat[0] - on.from).norm(), samePointMm);
      runsOn = std::min(std::clamp((crossing->angleRad - turnsInRad) / (runsOnRad - turnsInRad), 0.0, 1.0),
                        std::clamp((turnsInTimes - crossing->along / away) / (turnsInTimes - runsOnTimes), 0.0, 1.0));
    }
    // One that turns in square to the rabbet is as sure as the rabbet itself.
    CutLines::Unsure& unsure = bow ? m_cut.bowUnsure : m_cut.sternUnsure;
    if (crossing && runsOn > 0.0) unsure.flattestRad = std::min(unsure.flattestRad, crossing->angleRad);
    const double place =
        crossing ? runsOn * (static_cast<double>(crossing->leg) + crossing->part) + (1.0 - runsOn) * square : square;
    const CutLine corner = stretch(place, place);
    if (crossing && crossing->along < 0.0) {
      // Cut back: what lies beyond goes.
      const auto beyond = [&](const Vec2& point) { return (point - corner.flat[0]).dot(on.along) > -samePointMm; };
      while (edge.size() > 2 && beyond(bow ? edge.flat.front() : edge.flat.back())) {
        edge.flat.erase(bow ? edge.flat.begin() : edge.flat.end() - 1);
        edge.at.erase(bow ? edge.at.begin() : edge.at.end() - 1);
      }
    } else {
      constexpr int places = 8;
      const Vec2 straight = corner.flat[0] - on.from;
      const double far = crossing && runsOn > 0.0 ? crossing->along : 0.0;
      for (int i = 1; i < places; ++i) {
        const double part = static_cast<double>(i) / places;
        const Vec2 flat = (1.0 - runsOn) * Vec2(on.from + part * straight) + runsOn * on.at(part * far);
        edge.flat.insert(bow ? edge.flat.begin() : edge.flat.end(), flat);
        edge.at.insert(bow ? edge.at.begin() : edge.at.end(), m_in->spaceOf(flat));
      }
    }
    edge.flat.insert(bow ? edge.flat.begin() : edge.flat.end(), corner.flat[0]);
    edge.at.insert(bow ? edge.at.begin() : edge.at.end(), corner.at[0]);
    return place;
  }

  /// The place of the rabbet nearest to a point: abreast of the stem's or sternpost's foot the keel edge ends.
  double nearestPlace(const Vec2& point) const {
    double nearest = 1e300, place = 0.0;
    for (std::size_t leg = 0; leg + 1 < m_rabbet.size(); ++leg) {
      const Vec2 along = m_rabbet.flat[leg + 1] - m_rabbet.flat[leg];
      const double part = std::clamp((point - m_rabbet.flat[leg]).dot(along) / along.squaredNorm(), 0.0, 1.0);
      const double far = (m_rabbet.flat[leg] + part * along - point).norm();
      if (far < nearest) nearest = far, place = static_cast<double>(leg) + part;
    }
    return place;
  }
  double footPlace(bool bow) const { return nearestPlace(bow ? m_plank.lower.front() : m_plank.lower.back()); }

  /// Where the plank's own end, carried on past its keel edge, comes to the rabbet.
  std::optional<double> crossedByEnd(bool bow) const {
    std::vector<Vec2> end = endLine(m_plank, bow);
    RunOn on;
    on.from = end[0];
    on.along = (end[0] - end[1]).normalized();
    const auto crossing = crossingOf(on, m_rabbet.flat);
    if (!crossing) return std::nullopt;
    return static_cast<double>(crossing->leg) + crossing->part;
  }

  /// A stretch of the rabbet, between two places in legs; carried straight on beyond its ends.
  CutLine stretch(double from, double to) const {
    CutLine line;
    const auto add = [&](double place) {
      const double last = static_cast<double>(m_rabbet.size() - 2);
      const auto leg = static_cast<std::size_t>(std::clamp(std::floor(place), 0.0, last));
      const double part = place - static_cast<double>(leg);
      line.flat.push_back(m_rabbet.flat[leg] + part * (m_rabbet.flat[leg + 1] - m_rabbet.flat[leg]));
      line.at.push_back(between(m_rabbet.at[leg], m_rabbet.at[leg + 1], part));
    };
    add(from);
    if (to <= from) return line;
    constexpr double tooNear = 1e-6;
    for (double place = std::floor(from) + 1.0; place < to - tooNear; place += 1.0) {
      if (place > 0.0 && place < static_cast<double>(m_rabbet.size()) - 1.0 + tooNear) add(place);
    }
    add(to);
    return line;
  }

  static CutLine turnedRound(CutLine line) {
    std::reverse(line.flat.begin(), line.flat.end());
    std::reverse(line.at.begin(), line.at.end());
    return line;
  }

  /// Ends begin and end on the edges' own corners.
  void closeCorners() {
    for (const bool bow : {true, false}) {
      CutLine& end = bow ? m_cut.bow : m_cut.stern;
      end.flat.front() = bow ? m_cut.lower.flat.front() : m_cut.lower.flat.back();
      end.at.front() = bow ? m_cut.lower.at.front() : m_cut.lower.at.back();
      end.flat.back() = bow ? m_cut.upper.flat.front() : m_cut.upper.flat.back();
      end.at.back() = bow ? m_cut.upper.at.front() : m_cut.upper.at.back();
    }
  }

  /// How far it goes on beyond its own ends and keel edge.
  void tellHowFar(const std::vector<Vec2>& lowerWas) {
    for (const bool bow : {true, false}) {
      if (!m_hood[bow ? 0 : 1]) continue;
      std::vector<double>& mm = bow ? m_cut.intoBow : m_cut.intoStern;
      // Down the stem, aft along the keel and up the sternpost the rabbet has the plank on its left.
      for (const Vec2& place : endLine(m_plank, bow)) mm.push_back(leftOf(m_rabbet.flat, place));
    }
    if (!m_lowest) return;
    const auto steps = static_cast<int>(std::ceil((m_band.reach.toT - m_band.reach.fromT) * keelPlacesABay));
    for (int i = 0; i <= steps; ++i) {
      const std::size_t at = static_cast<std::size_t>(i) * (lowerWas.size() - 1) / static_cast<std::size_t>(steps);
      const double x = lowerWas[at].x();
      if (!m_cut.intoKeel.empty() && x <= m_cut.intoKeel.back().first) continue;
      m_cut.intoKeel.emplace_back(x, leftOf(m_rabbet.flat, lowerWas[at]));
    }
  }

  const Band& m_band;
  const FlatPlank& m_plank;
  const PlankMake& m_make;
  bool m_lowest;
  std::array<bool, 2> m_hood;  ///< bow, stern
  std::optional<InRabbet> m_in;
  CutLine m_rabbet;  ///< from the stem head round the keel to the sternpost head
  CutLines m_cut;
};

}  // namespace

InnerRabbet::InnerRabbet(const std::vector<RabbetRun>& runs) {
  const auto add = [](std::vector<Vec3>& line, const Vec3& at) {
    // Where one run takes over from another it begins a little before the other ends.
    if (line.size() >= 2 && (at - line.back()).dot(line.back() - line[line.size() - 2]) <= samePointMm * samePointMm)
      return;
    line.push_back(at);
  };
  // Stem and sternpost are traced from the foot up: the stem is gone down.
  for (const RabbetPart part : {RabbetPart::Stem, RabbetPart::Keel, RabbetPart::Sternpost}) {
    for (const RabbetRun& run : runs) {
      if (run.part != part) continue;
      for (int i = 0; i <= stepsARun; ++i) {
        const double share = static_cast<double>(part == RabbetPart::Stem ? stepsARun - i : i) / stepsARun;
        add(m_line, run.innerRabbet.pointAtShare(share));
        add(m_bearding, run.beardingLine.pointAtShare(share));
      }
    }
  }
}

CutLines cutLines(const Band& band, const FlatPlank& plank, const PlankMake& make, const InnerRabbet& rabbet,
                  bool isLowest, double thicknessMm) {
  return Cutting(band, plank, make, rabbet, isLowest, thicknessMm).cut();
}

}  // namespace narrows
