// The cut list, labels and boards at full size: pages that hold what is on them, and figures that are the laying's.

#include "stock_sheet.h"

#include <QTest>

#include "book/stock_edits.h"
#include "files/csv_records.h"
#include "sample_books.h"
#include "solve/wanted_pieces.h"
#include "stock/fit.h"
#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

class StockSheetTest : public QObject {
  Q_OBJECT

  /// A boat with every piece laid that goes on some boards, one after another.
  static std::shared_ptr<const Solved> laidBoat(const char* boat, std::vector<Board> boards) {
    Book book = *addBoards(sampleBook(boat), std::move(boards));
    const auto bare = solve(std::make_shared<Book>(book), 1);
    const auto pieces = wantedPieces(*bare);
    const StockMake make = stockMake(book);
    const std::vector<Board> stack = book.boards;
    for (const Board& board : stack) {
      std::vector<Neighbour> there;
      for (WantedPiece piece : pieces) {
        if (findLaying(book, piece.of) != nullptr) continue;
        piece.species.clear();
        const auto place = findPlace(BoardShape(board), piece, there, make);
        if (!place) continue;
        book = *layPiece(book, piece.of, board.id, place->lies);
        there.push_back({there.size(), piece.mark(), place->judged.outline});
      }
    }
    return solve(std::make_shared<Book>(book), 2, bare);
  }

 private slots:
  void everyPageHoldsWhatIsOnIt() {
    std::vector<Board> boards{straightBoard(5200, 320, 22.3), straightBoard(2400, 1200, 22.3)};
    boards[1].name = "P1";
    boards[1].species = "plywood";
    const auto solved = laidBoat("sedge", boards);
    QVERIFY(solved->book->layings.size() > 20);
    const auto drawings = stockSheets(*solved, {true, true, true, {}});
    std::size_t pages = 0, labels = 0, full = 0;
    for (const Drawing& drawing : drawings) {
      full += drawing.name.starts_with("board-") ? 1 : 0;
      if (!drawing.isPage) continue;
      pages += drawing.name.starts_with("cut-list") ? 1 : 0;
      labels += drawing.name.starts_with("labels") ? 1 : 0;
      const DrawingBounds bounds = boundsOf(drawing);
      QVERIFY2(bounds.low.x() > -0.5 && bounds.high.x() < 186.5 && bounds.low.y() > -252.5 && bounds.high.y() < 1.0,
               qPrintable(QString("%1: %2 %3 %4 %5")
                              .arg(QString::fromStdString(drawing.name))
                              .arg(bounds.low.x())
                              .arg(bounds.high.x())
                              .arg(bounds.low.y())
                              .arg(bounds.high.y())));
      QVERIFY(!drawing.code.empty() && !drawing.title.empty());
    }
    // More pieces than a page has room for go on to the next.
    QVERIFY(pages > 2 && labels >= 1);
    QCOMPARE(full, std::size_t(2));
    // Every piece has its row and its label, once.
    for (const Laying& laying : solved->book->layings) {
      const std::string words = pieceWords(laying.of, 1);
      int rows = 0, stuck = 0;
      for (const Drawing& drawing : drawings) {
        for (const SheetText& text : drawing.texts) {
          if (text.text != words || !drawing.isPage) continue;
          (drawing.name.starts_with("labels") ? stuck : rows) += 1;
        }
      }
      QVERIFY2(rows == 1 && stuck == 1, words.c_str());
    }
    QVERIFY(stockSheets(*solved, {true, false, false, "P1"}).front().name.starts_with("cut-list-p1") ||
            stockSheets(*solved, {true, false, false, "P1"}).front().name.starts_with("cut-list-P1"));
    QVERIFY(stockSheets(*solved, {true, true, true, "nothing"}).empty());
  }

  void boardsAtFullSizeAreAsLargeAsTheyAre() {
    const auto solved = laidBoat("osier", {straightBoard(5200, 320)});
    for (const Drawing& drawing : stockSheets(*solved, {false, false, true, {}})) {
      double longest = 0.0, highest = 0.0;
      for (const SheetLine& line : drawing.lines) {
        if (line.role != LineRole::Board) continue;
        longest = boundsOf(line).width();
        highest = boundsOf(line).height();
      }
      QVERIFY(std::abs(longest - 5200.0) < 1e-6 && std::abs(highest - 320.0) < 1e-6);
      bool hasBow = false;
      for (const SheetText& text : drawing.texts) hasBow |= text.text == "BOW";
      QVERIFY(hasBow);
    }
  }

  void theListAsCsvHasTheLayings() {
    const auto solved = laidBoat("osier", {straightBoard(5200, 320)});
    const auto lines = QString::fromStdString(cutListCsv(*solved)).split('\n', Qt::SkipEmptyParts);
    QCOMPARE(lines[0], QString("board,order,piece,strake,side,from_butt,long,wide,thick,x,y,turn,flip,cut"));
    QCOMPARE(lines.size(), static_cast<qsizetype>(solved->book->layings.size() + 1));
    for (const QString& line : lines) QCOMPARE(line.count(','), 13);
  }
};

QTEST_APPLESS_MAIN(StockSheetTest)
#include "stock_sheet_test.moc"
