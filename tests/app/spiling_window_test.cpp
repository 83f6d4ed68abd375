// Readings off a batten: typed, read from a file, judged beside the plank, and cut to.

#include <fcntl.h>
#include <stdlib.h>
#include <unistd.h>

#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QListWidget>
#include <QProcess>
#include <QPushButton>

#include "book/lining_edits.h"
#include "book/spiling_edits.h"
#include "commands/tape.h"
#include "plank/look_at_spiling.h"
#include "plank_pattern.h"
#include "stages/planks/plank_drawing.h"
#include "stages/planks/plank_tables.h"
#include "stages/planks/planks_stage.h"
#include "stages/planks/spiling_grid.h"
#include "stages/planks/spiling_page.h"
#include "window/findings_bar.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// The tape's end of a line: a pseudo-terminal, whose other end has a path.
class FarEnd {
 public:
  FarEnd() : m_fd(posix_openpt(O_RDWR | O_NOCTTY)) { m_open = m_fd >= 0 && grantpt(m_fd) == 0 && unlockpt(m_fd) == 0; }
  ~FarEnd() { close(); }
  FarEnd(const FarEnd&) = delete;
  FarEnd& operator=(const FarEnd&) = delete;
  bool isOpen() const { return m_open; }
  QString path() const { return QString::fromLocal8Bit(ptsname(m_fd)); }
  void send(const QByteArray& text) const {
    if (::write(m_fd, text.constData(), static_cast<std::size_t>(text.size())) != text.size()) qFatal("not sent");
  }
  void close() {
    if (m_open) ::close(m_fd);
    m_open = false;
  }

 private:
  int m_fd;
  bool m_open = false;
};

}  // namespace

class SpilingWindowTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() {
    openWindow();
    openBook("osier");
    m_window->goToNumber(5);
    take(3, BoatSide::Starboard);
    openPage(stage(), "Readings");
  }
  void cleanup() { closeWindow(); }

  void whatShouldBeReadIsForetoldAndReadingsAreTypedBesideIt() {
    auto* grid = stage()->findChild<SpilingGrid*>();
    QVERIFY(grid->isVisible());
    const auto* model = grid->model();
    QCOMPARE(model->rowCount(), static_cast<int>(plank().stations.size()));
    for (int row = 0; row < model->rowCount(); ++row) {
      QVERIFY(model->data(model->index(row, 0)).toString().isEmpty());
      QVERIFY(!model->data(model->index(row, 1)).toString().isEmpty());
    }
    // Typed as a builder does, down the column; nonsense is answered and leaves what was there.
    grid->setFocus();
    for (int row = 1; row <= 6; ++row) {
      for (const int column : {0, 3}) {
        grid->setCurrentIndex(model->index(row, column));
        type(words(row, column == 3, row == 4 && column == 3 ? mmPerInch : 0.0));
        press(Qt::Key_Return);
      }
    }
    QVERIFY(settled());
    const SpiledStrake* read = spiledAt(*session().book(), 3, BoatSide::Starboard);
    QVERIFY(read != nullptr);
    QCOMPARE(read->spiling.readings.size(), std::size_t(6));
    const std::string before = bytes();
    grid->setCurrentIndex(model->index(2, 0));
    type("plank");
    press(Qt::Key_Return);
    press(Qt::Key_Escape);
    QCOMPARE(bytes(), before);
    // The inch too many is named, at its place, on the page and among what wants looking at.
    QVERIFY2(saidOnPage("upper reading at 4") && saidOnPage("slipped"), qPrintable(allSaid()));
    QVERIFY(model->data(model->index(4, 5)).toString().contains("+1"));
    // Going to that finding from elsewhere brings the readings up.
    openPage(stage(), "On the hull");
    m_window->goToNumber(1);
    chooseFinding("more in Planks");
    QTRY_VERIFY(stage()->isVisible());
    chooseFinding("slipped");
    QVERIFY(grid->isVisible());
    QCOMPARE(session().selection().strake, 2);
    // Taken back one by one they are gone, as though she had never been spiled.
    while (session().undoStack()->canUndo()) session().undo();
    QVERIFY(spiledAt(*session().book(), 3, BoatSide::Starboard) == nullptr);
  }

  void aRowTakenWhileThePlankIsGoneIsNoHarm() {
    auto* grid = stage()->findChild<SpilingGrid*>();
    QVERIFY(grid->isVisible() && grid->model()->rowCount() > 3);
    // The table still has its rows, and the boat has so many strakes no more, before an answer settles.
    Selection selection = session().selection();
    const QSignalBlocker quiet(&session());
    selection.strake = 99;
    session().select(selection);
    QVERIFY(grid->model()->rowCount() > 3);
    const QHeaderView* rows = grid->verticalHeader();
    QTest::mouseClick(rows->viewport(), Qt::LeftButton, {}, QPoint(10, rows->sectionViewportPosition(2) + 5));
    QCOMPARE(grid->currentIndex().row(), 2);
    QVERIFY(!grid->model()->setData(grid->model()->index(2, 0), "1", Qt::EditRole));
    QCOMPARE(session().selection().strake, 99);
    selection.strake = 2;
    session().select(selection);
  }

  void readingsFromAFileGoToTheStrakeTheyName() {
    const ReferenceEdge edge = naturalRun(plank(5, BoatSide::Port), 50.0);
    QByteArray text = "spiling,1\nunits,mm\nstrake,5\nside,port\nbatten,50\n";
    for (const PlankStation& station : plank(5, BoatSide::Port).stations) {
      const auto [lower, upper] = readingAt(station, edge);
      text += "reading," + QByteArray::fromStdString(station.name) + "," + QByteArray::number(lower, 'f', 2) + "," +
              QByteArray::number(upper, 'f', 2) + "\n";
    }
    QVERIFY(stage()->spiling()->readFrom(fileOf(text)));
    QVERIFY(settled());
    QCOMPARE(session().selection().strake, 4);
    QCOMPARE(session().selection().side, BoatSide::Port);
    QVERIFY(spiledAt(*session().book(), 5, BoatSide::Port) != nullptr);
    QVERIFY(saidOnPage("Nothing is likely wrong"));
    // Written out they are the same again.
    const QString out = m_folder->filePath("out.csv");
    QVERIFY(stage()->spiling()->writeTo(out));
    const std::string kept = bytes();
    QVERIFY(stage()->spiling()->readFrom(out));
    QFile written(out);
    QVERIFY(written.open(QIODevice::ReadOnly));
    QCOMPARE(readSpiling(written.readAll().toStdString())->readings.size(), plank(5, BoatSide::Port).stations.size());
    // Files with faults: every one is named with its line, and nothing is changed.
    const std::string before = bytes();
    for (const auto& [bad, said] : std::initializer_list<std::pair<QByteArray, QString>>{
             {"spiling,1\nunits,mm\nreading,1,two,3\nreading,2,1,x\n", "line 3"},
             {"spiling,1\nunits,mm\nreading,77,1,3\nreading,2,1,4\n", "77"},
             {"spiling,1\nunits,mm\nstrake,31\nreading,1,1,3\nreading,2,1,3\n", "31"},
             {QByteArray(text).replace("units,mm", "units,in"), "another unit"}}) {
      QVERIFY(!stage()->spiling()->readFrom(fileOf(bad)));
      QVERIFY2(saidOnPage(said), qPrintable(said + " in " + allSaid()));
      QCOMPARE(bytes(), before);
    }
    QVERIFY(!stage()->spiling()->readFrom(m_folder->filePath("none.csv")));
  }

  void aStrakeIsCutToItsReadingsWhereThatIsChosen() {
    Spiling spiling;
    const ReferenceEdge edge = naturalRun(plank(), 50.0);
    for (const PlankStation& station : plank().stations) {
      const auto [lower, upper] = readingAt(station, edge);
      spiling.readings.push_back({station.name, millimetres(lower), millimetres(upper), 0});
    }
    // A belly of 9 mm in the sheer edge: she was planked so below.
    for (std::size_t i = 3; i <= 5; ++i)
      spiling.readings[i].upper = *spiling.readings[i].upper + millimetres(i == 4 ? 9.0 : 5.0);
    QVERIFY(session().perform("read", setSpiling(*session().book(), 3, BoatSide::Starboard, spiling, "2026-05-01")));
    QVERIFY(settled());
    const double computed = plank().stations[4].widthMm;
    auto* shape = stage()->findChild<QComboBox*>("shape");
    QVERIFY(shape->isVisible());
    const QImage before = grabbed();
    for (const auto& [index, part] : {std::pair(1, 1.0), std::pair(2, 0.5)}) {
      shape->setCurrentIndex(index);
      emit shape->activated(index);
      QVERIFY(settled());
      const auto cut = session().solved()->cutPlank(2, BoatSide::Starboard);
      const double wider = cut->stations[4].widthMm - computed;
      QVERIFY2(std::abs(wider - 9.0 * part) < 1.0, qPrintable(QString::number(wider)));
      QCOMPARE(plank().stations[4].widthMm, computed);  // the one computed stays beside it
      // It is what is printed, and the pattern says so.
      const PatternOf of = patternOf(*session().solved(), 2, BoatSide::Starboard);
      QCOMPARE(of.spiled, std::string("2026-05-01"));
      const Drawing pattern = plankPattern(*cut, of);
      QVERIFY(std::any_of(pattern.texts.begin(), pattern.texts.end(), [](const auto& one) {
        return one.text.find("Cut to the readings of 2026-05-01") != std::string::npos;
      }));
    }
    openPage(stage(), "On the hull");
    QVERIFY(grabbed() != before);
    session().undo();
    session().undo();
    QVERIFY(settled());
    QVERIFY(session().solved()->cutPlank(2, BoatSide::Starboard) == session().solved()->planks[2].value);
  }

  void readingsWhereThePlankNoLongerRunsAreKeptUntilTheyAreThrownAway() {
    Spiling spiling;
    const ReferenceEdge edge = naturalRun(plank(), 50.0);
    for (const PlankStation& station : plank().stations) {
      const auto [lower, upper] = readingAt(station, edge);
      spiling.readings.push_back({station.name, millimetres(lower), millimetres(upper), 0});
    }
    QVERIFY(session().perform("read", setSpiling(*session().book(), 3, BoatSide::Starboard, spiling, "2026-05-01")));
    QVERIFY(settled());
    auto* throwAway = stage()->findChild<QPushButton*>("throwAwayElsewhere");
    QVERIFY(!throwAway->isVisible());
    // The strakes below and above its lower line become one towards the bow: what was strake 3 runs aft of that.
    const Lining& lining = *session().solved()->lining;
    Stealer stealer;
    stealer.line = lining.lines[2].id, stealer.towardsBow = true;
    stealer.at = millimetres(lining.point(2, 2.5).x());
    const StrakeId was = lining.strakes[2].id;
    QVERIFY(session().perform("two into one", setStealer(*session().book(), lining, stealer)));
    QVERIFY(settled());
    const auto& strakes = session().solved()->lining->strakes;
    const auto now = static_cast<int>(
        std::find_if(strakes.begin(), strakes.end(), [was](const auto& one) { return one.id == was; }) -
        strakes.begin());
    const SpiledStrake* kept = spiledAt(*session().book(), now + 1, BoatSide::Starboard);
    QVERIFY(kept != nullptr);
    QCOMPARE(kept->spiling.readings.size(), spiling.readings.size());
    Selection selection = session().selection();
    selection.strake = now;
    session().select(selection);
    QVERIFY(settled());
    QVERIFY2(saidOnPage("does not run now"), qPrintable(allSaid()));
    QVERIFY(!saidOnPage("field 2"));
    // Those where it runs are held against it as before.
    QVERIFY(session().solved()->spiledOf(now + 1, BoatSide::Starboard) != nullptr);
    QVERIFY(throwAway->isVisible());
    QTest::mouseClick(throwAway, Qt::LeftButton);
    QVERIFY(settled());
    QVERIFY(!saidOnPage("does not run now"));
    QVERIFY(!throwAway->isVisible());
    const auto left = spiledAt(*session().book(), now + 1, BoatSide::Starboard)->spiling.readings.size();
    QVERIFY(left > 0 && left < spiling.readings.size());
    session().undo();
    QVERIFY(settled());
    QVERIFY(saidOnPage("does not run now"));
  }

  void whatIsPlanedOfEveryEdgeStandsBelowThePlank() {
    const auto show = [this] {
      openPage(stage(), "Bevels");
      return stage()->findChild<PlankTableGrid*>();
    };
    PlankTableGrid* grid = show();
    QVERIFY(grid->isVisible() && saidOnPage("until a straightedge beds"));
    const auto at = [&](int row, int column) {
      return grid->model()->data(grid->model()->index(row, column)).toString();
    };
    const Lining& lining = *session().solved()->lining;
    const PlankMake laps = plankMake(*session().book(), lining, lining.strakeCount() - 1);
    // The table's rows are the stations, its lands those that are planed.
    const int row = 4;
    const auto lands = lapBevels(lining, 5, laps, session().book()->table.thickness.mm());
    QCOMPARE(grid->model()->headerData(row, Qt::Vertical).toString(), QString("5"));
    QCOMPARE(at(row, 0), QString::number(radians(lands[2].landRad).deg(), 'f', 1) + "°");
    QCOMPARE(at(row, 1), QString::fromStdString(showThin(millimetres(lands[2].dropMm), session().notation())));
    // Along the plank by key: the station goes with it.
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(row, 0));
    QCOMPARE(session().selection().section, 5);
    press(Qt::Key_Down);
    QCOMPARE(session().selection().section, 6);
    // The sheer strake has no land; a carvel plank has seams, hollows and stock.
    take(8, BoatSide::Starboard);
    QVERIFY(at(row, 0).isEmpty() && !at(row, 4).isEmpty());
    session().openSample(sampleBook("marl"));
    QVERIFY(settled());
    m_window->goToNumber(5);
    take(3, BoatSide::Starboard);
    grid = show();
    QCOMPARE(grid->model()->columnCount(), 9);
    QVERIFY(saidOnPage("Seams lie wood to wood for"));
    const Lining& carvel = *session().solved()->lining;
    const PlankingMake make = plankingMake(*session().book());
    const auto edges = plankEdges(carvel, 2, make, plankMake(*session().book(), carvel, 14));
    QCOMPARE(grid->model()->rowCount(), static_cast<int>(edges.size()));
    QVERIFY(!at(row, 1).isEmpty() && at(row, 1) != at(row, 0));  // where it opens, another angle
    QCOMPARE(at(row, 8),
             QString::fromStdString(showThin(millimetres(edges[std::size_t(row)].stockMm), session().notation())));
    take(1, BoatSide::Starboard);
    QVERIFY(at(row, 0).isEmpty() && !at(row, 3).isEmpty());  // the garboard meets the keel
  }

  void aTapeFillsTheReadingsOneAfterAnother() {
    FarEnd line;
    QVERIFY(line.isOpen());
    auto* grid = stage()->findChild<SpilingGrid*>();
    openGroups();
    auto* path = stage()->findChild<QComboBox*>("tapeLine");
    auto* listen = stage()->findChild<QPushButton*>("listen");
    QVERIFY(path->isVisible() && listen->isVisible());
    // A path that is none is said to be; nothing hangs.
    path->setCurrentText(m_folder->filePath("no-such-line"));
    QTest::mouseClick(listen, Qt::LeftButton);
    QVERIFY(saidOnPage("cannot be heard"));
    QVERIFY(!stage()->spiling()->tape()->isOpen());
    path->setCurrentText(line.path());
    QTest::mouseClick(listen, Qt::LeftButton);
    QVERIFY2(stage()->spiling()->tape()->isOpen(), qPrintable(allSaid()));
    grid->setCurrentIndex(grid->model()->index(1, 0));
    // Station by station: lower, upper, the next station; in pieces; with a remark and rubbish between.
    auto* way = stage()->findChild<QComboBox*>("way");
    way->setCurrentIndex(1);
    emit way->activated(1);
    line.send("-40 m");
    QTest::qWait(20);
    line.send("m\n45.5 mm\r\n# battery low\n12.5\n");
    const auto read = [&](const char* station) -> const SpilingReading* {
      const SpiledStrake* spiled = spiledAt(*session().book(), 3, BoatSide::Starboard);
      if (spiled == nullptr) return nullptr;
      for (const SpilingReading& one : spiled->spiling.readings) {
        if (one.station == station) return &one;
      }
      return nullptr;
    };
    QTRY_VERIFY(read("1") != nullptr && read("1")->upper);
    QCOMPARE(*read("1")->lower, millimetres(-40.0));
    QCOMPARE(*read("1")->upper, millimetres(45.5));
    QTRY_VERIFY(saidOnPage("no length with its unit"));
    QVERIFY(read("2") == nullptr);
    line.send("-1 1/2 in\n");
    QTRY_VERIFY(read("2") != nullptr);
    QCOMPARE(*read("2")->lower, inches(-1.5));
    // A reading that names its place goes there; one that names none the strake has is told.
    line.send("6 upper 33 mm\n44 lower 3 mm\n");
    QTRY_VERIFY(read("6") != nullptr);
    QCOMPARE(*read("6")->upper, millimetres(33.0));
    QTRY_VERIFY(saidOnPage("names station 44"));
    // Each is one undo. The line goes: what was read stays, and it is said.
    session().undo();
    QVERIFY(read("6") == nullptr);
    session().redo();
    line.close();
    QTRY_VERIFY(!stage()->spiling()->tape()->isOpen());
    QVERIFY2(saidOnPage("gone silent"), qPrintable(allSaid()));
    QCOMPARE(listen->text(), QString("Listen"));
    QVERIFY(read("2") != nullptr && read("6") != nullptr);
  }

  void anotherStrakeIsReadFromItsFirstStationAndNothingIsReadOver() {
    FarEnd line;
    QVERIFY(line.isOpen());
    openGroups();
    stage()->findChild<QComboBox*>("tapeLine")->setCurrentText(line.path());
    QTest::mouseClick(stage()->findChild<QPushButton*>("listen"), Qt::LeftButton);
    QVERIFY(stage()->spiling()->tape()->isOpen());
    auto* grid = stage()->findChild<SpilingGrid*>();
    for (const int strake : {3, 5}) {
      take(strake, BoatSide::Starboard);
      QCoreApplication::processEvents();
      QCOMPARE(grid->currentIndex().row(), 0);
      QCOMPARE(grid->currentIndex().column(), 0);
      const std::size_t stations = plank(strake).stations.size();
      const auto read = [&] { return spiledAt(*session().book(), strake, BoatSide::Starboard); };
      for (std::size_t i = 0; i < 2 * stations; ++i) line.send(QByteArray::number(10.0 + double(i)) + " mm\n");
      QTRY_VERIFY(read() != nullptr && read()->spiling.readings.size() == stations &&
                  read()->spiling.readings.back().upper);
      // One too many: it is answered, and the last stays what it was.
      line.send("999 mm\n");
      QTRY_VERIFY2(saidOnPage("Every station has been read"), qPrintable(allSaid()));
      QVERIFY(std::abs(read()->spiling.readings.back().upper->mm() - (10.0 + double(2 * stations - 1))) < 1e-6);
    }
  }

  void theSimulatedTapePlaysABoatWithASlipThatIsNamed() {
    QProcess tape;
    tape.start(QStringLiteral(NARROWS_TAPE), {QString::fromStdString(boatsFolder()) + "osier.narrows", "--strake", "3",
                                              "--noise", "0.6", "--slip", "5:lower:-25.4", "--every", "0.01"});
    QVERIFY(tape.waitForStarted());
    QTRY_VERIFY_WITH_TIMEOUT(tape.canReadLine(), 20000);
    const QString path = QString::fromUtf8(tape.readLine()).trimmed();
    openGroups();
    stage()->findChild<QComboBox*>("tapeLine")->setCurrentText(path);
    QTest::mouseClick(stage()->findChild<QPushButton*>("listen"), Qt::LeftButton);
    QVERIFY2(stage()->spiling()->tape()->isOpen(), qPrintable(allSaid()));
    auto* grid = stage()->findChild<SpilingGrid*>();
    grid->setCurrentIndex(grid->model()->index(0, 0));
    tape.write("\n");
    QTRY_VERIFY_WITH_TIMEOUT(
        spiledAt(*session().book(), 3, BoatSide::Starboard) != nullptr &&
            spiledAt(*session().book(), 3, BoatSide::Starboard)->spiling.readings.size() == plank().stations.size() &&
            spiledAt(*session().book(), 3, BoatSide::Starboard)->spiling.readings.back().upper,
        20000);
    QVERIFY(settled());
    QTRY_VERIFY2(saidOnPage("lower reading at 5") && saidOnPage("slipped"), qPrintable(allSaid()));
    tape.write("\n");
    QVERIFY(tape.waitForFinished(10000));
    QCOMPARE(tape.exitCode(), 0);
    QTRY_VERIFY(!stage()->spiling()->tape()->isOpen());
  }

 private:
  PlanksStage* stage() { return m_window->findChild<PlanksStage*>(); }
  const FlatPlank& plank(int strake = 3, BoatSide side = BoatSide::Starboard) {
    return *session().solved()->planksOf(side)[static_cast<std::size_t>(strake) - 1];
  }
  void take(int strake, BoatSide side) {
    Selection selection = session().selection();
    selection.strake = strake - 1;
    selection.side = side;
    session().select(selection);
  }
  /// What is read at a station from a batten in its natural run, and `more`, as it is typed.
  QString words(int station, bool upper, double more) {
    const auto [low, high] =
        readingAt(plank().stations[static_cast<std::size_t>(station)], naturalRun(plank(), usualBattenMm));
    return QString::fromStdString(writeLength(millimetres((upper ? high : low) + more), Unit::Inch, 2, false)) + "in";
  }
  QString allSaid() { return allSaidOn(stage()); }
  bool saidOnPage(const QString& words) { return allSaid().contains(words); }
  QString fileOf(const QByteArray& text) {
    QFile file(m_folder->filePath("readings.csv"));
    if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
    file.write(text);
    return file.fileName();
  }
  QImage grabbed() { return stage()->findChild<PlankDrawing*>()->grab().toImage(); }
};

int main(int argc, char** argv) {
  return runWindowTest<SpilingWindowTest>(argc, argv);
}
#include "spiling_window_test.moc"
