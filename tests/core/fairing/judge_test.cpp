// The judge: what it finds, what it leaves in peace, and by how much.

#include <QTest>
#include <cmath>
#include <tuple>

#include "fairing/guess.h"
#include "sample_books.h"
#include "tired_reader.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

OffsetTable sample(const std::string& name) {
  const auto table = loadOffsetTable(boatsFolder() + name + ".csv");
  if (!table) qFatal("%s", describe(table.error()).c_str());
  return *table;
}

std::set<std::string> accused(const OffsetTable& table, Verdict verdict) {
  std::set<std::string> names;
  for (const FigureJudgement& judged : judgeTable(table).figures) {
    if (judged.verdict == verdict) names.insert(lineOf(table, judged.figure) + " at " + placeOf(table, judged.figure));
  }
  return names;
}

/// A box-sided table: sheer heights as given, everything else straight.
OffsetTable straightTable(const std::vector<double>& sheer) {
  OffsetTable table;
  table.unit = Unit::Millimetre;
  table.thickness = millimetres(10.0);
  const auto row = [&](RowKind kind, RowLine line, std::vector<double> figures) {
    TableRow made;
    made.kind = kind;
    made.line = line;
    for (const double figure : figures) made.figures.push_back(millimetres(figure));
    table.rows.push_back(made);
  };
  for (std::size_t i = 0; i < sheer.size(); ++i)
    table.stations.push_back({std::to_string(i + 1), millimetres(500.0 * static_cast<double>(i))});
  row(RowKind::Height, RowLine::Sheer, sheer);
  row(RowKind::Height, RowLine::Rabbet, std::vector<double>(sheer.size(), 50.0));
  row(RowKind::HalfBreadth, RowLine::Sheer, std::vector<double>(sheer.size(), 400.0));
  row(RowKind::HalfBreadth, RowLine::Rabbet, std::vector<double>(sheer.size(), 30.0));
  return table;
}

}  // namespace

class JudgeTest : public QObject {
  Q_OBJECT

 private slots:
  void tablesReadRightAreNotAccused() {
    for (const char* name : {"osier", "marl", "sedge"}) {
      QVERIFY2(accused(sample(name), Verdict::Misread).empty(), name);
      QVERIFY2(accused(sample(name), Verdict::Look).empty(), name);
    }
  }

  void marlsMisreadFiguresAreFoundAndNoOthers() {
    const OffsetTable table = sample("marl_misread");
    const std::set<std::string> wrong{"height sheer at 4", "height buttock 2-0-0 at 5",
                                      "half-breadth waterline 3-0-0 at 4"};
    QCOMPARE(accused(table, Verdict::Misread), wrong);
    QVERIFY(accused(table, Verdict::Look).empty());
    const OffsetTable right = sample("marl");
    for (const FigureJudgement& judged : judgeTable(table).figures) {
      if (judged.verdict == Verdict::None) continue;
      const double truth = figureMm(right, judged.figure) - figureMm(table, judged.figure);
      QVERIFY2(std::abs(judged.apartMm - truth) < 3.0 * judged.doubtMm, qPrintable(QString::number(judged.apartMm)));
    }
  }

  /// Counted on 120 tables of each boat, seed 7: see the printed line for what was found.
  void tiredReadersSlipsAreFoundAndRightFiguresLeftInPeace() {
    const Finding100 tally = judgeMisreadings({sample("osier"), sample("marl"), sample("sedge")}, 7, 120);
    qInfo(
        "of %d misread figures %.1f %% found (%.1f %% called misread); of %d right ones %.2f in 1000 called misread, "
        "%.2f to look at",
        tally.wrong, 100.0 * tally.foundShare(), 100.0 * tally.calledMisread / tally.wrong, tally.right,
        1000.0 * tally.falseShare(), 1000.0 * tally.falselyLooked / tally.right);
    QVERIFY(tally.wrong > 700);
    QVERIFY2(tally.foundShare() > 0.92, qPrintable(QString::number(tally.foundShare())));
    QVERIFY2(tally.falseShare() < 0.001, qPrintable(QString::number(tally.falseShare())));
  }

  void floatIsFromTheFigureToTheBattenWithoutIt() {
    // Straight but for one figure 12 mm too high: with its nail pulled the batten is straight again.
    const OffsetTable table = straightTable({600, 600, 600, 612, 600, 600, 600});
    const Judgement judgement = judgeTable(table);
    const FigureJudgement* judged = judgement.of({FigureRef::In::Row, 0, 3});
    QVERIFY(judged != nullptr);
    QVERIFY(std::abs(*judged->floatMm + 12.0) < 1e-6);
    QVERIFY(*judged->ease > 0.999);
    QCOMPARE(judged->verdict, Verdict::Misread);
    // Its neighbours float too, and are not accused.
    const FigureJudgement* next = judgement.of({FigureRef::In::Row, 0, 2});
    QVERIFY(std::abs(*next->floatMm) > 2.0);
    QCOMPARE(next->verdict, Verdict::None);
  }

  void straightLinesHaveNoEase() {
    const Judgement judgement = judgeTable(straightTable({600, 600, 600, 600, 600}));
    QCOMPARE(*judgement.of({FigureRef::In::Row, 0, 2})->ease, 0.0);
    QVERIFY(judgement.disowned.empty());
  }

  void roundingIsNeverAnAccusation() {
    // The same boat written in half inches, and said to be read no better than that.
    OffsetTable coarse = sample("osier");
    for (TableRow& row : coarse.rows) {
      for (auto& figure : row.figures) {
        if (figure) figure = inches(std::round(figure->mm() / mmPerInch * 2.0) / 2.0);
      }
    }
    coarse.reading = inches(0.25);
    QCOMPARE(judgeTable(coarse).count(Verdict::Misread), std::size_t{0});
  }

  void linesOfThreeNailsHaveNoVerdict() {
    const Judgement judgement = judgeTable(straightTable({600, 640, 600}));
    QVERIFY(judgement.disowned.empty());
    QVERIFY(judgement.of({FigureRef::In::Row, 0, 1})->floatMm.has_value());
    QVERIFY(!judgement.of({FigureRef::In::Row, 0, 1})->ease.has_value());
  }

  void twoPointsAndEmptyRowsAreBorne() {
    OffsetTable table = straightTable({600, 610});
    QVERIFY(judgeTable(table).disowned.empty());
    for (TableRow& row : table.rows) {
      for (auto& figure : row.figures) figure.reset();
    }
    QVERIFY(judgeTable(table).figures.empty());
    QVERIFY(judgeTable(OffsetTable()).figures.empty());
  }

  void repeatedPointsAndAWaterlineAboveTheSheerAreBorne() {
    OffsetTable table = sample("osier");
    TableRow twice = table.rows[0];
    table.rows.push_back(twice);
    TableRow above = *table.row(RowKind::HalfBreadth, RowLine::Waterline);
    above.at = inches(40.0);
    table.rows.push_back(above);
    for (const FigureJudgement& judged : judgeTable(table).figures) {
      QVERIFY(std::isfinite(judged.apartMm) && std::isfinite(judged.doubtMm));
      if (judged.floatMm) QVERIFY(std::isfinite(*judged.floatMm));
    }
  }

  void rememberingTheLastJudgementChangesNothing() {
    const OffsetTable right = sample("marl"), wrong = sample("marl_misread");
    const Judgement before = judgeTable(right);
    const Judgement quick = judgeTable(wrong, &before), slow = judgeTable(wrong);
    QCOMPARE(quick.disowned, slow.disowned);
    QCOMPARE(quick.figures.size(), slow.figures.size());
    for (std::size_t i = 0; i < quick.figures.size(); ++i) {
      QCOMPARE(quick.figures[i].apartMm, slow.figures[i].apartMm);
      QCOMPARE(quick.figures[i].floatMm, slow.figures[i].floatMm);
    }
  }

  void figuresThatWereAllLetBackLeaveAMemoryThatHolds() {
    // Off by so little that each is pulled, and let back when the lines are heard once more.
    const OffsetTable right = sample("osier");
    for (const auto& [row, column, mm] :
         {std::tuple(10U, 6U, 4.0), std::tuple(12U, 0U, 6.0), std::tuple(13U, 5U, 8.0)}) {
      const FigureRef figure{FigureRef::In::Row, row, column};
      OffsetTable off = right;
      setFigureMm(off, figure, figureMm(off, figure) + mm);
      const Judgement before = judgeTable(off);
      QVERIFY(before.disowned.empty());
      const Judgement quick = judgeTable(right, &before), slow = judgeTable(right);
      QCOMPARE(quick.figures.size(), slow.figures.size());
      for (std::size_t i = 0; i < quick.figures.size(); ++i) {
        QCOMPARE(quick.figures[i].apartMm, slow.figures[i].apartMm);
        QCOMPARE(quick.figures[i].floatMm, slow.figures[i].floatMm);
      }
    }
  }

  void twoWrongFiguresOfOneLineDoNotHideEachOther() {
    OffsetTable table = sample("sedge");
    const FigureRef one{FigureRef::In::Row, 0, 3}, other{FigureRef::In::Row, 0, 4};
    setFigureMm(table, one, figureMm(table, one) + 30.0);
    setFigureMm(table, other, figureMm(table, other) - 25.0);
    const Judgement judgement = judgeTable(table);
    QVERIFY(judgement.disowned.contains(one));
    QVERIFY(judgement.disowned.contains(other));
  }

  void guessesWhatWasMeant() {
    const OffsetTable table = sample("marl_misread");
    const Judgement judgement = judgeTable(table);
    const auto sheer = guessMeant(table, *judgement.of({FigureRef::In::Row, 0, 3}));
    QVERIFY(sheer);
    QCOMPARE(sheer->meant, inches(60.25));  // 5-2-0 for 5-0-2
    QCOMPARE(sheer->slip, Slip::Swapped);
    // A figure nobody disowns has nothing to be guessed.
    QVERIFY(!guessMeant(table, *judgement.of({FigureRef::In::Row, 0, 1})));
  }

  void guessesAFootThatSlippedAndADigitInMillimetres() {
    OffsetTable marl = sample("marl");
    const FigureRef figure{FigureRef::In::Row, 0, 5};
    const double right = figureMm(marl, figure);
    setFigureMm(marl, figure, right + 12.0 * mmPerInch);
    const Judgement judged = judgeTable(marl);
    const auto foot = guessMeant(marl, *judged.of(figure));
    QVERIFY(foot && std::abs(foot->meant.mm() - right) < 1e-6);
    QCOMPARE(foot->slip, Slip::OneFoot);
    OffsetTable sedge = sample("sedge");
    const FigureRef sheer{FigureRef::In::Row, 0, 2};  // 456, read as 465
    setFigureMm(sedge, sheer, 465.0);
    const Judgement digits = judgeTable(sedge);
    const auto swapped = guessMeant(sedge, *digits.of(sheer));
    QVERIFY(swapped);
    QCOMPARE(swapped->meant, millimetres(456.0));
    QCOMPARE(swapped->slip, Slip::Swapped);
  }
};

QTEST_APPLESS_MAIN(JudgeTest)
#include "judge_test.moc"
