// Figures that stand close together, and rows with a stray figure: what their rounding does to the lines through them.

#include <QTest>
#include <cmath>

#include "curve/batten.h"
#include "fairing/table_line.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

class SteadyTest : public QObject {
  Q_OBJECT

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
