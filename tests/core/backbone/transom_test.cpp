// Transoms of shapes known exactly.

#include <QTest>
#include <cmath>

#include "backbone/transom.h"
#include "known_hulls.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr double exactMm = 0.1;
constexpr double degree = 57.29577951308232;

/// A round hull whose radius shrinks evenly aft, closed by a raked transom: the transom column and profile with it.
struct ConeStern {
  double taper = 0.0;  ///< radius lost a mm
  double rake = 0.25;  ///< dx / dz of the transom
  double radius(double x) const { return 600.0 - taper * x; }
  static constexpr double centre = 700.0, footX = 3600.0, footZ = 140.0;
  Vec3 onTransom(double a) const {
    // Found along the ray at angle a from the keel: x depends on z.
    double x = footX;
    for (int i = 0; i < 200; ++i) x = footX + rake * (centre - radius(x) * std::cos(a) - footZ);
    return {x, radius(x) * std::sin(a), centre - radius(x) * std::cos(a)};
  }
  OffsetTable table() const {
    std::vector<KnownSection> known;
    for (int i = 0; i < 10; ++i) {
      const double x = 360.0 * i;
      const double r = radius(x);
      known.push_back({x, [r](double a) { return Vec2(r * std::sin(a), centre - r * std::cos(a)); }, 0.15, 1.35});
    }
    OffsetTable made = tableOf(known, 9);
    made.side = PlankingSide::Inside;
    made.thickness = millimetres(12.0);
    made.stations.push_back({"transom", std::nullopt});
    for (TableRow& row : made.rows) row.figures.emplace_back();
    const Vec3 low = onTransom(0.15), high = onTransom(1.35);
    for (TableRow& row : made.rows) {
      const bool height = row.kind == RowKind::Height;
      if (row.line == RowLine::Rabbet) row.figures.back() = millimetres(height ? low.z() : low.y());
      if (row.line == RowLine::Sheer) row.figures.back() = millimetres(height ? high.z() : high.y());
    }
    for (int i = 1; i < 24; ++i) {
      const Vec3 at = onTransom(0.15 + 1.2 * i / 24.0);
      TableRow row;
      row.kind = RowKind::HalfBreadth;
      row.line = RowLine::Waterline;
      row.at = millimetres(at.z());
      row.figures.assign(made.stations.size(), std::nullopt);
      row.figures.back() = millimetres(at.y());
      made.rows.push_back(row);
    }
    made.profiles.push_back(
        {ProfilePart::Transom,
         {{millimetres(low.x()), millimetres(low.z())}, {millimetres(high.x()), millimetres(high.z())}},
         0});
    return made;
  }
};

Transom expanded(const OffsetTable& table, const TransomPlan& plan) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  const auto transom = expandTransom({&*hull, &table}, plan, {});
  if (!transom) qFatal("%s", describe(transom.error()).c_str());
  return *transom;
}

}  // namespace

class TransomTest : public QObject {
  Q_OBJECT

 private slots:
  void cylinderCutAslantIsAnEllipse() {
    const ConeStern stern{0.0, 0.25};
    TransomPlan plan;
    plan.thickness = millimetres(20.0);
    const Transom transom = expanded(stern.table(), plan);
    const double stretch = std::hypot(1.0, stern.rake);
    for (const TransomOutline* face : {&transom.after, &transom.fore}) {
      for (std::size_t i = 0; i < face->edge.size(); ++i) {
        const double z = ConeStern::centre - face->at[i].z();
        QVERIFY2(std::abs(std::hypot(face->edge[i].x(), z) - 600.0) < exactMm,
                 qPrintable(QString::number(std::hypot(face->edge[i].x(), z) - 600.0)));
        // Heights are drawn out by the rake.
        if (i > 0) {
          const double rise = face->at[i].z() - face->at[i - 1].z();
          QVERIFY(std::abs(face->edge[i].y() - face->edge[i - 1].y() - rise * stretch) < 1e-6);
        }
        // Square to the edge, a cylinder leans off the plane by the rake at its bottom, and not at all at its side.
        const double exact = std::asin(z / 600.0 * std::sin(std::atan(stern.rake)));
        QVERIFY2(std::abs(std::abs(face->bevelRad[i]) - std::abs(exact)) * degree < 0.3,
                 qPrintable(QString("%1 %2").arg(face->bevelRad[i] * degree).arg(exact * degree)));
      }
    }
    QVERIFY(std::abs(std::tan(transom.rakeRad) - 0.25) < 1e-6);
  }

  void largerFaceIsTheForwardOneOfASternThatNarrows() {
    const ConeStern narrowing{0.05, 0.2};
    TransomPlan plan;
    plan.thickness = millimetres(25.0);
    const Transom transom = expanded(narrowing.table(), plan);
    QVERIFY(transom.foreIsLarger);
    // On the cone, anywhere: the forward face lies 25 mm forward square to the after one.
    for (const Vec3& at : transom.fore.at)
      QVERIFY2(std::abs(std::hypot(at.y(), ConeStern::centre - at.z()) - narrowing.radius(at.x())) < exactMm,
               qPrintable(QString::number(std::hypot(at.y(), ConeStern::centre - at.z()) - narrowing.radius(at.x()))));
    const double apart = (transom.after.at.back() - transom.fore.at.back()).dot(Vec3(1.0, 0.0, -0.2).normalized());
    QVERIFY(std::abs(apart - 25.0) < 1e-6);
    // Given as the forward face, the after one is the smaller still, and lies abaft the table's.
    plan.given = TransomFace::Fore;
    const Transom other = expanded(narrowing.table(), plan);
    QVERIFY(other.foreIsLarger);
    QVERIFY(other.borrowedMm > 20.0);
    for (const Vec3& at : other.after.at)
      QVERIFY(std::abs(std::hypot(at.y(), ConeStern::centre - at.z()) - narrowing.radius(at.x())) < 0.3);
  }

  void curvedTransomUnrollsRoundItsCylinder() {
    const ConeStern stern{0.0, 0.0};
    TransomPlan plan;
    plan.radius = millimetres(1500.0);
    plan.thickness = millimetres(20.0);
    const Transom transom = expanded(stern.table(), plan);
    for (std::size_t i = 0; i < transom.after.edge.size(); ++i) {
      // Plumb: the breadth round the cylinder is R asin(y / R); the centre line stands furthest aft.
      const Vec3& at = transom.after.at[i];
      QVERIFY(std::abs(transom.after.edge[i].x() - 1500.0 * std::asin(at.y() / 1500.0)) < 0.01);
      QVERIFY(std::abs(ConeStern::footX - at.x() - (1500.0 - std::sqrt(1500.0 * 1500.0 - at.y() * at.y()))) < 0.5);
    }
    for (std::size_t i = 0; i < transom.fore.edge.size(); ++i)
      QVERIFY(std::abs(transom.fore.edge[i].x() - 1480.0 * std::asin(transom.fore.at[i].y() / 1480.0)) < 0.01);
  }

  void patternIsWholeAndItsCrownIsLeftHigh() {
    const auto table = loadOffsetTable(boatsFolder() + "osier.csv");
    TransomPlan plan;
    const Transom transom = expanded(*table, plan);
    const Polygon finished = transom.whole(transom.larger(), false), high = transom.whole(transom.larger(), true);
    QVERIFY(!isCrossed(finished) && !isCrossed(high));
    QVERIFY(signedArea(high) > signedArea(finished));
    const Box2 box = boxOf(finished);
    QVERIFY(std::abs(box.low.x() + box.high.x()) < 1e-9);  // the same to both hands
    QVERIFY(std::abs(boxOf(high).high.y() - box.high.y() - plan.crownHigh.mm()) < 1e-6);
    // Her greatest half-breadth aft is 1-5-4+: planking is outside the lines she is drawn to.
    QVERIFY2(box.high.x() > 17.0 * mmPerInch && box.high.x() < 18.3 * mmPerInch,
             qPrintable(QString::number(box.high.x() / mmPerInch)));
    std::size_t waterlines = 0;
    for (const TransomMark& mark : transom.marks) waterlines += mark.name.starts_with("waterline") ? 1 : 0;
    QVERIFY(waterlines >= 4);
  }

  void hullWithoutATransomSaysSo() {
    OffsetTable table = tableOf(cylinder().sections, 7);
    const auto hull = springHull(table);
    const auto transom = expandTransom({&*hull, &table}, {}, {});
    QVERIFY(!transom);
    QCOMPARE(transom.error()[0].fault, Fault::NoTransom);
  }
};

QTEST_APPLESS_MAIN(TransomTest)
#include "transom_test.moc"
