#include "plank/compass_arcs.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

Result<Length> readingOf(const CompassArcs& arcs) {
  const double half = 0.5 * (arcs.forward.mm() + arcs.aft.mm()), middle = 0.5 * (arcs.aft.mm() - arcs.forward.mm());
  if (!(arcs.opening.mm() > 0.0) || half < 0.0 || half > arcs.opening.mm())
    return fail(Fault::LimitWrong, {0, 0, Trade::say("the compass's opening")},
                {Trade::say("more than half of what its arcs cut off the batten's edge, %1", said(half))});
  const double height = std::sqrt(arcs.opening.mm() * arcs.opening.mm() - half * half);
  const double reading = std::hypot(height, middle);
  return millimetres(arcs.above ? reading : -reading);
}

}  // namespace narrows
