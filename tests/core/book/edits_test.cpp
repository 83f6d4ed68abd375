// Every edit: what it does, what it refuses, and that the book before it is untouched.

#include <QTest>
#include <cmath>

#include "book/edits.h"
#include "book/lining_edits.h"
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
    const auto more = *setStrakeCount(book, static_cast<int>(book.boatPlan().strakes.size()) + 2);
    QCOMPARE(more.boatPlan().strakes.back(), book.boatPlan().strakes.back());
    QCOMPARE(more.boatPlan().lines.back(), book.boatPlan().lines.back());
    const auto fewer = *setStrakeCount(more, static_cast<int>(book.boatPlan().strakes.size()));
    QVERIFY(fewer.nextId > book.nextId);
    const auto again = *setStrakeCount(fewer, static_cast<int>(book.boatPlan().strakes.size()) + 1);
    for (const StrakeId id : more.boatPlan().strakes) {
      const bool before = std::find(book.boatPlan().strakes.begin(), book.boatPlan().strakes.end(), id) !=
                          book.boatPlan().strakes.end();
      const bool now = std::find(again.boatPlan().strakes.begin(), again.boatPlan().strakes.end(), id) !=
                       again.boatPlan().strakes.end();
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
    QCOMPARE(edited->boatPlan().zones.front().rule, LiningRule::Diminishing);
    QVERIFY(std::abs(after->lining->widthMm(0, lining.master) - inches(6.0).mm()) < 1e-9);
    QVERIFY(std::abs(after->lining->widthMm(1, lining.master) - after->lining->widthMm(5, lining.master)) < 1e-9);
    // A mark nailed at that station gives way to the width chosen there.
    const Book nailed = *moveMark(book, lining, 2, lining.master, lining.lines[2].shares[lining.master] + 0.01);
    const auto chosen = solved(*setWidth(nailed, *solved(nailed)->lining, 0, inches(5.5)));
    QVERIFY(std::abs(chosen->lining->widthMm(0, lining.master) - inches(5.5).mm()) < 1e-9);
    QVERIFY(!setWidth(book, lining, 0, inches(60.0)));
    QVERIFY(!setWidth(book, lining, 0, millimetres(0.0)));
  }

  void aMarkMeasuredOnTheBoatIsALengthAndStaysOne() {
    const Book book = sampleBook("osier");
    const auto before = solved(book);
    const Lining& lining = *before->lining;
    const double girth = lining.frame.girthMm(3);
    const Length measured = millimetres(lining.lines[4].shares[3] * girth + 7.0);
    const auto edited = measureMark(book, lining, 4, 3, measured);
    QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
    const auto after = solved(*edited);
    QVERIFY(std::abs(after->lining->lines[4].shares[3] * girth - measured.mm()) < 1e-9);
    // It is kept in the file, and where the girth changes it stays where the tape found it; a mark moved on the drawing
    // keeps its share.
    Book wider = readBook(writeBook(*edited))->book;
    QVERIFY(wider.boatPlan() == edited->boatPlan());
    wider = *moveMark(wider, *after->lining, 2, 3, after->lining->lines[2].shares[3] + 0.01);
    const double share = wider.boatPlan().moved.back().share;
    for (std::size_t row = 0; row < wider.table.rows.size(); ++row) {
      auto& figure = wider.table.rows[row].figures[2];
      if (wider.table.rows[row].line == RowLine::Sheer && wider.table.rows[row].kind == RowKind::Height)
        figure = millimetres(figure->mm() + 30.0);
    }
    const auto high = solved(wider);
    const double now = high->lining->frame.girthMm(3);
    QVERIFY(now > girth + 20.0);
    QVERIFY(std::abs(high->lining->lines[4].shares[3] * now - measured.mm()) < 1e-9);
    QVERIFY(std::abs(high->lining->lines[2].shares[3] - share) < 1e-12);
    QVERIFY(!measureMark(book, lining, 4, 3, millimetres(girth)));
    QVERIFY(!measureMark(book, lining, 0, 3, measured));
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
    QCOMPARE(edited.boatPlan().moved.size(), std::size_t{2});
    QCOMPARE(letGoMark(edited, lining.lines[3].id, edited.boatPlan().moved[0].station).boatPlan().moved.size(),
             std::size_t{1});
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

  void bothFiguresAreKeptWithWhoWhenAndWhy() {
    const Book book = setBuilder(sampleBook("marl"), "Wren");
    const FigureRef sheer{FigureRef::In::Row, 0, 3};
    const auto faired = fairFigure(book, sheer, inches(60.5), "2026-11-23", "floated to the batten");
    QVERIFY(faired);
    QCOMPARE(faired->table, book.table);  // as drawn
    QCOMPARE(figureMm(fairedTable(*faired), sheer), inches(60.5).mm());
    const FairedFigure* kept = fairedAt(*faired, sheer);
    QVERIFY(kept != nullptr);
    QCOMPARE(kept->who, std::string("Wren"));
    QCOMPARE(kept->when, std::string("2026-11-23"));
    QCOMPARE(kept->why, std::string("floated to the batten"));
    // Its rounding stays that of the drawn table.
    QCOMPARE(fairedTable(*faired).figureTolerance(), book.table.figureTolerance());
    QVERIFY(fairedAt(*fairFigure(*faired, sheer, std::nullopt, {}, {}), sheer) == nullptr);
    QCOMPARE(fairFigure(*faired, sheer, millimetres(figureMm(book.table, sheer)), "", "")->faired.size(),
             std::size_t{0});
    QVERIFY(unfair(*faired) == book);
    QCOMPARE(fairFigure(book, sheer, millimetres(1e7), "", "").error()[0].fault, Fault::BeyondSense);
    // Typing over the drawn figure lets its faired one go.
    QVERIFY(setFigure(*faired, 0, 3, inches(60.0))->faired.empty());
  }

  void profilesAreTypedPointByPoint() {
    Book book = sampleBook("osier");
    const auto points = book.table.profile(ProfilePart::StemRabbet)->points.size();
    const auto more = setProfilePoint(book, ProfilePart::StemRabbet, points, ProfilePoint{inches(2.0), inches(29.0)});
    QVERIFY(more);
    QCOMPARE(more->table.profile(ProfilePart::StemRabbet)->points.size(), points + 1);
    // A point that was faired and is typed again stands where it was typed.
    const std::size_t list = 0;
    QVERIFY(book.table.profiles[list].part == ProfilePart::StemRabbet);
    const auto faired = fairFigure(book, {FigureRef::In::Profile, list, 2},
                                   book.table.profiles[list].points[2].distance + millimetres(3.0), "2026-05-01", "");
    QVERIFY(faired && faired->faired.size() == book.faired.size() + 1);
    ProfilePoint typed = book.table.profiles[list].points[2];
    typed.distance = typed.distance + inches(0.5);
    const auto retyped = setProfilePoint(*faired, ProfilePart::StemRabbet, 2, typed);
    QVERIFY(retyped && retyped->faired.size() == book.faired.size());
    QVERIFY(fairedTable(*retyped).profiles[list].points[2] == typed);
    QVERIFY(setProfilePoint(*faired, ProfilePart::StemRabbet, 2, book.table.profiles[list].points[2])->faired ==
            faired->faired);
    const auto fewer = setProfilePoint(*more, ProfilePart::StemRabbet, 0, std::nullopt);
    QCOMPARE(fewer->table.profile(ProfilePart::StemRabbet)->points.size(), points);
    const auto made = setProfilePoint(book, ProfilePart::SternpostRabbet, 0, ProfilePoint{inches(180.0), inches(6.0)});
    QCOMPARE(made->table.profile(ProfilePart::SternpostRabbet)->points.size(), std::size_t{1});
    QVERIFY(!setProfilePoint(book, ProfilePart::Transom, 0, ProfilePoint{millimetres(1e6), Length()}));
    QCOMPARE(*setHalfSiding(book, SidingPart::Stem, inches(1.0)).table.halfSiding(SidingPart::Stem), inches(1.0));
    QVERIFY(!setHalfSiding(book, SidingPart::Stem, std::nullopt).table.halfSiding(SidingPart::Stem));
  }

  void lineReadOffTheSurfaceAgreesWithTheOneDrawn() {
    // Take waterline 0-9-0 out and read it off again: it comes back within what the surface between its neighbours
    // tells.
    const Book book = sampleBook("osier");
    std::size_t row = 0;
    while (rowLabel(book.table.rows[row], book.table.unit) != "waterline 0-9-0") ++row;
    const TableRow drawn = book.table.rows[row];
    const Book without = removeRow(book, row);
    QCOMPARE(without.table.rows.size(), book.table.rows.size() - 1);
    const auto hull = springHull(without.table);
    QVERIFY(hull);
    TableRow asked = drawn;
    asked.figures.clear();
    const auto again = addLineReadOff(without, *hull, asked);
    QVERIFY(again);
    for (std::size_t i = 0; i < drawn.figures.size(); ++i) {
      QCOMPARE(again->table.rows.back().figures[i].has_value(), drawn.figures[i].has_value());
      if (drawn.figures[i]) QVERIFY(std::abs(again->table.rows.back().figures[i]->mm() - drawn.figures[i]->mm()) < 6.0);
    }
    QCOMPARE(addLineReadOff(*again, *hull, asked).error()[0].fault, Fault::RecordTwice);
    asked.at = inches(90.0);
    QCOMPARE(addLineReadOff(without, *hull, asked).error()[0].fault, Fault::LineMissesHull);
  }

  void removingARowKeepsWhatWasFairedOfTheOthers() {
    const Book book = sampleBook("marl");
    const auto faired = *fairFigures(
        book, {{{FigureRef::In::Row, 0, 3}, inches(60.0)}, {{FigureRef::In::Row, 5, 4}, inches(45.0)}}, "", "");
    const Book fewer = removeRow(faired, 2);
    QVERIFY(fairedAt(fewer, {FigureRef::In::Row, 0, 3}) != nullptr);
    QVERIFY(fairedAt(fewer, {FigureRef::In::Row, 4, 4}) != nullptr);
    QVERIFY(removeRow(faired, 0).faired.size() == 1);
  }

  void tableLiftedOffADrawingIsScaledWithItsReadingError() {
    Book book = sampleBook("sedge");
    const auto scaled = scaleTable(book, 2.0);
    QVERIFY(scaled);
    QCOMPARE(*scaled->table.stations[0].distance, millimetres(800.0));
    QCOMPARE(*scaled->table.rows[0].figures[0], millimetres(1044.0));
    QCOMPARE(scaled->table.thickness, book.table.thickness);
    QCOMPARE(scaled->table.figureTolerance(), millimetres(0.5));
    QCOMPARE(scaleTable(book, 12.0)->table.figureTolerance(), millimetres(3.0));
    for (const double bad : {0.0, -1.0, 1e6}) QVERIFY(!scaleTable(book, bad));
  }

  void mouldsAreAddedWhereThereIsHullAndRoom() {
    const Book book = sampleBook("osier");
    const auto inside = solved(book)->inside;
    const auto more = addMould(book, *inside, "frame 1", inches(36.0));
    QVERIFY(more);
    QCOMPARE(more->moulds.extra.size(), std::size_t{1});
    QVERIFY(more->nextId > book.nextId);
    QCOMPARE(addMould(*more, *inside, "frame 2", inches(36.0)).error()[0].fault, Fault::MouldThere);
    QCOMPARE(addMould(*more, *inside, "frame 2", inches(48.0)).error()[0].fault, Fault::MouldThere);  // station 2
    QCOMPARE(addMould(book, *inside, "off", inches(400.0)).error()[0].fault, Fault::NoHullThere);
    MouldPlan plan = book.moulds;
    plan.thickness = millimetres(-1.0);
    QVERIFY(!setMouldPlan(book, plan));
  }

  void everythingNewComesBackFromTheFile() {
    Book book = setBuilder(sampleBook("osier"), "Wren");
    book = *fairFigure(book, {FigureRef::In::Row, 0, 2}, millimetres(478.123456), "2026-11-23", "by hand");
    book = *addMould(book, *solved(book)->inside, "frame 1", inches(36.0));
    book.moulds.takenOff = TakenOff::PlankingFramesRibbands;
    book.moulds.side = MouldSide::Aft;
    book.moulds.whole = false;
    book.moulds.spreader = inches(12.0);
    book.moulds.leftOut = {"3"};
    book.moulds.readings = {{"4", SetUpKind::Diagonal, "sheer", "5", inches(55.0)}};
    book.moulds.plankAsTheyStand = true;
    const auto read = readBook(writeBook(book));
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QCOMPARE(writeBook(read->book), writeBook(book));
    QVERIFY(read->book.moulds == book.moulds);
    QVERIFY(read->book.faired == book.faired);
    // Books of format 1 know nothing of it, and open.
    std::string old = writeBook(sampleBook("osier"));
    old.replace(old.find("\"narrows\": 6"), 12, "\"narrows\": 1");
    QVERIFY(readBook(old));
  }
};

QTEST_APPLESS_MAIN(EditsTest)
#include "edits_test.moc"
