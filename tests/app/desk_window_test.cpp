// At home on the desktop: files dropped on the window, the window as it was left, recent files, versions before, the
// guide read in the program.

#include <QClipboard>
#include <QContextMenuEvent>
#include <QDialogButtonBox>
#include <QDir>
#include <QFile>
#include <QFileDialog>
#include <QLineEdit>
#include <QListView>
#include <QMenu>
#include <QMessageBox>
#include <QMimeData>
#include <QProcess>
#include <QRegularExpression>
#include <QSplitter>
#include <QTextBrowser>
#include <QTimer>
#include <QUrl>

#include "book/edits.h"
#include "canvas/figure_grid.h"
#include "stages/backbone/assembly_drawing.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/lines/line_bench.h"
#include "stages/lines/line_drawing.h"
#include "stages/lines/lines_stage.h"
#include "stages/lines/offset_grid.h"
#include "stages/lining/lining_stage.h"
#include "window/guide_panel.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class DeskWindowTest : public WindowCase {
  Q_OBJECT

  bool drop(const QStringList& files) {
    QMimeData dropped;
    QList<QUrl> urls;
    for (const QString& file : files) urls << QUrl::fromLocalFile(file);
    dropped.setUrls(urls);
    QDragEnterEvent enter(QPoint(300, 300), Qt::CopyAction, &dropped, Qt::LeftButton, Qt::NoModifier);
    QCoreApplication::sendEvent(m_window.get(), &enter);
    if (!enter.isAccepted()) return false;
    QDropEvent let(QPointF(300, 300), Qt::CopyAction, &dropped, Qt::LeftButton, Qt::NoModifier);
    QCoreApplication::sendEvent(m_window.get(), &let);
    return true;
  }
  QString copied(const QString& name) {
    const QString to = m_folder->path() + "/" + name;
    QFile::copy(QString::fromStdString(boatsFolder()) + name, to);
    return to;
  }

  /// What the right button opens there; null where it opens nothing.
  static QMenu* menuAt(QWidget* on, const QPoint& at) {
    QContextMenuEvent asked(QContextMenuEvent::Mouse, at, on->mapToGlobal(at));
    QCoreApplication::sendEvent(on, &asked);
    return qobject_cast<QMenu*>(QApplication::activePopupWidget());
  }
  /// Takes what begins with these words from a menu, with a click.
  static bool take(QMenu* menu, const QString& words) {
    if (menu == nullptr) return false;
    for (QAction* action : menu->actions()) {
      if (!action->text().startsWith(words) || !action->isEnabled()) continue;
      QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(action).center());
      QCoreApplication::processEvents();
      return true;
    }
    menu->close();
    return false;
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void aBookOrTableDroppedIsOpenedAndRecent() {
    const QString book = copied("sedge.narrows"), table = copied("marl.csv");
    QVERIFY(drop({book}));
    QVERIFY(session().hasBook());
    QCOMPARE(session().book()->table.boat, std::string("sedge"));
    QVERIFY(drop({table}));
    QCOMPARE(session().book()->table.boat, std::string("marl"));
    QCOMPARE(m_window->desk()->recent(), QStringList({table, book}));
    // Several at once are not taken, and what cannot be read leaves the boat in hand.
    QVERIFY(!drop({book, table}));
    QFile odd(m_folder->path() + "/odd.narrows");
    QVERIFY(odd.open(QIODevice::WriteOnly));
    odd.write("no book");
    odd.close();
    QVERIFY(drop({odd.fileName()}));
    QCOMPARE(session().book()->table.boat, std::string("marl"));
    QVERIFY2(m_window->told().contains("was not opened"), qPrintable(m_window->told()));
  }

  void theWindowIsAsItWasLeft() {
    m_window->resize(1111, 711);
    QCoreApplication::processEvents();
    const QSize left = m_window->size();
    QVERIFY(m_window->close());
    m_window = std::make_unique<MainWindow>();
    QCOMPARE(m_window->size(), left);
  }

  void aVersionBeforeIsABookOfItsOwn() {
    const QString book = copied("osier.narrows"), before = book + ".1~";
    QVERIFY(QFile::copy(book, before));
    QVERIFY(m_window->desk()->openPath(before));
    QCOMPARE(session().book()->table.boat, std::string("osier"));
    QVERIFY(session().path().isEmpty());
    QVERIFY2(m_window->told().contains("as a book of its own"), qPrintable(m_window->told()));
  }

  void theGuideIsReadInTheProgram() {
    GuidePanel panel;
    panel.show();
    QVERIFY(!GuidePanel::folder().isEmpty());
    const QString first = panel.text()->toPlainText();
    QVERIFY2(first.contains("Joints and fastenings") && first.contains("Lining off"), qPrintable(first));
    panel.text()->setSource(QUrl::fromLocalFile(GuidePanel::folder() + "/7-joints-and-fastenings.md"));
    QVERIFY(panel.text()->toPlainText().contains("trails aft"));
    QTest::mouseClick(panel.findChild<QPushButton*>("guideBack"), Qt::LeftButton);
    QVERIFY(panel.text()->toPlainText() == first);
  }

  void savedIsSaidOnlyAsLongAsItIsTrue() {
    QVERIFY(m_window->desk()->openPath(copied("sedge.narrows")));
    QVERIFY(settled());
    m_window->desk()->save();
    QCOMPARE(m_window->told(), QString("Saved."));
    const auto name = [this](const char* builder) {
      session().perform("Name the builder", setBuilder(*session().book(), builder));
    };
    name("A. Builder");
    QVERIFY2(m_window->told().isEmpty(), qPrintable(m_window->told()));
    m_window->desk()->save();
    // What else is told stays, whatever is changed.
    m_window->desk()->openPath(m_folder->path() + "/none.narrows");
    const QString trouble = m_window->told();
    QVERIFY(trouble.contains("was not opened"));
    name("B. Builder");
    QCOMPARE(m_window->told(), trouble);
  }

  void saveAsAsksAboutTheNameItWrites() {
    QVERIFY(m_window->desk()->openPath(copied("sedge.narrows")));
    QVERIFY(settled());
    const QString taken = m_folder->path() + "/taken.narrows";
    QFile other(taken);
    QVERIFY(other.open(QIODevice::WriteOnly));
    other.write("another's");
    other.close();
    QString asked;
    bool replace = false;
    // The dialog is given the name without its ending; the question is of the file with it.
    const auto answer = [&] {
      QTimer::singleShot(0, this, [&] {
        auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
        QVERIFY(dialog != nullptr);
        auto* name = dialog->findChild<QLineEdit*>("fileNameEdit");
        // Without a window manager the dialog has not the keys, and lets go of no file as another is typed.
        dialog->findChild<QListView*>("listView")->clearSelection();
        name->selectAll();
        QTest::keyClicks(name, "taken");
        QTimer::singleShot(0, this, [&] {
          auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
          QVERIFY(box != nullptr);
          asked = box->text();
          for (QAbstractButton* button : box->buttons()) {
            if ((box->buttonRole(button) == QMessageBox::AcceptRole) == replace) button->click();
          }
          if (!replace) {
            QTimer::singleShot(0, this, [] {
              if (auto* again = qobject_cast<QFileDialog*>(QApplication::activeModalWidget())) again->reject();
            });
          }
        });
        static_cast<QDialog*>(dialog)->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save)->click();
      });
    };
    answer();
    QVERIFY(!m_window->desk()->saveAs());
    QVERIFY2(asked.contains("taken.narrows"), qPrintable(asked));
    QVERIFY(other.open(QIODevice::ReadOnly));
    QCOMPARE(other.readAll(), QByteArray("another's"));
    other.close();
    replace = true;
    answer();
    QVERIFY(m_window->desk()->saveAs());
    QCOMPARE(session().path(), taken);
    QVERIFY(loadBook(taken.toStdString()));
  }

  void partsStayAsTheyWereLeft() {
    openBook("sedge");
    QTest::keyClick(m_window.get(), Qt::Key_4, Qt::ControlModifier);
    auto* split = m_window->findChild<QSplitter*>("lining");
    QVERIFY(split != nullptr);
    QWidget* handle = split->handle(1);
    const int before = split->sizes()[0];
    const QPoint from = handle->rect().center();
    QTest::mousePress(handle, Qt::LeftButton, {}, from);
    QTest::mouseMove(handle, from - QPoint(0, 30));
    QTest::mouseMove(handle, from - QPoint(0, 60));
    QTest::mouseRelease(handle, Qt::LeftButton, {}, from - QPoint(0, 60));
    const QList<int> left = split->sizes();
    QVERIFY2(left[0] < before, qPrintable(QString("%1 %2").arg(left[0]).arg(before)));
    closeWindow();
    m_window = std::make_unique<MainWindow>();
    m_window->show();
    m_window->activateWindow();
    openBook("sedge");
    QTest::keyClick(m_window.get(), Qt::Key_4, Qt::ControlModifier);
    const QList<int> now = m_window->findChild<QSplitter*>("lining")->sizes();
    QVERIFY2(std::abs(now[0] - left[0]) <= 2, qPrintable(QString("%1 %2").arg(now[0]).arg(left[0])));
  }

  void theRightButtonOffersWhatTheKeysDo() {
    openBook("osier");
    QTest::keyClick(m_window.get(), Qt::Key_4, Qt::ControlModifier);
    auto* girth = qobject_cast<Canvas*>(m_window->lining()->drawing());
    QVERIFY(girth != nullptr);
    QTRY_VERIFY(!girth->handles().empty());
    const CanvasHandle mark = girth->handles()[girth->handles().size() / 2];
    const std::string before = bytes();
    QMenu* menu = menuAt(girth, mark.at.toPoint());
    QVERIFY(menu != nullptr);
    QCOMPARE(session().selection().line, mark.line);
    QCOMPARE(session().selection().section, mark.section);
    QCOMPARE(bytes(), before);  // taken in hand and not moved
    QVERIFY(take(menu, "Lock this mark"));
    QCOMPARE(session().undoStack()->undoText().left(9), QString("Lock mark"));
    menu = menuAt(girth, mark.at.toPoint());
    QVERIFY(take(menu, "Unlock this mark"));
    session().undo();
    session().undo();
    QCOMPARE(bytes(), before);
    // A copy of the drawing, as fine again as the screen.
    QApplication::clipboard()->clear();
    QVERIFY(take(menuAt(girth, mark.at.toPoint()), "Copy the drawing"));
    const QImage copy = QApplication::clipboard()->image();
    QCOMPARE(copy.size(), girth->size() * 2);
    // The row of a table.
    QTest::keyClick(m_window.get(), Qt::Key_1, Qt::ControlModifier);
    OffsetGrid* grid = m_window->lines()->grid();
    const QModelIndex cell = grid->model()->index(2, 3);
    menu = menuAt(grid->viewport(), grid->visualRect(cell).center());
    QCOMPARE(grid->currentIndex(), cell);
    QVERIFY(take(menu, "Copy the whole table"));
    const QStringList rows = QApplication::clipboard()->text().split('\n');
    QCOMPARE(rows.size(), grid->model()->rowCount() + 2);
    QCOMPARE(rows[0].count('\t'), grid->model()->columnCount());
    QCOMPARE(rows[3].split('\t')[4], cell.data().toString());
    // Sheer, chine and rabbet bound the hull: taking them out is not offered.
    const QModelIndex first = grid->model()->index(0, 0);
    menu = menuAt(grid->viewport(), grid->visualRect(first).center());
    for (const QAction* action : menu->actions()) {
      if (action->text().startsWith("Take out"))
        QCOMPARE(
            action->isEnabled(),
            !grid->model()->headerData(0, Qt::Vertical).toString().contains(QRegularExpression("sheer|rabbet|chine")));
    }
    menu->close();
    QVERIFY(take(menuAt(grid->viewport(), grid->visualRect(cell).center()), "Work on this line"));
    QTRY_VERIFY(m_window->lines()->findChild<LineBench*>()->isVisible());
    auto* line = m_window->lines()->findChild<LineDrawing*>();
    QTRY_VERIFY(line->isVisible() && !line->handles().empty());
    const CanvasHandle nail = line->handles()[line->handles().size() / 2];
    menu = menuAt(line, nail.at.toPoint());
    QVERIFY(take(menu, "Pull the nail"));
    menu = menuAt(line, nail.at.toPoint());
    QVERIFY(take(menu, "Drive the nail home"));
    QCOMPARE(bytes(), before);
    // A timber's point.
    QTest::keyClick(m_window.get(), Qt::Key_2, Qt::ControlModifier);
    auto* timbers = m_window->backbone()->findChild<AssemblyDrawing*>();
    QTRY_VERIFY(timbers->isVisible() && !timbers->handles().empty());
    menu = menuAt(timbers, timbers->handles()[0].at.toPoint());
    QVERIFY(take(menu, "Add a point"));
    QVERIFY(session().undoStack()->undoText().startsWith("Add a point"));
  }

  void theFirstScreenOffersTheGuide() {
    auto* guide = m_window->findChild<QPushButton*>("guide");
    QVERIFY(guide != nullptr && guide->isVisible());
    bool opened = false;
    QTimer::singleShot(0, this, [&] {
      auto* panel = qobject_cast<GuidePanel*>(QApplication::activeModalWidget());
      opened = panel != nullptr;
      if (panel != nullptr) panel->reject();
    });
    QTest::mouseClick(guide, Qt::LeftButton);
    QVERIFY(opened);
  }

  void everyStageFitsASmallScreen() {
    // 1024 by 768, less a panel and a title bar.
    constexpr int wide = 1024, high = 700;
    QVERIFY2(m_window->minimumSizeHint().height() <= high && m_window->minimumSizeHint().width() <= wide, "first");
    openBook("osier");
    for (int stage = 1; stage <= 5; ++stage) {
      QTest::keyClick(m_window.get(), static_cast<Qt::Key>(Qt::Key_0 + stage), Qt::ControlModifier);
      openGroups();
      QCoreApplication::processEvents();
      const QSize least = m_window->minimumSizeHint();
      QVERIFY2(least.width() <= wide && least.height() <= high,
               qPrintable(QString("stage %1 wants %2 x %3").arg(stage).arg(least.width()).arg(least.height())));
    }
  }

  void theProgramsSayWhatTheyAre() {
    const auto said = [](const QString& program, const QString& option) {
      QProcess process;
      process.start(program, {option});
      process.waitForFinished(10000);
      return QString::fromUtf8(process.readAllStandardOutput()) + QString::number(process.exitCode());
    };
    QVERIFY(said(QStringLiteral(NARROWS_APP), "--version").startsWith("narrows 0."));
    QVERIFY(said(QStringLiteral(NARROWS_APP), "--help").contains("--demo"));
    QVERIFY(said(QStringLiteral(NARROWS_CLI), "--version").startsWith("narrows-cli 0."));
  }
};

int main(int argc, char** argv) {
  return runWindowTest<DeskWindowTest>(argc, argv);
}
#include "desk_window_test.moc"
