#pragma once
// What wants looking at in what was printed, and in the log.

#include "daybook/hanging_log.h"
#include "daybook/printed_sheet.h"

namespace narrows {

/// A sheet that was printed and is no longer true.
struct SheetFalse {
  PrintedSheet sheet;  ///< without its points
  SheetOut worst;
  std::size_t others = 0;  ///< other places of it that are out
  Severity severity() const { return sheet.cut ? Severity::Trouble : Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// None where the sheet is true. `now`: its points made afresh.
std::optional<SheetFalse> lookAtSheet(const PrintedSheet& sheet, const std::vector<SheetPoint>& now);

/// "Strake 4 to starboard", "Mould 3", "The marking stick".
std::string sheetWords(const PrintedSheet& sheet);

/// Where a point now lies: "3/16 lower", "1/4 further out".
std::string outWords(const PrintedSheet& sheet, const SheetOut& out, Notation notation);

}  // namespace narrows
