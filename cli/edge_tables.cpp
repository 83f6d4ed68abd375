#include "edge_tables.h"

#include <algorithm>
#include <cmath>

#include "book/book_file.h"
#include "plank/backing_out.h"
#include "plank/lap_bevel.h"

namespace narrows::cli {

namespace {

constexpr int bevelDecimals = 3;

/// One strake where a section cuts it. In a section that is only part of the hull the lowest may begin on it: then its
/// lower edge is the section's own beginning.
struct CutStrake {
  std::size_t strake = 0;
  PartMark lower, upper;
  bool hasLower = false;
};

/// The strakes that a section cuts, lowest up.
std::vector<CutStrake> strakesCut(const Lining& lining, const PlacedSection& placed) {
  std::vector<CutStrake> cut;
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    if (placed.index && !lining.covers(k, *placed.index)) continue;
    const LinedStrake& strake = lining.strakes[k];
    const auto upper = markAt(lining.frame, strake.upperEdge.over(strake.reach), placed);
    if (!upper) continue;
    const auto lower = markAt(lining.frame, strake.lowerEdge.over(strake.reach), placed);
    cut.push_back({k, lower.value_or(*upper), *upper, lower.has_value()});
  }
  std::sort(cut.begin(), cut.end(),
            [](const CutStrake& a, const CutStrake& b) { return a.upper.girthMm < b.upper.girthMm; });
  return cut;
}

/// What is said of the line at the head of a strake, where another strake stands on it.
struct LineBevels {
  std::string chord, land;
};

std::string degrees(double rad) {
  return showDecimal(radians(rad).deg(), bevelDecimals);
}

/// Of each strake cut but the topmost.
std::vector<LineBevels> bevelsAlong(const Job& job, const Lining& lining, const PlacedSection& placed,
                                    const std::vector<CutStrake>& cut) {
  if (cut.size() < 2) return {};
  const auto markOf = [&](const PartMark& mark, const SurfaceCurve& curve) {
    return SectionMark{mark.at.tail<2>(), lining.frame.normal(mark.t, curve.shareAt(mark.t)).x()};
  };
  std::vector<SectionMark> marks;
  const LinedStrake& lowest = lining.strakes[cut[0].strake];
  if (cut[0].hasLower) {
    marks.push_back(markOf(cut[0].lower, lowest.lowerEdge));
  } else {
    marks.push_back({placed.section->parts.back().pointAt(0.0).tail<2>(), 0.0});
  }
  for (const CutStrake& one : cut) marks.push_back(markOf(one.upper, lining.strakes[one.strake].upperEdge));
  const double lap = lapAt(job.plankMake(lining, cut[1].strake), cut[0].upper.t);
  const bool lapped = job.book().table.construction == Construction::Lapstrake && lap > 0.0 &&
                      (!placed.index || !placed.section->isHood());
  std::vector<LineBevels> bevels;
  for (const LapBevel& land : landsAlong(marks, lap, job.book().table.thickness.mm()))
    bevels.push_back({degrees(land.chordRad), lapped ? degrees(land.landRad) : std::string()});
  return bevels;
}

}  // namespace

Result<std::string> bevelsTable(const Job& job) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  // Columns are gone through one by one; rows are told line by line.
  std::vector<std::string> rows(lining->lines.size());
  for (const PlacedSection& placed : job.sections()) {
    const std::vector<CutStrake> cut = strakesCut(*lining, placed);
    const std::vector<LineBevels> bevels = bevelsAlong(job, *lining, placed, cut);
    for (std::size_t line = 0; line < lining->lines.size(); ++line) {
      const auto& of = lining->lines[line];
      if (placed.index && !of.isAt(*placed.index)) continue;
      const auto mark = markAt(lining->frame, of.curve.over(of.reach), placed);
      if (!mark) continue;
      LineBevels here;
      for (std::size_t i = 0; i < bevels.size(); ++i) {
        if (lining->strakes[cut[i].strake].upper == line && lining->strakes[cut[i + 1].strake].lower == line)
          here = bevels[i];
      }
      const Vec3 normal = lining->frame.normal(mark->t, of.curve.shareAt(mark->t));
      rows[line] += std::to_string(line) + "," + csvField(placed.section->name) + "," + here.chord + "," + here.land +
                    "," + degrees(std::asin(std::clamp(normal.x(), -1.0, 1.0))) + "\n";
    }
  }
  std::string text = "line,station,lap_angle,land_angle,normal_angle\n";
  for (const std::string& row : rows) text += row;
  return text;
}

Result<std::string> backingTable(const Job& job) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  std::vector<std::string> rows(lining->strakeCount());
  for (const PlacedSection& placed : job.sections()) {
    for (const CutStrake& one : strakesCut(*lining, placed)) {
      double hollow = 0.0;
      if (placed.index) {
        hollow = hollowMm(lining->band(one.strake), static_cast<double>(*placed.index));
      } else {
        if (!one.hasLower) continue;
        const LinedStrake& strake = lining->strakes[one.strake];
        const Vec3 out = lining->frame.normal(one.upper.t, strake.upperEdge.shareAt(one.upper.t));
        hollow = hollowMm(placed.section->parts.back(), one.lower.girthMm, one.upper.girthMm, out);
      }
      rows[one.strake] +=
          std::to_string(one.strake + 1) + "," + csvField(placed.section->name) + "," + job.show(hollow) + "\n";
    }
  }
  std::string text = "strake,station,hollow\n";
  for (const std::string& row : rows) text += row;
  return text;
}

}  // namespace narrows::cli
