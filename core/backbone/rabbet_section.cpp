#include "backbone/rabbet_section.h"

#include <algorithm>
#include <cmath>

#include "curve/halving.h"
#include "lines/contours.h"
#include "moulds/mould.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Plank drawn, in thicknesses from the rabbet.
constexpr double plankDrawn = 7.0;
/// Timber drawn to either side of the rabbet, in thicknesses, where its outline is not known.
constexpr double timberDrawn = 3.0;
constexpr int searchSteps = 400;
/// Chords a plank's face is drawn in.
constexpr int plankSteps = 28;

/// The part of a curve that lies near a point, from the end that is nearest to the timber outward.
std::vector<Vec2> nearPart(const std::vector<Vec2>& curve, const Vec2& at, double reach) {
  std::vector<Vec2> near;
  for (const Vec2& point : curve) {
    if ((point - at).norm() <= reach) near.push_back(point);
  }
  if (near.size() > 1 && (near.back() - at).norm() < (near.front() - at).norm()) std::reverse(near.begin(), near.end());
  return near;
}

/// The half of a timber with the groove, or its bevelled corner, taken out. `low` and `high`: where its two faces stand
/// along the first axis; across: the half-siding.
Polygon cutHalf(const RabbetSection& cut, double low, double high, bool grooved, double faceHalf,
                const std::vector<Vec2>& bed) {
  const double half = cut.rabbet.y();
  Polygon shape{{low, 0.0}, {high, 0.0}, {high, half}, cut.bearding};
  if (grooved) {
    shape.insert(shape.end(), bed.begin(), bed.end());
    shape.push_back(cut.inner);
    shape.push_back(cut.rabbet);
    shape.emplace_back(low, half);
  } else {
    shape.emplace_back(low, std::max(faceHalf, 0.0));
  }
  return shape;
}

/// The plank in the square cut: its outside leaves the rabbet line at the bevel and bends evenly, so that its inside, a
/// thickness within, passes the bearding line. `bed`: the groove's bed between bearding line and corner, from the
/// first.
void drawPlank(RabbetSection& cut, double thicknessMm, double reach, std::vector<Vec2>& bed) {
  const Vec2 way(std::cos(cut.angleRad), std::sin(cut.angleRad)), out(-way.y(), way.x());
  const Vec2 over = cut.bearding - cut.rabbet;
  const double far = over.dot(way);
  const double bend = far > thicknessMm ? 2.0 * (over.dot(out) + thicknessMm) / (far * far) : 0.0;
  const Vec2 inner = cut.rabbet - thicknessMm * out;
  cut.inner = inner;
  for (int i = 0; i <= plankSteps; ++i) {
    const double s = reach * i / plankSteps;
    const Vec2 outside = cut.rabbet + s * way + 0.5 * bend * s * s * out;
    const Vec2 square = Vec2(out - bend * s * way).normalized();
    const Vec2 inside = outside - thicknessMm * square;
    cut.outside.push_back(outside);
    if ((inside - cut.rabbet).dot(way) >= far) {
      cut.inside.push_back(inside);
    } else if (i > 0) {
      bed.insert(bed.begin(), inside);
    }
  }
  cut.inside.insert(cut.inside.begin(), cut.bearding);
}

}  // namespace

std::optional<double> alongAt(const RabbetRun& run, int coordinate, double valueMm) {
  double before = 0.0;
  for (int i = 0; i <= searchSteps; ++i) {
    const double along = run.lengthMm() * i / searchSteps;
    const double off = run.rabbetLine.pointAt(along)[coordinate] - valueMm;
    if (off == 0.0) return along;
    if (i > 0 && before * off < 0.0) {
      return whereCeases(run.lengthMm() * (i - 1) / searchSteps, along,
                         [&](double at) { return (run.rabbetLine.pointAt(at)[coordinate] - valueMm) * before > 0.0; });
    }
    before = off;
  }
  return std::nullopt;
}

std::vector<RabbetMark> rabbetMarks(const RabbetRun& run, const OffsetTable& table, RabbetSteps steps, double stepMm) {
  std::vector<RabbetMark> marks;
  if (steps == RabbetSteps::Even && stepMm > 0.0) {
    for (int i = 0; i * stepMm <= run.lengthMm(); ++i) marks.push_back({std::to_string(i + 1), i * stepMm});
    return marks;
  }
  if (run.part == RabbetPart::Keel) {
    for (const StationColumn& station : table.stations) {
      if (!station.distance) continue;
      if (const auto along = alongAt(run, 0, station.distance->mm()))
        marks.push_back({Trade::say("station %1", station.name), *along});
    }
  } else {
    for (const TableRow& row : table.rows) {
      if (row.line != RowLine::Waterline) continue;
      if (const auto along = alongAt(run, 2, row.at.mm())) marks.push_back({rowWords(row, table.unit), *along});
    }
    marks.push_back({Trade::say("foot"), 0.0});
    marks.push_back({Trade::say("sheer"), run.lengthMm()});
  }
  std::sort(marks.begin(), marks.end(), [](const RabbetMark& a, const RabbetMark& b) { return a.alongMm < b.alongMm; });
  marks.erase(
      std::unique(marks.begin(), marks.end(),
                  [](const RabbetMark& a, const RabbetMark& b) { return std::abs(a.alongMm - b.alongMm) < 0.5; }),
      marks.end());
  return marks;
}

namespace {

/// Inward along the timber's side, square to the rabbet line.
Vec3 inwardAt(const RabbetRun& run, const RabbetPlace& place, double alongMm) {
  const Vec3 in = Vec3(0.0, 1.0, 0.0).cross(run.rabbetLine.tangentAt(alongMm)).normalized();
  return in.dot(place.bearding - place.rabbet) < 0.0 ? Vec3(-in) : in;
}

/// Cuts in the plane of a level or of a station, where the faces of the planking are those of the hull.
class PlaneCut {
 public:
  PlaneCut(const RabbetSectionOf& of, const RabbetPlace& place, CutPlane plane)
      : m_of(of), m_place(place), m_isLevel(plane == CutPlane::Level), m_valueMm(place.rabbet[m_isLevel ? 2 : 0]) {}

  void cutInto(RabbetSection& cut, double reach) const {
    cut.rabbet = flat(m_place.rabbet);
    cut.inner = lineAt(m_of.run->innerRabbet, m_place.inner);
    cut.bearding = lineAt(m_of.run->beardingLine, m_place.bearding);
    cut.outside = nearPart(faceCurve(m_of.outside), cut.rabbet, reach);
    cut.inside = nearPart(faceCurve(m_of.inside), cut.bearding, reach);
    std::erase_if(cut.outside, [&](const Vec2& at) { return at.y() < cut.rabbet.y(); });
    std::erase_if(cut.inside, [&](const Vec2& at) { return at.y() < cut.bearding.y(); });
    cut.outside.insert(cut.outside.begin(), cut.rabbet);
    cut.inside.insert(cut.inside.begin(), cut.bearding);
    const Vec3& normal = m_place.normal;
    cut.angleRad = m_isLevel ? m_place.planRad : std::atan2(std::abs(normal.z()), std::abs(normal.y()));
  }

 private:
  Vec2 flat(const Vec3& at) const { return m_isLevel ? Vec2(at.x(), at.y()) : Vec2(at.z(), at.y()); }

  Vec2 lineAt(const Batten& line, const Vec3& otherwise) const {
    const int fixed = m_isLevel ? 2 : 0;
    for (int i = 1; i <= searchSteps; ++i) {
      const Vec3 a = line.pointAtShare((i - 1.0) / searchSteps),
                 b = line.pointAtShare(static_cast<double>(i) / searchSteps);
      const double offA = a[fixed] - m_valueMm, offB = b[fixed] - m_valueMm;
      if (offA * offB <= 0.0 && offA != offB) return flat(a + (b - a) * (offA / (offA - offB)));
    }
    return flat(otherwise);
  }

  std::vector<Vec2> faceCurve(const Hull* hull) const {
    std::vector<Vec2> curve;
    if (hull == nullptr) return curve;
    if (m_isLevel) {
      for (const Contour& contour : waterlineContours(*hull, m_valueMm)) {
        for (const Vec3& at : contour) curve.push_back(flat(at));
      }
    } else if (const auto outline = cutOutline(*hull, m_valueMm, 0.0)) {
      for (int i = 0; i <= 100; ++i) curve.push_back(flat(outline->pointAt(outline->lengthMm() * i / 100.0)));
    }
    return curve;
  }

  const RabbetSectionOf& m_of;
  const RabbetPlace& m_place;
  bool m_isLevel;
  double m_valueMm;
};

/// From where to where the timber lies, along the way the section is cut: its own faces where its outline is known.
std::pair<double, double> timberReach(const RabbetSectionOf& of, const RabbetPlace& place, const RabbetSection& cut,
                                      double alongMm) {
  double low = std::min(cut.rabbet.x(), cut.inner.x()) - timberDrawn * of.thicknessMm;
  double high = std::max(cut.bearding.x(), cut.inner.x()) + timberDrawn * of.thicknessMm;
  if (of.timber == nullptr) return {low, high};
  const Vec2 at(place.rabbet.x(), place.rabbet.z());
  Vec2 way(1.0, 0.0);
  if (cut.plane == CutPlane::Station) way = {0.0, 1.0};
  if (cut.plane == CutPlane::Square) {
    const Vec3 in = inwardAt(*of.run, place, alongMm);
    way = Vec2(in.x(), in.z());
  }
  double before = -1e12, after = 1e12;
  for (const double share : crossings(*of.timber, at, at + way)) {
    if (share <= 0.0) before = std::max(before, share);
    if (share > 0.0 && share < after) after = share;
  }
  if (before > -1e11) low = cut.rabbet.x() + before;
  if (after < 1e11) high = std::max(cut.rabbet.x() + after, cut.bearding.x());
  return {low, high};
}

}  // namespace

RabbetSection cutRabbet(const RabbetSectionOf& of, double alongMm, CutPlane plane) {
  const RabbetPlace place = of.run->at(alongMm);
  RabbetSection cut;
  cut.plane = plane;
  // Past the bearding line, however far in that is.
  const double reach = std::max(plankDrawn * of.thicknessMm, 1.4 * (place.bearding - place.rabbet).norm());
  std::vector<Vec2> bed;
  if (plane == CutPlane::Square) {
    const Vec3 in = inwardAt(*of.run, place, alongMm);
    const auto flat = [&](const Vec3& at) { return Vec2((at - place.rabbet).dot(in), at.y()); };
    cut.rabbet = flat(place.rabbet);
    cut.inner = flat(place.inner);
    cut.bearding = flat(place.bearding);
    cut.angleRad = place.bevelRad;
    drawPlank(cut, of.thicknessMm, reach, bed);
  } else {
    PlaneCut(of, place, plane).cutInto(cut, reach);
  }
  const auto [low, high] = timberReach(of, place, cut, alongMm);
  cut.timber = cutHalf(cut, of.grooved ? low : cut.rabbet.x(), high, of.grooved, place.faceHalfMm, bed);
  return cut;
}

}  // namespace narrows
