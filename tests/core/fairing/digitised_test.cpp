// Digitised lines read off on the table's lines: of curves that are known.

#include <QTest>
#include <cmath>

#include "book/edits.h"
#include "fairing/digitised.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double radius = 600.0;

/// A quarter round, from the keel at height 100 out and up, as a hand digitises it.
DigitisedLine quarter(int corners, double wobble = 0.0) {
  DigitisedLine line;
  for (int i = 0; i <= corners; ++i) {
    const double a = 1.5 * i / corners, r = radius + (i % 2 == 0 ? wobble : -wobble);
    line.points.emplace_back(r * std::sin(a), 100.0 + radius - r * std::cos(a));
  }
  return line;
}

/// A table with one station more than the quarter has use for.
OffsetTable tableOf() {
  OffsetTable table = sampleBook("sedge").table;
  table.unit = Unit::Millimetre;
  return table;
}

TableRow row(RowKind kind, RowLine line, double at) {
  TableRow made;
  made.kind = kind;
  made.line = line;
  made.at = millimetres(at);
  return made;
}

}  // namespace

class DigitisedTest : public QObject {
  Q_OBJECT

 private slots:
  void aRoundSectionReadsAsItIs() {
    OffsetTable table = tableOf();
    table.rows = {row(RowKind::Height, RowLine::Sheer, 0.0),
                  row(RowKind::HalfBreadth, RowLine::Sheer, 0.0),
                  row(RowKind::HalfBreadth, RowLine::Waterline, 300.0),
                  row(RowKind::Height, RowLine::Buttock, 250.0),
                  row(RowKind::Diagonal, RowLine::Diagonal, 700.0),
                  row(RowKind::HalfBreadth, RowLine::Waterline, 5000.0)};
    table.rows[4].out = millimetres(1000.0);
    table.rows[4].down = millimetres(1000.0);
    const double exactWater = std::sqrt(radius * radius - 400.0 * 400.0);
    const double exactButtock = 100.0 + radius - std::sqrt(radius * radius - 250.0 * 250.0);
    const std::vector<double> exact{100.0 + radius - radius * std::cos(1.5), radius * std::sin(1.5), exactWater,
                                    exactButtock, radius};
    for (const int corners : {12, 40, 400}) {
      DigitisedLine line = quarter(corners);
      for (const bool back : {false, true}) {
        // Either end first, and to either side of the centre line.
        if (back) {
          std::reverse(line.points.begin(), line.points.end());
          for (Vec2& point : line.points) point.x() = -point.x();
        }
        const ReadOff read = readSectionOff(table, 2, line);
        QVERIFY(read.crossedTwice.empty());
        QCOMPARE(read.figures.size(), exact.size());  // nothing at a height it does not come to
        for (std::size_t i = 0; i < exact.size(); ++i) {
          QCOMPARE(read.figures[i].figure.list, i);
          QCOMPARE(read.figures[i].figure.place, std::size_t{2});
          const double off = std::abs(read.figures[i].mm - exact[i]);
          QVERIFY2(off <= 1.3 * read.figures[i].mayBeOffMm + 1e-6,
                   qPrintable(QString("%1 corners, figure %2: %3 off").arg(corners).arg(i).arg(off)));
          QVERIFY(read.figures[i].mayBeOffMm < 8000.0 / (corners * corners));
        }
      }
    }
  }

  void whatDoublesBackIsNamedAndNotRead() {
    OffsetTable table = tableOf();
    table.rows = {row(RowKind::Height, RowLine::Buttock, 450.0), row(RowKind::HalfBreadth, RowLine::Waterline, 300.0)};
    DigitisedLine line = quarter(40);
    // Tumblehome, and a hand that went back on itself: the buttock is crossed twice, the waterline once.
    line.points.emplace_back(420.0, 900.0);
    const ReadOff read = readSectionOff(table, 0, line);
    QCOMPARE(read.figures.size(), std::size_t{1});
    QCOMPARE(read.crossedTwice.size(), std::size_t{1});
    QVERIFY(read.crossedTwice[0].find("buttock") != std::string::npos || !read.crossedTwice[0].empty());
  }

  void aRowReadsAtItsStations() {
    const OffsetTable table = sampleBook("osier").table;
    std::size_t sheer = 0;
    while (table.rows[sheer].line != RowLine::Sheer || table.rows[sheer].kind != RowKind::Height) ++sheer;
    DigitisedLine line;
    const auto height = [](double x) { return 800.0 + 1e-4 * (x - 2000.0) * (x - 2000.0); };
    for (double x = -200.0; x < 6000.0; x += 20.0) line.points.emplace_back(x, height(x));
    const ReadOff read = readRowOff(table, sheer, line);
    std::size_t stations = 0;
    for (const StationColumn& station : table.stations) stations += station.distance ? 1 : 0;
    QCOMPARE(read.figures.size(), stations);
    for (const FigureReadOff& one : read.figures) {
      const double exact = height(table.stations[one.figure.place].distance->mm());
      QVERIFY(std::abs(one.mm - exact) <= 1.5 * one.mayBeOffMm + 1e-6 && one.mayBeOffMm < 0.05);
    }
    // Put in, each is brought to the table's rounding, and nothing else changes.
    const Book book = sampleBook("osier");
    const auto edited = setFiguresReadOff(book, read.figures);
    QVERIFY(edited);
    const double step = table.rounding().mm();
    for (std::size_t row = 0; row < table.rows.size(); ++row) {
      for (std::size_t i = 0; i < table.stations.size(); ++i) {
        const auto &now = edited->table.rows[row].figures[i], &was = table.rows[row].figures[i];
        if (row != sheer || !table.stations[i].distance) {
          QVERIFY(now == was);
        } else {
          QVERIFY(std::abs(now->mm() - height(table.stations[i].distance->mm())) <= 0.5 * step + 0.05);
        }
      }
    }
    // One beyond sense: none goes in.
    auto wild = read.figures;
    wild.back().mm = 1e9;
    QVERIFY(!setFiguresReadOff(book, wild));
  }

  void aProfileKeepsTheCornersItNeeds() {
    const DigitisedLine line = quarter(300);
    const Profile profile = readProfileOff(ProfilePart::StemRabbet, line, 0.8);
    QVERIFY(profile.points.size() > 8 && profile.points.size() < 40);
    DigitisedLine kept;
    for (const ProfilePoint& point : profile.points) kept.points.emplace_back(point.distance.mm(), point.height.mm());
    for (const Vec2& point : line.points) QVERIFY(std::abs(offDigitised(kept, point)) < 0.8 + 1e-9);
    QCOMPARE(kept.points.front(), line.points.front());
    QCOMPARE(kept.points.back(), line.points.back());
    // In place of the one there was, faired points and all.
    const auto edited = setProfile(sampleBook("osier"), profile);
    QVERIFY(edited);
    QCOMPARE(edited->table.profile(ProfilePart::StemRabbet)->points.size(), profile.points.size());
  }

  void sidesOfAnEdgeAreTold() {
    const DigitisedLine line = fromItsLowerEnd(quarter(400));
    const Vec2 middle(0.0, 100.0 + radius);
    for (const double a : {0.3, 0.8, 1.3}) {
      const Vec2 out(std::sin(a), -std::cos(a));
      QVERIFY(std::abs(offDigitised(line, middle + (radius - 7.0) * out) - 7.0) < 0.01);
      QVERIFY(std::abs(offDigitised(line, middle + (radius + 3.0) * out) + 3.0) < 0.01);
    }
  }
};

QTEST_APPLESS_MAIN(DigitisedTest)
#include "digitised_test.moc"
