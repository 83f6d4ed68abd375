#pragma once
// The table of offsets, as the builder entered it.

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "length/length.h"

namespace narrows {

enum class PlankingSide { Outside, Inside };
enum class Construction { Carvel, Lapstrake };

/// Which way a row of the table measures.
enum class RowKind { Height, HalfBreadth, Diagonal };
/// Which line of the boat a row follows.
enum class RowLine { Sheer, Rabbet, Chine, Buttock, Waterline, Diagonal };

/// One row: the figures of one line at every station.
struct TableRow {
  RowKind kind = RowKind::Height;
  RowLine line = RowLine::Sheer;
  Length at;         ///< Buttock: off the centre line. Waterline: height. Diagonal: height of its centre.
  Length out;        ///< Diagonal only: falls `down` in `out`.
  Length down;       ///< Diagonal only.
  std::string name;  ///< Diagonal only.
  std::vector<std::optional<Length>> figures;    ///< one a station, bow to stern; none where the line does not cross
  int fileLine = 0;                              ///< line of the file it was read from, 0 if none
  std::optional<Length> reading = std::nullopt;  ///< how far its figures may be off, where they do not tell it
  /// Stations, by their columns, at which its figure was put where it is by hand: lines through them go nowhere else.
  std::vector<std::size_t> held = {};

  bool sameLine(const TableRow& other) const;
  bool operator==(const TableRow&) const = default;
};

enum class ProfilePart { StemRabbet, StemFace, SternpostRabbet, Transom, KeelBottom };
/// All of them, in the order a table has them.
inline constexpr std::array profileParts{ProfilePart::StemRabbet, ProfilePart::StemFace, ProfilePart::SternpostRabbet,
                                         ProfilePart::Transom, ProfilePart::KeelBottom};

struct ProfilePoint {
  Length distance;
  Length height;
  bool operator==(const ProfilePoint&) const = default;
};

struct Profile {
  ProfilePart part = ProfilePart::StemRabbet;
  std::vector<ProfilePoint> points;  ///< low to high; keel bottom forward to aft
  int fileLine = 0;
  std::optional<Length> reading = std::nullopt;  ///< how far its figures may be off, where they do not tell it
  bool operator==(const Profile&) const = default;
};

enum class SidingPart { Stem, Keel, Sternpost };

struct HalfSiding {
  SidingPart part = SidingPart::Stem;
  Length value;
  bool operator==(const HalfSiding&) const = default;
};

struct StationColumn {
  std::string name;
  std::optional<Length> distance;  ///< none for the raked transom column
  bool isRake() const { return !distance.has_value(); }
  bool operator==(const StationColumn&) const = default;
};

/// The whole table. Heights are above the base line, distances aft of the forward perpendicular, half-breadths off the
/// centre line; every figure lies on the `side` of the planking that the table is drawn to.
struct OffsetTable {
  std::string boat;
  std::vector<std::string> notes;
  Unit unit = Unit::Millimetre;
  PlankingSide side = PlankingSide::Inside;
  Length thickness;
  std::optional<Length> reading;  ///< how far any figure may be off; half the rounding where it is not given
  Construction construction = Construction::Carvel;
  std::vector<StationColumn> stations;
  std::vector<TableRow> rows;
  std::vector<Profile> profiles;
  std::vector<HalfSiding> halfSidings;

  bool operator==(const OffsetTable&) const = default;
  const TableRow* row(RowKind kind, RowLine line) const;
  /// The figure of a line at a station, counted from the bow; none where it is not given.
  std::optional<Length> figure(RowKind kind, RowLine line, std::size_t column) const;
  const Profile* profile(ProfilePart part) const;
  std::optional<Length> halfSiding(SidingPart part) const;
  std::optional<std::size_t> rakeColumn() const;
  /// The step most of the table's figures are rounded to, and how far such a figure may be off. Row by row:
  /// `TableRounding`.
  Length rounding() const;
  Length figureTolerance() const;
};

/// Whether a figure's place (list and point) means the same line and station in both tables.
bool sameLayout(const OffsetTable& a, const OffsetTable& b);

/// "waterline 1-6-0", "sheer", "diagonal A", as the file calls it.
std::string rowLabel(const TableRow& row, Unit unit);
/// The same as it is read.
std::string rowWords(const TableRow& row, Unit unit);
std::string_view rowKindName(RowKind kind);
std::string_view profilePartName(ProfilePart part);
std::string_view sidingPartName(SidingPart part);
std::string_view constructionName(Construction construction);
std::string_view plankingSideName(PlankingSide side);

/// Reads a table from the text of a file. Fails with every fault of the file, in its order, each with line and field.
Result<OffsetTable> readOffsetTable(std::string_view text);

/// The same without asking whether it makes sense as a boat: a table in the middle of being typed.
Result<OffsetTable> readUncheckedTable(std::string_view text);

/// Reads a table from a file.
Result<OffsetTable> loadOffsetTable(const std::string& path);

/// The table as the text of a file, in its own unit. Reading it again gives the same table.
std::string writeOffsetTable(const OffsetTable& table);

/// A text as one field of CSV: in quotation marks where it needs them.
std::string csvField(const std::string& text);

/// Whether the table makes sense as a boat: stations in order, figures within reason, every section with its ends,
/// stem and stern where they can be. Fails with every fault found; each names line, station and figure.
Result<void> checkOffsetTable(const OffsetTable& table);

/// Figures, distances and points that are greater than the longest boat, of a table that may still be half typed.
Problems figuresBeyondSense(const OffsetTable& table);

}  // namespace narrows
