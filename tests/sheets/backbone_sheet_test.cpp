// The backbone's sheets: what stands on them, at full size.

#include <QTest>
#include <cmath>

#include "backbone_sheet.h"
#include "book/backbone_edits.h"
#include "files/whole_file.h"
#include "moulds/mould.h"
#include "paper.h"
#include "sample_books.h"
#include "sheet_set.h"
#include "table_sheet.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::shared_ptr<const Solved> solvedBook(const std::string& boat) {
  const auto read = readBook(*readWholeFile(boatsFolder() + boat + ".narrows", 1 << 20));
  if (!read) qFatal("%s", describe(read.error()).c_str());
  return solve(std::make_shared<const Book>(read->book), 1);
}

const Drawing& named(const std::vector<Drawing>& drawings, const std::string& name) {
  for (const Drawing& drawing : drawings) {
    if (drawing.name == name) return drawing;
  }
  qFatal("no sheet %s", name.c_str());
  return drawings.front();
}

bool says(const Drawing& drawing, const std::string& words) {
  const auto has = [&](const std::string& text) { return text.find(words) != std::string::npos; };
  return has(drawing.title) || has(drawing.check) || has(drawing.note) ||
         std::any_of(drawing.texts.begin(), drawing.texts.end(), [&](const SheetText& text) { return has(text.text); });
}

double lengthOf(const Drawing& drawing, LineRole role) {
  double length = 0.0;
  for (const SheetLine& line : drawing.lines) {
    for (std::size_t i = 1; line.role == role && i < line.points.size(); ++i)
      length += (line.points[i] - line.points[i - 1]).norm();
  }
  return length;
}

Polygon outlineOf(const Drawing& drawing) {
  for (const SheetLine& line : drawing.lines) {
    if (line.role == LineRole::MouldEdge) return line.points;
  }
  return {};
}

}  // namespace

namespace {

/// Whether a point lies on the letters of a text, by the width letters usually have: told by its own way of reckoning.
bool isUnder(const SheetText& text, const Vec2& at) {
  SheetText level = text;
  level.at = Vec2::Zero();
  level.angleRad = 0.0;
  const DrawingBounds box = boundsOf(level);
  const Vec2 off = at - text.at;
  const double along = off.x() * std::cos(text.angleRad) + off.y() * std::sin(text.angleRad);
  const double up = off.y() * std::cos(text.angleRad) - off.x() * std::sin(text.angleRad);
  constexpr double hairMm = 0.05;
  return along > box.low.x() + hairMm && along < box.high.x() - hairMm && up > box.low.y() + hairMm &&
         up < box.high.y() - hairMm;
}

/// Points all over the letters of a text.
std::vector<Vec2> spreadOver(const SheetText& text) {
  SheetText level = text;
  level.at = Vec2::Zero();
  level.angleRad = 0.0;
  const DrawingBounds box = boundsOf(level);
  const Vec2 along(std::cos(text.angleRad), std::sin(text.angleRad));
  std::vector<Vec2> points;
  for (double x = box.low.x(); x <= box.high.x(); x += 0.5) {
    for (double y = box.low.y(); y <= box.high.y(); y += 0.5)
      points.push_back(text.at + x * along + y * turnedLeft(along));
  }
  return points;
}

}  // namespace

class BackboneSheetTest : public QObject {
  Q_OBJECT

 private slots:
  void noLettersLieOnOthersOrOnTheOutline_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << QString(boat);
  }
  void noLettersLieOnOthersOrOnTheOutline() {
    QFETCH(QString, boat);
    const auto solved = solvedBook(boat.toStdString());
    int timbers = 0;
    for (const Drawing& drawing : backboneSheets(*solved, {})) {
      if (drawing.isTable) continue;
      if (!drawing.name.starts_with("backbone-") && !drawing.name.starts_with("rabbet-sections")) continue;
      ++timbers;
      const Polygon outline = drawing.name.starts_with("backbone-") ? outlineOf(drawing) : Polygon();
      for (std::size_t i = 0; i < drawing.texts.size(); ++i) {
        const std::vector<Vec2> spread = spreadOver(drawing.texts[i]);
        for (std::size_t k = 0; k < drawing.texts.size(); ++k) {
          if (i == k) continue;
          for (const Vec2& at : spread)
            QVERIFY2(!isUnder(drawing.texts[k], at),
                     (drawing.name + ": " + drawing.texts[i].text + " on " + drawing.texts[k].text).c_str());
        }
        if (drawing.texts[i].isHeading) continue;
        for (std::size_t k = 0; k + 1 < outline.size(); ++k) {
          const Vec2 leg = outline[k + 1] - outline[k];
          for (double along = 0.0; along <= leg.norm(); along += 0.5)
            QVERIFY2(!isUnder(drawing.texts[i], outline[k] + along * leg.normalized()),
                     (drawing.name + ": " + drawing.texts[i].text + " on the outline").c_str());
        }
      }
    }
    QVERIFY(timbers >= 2);
  }

  void rabbetSectionsTakeLittleOfARoll() {
    const auto solved = solvedBook("osier");
    const Paper roll{PaperKind::Roll, 610.0};
    for (const Drawing& drawing : backboneSheets(*solved, {})) {
      if (!drawing.name.starts_with("rabbet-sections")) continue;
      const Tiling tiling = tile(drawing, roll);
      QCOMPARE(tiling.tiles.size(), std::size_t{1});
      QVERIFY2(tiling.tiles[0].pageWidthMm < 380.0, drawing.name.c_str());
    }
  }

  void aStemIsTurnedToGoOnOneStripOfARoll() {
    const auto solved = solvedBook("osier");
    const Paper roll{PaperKind::Roll, 610.0};
    for (const Drawing& drawing : backboneSheets(*solved, {})) {
      if (drawing.name != "backbone-stem") continue;
      QCOMPARE(tile(drawing, roll).tiles.size(), std::size_t{2});
      Drawing laid = drawing;
      layAlongRoll(laid, roll);
      QCOMPARE(tile(laid, roll).tiles.size(), std::size_t{1});
      // Turned and no more: every line is as long as it was, and bow is still to the left.
      for (const LineRole role : {LineRole::MouldEdge, LineRole::Check, LineRole::Bearding})
        QVERIFY(std::abs(lengthOf(laid, role) - lengthOf(drawing, role)) < 1e-6);
      for (std::size_t i = 0; i < laid.texts.size(); ++i) {
        QCOMPARE(laid.texts[i].text, drawing.texts[i].text);
        QVERIFY(std::cos(laid.texts[i].angleRad) > -0.01);
      }
    }
  }

  void timbersStandAtFullSizeWithTheirRabbet() {
    const auto answer = solvedBook("marl");
    const auto drawings = backboneSheets(*answer, {});
    for (const TimberShape& shape : answer->backbone->shapes.shapes) {
      std::string file = "backbone-" + shape.name;
      std::replace(file.begin(), file.end(), ' ', '-');
      const Drawing& drawing = named(drawings, file);
      // The outline is the timber's, to the millimetre it was drawn in.
      const Box2 drawn = boxOf(outlineOf(drawing)), is = boxOf(shape.outline);
      QVERIFY((drawn.low - is.low).norm() < 1e-9 && (drawn.high - is.high).norm() < 1e-9);
      QVERIFY(says(drawing, "Check before cutting"));
      QVERIFY(says(drawing, shape.name));
    }
    const Drawing& stem = named(drawings, "backbone-stem");
    const RabbetRun& run = *answer->backbone->run(RabbetPart::Stem);
    // Nearly all of the stem's rabbet is on the stem's own pattern, with its bearding line and its pricks.
    QVERIFY(lengthOf(stem, LineRole::Rabbet) > 0.95 * run.lengthMm());
    QVERIFY(lengthOf(stem, LineRole::Bearding) > 0.8 * run.beardingLine.lengthMm());
    QVERIFY(lengthOf(stem, LineRole::Mark) > 10 * 4.0 * 2.0);
    QVERIFY(says(stem, "SHEER"));
    QVERIFY(says(stem, "stopwater"));
    QVERIFY(says(stem, "bolt"));
    QVERIFY(says(stem, "waterline 4-0-0"));
    // The dotted line to be checked with a rule is as long as it says.
    double check = 0.0;
    for (const SheetLine& line : stem.lines) {
      if (line.role == LineRole::Check) check = (line.points[1] - line.points[0]).norm();
    }
    QVERIFY(stem.check.find(showLength(millimetres(check), answer->book->settings.notation)) != std::string::npos);
  }

  void bevelsAreLetteredAtEveryMark() {
    const auto answer = solvedBook("osier");
    const auto drawings = backboneSheets(*answer, {});
    const RabbetRun& run = *answer->backbone->run(RabbetPart::Stem);
    const Drawing& sections = named(drawings, "rabbet-sections-stem");
    const Drawing& table = named(drawings, "rabbet-table-stem");
    for (const RabbetMark& mark : rabbetMarks(run, *answer->fair, RabbetSteps::Table, 0.0)) {
      const std::string bevel = showDecimal(radians(run.at(mark.alongMm).bevelRad).deg(), 1) + "°";
      QVERIFY2(says(sections, mark.name) && says(sections, bevel), mark.name.c_str());
      QVERIFY2(says(table, mark.name) && says(table, bevel), mark.name.c_str());
      QVERIFY(says(table, showLength(millimetres(run.at(mark.alongMm).rabbet.x()), answer->book->settings.notation)));
    }
    QVERIFY(says(table, "carried on"));  // osier is drawn to the inside
    // Marl's stem rolls slowly enough for a machine.
    QVERIFY(says(named(backboneSheets(*solvedBook("marl"), {}), "rabbet-table-stem"), "machined groove"));
  }

  void keelIsUnfoldedAboutItsCentreLine() {
    const auto answer = solvedBook("osier");
    const Drawing drawing = named(backboneSheets(*answer, {}), "keel-half-breadths");
    double low = 1e9, high = -1e9, from = 1e9, to = -1e9;
    for (const SheetLine& line : drawing.lines) {
      if (line.role != LineRole::MouldBack && line.role != LineRole::MouldEdge) continue;
      for (const Vec2& at : line.points) {
        low = std::min(low, at.y()), high = std::max(high, at.y());
        from = std::min(from, at.x()), to = std::max(to, at.x());
      }
    }
    QVERIFY(std::abs(low + high) < 1e-9);
    double widest = 0.0;
    for (const KeelStation& station : answer->backbone->keel->stations) {
      widest = std::max(widest, station.inboardMm);
      QVERIFY(says(drawing, "station " + station.name));
    }
    // Fair between her stations she may be a little wider than at the widest of them.
    QVERIFY2(high > widest - 1.0 && high < widest + 8.0, qPrintable(QString::number(high - widest)));
    // Stations lie at their true distance along the keel: no nearer together than along the base line.
    QVERIFY(to - from >= 144.0 * mmPerInch - 0.01);
  }

  void transomSheetHasBothFacesAndItsBevels() {
    const auto answer = solvedBook("osier");
    const Transom& transom = *answer->backbone->transom;
    const Drawing drawing = named(backboneSheets(*answer, {}), "transom");
    QVERIFY(says(drawing, transom.foreIsLarger ? "FORWARD" : "AFTER"));
    for (const TransomMark& mark : transom.marks) QVERIFY2(says(drawing, mark.name), mark.name.c_str());
    QVERIFY(std::abs(boxOf(outlineOf(drawing)).width() - boxOf(transom.whole(transom.larger(), true)).width()) < 1e-9);
    QVERIFY(lengthOf(drawing, LineRole::MouldBack) > 1000.0);
    QVERIFY(says(drawing, "Left high"));
  }

  void formHasItsBlocksSquareToItsFace() {
    const auto answer = solvedBook("osier");
    const Lamination& made = *answer->backbone->lamination;
    const Drawing drawing = named(backboneSheets(*answer, {}), "form-stem");
    std::size_t blocks = 0;
    for (const SheetLine& line : drawing.lines) blocks += line.role == LineRole::Station ? 1 : 0;
    QCOMPARE(blocks, made.blocks.size());
    QVERIFY(std::abs(lengthOf(drawing, LineRole::MouldEdge) - made.formFace.lengthMm()) < 0.5);
    for (const FormBlock& block : made.blocks) {
      const Vec3 way = made.formFace.tangentAt(block.alongMm);
      QVERIFY(std::abs(way.dot(block.square)) < 1e-6);
    }
    QVERIFY(says(drawing, "dry run"));
    QVERIFY(says(named(backboneSheets(*answer, {}), "lamination-stock"), std::to_string(made.strips)));
  }

  void blankSlabAndOrderTellWhatTheyHold() {
    const auto answer = solvedBook("osier");
    const auto drawings = backboneSheets(*answer, {});
    std::size_t odd = 0;
    for (const BlankPiece& piece : answer->backbone->blank->pieces) odd += piece.layer == 1 ? 1 : 0;
    std::size_t boards = 0;
    for (const SheetLine& line : named(drawings, "blank-transom-knee-odd-layers").lines)
      boards += line.role == LineRole::Board ? 1 : 0;
    QCOMPARE(boards, odd);
    const Drawing& slab = named(drawings, "slab-transom-knee");
    QVERIFY(says(slab, "knot") && says(slab, "grain"));
    QVERIFY(says(named(drawings, "slab-depths"), "passes"));
    const Drawing& order = named(drawings, "backbone-order");
    for (const CutStep& step : answer->backbone->order)
      QVERIFY2(says(order, step.cut) && says(order, step.why), step.cut.c_str());
    for (const BackboneCaution caution : answer->backbone->cautions) QVERIFY(says(order, cautionWords(caution)));
  }

  void oneTimberAloneCanBeChosen() {
    const auto answer = solvedBook("marl");
    const auto drawings = backboneSheets(*answer, {"deadwood", true});
    QCOMPARE(drawings.size(), std::size_t{1});
    QCOMPARE(drawings[0].name, std::string("backbone-deadwood"));
  }

  void stationTableSaysWhichWayTheGaugeLeans() {
    const auto answer = solvedBook("marl");
    const Drawing drawing = named(backboneSheets(*answer, {}), "stations-on-keel");
    QVERIFY(says(drawing, "stock on the UPPER face"));
    QVERIFY(says(drawing, "Stations are square to the base line"));
    for (const TimberMarks& marks : answer->backbone->marks) {
      if (answer->backbone->plan.find(marks.timber)->kind != TimberKind::Keel) continue;
      for (const StationMark& mark : marks.marks.marks)
        QVERIFY(says(drawing, showLength(millimetres(std::abs(mark.squaredOffMm)), answer->book->settings.notation)));
    }
  }

  void tableSetsItsColumnsAndItsTicks() {
    TableSheet table;
    table.name = "t";
    table.columns = {"a", "b", "c"};
    table.rows = {{"one", "1", "2"}, {"two", "3", "4"}};
    table.words = {"a sentence"};
    const Drawing drawing = tableSheet(table);
    QCOMPARE(drawing.texts.size(), std::size_t{3 + 6 + 1});
    std::size_t boxes = 0;
    for (const SheetLine& line : drawing.lines) boxes += line.points.size() == 5 ? 1 : 0;
    QCOMPARE(boxes, std::size_t{2});
    QVERIFY(drawing.texts[1].place == TextPlace::Right && drawing.texts[0].place == TextPlace::Left);
  }
};

QTEST_APPLESS_MAIN(BackboneSheetTest)
#include "backbone_sheet_test.moc"
