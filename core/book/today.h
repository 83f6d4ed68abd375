#pragma once
// The day on which something is done.

#include <string>

namespace narrows {

/// Today where the builder is, as it is written beside a faired figure: 2026-04-30.
std::string today();

}  // namespace narrows
