// The form of readings off a spiling batten.

#include <QTest>

#include "plank/spiling.h"

using namespace narrows;

class SpilingTest : public QObject {
  Q_OBJECT

 private slots:
  void allOfItIsRead() {
    const auto read = readSpiling(
        "spiling,1\n# off the third strake\nunits,in\nstrake,3\nside,port\npiece,fore\nbatten,2\nlap,3/4\n"
        "reading,1,-1 1/2,2 5/8\nreading,2,-,3\nreading,1,\"-1 9/16\",\n");
    QVERIFY(read);
    QCOMPARE(*read->strake, 3);
    QCOMPARE(*read->side, BoatSide::Port);
    QCOMPARE(read->piece, std::string("fore"));
    QCOMPARE(read->batten, inches(2.0));
    QCOMPARE(read->lap, inches(0.75));
    QCOMPARE(read->readings.size(), std::size_t(3));
    QCOMPARE(*read->readings[0].lower, inches(-1.5));
    QCOMPARE(*read->readings[0].upper, inches(2.625));
    QVERIFY(!read->readings[1].lower && *read->readings[1].upper == inches(3.0));
    QCOMPARE(read->readings[2].station, std::string("1"));  // twice: both are kept
    QCOMPARE(read->readings[2].line, 11);
  }

  void whatIsWrittenIsReadAgain() {
    Spiling spiling;
    spiling.strake = 7;
    spiling.side = BoatSide::Starboard;
    spiling.batten = millimetres(60.0);
    spiling.readings = {{"stem", millimetres(-31.25), millimetres(12.5), 7}, {"aft, low", {}, millimetres(40.0), 8}};
    const auto read = readSpiling(writeSpiling(spiling, Unit::Millimetre));
    QVERIFY(read);
    QCOMPARE(*read, spiling);
    QCOMPARE(writeSpiling(*read, Unit::Millimetre), writeSpiling(spiling, Unit::Millimetre));
  }

  void everyFaultIsToldWithLineAndField_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<QList<int>>("places");  // line and field of each, in order
    const auto row = [](const char* name, const char* text, const QList<int>& places) {
      QTest::newRow(name) << QString(text) << places;
    };
    row("nothing", "", {0, 0});
    row("another form", "hung,1\n", {1, 1});
    row("a later version", "spiling,2\n", {1, 2});
    row("no unit", "spiling,1\nreading,1,2,3\nreading,2,2,3\n", {2, 1});
    row("no reading", "spiling,1\nunits,mm\n", {0, 0});
    row("no length", "spiling,1\nunits,mm\nreading,1,two,3\nreading,2,1,x\n", {3, 3, 4, 4});
    row("a field short", "spiling,1\nunits,mm\nreading,1,2\n", {3, 4});
    row("a field over", "spiling,1\nunits,mm\nreading,1,2,3,4\n", {3, 5});
    row("strake twice", "spiling,1\nunits,mm\nstrake,1\nstrake,2\nreading,1,2,3\n", {4, 1});
    row("no such side", "spiling,1\nunits,mm\nside,left\nreading,1,2,3\n", {3, 2});
    row("no such strake", "spiling,1\nunits,mm\nstrake,0\nreading,1,2,3\n", {3, 2});
    row("a batten of nothing", "spiling,1\nunits,mm\nbatten,0\nlap,-2\nreading,1,2,3\n", {3, 2, 4, 2});
    row("no such record", "spiling,1\nunits,mm\nwidth,4\nreading,1,2,3\n", {3, 1});
    row("no station", "spiling,1\nunits,mm\nreading,,2,3\n", {3, 2});
  }
  void everyFaultIsToldWithLineAndField() {
    QFETCH(QString, text);
    QFETCH(QList<int>, places);
    const auto read = readSpiling(text.toStdString());
    QVERIFY(!read);
    QList<int> told;
    for (const Problem& problem : read.error()) {
      told << problem.where.line << problem.where.field;
      QVERIFY(!describe({problem}).empty());
    }
    QCOMPARE(told, places);
  }
};

QTEST_APPLESS_MAIN(SpilingTest)
#include "spiling_test.moc"
