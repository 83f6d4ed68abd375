// Every edit: what it does, what it refuses, and that the book before it is untouched.

#include <QtTest/QtTest>
#include <cmath>

#include "book/edits.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::shared_ptr<const Solved> solved(const Book& book) {
  return solve(std::make_shared<const Book>(book), 1, nullptr, SolveEffort::Quick);
}

}  // namespace

class EditsTest : public QObject {
  Q_OBJECT

 private slots:
  void figureIsBroughtToTheTablesStep() {
    const Book book = sampleBook("osier");
    const auto edited = setFigure(book, 0, 1, millimetres(540.0));  // 21.26 in: the nearest sixteenth is 21 1/4
    QVERIFY(edited);
    QCOMPARE(*edited->table.rows[0].figures[1], inches(21.25));
    QVERIFY(!setFigure(book, 0, 1, std::nullopt)->table.rows[0].figures[1]);
    const Book metric = sampleBook("sedge");
    QCOMPARE(*setFigure(metric, 0, 1, millimetres(485.25))->table.rows[0].figures[1], millimetres(485.25));
  }

  void figureBeyondSenseIsRefused() {
    const Book book = sampleBook("osier");
    std::size_t sheerBreadth = 0;
    while (book.table.rows[sheerBreadth].kind != RowKind::HalfBreadth) ++sheerBreadth;
    QCOMPARE(setFigure(book, sheerBreadth, 2, inches(-3.0)).error()[0].fault, Fault::BeyondSense);
    QCOMPARE(setFigure(book, 0, 2, inches(4000.0)).error()[0].fault, Fault::BeyondSense);
  }

  void strakesComeAndGoBelowTheSheerStrakeAndIdsAreNeverUsedAgain() {
    const Book book = sampleBook("osier");
    const auto more = *setStrakeCount(book, static_cast<int>(book.lining.strakes.size()) + 2);
    QCOMPARE(more.lining.strakes.back(), book.lining.strakes.back());
    QCOMPARE(more.lining.lines.back(), book.lining.lines.back());
    const auto fewer = *setStrakeCount(more, static_cast<int>(book.lining.strakes.size()));
    QVERIFY(fewer.nextId > book.nextId);
    const auto again = *setStrakeCount(fewer, static_cast<int>(book.lining.strakes.size()) + 1);
    for (const StrakeId id : more.lining.strakes) {
      const bool before =
          std::find(book.lining.strakes.begin(), book.lining.strakes.end(), id) != book.lining.strakes.end();
      const bool now =
          std::find(again.lining.strakes.begin(), again.lining.strakes.end(), id) != again.lining.strakes.end();
      QVERIFY(before == now || !now);
    }
    QVERIFY(readBook(writeBook(again)));
    QCOMPARE(setStrakeCount(book, 2).error()[0].fault, Fault::StrakeCount);
    QCOMPARE(setStrakeCount(book, 41).error()[0].fault, Fault::StrakeCount);
  }

  void oneWidthIsSetAndTheOthersShareWhatIsLeft() {
    const Book book = sampleBook("osier");
    const auto before = solved(book);
    const Lining& lining = *before->lining;
    const auto edited = setWidth(book, lining, 0, inches(6.0));
    QVERIFY(edited);
    const auto after = solved(*edited);
    QCOMPARE(edited->lining.rule, LiningRule::Diminishing);
    QVERIFY(std::abs(after->lining->widthMm(0, lining.master) - inches(6.0).mm()) < 1e-9);
    QVERIFY(std::abs(after->lining->widthMm(1, lining.master) - after->lining->widthMm(5, lining.master)) < 1e-9);
    // A mark nailed at that station gives way to the width chosen there.
    const Book nailed = *moveMark(book, lining, 2, lining.master, lining.lines[2].shares[lining.master] + 0.01);
    const auto chosen = solved(*setWidth(nailed, *solved(nailed)->lining, 0, inches(5.5)));
    QVERIFY(std::abs(chosen->lining->widthMm(0, lining.master) - inches(5.5).mm()) < 1e-9);
    QVERIFY(!setWidth(book, lining, 0, inches(60.0)));
    QVERIFY(!setWidth(book, lining, 0, millimetres(0.0)));
  }

  void diminishingBeginsFromTheWidthsAsTheyAre() {
    const Book book = sampleBook("osier");
    const auto before = solved(book);
    const auto after = solved(*setRule(book, *before->lining, LiningRule::Diminishing));
    for (std::size_t k = 0; k < before->lining->strakeCount(); ++k) {
      QVERIFY(std::abs(before->lining->widthMm(k, 3) - after->lining->widthMm(k, 3)) < 1e-9);
    }
  }

  void markIsMovedBetweenItsNeighboursOnly() {
    const Book book = sampleBook("osier");
    const auto now = solved(book);
    const Lining& lining = *now->lining;
    const double share = lining.lines[3].shares[4] + 0.02;
    const auto edited = moveMark(book, lining, 3, 4, share);
    QVERIFY(edited);
    QVERIFY(std::abs(solved(*edited)->lining->lines[3].shares[4] - share) < 1e-12);
    QCOMPARE(moveMark(book, lining, 3, 4, lining.lines[4].shares[4]).error()[0].fault, Fault::MarkOutside);
    QCOMPARE(moveMark(book, lining, 0, 4, 0.1).error()[0].fault, Fault::LineUnknown);
    QCOMPARE(moveMark(book, lining, lining.strakeCount(), 4, 0.99).error()[0].fault, Fault::LineUnknown);
    QVERIFY(nearestFreeShare(lining, 3, 4, 0.9) < lining.lines[4].shares[4]);
  }

  void draggedMarkStopsWhereItsLineWouldMeetAnother() {
    const Book book = sampleBook("osier");
    const auto now = solved(book);
    for (const double wanted : {-3.0, 0.0, 0.9, 5.0}) {
      const auto after = solved(dragMark(book, *now->lining, 3, 4, wanted));
      QVERIFY(after->lining != nullptr);
      const auto& shares = after->lining->lines[3].shares;
      QVERIFY(wanted > 0.5 ? shares[4] > now->lining->lines[3].shares[4] + 0.05
                           : shares[4] < now->lining->lines[3].shares[4] - 0.05);
      for (std::size_t i = 0; i < shares.size(); ++i) {
        QVERIFY(after->lining->widthMm(2, i) >= leastStrakeWidthMm - 1e-9 &&
                after->lining->widthMm(3, i) >= leastStrakeWidthMm - 1e-9);
      }
    }
  }

  void letGoMarksReturnToTheRule() {
    const Book book = sampleBook("osier");
    const auto now = solved(book);
    const Lining& lining = *now->lining;
    Book edited = *moveMark(book, lining, 3, 4, lining.lines[3].shares[4] + 0.02);
    edited = *moveMark(edited, *solved(edited)->lining, 3, 6, lining.lines[3].shares[6] + 0.01);
    QCOMPARE(edited.lining.moved.size(), std::size_t{2});
    QCOMPARE(letGoMark(edited, lining.lines[3].id, edited.lining.moved[0].station).lining.moved.size(), std::size_t{1});
    QVERIFY(letGoLine(edited, lining.lines[3].id) == book);
  }

  void lapstrakeTakesAUsualLapWhenItHasNone() {
    const Book carvel = sampleBook("marl");
    const Book lapped = setConstruction(carvel, Construction::Lapstrake);
    QVERIFY(lapped.settings.lap.mm() > 15.0);
    QCOMPARE(setConstruction(lapped, Construction::Carvel).table.construction, Construction::Carvel);
    QCOMPARE(setLap(lapped, inches(1.0)).settings.lap, inches(1.0));
    QCOMPARE(setNotation(lapped, Notation::Millimetres).settings.notation, Notation::Millimetres);
  }
};

QTEST_APPLESS_MAIN(EditsTest)
#include "edits_test.moc"
