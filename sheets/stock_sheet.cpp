#include "stock_sheet.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "book/stack_to_lay.h"
#include "book/to_buy.h"
#include "files/csv_records.h"
#include "paper.h"
#include "problem/trade.h"
#include "solve/wanted_pieces.h"
#include "stock/board_outline.h"
#include "stock/cutting_order.h"
#include "stock/good_for.h"
#include "stock/left_over.h"
#include "table_sheet.h"

namespace narrows {

namespace {

/// A piece where it lies on a board.
struct OnBoard {
  const WantedPiece* piece = nullptr;
  const Laying* laying = nullptr;
  Polygon outline;
  double fromButtMm() const { return std::max(boxOf(outline).low.x(), 0.0); }
};

/// What is laid on a board, in the order it is sawn: from the butt on, and of those abreast the lower first.
std::vector<OnBoard> laidOn(const Book& book, const std::vector<WantedPiece>& pieces, BoardId board) {
  std::vector<OnBoard> laid;
  for (const Laying& laying : book.layings) {
    if (laying.board != board) continue;
    for (const WantedPiece& piece : pieces) {
      if (piece.of.isSame(laying.of)) laid.push_back({&piece, &laying, liesOf(laying).onBoard(piece.outline)});
    }
  }
  std::stable_sort(laid.begin(), laid.end(), [](const OnBoard& a, const OnBoard& b) {
    constexpr double abreastMm = 50.0;
    const Box2 one = boxOf(a.outline), other = boxOf(b.outline);
    if (std::abs(one.low.x() - other.low.x()) > abreastMm) return one.low.x() < other.low.x();
    return one.low.y() < other.low.y();
  });
  return laid;
}

std::vector<Vec2> closed(std::vector<Vec2> line) {
  line.push_back(line.front());
  return line;
}

/// "starboard, inside face up".
std::string faceWords(const OnBoard& one) {
  const std::string face = one.laying->turnedOver ? Trade::say("inside face down") : Trade::say("inside face up");
  return one.piece->hasPair ? sideWords(one.piece->of.side) + ", " + face : face;
}

/// Which end of the piece is nearer to the board's butt.
std::string endWords(const OnBoard& one) {
  if (one.piece->of.kind != PieceKind::Plank) return {};
  const PieceLies lies = liesOf(*one.laying);
  return lies.onBoard(one.piece->middle.front()).x() < lies.onBoard(one.piece->middle.back()).x()
             ? Trade::say("bow to the butt")
             : Trade::say("bow to the top");
}

/// Draws a board with what is on it, at a scale, its lower left corner of the base line at `at`.
void drawBoard(Drawing& drawing, const BoardShape& shape, const std::vector<OnBoard>& laid, const Vec2& at,
               double scale) {
  const auto placed = [&](std::vector<Vec2> points) {
    for (Vec2& point : points) point = at + scale * point;
    return points;
  };
  drawing.line(LineRole::Board, placed(closed(shape.outline)));
  for (const Polygon& fault : shape.faults) {
    drawing.line(LineRole::Mark, placed(closed(fault)));
    drawing.line(LineRole::Mark, placed({fault[0], fault[2]}));
  }
  for (const OnBoard& one : laid) {
    const PieceLies lies = liesOf(*one.laying);
    drawing.line(LineRole::Saw, placed(closed(one.outline)));
    if (one.piece->lower.size() > 1) {
      drawing.line(LineRole::KeelEdge, placed(lies.onBoard(one.piece->lower)));
      drawing.line(LineRole::SheerEdge, placed(lies.onBoard(one.piece->upper)));
    }
  }
}

constexpr double pageWideMm = 186.0;

/// The pages of one board in the cut list: its picture, its pieces in the order they are sawn, and what is left.
class BoardPages {
 public:
  BoardPages(const Solved& solved, const BoardShape& shape, const std::vector<OnBoard>& laid, const StockMake& make)
      : m_solved(solved), m_shape(shape), m_laid(laid), m_make(make), m_notation(solved.book->settings.notation) {
    for (const OnBoard& one : laid) m_outlines.push_back(one.outline);
  }

  std::vector<Drawing> lay() {
    beginPage();
    picture();
    heads();
    for (std::size_t i = 0; i < m_laid.size(); ++i) {
      if (m_y < lowestMm + rowMm) {
        beginPage();
        heads();
      }
      piece(i);
    }
    foot();
    return std::move(m_pages);
  }

 private:
  static constexpr double lowestMm = -235.0, rowMm = 12.5, lineMm = 5.5;
  /// Where the columns end; the first two begin there.
  static constexpr std::array<double, 6> columns{8.0, 8.0, 96.0, 124.0, 152.0, 179.0};

  std::string shown(double mm) const { return showLength(millimetres(mm), m_notation); }
  std::string longer(double mm) const { return showLong(millimetres(mm), m_notation); }
  Drawing& page() { return m_pages.back(); }
  void text(double x, const std::string& words, double letterMm, TextPlace place = TextPlace::Left, bool bold = false) {
    page().text({x, m_y}, words, letterMm, place, 0.0, bold);
  }
  void rule() { page().line(LineRole::Rule, {{0.0, m_y}, {pageWideMm, m_y}}); }

  void beginPage() {
    const Board& board = m_shape.board;
    m_pages.emplace_back();
    page().name =
        "cut-list-" + sheetFileName(board.name) + (m_pages.size() > 1 ? "-" + std::to_string(m_pages.size()) : "");
    page().isPage = true;
    page().title = titled(m_solved.book->table.boat, Trade::say("board %1", board.name));
    page().note = Trade::say("Look the board over for nails before it goes to the saw.");
    if (!m_laid.empty()) {
      const WantedPiece& first = *m_laid.front().piece;
      const double straight = (first.middle.back() - first.middle.front()).norm();
      page().check =
          Trade::say("Check: %1, its middle from end to end straight across, %2.", first.words(), longer(straight));
    }
    m_y = -8.0;
    text(0.0, Trade::say("Board %1", board.name), 7.5, TextPlace::Left, true);
    text(pageWideMm, Trade::say("inside face up, butt to the left"), 3.6, TextPlace::Right);
    m_y -= 8.0;
    const std::string words = Trade::say("%1, %2 by %3 by %4", board.species, longer(board.length.mm()),
                                         shown(board.width.mm()), showThin(board.thickness, m_notation));
    text(0.0, board.place.empty() ? words : words + Trade::say(", lies at %1", board.place), 4.2, TextPlace::Left,
         true);
    m_y -= 9.0;
  }

  void picture() {
    constexpr double tallestMm = 60.0;
    const Box2 box = boxOf(m_shape.outline);
    const double scale = std::min(pageWideMm / box.width(), tallestMm / box.height());
    m_y -= scale * box.height() - 3.0;
    const Vec2 at(-scale * box.low.x(), m_y - scale * box.low.y());
    drawBoard(page(), m_shape, m_laid, at, scale);
    for (std::size_t i = 0; i < m_laid.size(); ++i) {
      const std::vector<Vec2>& middle = m_laid[i].piece->middle;
      Vec2 there = at + scale * liesOf(*m_laid[i].laying).onBoard(middle[middle.size() / 2]);
      // A mark longer than a short piece at the end of its board stays on the page.
      constexpr double letterMm = 2.8, halfALetterMm = 0.34 * letterMm;
      const double half = halfALetterMm * static_cast<double>(m_laid[i].piece->mark().size());
      there.x() =
          std::clamp(there.x(), std::min(half, 0.5 * pageWideMm), std::max(pageWideMm - half, 0.5 * pageWideMm));
      page().text(there - Vec2(0.0, 1.2), m_laid[i].piece->mark(), letterMm, TextPlace::Centre, 0.0, true);
    }
    m_y -= lineMm;
    text(0.0, Trade::say("to scale 1 : %1", saidDecimal(1.0 / scale, 0)), 2.8);
    m_y -= 9.0;
  }

  void row(const std::array<std::string, 6>& cells) {
    constexpr double letterMm = 3.4;
    text(0.0, cells[0], letterMm, TextPlace::Left, true);
    text(columns[1], cells[1], letterMm, TextPlace::Left, true);
    for (std::size_t i = 2; i < cells.size(); ++i) text(columns[i], cells[i], letterMm, TextPlace::Right, true);
  }

  void heads() {
    row({"", Trade::say("piece"), Trade::say("from the butt"), Trade::say("long"), Trade::say("wide"),
         Trade::say("thick")});
    m_y -= 2.5;
    rule();
    m_y -= lineMm;
  }

  void piece(std::size_t i) {
    const OnBoard& one = m_laid[i];
    const WantedPiece& piece = *one.piece;
    row({std::to_string(i + 1), piece.words(), longer(one.fromButtMm()), longer(piece.lengthMm), shown(piece.widthMm),
         showThin(millimetres(piece.thicknessMm), m_notation)});
    m_y -= 4.7;
    std::string how = faceWords(one);
    if (const std::string end = endWords(one); !end.empty()) how += ", " + end;
    text(columns[0], how, 3.0);
    constexpr double boxMm = 4.0;
    const Vec2 at(pageWideMm - boxMm, m_y);
    page().line(LineRole::Rule, closed({at, at + Vec2(boxMm, 0.0), at + Vec2(boxMm, boxMm), at + Vec2(0.0, boxMm)}));
    m_y -= 2.0;
    rule();
    m_y -= lineMm;
  }

  void foot() {
    std::vector<std::string> words{Trade::say(
        "A kerf of %1 is left between pieces; %2 from edges and faults. %3 % of it is used.", shown(m_make.kerfMm),
        shown(m_make.marginMm), saidDecimal(100.0 * shareUsed(m_shape, m_outlines), 0))};
    for (const LeftOver& left : leftOver(m_shape, m_outlines, m_make)) {
      if (left.board) words.push_back(leftWords(*left.board));
    }
    for (const std::string& line : words) {
      if (m_y < lowestMm) beginPage();
      text(0.0, line, 3.2);
      m_y -= lineMm;
    }
  }

  std::string leftWords(const Board& left) const {
    const StraightIn straight = straightIn(BoardShape(left), m_make.leastWidthMm);
    return Trade::say("Left: a board %1 long, %2 by %3 straight in it.", longer(left.length.mm()),
                      longer(straight.lengthMm), shown(straight.widthMm));
  }

  const Solved& m_solved;
  const BoardShape& m_shape;
  const std::vector<OnBoard>& m_laid;
  const StockMake& m_make;
  Notation m_notation;
  std::vector<Polygon> m_outlines;
  std::vector<Drawing> m_pages;
  double m_y = 0.0;
};

Drawing fullSizeBoard(const Solved& solved, const BoardShape& shape, const std::vector<OnBoard>& laid) {
  const Notation notation = solved.book->settings.notation;
  Drawing drawing;
  drawing.name = "board-" + sheetFileName(shape.board.name);
  drawing.title = titled(solved.book->table.boat, Trade::say("board %1, inside face up", shape.board.name));
  drawBoard(drawing, shape, laid, Vec2::Zero(), 1.0);
  constexpr double letterMm = 9.0, smallMm = 5.0;
  drawing.text({20.0, boxOf(shape.outline).high.y() + letterMm},
               Trade::say("BOARD %1 · BUTT END HERE", shape.board.name), letterMm, TextPlace::Left, 0.0, true);
  for (const OnBoard& one : laid) {
    const PieceLies lies = liesOf(*one.laying);
    const std::vector<Vec2>& middle = one.piece->middle;
    const Vec2 at = lies.onBoard(middle[middle.size() / 2]);
    drawing.text(at, one.piece->words(), letterMm, TextPlace::Centre, 0.0, true);
    drawing.text(at - Vec2(0.0, letterMm), faceWords(one), smallMm, TextPlace::Centre);
    if (one.piece->of.kind != PieceKind::Plank) continue;
    const Vec2 fore = lies.onBoard(middle.front()), aft = lies.onBoard(middle.back());
    drawing.text(fore + 80.0 * (aft - fore).normalized(), Trade::say("BOW"), letterMm, TextPlace::Centre, 0.0, true);
  }
  for (std::size_t i = 0; i < shape.faults.size(); ++i) {
    drawing.text(boxOf(shape.faults[i]).high + Vec2(2.0, 2.0), boardFaultWords(shape.board.faults[i].kind), smallMm);
  }
  drawing.check = Trade::say("Check: the board is %1 long.", showLong(shape.board.length, notation));
  return drawing;
}

/// A label a piece, three abreast, a page of them after another.
std::vector<Drawing> labelSheets(const Solved& solved, const std::vector<std::pair<std::string, OnBoard>>& all) {
  constexpr double wide = pageWideMm / 3.0, high = 30.0;
  constexpr std::size_t abreast = 3, down = 8;
  std::vector<Drawing> sheets;
  for (std::size_t i = 0; i < all.size(); ++i) {
    const std::size_t on = i % (abreast * down);
    if (on == 0) {
      sheets.emplace_back();
      sheets.back().name = "labels-" + std::to_string(sheets.size());
      sheets.back().isPage = true;
      sheets.back().title = titled(solved.book->table.boat, Trade::say("labels %1", sheets.size()));
    }
    Drawing& drawing = sheets.back();
    const std::size_t row = on / abreast;
    const Vec2 at(wide * static_cast<double>(on % abreast), -high * static_cast<double>(row + 1));
    const auto& [board, one] = all[i];
    drawing.line(LineRole::Rule, {at, at + Vec2(wide, 0.0), at + Vec2(wide, high), at + Vec2(0.0, high), at});
    const double in = 3.0;
    drawing.text(at + Vec2(in, high - 9.0), one.piece->mark(), 6.5, TextPlace::Left, 0.0, true);
    drawing.text(at + Vec2(wide - in, high - 9.0), Trade::say("board %1", board), 3.6, TextPlace::Right);
    drawing.text(at + Vec2(in, high - 15.5), one.piece->words(), 3.0, TextPlace::Left, 0.0, true);
    drawing.text(at + Vec2(in, high - 20.5), faceWords(one), 2.8);
    drawing.text(at + Vec2(in, high - 25.5), solved.book->table.boat, 2.8);
    if (one.piece->of.kind == PieceKind::Plank)
      drawing.text(at + Vec2(wide - in, high - 25.5), Trade::say("← BOW"), 3.2, TextPlace::Right, 0.0, true);
  }
  return sheets;
}

/// Every board, those with something on them as they are best sawn where the cut list is wanted; the rest after.
std::vector<const Board*> inSawingOrder(const Book& book, const std::vector<WantedPiece>& pieces, const StockMake& make,
                                        const StockChoice& choice, const std::stop_token& stop) {
  std::vector<const Board*> order;
  if (choice.cutList && choice.board.empty()) {
    const StackToLay stack = stackToLay(book, pieces, [](const WantedPiece&) { return false; });
    for (const BoardTurn& turn : cuttingOrder(stack.boards, stack.pieces, stack.fixed, make, stop))
      order.push_back(findBoard(book, stack.ids[turn.board]));
  }
  for (const Board& board : book.boards) {
    if (std::find(order.begin(), order.end(), &board) == order.end()) order.push_back(&board);
  }
  return order;
}

/// What is wanted still and lies on no board.
std::vector<WantedPiece> liesNowhere(const Book& book, const std::vector<WantedPiece>& pieces) {
  std::vector<WantedPiece> left;
  for (const WantedPiece& piece : pieces) {
    if (findLaying(book, piece.of) == nullptr && !isThere(book, piece.of)) left.push_back(piece);
  }
  return left;
}

/// Pages of what to buy.
std::vector<Drawing> buyingSheets(const Solved& solved, const std::vector<BoardsToBuy>& list) {
  const Notation notation = solved.book->settings.notation;
  constexpr std::size_t rowsAPage = 22;
  std::vector<Drawing> pages;
  double litres = 0.0, feet = 0.0;
  for (const BoardsToBuy& one : list) litres += one.litres(), feet += one.boardFeet();
  for (std::size_t from = 0; from < list.size(); from += rowsAPage) {
    TableSheet table;
    table.name = from == 0 ? "to-buy" : "to-buy-" + std::to_string(from / rowsAPage + 1);
    table.title = titled(solved.book->table.boat, Trade::say("boards to buy"));
    table.columns = {Trade::say("wood"), Trade::say("boards"), Trade::say("long"), Trade::say("wide"),
                     Trade::say("thick")};
    table.columnMm = 25.0;
    for (std::size_t i = from; i < std::min(from + rowsAPage, list.size()); ++i) {
      const BoardsToBuy& one = list[i];
      std::string wood = one.species.empty() ? Trade::say("any wood") : one.species;
      if (one.grade == WantedGrade::Clear) wood += Trade::say(", clear");
      if (one.resawn > 1) wood += Trade::say(", to be resawn");
      table.rows.push_back({wood, std::to_string(one.count), showLong(millimetres(one.lengthMm), notation),
                            showLength(millimetres(one.widthMm), notation),
                            showThin(millimetres(one.thicknessMm), notation)});
    }
    if (from + rowsAPage >= list.size()) {
      const StockLosses losses = lossesOf(*solved.book);
      table.words.push_back(
          Trade::say("In all %1 board feet, or %2 cubic metres.", saidDecimal(feet, 0), saidDecimal(litres * 1e-3, 3)));
      table.words.push_back(losses.isUsual()
                                ? Trade::say("One in ten more than the pieces take, as is usual, for what is lost.")
                                : Trade::say("%1 % more than the pieces take, as this shop has lost so far.",
                                             saidDecimal(100.0 * losses.share(), 0)));
      if (std::any_of(list.begin(), list.end(), [](const BoardsToBuy& one) { return one.isOrdered; }))
        table.words.push_back(Trade::say("What is larger than the mill's sizes is asked for, or its strake joined."));
    }
    pages.push_back(tableSheet(table));
  }
  return pages;
}

}  // namespace

std::string toBuyCsv(const Solved& solved, const std::stop_token& stop) {
  const Book& book = *solved.book;
  const Unit unit = book.settings.notation == Notation::Millimetres ? Unit::Millimetre : Unit::Inch;
  return buyingCsv(toBuy(book, liesNowhere(book, wantedPieces(solved, stop)), stop), unit);
}

std::vector<Drawing> stockSheets(const Solved& solved, const StockChoice& choice, const std::stop_token& stop) {
  const Book& book = *solved.book;
  const std::vector<WantedPiece> pieces = wantedPieces(solved, stop);
  const StockMake make = stockMake(book);
  std::vector<Drawing> drawings, full;
  std::vector<std::pair<std::string, OnBoard>> all;
  for (const Board* of : inSawingOrder(book, pieces, make, choice, stop)) {
    const Board& board = *of;
    if (stop.stop_requested()) break;
    if (board.used || (!choice.board.empty() && board.name != choice.board)) continue;
    const std::vector<OnBoard> laid = laidOn(book, pieces, board.id);
    if (laid.empty()) continue;
    const BoardShape shape(board);
    if (choice.cutList) {
      for (Drawing& page : BoardPages(solved, shape, laid, make).lay()) drawings.push_back(std::move(page));
    }
    if (choice.fullSize) full.push_back(fullSizeBoard(solved, shape, laid));
    for (const OnBoard& one : laid) all.emplace_back(board.name, one);
  }
  if (choice.labels) {
    for (Drawing& sheet : labelSheets(solved, all)) drawings.push_back(std::move(sheet));
  }
  if (choice.toBuy) {
    for (Drawing& sheet : buyingSheets(solved, toBuy(book, liesNowhere(book, pieces), stop)))
      drawings.push_back(std::move(sheet));
  }
  for (Drawing& sheet : full) drawings.push_back(std::move(sheet));
  for (Drawing& drawing : drawings) stamp(drawing);
  return drawings;
}

std::string cutListCsv(const Solved& solved) {
  const Book& book = *solved.book;
  const std::vector<WantedPiece> pieces = wantedPieces(solved);
  const Notation notation = book.settings.notation;
  const auto shown = [&](double mm) { return csvField(showLength(millimetres(mm), notation, true)); };
  std::string rows = "board,order,piece,strake,side,from_butt,long,wide,thick,x,y,turn,flip,cut\n";
  for (const Board& board : book.boards) {
    const std::vector<OnBoard> laid = laidOn(book, pieces, board.id);
    for (std::size_t i = 0; i < laid.size(); ++i) {
      const WantedPiece& piece = *laid[i].piece;
      const Laying& at = *laid[i].laying;
      const bool isPlank = piece.of.kind == PieceKind::Plank;
      rows += csvField(board.name) + "," + std::to_string(i + 1) + "," +
              (isPlank ? std::to_string(piece.of.piece) : csvField(piece.words())) + "," +
              (isPlank ? std::to_string(piece.of.strake) : "") + "," + (piece.hasPair ? sideWord(piece.of.side) : "") +
              "," + shown(laid[i].fromButtMm()) + "," + shown(piece.lengthMm) + "," + shown(piece.widthMm) + "," +
              shown(piece.thicknessMm) + "," + shown(at.x.mm()) + "," + shown(at.y.mm()) + "," +
              showDecimal(at.turnDeg, 3) + "," + (at.turnedOver ? "1" : "0") + "," + at.cut + "\n";
    }
  }
  return rows;
}

}  // namespace narrows
