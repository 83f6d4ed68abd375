#pragma once
// What stands below the plank.

namespace narrows {

/// The pages, in the order in which they are offered.
enum class PlankPage { Hull, Readings, Bevels, Gains, Ends, LettingIn, Bending, Joints, Fastenings, Hanging, FlatWork };

}  // namespace narrows
