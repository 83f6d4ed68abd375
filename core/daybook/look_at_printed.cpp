#include "daybook/look_at_printed.h"

#include <cmath>

namespace narrows {

std::string sheetWords(const PrintedSheet& sheet) {
  switch (sheet.kind) {
    case SheetKind::Plank:
      return "Strake " + std::to_string(sheet.strake) + " to " + sideWord(sheet.side);
    case SheetKind::Mould:
      return "Mould " + sheet.of;
    case SheetKind::Stick:
      return "The marking stick";
    case SheetKind::Timber:
      return "The pattern of the " + sheet.of;
  }
  return {};
}

std::string outWords(const PrintedSheet& sheet, const SheetOut& out, Notation notation) {
  if (out.gone) return "is no longer there";
  const auto thin = [&](double mm) { return showThin(millimetres(std::abs(mm)), notation); };
  const double x = out.byMm.x(), y = out.byMm.y();
  if (sheet.kind == SheetKind::Stick) return "now lies " + thin(x) + (x > 0.0 ? " higher" : " lower");
  if (std::abs(y) >= std::abs(x)) return "now lies " + thin(y) + (y > 0.0 ? " higher" : " lower");
  if (sheet.kind == SheetKind::Mould) return "now lies " + thin(x) + (x > 0.0 ? " further out" : " further in");
  return "now lies " + thin(x) + (x > 0.0 ? " further aft" : " further forward");
}

std::string SheetFalse::words(Notation notation) const {
  std::string words = sheetWords(sheet) + (sheet.cut ? ", cut" : ", printed") +
                      (sheet.when.empty() ? "" : " " + sheet.when) +
                      (sheet.code.empty() ? "" : " (" + sheet.code + ")") + ": its " + worst.edge + " " +
                      outWords(sheet, worst, notation) + (worst.place.empty() ? "" : " at " + worst.place);
  if (others > 0) words += " (" + std::to_string(others) + (others == 1 ? " other place)" : " other places)");
  return words + (sheet.cut ? ". Line off to it as it is, or get out another." : ". Print it anew.");
}

std::optional<SheetFalse> lookAtSheet(const PrintedSheet& sheet, const std::vector<SheetPoint>& now) {
  const std::vector<SheetOut> outs = sheetOut(sheet, now, sheet.kind == SheetKind::Plank);
  if (outs.empty()) return std::nullopt;
  SheetFalse found{sheet, outs.front(), outs.size() - 1};
  found.sheet.points.clear();
  return found;
}

}  // namespace narrows
