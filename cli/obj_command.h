#pragma once
// The planked hull as a Wavefront OBJ file.

#include "job.h"

namespace narrows::cli {

/// Writes every plank as a named body, as the planks lie, and tells of each: `body,faces,volume`, volumes in cubic
/// decimetres.
Result<std::string> writeBodies(const Job& job, const std::string& out);

}  // namespace narrows::cli
