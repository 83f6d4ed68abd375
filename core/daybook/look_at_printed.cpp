#include "daybook/look_at_printed.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

std::string sheetWords(const PrintedSheet& sheet) {
  switch (sheet.kind) {
    case SheetKind::Plank:
      return Trade::say("Strake %1 to %2", sheet.strake, sideWords(sheet.side));
    case SheetKind::Mould:
      return Trade::say("Mould %1", sheet.of);
    case SheetKind::Stick:
      return Trade::say("The marking stick");
    case SheetKind::Timber:
      return Trade::say("The pattern of the %1", sheet.of);
  }
  return {};
}

std::string outWords(const PrintedSheet& sheet, const SheetOut& out, Notation notation) {
  if (out.gone) return Trade::say("is no longer there");
  const auto thin = [&](double mm) { return showThin(millimetres(std::abs(mm)), notation); };
  const double x = out.byMm.x(), y = out.byMm.y();
  if (sheet.kind == SheetKind::Stick)
    return Trade::say("now lies %1%2", thin(x), x > 0.0 ? Trade::say(" higher") : Trade::say(" lower"));
  if (std::abs(y) >= std::abs(x))
    return Trade::say("now lies %1%2", thin(y), y > 0.0 ? Trade::say(" higher") : Trade::say(" lower"));
  if (sheet.kind == SheetKind::Mould)
    return Trade::say("now lies %1%2", thin(x), x > 0.0 ? Trade::say(" further out") : Trade::say(" further in"));
  return Trade::say("now lies %1%2", thin(x), x > 0.0 ? Trade::say(" further aft") : Trade::say(" further forward"));
}

std::string SheetFalse::words(Notation notation) const {
  std::string words = Trade::say(
      "%1%2%3%4: its %5 %6%7", sheetWords(sheet), sheet.cut ? Trade::say(", cut") : Trade::say(", printed"),
      sheet.when.empty() ? "" : " " + Trade::day(sheet.when), sheet.code.empty() ? "" : " (" + sheet.code + ")",
      worst.edge, outWords(sheet, worst, notation), worst.place.empty() ? "" : Trade::say(" at %1", worst.place));
  if (others > 0) words += Trade::sayCount(" (%n other place(|s))", others);
  return words +
         (sheet.cut ? Trade::say(". Line off to it as it is, or get out another.") : Trade::say(". Print it anew."));
}

std::optional<SheetFalse> lookAtSheet(const PrintedSheet& sheet, const std::vector<SheetPoint>& now) {
  const std::vector<SheetOut> outs = sheetOut(sheet, now, sheet.kind == SheetKind::Plank);
  if (outs.empty()) return std::nullopt;
  SheetFalse found{sheet, outs.front(), outs.size() - 1};
  found.sheet.points.clear();
  return found;
}

}  // namespace narrows
