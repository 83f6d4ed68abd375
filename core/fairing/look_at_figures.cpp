#include "fairing/look_at_figures.h"

#include <cctype>
#include <cmath>

#include "lines/place_words.h"
#include "lines/table_rounding.h"
#include "problem/trade.h"

namespace narrows {

std::string FigureLies::words(Notation notation) const {
  const bool profile = line.starts_with("profile");
  std::string said = Trade::say("%1 at %2", line, profile ? Trade::say("point %1", place) : placeWords(place));
  said[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(said[0])));
  said += misread ? Trade::say(" is misread: ") : Trade::say(" wants another look: ");
  said += Trade::say("fair lines pass %1", showLength(millimetres(std::abs(apartMm)), notation));
  const bool more = apartMm > 0.0;
  if (line.starts_with("half")) {
    said += more ? Trade::say(" outside it") : Trade::say(" inside it");
  } else if (profile || line.starts_with("diagonal")) {
    said += more ? Trade::say(" beyond it") : Trade::say(" short of it");
  } else {
    said += more ? Trade::say(" above the figure") : Trade::say(" below the figure");
  }
  if (meant) said += Trade::say(". Perhaps %1 was meant (%2)", showLength(*meant, notation), slip);
  return said + (misread ? Trade::say(". Every plank over it takes the slip.")
                         : Trade::say(". Look at the drawing before changing it."));
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
  return Trade::say("A %1 is given at %2, where it passes %3: take that figure out, or look at the height.", line,
                    placeWords(place), above ? Trade::say("above the sheer") : Trade::say("below the rabbet"));
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
