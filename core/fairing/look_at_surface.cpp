#include "fairing/look_at_surface.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <numbers>
#include <numeric>

#include "fairing/fair_course.h"
#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Lines and sections of fewer nails tell nothing of their own course.
constexpr std::size_t fewestOfACourse = 4;
/// Gaps of a section that are looked at, the longest first.
constexpr std::size_t gapsLookedAt = 5;
/// Nails taken either side of a stretch of section.
constexpr std::size_t aboutNails = 3;
/// Figures are met to this at best, however exactly they are given.
constexpr double exactMm = 0.2;
/// Nails of a line that are taken as one course.
constexpr std::size_t mostForOneCourse = 64;
/// Places a gap between two nails is looked at.
constexpr int placesAGap = 3;
/// Nails nearer together than this are one.
constexpr double sameNailMm = 1e-3;
/// What the surface itself may be off between stations.
constexpr double surfaceDoubtMm = 0.8;
/// Nails there must be beyond a gap on either side: near its ends a line turns as its middle does not tell.
constexpr std::size_t beyondGap = 2;
/// Standard deviations a line must be away to be spoken of.
constexpr double awayAt = 3.0;
/// A stretch is off by less than this many of the course's standard deviations nineteen times in twenty: measured on
/// smooth hulls with lines 75 to 200 mm apart, where half a deviation is usual.
constexpr double nineteenInTwenty = 1.5;
/// Figures of a section nearer together than this share of what is usual along it say nothing of its liveliness.
constexpr double closeShare = 0.25;
/// A section steeper than this (sine) is given by a waterline, a flatter one by a buttock.
constexpr double steepSine = 0.6;

std::vector<CourseNail> courseNails(const TableLine& line, const TableRounding& rounding) {
  std::vector<CourseNail> nails;
  for (std::size_t i = 0; i < line.nails.size(); ++i) {
    double tolerance = 0.0;
    for (const auto& [figure, axis] : line.figuresAt(i))
      tolerance = std::max(tolerance, figureToleranceMm(rounding, figure));
    nails.push_back({line.nails[i].at, std::max(tolerance, exactMm) / std::numbers::sqrt3});
  }
  return nails;
}

/// Lengths along a row of nails, by their chords.
std::vector<double> chordLengths(const TableLine& line) {
  std::vector<double> along{0.0};
  for (std::size_t i = 1; i < line.nails.size(); ++i)
    along.push_back(along.back() + (line.nails[i].at - line.nails[i - 1].at).norm());
  return along;
}

double distanceTo(const std::vector<Contour>& contours, const Vec3& at) {
  double least = std::numeric_limits<double>::max();
  for (const Contour& contour : contours) {
    for (std::size_t i = 1; i < contour.size(); ++i) {
      // Legs that lie further along the boat than what is found already are passed over.
      const double fore = contour[i - 1].x() - at.x(), aft = contour[i].x() - at.x();
      if (fore * aft > 0.0 && std::min(std::abs(fore), std::abs(aft)) > least) continue;
      const Vec3 leg = contour[i] - contour[i - 1];
      const double share = std::clamp((at - contour[i - 1]).dot(leg) / std::max(leg.squaredNorm(), 1e-12), 0.0, 1.0);
      least = std::min(least, (at - contour[i - 1] - share * leg).norm());
    }
  }
  return least;
}

/// Whether a batten through a line's nails lies on its contours between all its figures.
bool battenLies(const TableLine& line, const std::vector<Contour>& contours) {
  std::vector<Vec3> points;
  for (const LineNail& nail : line.nails) {
    if (!points.empty() && (nail.at - points.back()).norm() < sameNailMm) return false;
    points.push_back(nail.at);
  }
  const Batten batten = Batten::spring(points, BattenEnds::CarryCurvature);
  const std::vector<double>& along = batten.nailLengthsMm();
  for (std::size_t gap = 0; gap + 1 < points.size(); ++gap) {
    if (!line.nails[gap].figure || !line.nails[gap + 1].figure) continue;
    for (int i = 1; i <= placesAGap; ++i) {
      const double share = static_cast<double>(i) / (placesAGap + 1);
      if (distanceTo(contours, batten.pointAt(along[gap] + share * (along[gap + 1] - along[gap]))) > surfaceLookMm)
        return false;
    }
  }
  return true;
}

/// The figure a nail stands for, or one that gives it.
std::optional<FigureRef> figureOf(const LineNail& nail) {
  return nail.figure ? nail.figure : nail.height ? nail.height : nail.halfBreadth;
}

std::string nameOf(const OffsetTable& table, const LineNail& nail) {
  const auto figure = figureOf(nail);
  if (!figure || figure->in != FigureRef::In::Row) return Trade::say("the end of the section");
  return rowWords(table.rows[figure->list], table.unit);
}

/// A height or breadth a builder would take a figure at, near to `mm` and within half of `room` of it.
Length roundPlace(double mm, double room, Unit unit) {
  const double small = unit == Unit::Millimetre || unit == Unit::Metre ? 1.0 : mmPerInch / 8.0;
  double step = small;
  for (const double times : {2.0, 4.0, 8.0, 16.0, 24.0, 48.0}) {
    const double wider = unit == Unit::Millimetre || unit == Unit::Metre ? 2.5 * times : small * times;
    if (wider <= 0.5 * room) step = wider;
  }
  return millimetres(std::round(mm / step) * step);
}

}  // namespace

std::string LineOffSurface::words(Notation notation) const {
  std::string said = Trade::say(
      "%1 lies %2 off the surface between %3: sprung by itself it runs elsewhere than the sections do. Look at the "
      "figures of both there.",
      line, showLength(millimetres(awayMm), notation), between);
  said[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(said[0])));
  return said;
}

std::string NotHeld::words(Notation notation) const {
  const std::string others = otherStations == 0
                                 ? std::string()
                                 : Trade::sayCount(", less at (one other station|%n other stations)", otherStations);
  return Trade::say("The table does not hold her at %1 between %2 and %3, off by about %4%5: take %6 off the drawing.",
                    placeWords(station), from, to, showLength(millimetres(offMm), notation), others, settle);
}

std::vector<LineOffSurface> lookAtSurface(const OffsetTable& table, const Judgement& judgement,
                                          const std::vector<DrawnLine>& lines, const std::stop_token& stop) {
  const TableRounding rounding(table);
  std::vector<LineOffSurface> found;
  for (const TableLine& line : judgement.lines) {
    if (stop.stop_requested()) break;
    if (line.kind != LineKind::Along || line.nails.size() < fewestOfACourse) continue;
    const auto drawn =
        std::find_if(lines.begin(), lines.end(), [&](const DrawnLine& one) { return one.row == line.list; });
    if (drawn == lines.end()) continue;
    // A batten through the line tells quickly that it lies on the surface, as nearly all do.
    if (battenLies(line, drawn->contours)) continue;
    const std::vector<CourseNail> nails = courseNails(line, rounding);
    const std::vector<double> along = chordLengths(line);
    // Of a long line the nails about a gap tell its course there.
    const std::size_t about = nails.size() > mostForOneCourse ? mostForOneCourse / 4 : nails.size();
    std::optional<FairCourse> course;
    std::optional<LineOffSurface> worst;
    double worstOver = 0.0;
    for (std::size_t gap = 0; gap + 1 < nails.size() && !stop.stop_requested(); ++gap) {
      // Between its last figure and where it leaves the hull a line is only drawn on.
      const LineNail &fore = line.nails[gap], &aft = line.nails[gap + 1];
      if (!fore.figure || !aft.figure || gap < beyondGap || gap + 1 + beyondGap >= nails.size()) continue;
      const std::size_t from = gap > about ? gap - about : 0;
      if (about < nails.size() || !course)
        course.emplace(std::span<const CourseNail>(nails).subspan(from, std::min(2 * about + 2, nails.size() - from)));
      const double restless = std::max(1.0, course->restlessness(static_cast<int>(gap - from)));
      for (int i = 1; i <= placesAGap; ++i) {
        const FairCourse::Spot spot = course->at(
            along[gap] - along[from] + (along[gap + 1] - along[gap]) * i / static_cast<double>(placesAGap + 1));
        const double away = distanceTo(drawn->contours, spot.at);
        const double allowed = std::max(
            surfaceLookMm, awayAt * restless * spot.strayMm + surfaceDoubtMm + rounding.rowToleranceMm(line.list));
        if (away <= allowed || away - allowed <= worstOver) continue;
        worstOver = away - allowed;
        worst =
            LineOffSurface{*fore.figure, line.name, Trade::say("stations %1 and %2", fore.station, aft.station), away};
      }
    }
    if (worst) found.push_back(*worst);
  }
  return found;
}

namespace {

/// The nails of a section that stand apart; the ends stay.
TableLine apart(const TableLine& section) {
  std::vector<double> gaps;
  for (std::size_t i = 1; i < section.nails.size(); ++i)
    gaps.push_back((section.nails[i].at - section.nails[i - 1].at).norm());
  if (gaps.empty()) return section;
  std::nth_element(gaps.begin(), gaps.begin() + static_cast<std::ptrdiff_t>(gaps.size() / 2), gaps.end());
  const double closeMm = closeShare * gaps[gaps.size() / 2];
  TableLine kept = section;
  kept.nails.clear();
  for (std::size_t i = 0; i < section.nails.size(); ++i) {
    const bool last = i + 1 == section.nails.size();
    while (last && kept.nails.size() > 1 && (kept.nails.back().at - section.nails[i].at).norm() < closeMm)
      kept.nails.pop_back();
    if (last || kept.nails.empty() || (kept.nails.back().at - section.nails[i].at).norm() >= closeMm)
      kept.nails.push_back(section.nails[i]);
  }
  return kept;
}

/// The stretch of a section that its figures hold least.
std::optional<NotHeld> leastHeld(const OffsetTable& table, const TableLine& section, const TableRounding& rounding) {
  const std::vector<CourseNail> nails = courseNails(section, rounding);
  const std::vector<double> along = chordLengths(section);
  // The longest gaps are held least.
  std::vector<std::size_t> gaps(nails.size() - 1);
  std::iota(gaps.begin(), gaps.end(), std::size_t{0});
  std::stable_sort(gaps.begin(), gaps.end(),
                   [&](std::size_t a, std::size_t b) { return along[a + 1] - along[a] > along[b + 1] - along[b]; });
  gaps.resize(std::min(gaps.size(), gapsLookedAt));
  std::optional<NotHeld> least;
  for (const std::size_t gap : gaps) {
    const LineNail &low = section.nails[gap], &high = section.nails[gap + 1];
    const auto figure = low.figure ? low.figure : high.figure;
    // How lively it is there, the nails about it tell: topsides are quieter than a garboard.
    const std::size_t from = gap > aboutNails ? gap - aboutNails : 0;
    const std::size_t count = std::min(gap + aboutNails + 2, nails.size()) - from;
    const FairCourse course(std::span<const CourseNail>(nails.data() + from, count));
    const FairCourse::Spot spot = course.at(0.5 * (along[gap] + along[gap + 1]) - along[from]);
    const double off = nineteenInTwenty * spot.strayMm;
    if (!figure || off < surfaceLookMm || (least && off <= least->offMm)) continue;
    const Vec3 leg = high.at - low.at;
    const bool steep = std::abs(leg.z()) > steepSine * leg.norm();
    TableRow settles;
    settles.line = steep ? RowLine::Waterline : RowLine::Buttock;
    settles.at = roundPlace(steep ? spot.at.z() : spot.at.y(), std::abs(steep ? leg.z() : leg.y()), table.unit);
    least = NotHeld{*figure, table.stations[section.list].name, 0, nameOf(table, low), nameOf(table, high),
                    off,     rowWords(settles, table.unit)};
  }
  return least;
}

}  // namespace

std::vector<NotHeld> lookAtHolds(const OffsetTable& table, const Judgement& judgement, const std::stop_token& stop) {
  const TableRounding rounding(table);
  std::map<std::pair<std::string, std::string>, NotHeld> open;
  for (const TableLine& line : judgement.lines) {
    if (stop.stop_requested()) break;
    if (line.kind != LineKind::Section) continue;
    const TableLine section = apart(line);
    if (section.nails.size() < fewestOfACourse) continue;
    auto held = leastHeld(table, section, rounding);
    if (!held) continue;
    const auto [known, isNew] = open.try_emplace({held->from, held->to}, *held);
    if (isNew) continue;
    held->otherStations = ++known->second.otherStations;
    if (held->offMm > known->second.offMm) known->second = *held;
  }
  std::vector<NotHeld> found;
  for (auto& [between, held] : open) found.push_back(std::move(held));
  std::stable_sort(found.begin(), found.end(), [](const NotHeld& a, const NotHeld& b) { return a.offMm > b.offMm; });
  return found;
}

}  // namespace narrows
