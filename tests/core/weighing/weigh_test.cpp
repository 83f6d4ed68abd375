// Every measure of the weighing against closed forms, hand-worked cases and hard hulls.

#include <QTest>
#include <algorithm>
#include <cmath>
#include <complex>
#include <map>
#include <numbers>
#include <set>

#include "book/lining_edits.h"
#include "book/weighing_edits.h"
#include "known_hulls.h"
#include "level_cylinder.h"
#include "plank/backing_out.h"
#include "plank/flat_bow.h"
#include "plank/lap_bevel.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/solve.h"
#include "weighing/twist.h"
#include "weighing/weigh_plan.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double degree = std::numbers::pi / 180.0;

/// A boat's own plan weighed, of the book as it stands.
std::shared_ptr<const PlanWeighed> weighed(const Book& book, StripFineness fineness = quickStrip,
                                           const PlanWeighed* before = nullptr) {
  const auto drawn = springHull(book.table);
  const auto inside = hullFace(*drawn, book.table, Face::Inside);
  static std::map<std::string, GirthFrame> frames;  // the same hull for the same boat: what is kept stays good
  auto& frame = frames[book.table.boat];
  if (frame.sharedHull() == nullptr) frame = GirthFrame(std::make_shared<Hull>(*inside), false);
  auto made =
      weighPlan(frame, book.boatPlan(), sectionIds(book, frame.hull()), weighingFigures(book), fineness, before);
  if (!made) qFatal("%s", describe(made.error()).c_str());
  return *made;
}

/// A V whose sides turn about the keel as they run aft: a helicoid.
constexpr double turnPerMm = 0.1 / 1000.0;
OffsetTable helicoid() {
  std::vector<KnownSection> sections;
  for (int i = 0; i < knownStations; ++i) {
    const double angle = 0.5 + turnPerMm * stationX(i);
    sections.push_back({stationX(i),
                        [angle](double s) { return Vec2(s * std::cos(angle), 200.0 + s * std::sin(angle)); }, 40.0,
                        700.0});
  }
  return tableOf(sections, 9);
}

}  // namespace

class WeighTest : public QObject {
  Q_OBJECT

 private slots:
  void hollowOnCylinderAndConeIsTheSagOfTheArc() {
    const Lining round = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    const Lining cone = liningOf(tableOf(coneOnItsSide().sections, 9), knownStrakes);
    for (std::size_t k = 0; k < knownStrakes; ++k) {
      for (std::size_t i = 0; i < round.frame.sectionCount(); ++i) {
        const double half = round.widthMm(k, i) / 700.0 / 2.0;
        const double off = hollowMm(round.band(k), static_cast<double>(i)) - 700.0 * (1.0 - std::cos(half));
        QVERIFY2(std::abs(off) < 0.02, qPrintable(QString("cylinder %1 %2: %3").arg(k).arg(i).arg(off)));
        const double radius = 0.09 * (stationX(static_cast<int>(i)) + 6000.0);
        const double wide = cone.widthMm(k, i) / radius / 2.0;
        const double away = hollowMm(cone.band(k), static_cast<double>(i)) - radius * (1.0 - std::cos(wide));
        QVERIFY2(std::abs(away) < 0.03, qPrintable(QString("cone %1 %2: %3").arg(k).arg(i).arg(away)));
      }
    }
  }

  void hollowAndLandsOnHardHullsAreThoseOfTheExactSection_data() {
    QTest::addColumn<double>("step");
    QTest::addColumn<double>("hollow");
    QTest::addColumn<double>("land");
    // Where the turn of the bilge lies between figures, the surface tells no better than they do.
    QTest::newRow("figures every 50 mm") << 50.0 << 0.1 << 0.25;
    QTest::newRow("figures every 100 mm") << 100.0 << 0.5 << 0.9;
  }
  void hollowAndLandsOnHardHullsAreThoseOfTheExactSection() {
    QFETCH(double, step);
    QFETCH(double, hollow);
    QFETCH(double, land);
    for (const SmoothHull& known : smoothHulls()) {
      const OffsetTable table = known.table(step);
      const auto hull = springHull(table);
      const GirthFrame frame(std::make_shared<Hull>(*hull), false);
      PlankMake make;
      make.construction = Construction::Lapstrake;
      make.lapMm = 22.0;
      const double thickness = 11.0;
      const auto lining =
          lineOff(frame, equalPlan(10), std::vector<StationId>(frame.sectionCount()), {make.construction, 11.0, 22.0});
      QVERIFY(lining);
      double worstHollow = 0.0, worstLand = 0.0;
      for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
        const Section& section = frame.hull().sections[i];
        if (section.kind != SectionKind::Station) continue;
        const double x = *section.xMm;
        const auto exact = [&](double z) { return Vec2(known.breadth(x, z), z); };
        const auto mark = [&](std::size_t line) { return exact(lining->point(line, static_cast<double>(i)).z()); };
        // The exact section between the two marks, by its own heights.
        for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
          const Vec2 low = mark(k), high = mark(k + 1);
          const Vec2 up = (high - low).normalized(), out(up.y(), -up.x());
          double most = 0.0;
          for (int s = 1; s < 4000; ++s) {
            const double off = (exact(low.y() + (high.y() - low.y()) * s / 4000.0) - low).dot(out);
            if (std::abs(off) > std::abs(most)) most = off;
          }
          // Where the section lies all but level, its heights do not tell its breadths.
          if (high.y() - low.y() < 0.15 * (high - low).norm()) continue;
          const double off = hollowMm(lining->band(k), static_cast<double>(i)) - most;
          worstHollow = std::max(worstHollow, std::abs(off));
        }
        // The lands, worked with complex numbers from below up.
        const auto lands = lapBevels(*lining, i, make, thickness);
        QCOMPARE(lands.size(), lining->strakeCount() - 1);
        using Number = std::complex<double>;
        const auto place = [&](std::size_t line) { return Number(mark(line).x(), mark(line).y()); };
        Number inside = (place(1) - place(0)) / std::abs(place(1) - place(0));
        for (std::size_t k = 0; k + 1 < lining->strakeCount(); ++k) {
          const Vec3 normal = known.normal(x, mark(k + 1).y());
          const double seen = thickness / std::sqrt(1.0 - normal.x() * normal.x());
          const Number outward = inside * Number(0.0, -1.0);
          const Number next = place(k + 2) - (place(k + 1) + seen * outward - make.lapMm * inside);
          const double planed = std::arg(next / inside);
          const double away = std::abs(planed - lands[k].landRad) / degree;
          worstLand = std::max(worstLand, away);
          inside = next / std::abs(next);
        }
      }
      QVERIFY2(worstHollow < hollow, qPrintable(QString("%1: hollow %2").arg(known.name.c_str()).arg(worstHollow)));
      QVERIFY2(worstLand < land, qPrintable(QString("%1: land %2").arg(known.name.c_str()).arg(worstLand)));
    }
  }

  void landsOnACylinderAreAsWorkedByHand() {
    const Lining lining = liningOf(tableOf(cylinder().sections, 9), knownStrakes);
    PlankMake make;
    make.construction = Construction::Lapstrake;
    make.lapMm = 20.0;
    const double thick = 10.0;
    const std::size_t i = 5;
    const auto lands = lapBevels(lining, i, make, thick);
    QCOMPARE(lands.size(), knownStrakes - 1);
    const double turn = lining.widthMm(0, i) / 700.0, chord = 2.0 * 700.0 * std::sin(turn / 2.0);
    // Along the garboard's inside and square out from it: the next mark, and its lap line.
    const double first = std::atan2(chord * std::sin(turn) + thick, chord * std::cos(turn) + make.lapMm);
    QVERIFY2(std::abs(lands[0].landRad - first) < 0.05 * degree,
             qPrintable(QString::number(lands[0].landRad / degree)));
    QVERIFY(std::abs(lands[0].chordRad - turn) < 0.05 * degree);
    QVERIFY(std::abs(lands[0].dropMm - 20.0 * std::tan(first)) < 0.05);
    QVERIFY(std::abs(lands[0].leftMm - (thick - 20.0 * std::tan(first))) < 0.05);
    // The next stands out already: from its own inside the mark after it lies at twice the turn, less what it leans.
    const double lean = 2.0 * turn - first;
    const double second = std::atan2(chord * std::sin(lean) + thick, chord * std::cos(lean) + make.lapMm);
    QVERIFY(std::abs(lands[1].landRad - second) < 0.05 * degree);
    QVERIFY(first > second && second > turn);  // the garboard's most, and more than between the chords
    // A thicker plank leaves less of itself; no lap, no land.
    make.lapMm = 0.0;
    QCOMPARE(lapBevels(lining, i, make, thick)[0].dropMm, 0.0);
  }

  void twistOnAHelicoidIsItsPitch() {
    const Lining lining = liningOf(helicoid(), knownStrakes);
    for (std::size_t k = 0; k < knownStrakes; ++k) {
      for (std::size_t i = 0; i < lining.frame.sectionCount(); ++i) {
        const double s = 40.0 + 660.0 * (static_cast<double>(k) + 0.5) / knownStrakes;
        const double exact = turnPerMm / (1.0 + s * s * turnPerMm * turnPerMm) / degree * 304.8;
        const double twist = TwistAlong(lining.band(k)).degAFootAt(static_cast<double>(i));
        QVERIFY2(std::abs(twist - exact) < 0.02, qPrintable(QString("%1 %2: %3").arg(k).arg(i).arg(twist - exact)));
      }
    }
    const Lining straight = liningOf(tableOf(cylinder().sections, 9), 4);
    QVERIFY(TwistAlong(straight.band(1)).degAFootAt(5.0) < 0.4);  // a cylinder turns only by its sheer's sweep
  }

  void twistIsNoughtOnASphereWhereverAStrakeRuns() {
    // A sphere turns about no line that is drawn on it, however that slants across her stations.
    constexpr double radius = 2500.0;
    std::vector<KnownSection> sections;
    for (int i = 0; i < 9; ++i) {
      const double x = -900.0 + 260.0 * i, r = std::sqrt(radius * radius - x * x);
      sections.push_back(
          {x + 900.0, [r](double a) { return Vec2(r * std::sin(a), radius - r * std::cos(a)); }, 0.15 + 0.02 * i, 1.2});
    }
    const Lining lining = liningOf(tableOf(sections, 12), 5);
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      for (double t = 0.0; t <= lining.frame.lastT(); t += 0.25)
        QVERIFY2(TwistAlong(lining.band(k)).degAFootAt(t) < 0.12,
                 qPrintable(QString("%1 %2: %3").arg(k).arg(t).arg(TwistAlong(lining.band(k)).degAFootAt(t))));
    }
  }

  void twistOnACylinderIsThatOfALineThatCrossesItsRulings() {
    // At an angle to the rulings of a cylinder of radius R a line's geodesic torsion is sin cos / R.
    const LevelCylinder known;
    OffsetTable table = known.table(false);
    const Lining lining = liningOf(table, 6);
    double most = 0.0;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      const Band band = lining.band(k);
      for (double t = 1.0; t <= lining.frame.lastT() - 0.3; t += 0.2) {
        // Three inches to either side of the place, at even steps.
        double sum = 0.0;
        int count = 0;
        for (double away = -76.2; away <= 76.3; away += 76.2 / 8.0, ++count) {
          const double speed = (band.point(t + 0.01, 0.5) - band.point(t - 0.01, 0.5)).norm() / 0.02;
          const double at = t + away / speed;
          const auto one = known.on(band.point(at - 0.005, 0.5)), other = known.on(band.point(at + 0.005, 0.5));
          const double angle = std::atan2(known.radiusMm * (other.u - one.u), other.l - one.l);
          sum += std::sin(angle) * std::cos(angle) / known.radiusMm;
        }
        const double exact = std::abs(sum / count) / degree * 304.8;
        most = std::max(most, exact);
        const double twist = TwistAlong(band).degAFootAt(t);
        QVERIFY2(std::abs(twist - exact) < 0.5,
                 qPrintable(QString("%1 %2: %3 %4").arg(k).arg(t).arg(twist).arg(exact)));
      }
    }
    QVERIFY(most > 4.0);
  }

  void bowOfAnArcInEightFeetAndOfTheConesPlanks() {
    const double radius = 9000.0, stretch = 2440.0;
    std::vector<Vec2> arc;
    for (int i = 0; i <= 400; ++i) {
      const double a = 5000.0 / radius * (i / 400.0 - 0.5);
      arc.emplace_back(radius * std::sin(a), radius * std::cos(a));
    }
    QVERIFY(std::abs(greatestBowMm(arc, stretch) - radius * (1.0 - std::cos(stretch / radius / 2.0))) < 0.05);
    QVERIFY(std::abs(greatestBowMm(arc, 1e9) - radius * (1.0 - std::cos(5000.0 / radius / 2.0))) < 0.05);
    QCOMPARE(greatestBowMm({{0, 0}, {100, 0}, {200, 0}}, stretch), 0.0);
    // An S bows less in any eight feet than from end to end of each half.
    std::vector<Vec2> ess;
    for (int i = 0; i <= 400; ++i) ess.emplace_back(i * 12.5, 50.0 * std::sin(i / 400.0 * 2.0 * std::numbers::pi));
    QVERIFY(greatestBowMm(ess, stretch) > 45.0);
    // On a cone lying on its side the middle line unrolls in closed form.
    const Developable known = coneOnItsSide();
    const Lining lining = liningOf(tableOf(known.sections, 9), knownStrakes);
    for (std::size_t k = 0; k < knownStrakes; ++k) {
      const FlatPlank plank = flatPlank(lining.band(k), {});
      std::vector<Vec2> exact;
      const double share = (static_cast<double>(k) + 0.5) / knownStrakes;
      for (int i = 0; i <= 400; ++i) exact.push_back(known.unrolled(knownLengthMm * i / 400.0, share));
      const double off = greatestBowMm(plank.map.line(0.5, 6), stretch) - greatestBowMm(exact, stretch);
      QVERIFY2(std::abs(off) < 0.1, qPrintable(QString("%1: %2").arg(k).arg(off)));
    }
  }

  void widthsStepsEndsAndSeamsAreArithmetic() {
    Book book = sampleBook("marl");
    book = *setStrakeCount(book, 12);
    book.weighing.species = "Siberian larch";
    book.weighing.moistureChange = 5.0;
    const auto now = weighed(book);
    const Lining& lining = now->lining;
    for (const Weighed& row : now->weighing.rows) {
      const FlatPlank& plank = *now->planks[row.strake];
      if (row.measure == Measure::Width) QCOMPARE(row.value, lining.widthMm(row.strake, *row.section));
      if (row.measure == Measure::Step) QVERIFY(std::abs(row.value - 1.0) < 1e-9);  // equal strakes at every station
      if (row.measure == Measure::BoardWidth) QCOMPARE(row.value, plank.boardWidthMm);
      if (row.measure == Measure::Sny) QCOMPARE(row.value, plank.snyMm);
      if (row.measure == Measure::HoodEnd) QCOMPARE(row.value, std::min(plank.foreEndMm, 1e9));
      if (row.measure == Measure::EndRatio || row.measure == Measure::SeamMove) {
        double widest = 0.0;
        for (std::size_t i = 1; i + 1 < lining.frame.sectionCount(); ++i)
          widest = std::max(widest, lining.widthMm(row.strake, i));
        const double wanted = row.measure == Measure::EndRatio ? std::min(plank.foreEndMm, plank.aftEndMm) / widest
                                                               : widest * 0.0032 * 5.0;
        QVERIFY2(std::abs(row.value - wanted) < 1e-9, measureWord(row.measure));
      }
      if (row.measure == Measure::Stock) {
        // All of it: what is hollowed, and of an S what is rounded too.
        const double range = offChord(lining.band(row.strake), static_cast<double>(*row.section)).rangeMm();
        QVERIFY(std::abs(row.value - (book.table.thickness.mm() + mmPerInch / 16.0 + range)) < 1e-9);
        const double hollow = now->weighing.row(row.strake, Measure::Hollow, row.section)->value;
        QVERIFY(range >= std::abs(hollow) - 1e-9 && range <= 2.0 * std::abs(hollow) + 1e-9);
      }
      QVERIFY(std::isfinite(row.value));
      QVERIFY(row.limit ||
              (row.measure == Measure::Hollow || row.measure == Measure::EdgeSet || (row.measure == Measure::Step)));
    }
    // Every strake at every station it passes, once.
    std::size_t widths = 0;
    for (const Weighed& row : now->weighing.rows) widths += row.measure == Measure::Width ? 1 : 0;
    QCOMPARE(widths, (lining.frame.sectionCount() - 2) * 12);
    const auto diminishing = [&] {
      Book by = book;
      Zone& zone = by.boatPlan().zones[0];
      zone.rule = LiningRule::Diminishing;
      for (int k = 0; k < 12; ++k) zone.widths.push_back(millimetres(100.0 + 10.0 * (k % 3)));
      return weighed(by);
    }();
    const std::size_t master = diminishing->lining.master;
    for (std::size_t k = 1; k < 12; ++k) {
      const double wanted =
          (100.0 + 10.0 * static_cast<double>(k % 3)) / (100.0 + 10.0 * static_cast<double>((k - 1) % 3));
      QVERIFY(std::abs(diminishing->weighing.row(k, Measure::Step, master)->value - wanted) < 1e-6);
    }
  }

  void ownLimitsAreJudgedByAndNonsenseIsRefused() {
    const Book book = sampleBook("osier");
    WeighingPlan plan;
    plan.limits = {{Measure::Sny, {1000.0, 2000.0}}, {Measure::EndRatio, {0.99, 0.98}}};
    const auto edited = setWeighing(book, plan);
    QVERIFY(edited);
    const auto now = weighed(*edited);
    for (const Weighed& row : now->weighing.rows) {
      if (row.measure == Measure::Sny) QVERIFY(!row.verdict && *row.limit == 1000.0);
      if (row.measure == Measure::EndRatio && row.value < 0.98) QVERIFY(row.verdict == Severity::Trouble);
    }
    const Book back = readBook(writeBook(*edited))->book;
    QVERIFY(back.weighing == edited->weighing);
    QCOMPARE(writeBook(back), writeBook(*edited));
    plan.limits = {{Measure::Sny, {0.0, 5.0}}, {Measure::Twist, {5.0, 4.0}}, {Measure::LandLeft, {2.0, 3.0}}};
    plan.boardWidth = Length();
    const auto refused = setWeighing(book, plan);
    QVERIFY(!refused);
    QCOMPARE(refused.error().size(), std::size_t(4));  // all at once
    QVERIFY(describe(refused.error()).find("the limit of sny") != std::string::npos);
    // The same of a file.
    Book spoiled = book;
    spoiled.weighing = plan;
    QVERIFY(!readBook(writeBook(spoiled)));
  }

  void limitsFollowTheKindAndSizeOfBoat() {
    const WeighingFigures osier = weighingFigures(sampleBook("osier")), marl = weighingFigures(sampleBook("marl"));
    // Three eighths 7 degrees, an inch 2 3/4, and between them in proportion.
    WeighingFigures thin = osier;
    thin.thicknessMm = 0.375 * mmPerInch;
    QCOMPARE(usualLimit(Measure::Twist, thin, false, 100.0)->look, 7.0);
    thin.thicknessMm = mmPerInch;
    QCOMPARE(usualLimit(Measure::Twist, thin, false, 100.0)->look, 2.75);
    QCOMPARE(usualLimit(Measure::Twist, thin, false, 100.0)->trouble, 1.5 * 2.75);
    thin.thicknessMm = 0.5625 * mmPerInch;
    QVERIFY(std::abs(usualLimit(Measure::Twist, thin, false, 100.0)->look - 5.0) < 1e-9);
    QVERIFY(!usualLimit(Measure::LandLeft, marl, false, 100.0));
    QCOMPARE(usualLimit(Measure::LandLeft, osier, false, 100.0)->look, osier.thicknessMm / 2.0);
    QCOMPARE(usualLimit(Measure::Width, marl, true, 100.0)->look,
             1.5 * usualLimit(Measure::Width, marl, false, 0.0)->look);
    QVERIFY(!usualLimit(Measure::EdgeSet, marl, false, 100.0));
    WeighingFigures straight = marl;
    straight.plan.straightStock = true;
    QVERIFY(std::abs(usualLimit(Measure::EdgeSet, straight, false, 6.0 * mmPerInch)->look - mmPerInch / 4.0) < 1e-9);
  }

  void limitsNeverTurnOver() {
    // Of planking thinner than a quarter of an inch half of it is less than the eighth that is trouble.
    WeighingFigures figures = weighingFigures(sampleBook("osier"));
    for (const double thick : {2.0, 4.0, 6.0, 6.35, 8.0, 25.0}) {
      figures.thicknessMm = thick;
      for (const Measure measure : everyMeasure) {
        const auto limit = usualLimit(measure, figures, false, 100.0, 900.0);
        if (!limit) continue;
        QVERIFY2(isLeast(measure) ? limit->trouble <= limit->look : limit->look <= limit->trouble,
                 measureWord(measure));
      }
    }
    figures.thicknessMm = 4.0;
    const Limit land = *usualLimit(Measure::LandLeft, figures, false, 100.0);
    QVERIFY(verdictBeyond(beyondLimit(Measure::LandLeft, 3.0, land)) == Severity::Trouble);
    QVERIFY(!verdictBeyond(beyondLimit(Measure::LandLeft, 3.5, land)));
  }

  void aShortPlankIsSetEdgewaysByAsMuchLess() {
    WeighingFigures straight = weighingFigures(sampleBook("osier"));
    straight.plan.straightStock = true;
    // A sixteenth in six feet: of a plank six feet long it is that.
    const double six = 6.0 * 12.0 * mmPerInch;
    QVERIFY(std::abs(usualLimit(Measure::EdgeSet, straight, false, 100.0, six)->look - mmPerInch / 16.0) < 0.01);
    // And of one that is longer than eight feet, what is borne in eight.
    QCOMPARE(usualLimit(Measure::EdgeSet, straight, false, 100.0, 9000.0)->look,
             usualLimit(Measure::EdgeSet, straight, false, 100.0)->look);
  }

  void twistIsJudgedAlongTheWholeStrakeEndsToo() {
    // Osier's garboard winds most between her stations, towards the stem.
    const auto made = weighed(sampleBook("osier"));
    const Lining& lining = made->lining;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      const TwistAlong twist(lining.band(k));
      double most = 0.0;
      for (double t = 0.0; t <= lining.frame.lastT(); t += 0.01) most = std::max(most, twist.degAFootAt(t));
      const Weighed* worst = made->weighing.worst(Measure::Twist, k);
      QVERIFY(worst != nullptr);
      QVERIFY2(worst->value > most - 0.12, qPrintable(QString("%1: %2 of %3").arg(k).arg(worst->value).arg(most)));
      if (!worst->section) QVERIFY(worst->t && std::abs(twist.degAFootAt(*worst->t) - worst->value) < 1e-6);
    }
  }

  void aLoadWaterlineAtHeightNoughtIsSaid() {
    Book book = sampleBook("osier");
    // Her base moved up to where she floats: the same seams cross it.
    book.settings.waterline = inches(9.0);
    const std::size_t crossed = weighed(book)->weighing.seamsCrossWater;
    QVERIFY(crossed > 0);
    Book raised = book;
    for (TableRow& row : raised.table.rows) {
      if (row.line == RowLine::Waterline) row.at = row.at - inches(9.0);
      if (row.kind != RowKind::Height) continue;
      for (auto& figure : row.figures) {
        if (figure) figure = *figure - inches(9.0);
      }
    }
    for (Profile& profile : raised.table.profiles) {
      for (ProfilePoint& point : profile.points) point.height = point.height - inches(9.0);
    }
    raised.settings.waterline = Length();
    raised.table.boat += " raised";
    QCOMPARE(weighed(raised)->weighing.seamsCrossWater, crossed);
    raised.settings.waterline.reset();
    QCOMPARE(weighed(raised)->weighing.seamsCrossWater, std::size_t(0));
    // Kept, and of books that wrote nought where it was not said, not said.
    book.settings.waterline = Length();
    QCOMPARE(readBook(writeBook(book))->book.settings.waterline, std::optional(Length()));
  }

  void aStrakeThatIsLetInIsNoFaultOfEndsOrSteps() {
    const Book book = sampleBook("marl");
    const auto before = weighed(book);
    Stealer stealer;
    stealer.line = before->lining.lines[4].id;
    stealer.at = millimetres(2900.0);
    stealer.joining = Joining::LowerIntoHost;
    stealer.nib = inches(1.5);
    const auto let = setStealer(book, before->lining, stealer);
    QVERIFY2(let.has_value(), let ? "" : describe(let.error()[0]).c_str());
    const auto after = weighed(*let);
    std::size_t told = 0;
    for (const Weighed& row : after->weighing.rows) {
      const bool whole = after->lining.covers(row.strake, 0) &&
                         after->lining.covers(row.strake, after->lining.frame.sectionCount() - 1);
      if (whole || (row.measure != Measure::EndRatio && row.measure != Measure::Step)) continue;
      ++told;
      QVERIFY2(!row.verdict, measureWord(row.measure));
    }
    QVERIFY(told > 0);
  }

  void aStrakeOfNoWidthHasAScoreThatIsANumber() {
    Book book = sampleBook("osier");
    const auto before = weighed(book);
    LiningPlan& plan = book.boatPlan();
    // The third line laid upon the second amidships.
    const std::size_t section = 4;
    const auto ids = sectionIds(book, before->lining.frame.hull());
    plan.moved.push_back({plan.lines[3], ids[section], before->lining.lines[2].shares[section]});
    const auto drawn = springHull(book.table);
    const auto inside = hullFace(*drawn, book.table, Face::Inside);
    const GirthFrame frame(std::make_shared<Hull>(*inside), false);
    const auto made = weighPlan(frame, plan, ids, weighingFigures(book), quickStrip);
    if (made) QVERIFY(std::isfinite((*made)->weighing.score));
    // Of the weighing alone, whatever lining lets through.
    Lining none = before->lining;
    none.lines[3].shares[section] = none.lines[2].shares[section];
    const WeighedPlan of{none, before->planks, lapMake(book, none), plan};
    QVERIFY(std::isfinite(weigh(of, weighingFigures(book)).score));
  }

  void weighedAfterAMoveIsAsWeighedAfresh() {
    const Book book = sampleBook("marl");
    const auto before = weighed(book);
    const Lining& lining = before->lining;
    for (const auto& [line, section] : {std::pair{3, 4}, std::pair{7, 6}, std::pair{11, 3}}) {
      const auto l = static_cast<std::size_t>(line), s = static_cast<std::size_t>(section);
      const auto moved = moveMark(book, lining, l, s, lining.lines[l].shares[s] + 0.004);
      QVERIFY(moved);
      const auto warm = weighed(*moved, quickStrip, before.get()), fresh = weighed(*moved);
      QCOMPARE(warm->weighing.rows.size(), fresh->weighing.rows.size());
      for (std::size_t i = 0; i < fresh->weighing.rows.size(); ++i) {
        const double off = warm->weighing.rows[i].value - fresh->weighing.rows[i].value;
        QVERIFY2(std::abs(off) < 0.4,
                 qPrintable(QString("%1: %2").arg(measureWord(fresh->weighing.rows[i].measure)).arg(off)));
      }
      QVERIFY(std::abs(warm->weighing.score - fresh->weighing.score) < 0.02 * std::max(1.0, fresh->weighing.score));
    }
  }

  void scoresGoWithTheWeights() {
    Book book = sampleBook("osier");
    const double usual = weighed(book)->weighing.score;
    book.weighing.weights = {0.0, 0.0, 0.0, 0.0};
    QCOMPARE(weighed(book)->weighing.score, 0.0);
    book.weighing.weights = {2.0, 2.0, 2.0, 2.0};
    QVERIFY(std::abs(weighed(book)->weighing.score - 2.0 * usual) < 1e-9);
  }

  void whatIsBeyondItsLimitIsFoundOnceAMeasureWithItsReason() {
    const Book book = *setStrakeCount(sampleBook("osier"), 4);
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    std::set<Measure> told;
    for (const Finding& finding : solved->findings) {
      const auto* out = finding.as<WeighedOut>();
      if (out == nullptr) continue;
      QVERIFY(told.insert(out->measure).second);
      const std::string words = describe(finding, Notation::Inches16);
      QVERIFY2(words.find(whyItMatters(out->measure)) != std::string::npos, words.c_str());
      QVERIFY2(words.find(" in") != std::string::npos || words.find("%") != std::string::npos ||
                   words.find("times") != std::string::npos,
               words.c_str());
      QVERIFY(finding.stage() == ShopStage::LiningOff);
    }
    QVERIFY(told.contains(Measure::Width) && told.contains(Measure::LandLeft));
    for (const Measure measure : everyMeasure) {
      QVERIFY(!whyItMatters(measure).empty());
      QVERIFY(measureNamed(measureWord(measure)) == measure);
    }
  }
};

QTEST_APPLESS_MAIN(WeighTest)
#include "weigh_test.moc"
