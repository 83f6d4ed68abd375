#include "tables.h"

#include <algorithm>
#include <cmath>
#include <iostream>

#include "backbone/backbone.h"
#include "backbone/look_at_backbone.h"
#include "book/book_file.h"
#include "fairing/judge.h"
#include "lining/straight_run.h"
#include "moulds/mould.h"

namespace narrows::cli {

namespace {

constexpr int strainDecimals = 6;
constexpr int easeDecimals = 4;
constexpr int angleDecimals = 3;
/// Points of a mould's outline are printed no further apart than this.
constexpr double outlineStepMm = 10.0;

std::string_view verdictName(Verdict verdict) {
  switch (verdict) {
    case Verdict::None:
      return "";
    case Verdict::Look:
      return "look";
    case Verdict::Misread:
      return "misread";
  }
  return {};
}

}  // namespace

Result<std::string> girthsTable(const Job& job) {
  std::string text = "station,distance,girth\n";
  for (const PlacedSection& placed : job.sections()) {
    const Section& section = *placed.section;
    text += csvField(section.name) + "," + (section.xMm ? job.show(*section.xMm) : "") + "," +
            job.show(section.girthMm()) + "\n";
  }
  return text;
}

Result<std::string> liningTable(const Job& job) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  std::string text = "line,station,x,y,z,girth\n";
  for (std::size_t line = 0; line < lining->lines.size(); ++line) {
    for (const PlacedSection& placed : job.sections()) {
      const auto& of = lining->lines[line];
      if (placed.index && !of.isAt(*placed.index)) continue;
      const auto mark = markAt(lining->frame, of.curve.over(of.reach), placed);
      if (!mark) continue;
      text += std::to_string(line) + "," + csvField(placed.section->name) + "," + job.show(mark->at.x()) + "," +
              job.show(mark->at.y()) + "," + job.show(mark->at.z()) + "," + job.show(mark->girthMm) + "\n";
    }
  }
  return text;
}

Result<std::string> widthsTable(const Job& job) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  std::string text = "strake,station,width\n";
  for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
    for (const PlacedSection& placed : job.sections()) {
      if (placed.index && !lining->covers(k, *placed.index)) continue;
      const LinedStrake& strake = lining->strakes[k];
      const auto lower = markAt(lining->frame, strake.lowerEdge.over(strake.reach), placed);
      const auto upper = markAt(lining->frame, strake.upperEdge.over(strake.reach), placed);
      if (!lower || !upper) continue;
      const double width = upper->girthMm - lower->girthMm;
      text += std::to_string(k + 1) + "," + csvField(placed.section->name) + "," + job.show(width) + "\n";
    }
  }
  return text;
}

Result<std::string> runTable(const Job& job, const std::string& station, double share) {
  const GirthFrame frame(job.sharedHull(), job.fromRabbet());
  const auto section = job.sectionNamed(station);
  if (!section) return tl::make_unexpected(section.error());
  const StraightRun run = straightRun(frame, {static_cast<double>(*section), share, 0.0});
  std::string text = "station,x,y,z,girth\n";
  const auto row = [&](const Section& at, const Vec3& point, double girthMm) {
    text += csvField(at.name) + "," + job.show(point.x()) + "," + job.show(point.y()) + "," + job.show(point.z()) +
            "," + job.show(girthMm) + "\n";
  };
  for (const PlacedSection& placed : job.sections()) {
    if (placed.index) {
      const auto crossing = run.crossing(static_cast<double>(*placed.index));
      if (crossing)
        row(*placed.section, frame.sectionPoint(*placed.index, crossing->share),
            crossing->share * frame.girthMm(*placed.index));
      continue;
    }
    // A section that is only part of the hull: where the run passes its plane.
    for (std::size_t i = 1; i < run.points.size(); ++i) {
      const Vec3 &a = run.points[i - 1].at, &b = run.points[i].at;
      const double x = *placed.section->xMm;
      if (a.x() > x || b.x() <= x) continue;
      const Vec3 at = a + (x - a.x()) / (b.x() - a.x()) * (b - a);
      const Batten& curve = placed.section->parts.back();
      const double along = curve.nearestAlong(at);
      row(*placed.section, curve.pointAt(along), along);
      break;
    }
  }
  return text;
}

Result<std::string> plankTable(const Job& job, int strake, bool summary) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  const auto index = Job::strakeOf(*lining, strake);
  if (!index) return tl::make_unexpected(index.error());
  const FlatPlank plank = job.flatPlank(*lining, *index);
  if (summary) {
    std::string text = "strake,length_lower,length_upper,board_length,board_width,sny,strain_rms,strain_max\n" +
                       std::to_string(strake);
    for (const double mm :
         {plank.lowerLengthMm, plank.upperLengthMm, plank.boardLengthMm, plank.boardWidthMm, plank.snyMm})
      text += "," + job.show(mm);
    return text + "," + showDecimal(plank.strainRms, strainDecimals) + "," +
           showDecimal(plank.strainMax, strainDecimals) + "\n";
  }
  std::string text = "edge,x,y\n";
  const auto add = [&](const std::string& name, const std::vector<Vec2>& edge) {
    for (const Vec2& point : edge) text += name + "," + job.show(point.x()) + "," + job.show(point.y()) + "\n";
  };
  const bool port = job.side() == BoatSide::Port;
  add("lower", port ? mirrored(plank.lower) : plank.lower);
  add("upper", port ? mirrored(plank.upper) : plank.upper);
  return text;
}

Result<std::string> fairnessTable(const Request& request) {
  OffsetTable table;
  if (request.file.ends_with(".narrows")) {
    const auto read = loadBook(request.file);
    if (!read) return tl::make_unexpected(read.error());
    table = fairedTable(read->book);
  } else {
    const auto read = loadOffsetTable(request.file);
    if (!read) return tl::make_unexpected(read.error());
    table = *read;
  }
  Unit unit = request.units.value_or(table.unit);
  if (unit == Unit::Metre) unit = Unit::Millimetre;
  const auto show = [unit](double mm) { return writeLength(millimetres(mm), unit, unit == Unit::Inch ? 5 : 3, false); };
  std::string text = "line,station,value,float,ease,verdict\n";
  for (const FigureJudgement& judged : judgeTable(table).figures) {
    text += csvField(lineOf(table, judged.figure)) + "," + csvField(placeOf(table, judged.figure)) + "," +
            show(figureMm(table, judged.figure)) + "," + (judged.floatMm ? show(*judged.floatMm) : "") + "," +
            (judged.ease ? showDecimal(*judged.ease, easeDecimals) : "") + "," +
            std::string(verdictName(judged.verdict)) + "\n";
  }
  return text;
}

Result<std::string> mouldsTable(const Job& job) {
  Lining lining;
  MouldFace face{job.sharedHull(), nullptr, &job.book().table, nullptr};
  if (job.isLinedOff()) {
    auto lined = job.lining();
    if (!lined) return tl::make_unexpected(lined.error());
    lining = std::move(*lined);
    face.lining = &lining;
  }
  const MouldSet set = makeMoulds(face, job.book().moulds);
  if (!set.problems.empty()) return tl::make_unexpected(set.problems);
  std::string text = "station,mark,x,y,z,bevel\n";
  for (const Mould& mould : set.moulds) {
    if (!job.reaches(mould.outline.xMm)) continue;
    const auto add = [&](const std::string& mark, const Vec3& at, double bevelRad) {
      text += csvField(mould.name) + "," + csvField(mark) + "," + job.show(at.x()) + "," + job.show(at.y()) + "," +
              job.show(at.z()) + "," + showDecimal(radians(bevelRad).deg(), angleDecimals) + "\n";
    };
    const double length = mould.outline.lengthMm();
    const int steps = std::max(2, static_cast<int>(std::ceil(length / outlineStepMm)));
    auto mark = mould.marks.begin();
    for (int i = 0; i <= steps; ++i) {
      const double along = length * i / steps;
      bool marked = false;
      for (; mark != mould.marks.end() && mark->alongMm <= along + 1e-9; ++mark) {
        add(mark->name, mark->at, mark->bevelRad);
        marked = marked || std::abs(mark->alongMm - along) < 1e-6;
      }
      if (!marked) add("", mould.outline.pointAt(along), mould.outline.bevelAt(along));
    }
  }
  return text;
}

Result<std::string> rabbetTable(const Job& job, RabbetPart part, const std::string& heights) {
  std::vector<double> wanted;
  for (std::size_t from = 0; from <= heights.size();) {
    const std::size_t to = std::min(heights.find(',', from), heights.size());
    const auto height = parseLength(heights.substr(from, to - from), job.unit());
    if (!height) throw UsageError{"--heights: " + describe(height.error()[0])};
    wanted.push_back(height->mm());
    constexpr std::size_t mostHeights = 1000;
    if (wanted.size() > mostHeights)
      throw UsageError{"--heights: more than " + std::to_string(mostHeights) + " at once; ask in parts"};
    from = to + 1;
  }
  const OffsetTable& table = job.book().table;
  const SectionKind end = part == RabbetPart::Stem ? SectionKind::Stem : SectionKind::Sternpost;
  const Section& section = part == RabbetPart::Stem ? job.drawn()->sections.front() : job.drawn()->sections.back();
  if (section.kind != end) {
    const std::string name(rabbetPartName(part));
    return fail(Fault::RecordMissing, {},
                {"profile " + name + " rabbet", "without it there is no " + name + " to cut a rabbet in."});
  }
  const RabbetTracer tracer({job.drawn().get(), table.side, table.thickness.mm()}, table,
                            sidingsOf(job.book().backbone.rabbet));
  const TracedRabbet traced = tracer.traceAll();
  for (const UnmetStretch& one : traced.unmet) {
    if (one.part != part) continue;
    std::cerr << RabbetUnmet{one}.words(job.notation()) << "\n";
  }
  for (const Problem& problem : rabbetProblems(traced.runs, table)) {
    if (problem.where.name == rabbetPartName(part)) std::cerr << describe(problem) << "\n";
  }
  std::string text = "height,rabbet,inner,inner_half_breadth,inner_height,bearding,angle\n";
  for (const double height : wanted) {
    const RabbetAtHeight met = tracer.atHeight(part, height);
    text += job.show(height) + ",";
    if (met.rabbet) {
      text += job.show(met.rabbet->rabbet.x()) + "," + job.show(met.rabbet->inner.x()) + "," +
              job.show(met.rabbet->inner.y()) + "," + job.show(met.rabbet->inner.z()) + ",";
    } else {
      text += ",,,,";
    }
    text += (met.bearding ? job.show(met.bearding->x()) : "") + ",";
    text += (met.rabbet ? showDecimal(radians(met.rabbet->planRad).deg(), angleDecimals) : "") + "\n";
  }
  return text;
}

}  // namespace narrows::cli
