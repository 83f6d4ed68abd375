// A timber bent in place against circles, straight lines and a beam of many short pieces.

#include <Eigen/Dense>
#include <QTest>
#include <cmath>

#include "backbone/bent_in_place.h"
#include "backbone/lamination.h"
#include "book/backbone_edits.h"
#include "fastening/bent_in_place_fastenings.h"
#include "sample_books.h"
#include "solve/joinery.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// A table of which only the profile of the keel's bottom matters: height at every distance.
template <typename Height>
OffsetTable tableWith(const Height& height, double longMm) {
  OffsetTable table = sampleBook("osier").table;
  Profile keel{ProfilePart::KeelBottom, {}, 0};
  constexpr int points = 40;
  for (int i = 0; i <= points; ++i) {
    const double x = longMm * i / points;
    keel.points.push_back({millimetres(x), millimetres(height(x))});
  }
  std::erase_if(table.profiles, [](const Profile& one) { return one.part == ProfilePart::KeelBottom; });
  table.profiles.push_back(keel);
  return table;
}

BentInPlace made(const OffsetTable& table, const BentInPlacePlan& plan) {
  const auto bent = bendInPlace({nullptr, &table}, plan);
  if (!bent) qFatal("%s", describe(bent.error()).c_str());
  return *bent;
}

BentInPlacePlan usual() {
  BentInPlacePlan plan;
  plan.along = BentAlong::Bottom;
  plan.thickness = millimetres(20.0);
  plan.width = millimetres(40.0);
  plan.clampSpacing = millimetres(250.0);
  plan.trim = Length();
  return plan;
}

/// The rocker of a circle, its lowest place in the middle.
constexpr double radiusMm = 3000.0, longMm = 3000.0;
double rocker(double x) {
  const double off = x - 0.5 * longMm;
  return radiusMm - std::sqrt(radiusMm * radiusMm - off * off);
}

}  // namespace

class BentInPlaceTest : public QObject {
  Q_OBJECT

 private slots:
  void aCircleHasItsRadiusStrainAndPull() {
    const OffsetTable table = tableWith(rocker, longMm);
    const BentInPlacePlan plan = usual();
    const BentInPlace bent = made(table, plan);
    // Its middle lies half its thickness outside.
    QVERIFY2(std::abs(bent.leastRadiusMm - 3010.0) < 12.0, qPrintable(QString::number(bent.leastRadiusMm)));
    QVERIFY(std::abs(bent.strain - 10.0 / bent.leastRadiusMm) < 1e-12);
    QVERIFY(std::abs(bent.ratio - bent.leastRadiusMm / 20.0) < 1e-9);
    QCOMPARE(bent.goesOn, GoesOn::Cold);  // 150 times its thickness
    // Held up to one clamp it stands off at the next by a^2 / 2R; a cantilever so long is drawn in by 3 EI d / a^3.
    const double a = bent.face.lengthMm() / (static_cast<double>(bent.clamps.size()) - 1.0);
    const double stands = a * a / (2.0 * 3010.0), stiff = bendingModulus("oak") * 40.0 * 20.0 * 20.0 * 20.0 / 12.0;
    for (std::size_t i = 1; i < bent.clamps.size(); ++i) {
      QVERIFY(std::abs(bent.clamps[i].standsOffMm - stands) < 0.01 * stands);
      QVERIFY(std::abs(bent.clamps[i].pullN - 3.0 * stiff * bent.clamps[i].standsOffMm / (a * a * a)) < 1e-6);
      QVERIFY(std::abs(bent.clamps[i].radiusMm - radiusMm) < 12.0);
    }
    // Round all over, it bears all over.
    QVERIFY(bent.mostGapMm < 1e-5);
  }

  void aBoardWithTheRightBowWantsNoPull() {
    const OffsetTable table = tableWith(rocker, longMm);
    BentInPlacePlan plan = usual();
    const BentInPlace straight = made(table, plan);
    QCOMPARE(straight.bowWantedMm, 0.0);
    plan.bow = millimetres(straight.boardLengthMm * straight.boardLengthMm / (8.0 * 3010.0));
    const BentInPlace bowed = made(table, plan);
    QVERIFY(bowed.mostPullN < 0.01 * straight.mostPullN);
    QVERIFY(bowed.strain < 0.01 * straight.strain);
    // Half of the bow takes half of the pull.
    plan.bow = plan.bow * 0.5;
    QVERIFY(std::abs(made(table, plan).mostPullN - 0.5 * straight.mostPullN) < 0.02 * straight.mostPullN);
    // Of one that is too thick to go on cold, what bow would do: with it, it does.
    plan = usual();
    plan.thickness = millimetres(40.0);
    const BentInPlace thick = made(table, plan);
    QCOMPARE(thick.goesOn, GoesOn::Hard);
    QVERIFY(thick.bowWantedMm > 0.0);
    plan.bow = millimetres(1.02 * thick.bowWantedMm);
    QCOMPARE(made(table, plan).goesOn, GoesOn::Cold);
    plan.thickness = millimetres(300.0);
    plan.bow = Length();
    QVERIFY(made(table, plan).goesOn == GoesOn::Strips || made(table, plan).goesOn == GoesOn::Steam);
  }

  void theGapIsThatOfABeamOfManyShortPiecesPinnedAtTheClamps() {
    // A bottom that is hollow forward and round aft, clamps far apart: the beam by least bending of six hundred pieces.
    const OffsetTable table = tableWith([](double x) { return 60.0 * std::sin(x / 450.0); }, longMm);
    BentInPlacePlan plan = usual();
    plan.clampSpacing = millimetres(600.0);
    const BentInPlace bent = made(table, plan);
    const double length = bent.face.lengthMm();
    const std::size_t bays = bent.clamps.size() - 1, each = 120, n = bays * each + 1;
    const double step = length / static_cast<double>(n - 1);
    // Bending at a place between two others: that of the face less the second difference of what stands off.
    Eigen::MatrixXd second = Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(n) - 2, static_cast<Eigen::Index>(n));
    Eigen::VectorXd face(static_cast<Eigen::Index>(n) - 2);
    for (std::size_t i = 1; i + 1 < n; ++i) {
      const auto row = static_cast<Eigen::Index>(i) - 1;
      const double reach = 76.2, at = std::clamp(step * static_cast<double>(i), reach, length - reach);
      const Vec3 a = bent.face.pointAt(at - reach), b = bent.face.pointAt(at), c = bent.face.pointAt(at + reach);
      const Vec3 before = (b - a).normalized(), after = (c - b).normalized();
      const double turn = std::atan2(after.z(), after.x()) - std::atan2(before.z(), before.x());
      const double bend = turn / (0.5 * ((b - a).norm() + (c - b).norm()));
      face[row] = bend / (1.0 + 10.0 * bend);
      second(row, row) = second(row, row + 2) = 1.0 / (step * step);
      second(row, row + 1) = -2.0 / (step * step);
    }
    // How it lies, its clamps and all of the bays that bear held.
    const auto lieWith = [&](const std::vector<bool>& bears) {
      std::vector<Eigen::Index> loose;
      for (std::size_t i = 0; i < n; ++i) {
        if (i % each != 0 && !bears[i / each]) loose.push_back(static_cast<Eigen::Index>(i));
      }
      Eigen::MatrixXd of(second.rows(), static_cast<Eigen::Index>(loose.size()));
      for (std::size_t k = 0; k < loose.size(); ++k) of.col(static_cast<Eigen::Index>(k)) = second.col(loose[k]);
      const Eigen::VectorXd off = of.colPivHouseholderQr().solve(face);
      std::vector<std::pair<double, double>> leastAndMost(bays, {0.0, 0.0});
      for (std::size_t k = 0; k < loose.size(); ++k) {
        auto& [least, most] = leastAndMost[static_cast<std::size_t>(loose[k]) / each];
        least = std::min(least, off[static_cast<Eigen::Index>(k)]);
        most = std::max(most, off[static_cast<Eigen::Index>(k)]);
      }
      return leastAndMost;
    };
    std::vector<bool> bears;
    for (std::size_t bay = 0; bay < bays; ++bay) bears.push_back(bent.clamps[bay].gapMm == 0.0);
    const auto lies = lieWith(bears);
    double most = 0.0;
    std::size_t bearing = 0;
    for (std::size_t bay = 0; bay < bays; ++bay) {
      if (bears[bay]) {
        // Let go, it would run in.
        ++bearing;
        std::vector<bool> others = bears;
        others[bay] = false;
        QVERIFY2(lieWith(others)[bay].first < 0.0, qPrintable(QString("bay %1").arg(bay)));
        continue;
      }
      const double gap = lies[bay].second;
      most = std::max(most, gap);
      QVERIFY2(std::abs(gap - bent.clamps[bay].gapMm) < 0.05 + 0.03 * gap,
               qPrintable(QString("bay %1: %2 for %3").arg(bay).arg(bent.clamps[bay].gapMm).arg(gap)));
    }
    QVERIFY(bearing > 0 && bearing < bays);
    QVERIFY2(most > 0.8 && std::abs(most - bent.mostGapMm) < 0.05 + 0.03 * most, qPrintable(QString::number(most)));
    // Clamps closer together leave less.
    plan.clampSpacing = millimetres(200.0);
    QVERIFY(made(table, plan).mostGapMm < 0.2 * bent.mostGapMm);
  }

  void sidesAreRippedAndEndsCutToStemAndTransom() {
    const OffsetTable table = tableWith([](double) { return 0.0; }, 4000.0);
    BentInPlacePlan plan = usual();
    plan.sideDeg = 30.0;
    const BentInPlace bent = made(table, plan);
    QVERIFY(std::abs(bent.outerWidthMm - (40.0 - 2.0 * 20.0 * std::tan(3.14159265 / 6.0))) < 1e-6);
    QCOMPARE(bent.goesOn, GoesOn::Cold);
    QVERIFY(bent.mostPullN < 1e-6);
    // Osier's transom rakes aft from its foot: below, the outer keel is cut shorter outside.
    QVERIFY(bent.aftRad < -0.1);
    plan.sideDeg = 50.0;
    QVERIFY(!bendInPlace({nullptr, &table}, plan));  // nothing left of its outer face
    plan = usual();
    plan.thickness = Length();
    QVERIFY(!bendInPlace({nullptr, &table}, plan));
  }

  void sedgesOuterKeelIsFastenedInTwoRoundsAndTwoRows() {
    Book book = sampleBook("sedge");
    BackbonePlan plan = book.backbone;
    plan.bentInPlace = usual();
    plan.bentInPlace.thickness = millimetres(22.0);
    const auto edited = setBackbone(book, plan);
    QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
    QVERIFY(readBook(writeBook(*edited))->book.backbone.bentInPlace == plan.bentInPlace);
    const auto solved = solve(std::make_shared<const Book>(*edited), 1);
    QVERIFY(solved->backbone->bentInPlace);
    const BentInPlace& timber = *solved->backbone->bentInPlace;
    // Along her bottom, outside, from the stem to the transom.
    QVERIFY(timber.face.lengthMm() > 3000.0);
    const double thick = book.table.thickness.mm();
    const Vec3 bottom = solved->inside->patches.front().point(4.0, 0.0);
    double off = 1e300;
    for (double at = 0.0; at < timber.face.lengthMm(); at += 1.0)
      off = std::min(off, (timber.face.pointAt(at) - Vec3(bottom.x(), 0.0, bottom.z())).norm());
    QVERIFY2(std::abs(off - thick) < 0.5, qPrintable(QString::number(off)));
    const auto fastenings = bentInPlaceFastenings(*solved);
    QVERIFY(fastenings && fastenings->leftOut.empty());
    const Frames frames = joiningMake(*solved).frames;
    int first = 0, between = 0, frame = 0;
    double last = -1.0;
    for (const BentFastening& one : fastenings->all) {
      QVERIFY(one.alongMm > last);
      last = one.alongMm;
      QVERIFY(std::abs(one.offMm) + leastEdgeMm(one.of.fastener) <= 0.5 * timber.outerWidthMm + 1e-9);
      (one.isFirst ? first : between) += 1;
      if (one.frame == 0) continue;
      ++frame;
      // It stands on its frame, and reaches into it: timber, planking and frame less an eighth are more than its
      // length.
      const double x = timber.face.pointAt(one.alongMm).x();
      QVERIFY(std::abs(x - frames.atMm[static_cast<std::size_t>(one.frame) - 1]) < 1.5);
      QVERIFY(std::abs(one.of.woodMm - (22.0 + thick + frames.mouldingMm)) < 1e-9);
    }
    QVERIFY(frame > 10 && between == first - 1);
    // Each round has both rows.
    for (const bool isFirst : {true, false}) {
      for (const double side : {-1.0, 1.0})
        QVERIFY(std::any_of(fastenings->all.begin(), fastenings->all.end(), [&](const BentFastening& one) {
          return one.isFirst == isFirst && one.offMm * side > 0.0;
        }));
    }
    // It has its place in the order at the bench.
    const auto& order = solved->backbone->order;
    QVERIFY(std::any_of(order.begin(), order.end(), [](const CutStep& step) { return step.part == "outer keel"; }));
  }

  void aCutwaterGoesUpTheStemAndIsFastenedIntoIt() {
    Book book = sampleBook("osier");
    BackbonePlan plan = book.backbone;
    plan.bentInPlace = usual();
    plan.bentInPlace.along = BentAlong::Stem;
    plan.bentInPlace.thickness = millimetres(9.0);
    plan.bentInPlace.clampSpacing = millimetres(120.0);
    const auto solved = solve(std::make_shared<const Book>(*setBackbone(book, plan)), 1);
    QVERIFY(solved->backbone->bentInPlace);
    const BentInPlace& timber = *solved->backbone->bentInPlace;
    // Round forward: its outside is round, and it is drawn in all the way up.
    QVERIFY(timber.leastRadiusMm < 2500.0 && timber.mostPullN > 0.0);
    for (const Vec2& at : bentOutline(timber, solved->backbone->plan.bentInPlace)) QVERIFY(std::isfinite(at.x()));
    const auto outline = bentOutline(timber, solved->backbone->plan.bentInPlace);
    QVERIFY(outline.back().x() < outline.front().x());  // its outer face lies forward of its inner
    const auto fastenings = bentInPlaceFastenings(*solved);
    for (const BentFastening& one : fastenings->all) QCOMPARE(one.frame, 0);
    QVERIFY(fastenings->all.size() > 5);
  }
};

QTEST_APPLESS_MAIN(BentInPlaceTest)
#include "bent_in_place_test.moc"
