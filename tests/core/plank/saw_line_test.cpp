// The line a plank is sawn to, all round it: it never crosses itself, and stands out no further than what is left.

#include <QTest>

#include "backbone/polygon.h"
#include "joined_boats.h"

using namespace narrows;
using namespace narrows::tests;

class SawLineTest : public QObject {
  Q_OBJECT

  static void look(const Solved& solved, const std::string& boat) {
    int seen = 0;
    for (std::size_t strake = 0; strake < solved.planks.size(); ++strake) {
      const auto bench = plankAtBench(solved, strake, BoatSide::Starboard);
      if (bench == nullptr) continue;
      ++seen;
      const std::string words = boat + ", strake " + std::to_string(strake + 1);
      const Polygon round = bench->sawn.outline();
      QVERIFY2(!isCrossed(round), words.c_str());
      Polygon finished = bench->cut.lower.flat;
      finished.insert(finished.end(), bench->cut.stern.flat.begin(), bench->cut.stern.flat.end());
      finished.insert(finished.end(), bench->cut.upper.flat.rbegin(), bench->cut.upper.flat.rend());
      finished.insert(finished.end(), bench->cut.bow.flat.rbegin(), bench->cut.bow.flat.rend());
      const PlankingMake& make = bench->planking;
      double wider = 0.0;
      for (const EdgesAt& at : bench->edges) {
        for (const auto& edge : {at.lower, at.upper}) {
          if (edge) wider = std::max(wider, edge->proudMm);
        }
      }
      // Square corners stand out by the longer of the two moves and a little; sharp ones by twice that.
      const double most =
          2.0 * (make.sawClearMm + wider + make.sheerHighMm + std::max(make.hoodLongMm, make.transomLongMm));
      for (const Vec2& point : round) {
        const double out = distanceToOutline(finished, point);
        QVERIFY2(out <= most, (words + ": " + std::to_string(out) + " mm out at " + std::to_string(point.x())).c_str());
      }
    }
    QVERIFY(seen > 2);
  }

 private slots:
  void ofTheSampleBoats_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << boat;
  }
  void ofTheSampleBoats() {
    QFETCH(QString, boat);
    Book book = sampleBook(boat.toStdString());
    look(*solve(std::make_shared<Book>(book), 1), boat.toStdString());
    // An end that slants, left far longer than the edges are.
    book.planking.transomLong = millimetres(40.0);
    book.planking.hoodLong = millimetres(25.0);
    book.planking.sawClear = millimetres(0.5);
    look(*solve(std::make_shared<Book>(book), 2), boat.toStdString() + " left long");
  }
};

QTEST_APPLESS_MAIN(SawLineTest)
#include "saw_line_test.moc"
