#pragma once
// The sheets of a solved boat, and writing them to a folder.

#include <functional>

#include "backbone_sheet.h"
#include "export.h"
#include "piece_pattern.h"
#include "plank_pattern.h"
#include "solve/solve.h"
#include "ticket.h"

namespace narrows {

enum class SheetFormat { Pdf, Svg, Dxf };

/// Which planks, on which sides, and whether the widths and the stick come with them.
struct SheetChoice {
  std::vector<std::size_t> strakes;  ///< from 0; all where empty
  std::vector<BoatSide> sides{BoatSide::Starboard};
  bool patterns = true;
  bool widths = true;     ///< widths and marks at stations, of the boat's plans
  bool stick = true;      ///< every plan's marks at full size
  bool boards = false;    ///< division and diminishing boards of the boat's plans
  bool shell = false;     ///< a picture of the shell with its strakes numbered
  bool tickets = false;   ///< a page of each piece, before its pattern
  std::size_t piece = 0;  ///< from 1, the bow: that piece only; nought: all
};

/// Widths and marks of every plan as CSV files in a folder, in the book's notation. Gives their paths.
Result<std::vector<std::string>> writeLiningTables(const Solved& solved, const std::string& folder);

/// The drawings of a choice. Needs the book's planks to have been made. A strake that is joined has a pattern and a
/// ticket a piece. Here and below: where `stop` is asked for, those that are made by then.
std::vector<Drawing> planksSheets(const Solved& solved, const SheetChoice& choice, const std::stop_token& stop = {});

/// Tickets as CSV files in a folder, the same pieces as the choice's. Gives their paths.
Result<std::vector<std::string>> writeTicketTables(const Solved& solved, const SheetChoice& choice,
                                                   const std::string& folder, const std::stop_token& stop = {});

/// Which mould patterns: each on its own sheet, the table to set up by, and all nested on sheets of a size where asked.
struct MouldChoice {
  std::vector<std::string> moulds;  ///< names; all where empty
  bool patterns = true;
  bool setUp = true;
  std::optional<std::pair<Length, Length>> nestedOn;  ///< width and height of the sheets
};
std::vector<Drawing> mouldsSheets(const Solved& solved, const MouldChoice& choice, const std::stop_token& stop = {});

/// Whether any mould found its place on the sheets they were to be nested on.
bool isAnyNested(const std::vector<Drawing>& drawings);

/// The backbone: every timber, rabbet sections, keel, transom, form and blank where there are any, and the tables.
/// `timber`: one only, by its name.
struct BackboneChoice {
  std::string timber;
  bool tables = true;
};
/// What the sheets of a solved boat's backbone are drawn of; she must have one.
BackboneSheetOf backboneSheetOf(const Solved& solved);
std::vector<Drawing> backboneSheets(const Solved& solved, const BackboneChoice& choice,
                                    const std::stop_token& stop = {});

/// The body plan at full size and the corrected table. Needs the drawn surface.
std::vector<Drawing> linesSheets(const Solved& solved);

/// Gives every drawing the name of its file: the boat's, then its own; two of one name are told apart by a number.
void nameFiles(std::vector<Drawing>& drawings, const std::string& boat);

/// The path a drawing is written to.
std::string sheetPath(const std::string& folder, const Drawing& drawing, SheetFormat format);

/// Writes each drawing to its own file in `folder`, which is made if it is missing. `progress` is told the share that
/// is written. Where `stop` is asked for, those that are written are given; none is half there.
Result<std::vector<WrittenSheet>> writeSheets(const std::vector<Drawing>& drawings, const std::string& folder,
                                              SheetFormat format, const Paper& paper, const std::stop_token& stop = {},
                                              const std::function<void(double)>& progress = {});

}  // namespace narrows
