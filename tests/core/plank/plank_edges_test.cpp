// What is planed of a plank's edges, against arcs worked by hand and the lands and hollows it is made of.

#include <QTest>
#include <cmath>
#include <numbers>

#include "book/lining_edits.h"
#include "known_hulls.h"
#include "plank/backing_out.h"
#include "plank/plank_edges.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {
constexpr double degree = std::numbers::pi / 180.0;
constexpr double radiusMm = 700.0;
}  // namespace

class PlankEdgesTest : public QObject {
  Q_OBJECT

 private slots:
  void carvelEdgesOnACylinderAreHalfTheTurn() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    for (const double seam : {0.0, 2.0}) {
      for (const bool upper : {false, true}) {
        PlankingMake make{Construction::Carvel, 30.0, 3.0, seam, upper};
        make.seamTightMm = 12.0;
        for (std::size_t k = 0; k < knownStrakes; ++k) {
          for (const EdgesAt& at : plankEdges(lining, k, make, {})) {
            const auto turnTo = [&](std::size_t other) {
              return 0.5 * (lining.widthMm(k, at.section) + lining.widthMm(other, at.section)) / radiusMm;
            };
            QCOMPARE(at.lower.has_value(), k > 0);
            QCOMPARE(at.upper.has_value(), k + 1 < knownStrakes);
            if (at.lower) QVERIFY(std::abs(at.lower->bevelRad - (upper ? 1.0 : 0.5) * turnTo(k - 1)) < 0.05 * degree);
            if (at.upper) QVERIFY(std::abs(at.upper->bevelRad - (upper ? 0.0 : 0.5) * turnTo(k + 1)) < 0.05 * degree);
            // Backed out to the circle itself, of stock that holds the hollow and the planing.
            const double half = lining.widthMm(k, at.section) / radiusMm / 2.0;
            QVERIFY(std::abs(at.hollowMm - radiusMm * (1.0 - std::cos(half))) < 0.02);
            QVERIFY(at.templateRadiusMm && std::abs(*at.templateRadiusMm - radiusMm) < 4.0);
            QVERIFY(std::abs(at.stockMm - 33.0 - at.hollowMm) < 1e-9);
            QVERIFY(!at.land);
          }
        }
      }
    }
  }

  void aCaulkedSeamLiesWoodToWoodInsideAndOpensFromThere() {
    // Both planks as planed laid to one another: no gap to so deep, and as said outside.
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    constexpr double thick = 30.0, tight = 12.0, seam = 2.0;
    for (const bool onNew : {false, true}) {
      PlankingMake make{Construction::Carvel, thick, 3.0, seam, onNew};
      make.seamTightMm = tight;
      for (std::size_t k = 0; k + 1 < knownStrakes; ++k) {
        const EdgesAt below = plankEdges(lining, k, make, {})[4], above = plankEdges(lining, k + 1, make, {})[4];
        const double turn = 0.5 * (lining.widthMm(k, below.section) + lining.widthMm(k + 1, above.section)) / radiusMm;
        const auto reach = [&](const SeamEdge& edge, double deep) {
          return std::min(deep, tight) * std::tan(edge.bevelRad) + std::max(deep - tight, 0.0) * std::tan(edge.openRad);
        };
        for (const double deep : {0.0, 6.0, tight, 21.0, thick}) {
          // The lower's edge where it is so deep, seen from the upper plank: along it, and square to it.
          const Vec2 edge(reach(*below.upper, deep), deep);
          const Vec2 turned(edge.x() * std::cos(turn) - edge.y() * std::sin(turn),
                            edge.x() * std::sin(turn) + edge.y() * std::cos(turn));
          const double gap = -turned.x() - reach(*above.lower, turned.y());
          const double wanted = seam * std::max(deep - tight, 0.0) / (thick - tight);
          QVERIFY2(std::abs(gap - wanted) < 0.08,
                   qPrintable(QStringLiteral("%1 deep: %2 for %3").arg(deep).arg(gap).arg(wanted)));
        }
        // The saw goes outside all of it.
        for (const double deep : {6.0, tight, 21.0, thick}) {
          QVERIFY(below.upper->proudMm >= reach(*below.upper, deep) - 1e-9);
          QVERIFY(above.lower->proudMm >= reach(*above.lower, deep) - 1e-9);
        }
        QVERIFY(std::abs(below.upper->widerMm - reach(*below.upper, thick)) < 1e-9);
      }
    }
  }

  void aTightSeamDoesNotOpen() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const PlankingMake make{Construction::Carvel, 12.0, 0.0, 0.0, false};
    for (const EdgesAt& at : plankEdges(lining, 2, make, {})) QCOMPARE(at.upper->openRad, at.upper->bevelRad);
  }

  void inAHollowTheFootOfTheUpperPlankIsPlanedUntilItBeds() {
    // Two strakes of 100 mm that turn outwards by ten degrees, laid by points alone.
    constexpr double lap = 19.0, thick = 9.5, turn = 10.0 * degree;
    const Vec2 up(0.0, 1.0), on(std::sin(turn), std::cos(turn));
    const Vec2 mark = 100.0 * up, above = mark + 100.0 * on;
    const auto lands = landsAlong({{Vec2::Zero(), 0.0}, {mark, 0.0}, {above, 0.0}}, lap, thick);
    QCOMPARE(lands.size(), std::size_t(1));
    const LapBevel& land = lands[0];
    QVERIFY(land.isHollow() && land.landRad < 0.0);
    QCOMPARE(land.dropMm, 0.0);
    QCOMPARE(land.leftMm, thick);
    // The outside of the lower plank is upright, thick off its inside: the upper one bears on its edge, and at its foot
    // as much of it lies within the lower as is planed.
    const Vec2 edge(thick, 100.0);
    const Vec2 way = (above - edge).normalized();
    for (const double part : {0.0, 0.25, 0.5, 1.0}) {
      const Vec2 inside = edge - part * lap / way.y() * std::cos(land.footRad) * way;
      const Vec2 planed = inside + part * land.footMm * Vec2(way.y(), -way.x());
      QVERIFY2(std::abs(planed.x() - thick) < 0.02, qPrintable(QString::number(planed.x() - thick)));
    }
    QVERIFY(land.footMm > 1.2 && std::abs(land.footLeftMm - (thick - land.footMm)) < 1e-9);
  }

  void anSIsHollowedAndRounded() {
    // Hollow garboards and round bilges with few strakes: some run over the turn from one to the other.
    std::size_t met = 0;
    PlankingMake make;
    make.thicknessMm = 20.0;
    for (const SmoothHull& hull : smoothHulls())
      for (const int strakes : {3, 5}) {
        const auto counted = setStrakeCount(bookByShares(hull.table(50.0)), strakes);
        QVERIFY(counted);
        const auto solved = solve(std::make_shared<const Book>(*counted), 1);
        const Lining& lining = *solved->lining;
        for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
          for (const EdgesAt& at : plankEdges(lining, k, make, {})) {
            const Band band = lining.band(k);
            const auto t = static_cast<double>(at.section);
            const Vec3 low = band.point(t, 0.0), high = band.point(t, 1.0);
            const Vec3 chord = (high - low).normalized();
            Vec3 out = band.normal(t, 0.5);
            out = (out - out.dot(chord) * chord).normalized();
            double most = 0.0, least = 0.0;
            for (int i = 0; i <= 400; ++i) {
              const double off = (band.point(t, i / 400.0) - low).dot(out);
              most = std::max(most, off), least = std::min(least, off);
            }
            QVERIFY2(std::abs(at.stockMm - 20.0 - (most - least)) < 0.05,
                     qPrintable(QStringLiteral("%1 %2").arg(at.stockMm - 20.0).arg(most - least)));
            if (most > leastHollowMm + 0.05 && least < -leastHollowMm - 0.05) {
              ++met;
              QVERIFY(at.isS() && !at.templateRadiusMm);
            }
          }
        }
      }
    QVERIFY2(met > 0, "no S on this hull");
  }

  void aSixInchPlankAboutARadiusOfEighteenIsAFifthWiderAnEdge() {
    // The same in proportion on the cylinder: a third of its radius wide, and as thick as the plank is to that.
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const double wide = lining.widthMm(2, 4), scale = wide / (6.0 * mmPerInch);
    const double radius = 18.0 * mmPerInch * scale, thick = 1.25 * mmPerInch * scale;
    const PlankingMake make{Construction::Carvel, thick, 0.0, 0.0, false};
    const auto edges = plankEdges(lining, 2, make, {});
    for (const EdgesAt& at : edges) {
      if (at.section != 4) continue;
      // Of her own radius it is as much less as that is more.
      const double wider = at.upper->widerMm * radiusMm / radius / scale / mmPerInch;
      QVERIFY2(std::abs(wider - 0.2) < 0.015, qPrintable(QString::number(wider)));
    }
  }

  void seamsOpenASixteenthAnInchAndThinPlankingIsTight() {
    QCOMPARE(usualSeamMm(12.0), 0.0);
    QCOMPARE(usualSeamMm(18.0), 1.5);
    QVERIFY(std::abs(usualSeamMm(32.0) - 2.0) < 1e-9);
  }

  void aLandPlanedAsToldBedsAStraightedge() {
    // Strake on strake, by points alone: each plank is laid on the one below it, its land planed by the drop that is
    // told, and a straightedge laid from the next mark down over the lap.
    constexpr double lap = 19.0, thick = 9.5;
    PlankMake laps;
    laps.construction = Construction::Lapstrake;
    laps.lapMm = lap;
    PlankingMake make;
    make.construction = Construction::Lapstrake;
    make.thicknessMm = thick;
    for (const Developable& hull : {cylinder(), coneOnItsSide()}) {
      const Lining lining = liningOf(tableOf(hull.sections, 9), knownStrakes);
      double worst = 0.0;
      for (std::size_t i = 1; i + 1 < lining.frame.sectionCount(); ++i) {
        const auto mark = [&](std::size_t line) -> Vec2 {
          return hull.sections[i].point(hull.sections[i].from +
                                        lining.lines[line].shares[i] * (hull.sections[i].to - hull.sections[i].from));
        };
        Vec2 foot = mark(0);
        for (std::size_t k = 0; k + 1 < knownStrakes; ++k) {
          const auto edges = plankEdges(lining, k, make, laps);
          const auto at =
              std::find_if(edges.begin(), edges.end(), [&](const EdgesAt& one) { return one.section == i; });
          QVERIFY(at != edges.end() && at->land);
          const Vec2 head = mark(k + 1), up = (head - foot).normalized(), out(up.y(), -up.x());
          const Vec2 lapLine = head - lap * up + thick * out;         // on the outside, as it hangs
          const Vec2 edge = head + (thick - at->land->dropMm) * out;  // planed at the upper edge
          const Vec2 ruler = (mark(k + 2) - lapLine).normalized();    // the straightedge
          worst = std::max(worst, std::abs(ruler.x() * (edge - lapLine).y() - ruler.y() * (edge - lapLine).x()));
          foot = lapLine;
        }
      }
      QVERIFY2(worst < 0.2, qPrintable(QString::number(worst)));
    }
  }

  void aHostMeetsWhateverLiesUnderItAllAlong() {
    // Strake 4 is let in under 5 from amidships aft: forward of that 5 stands on 3.
    const Book book = sampleBook("marl");
    const auto before = solve(std::make_shared<const Book>(book), 1);
    Stealer stealer;
    stealer.line = before->lining->lines[4].id;
    stealer.at = millimetres(2900.0);
    stealer.joining = Joining::LowerIntoHost;
    stealer.nib = inches(1.5);
    const auto let = setStealer(book, *before->lining, stealer);
    QVERIFY2(let.has_value(), let ? "" : describe(let.error()[0]).c_str());
    const auto solved = solve(std::make_shared<const Book>(*let), 2);
    const Lining& lining = *solved->lining;
    QCOMPARE(lining.strakeBelow(4, 2.0), std::optional<std::size_t>(2));
    QCOMPARE(lining.strakeBelow(4, 8.0), std::optional<std::size_t>(3));
    QCOMPARE(lining.strakeAbove(2, 2.0), std::optional<std::size_t>(4));
    QVERIFY(!lining.strakeBelow(0, 2.0) && !lining.strakeAbove(lining.strakeCount() - 1, 2.0));
    for (const EdgesAt& at : plankEdges(lining, 4, plankingMake(*let), {})) QVERIFY2(at.lower, at.station.c_str());
    for (const EdgesAt& at : plankEdges(lining, 2, plankingMake(*let), {})) QVERIFY2(at.upper, at.station.c_str());
  }

  void aLapstrakePlankHasItsLandsAndNoSeams() {
    const SmoothHull hull = smoothHulls()[0];
    const Book book = *newBook(hull.table(100.0));
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    const Lining& lining = *solved->lining;
    PlankMake laps;
    laps.construction = Construction::Lapstrake;
    laps.lapMm = 18.0;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      const auto edges = plankEdges(lining, k, {Construction::Lapstrake, 9.0}, laps);
      QVERIFY(!edges.empty());
      for (const EdgesAt& at : edges) {
        QVERIFY(!at.lower && !at.upper && !at.templateRadiusMm);
        QCOMPARE(at.stockMm, 9.0);
        QVERIFY(!lining.frame.hull().sections[at.section].isHood());
        QCOMPARE(at.land.has_value(), !lining.isSheerStrake(k));
        if (!at.land) continue;
        const auto lands = lapBevels(lining, at.section, laps, 9.0);
        QCOMPARE(at.land->landRad, lands[k].landRad);
        QVERIFY(std::abs(at.land->leftMm + at.land->dropMm - 9.0) < 1e-9);
      }
    }
  }
};

QTEST_APPLESS_MAIN(PlankEdgesTest)
#include "plank_edges_test.moc"
