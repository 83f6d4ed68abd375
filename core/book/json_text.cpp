#include "book/json_text.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

namespace {

int lineOf(std::string_view text, std::size_t at) {
  return 1 + static_cast<int>(std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(at), '\n'));
}

/// Where brackets stand too deep one within another; the end of the text where they do not.
std::size_t tooDeepAt(std::string_view text) {
  int depth = 0;
  bool inString = false;
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (inString) {
      if (c == '\\') ++i;
      inString = c != '"';
      continue;
    }
    inString = c == '"';
    if (c == '{' || c == '[') ++depth;
    if (c == '}' || c == ']') --depth;
    if (depth > deepestNesting) return i;
  }
  return text.size();
}

}  // namespace

Result<nlohmann::ordered_json> parseJson(std::string_view text) {
  if (text.find_first_not_of(" \t\r\n") == std::string_view::npos)
    return fail(Fault::NotABook, {}, {Trade::say("it is empty.")});
  if (text.starts_with("offsets"))
    return fail(Fault::NotABook, {}, {Trade::say("it is a table of offsets; make a new book from it.")});
  // Asked before it is parsed: what comes after would go down as deep.
  if (const std::size_t at = tooDeepAt(text); at < text.size())
    return fail(Fault::TooDeep, {lineOf(text, at), 0, {}}, {std::to_string(deepestNesting)});
  try {
    auto json = nlohmann::ordered_json::parse(text);
    if (!json.is_object()) return fail(Fault::NotABook, {}, {Trade::say("its text is no JSON object.")});
    return json;
  } catch (const nlohmann::json::parse_error& error) {
    const std::size_t at = std::min(error.byte > 0 ? error.byte - 1 : 0, text.size());
    return fail(Fault::NotABook, {lineOf(text, at), 0, {}},
                {Trade::say("here its text is not JSON, or is cut short.")});
  } catch (const nlohmann::json::exception&) {
    return fail(Fault::NotABook, {}, {Trade::say("it has a number that no machine can hold.")});
  }
}

}  // namespace narrows
