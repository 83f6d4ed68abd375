// Figures of a section put in order: any order they come in, and one of them misread.

#include <QTest>
#include <algorithm>
#include <cmath>
#include <random>

#include "lines/section.h"
#include "lines/section_order.h"

using namespace narrows;

namespace {

/// A round section as figures, from rabbet to sheer.
std::vector<SectionFigure> roundSection(int count) {
  std::vector<SectionFigure> figures;
  for (int i = 0; i <= count; ++i) {
    const double a = 0.1 + 1.5 * i / count;
    figures.push_back(
        {Vec3(0.0, 1500.0 * std::sin(a), 1500.0 * (1.0 - std::cos(a))), Vec3::UnitY(), std::to_string(i)});
  }
  return figures;
}

std::string names(const std::vector<std::vector<SectionFigure>>& runs) {
  std::string all;
  for (const auto& run : runs) {
    for (const SectionFigure& figure : run) all += figure.name + " ";
  }
  return all;
}

}  // namespace

class SectionOrderTest : public QObject {
  Q_OBJECT

 private slots:
  void anyOrderComesOutTheSame() {
    std::mt19937 chance(3);
    const std::vector<SectionFigure> whole = roundSection(14);
    std::string inOrder;
    for (const SectionFigure& figure : whole) inOrder += figure.name + " ";
    for (int k = 0; k < 40; ++k) {
      std::vector<SectionFigure> figures(whole.begin() + 1, whole.end() - 1);
      std::shuffle(figures.begin(), figures.end(), chance);
      QCOMPARE(names(orderSection({whole.front(), whole.back()}, figures)), inOrder);
    }
  }

  void aDearerPathIsNeverTaken() {
    // Whatever is put in order costs no more than the order it was given in.
    std::mt19937 chance(5);
    std::uniform_real_distribution<double> anywhere(0.0, 1500.0);
    for (int k = 0; k < 600; ++k) {
      std::vector<SectionFigure> whole = roundSection(12);
      for (int i = 0; i < 3; ++i) {
        const double y = anywhere(chance), z = anywhere(chance);  // the same draws whatever compiles it
        whole[1 + chance() % 10].at = Vec3(0.0, y, z);
      }
      const std::vector<SectionFigure> figures(whole.begin() + 1, whole.end() - 1);
      const auto ordered = orderSection({whole.front(), whole.back()}, figures);
      QVERIFY(pathCost(ordered) <= pathCost({whole}) + 1e-6);
      QCOMPARE(ordered.size(), std::size_t{1});
      QCOMPARE(ordered.front().size(), whole.size());
    }
  }

  void oneMisreadAmongManyIsNamedAndTheRestStands() {
    // Fifty waterlines, one of them read as nought: once it took as long as the cube of their number.
    std::string text =
        "offsets,1\nboat,tall\nunits,mm\nplanking,inside,20\nconstruction,carvel\nstations,a,b,c\ndistance,1000,3000,"
        "5000\n"
        "height sheer,1200,1200,1200\nhalf-breadth sheer,1500,1500,1500\nheight rabbet,0,0,0\n"
        "half-breadth rabbet,30,30,30\n";
    for (int k = 1; k <= 50; ++k) {
      const double z = 1200.0 * k / 51.0;
      const double y = 30.0 + 1470.0 * std::sin(std::acos(1.0 - z / 1200.0));
      const std::string breadth = std::to_string(static_cast<int>(std::lround(y)));
      text += "half-breadth waterline " + std::to_string(static_cast<int>(std::lround(z))) + "," + breadth + "," +
              (k == 25 ? std::string("5") : breadth) + "," + breadth + "\n";
    }
    const auto table = readOffsetTable(text);
    QVERIFY2(table, table ? "" : describe(table.error()).c_str());
    const SectionSet set = springSections(*table);
    QCOMPARE(set.sections.size(), std::size_t{3});
    QCOMPARE(set.problems.size(), std::size_t{1});
    QVERIFY2(describe(set.problems[0]).find("waterline 588") != std::string::npos, describe(set.problems[0]).c_str());
  }
};

QTEST_APPLESS_MAIN(SectionOrderTest)
#include "section_order_test.moc"
