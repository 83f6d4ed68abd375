#include "fairing/look_at_figures.h"

#include <cctype>
#include <cmath>

#include "lines/place_words.h"
#include "lines/table_rounding.h"

namespace narrows {

std::string FigureLies::words(Notation notation) const {
  const bool profile = line.starts_with("profile");
  std::string said = line + " at " + (profile ? "point " + place : placeWords(place));
  said[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(said[0])));
  said += misread ? " is misread: " : " wants another look: ";
  said += "fair lines pass " + showLength(millimetres(std::abs(apartMm)), notation);
  const bool more = apartMm > 0.0;
  if (line.starts_with("half")) {
    said += more ? " outside it" : " inside it";
  } else if (profile || line.starts_with("diagonal")) {
    said += more ? " beyond it" : " short of it";
  } else {
    said += more ? " above the figure" : " below the figure";
  }
  if (meant) said += ". Perhaps " + showLength(*meant, notation) + " was meant (" + slip + ")";
  return said + (misread ? ". Every plank over it takes the slip." : ". Look at the drawing before changing it.");
}

std::vector<FigureLies> lookAtFigures(const OffsetTable& table, const Judgement& judgement) {
  std::vector<FigureLies> found;
  for (const FigureJudgement& judged : judgement.figures) {
    if (judged.verdict == Verdict::None) continue;
    FigureLies lies;
    lies.figure = judged.figure;
    lies.misread = judged.verdict == Verdict::Misread;
    lies.line = lineOf(table, judged.figure);
    lies.place = placeOf(table, judged.figure);
    lies.apartMm = judged.apartMm;
    if (const auto guess = guessMeant(table, judged)) {
      lies.meant = guess->meant;
      lies.slip = slipWords(guess->slip, table.unit);
    }
    found.push_back(std::move(lies));
  }
  return found;
}

std::string OutsideHull::words(Notation) const {
  return "A " + line + " is given at " + placeWords(place) + ", where it passes " +
         (above ? "above the sheer" : "below the rabbet") + ": take that figure out, or look at the height.";
}

std::vector<OutsideHull> lookOutsideTheHull(const OffsetTable& table) {
  std::vector<OutsideHull> found;
  const TableRounding rounding(table);
  const TableRow* sheer = table.row(RowKind::Height, RowLine::Sheer);
  const TableRow* rabbet = table.row(RowKind::Height, RowLine::Rabbet);
  for (std::size_t k = 0; k < table.rows.size(); ++k) {
    const TableRow& row = table.rows[k];
    if (row.line != RowLine::Waterline) continue;
    for (std::size_t i = 0; i < row.figures.size(); ++i) {
      if (!row.figures[i]) continue;
      const auto room = [&](const TableRow* bound) {
        return bound != nullptr ? rounding.ofRow(static_cast<std::size_t>(bound - table.rows.data())).mm() : 0.0;
      };
      const bool above = sheer != nullptr && sheer->figures[i] && row.at.mm() > sheer->figures[i]->mm() + room(sheer);
      const bool below =
          rabbet != nullptr && rabbet->figures[i] && row.at.mm() < rabbet->figures[i]->mm() - room(rabbet);
      if (!above && !below) continue;
      const FigureRef figure{FigureRef::In::Row, k, i};
      found.push_back({figure, lineOf(table, figure), table.stations[i].name, above});
    }
  }
  return found;
}

}  // namespace narrows
