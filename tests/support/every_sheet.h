#pragma once
// Every full-size sheet of a boat.

#include <vector>

#include "sheet_set.h"

namespace narrows::tests {

inline std::vector<Drawing> everySheetOf(const Solved& solved) {
  SheetChoice every;
  every.boards = every.shell = every.tickets = true;
  std::vector<Drawing> all = planksSheets(solved, every);
  for (std::vector<Drawing> more : {mouldsSheets(solved, {}), backboneSheets(solved, {}), linesSheets(solved)})
    all.insert(all.end(), more.begin(), more.end());
  return all;
}

}  // namespace narrows::tests
