#pragma once
// Widths and marks of linings as CSV, to be opened by any table program.

#include <string>
#include <vector>

#include "lining/lining.h"

namespace narrows {

/// A lining and what it is called in the table.
struct NamedLining {
  std::string plan, sides;
  const Lining* lining;
};

/// `plan,sides,strake,station,width`: width between marks, girth without lap, only where a strake is.
std::string widthsCsv(const std::vector<NamedLining>& linings, Unit unit);
/// `plan,sides,line,station,from_base,from_sheer`: girths to every mark.
std::string marksCsv(const std::vector<NamedLining>& linings, Unit unit);

}  // namespace narrows
