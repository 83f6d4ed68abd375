#pragma once
// The stack of boards, to JSON and back. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "book/book.h"

namespace narrows {

nlohmann::ordered_json boardsJson(const std::vector<Board>& boards);
nlohmann::ordered_json stockJson(const StockPlan& plan);
nlohmann::ordered_json layingsJson(const std::vector<Laying>& layings);
nlohmann::ordered_json spoiledJson(const std::vector<SpoiledPiece>& spoiled);

/// Out of a whole book, where they are in it. Every fault is added to `problems`, naming the key.
void readStock(const nlohmann::ordered_json& book, Book& into, Problems& problems);

}  // namespace narrows
