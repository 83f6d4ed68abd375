#pragma once
// How much a thing that wants looking at would cost if it were left.

namespace narrows {

enum class Severity { LookAgain, Trouble };

}  // namespace narrows
