// Pieces of strakes: with their scarfs they cover the plank once, on our boats and on hard hulls.

#include <QTest>
#include <cmath>

#include "joined_boats.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

double areaOf(const std::vector<Vec2>& round) {
  double twice = 0.0;
  for (std::size_t i = 0; i < round.size(); ++i) {
    const Vec2 &a = round[i], &b = round[(i + 1) % round.size()];
    twice += a.x() * b.y() - a.y() * b.x();
  }
  return std::abs(0.5 * twice);
}

double finishedArea(const std::vector<Vec2>& lower, std::vector<Vec2> upper) {
  std::vector<Vec2> round = lower;
  round.insert(round.end(), upper.rbegin(), upper.rend());
  return areaOf(round);
}

void checkPieces(const PlankAtBench& plank) {
  constexpr double coversMm = 0.01;
  const auto& pieces = plank.pieces;
  QCOMPARE(pieces.size(), plank.joints.size() + 1);
  // Every place along it has all of the thickness, once.
  for (double along = 0.0; along <= plank.run.lengthMm(); along += 3.7) {
    double whole = 0.0;
    for (const PlankPiece& piece : pieces) whole += piece.shareOfThickness(along, plank.joining);
    QVERIFY2(std::abs(whole - 1.0) < 1e-9, qPrintable(QString::number(along)));
  }
  // Their edges are the plank's own, and areas add up to the plank's and the scarfs'.
  double area = 0.0, scarfs = 0.0;
  for (const PlankPiece& piece : pieces) {
    area += finishedArea(piece.lower, piece.upper);
    for (std::size_t i = 0; i < piece.lower.size(); i += 7)
      QVERIFY(distanceToLine(plank.plank->lower, piece.lower[i]) < coversMm);
    for (std::size_t i = 0; i < piece.upper.size(); i += 7)
      QVERIFY(distanceToLine(plank.plank->upper, piece.upper[i]) < coversMm);
  }
  for (std::size_t i = 0; i + 1 < pieces.size(); ++i) {
    const PlankPiece &fore = pieces[i], &aft = pieces[i + 1];
    const double scarf = fore.aft->lengthMm;
    // The forward piece ends a scarf's length aft of where the after one begins, square to the run.
    const Vec2 low = fore.lower.back() - aft.lower.front(), high = fore.upper.back() - aft.upper.front();
    QVERIFY2(std::abs(low.dot(fore.aft->along) - scarf) < coversMm,
             qPrintable(QString::number(low.dot(fore.aft->along))));
    QVERIFY(std::abs(high.dot(fore.aft->along) - scarf) < coversMm);
    if (scarf > 0.0) {
      // What lies between the two cuts, from the plank itself.
      const auto between = [&](const std::vector<Vec2>& edge, const Vec2& from, const Vec2& to) {
        std::vector<Vec2> part{from};
        for (const Vec2& point : edge) {
          const double past = (point - fore.aft->at).dot(fore.aft->along);
          if (std::abs(past) < 0.5 * scarf) part.push_back(point);
        }
        part.push_back(to);
        return part;
      };
      scarfs += finishedArea(between(plank.plank->lower, aft.lower.front(), fore.lower.back()),
                             between(plank.plank->upper, aft.upper.front(), fore.upper.back()));
    }
  }
  const double whole = finishedArea(plank.plank->lower, plank.plank->upper);
  // A hundredth of a millimetre over all of its length.
  QVERIFY2(std::abs(area - whole - scarfs) < coversMm * plank.run.lengthMm(),
           qPrintable(QString::number(area - whole - scarfs)));
  // What is sawn holds the finished piece, and its board what is sawn.
  for (const PlankPiece& piece : pieces) {
    for (const Vec2& point : piece.sawn.outline()) {
      const Vec2 own = piece.own(point);
      QVERIFY(own.x() > -1e-6 && own.x() < piece.sawn.boardLengthMm + 1e-6);
      QVERIFY(own.y() > -1e-6 && own.y() < piece.sawn.boardWidthMm + 1e-6);
    }
    QVERIFY(areaOf(piece.sawn.outline()) > finishedArea(piece.lower, piece.upper));
    if (!piece.fore && !piece.aft) continue;
    const double sawnTo = piece.aft ? (piece.sawn.lower.back() - piece.lower.back()).dot(piece.aft->along)
                                    : (piece.lower.front() - piece.sawn.lower.front()).dot(piece.fore->along);
    QVERIFY2(std::abs(sawnTo - plank.joining.marginMm) < coversMm, qPrintable(QString::number(sawnTo)));
  }
}

}  // namespace

class PieceTest : public QObject {
  Q_OBJECT

 private slots:
  void piecesWithTheirScarfsCoverOurBoatsPlanksOnce() {
    for (const auto& [boat, board] : {std::pair("osier", 4267.0), std::pair("osier", 2000.0), std::pair("marl", 4877.0),
                                      std::pair("sedge", 2200.0)}) {
      for (const JoinedBy kind : {JoinedBy::Scarf, JoinedBy::Butt}) {
        const auto solved = joinedBoat(sampleBook(boat), board, kind);
        std::size_t joined = 0;
        for (std::size_t k = 0; k < solved->planks.size(); ++k) {
          for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
            const auto plank = plankAtBench(*solved, k, side);
            joined += plank->joints.size();
            checkPieces(*plank);
            for (const PlankPiece& piece : plank->pieces)
              QVERIFY2(piece.sawn.boardLengthMm < board + 0.2, qPrintable(QString::number(piece.sawn.boardLengthMm)));
          }
        }
        QVERIFY(joined >= solved->planks.size());
      }
    }
  }

  void theySoDoOnHardHulls() {
    for (const SmoothHull& hull : smoothHulls()) {
      const auto solved = joinedBoat(bookOf(hull, Construction::Lapstrake), 2500.0, JoinedBy::Scarf);
      QVERIFY2(!solved->planks.empty(), hull.name.c_str());
      std::size_t joined = 0;
      for (std::size_t k = 0; k < solved->planks.size(); k += 2) {
        const auto plank = plankAtBench(*solved, k, BoatSide::Starboard);
        QVERIFY(plank != nullptr);
        joined += plank->joints.size();
        checkPieces(*plank);
      }
      QVERIFY2(joined > 0, hull.name.c_str());
    }
  }

  void aScarfWithLipsLeavesThemBothThick() {
    Book book = sampleBook("osier");
    book.joining.nib = millimetres(2.0);
    const auto solved = joinedBoat(book, 4267.0);
    const auto plank = plankAtBench(*solved, 3, BoatSide::Starboard);
    QCOMPARE(plank->pieces.size(), std::size_t{2});
    const JointOnPlank& joint = plank->joints.front();
    const double thick = plank->joining.thicknessMm;
    QVERIFY(std::abs(plank->pieces[0].shareOfThickness(joint.toMm() - 1e-6, plank->joining) * thick - 2.0) < 1e-3);
    QVERIFY(std::abs(plank->pieces[1].shareOfThickness(joint.fromMm() + 1e-6, plank->joining) * thick - 2.0) < 1e-3);
    checkPieces(*plank);
  }

  void aJigIsAsLongAsTheRatioSays() {
    Book book = sampleBook("marl");  // an inch thick
    const auto solved = joinedBoat(book, 4877.0, JoinedBy::Scarf);
    const JoiningMake make = joiningMake(*solved);
    const ScarfJig jig = scarfJig(make, false), hard = scarfJig(make, true);
    const double thick = book.table.thickness.mm();
    QVERIFY(std::abs(jig.lengthMm - 8.0 * thick) < 1e-9);
    QVERIFY(std::abs(hard.lengthMm - 12.0 * thick) < 1e-9);
    QVERIFY(std::abs(jig.riseMm - thick) < 1e-9);
    QVERIFY(std::abs(std::tan(jig.angleRad) - 1.0 / 8.0) < 1e-12);
  }
};

QTEST_APPLESS_MAIN(PieceTest)
#include "piece_test.moc"
