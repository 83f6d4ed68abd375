// Ends of planks: let forward a kerf, against planks moved by hand; and whether they reach into the rabbet.

#include <QTest>
#include <cmath>
#include <numbers>

#include "plank/hood_end.h"
#include "plank/saw_line.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/plank_at_bench.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double kerfMm = mmPerInch / 8.0;

/// A plank whose edges are at `lower(x)` and `upper(x)`, with a station every tenth of its length.
template <typename Edge>
FlatPlank plankOf(double lengthMm, const Edge& lower, const Edge& upper) {
  FlatPlank plank;
  constexpr int steps = 400, every = 40;
  for (int i = 0; i <= steps; ++i) {
    const double x = lengthMm * i / steps;
    plank.lower.push_back(lower(x));
    plank.upper.push_back(upper(x));
    if (i % every == 0)
      plank.stations.push_back({static_cast<std::size_t>(i / every), std::to_string(i / every), lower(x), upper(x),
                                (upper(x) - lower(x)).norm(), 0.0});
  }
  return plank;
}

}  // namespace

class HoodEndTest : public QObject {
  Q_OBJECT

 private slots:
  void aStraightParallelPlankSlidesAlongItself() {
    const auto plank = plankOf(3000.0, std::function([](double x) { return Vec2(x, 0.0); }),
                               std::function([](double x) { return Vec2(x, 100.0); }));
    for (const bool bow : {true, false}) {
      const LetForward moved = letForward(plank, bow, kerfMm);
      QCOMPARE(moved.marks.size(), std::size_t(11));
      QVERIFY(std::abs(moved.swingMm) < 1e-9);
      for (const MarkLetIn& mark : moved.marks) {
        QVERIFY(std::abs(mark.alongMm - kerfMm) < 1e-9);
        QVERIFY(std::abs(mark.lowerMm) < 1e-9 && std::abs(mark.upperMm) < 1e-9);
      }
    }
  }

  void anArcSlidesRoundItsOwnCentre() {
    // Both edges about one centre: swung as it slides, it lies where it lay, and its free end swings by its whole turn.
    constexpr double radius = 9000.0, length = 3000.0;
    const auto edge = [](double r) {
      return std::function([r](double x) {
        const double a = x / radius;
        return Vec2(r * std::sin(a), radius - r * std::cos(a));
      });
    };
    const auto plank = plankOf(length, edge(radius + 50.0), edge(radius - 50.0));
    const LetForward moved = letForward(plank, true, kerfMm);
    for (const MarkLetIn& mark : moved.marks) {
      QVERIFY2(std::abs(mark.lowerMm) < 0.01 && std::abs(mark.upperMm) < 0.01,
               qPrintable(QString::number(mark.lowerMm)));
      QVERIFY(std::abs(mark.alongMm - kerfMm) < 0.01);
    }
    // Slid a kerf along the arc, and turned back by the angle of the kerf, its end moves across itself by nothing.
    QVERIFY(std::abs(moved.swingMm) < 0.01);
  }

  void aTaperedPlanksEdgesDrawIn() {
    // Each edge slopes by a fiftieth: a kerf forward, the narrower wood behind the hood end comes... from where it is
    // wider.
    constexpr double slope = 0.02;
    const auto plank = plankOf(2000.0, std::function([](double x) { return Vec2(x, -slope * x); }),
                               std::function([](double x) { return Vec2(x, 60.0 + slope * x); }));
    const LetForward moved = letForward(plank, true, kerfMm);
    for (const MarkLetIn& mark : moved.marks) {
      QVERIFY2(std::abs(mark.upperMm - slope * kerfMm) < 0.005, qPrintable(QString::number(mark.upperMm)));
      QVERIFY(std::abs(mark.lowerMm + slope * kerfMm) < 0.005);
    }
  }

  void aPlankMovedByHandLiesAsItIsTold() {
    // A real one: moved as a rigid thing by the slide and the swing that are told, its edges cross the station lines
    // where they are said to.
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    for (std::size_t k = 0; k < solved->planks.size(); ++k) {
      const FlatPlank& plank = *solved->planks[k];
      const LetForward told = letForward(plank, true, kerfMm);
      // From two of the marks' shifts the motion is known.
      const PlankStation &hood = plank.stations.front(), &aft = plank.stations.back();
      const Vec2 from = 0.5 * (hood.lower + hood.upper), to = 0.5 * (aft.lower + aft.upper);
      const std::vector<Vec2>& low = plank.lapLine.empty() ? plank.lower : plank.lapLine;
      const Vec2 run = ((low[1] - low[0]).normalized() + (plank.upper[1] - plank.upper[0]).normalized()).normalized();
      double swing = told.swingMm - (-kerfMm * run).dot(aft.along());
      const Vec2 arm = to - from;
      swing /= Vec2(-arm.y(), arm.x()).dot(aft.along());
      const Eigen::Rotation2D<double> turn(swing);
      const auto place = [&](const Vec2& p) -> Vec2 { return from - kerfMm * run + turn * (p - from); };
      for (std::size_t i = 1; i + 1 < plank.stations.size(); ++i) {
        const PlankStation& station = plank.stations[i];
        const Vec2 along = station.along(), square(-along.y(), along.x());
        for (const bool upper : {false, true}) {
          const std::vector<Vec2>& edge = upper ? plank.upper : low;
          const Vec2 was = upper ? station.upper : station.lower;
          std::optional<double> now;
          for (std::size_t p = 1; p < edge.size(); ++p) {
            const Vec2 a = place(edge[p - 1]) - was, b = place(edge[p]) - was;
            if (a.dot(square) * b.dot(square) > 0.0 || a == b) continue;
            const double part = a.dot(square) / (a.dot(square) - b.dot(square));
            now = (a + part * (b - a)).dot(along);
          }
          QVERIFY(now.has_value());
          const double said = upper ? told.marks[i].upperMm : told.marks[i].lowerMm;
          QVERIFY2(std::abs(*now - said) < 0.03, qPrintable(QStringLiteral("%1 %2").arg(*now).arg(said)));
        }
      }
    }
  }

  void outsideTablesEndAtTheBottomOfTheRabbet() {
    // Marl's planking is drawn to the outside and carried square in: her planks end where the rabbet does.
    const auto solved = solve(std::make_shared<const Book>(sampleBook("marl")), 1);
    for (std::size_t k = 0; k < solved->planks.size(); ++k) {
      const auto bench = plankAtBench(*solved, k, BoatSide::Starboard);
      QVERIFY(bench->bow.isHood && bench->hoodAtBow);
      QCOMPARE(bench->bow.marks.size(), std::size_t(3));
      for (const EndMark& mark : bench->bow.marks) {
        QVERIFY(mark.fitMm.has_value());
        // Her garboard, lined off by equal shares, hooks up the stem and meets it at a few degrees: there the fair line
        // of the rabbet lies by so little off each single place.
        const double most = k == 0 ? 2.0 : 1.0;
        QVERIFY2(std::abs(*mark.fitMm) < most, qPrintable(QStringLiteral("%1: %2").arg(k).arg(*mark.fitMm)));
        QVERIFY(std::abs(mark.bevelRad) < 1e-9);  // the rabbet is cut square to the planking
      }
    }
    const auto garboard = plankAtBench(*solved, 0, BoatSide::Starboard);
    QVERIFY(!garboard->cut.intoKeel.empty());
    // The rabbet is traced place by place, and the inside's own edge sprung from station to station: in her hollow
    // forefoot they part by so much along the planking. She is cut to the rabbet.
    for (const auto& [x, mm] : garboard->cut.intoKeel) QVERIFY2(std::abs(mm) < 5.0, qPrintable(QString::number(mm)));
  }

  void whatIsUnsureOfAnEndIsSaid() {
    // Osier's second strake, whose lines keep their shares of the stem, hooks along it: its edges cross. Lined off as
    // a new book is, by battens that run out, none does.
    const Book hooked = sampleBook("osier");
    for (const bool battens : {false, true}) {
      const auto solved = solve(std::make_shared<const Book>(battens ? *newBook(hooked.table) : hooked), 1);
      for (std::size_t k = 0; k < solved->planks.size(); ++k) {
        const auto words = unsureOfEnds(plankAtBench(*solved, k, BoatSide::Starboard)->cut, Notation::Inches16);
        const bool crosses = !battens && k == 1;
        QCOMPARE(words.size(), std::size_t(crosses ? 1 : 0));
        if (crosses)
          QVERIFY(words[0].find("bow") != std::string::npos && words[0].find("battens") != std::string::npos);
      }
    }
    // A pencil line drawn along another at three degrees.
    CutLines cut;
    cut.sternUnsure.flattestRad = 3.0 * std::numbers::pi / 180.0;
    const auto words = unsureOfEnds(cut, Notation::Millimetres);
    QCOMPARE(words.size(), std::size_t(1));
    QVERIFY(words[0].find("3.0 degrees") != std::string::npos && words[0].find("7.5 mm") != std::string::npos);
    cut.sternUnsure.flattestRad = 7.0 * std::numbers::pi / 180.0;
    QVERIFY(unsureOfEnds(cut, Notation::Millimetres).empty());
  }

  void insideTablesGoOnFromTheBeardingLineIntoTheRabbet() {
    // Smooth hulls drawn to the inside: from where the inside meets the stem's side to the bottom of the groove is as
    // far as a plank's thickness reaches at the angle it comes in by.
    for (const SmoothHull& hull : smoothHulls()) {
      OffsetTable table = hull.table(50.0);
      table.side = PlankingSide::Inside;
      const auto solved = solve(std::make_shared<const Book>(*newBook(table)), 1);
      if (solved->backbone.get() == nullptr || solved->backbone->run(RabbetPart::Stem) == nullptr) continue;
      const double thick = table.thickness.mm();
      std::size_t seen = 0;
      for (std::size_t k = 2; k < solved->planks.size(); ++k) {
        const auto bench = plankAtBench(*solved, k, BoatSide::Starboard);
        const Band band = solved->lining->band(k);
        const EndMark& mark = bench->bow.marks[1];
        QVERIFY(mark.fitMm.has_value());
        // Square to the stem's line the planking leaves the centre plane by this angle.
        const Vec3 line = (band.point(0.0, 0.52) - band.point(0.0, 0.48)).normalized();
        const Vec3 out = line.cross(band.normal(0.0, 0.5)).normalized();
        const double angle = std::asin(std::clamp(std::abs(out.y()), 0.0, 1.0));
        if (angle < 20.0 * std::numbers::pi / 180.0) continue;
        ++seen;
        // A straight plank of that thickness: its outside meets the timber's side a thickness over the tangent aft.
        const double straight = thick / std::tan(angle);
        QVERIFY2(
            std::abs(*mark.fitMm - straight) < 0.12 * straight + 1.0,
            qPrintable(QStringLiteral("%1 %2: %3 %4").arg(hull.name.c_str()).arg(k).arg(*mark.fitMm).arg(straight)));
      }
      QVERIFY(seen > 0);
    }
  }

  void aPlankIsCutIntoTheRabbetAtItsEndsAndItsKeelEdge() {
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    for (std::size_t k = 0; k < solved->planks.size(); ++k) {
      const auto bench = plankAtBench(*solved, k, BoatSide::Starboard);
      const FlatPlank& plank = *bench->plank;
      QVERIFY(*bench->bow.marks[1].fitMm > 20.0);  // drawn to the inside
      const std::vector<Vec2> was = endLine(plank, true);
      QCOMPARE(bench->cut.intoBow.size(), was.size());
      // Her second strake, by equal shares, hooks down along the rabbet: its edges cross before they come there, and it
      // ends as the face does.
      if (bench->cut.bow.size() == was.size() && (bench->cut.bow.flat[1] - was[1]).norm() < 1e-9) {
        QCOMPARE(k, std::size_t(1));
        continue;
      }
      // From every place of its own end it goes on by what is told, square to the end it is cut to; one that is abreast
      // of the rabbet beyond a corner of the plank, by no less.
      for (std::size_t i = 1; i + 1 < was.size(); ++i) {
        double least = 1e300;
        bool atCorner = false;
        const std::vector<Vec2>& bow = bench->cut.bow.flat;
        for (std::size_t j = 1; j < bow.size(); ++j) {
          const Vec2 leg = bow[j] - bow[j - 1];
          if (leg.squaredNorm() < 1e-12) continue;
          const double at = std::clamp((was[i] - bow[j - 1]).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
          const double away = (bow[j - 1] + at * leg - was[i]).norm();
          if (away >= least) continue;
          least = away;
          atCorner = (j == 1 && at == 0.0) || (j + 1 == bow.size() && at == 1.0);
        }
        if (atCorner) {
          QVERIFY(least > bench->cut.intoBow[i] - 0.3);
          continue;
        }
        QVERIFY2(std::abs(least - bench->cut.intoBow[i]) < 0.3,
                 qPrintable(QStringLiteral("%1 %2: %3 %4").arg(k).arg(i).arg(least).arg(bench->cut.intoBow[i])));
      }
      // Its sheer edge runs straight on to the corner, where it does not graze the timber.
      const Vec2 along = directionAt(was, was.size() - 1), edge = -directionAt(plank.upper, 0);
      if (std::abs(edge.x() * along.y() - edge.y() * along.x()) < 0.72) continue;
      const Vec2 on = (bench->cut.upper.flat[0] - bench->cut.upper.flat[1]).normalized();
      const Vec2 before = (plank.upper[0] - plank.upper[1]).normalized();
      QVERIFY2(on.dot(before) > 0.998, qPrintable(QString::number(on.dot(before))));
      QVERIFY((bench->cut.upper.flat[0] - bench->cut.bow.flat.back()).norm() < 1e-9);
      QCOMPARE(bench->cut.intoKeel.empty(), k > 0);
    }
  }

  void aThickerStemWantsAShorterPlankAndABevelledOneAnEndThatLeans() {
    Book book = sampleBook("osier");
    const auto before = solve(std::make_shared<const Book>(book), 1);
    const auto fit = [](const Solved& of) { return *plankAtBench(of, 3, BoatSide::Starboard)->bow.marks[1].fitMm; };
    double halfMm = 0.0;
    for (const HalfSiding& half : book.table.halfSidings) {
      if (half.part == SidingPart::Stem) halfMm = half.value.mm();
    }
    book.backbone.rabbet.stemHalfSiding = millimetres(halfMm + 4.0);
    const auto after = solve(std::make_shared<const Book>(book), 2);
    QVERIFY2(fit(*after) < fit(*before) - 2.0, qPrintable(QString::number(fit(*after) - fit(*before))));
    book.backbone.rabbet.stem = StemMake::Bevelled;
    const auto bevelled = solve(std::make_shared<const Book>(book), 3);
    // Planks come to a stem from aft and outboard: trimmed across the boat, the inside is the longer face.
    QVERIFY(plankAtBench(*bevelled, 3, BoatSide::Starboard)->bow.marks[1].bevelRad < -0.1);
  }

  void transomsAreOverhungAndTheirEndsLean() {
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    const auto bench = plankAtBench(*solved, 1, BoatSide::Starboard);
    QVERIFY(bench->stern.isTransom && !bench->stern.isHood);
    QVERIFY(!bench->stern.marks[0].fitMm);
    // Laid on the transom's plane by points: how much further than the inside the outside goes on to it.
    for (std::size_t k = 0; k < solved->lining->strakeCount(); ++k) {
      const Band band = solved->lining->band(k);
      const double t = band.reach.toT, thick = 10.0;
      const Vec3 at = band.point(t, 0.5), run = (at - band.point(t - 0.02, 0.5)).normalized();
      const Vec3 face = (band.point(t, 0.52) - band.point(t, 0.48)).cross(Vec3(0.0, 1.0, 0.0)).normalized();
      const double further = -thick * band.normal(t, 0.5).dot(face) / run.dot(face);
      const double told = plankAtBench(*solved, k, BoatSide::Starboard)->stern.marks[1].bevelRad;
      QVERIFY2(further * told > 0.0, qPrintable(QStringLiteral("%1: %2 %3").arg(k).arg(further).arg(told)));
    }
  }

  void theSawGoesOutsideEveryFinishedLine() {
    for (const char* boat : {"osier", "marl"}) {
      Book book = sampleBook(boat);
      book.planking.hoodLong = millimetres(6.0);
      book.planking.transomLong = millimetres(20.0);
      book.planking.sheerHigh = millimetres(9.0);
      book.planking.sawClear = millimetres(2.0);
      const auto solved = solve(std::make_shared<const Book>(book), 1);
      const std::size_t last = solved->planks.size() - 1;
      for (const std::size_t k : {std::size_t(0), std::size_t(3), last}) {
        const auto bench = plankAtBench(*solved, k, BoatSide::Starboard);
        const FlatPlank& plank = *bench->plank;
        const SawnPlank& sawn = bench->sawn;
        QVERIFY(sawn.boardWidthMm > plank.boardWidthMm + 2.0 && sawn.boardLengthMm > plank.boardLengthMm + 20.0);
        // Square off each edge amidships: what is left, what the outside is wider by, and on the sheer what is high.
        const auto off = [](const std::vector<Vec2>& edge, const std::vector<Vec2>& saw, std::size_t i) {
          double least = 1e300;
          for (std::size_t j = 1; j < saw.size(); ++j) {
            const Vec2 leg = saw[j] - saw[j - 1];
            const double at = std::clamp((edge[i] - saw[j - 1]).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
            least = std::min(least, (saw[j - 1] + at * leg - edge[i]).norm());
          }
          return least;
        };
        for (const PlankStation& station : plank.stations) {
          const EdgesAt* at = bench->at(station.section);
          if (at == nullptr) continue;
          const auto nearest = [&](const std::vector<Vec2>& edge, const Vec2& point) {
            return static_cast<std::size_t>(std::min_element(edge.begin(), edge.end(),
                                                             [&](const Vec2& a, const Vec2& b) {
                                                               return (a - point).squaredNorm() <
                                                                      (b - point).squaredNorm();
                                                             }) -
                                            edge.begin());
          };
          const std::size_t low = nearest(plank.lower, station.lower), high = nearest(plank.upper, station.upper);
          const double lower = 2.0 + (at->lower ? at->lower->proudMm : 0.0);
          const double upper = 2.0 + (at->upper ? at->upper->proudMm : 0.0) + (k == last ? 9.0 : 0.0);
          const double keel = k > 0 ? 0.0 : [&] {
            const auto& places = bench->cut.intoKeel;
            const double x = std::clamp(station.lower.x(), places.front().first, places.back().first);
            std::size_t i = 1;
            while (i + 1 < places.size() && places[i].first < x) ++i;
            const double part = (x - places[i - 1].first) / (places[i].first - places[i - 1].first);
            return places[i - 1].second + part * (places[i].second - places[i - 1].second);
          }();
          if (k == 0 && keel > 30.0) continue;  // where the rabbet turns fast
          QVERIFY2(std::abs(off(plank.lower, sawn.lower, low) - lower - keel) < (k == 0 ? 1.0 : 0.1),
                   qPrintable(QStringLiteral("%1 %2 %3: %4 %5")
                                  .arg(QLatin1String(boat))
                                  .arg(k)
                                  .arg(QString::fromStdString(station.name))
                                  .arg(off(plank.lower, sawn.lower, low) - lower)
                                  .arg(keel)));
          QVERIFY(std::abs(off(plank.upper, sawn.upper, high) - upper) < 0.1);
        }
      }
    }
  }

  void endsAreCurvedAsTheStemIs() {
    const auto solved = solve(std::make_shared<const Book>(sampleBook("osier")), 1);
    const Lining& lining = *solved->lining;
    for (std::size_t k = 0; k < solved->planks.size(); ++k) {
      const FlatPlank& plank = *solved->planks[k];
      for (const bool bow : {true, false}) {
        const std::vector<Vec2> line = endLine(plank, bow);
        QVERIFY((line.front() - (bow ? plank.lower.front() : plank.lower.back())).norm() < 1e-9);
        QVERIFY((line.back() - (bow ? plank.upper.front() : plank.upper.back())).norm() < 1e-9);
        // As long as it is on the boat, from the lap line on.
        const double t = bow ? 0.0 : lining.frame.lastT();
        double onBoat = 0.0, flat = 0.0;
        const Band band = lining.band(k);
        for (int i = 1; i <= 60; ++i) onBoat += (band.point(t, i / 60.0) - band.point(t, (i - 1) / 60.0)).norm();
        for (std::size_t i = plank.lapLine.empty() ? 1 : 2; i < line.size(); ++i)
          flat += (line[i] - line[i - 1]).norm();
        QVERIFY2(std::abs(onBoat - flat) < 1.0 + 0.04 * onBoat,
                 qPrintable(QStringLiteral("%1: %2 %3").arg(k).arg(onBoat).arg(flat)));
      }
    }
  }
};

QTEST_APPLESS_MAIN(HoodEndTest)
#include "hood_end_test.moc"
