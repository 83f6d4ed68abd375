#pragma once
// A bevel as it is written on the screen and on the wood.

#include "moulds/mould.h"

namespace narrows {

/// "12.5° standing, 7/32 in an inch", or "square".
std::string bevelWords(const Mould& mould, double bevelRad, Notation notation);

}  // namespace narrows
