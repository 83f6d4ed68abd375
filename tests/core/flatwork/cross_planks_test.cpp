// Flat work planked across: counted by hand on a rectangle, held against the hull on sedge.

#include <QTest>
#include <cmath>
#include <numeric>

#include "flatwork/cross_planks.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

FlatShape rectangle(double longMm, double broadMm) {
  FlatShape shape;
  for (double at = 0.0; at <= longMm + 1e-9; at += 10.0) shape.places.push_back({at, broadMm, 0.0, at});
  return shape;
}

FlatWorkMake stock(double wide, double longMm) {
  FlatWorkMake make;
  make.boardWidthMm = wide;
  make.boardLengthMm = longMm;
  make.jointedMm = 2.0;
  make.overhangMm = 10.0;
  return make;
}

}  // namespace

class CrossPlanksTest : public QObject {
  Q_OBJECT

 private slots:
  // Boards of 100 lose 2 off each edge: 96 each; 960 mm are ten of them, where ten of 100 would be too many by 40.
  void jointingMakesTheCountGrow() {
    const auto planks = plankAcross(rectangle(960.0, 500.0), stock(100.0, 2000.0));
    QVERIFY(planks);
    QCOMPARE(planks->boards.size(), std::size_t{10});
    QVERIFY(std::abs(planks->boards.front().widthMm() - 96.0) < 1e-9);
    QVERIFY(!planks->boards.back().isRipped);
    // Each is 520 with what overhangs; 2000 gives three (1566 with two kerfs), so four boards.
    QVERIFY(std::abs(planks->boards.front().cutMm - 520.0) < 1e-9);
    QCOMPARE(planks->cut.size(), std::size_t{4});
    QCOMPARE(planks->cut.front().numbers.size(), std::size_t{3});
    QVERIFY(std::abs(planks->cut.front().leftMm - (2000.0 - 3 * 520.0 - 2 * 3.0)) < 1e-9);
  }

  // With gaps of 10 boards of 96 stand 106 apart: nine of those and a tenth board are 1050.
  void aGapIsNoPartOfABoard() {
    FlatWorkMake make = stock(100.0, 2000.0);
    make.gapMm = 10.0;
    const auto planks = plankAcross(rectangle(1050.0, 500.0), make);
    QVERIFY(planks);
    QCOMPARE(planks->boards.size(), std::size_t{10});
    for (std::size_t i = 0; i < planks->boards.size(); ++i) {
      QVERIFY(std::abs(planks->boards[i].widthMm() - 96.0) < 1e-9);
      if (i > 0) QVERIFY(std::abs(planks->boards[i].fromMm - planks->boards[i - 1].toMm - 10.0) < 1e-9);
      QVERIFY(!planks->boards[i].isRipped);
    }
    // The last two share what is left where it would be a sliver, a gap between them too.
    const auto shared = plankAcross(rectangle(1080.0, 500.0), make);
    QVERIFY(shared);
    const CrossBoard &last = shared->boards.back(), &before = *(shared->boards.end() - 2);
    QVERIFY(std::abs(last.toMm - 1080.0) < 1e-9 && std::abs(last.widthMm() - before.widthMm()) < 1e-9);
    QVERIFY(last.widthMm() > 30.0 && std::abs(last.fromMm - before.toMm - 10.0) < 1e-9);
  }

  void noSliverIsLeftAtTheEnd() {
    const auto planks = plankAcross(rectangle(970.0, 500.0), stock(100.0, 2000.0));
    QVERIFY(planks);
    for (const CrossBoard& board : planks->boards) QVERIFY(board.widthMm() > 30.0);
    QVERIFY(std::abs(planks->boards.back().toMm - 970.0) < 1e-9);
  }

  void boardsTooShortAreNamed() {
    const auto planks = plankAcross(rectangle(300.0, 500.0), stock(100.0, 400.0));
    QVERIFY(!planks);
    QCOMPARE(planks.error().size(), std::size_t{4});
    const std::string words = describe(planks.error().front());
    QVERIFY2(words.find("board 1") != std::string::npos && words.find("520") != std::string::npos, words.c_str());
    QVERIFY(!plankAcross(rectangle(300.0, 500.0), stock(30.0, 2000.0)));
  }

  void sedgesBottomIsCoveredOnce() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("sedge")), 1);
    const double thick = solved->book->table.thickness.mm();
    const auto shape = flatBottom(*solved->inside, thick);
    QVERIFY(shape);
    // Along the bottom a little more than along the base line, for the rocker.
    const double level = shape->places.back().xMm - shape->places.front().xMm;
    QVERIFY(shape->lengthMm() > level && shape->lengthMm() < 1.01 * level);
    const auto planks = plankAcross(*shape, flatWorkMake(*solved->book));
    QVERIFY(planks);
    double covered = 0.0;
    for (std::size_t i = 0; i < planks->boards.size(); ++i) {
      const CrossBoard& board = planks->boards[i];
      QVERIFY(std::abs(board.fromMm - covered) < 1e-9);
      covered = board.toMm;
      QVERIFY(board.cutMm >= std::max(board.foreMm, board.aftMm) + 2.0 * 10.0 - 1e-6);
    }
    QVERIFY(std::abs(covered - shape->lengthMm()) < 1e-6);
    // Cut from boards: each once, none longer than its board, longest first.
    std::vector<int> numbers;
    for (const CutBoard& cut : planks->cut) {
      double before = 1e300;
      for (const int number : cut.numbers) {
        const double length = planks->boards[static_cast<std::size_t>(number - 1)].cutMm;
        QVERIFY(length <= before + 1e-9);
        before = length;
        numbers.push_back(number);
      }
      QVERIFY(cut.leftMm >= -1e-9);
    }
    std::sort(numbers.begin(), numbers.end());
    std::vector<int> all(planks->boards.size());
    std::iota(all.begin(), all.end(), 1);
    QVERIFY(numbers == all);
  }

  // Station 5 of the table: chine half-breadth 452 at height 39, the next waterline 479 at 100: the side flares by
  // 27 in 61, some 23.9 degrees, and its outside lies 10 / cos 23.9 = 10.9 further out.
  void breadthAndBevelAreThoseOfTheTable() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("sedge")), 1);
    const auto shape = flatBottom(*solved->inside, 10.0);
    const auto at5 = std::min_element(shape->places.begin(), shape->places.end(), [](const auto& a, const auto& b) {
      return std::abs(a.xMm - 2000.0) < std::abs(b.xMm - 2000.0);
    });
    QVERIFY(std::abs(at5->xMm - 2000.0) < 1.0);
    QVERIFY2(std::abs(at5->breadthMm - 2.0 * (452.0 + 10.9)) < 1.0, qPrintable(QString::number(at5->breadthMm)));
    QVERIFY2(std::abs(radians(at5->bevelRad).deg() - 23.9) < 1.0,
             qPrintable(QString::number(radians(at5->bevelRad).deg())));
    // The transom rakes aft going up, so the last edge is cut with its outer face shorter... by its rake over the run.
    QVERIFY(std::abs(radians(shape->aftBevelRad).deg()) < 45.0);
  }

  void aRoundBoatHasNoFlatBottom() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    const auto shape = flatBottom(*solved->inside, 10.0);
    QVERIFY(!shape);
    QCOMPARE(shape.error()[0].fault, Fault::NoFlatBottom);
  }

  void aTransomIsPlankedByItsHeight() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("sedge")), 1);
    QVERIFY(solved->backbone->transom != nullptr);
    const Transom& transom = *solved->backbone->transom;
    const auto shape = flatTransom(transom);
    QVERIFY(shape);
    // From (3574, 130) to (3676, 470): 355 up its face; the sheer is 450 out, the foot 340: the planking lands on its
    // edge, and is no part of it.
    QVERIFY2(std::abs(shape->lengthMm() - std::hypot(102.0, 340.0)) < 2.0,
             qPrintable(QString::number(shape->lengthMm())));
    QVERIFY2(
        shape->places.front().breadthMm > 2.0 * 340.0 - 1.0 && shape->places.front().breadthMm < 2.0 * 340.0 + 10.0,
        qPrintable(QString::number(shape->places.front().breadthMm)));
    QVERIFY2(std::abs(shape->places.back().breadthMm - 2.0 * transom.larger().edge.back().x()) < 1e-9,
             qPrintable(QString::number(shape->places.back().breadthMm)));
    // Its ends are bevelled as the edge of the transom is, the after face the smaller where she narrows aft.
    for (const FlatPlace& place : shape->places) {
      const auto nearest = std::min_element(transom.larger().edge.begin(), transom.larger().edge.end(),
                                            [&](const Vec2& a, const Vec2& b) {
                                              return (a - Vec2(0.5 * place.breadthMm, place.alongMm)).norm() <
                                                     (b - Vec2(0.5 * place.breadthMm, place.alongMm)).norm();
                                            });
      const auto i = static_cast<std::size_t>(nearest - transom.larger().edge.begin());
      if (&place != &shape->places.front()) QVERIFY(std::abs(place.bevelRad - transom.larger().bevelRad[i]) < 0.02);
    }
    QVERIFY(shape->foreBevelRad != 0.0);
    QVERIFY(plankAcross(*shape, stock(150.0, 2000.0)));
  }
};

QTEST_APPLESS_MAIN(CrossPlanksTest)
#include "cross_planks_test.moc"
