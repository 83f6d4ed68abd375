#include "fairing/look_at_figures.h"

#include <cctype>
#include <cmath>

#include "lines/place_words.h"
#include "lines/table_rounding.h"
#include "problem/trade.h"

namespace narrows {

namespace {

FigureLies::Way wayOf(const OffsetTable& table, const FigureRef& figure) {
  if (figure.in != FigureRef::In::Row) return FigureLies::Way::Along;
  switch (table.rows[figure.list].kind) {
    case RowKind::Height:
      return FigureLies::Way::Up;
    case RowKind::HalfBreadth:
      return FigureLies::Way::Out;
    case RowKind::Diagonal:
      return FigureLies::Way::Along;
  }
  return FigureLies::Way::Up;
}

std::string passWords(FigureLies::Way way, bool more, const std::string& away) {
  switch (way) {
    case FigureLies::Way::Out:
      return more ? Trade::say("fair lines pass %1 outside it", away)
                  : Trade::say("fair lines pass %1 inside it", away);
    case FigureLies::Way::Along:
      return more ? Trade::say("fair lines pass %1 beyond it", away)
                  : Trade::say("fair lines pass %1 short of it", away);
    case FigureLies::Way::Up:
      break;
  }
  return more ? Trade::say("fair lines pass %1 above the figure", away)
              : Trade::say("fair lines pass %1 below the figure", away);
}

}  // namespace

std::string FigureLies::words(Notation notation) const {
  std::string at =
      Trade::say("%1 at %2", line, figure.in == FigureRef::In::Row ? placeWords(place) : Trade::say("point %1", place));
  at[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(at[0])));
  std::string passes = passWords(way, apartMm > 0.0, showLength(millimetres(std::abs(apartMm)), notation));
  if (meant) passes = Trade::say("%1. Perhaps %2 was meant (%3)", passes, showLength(*meant, notation), slip);
  return misread ? Trade::say("%1 is misread: %2. Every plank over it takes the slip.", at, passes)
                 : Trade::say("%1 wants another look: %2. Look at the drawing before changing it.", at, passes);
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
    lies.way = wayOf(table, judged.figure);
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
