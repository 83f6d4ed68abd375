#include "stock/pasted_boards.h"

#include <algorithm>
#include <cctype>
#include <string>

#include "problem/trade.h"
#include "stock/boards_file.h"
#include "stock/typed_board.h"

namespace narrows {

namespace {

std::vector<std::string> partsOf(std::string_view text, char at) {
  std::vector<std::string> parts(1);
  for (const char letter : text) {
    if (letter == at) {
      parts.emplace_back();
    } else if (letter != '\r') {
      parts.back() += letter;
    }
  }
  return parts;
}

/// One row of cells, as the stack's table has them.
class PastedRow {
 public:
  PastedRow(const std::vector<std::string>& cells, int line, Unit bare, Problems& problems)
      : m_cells(cells), m_line(line), m_bare(bare), m_problems(problems) {}

  Board read() {
    Board board;
    board.name = cell(0);
    board.species = cell(1);
    length(2, board.length);
    length(3, board.width);
    length(5, board.thickness);
    Length top;
    if (!cell(4).empty() && length(4, top) && top.mm() != board.width.mm()) {
      board.upper = {{Length(), board.width}, {board.length, top}};
      board.width = millimetres(std::max(board.width.mm(), top.mm()));
    }
    if (const std::string grade = cell(6); !grade.empty() && !(board.grade = boardGradeNamed(grade)))
      wrong(6, Fault::WordUnknown, {grade, "clear, good or knotty"});
    number(7, board.moisture);
    if (const std::string sawn = cell(8); !sawn.empty() && !(board.sawn = sawnNamed(sawn)))
      wrong(8, Fault::WordUnknown, {sawn, "quarter or slab"});
    board.place = cell(9);
    board.came = cell(10);
    number(11, board.price);
    return board;
  }

 private:
  std::string cell(std::size_t at) const {
    if (at >= m_cells.size()) return {};
    std::string text = m_cells[at];
    const auto isSpace = [](unsigned char letter) { return std::isspace(letter) != 0; };
    text.erase(text.begin(), std::find_if_not(text.begin(), text.end(), isSpace));
    text.erase(std::find_if_not(text.rbegin(), text.rend(), isSpace).base(), text.end());
    return text;
  }
  void wrong(std::size_t at, Fault fault, std::vector<Say> says) {
    m_problems.push_back({fault, {m_line, static_cast<int>(at) + 1, {}}, std::move(says)});
  }
  bool length(std::size_t at, Length& into) {
    const auto read = parseLength(cell(at), m_bare);
    if (read) {
      into = *read;
      return true;
    }
    for (Problem problem : read.error()) {
      problem.where = {m_line, static_cast<int>(at) + 1, {}};
      m_problems.push_back(std::move(problem));
    }
    return false;
  }
  void number(std::size_t at, std::optional<double>& into) {
    std::string text = cell(at);
    if (!text.empty() && text.back() == '%') text.pop_back();
    if (text.empty()) return;
    try {
      std::size_t used = 0;
      into = std::stod(text, &used);
      while (used < text.size() && text[used] == ' ') ++used;
      if (used < text.size()) wrong(at, Fault::NotANumber, {text});
    } catch (const std::exception&) {
      wrong(at, Fault::NotANumber, {text});
    }
  }

  const std::vector<std::string>& m_cells;
  int m_line;
  Unit m_bare;
  Problems& m_problems;
};

bool isHeading(const std::string& line) {
  return std::none_of(line.begin(), line.end(), [](unsigned char letter) { return std::isdigit(letter) != 0; });
}

}  // namespace

Result<std::vector<Board>> pastedBoards(std::string_view text, Unit bare) {
  if (text.starts_with("boards,")) return readBoards(text);
  std::vector<Board> boards;
  Problems problems;
  const std::vector<std::string> lines = partsOf(text, '\n');
  Board before;
  for (std::size_t i = 0; i < lines.size(); ++i) {
    const int line = static_cast<int>(i) + 1;
    if (lines[i].find_first_not_of(" \t") == std::string::npos) continue;
    if (lines[i].find('\t') == std::string::npos) {
      const auto typed = typedBoards(lines[i], bare, before);
      if (typed) {
        boards.insert(boards.end(), typed->begin(), typed->end());
        before = typed->back();
        continue;
      }
      if (i == 0 && isHeading(lines[i])) continue;
      for (Problem problem : typed.error()) {
        problem.where.line = line;
        problems.push_back(std::move(problem));
      }
      continue;
    }
    if (i == 0 && isHeading(lines[i])) continue;
    boards.push_back(PastedRow(partsOf(lines[i], '\t'), line, bare, problems).read());
  }
  if (boards.empty() && problems.empty())
    return fail(Fault::FieldMissing, {}, {Trade::say("what wood it is, its length, width and thickness")});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return boards;
}

}  // namespace narrows
