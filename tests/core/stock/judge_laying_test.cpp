// How far a piece lies from everything on its board: held against another library of shapes.

#include "stock/judge_laying.h"

#include <geos_c.h>

#include <QTest>
#include <random>

#include "stock_boards.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Shapes as the other library has them.
class Geos {
 public:
  Geos() : m_context(GEOS_init_r()) {}
  ~Geos() { GEOS_finish_r(m_context); }

  GEOSGeometry* shape(const Polygon& polygon) const {
    return GEOSGeom_createPolygon_r(m_context, GEOSGeom_createLinearRing_r(m_context, points(polygon, true)), nullptr,
                                    0);
  }
  GEOSGeometry* line(const std::vector<Vec2>& line) const {
    return GEOSGeom_createLineString_r(m_context, points(line, false));
  }
  double distance(const GEOSGeometry* a, const GEOSGeometry* b) const {
    double mm = -1.0;
    GEOSDistance_r(m_context, a, b, &mm);
    return mm;
  }
  bool within(const GEOSGeometry* a, const GEOSGeometry* b) const { return GEOSWithin_r(m_context, a, b) == 1; }
  bool intersects(const GEOSGeometry* a, const GEOSGeometry* b) const { return GEOSIntersects_r(m_context, a, b) == 1; }
  double areaOver(const GEOSGeometry* a, const GEOSGeometry* b) const {
    double mm2 = 0.0;
    GEOSGeometry* over = GEOSDifference_r(m_context, a, b);
    GEOSArea_r(m_context, over, &mm2);
    GEOSGeom_destroy_r(m_context, over);
    return mm2;
  }

 private:
  GEOSCoordSequence* points(const std::vector<Vec2>& points, bool round) const {
    const std::size_t count = points.size() + (round ? 1 : 0);
    GEOSCoordSequence* row = GEOSCoordSeq_create_r(m_context, static_cast<unsigned>(count), 2);
    for (std::size_t i = 0; i < count; ++i) {
      const Vec2& at = points[i % points.size()];
      GEOSCoordSeq_setXY_r(m_context, row, static_cast<unsigned>(i), at.x(), at.y());
    }
    return row;
  }
  GEOSContextHandle_t m_context;
};

}  // namespace

class JudgeLayingTest : public QObject {
  Q_OBJECT

  static StockMake rules() { return stockMake(StockPlan(), 12.0, 38.0); }

 private slots:
  void distancesAreThoseOfAnotherLibrary() {
    const Geos geos;
    std::mt19937 random(7);
    const auto within = [&](double low, double high) { return std::uniform_real_distribution<>(low, high)(random); };
    int clear = 0, over = 0;
    for (int round = 0; round < 400; ++round) {
      Board board = round % 2 == 0 ? straightBoard(4800, 330) : crookedBoard(4800, 300, within(-60, 60));
      for (int i = 0; i < round % 4; ++i)
        board.faults.push_back(
            fault(BoardFaultKind::Check, within(100, 4600), within(60, 240), within(5, 60), within(5, 30)));
      const BoardShape shape(board);
      const WantedPiece piece = bentPlank(within(1500, 3500), within(60, 140), within(-40, 40));
      const PieceLies lies{{within(0, 1200), within(60, 260)}, within(-0.02, 0.02), round % 3 == 0};
      const Neighbour beside{0, "2 S",
                             PieceLies{{within(0, 1000), within(180, 300)}, within(-0.02, 0.02), false}.onBoard(
                                 bentPlank(2000, 90, 20).outline)};
      const LayingJudged judged = judgeLaying(shape, piece, lies, {beside}, rules());
      GEOSGeometry* laid = geos.shape(judged.outline);
      GEOSGeometry* whole = geos.shape(shape.outline);
      const std::array<std::vector<Vec2>, 4> sides{shape.lower,
                                                   shape.upper,
                                                   {shape.lower.front(), shape.upper.front()},
                                                   {shape.lower.back(), shape.upper.back()}};
      const bool isOn = geos.within(laid, whole);
      const double off = geos.areaOver(laid, whole);
      // Over by a hair is neither.
      if (isOn || off > 5.0) QCOMPARE(!judged.offBoard, isOn);
      for (std::size_t i = 0; i < sides.size(); ++i) {
        const double theirs = geos.distance(laid, geos.line(sides[i]));
        if (judged.edges[i].mm >= 0.0) {
          QVERIFY(std::abs(judged.edges[i].mm - theirs) < 0.05 || (theirs == 0.0 && judged.edges[i].mm < 0.05) ||
                  !isOn);
        }
        if (isOn) QVERIFY(std::abs(judged.edges[i].mm - theirs) < 0.05);
      }
      for (const ClearOfFault& one : judged.faults) {
        const double theirs = geos.distance(laid, geos.shape(shape.faults[one.fault]));
        QVERIFY(std::abs(one.clear.mm - theirs) < 0.05);
        QCOMPARE((one.clear.to - one.clear.from).norm() - one.clear.mm < 1e-6, true);
      }
      const double theirs = geos.distance(laid, geos.shape(beside.outline));
      QVERIFY(std::abs(std::max(judged.neighbours[0].clear.mm, 0.0) - theirs) < 0.05);
      clear += judged.isClear() ? 1 : 0;
      over += judged.offBoard ? 1 : 0;
    }
    QVERIFY(clear > 10 && over > 10);
  }

  void whatLiesOverIsToldByHowFar() {
    const BoardShape board(straightBoard(3000, 200));
    WantedPiece piece;
    piece.outline = rectangle({0, 0}, {1000, 100});
    piece.middle = {{0, 50}, {1000, 50}};
    piece.thicknessMm = 12.0;
    const auto at = [&](double x, double y) { return judgeLaying(board, piece, {{x, y}, 0.0, false}, {}, rules()); };
    const LayingJudged low = at(500, -7);
    QVERIFY(low.offBoard && std::abs(low.edges[0].mm + 7.0) < 0.01 && low.verdict(rules()) == Severity::Trouble);
    QVERIFY(std::abs(low.edges[1].mm - 107.0) < 0.01 && std::abs(low.edges[2].mm - 500.0) < 0.01);
    QCOMPARE(low.over.size(), std::size_t(1));
    const LayingJudged end = at(2013, 40);
    QVERIFY(end.offBoard && std::abs(end.edges[3].mm + 13.0) < 0.01 && end.edges[0].mm > 39.0);
    // A corner of the board that stands in the piece is over too, with every corner of the piece on the board.
    Board hollow = straightBoard(3000, 200);
    hollow.lower = {
        {millimetres(0), millimetres(0)}, {millimetres(1500), millimetres(30)}, {millimetres(3000), millimetres(0)}};
    const LayingJudged bridged = judgeLaying(BoardShape(hollow), piece, {{1000, 21}, 0.0, false}, {}, rules());
    QVERIFY(bridged.offBoard && std::abs(bridged.edges[0].mm + 9.0) < 0.02);
    // Clear by the margin, to the hair.
    QVERIFY(at(500, rules().marginMm).isClear());
    QVERIFY(!at(500, rules().marginMm - 0.1).isClear());
    QVERIFY(at(500, rules().marginMm - 0.1).nearEdge);
  }

  void knotsAreLetInByTheRules() {
    Board board = straightBoard(3000, 220);
    board.faults = {fault(BoardFaultKind::Knot, 500, 100, 12, 12), fault(BoardFaultKind::Loose, 1500, 100, 12, 12),
                    fault(BoardFaultKind::Sap, 2000, 0, 500, 60)};
    const BoardShape shape(board);
    WantedPiece piece;
    piece.outline = rectangle({0, 0}, {2800, 120});
    piece.middle = {{0, 60}, {2800, 60}};
    piece.thicknessMm = 12.0;
    StockMake make = rules();
    const auto judge = [&](double y) { return judgeLaying(shape, piece, {{50, y}, 0.0, false}, {}, make); };
    QVERIFY(!judge(45).faults[0].bar);                       // small, in the middle
    QCOMPARE(*judge(45).faults[1].bar, FaultBar::CutOut);    // loose
    QCOMPARE(*judge(95).faults[0].bar, FaultBar::NearEdge);  // 5 mm in
    QVERIFY(!judge(45).faults[2].bar);                       // sap, where the piece may have it
    make.letIn = {BoardFaultKind::Loose};
    QVERIFY(!judge(45).faults[1].bar && judge(45).faults[1].plugged);
    make.widestPlugMm = 10.0;
    QCOMPARE(*judge(45).faults[1].bar, FaultBar::PlugTooWide);
    make.sapOut = true;
    QCOMPARE(*judge(45).faults[2].bar, FaultBar::Rots);
    make.knotShare = 0.05;
    QCOMPARE(*judge(45).faults[0].bar, FaultBar::TooWide);
    make = rules();
    piece.fastenings = {{455, 60}};
    QCOMPARE(*judge(45).faults[0].bar, FaultBar::NearFastening);
    piece.fastenings.clear();
    piece.scarfs = {rectangle({440, -500}, {520, 500})};
    QCOMPARE(*judge(45).faults[0].bar, FaultBar::NearScarf);
    piece.scarfs.clear();
    piece.clearParts = {rectangle({0, -500}, {600, 500})};
    QCOMPARE(*judge(45).faults[0].bar, FaultBar::WantsClear);
    QVERIFY(judge(45).overFault);
    piece.clearParts.clear();
    piece.grade = WantedGrade::Clear;
    for (const ClearOfFault& one : judge(45).faults) QVERIFY(one.bar);
    QCOMPARE(judge(45).verdict(make), std::optional(Severity::Trouble));
  }

  void grainAndBowAreThoseOfTheArc() {
    // A plank that bends 80 mm in 4 m, on a straight board: its ends lean by 4 * 80 / 4000.
    const BoardShape straight(straightBoard(5000, 400));
    const WantedPiece plank = bentPlank(4000, 150, 80);
    const LayingJudged on = judgeLaying(straight, plank, {{200, 150}, 0.0, false}, {}, rules());
    QVERIFY(std::abs(std::tan(on.grain.rad) - 0.08) < 0.002);
    QVERIFY(std::abs(on.bowMm - 80.0) < 0.1 && std::abs(on.crookMm) < 1e-9);
    // Turned end for end it bends down.
    const LayingJudged round = judgeLaying(straight, plank, {{4500, 250}, 3.14159265358979, false}, {}, rules());
    QVERIFY(std::abs(round.bowMm + 80.0) < 0.1);
    // On a board that has grown to the same bend the grain runs with it.
    const BoardShape crooked(crookedBoard(4000, 300, 80));
    const LayingJudged with = judgeLaying(crooked, plank, {{0, 150}, 0.0, false}, {}, rules());
    QVERIFY(with.grain.rad < 0.01 && std::abs(with.crookMm - 80.0) < 0.01);
  }

  void aThinBoardAndAnotherWoodAreTold() {
    WantedPiece piece = bentPlank(2000, 100, 10);
    piece.species = "oak";
    const LayingJudged judged =
        judgeLaying(BoardShape(straightBoard(3000, 300, 10)), piece, {{100, 100}, 0, false}, {}, rules());
    QVERIFY(judged.otherWood && std::abs(judged.thinMm - 2.0) < 1e-9);
    QCOMPARE(judged.verdict(rules()), std::optional(Severity::Trouble));
  }

  void aPieceComesToTheBoardAsTheContractHasIt() {
    // b negated, then turned, then shifted.
    const PieceLies lies{{100, 50}, 0.5 * 3.14159265358979, true};
    const Vec2 at = lies.onBoard(Vec2(10.0, 4.0));
    QVERIFY((at - Vec2(104.0, 60.0)).norm() < 1e-9);
    Laying laying = laid(Laying(), lies);
    QVERIFY(std::abs(laying.turnDeg - 90.0) < 1e-9 && laying.turnedOver);
    QVERIFY((liesOf(laying).onBoard(Vec2(10.0, 4.0)) - at).norm() < 1e-9);
  }
};

QTEST_APPLESS_MAIN(JudgeLayingTest)
#include "judge_laying_test.moc"
