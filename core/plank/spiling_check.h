#pragma once
// Readings of a batten held against the plank computed, and what may be wrong with them.

#include <stop_token>
#include <string>
#include <vector>

#include "plank/flat_plank.h"
#include "plank/spiling.h"

namespace narrows {

/// What may be wrong with readings, the names those of the form.
enum class SpilingCause {
  None,
  Slip,          ///< one reading by itself
  Swap,          ///< lower and upper of a station exchanged
  Mould,         ///< both readings of one station off alike
  Reversed,      ///< stations numbered from the wrong end
  Shifted,       ///< every reading one station along
  EdgeSet,       ///< the batten was forced edgeways: readings off as a bow
  LapAdded,      ///< lower readings off by the lap all along: it is in them, and was not said to be
  LapForgotten,  ///< or it was said to be, and is not
};
/// `none`, `slip`, `swap`, `mould`, `reversed`, `shifted`, `edge-set`, `lap-added`, `lap-forgotten`.
const char* spilingCauseWord(SpilingCause cause);

/// The reference edge as it lies on the flat plank: straight, y = at + slope x, mm.
struct ReferenceEdge {
  double atMm = 0.0, slope = 0.0;
};

/// One reading beside what it should be.
struct CheckedReading {
  std::size_t station = 0;  ///< of the plank's
  bool upper = false;
  double readingMm = 0.0, expectedMm = 0.0;
  int line = 0;
  double offMm() const { return readingMm - expectedMm; }
};

/// A cause told: where, how much, and the part of all that is off (its squares) that it explains, 0 to 1.
struct ToldCause {
  SpilingCause cause = SpilingCause::None;
  std::optional<std::size_t> station;
  std::optional<bool> upper;     ///< which reading slipped
  std::optional<double> sizeMm;  ///< the reading less what it should be; of an edge set, the bow
  double share = 0.0;
};

struct SpilingCheck {
  ReferenceEdge edge;
  std::vector<CheckedReading> readings;  ///< in the order of the file, the lower of a station before its upper
  std::vector<ToldCause> causes;         ///< the likeliest first; `None` alone where nothing is to be said
  double noiseMm = 0.0;                  ///< how far readings are off by chance, once the causes are taken away
  double lapMm = 0.0;                    ///< that the lower readings are said to include
};

/// Holds readings against a plank. The expected reading is the distance on the flat plank, without lap but for what the
/// file says is in it, for the straight edge that agrees best with all readings, found so that a few bad ones do not
/// pull it. A cause is told only where chance would hardly do as much: on clean readings with a millimetre of noise
/// fewer than one time in a hundred, and one reading by itself on a good batten from an eighth of an inch
/// (spiling_check_test). `lapMm`: the strake's own lap, nought where it has none.
/// Fails, naming line and field, on a station that the strake does not cross, on fewer than three readings, on readings
/// in another unit than was said, and on a lap that is wider than the strake.
/// Once `stop` was asked for it gives up looking for causes. Of sixty stations it takes a few tenths of a second.
Result<SpilingCheck> checkSpiling(const FlatPlank& plank, const Spiling& spiling, double lapMm,
                                  const std::stop_token& stop = {});

/// Stations that a strake was read at and that its plank does not pass, each once: the plan was changed since.
std::vector<std::string> stationsElsewhere(const FlatPlank& plank, const Spiling& spiling);
/// What is left of a spiling without the readings there.
Spiling withoutElsewhere(const FlatPlank& plank, Spiling spiling);

/// Whether readings can be held against a plank; fails as `checkSpiling` does, at once.
Result<void> checkReadings(const FlatPlank& plank, const Spiling& spiling);

/// A batten's width where nothing is said of it, mm.
inline constexpr double usualBattenMm = 50.0;

/// Where the reference edge of a batten of such a width lies of itself, along the middle of the strake.
ReferenceEdge naturalRun(const FlatPlank& plank, double battenMm);

/// What is read at a station of the plank from such an edge: to its lower line (without lap), then to its upper, mm.
std::pair<double, double> readingAt(const PlankStation& station, const ReferenceEdge& edge);

/// How far readings move the plank's edges from where they were computed: `part` of the way, 1 all of it. A
/// station read twice is at the middle of both.
EdgeMoves movesOf(const SpilingCheck& check, double part);

}  // namespace narrows
