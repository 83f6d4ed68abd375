#pragma once
// Faired figures, strakes that hang and readings of battens in a book's file. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "book/book.h"
#include "problem/problem.h"

namespace narrows {

nlohmann::ordered_json fairedJson(const std::vector<FairedFigure>& faired);
nlohmann::ordered_json hungJson(const std::vector<HungStrake>& hung);
nlohmann::ordered_json spiledJson(const std::vector<SpiledStrake>& spiled);

/// What stands under "faired", "hung" and "spiled" of a whole book; each stays as it is where there is nothing. Every
/// key of the wrong kind, every faired figure that the table has not, and every record of no strake is added to
/// `problems`. `book`: with its table.
void readFaired(const nlohmann::ordered_json& json, Book& book, Problems& problems);
void readHung(const nlohmann::ordered_json& json, Book& book, Problems& problems);
/// Likewise a strake of a side that stands twice.
void readSpiled(const nlohmann::ordered_json& json, Book& book, Problems& problems);

}  // namespace narrows
