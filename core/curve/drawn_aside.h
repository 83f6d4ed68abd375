#pragma once
// How a batten held flat at one end is drawn aside at the other.

namespace narrows {

/// The part of it that shows at `u` of its length, 0 where it is held to 1 where it is drawn: a cantilever under a
/// point load.
inline double drawnAside(double u) {
  return 0.5 * u * u * (3.0 - u);
}

}  // namespace narrows
