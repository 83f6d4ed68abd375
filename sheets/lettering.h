#pragma once
// Letters of a pattern, none of which lies on another or on a line that is cut to.

#include <map>
#include <optional>

#include "drawing.h"

namespace narrows {

/// The four corners of a text as it lies, by the usual width of letters, round from the first letter's foot.
std::vector<Vec2> cornersOf(const SheetText& text);

/// Puts letters on a drawing. What matters most is put first: the others give way to it.
class Lettering {
 public:
  explicit Lettering(Drawing& drawing) : m_drawing(drawing) {}

  /// From here on no letters are put over this line.
  void keepOff(std::vector<Vec2> line) { m_lines.push_back(std::move(line)); }
  /// Puts a text where it was asked for, or as few whole steps as will do to one of the ways, so that it is clear;
  /// where many steps do not help, where it was asked for. A text that had to move is joined by a thin line to `from`,
  /// which lies on no letters either.
  void put(const SheetText& text, const std::vector<Vec2>& ways, const std::optional<Vec2>& from = {});

 private:
  bool isClear(const SheetText& text);
  bool isOnLetters(const std::vector<Vec2>& shape);
  /// Takes in the texts that were put on the drawing since.
  void know();
  /// The strips of the drawing, one beside the other, that a shape lies in.
  static std::pair<int, int> stripsOf(const std::vector<Vec2>& shape);

  Drawing& m_drawing;
  std::vector<std::vector<Vec2>> m_lines;
  std::vector<std::vector<Vec2>> m_corners;          ///< of every text that is known
  std::map<int, std::vector<std::size_t>> m_strips;  ///< which of them lie in a strip: a ship's plank has thousands
};

}  // namespace narrows
