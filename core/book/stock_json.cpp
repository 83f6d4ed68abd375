#include "book/stock_json.h"

#include <algorithm>
#include <set>

#include "book/json_archive.h"
#include "problem/trade.h"
#include "stock/check_board.h"
#include "stock/stack_goal.h"

namespace narrows {

namespace {

template <typename All, typename Name>
auto spellingsOf(const All& all, Name name) {
  Spellings<typename All::value_type> spellings;
  for (const auto one : all) spellings.emplace_back(one, name(one));
  return spellings;
}

const auto gradeSpellings = spellingsOf(boardGrades, boardGradeName);
const auto faultSpellings = spellingsOf(boardFaultKinds, boardFaultName);
const auto pieceSpellings = spellingsOf(pieceKinds, pieceKindName);
const auto goalSpellings = spellingsOf(stackGoals, stackGoalName);
const Spellings<WantedGrade> wantedSpellings{{WantedGrade::Clear, "clear"}, {WantedGrade::Sound, "sound"}};

/// A kind of fault, alone in a list.
struct LetIn {
  BoardFaultKind kind = BoardFaultKind::Knot;
};

}  // namespace

template <typename Archive>
static void fields(Archive& a, EdgePoint& p) {
  a("x", p.x);
  a("y", p.y);
}

template <typename Archive>
static void fields(Archive& a, BoardFault& p) {
  a("kind", p.kind, faultSpellings);
  a("x", p.x);
  a("y", p.y);
  a("length", p.length);
  a("width", p.width);
}

template <typename Archive>
static void fields(Archive& a, BoardUse& p) {
  a("when", p.when);
  a("planed", p.planed);
  a("lost", p.lost);
  a("why", p.why);
}

template <typename Archive>
static void fields(Archive& a, Board& p) {
  a("id", p.id);
  a("name", p.name);
  a("species", p.species);
  a("length", p.length);
  a("width", p.width);
  a("thickness", p.thickness);
  a("grade", p.grade, gradeSpellings);
  a("moisture", p.moisture);
  a("cut", p.sawn, sawnSpellings);
  a("price", p.price);
  a("place", p.place);
  a("came", p.came);
  a("lower", p.lower);
  a("upper", p.upper);
  a("faults", p.faults);
  a("left-of", p.leftOf);
  a("sister", p.sister);
  a.whenThere("used", p.used);
}

template <typename Archive>
static void fields(Archive& a, PieceRef& p) {
  a("kind", p.kind, pieceSpellings);
  a("name", p.name);
  if (p.isOfStrake()) ofStrake(a, p.strake, p.strakeId);
  a("side", p.side, boatSideSpellings);
  a("piece", p.piece);
}

template <typename Archive>
static void fields(Archive& a, Laying& p) {
  fields(a, p.of);
  a("board", p.board);
  a("x", p.x);
  a("y", p.y);
  a("turn", p.turnDeg);
  a("turned-over", p.turnedOver);
  a("cut", p.cut);
  a("as-cut", p.asCut);
}

template <typename Archive>
static void fields(Archive& a, SpoiledPiece& p) {
  fields(a, p.of);
  a("board", p.board);
  a("when", p.when);
  a("why", p.why);
}

template <typename Archive>
static void fields(Archive& a, StrakeGrade& p) {
  ofStrake(a, p.strake, p.strakeId);
  a("side", p.side, boatSideSpellings);
  a("grade", p.grade, wantedSpellings);
}

template <typename Archive>
static void fields(Archive& a, MovementRate& p) {
  a("species", p.species);
  a("slab", p.slab);
  a("quarter", p.quarter);
  a("source", p.source);
}

template <typename Archive>
static void fields(Archive& a, LetIn& p) {
  a("kind", p.kind, faultSpellings);
}

template <typename Archive>
static void fields(Archive& a, StockPlan& p) {
  a.whenSet("margin", p.margin);
  a.whenSet("kerf", p.kerf);
  a.whenSet("planed", p.planed);
  a("knot-share", p.knotShare);
  a.whenSet("knot-clear", p.knotClear);
  a.whenSet("widest-plug", p.widestPlug);
  a("plug-minutes", p.plugMinutes);
  std::vector<LetIn> letIn;
  for (const BoardFaultKind kind : p.letIn) letIn.push_back({kind});
  a("let-in", letIn);
  p.letIn.clear();
  for (const LetIn& one : letIn) p.letIn.push_back(one.kind);
  a("sap-out", p.sapOut);
  a("run-out", p.runOut);
  std::optional<double> clearFrom;
  if (p.clearFrom) clearFrom = *p.clearFrom;
  a("clear-from", clearFrom);
  if (clearFrom) p.clearFrom = static_cast<int>(*clearFrom);
  a("grades", p.grades);
  a.whenSet("least-length", p.leastLength);
  a.whenSet("least-width", p.leastWidth);
  a("moisture", p.moisture);
  a("driest", p.driest);
  a("wettest", p.wettest);
  a("moisture-now", p.moistureNow);
  a("rates", p.rates);
  a("goal", p.goal, goalSpellings);
  a("book-matched", p.bookMatched);
  a("mill-lengths", p.mill.lengths);
  a("mill-widths", p.mill.widths);
  a("mill-thicknesses", p.mill.thicknesses);
  a("made", p.made);
}

nlohmann::ordered_json boardsJson(const std::vector<Board>& boards) {
  return listJson(boards);
}

nlohmann::ordered_json stockJson(const StockPlan& plan) {
  return jsonOf(plan);
}

nlohmann::ordered_json layingsJson(const std::vector<Laying>& layings) {
  return listJson(layings);
}

nlohmann::ordered_json spoiledJson(const std::vector<SpoiledPiece>& spoiled) {
  return listJson(spoiled);
}

namespace {

/// What does not go together in what was read, told by key.
void checkTogether(const Book& book, JsonReader& reader) {
  std::set<std::string> names;
  std::set<std::int64_t> ids;
  for (std::size_t i = 0; i < book.boards.size(); ++i) {
    ids.insert(book.boards[i].id.number);
    if (!names.insert(book.boards[i].name).second)
      reader.wrong("boards / " + std::to_string(i + 1) + " / name", Trade::say("each board once"));
  }
  for (std::size_t i = 0; i < book.layings.size(); ++i) {
    const std::string within = "layings / " + std::to_string(i + 1);
    const Laying& one = book.layings[i];
    if (ids.count(one.board.number) == 0) reader.wrong(within + " / board", Trade::say("the id of a board"));
    if (one.of.isOfStrake() && one.of.strake == 0) reader.wrong(within + " / strake", Trade::say("a number"));
    const bool isTwice = std::any_of(book.layings.begin(), book.layings.begin() + static_cast<std::ptrdiff_t>(i),
                                     [&](const Laying& other) { return other.of.isSame(one.of); });
    if (isTwice) reader.wrong(within, Trade::say("each piece once"));
  }
}

}  // namespace

void readStock(const nlohmann::ordered_json& book, Book& into, Problems& problems) {
  JsonReader reader(book, "", problems);
  reader.records("boards", into.boards);
  reader.records("layings", into.layings);
  reader.records("spoiled", into.spoiled);
  if (book.contains("stock")) readChecked(book["stock"], "stock / ", into.stock, checkStock, problems);
  checkTogether(into, reader);
  for (std::size_t i = 0; i < into.boards.size(); ++i) {
    const Board& board = into.boards[i];
    for (BoardWrong& wrong : boardWrongs(board)) {
      wrong.problem.where.name = "boards / " + std::to_string(i + 1) + ", " + board.name;
      problems.push_back(std::move(wrong.problem));
    }
  }
}

}  // namespace narrows
