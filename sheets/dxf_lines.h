#pragma once
// Polylines read from a DXF file: what was digitised off a drawing or a mould.

#include <optional>

#include "fairing/digitised.h"

namespace narrows {

struct DxfLines {
  std::vector<DigitisedLine> lines;     ///< in mm where the file says its units, else in its own
  std::optional<double> mmPerUnit;      ///< none where the file does not say
  std::vector<std::string> passedOver;  ///< what else is in it that could not be taken, and how many: "3 splines"
};

/// Polylines of both kinds, their bulges as arcs; straight lines, those that touch joined in one; arcs. Splines,
/// ellipses, circles and blocks are passed over and named. Fails where the file cannot be read, or has no line.
Result<DxfLines> readDxfLines(const std::string& path);

/// Which of the lines, of which there is one at least, is the longest.
std::size_t longestOf(const std::vector<DigitisedLine>& lines);

/// The same lines in mm, the file's unit being so many.
std::vector<DigitisedLine> inMillimetres(const DxfLines& dxf, double mmPerUnit);

}  // namespace narrows
