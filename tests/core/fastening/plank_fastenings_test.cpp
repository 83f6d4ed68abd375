// Fastenings: sizes by hand arithmetic, and every place of every plank held against what it must miss.

#include <QTest>
#include <cmath>

#include "backbone/polygon.h"
#include "book/book_file.h"
#include "book/daybook_edits.h"
#include "book/joining_edits.h"
#include "book/lining_edits.h"
#include "joined_boats.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

FasteningMake makeOf(double thickMm, Construction construction, Notation notation) {
  OffsetTable table = sampleBook("osier").table;
  table.thickness = millimetres(thickMm);
  table.construction = construction;
  return fasteningMake(table, {}, notation);
}

}  // namespace

class PlankFasteningsTest : public QObject {
  Q_OBJECT

 private slots:
  // Two planks of 11 mm, a rove of 1 1/2 mm and a shank of 3.2 to head over it: 26.7; 30 as bought, to be nipped.
  void aRivetIsAsLongAsWhatItHolds() {
    const FasteningMake make = makeOf(11.0, Construction::Lapstrake, Notation::Millimetres);
    const FastenerThrough of = fastenerFor(make, FastenerKind::Rivet, 2, 0.0);
    QVERIFY(std::abs(of.fastener.shankMm - 3.2) < 1e-9);
    QVERIFY(std::abs(of.cutMm - (22.0 + 1.5 + 3.2)) < 1e-9);
    QVERIFY(std::abs(of.fastener.lengthMm - 30.0) < 1e-9);
    QVERIFY(std::abs(of.throughMm - 8.0) < 1e-9);
  }

  // An inch of plank, its head sunk three tenths, a frame of 1 1/2 in: 25.4 - 7.6 + 38.1 - 3 = 52.9, and no more than
  // 2 1/2 times the plank, 63.5: 2 in is the longest as sold that stays inside.
  void aScrewsPointStaysInside() {
    const FasteningMake make = makeOf(25.4, Construction::Carvel, Notation::Inches16);
    const FastenerThrough of = fastenerFor(make, FastenerKind::Screw, 1, 38.1);
    QCOMPARE(of.fastener.gauge, 14);
    QVERIFY(std::abs(of.fastener.lengthMm - 2.0 * mmPerInch) < 1e-9);
    QVERIFY(std::abs(of.throughMm - (63.5 - 0.3 * 25.4 - 50.8)) < 1e-9);
    QVERIFY(of.throughMm >= 3.0);
    QVERIFY(!of.isShort);
    // Into a frame of 3/4 in no screw of the rule goes: it is said.
    QVERIFY(fastenerFor(make, FastenerKind::Screw, 1, 19.0).isShort);
    // Into a stem it is as long as the rule lets it be.
    QVERIFY(std::abs(fastenerFor(make, FastenerKind::Screw, 1, deepWoodMm).fastener.lengthMm - 2.5 * mmPerInch) < 1e-9);
    // The bung is no deeper than a third of the plank.
    QVERIFY(of.boreMm <= 25.4 / 3.0);
  }

  void aClenchedNailHasWoodToTurn() {
    const FasteningMake make = makeOf(10.0, Construction::Lapstrake, Notation::Millimetres);
    const FastenerThrough of = fastenerFor(make, FastenerKind::Clench, 2, 15.0);
    QVERIFY(of.throughMm >= 3.0 / 8.0 * mmPerInch);
    QVERIFY(of.throughMm <= 0.5 * mmPerInch + 5.0);  // the next length as sold
  }

  // An inch of plank on a block of an inch, its head sunk three tenths: 50.8 - 7.6 = 43.2, a washer of 1.5 and a nut of
  // 1.2 x 8: 54.3, and 2 1/4 in as sold.
  void aBoltIsAsLongAsWhatItHoldsAWasherAndANut() {
    const FasteningMake make = makeOf(25.4, Construction::Carvel, Notation::Inches16);
    const FastenerThrough of = fastenerFor(make, FastenerKind::Bolt, 1, 25.4);
    QCOMPARE(of.fastener.shankMm, 8.0);
    QVERIFY(std::abs(of.fastener.lengthMm - 2.25 * mmPerInch) < 1e-9);
    QCOMPARE(of.misfit, Misfit::None);
    QVERIFY(std::abs(of.throughMm - (2.25 * mmPerInch - 43.18)) < 1e-9);
    QVERIFY(fastenerWords(of.fastener, Notation::Inches16).starts_with("bolt 8.0 mm"));
  }

  void aFastenerThatNoStockFitsIsRefused() {
    const FasteningMake thin = makeOf(6.0, Construction::Lapstrake, Notation::Millimetres);
    // Into 5 mm the shortest screw, 12, would come through: it is no short screw, it is none.
    const FastenerThrough through = fastenerFor(thin, FastenerKind::Screw, 1, 5.0);
    QCOMPARE(through.misfit, Misfit::TooThin);
    QVERIFY(!through.isShort);
    // Nothing is headed behind a stem, and no nail is a billion millimetres long.
    for (const FastenerKind kind : {FastenerKind::Rivet, FastenerKind::Clench, FastenerKind::Bolt}) {
      const FastenerThrough stem = fastenerFor(thin, kind, 1, deepWoodMm);
      QCOMPARE(stem.misfit, Misfit::NoFarSide);
      QVERIFY(stem.fastener.lengthMm <= 200.0);
      QCOMPARE(fastenerFor(thin, kind, 1, 400.0).misfit, Misfit::TooThick);
      QVERIFY(!misfitWords(stem, Notation::Millimetres).empty());
    }
    Book book = sampleBook("osier");
    book.fastening.atEnds = FastenerKind::Rivet;
    const auto solved = solve(std::make_shared<Book>(book), 1);
    const auto plank = plankAtBench(*solved, 2, BoatSide::Starboard);
    for (const Fastening& one : plank->fastenings.all)
      QVERIFY(one.to != FastenedTo::HoodEnd && one.to != FastenedTo::Transom);
    const auto& out = plank->fastenings.unfastened;
    QVERIFY(std::any_of(out.begin(), out.end(),
                        [](const std::string& words) { return words.find("behind stem") != std::string::npos; }));
    for (const FastenerOrder& one : orderOf({plank->fastenings}, plank->fastening))
      QVERIFY(one.fastener.lengthMm < 200.0);
  }

  // Marl's butts as usual: no screw of them is short, for the block is thick enough; and rivets or bolts where said.
  void buttBlocksAreAsThickAsTheirFastenersWant() {
    Book book = sampleBook("marl");
    for (const auto kind :
         {std::optional<FastenerKind>(), std::optional(FastenerKind::Rivet), std::optional(FastenerKind::Bolt)}) {
      book.fastening.inButts = kind;
      const auto solved = joinedBoat(book, 5182.0, JoinedBy::Butt);
      int butts = 0;
      for (std::size_t k = 0; k < solved->planks.size(); ++k) {
        const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
        for (const FastenerLot& lot : plank->fastenings.fasteners) {
          if (lot.to != FastenedTo::ButtBlock || lot.count == 0) continue;
          ++butts;
          QCOMPARE(lot.of.fastener.kind, kind.value_or(FastenerKind::Screw));
          QVERIFY(!lot.of.isShort && lot.of.misfit == Misfit::None);
          // What is told of the block is what the fasteners were worked out for.
          const double block = buttBlock(plank->joining, 100.0).thicknessMm;
          QVERIFY(std::abs(lot.of.woodMm - plank->fastening.thicknessMm - block) < 1e-9);
        }
      }
      QVERIFY(butts > 3);
    }
    book.fastening.inButts = {};
    book.fastening.blockThick = millimetres(10.0);
    const FasteningMake thin = fasteningMake(book);
    QCOMPARE(thin.blockMm, 10.0);
    QVERIFY(fastenerFor(thin, thin.inButts, 1, thin.blockMm).isShort);
  }

  void theSheerStrakesHeadIsFastenedToEveryFrame() {
    const auto solved = solve(std::make_shared<Book>(sampleBook("osier")), 1);
    const std::size_t top = solved->planks.size() - 1;
    for (const std::size_t k : {top - 1, top}) {
      const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
      int heads = 0;
      for (const Fastening& one : plank->fastenings.all) {
        const double edge = leastEdgeMm(plank->fastenings.fasteners[one.which].of.fastener);
        heads += one.to == FastenedTo::Frame && distanceToLine(plank->plank->upper, one.at) < 1.3 * edge;
      }
      QVERIFY2(k == top ? heads > 15 : heads == 0, qPrintable(QString::number(heads)));
      // Where to is said; it is advice, and nothing is left out for it.
      const auto& advice = plank->fastenings.advice;
      const bool said = std::any_of(advice.begin(), advice.end(), [](const std::string& words) {
        return words.find("head of the sheer strake") != std::string::npos;
      });
      QCOMPARE(said, k == top);
    }
  }

  // Sedge's third strake, in one piece and with no mould in the way. Its lap runs from 226 to 3615 mm along the boat;
  // frames stand at 219 and every 152.4 on. Those within 36 mm of an end give way to it: frames 2 to 23, 22 of them, a
  // rivet each. Laps are fastened 90 apart at most: the 21 bays, 153 along the lap amidships and 167 where it runs in
  // to the stem, in two steps, a rivet each; forward of frame 2, some 130 mm from the first rivet, one more; aft of
  // frame 23 none; and one at either end: her stem's bed is too narrow for screws, and none has the place there.
  void countsAreThoseOfAWorkedCase() {
    Book book = sampleBook("sedge");
    book.fastening.lapSpacing = millimetres(90.0);
    book.joining.frames.first = millimetres(219.0);
    for (const StationColumn& station : book.table.stations) book.moulds.leftOut.push_back(station.name);
    const auto solved = solve(std::make_shared<Book>(book), 1);
    QVERIFY(solved->moulds == nullptr || solved->moulds->moulds.empty());
    const auto plank = plankAtBench(*solved, 2, BoatSide::Starboard);
    const auto count = [&](FastenedTo to, double woodMm) {
      int sum = 0;
      for (const FastenerLot& lot : plank->fastenings.fasteners) {
        if (lot.to == to && std::abs(lot.of.woodMm - woodMm) < 1e-6) sum += lot.count;
      }
      return sum;
    };
    const double thick = plank->fastening.thicknessMm, frame = plank->joining.frames.mouldingMm;
    QCOMPARE(count(FastenedTo::Frame, 2.0 * thick + frame), 22);
    QCOMPARE(count(FastenedTo::Lap, 2.0 * thick), 21 + 1 + 2);
    int all = 0;
    for (const FastenerLot& lot : plank->fastenings.fasteners) all += lot.count;
    QCOMPARE(all, static_cast<int>(plank->fastenings.all.size()));
  }

  void planksAreTheSameAfterALineOfTheLogAndNothingElse() {
    const Book book = sampleBook("osier");
    const auto before = solve(std::make_shared<Book>(book), 1);
    const auto after = [&](const Result<Book>& edited) {
      if (!edited) qFatal("%s", describe(edited.error()).c_str());
      return solve(std::make_shared<Book>(*edited), 2, before);
    };
    HangingEntry entry;
    entry.strake = 3, entry.step = HangingStep::Hung, entry.when = "2026-05-01";
    const auto logged = after(logStep(book, entry, 7));
    QVERIFY(haveSamePlanks(*before, *logged));
    const auto was = plankAtBench(*before, 2, BoatSide::Starboard), is = plankAtBench(*logged, 2, BoatSide::Starboard);
    QCOMPARE(was->fastenings.all.size(), is->fastenings.all.size());
    QVERIFY((was->sawn.boardLengthMm == is->sawn.boardLengthMm) && was->edges.size() == is->edges.size());
    FasteningPlan fastening = book.fastening;
    fastening.lapSpacing = millimetres(90.0);
    Book moved = book;
    moved.joining.frames.first = millimetres(219.0);
    Book timber = setStrakeSpecies(book, book.boatPlan().strakes[2], "oak");
    for (const Result<Book>& edited : std::initializer_list<Result<Book>>{
             setLap(book, millimetres(17.0)), setFastening(book, fastening), moved, timber, setStrakeCount(book, 8)})
      QVERIFY(!haveSamePlanks(*before, *after(edited)));
  }

  void fastenersOfALapThatChangesStandInItsMiddle() {
    Book book = sampleBook("osier");
    book = *setLapAt(book, book.boatPlan().id, book.stationIds[0], millimetres(17.0));
    book = *setLapAt(book, book.boatPlan().id, book.stationIds[6], millimetres(30.0));
    const auto solved = solve(std::make_shared<Book>(book), 1);
    int checked = 0;
    for (std::size_t k = 1; k < solved->planks.size(); ++k) {
      const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
      const auto fromLine = [](const std::vector<Vec2>& line, const Vec2& at) {
        double least = 1e300;
        for (std::size_t i = 1; i < line.size(); ++i)
          least = std::min(least, distanceToSegment(at, line[i - 1], line[i]));
        return least;
      };
      for (const Fastening& one : plank->fastenings.all) {
        if (one.to != FastenedTo::Lap) continue;
        // As far from the keel edge as from the lap line, which is drawn.
        const double below = fromLine(plank->plank->lower, one.at), above = fromLine(plank->plank->lapLine, one.at);
        QVERIFY2(std::abs(below - above) < 0.4, qPrintable(QString("%1: %2 %3").arg(k).arg(below).arg(above)));
        QVERIFY(below > 8.0 && below < 15.5);
        ++checked;
      }
    }
    QVERIFY(checked > 100);
  }

  void noneLiesInAJointAMouldOrTooNearAnEdge() {
    struct Case {
      const char* boat;
      double board;
      JoinedBy kind;
    };
    for (const Case& one : {Case{"osier", 4267.0, JoinedBy::Scarf}, Case{"marl", 4877.0, JoinedBy::Butt},
                            Case{"marl", 4877.0, JoinedBy::Scarf}, Case{"sedge", 2600.0, JoinedBy::Scarf}}) {
      const auto solved = joinedBoat(sampleBook(one.boat), one.board, one.kind);
      const std::vector<MouldWood> moulds = mouldWood(*solved);
      int checked = 0;
      for (std::size_t k = 0; k < solved->planks.size(); ++k) {
        const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
        const auto& all = plank->fastenings.all;
        for (std::size_t i = 0; i < all.size(); ++i) {
          const Fastener& fastener = plank->fastenings.fasteners[all[i].which].of.fastener;
          const double edge = leastEdgeMm(fastener);
          const QString where = QString("%1 strake %2 to %3 at %4, %5")
                                    .arg(one.boat)
                                    .arg(k + 1)
                                    .arg(static_cast<int>(all[i].to))
                                    .arg(all[i].at.x())
                                    .arg(all[i].at.y());
          const double near =
              std::min(distanceToLine(plank->plank->lower, all[i].at), distanceToLine(plank->plank->upper, all[i].at));
          // In a lap the edge is that of the lap itself; else of the plank.
          QVERIFY2(near > 0.92 * edge, qPrintable(where + QString(" %1 from an edge, %2").arg(near).arg(edge)));
          for (const bool bow : {true, false})
            QVERIFY2(distanceToLine(endLine(*plank->plank, bow), all[i].at) > 0.93 * edge, qPrintable(where + " end"));
          for (std::size_t j = 0; j < i; ++j)
            QVERIFY2((all[i].at - all[j].at).norm() > 0.99 * leastApartMm(fastener), qPrintable(where + " crowded"));
          if (all[i].to != FastenedTo::ButtBlock) {
            for (const JointOnPlank& joint : plank->joints)
              QVERIFY2(std::abs((all[i].at - joint.at).dot(joint.along)) > 0.5 * joint.lengthMm + edge - 0.01,
                       qPrintable(where + " in a joint"));
          }
          if (all[i].to == FastenedTo::Lap && !all[i].reusesHole) {
            // The distance along the boat of a place in the lap: by its foot on the lap line.
            double t = plank->run.tAt(all[i].alongMm);
            const Band band = solved->lining->band(k);
            for (int step = 0; step < 30; ++step) {
              const Vec2 here = plank->plank->map.at(t, 0.0), on = plank->plank->map.at(t + 1e-4, 0.0);
              const Vec2 along = (on - here) / 1e-4;
              t = std::clamp(t + (all[i].at - here).dot(along) / along.squaredNorm(), band.reach.fromT, band.reach.toT);
            }
            const double x = band.point(t, 0.0).x();
            for (const MouldWood& mould : moulds)
              QVERIFY2(
                  x < mould.fromMm - edge + 1.0 || x > mould.toMm + edge - 1.0,
                  qPrintable(where + QString(": x %1 in mould %2 to %3").arg(x).arg(mould.fromMm).arg(mould.toMm)));
          }
          ++checked;
        }
        // A screw's point stays inside; what is riveted or clenched comes through by what it needs.
        for (const FastenerLot& lot : plank->fastenings.fasteners) {
          const auto kind = lot.of.fastener.kind;
          if (lot.of.misfit != Misfit::None) continue;
          QVERIFY(lot.of.throughMm >= (kind == FastenerKind::Screw   ? 3.0
                                       : kind == FastenerKind::Rivet ? 1.5
                                                                     : 9.5) -
                                          1e-9);
        }
      }
      QVERIFY2(checked > 300, one.boat);
    }
  }

  void everyFasteningIsOnThePlankItHolds() {
    // By a tip as sharp as a garboard's, a place square in from the end may lie beyond the other edge.
    std::vector<std::pair<std::string, Book>> books;
    for (const char* boat : {"osier", "marl", "sedge"}) {
      books.emplace_back(boat, sampleBook(boat));
      books.emplace_back(std::string(boat) + ", as she ships", loadBook(boatsFolder() + boat + ".narrows")->book);
    }
    for (const SmoothHull& hull : smoothHulls()) books.emplace_back(hull.name, bookOf(hull, Construction::Carvel));
    for (const auto& [name, book] : books) {
      const auto solved = solve(std::make_shared<Book>(book), 1);
      std::size_t ends = 0;
      for (std::size_t k = 0; k < solved->planks.size(); ++k) {
        const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
        const CutLines& cut = plank->cut;
        // Once round the finished lines; a place is within where lines from it to either side cross them an odd number
        // of times.
        std::vector<Vec2> round = cut.lower.flat;
        round.insert(round.end(), cut.stern.flat.begin(), cut.stern.flat.end());
        round.insert(round.end(), cut.upper.flat.rbegin(), cut.upper.flat.rend());
        round.insert(round.end(), cut.bow.flat.rbegin(), cut.bow.flat.rend());
        for (const Fastening& one : plank->fastenings.all) {
          bool within = false;
          for (std::size_t i = 0, j = round.size() - 1; i < round.size(); j = i++) {
            const Vec2 &a = round[i], &b = round[j];
            if ((a.y() > one.at.y()) == (b.y() > one.at.y())) continue;
            if (one.at.x() < a.x() + (b.x() - a.x()) * (one.at.y() - a.y()) / (b.y() - a.y())) within = !within;
          }
          ends += one.to == FastenedTo::HoodEnd ? 1 : 0;
          QVERIFY2(within, qPrintable(QString("%1 strake %2 to %3 at %4, %5")
                                          .arg(QString::fromStdString(name))
                                          .arg(k + 1)
                                          .arg(static_cast<int>(one.to))
                                          .arg(one.at.x())
                                          .arg(one.at.y())));
        }
      }
      if (name.starts_with("osier")) QVERIFY(ends > 20);
    }
  }

  void stepsInALapAreEvenFromFrameToFrame() {
    Book book = sampleBook("osier");
    book.fastening.holesReused = false;
    const auto solved = solve(std::make_shared<Book>(book), 1);
    int evenBays = 0, bays = 0;
    for (std::size_t k = 1; k < solved->planks.size(); ++k) {
      const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
      std::vector<const Fastening*> row;
      for (const Fastening& one : plank->fastenings.all) {
        const bool inLap =
            one.to == FastenedTo::Lap ||
            (one.to == FastenedTo::Frame && plank->fastenings.fasteners[one.which].of.woodMm >
                                                1.5 * plank->fastening.thicknessMm + plank->joining.frames.mouldingMm);
        if (inLap) row.push_back(&one);
      }
      std::sort(row.begin(), row.end(), [](const auto* a, const auto* b) { return a->alongMm < b->alongMm; });
      std::vector<double> steps;
      for (std::size_t i = 1; i < row.size(); ++i) {
        steps.push_back((row[i]->at - row[i - 1]->at).norm());
        if (row[i]->to != FastenedTo::Frame) continue;
        ++bays;
        const auto [low, high] = std::minmax_element(steps.begin(), steps.end());
        evenBays += *high - *low < 1.0 ? 1 : 0;
        steps.clear();
      }
    }
    // All but those that a mould stands in, which are even to either side of it.
    QVERIFY2(bays > 100 && evenBays > 0.7 * bays, qPrintable(QString("%1 of %2").arg(evenBays).arg(bays)));
  }

  void aSpacingWiderThanThePlankIsSaid() {
    Book book = sampleBook("sedge");
    book.fastening.lapSpacing = millimetres(900.0);
    const auto solved = solve(std::make_shared<Book>(book), 1);
    QVERIFY(plankAtBench(*solved, 2, BoatSide::Starboard)->fastenings.all.size() > 20);
    FasteningPlan close, less, sound;
    close.lapSpacing = millimetres(5.0);
    less.spares = -1.0;
    sound.lapSpacing = millimetres(80.0);
    sound.spares = 15.0;
    QVERIFY(!checkFastening(close));
    QVERIFY(!checkFastening(less));
    QVERIFY(checkFastening(sound));
  }

  void ordersAddUpWithSpares() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    const auto planks = fastenBoat(*solved);
    QCOMPARE(planks.size(), 2 * solved->planks.size());
    const auto order = orderOf(planks, fasteningMake(*solved->book));
    int counted = 0, placed = 0;
    for (const FastenerOrder& one : order) {
      counted += one.counted;
      QCOMPARE(one.toBuy, static_cast<int>(std::ceil(one.counted * 1.1 - 1e-9)));
    }
    for (const PlankFastenings& plank : planks) placed += static_cast<int>(plank.all.size());
    QCOMPARE(counted, placed);
  }
};

QTEST_APPLESS_MAIN(PlankFasteningsTest)
#include "plank_fastenings_test.moc"
