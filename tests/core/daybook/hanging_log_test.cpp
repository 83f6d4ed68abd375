// The hanging log: kept in the book, and told where it does not follow.

#include <QTest>
#include <random>
#include <set>
#include <tuple>

#include "book/daybook_edits.h"
#include "book/strake_records.h"
#include "sample_books.h"
#include "solve/sheet_points.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

HangingEntry entryOf(int strake, HangingStep step, const std::string& when, int piece = 0) {
  HangingEntry entry;
  entry.strake = strake;
  entry.step = step;
  entry.when = when;
  entry.piece = piece;
  return entry;
}

}  // namespace

class HangingLogTest : public QObject {
  Q_OBJECT

 private slots:
  void daysAreThoseOfTheCalendar() {
    for (const char* day : {"2026-02-28", "2024-02-29", "2000-02-29", "2026-12-31"}) QVERIFY2(isDay(day), day);
    for (const char* day : {"2026-02-29", "1900-02-29", "2026-13-01", "2026-00-10", "2026-04-31", "26-04-30", "",
                            "2026/04/30", "2026-4-30", "yesterday!"})
      QVERIFY2(!isDay(day), day);
  }

  void whatIsNoSenseIsRefusedAndNothingLost() {
    const Book book = sampleBook("osier");
    HangingEntry entry = entryOf(9, HangingStep::Hung, "2026-13-01");
    entry.hours = -2.0;
    entry.amount = millimetres(400.0);
    const auto refused = logStep(book, entry, 8);
    QVERIFY(!refused);
    QCOMPARE(refused.error().size(), std::size_t{4});
    QVERIFY(describe(refused.error()).find("strake 9") != std::string::npos);
    QVERIFY(!correctStep(book, entryOf(1, HangingStep::Hung, "2026-04-30"), 8));
    QVERIFY(!eraseStep(book, {77}));
  }

  void isKeptInTheBook() {
    Book book = sampleBook("osier");
    HangingEntry entry = entryOf(4, HangingStep::Eased, "2026-04-30", 2);
    entry.hours = 1.5;
    entry.where = "foot, at station 3";
    entry.amount = millimetres(0.8);
    entry.note = "binds on the bevel, \"again\"";
    book = *logStep(book, entry, 8);
    book = *logStep(book, entryOf(4, HangingStep::Hung, "2026-05-01"), 8);
    book = followStrakes(book, book);
    QVERIFY(checkBook(book));
    const auto read = readBook(writeBook(book));
    QVERIFY(read);
    QVERIFY(read->book.log == book.log && read->book.printed == book.printed);
    QVERIFY(writeBook(read->book) == writeBook(book));
    QCOMPARE(read->book.log.size(), std::size_t{2});
    QVERIFY(read->book.log[0].id != read->book.log[1].id);
    // A day that is none is named with its key.
    std::string text = writeBook(book);
    text.replace(text.find("2026-05-01"), 10, "2026-05-41");
    QVERIFY(!readBook(text));
  }

  void aStrakeIsHungWhenAllItsPiecesAre() {
    std::vector<HangingEntry> log{entryOf(4, HangingStep::Hung, "2026-05-01", 1)};
    QVERIFY(!hangingState(log, 4, BoatSide::Starboard, 2).isDone(HangingStep::Hung));
    QVERIFY(hangingState(log, 4, BoatSide::Starboard, 1).isDone(HangingStep::Hung));
    log.push_back(entryOf(4, HangingStep::Hung, "2026-05-02", 2));
    QVERIFY(hangingState(log, 4, BoatSide::Starboard, 2).isDone(HangingStep::Hung));
    QVERIFY(!hangingState(log, 4, BoatSide::Port, 2).isDone(HangingStep::Hung));
    log.push_back(entryOf(4, HangingStep::Offered, "2026-05-01"));
    log.push_back(entryOf(4, HangingStep::Offered, "2026-05-01"));
    QCOMPARE(hangingState(log, 4, BoatSide::Starboard, 2).tries, 2);
  }

  void whatDoesNotFollowIsTold() {
    const auto why = [](const std::vector<HangingEntry>& log, Construction construction) {
      const auto found = lookAtLog(log, construction);
      return found.empty() ? std::string() : found.front().words(Notation::Inches16);
    };
    const std::vector<HangingEntry> skipped{entryOf(1, HangingStep::Hung, "2026-05-01"),
                                            entryOf(3, HangingStep::Hung, "2026-05-02")};
    QVERIFY(why(skipped, Construction::Lapstrake).find("strake 2 below it is not") != std::string::npos);
    // Carvel planks are hung from keel and sheer towards each other.
    QVERIFY(why(skipped, Construction::Carvel).empty());
    QVERIFY(why({entryOf(1, HangingStep::Fastened, "2026-05-01")}, Construction::Carvel).find("never hung") !=
            std::string::npos);
    QVERIFY(why({entryOf(1, HangingStep::GotOut, "2026-05-03"), entryOf(1, HangingStep::Hung, "2026-05-01")},
                Construction::Carvel)
                .find("before it was got out") != std::string::npos);
    QVERIFY(why({entryOf(1, HangingStep::GotOut, "2026-05-01"), entryOf(1, HangingStep::Eased, "2026-05-02"),
                 entryOf(1, HangingStep::Offered, "2026-05-03"), entryOf(1, HangingStep::Hung, "2026-05-03"),
                 entryOf(1, HangingStep::Fastened, "2026-05-03")},
                Construction::Carvel)
                .empty());
  }

  void aStrakeIsToldOnceHoweverOftenItsLogDoesNotFollow() {
    // Ten thousand lines of sixty strakes, days in any order: a finding a strake and reason, counted.
    std::mt19937 chance(4);
    std::vector<HangingEntry> log;
    for (int i = 0; i < 10000; ++i) {
      HangingEntry entry =
          entryOf(1 + static_cast<int>(chance() % 60), static_cast<HangingStep>(chance() % hangingSteps), "");
      entry.side = chance() % 2 == 0 ? BoatSide::Port : BoatSide::Starboard;
      entry.when = "20" + std::to_string(10 + chance() % 20) + "-0" + std::to_string(1 + chance() % 9) + "-11";
      log.push_back(entry);
    }
    const auto found = lookAtLog(log, Construction::Lapstrake);
    QVERIFY(!found.empty() && found.size() <= 3 * 120);
    std::set<std::tuple<int, BoatSide, OutOfOrder::Why>> told;
    std::size_t others = 0;
    for (const OutOfOrder& one : found) {
      QVERIFY(told.insert({one.entry.strake, one.entry.side, one.why}).second);
      others += one.others;
    }
    QVERIFY(others > 5000);
    QVERIFY2(
        found[0].words(Notation::Millimetres).find("other lines of it in the log do not follow") != std::string::npos,
        found[0].words(Notation::Millimetres).c_str());
  }

  void aPlankGotOutIsRememberedThoughItWasNeverPrinted() {
    const Book book = sampleBook("osier");
    const auto solved = solve(std::make_shared<Book>(book), 1);
    const auto logged = logPlankStep(*solved, book, entryOf(4, HangingStep::GotOut, "2026-05-01"));
    QVERIFY(logged);
    QCOMPARE(logged->printed.size(), std::size_t{1});
    QVERIFY(logged->printed[0].cut);
    QCOMPARE(logged->printed[0].strake, 4);
    QVERIFY(readBook(writeBook(*logged))->book.printed == followStrakes(book, *logged).printed);
  }
};

QTEST_APPLESS_MAIN(HangingLogTest)
#include "hanging_log_test.moc"
