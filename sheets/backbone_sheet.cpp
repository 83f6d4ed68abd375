#include "backbone_sheet.h"

#include <algorithm>
#include <cmath>

#include "lettering.h"
#include "lines/place_words.h"
#include "lines/profile_distance.h"
#include "moulds/mould.h"
#include "plank_pattern.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double textMm = 4.2;
constexpr double timberNameMm = 9.0;
constexpr double prickMm = 2.0;
/// Letters that lie on others give way by this much at a time.
constexpr double stepMm = 3.0;
/// Lines of the profile are drawn in chords no longer than this.
constexpr double outlineChordMm = 5.0;

std::string titled(const BackboneSheetOf& of, const std::string& words) {
  return narrows::titled(of.boat, words);
}

std::string angleWords(double rad) {
  return saidDecimal(radians(rad).deg(), 1) + "°";
}

std::string bevelOf(double rad, Notation notation) {
  return angleWords(rad) + ", " + riseWords(rad, notation);
}

void closed(Drawing& drawing, LineRole role, Polygon polygon) {
  if (polygon.empty()) return;
  polygon.push_back(polygon.front());
  drawing.line(role, std::move(polygon));
}

void heading(Drawing& drawing, const Vec2& at, const std::string& words) {
  SheetText text;
  text.at = at;
  text.text = words;
  text.heightMm = timberNameMm;
  text.bold = true;
  text.isHeading = true;
  drawing.texts.push_back(text);
}

/// A cross to prick through.
void prick(Drawing& drawing, const Vec2& at) {
  drawing.line(LineRole::Mark, {at - Vec2(prickMm, 0.0), at + Vec2(prickMm, 0.0)});
  drawing.line(LineRole::Mark, {at - Vec2(0.0, prickMm), at + Vec2(0.0, prickMm)});
}

/// The parts of a curve that lie on a shape.
void drawOn(Drawing& drawing, LineRole role, const Batten& curve, const Polygon& shape) {
  const int steps = std::max(2, chordsOf(curve.lengthMm(), outlineChordMm));
  std::vector<Vec2> stretch;
  const auto finish = [&] {
    if (stretch.size() > 1) drawing.line(role, stretch);
    stretch.clear();
  };
  for (int i = 0; i <= steps; ++i) {
    const Vec3 at = curve.pointAtShare(static_cast<double>(i) / steps);
    const Vec2 flat(at.x(), at.z());
    if (contains(shape, flat)) {
      stretch.push_back(flat);
    } else {
      finish();
    }
  }
  finish();
}

/// Marks of the rabbet on one timber.
void drawRabbet(Drawing& drawing, Lettering& letters, const BackboneSheetOf& of, const RabbetRun& run,
                const Polygon& shape) {
  drawOn(drawing, LineRole::Rabbet, run.rabbetLine, shape);
  drawOn(drawing, LineRole::InnerRabbet, run.innerRabbet, shape);
  drawOn(drawing, LineRole::Bearding, run.beardingLine, shape);
  for (const RabbetMark& mark : rabbetMarks(run, *of.table, RabbetSteps::Table, 0.0)) {
    const RabbetPlace place = run.at(mark.alongMm);
    const Vec2 rabbet = inProfile(place.rabbet), bearding = inProfile(place.bearding);
    if (!contains(shape, rabbet) && !contains(shape, bearding)) continue;
    for (const Vec2& at : {rabbet, inProfile(place.inner), bearding}) {
      if (contains(shape, at)) prick(drawing, at);
    }
    // Lettered behind the bearding line, along the way in.
    Vec2 in = (bearding - rabbet).normalized();
    const bool back = in.x() < 0.0;
    const double angle = std::atan2(back ? -in.y() : in.y(), back ? -in.x() : in.x());
    // Clear of the timber, past the edge behind the bearding line.
    double clear = 0.0;
    for (const double across : crossings(shape, bearding, bearding + in)) {
      if (across > 0.0 && clear == 0.0) clear = across;
    }
    letters.put({bearding + (clear + 4.0) * in, mark.name + "  " + bevelOf(place.bevelRad, of.notation), textMm, angle,
                 back ? TextPlace::Right : TextPlace::Left},
                {stepMm * in, stepMm * turnedLeft(in), -stepMm * turnedLeft(in)}, Vec2(bearding + clear * in));
  }
}

/// Stations and waterlines where they cross a shape, with their names at its edge.
void drawGrid(Drawing& drawing, Lettering& letters, const BackboneSheetOf& of, const Polygon& shape) {
  const Box2 box = boxOf(shape);
  for (const StationColumn& station : of.table->stations) {
    if (!station.distance) continue;
    const double x = station.distance->mm();
    if (x < box.low.x() || x > box.high.x()) continue;
    const auto cuts = crossings(shape, {x, 0.0}, {x, 1.0});
    for (std::size_t i = 0; i + 1 < cuts.size(); i += 2)
      drawing.line(LineRole::Station, {{x, cuts[i]}, {x, cuts[i + 1]}});
    if (!cuts.empty())
      letters.put({{x + 1.5, cuts.front() - 6.0}, Trade::say("station %1", station.name), textMm},
                  {{0.0, -stepMm}, {stepMm, 0.0}, {-stepMm, 0.0}}, Vec2(x, cuts.front()));
  }
  for (const TableRow& row : of.table->rows) {
    if (row.line != RowLine::Waterline) continue;
    const double z = row.at.mm();
    if (z < box.low.y() || z > box.high.y()) continue;
    const auto cuts = crossings(shape, {0.0, z}, {1.0, z});
    for (std::size_t i = 0; i + 1 < cuts.size(); i += 2)
      drawing.line(LineRole::Level, {{cuts[i], z}, {cuts[i + 1], z}});
    if (!cuts.empty())
      letters.put({{cuts.front() - 3.0, z - 1.5}, rowWords(row, of.table->unit), textMm, 0.0, TextPlace::Right},
                  {{-stepMm, 0.0}, {0.0, stepMm}, {0.0, -stepMm}}, Vec2(cuts.front(), z));
  }
}

/// Where the sheer meets stem and transom.
void drawSheer(Drawing& drawing, Lettering& letters, const BackboneSheetOf& of, const Polygon& shape) {
  for (const RabbetRun& run : *of.backbone->rabbet) {
    if (run.part == RabbetPart::Keel) continue;
    const Vec2 at = inProfile(run.places.back().rabbet);
    if (distanceToOutline(shape, at) > 120.0 && !contains(shape, at)) continue;
    const auto cuts = crossings(shape, at, at + Vec2(1.0, 0.0));
    if (cuts.size() < 2) continue;
    drawing.line(LineRole::Mark, {at + Vec2(cuts.front(), 0.0), at + Vec2(cuts.back(), 0.0)});
    letters.put({at + Vec2(cuts.back() + 4.0, 7.0), Trade::say("SHEER as drawn: head stays long until it is sprung"),
                 textMm, 0.0, TextPlace::Left, true},
                {{0.0, stepMm}, {0.0, -stepMm}, {stepMm, 0.0}, {-stepMm, 0.0}}, Vec2(at + Vec2(cuts.back(), 0.0)));
  }
}

void drawFastenings(Drawing& drawing, Lettering& letters, const BackboneSheetOf& of, const TimberShape& shape) {
  const Backbone& backbone = *of.backbone;
  const auto shown = [&](double mm) { return showLength(millimetres(mm), of.notation); };
  for (const Joint& joint : backbone.plan.joints) {
    if (joint.forward != shape.id && joint.aft != shape.id) continue;
    drawing.line(LineRole::Joint, jointLine(joint));
  }
  for (const Stopwater& stopwater : backbone.stopwaters) {
    const auto joint = std::find_if(backbone.plan.joints.begin(), backbone.plan.joints.end(),
                                    [&](const Joint& one) { return one.id == stopwater.joint; });
    if (joint == backbone.plan.joints.end() || (joint->forward != shape.id && joint->aft != shape.id)) continue;
    std::vector<Vec2> round;
    for (int i = 0; i <= 24; ++i)
      round.emplace_back(stopwater.at + 0.5 * stopwater.diameterMm * Vec2(std::cos(i * 0.2618), std::sin(i * 0.2618)));
    drawing.line(LineRole::Mark, round);
    prick(drawing, stopwater.at);
    letters.put({stopwater.at + Vec2(stopwater.diameterMm, -stopwater.diameterMm - 4.0),
                 Trade::say("stopwater %1, bored with the joint bolted up dry", shown(stopwater.diameterMm)), textMm},
                {{0.0, -stepMm}, {stepMm, 0.0}, {-stepMm, 0.0}}, stopwater.at);
  }
  for (const Bolt& bolt : backbone.plan.bolts) {
    const Vec2 low = inProfile(bolt.low), high = inProfile(bolt.high);
    if (!contains(shape.outline, low + 0.25 * (high - low)) && !contains(shape.outline, low + 0.75 * (high - low)))
      continue;
    drawing.line(LineRole::Bolt, {low, high});
    letters.put({high + Vec2(2.0, 2.0),
                 Trade::say("bolt %1, %2 long", shown(bolt.diameter.mm()), shown((high - low).norm())), textMm},
                {{0.0, stepMm}, {0.0, -stepMm}, {stepMm, 0.0}, {-stepMm, 0.0}}, high);
  }
}

}  // namespace

namespace {

/// The corners of the least convex shape about a polygon. Source: A. M. Andrew, Another Efficient Algorithm for Convex
/// Hulls in Two Dimensions, Information Processing Letters 9 (1979).
Polygon convexAbout(Polygon points) {
  std::sort(points.begin(), points.end(),
            [](const Vec2& a, const Vec2& b) { return a.x() < b.x() || (a.x() == b.x() && a.y() < b.y()); });
  Polygon hull;
  for (const bool back : {false, true}) {
    const std::size_t start = hull.size();
    for (const Vec2& at : points) {
      while (hull.size() >= start + 2) {
        const Vec2 a = hull[hull.size() - 1] - hull[hull.size() - 2], b = at - hull[hull.size() - 1];
        if (a.x() * b.y() - a.y() * b.x() > 0.0) break;
        hull.pop_back();
      }
      hull.push_back(at);
    }
    hull.pop_back();
    if (!back) std::reverse(points.begin(), points.end());
  }
  return hull;
}

/// The two points of an outline that lie farthest apart: both are corners of the shape about it. Of a shape with very
/// many corners, as far apart as some of them lie: a check with a rule needs no more.
std::pair<Vec2, Vec2> farthestApart(const Polygon& outline) {
  constexpr std::size_t mostCorners = 800;
  std::pair<Vec2, Vec2> found(outline.front(), outline.front());
  const Polygon corners = convexAbout(outline);
  const std::size_t stride = 1 + corners.size() / mostCorners;
  for (std::size_t i = 0; i < corners.size(); i += stride) {
    for (std::size_t j = 0; j < i; j += stride) {
      if ((corners[i] - corners[j]).norm() > (found.second - found.first).norm()) found = {corners[i], corners[j]};
    }
  }
  return found;
}

}  // namespace

Drawing timberSheet(const BackboneSheetOf& of, const TimberShape& shape) {
  Drawing drawing;
  const Timber& timber = *of.backbone->plan.find(shape.id);
  drawing.name = "backbone-" + sheetFileName(timber.name);
  drawing.title = titled(of, Trade::say("%1 · sided %2 · %3 · starboard side, bow to the left", timber.name,
                                        shownTwice(timber.siding.mm(), of.notation), timber.species));
  closed(drawing, LineRole::MouldEdge, shape.outline);
  const Box2 box = boxOf(shape.outline);
  heading(drawing, {box.low.x(), box.high.y() + 22.0}, timber.name);
  drawing.text(
      {box.low.x(), box.high.y() + 13.0},
      Trade::say("Bevels are held square to the rabbet line, against the timber's side. Prick through the crosses."),
      textMm);
  Lettering letters(drawing);
  std::vector<Vec2> edge = shape.outline;
  edge.push_back(edge.front());
  letters.keepOff(std::move(edge));
  for (const RabbetRun& run : *of.backbone->rabbet) drawRabbet(drawing, letters, of, run, shape.outline);
  drawSheer(drawing, letters, of, shape.outline);
  drawGrid(drawing, letters, of, shape.outline);
  drawFastenings(drawing, letters, of, shape);
  // The longest way across it, to check with a rule.
  const auto [from, to] = farthestApart(shape.outline);
  drawing.line(LineRole::Check, {from, to});
  drawing.check = Trade::say("Check before cutting: the dotted line, corner to corner, is %1.",
                             shownTwice((to - from).norm(), of.notation));
  drawing.note =
      Trade::say("Mark the outline again when the timber is to thickness. Leave a fat sixteenth for fairing.");
  return drawing;
}

RabbetSectionOf rabbetSectionOf(const BackboneSheetOf& of, const RabbetRun& run, double alongMm) {
  RabbetSectionOf found;
  found.run = &run;
  found.inside = of.inside;
  found.outside = of.outside;
  found.thicknessMm = of.table->thickness.mm();
  found.grooved = run.part == RabbetPart::Keel ? of.backbone->plan.keel.make == KeelMake::Upright
                                               : of.backbone->plan.rabbet.stem == StemMake::Rabbeted;
  const RabbetPlace place = run.at(alongMm);
  for (const TimberShape& shape : of.backbone->shapes.shapes) {
    if (contains(shape.outline, inProfile(place.inner))) found.timber = &shape.outline;
  }
  return found;
}

Drawing rabbetSectionSheet(const RabbetSection& cut) {
  Drawing drawing;
  closed(drawing, LineRole::MouldEdge, cut.timber);
  drawing.line(LineRole::KeelEdge, cut.outside);
  drawing.line(LineRole::KeelEdge, cut.inside);
  const DrawingBounds box = boundsOf(drawing);
  drawing.line(LineRole::CentreLine, {{box.low.x(), 0.0}, {box.high.x(), 0.0}});
  return drawing;
}

namespace {

/// How the rows of some cells stand below each other, so many abreast: the lower edge of each row.
std::vector<double> rowsOf(const std::vector<Drawing>& cells, std::size_t abreast) {
  constexpr double betweenMm = 10.0;
  std::vector<double> feet;
  double y = 0.0;
  for (std::size_t first = 0; first < cells.size(); first += abreast) {
    double deep = 0.0;
    for (std::size_t i = first; i < std::min(first + abreast, cells.size()); ++i)
      deep = std::max(deep, boundsOf(cells[i]).height() + betweenMm);
    feet.push_back(y -= deep);
  }
  return feet;
}

/// Cells in rows, left to right and downwards: as few abreast as a roll of the usual width holds of them below each
/// other, so that it is short.
void layInRows(Drawing& drawing, const std::vector<Drawing>& cells) {
  constexpr double tallestMm = 540.0, besideMm = 18.0;
  std::size_t abreast = 1;
  while (abreast < cells.size() && -rowsOf(cells, abreast).back() > tallestMm) ++abreast;
  const std::vector<double> feet = cells.empty() ? std::vector<double>() : rowsOf(cells, abreast);
  double x = 0.0;
  for (std::size_t i = 0; i < cells.size(); ++i) {
    if (i % abreast == 0) x = 0.0;
    const DrawingBounds box = boundsOf(cells[i]);
    const Vec2 by(x - box.low.x(), feet[i / abreast] - box.low.y());
    for (SheetLine line : cells[i].lines) {
      for (Vec2& at : line.points) at += by;
      drawing.lines.push_back(std::move(line));
    }
    for (SheetText text : cells[i].texts) {
      text.at += by;
      drawing.texts.push_back(std::move(text));
    }
    x += box.width() + besideMm;
  }
}

}  // namespace

Drawing rabbetSectionsSheet(const BackboneSheetOf& of, const RabbetRun& run) {
  Drawing drawing;
  const std::string part(rabbetPartName(run.part));
  drawing.name = "rabbet-sections-" + part;
  drawing.title = titled(of, Trade::say("rabbet of the %1, cut square to its line, full size", Trade::say(part)));
  std::vector<Drawing> cells;
  for (const RabbetMark& mark : rabbetMarks(run, *of.table, RabbetSteps::Table, 0.0)) {
    const RabbetSection cut = cutRabbet(rabbetSectionOf(of, run, mark.alongMm), mark.alongMm, CutPlane::Square);
    cells.push_back(rabbetSectionSheet(cut));
    const double left = boundsOf(cells.back()).low.x();
    cells.back().text({left, -7.0}, mark.name, textMm, TextPlace::Left, 0.0, true);
    cells.back().text({left, -13.0}, bevelOf(cut.angleRad, of.notation), textMm);
  }
  layInRows(drawing, cells);
  drawing.note = Trade::say(
      "The plank is drawn in. The centre line of the timber is dash-dotted; the template's edge is its side.");
  drawing.check = Trade::say("Siding %1 at the %2.", shownTwice(2.0 * run.places.front().rabbet.y(), of.notation),
                             run.part == RabbetPart::Keel ? Trade::say("forward end") : Trade::say("foot"));
  return drawing;
}

Drawing bentInPlaceSheet(const BackboneSheetOf& of) {
  Drawing drawing;
  const auto& timber = of.backbone->bentInPlace;
  if (!timber) return drawing;
  const BentInPlacePlan& plan = of.backbone->plan.bentInPlace;
  const bool stem = plan.along == BentAlong::Stem;
  drawing.name = stem ? "cutwater" : "outer-keel";
  drawing.title = titled(of, stem ? Trade::say("cutwater, straight, outer face up; its foot to the left")
                                  : Trade::say("outer keel, straight, outer face up; forward to the left"));
  const double length = timber->face.lengthMm(), trim = plan.trim.mm();
  const double half = 0.5 * plan.width.mm(), outer = 0.5 * timber->outerWidthMm;
  for (const double side : {1.0, -1.0}) {
    drawing.line(LineRole::MouldEdge, {{-trim, side * outer}, {length + trim, side * outer}});
    if (half - outer > 0.5) drawing.line(LineRole::MouldBack, {{-trim, side * half}, {length + trim, side * half}});
  }
  for (const double end : {-trim, length + trim}) drawing.line(LineRole::MouldEdge, {{end, -half}, {end, half}});
  for (const double end : {0.0, length}) drawing.line(LineRole::Mark, {{end, -half - 4.0}, {end, half + 4.0}});
  drawing.line(LineRole::CentreLine, {{-trim - 20.0, 0.0}, {length + trim + 20.0, 0.0}});
  for (std::size_t i = 0; i < timber->clamps.size(); ++i) {
    const double at = timber->clamps[i].alongMm;
    drawing.line(LineRole::Station, {{at, half + 1.0}, {at, half + 9.0}});
    drawing.text({at + 1.5, half + 4.0}, Trade::say("clamp %1", i + 1), textMm);
  }
  constexpr double armMm = 3.0;
  for (const BentFastening& one : of.bentFastenings ? of.bentFastenings->all : std::vector<BentFastening>()) {
    const Vec2 at(one.alongMm, one.offMm);
    // An upright cross goes in first, a slanting one when the glue has gone off.
    const Vec2 arm = one.isFirst ? Vec2(armMm, 0.0) : Vec2(0.7 * armMm, 0.7 * armMm);
    drawing.line(LineRole::Fastening, {at - arm, at + arm});
    drawing.line(LineRole::Fastening, {at - turnedLeft(arm), at + turnedLeft(arm)});
  }
  heading(drawing, {0.0, half + 30.0}, stem ? Trade::say("CUTWATER") : Trade::say("OUTER KEEL"));
  drawing.check = Trade::say("End mark to end mark, straight: %1.", shownTwice(length, of.notation));
  drawing.note =
      Trade::say("Upright crosses first, while the glue goes off; slanting ones after. Ends are cut as it lies.");
  return drawing;
}

Drawing keelSheet(const BackboneSheetOf& of) {
  Drawing drawing;
  const auto& bevel = of.backbone->keel;
  if (!bevel) return drawing;
  drawing.name = "keel-half-breadths";
  drawing.title = titled(of, Trade::say("keel, unfolded about its centre line · lower edge full, upper edge dashed"));
  const RabbetRun* run = of.backbone->run(RabbetPart::Keel);
  std::vector<Vec2> lower, upper;
  const auto& stations = bevel->stations;
  for (std::size_t i = 0; i < stations.size(); ++i) {
    // True distance along the keel: along the rabbet line.
    const auto along = alongAt(*run, 0, stations[i].xMm);
    const double at = along ? *along : stations[i].xMm - stations.front().xMm;
    lower.emplace_back(at, stations[i].outboardMm);
    upper.emplace_back(at, stations[i].inboardMm);
  }
  const auto faired = [](const std::vector<Vec2>& points, double side) {
    std::vector<Vec3> nails;
    for (const Vec2& at : points) nails.emplace_back(at.x(), at.y(), 0.0);
    const Batten batten = Batten::spring(nails, BattenEnds::Free);
    std::vector<Vec2> line;
    const int steps = std::max(2, static_cast<int>(batten.lengthMm() / outlineChordMm));
    for (int i = 0; i <= steps; ++i) {
      const Vec3 at = batten.pointAtShare(static_cast<double>(i) / steps);
      line.emplace_back(at.x(), side * at.y());
    }
    return line;
  };
  for (const double side : {1.0, -1.0}) {
    drawing.line(LineRole::MouldEdge, faired(lower, side));
    drawing.line(LineRole::MouldBack, faired(upper, side));
  }
  drawing.line(LineRole::CentreLine, {{lower.front().x() - 20.0, 0.0}, {lower.back().x() + 20.0, 0.0}});
  for (std::size_t i = 0; i < stations.size(); ++i) {
    drawing.line(LineRole::Station, {{lower[i].x(), -upper[i].y()}, {lower[i].x(), upper[i].y()}});
    drawing.text({lower[i].x() + 2.0, upper[i].y() + 3.0},
                 Trade::say("station %1  saw %2", stations[i].name, angleWords(stations[i].sawRad)), textMm);
    prick(drawing, lower[i]);
    prick(drawing, {lower[i].x(), -lower[i].y()});
  }
  heading(drawing, {lower.front().x(), 120.0}, Trade::say("KEEL"));
  drawing.check = Trade::say("First station to last, along the keel: %1.",
                             shownTwice(lower.back().x() - lower.front().x(), of.notation));
  drawing.note = Trade::say("Saw %1 from upright the whole length, then plane to each station's own.",
                            angleWords(bevel->leastSawRad));
  return drawing;
}

Drawing transomSheet(const BackboneSheetOf& of, const Transom& transom) {
  Drawing drawing;
  drawing.name = "transom";
  const std::string face = transom.foreIsLarger ? Trade::say("FORWARD") : Trade::say("AFTER");
  drawing.title = titled(of, Trade::say("transom, true shape · got out to the %1 face and bevelled back", face));
  const Polygon larger = transom.whole(transom.larger(), true);
  closed(drawing, LineRole::MouldEdge, larger);
  closed(drawing, LineRole::MouldBack, transom.whole(transom.smaller(), false));
  std::vector<Vec2> crown = transom.crown;
  for (std::size_t i = transom.crown.size(); i-- > 0;) crown.emplace_back(-transom.crown[i].x(), transom.crown[i].y());
  drawing.line(LineRole::LapLine, crown);
  const Box2 box = boxOf(larger);
  drawing.line(LineRole::CentreLine, {{0.0, box.low.y() - 14.0}, {0.0, box.high.y() + 26.0}});
  double last = -1e9;
  for (const TransomMark& mark : transom.marks) {
    const double tick = mark.isPlankLine ? 20.0 : 12.0;
    for (const double side : {1.0, -1.0})
      drawing.line(LineRole::Mark, {{side * mark.at.x(), mark.at.y()}, {side * (mark.at.x() - tick), mark.at.y()}});
    if (!mark.isPlankLine) drawing.line(LineRole::Level, {{-mark.at.x(), mark.at.y()}, {mark.at.x(), mark.at.y()}});
    const double y = std::max(mark.at.y(), last + 1.3 * textMm);
    last = y;
    drawing.text({box.high.x() + 6.0, y - 1.5},
                 (mark.isPlankLine ? Trade::say("PLANK %1", nameWords(mark.name)) : nameWords(mark.name)) + "  " +
                     bevelOf(mark.bevelRad, of.notation),
                 textMm, TextPlace::Left, 0.0, mark.isPlankLine);
    drawing.line(LineRole::Rule, {{mark.at.x(), mark.at.y()}, {box.high.x() + 5.0, y}});
  }
  heading(drawing, {6.0, box.high.y() + 14.0}, Trade::say("TRANSOM"));
  drawing.text({6.0, box.high.y() + 6.0}, Trade::say("Left high at the crown; the dashed curve is the finished one."),
               textMm);
  drawing.check =
      Trade::say("Sheer to sheer across the larger face: %1. Rake %2 from plumb.",
                 shownTwice(2.0 * transom.larger().edge.back().x(), of.notation), angleWords(transom.rakeRad));
  drawing.note = Trade::say(
      "Planking is taken off. Bevels are held square to the edge, from the %1 face; the dashed outline is the other "
      "face.",
      face);
  return drawing;
}

Drawing formSheet(const BackboneSheetOf& of, const Lamination& lamination, const std::string& part) {
  Drawing drawing;
  drawing.name = "form-" + sheetFileName(part);
  drawing.title = titled(of, Trade::say("form for the laminated %1 · %2 strips of %3 mm", part, lamination.strips,
                                        saidDecimal(lamination.stripMm, 1)));
  const auto curve = [](const Batten& batten) {
    std::vector<Vec2> line;
    const int steps = std::max(2, chordsOf(batten.lengthMm(), outlineChordMm));
    for (int i = 0; i <= steps; ++i) line.push_back(inProfile(batten.pointAtShare(static_cast<double>(i) / steps)));
    return line;
  };
  drawing.line(LineRole::MouldEdge, curve(lamination.formFace));
  drawing.line(LineRole::MouldBack, curve(lamination.middle));
  drawing.line(LineRole::Check, {inProfile(lamination.formMiddle.pointAtShare(0.0)),
                                 inProfile(lamination.formMiddle.pointAtShare(1.0))});
  constexpr double blockMm = 60.0;
  for (std::size_t i = 0; i < lamination.blocks.size(); ++i) {
    const FormBlock& block = lamination.blocks[i];
    const Vec2 at = inProfile(block.at), square = inProfile(block.square);
    drawing.line(LineRole::Station, {at, at - blockMm * square});
    drawing.text(at - (blockMm + 4.0) * square, std::to_string(i + 1), textMm, TextPlace::Centre);
  }
  for (const Vec3& end : {lamination.formMiddle.pointAtShare(0.0), lamination.formMiddle.pointAtShare(1.0)})
    prick(drawing, inProfile(end));
  const Vec2 first = inProfile(lamination.formFace.pointAtShare(0.0));
  heading(drawing, first + Vec2(0.0, 30.0), Trade::say("FORM: %1", part));
  drawing.text(first + Vec2(0.0, 22.0),
               Trade::say("Full line: the form's face. Dashed: the middle of the part as it should come off."), textMm);
  drawing.check = Trade::say(
      "Middle of the stack, end to end straight across, on the form: %1; it should open by %2 when it is released.",
      shownTwice(lamination.formOpeningMm, of.notation), shownTwice(lamination.opensMm, of.notation));
  drawing.note = Trade::say("Bend a dry run first, with every clamp, before any glue is mixed.");
  return drawing;
}

std::vector<Drawing> blankSheets(const BackboneSheetOf& of, const Blank& blank, const Timber& timber) {
  std::vector<Drawing> drawings;
  const TimberShape* shape = of.backbone->shapes.find(timber.id);
  for (int layer = 1; layer <= std::min(blank.layers, 2); ++layer) {
    Drawing drawing;
    drawing.name = "blank-" + sheetFileName(timber.name) + (layer == 1 ? "-odd-layers" : "-even-layers");
    drawing.title = titled(of, Trade::say("%1 built up · %2 layers of %3", timber.name,
                                          layer == 1 ? Trade::say("odd") : Trade::say("even"), blank.layers));
    if (shape != nullptr) closed(drawing, LineRole::MouldEdge, shape->outline);
    for (const BlankPiece& piece : blank.pieces) {
      if (piece.layer != layer) continue;
      closed(drawing, LineRole::Board, piece.board);
      const Vec2 middle = centroid(piece.board);
      drawing.text(middle,
                   std::to_string(piece.place) + ":  " + showLength(millimetres(piece.lengthMm), of.notation) + " x " +
                       showLength(millimetres(piece.widthMm), of.notation),
                   textMm, TextPlace::Centre, std::remainder(piece.angleRad, 3.14159265358979));
    }
    drawing.check = Trade::say("Each layer is planed to %1.", shownTwice(blank.layerMm, of.notation));
    drawing.note = Trade::say("Joints of layers that touch stay %1 apart or more; grain runs out %2 at most.",
                              showLength(millimetres(blank.leastApartMm), of.notation), angleWords(blank.runOutRad));
    drawings.push_back(std::move(drawing));
  }
  return drawings;
}

Drawing slabSheet(const BackboneSheetOf& of) {
  Drawing drawing;
  const SlabWork& slab = of.backbone->slab;
  const SlabPlan& plan = of.backbone->plan.slab;
  const Timber* timber = of.backbone->plan.find(plan.timber);
  drawing.name = "slab-" + sheetFileName(timber != nullptr ? timber->name : "none");
  drawing.title = titled(of, Trade::say("slab of %1 with the %2 laid on it", plan.species,
                                        timber != nullptr ? timber->name : Trade::say("pattern")));
  closed(drawing, LineRole::Board, slab.lay.slab);
  closed(drawing, LineRole::MouldEdge, slab.placed.judgement.outline);
  for (std::size_t i = 0; i < plan.faults.size(); ++i) {
    const TimberFault& fault = plan.faults[i];
    const Vec2 at(fault.along.mm(), fault.across.mm()), half(0.5 * fault.length.mm(), 0.5 * fault.width.mm());
    closed(drawing, LineRole::Mark, rectangle(at - half, at + half));
    drawing.text(at + Vec2(0.0, half.y() + 2.0), Trade::say(faultKindName(fault.kind)), textMm, TextPlace::Centre);
  }
  for (const GravingPiece& piece : slab.graving) {
    const Vec2 half(0.5 * piece.lengthMm, 0.5 * piece.widthMm);
    closed(drawing, LineRole::LapLine, moved(rectangle(-half, half), slab.lay.grainRad, piece.onSlab));
  }
  const double grain = slab.lay.grainRad;
  const Box2 box = boxOf(slab.lay.slab);
  const Vec2 way(std::cos(grain), std::sin(grain)), middle(box.low.x() + 60.0, box.high.y() + 14.0);
  drawing.line(LineRole::Dimension, {middle, middle + 120.0 * way});
  drawing.text(middle + 126.0 * way, Trade::say("grain"), textMm);
  drawing.check = Trade::say("The pattern's axis lies %1 off the grain.", angleWords(slab.placed.judgement.runOutRad));
  drawing.note = slab.graving.empty()
                     ? Trade::say("No fault lies in the part.")
                     : Trade::sayCount("%n graving piece(|s), dashed: same species, grain along the timber's.",
                                       slab.graving.size());
  return drawing;
}

}  // namespace narrows
