// Waterlines and buttocks read off the surface, and figures put in order along a section.

#include <QTest>
#include <algorithm>
#include <cmath>
#include <random>

#include "known_hulls.h"
#include "lines/contours.h"
#include "lines/section_order.h"

using namespace narrows;
using namespace narrows::tests;

class ContoursTest : public QObject {
  Q_OBJECT

 private slots:
  void waterlinesAndButtocksLieOnTheKnownHull() {
    const Ellipsoid known;
    const auto hull = springHull(griddedTableOf(known.sections(), 90.0));
    QVERIFY(hull);
    for (const double height : {200.0, 400.0}) {
      const auto lines = waterlineContours(*hull, height);
      QVERIFY(!lines.empty());
      for (const Contour& line : lines) {
        for (const Vec3& p : line) QVERIFY(std::abs(p.z() - height) < 1e-6 && std::abs(known.away(p)) < 0.4);
        QVERIFY(std::is_sorted(line.begin(), line.end(), [](const Vec3& a, const Vec3& b) { return a.x() < b.x(); }));
      }
    }
    for (const Contour& line : buttockContours(*hull, 300.0)) {
      for (const Vec3& p : line) QVERIFY(std::abs(p.y() - 300.0) < 1e-6 && std::abs(known.away(p)) < 0.4);
    }
  }

  void planesThatMissTheHullGiveNothing() {
    const auto hull = springHull(griddedTableOf(Ellipsoid().sections(), 90.0));
    QVERIFY(waterlineContours(*hull, 5000.0).empty());
    QVERIFY(buttockContours(*hull, 5000.0).empty());
  }

  void shuffledFiguresOfATumblehomeSectionFindTheirOrder() {
    // Past the widest point every height is met by a breadth met before: only the way along the section orders them.
    std::vector<SectionFigure> along;
    for (int i = 0; i <= 14; ++i) {
      const double a = 0.1 + 2.2 * i / 14.0;
      along.push_back({Vec3(0.0, 400.0 * std::sin(a), 400.0 - 400.0 * std::cos(a)), Vec3::UnitY(), std::to_string(i)});
    }
    std::mt19937 random(23);
    for (int round = 0; round < 20; ++round) {
      std::vector<SectionFigure> inner(along.begin() + 1, along.end() - 1);
      std::shuffle(inner.begin(), inner.end(), random);
      const auto runs = orderSection({along.front(), along.back()}, inner);
      QCOMPARE(runs.size(), std::size_t{1});
      for (std::size_t i = 0; i < along.size(); ++i) QCOMPARE(runs[0][i].name, along[i].name);
    }
  }

  void chineDividesTheFiguresIntoTwoRuns() {
    const auto figure = [](double y, double z, const char* name) {
      return SectionFigure{Vec3(0.0, y, z), Vec3::UnitY(), name};
    };
    const auto runs = orderSection({figure(0, 0, "rabbet"), figure(400, 20, "chine"), figure(600, 400, "sheer")},
                                   {figure(550, 300, "high"), figure(200, 10, "flat"), figure(450, 120, "low")});
    QCOMPARE(runs.size(), std::size_t{2});
    QCOMPARE(runs[0].size(), std::size_t{3});
    QCOMPARE(runs[0][1].name, std::string("flat"));
    QCOMPARE(runs[1][1].name, std::string("low"));
    QCOMPARE(runs[1].back().name, std::string("sheer"));
  }
};

QTEST_APPLESS_MAIN(ContoursTest)
#include "contours_test.moc"
