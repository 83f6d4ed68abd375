// Gains: both planks as cut are laid on one another again, in the plane square to the lap, on hulls known exactly.

#include <QTest>
#include <cmath>
#include <numbers>

#include "known_hulls.h"
#include "plank/gain.h"
#include "plank/lap_bevel.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double degree = std::numbers::pi / 180.0;

PlankingMake planking(GainWay way, double thick = 9.5, double runMm = 300.0) {
  PlankingMake make;
  make.construction = Construction::Lapstrake;
  make.thicknessMm = thick;
  make.bow = make.stern = {way, runMm};
  return make;
}

PlankMake laps(double mm = 18.0) {
  PlankMake make;
  make.construction = Construction::Lapstrake;
  make.lapMm = mm;
  return make;
}

/// A curve crossed by a plane, found by going along it; none where it ends before.
std::optional<Vec3> crossing(const Lining& lining, const SurfaceCurve& curve, SurfaceReach reach, const Vec3& at,
                             const Vec3& along, double near) {
  constexpr int steps = 4000;
  constexpr double around = 0.8;
  const double from = std::max(reach.fromT, near - around), to = std::min(reach.toT, near + around);
  Vec3 before = curve.point(lining.frame, from);
  for (int i = 1; i <= steps; ++i) {
    const Vec3 now = curve.point(lining.frame, from + (to - from) * i / steps);
    const double a = (before - at).dot(along), b = (now - at).dot(along);
    if (a * b <= 0.0 && a != b) return before + (now - before) * (a / (a - b));
    before = now;
  }
  return std::nullopt;
}

/// The land of a strake where the next stands on it, laid plank on plank from the garboard up; none where some of them
/// end before they come abreast.
std::optional<double> landByHand(const Lining& lining, std::size_t strake, const GainMark& mark, double lapMm,
                                 double thickMm, double runMm) {
  const SurfaceCurve& line = lining.strakes[strake].upperEdge;
  constexpr double little = 1e-5;
  const SurfaceReach reach = lining.strakes[strake].reach;
  const Vec3 at = line.point(lining.frame, mark.t);
  const Vec3 along = (line.point(lining.frame, std::min(mark.t + little, reach.toT)) -
                      line.point(lining.frame, std::max(mark.t - little, reach.fromT)))
                         .normalized();
  const Vec3 normal = lining.frame.normal(mark.t, line.shareAt(mark.t));
  const Vec3 out = (normal - normal.dot(along) * along).normalized(), up = along.cross(out);
  bool whole = true;
  const auto flat = [&](std::size_t of, bool upper) {
    const LinedStrake& one = lining.strakes[of];
    const auto found = crossing(lining, upper ? one.upperEdge : one.lowerEdge, one.reach, at, along, mark.t);
    whole = whole && found.has_value();
    const Vec3 there = found.value_or(at) - at;
    return Vec2(there.dot(out), there.dot(up));
  };
  Vec2 foot = flat(0, false), inside = Vec2::Zero();
  double angle = 0.0;
  for (std::size_t k = 0; k <= strake + 1; ++k) {
    const Vec2 head = flat(k, true), way = (head - foot).normalized();
    angle = std::asin(std::clamp(inside.y() * -way.x() + inside.x() * way.y(), -1.0, 1.0));
    inside = way;
    const Vec2 outward(inside.y(), -inside.x());
    // Each strake's own stand-off, by the turn from mark to mark.
    if (k == strake) {
      foot = head + mark.standOffMm * outward - lapMm * inside;
    } else {
      const Vec2 next = flat(std::min(k + 1, strake + 1), true), below = flat(k, false);
      const Vec2 a = (head - below).normalized(), b = (next - head).normalized();
      const double chord = std::asin(std::clamp(a.y() * -b.x() + a.x() * b.y(), -1.0, 1.0));
      const double end = std::max(0.0, lapMm * std::tan(chord));
      const Vec2 edge = head + (end + (thickMm - end) * mark.fromEndMm / runMm) * outward;
      // In a hollow the next one bears on the edge, else on the lap line.
      const Vec2 onLine = edge - lapMm * inside;
      foot = (next - onLine).dot(outward) > 0.0 ? edge : onLine;
    }
  }
  if (!whole) return std::nullopt;
  return angle;
}

/// How far apart the two planks' faces lie over the lap, as cut.
double gapMm(const GainMark& mark, double lapMm, double thick) {
  double gap = 0.0;
  const double tilt = std::tan(mark.landRad), c = std::cos(mark.landRad);
  for (int i = 0; i <= 10; ++i) {
    const double part = i / 10.0, s = part * lapMm;
    // The lower plank's face, and the upper's: so deep in from its inside.
    const double lower = thick - (mark.lowerAtLapMm + part * (mark.lowerAtEdgeMm - mark.lowerAtLapMm));
    const double inside = mark.standOffMm - s * tilt;
    const double upper = inside + (mark.upperAtFootMm + part * (mark.upperAtHeadMm - mark.upperAtFootMm)) / c;
    gap = std::max(gap, std::abs(upper - lower));
  }
  return gap;
}

}  // namespace

class GainTest : public QObject {
  Q_OBJECT

 private slots:
  void bothFacesMeetAllOverTheLapAndTheEndIsFlush() {
    const double thick = 9.5;
    std::size_t hollow = 0;
    for (const SmoothHull& hull : smoothHulls()) {
      const Book book = bookByShares(hull.table(50.0));
      const auto solved = solve(std::make_shared<const Book>(book), 1);
      const Lining& lining = *solved->lining;
      for (const GainWay way : {GainWay::Halved, GainWay::Feathered}) {
        const auto all = gains(lining, laps(), planking(way));
        QVERIFY(all.size() >= lining.strakeCount() - 1);
        for (const Gain& gain : all) {
          QCOMPARE(gain.marks.size(), std::size_t(7));  // 300 mm in steps of two inches
          QCOMPARE(gain.marks.back().fromEndMm, 0.0);
          for (const GainMark& mark : gain.marks) {
            // On a sharp turn there is nothing to close.
            if (mark.standOffMm > thick) continue;
            hollow += mark.landRad < 0.0 ? 1 : 0;
            const double gap = gapMm(mark, mark.lapMm, thick);
            QVERIFY2(gap < 0.05, qPrintable(QString::number(gap)));
            QVERIFY(std::abs(mark.throughMm - (2.0 * thick - mark.lowerAtLapMm - mark.upperAtFootMm)) < 1e-9);
          }
          const GainMark &first = gain.marks.front(), &last = gain.marks.back();
          // Before it begins only the land is planed, or in a hollow the foot.
          const double foot = std::max(0.0, -first.lapMm * std::sin(first.landRad));
          QVERIFY(std::abs(first.upperAtFootMm - foot) < 1e-9 && std::abs(first.lowerAtLapMm) < 1e-9);
          QVERIFY(std::abs(first.standOffMm - thick + std::max(0.0, -first.lapMm * std::tan(first.landRad))) < 1e-9);
          // The insides run from mark to mark there, and what stands proud is what they turn by over the lap.
          const double over = last.lapMm * std::sin(last.landRad);
          if (last.landRad < 0.0 || last.standOffMm > thick) continue;
          QVERIFY2(std::abs(last.standOffMm - last.lapMm * std::tan(last.landRad)) < 0.05,
                   qPrintable(QStringLiteral("%1 %2").arg(last.standOffMm).arg(over)));
          if (way == GainWay::Halved) {
            QVERIFY2(std::abs(last.stepMm - over) < 0.05,
                     qPrintable(QStringLiteral("%1 %2").arg(last.stepMm).arg(over)));
            QVERIFY(std::abs(last.upperAtFootMm - last.lowerAtLapMm) < 1e-9);
            // At the mark, all of one plank's thickness is gone.
            QVERIFY(std::abs(last.upperAtHeadMm + last.lowerAtEdgeMm - thick) < 0.5);
          } else {
            // Nothing off the lap line, and a third of the lower plank's edge sound where the turn leaves it.
            QVERIFY(std::abs(last.lowerAtLapMm) < 1e-9);
            if (over < thick / 2.0) QVERIFY(last.lowerLeftMm > thick / 3.0 - 1e-6);
          }
        }
      }
    }
    QVERIFY2(hollow > 0, "no hollow lap among them");
  }

  void aGainFollowsALapThatChanges() {
    // The lap grows from 12 mm at the bow to 26 a bay aft of it: each mark of the gain has the lap that it lies on.
    const double thick = 9.5;
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    PlankMake make = laps();
    make.laps = {{0.0, 12.0}, {1.0, 26.0}};
    for (const Gain& gain : gains(*solved->lining, make, planking(GainWay::Halved))) {
      for (const GainMark& mark : gain.marks) {
        const double lap = mark.t < 1.0 ? 12.0 + 14.0 * mark.t : 26.0;
        QVERIFY(std::abs(mark.lapMm - lap) < 1e-9);
        if (mark.standOffMm > thick) continue;
        QVERIFY(gapMm(mark, lap, thick) < 0.05);
        // What is planed off the edge beyond what is off the lap line falls with the lap.
        if (mark.landRad > 0.0)
          QVERIFY(std::abs(mark.lowerAtEdgeMm - mark.lowerAtLapMm - lap * std::tan(mark.landRad)) < 1e-6);
      }
    }
  }

  void landsAreThoseLaidPlankOnPlankFromTheGarboard() {
    for (const SmoothHull& hull : smoothHulls()) {
      const Book book = bookByShares(hull.table(50.0));
      const auto solved = solve(std::make_shared<const Book>(book), 1);
      const Lining& lining = *solved->lining;
      double worst = 0.0;
      std::size_t laid = 0;
      for (const Gain& gain : gains(lining, laps(), planking(GainWay::Halved))) {
        for (std::size_t i = 0; i < gain.marks.size(); ++i) {
          const auto byHand = landByHand(lining, gain.strake, gain.marks[i], gain.marks[i].lapMm, 9.5, gain.make.runMm);
          if (!byHand) continue;
          ++laid;
          worst = std::max(worst, std::abs(*byHand - gain.marks[i].landRad));
        }
      }
      QVERIFY2(laid > 10, qPrintable(QString::number(laid)));
      QVERIFY2(worst < 0.15 * degree, qPrintable(QString::fromStdString(hull.name) + QString::number(worst / degree)));
    }
  }

  void marksLieWhereTheirLengthsSay() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    for (const Gain& gain : gains(lining, laps(), planking(GainWay::Halved, 9.5, 250.0))) {
      const SurfaceCurve& line = lining.strakes[gain.strake].upperEdge;
      for (const GainMark& mark : gain.marks) {
        double along = 0.0;
        const double end = gain.bow ? 0.0 : lining.frame.lastT();
        Vec3 before = line.point(lining.frame, end);
        for (int i = 1; i <= 200; ++i) {
          const Vec3 now = line.point(lining.frame, end + (mark.t - end) * i / 200.0);
          along += (now - before).norm(), before = now;
        }
        QVERIFY2(std::abs(along - mark.fromEndMm) < 0.1, qPrintable(QString::number(along - mark.fromEndMm)));
      }
    }
  }

  void whereAGainBeginsItsLandIsThatOfTheLap() {
    // On a cylinder the plane square to the lap is very nearly the station's.
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const auto all = gains(lining, laps(), planking(GainWay::Halved, 9.5, 400.0));
    for (const Gain& gain : all) {
      if (!gain.bow || gain.strake > 2) continue;
      const auto lands = lapBevels(lining, 1, laps(), 9.5);
      QVERIFY(std::abs(gain.marks.front().landRad - lands[gain.strake].landRad) < 0.3 * degree);
      QVERIFY(std::abs(gain.marks.front().lowerAtEdgeMm - lands[gain.strake].dropMm) < 0.1);
    }
  }

  void joggledPlanksKeepTheirThicknessAndTheTimberIsNotched() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const auto all = gains(lining, laps(), planking(GainWay::Joggled));
    QCOMPARE(all.size(), 2 * (knownStrakes - 1));
    for (const Gain& gain : all) {
      for (const GainMark& mark : gain.marks) {
        QCOMPARE(mark.standOffMm, 9.5);
        QCOMPARE(mark.stepMm > 9.0, true);
        QCOMPARE(mark.upperAtFootMm, 0.0);
        QCOMPARE(mark.throughMm, 19.0);
      }
    }
  }

  void aRunLongerThanHalfOfTheLapIsShortened() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    for (const Gain& gain : gains(lining, laps(), planking(GainWay::Halved, 9.5, 9000.0)))
      QVERIFY(gain.make.runMm < 0.51 * knownLengthMm * 1.02);
  }

  void carvelPlanksHaveNone() {
    const auto marl = solve(std::make_shared<const Book>(sampleBook("marl")), 1);
    QVERIFY(marl->gains.get() != nullptr && marl->gains->empty());
    const auto osier = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    QVERIFY(!osier->gains->empty());
    QVERIFY(gainAt(*osier->gains, 0, true) != nullptr);
    QVERIFY(gainAt(*osier->gains, osier->lining->strakeCount() - 1, true) == nullptr);
  }

  void gainsMoveOnlyAsFarAsTheEdgeThatMoved() {
    // The edge of strake 4 moved aft: its own gains and its neighbours' at the bow stay as they were.
    Book book = sampleBook("osier");
    const auto before = solve(std::make_shared<const Book>(book), 1);
    LiningPlan& plan = book.boatPlan();
    const Lining& lined = *before->lining;
    const std::size_t aft = lined.frame.sectionCount() - 3;
    plan.moved.push_back({plan.lines[4], sectionIds(book, lined.frame.hull())[aft],
                          lined.lines[4].shares[aft] + 6.0 / lined.frame.girthMm(aft)});
    const auto after = solve(std::make_shared<const Book>(book), 2, before);
    QVERIFY(after->lining.get() != nullptr && after->lining->strakeCount() == lined.strakeCount());
    std::size_t still = 0, moved = 0;
    for (std::size_t i = 0; i < before->gains->size(); ++i) {
      const Gain &old = (*before->gains)[i], &now = (*after->gains)[i];
      for (std::size_t m = 0; m < old.marks.size(); ++m) {
        // How far its own lines moved there, and how narrow the strakes between them are.
        const double t = old.marks[m].t, girth = lined.frame.girthBetweenMm(t);
        double shift = 0.0, narrowest = 1e300;
        for (std::size_t line = old.strake > 4 ? old.strake - 4 : 0; line <= old.strake + 2; ++line) {
          for (const double beside : {-0.9, -0.6, -0.3, 0.0, 0.3, 0.6, 0.9}) {
            const double at = std::clamp(t + beside, 0.0, lined.frame.lastT());
            shift = std::max(shift,
                             girth * std::abs(after->lining->lines[line].shareAt(at) - lined.lines[line].shareAt(at)));
          }
          if (line > 0)
            narrowest = std::min(narrowest, girth * (lined.lines[line].shareAt(t) - lined.lines[line - 1].shareAt(t)));
        }
        const double turned = std::abs(old.marks[m].landRad - now.marks[m].landRad);
        QVERIFY2(turned < 4.0 * shift / narrowest + 1e-6,
                 qPrintable(QStringLiteral("%1 %2 %3").arg(turned).arg(shift).arg(narrowest)));
        shift < 1e-3 ? ++still : ++moved;
        if (shift < 1e-9) QVERIFY(turned < 1e-9);
      }
    }
    QVERIFY(still > 0 && moved > 0);
    // What was used again of those before is what would have been worked out afresh.
    const auto afresh = solve(std::make_shared<const Book>(book), 3);
    for (std::size_t i = 0; i < afresh->gains->size(); ++i) {
      for (std::size_t m = 0; m < (*afresh->gains)[i].marks.size(); ++m)
        QVERIFY(std::abs((*afresh->gains)[i].marks[m].landRad - (*after->gains)[i].marks[m].landRad) < 1e-12);
    }
  }

  void aThinPlanksGainIsTold() {
    Book book = sampleBook("osier");
    book.table.thickness = millimetres(5.0);
    const auto thin = solve(std::make_shared<const Book>(book), 1);
    std::size_t told = 0;
    for (const Finding& finding : thin->findings) {
      const auto* gain = finding.as<GainThin>();
      if (gain == nullptr) continue;
      ++told;
      QVERIFY(gain->leftMm < gain->leastMm);
      const std::string words = describe(finding, Notation::Inches16);
      QVERIFY2(words.find("in the gain at the ") != std::string::npos, words.c_str());
    }
    QCOMPARE(told, std::size_t(1));
  }
};

QTEST_APPLESS_MAIN(GainTest)
#include "gain_test.moc"
