// The stack in the book: put in, changed, taken out, saved and read again.

#include "book/stock_edits.h"

#include <QTest>

#include "book/lining_edits.h"
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

  void boardsStayThroughEditsOfThePlan() {
    const auto book = addBoards(sampleBook("osier"), {board("A"), board("B")});
    QVERIFY(book);
    const auto more = setStrakeCount(*book, 10);
    QVERIFY(more && more->boards == book->boards);
  }
};

QTEST_APPLESS_MAIN(StockEditsTest)
#include "stock_edits_test.moc"
