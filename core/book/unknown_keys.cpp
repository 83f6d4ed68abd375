#include "book/unknown_keys.h"

#include <algorithm>
#include <array>
#include <optional>
#include <string_view>
#include <tuple>
#include <vector>

namespace narrows {

namespace {

using Json = nlohmann::ordered_json;

/// Keys that tell things of one list apart, where they have them. Other keys may change and it is the same thing still.
constexpr std::array<const char*, 24> namingKeys{"id",     "strake-id", "side", "line",     "station", "in",
                                                 "list",   "place",     "kind", "species",  "bending", "mould",
                                                 "mark",   "to",        "name", "distance", "height",  "along",
                                                 "across", "ratio",     "of",   "measure",  "piece",   "code"};

bool isUnset(const Json& value) {
  return value.is_null() || (value.is_number() && value == 0);
}

/// All of a thing that is no thing itself.
Json scalarsOf(const Json& thing) {
  Json scalars = Json::object();
  for (const auto& [key, value] : thing.items()) {
    if (!value.is_structured()) scalars[key] = value;
  }
  return scalars;
}

/// How like a thing is to what was kept: as many of its keys as are the same; none where a key that names it differs,
/// or nothing names it.
std::optional<std::size_t> likeness(const Json& kept, const Json& thing) {
  bool isNamed = false;
  for (const char* key : namingKeys) {
    const bool was = kept.contains(key) && !isUnset(kept[key]);
    const bool is = thing.contains(key) && !thing[key].is_structured() && !isUnset(thing[key]);
    if (was != is || (was && kept[key] != thing[key])) return std::nullopt;
    isNamed = isNamed || was;
    if (was && std::string_view(key) == "id") break;
  }
  if (!isNamed) return std::nullopt;
  std::size_t alike = 1;
  for (const auto& [key, value] : kept.items()) alike += thing.contains(key) && thing[key] == value ? 1 : 0;
  return alike;
}

/// Which thing of a list each of those kept is now, by its place in the list: that which has its name and is most like
/// it, each once; of a list that is as long as it was, else that in its place.
std::vector<std::optional<std::size_t>> placesOf(const std::vector<Json>& kept, const std::vector<std::size_t>& was,
                                                 std::size_t longWas, const Json& list) {
  std::vector<std::optional<std::size_t>> places(kept.size());
  std::vector<bool> taken(list.size(), false);
  using Match = std::tuple<std::size_t, std::size_t, std::size_t, std::size_t>;  // unlikeness, away, kept, thing
  std::vector<Match> matches;
  for (std::size_t i = 0; i < kept.size(); ++i) {
    for (std::size_t j = 0; j < list.size(); ++j) {
      if (!list[j].is_object()) continue;
      const auto alike = likeness(kept[i], list[j]);
      if (alike)
        matches.emplace_back(1000 - std::min<std::size_t>(*alike, 1000), was[i] > j ? was[i] - j : j - was[i], i, j);
    }
  }
  std::sort(matches.begin(), matches.end());
  for (const auto& [unlike, away, i, j] : matches) {
    if (places[i] || taken[j]) continue;
    places[i] = j;
    taken[j] = true;
  }
  if (list.size() != longWas) return places;
  for (std::size_t i = 0; i < kept.size(); ++i) {
    if (places[i] || taken[was[i]] || !list[was[i]].is_object()) continue;
    places[i] = was[i];
    taken[was[i]] = true;
  }
  return places;
}

/// Kept of a list: how long it was, and of each thing with more to it what it was, where, and what more.
Json unknownOfList(const Json& file, const Json& known) {
  std::vector<Json> scalars;
  std::vector<std::size_t> at;
  for (std::size_t i = 0; i < file.size(); ++i) {
    scalars.push_back(file[i].is_object() ? scalarsOf(file[i]) : Json::object());
    at.push_back(i);
  }
  std::vector<std::optional<std::size_t>> places;
  if (file.size() == known.size()) {
    for (const std::size_t i : at) places.emplace_back(i);
  } else {
    places = placesOf(scalars, at, file.size(), known);
  }
  Json things = Json::array();
  for (std::size_t i = 0; i < file.size(); ++i) {
    if (!file[i].is_object() || !places[i] || !known[*places[i]].is_object()) continue;
    const Json& like = known[*places[i]];
    Json more = unknownOf(file[i], like);
    if (!more.empty()) things.push_back({{"of", scalarsOf(like)}, {"at", *places[i]}, {"more", std::move(more)}});
  }
  return things.empty() ? Json::array() : Json::array({known.size(), std::move(things)});
}

void mergeIntoList(Json& list, const Json& kept) {
  if (kept.size() != 2 || !kept[0].is_number_unsigned() || !kept[1].is_array()) return;
  std::vector<Json> of, more;
  std::vector<std::size_t> was;
  for (const Json& one : kept[1]) {
    if (!one.is_object() || !one.contains("of") || !one.contains("at") || !one.contains("more")) continue;
    of.push_back(one["of"]), more.push_back(one["more"]), was.push_back(one["at"].get<std::size_t>());
  }
  const auto places = placesOf(of, was, kept[0].get<std::size_t>(), list);
  for (std::size_t i = 0; i < places.size(); ++i) {
    if (places[i]) mergeUnknown(list[*places[i]], more[i]);
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
