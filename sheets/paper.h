#pragma once
// Paper, and how a full-size drawing is divided over sheets of it.

#include <stop_token>
#include <string>
#include <vector>

#include "drawing.h"
#include "length/length.h"

namespace narrows {

enum class PaperKind { A4, A3, Letter, Tabloid, Roll };

struct Paper {
  PaperKind kind = PaperKind::A4;
  double rollWidthMm = 610.0;  ///< Roll: its width; its length is what the drawing needs, at most 5 m a piece
};

/// Kept at the foot of every page for title, check, bars and page map.
inline constexpr double footMm = 28.0;

/// Viewers and plotters stop a little above this length.
inline constexpr double longestRollMm = 5000.0;

/// `A4`, `A3`, `Letter`, `Tabloid`, or `roll:WIDTH` with the width in any notation.
Result<Paper> paperNamed(const std::string& name);
std::string paperName(const Paper& paper);

/// One page of a tiled drawing: what it shows of the drawing, and where that lies on the page.
struct Tile {
  std::size_t column = 0, row = 0;  ///< from the left and from the top
  Vec2 low, high;                   ///< of the drawing
  double pageWidthMm = 0.0, pageHeightMm = 0.0;
  double leftMm = 0.0, topMm = 0.0;  ///< of the shown part on the page
  bool isEmpty = false;              ///< nothing of the drawing's lines crosses it: not printed
  double scale = 1.0;                ///< of a table that is wider than the page: it is drawn so much smaller
  double headMm = 0.0;               ///< of a table's second page and further: so much of its top stands over it again
  std::vector<Vec2> registers;       ///< places of the drawing that are marked on its neighbours too
};

struct Tiling {
  std::size_t columns = 0, rows = 0;
  std::vector<Tile> tiles;  ///< row by row from the top
  double overlapMm = 0.0;   ///< neighbours show this much of the same
};

/// Turns a pattern where it is to be printed on a roll and takes less of it so: fewer strips to be joined, or as many
/// and a quarter less of paper. Bow stays to the left. Tables and pages to read are not turned, nor is anything on
/// sheets.
void layAlongRoll(Drawing& drawing, const Paper& paper);

/// Divides the box of a drawing over pages of a paper. A roll is no longer than what is on it: every strip of it goes
/// from the first thing on it to the last. A table is laid out over pages of A4 or Letter, upright or
/// lying, divided between its rows alone; one that is wider than can be read is divided as a pattern is. Unfinished
/// where `stop` is asked for.
Tiling tile(const Drawing& drawing, const Paper& paper, const std::stop_token& stop = {});

/// "B3": row letter and column number.
std::string tileName(const Tile& tile);

}  // namespace narrows
