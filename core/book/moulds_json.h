#pragma once
// The plan of the moulds in a book's file. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "moulds/mould_plan.h"
#include "problem/problem.h"

namespace narrows {

nlohmann::ordered_json mouldsJson(const MouldPlan& plan);

/// Reads over what the plan has. Every key of the wrong kind, and every length less than nought, is added to
/// `problems`.
void readMoulds(const nlohmann::ordered_json& json, MouldPlan& plan, Problems& problems);

}  // namespace narrows
