// The sentences of what wants looking at: each says what, where, how far, and what follows.

#include <QTest>
#include <cmath>

#include "book/edits.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

FigureLies lies(bool misread, const std::string& line, const std::string& place, double apartMm) {
  FigureLies figure;
  figure.misread = misread;
  figure.line = line;
  figure.place = place;
  figure.apartMm = apartMm;
  return figure;
}

}  // namespace

class FindingTest : public QObject {
  Q_OBJECT

 private slots:
  void misreadFiguresSayWhichWayTheLinesPass_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<int>("way");
    QTest::addColumn<double>("apart");
    QTest::addColumn<QString>("says");
    QTest::newRow("height, above") << "height sheer" << 0 << 25.4
                                   << "Height sheer at station 4 is misread: fair lines pass 1 in above the figure";
    QTest::newRow("height, below") << "height rabbet" << 0 << -12.7 << "pass 1⁄2 in below the figure";
    QTest::newRow("breadth, out") << "half-breadth waterline 1-0-0" << 1 << 6.35 << "pass 1⁄4 in outside it";
    QTest::newRow("breadth, in") << "half-breadth sheer" << 1 << -6.35 << "pass 1⁄4 in inside it";
    QTest::newRow("diagonal") << "diagonal A" << 2 << 6.35 << "pass 1⁄4 in beyond it";
    QTest::newRow("profile") << "profile stem rabbet" << 2 << -6.35 << "Profile stem rabbet at point 4";
  }
  void misreadFiguresSayWhichWayTheLinesPass() {
    QFETCH(QString, line);
    QFETCH(double, apart);
    QFETCH(QString, says);
    QFETCH(int, way);
    FigureLies told = lies(true, line.toStdString(), "4", apart);
    told.way = static_cast<FigureLies::Way>(way);
    if (line.startsWith("profile")) told.figure.in = FigureRef::In::Profile;
    const auto words = QString::fromStdString(told.words(Notation::Inches16));
    QVERIFY2(words.contains(says), qPrintable(words));
  }

  void wayAFigureIsMeasuredIsItsRows() {
    // Whatever the tongue the line is named in.
    OffsetTable table = sampleBook("osier").table;
    for (std::size_t row = 0; row < table.rows.size(); ++row) {
      Judgement judgement;
      FigureJudgement judged;
      judged.figure = {FigureRef::In::Row, row, 2};
      judged.verdict = Verdict::Misread;
      judged.apartMm = 25.4;
      judgement.figures.push_back(judged);
      const auto found = lookAtFigures(table, judgement);
      QCOMPARE(found.size(), std::size_t{1});
      const RowKind kind = table.rows[row].kind;
      QVERIFY(found[0].way == (kind == RowKind::Height        ? FigureLies::Way::Up
                               : kind == RowKind::HalfBreadth ? FigureLies::Way::Out
                                                              : FigureLies::Way::Along));
    }
  }

  void lookingAgainIsNotAnAccusation() {
    const std::string words = lies(false, "height sheer", "2", 3.0).words(Notation::Millimetres);
    QVERIFY(words.find("wants another look") != std::string::npos);
    QVERIFY(words.find("misread") == std::string::npos);
    QVERIFY(words.find("before changing it") != std::string::npos);
  }

  void mouldsThatStandOffSayWhatItDoes() {
    const SetUpLies hump{"4", "half-breadth at sheer", 6.35, 1.5, 6.35};
    QVERIFY(hump.words(Notation::Inches16).find("1\u20444 in of hump") != std::string::npos);
    const SetUpLies hollow{"4", "half-breadth at sheer", -6.35, -1.5, -6.35};
    QVERIFY(hollow.words(Notation::Inches16).find("of hollow") != std::string::npos);
    const SetUpLies twist{"4", "twist", 3.0, 0.0, 0.0};
    QVERIFY(twist.words(Notation::Millimetres).find("before planks are spiled") != std::string::npos);
  }

  void waterlineGivenAboveTheSheerIsNamedWithItsPlace() {
    Book book = sampleBook("osier");
    for (std::size_t row = 0; row < book.table.rows.size(); ++row) {
      if (rowLabel(book.table.rows[row], book.table.unit) != "waterline 1-9-0") continue;
      book = *setFigure(book, row, 4, inches(26.0));  // the sheer there is 1-5-2+
    }
    const auto solved = solve(std::make_shared<const Book>(book), 1, nullptr, SolveEffort::Quick);
    const auto found = std::find_if(solved->findings.begin(), solved->findings.end(),
                                    [](const Finding& f) { return f.as<OutsideHull>() != nullptr; });
    QVERIFY(found != solved->findings.end());
    const std::string words = describe(*found, Notation::Inches16);
    QVERIFY2(words.find("waterline 1-9-0 is given at station 5, where it passes above the sheer") != std::string::npos,
             words.c_str());
    // The boats as they are have none.
    for (const char* name : {"osier", "marl", "sedge"}) {
      const auto clean = solve(std::make_shared<const Book>(sampleBook(name)), 1, nullptr, SolveEffort::Quick);
      for (const Finding& finding : clean->findings) QVERIFY(finding.as<OutsideHull>() == nullptr);
    }
  }

  void profileOfOnePointOrOfTheSamePointTwiceIsBorneWhileItIsTyped() {
    for (const char* name : {"osier", "marl", "sedge"}) {
      for (const int points : {0, 1, 2}) {
        Book book = sampleBook(name);
        for (Profile& profile : book.table.profiles)
          profile.points.assign(static_cast<std::size_t>(points), profile.points.front());
        const auto solved = solve(std::make_shared<const Book>(book), 1, nullptr, SolveEffort::Quick);
        QVERIFY(!solved->findings.empty());  // and said, whatever still stands
      }
    }
  }

  void hullSprungBesideTheLastIsTheSameHull() {
    for (const char* name : {"osier", "marl", "sedge"}) {
      const Book book = sampleBook(name);
      const auto before = springHull(book.table);
      const Book edited = *setFigure(book, 0, 2, millimetres(figureMm(book.table, {FigureRef::In::Row, 0, 2}) + 4.0));
      const auto whole = springHull(edited.table), beside = springHull(edited.table, book.table, *before);
      QVERIFY(whole && beside);
      QCOMPARE(whole->sections.size(), beside->sections.size());
      for (std::size_t i = 0; i < whole->sections.size(); ++i)
        QCOMPARE(whole->sections[i].girthMm(), beside->sections[i].girthMm());
      for (int k = 0; k <= 20; ++k) {
        const double t = whole->lastT() * k / 20.0;
        QVERIFY((whole->patches[0].point(t, 0.6) - beside->patches[0].point(t, 0.6)).norm() < 1e-9);
      }
    }
  }

  void whileATableChangesTheLinesComeFirstAndTheRestAfter() {
    const auto first = solve(std::make_shared<const Book>(sampleBook("marl")), 1);
    const Book edited = *setFigure(*first->book, 0, 4, inches(58.0));
    const auto quick = solve(std::make_shared<const Book>(edited), 2, first, SolveEffort::Quick);
    QVERIFY(quick->drawn != first->drawn);
    QCOMPARE(quick->planks.size(), first->planks.size());
    QVERIFY(quick->planks[0] == first->planks[0]);
    QVERIFY(quick->waits() && quick->outlines.waits);
    const auto full = solve(std::make_shared<const Book>(edited), 2, quick);
    QVERIFY(!full->waits());
    QVERIFY(full->drawn == quick->drawn);
    QVERIFY(full->planks.back() != first->planks.back());
    // However it was come by, the answer is that of the book.
    const auto fresh = solve(std::make_shared<const Book>(edited), 3);
    QVERIFY(std::abs(full->planks.back()->boardWidthMm - fresh->planks.back()->boardWidthMm) < 1e-3);
    QCOMPARE(full->moulds->moulds[4].outline.lengthMm(), fresh->moulds->moulds[4].outline.lengthMm());
  }
};

QTEST_APPLESS_MAIN(FindingTest)
#include "finding_test.moc"
