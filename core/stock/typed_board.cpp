#include "stock/typed_board.h"

#include <algorithm>
#include <cctype>
#include <optional>

#include "problem/trade.h"

namespace narrows {

namespace {

std::string trimmed(std::string_view text) {
  while (!text.empty() && std::isspace(static_cast<unsigned char>(text.front())) != 0) text.remove_prefix(1);
  while (!text.empty() && std::isspace(static_cast<unsigned char>(text.back())) != 0) text.remove_suffix(1);
  return std::string(text);
}

bool isDigit(char letter) {
  return std::isdigit(static_cast<unsigned char>(letter)) != 0;
}

/// What follows a word that a part begins with; none where it begins otherwise.
std::optional<std::string> after(const std::string& part, const std::string& word) {
  if (part.size() <= word.size() || part.compare(0, word.size(), word) != 0 || part[word.size()] != ' ')
    return std::nullopt;
  return trimmed(std::string_view(part).substr(word.size()));
}

std::optional<double> numberOf(const std::string& text) {
  std::size_t used = 0;
  try {
    const double number = std::stod(text, &used);
    if (trimmed(std::string_view(text).substr(used)).empty()) return number;
  } catch (const std::exception&) {
    return std::nullopt;
  }
  return std::nullopt;
}

/// Reads one line.
class TypedLine {
 public:
  TypedLine(std::string_view line, Unit bare, const Board& before) : m_bare(bare) {
    m_board.species = before.species;
    m_board.thickness = before.thickness;
    std::string part;
    for (std::size_t i = 0; i < line.size(); ++i) {
      // 4,88 without a space is a figure with a comma, and no two parts.
      const bool isFigure =
          line[i] == ',' && i > 0 && i + 1 < line.size() && isDigit(line[i - 1]) && isDigit(line[i + 1]);
      if (line[i] == ',' && !isFigure) {
        m_parts.push_back(trimmed(part));
        part.clear();
      } else {
        part += line[i];
      }
    }
    m_parts.push_back(trimmed(part));
    while (!m_parts.empty() && m_parts.back().empty()) m_parts.pop_back();
  }

  Result<std::vector<Board>> read() {
    if (m_parts.empty())
      return fail(Fault::FieldMissing, {}, {Trade::say("what wood it is, its length, width and thickness")});
    std::size_t at = 0;
    if (!startsWithFigure(m_parts[0])) m_board.species = m_parts[at++];
    std::vector<std::string> lengths;
    std::vector<std::size_t> where;
    while (at < m_parts.size() && startsWithFigure(m_parts[at]) && !isOther(m_parts[at]) && lengths.size() < 3) {
      where.push_back(at);
      lengths.push_back(m_parts[at++]);
    }
    if (m_board.species.empty()) wrong(0, Fault::FieldMissing, {Trade::say("what wood it is")});
    if (lengths.size() < 2 || (lengths.size() < 3 && !(m_board.thickness.mm() > 0.0))) {
      wrong(at, Fault::FieldMissing,
            {lengths.empty()       ? Trade::say("its length")
             : lengths.size() == 1 ? Trade::say("its width")
                                   : Trade::say("its thickness")});
    } else {
      sizes(lengths, where);
    }
    for (; at < m_parts.size(); ++at) rest(at);
    if (!m_problems.empty()) return tl::make_unexpected(m_problems);
    std::vector<Board> boards(static_cast<std::size_t>(m_count), m_board);
    // One name is one board's: the others are given theirs.
    for (std::size_t i = 1; i < boards.size(); ++i) boards[i].name.clear();
    return boards;
  }

 private:
  void wrong(std::size_t part, Fault fault, std::vector<Say> says) {
    const std::string words = part < m_parts.size() ? m_parts[part] : std::string();
    m_problems.push_back({fault, {0, static_cast<int>(part) + 1, words}, std::move(says)});
  }

  static bool startsWithFigure(const std::string& part) {
    return !part.empty() && (isDigit(part[0]) || part[0] == '.');
  }
  /// A part that begins with a figure and is no length.
  static bool isOther(const std::string& part) {
    return part.back() == '%' || part.find(" alike") != std::string::npos;
  }

  std::optional<Length> length(std::size_t part, const std::string& text) {
    if (text.find(',') != std::string::npos) {
      std::string point = text;
      std::replace(point.begin(), point.end(), ',', '.');
      wrong(part, Fault::CommaInLength, {text, point});
      return std::nullopt;
    }
    const auto read = parseLength(text, m_bare);
    if (read) return *read;
    for (Problem problem : read.error()) {
      problem.where.field = static_cast<int>(part) + 1;
      m_problems.push_back(std::move(problem));
    }
    return std::nullopt;
  }

  void sizes(const std::vector<std::string>& lengths, const std::vector<std::size_t>& where) {
    if (const auto read = length(where[0], lengths[0])) m_board.length = *read;
    const std::string& wide = lengths[1];
    // 10 in/8 in is two widths; 10 1/2 in is one, and so is 21/2.
    const auto stroke = wide.find('/');
    const bool isTwo =
        stroke != std::string::npos && (wide.find("in") != std::string::npos || wide.find("mm") != std::string::npos ||
                                        wide.find('"') != std::string::npos || wide.find(" / ") != std::string::npos);
    const auto parting = isTwo ? partingStroke(wide) : std::nullopt;
    if (parting) {
      const auto butt = length(where[1], trimmed(std::string_view(wide).substr(0, *parting)));
      const auto top = length(where[1], trimmed(std::string_view(wide).substr(*parting + 1)));
      if (butt && top) taper(*butt, *top);
    } else if (const auto read = length(where[1], wide)) {
      m_board.width = *read;
    }
    if (lengths.size() > 2) {
      if (const auto read = length(where[2], lengths[2])) m_board.thickness = *read;
    }
  }

  /// The stroke that parts two lengths, and not a numerator from its denominator.
  static std::optional<std::size_t> partingStroke(const std::string& text) {
    for (std::size_t i = 1; i + 1 < text.size(); ++i) {
      if (text[i] == '/' && !(isDigit(text[i - 1]) && isDigit(text[i + 1]))) return i;
    }
    return std::nullopt;
  }

  void taper(Length butt, Length top) {
    m_board.width = millimetres(std::max(butt.mm(), top.mm()));
    if (butt == top) return;
    // Off a line along its lower edge.
    m_board.upper = {{Length(), butt}, {m_board.length, top}};
  }

  void rest(std::size_t part) {
    const std::string& text = m_parts[part];
    if (const auto grade = boardGradeNamed(text)) {
      m_board.grade = grade;
    } else if (const auto sawn = sawnNamed(text)) {
      m_board.sawn = sawn;
    } else if (!text.empty() && text.back() == '%') {
      const auto number = numberOf(text.substr(0, text.size() - 1));
      number ? void(m_board.moisture = number) : wrong(part, Fault::NotANumber, {text});
    } else if (const auto alike = text.find(" alike"); alike != std::string::npos) {
      const auto number = numberOf(text.substr(0, alike));
      if (number && *number >= 1.0 && *number <= mostAlike && *number == static_cast<int>(*number)) {
        m_count = static_cast<int>(*number);
      } else {
        wrong(part, Fault::LimitWrong, {Trade::say("so many alike"), Trade::say("a number from 1 to %1", mostAlike)});
      }
    } else if (const auto name = after(text, "name")) {
      m_board.name = *name;
    } else if (const auto place = after(text, "at")) {
      m_board.place = *place;
    } else if (const auto price = after(text, "price")) {
      const auto number = numberOf(*price);
      number ? void(m_board.price = number) : wrong(part, Fault::NotANumber, {*price});
    } else if (!fault(part, text)) {
      wrong(part, Fault::BoardPartUnknown, {text});
    }
  }

  bool fault(std::size_t part, const std::string& text) {
    const auto word = text.find(' ');
    const auto kind = word == std::string::npos ? std::nullopt : boardFaultNamed(text.substr(0, word));
    if (!kind) return false;
    const std::string where = trimmed(std::string_view(text).substr(word));
    std::vector<std::string> lengths;
    std::string rest = where;
    while (const auto stroke = partingStroke(rest)) {
      lengths.push_back(trimmed(std::string_view(rest).substr(0, *stroke)));
      rest = trimmed(std::string_view(rest).substr(*stroke + 1));
    }
    lengths.push_back(rest);
    if (lengths.size() < 2 || lengths.size() > 3) {
      wrong(part, Fault::BoardFaultPlace, {text});
      return true;
    }
    const auto along = length(part, lengths[0]), across = length(part, lengths[1]);
    const auto size = lengths.size() > 2 ? length(part, lengths[2]) : std::optional(inches(1.0));
    if (!along || !across || !size) return true;
    const double half = 0.5 * size->mm();
    m_board.faults.push_back({*kind, millimetres(along->mm() - half), millimetres(across->mm() - half), *size, *size});
    return true;
  }

  Unit m_bare;
  Board m_board;
  int m_count = 1;
  std::vector<std::string> m_parts;
  Problems m_problems;
};

}  // namespace

Result<std::vector<Board>> typedBoards(std::string_view line, Unit bare, const Board& before) {
  return TypedLine(line, bare, before).read();
}

}  // namespace narrows
