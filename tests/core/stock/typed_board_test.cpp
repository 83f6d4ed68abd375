// A board a line, as it is typed walking the stack.

#include "stock/typed_board.h"

#include <QTest>

#include "stock/find_boards.h"

using namespace narrows;

class TypedBoardTest : public QObject {
  Q_OBJECT

 private slots:
  void aLineIsABoard() {
    const auto boards = typedBoards(
        "larch, 16 ft 3 in, 10 1/2 in, 1 1/8 in, knotty, 18 %, slab, at rack 2, name A7, price 40, "
        "knot 3 ft/2 in, split 15 ft/5 in/6 in",
        Unit::Inch, {});
    QVERIFY(boards && boards->size() == 1);
    const Board& board = boards->front();
    QCOMPARE(board.species, std::string("larch"));
    QCOMPARE(board.length.mm(), 195.0 * 25.4);
    QCOMPARE(board.width.mm(), 10.5 * 25.4);
    QCOMPARE(board.thickness.mm(), 1.125 * 25.4);
    QVERIFY(board.grade == BoardGrade::Knotty && board.moisture == 18.0 && board.sawn == Sawn::Slab &&
            board.price == 40.0);
    QVERIFY(board.place == "rack 2" && board.name == "A7");
    QCOMPARE(board.faults.size(), std::size_t(2));
    QVERIFY(std::abs(board.faults[0].x.mm() - (36.0 - 0.5) * 25.4) < 1e-9 && board.faults[0].length.mm() == 25.4);
    QVERIFY(board.faults[1].kind == BoardFaultKind::Split && std::abs(board.faults[1].width.mm() - 152.4) < 1e-9);
  }

  void manyAlikeAndWhatWasTypedBefore() {
    const auto first = typedBoards("larch, 4880, 250, 28, clear, 3 alike", Unit::Millimetre, {});
    QVERIFY(first && first->size() == 3 && first->at(2).grade == BoardGrade::Clear);
    // The wood and the thickness go on.
    const auto next = typedBoards("4500, 230", Unit::Millimetre, first->back());
    QVERIFY(next && next->front().species == "larch" && next->front().thickness.mm() == 28.0);
    QVERIFY(!next->front().grade);
    const auto taper = typedBoards("oak, 3000, 300 mm/240 mm, 40", Unit::Millimetre, {});
    QVERIFY(taper && taper->front().upper.size() == 2 && taper->front().upper[1].y.mm() == 240.0);
    // A fraction is one width.
    const auto fraction = typedBoards("oak, 8 ft, 21/2 in, 1", Unit::Inch, {});
    QVERIFY(fraction && fraction->front().width.mm() == 10.5 * 25.4 && fraction->front().upper.empty());
  }

  void allThatIsWrongIsToldByItsPart() {
    const auto comma = typedBoards("larch, 4,88 m, 250 mm, 28 mm", Unit::Millimetre, {});
    QVERIFY(!comma);
    QCOMPARE(comma.error()[0].fault, Fault::CommaInLength);
    QCOMPARE(comma.error()[0].where.field, 2);
    QVERIFY(describe(comma.error()[0]).find("4.88 m") != std::string::npos);
    const auto many = typedBoards("larch, 16 ft, ten, 1", Unit::Inch, {});
    QVERIFY(!many && many.error()[0].fault == Fault::FieldMissing);
    const auto wrong = typedBoards("larch, 16 ft, 10 in, 1 in, fine, x %, 900 alike, knot 3", Unit::Inch, {});
    QVERIFY(!wrong);
    QCOMPARE(wrong.error().size(), std::size_t(4));
    QCOMPARE(wrong.error()[0].where.field, 5);
    QVERIFY(!typedBoards("", Unit::Inch, {}) && !typedBoards("larch", Unit::Inch, {}) &&
            !typedBoards("16 ft, 8 in, 1 in", Unit::Inch, {}));
    for (const Problem& problem : wrong.error()) QVERIFY(!describe(problem).empty());
  }

  void boardsAreFoundAgain() {
    std::vector<Board> stack = *typedBoards("larch, 16 ft, 10 in, 1 in, knotty, at rack 2, name L1", Unit::Inch, {});
    for (const char* line :
         {"larch, 12 ft, 9 in, 1 in, clear, at the door, name L2", "white oak, 9 ft, 12 in, 2 in, name O1"})
      stack.push_back(typedBoards(line, Unit::Inch, {})->front());
    using Places = std::vector<std::size_t>;
    QCOMPARE(findBoards(stack, "", Unit::Inch), (Places{0, 1, 2}));
    QCOMPARE(findBoards(stack, "LARCH", Unit::Inch), (Places{0, 1}));
    QCOMPARE(findBoards(stack, "larch >14ft", Unit::Inch), (Places{0}));
    QCOMPARE(findBoards(stack, "<144", Unit::Inch), (Places{1, 2}));
    QCOMPARE(findBoards(stack, "rack", Unit::Inch), (Places{0}));
    QCOMPARE(findBoards(stack, "clear", Unit::Inch), (Places{1}));
    QCOMPARE(findBoards(stack, "o1", Unit::Inch), (Places{2}));
    QVERIFY(findBoards(stack, "teak", Unit::Inch).empty());
  }
};

QTEST_APPLESS_MAIN(TypedBoardTest)
#include "typed_board_test.moc"
