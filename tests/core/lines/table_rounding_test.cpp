// How far the figures of a table may be off, row by row.

#include <QTest>
#include <cmath>

#include "fairing/judge.h"
#include "known_hulls.h"
#include "sample_books.h"
#include "smooth_hulls.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

OffsetTable rowsOf(Unit unit, const std::vector<std::vector<double>>& rowsMm) {
  OffsetTable table;
  table.unit = unit;
  for (const auto& row : rowsMm) {
    TableRow made;
    made.line = RowLine::Waterline;
    for (const double mm : row) made.figures.emplace_back(millimetres(mm));
    table.rows.push_back(made);
  }
  return table;
}

std::vector<double> inInches(std::vector<double> figures) {
  for (double& figure : figures) figure *= mmPerInch;
  return figures;
}

}  // namespace

class TableRoundingTest : public QObject {
  Q_OBJECT

 private slots:
  void wholeMillimetresBesideAProfileInTenthsStayWhole() {
    OffsetTable table = rowsOf(Unit::Millimetre, {{101, 204, 309, 412}, {55, 87, 123, 160}});
    Profile stem{ProfilePart::StemRabbet, {}, 0};
    for (const double mm : {10.3, 25.7, 44.1, 68.9}) stem.points.push_back({millimetres(mm), millimetres(2.0 * mm)});
    table.profiles.push_back(stem);
    const TableRounding rounding(table);
    QCOMPARE(rounding.ofRow(0).mm(), 1.0);
    QCOMPARE(rounding.rowToleranceMm(1), 0.5);
    QVERIFY(std::abs(rounding.ofProfile(0).mm() - 0.1) < 1e-12);
    QVERIFY(std::abs(rounding.profileToleranceMm(0) - 0.05) < 1e-12);
  }

  void inchesInFractionsKeepTheirDenominator() {
    const OffsetTable table = rowsOf(
        Unit::Inch, {inInches({40.625, 33.5, 21.125, 18.75, 12.375}), inInches({8.875, 9.25, 10.625, 11.5, 12.125})});
    const TableRounding rounding(table);
    QVERIFY(std::abs(rounding.usual().mm() - mmPerInch / 8.0) < 1e-9);
    QVERIFY(std::abs(rounding.rowToleranceMm(0) - mmPerInch / 16.0) < 1e-9);
    // Decimals are not taken for fractions.
    const TableRounding decimal(
        rowsOf(Unit::Inch, {inInches({40.62, 33.51, 21.13, 18.74}), inInches({8.87, 9.26, 10.6, 11.5})}));
    QVERIFY(std::abs(decimal.ofRow(0).mm() - 0.01 * mmPerInch) < 1e-9);
  }

  void aFewRoundFiguresDoNotMakeARowCoarse() {
    // Two figures of an exact table that happen to be whole say nothing; a row of them does.
    std::vector<std::vector<double>> rows{{120.0}, {301.0, 302.0, 303.0, 304.0}};
    for (int i = 0; i < 20; ++i) rows.push_back({100.37 + i, 207.91 + i, 330.14 + i, 411.58 + i});
    const TableRounding rounding(rowsOf(Unit::Millimetre, rows));
    QVERIFY(std::abs(rounding.usual().mm() - 0.01) < 1e-12);
    QVERIFY(rounding.ofRow(0).mm() < 0.2);
    QCOMPARE(rounding.ofRow(1).mm(), 1.0);
    // And one finer figure makes its own row finer, no other.
    const TableRounding one(
        rowsOf(Unit::Millimetre, {{101, 204, 309.25, 412}, {55, 87, 123, 160}, {55, 87, 123, 161}}));
    QVERIFY(one.ofRow(0).mm() < 0.011);
    QCOMPARE(one.ofRow(1).mm(), 1.0);
  }

  void readingAndFairingKeepTheirSay() {
    Book book = sampleBook("marl");
    const double drawn = TableRounding(book.table).rowToleranceMm(0);
    book.faired.push_back({{FigureRef::In::Row, 0, 3}, millimetres(1531.37), "", "", ""});
    QCOMPARE(TableRounding(fairedTable(book)).rowToleranceMm(0), drawn);
    book.table.reading = millimetres(3.0);
    QCOMPARE(TableRounding(fairedTable(book)).rowToleranceMm(0), 3.0);
  }

  void sameBoatInAnyUnitIsJudgedTheSameAndHasTheSameSurface() {
    // One boat taken off in feet, inches and eighths, in inches and fractions, and in whole millimetres.
    const SmoothHull known = smoothHulls()[1];
    const auto eighths = [](double mm) { return std::round(mm / mmPerInch * 8.0) / 8.0 * mmPerInch; };
    OffsetTable feet = known.table(6.0 * mmPerInch / 2.0, eighths), inches = feet;
    feet.unit = Unit::FtInEighths;
    inches.unit = Unit::Inch;
    const OffsetTable metric = known.table(6.0 * mmPerInch / 2.0, [](double mm) { return std::round(mm); });
    const auto hullOf = [](const OffsetTable& table) { return *springHull(table); };
    const Hull one = hullOf(feet), two = hullOf(inches), three = hullOf(metric);
    double apart = 0.0;
    for (double t = 0.5; t < one.lastT(); t += 0.5) {
      for (double v = 0.0; v <= 1.0; v += 0.05) {
        QVERIFY((one.patches[0].point(t, v) - two.patches[0].point(t, v)).norm() < 1e-6);
        // Along the section points may slide; the surfaces are compared square to them.
        const Vec3 off = three.patches[0].point(t, v) - one.patches[0].point(t, v);
        apart = std::max(apart, std::abs(off.dot(one.patches[0].normal(t, v))));
      }
    }
    // Each lies within its own rounding of the figures, an eighth and a millimetre, and a little more between them.
    QVERIFY2(apart < 2.0 * 1.6 + 0.5, qPrintable(QString::number(apart)));
    QCOMPARE(judgeTable(feet).disowned, judgeTable(inches).disowned);
    for (const OffsetTable& table : {feet, inches, metric}) {
      const std::size_t before = judgeTable(table).disowned.size();
      QVERIFY2(judgeTable(table).count(Verdict::Misread) <= 1 && before <= 6, qPrintable(QString::number(before)));
      OffsetTable slipped = table;
      const FigureRef figure{FigureRef::In::Row, 0, 4};  // the height of the sheer
      setFigureMm(slipped, figure, figureMm(slipped, figure) + (table.unit == Unit::Millimetre ? 25.0 : mmPerInch));
      const Judgement judgement = judgeTable(slipped);
      QVERIFY(judgement.disowned.size() <= before + 3);
      QCOMPARE(judgement.of(figure)->verdict, Verdict::Misread);
    }
  }

  void wholeMillimetresWithAFinerStemAccuseNobody() {
    for (const SmoothHull& known : smoothHulls()) {
      OffsetTable table = known.table(75.0, [](double mm) { return std::round(mm); });
      for (Profile& profile : table.profiles) {
        for (ProfilePoint& point : profile.points)
          point.height = millimetres(std::round(known.profile(point.distance.mm()) * 10.0) / 10.0);
      }
      const Judgement judgement = judgeTable(table);
      const double share =
          static_cast<double>(judgement.count(Verdict::Misread)) / static_cast<double>(judgement.figures.size());
      QVERIFY2(share < 0.004, qPrintable(QString("%1: %2").arg(known.name.c_str()).arg(share)));
    }
  }
};

QTEST_APPLESS_MAIN(TableRoundingTest)
#include "table_rounding_test.moc"
