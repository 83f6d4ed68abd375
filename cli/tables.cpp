#include "tables.h"

namespace narrows::cli {

namespace {

constexpr int strainDecimals = 6;

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
      std::optional<PartMark> mark;
      if (placed.index) {
        const double share = lining->lines[line].shares[*placed.index];
        mark = PartMark{lining->frame.sectionPoint(*placed.index, share), share * lining->frame.girthMm(*placed.index)};
      } else {
        mark = markOnPart(*lining, line, *placed.section);
      }
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
      double width = 0.0;
      if (placed.index) {
        width = lining->widthMm(k, *placed.index);
      } else {
        const auto lower = markOnPart(*lining, k, *placed.section);
        const auto upper = markOnPart(*lining, k + 1, *placed.section);
        if (!lower || !upper) continue;
        width = upper->girthMm - lower->girthMm;
      }
      text += std::to_string(k + 1) + "," + csvField(placed.section->name) + "," + job.show(width) + "\n";
    }
  }
  return text;
}

Result<std::string> plankTable(const Job& job, int strake, bool summary) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  if (strake < 1 || static_cast<std::size_t>(strake) > lining->strakeCount()) {
    return fail(Fault::StrakeUnknown, {}, {std::to_string(strake), std::to_string(lining->strakeCount())});
  }
  const FlatPlank plank = flatPlank(*lining, static_cast<std::size_t>(strake - 1), job.plankMake());
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
  add("lower", plank.lower);
  add("upper", plank.upper);
  return text;
}

}  // namespace narrows::cli
