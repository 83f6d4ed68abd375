#include "stock_table.h"

#include <iostream>
#include <map>

#include "book/stock_edits.h"
#include "files/csv_records.h"
#include "solve/wanted_pieces.h"
#include "solved_job.h"
#include "stock/boards_file.h"
#include "stock/lay_all.h"
#include "stock/left_over.h"
#include "stock/why_not.h"

namespace narrows::cli {

namespace {

constexpr int degreeDecimals = 5, usedDecimals = 4;
/// How long to look where nobody says.
constexpr double usualSeconds = 10.0;

/// A piece where it lies on a board of the file.
struct LaidPiece {
  const WantedPiece* piece = nullptr;
  PieceLies lies;
  std::size_t board = 0;
};

std::string rowOf(const Job& job, const WantedPiece& piece, const LaidPiece* laid, const std::vector<Board>& boards) {
  std::string row = piece.of.kind == PieceKind::Plank
                        ? std::to_string(piece.of.piece) + "," + std::to_string(piece.of.strake)
                        : csvField(piece.words()) + ",";
  row += std::string(",") + (piece.hasPair ? sideWord(piece.of.side) : "");
  if (laid == nullptr) return row + ",,,,,\n";
  const Laying at = narrows::laid({}, laid->lies);
  return row + "," + csvField(boards[laid->board].name) + "," + job.show(at.x.mm()) + "," + job.show(at.y.mm()) + "," +
         showDecimal(at.turnDeg, degreeDecimals) + "," + (at.turnedOver ? "1" : "0") + "\n";
}

void tellOver(const std::vector<LaidPiece>& laid, const std::vector<BoardShape>& shapes, const StockMake& make) {
  for (std::size_t i = 0; i < laid.size(); ++i) {
    std::vector<Neighbour> neighbours;
    for (std::size_t j = 0; j < laid.size(); ++j) {
      if (j != i && laid[j].board == laid[i].board)
        neighbours.push_back({j, laid[j].piece->mark(), laid[j].lies.onBoard(laid[j].piece->outline)});
    }
    const LayingJudged judged = judgeLaying(shapes[laid[i].board], *laid[i].piece, laid[i].lies, neighbours, make);
    if (judged.verdict(make) != Severity::Trouble && judged.isClear()) continue;
    std::cerr << Trade::say("%1 on board %2: %3\n", laid[i].piece->words(), shapes[laid[i].board].board.name,
                            judged.offBoard        ? Trade::say("it runs off the board")
                            : judged.overNeighbour ? Trade::say("it lies over its neighbour")
                            : judged.overFault     ? Trade::say("it lies on a fault it has to miss")
                            : judged.thinMm > 0.0  ? Trade::say("the board is too thin for it")
                                                   : Trade::say("it lies nearer than the margin or the kerf"));
  }
}

/// Looks for places of the pieces that lie on none of the boards and are still wanted, and puts them with the others.
/// `of`: of every piece, one more than its place among those that are laid.
void layMore(const std::vector<BoardShape>& shapes, const std::vector<WantedPiece>& pieces, const StockMake& make,
             const Book& book, bool planks, double seconds, std::uint64_t seed, std::vector<LaidPiece>& laid,
             std::vector<std::size_t>& of) {
  std::vector<WantedPiece> wanted;
  std::vector<std::size_t> which;
  std::vector<PieceOnBoard> fixed;
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    const bool isLaid = of[i] != 0;
    if (!isLaid && ((pieces[i].of.kind == PieceKind::Plank) != planks || isThere(book, pieces[i].of))) continue;
    if (isLaid) fixed.push_back({wanted.size(), laid[of[i] - 1].board, laid[of[i] - 1].lies});
    wanted.push_back(pieces[i]);
    which.push_back(i);
  }
  const LaidStack stack = layAll({shapes, wanted, fixed, make, seed, seconds});
  for (const PieceOnBoard& one : stack.laid) {
    const std::size_t piece = which[one.piece];
    if (of[piece] != 0) continue;
    laid.push_back({&pieces[piece], one.lies, one.board});
    of[piece] = laid.size();
  }
}

/// Why planks that go nowhere do not: the board that comes nearest to each, and by how much.
void tellUnlaid(const Job& job, const std::vector<WantedPiece>& pieces, const std::vector<std::size_t>& of,
                const std::vector<BoardShape>& shapes, const StockMake& make, const Book& book) {
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    if (of[i] != 0 || pieces[i].of.kind != PieceKind::Plank || isThere(book, pieces[i].of)) continue;
    if (const auto nearest = nearestBoard(shapes, pieces[i], make))
      std::cerr << nearestBoardWords(pieces[i], shapes[nearest->board].board.name, *nearest, job.notation()) << "\n";
  }
}

}  // namespace

Result<std::string> stockTable(const Job& job, const StockRequest& request) {
  const auto boards = loadBoards(request.boards);
  if (!boards) return tl::make_unexpected(namedIfNot(boards.error(), request.boards));
  const auto solved = solvedOf(job, true);
  if (!solved) return tl::make_unexpected(solved.error());
  const Book& book = *(*solved)->book;
  StockMake make = stockMake(book);
  for (const auto& [text, into, option] :
       {std::tuple(&request.margin, &make.marginMm, "--margin"), std::tuple(&request.kerf, &make.kerfMm, "--kerf")}) {
    if (text->empty()) continue;
    const auto length = parseLength(*text, job.unit());
    if (!length || !(length->mm() >= 0.0)) throw UsageError{std::string(option) + ": \"" + *text + "\" is no length"};
    *into = length->mm();
  }
  const std::vector<WantedPiece> pieces = wantedPieces(**solved);
  std::map<std::string, std::size_t> byName;
  std::vector<BoardShape> shapes;
  for (std::size_t i = 0; i < boards->size(); ++i) {
    byName[(*boards)[i].name] = i;
    shapes.emplace_back((*boards)[i]);
  }
  std::vector<LaidPiece> laid;
  std::vector<std::size_t> of(pieces.size(), 0);  // one more than its place among those that are laid
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    const Laying* laying = findLaying(book, pieces[i].of);
    const Board* on = laying == nullptr ? nullptr : findBoard(book, laying->board);
    const auto found = on == nullptr ? byName.end() : byName.find(on->name);
    if (found == byName.end()) continue;
    laid.push_back({&pieces[i], liesOf(*laying), found->second});
    of[i] = laid.size();
  }
  tellOver(laid, shapes, make);
  if (request.seconds || laid.empty()) {
    const double seconds = request.seconds.value_or(usualSeconds);
    // Planks before all else: what is left of their boards goes to the rest.
    for (const bool planks : {true, false}) {
      constexpr double shareOfPlanks = 0.7;
      layMore(shapes, pieces, make, book, planks, seconds * (planks ? shareOfPlanks : 1.0 - shareOfPlanks),
              request.seed, laid, of);
    }
    tellUnlaid(job, pieces, of, shapes, make, book);
  }
  if (request.summary) {
    std::string rows = "board,pieces,used\n";
    for (std::size_t i = 0; i < boards->size(); ++i) {
      std::vector<Polygon> on;
      for (const LaidPiece& one : laid) {
        if (one.board == i) on.push_back(one.lies.onBoard(one.piece->outline));
      }
      rows += csvField((*boards)[i].name) + "," + std::to_string(on.size()) + "," +
              showDecimal(shareUsed(shapes[i], on), usedDecimals) + "\n";
    }
    return rows;
  }
  std::string rows = "piece,strake,side,board,x,y,turn,flip\n";
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    if (!findLaying(book, pieces[i].of) && isThere(book, pieces[i].of)) continue;
    rows += rowOf(job, pieces[i], of[i] == 0 ? nullptr : &laid[of[i] - 1], *boards);
  }
  return rows;
}

}  // namespace narrows::cli
