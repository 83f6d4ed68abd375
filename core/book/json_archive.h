#pragma once
// Things of a book to JSON and back, each by one list of its keys. Not for others than the book's own files.
//
// A thing is described by `template <typename Archive> void fields(Archive& a, Thing& thing)`, which names each of its
// keys once: `JsonWriter` writes them, `JsonReader` reads what is there and leaves the rest as it was.

#include <cmath>
#include <cstdlib>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

#include "daybook/moment.h"
#include "length/length.h"
#include "lines/boat_size.h"
#include "lines/ids.h"
#include "problem/problem.h"
#include "weighing/weighing_plan.h"

namespace narrows {

using Json = nlohmann::ordered_json;

/// A choice and the words that stand for it in the file.
template <typename Choice>
using Spellings = std::vector<std::pair<Choice, const char*>>;

inline const Spellings<BoatSide> boatSideSpellings{{BoatSide::Starboard, "starboard"}, {BoatSide::Port, "port"}};
inline const Spellings<Sawn> sawnSpellings{{Sawn::Slab, "slab"}, {Sawn::Quarter, "quarter"}};

class JsonWriter {
 public:
  static constexpr bool isWriting() { return true; }
  Json json = Json::object();

  void operator()(const char* name, std::int64_t value) { json[name] = value; }
  void operator()(const char* name, int value) { json[name] = value; }
  void operator()(const char* name, double value) { json[name] = value; }
  void operator()(const char* name, bool value) { json[name] = value; }
  void operator()(const char* name, const std::string& value) { json[name] = value; }
  void operator()(const char* name, Length value) { json[name] = value.mm(); }
  void operator()(const char* name, const std::optional<Length>& value) {
    json[name] = value ? Json(value->mm()) : Json();
  }
  void operator()(const char* name, std::vector<std::vector<std::optional<Length>>>& rows) {
    Json list = Json::array();
    for (const auto& row : rows) {
      Json readings = Json::array();
      for (const auto& reading : row) readings.push_back(reading ? Json(reading->mm()) : Json());
      list.push_back(readings);
    }
    json[name] = list;
  }
  void operator()(const char* name, std::vector<std::string>& names) { json[name] = names; }
  void operator()(const char* name, std::vector<Length>& lengths) {
    Json list = Json::array();
    for (const Length length : lengths) list.push_back(length.mm());
    json[name] = list;
  }
  void operator()(const char* name, Moment value) { json[name] = momentText(value); }
  void operator()(const char* name, const std::optional<Moment>& value) {
    if (value) json[name] = momentText(*value);
  }
  /// What is not there is not written.
  void operator()(const char* name, const std::optional<double>& value) {
    if (value) json[name] = *value;
  }
  template <typename Kind>
  void operator()(const char* name, const Id<Kind>& id) {
    json[name] = id.number;
  }
  template <typename Kind>
  void operator()(const char* name, const std::optional<Id<Kind>>& id) {
    if (id) json[name] = id->number;
  }
  template <typename Kind>
  void operator()(const char* name, std::vector<Id<Kind>>& ids) {
    Json list = Json::array();
    for (const auto& id : ids) list.push_back(id.number);
    json[name] = list;
  }
  void whenSet(const char* name, const std::optional<Length>& value) {
    if (value) json[name] = value->mm();
  }
  void whenSet(const char* name, bool value) {
    if (value) json[name] = value;
  }
  void whenSet(const char* name, const std::string& value) {
    if (!value.empty()) json[name] = value;
  }
  template <typename Kind>
  void whenSet(const char* name, const Id<Kind>& id) {
    if (id.isSet()) json[name] = id.number;
  }
  template <typename Thing>
  void whenThere(const char* name, std::optional<Thing>& thing) {
    if (thing) object(name, *thing);
  }
  void operator()(const char* name, const std::optional<bool>& value) {
    if (value) json[name] = *value;
  }
  template <typename Choice>
  void operator()(const char* name, const std::optional<Choice>& value, const Spellings<Choice>& words) {
    if (value) (*this)(name, *value, words);
  }
  template <typename Choice>
  void operator()(const char* name, Choice value, const Spellings<Choice>& words) {
    for (const auto& [one, word] : words) {
      if (one == value) json[name] = word;
    }
  }
  template <typename Thing>
  void operator()(const char* name, std::vector<Thing>& things) {
    Json list = Json::array();
    for (Thing& thing : things) {
      JsonWriter inner;
      fields(inner, thing);
      list.push_back(inner.json);
    }
    json[name] = list;
  }
  template <typename Thing>
  void object(const char* name, Thing& thing) {
    JsonWriter inner;
    fields(inner, thing);
    json[name] = inner.json;
  }
};

class JsonReader {
 public:
  static constexpr bool isWriting() { return false; }
  JsonReader(const Json& json, std::string within, Problems& problems)
      : m_json(json), m_within(std::move(within)), m_problems(problems) {
    if (!json.is_object()) wrong("", Trade::say("an object"));
  }

  void operator()(const char* name, std::int64_t& value) {
    const Json* found = key(name);
    if (found != nullptr)
      found->is_number_integer() && std::abs(found->get<double>()) < 9e18 ? void(value = *found)
                                                                          : wrong(name, Trade::say("a whole number"));
  }
  void operator()(const char* name, int& value) {
    std::int64_t whole = value;
    (*this)(name, whole);
    constexpr std::int64_t most = 1000;
    whole >= 0 && whole <= most ? void(value = static_cast<int>(whole))
                                : wrong(name, Trade::say("a number up to 1000"));
  }
  void operator()(const char* name, double& value) {
    if (const Json* found = key(name))
      found->is_number() && sensible(*found) ? void(value = *found)
                                             : wrong(name, Trade::say("a number no greater than any boat"));
  }
  void operator()(const char* name, bool& value) {
    if (const Json* found = key(name))
      found->is_boolean() ? void(value = *found) : wrong(name, Trade::say("true or false"));
  }
  void operator()(const char* name, std::string& value) {
    if (const Json* found = key(name)) found->is_string() ? void(value = *found) : wrong(name, "text");
  }
  void operator()(const char* name, Length& value) {
    double mm = value.mm();
    (*this)(name, mm);
    value = millimetres(mm);
  }
  void operator()(const char* name, std::optional<Length>& value) {
    const Json* found = key(name);
    if (found == nullptr) return;
    value.reset();
    if (found->is_null()) return;
    Length length;
    (*this)(name, length);
    value = length;
  }
  void operator()(const char* name, std::vector<std::vector<std::optional<Length>>>& rows) {
    const Json* found = list(name);
    if (found == nullptr) return;
    rows.clear();
    for (const Json& row : *found) {
      std::vector<std::optional<Length>> readings;
      for (const Json& reading : row.is_array() ? row : Json::array()) {
        if (!reading.is_null() && !(reading.is_number() && sensible(reading)))
          wrong(name, Trade::say("rows of lengths in mm, or null"));
        readings.push_back(reading.is_number() ? std::optional(millimetres(reading.get<double>())) : std::nullopt);
      }
      if (!row.is_array()) wrong(name, Trade::say("a list of rows"));
      rows.push_back(readings);
    }
  }
  void operator()(const char* name, std::vector<std::string>& names) {
    const Json* found = list(name);
    if (found == nullptr) return;
    names.clear();
    for (const Json& one : *found) {
      if (!one.is_string()) return wrong(name, Trade::say("a list of names"));
      names.push_back(one.get<std::string>());
    }
  }
  void operator()(const char* name, std::vector<Length>& lengths) {
    const Json* found = list(name);
    if (found == nullptr) return;
    lengths.clear();
    for (const Json& one : *found) {
      if (!one.is_number() || !sensible(one)) return wrong(name, Trade::say("a list of lengths in mm"));
      lengths.push_back(millimetres(one.get<double>()));
    }
  }
  void operator()(const char* name, std::optional<double>& value) {
    if (key(name) == nullptr) return;
    double number = 0.0;
    (*this)(name, number);
    value = number;
  }
  template <typename Kind>
  void operator()(const char* name, Id<Kind>& id) {
    (*this)(name, id.number);
  }
  template <typename Kind>
  void operator()(const char* name, std::optional<Id<Kind>>& id) {
    if (key(name) == nullptr) return;
    id.emplace();
    (*this)(name, id->number);
  }
  template <typename Kind>
  void operator()(const char* name, std::vector<Id<Kind>>& ids) {
    const Json* found = list(name);
    if (found == nullptr) return;
    ids.clear();
    for (const Json& one : *found) {
      if (!one.is_number_integer() || std::abs(one.get<double>()) > 9e18)
        return wrong(name, Trade::say("a list of whole numbers"));
      ids.push_back({one.get<std::int64_t>()});
    }
  }
  void operator()(const char* name, Moment& value) {
    const Json* found = key(name);
    if (found == nullptr) return;
    const auto moment = found->is_string() ? momentFrom(found->get<std::string>()) : std::nullopt;
    moment ? void(value = *moment) : wrong(name, Trade::say("a moment, as 2026-04-30T09:15:00Z"));
  }
  void operator()(const char* name, std::optional<Moment>& value) {
    if (key(name) == nullptr) return;
    (*this)(name, value.emplace());
  }
  void whenSet(const char* name, std::optional<Length>& value) { (*this)(name, value); }
  void whenSet(const char* name, bool& value) { (*this)(name, value); }
  void whenSet(const char* name, std::string& value) { (*this)(name, value); }
  template <typename Kind>
  void whenSet(const char* name, Id<Kind>& id) {
    if (m_json.is_object() && m_json.contains(name)) (*this)(name, id);
  }
  template <typename Thing>
  void whenThere(const char* name, std::optional<Thing>& thing) {
    if (key(name) != nullptr) object(name, thing.emplace());
  }
  void operator()(const char* name, std::optional<bool>& value) {
    if (key(name) == nullptr) return;
    bool flag = false;
    (*this)(name, flag);
    value = flag;
  }
  template <typename Choice>
  void operator()(const char* name, std::optional<Choice>& value, const Spellings<Choice>& words) {
    if (key(name) == nullptr) return;
    value.emplace();
    (*this)(name, *value, words);
  }
  template <typename Choice>
  void operator()(const char* name, Choice& value, const Spellings<Choice>& words) {
    const Json* found = key(name);
    if (found == nullptr) return;
    std::string all;
    for (const auto& [one, word] : words) {
      if (found->is_string() && *found == word) {
        value = one;
        return;
      }
      all += (all.empty() ? "\"" : ", \"") + std::string(word) + "\"";
    }
    wrong(name, Trade::say("one of %1", all));
  }
  template <typename Thing>
  void operator()(const char* name, std::vector<Thing>& things) {
    readThings(list(name), name, things);
  }
  /// Things that are added to for as long as the book is used.
  template <typename Thing>
  void records(const char* name, std::vector<Thing>& things) {
    readThings(list(name, mostRecords), name, things);
  }
  template <typename Thing>
  void object(const char* name, Thing& thing) {
    const Json* found = key(name);
    if (found == nullptr) return;
    JsonReader inner(*found, m_within + name + " / ", m_problems);
    fields(inner, thing);
  }

  /// A fault of a key, told beside the others.
  void wrong(const std::string& name, const std::string& wanted) {
    m_problems.push_back({Fault::KeyWrong, {0, 0, m_within + name}, {name, wanted}});
  }

 private:
  /// No list of a boat's parts is longer, and no list of records: that would be ten a day for a lifetime and more.
  static constexpr std::size_t mostListed = 10000, mostRecords = 1000000;
  template <typename Thing>
  void readThings(const Json* found, const char* name, std::vector<Thing>& things) {
    if (found == nullptr) return;
    things.clear();
    for (const Json& one : *found) {
      Thing thing;
      JsonReader inner(one, m_within + name + " / " + std::to_string(things.size() + 1) + " / ", m_problems);
      fields(inner, thing);
      things.push_back(std::move(thing));
    }
  }
  /// No length, and no angle in degrees, is greater than this: ten times the longest boat.
  static constexpr double mostNumber = 10.0 * longestBoatMm;
  static bool sensible(const Json& number) { return std::abs(number.get<double>()) <= mostNumber; }
  const Json* key(const char* name) const {
    return m_json.is_object() && m_json.contains(name) ? &m_json[name] : nullptr;
  }
  const Json* list(const char* name, std::size_t most = mostListed) {
    const Json* found = key(name);
    if (found == nullptr) return nullptr;
    if (found->is_array() && found->size() <= most) return found;
    wrong(name, Trade::say("a list of at most %1", most));
    return nullptr;
  }

  const Json& m_json;
  std::string m_within;
  Problems& m_problems;
};

/// A thing as JSON.
template <typename Thing>
Json jsonOf(Thing thing) {
  JsonWriter writer;
  fields(writer, thing);
  return writer.json;
}

/// Things as a list of JSON.
template <typename Thing>
Json listJson(std::vector<Thing> things) {
  JsonWriter writer;
  writer("things", things);
  return writer.json["things"];
}

/// A thing that may be without any of its keys, read over what it is. Every key of the wrong kind is added to
/// `problems`; where all are right, what `check` says of their sense.
template <typename Thing, typename Check>
void readChecked(const Json& json, const std::string& within, Thing& thing, Check check, Problems& problems) {
  const std::size_t before = problems.size();
  JsonReader reader(json, within, problems);
  fields(reader, thing);
  if (problems.size() > before) return;
  if (const auto sense = check(thing); !sense)
    problems.insert(problems.end(), sense.error().begin(), sense.error().end());
}

/// The strake a record is of: the number it has, or had last, and which it is. Numbers are told anew from that when a
/// book is read.
template <typename Archive>
void ofStrake(Archive& a, int& strake, StrakeId& id) {
  int number = std::abs(strake);
  a("strake", number);
  if (number != std::abs(strake)) strake = number;
  a.whenSet("strake-id", id);
}

}  // namespace narrows
