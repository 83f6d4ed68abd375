#include "book/stock_json.h"

#include <set>

#include "book/json_archive.h"
#include "problem/trade.h"
#include "stock/check_board.h"

namespace narrows {

namespace {

template <typename All, typename Name>
auto spellingsOf(const All& all, Name name) {
  Spellings<typename All::value_type> spellings;
  for (const auto one : all) spellings.emplace_back(one, name(one));
  return spellings;
}

const auto gradeWords = spellingsOf(boardGrades, boardGradeName);
const auto faultWords = spellingsOf(boardFaultKinds, boardFaultName);

}  // namespace

template <typename Archive>
static void fields(Archive& a, EdgePoint& p) {
  a("x", p.x);
  a("y", p.y);
}

template <typename Archive>
static void fields(Archive& a, BoardFault& p) {
  a("kind", p.kind, faultWords);
  a("x", p.x);
  a("y", p.y);
  a("length", p.length);
  a("width", p.width);
}

template <typename Archive>
static void fields(Archive& a, Board& p) {
  a("id", p.id);
  a("name", p.name);
  a("species", p.species);
  a("length", p.length);
  a("width", p.width);
  a("thickness", p.thickness);
  a("grade", p.grade, gradeWords);
  a("moisture", p.moisture);
  a("cut", p.sawn, sawnSpellings);
  a("price", p.price);
  a("place", p.place);
  a("came", p.came);
  a("lower", p.lower);
  a("upper", p.upper);
  a("faults", p.faults);
}

nlohmann::ordered_json boardsJson(const std::vector<Board>& boards) {
  return listJson(boards);
}

void readBoards(const nlohmann::ordered_json& book, std::vector<Board>& boards, Problems& problems) {
  JsonReader reader(book, "", problems);
  reader.records("boards", boards);
  std::set<std::string> names;
  for (std::size_t i = 0; i < boards.size(); ++i) {
    const std::string within = "boards / " + std::to_string(i + 1);
    if (!names.insert(boards[i].name).second) reader.wrong(within + " / name", Trade::say("each board once"));
    for (BoardWrong& wrong : boardWrongs(boards[i])) {
      wrong.problem.where.name = within + ", " + boards[i].name;
      problems.push_back(std::move(wrong.problem));
    }
  }
}

}  // namespace narrows
