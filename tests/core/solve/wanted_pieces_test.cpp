// Every piece that a boat wants out of boards.

#include "solve/wanted_pieces.h"

#include <QTest>
#include <map>

#include "joined_boats.h"
#include "stock/fit.h"

using namespace narrows;
using namespace narrows::tests;

class WantedPiecesTest : public QObject {
  Q_OBJECT

  static const WantedPiece* find(const std::vector<WantedPiece>& pieces, int strake, BoatSide side, int piece) {
    for (const WantedPiece& one : pieces) {
      if (one.of.kind == PieceKind::Plank && one.of.strake == strake && one.of.side == side && one.of.piece == piece)
        return &one;
    }
    return nullptr;
  }

 private slots:
  void planksArePiecesOfBothSidesMirrored_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << boat;
  }
  void planksArePiecesOfBothSidesMirrored() {
    QFETCH(QString, boat);
    const auto solved = joinedBoat(sampleBook(boat.toStdString()), 3000.0);
    const auto pieces = wantedPieces(*solved);
    std::size_t planks = 0;
    for (std::size_t strake = 0; strake < solved->planks.size(); ++strake) {
      const auto bench = plankAtBench(*solved, strake, BoatSide::Starboard);
      QVERIFY(bench);
      for (const PlankPiece& of : bench->pieces) {
        const WantedPiece* starboard =
            find(pieces, static_cast<int>(strake) + 1, BoatSide::Starboard, static_cast<int>(of.number));
        QVERIFY2(starboard != nullptr, qPrintable(QString("strake %1 piece %2").arg(strake + 1).arg(of.number)));
        planks += 1;
        QCOMPARE(starboard->count, static_cast<int>(of.count));
        // All that is sawn of it, on the board of its own frame.
        const Box2 box = boxOf(starboard->outline);
        QVERIFY(box.low.norm() < 0.1);
        QVERIFY(std::abs(box.width() - of.sawn.boardLengthMm) < 0.1 &&
                std::abs(box.height() - of.sawn.boardWidthMm) < 0.1);
        Polygon sawn;
        for (const Vec2& point : of.sawn.outline()) sawn.push_back(of.own(point));
        for (const Vec2& point : sawn) QVERIFY(distanceToOutline(starboard->outline, point) < 0.03);
        QVERIFY(std::abs(signedArea(sawn) - signedArea(starboard->outline)) < 1e-4 * signedArea(sawn));
        QVERIFY(starboard->thicknessMm >= solved->book->table.thickness.mm());
        // Lined off alike and joined alike, port is its mirror image.
        const WantedPiece* port =
            find(pieces, static_cast<int>(strake) + 1, BoatSide::Port, static_cast<int>(of.number));
        if (port == nullptr || port->count != starboard->count || std::abs(port->lengthMm - starboard->lengthMm) > 0.01)
          continue;
        QVERIFY(signedArea(port->outline) > 0.0);
        for (const Vec2& point : port->outline)
          QVERIFY(distanceToOutline(starboard->outline, {point.x(), -point.y()}) < 0.05);
        QVERIFY(std::abs(port->bowMm() + starboard->bowMm()) < 0.05);
      }
    }
    QVERIFY(planks > solved->planks.size());
  }

  void theRestOfTheBoatIsAmongThem() {
    std::map<PieceKind, int> osier, sedge;
    for (const WantedPiece& one : wantedPieces(*joinedBoat(sampleBook("osier"), 3000.0, JoinedBy::Butt))) {
      ++osier[one.of.kind];
      QVERIFY(one.outline.size() > 2 && signedArea(one.outline) > 0.0 && !isCrossed(one.outline));
      QVERIFY(one.lengthMm > 0.0 && one.thicknessMm > 0.0 && one.middle.size() > 1);
    }
    for (const auto kind :
         {PieceKind::Plank, PieceKind::Timber, PieceKind::CrossBoard, PieceKind::Mould, PieceKind::ButtBlock})
      QVERIFY2(osier[kind] > 0, pieceKindName(kind));
    for (const WantedPiece& one : wantedPieces(*joinedBoat(sampleBook("sedge"), 3000.0))) ++sedge[one.of.kind];
    QVERIFY(sedge[PieceKind::CrossBoard] > 10);
    QCOMPARE(sedge[PieceKind::Mould] % 2, 0);
  }

  void theyAreNamedOnce() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const auto pieces = wantedPieces(*joinedBoat(sampleBook(boat), 2500.0, JoinedBy::Butt));
      for (std::size_t i = 0; i < pieces.size(); ++i) {
        for (std::size_t j = i + 1; j < pieces.size(); ++j) {
          QVERIFY2(!pieces[i].of.isSame(pieces[j].of), pieces[i].words().c_str());
          QVERIFY2(pieces[i].words() != pieces[j].words(), pieces[i].words().c_str());
        }
      }
    }
  }

  void gradesFollowTheWaterlineTheTwistAndTheBuilder() {
    Book book = sampleBook("osier");
    const auto gradesOf = [](const Book& of) {
      std::map<int, WantedGrade> grades;
      for (const WantedPiece& one : wantedPieces(*solve(std::make_shared<Book>(of), 1))) {
        if (one.of.kind == PieceKind::Plank && one.of.side == BoatSide::Starboard) grades[one.of.strake] = one.grade;
      }
      return grades;
    };
    // With no waterline, the upper half.
    auto grades = gradesOf(book);
    const int count = static_cast<int>(grades.size()), half = count / 2;
    QVERIFY(count > 4);
    QVERIFY(grades[1] == WantedGrade::Sound && grades[half] == WantedGrade::Sound &&
            grades[half + 1] == WantedGrade::Clear);
    book.settings.waterline = millimetres(60.0);
    QVERIFY(gradesOf(book)[half] == WantedGrade::Clear);
    book.stock.clearFrom = count;
    grades = gradesOf(book);
    QVERIFY(grades[count - 1] == WantedGrade::Sound && grades[count] == WantedGrade::Clear);
    book.stock.grades = {{2, BoatSide::Starboard, WantedGrade::Clear, {}},
                         {count, BoatSide::Starboard, WantedGrade::Sound, {}}};
    grades = gradesOf(book);
    QVERIFY(grades[2] == WantedGrade::Clear && grades[count] == WantedGrade::Sound);
    // Hard-twisted ends are clear in any case.
    book.stock = StockPlan();
    book.settings.waterline.reset();
    for (const WantedPiece& one : wantedPieces(*solve(std::make_shared<Book>(book), 1))) {
      if (one.of.kind != PieceKind::Plank || one.of.strake != 2) continue;
      QVERIFY(!one.clearParts.empty());
      QVERIFY(!common({one.outline}, one.clearParts).empty());
      // At the bow, where she twists: x is aft on both sides.
      QVERIFY(boxOf(largest(common({one.outline}, one.clearParts))).low.x() < 1.0);
    }
  }
};

QTEST_APPLESS_MAIN(WantedPiecesTest)
#include "wanted_pieces_test.moc"
