#include "moulds/bevel_words.h"

#include <cmath>

namespace narrows {

std::string bevelWords(const Mould& mould, double bevelRad, Notation notation) {
  const std::string sense = bevelSense(mould, bevelRad);
  if (sense == "square") return sense;
  return showDecimal(std::abs(radians(bevelRad).deg()), 1) + "° " + sense + ", " + riseWords(bevelRad, notation);
}

}  // namespace narrows
