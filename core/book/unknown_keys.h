#pragma once
// Keys of a book's file that this program does not know, kept beside the things they belong to. Not for others than
// book_json.

#include <nlohmann/json.hpp>

namespace narrows {

/// Keys of `file` that `known` has not, at any depth of objects and of the objects in lists. Those of a thing in a list
/// are kept with what names it: its id, or its place (line and station, species and bending and so on).
nlohmann::ordered_json unknownOf(const nlohmann::ordered_json& file, const nlohmann::ordered_json& known);

/// Puts them back where they were found. Those of a thing that is no longer in its list go with it.
void mergeUnknown(nlohmann::ordered_json& json, const nlohmann::ordered_json& unknown);

}  // namespace narrows
