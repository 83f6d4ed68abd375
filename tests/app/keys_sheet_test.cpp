// The sheet of keys: whatever a key does in a drawing or a menu stands on it.

#include <QAction>
#include <QDialog>
#include <QKeyEvent>
#include <QScrollArea>
#include <QTimer>
#include <set>

#include "canvas/deed.h"
#include "stages/backbone/backbone_stage.h"
#include "stages/lines/lines_stage.h"
#include "stages/lining/lining_stage.h"
#include "stages/planks/planks_stage.h"
#include "window/keys_sheet.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Keys a builder may strike on a drawing, by themselves and with Ctrl and Shift held.
std::vector<QKeyCombination> everyStroke() {
  std::vector<int> keys;
  for (int key = Qt::Key_A; key <= Qt::Key_Z; ++key) keys.push_back(key);
  for (int key = Qt::Key_0; key <= Qt::Key_9; ++key) keys.push_back(key);
  for (const int key :
       {Qt::Key_Space,    Qt::Key_Plus,   Qt::Key_Minus,  Qt::Key_Equal,  Qt::Key_BracketLeft, Qt::Key_BracketRight,
        Qt::Key_Comma,    Qt::Key_Period, Qt::Key_Slash,  Qt::Key_Insert, Qt::Key_Delete,      Qt::Key_Backspace,
        Qt::Key_Return,   Qt::Key_Enter,  Qt::Key_Escape, Qt::Key_Home,   Qt::Key_End,         Qt::Key_PageUp,
        Qt::Key_PageDown, Qt::Key_Left,   Qt::Key_Right,  Qt::Key_Up,     Qt::Key_Down})
    keys.push_back(key);
  std::vector<QKeyCombination> all;
  for (const int key : keys)
    for (const Qt::KeyboardModifiers held : {Qt::KeyboardModifiers(), Qt::KeyboardModifiers(Qt::ControlModifier),
                                             Qt::KeyboardModifiers(Qt::ControlModifier | Qt::ShiftModifier)})
      all.push_back(QKeyCombination(held, static_cast<Qt::Key>(key)));
  return all;
}

}  // namespace

class KeysSheetTest : public WindowCase {
  Q_OBJECT

  /// A key as the drawing itself gets it; whether it took it.
  static bool takes(QWidget* drawing, QKeyCombination stroke) {
    QKeyEvent press(QEvent::KeyPress, stroke.key(), stroke.keyboardModifiers());
    static_cast<QObject*>(drawing)->event(&press);
    QKeyEvent release(QEvent::KeyRelease, stroke.key(), stroke.keyboardModifiers());
    static_cast<QObject*>(drawing)->event(&release);
    return press.isAccepted();
  }
  static bool isListed(const std::vector<Deed>& deeds, QKeyCombination stroke) {
    const QKeyCombination withoutShift(stroke.keyboardModifiers() & ~Qt::ShiftModifier, stroke.key());
    return std::any_of(deeds.begin(), deeds.end(),
                       [&](const Deed& deed) { return deed.key == stroke || deed.key == withoutShift; });
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void everyKeyThatADrawingTakesIsOnItsList() {
    openBook("osier");
    int drawings = 0, taken = 0;
    for (int number = 1; number <= 6; ++number) {
      m_window->goToNumber(number);
      QVERIFY(settled());
      for (QWidget* widget : m_window->findChildren<QWidget*>()) {
        auto* drawing = dynamic_cast<KeyedDrawing*>(widget);
        if (drawing == nullptr || !widget->isVisible()) continue;
        ++drawings;
        QVERIFY2(!widget->accessibleName().isEmpty(), widget->metaObject()->className());
        for (const QKeyCombination stroke : everyStroke()) {
          auto listed = drawing->keys();
          const auto shared = drawing->sharedKeys();
          listed.insert(listed.end(), shared.begin(), shared.end());
          if (!takes(widget, stroke)) continue;
          ++taken;
          QVERIFY2(isListed(listed, stroke),
                   qPrintable(widget->accessibleName() + ": " + QKeySequence(stroke).toString()));
        }
      }
    }
    QVERIFY2(drawings >= 5 && taken >= 60, qPrintable(QString("%1 drawings, %2 keys").arg(drawings).arg(taken)));
  }

  void keysOfADrawingAreTheSameWhateverIsInHand() {
    openBook("osier");
    const auto before = m_window->keySections();
    m_window->goToNumber(4);
    QVERIFY(settled());
    auto* girth = qobject_cast<Canvas*>(m_window->lining()->drawing());
    QTRY_VERIFY(!girth->handles().empty());
    const QPoint at = girth->handles()[girth->handles().size() / 2].at.toPoint();
    QTest::mouseClick(girth, Qt::LeftButton, {}, at);
    QTest::keyClick(girth, Qt::Key_N);
    QTest::keyClick(girth, Qt::Key_L);
    QVERIFY(settled());
    const auto after = m_window->keySections();
    QCOMPARE(after.size(), before.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
      QCOMPARE(after[i].title, before[i].title);
      if (before[i].title == "Edit") continue;  // what can be undone is named there
      QVERIFY2(after[i].rows == before[i].rows, qPrintable(before[i].title));
    }
  }

  void theSheetShowsEveryShortcutAndEveryDrawingsKeysWhole() {
    openBook("osier");
    QStringList shown, cut;
    QTimer::singleShot(0, this, [&] {
      QTRY_VERIFY(QApplication::activeModalWidget() != nullptr);
      auto* sheet = qobject_cast<QDialog*>(QApplication::activeModalWidget());
      QVERIFY(sheet != nullptr);
      laidOut();
      QVERIFY(m_window->size().width() >= sheet->width() && m_window->size().height() >= sheet->height());
      for (const QLabel* label : sheet->findChildren<QLabel*>()) {
        shown << label->text();
        const QRect needed =
            label->fontMetrics().boundingRect(QRect(0, 0, label->width(), 10000), Qt::TextWordWrap, label->text());
        if (needed.width() > label->width() || needed.height() > label->height() + 1) cut << label->text();
      }
      QTest::keyClick(sheet, Qt::Key_Escape);
    });
    QTest::keyClick(m_window.get(), Qt::Key_F1);
    QVERIFY2(cut.isEmpty(), qPrintable(cut.join(" | ")));
    const QString all = shown.join("\n");
    int shortcuts = 0;
    for (const QAction* action : m_window->findChildren<QAction*>()) {
      if (action->shortcuts().isEmpty() || action->text().isEmpty()) continue;
      ++shortcuts;
      QVERIFY2(shown.contains(QString(action->text()).remove('&')), qPrintable(action->text()));
      for (const QKeySequence& key : action->shortcuts())
        QVERIFY2(all.contains(key.toString(QKeySequence::NativeText)), qPrintable(key.toString()));
    }
    QVERIFY2(shortcuts > 20, qPrintable(QString::number(shortcuts)));
    std::set<QString> titles;
    for (QWidget* widget : m_window->findChildren<QWidget*>()) {
      auto* drawing = dynamic_cast<KeyedDrawing*>(widget);
      if (drawing == nullptr) continue;
      for (const auto& [key, words] : sheetRows(drawing->keys())) QVERIFY2(shown.contains(words), qPrintable(words));
      titles.insert(widget->accessibleName());
    }
    QVERIFY2(titles.size() > 10, qPrintable(QString::number(titles.size())));
  }
};

int main(int argc, char** argv) {
  return runWindowTest<KeysSheetTest>(argc, argv);
}
#include "keys_sheet_test.moc"
