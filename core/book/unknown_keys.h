#pragma once
// Keys of a book's file that this program does not know, kept beside the things they belong to. Not for others than
// book_json.

#include <nlohmann/json.hpp>

namespace narrows {

/// Keys of `file` that `known` has not, at any depth of objects and of the objects in lists. Those of a thing in a list
/// are kept with what it was and where it stood.
nlohmann::ordered_json unknownOf(const nlohmann::ordered_json& file, const nlohmann::ordered_json& known);

/// Puts them back where they were found: on the thing of a list that has the same name (its id, its strake, its line
/// and station, and so on) and is most like it; on that in its place, where none has its name and the list is as long
/// as it was. Those of a thing that is no longer in its list go with it.
void mergeUnknown(nlohmann::ordered_json& json, const nlohmann::ordered_json& unknown);

}  // namespace narrows
