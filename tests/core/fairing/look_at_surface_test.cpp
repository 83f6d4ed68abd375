// Where lines and surface part, where the table does not hold her, and which figures no line can tell.

#include <QTest>
#include <cmath>
#include <random>

#include "fairing/look_at_figures.h"
#include "fairing/look_at_surface.h"
#include "known_hulls.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "tired_reader.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::vector<DrawnLine> drawnLines(const OffsetTable& table) {
  const Hull hull = *springHull(table);
  std::vector<DrawnLine> lines;
  for (std::size_t row = 0; row < table.rows.size(); ++row) {
    if (table.rows[row].line == RowLine::Waterline)
      lines.push_back({row, waterlineContours(hull, table.rows[row].at.mm())});
    if (table.rows[row].line == RowLine::Buttock)
      lines.push_back({row, buttockContours(hull, table.rows[row].at.mm())});
  }
  return lines;
}

OffsetTable sample(const char* boat) {
  return *loadOffsetTable(boatsFolder() + boat + ".csv");
}

}  // namespace

class LookAtSurfaceTest : public QObject {
  Q_OBJECT

 private slots:
  void linesOfSoundTablesLieOnTheirSurface() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const OffsetTable table = sample(boat);
      QVERIFY2(lookAtSurface(table, judgeTable(table), drawnLines(table)).empty(), boat);
    }
    for (const SmoothHull& known : smoothHulls()) {
      const OffsetTable table = known.table(75.0);
      const auto found = lookAtSurface(table, judgeTable(table), drawnLines(table));
      QVERIFY2(found.empty(), found.empty() ? "" : found[0].words(Notation::Millimetres).c_str());
    }
  }

  void lineThatTheSectionsLeaveIsNamed() {
    // One station's figures all come out 40 mm, save those of one waterline, which has none there: it runs by.
    const SmoothHull known = smoothHulls()[1];
    OffsetTable table = known.table(75.0);
    std::optional<std::size_t> gone;
    for (std::size_t row = 0; row < table.rows.size(); ++row) {
      auto& figure = table.rows[row].figures[5];
      if (!figure || table.rows[row].line == RowLine::Rabbet) continue;
      if (table.rows[row].line == RowLine::Buttock) figure.reset();
      if (table.rows[row].kind != RowKind::HalfBreadth) continue;
      if (table.rows[row].line == RowLine::Waterline && std::abs(table.rows[row].at.mm() - 375.0) < 1.0) {
        figure.reset();
        gone = row;
      } else {
        figure = *figure + millimetres(40.0);
      }
    }
    QVERIFY(gone);
    const auto found = lookAtSurface(table, judgeTable(table), drawnLines(table));
    const auto line =
        std::find_if(found.begin(), found.end(), [&](const LineOffSurface& one) { return one.figure.list == *gone; });
    QVERIFY(line != found.end());
    QCOMPARE(line->between, std::string("stations 5 and 7"));
    QVERIFY(line->awayMm > 15.0 && line->awayMm < 45.0);
    QVERIFY(line->words(Notation::Millimetres).find("Waterline 375 lies") == 0);
  }

  void hollowThatTheTableDoesNotHoldIsNamedAndWhatWouldSettleIt() {
    const OffsetTable marl = sample("marl");
    const auto found = lookAtHolds(marl, judgeTable(marl));
    // Between her rabbet and first waterline the hollow of the garboards is nowhere given.
    const auto low =
        std::find_if(found.begin(), found.end(), [](const NotHeld& one) { return one.to == "waterline 1-6-0"; });
    QVERIFY(low != found.end());
    QVERIFY(low->offMm > surfaceLookMm && low->offMm < 12.0);
    QVERIFY2(low->words(Notation::Inches16).find("take waterline 1-3") != std::string::npos ||
                 low->words(Notation::Inches16).find("take waterline 1-4") != std::string::npos,
             low->words(Notation::Inches16).c_str());
    // Of the same boat with exact figures on lines half as far apart much less is left open, and not that stretch.
    const OffsetTable exact = *loadOffsetTable(NARROWS_SOURCE_DIR "/tests/data/marl_exact.csv");
    const auto held = lookAtHolds(exact, judgeTable(exact));
    QVERIFY2(held.empty() || held[0].offMm < 0.5 * found[0].offMm,
             held.empty() ? "" : held[0].words(Notation::Millimetres).c_str());
    for (const NotHeld& one : held) QVERIFY(one.to != "waterline 457.2" && one.to != "waterline 381");
  }

  void stretchesToldAreThoseThatAreOff() {
    int told = 0, toldOff = 0, off = 0, missed = 0;
    for (const SmoothHull& known : smoothHulls()) {
      for (const double step : {75.0, 150.0, 200.0}) {
        const OffsetTable table = known.table(step, [](double mm) { return std::round(mm * 10.0) / 10.0; });
        const Hull hull = *springHull(table);
        std::map<std::string, double> worst;
        for (const Section& section : hull.sections) {
          if (section.kind != SectionKind::Station) continue;
          for (int k = 0; k <= 400; ++k)
            worst[section.name] =
                std::max(worst[section.name], std::abs(known.away(section.parts[0].pointAtShare(k / 400.0))));
        }
        std::set<std::string> named;
        const TableRounding rounding(table);
        for (const TableLine& line : tableLines(table)) {
          if (line.kind != LineKind::Section) continue;
          Judgement one;
          one.lines = {line};
          for (const NotHeld& held : lookAtHolds(table, one)) named.insert(held.station);
        }
        for (const auto& [station, mm] : worst) {
          off += mm > 2.0 ? 1 : 0;
          missed += mm > 2.0 && !named.contains(station) ? 1 : 0;
        }
        for (const std::string& station : named) {
          if (!worst.contains(station)) continue;
          ++told;
          toldOff += worst[station] > 0.4 ? 1 : 0;
        }
      }
    }
    QVERIFY(off >= 8);
    QVERIFY2(missed <= off / 5, qPrintable(QString("%1 of %2 missed").arg(missed).arg(off)));
    QVERIFY2(toldOff >= told / 2, qPrintable(QString("%1 of %2 told rightly").arg(toldOff).arg(told)));
  }

  void slipsAreFoundOrTheFigureIsMarkedAsRestingAlone() {
    for (const char* boat : {"osier", "marl"}) {
      const OffsetTable table = sample(boat);
      const Judgement clean = judgeTable(table);
      const auto inner = innerFigures(table);
      std::mt19937 chance(2026);
      int slips = 0, found = 0, marked = 0, right = 0, accused = 0;
      while (slips < 160) {
        const FigureRef figure = inner[chance() % inner.size()];
        const double size = std::round((8.0 + static_cast<double>(chance() % 43)) / mmPerInch * 8.0) / 8.0 * mmPerInch;
        const double slip = chance() % 2 == 0 ? size : -size;
        if (figureMm(table, figure) + slip < 0.0) continue;
        ++slips;
        if (clean.of(figure)->tellsMm > restsAloneMm) {
          ++marked;
          continue;
        }
        OffsetTable slipped = table;
        setFigureMm(slipped, figure, figureMm(slipped, figure) + slip);
        for (const FigureJudgement& judged : judgeTable(slipped).figures) {
          if (judged.figure == figure) {
            found += judged.verdict != Verdict::None ? 1 : 0;
          } else {
            ++right;
            accused += judged.verdict == Verdict::Misread ? 1 : 0;
          }
        }
      }
      const double share = static_cast<double>(found) / static_cast<double>(slips - marked);
      QVERIFY2(
          share >= 0.95,
          qPrintable(QString("%1: %2 of %3 found, %4 marked").arg(boat).arg(found).arg(slips - marked).arg(marked)));
      QVERIFY(marked < slips / 4);
      QVERIFY2(accused < right / 1000, qPrintable(QString("%1 of %2").arg(accused).arg(right)));
    }
  }

  void floatsThatSayLessThanTheLineCanKnowAreNotShown() {
    for (const char* boat : {"osier", "marl"}) {
      const OffsetTable table = sample(boat);
      const Judgement judgement = judgeTable(table);
      QVERIFY(judgement.disowned.empty());
      int shown = 0;
      double most = 0.0;
      for (const FigureJudgement& judged : judgement.figures) {
        if (const auto floats = judgement.floatThatTells(judged)) ++shown, most = std::max(most, std::abs(*floats));
      }
      // Of a table that is fair some figures float a little over their rounding; none by an inch.
      QVERIFY2(most < mmPerInch, qPrintable(QString("%1: %2").arg(boat).arg(most)));
      QVERIFY(shown < static_cast<int>(judgement.figures.size()) / 6);
    }
  }
};

QTEST_APPLESS_MAIN(LookAtSurfaceTest)
#include "look_at_surface_test.moc"
