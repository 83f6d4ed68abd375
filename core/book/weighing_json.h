#pragma once
// What plans are weighed against, in a book's file. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "problem/problem.h"
#include "weighing/weighing_plan.h"

namespace narrows {

nlohmann::ordered_json weighingJson(const WeighingPlan& plan);

/// Every key of the wrong kind is added to `problems`.
void readWeighing(const nlohmann::ordered_json& json, WeighingPlan& plan, Problems& problems);

}  // namespace narrows
