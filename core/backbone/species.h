#pragma once
// Woods by their names.

#include <algorithm>
#include <cctype>
#include <string>

namespace narrows {

/// What a builder wrote, in small letters; letters beyond ASCII stay as they are.
inline std::string inSmallLetters(std::string words) {
  std::transform(words.begin(), words.end(), words.begin(), [](unsigned char letter) { return std::tolower(letter); });
  return words;
}

/// Whether what a builder says of a wood names a species, given in small letters: "Larch, clear" is larch.
inline bool namesSpecies(const std::string& said, const std::string& species) {
  return inSmallLetters(said).find(species) != std::string::npos;
}

/// Whether a board may serve where a wood is wanted, one being named within the other; an empty wish is for any.
inline bool isOfWood(const std::string& wanted, const std::string& board) {
  return wanted.empty() || namesSpecies(board, inSmallLetters(wanted)) || namesSpecies(wanted, inSmallLetters(board));
}

}  // namespace narrows
