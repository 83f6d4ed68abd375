// Readings of a batten: what is expected, and what is said to be wrong with them.

#include <QTest>
#include <cmath>
#include <functional>
#include <random>

#include "plank/compass_arcs.h"
#include "plank/look_at_spiling.h"
#include "plank/spiling_check.h"
#include "plank/stiff_batten.h"
#include "sample_books.h"
#include "smooth_hulls.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// A plank to be spiled.
struct Job {
  std::string name;
  FlatPlank plank;
  double lapMm = 0.0;
};

std::vector<Job> jobsOf(const Book& book, const std::string& name) {
  const auto solved = solve(std::make_shared<const Book>(book), 1);
  std::vector<Job> jobs;
  for (std::size_t k = 0; k < solved->lining->strakeCount(); ++k)
    jobs.push_back(
        {name + ", strake " + std::to_string(k + 1), *solved->planks[k], plankMake(book, *solved->lining, k).lapMm});
  return jobs;
}

/// Planks of our own boats, and of hulls as hard: hollow garboards, a rabbet sweeping up into the stem, few stations.
const std::vector<Job>& jobs() {
  static const std::vector<Job> all = [] {
    std::vector<Job> made;
    for (const char* boat : {"osier", "marl", "sedge"}) {
      for (Job& job : jobsOf(sampleBook(boat), boat)) made.push_back(std::move(job));
    }
    for (const SmoothHull& hull : smoothHulls()) {
      for (Job& job : jobsOf(*newBook(hull.table(100.0)), hull.name)) made.push_back(std::move(job));
    }
    return made;
  }();
  return all;
}

class Shop {
 public:
  explicit Shop(unsigned seed) : m_random(seed) {}
  double between(double low, double high) { return std::uniform_real_distribution<double>(low, high)(m_random); }
  double noise(double mm) { return std::normal_distribution<double>(0.0, mm)(m_random); }
  std::size_t below(std::size_t count) { return std::uniform_int_distribution<std::size_t>(0, count - 1)(m_random); }
  double either(double low, double high) { return between(low, high) * (below(2) == 0 ? 1.0 : -1.0); }

  /// Readings of a batten laid about where it lies of itself.
  Spiling readings(const Job& job, double noiseMm, double saidLapMm = 0.0) {
    const double length = job.plank.boardLengthMm;
    ReferenceEdge edge = naturalRun(job.plank, 50.0);
    const double tip = between(-25.0, 25.0), toe = between(-25.0, 25.0);
    edge.atMm += tip;
    edge.slope += (toe - tip) / length;
    Spiling spiling;
    spiling.batten = millimetres(50.0);
    spiling.lap = millimetres(saidLapMm);
    for (const PlankStation& station : job.plank.stations) {
      const auto [lower, upper] = readingAt(station, edge);
      spiling.readings.push_back(
          {station.name, millimetres(lower - saidLapMm + noise(noiseMm)), millimetres(upper + noise(noiseMm)), 0});
    }
    return spiling;
  }

 private:
  std::mt19937_64 m_random;
};

/// Where readings put the strake's lines on the flat plank: lower, without lap, and upper.
struct SpiledShape {
  std::vector<std::size_t> lowerStations, upperStations;
  std::vector<Vec2> lower, upper;
};
SpiledShape spiledShape(const FlatPlank& plank, const SpilingCheck& check) {
  const EdgeMoves moves = movesOf(check, 1.0);
  SpiledShape shape;
  for (const auto& [s, mm] : moves.lower) {
    shape.lowerStations.push_back(s);
    shape.lower.push_back(plank.stations[s].lower + mm * plank.stations[s].along());
  }
  for (const auto& [s, mm] : moves.upper) {
    shape.upperStations.push_back(s);
    shape.upper.push_back(plank.stations[s].upper + mm * plank.stations[s].along());
  }
  return shape;
}

void add(std::optional<Length>& reading, double mm) {
  reading = millimetres(reading->mm() + mm);
}

/// Spoils readings by a cause; the station it is at, or none.
std::optional<std::size_t> spoil(Spiling& spiling, const Job& job, SpilingCause cause, Shop& shop) {
  auto& readings = spiling.readings;
  const std::size_t at = shop.below(readings.size()), last = readings.size() - 1;
  const auto lengthAt = [&](const SpilingReading& one) {
    for (const PlankStation& station : job.plank.stations) {
      if (station.name == one.station) return station.lower.x() / job.plank.boardLengthMm;
    }
    return 0.0;
  };
  switch (cause) {
    case SpilingCause::None:
      return std::nullopt;
    case SpilingCause::Slip:
      add(shop.below(2) == 0 ? readings[at].lower : readings[at].upper, shop.either(6.0, 26.0));
      return at;
    case SpilingCause::Swap:
      std::swap(readings[at].lower, readings[at].upper);
      return at;
    case SpilingCause::Mould: {
      const double by = shop.either(5.0, 14.0);
      add(readings[at].lower, by), add(readings[at].upper, by);
      return at;
    }
    case SpilingCause::Reversed: {
      const std::vector<SpilingReading> was = readings;
      for (std::size_t i = 0; i <= last; ++i)
        readings[i].lower = was[last - i].lower, readings[i].upper = was[last - i].upper;
      return std::nullopt;
    }
    case SpilingCause::Shifted: {
      // The first is written at the second station, and so on; the last finds no place.
      for (std::size_t i = last; i > 0; --i)
        readings[i].lower = readings[i - 1].lower, readings[i].upper = readings[i - 1].upper;
      readings.erase(readings.begin());
      return std::nullopt;
    }
    case SpilingCause::EdgeSet: {
      const double bow = shop.either(5.0, 18.0);
      for (SpilingReading& one : readings) {
        const double off = bow * std::sin(3.14159265 * lengthAt(one));
        add(one.lower, off), add(one.upper, off);
      }
      return std::nullopt;
    }
    case SpilingCause::LapAdded:
      for (SpilingReading& one : readings) add(one.lower, -job.lapMm);
      return std::nullopt;
    case SpilingCause::LapForgotten:
      for (SpilingReading& one : readings) add(one.lower, spiling.lap.mm());
      return std::nullopt;
  }
  return std::nullopt;
}

}  // namespace

class SpilingCheckTest : public QObject {
  Q_OBJECT

 private slots:
  void whatIsExpectedIsTheDistanceOnTheFlatPlank() {
    Shop shop(3);
    for (const Job& job : jobs()) {
      for (const double lap : {0.0, job.lapMm}) {
        const auto check = checkSpiling(job.plank, shop.readings(job, 0.0, lap), job.lapMm);
        QVERIFY2(check, qPrintable(QString::fromStdString(job.name)));
        for (const CheckedReading& one : check->readings) QVERIFY(std::abs(one.offMm()) < 0.01);
        QCOMPARE(check->causes.size(), std::size_t(1));
        QCOMPARE(check->causes[0].cause, SpilingCause::None);
        // The shape laid out from them is the plank.
        const SpiledShape shape = spiledShape(job.plank, *check);
        QCOMPARE(shape.lower.size(), job.plank.stations.size());
        for (std::size_t i = 0; i < shape.lower.size(); ++i) {
          QVERIFY((shape.lower[i] - job.plank.stations[shape.lowerStations[i]].lower).norm() < 0.02);
          QVERIFY((shape.upper[i] - job.plank.stations[shape.upperStations[i]].upper).norm() < 0.02);
        }
      }
    }
  }

  void aFewBadReadingsDoNotPullTheEdge() {
    Shop shop(4);
    for (const Job& job : jobs()) {
      Spiling spiling = shop.readings(job, 0.0);
      add(spiling.readings[2].upper, 40.0);
      add(spiling.readings[4].lower, -25.4);
      const auto check = checkSpiling(job.plank, spiling, job.lapMm);
      QVERIFY(check);
      for (const CheckedReading& one : check->readings) {
        const double planted = one.station == 2 && one.upper ? 40.0 : one.station == 4 && !one.upper ? -25.4 : 0.0;
        QVERIFY2(std::abs(one.offMm() - planted) < 0.05, qPrintable(QString::number(one.offMm())));
      }
      // Both are told, the greater first, and between them they explain all there is.
      QCOMPARE(check->causes.size(), std::size_t(2));
      QCOMPARE(*check->causes[0].station, std::size_t(2));
      QVERIFY(std::abs(*check->causes[0].sizeMm - 40.0) < 0.05 && *check->causes[0].upper);
      QCOMPARE(*check->causes[1].station, std::size_t(4));
      QVERIFY(check->causes[0].share + check->causes[1].share > 0.999);
    }
  }

  /// With a millimetre of noise, on our boats and on hulls as hard, read at every station or with an end left out.
  void theRightCauseIsToldFirst() {
    Shop shop(1);
    for (const SpilingCause cause :
         {SpilingCause::Slip, SpilingCause::Swap, SpilingCause::Mould, SpilingCause::Reversed, SpilingCause::Shifted,
          SpilingCause::EdgeSet, SpilingCause::LapAdded, SpilingCause::LapForgotten}) {
      const bool lap = cause == SpilingCause::LapAdded || cause == SpilingCause::LapForgotten;
      int right = 0, all = 0;
      for (const Job& job : jobs()) {
        if (lap && job.lapMm <= 0.0) continue;
        for (int i = 0; i < (lap ? 4 : 1); ++i) {
          Spiling spiling = shop.readings(job, 1.0, cause == SpilingCause::LapForgotten ? job.lapMm : 0.0);
          if (shop.below(2) == 0) spiling.readings.pop_back();
          if (shop.below(2) == 0) spiling.readings.erase(spiling.readings.begin());
          const auto at = spoil(spiling, job, cause, shop);
          const auto check = checkSpiling(job.plank, spiling, job.lapMm);
          QVERIFY(check);
          const ToldCause& told = check->causes[0];
          const bool there =
              !at || (told.station && job.plank.stations[*told.station].name == spiling.readings[*at].station);
          right += told.cause == cause && there;
          ++all;
        }
      }
      QVERIFY(all >= 30);
      QVERIFY2(right * 100 >= 90 * all,
               qPrintable(QString("%1: %2 of %3").arg(spilingCauseWord(cause)).arg(right).arg(all)));
    }
  }

  void cleanReadingsAreNotAccused() {
    Shop shop(2);
    int accused = 0, all = 0;
    for (int i = 0; i < 4; ++i) {
      for (const Job& job : jobs()) {
        const auto check = checkSpiling(job.plank, shop.readings(job, 1.0), job.lapMm);
        QVERIFY(check);
        accused += check->causes[0].cause != SpilingCause::None;
        ++all;
      }
    }
    QVERIFY2(accused * 100 <= all, qPrintable(QString("%1 of %2").arg(accused).arg(all)));
  }

  void everyCauseIsToldInASentenceWithItsPlaceAndSize() {
    const Job& job = jobs()[2];
    const std::vector<std::pair<SpilingCause, std::string>> words{
        {SpilingCause::Slip, "slipped"},         {SpilingCause::Swap, "each other's place"},
        {SpilingCause::Mould, "mould"},          {SpilingCause::Reversed, "wrong end"},
        {SpilingCause::Shifted, "one station"},  {SpilingCause::EdgeSet, "forced edgeways"},
        {SpilingCause::LapAdded, "added twice"}, {SpilingCause::LapForgotten, "is not"}};
    Shop shop(8);
    for (const auto& [cause, said] : words) {
      Spiling spiling = shop.readings(job, 0.2, cause == SpilingCause::LapForgotten ? job.lapMm : 0.0);
      const auto at = spoil(spiling, job, cause, shop);
      const auto check = checkSpiling(job.plank, spiling, job.lapMm);
      QVERIFY(check);
      const auto off = lookAtSpiling(*check, job.plank, Construction::Lapstrake,
                                     {job.plank.strake, 3, 0, {}, " to port"}, BoatSide::Port);
      QVERIFY(!off.empty());
      const std::string told = off[0].words(Notation::Millimetres);
      QVERIFY2(told.find(said) != std::string::npos, told.c_str());
      QVERIFY(told.starts_with("Strake 3 to port, spiled: "));
      if (at) QVERIFY2(told.find(" at " + spiling.readings[*at].station) != std::string::npos, told.c_str());
    }
    const auto clean = checkSpiling(job.plank, shop.readings(job, 0.2), job.lapMm);
    QVERIFY(lookAtSpiling(*clean, job.plank, Construction::Lapstrake, {}, BoatSide::Port).empty());
  }

  void oneReadingOffByAnEighthOnAGoodBattenIsTold() {
    Shop shop(12);
    int told = 0, all = 0;
    for (const Job& job : jobs()) {
      if (job.plank.stations.size() < 7) continue;
      Spiling spiling = shop.readings(job, 0.25);
      const std::size_t at = 1 + shop.below(spiling.readings.size() - 2);
      const bool upper = shop.below(2) == 0;
      add(upper ? spiling.readings[at].upper : spiling.readings[at].lower, shop.either(3.175, 3.2));
      const auto check = checkSpiling(job.plank, spiling, job.lapMm);
      QVERIFY(check);
      const ToldCause& cause = check->causes[0];
      told += cause.cause == SpilingCause::Slip && cause.station &&
              job.plank.stations[*cause.station].name == spiling.readings[at].station && cause.upper == upper;
      ++all;
    }
    QVERIFY(all > 20);
    QVERIFY2(told * 100 >= 90 * all, qPrintable(QString("%1 of %2").arg(told).arg(all)));
  }

  void theWorkSaysHowFarAReadingMayLieOff() {
    // Two millimetres by chance at one station amidships, and at the hood end.
    Shop shop(13);
    for (const Job& job : jobs()) {
      if (job.plank.stations.size() < 6) continue;
      const PlankStation& middle = job.plank.stations[3];
      QCOMPARE(spilingLookMm(Construction::Lapstrake, middle), mmPerInch / 16.0);
      QCOMPARE(spilingLookMm(Construction::Carvel, middle), mmPerInch / 32.0);
      if (job.plank.stations[0].isHood)
        QCOMPARE(spilingLookMm(Construction::Lapstrake, job.plank.stations[0]), mmPerInch / 32.0);
      Spiling spiling = shop.readings(job, 0.0);
      add(spiling.readings[3].upper, 1.2);
      const auto check = checkSpiling(job.plank, spiling, job.lapMm);
      QVERIFY(check);
      QVERIFY(lookAtSpiling(*check, job.plank, Construction::Lapstrake, {}, BoatSide::Starboard).empty());
      const auto carvel = lookAtSpiling(*check, job.plank, Construction::Carvel, {}, BoatSide::Starboard);
      QCOMPARE(carvel.size(), std::size_t(1));
      QCOMPARE(carvel[0].at.place, middle.name);
      QCOMPARE(carvel[0].readings, std::size_t(1));
      const std::string words = carvel[0].words(Notation::Millimetres);
      QVERIFY2(words.find("1 reading lies") != std::string::npos, words.c_str());
    }
  }

  void manyBowedStationsAreHeldInBoundedTime() {
    // Sixty stations of a long strake read off a batten that was bowed: counted in curves tried, not in seconds.
    Shop shop(14);
    Job job = jobs()[2];
    const FlatPlank& plank = job.plank;
    std::vector<PlankStation> stations;
    for (std::size_t i = 0; i < 60; ++i) {
      const double at = static_cast<double>(i) / 59.0 * static_cast<double>(plank.stations.size() - 1);
      const auto k = std::min(static_cast<std::size_t>(at), plank.stations.size() - 2);
      const double part = at - static_cast<double>(k);
      PlankStation one = plank.stations[k];
      one.name = std::to_string(i + 1);
      one.lower += part * (plank.stations[k + 1].lower - one.lower);
      one.upper += part * (plank.stations[k + 1].upper - one.upper);
      stations.push_back(one);
    }
    job.plank.stations = stations;
    Spiling spiling = shop.readings(job, 0.6);
    spoil(spiling, job, SpilingCause::EdgeSet, shop);
    const auto check = checkSpiling(job.plank, spiling, job.lapMm);
    QVERIFY(check);
    QCOMPARE(check->causes[0].cause, SpilingCause::EdgeSet);
    // Asked to stop, it does not look for causes at all.
    std::stop_source stop;
    stop.request_stop();
    const auto stopped = checkSpiling(job.plank, spiling, job.lapMm, stop.get_token());
    QVERIFY(stopped && stopped->causes.size() == 1 && stopped->causes[0].cause == SpilingCause::None);
  }

  void aStationReadTwiceIsKeptTwice() {
    Shop shop(5);
    const Job& job = jobs()[3];
    Spiling spiling = shop.readings(job, 0.0);
    SpilingReading again = spiling.readings[3];
    add(again.lower, 6.0);
    spiling.readings.push_back(again);
    const auto check = checkSpiling(job.plank, spiling, job.lapMm);
    QVERIFY(check);
    QCOMPARE(check->readings.size(), 2 * spiling.readings.size());
    QCOMPARE(check->causes[0].cause, SpilingCause::Slip);
    // The plank laid out goes through the middle of the two.
    const SpiledShape shape = spiledShape(job.plank, *check);
    QVERIFY(std::abs((shape.lower[3] - job.plank.stations[3].lower).norm() - 3.0) < 0.05);
  }

  void whatCannotBeHeldAgainstThePlankSaysWhy() {
    Shop shop(6);
    const Job& job = jobs()[2];
    const Spiling good = shop.readings(job, 0.0);
    const auto faultOf = [&](const std::function<void(Spiling&)>& change) {
      Spiling spiling = good;
      change(spiling);
      const auto check = checkSpiling(job.plank, spiling, job.lapMm);
      return check ? std::optional<Problem>() : check.error()[0];
    };
    const auto unknown = faultOf([](Spiling& one) { one.readings[1].station = "17", one.readings[1].line = 9; });
    QVERIFY(unknown && unknown->fault == Fault::StationUnknown && unknown->where.line == 9);
    QCOMPARE(faultOf([](Spiling& one) { one.readings.resize(1); })->fault, Fault::SpilingTooFew);
    QCOMPARE(faultOf([](Spiling& one) { one.lap = millimetres(400.0); })->fault, Fault::SpilingLap);
    for (const double times : {mmPerInch, 1.0 / mmPerInch}) {
      const auto unit = faultOf([times](Spiling& one) {
        for (SpilingReading& reading : one.readings)
          reading.lower = *reading.lower * times, reading.upper = *reading.upper * times;
      });
      QVERIFY(unit && unit->fault == Fault::SpilingUnit);
    }
  }

  void aStifferBattenTakesChanceAwayAndLeavesTheShape() {
    // With a millimetre of chance the points lie nearer to the strake after the batten than before it, on every boat.
    Shop shop(77);
    double before = 0.0, after = 0.0;
    std::size_t bettered = 0, planks = 0;
    for (const Job& job : jobs()) {
      if (job.plank.stations.size() < 8) continue;
      const auto check = checkSpiling(job.plank, shop.readings(job, 1.0), job.lapMm);
      QVERIFY(check.has_value());
      const EdgeMoves read = movesOf(*check, 1.0), faired = stiffenedMoves(*check, job.plank);
      QCOMPARE(faired.lower.size(), read.lower.size());
      double was = 0.0, is = 0.0;
      for (std::size_t i = 0; i < read.lower.size(); ++i) {
        was += read.lower[i].second * read.lower[i].second + read.upper[i].second * read.upper[i].second;
        is += faired.lower[i].second * faired.lower[i].second + faired.upper[i].second * faired.upper[i].second;
        // A batten moves no point by more than chance and a little.
        QVERIFY(std::abs(faired.lower[i].second - read.lower[i].second) < 5.0);
      }
      before += was, after += is;
      ++planks;
      bettered += is < was ? 1 : 0;
    }
    QVERIFY2(after < 0.6 * before, qPrintable(QStringLiteral("%1 of %2").arg(after).arg(before)));
    QVERIFY2(bettered > planks * 9 / 10, qPrintable(QStringLiteral("%1 of %2").arg(bettered).arg(planks)));
  }

  void aStifferBattenFloatsOffAReadingThatSlipped() {
    const Job& job = jobs()[3];
    Shop shop(5);
    Spiling spiling = shop.readings(job, 0.3);
    add(spiling.readings[4].upper, 25.4);
    const auto check = checkSpiling(job.plank, spiling, job.lapMm);
    QCOMPARE(check->causes.front().cause, SpilingCause::Slip);
    const EdgeMoves read = movesOf(*check, 1.0), faired = stiffenedMoves(*check, job.plank);
    for (std::size_t i = 0; i < read.upper.size(); ++i) {
      const double by = faired.upper[i].second - read.upper[i].second;
      QVERIFY2(read.upper[i].first == 4 ? by < -22.0 : std::abs(by) < 2.0, qPrintable(QString::number(by)));
    }
  }

  void exactReadingsAreLeftAsTheyAre() {
    for (const Job& job : jobs()) {
      Shop shop(9);
      const auto check = checkSpiling(job.plank, shop.readings(job, 0.0), job.lapMm);
      if (!check) continue;
      for (const auto& edge : {stiffenedMoves(*check, job.plank).lower, stiffenedMoves(*check, job.plank).upper}) {
        for (const auto& [station, mm] : edge) QVERIFY(std::abs(mm) < 0.05);
      }
    }
  }

  void arcsOfACompassStandForReadings() {
    // Three, four, five: opened to 5, the arcs 3 either side of the mark.
    const auto reading = readingOf({inches(5.0), inches(3.0), inches(3.0), true});
    QVERIFY(reading && std::abs(reading->mm() - 4.0 * mmPerInch) < 1e-9);
    QVERIFY(std::abs(readingOf({inches(5.0), inches(3.0), inches(3.0), false})->mm() + 4.0 * mmPerInch) < 1e-9);
    // Off to one side the dividers are opened further than the point stands off: by Pythagoras.
    for (const double side : {-2.0, -0.7, 0.0, 1.3}) {
      for (const double height : {0.4, 2.0, 4.5}) {
        const double half = std::sqrt(25.0 - height * height);
        const auto struck = readingOf({inches(5.0), inches(half - side), inches(half + side), true});
        QVERIFY(struck && std::abs(struck->mm() / mmPerInch - std::hypot(height, side)) < 1e-9);
      }
    }
    const auto beyond = readingOf({inches(2.0), inches(3.0), inches(3.0), true});
    QVERIFY(!beyond);
    QVERIFY(describe(beyond.error()[0]).find("compass") != std::string::npos);
    QVERIFY(!readingOf({inches(0.0), inches(0.0), inches(0.0), true}));
  }
};

QTEST_APPLESS_MAIN(SpilingCheckTest)
#include "spiling_check_test.moc"
