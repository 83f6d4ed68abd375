#pragma once
// How far along the boat a guide can be true.

#include <cstddef>

#include "book/book.h"
#include "lining/lining.h"

namespace narrows {

/// A guide of the plan of a lining, by its place among its guides, as `wanted` has it: true as far about the station
/// where widths are chosen as leaves every strake of the boat room, and beyond where its line lies now. True nowhere
/// but beside that station where no stretch would do.
Guide trueAsFarAsItCan(const Book& book, const Lining& lining, std::size_t guide, Guide wanted);

}  // namespace narrows
