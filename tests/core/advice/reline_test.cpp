// Lining off what is left after strakes have hung a little off.

#include <QTest>
#include <cmath>
#include <random>

#include "advice/reline.h"
#include "book/lining_edits.h"
#include "book/strake_records.h"
#include "plank/flat_plank.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

struct Planned {
  Book book;
  GirthFrame frame;
  std::vector<StationId> ids;
  explicit Planned(const std::string& boat) : book(sampleBook(boat)) {
    const auto drawn = springHull(book.table);
    const auto inside = hullFace(*drawn, book.table, Face::Inside);
    frame = GirthFrame(std::make_shared<Hull>(*inside), book.boatPlan().base == BaseLine::Rabbet);
    ids = sectionIds(book, frame.hull());
  }
  Lining lining(const LiningPlan& plan) const {
    auto lined = lineOff(frame, plan, ids, plankingFigures(book));
    if (!lined) qFatal("%s", describe(lined.error()).c_str());
    return *lined;
  }
  Lining lining() const { return lining(book.boatPlan()); }
  std::string station(std::size_t section) const { return frame.hull().sections[section].name; }
};

}  // namespace

class RelineTest : public QObject {
  Q_OBJECT

 private slots:
  void noDifferenceChangesNothing() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const Planned on(boat);
      HungEdge edge{2, BoatSide::Starboard, {{on.station(2), Length()}, {on.station(4), Length()}}};
      const auto same = reline(on.lining(), on.book.boatPlan(), on.ids, {edge});
      QVERIFY(same);
      QVERIFY(*same == on.book.boatPlan());
      edge.readings.clear();
      QVERIFY(*reline(on.lining(), on.book.boatPlan(), on.ids, {edge}) == on.book.boatPlan());
    }
  }

  void anEdgeHighAmidshipsIsSpreadAndTheSheerIsMet() {
    // Each sample boat, three eighths high amidships on the second strake.
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const Planned on(boat);
      const Lining was = on.lining();
      const std::size_t middle = was.master;
      const double off = 0.375 * mmPerInch;
      const std::size_t line = was.strakes[1].upper;
      const auto made =
          reline(was, on.book.boatPlan(), on.ids, {{2, BoatSide::Starboard, {{on.station(middle), millimetres(off)}}}});
      QVERIFY2(made, made ? "" : describe(made.error()).c_str());
      const Lining now = on.lining(*made);
      const double girth = on.frame.girthMm(middle);
      QVERIFY(std::abs((now.lines[line].shares[middle] - was.lines[line].shares[middle]) * girth - off) < 1e-6);
      for (std::size_t i = 0; i < on.frame.sectionCount(); ++i) {
        QCOMPARE(now.lines.back().shares[i], 1.0);  // the sheer is guarded
        for (std::size_t below = 0; below < line; ++below)
          QVERIFY(std::abs(now.lines[below].shares[i] - was.lines[below].shares[i]) < 1e-12);  // what hangs, hangs
        // Above, every width changes by the same part: no width jumps.
        const double part = (1.0 - now.lines[line].shares[i]) / (1.0 - was.lines[line].shares[i]);
        for (std::size_t k = line; k + 1 < now.lines.size(); ++k) {
          const double wide = now.lines[k + 1].shares[i] - now.lines[k].shares[i];
          const double wanted = part * (was.lines[k + 1].shares[i] - was.lines[k].shares[i]);
          QVERIFY2(std::abs(wide - wanted) * on.frame.girthMm(i) < 0.05,
                   qPrintable(QString("%1 line %2 at %3").arg(boat).arg(k).arg(i)));
        }
      }
      // Out to nothing at both ends, and a batten's course between, hardly further off than where it was measured.
      QVERIFY(std::abs(now.lines[line].shares.front() - was.lines[line].shares.front()) < 1e-9);
      QVERIFY(std::abs(now.lines[line].shares.back() - was.lines[line].shares.back()) < 1e-9);
      for (double t = 0.0; t <= on.frame.lastT(); t += 0.1) {
        const double moved =
            (now.lines[line].curve.shareAt(t) - was.lines[line].curve.shareAt(t)) * on.frame.girthBetweenMm(t);
        QVERIFY2(moved > -0.1 * off && moved < 1.1 * off,
                 qPrintable(QString("%1 at %2: %3").arg(boat).arg(t).arg(moved)));
      }
    }
  }

  void severalStrakesAtOnceAndOneBetweenThem() {
    const Planned on("marl");
    const Lining was = on.lining();
    const std::size_t at = was.master;
    const auto made = reline(was, on.book.boatPlan(), on.ids,
                             {{1, BoatSide::Starboard, {{on.station(at), millimetres(4.0)}}},
                              {3, BoatSide::Starboard, {{on.station(at), millimetres(-6.0)}}}});
    QVERIFY(made);
    const Lining now = on.lining(*made);
    const auto moved = [&](std::size_t line) {
      return (now.lines[line].shares[at] - was.lines[line].shares[at]) * on.frame.girthMm(at);
    };
    QVERIFY(std::abs(moved(1) - 4.0) < 1e-6);
    QVERIFY(std::abs(moved(3) + 6.0) < 1e-6);
    QVERIFY(std::abs(moved(2) + 1.0) < 1e-6);  // half way between them, as strakes are equal
    QVERIFY(moved(4) < 0.0 && moved(4) > -6.0);
  }

  void aLockedLineAboveIsWhatTheRestIsLinedOffTo() {
    Planned on("marl");
    const Lining was = on.lining();
    const std::size_t sheerStrake = was.lines.size() - 2;
    Guide guide;
    guide.name = "foot of the sheer strake";
    guide.locked = true;
    guide.share = was.lines[sheerStrake].shares[was.master];
    const auto guarded = addGuide(on.book, was, sheerStrake, guide);
    QVERIFY(guarded);
    on.book = *guarded;
    const Lining before = on.lining();
    const auto made = reline(before, on.book.boatPlan(), on.ids,
                             {{2, BoatSide::Starboard, {{on.station(was.master), millimetres(9.0)}}}});
    QVERIFY(made);
    const Lining now = on.lining(*made);
    for (std::size_t i = 0; i < on.frame.sectionCount(); ++i)
      QVERIFY(std::abs(now.lines[sheerStrake].shares[i] - before.lines[sheerStrake].shares[i]) < 1e-12);
    // Along a zone parallel from below every strake keeps its width, and the last takes what is left.
    Zone parallel = on.book.boatPlan().zones[0];
    auto book = setRule(on.book, before, LiningRule::Parallel, 0);
    QVERIFY(book);
    on.book = *book;
    const Lining even = on.lining();
    const auto shifted = reline(even, on.book.boatPlan(), on.ids,
                                {{2, BoatSide::Starboard, {{on.station(was.master), millimetres(5.0)}}}});
    QVERIFY2(shifted, shifted ? "" : describe(shifted.error()).c_str());
    const Lining last = on.lining(*shifted);
    const std::size_t at = was.master;
    for (std::size_t line = 2; line + 1 < sheerStrake; ++line)
      QVERIFY(std::abs((last.lines[line].shares[at] - even.lines[line].shares[at]) * on.frame.girthMm(at) - 5.0) <
              0.01);
  }

  void nonsenseIsToldAtItsLineAndNothingIsMade() {
    const auto faults = [](const std::string& text) {
      const auto read = readHungEdges(text);
      return read ? std::string() : describe(read.error());
    };
    QVERIFY(faults("").find("empty") != std::string::npos);
    QVERIFY(faults("hung,2\nunits,mm\n").find("version") != std::string::npos);
    const std::string all = faults(
        "hung,1\nedge,3,4\nunits,mm\nstrake,2,starboard\nedge,3,x\nedge,3,1\nedge,3,2\nstrake,1,starboard\n"
        "strake,2,aft\nstrake,0,port\nplank,3\n");
    for (const char* said : {"line 2", "line 5, field 3", "line 7, field 2", "line 8, field 2", "line 9, field 3",
                             "line 10, field 2", "line 11, field 1"})
      QVERIFY2(all.find(said) != std::string::npos, (std::string(said) + " in\n" + all).c_str());
    const Planned on("osier");
    const auto wrong =
        reline(on.lining(), on.book.boatPlan(), on.ids,
               {{2, BoatSide::Starboard, {{"33", millimetres(1.0), 5}, {on.station(4), millimetres(900.0), 6}}, 4},
                {8, BoatSide::Starboard, {}, 7},
                {30, BoatSide::Starboard, {}, 8}});
    QVERIFY(!wrong);
    const std::string words = describe(wrong.error());
    for (const char* said :
         {"line 5, field 2: there is no station \"33\"", "line 6, field 3", "line 7, field 2", "line 8, field 2"})
      QVERIFY2(words.find(said) != std::string::npos, words.c_str());
    // An edge under its neighbour.
    QVERIFY(!reline(on.lining(), on.book.boatPlan(), on.ids,
                    {{2, BoatSide::Starboard, {{on.station(4), millimetres(-120.0)}}}}));
    // Nor in the book: a strake below one that hangs.
    const auto hung = measureHungEdge(on.book, on.lining(), BoatSide::Starboard, 3, 4, millimetres(3.0), "2026-05-01");
    QVERIFY(hung);
    const Lining then = on.lining(hung->boatPlan());
    QVERIFY(!measureHungEdge(*hung, then, BoatSide::Starboard, 2, 4, millimetres(1.0), "2026-05-01"));
  }

  void whatIsWrittenIsReadAgain() {
    const std::vector<HungEdge> edges{{1, BoatSide::Port, {{"2", millimetres(3.5)}, {"stem", millimetres(-1.25)}}},
                                      {2, BoatSide::Starboard, {}}};
    auto read = readHungEdges(writeHungEdges(edges, Unit::Millimetre));
    QVERIFY(read);
    for (HungEdge& edge : *read) {
      edge.line = 0;
      for (HungReading& reading : edge.readings) reading.line = 0;
    }
    QVERIFY(*read == edges);
  }

  void oneMeasurementAfterAnotherIsAsAllAtOnceAndKeepsItsHistory() {
    const Planned on("marl");
    Book book = on.book;
    const std::size_t plans = book.plans.size();
    for (const std::size_t section : {3U, 6U, 8U}) {
      const auto made = measureHungEdge(book, on.lining(book.planOf(BoatSide::Port)), BoatSide::Port, 1, section,
                                        millimetres(2.0 + static_cast<double>(section)), "2026-05-02");
      QVERIFY2(made, made ? "" : describe(made.error()).c_str());
      book = *made;
    }
    QCOMPARE(book.plans.size(), plans + 1);  // one plan for the strake, however many readings
    QVERIFY(book.port != book.starboard);
    QVERIFY(book.boatPlan() == on.book.boatPlan());  // the other side is left alone
    QCOMPARE(book.hung.size(), std::size_t(1));
    QCOMPARE(book.hung[0].readings.size(), std::size_t(3));
    const auto once = reline(
        on.lining(), on.book.boatPlan(), on.ids,
        {{1,
          BoatSide::Port,
          {{on.station(3), millimetres(5.0)}, {on.station(6), millimetres(8.0)}, {on.station(8), millimetres(10.0)}}}});
    const Lining stepwise = on.lining(book.planOf(BoatSide::Port)), together = on.lining(*once);
    for (std::size_t line = 0; line < stepwise.lines.size(); ++line) {
      for (std::size_t i = 0; i < on.frame.sectionCount(); ++i)
        QVERIFY(std::abs(stepwise.lines[line].shares[i] - together.lines[line].shares[i]) < 1e-12);
    }
    // Taken out again, and in the book's file.
    const auto less = measureHungEdge(book, stepwise, BoatSide::Port, 1, 8, std::nullopt, "2026-05-02");
    QVERIFY(less && less->hung[0].readings.size() == 2);
    const Book kept = followStrakes(book, book);
    const auto again = readBook(writeBook(kept));
    QVERIFY(again && again->book.hung == kept.hung);
    QCOMPARE(writeBook(again->book), writeBook(kept));
    // The next strake begins a plan of its own from there.
    const auto second = measureHungEdge(book, stepwise, BoatSide::Port, 2, 5, millimetres(-3.0), "2026-05-03");
    QVERIFY(second && second->plans.size() == plans + 2 && second->hung.size() == 2);
  }

  void strakesHungALittleOffAtRandomAlwaysLeaveAPlan() {
    std::mt19937 random(4);
    std::uniform_real_distribution<double> off(-6.0, 6.0);
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const Planned on(boat);
      Book book = on.book;
      const Lining first = on.lining();
      for (int strake = 1; strake + 1 < static_cast<int>(first.strakeCount()); ++strake) {
        const std::size_t section = 1 + random() % (on.frame.sectionCount() - 2);
        const Lining now = on.lining(book.boatPlan());
        const auto made =
            measureHungEdge(book, now, BoatSide::Starboard, strake, section, millimetres(off(random)), "d");
        QVERIFY2(made, made ? "" : describe(made.error()).c_str());
        book = *made;
        const Lining after = on.lining(book.boatPlan());
        for (std::size_t i = 0; i < on.frame.sectionCount(); ++i) QCOMPARE(after.lines.back().shares[i], 1.0);
      }
    }
  }
};

QTEST_APPLESS_MAIN(RelineTest)
#include "reline_test.moc"
