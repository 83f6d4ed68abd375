#include "book/unknown_keys.h"

#include <array>

namespace narrows {

namespace {

using Json = nlohmann::ordered_json;

/// Keys that tell things of one list apart, where they have them; a point of an outline has none, and goes by its
/// coordinates.
constexpr std::array<const char*, 17> namingKeys{"id",       "line",    "station", "in",     "list", "place",
                                                 "kind",     "species", "bending", "mould",  "mark", "to",
                                                 "distance", "height",  "along",   "across", "ratio"};

/// What names one thing of a list; an id is enough.
Json nameOf(const Json& thing) {
  Json name = Json::object();
  for (const char* key : namingKeys) {
    if (!thing.contains(key) || thing[key].is_structured()) continue;
    name[key] = thing[key];
    if (std::string_view(key) == "id") break;
  }
  return name;
}

Json unknownOfList(const Json& file, const Json& known) {
  Json kept = Json::array();
  if (file.size() != known.size()) return kept;
  for (std::size_t i = 0; i < file.size(); ++i) {
    if (!file[i].is_object() || !known[i].is_object()) continue;
    Json more = unknownOf(file[i], known[i]);
    if (!more.empty()) kept.push_back({{"of", nameOf(known[i])}, {"more", std::move(more)}});
  }
  return kept;
}

void mergeIntoList(Json& list, const Json& kept) {
  for (const Json& one : kept) {
    if (!one.is_object() || !one.contains("of") || !one.contains("more")) continue;
    for (Json& thing : list) {
      if (!thing.is_object() || nameOf(thing) != one["of"]) continue;
      mergeUnknown(thing, one["more"]);
      break;
    }
  }
}

}  // namespace

Json unknownOf(const Json& file, const Json& known) {
  Json unknown = Json::object();
  for (const auto& [key, value] : file.items()) {
    if (!known.contains(key)) {
      unknown[key] = value;
    } else if (value.is_object() && known[key].is_object()) {
      Json inner = unknownOf(value, known[key]);
      if (!inner.empty()) unknown[key] = std::move(inner);
    } else if (value.is_array() && known[key].is_array()) {
      Json inner = unknownOfList(value, known[key]);
      if (!inner.empty()) unknown[key] = std::move(inner);
    }
  }
  return unknown;
}

void mergeUnknown(Json& json, const Json& unknown) {
  for (const auto& [key, value] : unknown.items()) {
    if (!json.contains(key)) {
      json[key] = value;
    } else if (value.is_object() && json[key].is_object()) {
      mergeUnknown(json[key], value);
    } else if (value.is_array() && json[key].is_array()) {
      mergeIntoList(json[key], value);
    }
  }
}

}  // namespace narrows
