// The lines of a table: their nails, and where they end on each other.

#include <QTest>
#include <cmath>

#include "fairing/nail_float.h"
#include "fairing/table_line.h"
#include "lines/read_off.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

OffsetTable sample(const std::string& name) {
  const auto table = loadOffsetTable(boatsFolder() + name + ".csv");
  if (!table) qFatal("%s", describe(table.error()).c_str());
  return *table;
}

std::vector<TableLine> named(const OffsetTable& table, const std::string& name) {
  std::vector<TableLine> found;
  for (const TableLine& line : tableLines(table)) {
    if (line.name == name) found.push_back(line);
  }
  return found;
}

}  // namespace

class TableLineTest : public QObject {
  Q_OBJECT

 private slots:
  void waterlineEndsOnTheStemAndOnTheRabbet() {
    const OffsetTable table = sample("marl");
    const auto lines = named(table, "waterline 2-0-0");
    QCOMPARE(lines.size(), std::size_t{1});
    const LineNail& fore = lines[0].nails.front();
    const LineNail& aft = lines[0].nails.back();
    QVERIFY(!fore.figure && !aft.figure);
    QVERIFY(std::abs(fore.at.z() - 24.0 * mmPerInch) < 0.5);
    QVERIFY(std::abs(fore.at.y() - 1.75 * mmPerInch) < 1e-6);  // the stem's half-siding
    QVERIFY(fore.at.x() < lines[0].nails[1].at.x());
    // Between stations 9 and 10 the rabbet rises through it.
    QVERIFY(aft.at.x() > table.stations[8].distance->mm() && aft.at.x() < table.stations[9].distance->mm());
  }

  void waterlineThatLeavesTheHullAndComesBackIsTwoStretches() {
    const auto lines = named(sample("osier"), "waterline 1-6-0");
    QCOMPARE(lines.size(), std::size_t{2});
    QVERIFY(!lines[0].nails.back().figure);   // out through the sheer
    QVERIFY(!lines[1].nails.front().figure);  // and in again
    QVERIFY(lines[0].nails.back().at.x() < lines[1].nails.front().at.x());
  }

  void buttockBeginsOnTheSheer() {
    const auto lines = named(sample("marl"), "buttock 3-0-0");
    QCOMPARE(lines.size(), std::size_t{1});
    QVERIFY(std::abs(lines[0].nails.front().at.y() - 36.0 * mmPerInch) < 0.5);
  }

  void everyFigureIsANailOfOneLineAlongAndOneSection() {
    const OffsetTable table = sample("osier");
    std::map<FigureRef, int> along, across;
    for (const TableLine& line : tableLines(table)) {
      for (std::size_t i = 0; i < line.nails.size(); ++i) {
        for (const auto& [figure, axis] : line.figuresAt(i)) {
          ++(line.kind == LineKind::Section ? across : along)[figure];
          QVERIFY(std::abs(axis.norm() - 1.0) < 1e-12);
        }
      }
    }
    for (std::size_t row = 0; row < table.rows.size(); ++row) {
      for (std::size_t column = 0; column < table.stations.size(); ++column) {
        if (!table.rows[row].figures[column]) continue;
        const FigureRef figure{FigureRef::In::Row, row, column};
        QCOMPARE(along[figure], 1);
        if (table.rows[row].line != RowLine::Rabbet) QCOMPARE(across[figure], 1);
      }
    }
  }

  void pulledFigureNoLongerMovesTheEndsOfOtherLines() {
    OffsetTable table = sample("marl");
    const FigureRef sheer{FigureRef::In::Row, 0, 2};
    const double fair = named(table, "waterline 5-6-0")[0].nails.back().at.x();
    setFigureMm(table, sheer, figureMm(table, sheer) + 100.0);
    const auto end = [&](const FigureSet& pulled) {
      for (const TableLine& line : tableLines(table, pulled)) {
        if (line.name == "waterline 5-6-0") return line.nails.back().at.x();
      }
      return 0.0;
    };
    QVERIFY(std::abs(end({}) - fair) > 50.0);
    QVERIFY(std::abs(end({sheer}) - fair) < 25.0);
  }

  void floatsOfALongLineAreThoseOfTheWholeLine() {
    // Forty nails, one of them out: each floats as if all the others had sprung the batten.
    TableLine line;
    line.kind = LineKind::Along;
    for (int i = 0; i < 40; ++i) {
      const double x = 300.0 * i;
      LineNail nail;
      nail.at = Vec3(x, 900.0 * std::sin(x / 4000.0) + (i == 17 ? 9.0 : 0.0), 500.0);
      nail.axis = Vec3::UnitY();
      nail.figure = FigureRef{FigureRef::In::Row, 0, static_cast<std::size_t>(i)};
      line.nails.push_back(nail);
    }
    const std::vector<NailFloat> floats = nailFloats(line);
    const auto whole = springLine(line, std::vector<bool>(40, false), BattenEnds::CarryCurvature);
    for (const std::size_t i : {std::size_t{0}, std::size_t{5}, std::size_t{16}, std::size_t{17}, std::size_t{30}}) {
      std::vector<bool> out(40, false);
      out[i] = true;
      const auto rest = springLine(line, out, BattenEnds::CarryCurvature);
      const auto along =
          crossingOf(BattenPlaces(*rest), line.nails[i].at, Vec3::UnitY(), squareToAxis(line.kind, Vec3::UnitY()));
      QVERIFY(along);
      const double floats1 = (rest->pointAt(*along) - line.nails[i].at).y();
      QVERIFY2(std::abs(*floats[i].floatMm - floats1) < 1e-4,
               qPrintable(QString::number(*floats[i].floatMm - floats1)));
      if (i == 0) continue;
      const double saves = (whole->bendingEnergy() - rest->bendingEnergy()) / whole->bendingEnergy();
      QVERIFY2(std::abs(*floats[i].ease - std::clamp(saves, 0.0, 1.0)) < 1e-4, qPrintable(QString::number(saves)));
    }
    QVERIFY(*floats[17].ease > 0.5 && std::abs(*floats[17].floatMm + 9.0) < 0.1);
  }

  void diagonalReadOffLiesOnTheSection() {
    const auto hull = springHull(sample("osier"));
    QVERIFY(hull);
    TableRow diagonal;
    diagonal.kind = RowKind::Diagonal;
    diagonal.line = RowLine::Diagonal;
    diagonal.name = "A";
    diagonal.at = inches(20.0);
    diagonal.out = inches(20.0);
    diagonal.down = inches(10.0);
    const auto figure = readOff(*hull, "4", diagonal);
    QVERIFY(figure);
    const double out = figure->mm() * 20.0 / std::hypot(20.0, 10.0);
    const double up = 20.0 * mmPerInch - figure->mm() * 10.0 / std::hypot(20.0, 10.0);
    double nearest = 1e9;
    for (const Section& section : hull->sections) {
      if (section.name != "4") continue;
      for (int i = 0; i <= 4000; ++i) {
        const Vec3 at = section.parts[0].pointAtShare(i / 4000.0);
        nearest = std::min(nearest, std::hypot(at.y() - out, at.z() - up));
      }
    }
    QVERIFY2(nearest < 0.3, qPrintable(QString::number(nearest)));
    QVERIFY(!readOff(*hull, "no such", diagonal));
  }
};

QTEST_APPLESS_MAIN(TableLineTest)
#include "table_line_test.moc"
