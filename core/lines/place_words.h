#pragma once
// A place along the hull in words.

#include <string>

#include "problem/trade.h"

namespace narrows {

/// "station 4", "the stem", "the transom".
inline std::string placeWords(const std::string& section) {
  if (section == "stem") return Trade::say("the stem");
  if (section == "sternpost") return Trade::say("the sternpost");
  if (section == "transom") return Trade::say("the transom");
  return Trade::say("station %1", section);
}

/// A name that stands in files, as it is read: "waterline 1-6-0", "line 4", "sheer". Of any other it is the name.
inline std::string nameWords(const std::string& name) {
  for (const char* kind :
       {Trade::mark("waterline"), Trade::mark("buttock"), Trade::mark("diagonal"), Trade::mark("line"),
        Trade::mark("sheer"), Trade::mark("chine"), Trade::mark("rabbet"), Trade::mark("stem"),
        Trade::mark("sternpost"), Trade::mark("transom"), Trade::mark("station")}) {
    const std::string word(kind);
    if (name == word || name.starts_with(word + " ")) return Trade::say(kind) + name.substr(word.size());
  }
  return name;
}

}  // namespace narrows
