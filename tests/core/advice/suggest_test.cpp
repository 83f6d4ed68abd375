// Changes tried beside a plan, and the plan that weighs best.

#include <QTest>
#include <cmath>

#include "advice/plan_change.h"
#include "advice/suggest.h"
#include "book/lining_edits.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

SuggestFrom fromBook(const Book& book, int tries) {
  const auto drawn = springHull(book.table);
  const auto inside = hullFace(*drawn, book.table, Face::Inside);
  SuggestFrom from;
  from.frame = GirthFrame(std::make_shared<Hull>(*inside), book.boatPlan().base == BaseLine::Rabbet);
  from.book = book;
  from.begun = book.boatPlan();
  from.sectionIds = sectionIds(book, from.frame.hull());
  from.figures = weighingFigures(book);
  from.tries = tries;
  return from;
}

/// Stopped the third time it tells how far it is; that is heard before it tells twice more.
Result<Suggestion> stoppedSoon(const SuggestFrom& from, std::stop_source& stop) {
  int told = 0;
  const auto broken = suggest(
      from,
      [&](double) {
        if (++told == 3) stop.request_stop();
      },
      stop.get_token());
  if (told > 4) qFatal("told %d times", told);
  return broken;
}

std::shared_ptr<const PlanWeighed> weighedOf(const SuggestFrom& of, const LiningPlan& plan, StripFineness fineness) {
  auto made = weighPlan(of.frame, plan, of.sectionIds, of.figures, fineness);
  if (!made) qFatal("%s", describe(made.error()).c_str());
  return *made;
}

/// The plan a careful builder comes to: the best of all changes taken, again and again, until none betters her.
std::shared_ptr<const PlanWeighed> mendedByHand(const SuggestFrom& from, Book book) {
  auto now = weighedOf(from, book.boatPlan(), quickStrip);
  constexpr int rounds = 12;
  for (int round = 0; round < rounds; ++round) {
    const auto changes = planChanges(book, now->lining, now->weighing, BoatSide::Starboard);
    const TriedChange* best = nullptr;
    const auto tried = tryChanges(book, BoatSide::Starboard, changes, now);
    for (const TriedChange& one : tried) {
      if (one.would->weighing.score < (best != nullptr ? best->would : now)->weighing.score) best = &one;
    }
    if (best == nullptr) break;
    book = *best->change.make(book, now->lining);
    now = best->would;
  }
  return weighedOf(from, book.boatPlan(), fullStrip);
}

}  // namespace

class SuggestTest : public QObject {
  Q_OBJECT

 private slots:
  void neverWorseThanItBeganAndTheSameAgain() {
    for (const char* boat : {"osier", "sedge"}) {
      const SuggestFrom from = fromBook(sampleBook(boat), 36);
      double told = 0.0;
      const auto found = suggest(from, [&](double share) { told = std::max(told, share); });
      QVERIFY(found && told > 0.99);
      double before = 0.0;
      for (const Suggested& one : found->found) {
        QVERIFY(one.plan->weighing.score < found->begun->weighing.score);
        QVERIFY(one.plan->weighing.score >= before);
        before = one.plan->weighing.score;
        // Its name says how many strakes it has, whatever cures made of it.
        const std::string strakes = std::to_string(one.plan->plan.strakes.size()) + " strakes";
        QVERIFY2(one.how.starts_with("the plan begun from") || one.how.find(strakes) != std::string::npos,
                 one.how.c_str());
        // What is said of it is what is weighed of it.
        QCOMPARE(weighedOf(from, one.plan->plan, fullStrip)->weighing.score, one.plan->weighing.score);
      }
      const auto again = suggest(from);
      QCOMPARE(again->found.size(), found->found.size());
      for (std::size_t i = 0; i < found->found.size(); ++i)
        QCOMPARE(again->found[i].plan->weighing.score, found->found[i].plan->weighing.score);
    }
  }

  void whatIsOfferedDiffersAndHasNoMoreTroubleAStrake() {
    for (const char* boat : {"osier", "marl"}) {
      for (const int strakes : {0, 6}) {
        // By default each boat's own plan or the poorer one.
        const bool all = qEnvironmentVariableIsSet("NARROWS_THOROUGH");
        if (!all && (strakes > 0) != (boat == std::string("osier"))) continue;
        Book book = sampleBook(boat);
        if (strakes > 0) book = *setStrakeCount(book, strakes);
        const auto made = suggest(fromBook(book, 120));
        QVERIFY(made);
        const auto trouble = [](const PlanWeighed& of) {
          return static_cast<double>(of.weighing.trouble) / static_cast<double>(of.lining.strakeCount());
        };
        for (std::size_t i = 0; i < made->found.size(); ++i) {
          const Lining& one = made->found[i].plan->lining;
          QVERIFY(trouble(*made->found[i].plan) <= trouble(*made->begun) + 1e-12);
          for (std::size_t j = 0; j < i; ++j) {
            const Lining& other = made->found[j].plan->lining;
            if (one.lines.size() != other.lines.size()) continue;
            double apart = 0.0;
            for (std::size_t line = 0; line < one.lines.size(); ++line) {
              for (std::size_t s = 0; s < one.frame.sectionCount(); ++s) {
                if (!one.lines[line].isAt(s) || !other.lines[line].isAt(s)) {
                  if (one.lines[line].isAt(s) != other.lines[line].isAt(s)) apart = 1e9;
                  continue;
                }
                apart = std::max(
                    apart, std::abs(one.lines[line].shares[s] - other.lines[line].shares[s]) * one.frame.girthMm(s));
              }
            }
            QVERIFY2(apart > 3.0, qPrintable(QString("%1 and %2: %3").arg(i).arg(j).arg(apart)));
          }
        }
      }
    }
  }

  void theCureIsForThePlaceThatIsWorst() {
    // Two lands in trouble, the second much the worse: it is that one whose neighbour is narrowed.
    const Book book = *setStrakeCount(sampleBook("osier"), 5);
    const auto now = weighedOf(fromBook(book, 1), book.boatPlan(), quickStrip);
    const Weighed* worst = now->weighing.worst(Measure::LandLeft);
    QVERIFY(worst != nullptr && worst->verdict == Severity::Trouble && worst->section);
    const std::string at = now->lining.frame.hull().sections[*worst->section].name;
    const std::string line = "line " + std::to_string(now->lining.strakes[worst->strake].upper) + ", ";
    bool offered = false;
    for (const PlanChange& change : planChanges(book, now->lining, now->weighing, BoatSide::Starboard)) {
      const std::string words = change.words.words();
      const bool marks = words.starts_with(line) && words.find(at) != std::string::npos;
      offered = offered || marks;
    }
    QVERIFY2(offered, (line + at).c_str());
  }

  void aPoorPlanIsBettered() {
    // A dozen strakes where eight are usual, the garboard a sliver at the stem.
    Book book = *setStrakeCount(sampleBook("osier"), 16);
    const SuggestFrom from = fromBook(book, 44);
    const auto found = suggest(from);
    QVERIFY(found && !found->found.empty());
    QVERIFY(found->found[0].plan->weighing.score < 0.9 * found->begun->weighing.score);
    QVERIFY(found->found[0].plan->lining.strakeCount() < 14);
  }

  void theNumberOfStrakesAskedForIsKeptAndStopIsHeard() {
    SuggestFrom from = fromBook(sampleBook("osier"), 24);
    from.answers.strakes = 9;
    from.begun = setStrakeCount(sampleBook("osier"), 9)->boatPlan();
    const auto found = suggest(from);
    QVERIFY(found);
    for (const Suggested& one : found->found) QCOMPARE(one.plan->plan.strakes.size(), std::size_t(9));
    std::stop_source stop;
    from.tries = 100000;
    const auto broken = stoppedSoon(from, stop);
    QVERIFY(broken);
  }

  void whatIsAbandonedIsNotWeighedToItsEnd() {
    // Stopped, it lays flat what it has found; where nobody waits for that either it ends at once, wherever it is.
    std::stop_source stop;
    SuggestFrom from = fromBook(sampleBook("osier"), 100000);
    from.abandoned = stop.get_token();
    const auto broken = stoppedSoon(from, stop);
    QVERIFY(!broken);
    QCOMPARE(broken.error()[0].fault, Fault::Stopped);
    from.abandoned = {};
    const auto never = suggest(
        from, [](double) {}, stop.get_token());
    QVERIFY(!never);
    QCOMPARE(never.error()[0].fault, Fault::Stopped);
  }

  void weighsAtLeastAsWellAsAPlanMendedByHand() {
    // A plan of sixteen strakes takes half a minute to mend so.
    const bool all = qEnvironmentVariableIsSet("NARROWS_THOROUGH");
    for (const char* boat : {"osier", "marl"}) {
      if (!all && boat == std::string("marl")) continue;
      const Book book = sampleBook(boat);
      constexpr double seconds = 10.0;
      const SuggestFrom from = fromBook(book, triesIn(seconds, book.boatPlan().strakes.size()));
      const auto found = suggest(from);
      const auto hand = mendedByHand(from, book);
      QVERIFY(hand->weighing.score < found->begun->weighing.score);
      QVERIFY2(found->found[0].plan->weighing.score <= hand->weighing.score,
               qPrintable(QString("%1: %2, by hand %3")
                              .arg(boat)
                              .arg(found->found[0].plan->weighing.score)
                              .arg(hand->weighing.score)));
    }
  }

  void lockedGuidesAndMarksOfThePlanHold() {
    Book book = sampleBook("sedge");
    SuggestFrom from = fromBook(book, 40);
    const Lining lining = *lineOff(from.frame, from.begun, from.sectionIds, plankingFigures(book));
    book = *lockMark(book, lining, 2, 3, true);
    from.begun = book.boatPlan();
    const auto found = suggest(from);
    QVERIFY(found);
    for (const Suggested& one : found->found) {
      if (one.how.find("the plan begun from") == std::string::npos) continue;
      QVERIFY(std::abs(one.plan->lining.lines[2].shares[3] - lining.lines[2].shares[3]) < 1e-9);
    }
  }

  void everyChangeOfferedIsOneAndSaysWhatItWouldDo() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const Book book = sampleBook(boat);
      const SuggestFrom from = fromBook(book, 1);
      const auto now = weighedOf(from, book.boatPlan(), quickStrip);
      const auto changes = planChanges(book, now->lining, now->weighing, BoatSide::Starboard);
      QVERIFY(changes.size() >= 8);
      const auto tried = tryChanges(book, BoatSide::Starboard, changes, now);
      QVERIFY2(tried.size() >= 6, qPrintable(QString("%1: %2").arg(boat).arg(tried.size())));
      for (const TriedChange& one : tried) {
        QVERIFY(!one.change.words.words().empty() && !one.change.cures.empty());
        // Taken, it gives the plan that was shown.
        const auto taken = one.change.make(book, now->lining);
        QVERIFY(taken && taken->boatPlan() == one.would->plan);
        QVERIFY(!(taken->boatPlan() == book.boatPlan()));
        QVERIFY(std::isfinite(one.would->weighing.score));
      }
      const auto says = [&](const std::string& words) {
        return std::any_of(tried.begin(), tried.end(),
                           [&](const TriedChange& one) { return one.change.words.words().starts_with(words); });
      };
      QVERIFY(says("one strake more") && says("one strake fewer") && says("garboard"));
    }
  }

  void noCureJoinsStrakesInTheTopsides() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const Book book = sampleBook(boat);
      const SuggestFrom from = fromBook(book, 60);
      const auto found = suggest(from);
      QVERIFY(found);
      for (const Suggested& one : found->found) {
        for (const Stealer& joint : one.plan->plan.stealers) {
          const auto& lines = one.plan->plan.lines;
          const auto at = static_cast<std::size_t>(std::find(lines.begin(), lines.end(), joint.line) - lines.begin());
          QVERIFY(at < 1 + lines.size() / 2);
        }
      }
    }
  }

  void aHigherGarboardIsHigherByAsMuchAndTheRestStillFillTheStem() {
    const Book book = sampleBook("osier");
    const SuggestFrom from = fromBook(book, 1);
    const auto now = weighedOf(from, book.boatPlan(), quickStrip);
    for (const PlanChange& change : planChanges(book, now->lining, now->weighing, BoatSide::Starboard)) {
      if (!change.words.words().starts_with("garboard") || change.words.words().find("stem") == std::string::npos)
        continue;
      const double by = change.words.words().find("higher") != std::string::npos ? mmPerInch : -mmPerInch;
      const auto made = change.make(book, now->lining);
      QVERIFY(made);
      const auto lining = lineOff(from.frame, made->boatPlan(), from.sectionIds, plankingFigures(book));
      QVERIFY(lining);
      QVERIFY2(std::abs(lining->widthMm(0, 0) - now->lining.widthMm(0, 0) - by) < 0.6,
               qPrintable(QString::number(lining->widthMm(0, 0) - now->lining.widthMm(0, 0))));
    }
  }
};

QTEST_APPLESS_MAIN(SuggestTest)
#include "suggest_test.moc"
