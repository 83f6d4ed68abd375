// Whether a stack is enough for a boat, and what would do: tried on our own boats.

#include "solve/stock_cures.h"

#include <QTest>
#include <thread>

#include "book/book_file.h"
#include "book/daybook_edits.h"
#include "book/stock_edits.h"
#include "joined_boats.h"
#include "solve/joinery.h"
#include "solve/wanted_pieces.h"

using namespace narrows;
using namespace narrows::tests;

class StockCuresTest : public QObject {
  Q_OBJECT

  static std::shared_ptr<const Solved> solved(const Book& book) { return solve(std::make_shared<const Book>(book), 1); }

  /// Looks at what was laid with a judge's eyes: each plank once, clear of everything.
  static void lookAt(const StackToLay& stack, const LaidStack& laid, const StockMake& make) {
    std::vector<int> times(stack.pieces.size(), 0);
    for (const PieceOnBoard& one : laid.laid) {
      ++times[one.piece];
      std::vector<Neighbour> others;
      for (const PieceOnBoard& other : laid.laid) {
        if (other.board == one.board && other.piece != one.piece)
          others.push_back({0, {}, other.lies.onBoard(stack.pieces[other.piece].outline)});
      }
      QVERIFY(judgeLaying(stack.boards[one.board], stack.pieces[one.piece], one.lies, others, make).isClear());
    }
    for (const std::size_t piece : laid.unlaid) ++times[piece];
    for (const int time : times) QCOMPARE(time, 1);
  }

  static Book osierWith(std::size_t boards) {
    Book book = loadBook(boatsFolder() + "osier.narrows")->book;
    book.layings.clear();
    book.boards.resize(boards);
    return book;
  }

  /// Seven boards of her larch, and plenty of pine.
  static Result<Book> osierWithPine() {
    Book book = osierWith(7);
    book.weighing.species = "larch";
    book.settings.waterline = millimetres(250.0);
    std::vector<Board> pine(8);
    for (Board& board : pine) {
      board.species = "pine";
      board.length = inches(200);
      board.width = inches(13);
      board.thickness = inches(0.75);
    }
    return addBoards(book, pine);
  }

 private slots:
  void tooFewBoardsAreCuredByBuying() {
    const Book book = osierWith(8);
    StockAsked asked;
    asked.solved = solved(book);
    asked.seconds = 1.0;
    asked.secondsACure = 0.3;
    asked.only = {StockCureKind::BoardsBought, StockCureKind::KnotsPlugged, StockCureKind::OneMoreJoint};
    const StockStands stands = howStockStands(asked);
    lookAt(stands.stack, stands.laid, stockMake(book));
    QVERIFY(!stands.laid.unlaid.empty());
    QVERIFY(stands.chance && *stands.chance == 0.0);
    std::size_t needed = 0;
    for (const TimberNeed& need : stands.is) needed += need.pieces;
    QCOMPARE(needed, stands.laid.unlaid.size());
    const auto bought = std::find_if(stands.cures.begin(), stands.cures.end(),
                                     [](const StockCure& one) { return one.kind == StockCureKind::BoardsBought; });
    QVERIFY(bought != stands.cures.end() && bought->isWhole() && bought->litresBought() > 0.0);
    QVERIFY(bought->book.boards.size() > book.boards.size());
    // It is as it says: the boat of that book lies on its stack.
    const auto again = solved(bought->book);
    const StackToLay stack = stackToLay(bought->book, wantedPlanks(*again));
    LayAllRequest request = requestOf(stack, stockMake(bought->book), StackGoal::LeastWaste, 10.0);
    request.untilAllLaid = true;
    const LaidStack laid = layAll(request);
    lookAt(stack, laid, stockMake(bought->book));
    QVERIFY(laid.unlaid.empty());
    for (std::size_t i = 1; i < stands.cures.size(); ++i)
      QVERIFY(!stands.cures[i].isWhole() || stands.cures[i - 1].isWhole());
    for (const StockCure& cure : stands.cures) QVERIFY(cure.unlaidMm2 < stands.laid.unlaidMm2);
  }

  void theLowestStrakesGoInTheOtherTimber() {
    const auto stacked = osierWithPine();
    QVERIFY(stacked);
    StockAsked asked;
    asked.solved = solved(*stacked);
    asked.seconds = 1.0;
    asked.secondsACure = 0.6;
    asked.only = {StockCureKind::OtherTimber};
    const StockStands stands = howStockStands(asked);
    QVERIFY(!stands.laid.unlaid.empty());
    for (const TimberNeed& need : stands.is) QCOMPARE(need.species, std::string("larch"));
    const auto other = std::find_if(stands.cures.begin(), stands.cures.end(),
                                    [](const StockCure& one) { return one.kind == StockCureKind::OtherTimber; });
    QVERIFY(other != stands.cures.end() && other->isWhole());
    QVERIFY2(other->falls.find("water") != std::string::npos, other->falls.c_str());
    // From the garboard up, without a gap, on both sides.
    const Lining& lining = *asked.solved->liningOf(BoatSide::Starboard);
    std::size_t ofPine = 0;
    bool isOver = false;
    for (const LinedStrake& strake : lining.strakes) {
      const bool isPine = other->book.boatPlan().speciesOf(strake.id) == "pine";
      QVERIFY(!(isOver && isPine));
      isOver |= !isPine;
      ofPine += isPine ? 1 : 0;
    }
    QVERIFY(ofPine >= 1 && ofPine < lining.strakeCount());
  }

  /// Garboards that hang are of the wood they are of.
  void anotherTimberBeginsAboveWhatHangs() {
    Book book = *osierWithPine();
    book.boards.erase(book.boards.begin() + 3, book.boards.begin() + 7);
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
      HangingEntry hung;
      hung.strake = 1;
      hung.side = side;
      hung.step = HangingStep::Hung;
      hung.when = "2026-04-01";
      book = *logStep(book, hung, 8);
    }
    StockAsked asked;
    asked.solved = solved(book);
    asked.seconds = 1.0;
    asked.secondsACure = 0.6;
    asked.only = {StockCureKind::OtherTimber};
    const StockStands stands = howStockStands(asked);
    QVERIFY(!stands.laid.unlaid.empty() && !stands.cures.empty());
    const Lining& lining = *asked.solved->liningOf(BoatSide::Starboard);
    for (const StockCure& cure : stands.cures) {
      QVERIFY2(cure.words.find("garboard") == std::string::npos, cure.words.c_str());
      QCOMPARE(cure.book.boatPlan().speciesOf(lining.strakes[0].id), book.boatPlan().speciesOf(lining.strakes[0].id));
      QCOMPARE(cure.book.boatPlan().speciesOf(lining.strakes[1].id), std::string("pine"));
    }
  }

  /// What was laid by hand and what was sawn while Narrows laid the rest stays; the rest goes where it still may.
  void theStackMayChangeWhileItIsLaid() {
    Book book = osierWith(12);
    const auto boat = solved(book);
    const auto pieces = wantedPlanks(*boat);
    const StockMake make = stockMake(book);
    const StackToLay was = stackToLay(book, pieces);
    LayAllRequest request = requestOf(was, make, StackGoal::LeastWaste, 10.0);
    request.untilAllLaid = true;
    const LaidStack laid = layAll(request);
    QVERIFY(laid.unlaid.empty());
    const auto all = piecesToLay(was, laid, was, make);
    QCOMPARE(all.size(), pieces.size());
    // Meanwhile: a plank by hand where another was to lie, and a board that is taken off the stack.
    const PieceToLay& other = all[0];
    const auto moved =
        std::find_if(all.begin(), all.end(), [&](const PieceToLay& one) { return one.board != other.board; });
    QVERIFY(moved != all.end());
    const auto shapeOf = [&](const PieceRef& of) {
      return *std::find_if(pieces.begin(), pieces.end(), [&](const WantedPiece& piece) { return piece.of.isSame(of); });
    };
    PieceLies over = other.lies;
    over.at += centroid(over.onBoard(shapeOf(other.of).outline)) - centroid(over.onBoard(shapeOf(moved->of).outline));
    book = *layPiece(book, moved->of, other.board, over);
    const Laying byHand = *findLaying(book, moved->of);
    const auto gone = std::find_if(all.begin(), all.end(), [&](const PieceToLay& one) {
      return one.board != other.board && one.board != moved->board;
    });
    QVERIFY(gone != all.end());
    const BoardId taken = gone->board;
    book = *removeBoards(book, {taken});
    const StackToLay now = stackToLay(book, pieces);
    const auto still = piecesToLay(was, laid, now, make);
    QVERIFY(!still.empty() && still.size() < all.size() - 2);
    const auto with = layPieces(book, still);
    QVERIFY(with);
    QVERIFY(*findLaying(*with, byHand.of) == byHand);
    for (const PieceToLay& one : still) {
      QVERIFY(one.board != taken);
      std::vector<Neighbour> others;
      for (const Laying& beside : with->layings) {
        if (beside.board == one.board && !beside.of.isSame(one.of))
          others.push_back({0, {}, liesOf(beside).onBoard(shapeOf(beside.of).outline)});
      }
      QVERIFY(judgeLaying(BoardShape(*findBoard(*with, one.board)), shapeOf(one.of), one.lies, others, make).isClear());
    }
  }

  void whenAllLiesNothingIsShort() {
    StockAsked asked;
    asked.solved = solved(osierWith(12));
    asked.seconds = 8.0;
    const StockStands stands = howStockStands(asked);
    lookAt(stands.stack, stands.laid, stockMake(*asked.solved->book));
    QVERIFY(stands.laid.unlaid.empty() && stands.is.empty() && stands.buy.empty());
    QVERIFY(stands.chance && *stands.chance > 0.0 && *stands.chance <= 1.0 && !stands.isStopped);
    QVERIFY(stands.losses.isUsual());
  }

  /// Boards cut to the planks of a strake as they would be with a joint a bay further aft.
  void aJointMovedABaySavesABoard() {
    const auto boat = joinedBoat(sampleBook("osier"), 3000.0);
    const Book& book = *boat->book;
    const JoiningMake joining = joiningMake(*boat);
    const auto strakes = strakesToJoin(*boat);
    const StockMake make = stockMake(book);
    int tried = 0;
    for (std::size_t i = 0; i < book.joining.joints.size() && tried < 3; ++i) {
      const PlankJoint& joint = book.joining.joints[i];
      const double to = joint.at.mm() + joining.frames.spacingMm;
      if (joint.byHand || book.joining.jointsOf(joint.strake, joint.side).size() != 1) continue;
      bool isBarred = false;
      for (const BarredStretch& one : barredStretches(strakes, book.joining.joints, i, joining))
        isBarred |= to > one.fromMm + 0.5 && to < one.toMm - 0.5;
      if (isBarred) continue;
      ++tried;
      Solved moved = *boat;
      auto other = std::make_shared<Book>(book);
      other->joining.joints[i].at = millimetres(to);
      moved.book = other;
      Book stacked = book;
      stacked.boards.clear();
      stacked.layings.clear();
      std::vector<Board> boards;
      for (const WantedPiece& piece : wantedPlanksOf(moved, static_cast<std::size_t>(joint.strake) - 1, joint.side)) {
        Board board;
        board.species = "larch";
        board.length = millimetres(piece.lengthMm + 2.0 * make.marginMm + 8.0);
        board.width = millimetres(piece.widthMm + 2.0 * make.marginMm + 12.0);
        board.thickness = millimetres(piece.thicknessMm + 5.0);
        boards.push_back(board);
      }
      QCOMPARE(boards.size(), std::size_t(2));
      const auto with = addBoards(stacked, boards);
      QVERIFY(with);
      Solved here = *boat;
      here.book = std::make_shared<const Book>(*with);
      JointsToBoardsAsked asked;
      asked.solved = std::make_shared<const Solved>(here);
      asked.pieces = wantedPlanks(here);
      asked.isAsked = [&](const WantedPiece& piece) { return joint.isOf(piece.of.strake, piece.of.side); };
      const StackToLay stack = stackToLay(*with, asked.pieces, asked.isAsked);
      asked.laid = layAll(requestOf(stack, make, asked.goal, 1.0));
      QCOMPARE(asked.laid.unlaid.size(), std::size_t(1));
      const JointsToBoards now = jointsToBoards(asked);
      QVERIFY2(now.laid.unlaid.empty(), qPrintable(QString("strake %1").arg(joint.strake)));
      QVERIFY(now.moved.size() == 1 && std::abs(now.moved[0].to.mm() - to) < 1e-6);
      lookAt(now.stack, now.laid, make);
      // The limits hold with the joint where it is now.
      for (const BarredStretch& one : barredStretches(strakes, now.joints, i, joining))
        QVERIFY(!(to > one.fromMm + 0.5 && to < one.toMm - 0.5));
    }
    QVERIFY(tried > 0);
  }

  /// Half of her is sawn, a plank is spoiled, and what is left is laid again.
  void aSpoiledPlankAndTheRestAreLaidAgain() {
    Book book = osierWith(12);
    const auto boat = solved(book);
    const auto pieces = wantedPlanks(*boat);
    const StockMake make = stockMake(book);
    const auto layRest = [&](const Book& of, StackToLay& stack) {
      stack = stackToLay(of, pieces);
      LayAllRequest request = requestOf(stack, make, StackGoal::LeastWaste, 10.0);
      request.untilAllLaid = true;
      return layAll(request);
    };
    StackToLay stack;
    const LaidStack first = layRest(book, stack);
    QVERIFY(first.unlaid.empty());
    book = *layPieces(book, piecesToLay(stack, first, stack, stockMake(book)));
    // Boards sawn up until half of her planks are cut; the last of those is spoiled.
    std::size_t cut = 0;
    PieceRef spoiled;
    for (const Board& board : std::vector<Board>(book.boards)) {
      if (cut >= pieces.size() / 2) break;
      BoardSawn sawn;
      sawn.board = board.id;
      sawn.use.when = "2026-05-02";
      sawn.strakes = 8;
      for (const WantedPiece& piece : pieces) {
        const Laying* laying = findLaying(book, piece.of);
        if (laying != nullptr && laying->board == board.id) sawn.pieces.push_back(piece);
      }
      if (sawn.pieces.empty()) continue;
      const auto sawnUp = sawBoard(book, sawn);
      QVERIFY(sawnUp);
      book = *sawnUp;
      cut += sawn.pieces.size();
      // One that may have sound knots: there are no spare clear boards.
      for (const WantedPiece& piece : sawn.pieces) {
        if (piece.grade == WantedGrade::Sound) spoiled = piece.of;
      }
    }
    // A board that came meanwhile: the stack has no other for it.
    Board spare;
    spare.species = "larch";
    spare.length = inches(200);
    spare.width = inches(14);
    spare.thickness = inches(0.75);
    book = *addBoards(book, {spare});
    const std::vector<Laying> before = book.layings;
    book = *spoilPiece(book, spoiled, 1, "2026-05-03", "ran off the line");
    const LaidStack again = layRest(book, stack);
    lookAt(stack, again, make);
    QCOMPARE(stack.pieces.size(), pieces.size() - cut + 1);
    QVERIFY(again.unlaid.empty());
    const auto laid = piecesToLay(stack, again, stack, stockMake(book));
    QVERIFY(laid.size() == 1 && laid.front().of.isSame(spoiled));
    book = *layPieces(book, laid);
    // What lay there, and what is cut, is as it was.
    for (const Laying& one : before) {
      if (one.of.isSame(spoiled)) continue;
      const Laying* now = findLaying(book, one.of);
      QVERIFY(now != nullptr && *now == one);
    }
  }

  /// A bottom planked across is laid like any other pieces, and so is what it is short of.
  void aBottomPlankedAcrossIsLaidAndBought() {
    Book book = sampleBook("sedge");
    const auto boat = solved(book);
    std::vector<WantedPiece> across;
    for (const WantedPiece& piece : wantedPieces(*boat)) {
      if (piece.of.kind == PieceKind::CrossBoard && piece.of.name == "bottom") across.push_back(piece);
    }
    QVERIFY(across.size() > 4);
    const auto list = toBuy(book, across);
    std::vector<Board> boards;
    for (const BoardsToBuy& one : list) {
      Board board;
      board.species = one.species.empty() ? "larch" : one.species;
      board.length = millimetres(one.lengthMm);
      board.width = millimetres(one.widthMm);
      board.thickness = millimetres((one.thicknessMm - (one.resawn - 1) * stockMake(book).kerfMm) / one.resawn);
      for (int i = 0; i < one.count * one.resawn; ++i) boards.push_back(board);
    }
    const auto stacked = addBoards(book, boards);
    QVERIFY(stacked);
    const StackToLay stack = stackToLay(*stacked, across);
    LayAllRequest request = requestOf(stack, stockMake(*stacked), StackGoal::FewestBoards, 8.0);
    request.untilAllLaid = true;
    const LaidStack laid = layAll(request);
    lookAt(stack, laid, stockMake(*stacked));
    QVERIFY(laid.unlaid.empty());
  }

  void lossesAreTheShopsOwnOnceThereAreFive() {
    Book book = osierWith(12);
    QVERIFY(lossesOf(book).isUsual() && std::abs(lossesOf(book).share() - 0.1) < 1e-9);
    double sawn = 0.0;
    for (std::size_t i = 0; i < 5; ++i) {
      book.boards[i].used = BoardUse{"2026-05-02", {}, millimetres(200.0), "checks"};
      sawn += book.boards[i].length.mm();
    }
    for (int i = 1; i <= 9; ++i) {
      Laying laying;
      laying.of.strake = i;
      laying.cut = "2026-05-02";
      book.layings.push_back(laying);
    }
    book.spoiled.push_back({PieceRef(), "L1", "2026-05-02", "ran off the line"});
    const StockLosses losses = lossesOf(book);
    QVERIFY(!losses.isUsual() && losses.boards == 5 && losses.pieces == 10);
    QVERIFY(std::abs(losses.lengthShare - 1000.0 / sawn) < 1e-9 && std::abs(losses.spoiltShare - 0.1) < 1e-9);
  }

  void asStoppedItGivesWhatThereIs() {
    StockAsked asked;
    asked.solved = solved(osierWith(8));
    asked.seconds = 3600.0;
    std::stop_source stop;
    std::thread ends([&] {
      QTest::qSleep(300);
      stop.request_stop();
    });
    const StockStands stands = howStockStands(asked, {}, stop.get_token());
    ends.join();
    QVERIFY(stands.isStopped && !stands.chance);
    lookAt(stands.stack, stands.laid, stockMake(*asked.solved->book));
  }
};

QTEST_APPLESS_MAIN(StockCuresTest)
#include "stock_cures_test.moc"
