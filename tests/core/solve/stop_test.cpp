// Work that is broken off: at any moment, and nothing of it is taken for an answer.

#include <QElapsedTimer>
#include <QTest>
#include <thread>

#include "book/edits.h"
#include "book/lining_edits.h"
#include "known_hulls.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// A boat that takes some tenths of a second: many stations and strakes.
BookSnapshot manyStations() {
  static const BookSnapshot book = [] {
    const OffsetTable table = griddedTableOf(Ellipsoid{}.sections(), 60.0);
    return std::make_shared<const Book>(*setStrakeCount(*newBook(table), 24));
  }();
  return book;
}

std::stop_token stopped() {
  std::stop_source source;
  source.request_stop();
  return source.get_token();
}

}  // namespace

class StopTest : public QObject {
  Q_OBJECT

 private slots:
  void whatIsStoppedBeforeItBeginsSaysSo() {
    const OffsetTable table = sampleBook("osier").table;
    QCOMPARE(springHull(table, stopped()).error()[0].fault, Fault::Stopped);
    const Hull hull = *springHull(table);
    QCOMPARE(springHull(table, table, hull, stopped()).error()[0].fault, Fault::Stopped);
    QCOMPARE(offsetHull(hull, 12.0, stopped()).error()[0].fault, Fault::Stopped);
    QVERIFY(judgeTable(table, nullptr, stopped()).figures.empty());
    QVERIFY(solve(manyStations(), 1, nullptr, SolveEffort::Full, stopped()) == nullptr);
  }

  void stoppedAtAnyMomentGivesNothingAndHarmsNothing() {
    const auto whole = solve(manyStations(), 1);
    QVERIFY(whole->lining != nullptr && whole->planks.size() == 24);
    QElapsedTimer clock;
    clock.start();
    (void)solve(manyStations(), 1);
    const auto longMs = static_cast<double>(clock.elapsed());
    int stoppedShort = 0;
    for (int k = 0; k < 12; ++k) {
      std::stop_source source;
      std::jthread later([&] {
        std::this_thread::sleep_for(std::chrono::microseconds(static_cast<int>(1000.0 * longMs * k / 12.0)));
        source.request_stop();
      });
      const auto answer = solve(manyStations(), 2, nullptr, SolveEffort::Full, source.get_token());
      if (answer == nullptr) {
        ++stoppedShort;
        continue;
      }
      QVERIFY(!answer->waits());
      QCOMPARE(answer->planks.size(), whole->planks.size());
    }
    QVERIFY(stoppedShort > 4);
    // What comes after is what would have come without.
    const auto again = solve(manyStations(), 3);
    QCOMPARE(again->planks[3]->boardWidthMm, whole->planks[3]->boardWidthMm);
    QCOMPARE(again->planks[3]->lower.size(), whole->planks[3]->lower.size());
  }
};

QTEST_APPLESS_MAIN(StopTest)
#include "stop_test.moc"
