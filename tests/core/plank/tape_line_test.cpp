// What a digital tape sends, line by line, whole or in pieces, and rubbish.

#include <QTest>
#include <cmath>
#include <random>

#include "plank/tape_line.h"

using namespace narrows;

class TapeLineTest : public QObject {
  Q_OBJECT

 private slots:
  void aLengthWithItsUnitIsAReading() {
    const auto plain = readTapeLine(" -31.5 mm ");
    QVERIFY(plain && *plain);
    QCOMPARE((*plain)->length, millimetres(-31.5));
    QVERIFY((*plain)->station.empty() && !(*plain)->upper);
    const auto inch = readTapeLine("1 3/16 in");
    QCOMPARE((*inch)->length, inches(1.1875));
    const auto feet = readTapeLine("aft frame upper 2' 4 1/2\"");
    QVERIFY(feet && *feet);
    QCOMPARE((*feet)->station, std::string("aft frame"));
    QVERIFY(*(*feet)->upper);
    QVERIFY(std::abs((*feet)->length.mm() - 28.5 * mmPerInch) < 1e-9);
    QVERIFY(!*(*readTapeLine("4 lower 12 mm"))->upper);
  }

  void blankLinesAndRemarksSayNothing() {
    for (const char* line : {"", "   ", "# battery low", "\t"}) {
      const auto read = readTapeLine(line);
      QVERIFY(read && !*read);
    }
  }

  void rubbishIsToldAndShown() {
    for (const char* line : {"125.2", "mm", "12 mmm x", "4 upper", "upper 12 mm", "\x01\xff 3 mm", "1 fathom"}) {
      const auto read = readTapeLine(line);
      QVERIFY2(!read, line);
      QCOMPARE(read.error()[0].fault, Fault::TapeLine);
      QVERIFY(describe(read.error()).find("no length with its unit") != std::string::npos);
    }
  }

  void whatIsSentIsReadAgain() {
    for (const TapeReading& one : {TapeReading{millimetres(-12.3), {}, {}}, TapeReading{millimetres(80.0), "7", true},
                                   TapeReading{millimetres(0.5), "stem", false}}) {
      const std::string line = tapeLine(one);
      QCOMPARE(line.back(), '\n');
      QCOMPARE(**readTapeLine(line.substr(0, line.size() - 1)), one);
    }
  }

  void linesComeWholeHoweverTheyArePieced() {
    const std::string sent = "12 mm\r\n\r\n4 upper 30 mm\n# low\n-1/2 in\rrest";
    const std::vector<std::string> whole{"12 mm", "4 upper 30 mm", "# low", "-1/2 in"};
    std::mt19937 random(4);
    for (int i = 0; i < 50; ++i) {
      TapeLines lines;
      std::vector<std::string> found;
      for (std::size_t at = 0; at < sent.size();) {
        const std::size_t size = std::min<std::size_t>(1 + random() % 7, sent.size() - at);
        for (const std::string& line : lines.take(std::string_view(sent).substr(at, size))) found.push_back(line);
        at += size;
      }
      QCOMPARE(found, whole);
    }
    // A line without end is cut, and the next begins afresh.
    TapeLines lines;
    const auto cut = lines.take(std::string(1000, '7'));
    QCOMPARE(cut.size(), 1000 / mostTapeLine);
    for (const std::string& line : cut) QVERIFY(!readTapeLine(line));
  }
};

QTEST_APPLESS_MAIN(TapeLineTest)
#include "tape_line_test.moc"
