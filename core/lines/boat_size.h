#pragma once
// How large the boats are that a builder planks by hand: beyond these the units are wrong.

namespace narrows {

inline constexpr double shortestBoatMm = 300.0;
inline constexpr double longestBoatMm = 80000.0;

}  // namespace narrows
