#pragma once
// The points that printed sheets stand on, made from a solved boat.

#include "solve/solve.h"

namespace narrows {

/// The points of a sheet as it would be printed now, by its kind and what it is of: of a plank its edges at every
/// station and half way between, and its joints; of a mould its marks and its edge half way between them; of the stick
/// every line's mark at every station; of a timber its edges at stations and waterlines. None where the boat has no
/// such thing any more.
std::optional<std::vector<SheetPoint>> sheetPoints(const Solved& solved, const PrintedSheet& of);

/// A sheet as it is to be remembered. `name`: of the drawing; `code`: what stands on it. None for a drawing of another
/// kind than these.
std::optional<PrintedSheet> sheetToRemember(const Solved& solved, const std::string& name, const std::string& code,
                                            const std::string& when);

/// One step of a plank logged; one that is got out is remembered with the shape it was cut to, whether or not its
/// pattern was printed.
Result<Book> logPlankStep(const Solved& solved, const Book& book, HangingEntry entry);

/// How far the upper edge of a plank that was cut lies off the present line where its lower lies on its own, at every
/// station that it crosses: to be lined off to as though it hung, where it fits too. Positive towards the sheer.
std::vector<std::pair<std::size_t, double>> cutEdgeOff(const Solved& solved, const PrintedSheet& cut);

}  // namespace narrows
