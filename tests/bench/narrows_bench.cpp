// Timings and accuracies beside their targets. Never a test: machines differ.

#include <QApplication>
#include <QComboBox>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QProcess>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>
#include <QTimer>
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <fstream>
#include <functional>
#include <thread>

#include "backbone/backbone.h"
#include "book/book_file.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "book/stock_edits.h"
#include "canvas/canvas.h"
#include "canvas/hull_picture.h"
#include "canvas/look.h"
#include "fairing/judge.h"
#include "fonts.h"
#include "joined_boats.h"
#include "known_hulls.h"
#include "lining/schools.h"
#include "pages.h"
#include "sample_books.h"
#include "sheet_set.h"
#include "solve/plank_at_bench.h"
#include "solve/wanted_pieces.h"
#include "stages/backbone/assembly_drawing.h"
#include "stages/backbone/assembly_page.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/backbone/slab_page.h"
#include "stages/daybook/daybook_stage.h"
#include "stages/daybook/order_bench.h"
#include "stages/daybook/order_drawing.h"
#include "stages/daybook/today_board.h"
#include "stages/lines/line_bench.h"
#include "stages/lines/line_drawing.h"
#include "stages/lines/lines_stage.h"
#include "stages/lining/body_plan.h"
#include "stages/lining/lining_stage.h"
#include "stages/planks/planks_stage.h"
#include "stages/stock/board_drawing.h"
#include "stages/stock/pieces_page.h"
#include "stages/stock/stack_page.h"
#include "stages/stock/stock_stage.h"
#include "stock/fit.h"
#include "tired_reader.h"
#include "window/desk.h"
#include "window/main_window.h"
#include "window/print_panel.h"
#include "window/sheet_preview.h"
#include "window/sheets_form.h"

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

/// Two plans on one hull, marl's own and a school's: a mark, a guide and an end moved.
void benchLining() {
  Book book = *newBook(roundHull(16, 6000.0, 90.0));
  book = *setStrakeCount(book, 16);
  auto now = solve(std::make_shared<const Book>(book), 1);
  const GirthFrame& frame = now->lining->frame;
  const auto ids = sectionIds(book, frame.hull());
  const auto straight =
      planBySchool(frame, School::StraightRun, {16, {}, {}, {}, {}}, ids,
                   shopFigures(book.table.construction, boatLength(book.table)), plankingFigures(book));
  if (!straight) qFatal("%s", describe(straight.error()).c_str());
  PlanId made;
  book = *addPlan(book, *straight, "straight run", &made);
  book = *setBoatPlan(book, BoatSide::Port, made);
  now = solve(std::make_shared<const Book>(book), 2, now, SolveEffort::Quick);
  const auto run = [&](const char* what, const std::function<Book(int)>& edit) {
    const auto took =
        times(200, [&](int i) { now = solve(std::make_shared<const Book>(edit(i)), 3, now, SolveEffort::Quick); });
    print(what, median(took), "ms", 8.0);
    print("  the same, 99th percentile", percentile99(took), "ms", 8.0);
  };
  const auto sway = [](int i) { return i % 40 < 20 ? 1.0 : -1.0; };
  run("16 strakes, 16 stations, two plans: mark moved", [&](int i) {
    const Lining& lining = *now->lining;
    return dragMark(*now->book, lining, 7, 6, lining.lines[7].shares[6] + 0.0005 * sway(i));
  });
  run("  straight run turned", [&](int i) {
    Guide guide = now->book->planOf(BoatSide::Port).guides[0];
    guide.heading += 0.0002 * sway(i);
    return dragGuide(*now->book, *now->portLining, 0, guide);
  });
  run("  ends evened", [&](int i) {
    EndPlan end;
    end.even = 0.3 + 0.01 * (i % 40);
    return *setEnd(*now->book, *now->lining, true, end);
  });
  for (const char* boat : {"osier", "marl", "sedge"}) {
    const auto solved = solve(std::make_shared<const Book>(sampleBook(boat)), 1);
    for (const School school : everySchool) {
      const Book& of = *solved->book;
      const auto one = times(5, [&](int) {
        const auto plan = planBySchool(solved->lining->frame, school, {}, sectionIds(of, solved->lining->frame.hull()),
                                       shopFigures(of.table.construction, boatLength(of.table)), plankingFigures(of));
        if (!plan) qFatal("no plan");
      });
      std::printf("  %-6s", boat);
      print(schoolWord(school), median(one), "ms", 100.0);
    }
  }
}

/// What is worked out of lapped planks after a mark has moved: shapes, lands and gains.
void benchPlanks() {
  Book book = *newBook(roundHull(16, 6000.0, 90.0));
  book.table.construction = Construction::Lapstrake;
  book.settings.lap = millimetres(19.0);
  book = *setStrakeCount(book, 16);
  auto now = solve(std::make_shared<const Book>(book), 1);
  const auto moved = times(100, [&](int i) {
    const Lining& lining = *now->lining;
    const double by = i % 40 < 20 ? 0.0005 : -0.0005;
    const Book edited = dragMark(*now->book, lining, 7, 6, lining.lines[7].shares[6] + by);
    now = solve(std::make_shared<const Book>(edited), 3, now, SolveEffort::Quick);
  });
  print("16 lapped strakes: a mark moved, all planks", median(moved), "ms", 10.0);
  const PlankMake laps = lapMake(*now->book, *now->lining);
  const PlankingMake planking = plankingMake(*now->book);
  const auto before = now->lining.value;
  const auto gainsBefore = gains(*before, laps, planking);
  now = solve(std::make_shared<const Book>(dragMark(*now->book, *before, 7, 6, before->lines[7].shares[6] + 0.0005)), 3,
              now, SolveEffort::Quick);
  print("  lands and gains of all of them",
        median(times(50,
                     [&](int) {
                       for (std::size_t at = 0; at < 16; ++at)
                         (void)lapBevels(*now->lining, at, laps, planking.thicknessMm);
                       (void)gains(*now->lining, laps, planking, {before.get(), &gainsBefore});
                     })),
        "ms", 5.0);
  const auto full = solve(now->book, 4, now);
  print("  one of them on the bench",
        median(times(50,
                     [&](int i) { (void)plankAtBench(*full, static_cast<std::size_t>(i % 16), BoatSide::Starboard); })),
        "ms", 16.0);
}

/// Notes when a move of the pointer, or a key, is delivered to the drawing.
class EventWatch : public QObject {
 public:
  QElapsedTimer clock;
  bool came = false;

 protected:
  bool eventFilter(QObject* /*watched*/, QEvent* event) override {
    if (event->type() == QEvent::MouseMove || event->type() == QEvent::KeyPress) {
      clock.start();
      came = true;
    }
    return false;
  }
};

/// From each event delivered to the end of the paint that shows its answer. `send` sends the i-th.
/// Joints planned, planks fastened, tickets written: of whole boats, both sides.
void benchJoints() {
  loadFonts();
  const QTemporaryDir folder;
  for (const auto& [boat, board] : {std::pair("osier", 4267.0), std::pair("marl", 4877.0)}) {
    Book book = sampleBook(boat);
    book.weighing.boardLength = millimetres(board);
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    std::printf("  %-6s", boat);
    print("joints planned",
          median(times(3, [&](int) { (void)planJoints(strakesToJoin(*solved), {}, joiningMake(*solved)); })), "ms",
          1000.0);
    const auto joined = joinedBoat(book, board);
    print("    every plank fastened", median(times(3, [&](int) { (void)fastenBoat(*joined); })), "ms", 500.0);
    SheetChoice choice;
    choice.tickets = true;
    choice.patterns = choice.widths = choice.stick = false;
    choice.strakes = {3};
    const auto write = [&] {
      (void)writeSheets(planksSheets(*joined, choice), folder.path().toStdString(), SheetFormat::Pdf, {});
    };
    choice.piece = 1;
    print("    one ticket as PDF", median(times(5, [&](int) { write(); })), "ms", 300.0);
    choice.strakes.clear();
    choice.piece = 0;
    choice.sides = {BoatSide::Starboard, BoatSide::Port};
    print("    every ticket as PDF", median(times(2, [&](int) { write(); })), "ms", 6000.0);
  }
}

/// From the panel's opening to its first page on the screen, and a whole boat's sheets written while the window lives.
void benchSheets() {
  const QTemporaryDir folder;
  for (const char* boat : {"osier", "marl"}) {
    const auto solved = solve(std::make_shared<const Book>(sampleBook(boat)), 1);
    std::printf("  %-6s", boat);
    const auto shown = [&](SheetsOf what) {
      QElapsedTimer clock;
      clock.start();
      PrintPanel panel(solved, 3);
      panel.choose(what, {});
      panel.show();
      while (panel.preview()->pixelsPerMm() <= 0.0 && clock.elapsed() < 20000)
        QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 5);
      panel.preview()->repaint();
      return static_cast<double>(clock.nsecsElapsed()) * 1e-6;
    };
    print("first page previewed, a strake's sheets", median(times(3, [&](int) { (void)shown(SheetsOf::Planks); })),
          "ms", 300.0);
    print("    every mould", median(times(3, [&](int) { (void)shown(SheetsOf::Moulds); })), "ms", 300.0);
    print("    backbone", median(times(3, [&](int) { (void)shown(SheetsOf::Backbone); })), "ms", 300.0);
    SheetChoice choice;
    choice.sides = {BoatSide::Starboard, BoatSide::Port};
    choice.tickets = true;
    std::vector<Drawing> all = planksSheets(*solved, choice);
    for (const std::vector<Drawing>& more :
         {mouldsSheets(*solved, {}), backboneSheets(*solved, {}), linesSheets(*solved)})
      all.insert(all.end(), more.begin(), more.end());
    nameFiles(all, boat);
    const std::size_t pages = SheetPages(all, {}).count();
    QElapsedTimer clock;
    clock.start();
    (void)writeSheets(all, folder.path().toStdString(), SheetFormat::Pdf, {});
    const double seconds = static_cast<double>(clock.nsecsElapsed()) * 1e-9;
    std::printf("    %zu pages on A4 as PDF: %.1f a second (20)\n", pages, static_cast<double>(pages) / seconds);
    // The same through the panel: how long the window did not answer.
    PrintPanel panel(solved, 3);
    panel.form()->strakes()->setCurrentIndex(1);
    emit panel.form()->strakes()->activated(1);
    panel.folder()->setText(folder.path() + "/panel");
    panel.show();
    while (!panel.writeButton()->isEnabled() || panel.preview()->pixelsPerMm() <= 0.0)
      QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 5);
    QElapsedTimer since;
    double longest = 0.0;
    QTimer beat;
    QObject::connect(&beat, &QTimer::timeout, [&] {
      longest = std::max(longest, static_cast<double>(since.nsecsElapsed()) * 1e-6);
      since.start();
    });
    panel.writeButton()->click();
    since.start();
    beat.start(2);
    QElapsedTimer whole;
    whole.start();
    while (!panel.outcome()->text().startsWith("Written") && whole.elapsed() < 120000)
      QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 5);
    print("    longest the window was away while the panel wrote", longest, "ms", 50.0);
  }
}

void printToPicture(const char* name, MainWindow& window, Canvas* canvas, int events,
                    const std::function<void(int)>& send) {
  EventWatch watch;
  canvas->installEventFilter(&watch);
  std::vector<double> found;
  QEventLoop loop;
  QTimer never;
  never.setSingleShot(true);
  QObject::connect(&never, &QTimer::timeout, &loop, &QEventLoop::quit);
  const auto connection = QObject::connect(&window.session(), &Session::solvedChanged, canvas, [&] {
    if (!watch.came) return;
    watch.came = false;
    canvas->repaint();
    found.push_back(static_cast<double>(watch.clock.nsecsElapsed()) * 1e-6);
    loop.quit();
  });
  for (int i = 0; i < events; ++i) {
    send(i);
    if (!watch.came) continue;
    never.start(1000);
    loop.exec();
    never.stop();
  }
  QObject::disconnect(connection);
  canvas->removeEventFilter(&watch);
  if (found.size() < static_cast<std::size_t>(events) / 2) qFatal("%s: only %zu shown", name, found.size());
  std::sort(found.begin(), found.end());
  std::printf("%s, %zu times\n", name, found.size());
  print("  to the picture (median)", median(found), "ms", 16.0);
  print("  the same, 99th percentile", percentile99(found), "ms", 16.0);
}

QPoint handleAt(Canvas* canvas, const std::function<bool(const CanvasHandle&)>& wanted) {
  canvas->repaint();
  for (const CanvasHandle& handle : canvas->handles()) {
    if (wanted(handle)) return handle.at.toPoint();
  }
  qFatal("the drawing has no such handle");
}

void printDrag(const char* name, MainWindow& window, Canvas* canvas, const QPoint& at) {
  QTest::mousePress(canvas, Qt::LeftButton, {}, at);
  QTest::mouseMove(canvas, at + QPoint(0, 12));  // a nail is dragged once the pointer has left it
  printToPicture(name, window, canvas, 200,
                 [&](int i) { QTest::mouseMove(canvas, at + QPoint(0, i % 2 == 0 ? -3 : 3)); });
  QTest::mouseRelease(canvas, Qt::LeftButton, {}, at);
  QTest::qWait(600);
}

void printKeys(const char* name, MainWindow& window, Canvas* canvas, Qt::Key up, Qt::Key down,
               Qt::KeyboardModifiers with) {
  canvas->setFocus();
  printToPicture(name, window, canvas, 200, [&](int i) { QTest::keyClick(canvas, i % 2 == 0 ? up : down, with); });
  QTest::qWait(600);
}

void benchHands() {
  MainWindow window;
  window.show();
  window.activateWindow();
  (void)QTest::qWaitForWindowExposed(&window);
  window.desk()->openSample();
  window.goToNumber(4);
  QTest::qWait(800);
  auto* girth = qobject_cast<Canvas*>(window.lining()->drawing());
  const auto mark = [](const CanvasHandle& handle) { return handle.line == 4 && handle.section == 4; };
  printDrag("Lining off, girth: a mark dragged", window, girth, handleAt(girth, mark));
  printKeys("Lining off: a mark stepped by key", window, girth, Qt::Key_Up, Qt::Key_Down, Qt::ControlModifier);
  Canvas* body = window.lining()->findChild<BodyPlan*>();
  printDrag("Lining off, body plan: a mark dragged", window, body, handleAt(body, mark));

  window.goToNumber(2);
  QTest::qWait(400);
  AssemblyDrawing* assembly = window.backbone()->assembly()->assembly();
  assembly->choose(0);
  assembly->chooseGrip(2);
  printDrag("Backbone: a point of the stem dragged", window, assembly,
            handleAt(assembly, [](const CanvasHandle& handle) { return handle.section == 2; }));
  printKeys("Backbone: a point stepped by key", window, assembly, Qt::Key_Up, Qt::Key_Down, Qt::ControlModifier);
  window.backbone()->open(BackboneStage::Slab);
  QTest::qWait(400);
  auto* slab = window.backbone()->slab()->drawing();
  slab->repaint();
  const Polygon& pattern = window.session().solved()->backbone->slab.placed.judgement.outline;
  printDrag("Backbone, slab: the pattern slid", window, slab,
            slab->toScreen(pattern.front()).toPoint() * 0.97 + slab->toScreen(centroid(pattern)).toPoint() * 0.03);

  window.goToNumber(1);
  window.lines()->workOn({FigureRef::In::Row, 1, 3});
  QTest::qWait(400);
  LineDrawing* line = window.lines()->bench()->drawing();
  const int nail = line->nail();
  printDrag("Lines: a nail dragged", window, line,
            handleAt(line, [nail](const CanvasHandle& handle) { return handle.line == nail; }));
  printKeys("Lines: a nail stepped by key", window, line, Qt::Key_Up, Qt::Key_Down, Qt::NoModifier);

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

/// The longest the window did not hear anything while `act` was done and settled, and how long that took, ms.
std::pair<double, double> stallAndSettling(MainWindow& window, const std::function<void()>& act) {
  QElapsedTimer beat, whole;
  double longest = 0.0;
  QTimer heart;
  QObject::connect(&heart, &QTimer::timeout, [&] {
    longest = std::max(longest, static_cast<double>(beat.nsecsElapsed()) * 1e-6);
    beat.start();
  });
  heart.start(1);
  beat.start();
  whole.start();
  act();
  (void)QTest::qWaitFor([&] { return !window.session().isWorking(); }, 120000);
  const auto settled = static_cast<double>(whole.nsecsElapsed()) * 1e-6;
  QTest::qWait(400);  // what follows an answer: tables, trials begun, the paint
  return {longest, settled};
}

/// Peak of the memory that was in use, MB.
double peakMemoryMb() {
  std::ifstream status("/proc/self/status");
  for (std::string line; std::getline(status, line);) {
    if (line.rfind("VmHWM:", 0) == 0) return std::stod(line.substr(6)) / 1024.0;
  }
  return 0.0;
}

/// The window on a ship of 399 stations and 40 strakes.
void benchShip() {
  Book book = *newBook(roundHull(399, 24000.0, 190.0));
  book = *setStrakeCount(book, 40);
  std::printf("ship: %zu stations, %zu strakes\n", book.table.stations.size(), book.boatPlan().strakes.size());
  MainWindow window;
  window.resize(1280, 800);
  window.show();
  (void)QTest::qWaitForWindowExposed(&window);
  const auto told = [&](const char* what, const std::function<void()>& act) {
    const auto [stall, settled] = stallAndSettling(window, act);
    print((std::string("  ") + what + ": the window's longest stall").c_str(), stall, "ms", 100.0);
    print("    settled after", settled, "ms", 20000.0);
  };
  told("opened", [&] { window.session().openSample(book); });
  print("    memory at most", peakMemoryMb(), "MB", 600.0);
  for (const int stage : {1, 2, 3, 4, 5}) {
    told((std::string("stage ") + std::to_string(stage) + " gone to").c_str(), [&] { window.goToNumber(stage); });
    told("    a mark moved", [&] {
      const Lining& lining = *window.session().solved()->lining;
      window.session().perform(
          "Move a mark", moveMark(*window.session().book(), lining, 20, 200, lining.lines[20].shares[200] + 0.001));
    });
  }
  told("units changed", [&] {
    window.session().perform("Show millimetres", setNotation(*window.session().book(), Notation::Millimetres));
  });
  if (std::getenv("NARROWS_NO_LUMPS")) return window.session().closeCleanly();
  // Findings by the thousand: every line is lumpy.
  Book lumpy = book;
  for (std::size_t row = 0; row < lumpy.table.rows.size(); ++row) {
    for (std::size_t i = 0; i < lumpy.table.rows[row].figures.size(); ++i) {
      auto& figure = lumpy.table.rows[row].figures[i];
      if (figure && (i * 7 + row * 3) % 2 == 0) figure = millimetres(figure->mm() + 30.0);
    }
  }
  told("a lumpy one opened", [&] { window.session().openSample(lumpy); });
  std::printf("    findings %zu\n", window.session().solved()->findings.size());
  print("    memory at most", peakMemoryMb(), "MB", 600.0);
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

/// osier with 40 boards, and every piece laid that goes on them.
Book stockedBook() {
  Book book = loadBook(boatsFolder() + "osier.narrows")->book;
  std::vector<Board> more;
  for (int i = 0; more.size() + book.boards.size() < 40; ++i) {
    Board board = book.boards[static_cast<std::size_t>(i) % 12];
    board.name.clear();
    more.push_back(board);
  }
  book = *addBoards(book, more);
  const auto bare = solve(std::make_shared<const Book>(book), 1);
  const auto pieces = wantedPieces(*bare);
  const StockMake make = stockMake(book);
  std::map<std::int64_t, std::vector<Neighbour>> on;
  for (WantedPiece piece : pieces) {
    piece.species.clear();
    piece.thicknessMm = 5.0;
    const std::vector<Board> stack = book.boards;
    for (const Board& board : stack) {
      auto& there = on[board.id.number];
      const auto place = findPlace(BoardShape(board), piece, there, make);
      if (!place) continue;
      there.push_back({there.size(), piece.mark(), place->judged.outline});
      book = *layPiece(book, piece.of, board.id, place->lies);
      break;
    }
  }
  return book;
}

void benchStock() {
  Book book = stockedBook();
  std::printf("stock: %zu boards, %zu pieces laid\n", book.boards.size(), book.layings.size());
  const auto solved = solve(std::make_shared<const Book>(book), 1);
  print("every piece of osier made", median(times(5, [&](int) { (void)wantedPieces(*solved); })), "ms", 400.0);
  MainWindow window;
  window.resize(1280, 800);
  window.show();
  window.session().openSample(book);
  window.goToNumber(6);
  StockBench* bench = window.stock()->bench();
  if (!QTest::qWaitFor([&] { return bench->isFresh() && !bench->pieces().empty(); }, 20000)) return;
  // The piece with most beside it.
  const Laying* busiest = nullptr;
  std::size_t most = 0;
  for (const Laying& one : book.layings) {
    if (const std::size_t beside = bench->laidOn(one.board).size(); beside > most) most = beside, busiest = &one;
  }
  std::printf("    %zu pieces on its board\n", most);
  bench->takePiece(busiest->of);
  QTest::qWait(300);
  BoardDrawing* board = window.stock()->board();
  const WantedPiece* piece = bench->piece();
  const QPoint from = board->toScreen(liesOf(*busiest).onBoard(piece->middle[piece->middle.size() / 2])).toPoint();
  QTest::mousePress(board, Qt::LeftButton, {}, from);
  const auto slide = [&](int i) {
    QMouseEvent move(QEvent::MouseMove, QPointF(from + QPoint(i % 40, i % 7)), board->mapToGlobal(QPointF(from)),
                     Qt::NoButton, Qt::LeftButton, {});
    QApplication::sendEvent(board, &move);
    board->repaint();
  };
  const auto slid = times(200, slide);
  print("a piece slid, to its picture", percentile99(slid), "ms", 16.0);
  QTest::mouseRelease(board, Qt::LeftButton, {}, from);
  // The same while the other half of the pieces is laid beside the window.
  std::vector<PieceRef> lifted;
  for (std::size_t i = 0; i < book.layings.size(); i += 2) {
    if (!book.layings[i].of.isSame(busiest->of)) lifted.push_back(book.layings[i].of);
  }
  window.session().openSample(*liftPieces(book, lifted));
  if (!QTest::qWaitFor([&] { return bench->isFresh() && !bench->pieces().empty(); }, 20000)) return;
  window.stock()->showPage(StockStage::Page::Pieces);
  QTest::qWait(300);
  window.stock()->findChild<QPushButton*>("layAll")->click();
  bench->takePiece(busiest->of);
  QTest::qWait(100);
  QTest::mousePress(board, Qt::LeftButton, {}, from);
  std::size_t whileLaying = 0;
  std::vector<double> slidMeanwhile;
  for (int i = 0; i < 200; ++i) {
    slidMeanwhile.push_back(times(1, [&](int) { slide(i); }).front());
    QCoreApplication::processEvents();
    whileLaying += window.stock()->pieces()->isLaying() ? 1 : 0;
  }
  std::sort(slidMeanwhile.begin(), slidMeanwhile.end());
  std::printf("    %zu of 200 while all is laid\n", whileLaying);
  print("a piece slid while all is laid, to its picture", percentile99(slidMeanwhile), "ms", 16.0);
  QTest::mouseRelease(board, Qt::LeftButton, {}, from);
  // A large stack.
  std::vector<Board> many;
  for (int i = 0; i < 488; ++i) {
    Board one = book.boards[static_cast<std::size_t>(i) % 12];
    one.name.clear();
    many.push_back(one);
  }
  Book large = *addBoards(loadBook(boatsFolder() + "osier.narrows")->book, many);
  QTest::qWait(500);
  window.session().openSample(large);
  if (!QTest::qWaitFor([&] { return bench->isFresh(); }, 20000)) return;
  QTest::qWait(500);
  CellGrid* grid = window.stock()->stack()->grid();
  QLineEdit* sought = window.stock()->stack()->sought();
  print("500 boards searched, a letter",
        percentile99(times(40,
                           [&](int i) {
                             sought->setText(QStringLiteral("larch >%1ft").arg(8 + i % 8));
                             grid->repaint();
                           })),
        "ms", 50.0);
  sought->clear();
  print("500 boards scrolled, a page",
        percentile99(times(60,
                           [&](int i) {
                             grid->scrollTo(grid->model()->index((i * 37) % 500, 0));
                             grid->repaint();
                           })),
        "ms", 50.0);
  print(
      "another of 500 boards in hand",
      percentile99(times(40,
                         [&](int i) {
                           bench->takeBoard(window.session().book()->boards[static_cast<std::size_t>(i * 11 % 500)].id);
                           QCoreApplication::processEvents();
                           window.stock()->repaint();
                         })),
      "ms", 50.0);
  window.session().closeCleanly();
}

void benchDaybook() {
  // A ship of 60 stations and 40 strakes: more than a thousand steps.
  MainWindow window;
  window.resize(1280, 800);
  window.show();
  window.session().openSample(*newBook(roundHull(60, 24000.0, 150.0)));
  const auto isAnswered = [&] {
    const auto& solved = window.session().solved();
    return solved != nullptr && solved->revision == window.session().revision() && !solved->waits();
  };
  if (!QTest::qWaitFor(isAnswered, 60000)) return;
  window.goToNumber(7);
  OrderBench* bench = window.daybook()->bench();
  QTest::qWait(1000);
  std::printf("day book: %zu steps of %zu parts\n", bench->order()->steps.size(), bench->order()->parts.size());
  print("    a step told done, to the page",
        percentile99(times(40,
                           [&](int) {
                             bench->finish(StepRef(bench->order()->steps[bench->order()->ready.front()].ref));
                             window.daybook()->today()->viewport()->repaint();
                           })),
        "ms", 50.0);
  window.daybook()->showPage(DaybookStage::Page::Order);
  OrderDrawing* drawing = window.daybook()->order();
  QTest::qWait(300);
  for (const auto& [what, shows] : {std::pair("    the whole boat drawn", OrderDrawing::Shows::Boat),
                                    std::pair("    what is open drawn", OrderDrawing::Shows::Open),
                                    std::pair("    a part drawn", OrderDrawing::Shows::Part)}) {
    drawing->show(shows);
    print(what,
          percentile99(times(20,
                             [&](int) {
                               bench->take(StepRef(bench->order()->steps[bench->order()->ready.front()].ref));
                               drawing->repaint();
                             })),
          "ms", 100.0);
  }
  window.session().closeCleanly();
}

}  // namespace

int main(int argc, char** argv) {
  QTemporaryDir state;
  qputenv("XDG_STATE_HOME", state.path().toUtf8());
  qputenv("XDG_CONFIG_HOME", state.path().toUtf8());
  QApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  look::apply(application);
  const std::vector<std::pair<QString, void (*)()>> parts{
      {"accuracy", benchAccuracy}, {"solving", benchSolving}, {"lining", benchLining},     {"hands", benchHands},
      {"start", benchStart},       {"planks", benchPlanks},   {"joints", benchJoints},     {"sheets", benchSheets},
      {"large", benchLargeBoat},   {"ship", benchShip},       {"backbone", benchBackbone}, {"stock", benchStock},
      {"daybook", benchDaybook}};
  // All of them, or those named.
  const QStringList wanted = QApplication::arguments().mid(1);
  for (const auto& [name, bench] : parts) {
    if (wanted.isEmpty() || wanted.contains(name)) bench();
  }
  return 0;
}
