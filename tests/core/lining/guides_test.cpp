// Guides, zones, joints and ends: what a plan's lines must be, whatever it asks.

#include <QTest>
#include <cmath>
#include <numbers>
#include <random>

#include "analytic_hull.h"
#include "book/guide_reach.h"
#include "book/lining_edits.h"
#include "book/sheer_edits.h"
#include "lining/look_at_joints.h"
#include "lining/middle_of_strake.h"
#include "lining/shop_figures.h"
#include "lining/species_runs.h"
#include "lining/straight_run.h"
#include "plank/flat_plank.h"
#include "plank/showing_width.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// A sample boat, lined off equally by so many strakes.
struct OnTheBoat {
  Book book;
  GirthFrame frame;
  std::vector<StationId> ids;

  explicit OnTheBoat(const std::string& boat, int strakes = 8) : book(sampleBook(boat)) {
    const auto drawn = springHull(book.table);
    auto inside = hullFace(*drawn, book.table, Face::Inside);
    frame = GirthFrame(std::make_shared<Hull>(*inside), false);
    ids = sectionIds(book, frame.hull());
    book = *setStrakeCount(book, strakes);
  }
  Result<Lining> tried(const Book& of) const { return lineOff(frame, of.boatPlan(), ids, plankingFigures(of)); }
  Lining lining(const Book& of) const {
    auto lined = tried(of);
    if (!lined) qFatal("%s", describe(lined.error()).c_str());
    return *lined;
  }
  Lining lining() const { return lining(book); }
  /// A guide on a line, placed where the line lies.
  Guide guideOn(std::size_t line, GuideKind kind) const {
    const Lining now = lining();
    Guide guide;
    guide.name = "guide";
    guide.kind = kind;
    guide.share = now.lines[line].shares[now.master];
    guide.station = ids[now.master];
    guide.height = millimetres(now.point(line, static_cast<double>(now.master)).z());
    guide.of = book.boatPlan().lines.back();
    guide.away = millimetres((guide.share - 1.0) * frame.girthMm(now.master));
    guide.from = ids[now.master - 2], guide.to = ids[now.master + 2];
    guide.atBow = guide.atStern = guide.share;
    return guide;
  }
  Stealer joint(std::size_t line, double t, Joining joining = Joining::TwoIntoOne) const {
    Stealer stealer;
    stealer.line = book.boatPlan().lines[line];
    stealer.at = millimetres(lining().point(line, t).x());
    stealer.joining = joining;
    stealer.nib = millimetres(40.0);
    return stealer;
  }
};

/// Area of a strake on the surface, mm^2, by small triangles.
double areaOf(const Lining& lining, std::size_t strake) {
  const Band band = lining.band(strake);
  constexpr int along = 600, across = 24;
  double area = 0.0;
  const auto point = [&](int i, int j) {
    const double t = band.reach.fromT + (band.reach.toT - band.reach.fromT) * i / along;
    return band.point(t, static_cast<double>(j) / across);
  };
  for (int i = 0; i < along; ++i) {
    for (int j = 0; j < across; ++j) {
      const Vec3 a = point(i, j), b = point(i + 1, j), c = point(i + 1, j + 1), d = point(i, j + 1);
      area += 0.5 * ((b - a).cross(c - a).norm() + (c - a).cross(d - a).norm());
    }
  }
  return area;
}

double areaOfFlat(const FlatPlank& plank) {
  std::vector<Vec2> outline = plank.lower;
  outline.insert(outline.end(), plank.upper.rbegin(), plank.upper.rend());
  double area = 0.0;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Vec2 &a = outline[i], &b = outline[(i + 1) % outline.size()];
    area += 0.5 * (a.x() * b.y() - a.y() * b.x());
  }
  return std::abs(area);
}

void widthsFillTheGirth(const OnTheBoat& boat, const Lining& lining) {
  for (std::size_t i = 0; i < boat.ids.size(); ++i) {
    double sum = 0.0;
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) sum += lining.covers(k, i) ? lining.widthMm(k, i) : 0.0;
    QVERIFY2(std::abs(sum - boat.frame.girthMm(i)) < 1e-9, qPrintable(QString::number(sum - boat.frame.girthMm(i))));
  }
}

}  // namespace

class GuidesTest : public QObject {
  Q_OBJECT

 private slots:
  void aGuideIsTrueAsFarAsLeavesEveryStrakeRoom() {
    for (const char* boat : {"osier", "marl"}) {
      const OnTheBoat on(boat);
      for (const GuideKind kind : {GuideKind::Level, GuideKind::Parallel, GuideKind::StraightRun}) {
        for (const std::size_t line : {3U, 5U, 6U}) {
          const auto begun = addGuide(on.book, on.lining(), line, on.guideOn(line, GuideKind::Batten));
          QVERIFY(begun);
          const Lining now = on.lining(*begun);
          Guide wanted = on.guideOn(line, kind);
          wanted.line = begun->boatPlan().guides.front().line;
          const Guide reached = trueAsFarAsItCan(*begun, now, 0, wanted);
          const auto edited = setGuide(*begun, now, 0, reached);
          QVERIFY2(edited, boat);
          // As asked: and no plane further on either side would do, or it is true from end to end.
          QCOMPARE(reached.kind, kind);
          const auto place = [&](const std::optional<StationId>& at, std::size_t none) {
            return at ? static_cast<std::size_t>(std::find(on.ids.begin(), on.ids.end(), *at) - on.ids.begin()) : none;
          };
          const std::size_t from = place(reached.from, 0), to = place(reached.to, on.ids.size() - 1);
          QVERIFY(from <= now.master && now.master <= to);
          if (!reached.from) continue;
          Guide further = reached;
          further.from = from > 1 ? std::optional(on.ids[from - 1]) : std::nullopt;
          further.to = to + 2 < on.ids.size() ? std::optional(on.ids[to + 1]) : std::nullopt;
          QVERIFY2(!setGuide(*begun, now, 0, further), boat);
        }
      }
    }
  }

  void theMiddleOfAStrakeIsFoundByItsDistance() {
    for (const char* boat : {"osier", "marl"}) {
      const OnTheBoat on(boat);
      const Lining lining = on.lining();
      for (const LinedStrake& strake : lining.strakes) {
        const auto middle = [&](double t) { return 0.5 * (strake.lowerEdge.shareAt(t) + strake.upperEdge.shareAt(t)); };
        for (double share = 0.0; share <= 1.0; share += 0.05) {
          const double t = strake.reach.fromT + share * (strake.reach.toT - strake.reach.fromT);
          const double x = on.frame.point(t, middle(t)).x(), along = on.frame.laidFlat(t, middle(t)).x();
          const double byX = middleAtDistance(on.frame, strake.lowerEdge, strake.upperEdge, strake.reach, x);
          const double byFlat = middleAtLaidFlat(on.frame, strake.lowerEdge, strake.upperEdge, strake.reach, along);
          QVERIFY(std::abs(on.frame.point(byX, middle(byX)).x() - x) < 1e-3);
          QVERIFY(std::abs(on.frame.laidFlat(byFlat, middle(byFlat)).x() - along) < 1e-3);
        }
        QCOMPARE(middleAtDistance(on.frame, strake.lowerEdge, strake.upperEdge, strake.reach, -1e6),
                 strake.reach.fromT);
        QCOMPARE(middleAtDistance(on.frame, strake.lowerEdge, strake.upperEdge, strake.reach, 1e6), strake.reach.toT);
      }
    }
  }

  void woodsAreToldInRunsFromTheGarboardUp() {
    OnTheBoat boat("osier");
    QVERIFY(speciesRuns(boat.lining(), boat.book.boatPlan()).empty());
    Book named = boat.book;
    for (const std::size_t strake : {0U, 1U, 4U, 7U})
      named = setStrakeSpecies(named, named.boatPlan().strakes[strake], strake == 7U ? "oak" : "larch");
    const std::vector<StrakesOfSpecies> wanted{{"larch", {{0, 1}, {4, 4}}}, {"oak", {{7, 7}}}};
    QVERIFY(speciesRuns(boat.lining(named), named.boatPlan()) == wanted);
  }

  void theSheerMovesAlongItsSectionBothWays() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const Book book = sampleBook(boat);
      const auto drawn = springHull(book.table);
      for (const Section& section : drawn->sections) {
        if (section.kind != SectionKind::Station) {
          QVERIFY(!moveSheer(book, section, millimetres(500.0), "2026-05-01"));
          continue;
        }
        const Batten& head = section.parts.back();
        const Vec3 was = head.nails().back();
        const SheerRoom room = sheerRoom(section);
        for (const double by : {0.5 * (room.lowestMm - was.z()), 0.25 * (room.highestMm - was.z())}) {
          if (std::abs(by) < 1.0) continue;
          const auto moved = moveSheer(book, section, millimetres(was.z() + by), "2026-05-01");
          QVERIFY2(moved, moved ? "" : describe(moved.error()).c_str());
          const OffsetTable fair = fairedTable(*moved);
          const auto hull = springHull(fair);
          QVERIFY2(hull, hull ? "" : describe(hull.error()).c_str());
          for (const Section& now : hull->sections) {
            if (now.name != section.name) continue;
            const Vec3 to = now.parts.back().nails().back();
            QVERIFY(std::abs(to.z() - was.z() - by) < 1e-6);
            // Up it runs straight on; down it lies on the section.
            const Vec3 on = head.tangentAt(head.lengthMm());
            const double off =
                by > 0.0 ? (was + on * (by / on.z()) - to).norm() : (head.pointAt(head.nearestAlong(to)) - to).norm();
            QVERIFY2(off < 0.05, qPrintable(QString("%1 %2: %3").arg(boat, section.name.c_str()).arg(off)));
          }
        }
        QVERIFY(!moveSheer(book, section, millimetres(room.lowestMm - 1.0), "2026-05-01"));
        QVERIFY(!moveSheer(book, section, millimetres(room.highestMm + 1.0), "2026-05-01"));
      }
    }
  }

  void zonesOfOneRuleOverTheWholeGirthAreTheRuleWithoutZones() {
    const OnTheBoat osier("osier");
    const Lining plain = osier.lining();
    Guide guide;
    guide.name = "no matter";
    guide.share = 3.0 / 8.0;
    const Lining zoned = osier.lining(*addGuide(osier.book, plain, 3, guide));
    QVERIFY(zoned.lines[3].isGuide);
    for (std::size_t k = 0; k < plain.lines.size(); ++k) {
      for (std::size_t i = 0; i < osier.ids.size(); ++i)
        QVERIFY(std::abs(zoned.lines[k].shares[i] - plain.lines[k].shares[i]) < 1e-12);
    }
    // And diminishing, from widths that are cut in two at the guide.
    const Book chosen = *setWidth(osier.book, plain, 1, millimetres(120.0));
    const Lining diminishing = osier.lining(chosen);
    guide.share = diminishing.lines[3].shares[0];
    const Book cut = *addGuide(chosen, diminishing, 3, guide);
    QCOMPARE(cut.boatPlan().zones[0].rule, LiningRule::Diminishing);
    const Lining both = osier.lining(cut);
    for (std::size_t k = 0; k < plain.lines.size(); ++k)
      QVERIFY(std::abs(both.lines[k].shares[5] - diminishing.lines[k].shares[5]) < 1e-12);
  }

  void everyKindOfGuideIsTrueWhereItSaysSo() {
    const OnTheBoat marl("marl", 14);
    const Lining plain = marl.lining();
    const double from = static_cast<double>(plain.master - 2), to = static_cast<double>(plain.master + 2);
    for (const GuideKind kind : {GuideKind::StraightRun, GuideKind::Level, GuideKind::Parallel}) {
      const Guide guide = marl.guideOn(8, kind);
      const auto edited = addGuide(marl.book, plain, 8, guide);
      QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
      const Lining lined = marl.lining(*edited);
      widthsFillTheGirth(marl, lined);
      const StraightRun run = straightRun(marl.frame, {static_cast<double>(plain.master), guide.share, 0.0});
      for (double t = from; t <= to; t += 0.07) {
        const Vec3 at = lined.point(8, t);
        if (kind == GuideKind::StraightRun) QVERIFY((at - run.crossing(t)->at).norm() < 0.2);
        if (kind == GuideKind::Level) QVERIFY(std::abs(at.z() - guide.height.mm()) < 0.2);
        if (kind == GuideKind::Parallel) {
          const double down = (1.0 - lined.lines[8].shareAt(t)) * marl.frame.girthBetweenMm(t);
          QVERIFY(std::abs(down + guide.away.mm()) < 0.2);
        }
      }
      QVERIFY(std::abs(lined.lines[8].shares.front() - *guide.atBow) < 1e-9);
      // What is shared out beside it is shared out evenly, to the guide.
      for (std::size_t i = 0; i < marl.ids.size(); ++i)
        QVERIFY(std::abs(lined.widthMm(0, i) - lined.widthMm(7, i)) < 1e-6);
    }
  }

  void aGuideDraggedAwayAndBackLeavesTheSameBytes() {
    const OnTheBoat osier("osier");
    const Lining plain = osier.lining();
    for (const GuideKind kind : {GuideKind::Batten, GuideKind::StraightRun, GuideKind::Level, GuideKind::Parallel}) {
      const auto with = addGuide(osier.book, plain, 4, osier.guideOn(4, kind));
      QVERIFY2(with, with ? "" : describe(with.error()).c_str());
      const Guide was = with->boatPlan().guides[0];
      Guide away = was;
      away.share += 0.02, away.height = was.height + millimetres(20.0), away.away = was.away + millimetres(20.0);
      const Book moved = dragGuide(*with, osier.lining(*with), 0, away);
      QVERIFY(!(moved == *with));
      const Book back = dragGuide(moved, osier.lining(moved), 0, was);
      QVERIFY(writeBook(back) == writeBook(*with));
    }
  }

  void aMarkOfAStraightRunTurnsItAndKeepsItStraight() {
    const OnTheBoat marl("marl", 14);
    const Book with = *addGuide(marl.book, marl.lining(), 8, marl.guideOn(8, GuideKind::StraightRun));
    const Lining now = marl.lining(with);
    const std::size_t section = now.master + 2;
    const double wanted = now.lines[8].shares[section] + 0.015;
    const auto turned = moveMark(with, now, 8, section, wanted);
    QVERIFY2(turned, turned ? "" : describe(turned.error()).c_str());
    QVERIFY(turned->boatPlan().moved.empty());
    QVERIFY(std::abs(turned->boatPlan().guides[0].heading) > 1e-3);
    const Lining after = marl.lining(*turned);
    QVERIFY(std::abs(after.lines[8].shares[section] - wanted) < 1e-4);
    QVERIFY(std::abs(after.lines[8].shares[now.master] - now.lines[8].shares[now.master]) < 1e-4);
    // Level and parallel guides move as a whole.
    const Book level = *addGuide(marl.book, marl.lining(), 8, marl.guideOn(8, GuideKind::Level));
    const Lining flat = marl.lining(level);
    const Book raised = *moveMark(level, flat, 8, flat.master, flat.lines[8].shares[flat.master] + 0.01);
    QVERIFY(raised.boatPlan().guides[0].height > level.boatPlan().guides[0].height);
  }

  void lockedGuidesAndMarksHold() {
    const OnTheBoat osier("osier");
    Guide guide = osier.guideOn(4, GuideKind::Batten);
    guide.locked = true;
    const Book with = *addGuide(osier.book, osier.lining(), 4, guide);
    const Lining now = osier.lining(with);
    const auto refused = moveMark(with, now, 4, 4, now.lines[4].shares[4] + 0.01);
    QVERIFY(!refused);
    QVERIFY(describe(refused.error()).find("locked") != std::string::npos);
    QVERIFY(!removeGuide(with, now, 0));
    const Book held = *lockMark(osier.book, osier.lining(), 2, 4, true);
    QVERIFY(!moveMark(held, osier.lining(held), 2, 4, 0.3));
    QCOMPARE(letGoLine(held, held.boatPlan().lines[2]).boatPlan().moved.size(), std::size_t(1));
    QVERIFY(moveMark(*lockMark(held, osier.lining(held), 2, 4, false), osier.lining(held), 2, 4, 0.26));
  }

  void parallelStrakesKeepTheirWidthAndTheLastTakesWhatIsLeft() {
    const OnTheBoat marl("marl", 14);
    const auto edited = setRule(marl.book, marl.lining(), LiningRule::Parallel);
    QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
    const Zone& zone = edited->boatPlan().zones[0];
    const Lining lined = marl.lining(*edited);
    widthsFillTheGirth(marl, lined);
    const auto section = [&](const std::optional<StationId>& id) {
      return static_cast<std::size_t>(std::find(marl.ids.begin(), marl.ids.end(), *id) - marl.ids.begin());
    };
    QVERIFY(section(zone.to) - section(zone.from) >= 2);
    for (std::size_t i = section(zone.from); i <= section(zone.to); ++i) {
      for (std::size_t k = 0; k + 1 < lined.strakeCount(); ++k)
        QVERIFY(std::abs(lined.widthMm(k, i) - zone.width.mm()) < 1e-6);
    }
    // More than goes in is refused where it does not, with what would.
    Zone wide = zone;
    wide.width = millimetres(400.0);
    const auto refused = setZone(*edited, lined, 0, wide);
    QVERIFY(!refused);
    QVERIFY(describe(refused.error()).find("up to") != std::string::npos);
  }

  void guidesThatLeaveTheHullAreRefusedAndSayWhatWouldDo() {
    const OnTheBoat osier("osier");
    const Lining now = osier.lining();
    Guide level = osier.guideOn(4, GuideKind::Level);
    level.height = millimetres(3000.0);
    const auto high = addGuide(osier.book, now, 4, level);
    QVERIFY(!high);
    QVERIFY(describe(high.error()).find("stands from") != std::string::npos);
    Guide run = osier.guideOn(4, GuideKind::StraightRun);
    run.from.reset(), run.to.reset();
    run.heading = 0.6;
    const auto steep = addGuide(osier.book, now, 4, run);
    QVERIFY(!steep);
    QVERIFY(describe(steep.error()).find("sheer") != std::string::npos ||
            describe(steep.error()).find("base line") != std::string::npos);
    Guide parallel = osier.guideOn(4, GuideKind::Parallel);
    parallel.away = millimetres(-5000.0);
    QVERIFY(!addGuide(osier.book, now, 4, parallel));
    QCOMPARE(osier.book.boatPlan().guides.size(), std::size_t(0));
  }

  void fourPlanksAftRunIntoTwoForward() {
    const OnTheBoat marl("marl", 14);
    Book book = *setStealer(marl.book, marl.lining(), marl.joint(5, 3.4));
    const auto second = setStealer(book, marl.lining(book), marl.joint(7, 4.3));
    QVERIFY2(second, second ? "" : describe(second.error()).c_str());
    book = *second;
    const Lining lined = marl.lining(book);
    QCOMPARE(lined.strakeCount(), std::size_t(16));
    widthsFillTheGirth(marl, lined);
    std::size_t forward = 0, aft = 0;
    for (std::size_t k = 0; k < lined.strakeCount(); ++k) {
      forward += lined.covers(k, 0);
      aft += lined.covers(k, marl.ids.size() - 1);
    }
    QCOMPARE(forward, std::size_t(12));
    QCOMPARE(aft, std::size_t(14));
    // Joints are staggered; at each the one is as wide as the two, and its neighbours keep what they had at the stem.
    for (std::size_t k = 0; k < lined.strakeCount(); ++k) {
      const LinedStrake& one = lined.strakes[k];
      if (one.upper != one.lower + 2) continue;
      const double t = one.reach.toT;
      const double width = one.upperEdge.shareAt(t) - one.lowerEdge.shareAt(t);
      double both = 0.0;
      for (const LinedStrake& two : lined.strakes) {
        if (two.lower == one.lower && two.upper == one.lower + 1)
          both += two.upperEdge.shareAt(t) - two.lowerEdge.shareAt(t);
        if (two.upper == one.upper && two.lower == one.lower + 1)
          both += two.upperEdge.shareAt(t) - two.lowerEdge.shareAt(t);
      }
      QVERIFY(std::abs(width - both) < 1e-12);
      QVERIFY(std::abs(lined.widthMm(k, 0) - lined.widthMm(0, 0)) < 0.5);
    }
    // Each is a plank: laid flat it has the area it has on the hull.
    for (std::size_t k = 0; k < lined.strakeCount(); ++k) {
      const FlatPlank plank = flatPlank(lined.band(k), {});
      QVERIFY(plank.settled);
      QVERIFY(plank.stations.size() >= 2);
      const double area = areaOf(lined, k);
      QVERIFY2(std::abs(areaOfFlat(plank) - area) < 0.002 * area,
               qPrintable(QString::number(areaOfFlat(plank) / area)));
    }
  }

  void aNibStaysAsWideAsSaidWhateverMarksAreMoved() {
    const OnTheBoat marl("marl", 14);
    for (const Joining joining : {Joining::UpperIntoHost, Joining::LowerIntoHost}) {
      const auto edited = setStealer(marl.book, marl.lining(), marl.joint(6, 4.5, joining));
      QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
      Book book = *edited;
      const std::size_t ending = joining == Joining::UpperIntoHost ? 6 : 5;
      for (const std::size_t line : {std::size_t(7), std::size_t(6), std::size_t(5), std::size_t(6)}) {
        for (const std::size_t section : {std::size_t(5), std::size_t(7), std::size_t(9)}) {
          const Lining before = marl.lining(book);
          const double share = before.lines[line].shares[section] + 9.0 / marl.frame.girthMm(section);
          const auto moved = moveMark(book, before, line, section, share);
          QVERIFY2(moved, moved ? "" : describe(moved.error()).c_str());
          book = *moved;
          const Lining lined = marl.lining(book);
          // The mark is where it was put, and the nib as wide as it was.
          QVERIFY(std::abs(lined.lines[line].shares[section] - share) * marl.frame.girthMm(section) < 0.05);
          const LinedStrake& strake = lined.strakes[ending];
          const double t = strake.reach.fromT;
          const double nib = (strake.upperEdge.shareAt(t) - strake.lowerEdge.shareAt(t)) * marl.frame.girthBetweenMm(t);
          QVERIFY2(std::abs(nib - 40.0) < 0.3,
                   qPrintable(QString("line %1 at %2: %3").arg(line).arg(section).arg(nib)));
        }
      }
    }
  }

  void aStealerAndItsHostMakeUpWhatTwoFullStrakesWould() {
    const OnTheBoat marl("marl", 14);
    for (const Joining joining : {Joining::UpperIntoHost, Joining::LowerIntoHost}) {
      const auto edited = setStealer(marl.book, marl.lining(), marl.joint(6, 4.5, joining));
      QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
      const Lining lined = marl.lining(*edited);
      QCOMPARE(lined.strakeCount(), std::size_t(14));
      widthsFillTheGirth(marl, lined);
      // The two cover what lies between line 5 and line 7, no more and no less.
      Lining whole = lined;
      whole.strakes = {{{}, 5, 7, {0.0, marl.frame.lastT()}, lined.lines[5].curve, lined.lines[7].curve, {}}};
      const double two = areaOf(lined, 5) + areaOf(lined, 6), one = areaOf(whole, 0);
      QVERIFY2(std::abs(two - one) < 0.002 * one, qPrintable(QString::number(two / one)));
      // The one that ends keeps its nib, and is as much shorter.
      const std::size_t ending = joining == Joining::UpperIntoHost ? 6 : 5;
      const LinedStrake& strake = lined.strakes[ending];
      QVERIFY(std::abs(strake.reach.fromT - 4.5) < 0.2);
      const double t = strake.reach.fromT;
      const double nib = (strake.upperEdge.shareAt(t) - strake.lowerEdge.shareAt(t)) * marl.frame.girthBetweenMm(t);
      QVERIFY2(std::abs(nib - 40.0) < 0.5, qPrintable(QString::number(nib)));
      for (const std::size_t k : {std::size_t(5), std::size_t(6)}) {
        const FlatPlank plank = flatPlank(lined.band(k), {});
        const double area = areaOf(lined, k);
        QVERIFY2(std::abs(areaOfFlat(plank) - area) < 0.004 * area,
                 qPrintable(QString::number(areaOfFlat(plank) / area)));
      }
    }
    const auto none = setStealer(marl.book, marl.lining(), [&] {
      Stealer stealer = marl.joint(6, 4.5, Joining::UpperIntoHost);
      stealer.nib = millimetres(-3.0);
      return stealer;
    }());
    QVERIFY(!none);
    Stealer beyond = marl.joint(6, 4.5);
    beyond.at = millimetres(90000.0);
    QVERIFY(!setStealer(marl.book, marl.lining(), beyond));
    const Book first = *setStealer(marl.book, marl.lining(), marl.joint(6, 4.5));
    QVERIFY(!setStealer(first, marl.lining(first), marl.joint(7, 3.0)));  // a strake cannot run into two
  }

  void marksOnACurvedStemAreSpacedAsIsSaid() {
    const OnTheBoat osier("osier");
    const Lining plain = osier.lining();
    const Vec3 low = osier.frame.sectionPoint(0, 0.0), high = osier.frame.sectionPoint(0, 1.0);
    for (const StemSpacing spacing : {StemSpacing::StickLevel, StemSpacing::StickSquareOff}) {
      EndPlan end;
      end.spacing = spacing;
      const Lining lined = osier.lining(*setEnd(osier.book, plain, true, end));
      for (std::size_t k = 1; k < 8; ++k) {
        const double part = static_cast<double>(k) / 8.0;
        const Vec3 at = osier.frame.sectionPoint(0, lined.lines[k].shares[0]);
        const Vec3 onStick = low + part * (high - low);
        if (spacing == StemSpacing::StickLevel) QVERIFY(std::abs(at.z() - onStick.z()) < 0.05);
        if (spacing == StemSpacing::StickSquareOff)
          QVERIFY(std::abs((at - onStick).dot((high - low).normalized())) < 0.05);
        // Stations keep their equal parts.
        for (std::size_t i = 1; i < osier.ids.size(); ++i) QVERIFY(std::abs(lined.lines[k].shares[i] - part) < 1e-9);
      }
    }
    EndPlan chosen;
    for (int k = 0; k < 8; ++k) chosen.widths.push_back(millimetres(k == 0 ? 200.0 : 90.0));
    const Lining lined = osier.lining(*setEnd(osier.book, plain, true, chosen));
    QVERIFY(std::abs(lined.widthMm(0, 0) / lined.widthMm(3, 0) - 200.0 / 90.0) < 1e-6);
    chosen.widths.pop_back();
    QVERIFY(!setEnd(osier.book, plain, true, chosen));
  }

  void twoSidesAreLinedOffEachByItsOwnPlan() {
    Book book = sampleBook("osier");
    const auto alone = solve(std::make_shared<const Book>(book), 1);
    QVERIFY(alone->portLining == alone->lining);
    PlanId made;
    book = *addPlan(book, book.boatPlan(), "port plan", &made);
    book = *setBoatPlan(book, BoatSide::Port, made);
    const auto same = solve(std::make_shared<const Book>(book), 2, alone);
    // A copy lines off alike, mirrored: the same widths, and planks of the same shape.
    QVERIFY(same->portLining.get() != same->lining.get());
    for (std::size_t k = 0; k < same->planks.size(); ++k) {
      QCOMPARE(same->portPlanks[k]->boardWidthMm, same->planks[k]->boardWidthMm);
      QCOMPARE(same->portLining->widthMm(k, 3), same->lining->widthMm(k, 3));
    }
    const Lining& port = *same->portLining;
    const Book moved = *moveMark(book, port, 3, 4, port.lines[3].shares[4] + 0.01);
    const auto after = solve(std::make_shared<const Book>(moved), 3, same);
    QVERIFY(after->lining == same->lining);  // the other side is not touched
    QVERIFY(std::abs(after->portLining->lines[3].shares[4] - port.lines[3].shares[4] - 0.01) < 1e-9);
    for (std::size_t k = 0; k < after->planks.size(); ++k) QVERIFY(after->planks[k] == same->planks[k]);
    QVERIFY(!removePlan(moved, made));
    const auto marks = after->moulds->moulds[2].marks;
    QVERIFY(std::any_of(marks.begin(), marks.end(), [](const MouldMark& mark) { return mark.name == "line 3 port"; }));
  }

  void lapsChangeFromStationToStation() {
    Book book = sampleBook("osier");
    const auto usual = solve(std::make_shared<const Book>(book), 1);
    book = *setLapAt(book, book.boatPlan().id, book.stationIds[0], millimetres(14.0));
    book = *setLapAt(book, book.boatPlan().id, book.stationIds[6], millimetres(22.0));
    const auto changing = solve(std::make_shared<const Book>(book), 2, usual);
    const FlatPlank &one = *usual->planks[3], &other = *changing->planks[3];
    for (const PlankStation& station : other.stations) {
      const double lap = station.asCutMm - (station.upper - station.lower).norm();
      const double expected = station.section == 0   ? 14.0
                              : station.section >= 7 ? 22.0
                                                     : 14.0 + 8.0 * (static_cast<double>(station.section) - 1.0) / 6.0;
      // Along its mark, which is not quite square to the edge; along an end that slants it goes on further yet.
      const bool isEnd = station.section == 0 || station.section + 1 == changing->lining->frame.sectionCount();
      QVERIFY2(lap > expected - 0.01 && (isEnd || lap < 1.005 * expected),
               qPrintable(QString("%1 of %2 at %3").arg(lap).arg(expected).arg(station.section)));
      // On the flat plank the edge really lies so far off.
      double nearest = 1e9;
      for (const Vec2& point : other.lower) nearest = std::min(nearest, (point - station.lower).norm());
      if (station.section > 0 && station.section + 1 < changing->lining->frame.sectionCount())
        QVERIFY2(std::abs(nearest - lap) < 0.25, qPrintable(QString("%1 for %2").arg(nearest).arg(lap)));
    }
    QVERIFY(std::abs(one.upperLengthMm - other.upperLengthMm) < 1e-6);
  }

  void jointsTooNearAndNibsTooSmallAreTold() {
    const OnTheBoat marl("marl", 14);
    const Length length = boatLength(marl.book.table);
    Book book = *setStealer(marl.book, marl.lining(), marl.joint(5, 3.4));
    book = *setStealer(book, marl.lining(book), marl.joint(7, 3.9));
    const JointFindings near = lookAtJoints(book.boatPlan(), length);
    QCOMPARE(near.near.size(), std::size_t(1));
    QCOMPARE(near.near[0].lineBelow, std::size_t(5));
    QVERIFY(near.near[0].apartMm < near.near[0].leastMm);
    QVERIFY(near.nibs.empty());
    // Further apart, or with three strakes between, nothing is said.
    Stealer far = marl.joint(7, 3.4);
    far.at = book.boatPlan().stealers[0].at + millimetres(1300.0);
    QVERIFY(lookAtJoints(setStealer(book, marl.lining(book), far)->boatPlan(), length).near.empty());
    Stealer feather = marl.joint(10, 4.5, Joining::UpperIntoHost);
    feather.nib = {};
    // A caulked seam would drive it out: refused, with what would do. In a glued lap it is told.
    const auto refused = setStealer(marl.book, marl.lining(), feather);
    QVERIFY(!refused);
    QCOMPARE(refused.error()[0].fault, Fault::FeatherEdge);
    LiningPlan glued = marl.book.boatPlan();
    glued.stealers.push_back(feather);
    const JointFindings nibs = lookAtJoints(glued, length);
    QCOMPARE(nibs.nibs.size(), std::size_t(1));
    QCOMPARE(nibs.nibs[0].severity(), Severity::Trouble);
    QVERIFY(nibs.nibs[0].words(Notation::Inches16).find("glued") != std::string::npos);
    // They stand among what wants looking at.
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    QVERIFY(std::any_of(solved->findings.begin(), solved->findings.end(),
                        [](const Finding& f) { return f.as<JointsNear>() != nullptr; }));
  }

  void whatShowsOfALappedStrakeIsToldFromOutsideAndInside() {
    const OnTheBoat osier("osier");
    const Lining lined = osier.lining();
    PlankMake make;
    make.construction = Construction::Lapstrake;
    make.lapMm = 19.0;
    const std::size_t section = lined.master;
    // On the moulds' own surface: what shows outside is as wide as inside, but for the garboard, which the lap above
    // covers, and the sheer strake, which nothing does.
    for (std::size_t k = 0; k < lined.strakeCount(); ++k) {
      const ShowingWidths shows = showingWidths(lined, k, section, make);
      const double width = lined.widthMm(k, section);
      const double expected = k == 0 ? width - 19.0 : k + 1 == lined.strakeCount() ? width + 19.0 : width;
      QVERIFY(std::abs(shows.insideMm - width) < 0.1);
      QVERIFY2(std::abs(shows.outsideMm - expected) < 0.1, qPrintable(QString::number(shows.outsideMm - expected)));
    }
    // Out at the planking's face the arc is longer where she is round: by thickness times the turn of her section.
    const double turn = std::acos(
        lined.frame.normal(static_cast<double>(section), 5.0 / 8.0 - 19.0 / lined.frame.girthMm(section))
            .dot(lined.frame.normal(static_cast<double>(section), 6.0 / 8.0 - 19.0 / lined.frame.girthMm(section))));
    const double longer =
        showingWidths(lined, 5, section, make, 11.0).outsideMm - showingWidths(lined, 5, section, make).outsideMm;
    QVERIFY2(turn > 0.05 && std::abs(longer - 11.0 * turn) < 0.2,
             qPrintable(QString("%1 for %2").arg(longer).arg(11.0 * turn)));
  }

  void twistIsThatOfAKnownSurface() {
    // A hull whose side turns evenly as it goes aft: ten degrees in two metres.
    std::vector<KnownSection> sections;
    for (int i = 0; i <= 10; ++i) {
      const double x = 200.0 * i, angle = 20.0 + 10.0 * i / 10.0;
      const double a = angle * std::numbers::pi / 180.0;
      sections.push_back(
          {x, [a](double s) { return Vec2(800.0 + s * std::sin(a), 300.0 + s * std::cos(a)); }, 0.0, 400.0});
    }
    const GirthFrame frame(std::make_shared<Hull>(*springHull(tableOf(sections, 7))), false);
    const SurfaceReach whole{0.0, frame.lastT()};
    const Band band{frame, SurfaceCurve::constant(0.3, whole), SurfaceCurve::constant(0.6, whole), whole};
    QVERIFY2(std::abs(twistDegAFoot(band) - 10.0 * 304.8 / 2000.0) < 0.05,
             qPrintable(QString::number(twistDegAFoot(band))));
  }

  void randomEditsNeverCrossTwoLines() {
    for (const unsigned seed : {1u, 2u, 3u}) {
      std::mt19937 dice(seed);
      const auto pick = [&dice](std::size_t n) { return static_cast<std::size_t>(dice() % n); };
      const auto part = [&dice] { return static_cast<double>(dice() % 1000) / 1000.0; };
      const OnTheBoat marl(seed == 2 ? "osier" : "marl", 10);
      Book book = marl.book;
      int taken = 0;
      for (int i = 0; i < 60; ++i) {
        const Lining now = marl.lining(book);
        const LiningPlan& plan = book.boatPlan();
        const std::size_t line = 1 + pick(now.lines.size() - 2), section = pick(marl.ids.size());
        Result<Book> edited = book;
        switch (pick(9)) {
          case 0:
          case 1:
            edited = dragMark(book, now, line, section, part());
            break;
          case 2:
            edited =
                addGuide(book, now, line,
                         marl.guideOn(std::min(line, marl.lining().lines.size() - 2), static_cast<GuideKind>(pick(4))));
            break;
          case 3:
            if (!plan.guides.empty()) {
              Guide moved = plan.guides[pick(plan.guides.size())];
              const auto at = static_cast<std::size_t>(std::find(plan.guides.begin(), plan.guides.end(), moved) -
                                                       plan.guides.begin());
              moved.share = 0.1 + 0.8 * part(), moved.heading = 0.2 * (part() - 0.5);
              moved.height = moved.height + millimetres(200.0 * (part() - 0.5));
              edited = dragGuide(book, now, at, moved);
            }
            break;
          case 4:
            edited = setRule(book, now, static_cast<LiningRule>(pick(5)), pick(plan.zones.size()));
            break;
          case 5: {
            Stealer stealer;
            stealer.line = now.lines[line].id;
            stealer.towardsBow = pick(2) == 0;
            stealer.at = millimetres(now.point(line, 1.0 + part() * (marl.frame.lastT() - 2.0)).x());
            stealer.nib = millimetres(30.0);
            stealer.joining = static_cast<Joining>(pick(3));
            edited = setStealer(book, now, stealer);
            break;
          }
          case 6: {
            EndPlan end;
            end.even = part(), end.runOut = pick(2) == 0;
            end.spacing = static_cast<StemSpacing>(pick(3));
            edited = setEnd(book, now, pick(2) == 0, end);
            break;
          }
          case 7:
            edited = setStrakeCount(book, static_cast<int>(7 + pick(6)));
            if (edited && !marl.tried(*edited)) edited = book;
            break;
          case 8:
            if (!plan.guides.empty()) edited = removeGuide(book, now, pick(plan.guides.size()));
            break;
        }
        if (!edited) continue;
        ++taken;
        book = *edited;
        const Lining after = marl.lining(book);
        for (std::size_t k = 0; k < after.strakeCount(); ++k) {
          const LinedStrake& strake = after.strakes[k];
          for (double t = strake.reach.fromT; t <= strake.reach.toT; t += 0.25) {
            const double width = strake.upperEdge.shareAt(t) - strake.lowerEdge.shareAt(t);
            QVERIFY2(
                width > -1e-6,
                qPrintable(QString("seed %1, edit %2, strake %3 at %4: %5").arg(seed).arg(i).arg(k).arg(t).arg(width)));
          }
        }
        widthsFillTheGirth(marl, after);
        // It opens again as it was.
        const auto read = readBook(writeBook(book));
        QVERIFY2(read, read ? "" : describe(read.error()).c_str());
        QVERIFY(read->book.plans == book.plans);
      }
      QVERIFY2(taken > 25, qPrintable(QString::number(taken)));
    }
  }
};

QTEST_APPLESS_MAIN(GuidesTest)
#include "guides_test.moc"
