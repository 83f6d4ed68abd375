#pragma once
// A plan of lining off in a book's file. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "lining/lining_plan.h"
#include "problem/problem.h"

namespace narrows {

nlohmann::ordered_json liningJson(const LiningPlan& plan);

/// Reads a plan. Every key that is missing or of the wrong kind, and every thing that belongs to no strake or line, is
/// added to `problems`, named `within`.
void readLining(const nlohmann::ordered_json& json, const std::string& within, LiningPlan& plan, Problems& problems);

}  // namespace narrows
