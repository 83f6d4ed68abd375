// Timings and accuracies beside their targets. Never a test: machines differ.

#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QPainter>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <fstream>
#include <thread>

#include "backbone/backbone.h"
#include "book/book_file.h"
#include "book/edits.h"
#include "canvas/canvas.h"
#include "canvas/hull_picture.h"
#include "canvas/look.h"
#include "fairing/judge.h"
#include "known_hulls.h"
#include "sample_books.h"
#include "stages/lines/lines_stage.h"
#include "stages/lining/lining_stage.h"
#include "stages/planks/planks_stage.h"
#include "tired_reader.h"
#include "window/desk.h"
#include "window/main_window.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

void print(const char* what, double value, const char* unit, double target) {
  std::printf("%-64s %9.3f %-3s  target %g %s %s\n", what, value, unit, target, unit,
              value <= target ? "" : "  MISSED");
  std::fflush(stdout);
}

template <typename Act>
std::vector<double> times(int rounds, Act act) {
  std::vector<double> found;
  for (int i = 0; i < rounds; ++i) {
    QElapsedTimer clock;
    clock.start();
    act(i);
    found.push_back(static_cast<double>(clock.nsecsElapsed()) * 1e-6);
  }
  std::sort(found.begin(), found.end());
  return found;
}

double median(const std::vector<double>& sorted) {
  return sorted[sorted.size() / 2];
}
double percentile99(const std::vector<double>& sorted) {
  return sorted[sorted.size() * 99 / 100];
}

/// A round hull of many stations, as a table with a waterline every `stepMm`.
OffsetTable roundHull(int stations, double lengthMm, double stepMm) {
  std::vector<KnownSection> sections;
  for (int i = 0; i < stations; ++i) {
    const double x = lengthMm * i / (stations - 1);
    const double scale = std::sqrt(1.0 - std::pow((x / lengthMm - 0.52) / 0.75, 2));
    const double beam = 0.17 * lengthMm, depth = 0.14 * lengthMm;
    sections.push_back(
        {x, [=](double a) { return Vec2(beam * scale * std::sin(a), depth * (1.05 - scale * std::cos(a))); }, 0.06,
         1.5});
  }
  return griddedTableOf(sections, stepMm);
}

Hull hullOf(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) qFatal("%s", describe(hull.error()).c_str());
  return *hull;
}

void benchAccuracy() {
  print("flat planks of a cylinder, 4 m, 11 stations",
        worstMisfit(cylinder(), griddedTableOf(cylinder().sections, 100.0)), "mm", 0.15);
  print("flat planks of a cone on its side", worstMisfit(coneOnItsSide(), tableOf(coneOnItsSide().sections, 9)), "mm",
        0.15);
  print("flat planks of an upright cone", worstUprightConeMisfit(), "mm", 0.15);
  const Hull round = hullOf(griddedTableOf(cylinder().sections, 100.0));
  double girth = 0.0;
  for (std::size_t i = 0; i < round.sections.size(); ++i) {
    girth = std::max(girth, std::abs(round.sections[i].girthMm() -
                                     700.0 * (cylinder().sections[i].to - cylinder().sections[i].from)));
  }
  print("girths of a cylinder", girth, "mm", 0.15);
  const Ellipsoid ellipsoid;
  const OffsetTable smooth = griddedTableOf(ellipsoid.sections(), 90.0);
  print("surface of a smooth round hull, 11 stations",
        worstAway(hullOf(smooth).patches[0], [&](const Vec3& p) { return ellipsoid.away(p); }), "mm", 0.4);
  const RakedBow bow;
  print("surface of a bow with a raked stem",
        worstAway(hullOf(bow.table()).patches[0], [&](const Vec3& p) { return p.y() - bow.breadth(p.x(), p.z()); }),
        "mm", 0.4);
  print("surface from exact figures of the table", worstFigureMiss(smooth, hullOf(smooth)), "mm", 0.2);
  for (const char* boat : {"osier", "marl", "sedge"}) {
    const OffsetTable table = sampleBook(boat).table;
    std::printf("  %-6s", boat);
    print("surface from its figures, within half the rounding", worstFigureMiss(table, hullOf(table)), "mm",
          table.figureTolerance().mm());
  }
}

void benchSolving() {
  const auto osier = std::make_shared<const Book>(sampleBook("osier"));
  print("full solve of the demo boat", median(times(15, [&](int) { solve(osier, 1); })), "ms", 150.0);

  Book twelve = *newBook(roundHull(12, 4600.0, 80.0));
  twelve = *setStrakeCount(twelve, 12);
  auto now = solve(std::make_shared<const Book>(twelve), 1, nullptr, SolveEffort::Quick);
  const auto drag = times(400, [&](int i) {
    const double share = now->lining->lines[6].shares[5] + (i % 40 < 20 ? 0.0006 : -0.0006);
    const Book moved = dragMark(*now->book, *now->lining, 6, 5, share);
    now = solve(std::make_shared<const Book>(moved), 2, now, SolveEffort::Quick);
  });
  print("mark moved, 12 strakes, 12 stations: lining and planks (median)", median(drag), "ms", 8.0);
  print("  the same, 99th percentile", percentile99(drag), "ms", 8.0);

  for (const char* boat : {"osier", "marl", "sedge"}) {
    const OffsetTable table = sampleBook(boat).table;
    std::printf("  %-6s", boat);
    print("judging the whole table", median(times(9, [&](int) { judgeTable(table); })), "ms", 30.0);
    const Judgement before = judgeTable(table);
    OffsetTable typed = table;
    setFigureMm(typed, {FigureRef::In::Row, 0, 3}, figureMm(table, {FigureRef::In::Row, 0, 3}) + 10.0);
    print("  one figure typed, judged again", median(times(9, [&](int) { judgeTable(typed, &before); })), "ms", 16.0);
  }
  {
    OffsetTable longTable = roundHull(60, 24000.0, 175.0);
    longTable.reading = millimetres(0.5);
    const Book book = *newBook(longTable);
    const auto before = solve(std::make_shared<const Book>(book), 1);
    const auto typed = std::make_shared<const Book>(
        *setFigure(book, 10, 30, millimetres(figureMm(longTable, {FigureRef::In::Row, 10, 30}) + 3.0)));
    print("60 stations, 44 lines: one figure typed, lines and verdicts",
          median(times(5, [&](int) { solve(typed, 2, before, SolveEffort::Quick); })), "ms", 100.0);
  }
  const std::vector<OffsetTable> boats{sampleBook("osier").table, sampleBook("marl").table, sampleBook("sedge").table};
  for (const unsigned seed : {1U, 7U, 2026U}) {
    const Finding100 tally = judgeMisreadings(boats, seed, 60);
    std::printf(
        "misread by a tired reader, seed %4u: %d wrong, %.1f %% found, %.1f %% called misread, %.2f in 1000 falsely\n",
        seed, tally.wrong, 100.0 * tally.foundShare(), 100.0 * tally.calledMisread / tally.wrong,
        1000.0 * tally.falseShare());
  }

  Book ship = *newBook(roundHull(60, 24000.0, 150.0));
  ship = *setStrakeCount(ship, 40);
  print("full solve of a 60-station, 40-strake ship",
        median(times(3, [&](int) { solve(std::make_shared<const Book>(ship), 1); })), "ms", 2000.0);
}

/// Notes when a move of the pointer is delivered to the drawing.
class MoveWatch : public QObject {
 public:
  QElapsedTimer clock;
  bool moved = false;

 protected:
  bool eventFilter(QObject* /*watched*/, QEvent* event) override {
    if (event->type() == QEvent::MouseMove) {
      clock.start();
      moved = true;
    }
    return false;
  }
};

void benchDragging() {
  MainWindow window;
  window.show();
  window.activateWindow();
  (void)QTest::qWaitForWindowExposed(&window);
  window.desk()->openSample();
  window.goToNumber(4);
  QTest::qWait(500);
  auto* canvas = qobject_cast<Canvas*>(window.lining()->drawing());
  canvas->repaint();
  QPoint at;
  for (const CanvasHandle& handle : canvas->handles()) {
    if (handle.line == 4 && handle.section == 4) at = handle.at.toPoint();
  }
  QTest::mousePress(canvas, Qt::LeftButton, {}, at);
  // From the pointer's event delivered to the end of the paint that shows its answer.
  MoveWatch watch;
  canvas->installEventFilter(&watch);
  std::vector<double> found;
  QEventLoop loop;
  QObject::connect(&window.session(), &Session::solvedChanged, canvas, [&] {
    if (!watch.moved) return;
    watch.moved = false;
    canvas->repaint();
    found.push_back(static_cast<double>(watch.clock.nsecsElapsed()) * 1e-6);
    loop.quit();
  });
  for (int i = 0; i < 300; ++i) {
    QTest::mouseMove(canvas, at + QPoint(0, i % 2 == 0 ? -3 : 3));
    if (watch.moved) loop.exec();
  }
  std::sort(found.begin(), found.end());
  QTest::mouseRelease(canvas, Qt::LeftButton, {}, at);
  print("pointer to picture while dragging (median)", median(found), "ms", 16.0);
  print("  the same, 99th percentile", percentile99(found), "ms", 16.0);
  QTest::qWait(400);

  window.goToNumber(5);
  QTest::qWait(100);
  QImage image(1000, 700, QImage::Format_RGB32);
  HullPicture* picture = window.planks()->picture();
  print("picture of the hull at 1000 x 700",
        median(times(40,
                     [&](int i) {
                       picture->setView(i * 9.0, 16.0);
                       QPainter painter(&image);
                       picture->paint(painter, image.size());
                     })),
        "ms", 16.0);
  window.session().closeCleanly();
}

/// Starts the program with the demo boat, which ends as soon as its window is painted.
void benchStart() {
  std::vector<double> found;
  double memoryMb = 0.0;
  for (int i = 0; i < 5; ++i) {
    QElapsedTimer clock;
    clock.start();
    QProcess process;
    process.start(QStringLiteral(NARROWS_APP), {"--demo", "--until-painted"});
    process.waitForFinished(10000);
    found.push_back(static_cast<double>(clock.nsecsElapsed()) * 1e-6);
    const QString words = QString::fromUtf8(process.readAllStandardOutput());
    memoryMb = words.section(' ', 1, 1).toDouble();
  }
  std::sort(found.begin(), found.end());
  print("start to painted window with the demo boat", median(found), "ms", 400.0);
  print("  memory then", memoryMb, "MB", 200.0);
}

/// A ship of 400 stations by 40 lines: how long she takes, how soon she can be stopped, how long a paint holds the
/// window.
void benchLargeBoat() {
  OffsetTable table = roundHull(400, 24000.0, 190.0);
  std::printf("large boat: %zu stations, %zu lines\n", table.stations.size(), table.rows.size());
  Judgement judgement;
  print("  judged", times(1, [&](int) { judgement = judgeTable(table); })[0], "ms", 3000.0);
  setFigureMm(table, {FigureRef::In::Row, 10, 200}, figureMm(table, {FigureRef::In::Row, 10, 200}) + 60.0);
  print("  one misread figure, judged again", times(1, [&](int) { judgement = judgeTable(table, &judgement); })[0],
        "ms", 3000.0);
  Book book = *newBook(roundHull(400, 24000.0, 190.0));
  book = *setStrakeCount(book, 12);
  const auto snapshot = std::make_shared<const Book>(book);
  QElapsedTimer whole;
  whole.start();
  (void)solve(snapshot, 1);
  const auto wholeMs = static_cast<double>(whole.elapsed());
  print("  solved in full, 12 strakes", wholeMs, "ms", 10000.0);
  double latest = 0.0;
  constexpr int stops = 20;
  for (int k = 0; k < stops; ++k) {
    std::stop_source source;
    QElapsedTimer sinceStop;
    std::jthread later([&] {
      std::this_thread::sleep_for(std::chrono::milliseconds(static_cast<int>(wholeMs * k / stops)));
      sinceStop.start();
      source.request_stop();
    });
    if (solve(snapshot, 1, nullptr, SolveEffort::Full, source.get_token()) == nullptr)
      latest = std::max(latest, static_cast<double>(sinceStop.nsecsElapsed()) * 1e-6);
  }
  print("  stopped at twenty moments: the longest it went on", latest, "ms", 50.0);

  QTemporaryDir folder;
  const std::string path = folder.filePath("large.narrows").toStdString();
  if (!saveBook(book, path)) qFatal("the large book was not saved");
  MainWindow window;
  window.resize(1280, 800);
  window.show();
  (void)QTest::qWaitForWindowExposed(&window);
  print("  opened, until the window is free",
        times(1, [&](int) { window.desk()->openPath(QString::fromStdString(path)); })[0], "ms", 400.0);
  window.goToNumber(1);
  (void)QTest::qWaitFor([&] { return !window.session().isWorking(); }, 60000);
  window.lines()->drawing()->repaint();
  print("  all her lines painted", times(9, [&](int) { window.lines()->drawing()->repaint(); }).back(), "ms", 50.0);
  window.session().closeCleanly();
}

void benchBackbone() {
  for (const char* boat : {"osier", "marl", "sedge"}) {
    const auto answer = solve(std::make_shared<const Book>(sampleBook(boat)), 1);
    const BackbonePlan& plan = answer->backbone->plan;
    const auto whole = times(9, [&](int) { makeBackbone(answer->backbone->input, plan); });
    print((std::string("backbone of ") + boat + ", rabbet and all").c_str(), median(whole), "ms", 60.0);
    const auto dragged = times(41, [&](int i) {
      BackbonePlan moved = plan;
      moved.timbers[0].outline[1].distance = millimetres(moved.timbers[0].outline[1].distance.mm() + 0.1 * i);
      makeBackbone(answer->backbone->input, moved, answer->backbone.get());
    });
    print("  a point of the stem dragged", percentile99(dragged), "ms", 16.0);
    if (boat != std::string("osier")) continue;
    BackbonePlan laid = plan;
    laid.lamination.timber = laid.timbers[0].id;
    laid.slab.timber = laid.timbers.back().id;
    const auto slid = times(41, [&](int i) {
      laid.slab.placed = true;
      laid.slab.placedAlong = millimetres(400.0 + i);
      laid.slab.placedAcross = millimetres(180.0);
      makeBackbone(answer->backbone->input, laid, answer->backbone.get());
    });
    print("  a pattern slid on its slab, a stem laminated", percentile99(slid), "ms", 16.0);
  }
  PlacementOf of;
  of.slab = rectangle({0.0, 0.0}, {3000.0, 500.0});
  for (int i = 0; i < 80; ++i) {
    const double a = 3.14159265 * i / 79.0;
    of.pattern.emplace_back(600.0 * std::cos(a), 160.0 * std::sin(a) - 80.0);
  }
  for (int i = 79; i >= 0; --i) {
    const double a = 3.14159265 * i / 79.0;
    of.pattern.emplace_back(480.0 * std::cos(a), 60.0 * std::sin(a) - 80.0);
  }
  of.marginMm = 8.0;
  for (int i = 0; i < 20; ++i)
    of.faults.push_back({FaultKind::Knot, millimetres(100.0 + 145.0 * i), millimetres(i % 2 == 0 ? 150.0 : 340.0),
                         millimetres(40.0), millimetres(30.0), millimetres(10.0)});
  const auto searched = times(3, [&](int) { (void)findPlacement(of); });
  print("curved pattern laid among 20 faults, searched", median(searched), "ms", 2000.0);
}

}  // namespace

int main(int argc, char** argv) {
  QTemporaryDir state;
  qputenv("XDG_STATE_HOME", state.path().toUtf8());
  qputenv("XDG_CONFIG_HOME", state.path().toUtf8());
  QApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  look::apply(application);
  benchAccuracy();
  benchSolving();
  benchDragging();
  benchStart();
  benchLargeBoat();
  benchBackbone();
  return 0;
}
