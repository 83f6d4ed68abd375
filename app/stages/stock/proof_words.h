#pragma once
// How good a laying of the stack is known to be, in words.

#include <QString>

#include "stock/lay_all.h"

namespace narrows {

/// "No choice of boards is better", or how far below it none can come; empty where nothing is known.
QString proofWords(const LaidStack& laid);

}  // namespace narrows
