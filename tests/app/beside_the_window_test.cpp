// Work beside the window: work that throws, a disk that is slow, a book that moves on meanwhile.

#include <QComboBox>
#include <QListWidget>
#include <QMenu>
#include <QMenuBar>
#include <QSignalSpy>
#include <QSpinBox>
#include <QTimer>
#include <chrono>
#include <stdexcept>
#include <thread>

#include "book/backbone_edits.h"
#include "book/daybook_edits.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "book/today.h"
#include "commands/aside.h"
#include "commands/long_work.h"
#include "faulty_disk.h"
#include "lining_case.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lining/plan_trials.h"
#include "stages/lining/suggest_panel.h"
#include "stages/moulds/moulds_stage.h"
#include "stages/planks/planks_stage.h"
#include "stages/stock/stock_stage.h"
#include "window/findings_bar.h"
#include "window/print_panel.h"
#include "window/rail.h"
#include "window/sheets_form.h"

using namespace narrows;
using namespace narrows::tests;

/// While it lives all work beside the window throws, and is counted.
class WorkThrows {
 public:
  WorkThrows() {
    LongWork::setBeginning([this] {
      ++begun;
      throw std::runtime_error("the test's own fault");
    });
  }
  ~WorkThrows() { LongWork::setBeginning({}); }
  WorkThrows(const WorkThrows&) = delete;
  WorkThrows& operator=(const WorkThrows&) = delete;
  std::atomic<int> begun{0};
};

/// A disk whose syncs take their time.
class SlowDisk : public Disk {
 public:
  int sync(int file) override {
    std::this_thread::sleep_for(std::chrono::milliseconds(250));
    return Disk::sync(file);
  }
};

class BesideTheWindowTest : public LiningCase {
  Q_OBJECT

  QPushButton* button(QWidget* in, const char* name) {
    auto* found = in->findChild<QPushButton*>(QString::fromLatin1(name));
    if (found == nullptr) qFatal("no %s", name);
    return found;
  }
  bool isTold() {
    return QTest::qWaitFor([this] { return m_window->told().contains("the test's own fault"); }, 5000);
  }
  template <typename Panel>
  Panel* opened() {
    Panel* panel = nullptr;
    const bool there =
        QTest::qWaitFor([&] { return (panel = m_window->template findChild<Panel*>()) != nullptr; }, 10000);
    return there ? panel : nullptr;
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void anyWorkThatThrowsIsAToldEndAndCanBeDoneAgain() {
    openBook("osier");
    openGroups();
    const std::string before = bytes();
    struct Kind {
      const char* name;
      int stage;
      std::function<void()> begin;
    };
    const std::vector<Kind> kinds{
        {"fairing", 1, [this] { button(m_window->lines(), "fairTable")->click(); }},
        {"a place on the slab", 2,
         [this] {
           BackbonePlan plan = session().solved()->backbone->plan;
           plan.slab.timber = plan.timbers.front().id;
           QVERIFY(session().perform("Lay it on the slab", setBackbone(*session().book(), plan)));
           QVERIFY(settled());
           button(m_window->backbone(), "findPlace")->click();
         }},
        {"trying changes", 4,
         [this] {
           session().select({3, 3, 3, -1, BoatSide::Starboard});
         }},
        {"a school", 4, [this] { button(m_window->lining(), "lineOffSo")->click(); }},
        {"planning joints", 5, [this] { button(m_window->planks(), "planJoints")->click(); }},
        {"counting fasteners", 5, [this] { button(m_window->planks(), "countFasteners")->click(); }},
        {"whether there is enough", 6,
         [this] {
           m_window->stock()->showPage(StockStage::Page::Enough);
           button(m_window->stock(), "askEnough")->click();
         }},
        {"what to buy", 6,
         [this] {
           m_window->stock()->showPage(StockStage::Page::Buy);
           button(m_window->stock(), "buyFromNothing")->click();
         }},
    };
    for (const Kind& kind : kinds) {
      m_window->goToNumber(kind.stage);
      if (kind.stage == 4) QTRY_VERIFY(!stage()->findChild<PlanTrials*>()->isWorking());
      if (kind.stage == 6) QTRY_VERIFY(m_window->stock()->bench()->isFresh());
      const std::string kept = bytes();
      {
        const WorkThrows throws;
        if (std::string(kind.name) == "trying changes") {
          // Begins by itself with an answer, and is not begun over and over.
          QVERIFY(session().perform("Name the builder", setBuilder(*session().book(), "Aud")));
          QVERIFY2(isTold(), kind.name);
          // Changes are tried, and her planks laid on the stack: each once.
          QTRY_VERIFY2(throws.begun == 2, kind.name);
          QTest::qWait(800);
          QVERIFY2(throws.begun == 2, kind.name);
          session().undo();
          QVERIFY(settled());
          QTRY_VERIFY(throws.begun == 4);
        } else {
          kind.begin();
          QVERIFY2(isTold(), kind.name);
        }
      }
      if (kind.stage != 2) QCOMPARE(bytes(), kept);
      emit session().workBrokenOff(QString());  // read, and put aside
    }
    // The next time it is done.
    m_window->goToNumber(1);
    button(m_window->lines(), "fairTable")->click();
    QTRY_VERIFY(bytes() != before);
  }

  void aPlankOnTheBenchThatThrowsIsToldAndTheNextIsLaid() {
    openBook("osier");
    m_window->goToNumber(5);
    const int strake = session().selection().strake;
    {
      const WorkThrows throws;
      press(Qt::Key_PageUp, Qt::ControlModifier);
      QVERIFY(isTold());
      QCOMPARE(throws.begun.load(), 1);
      QTest::qWait(200);
      QCOMPARE(throws.begun.load(), 1);  // not over and over
    }
    QCOMPARE(session().selection().strake, strake + 1);
    emit session().workBrokenOff(QString());
    press(Qt::Key_PageUp, Qt::ControlModifier);
    QTRY_VERIFY2(allSaidOn(m_window->planks()).contains(QString("%1 of ").arg(strake + 3)),
                 qPrintable(allSaidOn(m_window->planks())));
  }

  void anAnswerForPrintingThatThrowsIsToldAndPrintedTheNextTime() {
    openBook("osier");
    m_window->goToNumber(4);
    const Lining& lining = *session().solved()->lining;
    session().beginDrag("Move a mark");
    session().dragTo(moveMark(*session().book(), lining, 3, 4, lining.lines[3].shares[4] + 0.004));
    {
      const WorkThrows throws;
      QTest::keyClick(m_window.get(), Qt::Key_P, Qt::ControlModifier);
      QVERIFY(isTold());
      QVERIFY(m_window->findChild<PrintPanel*>() == nullptr);
    }
    emit session().workBrokenOff(QString());
    bool opened = false;
    QTimer shut;
    connect(&shut, &QTimer::timeout, this, [&] {
      auto* panel = m_window->findChild<PrintPanel*>();
      if (panel == nullptr) return;
      opened = true;
      panel->reject();
    });
    shut.start(20);
    QTest::keyClick(m_window.get(), Qt::Key_P, Qt::ControlModifier);
    QTRY_VERIFY(opened);
  }

  void aSearchForPlansThatThrowsSaysSoWhereItWasAsked() {
    goTo("osier");
    SuggestPanel panel(&session(), BoatSide::Starboard, m_window.get());
    panel.show();
    const WorkThrows throws;
    button(&panel, "lookForPlans")->click();
    QTRY_VERIFY(allSaidOn(&panel).contains("the test's own fault"));
  }

  void sheetsThatThrowSaySoOnTheirPanel() {
    openBook("osier");
    const WorkThrows throws;
    PrintPanel panel(session().solved(), 0, m_window.get());
    panel.folder()->setText(m_folder->path() + "/out");
    panel.show();
    QTRY_VERIFY(panel.outcome()->text().contains("the test's own fault"));
    panel.writeButton()->setEnabled(true);
    panel.writeButton()->click();
    QTRY_VERIFY(throws.begun >= 2);
    QTRY_VERIFY(panel.outcome()->text().contains("the test's own fault"));
    LongWork::setBeginning({});
    panel.form()->paperBox()->setCurrentIndex(1);
    QTRY_VERIFY(panel.outcome()->text().contains("page"));
  }

  void whatAnEndThrowsIsToldToo() {
    openBook("sedge");
    LongWork work(&session());
    QSignalSpy broken(&work, &LongWork::brokenOff);
    QVERIFY(work.begin([](const std::stop_token&, const LongWork::Progress&) -> LongWork::End {
      return [] { throw std::bad_alloc(); };
    }));
    QTRY_COMPARE(broken.count(), 1);
    QVERIFY(!work.isRunning());
    QVERIFY(work.begin([](const std::stop_token&, const LongWork::Progress&) -> LongWork::End { return {}; }));
    QTRY_VERIFY(!work.isRunning());
    // What is read aside and throws is a fault like another.
    const auto read = aside([]() -> Result<int> { throw std::runtime_error("torn"); });
    QVERIFY(!read && read.error()[0].fault == Fault::WentWrong);
  }

  void aSlowDiskLeavesTheWindowAliveWhileABookIsSaved() {
    openBook("sedge");
    const QString path = m_folder->filePath("slow.narrows");
    int beats = 0;
    QTimer beat;
    connect(&beat, &QTimer::timeout, this, [&] { ++beats; });
    beat.start(10);
    bool closed = false, dropped = true;
    QTimer::singleShot(120, this, [&] {
      // Not the time to close it, nor to open another.
      closed = m_window->close();
      dropped = m_window->desk()->openPath(QString::fromStdString(boatsFolder() + "marl.narrows"));
    });
    // What comes in meanwhile, off a tape, is not in the file, and is not lost.
    QTimer::singleShot(150, this,
                       [&] { QVERIFY(session().perform("Name the builder", setBuilder(*session().book(), "Aud"))); });
    SlowDisk slow;
    const DiskInUse use(slow);
    QVERIFY(session().saveAs(path));
    QVERIFY2(beats > 8, qPrintable(QString::number(beats)));
    QVERIFY(!closed && !dropped);
    QVERIFY(session().isModified());
    QCOMPARE(loadBook(path.toStdString())->book.settings.builder, std::string());
    QCOMPARE(session().book()->settings.builder, std::string("Aud"));
    session().undo();
    QVERIFY(session().book()->settings.builder.empty());
    session().redo();
    QVERIFY(session().save());
    QVERIFY(!session().isModified());
    QCOMPARE(loadBook(path.toStdString())->book.settings.builder, std::string("Aud"));
  }

  void aBookThatMovesOnWhileSheetsArePreparedIsPrintedAsItStands() {
    openBook("osier");
    m_window->goToNumber(4);
    // An answer that waits, so that the whole is worked out for printing; then a mark is nudged.
    const auto nudged = [this](double by) {
      const Lining& lining = *session().solved()->lining;
      return moveMark(*session().book(), lining, 3, 4, lining.lines[3].shares[4] + by);
    };
    session().beginDrag("Move a mark");
    session().dragTo(nudged(0.004));
    QVERIFY(session().solved()->waits() || session().isWorking());
    bool moved = false;
    LongWork::setBeginning([&] {
      if (moved) return;
      moved = true;
      QMetaObject::invokeMethod(
          &session(), [this, nudged] { session().perform("Move a mark", nudged(0.006)); },
          Qt::BlockingQueuedConnection);
    });
    QTimer shut;
    std::uint64_t printed = 0;
    connect(&shut, &QTimer::timeout, this, [&] {
      auto* panel = m_window->findChild<PrintPanel*>();
      if (panel == nullptr) return;
      printed = panel->solved()->revision;
      panel->reject();
    });
    shut.start(20);
    QTest::keyClick(m_window.get(), Qt::Key_P, Qt::ControlModifier);
    QTRY_VERIFY(printed > 0);
    LongWork::setBeginning({});
    QVERIFY(moved);
    QCOMPARE(printed, session().revision());
  }

  void aWordOfTheBookBeforeIsNotSaidOfThisOne() {
    FaultyDisk faulty;
    std::atomic<bool> refused = false;
    faulty.forbidden = [&](const std::string& name) {
      const bool is = name.find("/journal/") != std::string::npos;
      refused = refused || is;
      return is;
    };
    {
      const DiskInUse use(faulty);
      session().openSample(sampleBook("sedge"));
      QVERIFY(session().perform("Name the builder", setBuilder(*session().book(), "Aud")));
      // Its word is on its way when the next book is opened: nothing of it is heard before.
      while (!refused) std::this_thread::yield();
      std::this_thread::sleep_for(std::chrono::milliseconds(20));
    }
    session().openSample(sampleBook("osier"));
    laidOut();
    QVERIFY2(session().care().isEmpty(), qPrintable(session().care()));
  }

  void theListBelowThePlankIsOfTheBoatThatIsThere() {
    const auto pages = [this] { return pagesOf(m_window->planks(), "below"); };
    openBook("osier");
    m_window->goToNumber(5);
    QVERIFY(pages().contains("Gains"));
    // As many pages, and others: a flat-bottomed boat planked carvel.
    Book flat = loadBook(boatsFolder() + "sedge.narrows")->book;
    flat.table.construction = Construction::Carvel;
    session().openSample(flat);
    QVERIFY(settled());
    QVERIFY2(!pages().contains("Gains"), qPrintable(pages().join(' ')));
    QVERIFY(pages().contains("Boards across"));
  }

  void anotherBoatIsShownWholeWhateverWasDoneBefore() {
    openBook("osier");
    m_window->goToNumber(1);
    m_window->lines()->workOnSelected();
    QVERIFY(m_window->lines()->isOneLine());
    // Saving is no other boat.
    QVERIFY(session().saveAs(m_folder->filePath("one.narrows")));
    QVERIFY(m_window->lines()->isOneLine());
    openBook("marl");
    QVERIFY(!m_window->lines()->isOneLine());
  }

  void pageKeysTurnThePagesOfATableThatHasTheKeyboard() {
    openBook("osier");
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setFocus();
    grid->setCurrentIndex(grid->model()->index(0, 2));
    press(Qt::Key_PageDown);
    const int far = grid->currentIndex().row();
    QVERIFY2(far > 1, qPrintable(QString::number(far)));
    press(Qt::Key_PageUp);
    QVERIFY(grid->currentIndex().row() < far);
    // From a table of planks the strake in hand is gone from by Ctrl and the key.
    m_window->goToNumber(5);
    const int strake = session().selection().strake;
    m_window->findings()->list()->setFocus();
    press(Qt::Key_PageDown);
    QCOMPARE(session().selection().strake, strake);
    press(Qt::Key_PageUp, Qt::ControlModifier);
    QCOMPARE(session().selection().strake, strake + 1);
  }

  void verdictsStayWithTheirLinesWhenOneIsTakenOut() {
    Book book = loadBook(boatsFolder() + "osier.narrows")->book;
    // A waterline misread by two inches; a line above it goes.
    auto& rows = book.table.rows;
    std::size_t wrong = 0, gone = 0;
    for (std::size_t i = 0; i < rows.size(); ++i) {
      if (rows[i].line == RowLine::Waterline && gone == 0) {
        gone = i;
      } else if (rows[i].line == RowLine::Waterline) {
        wrong = i;
      }
    }
    rows[wrong].figures[4] = millimetres(rows[wrong].figures[4]->mm() + 50.8);
    session().openSample(book);
    QVERIFY(settled());
    const OffsetModel* model = m_window->lines()->grid()->offsets();
    const auto verdicts = [&] {
      std::map<QString, int> all;
      for (int row = 0; row < model->rowCount(); ++row) {
        for (int column = 0; column < model->columnCount(); ++column) {
          const int verdict = model->data(model->index(row, column), OffsetModel::VerdictRole).toInt();
          if (verdict != 0) all[model->rowKeys()[row] + " " + model->columnKeys()[column]] = verdict;
        }
      }
      return all;
    };
    const auto before = verdicts();
    QVERIFY(!before.empty());
    const QString lost = model->rowKeys()[static_cast<int>(gone)];
    QVERIFY(session().perform("Take out a line", removeRow(*session().book(), gone)));
    // At once, before the answer, and after.
    for (const auto& [place, verdict] : verdicts()) QVERIFY2(before.contains(place), qPrintable(place));
    for (const auto& [place, verdict] : before) {
      if (!place.startsWith(lost)) QVERIFY2(verdicts().contains(place), qPrintable(place));
    }
    QVERIFY(settled());
    QVERIFY(!verdicts().empty());
  }

  void aMenuIsClosedWhenWhatItSpeaksOfMayBeGone() {
    openBook("osier");
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setCurrentIndex(grid->model()->index(2, 2));
    QContextMenuEvent asked(QContextMenuEvent::Keyboard, QPoint(10, 10), grid->mapToGlobal(QPoint(10, 10)));
    QApplication::sendEvent(grid, &asked);
    QTRY_VERIFY(QApplication::activePopupWidget() != nullptr);
    QVERIFY(session().perform("Name the builder", setBuilder(*session().book(), "Aud")));
    QTRY_VERIFY(QApplication::activePopupWidget() == nullptr);
  }

  void aBookIsOpenedAgainFromTheMenuThatIsMadeAnewByIt() {
    const QString one = m_folder->filePath("one.narrows"), two = m_folder->filePath("two.narrows");
    QVERIFY(saveBook(sampleBook("sedge"), one.toStdString()));
    QVERIFY(saveBook(sampleBook("marl"), two.toStdString()));
    QVERIFY(m_window->desk()->openPath(one));
    QVERIFY(m_window->desk()->openPath(two));
    for (int i = 0; i < 4; ++i) {
      QMenu* recent = nullptr;
      for (QMenu* menu : m_window->menuBar()->findChildren<QMenu*>()) {
        if (menu->title() == "&Recent") recent = menu;
      }
      QVERIFY(recent != nullptr && recent->actions().size() == 2);
      const QString last = recent->actions().at(1)->toolTip();
      recent->actions().at(1)->trigger();
      QTRY_COMPARE(session().path(), last);
    }
  }

  void manyFindingsAlikeAreOneLineThatGoesFromOneToTheNext() {
    Book book = loadBook(boatsFolder() + "osier.narrows")->book;
    for (TableRow& row : book.table.rows) {
      for (std::size_t i = 1; i + 1 < row.figures.size(); i += 2) {
        if (row.figures[i]) row.figures[i] = millimetres(row.figures[i]->mm() + 40.0);
      }
    }
    session().openSample(book);
    QVERIFY(settled());
    const auto& findings = session().solved()->findings;
    QListWidget* list = m_window->findings()->list();
    const auto groups = groupFindings(findings);
    std::size_t lines = 0;
    std::set<ShopStage> elsewhere;
    for (const FindingGroup& group : groups) {
      const ShopStage of = findings[group.members[0]].stage();
      of == ShopStage::Lines ? static_cast<void>(++lines) : static_cast<void>(elsewhere.insert(of));
    }
    QCOMPARE(list->count(), static_cast<int>(lines + elsewhere.size()));
    std::size_t lie = 0;
    for (const FindingGroup& group : groups) {
      if (findings[group.members[0]].as<FigureLies>() != nullptr) lie = std::max(lie, group.members.size());
    }
    QVERIFY2(lie > mostFindingsApart, qPrintable(QString::number(lie)));
    QListWidgetItem* item = nullptr;
    for (int i = 0; i < list->count() && item == nullptr; ++i) {
      if (list->item(i)->text().contains(QString("1 of %1 alike").arg(lie))) item = list->item(i);
    }
    QVERIFY(item != nullptr);
    std::set<FigureRef> gone;
    connect(m_window->findings(), &FindingsBar::findingChosen, this, [&](const Finding& finding) {
      if (finding.figure() != nullptr) gone.insert(*finding.figure());
    });
    list->setCurrentItem(item);
    list->setFocus();
    for (int i = 0; i < static_cast<int>(lie); ++i) {
      list->setFocus();
      QTest::keyClick(list, Qt::Key_Return);
    }
    // Each was gone to once, and then the first again.
    QCOMPARE(gone.size(), static_cast<std::size_t>(lie));
    QVERIFY2(item->text().contains(QString("%1 of %1 alike").arg(lie)), qPrintable(item->text()));
    list->setFocus();
    QTest::keyClick(list, Qt::Key_Return);
    QVERIFY(item->text().contains(QString("1 of %1 alike").arg(lie)));
  }

  void whatWantsLookingAtIsOfTheStageAndElsewhereIsALineAStage() {
    openBook("osier");
    const auto& findings = session().solved()->findings;
    const auto many = [&](ShopStage stage) {
      return static_cast<int>(
          std::count_if(findings.begin(), findings.end(), [&](const Finding& f) { return f.stage() == stage; }));
    };
    const int lines = many(ShopStage::Lines), lining = many(ShopStage::LiningOff);
    QVERIFY(lines > 0 && lining > 0);
    m_window->goToNumber(1);
    QListWidget* list = m_window->findings()->list();
    QVERIFY(list->count() > lines);
    QListWidgetItem* there = nullptr;
    for (int i = 0; i < list->count(); ++i) {
      if (list->item(i)->text() == QString("%1 places more in Lining off").arg(lining)) there = list->item(i);
      if (i < lines) QVERIFY2(!list->item(i)->text().contains("more in"), qPrintable(list->item(i)->text()));
    }
    QVERIFY(there != nullptr);
    auto* rail = m_window->findChild<Rail*>();
    QVERIFY(rail->button(3)->accessibleDescription().contains(QString("%1 places to look at").arg(lining)));
    QVERIFY(!rail->button(2)->accessibleDescription().contains("look at"));
    // One key goes there, and those come first.
    list->setCurrentItem(there);
    list->setFocus();
    QTest::keyClick(list, Qt::Key_Return);
    QTRY_COMPARE(m_window->currentStage(), std::size_t{3});
    QVERIFY(list->hasFocus());
    QVERIFY(!list->item(0)->text().contains("more in"));
    QVERIFY(list->item(list->count() - 1)->text().contains("more in"));
    QVERIFY(allSaidOn(m_window->findings()).contains(QString("What wants looking at in Lining off: %1").arg(lining)));
  }

  void aDrawingThatIsNotSeenFollowsWhenItIs() {
    openBook("osier");
    m_window->goToNumber(1);
    OffsetGrid* grid = m_window->lines()->grid();
    grid->setCurrentIndex(grid->model()->index(2, 3));
    m_window->lines()->workOnSelected();
    auto* drawing = qobject_cast<Canvas*>(m_window->lines()->drawing());
    QVERIFY(drawing != nullptr && m_window->lines()->isOneLine());
    QCoreApplication::processEvents();
    const QString before = drawing->inHandWords();
    QVERIFY(!before.isEmpty());
    m_window->goToNumber(5);
    QVERIFY(session().perform(
        "Change a figure",
        setFigure(*session().book(), 2, 3, millimetres(session().book()->table.rows[2].figures[3]->mm() + 25.4))));
    QVERIFY(settled());
    m_window->goToNumber(1);
    QCoreApplication::processEvents();
    // The figure in hand is as it is now: an inch off.
    QVERIFY(m_window->lines()->isOneLine());
    QVERIFY2(drawing->inHandWords() != before, qPrintable(before));
  }

  void theDayThatIsLoggedIsTodays() {
    openBook("osier");
    m_window->goToNumber(5);
    openPage(m_window->planks(), "Log");
    auto* day = m_window->planks()->findChild<QLineEdit*>("hangingDay");
    QTRY_VERIFY(day->isVisible());
    // The window stood open over night: what it says is of yesterday, and nobody typed it.
    day->setText("1 May 2001");
    button(m_window->planks(), "logStep")->click();
    QTRY_VERIFY(!session().book()->log.empty());
    QCOMPARE(session().book()->log.back().when, today());
    // What is typed stands, for one strake after another.
    day->setFocus();
    day->selectAll();
    type("2026-05-03");
    button(m_window->planks(), "logStep")->click();
    button(m_window->planks(), "logStep")->click();
    QCOMPARE(session().book()->log.size(), std::size_t{3});
    QCOMPARE(session().book()->log.back().when, std::string("2026-05-03"));
  }
};

int main(int argc, char** argv) {
  return runWindowTest<BesideTheWindowTest>(argc, argv);
}
#include "beside_the_window_test.moc"
