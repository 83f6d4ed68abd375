#pragma once
// A place along the hull in words.

#include <string>

namespace narrows {

/// "station 4", "the stem", "the transom".
inline std::string placeWords(const std::string& section) {
  const bool end = section == "stem" || section == "sternpost" || section == "transom";
  return end ? "the " + section : "station " + section;
}

}  // namespace narrows
