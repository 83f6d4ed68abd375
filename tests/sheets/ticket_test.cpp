// The plank's ticket: one page, everything on it, and the same figures as the plank's.

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QGuiApplication>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTest>
#include <stop_token>
#include <thread>

#include "joined_boats.h"
#include "sheet_set.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

QByteArray contents(const std::string& file) {
  QFile read(QString::fromStdString(file));
  return read.open(QIODevice::ReadOnly) ? read.readAll() : QByteArray();
}

SheetChoice ticketsOnly(std::vector<BoatSide> sides = {BoatSide::Starboard}) {
  SheetChoice choice;
  choice.tickets = true;
  choice.patterns = choice.widths = choice.stick = false;
  choice.sides = std::move(sides);
  return choice;
}

}  // namespace

class TicketTest : public QObject {
  Q_OBJECT

 private slots:
  void everyTicketOfABoatFitsOnePageOfEitherPaper() {
    QTemporaryDir folder;
    for (const auto& [boat, board] :
         {std::pair("osier", 4267.0), std::pair("marl", 4877.0), std::pair("sedge", 2600.0)}) {
      const auto solved = joinedBoat(sampleBook(boat), board);
      const auto drawings = planksSheets(*solved, ticketsOnly({BoatSide::Starboard, BoatSide::Port}));
      std::size_t pieces = 0;
      for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
        for (std::size_t k = 0; k < solved->planks.size(); ++k) pieces += plankAtBench(*solved, k, side)->pieces.size();
      }
      QCOMPARE(drawings.size(), pieces);
      for (const Drawing& drawing : drawings) {
        QVERIFY(drawing.isPage);
        // Lines are measured; letters by their usual width, which is on the generous side.
        for (const SheetLine& line : drawing.lines) {
          for (const Vec2& point : line.points)
            QVERIFY2(
                point.x() > -0.5 && point.x() < 186.5 && point.y() > -252.5 && point.y() < 1.0,
                qPrintable(QString::fromStdString(drawing.name) + QString(" %1 %2").arg(point.x()).arg(point.y())));
        }
        for (const SheetText& text : drawing.texts) {
          const DrawingBounds box = boundsOf(text);
          QVERIFY2(box.high.x() < 186.0 + 18.0 && box.low.y() > -253.5 && text.heightMm >= 2.0,
                   qPrintable(QString::fromStdString(drawing.name + ": " + text.text)));
        }
        for (const PaperKind paper : {PaperKind::A4, PaperKind::Letter, PaperKind::Roll}) {
          const Tiling tiling = tile(drawing, {paper});
          QCOMPARE(tiling.tiles.size(), std::size_t{1});
          QVERIFY(tiling.tiles[0].pageHeightMm > tiling.tiles[0].pageWidthMm);
        }
      }
      const auto written = writeSheets({drawings.front()}, folder.path().toStdString(), SheetFormat::Pdf, {});
      QVERIFY(written);
      const QByteArray pdf = contents(written->front().file);
      QCOMPARE(pdf.count("/Type /Page\n"), 1);
      QCOMPARE(written->front().code.size(), std::size_t{5});
    }
  }

  void itSaysWhatThePlankSays() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    const auto plank = plankAtBench(*solved, 3, BoatSide::Starboard);
    QCOMPARE(plank->pieces.size(), std::size_t{2});
    const Notation notation = solved->book->settings.notation;
    int fastenings = 0;
    for (std::size_t piece = 1; piece <= 2; ++piece) {
      const auto ticket = ticketOf(*solved, 3, BoatSide::Starboard, piece);
      QVERIFY(ticket);
      const PlankPiece& of = plank->pieces[piece - 1];
      QVERIFY(ticket->board.find(showLong(millimetres(of.sawn.boardLengthMm), notation)) == 0);
      // The check is a corner to a corner of what is finished, as a rule would find it on the pattern.
      const double diagonal = (of.upper.back() - of.lower.front()).norm();
      QVERIFY2(ticket->check.find(shownTwice(diagonal, notation)) != std::string::npos, ticket->check.c_str());
      const Drawing pattern =
          piecePattern(plankPattern(*plank->plank, patternOf(*solved, 3, BoatSide::Starboard, plank)),
                       patternOf(*solved, 3, BoatSide::Starboard, plank), of);
      QVERIFY(pattern.check.find(shownTwice(diagonal, notation)) != std::string::npos);
      for (const SheetLine& line : pattern.lines) {
        if (line.role != LineRole::Check) continue;
        QVERIFY(std::abs((line.points.back() - line.points.front()).norm() - diagonal) < 1e-6);
      }
      for (const TicketSection& section : ticket->sections) {
        if (section.title != "Fastenings") continue;
        for (const auto& row : section.rows) fastenings += std::stoi(row[2]);
      }
    }
    // Both pieces' fastenings are the plank's.
    QCOMPARE(fastenings, static_cast<int>(plank->fastenings.all.size()));
  }

  void aPiecesPatternHasTheWholesEdgesAsFarAsItGoes() {
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
      const auto solved = joinedBoat(sampleBook("marl"), 4877.0, JoinedBy::Scarf);
      const auto plank = plankAtBench(*solved, 2, side);
      const PatternOf of = patternOf(*solved, 2, side, plank);
      const Drawing whole = plankPattern(*plank->plank, of);
      for (const PlankPiece& piece : plank->pieces) {
        const Drawing pattern = piecePattern(whole, of, piece);
        double keel = 0.0;
        for (const SheetLine& line : pattern.lines) {
          for (const Vec2& point : line.points) {
            if (line.role == LineRole::Saw || line.role == LineRole::Board)
              QVERIFY(point.x() > -0.01 && point.x() < piece.sawn.boardLengthMm + 0.01 && point.y() > -0.01 &&
                      point.y() < piece.sawn.boardWidthMm + 0.01);
          }
          if (line.role == LineRole::KeelEdge && line.points.size() > 10)
            keel = std::max(keel, lengthAlong(line.points));
        }
        QVERIFY2(std::abs(keel - lengthAlong(piece.lower)) < 0.02, qPrintable(QString::number(keel)));
      }
    }
  }

  void asCsvItHasEveryFigure() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    QTemporaryDir folder;
    SheetChoice choice = ticketsOnly();
    choice.strakes = {3};
    const auto files = writeTicketTables(*solved, choice, folder.path().toStdString());
    QVERIFY(files);
    QCOMPARE(files->size(), std::size_t{2});
    const QString text = QString::fromUtf8(contents(files->front()));
    QVERIFY(text.startsWith("section,row,column,value\n"));
    QVERIFY(text.contains("plank,,side,STARBOARD"));
    QVERIFY(text.contains(QRegularExpression("Fastenings,lap,count,\\d+")));
    QVERIFY(text.contains("scarf between frames"));
  }

  void whatCannotBeMadeIsSaid() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    QCOMPARE(ticketOf(*solved, 3, BoatSide::Starboard, 3).error()[0].fault, Fault::PieceUnknown);
    QCOMPARE(ticketOf(*solved, 99, BoatSide::Starboard, 1).error()[0].fault, Fault::NoPlank);
    const std::string words = describe(ticketOf(*solved, 3, BoatSide::Port, 3).error());
    QVERIFY2(words.find("strake 4 port") != std::string::npos && words.find("2 pieces") != std::string::npos,
             words.c_str());
  }

  void whatIsStoppedMakesNoMoreSheets() {
    const auto solved = joinedBoat(sampleBook("marl"), 4877.0);
    SheetChoice choice = ticketsOnly({BoatSide::Starboard, BoatSide::Port});
    choice.patterns = true;
    const std::size_t all = planksSheets(*solved, choice).size();
    std::stop_source source;
    // Stopped while it makes them: some are made by then, or none, and each of them whole.
    std::size_t made = 0;
    std::jthread making([&] { made = planksSheets(*solved, choice, source.get_token()).size(); });
    source.request_stop();
    making.join();
    QVERIFY2(made < all, qPrintable(QString("%1 of %2").arg(made).arg(all)));
    QVERIFY(planksSheets(*solved, choice, source.get_token()).empty());
    QVERIFY(backboneSheets(*solved, {}, source.get_token()).empty());
    QVERIFY(mouldsSheets(*solved, {}, source.get_token()).empty());
  }

  void everySheetCarriesItsCode() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    QTemporaryDir folder;
    SheetChoice choice;
    choice.strakes = {3};
    const auto drawings = planksSheets(*solved, choice);
    const auto svg = writeSheets(drawings, folder.path().toStdString(), SheetFormat::Svg, {});
    const auto dxf = writeSheets(drawings, folder.path().toStdString(), SheetFormat::Dxf, {});
    QVERIFY(svg && dxf);
    for (std::size_t i = 0; i < svg->size(); ++i) {
      QCOMPARE((*svg)[i].code, (*dxf)[i].code);
      QVERIFY(contents((*dxf)[i].file).contains(("code " + (*dxf)[i].code).c_str()));
      QVERIFY(contents((*svg)[i].file).contains(("Code " + (*svg)[i].code).c_str()));
    }
    // The same boat has the same codes, another shape another.
    const auto again = planksSheets(*joinedBoat(sampleBook("osier"), 4267.0), choice);
    Book thicker = sampleBook("osier");
    thicker.table.thickness = millimetres(thicker.table.thickness.mm() + 1.0);
    const auto other = planksSheets(*joinedBoat(thicker, 4267.0), choice);
    Drawing one = again.front(), two = other.front();
    stamp(one), stamp(two);
    QCOMPARE(QString::fromStdString(one.code), QString::fromStdString(svg->front().code));
    QVERIFY(two.code != one.code);
  }
};

int main(int argc, char** argv) {
  qputenv("QT_QPA_PLATFORM", "offscreen");
  QGuiApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  TicketTest test;
  return QTest::qExec(&test, argc, argv);
}
#include "ticket_test.moc"
