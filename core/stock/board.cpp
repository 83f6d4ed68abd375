#include "stock/board.h"

#include "backbone/species.h"
#include "problem/trade.h"

namespace narrows {

namespace {

template <typename Choice, std::size_t count, typename Name>
std::optional<Choice> named(std::string_view word, const std::array<Choice, count>& all, Name name) {
  for (const Choice one : all)
    if (word == name(one)) return one;
  return std::nullopt;
}

}  // namespace

const char* boardGradeName(BoardGrade grade) {
  switch (grade) {
    case BoardGrade::Clear:
      return Trade::mark("clear");
    case BoardGrade::Good:
      return Trade::mark("good");
    case BoardGrade::Knotty:
      return Trade::mark("knotty");
  }
  return "";
}

const char* boardFaultName(BoardFaultKind kind) {
  switch (kind) {
    case BoardFaultKind::Knot:
      return Trade::mark("knot");
    case BoardFaultKind::Loose:
      return Trade::mark("loose");
    case BoardFaultKind::Check:
      return Trade::mark("check");
    case BoardFaultKind::Split:
      return Trade::mark("split");
    case BoardFaultKind::Heart:
      return Trade::mark("heart");
    case BoardFaultKind::Sap:
      return Trade::mark("sap");
    case BoardFaultKind::Nail:
      return Trade::mark("nail");
    case BoardFaultKind::Wane:
      return Trade::mark("wane");
  }
  return "";
}

const char* sawnName(Sawn sawn) {
  return sawn == Sawn::Quarter ? Trade::mark("quarter") : Trade::mark("slab");
}

std::optional<BoardGrade> boardGradeNamed(std::string_view word) {
  return named(word, boardGrades, boardGradeName);
}

std::optional<BoardFaultKind> boardFaultNamed(std::string_view word) {
  return named(word, boardFaultKinds, boardFaultName);
}

std::optional<Sawn> sawnNamed(std::string_view word) {
  return named(word, std::array{Sawn::Quarter, Sawn::Slab}, sawnName);
}

std::string boardFaultWords(BoardFaultKind kind) {
  return kind == BoardFaultKind::Loose ? Trade::say("loose knot") : Trade::say(boardFaultName(kind));
}

bool isSheet(const Board& board) {
  return namesSpecies(board.species, "ply");
}

}  // namespace narrows
