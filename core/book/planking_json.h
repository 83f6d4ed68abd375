#pragma once
// How planks are got out, in a book's file. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "plank/planking_plan.h"
#include "problem/problem.h"

namespace narrows {

nlohmann::ordered_json plankingJson(const PlankingPlan& plan);

/// Every key of the wrong kind is added to `problems`.
void readPlanking(const nlohmann::ordered_json& json, PlankingPlan& plan, Problems& problems);

}  // namespace narrows
