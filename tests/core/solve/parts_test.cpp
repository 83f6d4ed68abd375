// However an answer was come by, it is that of its book: part by part.

#include <QTest>
#include <random>
#include <thread>

#include "book/backbone_edits.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

using TestPart = Part<int, int, std::string>;

BookSnapshot snapshot(const Book& book) {
  return std::make_shared<const Book>(book);
}

/// One edit by chance: a mark, a figure, a number of strakes, a mould, a lap, a point of the backbone.
Book edited(const Book& book, const Solved& now, std::mt19937& chance) {
  const auto pick = [&](std::size_t count) { return static_cast<std::size_t>(chance()) % count; };
  switch (pick(7)) {
    case 0: {
      if (now.lining.get() == nullptr) return book;
      const Lining& lining = *now.lining;
      const std::size_t line = 1 + pick(lining.lines.size() - 2), section = pick(lining.frame.sectionCount());
      const double share = lining.lines[line].shares[section] + (chance() % 2 == 0 ? 0.004 : -0.004);
      const auto moved = moveMark(book, lining, line, section, share);
      return moved ? *moved : book;
    }
    case 1: {
      const std::size_t row = pick(book.table.rows.size()), column = pick(book.table.stations.size());
      const auto& figure = book.table.rows[row].figures[column];
      if (!figure) return book;
      const auto typed = setFigure(book, row, column, *figure + millimetres(chance() % 2 == 0 ? 3.175 : -3.175));
      return typed ? *typed : book;
    }
    case 2: {
      const auto more = setStrakeCount(book, static_cast<int>(6 + pick(5)));
      return more ? *more : book;
    }
    case 3: {
      Book moulds = book;
      moulds.moulds.frame = inches(0.5 + 0.25 * static_cast<double>(pick(3)));
      moulds.moulds.takenOff = pick(2) == 0 ? TakenOff::Planking : TakenOff::PlankingAndFrames;
      return moulds;
    }
    case 5: {
      // A point of the timber that is bent of strips, and built up of layers, and lies on the slab.
      Book backbone = book;
      backbone.backbone = planInHand(book, now.backbone->plan);
      std::vector<Timber>& timbers = backbone.backbone.timbers;
      if (timbers.empty()) return book;
      Timber& timber = timbers[pick(timbers.size())];
      OutlinePoint& point = timber.outline[pick(timber.outline.size())];
      point.distance = point.distance + millimetres(chance() % 2 == 0 ? 1.5 : -1.5);
      return backbone;
    }
    case 4: {
      const auto lap = setLap(book, inches(0.5 + 0.125 * static_cast<double>(pick(4))));
      return lap;
    }
    default: {
      Book backbone = book;
      backbone.backbone.rabbet.stopwater = inches(0.375 + 0.125 * static_cast<double>(pick(2)));
      return backbone;
    }
  }
}

void comparePlanks(const Solved& one, const Solved& other) {
  QCOMPARE(one.planks.size(), other.planks.size());
  for (std::size_t k = 0; k < one.planks.size(); ++k) {
    QVERIFY(one.planks[k]->strake == other.planks[k]->strake);
    for (const bool upper : {false, true}) {
      const std::vector<Vec2>& edge = upper ? one.planks[k]->upper : one.planks[k]->lower;
      const std::vector<Vec2>& same = upper ? other.planks[k]->upper : other.planks[k]->lower;
      QCOMPARE(edge.size(), same.size());
      // One may have been begun from another answer: both are settled to this.
      constexpr double settledMm = 0.02;
      double most = 0.0;
      for (std::size_t i = 0; i < edge.size(); ++i) most = std::max(most, (edge[i] - same[i]).norm());
      QVERIFY2(most < settledMm, qPrintable(QString("strake %1: %2").arg(k + 1).arg(most)));
    }
  }
}

void compareMoulds(const MouldSet& one, const MouldSet& other) {
  QCOMPARE(one.moulds.size(), other.moulds.size());
  for (std::size_t i = 0; i < one.moulds.size(); ++i) {
    QCOMPARE(one.moulds[i].outline.lengthMm(), other.moulds[i].outline.lengthMm());
    QCOMPARE(one.moulds[i].marks.size(), other.moulds[i].marks.size());
    for (std::size_t k = 0; k < one.moulds[i].marks.size(); ++k) {
      QCOMPARE(one.moulds[i].marks[k].name, other.moulds[i].marks[k].name);
      QVERIFY((one.moulds[i].marks[k].at - other.moulds[i].marks[k].at).norm() < 1e-6);
    }
  }
}

void compare(const Solved& one, const Solved& other) {
  QVERIFY(*one.fair == *other.fair);
  QCOMPARE(one.judgement->disowned, other.judgement->disowned);
  for (std::size_t i = 0; i < one.judgement->figures.size(); ++i)
    QVERIFY(std::abs(one.judgement->figures[i].apartMm - other.judgement->figures[i].apartMm) < 1e-6);
  QCOMPARE(one.drawn->sections.size(), other.drawn->sections.size());
  for (double t = 0.0; t <= one.drawn->lastT(); t += 0.43) {
    for (const double v : {0.0, 0.3, 1.0}) {
      QVERIFY((one.drawn->patches[0].point(t, v) - other.drawn->patches[0].point(t, v)).norm() < 1e-9);
      QVERIFY((one.planked->patches[0].point(t, v) - other.planked->patches[0].point(t, v)).norm() < 1e-9);
    }
  }
  QCOMPARE(one.drawnLines->size(), other.drawnLines->size());
  for (std::size_t i = 0; i < one.drawnLines->size(); ++i)
    QVERIFY((*one.drawnLines)[i].contours == (*other.drawnLines)[i].contours);
  QCOMPARE(one.lining->lines.size(), other.lining->lines.size());
  for (std::size_t i = 0; i < one.lining->lines.size(); ++i)
    QVERIFY(one.lining->lines[i].curve == other.lining->lines[i].curve);
  compareMoulds(*one.moulds, *other.moulds);
  QCOMPARE(one.mesh->size(), other.mesh->size());
  for (std::size_t i = 0; i < one.mesh->size(); i += 37) QVERIFY((*one.mesh)[i].corners == (*other.mesh)[i].corners);
  QVERIFY(one.backbone->plan == other.backbone->plan);
  QCOMPARE(one.backbone->stopwaters.size(), other.backbone->stopwaters.size());
  for (std::size_t i = 0; i < one.backbone->stopwaters.size(); ++i)
    QVERIFY((one.backbone->stopwaters[i].at - other.backbone->stopwaters[i].at).norm() < 1e-9);
  QVERIFY(one.backbone->input.plankLines == other.backbone->input.plankLines);
  QVERIFY(!one.backbone->bendsWait);
  QCOMPARE(one.backbone->lamination.has_value(), other.backbone->lamination.has_value());
  if (one.backbone->lamination) {
    QCOMPARE(one.backbone->lamination->stripLengthMm, other.backbone->lamination->stripLengthMm);
    QCOMPARE(one.backbone->lamination->formRadiusMm, other.backbone->lamination->formRadiusMm);
  }
  QCOMPARE(one.backbone->blank.has_value(), other.backbone->blank.has_value());
  if (one.backbone->blank) QCOMPARE(one.backbone->blank->boardLengthMm, other.backbone->blank->boardLengthMm);
  comparePlanks(one, other);
  QCOMPARE(one.findings.size(), other.findings.size());
  for (std::size_t i = 0; i < one.findings.size(); ++i)
    QCOMPARE(describe(one.findings[i], Notation::Millimetres), describe(other.findings[i], Notation::Millimetres));
}

}  // namespace

class PartsTest : public QObject {
  Q_OBJECT

 private slots:
  void equalInputsKeepThePart() {
    int made = 0;
    const auto make = [&] { return Made<int>{std::make_shared<int>(++made)}; };
    const auto first = renewed<TestPart>(nullptr, {3, "a"}, false, make);
    const auto again = renewed(&first, {3, "a"}, false, make);
    QCOMPARE(made, 1);
    QVERIFY(again == first && !again.waits);
    const auto other = renewed(&first, {4, "a"}, false, make);
    QCOMPARE(made, 2);
    QVERIFY(!(other == first));
  }

  void partThatWaitsNeverLooksFresh() {
    int made = 0;
    const auto make = [&] { return Made<int>{std::make_shared<int>(++made)}; };
    const auto first = renewed<TestPart>(nullptr, {3, "a"}, false, make);
    auto waiting = renewed(&first, {4, "a"}, true, make);
    QVERIFY(waiting == first && waiting.waits);
    // However often it waits, and for whatever, it is still of its old inputs.
    waiting = renewed(&waiting, {5, "b"}, true, make);
    QVERIFY(waiting.waits);
    QCOMPARE(made, 1);
    QVERIFY(!renewed(&waiting, {5, "b"}, false, make).waits);
    QCOMPARE(made, 2);
    const auto back = renewed(&waiting, {3, "a"}, true, make);
    QVERIFY(!back.waits);
    // What was put in by hand is never taken for made.
    TestPart byHand;
    byHand = std::make_shared<int>(9);
    QCOMPARE(*renewed(&byHand, {3, "a"}, true, make), 3);
  }

  void anySequenceOfEditsEndsInTheAnswerOfTheLastBook_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<unsigned>("seed");
    for (const char* boat : {"osier", "marl", "sedge"}) {
      for (const unsigned seed : {1U, 2U, 3U})
        QTest::newRow(qPrintable(QString("%1, seed %2").arg(boat).arg(seed))) << QString(boat) << seed;
    }
  }
  void anySequenceOfEditsEndsInTheAnswerOfTheLastBook() {
    QFETCH(QString, boat);
    QFETCH(unsigned, seed);
    std::mt19937 chance(seed);
    Book book = sampleBook(boat.toStdString());
    auto now = solve(snapshot(book), 1);
    for (int i = 0; i < 14; ++i) {
      book = edited(book, *now, chance);
      const bool quick = chance() % 4 != 0;
      now =
          solve(snapshot(book), static_cast<std::uint64_t>(2 + i), now, quick ? SolveEffort::Quick : SolveEffort::Full);
      QVERIFY(quick || !now->waits());
      // What is found is found on strakes that are there.
      for (const Finding& finding : now->findings) {
        const StrakePlace* at = finding.strake();
        QVERIFY(at == nullptr || now->lining == nullptr ||
                at->number <= std::max(now->lining->strakeCount(), now->portLining->strakeCount()));
      }
    }
    now = solve(snapshot(book), 99, now);
    QVERIFY(!now->waits());
    compare(*now, *solve(snapshot(book), 100));
  }

  void draggedMarkLeavesTheBackboneAloneUntilLetGo() {
    Book book = sampleBook("osier");
    auto now = solve(snapshot(book), 1);
    const auto first = now;
    // At the transom, where the backbone has her plank lines.
    const std::size_t transom = now->lining->frame.sectionCount() - 1;
    for (int i = 0; i < 4; ++i) {
      book = *moveMark(book, *now->lining, 3, transom, now->lining->lines[3].shares[transom] + 0.006);
      now = solve(snapshot(book), static_cast<std::uint64_t>(2 + i), now, SolveEffort::Quick);
      QVERIFY(now->backbone == first->backbone && now->backbone.waits && now->moulds.waits && now->mesh.waits);
    }
    const auto full = solve(now->book, 9, now);
    QVERIFY(!(full->backbone == first->backbone) && !full->waits());
    // The marks on the moulds are where the mark was let go.
    const auto line3 = [](const Solved& solved) {
      for (const MouldMark& mark : solved.moulds->find("7")->marks) {
        if (mark.name == "line 3") return mark.at;
      }
      return Vec3(Vec3::Zero());
    };
    QVERIFY((line3(*full) - line3(*first)).norm() > 3.0);
  }

  void stopIsHeardAtEveryStep() {
    // Asked to stop at whatever moment, it gives nothing or the whole.
    const auto book = snapshot(sampleBook("marl"));
    for (const int milliseconds : {0, 2, 5, 12, 30, 60}) {
      std::stop_source stop;
      std::jthread asker([&] {
        std::this_thread::sleep_for(std::chrono::milliseconds(milliseconds));
        stop.request_stop();
      });
      const auto answer = solve(book, 1, nullptr, SolveEffort::Full, stop.get_token());
      if (answer != nullptr) QVERIFY(!answer->planks.empty() && !answer->waits());
    }
  }
};

QTEST_APPLESS_MAIN(PartsTest)
#include "parts_test.moc"
