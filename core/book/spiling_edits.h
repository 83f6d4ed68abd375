#pragma once
// Spiling, recorded: readings typed, read from a file and thrown away; which shape is cut.

#include "book/book.h"

namespace narrows {

/// The strake as it was spiled; null where it was not.
const SpiledStrake* spiledAt(const Book& book, int strake, BoatSide side);

/// Readings, battens and laps that are beyond any boat, by line and field; empty where there are none.
Problems spilingBeyondSense(const Spiling& spiling);

/// All readings of a strake, in place of those there were; its shape stays as it was chosen. Without readings it is as
/// though it had never been spiled. Fails, naming line and field, on one that is beyond any boat, and on a lap or
/// batten of less than nothing.
Result<Book> setSpiling(const Book& book, int strake, BoatSide side, Spiling spiling, const std::string& when);

/// One reading, as it is typed; none: it was not measured. Where the station was read twice it is the last that is
/// meant. A strake that was not spiled begins to be, with the batten of the one spiled last.
Result<Book> setReading(const Book& book, int strake, BoatSide side, const std::string& station, bool upper,
                        const std::optional<Length>& reading, const std::string& when);

/// Fails where the strake was not spiled.
Result<Book> chooseShape(const Book& book, int strake, BoatSide side, PlankShape shape);

}  // namespace narrows
