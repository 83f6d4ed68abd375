#include "moulds/bevel_words.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

std::string bevelWords(const Mould& mould, double bevelRad, Notation notation) {
  const std::string sense = bevelSense(mould, bevelRad);
  if (sense == "square") return Trade::say("square");
  return saidDecimal(std::abs(radians(bevelRad).deg()), 1) + "° " + Trade::say(sense.c_str()) + ", " +
         riseWords(bevelRad, notation);
}

}  // namespace narrows
