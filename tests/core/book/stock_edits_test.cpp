// The stack in the book: put in, changed, taken out, saved and read again.

#include "book/stock_edits.h"

#include <QTest>

#include "book/daybook_edits.h"
#include "book/lining_edits.h"
#include "book/strake_records.h"
#include "sample_books.h"
#include "stock/boards_file.h"

using namespace narrows;
using namespace narrows::tests;

class StockEditsTest : public QObject {
  Q_OBJECT

  static Board board(const std::string& name, const std::string& species = "larch") {
    Board one;
    one.name = name;
    one.species = species;
    one.length = millimetres(4880);
    one.width = millimetres(250);
    one.thickness = millimetres(28);
    return one;
  }

  static PieceRef plankPiece(int strake, BoatSide side) {
    PieceRef of;
    of.strake = strake;
    of.side = side;
    return of;
  }

 private slots:
  void boardsAreNamedAndKeepTheirIds() {
    const Book osier = sampleBook("osier");
    const auto stack = addBoards(osier, {board("butt log"), board(""), board(""), board("", "oak"), board("", "ég")});
    QVERIFY(stack);
    QCOMPARE(stack->boards.size(), osier.boards.size() + 5);
    QCOMPARE(stack->boards[1].name, std::string("L1"));
    QCOMPARE(stack->boards[2].name, std::string("L2"));
    QCOMPARE(stack->boards[3].name, std::string("O1"));
    QCOMPARE(stack->boards[4].name, std::string("B1"));
    const BoardId second = stack->boards[1].id;
    const auto fewer = removeBoards(*stack, {stack->boards[0].id});
    QVERIFY(fewer && findBoard(*fewer, second) != nullptr && findBoard(*fewer, "butt log") == nullptr);
    // A name that is free again is given again; an id never.
    const auto more = addBoards(*removeBoards(*fewer, {second}), {board("")});
    QVERIFY(more && findBoard(*more, "L1") != nullptr && findBoard(*more, "L1")->id != second);
    QVERIFY(findBoard(*more, second) == nullptr);
    QVERIFY(!removeBoards(*more, {second}));
  }

  void noBoardComesInThatMakesNoSense() {
    const Book osier = sampleBook("osier");
    auto one = addBoards(osier, {board("A")});
    QVERIFY(one);
    // All that is wrong at once, and nothing half put in.
    Board thin = board("B");
    thin.thickness = Length();
    const auto refused = addBoards(*one, {board("A"), thin, board("C"), board("C")});
    QVERIFY(!refused);
    QCOMPARE(refused.error().size(), std::size_t{3});
    QVERIFY(refused.error()[0].fault == Fault::BoardTwice && refused.error()[1].fault == Fault::SizeNotPositive &&
            refused.error()[2].fault == Fault::BoardTwice);
    Board changed = one->boards.back();
    changed.width = millimetres(200);
    changed.faults = {{BoardFaultKind::Loose, millimetres(10), millimetres(10), millimetres(30), millimetres(30)}};
    const auto now = changeBoard(*one, changed);
    QVERIFY(now && now->boards.back() == changed);
    changed.faults[0].x = millimetres(9000);
    QVERIFY(!changeBoard(*now, changed));
    const auto two = addBoards(*now, {board("B")});
    Board same = two->boards.back();
    same.name = "A";
    QVERIFY(!changeBoard(*two, same));
    same.id = {999999};
    same.name = "Q";
    QVERIFY(!changeBoard(*two, same));
  }

  void theStackIsSavedWithTheBook() {
    auto boards = readBoards(
        "boards,1\nunits,in\nboard,A,larch,192,10,1 1/8\ngrade,A,good\nmoisture,A,18\ncut,A,quarter\nprice,A,12.5\n"
        "edge,A,upper,0,10,96,9 1/2,192,9\nfault,A,knot,50,3,1,1\nboard,B,oak,60,12,2\n");
    QVERIFY(boards);
    (*boards)[0].place = "rack 3";
    (*boards)[0].came = "2026-03-02";
    const auto book = addBoards(sampleBook("osier"), *boards);
    QVERIFY(book);
    const std::string text = writeBook(*book);
    const auto again = readBook(text);
    QVERIFY(again);
    QVERIFY(again->book.boards == book->boards);
    QCOMPARE(writeBook(again->book), text);
    // A book without a stack says nothing of one.
    QVERIFY(writeBook(sampleBook("sedge")).find("\"boards\"") == std::string::npos);
    // What is wrong is named, all at once.
    std::string broken = text;
    const auto spoil = [&](const std::string& from, const std::string& to) {
      const auto at = broken.find(from);
      QVERIFY2(at != std::string::npos, from.c_str());
      broken.replace(at, from.size(), to);
    };
    spoil("\"name\": \"B\"", "\"name\": \"A\"");
    spoil("\"grade\": \"good\"", "\"grade\": \"fine\"");
    spoil("\"kind\": \"knot\"", "\"kind\": 4");
    const auto refused = readBook(broken);
    QVERIFY(!refused && refused.error().size() >= 3);
    // Two boards with one id are two boards nobody can tell apart.
    std::string twice = text;
    const std::string id = "\"id\": " + std::to_string(book->boards.back().id.number);
    const auto at = twice.find(id);
    QVERIFY(at != std::string::npos);
    twice.replace(at, id.size(), "\"id\": " + std::to_string(book->boards[book->boards.size() - 2].id.number));
    QVERIFY(!readBook(twice));
  }

  void aPieceIsLaidMovedCutSpoiledAndWantedAgain() {
    const auto stack = addBoards(sampleBook("osier"), {board("A"), board("B")});
    const BoardId a = stack->boards[0].id, b = stack->boards[1].id;
    WantedPiece piece;
    piece.of = plankPiece(3, BoatSide::Port);
    piece.outline = rectangle({0, 0}, {3000, 100});
    const auto laid = layPiece(*stack, piece.of, a, {{100, 20}, 0.0, false});
    QVERIFY(laid && laid->layings.size() == 1 && !isThere(*laid, piece.of));
    // Laid on another it lies there alone.
    const auto moved = layPiece(*laid, piece.of, b, {{10, 20}, 0.1, true});
    QVERIFY(moved && moved->layings.size() == 1 && moved->layings[0].board == b && moved->layings[0].turnedOver);
    QVERIFY(!layPiece(*moved, piece.of, {999999}, {}));
    // Nothing is sawn out of a board with nothing on it.
    BoardSawn sawn;
    sawn.board = a;
    sawn.use.when = "2026-05-02";
    sawn.strakes = 8;
    QCOMPARE(sawBoard(*moved, sawn).error()[0].fault, Fault::NothingLaid);
    sawn.board = b;
    sawn.use.when = "the second of May";
    QCOMPARE(sawBoard(*moved, sawn).error()[0].fault, Fault::NotADay);
    sawn.use = {"2026-05-02", millimetres(3), millimetres(250), "a check ran in"};
    sawn.pieces = {piece};
    sawn.left = {board(""), board("")};
    const auto cut = sawBoard(*moved, sawn);
    QVERIFY(cut);
    QVERIFY(isThere(*cut, piece.of) && findBoard(*cut, b)->used->lost.mm() == 250.0);
    QCOMPARE(cut->boards.size(), std::size_t(4));
    QVERIFY(findBoard(*cut, "Ba") != nullptr && findBoard(*cut, "Bb") != nullptr);
    QCOMPARE(findBoard(*cut, "Bb")->leftOf, std::string("B"));
    // Its shape is kept as it was cut, and it is logged.
    QCOMPARE(cut->layings[0].asCut.size(), std::size_t(4));
    QCOMPARE(cut->log.size(), moved->log.size() + 1);
    QVERIFY(cut->log.back().step == HangingStep::GotOut && cut->log.back().isOf(3, BoatSide::Port));
    QCOMPARE(layPiece(*cut, piece.of, a, {}).error()[0].fault, Fault::PieceCut);
    QCOMPARE(sawBoard(*cut, sawn).error()[0].fault, Fault::BoardSawn);
    QCOMPARE(removeBoards(*cut, {b}).error()[0].fault, Fault::BoardSawn);
    QVERIFY(liftPieces(*cut, {piece.of})->layings.size() == 1);
    const auto spoiled = spoilPiece(*cut, piece.of, 1, "2026-05-03", "split at the hood end");
    QVERIFY(spoiled && !isThere(*spoiled, piece.of) && spoiled->layings.empty());
    QCOMPARE(spoiled->spoiled[0].board, std::string("B"));
    QVERIFY(!hangingState(spoiled->log, 3, BoatSide::Port, 1).isDone(HangingStep::GotOut));
    QCOMPARE(spoiled->log.size(), cut->log.size());
    QCOMPARE(spoilPiece(*spoiled, piece.of, 1, "2026-05-03", "").error()[0].fault, Fault::PieceNotCut);
    QVERIFY(layPiece(*spoiled, piece.of, a, {}));
    // All of it is saved, and read again the same.
    for (const auto* one : {&spoiled, &cut}) {
      // As the session leaves it: every record knows its strake.
      const Book kept = followStrakes(**one, **one);
      const auto again = readBook(writeBook(kept));
      QVERIFY(again && again->book.layings == kept.layings && again->book.spoiled == kept.spoiled);
      QVERIFY(again->book.boards == kept.boards);
      QVERIFY(again->book.log == kept.log);
      QCOMPARE(writeBook(again->book), writeBook(kept));
    }
  }

  void ofAJoinedStrakeOnlyThePieceThatIsSpoiledIsWanted() {
    Book book = *addBoards(sampleBook("osier"), {board("A")});
    HangingEntry hung;
    hung.strake = 2;
    hung.step = HangingStep::Hung;
    hung.when = "2026-04-01";
    hung.hours = 3.0;
    book = *logStep(book, hung, 8);
    PieceRef fore = plankPiece(2, BoatSide::Starboard), aft = fore;
    aft.piece = 2;
    QVERIFY(isThere(book, fore) && isThere(book, aft));
    const auto spoiled = spoilPiece(book, aft, 2, "2026-04-09", "stove in");
    QVERIFY(spoiled && isThere(*spoiled, fore) && !isThere(*spoiled, aft));
    const HangingState state = hangingState(spoiled->log, 2, BoatSide::Starboard, 2);
    QVERIFY(!state.isDone(HangingStep::Hung) && state.hours == 3.0);
  }

  void takingABoardAwayLiftsWhatLiesOnIt() {
    Book book = *addBoards(sampleBook("osier"), {board("A"), board("B")});
    book = *layPiece(book, plankPiece(1, BoatSide::Port), book.boards[0].id, {});
    book = *layPiece(book, plankPiece(2, BoatSide::Port), book.boards[1].id, {});
    const auto fewer = removeBoards(book, {book.boards[0].id});
    QVERIFY(fewer && fewer->layings.size() == 1 && fewer->layings[0].of.strake == 2);
    QVERIFY(readBook(writeBook(*fewer)));
  }

  void recordsOfTheStackFollowTheirStrakes() {
    Book book = *addBoards(sampleBook("osier"), {board("A")});
    book = *layPiece(book, plankPiece(7, BoatSide::Starboard), book.boards[0].id, {});
    book.spoiled.push_back({plankPiece(7, BoatSide::Starboard), "A", "2026-04-01", "short"});
    book.stock.grades.push_back({7, BoatSide::Starboard, WantedGrade::Clear, {}});
    book = followStrakes(book, book);
    const StrakeId id = book.layings[0].of.strakeId;
    QVERIFY(id.isSet() && book.spoiled[0].of.strakeId == id && book.stock.grades[0].strakeId == id);
    // A strake is taken out from under it; its number goes down, and it is the same strake.
    const LiningPlan& plan = book.planOf(BoatSide::Starboard);
    Book fewer = book;
    LiningPlan& changed = fewer.planOf(BoatSide::Starboard);
    changed.strakes.erase(changed.strakes.begin() + 1);
    changed.lines.erase(changed.lines.begin() + 1);
    fewer = followStrakes(book, fewer);
    QVERIFY(plan.strakes.size() == changed.strakes.size() + 1);
    QCOMPARE(fewer.layings[0].of.strake, 6);
    QCOMPARE(fewer.spoiled[0].of.strake, 6);
    QCOMPARE(fewer.stock.grades[0].strake, 6);
    QVERIFY(recordsMoved(book, fewer).size() == 3 && !recordsMovedInWords(recordsMoved(book, fewer)).empty());
    // Taken out itself, it is kept without a strake, and can be thrown away.
    Book none = book;
    LiningPlan& less = none.planOf(BoatSide::Starboard);
    less.strakes.erase(less.strakes.begin() + 6);
    none = followStrakes(book, none);
    QCOMPARE(none.layings[0].of.strake, -7);
    QCOMPARE(recordsWithoutStrake(none).size(), std::size_t(3));
    const auto thrown = throwAwayRecordsWithoutStrake(none);
    QVERIFY(thrown && thrown->layings.empty() && thrown->spoiled.empty() && thrown->stock.grades.empty());
  }

  void rulesThatMakeNoSenseAreTold() {
    StockPlan plan;
    plan.margin = millimetres(-1);
    plan.knotShare = 3.0;
    plan.driest = 400.0;
    plan.clearFrom = 0;
    plan.rates = {{"", 0.5, 0.001, ""}};
    const auto refused = setStock(sampleBook("osier"), plan);
    QVERIFY(!refused);
    QCOMPARE(refused.error().size(), std::size_t(6));
    plan = StockPlan();
    plan.letIn = {BoardFaultKind::Loose, BoardFaultKind::Wane};
    plan.rates = {{"larch", 0.003, 0.0015, "measured here"}};
    plan.clearFrom = 6;
    plan.moistureNow = 13.0;
    const auto set = setStock(sampleBook("osier"), plan);
    QVERIFY(set && readBook(writeBook(*set))->book.stock == plan);
    QCOMPARE(movementOf(plan, "European larch, air dried").source, std::string("measured here"));
    QVERIFY(!movementOf(plan, "oak").source.empty());
  }

  void boardsStayThroughEditsOfThePlan() {
    const auto book = addBoards(sampleBook("osier"), {board("A"), board("B")});
    QVERIFY(book);
    const auto more = setStrakeCount(*book, 10);
    QVERIFY(more && more->boards == book->boards);
  }
};

QTEST_APPLESS_MAIN(StockEditsTest)
#include "stock_edits_test.moc"
