// Laminations and built-up blanks against circles.

#include <QTest>
#include <cmath>
#include <random>

#include "backbone/blank.h"
#include "backbone/lamination.h"
#include "backbone/timber_shape.h"

using namespace narrows;

namespace {

constexpr double pi = 3.14159265358979323846;

/// A part whose concave face is an arc of a circle, gone round to the left or to the right.
BentPart arcPart(double insideRadius, double turnRad, double moulding, double siding, bool left = true) {
  std::vector<Vec3> nails;
  for (int i = 0; i <= 60; ++i) {
    const double a = turnRad * i / 60.0;
    nails.emplace_back(insideRadius * std::sin(a), 0.0, (left ? 1.0 : -1.0) * insideRadius * (1.0 - std::cos(a)));
  }
  return {Batten::spring(nails, BattenEnds::CarryCurvature), moulding, siding, {}, 0.0};
}

Lamination made(const BentPart& part, const LaminationPlan& plan) {
  const auto lamination = laminate(part, plan, Unit::Millimetre);
  if (!lamination) qFatal("%s", describe(lamination.error()).c_str());
  return *lamination;
}

}  // namespace

class LaminationTest : public QObject {
  Q_OBJECT

 private slots:
  void formIsTighterByOneOverNSquaredExactly() {
    for (const bool left : {true, false}) {
      for (const double moulding : {24.0, 60.0, 96.0}) {
        const BentPart part = arcPart(500.0, 1.3, moulding, 40.0, left);
        LaminationPlan plan;
        plan.strip = millimetres(moulding / 6.0);
        plan.ratios = {{"oak", Bending::Cold, 1.0}};
        const Lamination lamination = made(part, plan);
        QCOMPARE(lamination.strips, 6);
        const double middle = 500.0 + 0.5 * moulding, form = middle * (1.0 - 1.0 / 36.0);
        // The radius is read off a batten through 61 points; what it springs back by is exact.
        QVERIFY(std::abs(lamination.middleRadiusMm - middle) < 0.05);
        QVERIFY(std::abs(lamination.formRadiusMm / lamination.middleRadiusMm - 35.0 / 36.0) < 1e-14);
        // The form's face, measured: every point of it half the moulding within the form's circle.
        const double side = left ? 1.0 : -1.0;
        const Vec3 start = lamination.formMiddle.pointAt(0.0);
        const Vec3 centre = start + side * form * Vec3(0.0, 0.0, 1.0);
        for (int i = 0; i <= 20; ++i) {
          QVERIFY(std::abs((lamination.formMiddle.pointAtShare(i / 20.0) - centre).norm() - form) < 0.005);
          QVERIFY2(
              std::abs((lamination.formFace.pointAtShare(i / 20.0) - centre).norm() - (form - 0.5 * moulding)) < 0.01,
              qPrintable(QString::number((lamination.formFace.pointAtShare(i / 20.0) - centre).norm())));
        }
        QVERIFY(std::abs(lamination.formMiddle.lengthMm() - lamination.middle.lengthMm()) < 0.01);
      }
    }
  }

  void springbackIsOneOverNSquared() {
    for (int n = 2; n <= 40; ++n) QCOMPARE(springback(n), 1.0 / (n * n));
  }

  void releasedStackComesBackToTheDrawing() {
    const BentPart part = arcPart(420.0, 1.6, 50.0, 40.0);
    LaminationPlan plan;
    plan.strip = millimetres(12.5);
    plan.ratios = {{"oak", Bending::Cold, 1.0}};
    const Lamination lamination = made(part, plan);
    const double drawn = (lamination.middle.pointAtShare(1.0) - lamination.middle.pointAtShare(0.0)).norm();
    QVERIFY(std::abs(openingAfter(lamination.formMiddle, lamination.springShare) - drawn) < 0.02);
    QVERIFY(std::abs(lamination.formOpeningMm + lamination.opensMm - drawn) < 1e-9);
    QVERIFY(lamination.opensMm > 5.0);
  }

  void stripsAreAsThickAsBends() {
    const BentPart part = arcPart(600.0, 1.2, 45.0, 40.0);
    LaminationPlan plan;
    Lamination lamination = made(part, plan);
    // Oak, cold: 600 / 100 = 6 mm; 45 / 6 = 7.5, so eight of 5.625.
    QVERIFY(std::abs(lamination.thickestMm - 6.0) < 1e-3);
    QCOMPARE(lamination.strips, 8);
    QCOMPARE(lamination.stripMm, 45.0 / 8.0);
    QVERIFY(lamination.problems.empty());
    plan.bending = Bending::Steamed;
    QVERIFY(made(part, plan).strips < lamination.strips);
    // Given thicker than bends: told, with what would.
    plan.bending = Bending::Cold;
    plan.strip = millimetres(9.0);
    lamination = made(part, plan);
    QCOMPARE(lamination.problems.size(), std::size_t{1});
    QCOMPARE(lamination.problems[0].fault, Fault::StripTooThick);
    QVERIFY(describe(lamination.problems[0]).find("6.0 mm") != std::string::npos);
  }

  void stockIsCountedWithItsKerfs() {
    const BentPart part = arcPart(600.0, 1.0, 45.0, 40.0);
    LaminationPlan plan;
    plan.cleanUp = millimetres(5.0);
    plan.trim = millimetres(100.0);
    plan.boardWidth = millimetres(150.0);
    plan.boardThickness = millimetres(50.0);
    plan.boardLength = millimetres(2000.0);
    plan.kerf = millimetres(3.0);
    const Lamination lamination = made(part, plan);
    // Eight strips of 5.625: (150 + 3) / 8.625 = 17 off one edge of a board that is thick enough, two lengths in it.
    QCOMPARE(lamination.stripWidthMm, 45.0);
    QVERIFY(lamination.stripLengthMm > 645.0 + 200.0 - 20.0 && lamination.stripLengthMm < 1000.0);
    QCOMPARE(lamination.stripsABoard, 34);
    QCOMPARE(lamination.boards, 1);
    QVERIFY(std::abs(lamination.glueAreaM2 - 7 * 45.0 * lamination.stripLengthMm * 1e-6) < 1e-12);
    QVERIFY(lamination.wasteShare > 0.0 && lamination.wasteShare < 1.0);
    // A board shorter than the strips gives none.
    plan.boardLength = millimetres(500.0);
    QCOMPARE(made(part, plan).stripsABoard, 0);
  }

  void blocksStandCloserWhereItBendsHard() {
    // Half straight, half hard round.
    std::vector<Vec3> nails;
    for (int i = 0; i <= 20; ++i) nails.emplace_back(50.0 * i, 0.0, 0.0);
    for (int i = 1; i <= 30; ++i) {
      const double a = 1.4 * i / 30.0;
      nails.emplace_back(1000.0 + 250.0 * std::sin(a), 0.0, 250.0 * (1.0 - std::cos(a)));
    }
    LaminationPlan plan;
    const Lamination lamination = made({Batten::spring(nails, BattenEnds::Free), 30.0, 30.0, {}, 0.0}, plan);
    const auto& blocks = lamination.blocks;
    QVERIFY(blocks.size() > 8);
    QVERIFY(blocks[1].alongMm - blocks[0].alongMm >
            1.8 * (blocks[blocks.size() - 3].alongMm - blocks[blocks.size() - 4].alongMm));
    QCOMPARE(blocks.back().alongMm, lamination.formFace.lengthMm());
  }

  void whatCameOutCorrectsTheNext() {
    // A form that spanned an arc; released it had given back twice what theory says.
    const double length = 900.0, angle = 1.0;
    const auto opening = [length](double half) { return length * std::sin(half) / half; };
    SpringbackResult result{"oak",
                            Bending::Cold,
                            5,
                            millimetres(opening(angle)),
                            millimetres(opening(angle * (1.0 - 2.0 / 25.0))),
                            millimetres(length)};
    const auto share = comeBackOf(result, Unit::Millimetre);
    QVERIFY(share);
    QVERIFY(std::abs(*share - 2.0 / 25.0) < 1e-9);
    LaminationPlan plan;
    QCOMPARE(springbackFactor(plan), 1.0);
    plan.results.push_back(result);
    QVERIFY(std::abs(springbackFactor(plan) - 2.0) < 1e-6);
    const Lamination lamination = made(arcPart(600.0, 1.2, 45.0, 40.0), plan);
    QVERIFY(std::abs(lamination.springShare - 2.0 / 64.0) < 1e-7);
    // Of another wood it is all there is to go by.
    plan.species = "ash";
    QVERIFY(std::abs(springbackFactor(plan) - 2.0) < 1e-6);
    result.cameOut = millimetres(opening(angle) - 1.0);
    QVERIFY(!comeBackOf(result, Unit::Millimetre));
    result.cameOut = millimetres(length + 1.0);
    QVERIFY(!comeBackOf(result, Unit::Millimetre));
  }

  void hollowEdgeOfATimberIsFound() {
    // A knee: two arms and an arc between them, 50 thick.
    Timber knee;
    knee.name = "knee";
    knee.siding = millimetres(40.0);
    const auto add = [&](double x, double z, bool corner) {
      knee.outline.push_back({millimetres(x), millimetres(z), corner});
    };
    for (int i = 0; i <= 6; ++i) {
      const double a = pi / 2.0 * i / 6.0;
      add(400.0 - 450.0 * std::sin(a), 400.0 - 450.0 * std::cos(a), i == 0 || i == 6);
    }
    for (int i = 6; i >= 0; --i) {
      const double a = pi / 2.0 * i / 6.0;
      add(400.0 - 400.0 * std::sin(a), 400.0 - 400.0 * std::cos(a), i == 0 || i == 6);
    }
    const auto part = bentPartOf(knee);
    QVERIFY2(part.has_value(), part ? "" : describe(part.error()).c_str());
    QVERIFY2(std::abs(part->mouldingMm - 50.0) < 0.5, qPrintable(QString::number(part->mouldingMm)));
    QVERIFY(std::abs(part->concave.lengthMm() - 400.0 * pi / 2.0) < 0.5);
    const Lamination lamination = made(*part, {});
    QVERIFY2(std::abs(lamination.insideRadiusMm - 400.0) < 4.0, qPrintable(QString::number(lamination.insideRadiusMm)));
    // A straight timber has none.
    Timber beam;
    beam.name = "beam";
    beam.siding = millimetres(40.0);
    for (const auto& [x, z] : std::vector<std::pair<double, double>>{{0, 0}, {900, 0}, {900, 60}, {0, 60}})
      beam.outline.push_back({millimetres(x), millimetres(z), true});
    QVERIFY(!bentPartOf(beam));
  }

  void blankCoversTheTimberWithJointsApart() {
    std::mt19937 chance(11);
    std::uniform_real_distribution<double> share(0.0, 1.0);
    for (int k = 0; k < 20; ++k) {
      const double radius = 500.0 + 900.0 * share(chance), turn = 0.6 + share(chance),
                   moulding = 40.0 + 40.0 * share(chance);
      const BentPart part = arcPart(radius, turn, moulding, 75.0, k % 2 == 0);
      BlankPlan plan;
      plan.boardWidth = millimetres(moulding + 70.0 + 60.0 * share(chance));
      plan.boardThickness = millimetres(25.0);
      plan.clear = millimetres(40.0);
      plan.margin = millimetres(5.0);
      const auto blank = buildBlank(part, plan, Unit::Millimetre);
      if (!blank) {
        QCOMPARE(blank.error()[0].fault, Fault::JointsTooClose);
        continue;
      }
      QCOMPARE(blank->layers, 3);
      QVERIFY(blank->leastApartMm >= 40.0);
      std::vector<std::vector<double>> joints(4);
      for (const BlankPiece& piece : blank->pieces) {
        QVERIFY(piece.widthMm <= plan.boardWidth.mm() + 1e-6);
        QVERIFY(piece.runOutRad <= blank->runOutRad);
        joints[static_cast<std::size_t>(piece.layer)].push_back(piece.toMm);
        // Every point of the timber along this piece lies on its board.
        for (int i = 0; i <= 10; ++i) {
          const double along = piece.fromMm + (piece.toMm - piece.fromMm) * i / 10.0;
          const double a = along / (radius + 0.5 * moulding);
          for (const double r : {radius + 0.1, radius + moulding - 0.1}) {
            const Vec2 at(r * std::sin(a), (k % 2 == 0 ? 1.0 : -1.0) * (radius - r * std::cos(a)));
            QVERIFY(contains(piece.board, at));
          }
        }
      }
      for (const double one : joints[1]) {
        for (const double other : joints[2]) {
          const bool ends = other > radius * turn || one > (radius + 0.5 * moulding) * turn - 1.0;
          if (!ends) QVERIFY(std::abs(one - other) >= 40.0 - 1e-6);
        }
      }
    }
  }

  void kneeWithAHeelIsCoveredToItsCorner() {
    Timber knee;
    knee.name = "knee";
    knee.siding = millimetres(40.0);
    const auto add = [&](double x, double z, bool corner) {
      knee.outline.push_back({millimetres(x), millimetres(z), corner});
    };
    add(0.0, 500.0, true);
    add(0.0, 0.0, true);
    add(500.0, 0.0, true);
    for (int i = 0; i <= 4; ++i) {
      const double a = pi / 2.0 * i / 4.0;
      add(500.0 - 420.0 * std::sin(a), 500.0 - 420.0 * std::cos(a), i == 0 || i == 4);
    }
    const auto part = bentPartOf(knee);
    QVERIFY2(part.has_value(), part ? "" : describe(part.error()).c_str());
    QVERIFY(part->heelMm > 50.0);
    BlankPlan plan;
    plan.boardWidth = millimetres(420.0);
    plan.boardThickness = millimetres(20.0);
    plan.clear = millimetres(50.0);
    const auto blank = buildBlank(*part, plan, Unit::Millimetre);
    QVERIFY2(blank.has_value(), blank ? "" : describe(blank.error()).c_str());
    const auto outline = springOutline(knee);
    for (int layer = 1; layer <= 2; ++layer) {
      std::vector<Polygon> boards;
      for (const BlankPiece& piece : blank->pieces) {
        if (piece.layer == layer) boards.push_back(piece.board);
      }
      double bare = 0.0;
      for (const Polygon& hole : without({*outline}, together(boards))) bare += std::abs(signedArea(hole));
      QVERIFY2(bare < 20.0, qPrintable(QString("layer %1 leaves %2 bare").arg(layer).arg(bare)));
    }
  }

  void boardNarrowerThanTheTimberIsRefusedWithOneThatWouldDo() {
    BlankPlan plan;
    plan.boardWidth = millimetres(50.0);
    const auto blank = buildBlank(arcPart(600.0, 1.2, 60.0, 75.0), plan, Unit::Millimetre);
    QVERIFY(!blank);
    QCOMPARE(blank.error()[0].fault, Fault::BoardTooNarrow);
    plan.boardWidth = millimetres(std::stod(blank.error()[0].says[2].words()));
    plan.clear = Length();
    QVERIFY(buildBlank(arcPart(600.0, 1.2, 60.0, 75.0), plan, Unit::Millimetre).has_value());
  }
};

QTEST_APPLESS_MAIN(LaminationTest)
#include "lamination_test.moc"
