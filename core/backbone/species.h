#pragma once
// Woods by their names.

#include <algorithm>
#include <cctype>
#include <string>

namespace narrows {

/// Whether what a builder says of a wood names a species, given in small letters: "Larch, clear" is larch.
inline bool namesSpecies(std::string said, const std::string& species) {
  std::transform(said.begin(), said.end(), said.begin(), [](unsigned char letter) { return std::tolower(letter); });
  return said.find(species) != std::string::npos;
}

}  // namespace narrows
