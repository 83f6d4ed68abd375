#pragma once
// Edits: what the builder does to a book. Each gives a new book and leaves the old one as it was.

#include <optional>
#include <utility>

#include "book/book.h"
#include "fairing/digitised.h"

namespace narrows {

/// One figure of the table changed, or taken out. In a table of feet, inches and eighths it is brought to the nearest
/// sixteenth. Fails where a figure is beyond sense for the boat.
Result<Book> setFigure(const Book& book, std::size_t row, std::size_t column, std::optional<Length> figure);

/// Figures read off a digitised line put in, each brought to the table's own rounding as a typed one is; a row that was
/// held or faired there is as drawn again. Fails, with nothing put in, where any is beyond sense for the boat.
Result<Book> setFiguresReadOff(const Book& book, const std::vector<FigureReadOff>& figures);

/// A whole profile in place of the one there was. Fails where it makes no sense.
Result<Book> setProfile(const Book& book, const Profile& profile);

/// One point of a profile changed, added behind its last (`point` as many as it has), or taken out. The profile is made
/// if the table has none. Fails where the point is beyond sense for the boat.
Result<Book> setProfilePoint(const Book& book, ProfilePart part, std::size_t point, std::optional<ProfilePoint> to);

/// A half-siding changed, or taken out.
Book setHalfSiding(const Book& book, SidingPart part, std::optional<Length> to);

/// The figure that is built to, beside the one drawn; none: as drawn. Fails where it is beyond sense for the boat.
Result<Book> fairFigure(const Book& book, const FigureRef& figure, std::optional<Length> value, const std::string& when,
                        const std::string& why);

/// Several at once, for one reason.
Result<Book> fairFigures(const Book& book, const std::vector<std::pair<FigureRef, Length>>& values,
                         const std::string& when, const std::string& why);

/// Every figure as drawn again.
Book unfair(const Book& book);

/// A new waterline, buttock or diagonal, its figures read off the surface and brought to the table's rounding; empty
/// where the line does not cross. Fails where it crosses fewer than two stations, or stands in the table already.
Result<Book> addLineReadOff(const Book& book, const Hull& drawn, TableRow row);

/// A row taken out of the table, with what was faired of it.
Book removeRow(const Book& book, std::size_t row);

/// Every length of the table but the planking times `scale`: a table lifted off a drawing. Its reading error becomes
/// that of the drawing (0.25 mm on paper) times the scale. Fails on a scale that makes no boat.
Result<Book> scaleTable(const Book& book, double scale);

/// How the moulds are made. Fails on a thickness less than nothing.
Result<Book> setMouldPlan(const Book& book, const MouldPlan& plan);

/// A mould at any distance. Fails where there is no hull, or a mould stands there already.
Result<Book> addMould(const Book& book, const Hull& inside, const std::string& name, Length at);

Book setBuilder(const Book& book, const std::string& builder);

Book setNotation(const Book& book, Notation notation);
Book setConstruction(const Book& book, Construction construction);

}  // namespace narrows
