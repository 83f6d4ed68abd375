#pragma once
// Lengths that are set, held to what makes sense.

#include <optional>

#include "length/length.h"
#include "problem/problem.h"

namespace narrows {

/// Adds the fault of a length that is set and lies outside its limits, naming both.
inline void keepWithin(Problems& problems, const std::optional<Length>& length, const std::string& name, double leastMm,
                       double mostMm) {
  if (length && !(length->mm() >= leastMm && length->mm() <= mostMm))
    problems.push_back(
        {Fault::LimitWrong, {0, 0, name}, {Trade::say("from %1 to %2", saidAtLeast(leastMm), saidAtMost(mostMm))}});
}

}  // namespace narrows
