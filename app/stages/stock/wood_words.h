#pragma once
// How much wood, as a mill reckons it.

#include <QString>

#include "length/length.h"

namespace narrows {

/// "110 bd ft", or "0.260 m³" in a book of millimetres.
QString woodWords(Notation notation, double litres);

}  // namespace narrows
