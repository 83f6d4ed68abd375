// Clicks, keys, drags and typing at random, over all stages: nothing ends the program, nothing holds it up, and what
// it leaves can be saved and opened again. NARROWS_SECONDS: how long on each boat, and on a ship; NARROWS_SEED: another
// run. What the window did not hear for a tenth of a second or more is told.

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QDialog>
#include <QElapsedTimer>
#include <QFileDialog>
#include <QMenu>
#include <QTimer>
#include <QWheelEvent>
#include <random>

#include "analytic_hull.h"
#include "book/book_file.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Longer than this at one event is a hang.
constexpr qint64 hangMs = 20000;
/// Longer than this and the hand notices.
constexpr int stallMs = 100;

int setting(const char* name, int usual) {
  bool given = false;
  const int value = qEnvironmentVariableIntValue(name, &given);
  return given ? value : usual;
}

}  // namespace

class RandomEventsTest : public WindowCase {
  Q_OBJECT

 private slots:
  void nothingEndsTheProgram_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << boat;
    if (qEnvironmentVariableIsSet("NARROWS_SECONDS")) QTest::newRow("ship") << "ship";  // seconds to open
  }
  void nothingEndsTheProgram() {
    QFETCH(QString, boat);
    openWindow();
    qputenv("HOME", m_folder->path().toUtf8());
    const QString path = m_folder->filePath("boat.narrows");
    QVERIFY(saveBook(bookOf(boat), path.toStdString()));
    QVERIFY(m_window->desk()->openPath(path));
    m_answers = true;
    m_chance.seed(static_cast<unsigned>(setting("NARROWS_SEED", 1)));
    // Dialogs and menus are gone again before long, as if refused.
    QTimer refuse;
    connect(&refuse, &QTimer::timeout, this, &RandomEventsTest::refuseWhatIsOpen);
    refuse.start(40);
    m_stalls.clear();
    m_longest = m_events = 0;
    QTimer beat;
    connect(&beat, &QTimer::timeout, this, &RandomEventsTest::heard);
    beat.start(1);
    QElapsedTimer clock;
    clock.start();
    m_sinceHeard.start();
    while (clock.elapsed() < 1000 * setting("NARROWS_SECONDS", 4)) {
      act();
      hear();
      if (!m_window->isVisible()) m_window->show();
      if (!session().hasBook()) QVERIFY(m_window->desk()->openPath(path));
    }
    beat.stop();
    QElapsedTimer last;
    last.start();
    // A panel asked for by the last event opens while the answer is awaited, and would stand there for ever.
    m_answers = false;
    QVERIFY2(!isTimed() || m_longest < hangMs, qPrintable(QString("not heard for %1 ms").arg(m_longest)));
    QVERIFY2(settled(), qPrintable(QString("dragging %1, answer %2 of %3, waits %4")
                                       .arg(session().isDragging())
                                       .arg(session().solved()->revision)
                                       .arg(session().revision())
                                       .arg(session().solved()->waits())));
    const qint64 settling = last.elapsed();
    refuse.stop();
    const auto again = readBook(bytes());
    QVERIFY2(again, again ? "" : describe(again.error()).c_str());
    QCOMPARE(writeBook(again->book), bytes());
    qInfo("%s: %d events, settled in %lld ms; not heard for %d ms or more: %zu times, the longest %lld ms",
          qPrintable(boat), m_events, static_cast<long long>(settling), stallMs, m_stalls.size(),
          static_cast<long long>(m_longest));
    std::sort(m_stalls.begin(), m_stalls.end(), std::greater<>());
    for (std::size_t i = 0; i < std::min<std::size_t>(m_stalls.size(), 12); ++i)
      qInfo("  %lld ms: %s", static_cast<long long>(m_stalls[i].first), qPrintable(m_stalls[i].second));
    closeWindow();
  }

 private:
  static Book bookOf(const QString& boat) {
    if (boat != "ship") return sampleBook(boat.toStdString());
    constexpr int stations = 399, strakes = 40;
    return *setStrakeCount(*newBook(roundHull(stations, 24000.0, 190.0)), strakes);
  }

  /// The window's turn: whatever is waiting, and the beat.
  void hear() {
    QCoreApplication::processEvents();
    ++m_events;
  }
  /// The beat: how long ago was the one before?
  void heard() {
    const qint64 away = m_sinceHeard.restart();
    m_longest = std::max(m_longest, away);
    if (away >= stallMs) m_stalls.emplace_back(away, m_doing);
  }

  int roll(int sides) { return static_cast<int>(m_chance() % static_cast<unsigned>(sides)); }

  void refuseWhatIsOpen() {
    if (QWidget* menu = QApplication::activePopupWidget()) menu->close();
    if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget())) {
      // Now and then it is answered.
      const auto buttons = dialog->findChildren<QAbstractButton*>();
      if (m_answers && !buttons.isEmpty() && roll(3) == 0 && qobject_cast<QFileDialog*>(dialog) == nullptr)
        // Not from within this timer: it would stand still for as long as what the button opens.
        QMetaObject::invokeMethod(buttons[roll(static_cast<int>(buttons.size()))], &QAbstractButton::click,
                                  Qt::QueuedConnection);
      else
        dialog->reject();
    }
  }

  /// Something that is seen, and a place in it.
  std::pair<QWidget*, QPoint> anywhere() {
    const QPoint at(roll(m_window->width()), roll(m_window->height()));
    QWidget* child = m_window->childAt(at);
    if (child == nullptr) child = m_window.get();
    return {child, child->mapFrom(m_window.get(), at)};
  }

  /// A mark of the drawing in sight, where there is one: what a builder takes hold of.
  std::pair<QWidget*, QPoint> something() {
    std::vector<std::pair<QWidget*, QPoint>> found;
    for (Canvas* canvas : m_window->findChildren<Canvas*>()) {
      if (!canvas->isVisible()) continue;
      for (const CanvasHandle& handle : canvas->handles()) {
        if (canvas->rect().contains(handle.at.toPoint())) found.emplace_back(canvas, handle.at.toPoint());
      }
    }
    return found.empty() || roll(3) == 0 ? anywhere()
                                         : found[static_cast<std::size_t>(roll(static_cast<int>(found.size())))];
  }

  /// What is done to whom, for whoever looks for it.
  void doing(const char* what, const QWidget* to) {
    m_doing = QString("%1 %2 '%3' in stage %4")
                  .arg(what, to == nullptr ? "" : to->metaObject()->className(),
                       to == nullptr ? "" : to->property("text").toString().left(40))
                  .arg(m_window->currentStage() + 1);
  }

  void act() {
    doing("going on in", m_window.get());
    switch (roll(12)) {
      case 0:
        m_window->goToNumber(1 + roll(6));
        break;
      case 1:
      case 2:
      case 3: {
        const auto [widget, at] = anywhere();
        doing("click on", widget);
        QTest::mouseClick(widget, roll(12) == 0 ? Qt::RightButton : Qt::LeftButton, {}, at);
        break;
      }
      case 4: {
        const auto [widget, at] = something();
        doing("double click on", widget);
        QTest::mouseDClick(widget, Qt::LeftButton, {}, at);
        break;
      }
      case 5:
      case 6:
        drag();
        break;
      case 7:
        turnWheel();
        break;
      case 8:
      case 9:
        pressKeys();
        break;
      case 10:
        typeOver();
        break;
      default:
        if (roll(20) == 0) m_window->resize(700 + roll(700), 480 + roll(420));
        QTest::qWait(roll(30));
        break;
    }
  }

  void drag() {
    const auto [widget, at] = something();
    const QPointer<QWidget> held(widget);
    doing("drag of", widget);
    QTest::mousePress(widget, Qt::LeftButton, {}, at);
    hear();
    QPoint now = at;
    for (int i = 0; i < 1 + roll(12) && held != nullptr; ++i) {
      now += QPoint(roll(61) - 30, roll(61) - 30);
      QTest::mouseMove(held, now);
      hear();
      if (roll(8) == 0)
        QTest::keyClick(held, roll(2) == 0 ? Qt::Key_Escape : Qt::Key_Z,
                        roll(2) == 0 ? Qt::ControlModifier : Qt::NoModifier);
      if (roll(4) == 0) QTest::qWait(roll(20));
    }
    if (held != nullptr) QTest::mouseRelease(held, Qt::LeftButton, {}, now);
  }

  void turnWheel() {
    const auto [widget, at] = anywhere();
    QWheelEvent event(at, widget->mapToGlobal(at), {}, {0, roll(2) == 0 ? 120 : -120}, Qt::NoButton, Qt::NoModifier,
                      Qt::NoScrollPhase, false);
    QApplication::sendEvent(widget, &event);
  }

  void pressKeys() {
    static const std::vector<std::pair<Qt::Key, Qt::KeyboardModifiers>> keys{{Qt::Key_Up, {}},
                                                                             {Qt::Key_Down, {}},
                                                                             {Qt::Key_Left, {}},
                                                                             {Qt::Key_Right, {}},
                                                                             {Qt::Key_Tab, {}},
                                                                             {Qt::Key_Return, {}},
                                                                             {Qt::Key_Escape, {}},
                                                                             {Qt::Key_Delete, {}},
                                                                             {Qt::Key_PageUp, {}},
                                                                             {Qt::Key_PageDown, {}},
                                                                             {Qt::Key_Space, {}},
                                                                             {Qt::Key_Home, {}},
                                                                             {Qt::Key_F6, {}},
                                                                             {Qt::Key_F2, {}},
                                                                             {Qt::Key_Plus, {}},
                                                                             {Qt::Key_Minus, {}},
                                                                             {Qt::Key_Up, Qt::ShiftModifier},
                                                                             {Qt::Key_Down, Qt::ShiftModifier},
                                                                             {Qt::Key_Z, Qt::ControlModifier},
                                                                             {Qt::Key_Y, Qt::ControlModifier},
                                                                             {Qt::Key_U, Qt::ControlModifier},
                                                                             {Qt::Key_L, Qt::ControlModifier},
                                                                             {Qt::Key_D, Qt::ControlModifier},
                                                                             {Qt::Key_C, Qt::ControlModifier},
                                                                             {Qt::Key_V, Qt::ControlModifier},
                                                                             {Qt::Key_S, Qt::ControlModifier},
                                                                             {Qt::Key_Return, Qt::ControlModifier}};
    for (int i = 0; i < 1 + roll(5); ++i) {
      QWidget* focus = QApplication::focusWidget();
      if (focus == nullptr) focus = m_window.get();
      const auto& [key, with] = keys[static_cast<std::size_t>(roll(static_cast<int>(keys.size())))];
      doing("key in", focus);
      QTest::keyClick(focus, key, with);
      hear();
    }
  }

  void typeOver() {
    static const QStringList words{"3", "0-4-2", "1 1/2",  "-7",  "12.75", "999999", "1e15", "",     "x",
                                   "0", "3-0-0", "40 5/8", "0.1", "7'",    "-",      "nan",  "1/64", "200 mm"};
    QWidget* focus = QApplication::focusWidget();
    if (focus == nullptr) return;
    doing("typing in", focus);
    for (const QChar letter : words[roll(static_cast<int>(words.size()))]) {
      QWidget* now = QApplication::focusWidget();
      if (now != nullptr) QTest::keyClick(now, letter.toLatin1());
      hear();
    }
    if (QWidget* now = QApplication::focusWidget()) QTest::keyClick(now, roll(3) == 0 ? Qt::Key_Tab : Qt::Key_Return);
  }

  std::mt19937 m_chance;
  bool m_answers = true;  ///< a dialog is now and then answered, not only refused
  QString m_doing;
  int m_events = 0;
  QElapsedTimer m_sinceHeard;
  qint64 m_longest = 0;
  std::vector<std::pair<qint64, QString>> m_stalls;  ///< how long, ms, and at what
};

int main(int argc, char** argv) {
  return runWindowTest<RandomEventsTest>(argc, argv);
}
#include "random_events_test.moc"
