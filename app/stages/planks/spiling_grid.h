#pragma once
// Readings off the batten of the strake in hand, typed beside what they should be.

#include "canvas/cell_grid.h"
#include "plank/flat_plank.h"
#include "plank/spiling.h"
#include "plank/tape_line.h"

namespace narrows {

struct SpiledPlank;

/// A row a station of the strake: the reading to its keel line, what it should be and by how much it is off, and the
/// same to its sheer line; the width between them, which may be read off a traced board instead of the upper; and how
/// far a stiffer batten moves each point. Where nothing was read yet, what should be is foretold for a batten that lies
/// along the middle of the strake.
class SpilingGrid : public CellGrid {
  Q_OBJECT

 public:
  explicit SpilingGrid(Session* session, QWidget* parent = nullptr);
  void layOut();
  /// Puts a reading of a tape where it says, or, where it does not, into the cell in hand, and goes on to the next. The
  /// place in words; nothing where it found none.
  QString take(const TapeReading& reading);
  /// Puts a reading to the station in hand and goes on; the place in words, nothing where there is none.
  QString put(const Length& reading, bool upper);
  /// Whether the last of its stations has been read and no other is in hand: one more reading has no place.
  bool isPast() const { return m_past; }

 private:
  /// The first reading that is wanting in hand, where another strake is.
  void beginStrake();
  enum Column { Lower, LowerShould, LowerOff, Upper, UpperShould, UpperOff, Width, LowerFaired, UpperFaired };
  std::shared_ptr<const FlatPlank> plank() const;
  int strake() const;
  BoatSide side() const;
  /// What was read at a station; none where nothing was.
  std::optional<Length> readingAt(const std::string& station, bool upper) const;
  double expectedMm(std::size_t station, bool upper) const;
  Cell cellOf(int row, int column) const;
  bool enter(int row, int column, const QString& text);
  bool enterWidth(int row, const std::optional<Length>& width);
  /// By how much a stiffer batten moves the point that was read; none where nothing was.
  std::optional<double> fairedByMm(std::size_t station, bool upper) const;
  bool enterReading(int row, bool upper, const std::optional<Length>& reading);

  int m_strake = 0;  ///< whose readings are shown, and of which side
  BoatSide m_side = BoatSide::Starboard;
  bool m_past = false;
};

}  // namespace narrows
