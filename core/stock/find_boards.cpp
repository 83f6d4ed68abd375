#include "stock/find_boards.h"

#include <algorithm>
#include <sstream>

#include "backbone/species.h"
#include "problem/trade.h"

namespace narrows {

namespace {

bool has(const Board& board, const std::string& word, Unit bare) {
  if (word.size() > 1 && (word[0] == '>' || word[0] == '<')) {
    if (const auto length = parseLength(word.substr(1), bare))
      return word[0] == '>' ? board.length.mm() >= length->mm() : board.length.mm() <= length->mm();
  }
  std::string grade = board.grade ? boardGradeName(*board.grade) : "";
  if (board.grade) grade += " " + Trade::say(boardGradeName(*board.grade));
  return std::ranges::any_of(std::vector<std::string>{board.name, board.species, board.place, board.came, grade},
                             [&](const std::string& of) { return inSmallLetters(of).find(word) != std::string::npos; });
}

}  // namespace

std::vector<std::size_t> findBoards(const std::vector<Board>& stack, const std::string& asked, Unit bare) {
  std::vector<std::string> words;
  std::istringstream parts(inSmallLetters(asked));
  for (std::string word; parts >> word;) words.push_back(word);
  std::vector<std::size_t> found;
  for (std::size_t i = 0; i < stack.size(); ++i) {
    if (std::all_of(words.begin(), words.end(), [&](const std::string& word) { return has(stack[i], word, bare); }))
      found.push_back(i);
  }
  return found;
}

}  // namespace narrows
