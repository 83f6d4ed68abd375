// The surface against hulls known exactly.

#include <QtTest/QtTest>
#include <cmath>

#include "analytic_hull.h"
#include "lines/hull.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr int stations = 11;
constexpr double lengthMm = 4400.0;
/// The aim on smooth round hulls given by exact figures.
constexpr double smoothToleranceMm = 0.4;
constexpr double exactFigureToleranceMm = 0.2;

/// A round-bilged hull cut from an ellipsoid, square at both ends.
struct Ellipsoid {
  double middle = 2300.0, halfLength = 3300.0, beam = 760.0, depth = 620.0, centre = 640.0;
  Vec2 section(double x, double a) const {
    const double scale = std::sqrt(1.0 - std::pow((x - middle) / halfLength, 2));
    return {beam * scale * std::sin(a), centre - depth * scale * std::cos(a)};
  }
  double away(const Vec3& p) const {
    const Vec3 u((p.x() - middle) / halfLength, p.y() / beam, (p.z() - centre) / depth);
    const Vec3 gradient = 2.0 * Vec3(u.x() / halfLength, u.y() / beam, u.z() / depth);
    return (u.squaredNorm() - 1.0) / gradient.norm();
  }
  std::vector<KnownSection> sections() const {
    std::vector<KnownSection> known;
    for (int i = 0; i < stations; ++i) {
      const double x = lengthMm * i / (stations - 1);
      known.push_back(
          {x, [*this, x](double a) { return section(x, a); }, 0.06, 1.45 + 0.12 * std::pow(x / lengthMm - 0.5, 2)});
    }
    return known;
  }
};

/// A bow with a raked straight stem: waterlines are parabolas that leave the stem's side and grow full aft.
struct RakedBow {
  double siding = 18.0;
  double stemX(double z) const { return 700.0 - 0.8 * z; }
  double breadth(double x, double z) const {
    const double run = x - stemX(z);
    return siding + (0.42 * run - 5.2e-5 * run * run) * (0.35 + 0.65 * z / 700.0);
  }
  std::vector<KnownSection> sections() const {
    std::vector<KnownSection> known;
    for (int i = 0; i < stations; ++i) {
      const double x = 800.0 + 330.0 * i;
      known.push_back({x, [*this, x](double z) { return Vec2(breadth(x, z), z); }, 40.0, 640.0 - 0.03 * x});
    }
    return known;
  }
  OffsetTable table() const {
    OffsetTable table = tableOf(sections(), 8);
    Profile stem{ProfilePart::StemRabbet, {}, 0};
    for (int i = 0; i <= 8; ++i) {
      const double z = 44.0 + 580.0 * i / 8.0;
      stem.points.push_back({millimetres(stemX(z)), millimetres(z)});
    }
    table.profiles.push_back(stem);
    table.halfSidings.push_back({SidingPart::Stem, millimetres(siding)});
    return table;
  }
};

template <typename Away>
double worstAway(const SurfacePatch& patch, Away away) {
  double worst = 0.0;
  for (double t = 0.0; t <= patch.lastT(); t += 0.05) {
    for (double v = 0.0; v <= 1.0; v += 0.025) worst = std::max(worst, std::abs(away(patch.point(t, v))));
  }
  return worst;
}

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

/// Greatest miss of any figure of the table, measured in the figure's own axis against the section sprung there.
double worstFigureMiss(const OffsetTable& table, const Hull& hull) {
  double worst = 0.0;
  for (const Section& section : hull.sections) {
    const auto column = std::find_if(table.stations.begin(), table.stations.end(),
                                     [&](const StationColumn& s) { return s.name == section.name; });
    if (column == table.stations.end()) continue;
    const auto i = static_cast<std::size_t>(column - table.stations.begin());
    for (const TableRow& row : table.rows) {
      if (!row.figures[i] || (row.line != RowLine::Waterline && row.line != RowLine::Buttock)) continue;
      const int fixed = row.line == RowLine::Waterline ? 2 : 1;
      double miss = 1e9;
      for (const Batten& part : section.parts) {
        Vec3 before = part.pointAt(0.0);
        for (int k = 1; k <= 600; ++k) {
          const Vec3 now = part.pointAtShare(k / 600.0);
          const double a = before[fixed] - row.at.mm(), b = now[fixed] - row.at.mm();
          if (a * b <= 0.0 && a != b)
            miss =
                std::min(miss, std::abs((before + (now - before) * (a / (a - b)))[3 - fixed] - row.figures[i]->mm()));
          before = now;
        }
      }
      if (miss < 1e8) worst = std::max(worst, miss);
    }
  }
  return worst;
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
    QVERIFY(std::abs(hull.patches[0].point(3.0, 0.4).z() - 60.0) < 0.01);
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
