// Moments and the shop's clock, across zones and changes of clocks. The zones' own rules: Europe changes on the last
// Sundays of March and October at 01:00 universal time; Lord Howe by half an hour; Samoa left out a day.

#include <QTest>

#include "daybook/moment.h"

using namespace narrows;

class MomentTest : public QObject {
  Q_OBJECT

 private slots:
  void aMomentIsReadAsItIsWritten() {
    for (const char* text : {"2026-12-02T04:50:07Z", "1970-01-01T00:00:00Z", "2024-02-29T23:59:59Z"})
      QCOMPARE(momentText(*momentFrom(text)), std::string(text));
    QCOMPARE(momentFrom("1970-01-02T00:00:01Z")->seconds, std::int64_t{86401});
    for (const char* text : {"", "2026-12-02", "2026-02-29T04:50:07Z", "2026-12-02T24:00:00Z", "2026-12-02T04:60:00Z",
                             "2026-12-02T04:50:61Z", "2026-12-02T04:50:07", "2026-12-02 04:50:07Z",
                             "2026-12-02T04:50:0xZ", "2026-12-02Tab:50:00Z"})
      QVERIFY2(!momentFrom(text), text);
  }

  void theShopsDayIsThatOfItsOwnClock() {
    const Moment moment = *momentFrom("2026-07-01T23:30:00Z");
    QCOMPARE(ShopClock("UTC").dayOf(moment), std::string("2026-07-01"));
    QCOMPARE(ShopClock("Europe/London").dayOf(moment), std::string("2026-07-02"));  // summer time
    QCOMPARE(ShopClock("Europe/London").hourOf(moment), std::string("00:30"));
    QCOMPARE(ShopClock("America/Halifax").dayOf(moment), std::string("2026-07-01"));
    QCOMPARE(ShopClock("Pacific/Auckland").hourOf(moment), std::string("11:30"));
    QCOMPARE(ShopClock("no such zone").hourOf(moment), std::string("23:30"));
    QVERIFY(!ShopClock::isZone("no such zone") && !ShopClock::isZone("") && ShopClock::isZone("Australia/Lord_Howe"));
  }

  void aDayOfChangedClocksHasTwentyThreeHoursOrTwentyFive() {
    const ShopClock london("Europe/London");
    const auto hours = [&](const char* day) {
      return london.beginningOf(dayAfter(day, 1)).hoursSince(london.beginningOf(day));
    };
    QCOMPARE(hours("2026-03-29"), 23.0);
    QCOMPARE(hours("2026-10-25"), 25.0);
    QCOMPARE(hours("2026-10-26"), 24.0);
    // An hour that is twice there is the earlier; one that is not there, the moment the clocks jump.
    QCOMPARE(momentText(*london.at("2026-10-25", "01:30")), std::string("2026-10-25T00:30:00Z"));
    QCOMPARE(momentText(*london.at("2026-03-29", "01:30")), std::string("2026-03-29T01:00:00Z"));
    QVERIFY(!london.at("2026-03-32", "01:30") && !london.at("2026-03-29", "25:00") && !london.at("2026-03-29", "1:00"));
    const ShopClock howe("Australia/Lord_Howe");
    QCOMPARE(howe.beginningOf("2026-04-06").hoursSince(howe.beginningOf("2026-04-05")), 24.5);
  }

  void everyDayBeginsWhenTheOneBeforeItEnds() {
    for (const char* zone : {"UTC", "Europe/London", "America/Sao_Paulo", "Pacific/Apia", "Asia/Gaza"}) {
      const ShopClock clock(zone);
      for (std::string day = "2011-12-20"; day < "2012-01-10"; day = dayAfter(day, 1)) {
        const Moment begins = clock.beginningOf(day);
        QVERIFY2(clock.dayOf(Moment{begins.seconds - 1}) < clock.dayOf(begins) || day == "2011-12-30", zone);
        QVERIFY2(clock.dayOf(begins) == day || day == "2011-12-30", zone);  // Samoa had none such
      }
    }
  }

  void daysAreCounted() {
    QCOMPARE(dayAfter("2024-02-28", 2), std::string("2024-03-01"));
    QCOMPARE(dayAfter("2026-01-01", -1), std::string("2025-12-31"));
    QCOMPARE(daysBetween("2026-03-28", "2026-03-30"), 2);
    QCOMPARE(weekdayOf("2026-12-02"), 2);  // a Wednesday
    QCOMPARE(weekdayOf("2026-12-06"), 6);
  }
};

QTEST_GUILESS_MAIN(MomentTest)
#include "moment_test.moc"
