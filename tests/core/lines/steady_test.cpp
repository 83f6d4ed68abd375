// Figures that stand close together, and rows with a stray figure: what their rounding does to the lines through them.

#include <QTest>
#include <cmath>

#include "curve/batten.h"
#include "fairing/table_line.h"
#include "lines/bounding_lines.h"
#include "lines/hull.h"
#include "lines/section.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

class SteadyTest : public QObject {
  Q_OBJECT

 private:
  static void boats() {
    QTest::addColumn<QString>("boat");
    for (const char* name : {"osier", "marl", "sedge"}) QTest::newRow(name) << QString(name);
  }
  static OffsetTable tableOf() {
    QFETCH(QString, boat);
    return sampleBook(boat.toStdString()).table;
  }
  static BoundingEnds endsOf(const OffsetTable& table, const TableRounding& rounding) {
    BoundingEnds ends;
    for (const Profile& profile : table.profiles) {
      const double tolerance = rounding.profileToleranceMm(static_cast<std::size_t>(&profile - table.profiles.data()));
      if (profile.part == ProfilePart::StemRabbet) ends.stem = springProfile(profile, 40.0, tolerance);
      if (profile.part == ProfilePart::SternpostRabbet) ends.sternpost = springProfile(profile, 40.0, tolerance);
      if (profile.part == ProfilePart::Transom) ends.transom = springProfile(profile, 0.0, tolerance);
    }
    return ends;
  }

 private slots:
  void nailsWellApartAndNailsOnTheBattenStayWhereTheyAre() {
    // On a circle no nail is moved, however unevenly they stand: to what a batten through the others is off.
    std::vector<Vec3> nails;
    for (const double a : {0.0, 0.02, 0.2, 0.4, 0.41, 0.6, 0.8, 0.985, 1.0})
      nails.emplace_back(1000.0 * std::sin(a), 0.0, 1000.0 * (1.0 - std::cos(a)));
    const std::vector<double> most(nails.size(), 5.0);
    const auto weighed = weighCloseNails(nails, most);
    for (std::size_t i = 0; i < nails.size(); ++i) QVERIFY((weighed[i] - nails[i]).norm() < 0.03);
    // Evenly apart, wild or not, they are believed.
    for (std::size_t i = 0; i < nails.size(); ++i)
      nails[i] = Vec3(100.0 * static_cast<double>(i), 0.0, i % 2 == 0 ? 0.0 : 7.0);
    const auto kept = weighCloseNails(nails, most);
    for (std::size_t i = 0; i < nails.size(); ++i) QCOMPARE(kept[i], nails[i]);
  }

  void aCloseNailIsMovedByNoMoreThanItMayBeOff() {
    std::vector<Vec3> nails;
    for (const double x : {0.0, 8.0, 500.0, 1000.0, 1500.0, 2000.0}) nails.emplace_back(x, 0.0, x == 8.0 ? 2.0 : 0.0);
    const auto weighed = weighCloseNails(nails, std::vector<double>(nails.size(), 0.8));
    QVERIFY(std::abs((weighed[1] - nails[1]).norm() - 0.8) < 1e-9);
    QCOMPARE(weighed.front(), nails.front());
    QCOMPARE(weighed.back(), nails.back());
  }

  void boundingLinesKeepWithinTheirRounding_data() { boats(); }
  void boundingLinesKeepWithinTheirRounding() {
    const OffsetTable table = tableOf();
    const TableRounding rounding(table);
    const BoundingLines lines(table, rounding, endsOf(table, rounding));
    int moved = 0;
    for (std::size_t r = 0; r < table.rows.size(); ++r) {
      const TableRow& row = table.rows[r];
      if (row.line != RowLine::Sheer && row.line != RowLine::Rabbet && row.line != RowLine::Chine) continue;
      for (std::size_t column = 0; column < table.stations.size(); ++column) {
        const auto corner = lines.corner(row.line, column);
        if (!row.figures[column] || !corner) continue;
        const double off = (row.kind == RowKind::Height ? corner->z() : corner->y()) - row.figures[column]->mm();
        QVERIFY(std::abs(off) <= rounding.rowToleranceMm(r) + 1e-9);
        if (std::abs(off) > 0.05) ++moved;
      }
    }
    QVERIFY(moved > 0);  // rounded as they are, they do not lie on any batten
  }

  void boundingLinesThatAreExactStay() {
    // Rabbet and sheer of a boat whose lines are arcs, in hundredths of a millimetre, with two stations hard together.
    OffsetTable table = sampleBook("marl").table;
    table.profiles.clear();
    table.unit = Unit::Millimetre;
    const std::vector<double> places{0.0, 12.0, 600.0, 1200.0, 1800.0, 2400.0, 3000.0, 3600.0, 4200.0, 4185.0};
    table.stations.clear();
    std::vector<double> xs = places;
    std::sort(xs.begin(), xs.end());
    for (const double x : xs) table.stations.push_back({std::to_string(table.stations.size()), millimetres(x)});
    const auto arc = [](double x, double top, double radius) {
      return top + radius - std::sqrt(radius * radius - (x - 2100.0) * (x - 2100.0));
    };
    const auto hundredth = [](double mm) { return std::round(mm * 100.0) / 100.0; };
    table.rows.clear();
    for (const RowKind kind : {RowKind::Height, RowKind::HalfBreadth}) {
      for (const RowLine line : {RowLine::Sheer, RowLine::Rabbet}) {
        TableRow row{kind, line, {}, {}, {}, {}, {}, 0};
        for (const double x : xs) {
          const double mm = line == RowLine::Sheer ? arc(x, 900.0, 9000.0) : arc(x, 60.0, 14000.0);
          row.figures.push_back(millimetres(hundredth(kind == RowKind::Height ? mm : 1500.0 - mm)));
        }
        table.rows.push_back(row);
      }
    }
    const BoundingLines lines(table, TableRounding(table), {});
    for (const TableRow& row : table.rows) {
      for (std::size_t column = 0; column < xs.size(); ++column) {
        const Vec3 corner = *lines.corner(row.line, column);
        const double mm = row.kind == RowKind::Height ? corner.z() : corner.y();
        QVERIFY(std::abs(mm - row.figures[column]->mm()) < 0.006);
      }
    }
  }

  void aBoundingFigureMovedByItsRoundingMovesItsLineByLittleMore_data() { boats(); }
  void aBoundingFigureMovedByItsRoundingMovesItsLineByLittleMore() {
    // Rabbet and sheer as edges of the hull, between the stations too. Where two figures stand a hand's breadth apart
    // before the hull ends, as marl's last station and her transom, the end swings by somewhat more.
    const OffsetTable table = tableOf();
    const TableRounding rounding(table);
    const Hull drawn = *springHull(table);
    for (std::size_t r = 0; r < table.rows.size(); ++r) {
      const TableRow& row = table.rows[r];
      if (row.line != RowLine::Sheer && row.line != RowLine::Rabbet && row.line != RowLine::Chine) continue;
      for (std::size_t column = 0; column < table.stations.size(); ++column) {
        if (!row.figures[column]) continue;
        for (const double way : {-1.0, 1.0}) {
          const double by = way * rounding.rowToleranceMm(r);
          OffsetTable other = table;
          other.rows[r].figures[column] = *row.figures[column] + millimetres(by);
          const auto moved = springHull(other);
          QVERIFY(moved);
          double most = 0.0;
          for (std::size_t p = 0; p < drawn.patches.size(); ++p) {
            for (double t = 0.0; t <= drawn.patches[p].lastT() + 1e-9; t += 0.1) {
              for (const double v : {0.0, 1.0}) {
                const SurfacePoint at = drawn.patches[p].evaluate(t, v);
                if (at.aft.norm() < 1e-6) continue;
                const Vec3 along = at.aft.normalized(), move = moved->patches[p].point(t, v) - at.at;
                most = std::max(most, (move - move.dot(along) * along).norm());
              }
            }
          }
          QVERIFY2(most < 2.4 * std::abs(by), qPrintable(QString("row %1 at %2: %3 times")
                                                             .arg(QString::fromStdString(rowLabel(row, table.unit)))
                                                             .arg(QString::fromStdString(table.stations[column].name))
                                                             .arg(most / std::abs(by))));
        }
      }
    }
  }

  void oneStrayFigureLeavesItsRowItsRounding() {
    OffsetTable table = sampleBook("marl").table;
    for (std::size_t r = 0; r < table.rows.size(); ++r) {
      const auto has = std::count_if(table.rows[r].figures.begin(), table.rows[r].figures.end(),
                                     [](const auto& figure) { return figure.has_value(); });
      if (has < 8) continue;
      const double was = TableRounding(table).rowToleranceMm(r);
      OffsetTable moved = table;
      for (auto& figure : moved.rows[r].figures) {
        if (!figure) continue;
        figure = millimetres(figure->mm() + 0.3);
        break;
      }
      QCOMPARE(TableRounding(moved).rowToleranceMm(r), was);
    }
  }
};

QTEST_APPLESS_MAIN(SteadyTest)
#include "steady_test.moc"
