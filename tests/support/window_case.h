#pragma once
// A test of the window: a fresh one for every case, its own folders, nothing of the builder's touched.

#include <QApplication>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>
#include <QTabBar>
#include <QTemporaryDir>
#include <QTest>
#include <memory>

#include "book/book_file.h"
#include "canvas/canvas.h"
#include "canvas/look.h"
#include "commands/long_work.h"
#include "sample_books.h"
#include "window/desk.h"
#include "window/findings_bar.h"
#include "window/main_window.h"

namespace narrows::tests {

class WindowCase : public QObject {
 protected:
  void openWindow() {
    m_folder = std::make_unique<QTemporaryDir>();
    qputenv("XDG_STATE_HOME", m_folder->path().toUtf8());
    QSettings().clear();
    m_window = std::make_unique<MainWindow>();
    m_window->show();
    m_window->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
  }
  void closeWindow() {
    m_window->session().closeCleanly();
    m_window.reset();
  }

  Session& session() { return m_window->session(); }
  std::string bytes() { return writeBook(*session().book()); }
  /// Waits for the full answer to the book as it stands.
  bool settled() {
    return QTest::qWaitFor(
        [this] {
          const auto& solved = session().solved();
          return solved != nullptr && solved->revision == session().revision() && !solved->waits();
        },
        20000);
  }
  /// Layouts come to rest, one within the other, and what they asked for is painted.
  static void laidOut() {
    constexpr int rounds = 8;
    for (int i = 0; i < rounds; ++i) {
      QCoreApplication::sendPostedEvents();
      QCoreApplication::processEvents();
    }
  }
  /// Limits of time are kept by the thorough run alone: a machine may have other work.
  static bool isTimed() { return qEnvironmentVariableIsSet("NARROWS_THOROUGH"); }
  /// One of our boats' books, worked out in full.
  void openBook(const std::string& boat) {
    const auto book = loadBook(boatsFolder() + boat + ".narrows");
    QVERIFY(book);
    session().openSample(book->book);
    QVERIFY(settled());
  }
  /// All that labels of a widget say and that is seen.
  static QString allSaidOn(const QWidget* widget) {
    QStringList all;
    for (const QLabel* label : widget->findChildren<QLabel*>()) {
      if (label->isVisible()) all << label->text();
    }
    return all.join(" | ");
  }
  /// The row of what wants looking at that says so; -1 where none does.
  int findingThatSays(const QString& words) {
    const QListWidget* list = m_window->findings()->list();
    for (int i = 0; i < list->count(); ++i) {
      if (list->item(i)->text().contains(words)) return i;
    }
    return -1;
  }
  /// Chooses it, as Enter does.
  void chooseFinding(const QString& words) {
    QListWidget* list = m_window->findings()->list();
    const int row = findingThatSays(words);
    QVERIFY2(row >= 0, qPrintable(words));
    list->setCurrentRow(row);
    list->setFocus();
    QTest::keyClick(list, Qt::Key_Return);
    QCoreApplication::processEvents();
  }
  /// The names of the pages below a stage's drawing.
  static QStringList pagesOf(const QWidget* stage, const char* tabs) {
    QStringList all;
    const auto* found = stage->findChild<QTabBar*>(QLatin1String(tabs));
    for (int i = 0; i < found->count(); ++i) all << found->tabText(i);
    return all;
  }
  /// Opens one of them by its tab.
  static void openPage(const QWidget* stage, const QString& words, const char* tabs = "below") {
    auto* found = stage->findChild<QTabBar*>(QLatin1String(tabs));
    const auto at = static_cast<int>(pagesOf(stage, tabs).indexOf(words));
    QVERIFY2(at >= 0, qPrintable(words));
    const QPoint middle = found->tabRect(at).center();
    // Where it is scrolled out of sight keys go there.
    if (found->rect().contains(middle)) {
      QTest::mouseClick(found, Qt::LeftButton, {}, middle);
    } else {
      found->setCurrentIndex(at);
    }
    QCOMPARE(found->currentIndex(), at);
    QCoreApplication::processEvents();
  }
  /// Opens whatever is folded on the slates.
  void openGroups() {
    for (QPushButton* group : m_window->findChildren<QPushButton*>()) {
      if (group->property("group").toBool()) group->setChecked(true);
    }
  }
  /// Types where the keyboard is.
  static void type(const QString& text) {
    for (const QChar letter : text) QTest::keyClick(QApplication::focusWidget(), letter.toLatin1());
  }
  static void press(Qt::Key key, Qt::KeyboardModifiers with = Qt::NoModifier) {
    QTest::keyClick(QApplication::focusWidget(), key, with);
    QCoreApplication::processEvents();  // a cell takes Enter once the key is done with
  }

  std::unique_ptr<QTemporaryDir> m_folder;
  std::unique_ptr<MainWindow> m_window;
};

/// Runs a window test with the house's look and a configuration of its own.
template <typename Test>
int runWindowTest(int argc, char** argv) {
  QTemporaryDir config;
  qputenv("XDG_CONFIG_HOME", config.path().toUtf8());
  shareHeaps();
  QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
  QApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  QCoreApplication::setOrganizationName("narrows-test");
  look::apply(application);
  installCanvasAccessibility();
  Test test;
  return QTest::qExec(&test, argc, argv);
}

}  // namespace narrows::tests
