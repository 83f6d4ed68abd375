// Sheets: true to scale on every paper, told apart, mirrored, and each with its check.

#include <QGuiApplication>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <cmath>

#include "book/edits.h"
#include "lines_sheet.h"
#include "mould_sheet.h"
#include "paper.h"
#include "rendered_page.h"
#include "sample_books.h"
#include "sheet_set.h"
#include "table_sheet.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// What is asked of paper: a tenth of a millimetre in a metre.
constexpr double trueToMm = 0.1;

std::shared_ptr<const Solved> osier() {
  static const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
  return solved;
}

/// A line of exactly a metre between two short uprights.
Drawing metre() {
  Drawing drawing;
  drawing.name = "metre";
  drawing.title = "a metre";
  drawing.check = "none";
  drawing.line(LineRole::Mark, {{0.0, -15.0}, {0.0, 15.0}});
  drawing.line(LineRole::Mark, {{1000.0, -15.0}, {1000.0, 15.0}});
  drawing.line(LineRole::Rule, {{0.0, 0.0}, {1000.0, 0.0}});
  return drawing;
}

}  // namespace

class ExportTest : public QObject {
  Q_OBJECT

 private slots:
  void aFigureMisreadByMilesMakesNoLineWithoutEnd() {
    QCOMPARE(chordsOf(10.0, 4.0), 3);
    QCOMPARE(chordsOf(0.0, 4.0), 1);
    QCOMPARE(chordsOf(50'000.0, 4.0), 12500);
    QCOMPARE(chordsOf(1e12, 4.0), 20000);
    QCOMPARE(chordsOf(std::numeric_limits<double>::infinity(), 4.0), 20000);
    QCOMPARE(chordsOf(std::numeric_limits<double>::quiet_NaN(), 4.0), 1);
    // A mould of such a table is drawn, as far off as it is.
    Book book = sampleBook("marl");
    for (TableRow& row : book.table.rows) {
      if (row.line == RowLine::Sheer && row.kind == RowKind::HalfBreadth) row.figures[4] = millimetres(9e7);
    }
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    if (solved->moulds != nullptr) {
      for (const Drawing& drawing : mouldsSheets(*solved, {})) {
        for (const SheetLine& line : drawing.lines) QVERIFY(line.points.size() < 50'000);
      }
    }
  }

  void aMetreOnARollIsAMetre() {
    QTemporaryDir folder;
    const QString pdf = folder.filePath("metre.pdf");
    QVERIFY(writePdf(metre(), *paperNamed("roll:300"), pdf.toStdString()));
    constexpr double dots = 8.0;  // a dot is an eighth of a millimetre, and centres are found to a part of one
    const QImage image = rendered(pdf, 1, dots);
    QVERIFY(!image.isNull());
    // The uprights stand 10 mm above the line's middle: find them where nothing else is drawn.
    const Tiling tiling = tile(metre(), *paperNamed("roll:300"));
    const Tile& page = tiling.tiles.front();
    const int row = static_cast<int>((page.topMm + page.high.y() - 10.0) * dots);
    const auto found = uprights(image, row, static_cast<int>((page.leftMm + 3.0) * dots),
                                static_cast<int>((page.leftMm + page.high.x() - page.low.x() - 3.0) * dots));
    QCOMPARE(found.size(), std::size_t{2});
    const double length = (found[1] - found[0]) / dots;
    QVERIFY2(std::abs(length - 1000.0) < trueToMm, qPrintable(QString::number(length, 'f', 3)));
  }

  void aMetreOverTiledPagesIsAMetre_data() {
    QTest::addColumn<QString>("paper");
    for (const char* paper : {"A4", "A3", "Letter", "Tabloid"}) QTest::newRow(paper) << QString(paper);
  }
  void aMetreOverTiledPagesIsAMetre() {
    QFETCH(QString, paper);
    QTemporaryDir folder;
    const QString pdf = folder.filePath("metre.pdf");
    const Paper chosen = *paperNamed(paper.toStdString());
    QVERIFY(writePdf(metre(), chosen, pdf.toStdString()));
    const Tiling tiling = tile(metre(), chosen);
    QCOMPARE(tiling.rows, std::size_t{1});
    // Each page is measured from its own left register marks; the pages are laid with those on their neighbours'.
    constexpr double dots = 8.0;
    const double half = 0.5 * tiling.overlapMm;
    std::optional<double> first;
    double last = 0.0;
    for (std::size_t i = 0; i < tiling.tiles.size(); ++i) {
      const Tile& page = tiling.tiles[i];
      const QImage image = rendered(pdf, static_cast<int>(i) + 1, dots);
      const double width = page.high.x() - page.low.x();
      // The middle of a register cross: its upright, off the cross's own bar.
      const int crossRow = static_cast<int>((page.topMm + half + 2.8) * dots);
      const auto crosses = uprights(image, crossRow, static_cast<int>((page.leftMm + half - 3.0) * dots),
                                    static_cast<int>((page.leftMm + half + 3.0) * dots));
      // What no neighbour shares is not marked: the first page has no cross at its left, the last none at its right.
      const bool isFirst = i == 0, isLast = i + 1 == tiling.tiles.size();
      QVERIFY(isFirst || crosses.size() == 1);
      const auto farCrosses = uprights(image, crossRow, static_cast<int>((page.leftMm + width - half - 3.0) * dots),
                                       static_cast<int>((page.leftMm + width - half + 3.0) * dots));
      QVERIFY(isLast || farCrosses.size() == 1);
      QCOMPARE(page.registers.size(), std::size_t{isFirst || isLast ? 2U : 4U});
      if (!isFirst && !isLast) {
        const double step = (farCrosses[0] - crosses[0]) / dots;
        QVERIFY2(std::abs(step - (width - tiling.overlapMm)) < trueToMm, qPrintable(QString::number(step, 'f', 3)));
      }
      const double cross = isFirst ? farCrosses[0] - (width - tiling.overlapMm) * dots : crosses[0];
      const int row = static_cast<int>((page.topMm + page.high.y() - 10.0) * dots);
      for (const double at : uprights(image, row, static_cast<int>((page.leftMm + 1.0) * dots),
                                      static_cast<int>((page.leftMm + width - 1.0) * dots))) {
        const double along = static_cast<double>(i) * (width - tiling.overlapMm) + (at - cross) / dots;
        if (!first) first = along;
        last = along;
      }
    }
    QVERIFY2(std::abs(last - *first - 1000.0) < trueToMm, qPrintable(QString::number(last - *first, 'f', 3)));
  }

  void longPatternsAreSplitAtFiveMetres() {
    Drawing drawing;
    drawing.line(LineRole::Rule, {{0.0, 0.0}, {9000.0, 0.0}});
    const Tiling tiling = tile(drawing, *paperNamed("roll:610"));
    QCOMPARE(tiling.columns, std::size_t{2});
    for (const Tile& page : tiling.tiles) QVERIFY(page.pageWidthMm <= longestRollMm);
  }

  void everyStripOfARollIsAsLongAsWhatIsOnIt() {
    // A long line near the top, a short one far below it: two strips, the lower short, and the same marks on both.
    Drawing drawing;
    drawing.line(LineRole::MouldEdge, {{0.0, 0.0}, {3000.0, 0.0}});
    drawing.line(LineRole::MouldEdge, {{1200.0, -300.0}, {1200.0, -800.0}});
    drawing.line(LineRole::MouldEdge, {{1200.0, -800.0}, {1900.0, -800.0}});
    const Tiling tiling = tile(drawing, *paperNamed("roll:610"));
    QCOMPARE(tiling.tiles.size(), std::size_t{2});
    QVERIFY(std::abs(tiling.tiles[0].pageWidthMm - 3032.0) < 1e-6);
    QVERIFY(std::abs(tiling.tiles[1].pageWidthMm - 732.0) < 1e-6);
    QCOMPARE(tiling.tiles[0].registers.size(), std::size_t{2});
    QCOMPARE(tiling.tiles[1].registers.size(), std::size_t{2});
    for (std::size_t i = 0; i < 2; ++i) {
      QVERIFY((tiling.tiles[0].registers[i] - tiling.tiles[1].registers[i]).norm() < 1e-9);
      for (const Tile& one : tiling.tiles)
        QVERIFY((one.registers[i] - one.low).minCoeff() > 0.0 && (one.high - one.registers[i]).minCoeff() > 0.0);
    }
    // A roll that is long has one line without end no longer than five metres a piece, the last only what is left.
    Drawing longer;
    longer.line(LineRole::MouldEdge, {{0.0, 0.0}, {6000.0, 0.0}});
    const Tiling pieces = tile(longer, *paperNamed("roll:610"));
    QCOMPARE(pieces.tiles.size(), std::size_t{2});
    QVERIFY(pieces.tiles[1].pageWidthMm < 1100.0);
    QVERIFY((pieces.tiles[0].registers[0] - pieces.tiles[1].registers[0]).norm() < 1e-9);
  }

  void aDrawingThatIsNotBetteredIsNotTurned() {
    Drawing flat;
    flat.line(LineRole::MouldEdge, {{0.0, 0.0}, {3000.0, 100.0}});
    Drawing laid = flat;
    layAlongRoll(laid, *paperNamed("roll:610"));
    QCOMPARE(laid.lines[0].points, flat.lines[0].points);
    Drawing standing;
    standing.line(LineRole::MouldEdge, {{0.0, 0.0}, {100.0, 3000.0}});
    laid = standing;
    layAlongRoll(laid, *paperNamed("A3"));
    QCOMPARE(laid.lines[0].points, standing.lines[0].points);
    layAlongRoll(laid, *paperNamed("roll:610"));
    QCOMPARE(tile(laid, *paperNamed("roll:610")).tiles.size(), std::size_t{1});
  }

  void emptyPagesAreNotPrinted() {
    Drawing drawing;
    drawing.line(LineRole::Rule, {{0.0, 0.0}, {2000.0, 1000.0}});
    const Tiling tiling = tile(drawing, *paperNamed("A4"));
    const auto empty = std::count_if(tiling.tiles.begin(), tiling.tiles.end(), [](const Tile& t) { return t.isEmpty; });
    QVERIFY(empty > static_cast<std::ptrdiff_t>(tiling.tiles.size()) / 3);
  }

  void papersAreReadInAnyNotation() {
    QCOMPARE(paperNamed("a3")->kind, PaperKind::A3);
    QVERIFY(std::abs(paperNamed("roll:24 in")->rollWidthMm - 609.6) < 1e-9);
    QVERIFY(!paperNamed("papyrus"));
    QVERIFY(!paperNamed("roll:2 mm"));
  }

  void patternCarriesEverythingTheBenchNeeds() {
    const Drawing pattern = plankPattern(*osier()->planks[2], patternOf(*osier(), 2, BoatSide::Starboard));
    std::string words = pattern.title + pattern.check + pattern.note;
    for (const SheetText& text : pattern.texts) words += text.text + "\n";
    for (const char* wanted : {"STARBOARD", "INSIDE FACE UP", "BOW", "keel edge", "sheer edge", "station 4", "stem",
                               "transom", "Before cutting", "Do not add it again", "land ", "to the saw line"}) {
      QVERIFY2(words.find(wanted) != std::string::npos, wanted);
    }
    const auto count = [&](LineRole role) {
      return std::count_if(pattern.lines.begin(), pattern.lines.end(),
                           [role](const SheetLine& l) { return l.role == role; });
    };
    QVERIFY(count(LineRole::KeelEdge) > 50);  // the edge and its ticks
    QCOMPARE(count(LineRole::SheerEdge), 1);
    QCOMPARE(count(LineRole::LapLine), 2);  // its own, and where the next plank will lie
    QCOMPARE(count(LineRole::HoodEnd), 2);
    // Sawn to, into the rabbet at the bow, and four gains marked.
    QCOMPARE(count(LineRole::Saw), 1);
    QVERIFY(count(LineRole::IntoRabbet) >= 3);
    QVERIFY(count(LineRole::Gain) >= 4 * 3);
  }

  void checkOfThePatternIsItsOwnDiagonal() {
    const FlatPlank& plank = *osier()->planks[2];
    const Drawing pattern = plankPattern(plank, patternOf(*osier(), 2, BoatSide::Starboard));
    const double diagonal = (plank.upper.back() - plank.lower.front()).norm();
    QVERIFY(pattern.check.find(shownTwice(diagonal, osier()->book->settings.notation)) != std::string::npos);
  }

  void portIsTheMirrorImage() {
    const FlatPlank& plank = *osier()->planks[3];
    const Drawing starboard = plankPattern(plank, patternOf(*osier(), 3, BoatSide::Starboard));
    const Drawing port = plankPattern(plank, patternOf(*osier(), 3, BoatSide::Port));
    QVERIFY(port.title.find("PORT") != std::string::npos);
    for (std::size_t i = 0; i < starboard.lines.size(); ++i) {
      if (starboard.lines[i].role != LineRole::SheerEdge) continue;
      for (std::size_t k = 0; k < starboard.lines[i].points.size(); ++k) {
        const Vec2 a = starboard.lines[i].points[k], b = port.lines[i].points[k];
        QVERIFY(std::abs(a.x() - b.x()) < 1e-9 && std::abs(a.y() + b.y() - plank.boardWidthMm) < 1e-9);
      }
    }
  }

  void carvelPatternSaysItIsTheInsideFaceAndHowMuchWiderTheOutside() {
    const auto marl = solve(std::make_shared<const Book>(sampleBook("marl")), 1, nullptr, SolveEffort::Quick);
    const PatternOf of = patternOf(*marl, 8, BoatSide::Starboard);
    QVERIFY(of.outsideWiderMm > 0.5);
    const Drawing pattern = plankPattern(*marl->planks[8], of);
    QVERIFY(pattern.note.find("INSIDE face") != std::string::npos);
    QVERIFY(pattern.note.find(shownTwice(of.outsideWiderMm, of.notation)) != std::string::npos);
  }

  void svgIsTrueToScale() {
    QTemporaryDir folder;
    const QString svg = folder.filePath("metre.svg");
    QVERIFY(writeSvg(metre(), svg.toStdString()));
    QFile file(svg);
    QVERIFY(file.open(QIODevice::ReadOnly));
    const QString text = file.readAll();
    const auto match =
        QRegularExpression("width=\"([0-9.]+)mm\" height=\"([0-9.]+)mm\"\\s+viewBox=\"0 0 ([0-9.]+) ([0-9.]+)\"")
            .match(text);
    QVERIFY2(match.hasMatch(), qPrintable(text.left(400)));
    QVERIFY(std::abs(match.captured(3).toDouble() / match.captured(1).toDouble() - 100.0) < 0.001);
  }

  void dxfDeclaresMillimetresAndKeepsLayers() {
    QTemporaryDir folder;
    const QString dxf = folder.filePath("plank.dxf");
    QVERIFY(
        writeDxf(plankPattern(*osier()->planks[2], patternOf(*osier(), 2, BoatSide::Starboard)), dxf.toStdString()));
    QFile file(dxf);
    QVERIFY(file.open(QIODevice::ReadOnly));
    QString text = file.readAll();
    text.remove('\r');
    QVERIFY(QRegularExpression("\\$INSUNITS\\s+70\\s+4\\n").match(text).hasMatch());
    QVERIFY(QRegularExpression("\\$MEASUREMENT\\s+70\\s+1\\n").match(text).hasMatch());
    for (const char* layer : {"KEEL_EDGE", "SHEER_EDGE", "LAP", "STATIONS"}) QVERIFY2(text.contains(layer), layer);
    QVERIFY(text.trimmed().endsWith("EOF"));
  }

  void widthsSheetHasEveryFigure() {
    const auto sheets = planksSheets(*osier(), {{}, {BoatSide::Starboard}, false, true, true});
    QCOMPARE(sheets.size(), std::size_t{3});  // widths, marks, stick
    const std::size_t cells = osier()->lining->strakeCount() * osier()->lining->frame.sectionCount();
    QVERIFY(sheets[0].texts.size() >= cells);
    std::size_t marks = 0;
    for (const SheetLine& line : sheets[2].lines) marks += line.role == LineRole::Mark ? 1 : 0;
    QCOMPARE(marks, osier()->lining->lines.size() * osier()->lining->frame.sectionCount());
  }

  void unwritableFoldersAreNamed() {
    const auto written = writeSheets({metre()}, "/proc/nowhere", SheetFormat::Pdf, *paperNamed("A4"));
    QVERIFY(!written);
    QCOMPARE(written.error()[0].fault, Fault::CannotWrite);
  }

  void mouldIsDrawnAtFullSizeWithItsMarksAndCheck() {
    const auto solved = osier();
    MouldSheetOf of;
    of.plan = &solved->book->moulds;
    of.table = solved->fair.get();
    const Mould& mould = solved->moulds->moulds[2];
    const Drawing sheet = mouldSheet(mould, of);
    double broad = 0.0;
    for (const SheetLine& line : sheet.lines) {
      if (line.role != LineRole::MouldEdge) continue;
      for (const Vec2& point : line.points) broad = std::max(broad, std::abs(point.x()));
    }
    double widest = 0.0;
    for (int i = 0; i <= 400; ++i)
      widest = std::max(widest, mould.outline.pointAt(mould.outline.lengthMm() * i / 400.0).y());
    QVERIFY(std::abs(broad - widest) < 0.01);
    for (const MouldMark& mark : mould.marks) {
      const bool lettered = std::any_of(sheet.texts.begin(), sheet.texts.end(), [&](const SheetText& text) {
        return text.text.find(mark.name) != std::string::npos;
      });
      QVERIFY2(lettered, mark.name.c_str());
    }
    QVERIFY(sheet.check.find("Sheer to sheer across") != std::string::npos);
    MouldPlan half = solved->book->moulds;
    half.whole = false;
    of.plan = &half;
    for (const SheetLine& line : mouldSheet(mould, of).lines) {
      for (const Vec2& point : line.points) QVERIFY(point.x() > -1e-9);
    }
  }

  void nestedMouldsStayOnTheSheet() {
    const auto solved = osier();
    MouldChoice choice;
    choice.nestedOn = std::pair(millimetres(1220.0), millimetres(2440.0));
    int sheets = 0;
    for (const Drawing& drawing : mouldsSheets(*solved, choice)) {
      if (!drawing.name.starts_with("moulds-nested")) continue;
      ++sheets;
      for (const SheetLine& line : drawing.lines) {
        for (const Vec2& point : line.points) {
          QVERIFY(point.x() > -0.01 && point.x() < 1220.01);
          QVERIFY(point.y() > -0.01 && point.y() < 2440.01);
        }
      }
    }
    QVERIFY(sheets >= 2);
    // A sheet too small for any mould makes none.
    choice.nestedOn = std::pair(millimetres(100.0), millimetres(100.0));
    for (const Drawing& drawing : mouldsSheets(*solved, choice)) QVERIFY(!drawing.name.starts_with("moulds-nested"));
  }

  void correctedTableMarksWhatChangedAndKeepsWhatWasDrawn() {
    Book book = sampleBook("marl");
    QVERIFY(correctedTableSheet(book).note.find("as drawn") != std::string::npos);
    book = *fairFigure(book, {FigureRef::In::Row, 0, 3}, inches(60.5), "2026-11-23", "by hand");
    const Drawing sheet = correctedTableSheet(book);
    const auto has = [&](const std::string& words) {
      return std::any_of(sheet.texts.begin(), sheet.texts.end(),
                         [&](const SheetText& text) { return text.text == words; });
    };
    QVERIFY(has("* 5-0-4"));
    QVERIFY(has("(5-0-2)"));
    QVERIFY(sheet.note.find("1 figure changed") != std::string::npos);
    QCOMPARE(changesCsv(book), std::string("line,station,drawn,faired,change,who,when,why\n"
                                           "height sheer,4,5-0-2,5-0-4,0-0-2,,2026-11-23,by hand\n"));
  }

  void profilesStandUnderTheirOwnPointsNotUnderStations() {
    const Book book = sampleBook("osier");
    const Drawing stations = correctedTableSheet(book), profiles = correctedProfilesSheet(book);
    std::size_t most = 0, figures = 0;
    for (const Profile& profile : book.table.profiles) {
      most = std::max(most, profile.points.size());
      figures += 2 * profile.points.size();
    }
    QVERIFY(most > book.table.stations.size());
    for (const SheetText& text : stations.texts) QVERIFY(text.text.find("rofile") == std::string::npos);
    // A head of points, then a distance and a height for each, all inside the rules.
    QCOMPARE(profiles.texts.size(), 1 + most + 2 * book.table.profiles.size() + figures);
    QCOMPARE(profiles.texts[0].text, std::string("point"));
    double right = 0.0;
    for (const SheetLine& line : profiles.lines) right = std::max(right, line.points.back().x());
    for (const SheetText& text : profiles.texts) QVERIFY(text.at.x() <= right);
  }

  void aTableIsLaidOutAsPagesWithItsHeadOnEach() {
    TableSheet table;
    table.name = "long";
    table.title = "a long table";
    table.columns = {"station", "one", "two"};
    for (int row = 0; row < 61; ++row) table.rows.push_back({"row " + std::to_string(row), "12", "34"});
    const Drawing drawing = tableSheet(table);
    const Tiling tiling = tile(drawing, {PaperKind::A4});
    QVERIFY(tiling.tiles.size() >= 3);
    std::size_t rows = 0;
    for (std::size_t i = 0; i < tiling.tiles.size(); ++i) {
      const Tile& page = tiling.tiles[i];
      // Upright A4, as large as it is; one under the other without a gap, the head over all but the first.
      QVERIFY(page.pageHeightMm > page.pageWidthMm);
      QCOMPARE(page.scale, 1.0);
      QCOMPARE(page.headMm > 0.0, i > 0);
      if (i > 0) QVERIFY(std::abs(page.high.y() - tiling.tiles[i - 1].low.y()) < 1e-9);
      QVERIFY(page.headMm + page.high.y() - page.low.y() <= page.pageHeightMm - 20.0 - 28.0 + 1e-6);
      for (const SheetText& text : drawing.texts) {
        const DrawingBounds box = boundsOf(text);
        // No row is cut: its letters lie on one page, whole.
        const bool begins = box.high.y() <= page.high.y() && box.high.y() > page.low.y();
        if (begins) QVERIFY2(box.low.y() >= page.low.y() - 1e-6, text.text.c_str());
        rows += begins && text.text.starts_with("row ") ? 1 : 0;
      }
    }
    QCOMPARE(rows, std::size_t{61});
    // A broad one lies, and is drawn smaller; one too broad to read is divided as a pattern is.
    TableSheet broad = table;
    for (int i = 0; i < 6; ++i) broad.columns.push_back("more");
    const Tiling lying = tile(tableSheet(broad), {PaperKind::A4});
    QVERIFY(lying.tiles[0].pageWidthMm > lying.tiles[0].pageHeightMm);
    QVERIFY(lying.tiles[0].scale < 1.0 && lying.tiles[0].scale > 0.55);
    QCOMPARE(lying.columns, std::size_t{1});
    for (int i = 0; i < 30; ++i) broad.columns.push_back("more");
    QVERIFY(tile(tableSheet(broad), {PaperKind::A4}).columns > 1);
  }
};

int main(int argc, char** argv) {
  qputenv("QT_QPA_PLATFORM", "offscreen");
  QGuiApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  ExportTest test;
  return QTest::qExec(&test, argc, argv);
}
#include "export_test.moc"
