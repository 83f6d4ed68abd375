// Words said in the tongue of the shop, and lengths and counts within them.

#include <QObject>
#include <QTest>

#include "problem/problem.h"

using namespace narrows;

class TradeTest : public QObject {
  Q_OBJECT

 private slots:
  void cleanup() {
    Trade::speak({});
    Trade::writeDays({});
  }

  void placesTakeWhatIsGiven() {
    QCOMPARE(Trade::say("Strake %1 is %2 wide at %1", 4, std::string("5 in")),
             std::string("Strake 4 is 5 in wide at 4"));
    // What is given is not looked into for places of its own, and a per cent is none.
    QCOMPARE(Trade::say("%1 and %2", std::string("%2"), "b"), std::string("%2 and b"));
    QCOMPARE(Trade::say("%1 % of it, 100%", 7), std::string("7 % of it, 100%"));
    QCOMPARE(Trade::say("nothing for %3", 1), std::string("nothing for %3"));
  }

  void lengthsWaitForTheirNotation() {
    const Say words = Trade::say("from %1 to %2", saidAtLeast(10.01), said(25.4));
    QCOMPARE(words.words(), std::string("from 10.1 mm to 25.4 mm"));
    QCOMPARE(words.words([](const SaidLength& one) { return std::to_string(static_cast<int>(one.mm)); }),
             std::string("from 10 to 25"));
  }

  void oneAndManyHaveTheirForms() {
    QCOMPARE(countedWords("%n strake(|s)", 1), std::string("%n strake"));
    QCOMPARE(Trade::sayCount("%n strake(|s)", 0), std::string("0 strakes"));
    QCOMPARE(Trade::sayCount(" (%n other(|s) too)", 1), std::string(" (1 other too)"));
    QCOMPARE(Trade::sayCount(" (%n other(|s) too)", 21), std::string(" (21 others too)"));
    QCOMPARE(Trade::sayCount("%n figure( lies|s lie) off at %1", 2, "sheer"),
             std::string("2 figures lie off at sheer"));
    QCOMPARE(Trade::sayCount("(a) %n of (one | all) (b)", 1), std::string("(a) 1 of one  (b)"));
  }

  void theTongueIsAskedFirstAndMayChangeTheOrder() {
    Trade::speak([](const char* source, int count) -> std::string {
      if (std::string(source) == "%1 is %2 wide") return "breit %2, Gang %1";
      if (std::string(source) == "%n plank(|s)") return count == 1 ? "%n Planke" : "%n Planken";
      return {};
    });
    QCOMPARE(Trade::say("%1 is %2 wide", 3, "5 in"), std::string("breit 5 in, Gang 3"));
    QCOMPARE(Trade::sayCount("%n plank(|s)", 1), std::string("1 Planke"));
    QCOMPARE(Trade::sayCount("%n plank(|s)", 4), std::string("4 Planken"));
    // What it has no words for stays as it was written.
    QCOMPARE(Trade::say("hood end"), std::string("hood end"));
    QCOMPARE(Trade::sayCount("%n scarf(|s)", 1), std::string("1 scarf"));
  }

  void faultsAndDaysAreSaidInIt() {
    Trade::speak([](const char* source, int) { return "[" + std::string(source) + "]"; });
    Trade::writeDays([](const std::string& day) { return day.substr(8) + "." + day.substr(5, 2) + "."; });
    const Problem problem{Fault::NoPlank, {7, 0, {}}, {}};
    QVERIFY(describe(problem).starts_with("[line 7]: [this plank could not be made"));
    QCOMPARE(Trade::day("2026-04-30"), std::string("30.04."));
    QCOMPARE(Trade::day({}), std::string());
  }
};

QTEST_APPLESS_MAIN(TradeTest)

#include "trade_test.moc"
