#pragma once
// Moulds at full size, nested on sheets, and the table they are set up by.

#include "drawing.h"
#include "moulds/set_up.h"

namespace narrows {

/// What a mould's sheet needs to know beside the mould.
struct MouldSheetOf {
  std::string boat;
  Notation notation = Notation::Inches16;
  const MouldPlan* plan = nullptr;
  const OffsetTable* table = nullptr;
};

/// The marked face of one mould at full size, starboard to the right. Edge, the edge of the other face where it is
/// bevelled (dashed), centre line, the levels of the table's waterlines, every mark with its bevel, spreader, and the
/// diagonal to check.
Drawing mouldSheet(const Mould& mould, const MouldSheetOf& of);

/// Where each mould stands, as a table with space to tick off.
Drawing setUpSheet(const MouldSet& set, const MouldSheetOf& of);

/// Names of the nested sheets begin so.
inline constexpr const char* nestedSheetName = "moulds-nested-";

/// All patterns laid on sheets of the given size, biggest first, upright or turned. What fits no sheet is left out and
/// named in the note of the first.
std::vector<Drawing> nestOnSheets(const std::vector<Drawing>& patterns, double sheetWidthMm, double sheetHeightMm);

}  // namespace narrows
