#include "solve/finding.h"

#include <cctype>
#include <cmath>

namespace narrows {

std::string describe(const Finding& finding, Notation notation) {
  const auto shown = [&](std::size_t i) { return showLength(millimetres(finding.figures[i]), notation); };
  const std::string strake = finding.strake ? "Strake " + std::to_string(*finding.strake + 1) : std::string();
  const bool end = finding.place == "stem" || finding.place == "sternpost" || finding.place == "transom";
  const std::string place = end ? "the " + finding.place : "station " + finding.place;
  switch (finding.code) {
    case FindingCode::TableProblem:
    case FindingCode::LiningProblem:
    case FindingCode::MouldProblem:
    case FindingCode::BackboneProblem:
      return finding.words;
    case FindingCode::Misread:
    case FindingCode::LooksOff: {
      const double apart = finding.figures[0];
      const bool misread = finding.code == FindingCode::Misread;
      const bool profile = finding.line.starts_with("profile");
      std::string words = finding.line + " at " + (profile ? "point " + finding.place : place);
      words[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(words[0])));
      words += misread ? " is misread: " : " wants another look: ";
      words += "fair lines pass " + showLength(millimetres(std::abs(apart)), notation) +
               (apart > 0.0 ? " above the figure" : " below the figure");
      if (finding.line.starts_with("half")) {
        words.resize(words.rfind(apart > 0.0 ? " above" : " below"));
        words += apart > 0.0 ? " outside it" : " inside it";
      } else if (profile || finding.line.starts_with("diagonal")) {
        words.resize(words.rfind(apart > 0.0 ? " above" : " below"));
        words += apart > 0.0 ? " beyond it" : " short of it";
      }
      if (finding.figures.size() > 2) words += ". Perhaps " + shown(2) + " was meant (" + finding.words + ")";
      return words + (misread ? ". Every plank over it takes the slip." : ". Look at the drawing before changing it.");
    }
    case FindingCode::OutsideHull:
      return "A " + finding.line + " is given at " + place + ", where it passes " + finding.words +
             ": take that figure out, or look at the height.";
    case FindingCode::SetUpOff:
      return "Mould " + finding.place + ", " + finding.line + ": it stands " +
             showLength(millimetres(std::abs(finding.figures[0])), notation) +
             (finding.figures[0] > 0.0 ? " more than" : " less than") + " it should. " +
             (std::abs(finding.figures[2]) > 0.01
                  ? "A batten over its neighbours shows " +
                        showLength(millimetres(std::abs(finding.figures[2])), notation) +
                        (finding.figures[2] > 0.0 ? " of hump" : " of hollow") + " there, and the planks share " +
                        showLength(millimetres(std::abs(finding.figures[1])), notation) +
                        (finding.figures[1] > 0.0 ? " more girth." : " less girth.")
                  : "Put it right before planks are spiled from it.");
    case FindingCode::BoltFouls:
      return "A bolt at " + finding.place + " leaves " + shown(0) + " of wood to " + finding.words + ", where " +
             shown(1) + " was asked for: move it along the joint before it is bored.";
    case FindingCode::SquaredOff:
      return "Stations squared off the top of the " + finding.line + " would be " +
             showLength(millimetres(std::abs(finding.figures[0])), notation) + " out at its lower face at " + place +
             ": the marks lean " + showDecimal(finding.figures[1], 1) + "\u00b0 from square, for she slopes.";
    case FindingCode::CameOutOff:
      return "The keel came out " + showLength(millimetres(std::abs(finding.figures[0])), notation) +
             (finding.figures[0] > 0.0 ? " wider" : " narrower") + " than drawn at " + place +
             ": choose whether planks follow it or the drawing, for deadwood, keelson and garboard must follow too.";
    case FindingCode::FaultInPart:
      return "A " + finding.words + " lies in the " + finding.line +
             " as it is laid on its slab: it wants a graving piece " + shown(0) + " by " + shown(1) + ", " + shown(2) +
             " deep, or another place.";
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
