// narrows-tape: a digital tape that is none. It reads a boat that exists only in a book, and sends what it reads down a
// line of its own (docs/tape.md), with errors where they are asked for.

#include <fcntl.h>
#include <stdlib.h>
#include <termios.h>
#include <unistd.h>

#include <CLI/CLI.hpp>
#include <chrono>
#include <clocale>
#include <iostream>
#include <random>
#include <thread>

#include "book/book_file.h"
#include "plank/spiling_check.h"
#include "plank/tape_line.h"
#include "solve/solve.h"

namespace {

using namespace narrows;

/// What is read, and how badly.
struct Asked {
  std::string book, side = "starboard";
  int strake = 1;
  double noiseMm = 0.5, battenMm = usualBattenMm, everySeconds = 1.0;
  std::vector<std::string> slips;  ///< STATION:lower|upper:MM
  unsigned seed = 1;
  bool named = false, byStation = false;
};

/// The readings of a batten in its natural run, bow to stern: to the lower line all along and then to the upper, or, by
/// station, to both at each.
Result<std::vector<TapeReading>> readingsOf(const Asked& asked) {
  const auto read = loadBook(asked.book);
  if (!read) return tl::make_unexpected(read.error());
  const auto solved = solve(std::make_shared<const Book>(read->book), 1);
  const BoatSide side = *sideNamed(asked.side);
  const auto& planks = solved->planksOf(side);
  if (asked.strake < 1 || static_cast<std::size_t>(asked.strake) > planks.size())
    return fail(Fault::StrakeUnknown, {}, {std::to_string(asked.strake), std::to_string(planks.size())});
  const FlatPlank& plank = *planks[static_cast<std::size_t>(asked.strake) - 1];
  const ReferenceEdge edge = naturalRun(plank, asked.battenMm);
  std::mt19937_64 random(asked.seed);
  std::normal_distribution<double> chance(0.0, 1.0);
  std::vector<TapeReading> readings;
  for (const PlankStation& station : plank.stations) {
    const auto [lower, upper] = readingAt(station, edge);
    for (const bool isUpper : {false, true}) {
      double mm = (isUpper ? upper : lower) + asked.noiseMm * chance(random);
      for (const std::string& slip : asked.slips) {
        const std::string place = station.name + (isUpper ? ":upper:" : ":lower:");
        if (slip.starts_with(place)) mm += std::stod(slip.substr(place.size()));
      }
      readings.push_back({millimetres(mm), station.name, isUpper});
    }
  }
  if (!asked.byStation)
    std::stable_sort(readings.begin(), readings.end(),
                     [](const TapeReading& a, const TapeReading& b) { return *a.upper < *b.upper; });
  return readings;
}

/// A line of our own whose far end has a path, as a serial port has. The far end is held open here too, so that what is
/// sent before anyone listens is not lost with it.
class Line {
 public:
  Line() : m_near(posix_openpt(O_RDWR | O_NOCTTY)) {
    if (m_near < 0 || grantpt(m_near) != 0 || unlockpt(m_near) != 0) return;
    m_path = ptsname(m_near);
    m_far = open(m_path.c_str(), O_RDWR | O_NOCTTY);
    termios plain{};
    if (m_far < 0 || tcgetattr(m_far, &plain) != 0) return;
    cfmakeraw(&plain);
    m_isOpen = tcsetattr(m_far, TCSANOW, &plain) == 0;
  }
  ~Line() {
    if (m_far >= 0) close(m_far);
    if (m_near >= 0) close(m_near);
  }
  Line(const Line&) = delete;
  Line& operator=(const Line&) = delete;
  bool isOpen() const { return m_isOpen; }
  const std::string& path() const { return m_path; }
  bool send(const std::string& text) const {
    return write(m_near, text.data(), text.size()) == static_cast<ssize_t>(text.size());
  }

 private:
  int m_near = -1, m_far = -1;
  std::string m_path;
  bool m_isOpen = false;
};

int play(const Asked& asked) {
  const auto readings = readingsOf(asked);
  if (!readings) {
    std::cerr << describe(readings.error());
    return 1;
  }
  const Line line;
  if (!line.isOpen()) {
    std::cerr << "narrows-tape: no line could be made.\n";
    return 1;
  }
  std::cout << line.path() << std::endl;
  std::cerr << "Listen at that path, then press Enter here for the first reading.\n";
  std::string enter;
  if (!std::getline(std::cin, enter)) return 0;
  for (TapeReading reading : *readings) {
    const std::string place = reading.station + (*reading.upper ? " upper" : " lower");
    if (!asked.named) reading.station.clear();
    const std::string text = tapeLine(reading);
    if (!line.send(text)) return 1;
    std::cerr << place << ": " << text;
    std::this_thread::sleep_for(std::chrono::duration<double>(asked.everySeconds));
  }
  // Until whoever listens has heard the last of it.
  std::cerr << "All is read; Enter ends.\n";
  (void)std::getline(std::cin, enter);
  return 0;
}

int run(int argc, char** argv) {
  CLI::App app("A simulated digital tape: it plays the readings of a spiling batten down a line of its own.",
               "narrows-tape");
  Asked asked;
  app.add_option("BOOK", asked.book, "the book whose boat is read (.narrows)")->required();
  app.add_option("--strake", asked.strake, "strake, 1 the garboard")->required();
  app.add_option("--side", asked.side, "starboard or port")->check(CLI::IsMember({"starboard", "port"}));
  app.add_option("--batten", asked.battenMm, "width of the batten, mm")->check(CLI::Range(1.0, 500.0));
  app.add_option("--noise", asked.noiseMm, "how far readings are off by chance, mm")->check(CLI::Range(0.0, 50.0));
  app.add_option("--slip", asked.slips, "a reading that is off by so much: STATION:lower|upper:MM");
  app.add_option("--every", asked.everySeconds, "seconds between two readings")->check(CLI::Range(0.0, 3600.0));
  app.add_option("--seed", asked.seed, "of what is off by chance");
  app.add_flag("--by-station", asked.byStation, "both lines at a station before the next is read");
  app.add_flag("--named", asked.named, "every reading names its station and edge");
  try {
    app.parse(argc, argv);
  } catch (const CLI::ParseError& error) {
    return app.exit(error) == 0 ? 0 : 2;
  }
  return play(asked);
}

}  // namespace

int main(int argc, char** argv) {
  std::setlocale(LC_NUMERIC, "C");
  try {
    return run(argc, argv);
  } catch (const std::exception& error) {
    std::cerr << "narrows-tape: " << error.what() << "\n";
    return 1;
  }
}
