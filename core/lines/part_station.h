#pragma once
// Stations whose sections begin on stem or sternpost, beyond the foot of it.

#include <cstddef>

#include "lines/offset_table.h"

namespace narrows {

/// Whether a station lies forward of the stem's foot: its section begins on the stem, and wants neither rabbet nor
/// chine of its own.
bool beginsOnStem(const OffsetTable& table, std::size_t column);
/// The same aft of the sternpost's foot.
bool beginsOnSternpost(const OffsetTable& table, std::size_t column);
inline bool beginsOnEnd(const OffsetTable& table, std::size_t column) {
  return beginsOnStem(table, column) || beginsOnSternpost(table, column);
}

}  // namespace narrows
