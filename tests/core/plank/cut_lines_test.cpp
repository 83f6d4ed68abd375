// Planks as they are cut, held against a hull that is known to the bottom of her rabbet: in space, where every point of
// the outline lies, and flat, how the points lie to one another. And the saw lines of every sample boat round them.

#include <QTest>
#include <cmath>

#include "book/edits.h"
#include "book/lining_edits.h"
#include "level_cylinder.h"
#include "sample_books.h"
#include "solve/plank_at_bench.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double degree = std::numbers::pi / 180.0;
/// What a cut outline may be off flat, and in space: the face itself, and along the rabbet. Drawn inside, the rabbet
/// lies beyond the edge of what the table tells, the further the flatter the planking comes to the timber: a tenth of a
/// millimetre there is half a millimetre of rabbet at a dozen degrees.
constexpr double laidMm = 0.3, cutMm = 0.35, flatterCutMm = 0.5, flatCutMm = 0.7, unevenMm = 0.45;
/// A boat whose stem begins high up, so that her lowest rows dive: drawn inside, her forefoot is told by nothing below.
constexpr double highFootMm = 1.7, highFootOutsideMm = 0.6;

std::shared_ptr<const Solved> solvedOf(const LevelCylinder& known, bool outside, Construction kind, int strakes) {
  OffsetTable table = known.table(outside);
  table.construction = kind;
  const auto book = newBook(table);
  if (!book) qFatal("%s", describe(book.error()).c_str());
  const auto lined = setStrakeCount(*book, strakes);
  if (!lined) qFatal("%s", describe(lined.error()).c_str());
  return solve(std::make_shared<const Book>(*lined), 1);
}

/// Points of an outline, flat as they are cut and flat as they are on the unrolled cylinder.
struct Laid {
  std::vector<Vec2> cut, known;
  double offFaceMm = 0.0;

  void add(const LevelCylinder& hull, const CutLine& line) {
    for (std::size_t i = 0; i < line.size(); ++i) {
      const auto on = hull.on(line.at[i]);
      offFaceMm = std::max(offFaceMm, std::abs(on.offMm));
      cut.push_back(line.flat[i]);
      known.push_back(hull.flat(on.l, on.u));
    }
  }

  /// Laid on one another by turn and shift as well as they will go.
  double misfitMm() const {
    const auto count = static_cast<double>(cut.size());
    Vec2 middle = Vec2::Zero(), wanted = Vec2::Zero();
    for (std::size_t i = 0; i < cut.size(); ++i) middle += cut[i] / count, wanted += known[i] / count;
    double cosine = 0.0, sine = 0.0;
    for (std::size_t i = 0; i < cut.size(); ++i) {
      const Vec2 a = cut[i] - middle, b = known[i] - wanted;
      cosine += a.dot(b), sine += a.x() * b.y() - a.y() * b.x();
    }
    const Eigen::Rotation2D<double> turn(std::atan2(sine, cosine));
    double most = 0.0;
    for (std::size_t i = 0; i < cut.size(); ++i)
      most = std::max(most, (turn * (cut[i] - middle) + wanted - known[i]).norm());
    return most;
  }
};

/// How far a line of the outline lies from the bottom of the rabbet, on the unrolled cylinder.
double offRabbetMm(const LevelCylinder& hull, const CutLine& line) {
  double most = 0.0;
  for (const Vec3& at : line.at) {
    const auto on = hull.on(at);
    const auto away = [&](double u) {
      return (hull.flat(hull.traceL(u, hull.face(true)), u) - hull.flat(on.l, on.u)).norm();
    };
    double nearest = on.u, step = 0.25;
    for (; step > 1e-5; step *= 0.25) {
      const double about = nearest;
      for (int i = -4; i <= 4; ++i) {
        if (const double u = about + 0.25 * i * step; away(u) < away(nearest)) nearest = u;
      }
    }
    most = std::max(most, away(nearest));
  }
  return most;
}

double distanceMm(const Vec2& point, const std::vector<Vec2>& round) {
  double nearest = 1e300;
  for (std::size_t i = 0; i < round.size(); ++i) {
    const Vec2 &a = round[i], leg = round[(i + 1) % round.size()] - a;
    const double part = leg.squaredNorm() > 0.0 ? std::clamp((point - a).dot(leg) / leg.squaredNorm(), 0.0, 1.0) : 0.0;
    nearest = std::min(nearest, (point - a - part * leg).norm());
  }
  return nearest;
}

/// By how often a line from the point to the right crosses the outline.
bool isWithin(const Vec2& point, const std::vector<Vec2>& round) {
  bool within = false;
  for (std::size_t i = 0; i < round.size(); ++i) {
    const Vec2 &a = round[i], &b = round[(i + 1) % round.size()];
    if ((a.y() > point.y()) == (b.y() > point.y())) continue;
    if (point.x() < a.x() + (point.y() - a.y()) / (b.y() - a.y()) * (b.x() - a.x())) within = !within;
  }
  return within;
}

}  // namespace

class CutLinesTest : public QObject {
  Q_OBJECT

 private slots:
  void everyStrakeOfAnExactHullIsCutToItsRabbet_data() {
    QTest::addColumn<double>("axis");
    QTest::addColumn<double>("foot");
    QTest::addColumn<bool>("outside");
    QTest::addColumn<double>("mm");
    QTest::addColumn<double>("flatMm");
    for (const double axis : {12.0, 14.0, 18.0, 22.0, 25.0, 30.0}) {
      for (const bool outside : {false, true}) {
        for (const double foot : {-0.7, -0.6, -0.45, -0.3}) {
          const bool isHigh = foot > -0.4;
          const bool isFlatter = axis > 13.0 && axis < 16.0;
          double mm = isFlatter ? flatterCutMm : axis < 13.0 && !outside ? flatCutMm : cutMm;
          if (isHigh) mm = outside ? highFootOutsideMm : highFootMm / (axis > 16.0 ? 2.5 : 1.0);
          QTest::addRow("%g degrees, foot %g, drawn %s", axis, foot, outside ? "outside" : "inside")
              << axis << foot << outside
              << mm
              // There places of its sawn stern lie unevenly along the line; none lies off it.
              << (axis == 14.0 && foot < -0.65 ? unevenMm : laidMm);
        }
      }
    }
  }
  void everyStrakeOfAnExactHullIsCutToItsRabbet() {
    QFETCH(double, axis);
    QFETCH(double, foot);
    QFETCH(bool, outside);
    QFETCH(double, mm);
    QFETCH(double, flatMm);
    LevelCylinder known;
    known.axisRad = axis * degree;
    known.footRad = foot;
    const auto solved = solvedOf(known, outside, Construction::Carvel, 8);
    QCOMPARE(solved->planks.size(), std::size_t(8));
    for (std::size_t k = 0; k < 8; ++k) {
      const auto bench = plankAtBench(*solved, k, BoatSide::Starboard);
      QVERIFY(bench != nullptr && bench->bow.isHood);
      const CutLines& cut = bench->cut;
      Laid laid;
      for (const CutLine* line : {&cut.lower, &cut.upper, &cut.bow, &cut.stern}) laid.add(known, *line);
      const QString place = QString("strake %1: ").arg(k + 1);
      QVERIFY2(laid.offFaceMm < mm, qPrintable(place + QString("%1 off the face").arg(laid.offFaceMm)));
      QVERIFY2(laid.misfitMm() < flatMm, qPrintable(place + QString("%1 off flat").arg(laid.misfitMm())));
      QVERIFY2(offRabbetMm(known, cut.bow) < mm,
               qPrintable(place + QString("bow %1 off the rabbet").arg(offRabbetMm(known, cut.bow))));
      if (k == 0)
        QVERIFY2(offRabbetMm(known, cut.lower) < mm,
                 qPrintable(QString("keel edge %1 off the rabbet").arg(offRabbetMm(known, cut.lower))));
      // One closed line.
      QCOMPARE(cut.bow.flat.front(), cut.lower.flat.front());
      QCOMPARE(cut.bow.flat.back(), cut.upper.flat.front());
      QCOMPARE(cut.stern.flat.front(), cut.lower.flat.back());
      QCOMPARE(cut.stern.flat.back(), cut.upper.flat.back());
      QCOMPARE(cut.lower.at.size(), cut.lower.flat.size());
    }
  }

  /// Thick planking, few stations, one of them an inch abaft the stem's foot: the inside of the planking folds along
  /// its very edge, and the garboard's keel edge was laid a plank's width off for half a bay.
  void aStationJustAbaftTheFootLeavesTheGarboardItsShape() {
    for (const double axis : {12.0, 18.0, 25.0}) {
      LevelCylinder known;
      known.axisRad = axis * degree;
      known.footRad = -0.7;
      known.thicknessMm = 16.0;
      known.stations = 7;
      const auto solved = solvedOf(known, true, Construction::Carvel, 8);
      const auto bench = plankAtBench(*solved, 0, BoatSide::Starboard);
      QVERIFY(bench != nullptr);
      Laid laid;
      for (const CutLine* line : {&bench->cut.lower, &bench->cut.upper, &bench->cut.bow, &bench->cut.stern})
        laid.add(known, *line);
      constexpr double foldedMm = 2.0;  // the tip itself is what folds
      QVERIFY2(laid.misfitMm() < foldedMm, qPrintable(QString("%1 off flat").arg(laid.misfitMm())));
    }
  }

  void theSameBoatDrawnToEitherFaceHasTheSameGarboardEnd() {
    // Where her garboard's fore end is cut is the rabbet's bottom, which is the boat's and not the table's.
    LevelCylinder known;
    known.axisRad = 22.0 * degree;
    for (const bool outside : {false, true}) {
      const auto solved = solvedOf(known, outside, Construction::Carvel, 8);
      const CutLines cut = plankAtBench(*solved, 0, BoatSide::Starboard)->cut;
      // The bottom of the rabbet at the heights that both reach.
      for (double u = -0.58; u < -0.54; u += 0.01) {
        const Vec3 bottom = known.rabbetBottom(u);
        double nearest = 1e300;
        for (std::size_t i = 0; i + 1 < cut.bow.size(); ++i) {
          const Vec3 leg = cut.bow.at[i + 1] - cut.bow.at[i];
          const double part = std::clamp((bottom - cut.bow.at[i]).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
          nearest = std::min(nearest, (cut.bow.at[i] + part * leg - bottom).norm());
        }
        QVERIFY2(nearest < cutMm, qPrintable(QString("%1 at %2").arg(nearest).arg(u)));
      }
    }
  }

  void aLappedPlankEndsAsTheStemDoes() {
    // Straight across as it is, its end is the stem's curve as it is seen square to the plank: as long flat as there.
    LevelCylinder known;
    known.axisRad = 25.0 * degree;
    for (const bool outside : {false, true}) {
      const auto solved = solvedOf(known, outside, Construction::Lapstrake, 8);
      // The garboard's foot runs almost along its own end there: no plane is seen by that.
      for (std::size_t k = 1; k < solved->planks.size(); ++k) {
        const FlatPlank& plank = *solved->planks[k];
        const Band band = solved->lining->band(k);
        double flat = 0.0, space = 0.0;
        const Vec3 foot = band.point(0.0, 0.0), head = band.point(0.0, 1.0);
        const Vec3 run = (band.point(0.01, 0.0) - foot).normalized() + (band.point(0.01, 1.0) - head).normalized();
        const Vec3 square = (head - foot).cross(run).normalized();
        const auto seen = [&](double w) -> Vec3 {
          const Vec3 at = band.point(0.0, w);
          return at - (at - foot).dot(square) * square;
        };
        constexpr int steps = 60;
        for (int i = 1; i <= steps; ++i) {
          const double w0 = static_cast<double>(i - 1) / steps, w1 = static_cast<double>(i) / steps;
          flat += (plank.map.at(0.0, w1) - plank.map.at(0.0, w0)).norm();
          space += (seen(w1) - seen(w0)).norm();
        }
        QVERIFY2(std::abs(flat - space) < 0.5, qPrintable(QString("%1: %2 of %3").arg(k).arg(flat).arg(space)));
      }
    }
  }

  void theGarboardsForeEndFollowsTheStem() {
    // osier's stem lies up to eleven sixteenths of an inch outside a straight line from its foot to where the garboard
    // lands: her garboard's own end does so too.
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    const Band band = solved->lining->band(0);
    const FlatPlank& plank = *solved->planks[0];
    const auto bulge = [](const auto& at) {
      const decltype(at(0.0)) a = at(0.0), b = at(1.0);
      double most = 0.0;
      for (double w = 0.0; w <= 1.0; w += 0.02) {
        const decltype(at(0.0)) off = at(w) - a, chord = b - a;
        most = std::max(most, std::sqrt(std::max(0.0, off.squaredNorm() - std::pow(off.dot(chord.normalized()), 2))));
      }
      return most;
    };
    const double space = bulge([&](double w) -> Vec3 { return band.point(0.0, w); });
    const double flat = bulge([&](double w) -> Vec2 { return plank.map.at(0.0, w); });
    QVERIFY2(std::abs(flat - space) < 0.5, qPrintable(QString("%1 of %2").arg(flat).arg(space)));
  }

  void sawLinesHoldTheFinishedOutline_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << QString(boat);
  }
  void sawLinesHoldTheFinishedOutline() {
    QFETCH(QString, boat);
    const auto solved = solve(std::make_shared<const Book>(sampleBook(boat.toStdString())), 1);
    for (std::size_t k = 0; k < solved->planks.size(); ++k) {
      const auto bench = plankAtBench(*solved, k, BoatSide::Starboard);
      const std::vector<Vec2> saw = bench->sawn.outline();
      const double clear = bench->planking.sawClearMm, hood = bench->planking.hoodLongMm,
                   transom = bench->planking.transomLongMm;
      // Near its corners a line may be nearer to the next one's saw line, or be cut off across; the board must hold
      // all.
      const auto verify = [&](const CutLine& line, double left, const char* name) {
        for (std::size_t i = 0; i < line.size(); ++i) {
          const QString place =
              QString("strake %1, %2 %3 of %4: ").arg(k + 1).arg(QLatin1String(name)).arg(i).arg(line.size());
          const double away = distanceMm(line.flat[i], saw);
          const bool atCorner =
              std::min((line.flat[i] - line.flat.front()).norm(), (line.flat[i] - line.flat.back()).norm()) <
              std::max(30.0, 4.0 * std::max(hood, transom));
          if (!atCorner) {
            QVERIFY2(isWithin(line.flat[i], saw), qPrintable(place + "outside the saw line"));
            QVERIFY2(away > left - 0.1, qPrintable(place + QString("%1 of %2 left").arg(away).arg(left)));
          }
          const std::vector<Vec2> board(bench->sawn.board.begin(), bench->sawn.board.end());
          QVERIFY2(isWithin(line.flat[i], board), qPrintable(place + "outside the board"));
          const double spare = distanceMm(line.flat[i], board);
          QVERIFY2(spare > left - 0.1, qPrintable(place + QString("%1 of %2 spare on the board").arg(spare).arg(left)));
        }
      };
      verify(bench->cut.lower, std::min(clear, std::min(hood, transom)), "keel edge");
      verify(bench->cut.upper, std::min(clear, std::min(hood, transom)), "sheer edge");
      if (bench->bow.isHood) verify(bench->cut.bow, std::min(clear, hood), "bow");
      if (bench->stern.isTransom) verify(bench->cut.stern, std::min(clear, transom), "stern");
    }
  }

  void whatIsToldAsCutIsWhatIsDrawn() {
    // From the mark on the sheer edge along the mark to the drawn keel edge.
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    for (std::size_t k = 1; k < solved->planks.size(); ++k) {
      const FlatPlank& plank = *solved->planks[k];
      for (std::size_t i = 1; i + 1 < plank.stations.size(); ++i) {
        const PlankStation& station = plank.stations[i];
        const Vec2 foot = station.upper + station.asCutMm * (station.lower - station.upper).normalized();
        double nearest = 1e300;
        for (std::size_t p = 1; p < plank.lower.size(); ++p) {
          const Vec2 leg = plank.lower[p] - plank.lower[p - 1];
          const double part = std::clamp((foot - plank.lower[p - 1]).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
          nearest = std::min(nearest, (plank.lower[p - 1] + part * leg - foot).norm());
        }
        QVERIFY2(nearest < 0.05, qPrintable(QString("%1 %2: %3").arg(k).arg(i).arg(nearest)));
      }
    }
  }
};

QTEST_APPLESS_MAIN(CutLinesTest)
#include "cut_lines_test.moc"
