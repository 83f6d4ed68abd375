// The course of a fair line past nails, and how far it may stray.

#include <QTest>
#include <cmath>

#include "fairing/fair_course.h"

using namespace narrows;

namespace {

std::vector<CourseNail> along(const std::vector<double>& places, double (*shape)(double), double doubtMm) {
  std::vector<CourseNail> nails;
  for (const double x : places) nails.push_back({Vec3(x, 0.0, shape(x)), doubtMm});
  return nails;
}

double bow(double x) {
  return 600.0 - 40.0 * std::sin(x / 4000.0 * 3.1);
}

std::optional<FairCourse::Passing> at(const std::vector<CourseNail>& nails, double x, double z, int before) {
  return FairCourse(nails).passing(Vec3(x, 0.0, z), Vec3::UnitZ(), Vec3::UnitX(), before);
}

}  // namespace

class FairCourseTest : public QObject {
  Q_OBJECT

 private slots:
  void smoothLineIsForeseenAndItsStraySaysHowWell() {
    const auto nails = along({0, 500, 1000, 2000, 2500, 3000, 3500, 4000}, bow, 0.3);
    const auto passing = at(nails, 1500.0, bow(1500.0), 2);
    QVERIFY(passing);
    QVERIFY(std::abs(passing->awayMm) < 3.0 * passing->strayMm);
    QVERIFY(passing->strayMm < 5.0);
  }

  void straysMoreAcrossAWiderGapAndBeyondAnEnd() {
    const auto close = along({0, 500, 1000, 2000, 2500, 3000}, bow, 0.3);
    const auto wide = along({0, 500, 2500, 3000, 3500, 4000}, bow, 0.3);
    const auto inside = at(close, 1500.0, bow(1500.0), 2), gap = at(wide, 1500.0, bow(1500.0), 1);
    const auto beyond = at(close, 3500.0, bow(3500.0), 5);
    QVERIFY(inside && gap && beyond);
    QVERIFY(gap->strayMm > inside->strayMm);
    QVERIFY(beyond->strayMm > inside->strayMm);
  }

  void aNailOutOfLineIsMeasuredFromTheCourseOfTheOthers() {
    const auto nails = along({0, 500, 1000, 2000, 2500, 3000, 3500}, bow, 0.3);
    const auto fair = at(nails, 1500.0, bow(1500.0), 2), off = at(nails, 1500.0, bow(1500.0) + 25.0, 2);
    QVERIFY(fair && off);
    QVERIFY(std::abs(fair->awayMm - off->awayMm - 25.0) < 0.01);
  }

  void upAndDownTheSectionAnAxisAlongTheLineSaysLittle() {
    // A level floor measured outward: the figure may be anywhere along it.
    std::vector<CourseNail> nails;
    for (const double y : {0.0, 100.0, 300.0, 400.0, 500.0}) nails.push_back({Vec3(0.0, y, 100.0 + 1e-4 * y * y), 0.5});
    const auto upright = FairCourse(nails).passing(Vec3(0.0, 200.0, 104.0), Vec3::UnitZ(), -Vec3::UnitY(), 1);
    const auto level = FairCourse(nails).passing(Vec3(0.0, 200.0, 104.0), Vec3::UnitY(), Vec3::UnitZ(), 1);
    QVERIFY(upright && level);
    QVERIFY(level->strayMm > 8.0 * upright->strayMm);
  }

  void livelyPlaceIsTold() {
    const auto even = along({0, 500, 1000, 1500, 2000, 2500, 3000}, bow, 0.3);
    auto lumpy = even;
    lumpy[4].at.z() += 60.0;
    QVERIFY(FairCourse(lumpy).restlessness(3) >= FairCourse(even).restlessness(3));
    QVERIFY(FairCourse(lumpy).liveliness() > 3.0 * FairCourse(even).liveliness());
  }
};

QTEST_APPLESS_MAIN(FairCourseTest)
#include "fair_course_test.moc"
