#include "solve/finding.h"

namespace narrows {

std::string describe(const Finding& finding, Notation notation) {
  const auto shown = [&](std::size_t i) { return showLength(millimetres(finding.figures[i]), notation); };
  const std::string strake = finding.strake ? "Strake " + std::to_string(*finding.strake + 1) : std::string();
  const bool end = finding.place == "stem" || finding.place == "sternpost" || finding.place == "transom";
  const std::string place = end ? "the " + finding.place : "station " + finding.place;
  switch (finding.code) {
    case FindingCode::TableProblem:
    case FindingCode::LiningProblem:
      return finding.words;
    case FindingCode::TooWide:
      return strake + " is " + shown(0) + " wide at " + place + ", where up to " + shown(1) +
             " is usual: wide planks move more with the weather.";
    case FindingCode::HoodEndNarrow:
      return strake + " comes to " + shown(0) + " at " + place + ": under " + shown(1) +
             " there is little room to fasten it.";
    case FindingCode::EndRunsNarrow:
      return strake + " runs down to " + showDecimal(100.0 * finding.figures[0], 0) + " % of its greatest width at " +
             place + ": the ends of the strakes may crowd there.";
    case FindingCode::StrainLeft:
      return strake + " does not lie quite flat: " + showDecimal(100.0 * finding.figures[0], 2) +
             " % must be stretched or squeezed as it is hung.";
  }
  return {};
}

}  // namespace narrows
