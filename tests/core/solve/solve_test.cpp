// Solving a whole book: what is used again, what is found, and that bad data still shows what can be shown.

#include <QTest>
#include <cmath>

#include "book/edits.h"
#include "book/lining_edits.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

BookSnapshot snapshot(const Book& book) {
  return std::make_shared<const Book>(book);
}

template <typename Kind>
bool hasFinding(const Solved& solved) {
  return std::any_of(solved.findings.begin(), solved.findings.end(),
                     [](const Finding& f) { return f.as<Kind>() != nullptr; });
}

bool isWeighedOut(const Solved& solved, Measure measure) {
  return std::any_of(solved.findings.begin(), solved.findings.end(), [measure](const Finding& finding) {
    const auto* out = finding.as<WeighedOut>();
    return out != nullptr && out->measure == measure;
  });
}

}  // namespace

class SolveTest : public QObject {
  Q_OBJECT

 private slots:
  void everySampleBoatIsPlanked_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << QString(boat);
  }
  void everySampleBoatIsPlanked() {
    QFETCH(QString, boat);
    const Book book = sampleBook(boat.toStdString());
    const auto solved = solve(snapshot(book), 3);
    QCOMPARE(solved->revision, std::uint64_t{3});
    QVERIFY(!hasFinding<CouldNotMake>(*solved));
    QCOMPARE(solved->planks.size(), book.boatPlan().strakes.size());
    for (const auto& plank : solved->planks) {
      QVERIFY(plank->lower.size() >= 250 && plank->upper.size() >= 250);
      QVERIFY(plank->boardLengthMm > 2000.0 && plank->boardWidthMm > 40.0 && plank->boardWidthMm < 700.0);
      QVERIFY2(plank->strainMax < 0.01, qPrintable(QString::number(plank->strainMax)));
      for (const Vec2& point : plank->upper)
        QVERIFY(point.x() > -1e-6 && point.y() > -1e-6 && point.x() < plank->boardLengthMm + 1e-6);
      QVERIFY(plank->upper.front().x() < plank->upper.back().x());
    }
    QVERIFY(!solved->mesh->empty() && !solved->drawnLines->empty());
  }

  void lowerStrakesHaveTheirLapOnceAndTheGarboardNone() {
    const Book book = sampleBook("osier");
    const auto solved = solve(snapshot(book), 1);
    QVERIFY(solved->planks[0]->lapLine.empty());
    for (std::size_t k = 1; k < solved->planks.size(); ++k) {
      const FlatPlank& plank = *solved->planks[k];
      QCOMPARE(plank.lapLine.size(), plank.lower.size());
      // Square to the edge, more than three laps from the ends, the lap is the lap.
      for (std::size_t i = 1; i + 1 < plank.lower.size(); i += 5) {
        const double fromEnd = std::min((plank.lapLine[i] - plank.lapLine.front()).norm(),
                                        (plank.lapLine[i] - plank.lapLine.back()).norm());
        if (fromEnd < 3.0 * book.settings.lap.mm()) continue;
        const Vec2 lap = plank.lower[i] - plank.lapLine[i];
        QVERIFY(std::abs(lap.norm() - book.settings.lap.mm()) < 0.01);
        const Vec2 along = (plank.lapLine[i + 1] - plank.lapLine[i - 1]).normalized();
        QVERIFY2(std::abs(along.dot(lap)) < 0.02 * lap.norm(), qPrintable(QString::number(along.dot(lap))));
        QVERIFY(along.x() * lap.y() - along.y() * lap.x() < 0.0);  // downward, away from the plank
      }
    }
    // A lap changes nothing else: the same plank without it has its edges' true lengths.
    const auto bare = solve(snapshot(setLap(book, Length())), 1);
    QVERIFY(std::abs(lengthAlong(bare->planks[3]->lower) - lengthAlong(solved->planks[3]->lapLine)) < 1e-6);
    QVERIFY(std::abs(bare->planks[3]->upperLengthMm - solved->planks[3]->upperLengthMm) < 1e-6);
  }

  void neighboursShareTheirSeam() {
    // Carvel: the upper edge of one strake is as long as the lower edge of the next, laid flat apart.
    const auto solved = solve(snapshot(sampleBook("marl")), 1);
    for (std::size_t k = 0; k + 1 < solved->planks.size(); ++k) {
      const double miss = solved->planks[k]->upperLengthMm - solved->planks[k + 1]->lowerLengthMm;
      QVERIFY2(std::abs(miss) < 2.5, qPrintable(QString("%1: %2").arg(k).arg(miss)));
    }
  }

  void onlyTheTwoStrakesAtAMovedMarkAreSolvedAgain() {
    const Book book = sampleBook("osier");
    const auto before = solve(snapshot(book), 1);
    const Book moved = *moveMark(book, *before->lining, 3, 4, before->lining->lines[3].shares[4] + 0.01);
    const auto after = solve(snapshot(moved), 2, before);
    QCOMPARE(after->drawn.value, before->drawn.value);
    for (std::size_t k = 0; k < after->planks.size(); ++k)
      QCOMPARE(after->planks[k] != before->planks[k], k == 2 || k == 3);
    QVERIFY(!after->waits());
  }

  void reusedAnswersAreTheSameAsFreshOnes() {
    const Book book = sampleBook("osier");
    const auto before = solve(snapshot(book), 1);
    const Book moved = *moveMark(book, *before->lining, 3, 4, before->lining->lines[3].shares[4] + 0.01);
    const auto warm = solve(snapshot(moved), 2, before);
    const auto cold = solve(snapshot(moved), 2);
    for (std::size_t k = 0; k < cold->planks.size(); ++k) {
      QVERIFY(std::abs(warm->planks[k]->boardWidthMm - cold->planks[k]->boardWidthMm) < 0.005);
      QVERIFY(std::abs(warm->planks[k]->lowerLengthMm - cold->planks[k]->lowerLengthMm) < 0.005);
    }
  }

  void relinedShowsTheMarksOfTheBookAtOnce() {
    const Book book = sampleBook("osier");
    const auto now = solve(snapshot(book), 1);
    const double share = now->lining->lines[3].shares[4] + 0.01;
    const auto moved = snapshot(*moveMark(book, *now->lining, 3, 4, share));
    const auto shown = relined(moved, now);
    QVERIFY(std::abs(shown->lining->lines[3].shares[4] - share) < 1e-12);
    QVERIFY(shown->book == moved && shown->waits());
    QVERIFY(shown->planks == now->planks);
    QCOMPARE(shown->revision, now->revision);  // so that the real answer is taken when it comes
    const auto other = snapshot(*setStrakeCount(book, 12));
    QVERIFY(relined(other, now) == now);
  }

  void quickThenFullIsFull() {
    const Book book = sampleBook("osier");
    const auto quick = solve(snapshot(book), 1, nullptr, SolveEffort::Quick);
    QVERIFY(quick->waits());
    const auto full = solve(quick->book, 1, quick);
    QVERIFY(!full->waits());
    for (const auto& plank : full->planks) QVERIFY(plank->lower.size() >= 250);
  }

  void stoppedSolvingGivesNothing() {
    std::stop_source stop;
    stop.request_stop();
    QVERIFY(solve(snapshot(sampleBook("osier")), 1, nullptr, SolveEffort::Full, stop.get_token()) == nullptr);
  }

  void sectionWithoutItsSheerIsNamedAndTheRestShown() {
    Book book = sampleBook("osier");
    for (TableRow& row : book.table.rows) {
      if (row.line == RowLine::Sheer && row.kind == RowKind::Height) row.figures[3].reset();
    }
    const auto solved = solve(snapshot(book), 1);
    QVERIFY(hasFinding<StillWanted>(*solved));
    QVERIFY(solved->drawn != nullptr);
    QCOMPARE(solved->drawn->sections.size(), std::size_t{8});  // stem, six stations, transom
    QVERIFY(!solved->planks.empty());
  }

  void tableWithoutAHullSaysWhy() {
    Book book = sampleBook("osier");
    for (TableRow& row : book.table.rows) {
      if (row.line == RowLine::Sheer) row.figures.assign(row.figures.size(), std::nullopt);
    }
    book.table.profiles.clear();
    const auto solved = solve(snapshot(book), 1);
    QVERIFY(solved->drawn == nullptr && solved->planks.empty());
    // Alike wants are one line: heights and half-breadths of the sheer, and the sidings' profiles are gone with theirs.
    std::vector<std::string> wants;
    for (const Finding& finding : solved->findings) {
      if (finding.as<StillWanted>()) wants.push_back(describe(finding, Notation::Inches16));
    }
    QVERIFY(wants.size() >= 2);
    QCOMPARE(wants[0], std::string("Stations 1 to transom want a sheer height."));
    QVERIFY(!hasFinding<CouldNotMake>(*solved));
  }

  void wideNarrowAndTroubledStrakesAreFoundWorstFirst() {
    const auto wide = solve(snapshot(*setStrakeCount(sampleBook("osier"), 4)), 1);
    QVERIFY(isWeighedOut(*wide, Measure::Width));
    const auto narrow = solve(snapshot(*setStrakeCount(sampleBook("osier"), 30)), 1);
    QVERIFY(isWeighedOut(*narrow, Measure::HoodEnd));
    for (const auto* solved : {wide.get(), narrow.get()}) {
      for (std::size_t i = 1; i < solved->findings.size(); ++i)
        QVERIFY(solved->findings[i - 1].severity >= solved->findings[i].severity);
      for (const Finding& finding : solved->findings) {
        if (finding.strake() != nullptr) QVERIFY(describe(finding, Notation::Inches16).starts_with("Strake "));
      }
    }
  }

  void theSameBookGivesTheSameBytes() {
    const Book book = sampleBook("marl");
    const auto one = solve(snapshot(book), 1);
    const auto other = solve(snapshot(book), 1);
    for (std::size_t k = 0; k < one->planks.size(); ++k) {
      for (std::size_t i = 0; i < one->planks[k]->lower.size(); ++i)
        QVERIFY(one->planks[k]->lower[i] == other->planks[k]->lower[i]);
    }
  }

  void misreadFiguresAreToldFirstAndVanishOnceFaired() {
    const auto table = loadOffsetTable(boatsFolder() + "marl_misread.csv");
    QVERIFY(table);
    auto book = newBook(*table);
    QVERIFY(book);
    const auto before = solve(std::make_shared<const Book>(*book), 1, nullptr, SolveEffort::Quick);
    QVERIFY(before->findings[0].as<FigureLies>() != nullptr && before->findings[0].as<FigureLies>()->misread);
    const std::string words = describe(before->findings[0], Notation::Inches16);
    QVERIFY(words.find("Height sheer at station 4 is misread") == 0);
    QVERIFY(words.find("Perhaps") != std::string::npos);
    const auto right = loadOffsetTable(boatsFolder() + "marl.csv");
    for (const FigureRef& figure : before->judgement->disowned)
      book = fairFigure(*book, figure, millimetres(figureMm(*right, figure)), "2026-11-23", "misread");
    const auto after = solve(std::make_shared<const Book>(*book), 2, before, SolveEffort::Quick);
    QVERIFY(after->judgement->disowned.empty());
    QVERIFY(after->drawn != before->drawn);
    QCOMPARE(*after->fair->rows[0].figures[3], *right->rows[0].figures[3]);
  }

  void mouldsFollowTheHullAndTheLining() {
    const Book book = sampleBook("osier");
    const auto first = solve(std::make_shared<const Book>(book), 1);
    QCOMPARE(first->moulds->moulds.size(), std::size_t{7});
    const auto lines = [](const Solved& solved) {
      return std::count_if(solved.moulds->moulds[3].marks.begin(), solved.moulds->moulds[3].marks.end(),
                           [](const MouldMark& mark) { return mark.isPlankLine; });
    };
    QCOMPARE(static_cast<std::size_t>(lines(*first)), first->lining->strakeCount() - 1);
    const auto more = solve(std::make_shared<const Book>(*setStrakeCount(book, 10)), 2, first);
    QCOMPARE(lines(*more), 9);
    // A quick answer to a changed table keeps the moulds of a moment ago, the full one after it does not.
    const auto moved = *setFigure(book, 0, 3, inches(18.5));
    const auto quick = solve(std::make_shared<const Book>(moved), 3, first, SolveEffort::Quick);
    QVERIFY(quick->outlines.waits);
    const auto full = solve(std::make_shared<const Book>(moved), 3, quick);
    QVERIFY(!full->waits());
    QVERIFY(std::abs(full->moulds->find("4")->marks.back().at.z() - 18.5 * mmPerInch) < 0.82);
  }

  void planksFollowTheMouldsAsTheyStandOnlyWhenAsked() {
    Book book = sampleBook("osier");
    const auto drawn = solve(std::make_shared<const Book>(book), 1);
    const double should = drawn->moulds->find("4")->marks.back().at.y();
    book.moulds.readings = {{"4", SetUpKind::HalfBreadth, "sheer", "", millimetres(should + 12.0)}};
    const auto told = solve(std::make_shared<const Book>(book), 2, drawn);
    QCOMPARE(told->planked.value, told->inside.value);
    const auto off = std::find_if(told->findings.begin(), told->findings.end(),
                                  [](const Finding& f) { return f.as<SetUpLies>() != nullptr; });
    QVERIFY(off != told->findings.end());
    QCOMPARE(off->severity, Severity::Trouble);
    QVERIFY(describe(*off, Notation::Millimetres).find("12 mm more than it should") != std::string::npos);
    book.moulds.plankAsTheyStand = true;
    const auto standing = solve(std::make_shared<const Book>(book), 3, told);
    QVERIFY(standing->planked.value != standing->inside.value);
    QVERIFY(standing->lining->frame.girthMm(4) > drawn->lining->frame.girthMm(4));
    QVERIFY(standing->planks.back()->boardWidthMm != drawn->planks.back()->boardWidthMm);
  }
};

QTEST_APPLESS_MAIN(SolveTest)
#include "solve_test.moc"
