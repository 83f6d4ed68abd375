// Records of strakes through any sequence of edits of their plans: each stays with its plank, or is told to be without
// one.

#include <QTest>
#include <cmath>
#include <map>
#include <random>

#include "advice/reline.h"
#include "book/book.h"
#include "book/daybook_edits.h"
#include "book/lining_edits.h"
#include "book/strake_records.h"
#include "lining/schools.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::shared_ptr<const Hull> insideOf(const Book& book) {
  const auto drawn = springHull(book.table);
  if (!drawn) qFatal("%s", describe(drawn.error()).c_str());
  const auto inside = hullFace(*drawn, book.table, Face::Inside);
  if (!inside) qFatal("%s", describe(inside.error()).c_str());
  return std::make_shared<const Hull>(*inside);
}

/// A boat spiled, joined, logged, printed and hung in places: every record tells itself by its day.
Book worked(Book book) {
  const int last = static_cast<int>(strakesInOrder(book.boatPlan()).size());
  int day = 1;
  const auto when = [&] { return QString("2026-05-%1").arg(day++, 2, 10, QChar('0')).toStdString(); };
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    for (const int strake : {1, 3, last - 1}) {
      SpiledStrake spiled;
      spiled.spiling.strake = strake, spiled.spiling.side = side;
      spiled.spiling.readings.push_back({book.table.stations[1].name, millimetres(strake), {}, 0});
      spiled.when = when();
      book.spiled.push_back(spiled);
    }
    for (const int strake : {2, 4}) {
      book.joining.joints.push_back({strake, side, millimetres(1500.0 + day), JoinedBy::Scarf, true});
      ++day;
    }
    for (const int strake : {1, 2, 3, last}) {
      HangingEntry entry;
      entry.id = {book.nextId++};
      entry.strake = strake, entry.side = side, entry.step = HangingStep::Spiled, entry.when = when();
      book.log.push_back(entry);
    }
    for (const int strake : {3, 4}) {
      PrintedSheet sheet;
      sheet.name = "strake-" + plankFileWord(strake, side);
      sheet.strake = strake, sheet.side = side, sheet.when = when();
      book.printed.push_back(sheet);
    }
  }
  return followStrakes(book, book);
}

/// A record as it can be known again, whatever becomes of its number.
struct Known {
  StrakeId id;
  int number;
  BoatSide side;
  bool operator==(const Known&) const = default;
};
std::map<std::string, Known> recordsOf(const Book& book) {
  std::map<std::string, Known> all;
  for (const SpiledStrake& one : book.spiled)
    all["readings " + one.when] = {one.strakeId, *one.spiling.strake, *one.spiling.side};
  for (const PlankJoint& one : book.joining.joints)
    all["joint " + std::to_string(one.at.mm())] = {one.strakeId, one.strake, one.side};
  for (const HangingEntry& one : book.log) all["log " + one.when] = {one.strakeId, one.strake, one.side};
  for (const PrintedSheet& one : book.printed) all["sheet " + one.when] = {one.strakeId, one.strake, one.side};
  return all;
}

/// How much of the girth, in mm over all stations, a strake of one lining and a strake of another both cover.
double common(const Lining& one, std::size_t i, const Lining& other, std::size_t j) {
  double sum = 0.0;
  for (std::size_t s = 0; s < one.frame.sectionCount(); ++s) {
    if (!one.covers(i, s) || !other.covers(j, s)) continue;
    const double low =
        std::max(one.lines[one.strakes[i].lower].shares[s], other.lines[other.strakes[j].lower].shares[s]);
    const double high =
        std::min(one.lines[one.strakes[i].upper].shares[s], other.lines[other.strakes[j].upper].shares[s]);
    sum += std::max(0.0, high - low) * one.frame.girthMm(s);
  }
  return sum;
}

}  // namespace

class StrakeRecordsTest : public QObject {
  Q_OBJECT

 private slots:
  void strakesAreInTheOrderOfTheLining() {
    const Book book = sampleBook("marl");
    const GirthFrame frame(insideOf(book), false);
    const auto ids = sectionIds(book, frame.hull());
    Book edited = book;
    for (const auto& [line, bow] : {std::pair(4, true), std::pair(7, false), std::pair(10, true)}) {
      const auto lining = lineOff(frame, edited.boatPlan(), ids, plankingFigures(edited));
      QVERIFY(lining);
      Stealer stealer;
      stealer.line = edited.boatPlan().lines[static_cast<std::size_t>(line)];
      stealer.towardsBow = bow;
      stealer.at = millimetres(lining->point(static_cast<std::size_t>(line), bow ? 3.5 : 7.5).x());
      const auto made = setStealer(edited, *lining, stealer);
      QVERIFY2(made, made ? "" : describe(made.error()).c_str());
      edited = *made;
    }
    const auto lining = lineOff(frame, edited.boatPlan(), ids, plankingFigures(edited));
    QVERIFY(lining);
    const std::vector<StrakeId> order = strakesInOrder(edited.boatPlan());
    QCOMPARE(order.size(), lining->strakeCount());
    QCOMPARE(order.size(), strakesInOrder(book.boatPlan()).size() + 3);
    for (std::size_t k = 0; k < order.size(); ++k) QVERIFY(order[k] == lining->strakes[k].id);
  }

  void whatHangsStaysWhereItIsWhenStrakesComeAndGoAbove_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<bool>("measured");
    for (const char* boat : {"osier", "marl", "sedge"}) {
      for (const bool measured : {false, true})
        QTest::newRow((std::string(boat) + (measured ? " measured" : " logged")).c_str()) << QString(boat) << measured;
    }
  }
  void whatHangsStaysWhereItIsWhenStrakesComeAndGoAbove() {
    QFETCH(QString, boat);
    QFETCH(bool, measured);
    Book book = sampleBook(boat.toStdString());
    const GirthFrame frame(insideOf(book), false);
    const auto ids = sectionIds(book, frame.hull());
    const auto lined = [&](const Book& of) { return *lineOff(frame, of.boatPlan(), ids, plankingFigures(of)); };
    const std::size_t hangs = boat == "sedge" ? 2 : 4;
    for (std::size_t strake = 1; strake <= hangs; ++strake) {
      HangingEntry entry;
      entry.strake = static_cast<int>(strake), entry.step = HangingStep::Hung, entry.when = "2026-05-01";
      book = *logStep(book, entry, 40);
    }
    if (measured) {
      const auto hung = measureHungEdge(book, lined(book), BoatSide::Starboard, static_cast<int>(hangs), 4,
                                        millimetres(3.0), "2026-05-02");
      QVERIFY2(hung, hung ? "" : describe(hung.error()).c_str());
      book = *hung;
    }
    const Lining before = lined(book);
    QCOMPARE(hungLine(book, before), hangs);
    for (const int more : {1, 2, -1}) {
      const auto made = setStrakeCountAboveHung(book, before, static_cast<int>(before.strakeCount()) + more);
      QVERIFY2(made, made ? "" : describe(made.error()).c_str());
      const Lining after = lined(*made);
      QCOMPARE(after.strakeCount(), before.strakeCount() + static_cast<std::size_t>(more));
      for (std::size_t k = 0; k < hangs; ++k) QVERIFY(after.strakes[k].id == before.strakes[k].id);
      // Where it hangs, at the stations and between them.
      double off = 0.0;
      for (std::size_t line = 1; line <= hangs; ++line) {
        for (double t = 0.0; t <= frame.hull().patches.front().lastT(); t += 0.125)
          off = std::max(off, (after.point(line, t) - before.point(line, t)).norm());
      }
      QVERIFY2(off < 0.4, qPrintable(QString::number(off)));
      // Above they are shared out: none is left a sliver.
      for (std::size_t section = 1; section + 1 < frame.sectionCount(); ++section) {
        double least = 1e9, most = 0.0;
        for (std::size_t k = hangs; k < after.strakeCount(); ++k) {
          const double wide = after.lines[k + 1].shares[section] - after.lines[k].shares[section];
          least = std::min(least, wide), most = std::max(most, wide);
        }
        QVERIFY2(most < 1.6 * least, qPrintable(QString("section %1: %2 to %3").arg(section).arg(least).arg(most)));
      }
    }
  }

  void everyRecordStaysWithItsPlankThroughAnyEdits_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << QString(boat);
  }
  void everyRecordStaysWithItsPlankThroughAnyEdits() {
    QFETCH(QString, boat);
    const Book begun = worked(sampleBook(boat.toStdString()));
    const GirthFrame frame(insideOf(begun), false);
    const auto ids = sectionIds(begun, frame.hull());
    const auto lined = [&](const Book& book, BoatSide side) {
      return lineOff(frame, book.planOf(side), ids, plankingFigures(book));
    };
    int edits = 0, left = 0, moved = 0, replaced = 0;
    const unsigned sequences = qEnvironmentVariableIsSet("NARROWS_THOROUGH") ? 500 : 60;
    for (unsigned seed = 1; seed <= sequences; ++seed) {
      std::mt19937 chance(seed);
      const auto pick = [&](std::size_t count) { return static_cast<std::size_t>(chance()) % count; };
      Book book = begun;
      for (int i = 0; i < 6; ++i) {
        const BoatSide side = pick(2) == 0 ? BoatSide::Port : BoatSide::Starboard;
        const auto now = lined(book, side);
        QVERIFY(now);
        const LiningPlan& plan = book.planOf(side);
        Result<Book> edited = book;
        switch (pick(5)) {
          case 0:
            edited = setStrakeCount(book, static_cast<int>(5 + pick(9)), plan.id);
            break;
          case 1: {
            Stealer stealer;
            const std::size_t line = 1 + pick(plan.strakes.size() - 1);
            stealer.line = plan.lines[line];
            stealer.towardsBow = pick(2) == 0;
            stealer.at = millimetres(now->point(line, 1.0 + static_cast<double>(pick(4))).x());
            edited = setStealer(book, *now, stealer);
            break;
          }
          case 2: {
            SchoolAnswers answers;
            answers.strakes = static_cast<int>(5 + pick(8));
            const auto school =
                planBySchool(frame, School::Equal, answers, ids,
                             shopFigures(book.table.construction, boatLength(book.table)), plankingFigures(book));
            if (!school) continue;
            PlanId made;
            edited = addPlan(book, *school, "plan " + std::to_string(i), &made);
            if (edited) edited = setBoatPlan(*edited, side, made);
            break;
          }
          case 3:
            edited = setBoatPlan(book, side, book.plans[pick(book.plans.size())].id);
            break;
          default: {
            PlanId made;
            edited = addPlan(book, plan, "copy " + std::to_string(i), &made);
            if (edited) edited = setBoatPlan(*edited, side, made);
            break;
          }
        }
        if (!edited || !lined(*edited, BoatSide::Port) || !lined(*edited, BoatSide::Starboard)) continue;
        ++edits;
        const Book after = followStrakes(book, *edited, &frame);
        const auto before = recordsOf(book), since = recordsOf(after);
        QCOMPARE(since.size(), begun.spiled.size() + begun.joining.joints.size() + begun.log.size() +
                                   begun.printed.size());  // none is lost
        std::map<std::pair<BoatSide, int>, StrakeId> holder;
        for (const auto& [name, is] : since) {
          const Known& was = before.at(name);
          QVERIFY(is.side == was.side);
          const auto lining = lined(after, is.side), liningBefore = lined(book, is.side);
          if (is.number >= 1) {
            // Its number is that of its strake.
            QVERIFY(static_cast<std::size_t>(is.number) <= lining->strakeCount());
            QVERIFY(lining->strakes[static_cast<std::size_t>(is.number) - 1].id == is.id);
          } else {
            ++left;
          }
          moved += is.number != was.number ? 1 : 0;
          if (book.planOf(is.side).id == after.planOf(is.side).id) {
            QVERIFY(is.id == was.id);
            const bool there = std::any_of(lining->strakes.begin(), lining->strakes.end(),
                                           [&](const LinedStrake& strake) { return strake.id == was.id; });
            QCOMPARE(is.number >= 1, there);
          } else if (was.number >= 1 && is.number >= 1 && !(is.id == was.id)) {
            // Another plan: no strake of it that is free has more of the old one's band.
            ++replaced;
            const auto from = static_cast<std::size_t>(was.number) - 1, to = static_cast<std::size_t>(is.number) - 1;
            const double has = common(*liningBefore, from, *lining, to);
            QVERIFY(has > 0.0);
            for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
              if (common(*liningBefore, from, *lining, k) <= has + 1e-6) continue;
              // It is another's, that has more in common with it.
              bool taken = false;
              for (std::size_t other = 0; other < liningBefore->strakeCount(); ++other)
                taken = taken || (other != from && common(*liningBefore, other, *lining, k) >=
                                                       common(*liningBefore, from, *lining, k) - 1e-6);
              // Or it has its own records back.
              for (const auto& [other, one] : since) {
                taken =
                    taken || (one.side == is.side && one.id == lining->strakes[k].id && before.at(other).id == one.id);
              }
              QVERIFY(taken);
            }
          }
          // Two strakes' records never come to lie on one.
          if (is.number >= 1) {
            const auto [found, isNew] = holder.insert({{is.side, is.number}, was.id});
            QVERIFY(isNew || found->second == was.id);
          }
        }
        // What is without a strake is told, and only that.
        int told = 0, without = 0;
        for (const RecordsMoved& one : recordsWithoutStrake(after)) told += one.count;
        for (const auto& [name, is] : since) without += is.number < 1 ? 1 : 0;
        QCOMPARE(told, without);
        // It opens again as it was.
        const auto read = readBook(writeBook(after));
        QVERIFY2(read, read ? "" : describe(read.error()).c_str());
        QCOMPARE(writeBook(read->book), writeBook(after));
        QVERIFY(recordsOf(read->book) == since);
        book = after;
      }
    }
    QVERIFY2(edits > static_cast<int>(2 * sequences) && left > 20 && moved > 100 && replaced > 50,
             qPrintable(QString("%1 %2 %3 %4").arg(edits).arg(left).arg(moved).arg(replaced)));
  }

  void booksBeforeSixTellStrakesByNumber() {
    const Book book = worked(sampleBook("osier"));
    std::string text = writeBook(book);
    const auto replace = [&](const std::string& from, const std::string& to) {
      for (std::size_t at = text.find(from); at != std::string::npos; at = text.find(from, at + to.size()))
        text.replace(at, from.size(), to);
    };
    replace("\"narrows\": 6", "\"narrows\": 5");
    // As they were written: without the strake's own name.
    for (std::size_t at = text.find("\"strake-id\""); at != std::string::npos; at = text.find("\"strake-id\"", at)) {
      const std::size_t line = text.rfind('\n', at), end = text.find('\n', at);
      std::string before = text.substr(0, line);
      if (text[end - 1] != ',' && before.back() == ',') before.pop_back();
      text = before + text.substr(end);
    }
    const auto read = readBook(text);
    QVERIFY2(read, read ? "" : describe(read.error()).c_str());
    QCOMPARE(writeBook(read->book), writeBook(book));
    QVERIFY(recordsOf(read->book) == recordsOf(book));
  }

  void aStrakeThatNoPlanHasIsKeptAndThrownAwayOnPurpose() {
    Book book = worked(sampleBook("osier"));
    const auto fewer = setStrakeCount(book, 5);
    QVERIFY(fewer);
    const Book after = followStrakes(book, *fewer);
    const auto left = recordsWithoutStrake(after);
    QVERIFY(!left.empty());
    const std::string words = RecordsLeft{left}.words(Notation::Inches16);
    QVERIFY(words.find("strake") != std::string::npos && words.find("starboard") != std::string::npos);
    // The strakes come back by undo; or others are put in, and what is kept stays kept.
    const auto more = setStrakeCount(after, 8);
    QVERIFY(more);
    QCOMPARE(recordsWithoutStrake(followStrakes(after, *more)).size(), left.size());
    const Book without = *throwAwayRecordsWithoutStrake(after);
    QVERIFY(recordsWithoutStrake(without).empty());
    int kept = 0;
    for (const auto& [name, is] : recordsOf(without)) {
      QVERIFY(is.number >= 1);
      ++kept;
    }
    int gone = 0;
    for (const RecordsMoved& one : left) gone += one.count;
    QCOMPARE(kept + gone, static_cast<int>(recordsOf(book).size()));
  }

  void aSheetGoesByItsStrakesNumber() {
    Book book = worked(sampleBook("marl"));
    const GirthFrame frame(insideOf(book), false);
    const auto lining = lineOff(frame, book.boatPlan(), sectionIds(book, frame.hull()), plankingFigures(book));
    Stealer stealer;
    stealer.line = book.boatPlan().lines[2];
    stealer.at = millimetres(lining->point(2, 3.5).x());
    const auto edited = setStealer(book, *lining, stealer);
    QVERIFY2(edited, edited ? "" : describe(edited.error()).c_str());
    const Book after = followStrakes(book, *edited, &frame);
    // Two become one below the third and fourth: they are the fourth and fifth now, and so are their sheets.
    QVERIFY(std::any_of(after.printed.begin(), after.printed.end(),
                        [](const PrintedSheet& one) { return one.name == "strake-05-starboard" && one.strake == 5; }));
    QVERIFY(std::none_of(after.printed.begin(), after.printed.end(),
                         [](const PrintedSheet& one) { return one.name == "strake-03-starboard"; }));
    const auto moved = recordsMoved(book, after);
    QVERIFY(!moved.empty());
    for (const RecordsMoved& one : moved) QCOMPARE(one.to, one.from + 1);
    QVERIFY(recordsMovedInWords(moved).find("now 5") != std::string::npos);
  }
};

QTEST_APPLESS_MAIN(StrakeRecordsTest)
#include "strake_records_test.moc"
