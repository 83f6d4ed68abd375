#pragma once
// The sheets of a solved boat, and writing them to a folder.

#include "export.h"
#include "plank_pattern.h"

namespace narrows {

enum class SheetFormat { Pdf, Svg, Dxf };

/// Which planks, on which sides, and whether the widths and the stick come with them.
struct SheetChoice {
  std::vector<std::size_t> strakes;  ///< from 0; all where empty
  std::vector<BoatSide> sides{BoatSide::Starboard};
  bool patterns = true;
  bool widths = true;
  bool stick = true;
};

/// The drawings of a choice. Needs the book's planks to have been made.
std::vector<Drawing> planksSheets(const Solved& solved, const SheetChoice& choice);

/// Writes each drawing to its own file in `folder`, which is made if it is missing.
Result<std::vector<WrittenSheet>> writeSheets(const std::vector<Drawing>& drawings, const std::string& folder,
                                              SheetFormat format, const Paper& paper);

}  // namespace narrows
