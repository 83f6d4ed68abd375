// Boards out of a file and back: every record, and every fault at its line and field.

#include "stock/boards_file.h"

#include <QTest>

#include "stock/board_outline.h"

using namespace narrows;

class BoardsFileTest : public QObject {
  Q_OBJECT

  static std::string words(const Problems& problems) {
    std::string all;
    for (const Problem& one : problems) all += describe(one) + "\n";
    return all;
  }
  static std::vector<Board> read(const std::string& text) {
    const auto boards = readBoards(text);
    if (!boards) qWarning("%s", words(boards.error()).c_str());
    return boards ? *boards : std::vector<Board>();
  }

 private slots:
  void everyRecordIsRead() {
    // What is said of a board may stand before it.
    const auto boards = read(
        "boards,1\n"
        "# off the stack behind the shed\n"
        "units,ft-in-8ths\n"
        "\n"
        "grade,L1,knotty\n"
        "board,L1,larch,16-0-0,0-10-0,0-1-1\n"
        "moisture,L1,17.5\n"
        "cut,L1,slab\n"
        "price,L1,42.80\n"
        "edge,L1,lower,0-0-0,0-1-0,8-0-0,0-0-0,16-0-0,0-1-4\n"
        "edge,L1,upper,2-0-0,0-11-0,14-0-0,0-10-4\n"
        "fault,L1,loose,5-0-0,0-3-0,0-2-0,0-1-4\n"
        "fault,L1,HEART,0-0-0,0-4-0,16-0-0,0-0-6\n"
        "board,\"O, big\",oak,9-0-0,1-2-0,0-2-0\n"
        "count,\"O, big\",3\n");
    QCOMPARE(boards.size(), std::size_t{4});
    const Board& larch = boards[0];
    QCOMPARE(larch.name, std::string("L1"));
    QCOMPARE(larch.species, std::string("larch"));
    QCOMPARE(larch.length.mm(), 16 * 12 * 25.4);
    QCOMPARE(larch.width.mm(), 254.0);
    QCOMPARE(larch.thickness.mm(), 1.125 * 25.4);
    QVERIFY(larch.grade == BoardGrade::Knotty && larch.sawn == Sawn::Slab);
    QCOMPARE(*larch.moisture, 17.5);
    QCOMPARE(*larch.price, 42.8);
    QCOMPARE(larch.faults.size(), std::size_t{2});
    QVERIFY(larch.faults[0].kind == BoardFaultKind::Loose && larch.faults[1].kind == BoardFaultKind::Heart);
    QCOMPARE(larch.lower.size(), std::size_t{3});
    // A tape laid across her, four feet along: half an inch of hollow below, and eleven inches up to the upper edge
    // less the sixth of half an inch that it has fallen by then.
    const double foot = 304.8, inch = 25.4;
    QVERIFY(std::abs(edgeAtMm(larch, false, 4 * foot) - 0.5 * inch) < 1e-9);
    QVERIFY(std::abs(edgeAtMm(larch, true, 4 * foot) - (11.0 - 0.5 * 2.0 / 12.0) * inch) < 1e-9);
    QCOMPARE(edgeAtMm(larch, true, 0.0), 11 * inch);
    // Alike boards are boards, each with a name of its own.
    QCOMPARE(boards[1].name, std::string("O, big"));
    QCOMPARE(boards[2].name, std::string("O, big-2"));
    QCOMPARE(boards[3].name, std::string("O, big-3"));
    QVERIFY(boards[3].width == boards[1].width && !boards[3].grade);
  }

  void whatIsWrittenIsReadAgain_data() {
    QTest::addColumn<int>("unit");
    QTest::addColumn<double>("within");
    QTest::newRow("mm") << static_cast<int>(Unit::Millimetre) << 0.001;
    QTest::newRow("m") << static_cast<int>(Unit::Metre) << 1.0;
    QTest::newRow("in") << static_cast<int>(Unit::Inch) << 0.02;
    QTest::newRow("ft-in-8ths") << static_cast<int>(Unit::FtInEighths) << 0.8;
  }
  void whatIsWrittenIsReadAgain() {
    QFETCH(int, unit);
    QFETCH(double, within);
    auto boards = read(
        "boards,1\nunits,mm\nboard,A,larch,4880.5,251.2,28.6\nboard,\"B, \"\"best\"\"\",oak,3000,300,40\n"
        "grade,A,clear\nmoisture,A,12.25\ncut,A,quarter\nprice,A,0\nedge,A,lower,0,20,2400,-3.2,4880,18.4\n"
        "fault,A,split,4700,100,180,6\nfault,A,knot,1200.4,60,25,25\n");
    QCOMPARE(boards.size(), std::size_t{2});
    const auto again = read(writeBoards(boards, static_cast<Unit>(unit)));
    QCOMPARE(again.size(), boards.size());
    for (std::size_t i = 0; i < boards.size(); ++i) {
      QCOMPARE(again[i].name, boards[i].name);
      QCOMPARE(again[i].species, boards[i].species);
      QVERIFY(again[i].grade == boards[i].grade && again[i].sawn == boards[i].sawn);
      QVERIFY(again[i].moisture == boards[i].moisture && again[i].price == boards[i].price);
      QVERIFY(std::abs(again[i].length.mm() - boards[i].length.mm()) <= within);
      QVERIFY(std::abs(again[i].thickness.mm() - boards[i].thickness.mm()) <= within);
      QCOMPARE(again[i].lower.size(), boards[i].lower.size());
      QCOMPARE(again[i].faults.size(), boards[i].faults.size());
      for (std::size_t k = 0; k < boards[i].lower.size(); ++k)
        QVERIFY(std::abs(again[i].lower[k].y.mm() - boards[i].lower[k].y.mm()) <= within);
      for (std::size_t k = 0; k < boards[i].faults.size(); ++k) {
        QVERIFY(again[i].faults[k].kind == boards[i].faults[k].kind);
        QVERIFY(std::abs(again[i].faults[k].x.mm() - boards[i].faults[k].x.mm()) <= within);
      }
    }
  }

  void everyFaultIsToldWhereItStands_data() {
    QTest::addColumn<QByteArray>("records");
    QTest::addColumn<int>("fault");
    QTest::addColumn<int>("line");
    QTest::addColumn<int>("field");
    const auto row = [](const char* name, const char* records, Fault fault, int line, int field) {
      QTest::newRow(name) << QByteArray(records) << static_cast<int>(fault) << line << field;
    };
    // Lines count from the form's own: units are on the second, the board on the third.
    row("name twice", "board,A,oak,1 m,100,20\n", Fault::BoardTwice, 4, 2);
    row("no name", "board,,oak,1 m,100,20\n", Fault::BoardName, 4, 2);
    row("no wood", "board,B,,1 m,100,20\n", Fault::FieldMissing, 4, 3);
    row("a length with a comma", "board,B,oak,\"2,5,0\",100,20\n", Fault::NotALength, 4, 4);
    row("a length with a comma, not quoted", "board,B,oak,2,5,100,20\n", Fault::FieldSurplus, 4, 7);
    row("no length", "board,B,oak,-,100,20\n", Fault::FieldMissing, 4, 4);
    row("length nought", "board,B,oak,0,100,20\n", Fault::SizeNotPositive, 4, 4);
    row("width below nought", "board,B,oak,1000,-1,20\n", Fault::SizeNotPositive, 4, 5);
    row("thicker than any", "board,B,oak,1000,100,20000\n", Fault::BeyondSense, 4, 6);
    row("too few fields", "board,B,oak,1000,100\n", Fault::FieldMissing, 4, 6);
    row("of no board", "grade,B,clear\n", Fault::BoardUnknown, 4, 2);
    row("no such grade", "grade,A,fine\n", Fault::WordUnknown, 4, 3);
    row("graded twice", "grade,A,clear\ngrade,A,good\n", Fault::RecordTwice, 5, 1);
    row("no such cut", "cut,A,rift\n", Fault::WordUnknown, 4, 3);
    row("wetter than water", "moisture,A,301\n", Fault::BeyondSense, 4, 3);
    row("moisture in words", "moisture,A,dry\n", Fault::WordUnknown, 4, 3);
    row("moisture that is none", "moisture,A,nan\n", Fault::WordUnknown, 4, 3);
    row("price below nought", "price,A,-3\n", Fault::BeyondSense, 4, 3);
    row("none of them", "count,A,0\n", Fault::WordUnknown, 4, 3);
    row("name of one of several", "board,A-2,oak,1 m,100,20\ncount,A,2\n", Fault::BoardTwice, 4, 2);
    row("edge without its last Y", "edge,A,lower,0,0,500,10,900\n", Fault::FieldMissing, 4, 9);
    row("edge of one point", "edge,A,lower,0,0\n", Fault::FieldMissing, 4, 6);
    row("no such edge", "edge,A,left,0,0,900,0\n", Fault::WordUnknown, 4, 3);
    row("edge twice", "edge,A,lower,0,0,900,0\nedge,A,lower,0,0,900,0\n", Fault::RecordTwice, 5, 1);
    row("edge not in order", "edge,A,lower,0,0,900,10,500,0\n", Fault::BoardEdgeOrder, 4, 8);
    row("edge off the board", "edge,A,lower,0,0,1001,10\n", Fault::BoardEdgeOff, 4, 6);
    row("edges that cross", "edge,A,lower,0,0,500,120,1000,0\n", Fault::BoardEdgesCross, 4, 6);
    row("edges that cross, the upper", "edge,A,lower,0,0,1000,60\nedge,A,upper,0,100,1000,60\n", Fault::BoardEdgesCross,
        4, 6);
    row("fault outside it", "fault,A,knot,1200,40,20,20\n", Fault::FaultOffBoard, 4, 4);
    row("fault below a crooked edge", "edge,A,lower,0,60,1000,60\nfault,A,knot,300,10,20,20\n", Fault::FaultOffBoard, 5,
        4);
    row("fault of no size", "fault,A,knot,300,10,20,0\n", Fault::SizeNotPositive, 4, 4);
    row("no such fault", "fault,A,hole,300,10,20,20\n", Fault::WordUnknown, 4, 3);
    row("no such record", "colour,A,red\n", Fault::WordUnknown, 4, 1);
  }
  void everyFaultIsToldWhereItStands() {
    QFETCH(QByteArray, records);
    QFETCH(int, fault);
    QFETCH(int, line);
    QFETCH(int, field);
    const std::string text = "boards,1\nunits,mm\nboard,A,oak,1000,100,20\n" + records.toStdString();
    const auto boards = readBoards(text);
    QVERIFY(!boards);
    QCOMPARE(boards.error().size(), std::size_t{1});
    const Problem& problem = boards.error()[0];
    QVERIFY2(static_cast<int>(problem.fault) == fault, words(boards.error()).c_str());
    QCOMPARE(problem.where.line, line);
    QCOMPARE(problem.where.field, field);
    QVERIFY(!QString::fromStdString(describe(problem)).contains("%"));
  }

  void allFaultsAreToldAtOnce() {
    const auto boards = readBoards(
        "boards,1\nboard,A,oak,1000,100,20\nunits,mm\nboard,B,oak,0,100,20\nfault,C,knot,1,1,1,1\ngrade,B,poor\n");
    QVERIFY(!boards);
    QCOMPARE(boards.error().size(), std::size_t{4});  // no unit for A, B's length, no C, no such grade
    const auto none = readBoards("boards,1\nunits,mm\n");
    QVERIFY(!none && none.error()[0].fault == Fault::RecordMissing);
    QVERIFY(!readBoards("") && !readBoards("hung,1\n") && !readBoards("boards,2\n") && !readBoards("\xff\xfe"));
    const auto many =
        readBoards("boards,1\nunits,mm\nboard,A,oak,1000,100,20\nboard,B,oak,1000,100,20\ncount,A,5000\n");
    QVERIFY(!many && many.error()[0].fault == Fault::TooMany);
  }
};

QTEST_APPLESS_MAIN(BoardsFileTest)
#include "boards_file_test.moc"
