#pragma once
// Joints, fastenings and flat work, to JSON and back. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "fastening/fastener.h"
#include "flatwork/cross_planks.h"
#include "joining/joint_plan.h"

namespace narrows {

nlohmann::ordered_json joiningJson(const JoiningPlan& plan);
nlohmann::ordered_json fasteningJson(const FasteningPlan& plan);
nlohmann::ordered_json flatWorkJson(const FlatWorkPlan& plan);

/// Every fault is added to `problems`, naming the key.
void readJoining(const nlohmann::ordered_json& json, JoiningPlan& plan, Problems& problems);
void readFastening(const nlohmann::ordered_json& json, FasteningPlan& plan, Problems& problems);
void readFlatWork(const nlohmann::ordered_json& json, FlatWorkPlan& plan, Problems& problems);

}  // namespace narrows
