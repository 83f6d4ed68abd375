#pragma once
// The stack of boards, to JSON and back. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "problem/problem.h"
#include "stock/board.h"

namespace narrows {

nlohmann::ordered_json boardsJson(const std::vector<Board>& boards);

/// Out of a whole book, where they are in it. Every fault is added to `problems`, naming the key.
void readBoards(const nlohmann::ordered_json& book, std::vector<Board>& boards, Problems& problems);

}  // namespace narrows
