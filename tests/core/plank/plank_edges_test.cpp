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
        const PlankingMake make{Construction::Carvel, 30.0, 3.0, seam, upper};
        for (std::size_t k = 0; k < knownStrakes; ++k) {
          for (const EdgesAt& at : plankEdges(lining, k, make, {})) {
            const auto turnTo = [&](std::size_t other) {
              return 0.5 * (lining.widthMm(k, at.section) + lining.widthMm(other, at.section)) / radiusMm;
            };
            const double open = std::atan(seam / 30.0);
            QCOMPARE(at.lower.has_value(), k > 0);
            QCOMPARE(at.upper.has_value(), k + 1 < knownStrakes);
            if (at.lower)
              QVERIFY(std::abs(at.lower->bevelRad - (upper ? 1.0 : 0.5) * (turnTo(k - 1) - open)) < 0.05 * degree);
            if (at.upper)
              QVERIFY(std::abs(at.upper->bevelRad - (upper ? 0.0 : 0.5) * (turnTo(k + 1) - open)) < 0.05 * degree);
            if (at.upper) QVERIFY(std::abs(at.upper->widerMm - 30.0 * std::tan(at.upper->bevelRad)) < 1e-9);
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
