#pragma once
// A plain table on a sheet, with space to tick off.

#include <string>
#include <vector>

#include "drawing.h"

namespace narrows {

struct TableSheet {
  std::string name;
  std::string title;
  std::vector<std::string> columns;  ///< the first is set to the left, the others to the right
  std::vector<std::vector<std::string>> rows;
  std::vector<std::string> words;  ///< sentences under the table
  std::string check, note;
  double firstColumnMm = 60.0, columnMm = 34.0;
  bool ticks = true;  ///< a box at the end of every row
};

Drawing tableSheet(const TableSheet& table);

/// Where every column ends, mm from the left of the table: each as wide as it was asked for, and as its longest cell.
std::vector<double> columnEndsMm(const TableSheet& table);

}  // namespace narrows
