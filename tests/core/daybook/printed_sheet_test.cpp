// Printed sheets: still true, or false by how much and where.

#include <QTest>
#include <cmath>

#include "advice/reline.h"
#include "book/backbone_edits.h"
#include "book/daybook_edits.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "book/strake_records.h"
#include "joined_boats.h"
#include "solve/sheet_points.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

const SheetFalse* falseOf(const Solved& solved, SheetKind kind, int strake = 0) {
  for (const Finding& finding : solved.findings) {
    const auto* one = finding.as<SheetFalse>();
    const bool isIt = one != nullptr && one->sheet.kind == kind && one->sheet.side == BoatSide::Starboard;
    if (isIt && (strake == 0 || one->sheet.strake == strake)) return one;
  }
  return nullptr;
}

Book printedAll(const Solved& solved) {
  std::vector<PrintedSheet> sheets;
  for (const char* name : {"strake-03-starboard", "strake-04-starboard", "strake-05-starboard", "strake-04-port",
                           "mould-3", "mould-5", "marking-stick"}) {
    const auto sheet = sheetToRemember(solved, name, "ABCDE", "2026-05-01");
    if (sheet) sheets.push_back(*sheet);
  }
  return *rememberPrinted(*solved.book, sheets);
}

}  // namespace

class PrintedSheetTest : public QObject {
  Q_OBJECT

 private slots:
  void aPatternMovedOrTurnedIsStillTrue() {
    PrintedSheet sheet;
    std::vector<SheetPoint> now;
    const Eigen::Rotation2Dd turn(0.3);
    for (int i = 0; i < 9; ++i) {
      const Vec2 at(500.0 * i, 40.0 * std::sin(0.7 * i));
      sheet.points.push_back({"keel edge", "station " + std::to_string(i), at});
      now.push_back({"keel edge", "station " + std::to_string(i), turn * at + Vec2(70.0, -20.0)});
    }
    QVERIFY(sheetOut(sheet, now, true).empty());
    QCOMPARE(sheetOut(sheet, now, false).size(), std::size_t{9});
    // One point 5 mm higher is found there, at nearly all of its size.
    now[4].at += turn * Vec2(0.0, 5.0);
    const auto outs = sheetOut(sheet, now, true);
    QVERIFY(!outs.empty());
    QCOMPARE(outs.front().place, std::string("station 4"));
    QVERIFY(outs.front().offMm() > 4.0 && outs.front().offMm() <= 5.0);
  }

  void aSixtyFourthIsTheLimit() {
    PrintedSheet sheet;
    sheet.points = {{"edge", "a", Vec2(0.0, 0.0)}, {"edge", "b", Vec2(100.0, 0.0)}};
    QVERIFY(sheetOut(sheet, {{"edge", "a", Vec2(0.0, 0.39)}, {"edge", "b", Vec2(100.0, 0.0)}}, false).empty());
    QCOMPARE(sheetOut(sheet, {{"edge", "a", Vec2(0.0, 0.41)}, {"edge", "b", Vec2(100.0, 0.0)}}, false).size(),
             std::size_t{1});
    const auto gone = sheetOut(sheet, {{"edge", "a", Vec2(0.0, 0.0)}}, false);
    QCOMPARE(gone.size(), std::size_t{1});
    QVERIFY(gone.front().gone);
  }

  void nothingIsFalseUntilSomethingMoves() {
    for (const char* boat : {"osier", "marl"}) {
      const auto solved = solve(std::make_shared<Book>(sampleBook(boat)), 1);
      const auto again = solve(std::make_shared<Book>(printedAll(*solved)), 2);  // all made afresh
      QCOMPARE(again->book->printed.size(), std::size_t{7});
      for (const Finding& finding : again->findings) QVERIFY(finding.as<SheetFalse>() == nullptr);
    }
  }

  void aMarkMovedMakesTheTwoPlanksBesideItFalseAndTheStick() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    const Book printed = printedAll(*solved);
    // Line 3 is strake 3's sheer edge and strake 4's keel edge: 5 mm up at station 4.
    const std::size_t section = 4;
    const double girth = solved->lining->frame.girthMm(section);
    const double share = solved->lining->lines[3].shares[section] + 5.0 / girth;
    const auto moved = moveMark(printed, *solved->lining, 3, section, share);
    QVERIFY(moved);
    const auto now = solve(std::make_shared<Book>(*moved), 2);
    const SheetFalse* third = falseOf(*now, SheetKind::Plank, 3);
    const SheetFalse* fourth = falseOf(*now, SheetKind::Plank, 4);
    QVERIFY(third != nullptr && fourth != nullptr);
    QVERIFY(falseOf(*now, SheetKind::Plank, 5) == nullptr);
    const std::string place = "station " + solved->lining->frame.hull().sections[section].name;
    QCOMPARE(fourth->worst.edge, std::string("keel edge"));
    QCOMPARE(fourth->worst.place, place);
    QVERIFY2(fourth->worst.byMm.y() > 3.0 && fourth->worst.byMm.y() < 5.3,
             qPrintable(QString::number(fourth->worst.byMm.y())));
    QCOMPARE(third->worst.edge, std::string("sheer edge"));
    QVERIFY(third->worst.byMm.y() > 3.0);
    const SheetFalse* stick = falseOf(*now, SheetKind::Stick);
    QVERIFY(stick != nullptr);
    QVERIFY(std::abs(stick->worst.byMm.x() - 5.0) < 0.01);
    const std::string words = fourth->words(Notation::Millimetres);
    QVERIFY2(words.find("Strake 4 to starboard, printed 2026-05-01 (ABCDE): its keel edge now lies") == 0,
             words.c_str());
    QVERIFY2(words.find(" higher at " + place) != std::string::npos, words.c_str());
    // Printed anew it is true again.
    const auto sheet = sheetToRemember(*now, "strake-04-starboard", "FGHJK", "2026-05-02");
    const auto anew = solve(std::make_shared<Book>(*rememberPrinted(*moved, {*sheet})), 3);
    QVERIFY(falseOf(*anew, SheetKind::Plank, 4) == nullptr);
    QVERIFY(falseOf(*anew, SheetKind::Plank, 3) != nullptr);
  }

  void aFigureChangedMakesItsMouldFalseByAsMuch() {
    const Book plain = sampleBook("marl");
    const auto solved = solve(std::make_shared<Book>(plain), 1);
    Book book = printedAll(*solved);
    // Mould 3's figure on a waterline, 4 mm further out.
    std::size_t column = 0;
    while (book.table.stations[column].name != "3") ++column;
    std::size_t row = 0;
    while (book.table.rows[row].line != RowLine::Waterline || !book.table.rows[row].figures[column]) ++row;
    book.table.rows[row].figures[column] = millimetres(book.table.rows[row].figures[column]->mm() + 6.0);
    const auto now = solve(std::make_shared<Book>(book), 2);
    const SheetFalse* mould = falseOf(*now, SheetKind::Mould);
    QVERIFY(mould != nullptr);
    QCOMPARE(mould->sheet.of, std::string("3"));
    QVERIFY2(mould->worst.offMm() > 3.0 && mould->worst.offMm() < 7.0,
             qPrintable(QString::number(mould->worst.offMm())));
    QVERIFY(mould->words(Notation::Millimetres).find("Mould 3, printed") == 0);
  }

  void aPlankThatIsCutIsTroubleAndCanBeLinedOffTo() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    HangingEntry entry;
    entry.strake = 4;
    entry.step = HangingStep::GotOut;
    entry.when = "2026-05-01";
    const auto cut = logPlankStep(*solved, printedAll(*solved), entry);
    QVERIFY(cut);
    const std::size_t section = 4;
    const double share = solved->lining->lines[4].shares[section] - 6.0 / solved->lining->frame.girthMm(section);
    const auto moved = moveMark(*cut, *solved->lining, 4, section, share);
    const auto now = solve(std::make_shared<Book>(*moved), 2);
    const SheetFalse* fourth = falseOf(*now, SheetKind::Plank, 4);
    QVERIFY(fourth != nullptr);
    QVERIFY(fourth->severity() == Severity::Trouble);
    // The plank as cut stands 6 mm over the line at that station, and nothing off where nothing moved.
    const auto offs = cutEdgeOff(*now, *printedSheet(*now->book, "strake-04-starboard"));
    const auto at = std::find_if(offs.begin(), offs.end(), [&](const auto& one) { return one.first == section; });
    QVERIFY(at != offs.end());
    QVERIFY2(std::abs(at->second - 6.0) < 0.3, qPrintable(QString::number(at->second)));
    for (const auto& [where, off] : offs)
      QVERIFY(off < 6.4 &&
              (std::abs(static_cast<double>(where) - static_cast<double>(section)) <= 3.0 || std::abs(off) < 1.0));
    // Lined off to it, its pattern is true again within what the chord of its girth leaves.
    Book to = *now->book;
    for (const auto& [where, off] : offs)
      to = *measureHungEdge(to, *now->lining, BoatSide::Starboard, 4, where, millimetres(off), "2026-05-02");
    // Hung edges are of planks on the boat, whose paper is of no more account: here it is looked at all the same.
    for (HungStrake& hung : to.hung) hung.strake = 8;
    const auto lined = solve(std::make_shared<Book>(to), 3);
    const SheetFalse* left = falseOf(*lined, SheetKind::Plank, 4);
    QVERIFY2(left == nullptr || left->worst.offMm() < 0.8,
             left == nullptr ? "" : qPrintable(QString::number(left->worst.offMm())));
  }

  void aTimbersPatternIsFalseWhereItsOutlineMoved() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    const TimberShape& shape = solved->backbone->shapes.shapes.front();
    std::string file = shape.name;
    std::replace(file.begin(), file.end(), ' ', '-');
    const auto sheet = sheetToRemember(*solved, "backbone-" + file, "ABCDE", "2026-05-01");
    QVERIFY2(sheet && sheet->points.size() > 6, file.c_str());
    Book book = *rememberPrinted(*solved->book, {*sheet});
    QVERIFY(falseOf(*solve(std::make_shared<Book>(book), 2), SheetKind::Timber) == nullptr);
    // All of it 7 mm further aft.
    BackbonePlan plan = planInHand(book, solved->backbone->plan);
    for (OutlinePoint& point : plan.timbers.front().outline) point.distance = millimetres(point.distance.mm() + 7.0);
    const auto moved = setBackbone(book, plan);
    QVERIFY(moved);
    const auto now = solve(std::make_shared<Book>(*moved), 3);
    const SheetFalse* out = falseOf(*now, SheetKind::Timber);
    QVERIFY(out != nullptr);
    QVERIFY2(out->worst.offMm() > 6.9, qPrintable(QString::number(out->worst.offMm())));
    QVERIFY(out->words(Notation::Millimetres).find("The pattern of the " + shape.name + ", printed") == 0);
    Finding finding = findingOf(*out);
    QVERIFY(finding.stage() == ShopStage::Backbone);
  }

  void aPlankThatHangsIsNoLongerHeldToItsPaper() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    HangingEntry entry;
    entry.strake = 4;
    entry.step = HangingStep::GotOut;
    entry.when = "2026-05-01";
    Book book = *logPlankStep(*solved, *solved->book, entry);
    const double share = solved->lining->lines[4].shares[4] - 6.0 / solved->lining->frame.girthMm(4);
    book = *moveMark(book, *solved->lining, 4, 4, share);
    QVERIFY(falseOf(*solve(std::make_shared<Book>(book), 2), SheetKind::Plank, 4) != nullptr);
    entry.step = HangingStep::Hung;
    const Book hung = *logStep(book, entry, 8);
    QVERIFY(falseOf(*solve(std::make_shared<Book>(hung), 3), SheetKind::Plank, 4) == nullptr);
    const Book measured =
        *measureHungEdge(book, *solved->lining, BoatSide::Starboard, 4, 4, millimetres(2.0), "2026-05-02");
    QVERIFY(falseOf(*solve(std::make_shared<Book>(measured), 3), SheetKind::Plank, 4) == nullptr);
  }

  void aJointThatIsGoneMakesItsPatternFalse() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    const auto sheet = sheetToRemember(*solved, "strake-04-starboard-piece-1", "ABCDE", "2026-05-01");
    QVERIFY(sheet);
    Book book = *rememberPrinted(*solved->book, {*sheet});
    QVERIFY(falseOf(*solve(std::make_shared<Book>(book), 3, solved), SheetKind::Plank, 4) == nullptr);
    const auto joint = jointNear(book, 4, BoatSide::Starboard, 0.0);
    Book moved = book;
    moved.joining.joints[*joint].at = millimetres(moved.joining.joints[*joint].at.mm() + 30.0);
    const auto now = solve(std::make_shared<Book>(moved), 4, solved);
    const SheetFalse* out = falseOf(*now, SheetKind::Plank, 4);
    QVERIFY(out != nullptr);
    QCOMPARE(out->worst.edge, std::string("joint"));
    const auto none = solve(std::make_shared<Book>(*removeJoint(book, *joint)), 5, solved);
    QVERIFY(falseOf(*none, SheetKind::Plank, 4) != nullptr);
  }

  void codesTellContentsApart() {
    SheetCode one, same, other;
    one.add(12.34), one.add("station 3");
    same.add(12.345), same.add("station 3");
    other.add(12.64), other.add("station 3");
    QCOMPARE(one.code().size(), std::size_t{5});
    QCOMPARE(one.code(), same.code());
    QVERIFY(one.code() != other.code());
    for (const char letter : one.code()) QVERIFY(std::string("01OIL").find(letter) == std::string::npos);
  }

  void isKeptInTheBook() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    const Book printed = printedAll(*solved), book = followStrakes(printed, printed);
    const auto read = readBook(writeBook(book));
    QVERIFY(read);
    QVERIFY(read->book.log == book.log && read->book.printed == book.printed);
    QVERIFY(writeBook(read->book) == writeBook(book));
    // A ticket stands on the same points as its plank's pattern.
    const auto ticket = sheetToRemember(*solved, "ticket-04-port", "ABCDE", "2026-05-01");
    QVERIFY(ticket && ticket->strake == 4 && ticket->side == BoatSide::Port);
    QVERIFY(ticket->points == sheetToRemember(*solved, "strake-04-port", "ABCDE", "2026-05-01")->points);
    QVERIFY(!sheetToRemember(*solved, "widths-at-stations", "ABCDE", "2026-05-01"));
    QVERIFY(forgetPrinted(book, "mould-3")->printed.size() == book.printed.size() - 1);
  }
};

QTEST_APPLESS_MAIN(PrintedSheetTest)
#include "printed_sheet_test.moc"
