// Every way a builder writes a length, and how lengths are shown.

#include <QTest>
#include <cmath>
#include <random>

#include "length/length.h"

using namespace narrows;

class LengthTest : public QObject {
  Q_OBJECT

 private slots:
  void readsEveryNotation_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<double>("bareInches");  // with bare numbers in inches
    const auto row = [](const char* text, double in) { QTest::newRow(text) << QString::fromUtf8(text) << in; };
    row("3 9/16", 3.5625);
    row("3-9/16", 3.5625);
    row("9/16", 0.5625);
    row("3-4-5", 40.625);
    row("3-4-5+", 40.6875);
    row("3-4-5-", 40.5625);
    row("-3-4-5", -40.625);
    row("0-4-0", 4.0);
    row("0-0-0-", -0.0625);
    row("1' 2 1/2\"", 14.5);
    row("1'2.5\"", 14.5);
    row("1' 2", 14.0);
    row("6'", 72.0);
    row("6 ft 3 in", 75.0);
    row("6ft", 72.0);
    row("2 1/2 in", 2.5);
    row("86 mm", 86.0 / 25.4);
    row("86mm", 86.0 / 25.4);
    row("6.5cm", 65.0 / 25.4);
    row("6,5cm", 65.0 / 25.4);
    row("0.5 m", 500.0 / 25.4);
    row("1,25 m", 1250.0 / 25.4);
    row("3 \u2159"
        "",
        NAN);  // sixths are not on any rule
    row("3\u00bd", 3.5);
    row("3 9\u204416", 3.5625);
    row("  12  ", 12.0);
    row("12.375", 12.375);
  }
  void readsEveryNotation() {
    QFETCH(QString, text);
    QFETCH(double, bareInches);
    const auto length = parseLength(text.toStdString(), Unit::Inch);
    if (std::isnan(bareInches)) {
      QVERIFY(!length);
      return;
    }
    QVERIFY2(length.has_value(), qPrintable(text));
    QVERIFY2(std::abs(length->mm() - bareInches * 25.4) < 1e-9, qPrintable(QString::number(length->mm())));
  }

  void bareNumbersAreInTheUnitOfTheField() {
    QCOMPARE(parseLength("86", Unit::Millimetre)->mm(), 86.0);
    QCOMPARE(parseLength("0.086", Unit::Metre)->mm(), 86.0);
    QCOMPARE(parseLength("2", Unit::FtInEighths)->mm(), 50.8);
    QCOMPARE(parseLength("3 1/2", Unit::Millimetre)->mm(), 3.5 * 25.4);  // fractions are inches wherever they stand
  }

  void nonsenseIsRefusedWithAnExample_data() {
    QTest::addColumn<QString>("text");
    for (const char* text : {"", "abc", "3-4", "3-12-0", "3-4-8", "3-4-5*", "1/0", "3 1/", "1.2.3", "12 furlongs",
                             "--3", "3' x", "1,000,000", "nan", "inf", "1e5", "5 mmm"}) {
      QTest::newRow(*text == '\0' ? "empty" : text) << QString::fromUtf8(text);
    }
  }
  void nonsenseIsRefusedWithAnExample() {
    QFETCH(QString, text);
    const auto length = parseLength(text.toStdString(), Unit::FtInEighths);
    QVERIFY(!length);
    QCOMPARE(length.error().size(), std::size_t{1});
    QVERIFY(describe(length.error()[0]).find("3-4-5+") != std::string::npos);
  }

  void showsProperFractionsInLowestTerms() {
    QCOMPARE(showLength(inches(3.5625), Notation::Inches16), std::string("3 9\u204416 in"));
    QCOMPARE(showLength(inches(3.5), Notation::Inches16, true), std::string("3 1/2 in"));
    QCOMPARE(showLength(inches(0.25), Notation::Inches16, true), std::string("1/4 in"));
    QCOMPARE(showLength(inches(40.625), Notation::FeetInches16, true), std::string("3 ft 4 5/8 in"));
    QCOMPARE(showLength(inches(36), Notation::FeetInches16, true), std::string("3 ft"));
    QCOMPARE(showLength(inches(36.5), Notation::FeetInches16, true), std::string("3 ft 1/2 in"));
    QCOMPARE(showLength(inches(3.03), Notation::Inches32, true), std::string("3 1/32 in"));
    QCOMPARE(showLength(Length(), Notation::Inches16, true), std::string("0 in"));
    QCOMPARE(showLength(inches(-2.25), Notation::Inches16, true), std::string("-2 1/4 in"));
    QCOMPARE(showLength(millimetres(86.26), Notation::Millimetres), std::string("86.5 mm"));
    QCOMPARE(showLength(millimetres(85.9), Notation::Millimetres), std::string("86 mm"));
  }

  void roundsToTheNearestStepAndCarries() {
    QCOMPARE(showLength(inches(2.9999), Notation::Inches16, true), std::string("3 in"));
    QCOMPARE(showLength(inches(11.99), Notation::FeetInches16, true), std::string("1 ft"));
    QCOMPARE(writeLength(inches(11.99), Unit::FtInEighths, 0, false), std::string("1-0-0"));
  }

  void aToleranceIsNeverShownAsNought() {
    for (const Notation notation : {Notation::FeetInches16, Notation::FeetInches32, Notation::Inches16,
                                    Notation::Inches32, Notation::Millimetres})
      for (const double mm : {0.001, 0.004, 0.02, 0.05, 0.1, 0.2, 0.3, 0.5, 0.79, 1.6, 12.0}) {
        const std::string text = showTolerance(millimetres(mm), notation);
        const bool hasFigure =
            std::any_of(text.begin(), text.end(), [](char letter) { return letter >= '1' && letter <= '9'; });
        QVERIFY2(hasFigure, (std::to_string(mm) + ": " + text).c_str());
      }
    QCOMPARE(showTolerance(millimetres(0.3), Notation::Inches16), showThin(inches(1.0 / 64.0), Notation::Inches16));
    QCOMPARE(showTolerance(millimetres(0.1), Notation::Inches16).substr(0, 5), std::string("under"));
    QCOMPARE(showTolerance(millimetres(0.1), Notation::Millimetres), std::string("0.1 mm"));
    QCOMPARE(showTolerance(millimetres(0.03), Notation::Millimetres), std::string("0.03 mm"));
    QCOMPARE(showTolerance(millimetres(6.0), Notation::Millimetres), std::string("6 mm"));
  }

  void filesKeepTheirNotation() {
    QCOMPARE(writeLength(inches(40.6875), Unit::FtInEighths, 0, false), std::string("3-4-5+"));
    QCOMPARE(writeLength(inches(-40.6875), Unit::FtInEighths, 0, false), std::string("-3-4-5+"));
    QCOMPARE(writeLength(millimetres(12.5), Unit::Millimetre, 3, false), std::string("12.500"));
    QCOMPARE(writeLength(millimetres(12.5), Unit::Millimetre, 6, true), std::string("12.5"));
    QCOMPARE(writeLength(millimetres(1200), Unit::Metre, 6, true), std::string("1.2"));
    QCOMPARE(writeLength(millimetres(-0.0001), Unit::Millimetre, 3, false), std::string("0.000"));
  }

  void whatIsWrittenReadsBackTheSame() {
    std::mt19937 random(7);
    std::uniform_int_distribution<int> sixteenths(-8000, 8000);
    for (int i = 0; i < 2000; ++i) {
      const Length length = inches(sixteenths(random) / 16.0);
      const auto table = parseLength(writeLength(length, Unit::FtInEighths, 0, false), Unit::FtInEighths);
      QVERIFY(table && std::abs((*table - length).mm()) < 1e-9);
      for (const Notation notation :
           {Notation::FeetInches16, Notation::FeetInches32, Notation::Inches16, Notation::Inches32}) {
        for (const bool plain : {false, true}) {
          const auto read = parseLength(showLength(length, notation, plain), Unit::Millimetre);
          QVERIFY2(read && std::abs((*read - length).mm()) < 1e-9, showLength(length, notation, plain).c_str());
        }
      }
    }
  }

  void whatAProblemNamesIsWrittenInTheNotationInHand() {
    const Problem problem{
        Fault::SheerOutside, {0, 0, "station 3"}, {said(512.0), saidAtLeast(400.6), saidAtMost(500.1)}};
    QCOMPARE(describe(problem), std::string("station 3: a sheer at 512.0 mm lies beyond the topsides drawn there; from "
                                            "400.6 mm to 500.1 mm will do."));
    // Limits are rounded to the side that holds: 400.6 mm is 15.77 in, 500.1 mm is 19.69 in.
    const std::string inInches = describe(problem, lengthsIn(Notation::Inches16));
    QVERIFY2(inInches.find("20 3\u204416 in") != std::string::npos, inInches.c_str());
    QVERIFY2(inInches.find("from 15 13\u204416 in to 19 11\u204416 in") != std::string::npos, inInches.c_str());
    QCOMPARE(roundedTo(0.5, saidAtMost(12.4)), 12.0);
    QCOMPARE(roundedTo(0.5, saidAtLeast(12.1)), 12.5);
    QCOMPARE(roundedTo(0.1, saidAtMost(0.3)), 0.1 * 3.0);  // what is whole but for the last bits stays
    QCOMPARE((Say("a ") + said(1.0) + " b").words(), std::string("a 1.0 mm b"));
  }

  void aCommaLocaleChangesNothing() {
    const QByteArray before = std::setlocale(LC_ALL, nullptr);
    const bool set = std::setlocale(LC_ALL, "de_DE.UTF-8") != nullptr || std::setlocale(LC_ALL, "C.UTF-8") != nullptr;
    QVERIFY(set);
    QCOMPARE(parseLength("12.5", Unit::Millimetre)->mm(), 12.5);
    QCOMPARE(writeLength(millimetres(12.5), Unit::Millimetre, 3, false), std::string("12.500"));
    std::setlocale(LC_ALL, before.constData());
  }
};

QTEST_APPLESS_MAIN(LengthTest)
#include "length_test.moc"
