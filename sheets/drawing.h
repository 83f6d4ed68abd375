#pragma once
// A drawing at full size, as a list of lines, texts and dimensions in millimetres, before it is painted anywhere.

#include <string>
#include <vector>

#include "curve/vec.h"
#include "daybook/printed_sheet.h"

namespace narrows {

/// What a line of a drawing means; each has its own weight, dash and layer, so that none is told by colour alone.
enum class LineRole {
  KeelEdge,
  SheerEdge,
  HoodEnd,
  Station,
  LapLine,
  Dimension,
  Check,
  Board,
  Mark,
  Rule,
  MouldEdge,
  MouldBack,
  CentreLine,
  Level,
  Rabbet,
  InnerRabbet,
  Bearding,
  Joint,
  Saw,         ///< what a plank is sawn to
  IntoRabbet,  ///< where a plank goes on to, beyond the bearding line
  Gain,
  Fastening,  ///< a cross where one goes
  Bolt        ///< the last: layers are written for all up to it
};

struct SheetLine {
  LineRole role;
  std::vector<Vec2> points;
};

enum class TextPlace { Left, Centre, Right };

struct SheetText {
  Vec2 at;           ///< of the base line of the letters
  std::string text;  ///< UTF-8; fractions with U+2044
  double heightMm = 5.0;
  double angleRad = 0.0;
  TextPlace place = TextPlace::Left;
  bool bold = false;
  bool isHeading = false;  ///< said on every page too: no page is printed for its sake
};

/// x to the right, y up, mm.
struct Drawing {
  std::string name;       ///< for the file: "strake-04-starboard"
  std::string file = {};  ///< what its file is called, with the boat's name (`nameFiles`); its own name where empty
  std::string title;      ///< for people, on every page
  std::string check;      ///< the check to make with a rule, on every page
  std::string note;       ///< what must not be forgotten, on every page
  std::string code;       ///< tells what it was made from, on every page (`stamp`)
  bool isPage = false;    ///< one page to be read, upright, and no pattern: it is not divided over sheets
  bool isTable = false;   ///< rows between rules all across it: laid out as pages to read, its head on each
  std::vector<SheetLine> lines;
  std::vector<SheetText> texts;

  void line(LineRole role, std::vector<Vec2> points) { lines.push_back({role, std::move(points)}); }
  void text(const Vec2& at, std::string words, double heightMm, TextPlace place = TextPlace::Left,
            double angleRad = 0.0, bool bold = false) {
    texts.push_back({at, std::move(words), heightMm, angleRad, place, bold});
  }
};

struct DrawingBounds {
  Vec2 low = Vec2::Zero();
  Vec2 high = Vec2::Zero();
  double width() const { return high.x() - low.x(); }
  double height() const { return high.y() - low.y(); }
};

/// How many chords a curve is drawn in, each so long at most; one at least. A figure misread by miles makes no more
/// than a great ship has.
int chordsOf(double lengthMm, double chordMm);

/// Gives a drawing the code of what is on it: the same lines and words have the same code.
void stamp(Drawing& drawing);

/// A title, after the boat's name where she has one.
std::string titled(const std::string& boat, const std::string& words);

/// The box that holds all lines and, by the usual width of letters, all texts.
DrawingBounds boundsOf(const Drawing& drawing);
DrawingBounds boundsOf(const SheetLine& line);
DrawingBounds boundsOf(const SheetText& text);
/// How long a text is, by the usual width of letters, mm.
double widthOf(const SheetText& text);

/// Layer, weight and dash of a role: the same on paper, in SVG and in DXF.
struct LineStyle {
  const char* layer;
  double widthMm;
  std::vector<double> dashMm;
};
LineStyle styleOf(LineRole role);

}  // namespace narrows
