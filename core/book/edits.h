#pragma once
// Edits: what the builder does to a book. Each gives a new book and leaves the old one as it was.

#include <optional>

#include "book/book.h"

namespace narrows {

/// One figure of the table changed, or taken out. In a table of feet, inches and eighths it is brought to the nearest
/// sixteenth. Fails where a figure is beyond sense for the boat.
Result<Book> setFigure(const Book& book, std::size_t row, std::size_t column, std::optional<Length> figure);

/// How many strakes; marks moved by hand are let go, and chosen widths are spread over the new number.
Result<Book> setStrakeCount(const Book& book, int count);

/// Equal, or diminishing from chosen widths. Diminishing starts from the widths as they are at the master station.
Result<Book> setRule(const Book& book, const Lining& lining, LiningRule rule);

/// The station at which widths are chosen; the widths chosen there so far are kept.
Result<Book> setMaster(const Book& book, StationId master);

/// One width at the master station (strake 0 is the garboard): the others share what is left in their proportion.
/// Turns the rule to diminishing; lines with nails are nailed to their new marks at that station. Fails where nothing
/// would be left for the others.
Result<Book> setWidth(const Book& book, const Lining& lining, std::size_t strake, Length width);

/// A mark moved to a share of the girth of a section. Fails where it would pass its neighbours, saying how far it
/// can go, or make two lines meet elsewhere.
Result<Book> moveMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share);

/// The share nearest to `share` that a mark can be moved to between the marks above and below it.
double nearestFreeShare(const Lining& lining, std::size_t line, std::size_t section, double share);

/// The same while the mark is dragged: moved as near to `share` as it can go without its line meeting another anywhere.
Book dragMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share);

/// One mark let go, or all marks of a line: they lie where the batten and the rule put them.
Book letGoMark(const Book& book, LineId line, StationId station);
Book letGoLine(const Book& book, LineId line);

Book setLap(const Book& book, Length lap);
Book setNotation(const Book& book, Notation notation);
Book setConstruction(const Book& book, Construction construction);

}  // namespace narrows
