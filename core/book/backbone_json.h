#pragma once
// The backbone's part of a book's file. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "backbone/backbone_plan.h"

namespace narrows {

nlohmann::ordered_json backboneJson(const BackbonePlan& plan);

/// Reads what is there over `plan`; a key that is missing leaves what stood in it. Every key of the wrong kind is added
/// to `problems`.
void readBackbone(const nlohmann::ordered_json& json, BackbonePlan& plan, Problems& problems);

}  // namespace narrows
