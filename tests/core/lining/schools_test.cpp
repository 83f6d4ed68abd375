// Plans by each school, on the sample boats and on hard hulls: usable as they come.

#include <QTest>
#include <cmath>
#include <map>

#include "analytic_hull.h"
#include "book/book.h"
#include "book/lining_edits.h"
#include "lining/schools.h"
#include "lining/straight_run.h"
#include "plank/lap_bevel.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

struct Boat {
  std::string name;
  Book book;
  GirthFrame frame;
  std::vector<StationId> ids;
};

Boat boatOf(const std::string& name, const Book& book) {
  const auto drawn = springHull(book.table);
  if (!drawn) qFatal("%s", describe(drawn.error()).c_str());
  auto inside = hullFace(*drawn, book.table, Face::Inside);
  if (!inside) qFatal("%s", describe(inside.error()).c_str());
  Boat boat{name, book, GirthFrame(std::make_shared<Hull>(*inside), false), {}};
  boat.ids = sectionIds(book, boat.frame.hull());
  return boat;
}

std::vector<Boat> boats() {
  std::vector<Boat> all;
  for (const char* name : {"osier", "marl", "sedge"}) all.push_back(boatOf(name, sampleBook(name)));
  for (const SmoothHull& hull : smoothHulls()) {
    OffsetTable table = hull.table(120.0);
    table.thickness = millimetres(18.0);
    table.side = PlankingSide::Outside;
    const auto book = newBook(table);
    if (!book) qFatal("%s: %s", hull.name.c_str(), describe(book.error()).c_str());
    all.push_back(boatOf(hull.name, *book));
  }
  return all;
}

ShopFigures usualOf(const Boat& boat) {
  return shopFigures(boat.book.table.construction, boatLength(boat.book.table));
}

Result<LiningPlan> made(const Boat& boat, School school, const SchoolAnswers& answers = {}) {
  return planBySchool(boat.frame, school, answers, boat.ids, usualOf(boat), plankingFigures(boat.book));
}

QByteArray at(const Boat& boat, School school, const std::string& what) {
  return QByteArray::fromStdString(boat.name + ", " + schoolWord(school) + ": " + what);
}

}  // namespace

class SchoolsTest : public QObject {
  Q_OBJECT

 private slots:
  void aLappedPlanByTheMiddleIsLedByTheLandLeft() {
    // Where she turns hardest strakes are narrower, so that their lands leave as much of the edge: the least that is
    // left is more than of as many equal strakes.
    for (const Boat& boat : boats()) {
      if (boat.book.table.construction != Construction::Lapstrake || boat.frame.hull().isChined()) continue;
      double least[2];
      for (const School school : {School::Equal, School::Middle}) {
        SchoolAnswers answers;
        answers.strakes = 9;
        const auto plan = made(boat, school, answers);
        QVERIFY2(plan, at(boat, school, plan ? "" : describe(plan.error())));
        const auto lining = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
        QVERIFY(lining);
        double& left = least[school == School::Middle];
        left = 1e300;
        const auto lands =
            lapBevels(*lining, lining->master, lapMake(boat.book, *lining), boat.book.table.thickness.mm());
        for (const LapBevel& land : lands) {
          if (land.strake > 0) left = std::min(left, land.leftMm);
        }
      }
      QVERIFY2(least[1] > least[0] - 0.05,
               at(boat, School::Middle, std::to_string(least[1]) + " against " + std::to_string(least[0])));
    }
  }

  void initTestCase() {
    m_boats = boats();
    for (std::size_t i = 0; i < m_boats.size(); ++i) {
      for (const School school : everySchool) {
        auto plan = made(m_boats[i], school);
        QVERIFY2(plan, at(m_boats[i], school, plan ? "" : describe(plan.error())));
        m_plans[{i, school}] = *plan;
      }
    }
  }

  void everySchoolAnswersForTwoWholeSections() {
    // The shortest table that is a hull: two moulds. Each school makes a plan of it, or says why not.
    std::vector<KnownSection> sections;
    for (const double x : {0.0, 1500.0}) {
      sections.push_back({x,
                          [x](double a) { return Vec2((700.0 + 0.08 * x) * std::sin(a), 900.0 - 700.0 * std::cos(a)); },
                          0.15, 1.45});
    }
    const Boat boat = boatOf("two", startBook(tableOf(sections, 10)));
    int plans = 0;
    for (const School school : everySchool) {
      const auto plan = made(boat, school);
      if (!plan) {
        QVERIFY(!plan.error().empty() && describe(plan.error()).size() > 20);
        continue;
      }
      ++plans;
      const auto lining = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
      QVERIFY2(lining, at(boat, school, lining ? "" : describe(lining.error())));
      for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
        for (const double t : {0.0, 0.5, 1.0}) QVERIFY(lining->band(k).widthMm(t) > 10.0);
      }
    }
    QVERIFY(plans >= 4);
  }

  void everySchoolLinesOffEveryBoat() {
    for (const Boat& boat : m_boats) {
      for (const School school : everySchool) {
        const LiningPlan* plan = &planOf(index(boat), school);
        const auto lining = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
        QVERIFY2(lining, at(boat, school, lining ? "" : describe(lining.error())));
        for (std::size_t i = 0; i < boat.ids.size(); ++i) {
          double sum = 0.0;
          for (std::size_t k = 0; k < lining->strakeCount(); ++k)
            sum += lining->covers(k, i) ? lining->widthMm(k, i) : 0.0;
          QVERIFY2(std::abs(sum - boat.frame.girthMm(i)) < 1e-9, at(boat, school, "widths do not sum to the girth"));
        }
      }
    }
  }

  void noLineTurnsBack() {
    // Along the boat every line goes aft and nowhere else, and rises and falls in the girth no oftener than its run
    // out at each end and a guide's sweep between them ask for: counted by how often its share turns by more than a
    // tenth of an inch.
    for (const Boat& boat : m_boats) {
      for (const School school : everySchool) {
        const LiningPlan* plan = &planOf(index(boat), school);
        const auto lining = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
        for (const PlankLine& line : lining->lines) {
          double before = -1e9, extreme = line.shareAt(line.reach.fromT);
          int turns = 0, way = 0;
          for (double t = line.reach.fromT; t <= line.reach.toT; t += 0.05) {
            const double x = lining->frame.point(t, line.shareAt(t)).x();
            QVERIFY2(x > before, at(boat, school,
                                    "line " + std::to_string(&line - lining->lines.data()) + " goes forward at " +
                                        std::to_string(t)));
            before = x;
            const double share = line.shareAt(t), moved = (share - extreme) * boat.frame.girthBetweenMm(t);
            if (std::abs(moved) < 2.5) continue;
            const int now = moved > 0.0 ? 1 : -1;
            if (way != 0 && now != way) ++turns;
            way = now, extreme = share;
          }
          QVERIFY2(turns <= 4, at(boat, school, "a line waves: it turns " + std::to_string(turns) + " times"));
        }
      }
    }
  }

  void hoodEndsHoldFasteningsWhereThereIsGirthForThem() {
    int held = 0;
    for (const Boat& boat : m_boats) {
      const double least = usualOf(boat).leastHoodEnd.mm();
      const auto& sections = boat.frame.hull().sections;
      for (const School school : everySchool) {
        const LiningPlan* plan = &planOf(index(boat), school);
        const auto lining = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
        for (const bool bow : {true, false}) {
          const std::size_t end = bow ? 0 : sections.size() - 1;
          if (sections[end].kind != (bow ? SectionKind::Stem : SectionKind::Sternpost)) continue;
          double needed = 0.0, narrowest = 1e9;
          for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
            if (!lining->covers(k, end)) continue;
            const double square = lining->endWidthMm(k, bow);
            narrowest = std::min(narrowest, square);
            needed += least * lining->widthMm(k, end) / square;
          }
          if (needed > 0.97 * boat.frame.girthMm(end)) continue;
          ++held;
          // The waterline's strakes are shared out before it is known how they slant across the end: a twentieth less
          // at most.
          const double wanted = school == School::Waterline ? 0.95 * least : least;
          QVERIFY2(narrowest >= wanted,
                   at(boat, school, "hood end of " + std::to_string(narrowest) + " of " + std::to_string(least)));
        }
      }
    }
    QVERIFY(held > 20);
  }

  void theNumberAskedForIsKept() {
    for (const Boat& boat : m_boats) {
      for (const School school : everySchool) {
        SchoolAnswers answers;
        answers.strakes = 9;
        const auto plan = made(boat, school, answers);
        QVERIFY2(plan, at(boat, school, plan ? "" : describe(plan.error())));
        QCOMPARE(strakesAtEnd(*plan, true), std::size_t(9));
      }
    }
    SchoolAnswers answers;
    answers.strakes = 41;
    QCOMPARE(made(m_boats[0], School::Equal, answers).error()[0].fault, Fault::StrakeCount);
  }

  void sheerSchoolRunsParallelToTheSheer() {
    const Boat& marl = m_boats[1];
    const LiningPlan* plan = &planOf(1, School::Sheer);
    const auto lining = lineOff(marl.frame, *plan, marl.ids, plankingFigures(marl.book));
    const std::size_t sheer = lining->strakeCount() - 1;
    const double width = lining->widthMm(sheer, lining->master);
    std::size_t parallel = 0;
    for (std::size_t i = 1; i + 1 < marl.ids.size(); ++i)
      parallel += std::abs(lining->widthMm(sheer, i) - width) < 0.01;
    QVERIFY(parallel >= 5);
  }

  void straightRunIsStraightWhereItSaysSo() {
    for (const Boat& boat : m_boats) {
      const LiningPlan* plan = &planOf(index(boat), School::StraightRun);
      const auto lining = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
      QCOMPARE(plan->guides.size(), std::size_t(1));
      const Guide& guide = plan->guides.front();
      const std::size_t line = plan->placeOf(guide.line);
      const auto section =
          static_cast<std::size_t>(std::find(boat.ids.begin(), boat.ids.end(), guide.station) - boat.ids.begin());
      const StraightRun run = straightRun(boat.frame, {static_cast<double>(section), guide.share, guide.heading});
      const auto index = [&](const std::optional<StationId>& id, std::size_t otherwise) {
        return id ? static_cast<std::size_t>(std::find(boat.ids.begin(), boat.ids.end(), *id) - boat.ids.begin())
                  : otherwise;
      };
      const double from = static_cast<double>(index(guide.from, 0));
      const double to = static_cast<double>(index(guide.to, boat.ids.size() - 1));
      QVERIFY2(to - from >= 2.0, at(boat, School::StraightRun, "straight over hardly anything"));
      for (double t = from; t <= to; t += 0.1) {
        const auto exact = run.crossing(t);
        QVERIFY(exact);
        const double off = (lining->point(line, t) - exact->at).norm();
        QVERIFY2(off < 0.3, at(boat, School::StraightRun, std::to_string(off) + " mm off at " + std::to_string(t)));
      }
    }
  }

  void topsAreEqualAsSeenFromAbeam() {
    const Boat& osier = m_boats[0];
    SchoolAnswers answers;
    answers.rail = millimetres(30.0);
    const auto plan = made(osier, School::TopsFirst, answers);
    const PlankingFigures planking = plankingFigures(osier.book);
    const auto lining = lineOff(osier.frame, *plan, osier.ids, planking);
    const std::size_t foot = plan->placeOf(plan->guides.front().line);
    for (std::size_t i = 0; i < osier.ids.size(); ++i) {
      const auto t = static_cast<double>(i);
      // The outer corner of the plank above each line, lapped down past it and two thicknesses out.
      std::vector<double> seen;
      for (std::size_t line = foot; line < lining->strakeCount(); ++line) {
        const double share = lining->lines[line].shares[i] - planking.lapMm / osier.frame.girthMm(i);
        seen.push_back(osier.frame.point(t, share).z() + 2.0 * planking.thicknessMm * osier.frame.normal(t, share).z());
      }
      seen.push_back(osier.frame.point(t, 1.0).z() - 30.0);
      const double each = (seen.back() - seen.front()) / static_cast<double>(seen.size() - 1);
      for (std::size_t k = 1; k < seen.size(); ++k) QVERIFY(std::abs(seen[k] - seen[k - 1] - each) < 0.05);
    }
  }

  void aPlanKeepsItsShapeInABook() {
    for (const Boat& boat : m_boats) {
      for (const School school : everySchool) {
        const LiningPlan* plan = &planOf(index(boat), school);
        PlanId made;
        const auto book = addPlan(boat.book, *plan, "tried", &made);
        QVERIFY(book);
        const auto read = readBook(writeBook(*book));
        QVERIFY2(read, at(boat, school, read ? "" : describe(read.error())));
        QVERIFY(read->book.plans == book->plans);
        const auto one = lineOff(boat.frame, *plan, boat.ids, plankingFigures(boat.book));
        const auto other = lineOff(boat.frame, *read->book.findPlan(made), boat.ids, plankingFigures(boat.book));
        QVERIFY(other);
        for (std::size_t k = 0; k < one->lines.size(); ++k) QCOMPARE(other->lines[k].shares, one->lines[k].shares);
      }
    }
  }

 private:
  std::size_t index(const Boat& boat) const { return static_cast<std::size_t>(&boat - m_boats.data()); }
  /// A school's plan of a boat, made once.
  const LiningPlan& planOf(std::size_t boat, School school) { return m_plans.at({boat, school}); }

  std::vector<Boat> m_boats;
  std::map<std::pair<std::size_t, School>, LiningPlan> m_plans;
};

QTEST_APPLESS_MAIN(SchoolsTest)
#include "schools_test.moc"
