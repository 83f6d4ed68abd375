#pragma once
// Drawings written to files at full size.

#include <stop_token>
#include <string>
#include <vector>

#include "drawing.h"
#include "paper.h"

namespace narrows {

/// A file that was written, and the size of the drawing in it, mm.
struct WrittenSheet {
  std::string file;
  std::string what;
  double widthMm = 0.0;
  double heightMm = 0.0;
  std::string code = {};  ///< that stands on it
};

/// PDF on a paper: as many pages as the drawing needs, each with its title, name, register marks shared with its
/// neighbours, a page map, bars of 100 mm and 4 in, and the drawing's check. Lengths are true to 0.1 mm in a metre
/// (export_test measures the rendered page).
/// Where `stop` is asked for, nothing is written and the error is empty; a page takes some milliseconds.
Result<WrittenSheet> writePdf(const Drawing& drawing, const Paper& paper, const std::string& file,
                              const std::stop_token& stop = {});

/// SVG, one drawing at full size, in millimetres.
Result<WrittenSheet> writeSvg(const Drawing& drawing, const std::string& file);

/// DXF, one layer for each kind of line, units declared as millimetres.
Result<WrittenSheet> writeDxf(const Drawing& drawing, const std::string& file);

}  // namespace narrows
