#pragma once
// The full-size pattern of one plank.

#include "drawing.h"
#include "solve/plank_at_bench.h"

namespace narrows {

/// What a pattern needs to know beside the plank itself.
struct PatternOf {
  std::string boat;
  std::string shop;
  std::size_t strake = 0;  ///< from 0, the garboard
  std::size_t strakeCount = 0;
  std::string name;    ///< of the strake, as on every drawing
  std::string timber;  ///< what it is got out of; empty where nothing is said
  std::string spiled;  ///< the day of the readings that it is cut to; empty where it is cut as computed
  Construction construction = Construction::Carvel;
  double lapMm = 0.0, widestLapMm = 0.0;  ///< at the keel edge: the narrowest and the widest
  bool hasLap = false;                    ///< the lowest strake has none
  double outsideWiderMm = 0.0;            ///< carvel: how much wider the outside face is at most
  Notation notation = Notation::Inches16;
  /// What is sawn, planed and let in of it; null where only its shape is drawn.
  std::shared_ptr<const PlankAtBench> bench;
  BoatSide side = BoatSide::Starboard;
  bool lettered = true;  ///< with the figures of stations and the names of edges: on the screen lines are enough
};

/// "garboard", "strake 3 of 8", "sheer strake, 8 of 8".
std::string strakeName(const Lining& lining, std::size_t strake);

/// The plank at full size, inside face up, bow to the left: both edges (the keel edge with ticks on its waste side, the
/// sheer edge plain and lettered), ends, stations with their widths, lap line, the board it needs, and the diagonal to
/// check with a rule; and, where it is known, what is done to it: the saw line, the lines that go on into the rabbet,
/// bevels, hollows and gains at their marks. A port plank is the mirror image, sheer edge down.
Drawing plankPattern(const FlatPlank& plank, const PatternOf& of);

/// What `plankPattern` needs, from a solved book. `bench`: that plank as it lies there; null where its shape alone is
/// drawn.
PatternOf patternOf(const Solved& solved, std::size_t strake, BoatSide side, std::shared_ptr<const PlankAtBench> bench);
/// The same, the plank laid on the bench for it.
PatternOf patternOf(const Solved& solved, std::size_t strake, BoatSide side);

/// A length in the notation, and in plain millimetres or inches beside it so that it can be searched and read twice.
std::string shownTwice(double mm, Notation notation);

}  // namespace narrows
