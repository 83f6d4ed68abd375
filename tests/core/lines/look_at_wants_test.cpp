// What a table that is being typed still wants: alike wants in one line, and nothing else said of them.

#include <QTest>

#include "lines/look_at_wants.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

class LookAtWantsTest : public QObject {
  Q_OBJECT

 private slots:
  void aWholeTableWantsNothing() {
    for (const char* boat : {"osier", "marl", "sedge"}) QVERIFY(lookAtWants(sampleBook(boat).table).empty());
  }

  void alikeWantsAreOneLineWithTheirStations() {
    OffsetTable table = sampleBook("osier").table;
    take(table, RowKind::HalfBreadth, RowLine::Rabbet, {0, 1, 2, 4, 5, 7});
    table.halfSidings.erase(std::remove_if(table.halfSidings.begin(), table.halfSidings.end(),
                                           [](const HalfSiding& one) { return one.part == SidingPart::Keel; }),
                            table.halfSidings.end());
    const auto wants = lookAtWants(table);
    QCOMPARE(wants.size(), std::size_t(1));
    QCOMPARE(wants[0].count, std::size_t(6));
    const auto& name = [&](std::size_t at) { return table.stations[at].name; };
    QCOMPARE(wants[0].words(Notation::Inches16), "Stations " + name(0) + " to " + name(2) + ", " + name(4) + ", " +
                                                     name(5) + " and " + name(7) +
                                                     " want a rabbet half-breadth, or the keel a half-siding.");
    QVERIFY(wants[0].severity() != Severity::Trouble);
  }

  void aSidingIsAskedForOnceItsProfileIsThere() {
    OffsetTable table = sampleBook("marl").table;
    table.halfSidings.clear();
    QCOMPARE(lookAtWants(table).size(), std::size_t(table.profile(ProfilePart::SternpostRabbet) != nullptr ? 2 : 1));
    QVERIFY(lookAtWants(table)[0].words(Notation::Inches16).starts_with("The stem wants its half-siding"));
    table.profiles.clear();
    for (const StillWanted& wanted : lookAtWants(table)) QVERIFY(wanted.what != StillWanted::What::Siding);
  }

  void oneStationIsSaidAsOne() {
    OffsetTable table = sampleBook("sedge").table;
    take(table, RowKind::Height, RowLine::Sheer, {2});
    QCOMPARE(lookAtWants(table)[0].words(Notation::Millimetres),
             "Station " + table.stations[2].name + " wants a sheer height.");
  }

 private:
  static void take(OffsetTable& table, RowKind kind, RowLine line, const std::vector<std::size_t>& columns) {
    for (TableRow& row : table.rows) {
      if (row.kind != kind || row.line != line) continue;
      for (const std::size_t column : columns) row.figures[column].reset();
    }
  }
};

QTEST_APPLESS_MAIN(LookAtWantsTest)
#include "look_at_wants_test.moc"
