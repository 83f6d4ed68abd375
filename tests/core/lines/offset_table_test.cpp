// Tables of offsets: read whole, written whole, and every fault of a bad one told at once.

#include <QTemporaryDir>
#include <QTest>
#include <filesystem>
#include <fstream>
#include <random>

#include "files/whole_file.h"
#include "lines/hull.h"
#include "lines/offset_table.h"
#include "lining/shop_figures.h"

using namespace narrows;

namespace {

std::string textOf(const char* name) {
  const auto text = readWholeFile(std::string(NARROWS_SOURCE_DIR "/boats/") + name, 1U << 20U);
  if (!text) qFatal("%s", describe(text.error()).c_str());
  return *text;
}

std::string replaced(std::string text, const std::string& from, const std::string& to) {
  const auto at = text.find(from);
  if (at == std::string::npos) qFatal("nothing to replace: %s", from.c_str());
  return text.replace(at, from.size(), to);
}

/// A small sound table to spoil one thing at a time in.
const std::string sound =
    "offsets,1\n"                               // 1
    "units,mm\n"                                // 2
    "planking,inside,10\n"                      // 3
    "construction,carvel\n"                     // 4
    "stations,A,B,C\n"                          // 5
    "distance,0,1000,2000\n"                    // 6
    "height sheer,500,480,500\n"                // 7
    "height rabbet,100,80,100\n"                // 8
    "half-breadth sheer,300,400,300\n"          // 9
    "half-breadth waterline 300,200,330,200\n"  // 10
    "half-breadth rabbet,20,20,20\n";           // 11

}  // namespace

class OffsetTableTest : public QObject {
  Q_OBJECT

 private slots:
  void layoutIsTheSameWhereAFiguresPlaceMeansTheSame() {
    const OffsetTable table = *readOffsetTable(sound);
    OffsetTable moved = table;
    moved.rows[2].figures[1] = millimetres(410.0);
    QVERIFY(sameLayout(table, moved));  // a figure is another, its place is not
    OffsetTable shorter = table;
    shorter.rows.erase(shorter.rows.begin() + 3);
    QVERIFY(!sameLayout(table, shorter));
    OffsetTable raised = table;
    raised.rows[3].at = millimetres(310.0);
    QVERIFY(!sameLayout(table, raised));
    OffsetTable renamed = table;
    renamed.stations[1].name = "D";
    QVERIFY(!sameLayout(table, renamed));
    OffsetTable profiled = table;
    profiled.profiles.emplace_back();
    QVERIFY(!sameLayout(table, profiled));
  }

  void boatIsAsLongAndBroadAsItsTableSays() {
    const OffsetTable table = *readOffsetTable(sound);
    QCOMPARE(boatLength(table).mm(), 2000.0);
    QCOMPARE(boatBreadth(table).mm(), 800.0);  // twice the sheer's 400
  }

  void readsTheSampleBoats_data() {
    QTest::addColumn<QString>("file");
    QTest::addColumn<int>("stations");
    QTest::addColumn<int>("rows");
    QTest::newRow("osier") << "osier.csv" << 8 << 16;
    QTest::newRow("marl") << "marl.csv" << 11 << 16;
    QTest::newRow("sedge") << "sedge.csv" << 9 << 11;
  }
  void readsTheSampleBoats() {
    QFETCH(QString, file);
    QFETCH(int, stations);
    QFETCH(int, rows);
    const auto table = readOffsetTable(textOf(qPrintable(file)));
    QVERIFY2(table.has_value(), table ? "" : describe(table.error()).c_str());
    QCOMPARE(static_cast<int>(table->stations.size()), stations);
    QCOMPARE(static_cast<int>(table->rows.size()), rows);
  }

  void writtenAndReadAgainIsTheSameTable_data() {
    QTest::addColumn<QString>("file");
    for (const char* name : {"osier.csv", "marl.csv", "sedge.csv"}) QTest::newRow(name) << QString(name);
  }
  void writtenAndReadAgainIsTheSameTable() {
    QFETCH(QString, file);
    auto table = *readOffsetTable(textOf(qPrintable(file)));
    auto again = *readOffsetTable(writeOffsetTable(table));
    for (auto* one : {&table, &again}) {
      for (TableRow& row : one->rows) row.fileLine = 0;
      for (Profile& profile : one->profiles) profile.fileLine = 0;
    }
    QCOMPARE(writeOffsetTable(again), writeOffsetTable(table));
    QVERIFY(again == table);
  }

  void everyRecordOfTheFormatIsRead() {
    const std::string text =
        "\xEF\xBB\xBF# a comment\r\n\r\nOFFSETS,1\r\nBoat,\"Wren, the \"\"small\"\"\"\r\nnote,\"one, "
        "two\"\r\nUnits,mm\r\nplanking,OUTSIDE,12.5\r\nreading,0.75\r\n"
        "Construction,Carvel\r\nstations,A,B,C,T\r\ndistance,600,1000,2000,RAKE\r\nheight "
        "sheer,500,480,500,520\r\nheight rabbet,100,80,100,120\r\n"
        "half-breadth sheer,300,400,300,200\r\nhalf-breadth waterline 300,200,-,200,\r\nheight buttock "
        "100,140,110,,\r\nhalf-breadth rabbet,20,20,20,20\r\n"
        "diagonal D1,520,400,300,310,420,300,\r\n";
    const std::string profiles =
        "profile stem rabbet,500,110,200,520\r\nprofile stem face,480,100,180,520\r\nprofile "
        "transom,2500,100,2600,540\r\nprofile keel bottom,500,60,2500,80\r\n"
        "half-siding stem,20\r\nhalf-siding keel,22\r\nhalf-siding sternpost,24\r\n";
    const auto table = readOffsetTable(replaced(text, "diagonal D1,520", "diagonal,D1,520") + profiles);
    QVERIFY2(table.has_value(), table ? "" : describe(table.error()).c_str());
    QCOMPARE(table->boat, std::string("Wren, the \"small\""));
    QCOMPARE(table->notes[0], std::string("one, two"));
    QCOMPARE(table->side, PlankingSide::Outside);
    QCOMPARE(table->reading->mm(), 0.75);
    QCOMPARE(table->figureTolerance().mm(), 0.75);
    QVERIFY(table->rakeColumn() == std::size_t{3});
    const TableRow* diagonal = table->row(RowKind::Diagonal, RowLine::Diagonal);
    QVERIFY(diagonal != nullptr);
    QCOMPARE(diagonal->out.mm(), 400.0);
    QCOMPARE(diagonal->figures[1]->mm(), 420.0);
    QVERIFY(!table->row(RowKind::HalfBreadth, RowLine::Waterline)->figures[1]);
    QCOMPARE(table->halfSiding(SidingPart::Sternpost)->mm(), 24.0);
  }

  void roundingIsFoundFromTheFigures() {
    QCOMPARE(readOffsetTable(textOf("osier.csv"))->rounding(), inches(1.0 / 16.0));
    QCOMPARE(readOffsetTable(textOf("marl.csv"))->rounding(), inches(1.0 / 8.0));
    QCOMPARE(readOffsetTable(textOf("sedge.csv"))->rounding(), millimetres(1.0));
    QVERIFY(std::abs(readOffsetTable(replaced(sound, "330", "330.25"))->rounding().mm() - 0.01) < 1e-9);
  }

  void everyFaultIsNamedWithItsPlace_data() {
    QTest::addColumn<QString>("from");
    QTest::addColumn<QString>("to");
    QTest::addColumn<int>("fault");
    QTest::addColumn<int>("line");
    QTest::addColumn<int>("field");
    const auto row = [](const char* name, const char* from, const char* to, Fault fault, int line, int field) {
      QTest::newRow(name) << QString(from) << QString(to) << static_cast<int>(fault) << line << field;
    };
    row("letters for figures", "300,400,300", "300,4oo,300", Fault::NotALength, 9, 3);
    row("no version", "offsets,1", "offsets", Fault::VersionUnknown, 1, 2);
    row("later version", "offsets,1", "offsets,2", Fault::VersionUnknown, 1, 2);
    row("not a table", "offsets,1", "cabbages,1", Fault::FirstRecord, 1, 1);
    row("unknown unit", "units,mm", "units,cubits", Fault::WordUnknown, 2, 2);
    row("unknown record", "construction,carvel", "construction,carvel\nsails,3", Fault::RecordUnknown, 5, 1);
    row("unknown construction", "carvel", "wicker", Fault::WordUnknown, 4, 2);
    row("unknown side", "inside", "inboard", Fault::WordUnknown, 3, 2);
    row("record twice", "height rabbet,", "height sheer,", Fault::RecordTwice, 8, 1);
    row("too few figures", "half-breadth rabbet,20,20,20", "half-breadth rabbet,20,20", Fault::FieldMissing, 11, 4);
    row("too many figures", "half-breadth rabbet,20,20,20", "half-breadth rabbet,20,20,20,20", Fault::FieldSurplus, 11,
        5);
    row("open quote", "half-breadth rabbet,20", "half-breadth rabbet,\"20", Fault::QuoteOpen, 11, 2);
    row("stations twice named", "A,B,C", "A,B,A", Fault::StationName, 5, 4);
    row("kept name", "A,B,C", "Stem,B,C", Fault::StationName, 5, 2);
    row("unnamed station", "A,B,C", "A,,C", Fault::StationName, 5, 3);
    row("out of order", "0,1000,2000", "0,2000,1000", Fault::StationsOutOfOrder, 0, 0);
    row("rake in the middle", "0,1000,2000", "0,rake,2000", Fault::RakeNotLast, 6, 3);
    row("beyond sense", "300,400,300", "300,40000,300", Fault::BeyondSense, 9, 3);
    row("negative breadth", "200,330,200", "200,-330,200", Fault::BeyondSense, 10, 3);
    row("units wrong", "units,mm", "units,m", Fault::UnitsLookWrong, 0, 0);
    row("sheer missing", "500,480,500", "500,,500", Fault::SheerMissing, 0, 0);
    row("rabbet missing", "100,80,100", "100,,100", Fault::RabbetMissing, 0, 0);
    row("sheer below rabbet", "500,480,500", "500,48,500", Fault::SheerBelowRabbet, 0, 0);
    row("thickness none", "inside,10", "inside,0", Fault::BeyondSense, 0, 0);
    row("transom missing", "0,1000,2000", "0,1000,rake", Fault::RakeWithoutTransom, 0, 0);
    row("stem aft of everything", "construction,carvel", "construction,carvel\nprofile stem rabbet,3000,100,3100,500",
        Fault::StemForwardOfNothing, 5, 0);
    row("profile doubles back", "construction,carvel", "construction,carvel\nprofile stem rabbet,-100,300,-200,100",
        Fault::ProfileDoublesBack, 5, 4);
    row("profile of one point", "construction,carvel", "construction,carvel\nprofile stem rabbet,-100,300",
        Fault::ProfileTooShort, 5, 4);
    row("odd profile", "construction,carvel", "construction,carvel\nprofile stem rabbet,-100,100,-200,300,-250",
        Fault::FieldMissing, 5, 7);
    row("figures before stations", "stations,A,B,C\ndistance,0,1000,2000\nheight sheer,500,480,500\n",
        "height sheer,500,480,500\nstations,A,B,C\ndistance,0,1000,2000\n", Fault::OutOfPlace, 5, 1);
  }
  void everyFaultIsNamedWithItsPlace() {
    QFETCH(QString, from);
    QFETCH(QString, to);
    QFETCH(int, fault);
    QFETCH(int, line);
    QFETCH(int, field);
    const auto table = readOffsetTable(replaced(sound, from.toStdString(), to.toStdString()));
    QVERIFY(!table);
    const bool named = std::any_of(table.error().begin(), table.error().end(), [&](const Problem& p) {
      return static_cast<int>(p.fault) == fault && p.where.line == line && p.where.field == field;
    });
    QVERIFY2(named, describe(table.error()).c_str());
  }

  void allFaultsOfAFileAreToldAtOnceInItsOrder() {
    std::string text = replaced(sound, "300,400,300", "300,4oo,x");
    text = replaced(text, "construction,carvel", "construction,wicker");
    text = replaced(text, "half-breadth rabbet,20,20,20", "half-breadth rabbet,20");
    const auto table = readOffsetTable(text);
    QVERIFY(!table);
    QCOMPARE(table.error().size(), std::size_t{4});
    std::vector<int> lines;
    for (const Problem& problem : table.error()) lines.push_back(problem.where.line);
    QCOMPARE(lines, (std::vector<int>{4, 9, 9, 11}));
  }

  void emptyCutShortAndBinaryFilesAreNamed() {
    QCOMPARE(readOffsetTable("").error()[0].fault, Fault::Empty);
    QCOMPARE(readOffsetTable(" \n\n \r\n").error()[0].fault, Fault::Empty);
    QCOMPARE(readOffsetTable("offsets,1\n\xff\xfe").error()[0].fault, Fault::NotUtf8);
    QCOMPARE(readOffsetTable(std::string("offsets,1\n\0x", 12)).error()[0].fault, Fault::NotUtf8);
    const auto cut = readOffsetTable("offsets,1\nunits,mm\n");
    QVERIFY(!cut);
    QCOMPARE(cut.error()[0].fault, Fault::RecordMissing);
  }

  void tenThousandColumnsAreRefusedAtOnce() {
    std::string names = "stations", distances = "distance";
    for (int i = 0; i < 10000; ++i) names += "," + std::to_string(i), distances += "," + std::to_string(i);
    const auto table = readOffsetTable("offsets,1\nunits,mm\nplanking,inside,10\nconstruction,carvel\n" + names + "\n" +
                                       distances + "\n");
    QVERIFY(!table);
    QCOMPARE(table.error().size(), std::size_t{1});
    QCOMPARE(table.error()[0].fault, Fault::TooManyStations);
  }

  void foldersMissingFilesAndForbiddenOnesAreNamed() {
    QTemporaryDir folder;
    QCOMPARE(loadOffsetTable(folder.path().toStdString()).error()[0].fault, Fault::IsADirectory);
    QCOMPARE(loadOffsetTable(folder.filePath("none.csv").toStdString()).error()[0].fault, Fault::CannotOpen);
    const std::string huge = folder.filePath("huge.csv").toStdString();
    std::ofstream(huge) << std::string(9U << 20U, '#');
    QCOMPARE(loadOffsetTable(huge).error()[0].fault, Fault::TooLarge);
  }

  void spoiledTablesNeverCrash() {
    // Bytes flipped, dropped and doubled at random: each is read or refused, and what is read can be solved or refused.
    std::mt19937 random(2026);
    for (const char* name : {"osier.csv", "sedge.csv"}) {
      const std::string whole = textOf(name);
      for (int round = 0; round < 400; ++round) {
        std::string text = whole;
        for (int k = 0; k < 1 + round % 5; ++k) {
          const auto at = static_cast<std::size_t>(random() % text.size());
          switch (random() % 4) {
            case 0:
              text[at] = static_cast<char>(random() % 96 + 32);
              break;
            case 1:
              text.erase(at, 1 + random() % 4);
              break;
            case 2:
              text.insert(at, 1, "0123456789,-+\n"[random() % 14]);
              break;
            default:
              text.resize(at + 1);
          }
        }
        const auto table = readOffsetTable(text);
        if (!table) {
          QVERIFY(!table.error().empty());
          continue;
        }
        const auto hull = springHull(*table);
        if (hull) QVERIFY(hull->patches.front().point(0.5, 0.5).allFinite());
      }
    }
  }
};

QTEST_APPLESS_MAIN(OffsetTableTest)
#include "offset_table_test.moc"
