// The surface against hulls known exactly.

#include <QTest>
#include <cmath>

#include "known_hulls.h"
#include "lines/look_at_faces.h"
#include "lines/offset_patch.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr int stations = knownStations;
/// The aim on smooth round hulls given by exact figures.
constexpr double smoothToleranceMm = 0.4;
constexpr double exactFigureToleranceMm = 0.2;

Hull hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return *hull;
}

OffsetTable sample(const char* name) {
  const auto table = loadOffsetTable(std::string(NARROWS_SOURCE_DIR "/boats/") + name);
  if (!table) qFatal("%s", describe(table.error()).c_str());
  return *table;
}

}  // namespace

class HullTest : public QObject {
  Q_OBJECT

 private slots:
  void smoothHullLiesWithinFourTenths() {
    const Ellipsoid known;
    const Hull hull = hullOf(tableOf(known.sections(), 9));
    const double worst = worstAway(hull.patches[0], [&](const Vec3& p) { return known.away(p); });
    QVERIFY2(worst < smoothToleranceMm, qPrintable(QString::number(worst)));
  }

  void smoothHullOnAGridOfWaterlinesLiesWithinFourTenths() {
    const Ellipsoid known;
    const Hull hull = hullOf(griddedTableOf(known.sections(), 90.0));
    const double worst = worstAway(hull.patches[0], [&](const Vec3& p) { return known.away(p); });
    QVERIFY2(worst < smoothToleranceMm, qPrintable(QString::number(worst)));
  }

  void bowWithARakedStemLiesWithinFourTenths() {
    const RakedBow known;
    const Hull hull = hullOf(known.table());
    QCOMPARE(hull.sections.front().kind, SectionKind::Stem);
    const double worst = worstAway(hull.patches[0], [&](const Vec3& p) { return p.y() - known.breadth(p.x(), p.z()); });
    QVERIFY2(worst < smoothToleranceMm, qPrintable(QString::number(worst)));
  }

  void exactFiguresAreMetWithinTwoTenths() {
    const OffsetTable table = griddedTableOf(Ellipsoid().sections(), 90.0);
    const double worst = worstFigureMiss(table, hullOf(table));
    QVERIFY2(worst < exactFigureToleranceMm, qPrintable(QString::number(worst)));
  }

  void roundedFiguresAreMetWithinHalfTheRounding_data() {
    QTest::addColumn<QString>("file");
    for (const char* name : {"osier.csv", "marl.csv", "sedge.csv"}) QTest::newRow(name) << QString(name);
  }
  void roundedFiguresAreMetWithinHalfTheRounding() {
    QFETCH(QString, file);
    const OffsetTable table = sample(file.toUtf8().constData());
    const Hull hull = hullOf(table);
    QVERIFY(hull.problems.empty());
    const double worst = worstFigureMiss(table, hull);
    QVERIFY2(worst <= table.figureTolerance().mm() * 1.02,
             qPrintable(QString("%1 of %2").arg(worst).arg(table.figureTolerance().mm())));
  }

  void insideOfACylinderIsSmallerByTheThickness() {
    std::vector<KnownSection> sections;
    for (int i = 0; i < 6; ++i) {
      sections.push_back(
          {500.0 * i, [](double a) { return Vec2(600.0 * std::sin(a), 600.0 * (1.0 - std::cos(a))); }, 0.1, 1.4});
    }
    const auto inside = offsetHull(hullOf(tableOf(sections, 9)), -25.0);
    QVERIFY(inside);
    for (const Section& section : inside->sections) QVERIFY(std::abs(section.girthMm() - 575.0 * 1.3) < 0.1);
  }

  void insideOfASphereZoneIsASphereCutByTheSamePlanes() {
    constexpr double radius = 900.0;
    std::vector<KnownSection> sections;
    for (int i = 0; i < stations; ++i) {
      const double x = 80.0 * i;
      const double r = std::sqrt(radius * radius - std::pow(x - 400.0, 2));
      sections.push_back({x, [r](double a) { return Vec2(r * std::sin(a), 900.0 - r * std::cos(a)); }, 0.3, 1.5});
    }
    const auto inside = offsetHull(hullOf(tableOf(sections, 9)), -30.0);
    QVERIFY(inside);
    double worst = 0.0;
    for (const Section& section : inside->sections) {
      for (int k = 0; k <= 40; ++k) {
        const Vec3 p = section.parts[0].pointAtShare(k / 40.0);
        worst = std::max(worst, std::abs((p - Vec3(400.0, 0.0, 900.0)).norm() - 870.0));
      }
    }
    QVERIFY2(worst < 0.1, qPrintable(QString::number(worst)));
  }

  void chineDividesTheSurfaceAndEndsAtTheFootOfTheStem() {
    const Hull hull = hullOf(sample("sedge.csv"));
    QVERIFY(hull.isChined());
    QCOMPARE(hull.sections.front().parts[0].lengthMm(), 0.0);
    QVERIFY((hull.patches[0].point(0.0, 1.0) - Vec3(330.0, 15.0, 125.0)).norm() < 0.01);
    QVERIFY((hull.patches[1].point(0.0, 0.0) - Vec3(330.0, 15.0, 125.0)).norm() < 0.01);
    // The bottom is level athwartships and ends on the chine.
    QVERIFY((hull.patches[0].point(3.0, 1.0) - hull.patches[1].point(3.0, 0.0)).norm() < 1e-6);
    // Her figures are whole millimetres, and the lines lie within half of one.
    QVERIFY(std::abs(hull.patches[0].point(3.0, 0.4).z() - 60.0) <= 0.5);
  }

  void tumblehomeIsFollowedPastItsGreatestBreadth() {
    // A circle carried past its widest: every waterline above the middle meets the breadth of one below.
    std::vector<KnownSection> sections;
    for (int i = 0; i < 5; ++i) {
      sections.push_back(
          {500.0 * i, [](double a) { return Vec2(400.0 * std::sin(a), 400.0 - 400.0 * std::cos(a)); }, 0.1, 2.2});
    }
    const Hull hull = hullOf(tableOf(sections, 12));
    QVERIFY(hull.problems.empty());
    QVERIFY(std::abs(hull.sections[2].girthMm() - 400.0 * 2.1) < 0.15);
  }

  void buttockCrossedTwiceIsPutInOrderAlongTheSection() {
    OffsetTable table = sample("marl.csv");
    // The first crossing of waterline 4-6-0 stands in its row; the tumblehome's second crossing in another of its name.
    TableRow second{RowKind::HalfBreadth, RowLine::Waterline, inches(57.0), {}, {}, {}, {}, 0};
    second.figures.assign(table.stations.size(), std::nullopt);
    table.rows.push_back(second);
    QVERIFY(hullOf(table).problems.empty());
  }

  void doubleEndedHullEndsOnItsSternpost() {
    OffsetTable table = RakedBow().table();
    // The bow, mirrored: station distances turned about, the stem become the sternpost.
    OffsetTable turned = table;
    const double about = 8000.0;
    std::reverse(turned.stations.begin(), turned.stations.end());
    for (StationColumn& station : turned.stations) station.distance = millimetres(about - station.distance->mm());
    for (TableRow& row : turned.rows) std::reverse(row.figures.begin(), row.figures.end());
    for (Profile& profile : turned.profiles) {
      profile.part = ProfilePart::SternpostRabbet;
      for (ProfilePoint& point : profile.points) point.distance = millimetres(about - point.distance.mm());
    }
    for (HalfSiding& siding : turned.halfSidings) siding.part = SidingPart::Sternpost;
    const Hull bow = hullOf(table);
    const Hull stern = hullOf(turned);
    QCOMPARE(stern.sections.back().kind, SectionKind::Sternpost);
    for (double t = 0.0; t <= bow.lastT(); t += 0.25) {
      const Vec3 a = bow.patches[0].point(t, 0.6);
      const Vec3 b = stern.patches[0].point(stern.lastT() - t, 0.6);
      QVERIFY((Vec3(about - a.x(), a.y(), a.z()) - b).norm() < 1e-6);
    }
  }

  void stationForwardOfTheStemsFootBeginsOnTheStem() {
    const RakedBow known;
    OffsetTable table = known.table();
    constexpr double x = 450.0;  // the stem is at 450 where z = 312.5
    table.stations.insert(table.stations.begin(), {"0", millimetres(x)});
    for (TableRow& row : table.rows) {
      std::optional<Length> figure;
      if (row.line == RowLine::Sheer) {
        const double sheer = 640.0 - 0.03 * x;
        figure = millimetres(row.kind == RowKind::Height ? sheer : known.breadth(x, sheer));
      }
      row.figures.insert(row.figures.begin(), figure);
    }
    for (const double z : {380.0, 450.0, 520.0, 580.0}) {
      TableRow row{RowKind::HalfBreadth, RowLine::Waterline, millimetres(z), {}, {}, {}, {}, 0};
      row.figures.resize(table.stations.size());
      row.figures[0] = millimetres(known.breadth(x, z));
      table.rows.push_back(row);
    }
    QVERIFY(checkOffsetTable(table));
    const Hull hull = hullOf(table);
    QCOMPARE(hull.partSections.size(), std::size_t{1});
    QVERIFY(std::abs(hull.partSections[0].parts[0].nails().front().z() - 312.5) < 0.01);
    const double worst = worstAway(hull.patches[0], [&](const Vec3& p) { return p.y() - known.breadth(p.x(), p.z()); });
    QVERIFY2(worst < smoothToleranceMm, qPrintable(QString::number(worst)));
  }

  void stationAtTheVeryFootOfTheStemIsAWholeSection() {
    const RakedBow known;
    OffsetTable table = known.table();
    const double x = known.stemX(44.0);
    table.stations.insert(table.stations.begin(), {"0", millimetres(x)});
    const double sheer = 640.0 - 0.03 * x;
    for (TableRow& row : table.rows) {
      std::optional<Length> figure;
      const bool height = row.kind == RowKind::Height;
      if (row.line == RowLine::Sheer) figure = millimetres(height ? sheer : known.breadth(x, sheer));
      if (row.line == RowLine::Rabbet) figure = millimetres(height ? 44.0 : known.siding);
      row.figures.insert(row.figures.begin(), figure);
    }
    for (const double z : {120.0, 220.0, 320.0, 420.0, 520.0}) {
      TableRow row{RowKind::HalfBreadth, RowLine::Waterline, millimetres(z), {}, {}, {}, {}, 0};
      row.figures.resize(table.stations.size());
      row.figures[0] = millimetres(known.breadth(x, z));
      table.rows.push_back(row);
    }
    const Hull hull = hullOf(table);
    QVERIFY(hull.partSections.empty());
    const double worst = worstAway(hull.patches[0], [&](const Vec3& p) { return p.y() - known.breadth(p.x(), p.z()); });
    QVERIFY2(worst < smoothToleranceMm, qPrintable(QString::number(worst)));
    const Lining lining = [&] {
      const GirthFrame frame(std::make_shared<Hull>(hull), false);
      return *lineOff(frame, equalPlan(6), std::vector<StationId>(frame.sectionCount()));
    }();
    for (const Construction kind : {Construction::Carvel, Construction::Lapstrake}) {
      PlankMake make;
      make.construction = kind;
      const FlatPlank garboard = flatPlank(lining.band(0), make);
      QVERIFY2(garboard.boardLengthMm > 3000.0 && garboard.boardLengthMm < 4200.0,
               qPrintable(QString::number(garboard.boardLengthMm)));
      QVERIFY(garboard.strainMax < 0.02);
    }
  }

  void facesOfAHullCutOffSquareReachItsEnds_data() {
    QTest::addColumn<int>("stations");
    QTest::addColumn<double>("lean");
    for (const int count : {2, 3, 6}) {
      for (const double lean : {-0.35, 0.12, 0.35})
        QTest::newRow(qPrintable(QString("%1 stations, %2").arg(count).arg(lean))) << count << lean;
    }
  }
  void facesOfAHullCutOffSquareReachItsEnds() {
    // A cone: its other face stands inside it by as much everywhere, and beyond its end on one side.
    QFETCH(int, stations);
    QFETCH(double, lean);
    const auto radius = [lean](double x) { return 900.0 + lean * x; };
    std::vector<KnownSection> sections;
    for (int i = 0; i < stations; ++i) {
      const double x = 1200.0 * i / (stations - 1);
      sections.push_back(
          {x, [x, radius](double a) { return Vec2(radius(x) * std::sin(a), 1300.0 - radius(x) * std::cos(a)); }, 0.2,
           1.5});
    }
    const Hull drawn = hullOf(tableOf(sections, 12));
    for (const double by : {-25.4, 25.4}) {
      const auto face = offsetHull(drawn, by);
      QVERIFY2(face, face ? "" : describe(face.error()).c_str());
      QCOMPARE(face->sections.size(), static_cast<std::size_t>(stations));
      QVERIFY(face->partSections.empty() && face->problems.empty());
      const double worst = worstAway(face->patches[0], [&](const Vec3& p) {
        const double right = radius(p.x()) + by * std::sqrt(1.0 + lean * lean);
        return (std::hypot(p.y(), p.z() - 1300.0) - right) / std::sqrt(1.0 + lean * lean);
      });
      QVERIFY2(worst < smoothToleranceMm, qPrintable(QString::number(worst)));
      for (std::size_t i = 0; i < face->sections.size(); ++i) {
        for (const Vec3& nail : face->sections[i].parts[0].nails())
          QVERIFY(std::abs(nail.x() - *drawn.sections[i].xMm) < 1e-3);
      }
    }
  }

  void partsOfSectionsStandInOrderAlongTheBoat() {
    // A station close behind the foot of a raked stem: on the other face it is only part of a section, for the planking
    // leans out of its plane.
    std::size_t told = 0;
    const RakedBow known;
    const double footX = known.stemX(44.0);
    for (const double behind : {2.0, 6.0, 20.0, 60.0}) {
      auto sections = known.sections();
      const double x = footX + behind;
      sections.insert(sections.begin(),
                      {x, [known, x](double z) { return Vec2(known.breadth(x, z), z); }, 44.0, 640.0 - 0.03 * x});
      OffsetTable table = tableOf(sections, 8);
      table.profiles = known.table().profiles;
      table.halfSidings = known.table().halfSidings;
      const auto drawn = springHull(table);
      QVERIFY(drawn);
      for (const double distance : {-25.4, 25.4, -40.0}) {
        const auto face = offsetHull(*drawn, distance);
        QVERIFY(face);
        for (const Hull* hull : {&*drawn, &*face}) {
          for (std::size_t i = 1; i < hull->partSections.size(); ++i)
            QVERIFY(*hull->partSections[i - 1].xMm < *hull->partSections[i].xMm);
          for (const Section& part : hull->partSections) QVERIFY(!part.name.empty());
        }
        // Each that is drawn whole, and is not there, is named.
        const auto missed = lookAtFaces(*drawn, *face, *drawn);
        const auto whole = [](const Hull& hull) {
          return static_cast<std::size_t>(
              std::count_if(hull.sections.begin(), hull.sections.end(),
                            [](const Section& s) { return s.kind == SectionKind::Station; }));
        };
        QCOMPARE(missed.size(), whole(*drawn) - whole(*face));
        for (const PartOfFace& one : missed) {
          QVERIFY(one.face == Face::Inside && one.isMet && one.station == drawn->sections[1].name);
          QVERIFY(QString::fromStdString(one.words(Notation::Millimetres)).startsWith("Station 1 meets the inside"));
        }
        told += missed.size();
      }
    }
    QVERIFY(told > 0);
    for (const char* name : {"osier.csv", "marl.csv", "sedge.csv"}) {
      const Hull drawn = hullOf(sample(name));
      for (const double distance : {-60.0, -25.0, 25.0, 60.0}) {
        const auto face = offsetHull(drawn, distance);
        if (!face) continue;
        for (std::size_t i = 1; i < face->partSections.size(); ++i)
          QVERIFY(*face->partSections[i - 1].xMm < *face->partSections[i].xMm);
        // No station is lost: what is not whole is a part.
        QCOMPARE(face->sections.size() + face->partSections.size(), drawn.sections.size() + drawn.partSections.size());
        if (std::abs(distance) < 30.0) QVERIFY(lookAtFaces(drawn, *face, drawn).empty());
      }
    }
  }

  void missedPlaneHasNoRoot() {
    const Hull hull = hullOf(sample("osier.csv"));
    const SurfacePatch& patch = hull.patches.front();
    const OffsetPatch outside(patch, 15.0);
    int met = 0, missed = 0;
    for (double x = -600.0; x < 5600.0; x += 83.0) {
      for (const double v : {0.0, 0.04, 0.5, 1.0}) {
        for (const double start : {0.0, 0.5, 4.0, patch.lastT()}) {
          const auto t = patch.crossing(x, v, start);
          if (t) QVERIFY(std::abs(patch.point(*t, v).x() - x) < 1e-5);
          const auto there = outside.crossing(x, v, start);
          if (there) QVERIFY(std::abs(outside.point(*there, v).x() - x) < 1e-3);
          (t ? met : missed) += 1;
          // Its ends lie to either side of the plane: it is met.
          if (patch.point(0.0, v).x() < x && patch.point(patch.lastT(), v).x() > x) QVERIFY(t.has_value());
        }
      }
    }
    QVERIFY(met > 100 && missed > 100);
  }

  void aSurfaceThatRunsOffByMilesIsNoHull() {
    OffsetTable table = sample("marl.csv");
    QCOMPARE(table.rows[0].line, RowLine::Sheer);
    // As far as one might drag a nail in error she is a hull still; no figure of a table may be further.
    table.rows[0].figures.back() = millimetres(5000.0);
    QVERIFY(springHull(table));
    table.rows[0].figures.back() = millimetres(60000.0);
    const auto hull = springHull(table);
    QVERIFY(!hull);
    const std::string said = describe(hull.error());
    QVERIFY2(said.find("no surface can be run from station 10 to station transom") != std::string::npos, said.c_str());
  }

  void foldedOffsetIsTrimmedAndNamed() {
    // A hollow of 20 mm radius cannot take 40 mm of planking outside it.
    std::vector<KnownSection> sections;
    for (int i = 0; i < 4; ++i) {
      sections.push_back({500.0 * i,
                          [](double a) { return Vec2(100.0 + 20.0 * (1.0 - std::cos(a)), 20.0 * std::sin(a) + 100.0); },
                          0.0, 1.5});
    }
    std::vector<KnownSection> hollow = sections;
    for (KnownSection& s : hollow)
      s.point = [](double a) { return Vec2(60.0 + 300.0 * a * a * a * a * a * a, 40.0 + 200.0 * a - 60.0 * a * a); };
    for (KnownSection& s : hollow) s.to = 1.0;
    const auto offset = offsetHull(hullOf(tableOf(hollow, 15)), 400.0);
    QVERIFY(offset);
    QVERIFY(!offset->problems.empty());
    QCOMPARE(offset->problems.front().fault, Fault::SurfaceFolds);
    // What is left stands off by the thickness everywhere, at the corner too where the two sides of the hollow meet.
    const Hull drawn = hullOf(tableOf(hollow, 15));
    for (const double thick : {60.0, 100.0}) {
      const auto carried = offsetHull(drawn, thick);
      QVERIFY(carried && carried->problems.size() == 4 && carried->problems[0].fault == Fault::SurfaceFolds);
      for (std::size_t i = 0; i < carried->sections.size(); ++i) {
        const Batten& was = drawn.sections[i].parts[0];
        const std::vector<Vec3>& nails = carried->sections[i].parts[0].nails();
        for (std::size_t k = 0; k < nails.size(); ++k) {
          const double away = (was.pointAt(was.nearestAlong(nails[k])) - nails[k]).norm();
          QVERIFY2(std::abs(away - thick) < 0.3, qPrintable(QString("%1: %2 at %3").arg(thick).arg(away).arg(k)));
          if (k > 1) QVERIFY((nails[k] - nails[k - 1]).dot(nails[k - 1] - nails[k - 2]) > 0.0);
        }
        QVERIFY(nails.size() > 25);
        const double t = static_cast<double>(i);
        QVERIFY((nails.front() - drawn.patches[0].carried(t, 0.0, thick)).norm() < 1e-6);
        QVERIFY((nails.back() - drawn.patches[0].carried(t, 1.0, thick)).norm() < 1e-6);
      }
    }
    // Half that thickness goes round it, and stands off by as much everywhere.
    const auto thin = offsetHull(drawn, 20.0);
    QVERIFY(thin && thin->problems.empty());
    for (const Vec3& nail : thin->sections[1].parts[0].nails()) {
      const Batten& was = drawn.sections[1].parts[0];
      const double away = (was.pointAt(was.nearestAlong(nail)) - nail).norm();
      QVERIFY2(std::abs(away - 20.0) < 0.05, qPrintable(QString::number(away)));
    }
  }

  void doubledBackFigureIsNamedAndLeftOut() {
    OffsetTable table = sample("osier.csv");
    for (TableRow& row : table.rows) {
      if (row.line == RowLine::Waterline && std::abs(row.at.mm() - inches(12).mm()) < 0.1) row.figures[3] = inches(3.0);
    }
    const Hull hull = hullOf(table);
    QVERIFY2(hull.problems.size() == 1, describe(hull.problems).c_str());
    QCOMPARE(hull.problems[0].fault, Fault::DoublesBack);
    QVERIFY(describe(hull.problems[0]).find("waterline 1-0-0") != std::string::npos);
    QCOMPARE(hull.sections.size(), table.stations.size() + 1);
  }
};

QTEST_APPLESS_MAIN(HullTest)
#include "hull_test.moc"
