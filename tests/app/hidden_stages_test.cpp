// What is not seen keeps nothing of an answer of a moment ago, and is whole again when it is seen.

#include <QTabBar>

#include "book/edits.h"
#include "stages/planks/joints_drawing.h"
#include "stages/planks/joints_page.h"
#include "stages/planks/planks_stage.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class HiddenStagesTest : public WindowCase {
  Q_OBJECT

  /// Every stage, and every page of it by its tabs.
  void lookEverywhere() {
    for (int number = 1; number <= 6; ++number) {
      m_window->goToNumber(number);
      QVERIFY(settled());
      for (QTabBar* tabs : m_window->centralWidget()->findChildren<QTabBar*>()) {
        for (int i = 0; tabs->isVisible() && i < tabs->count(); ++i) {
          tabs->setCurrentIndex(i);
          laidOut();
        }
      }
    }
  }
  /// A figure of the table a little further out: another hull.
  void moveAFigure(double byMm) {
    Book book = *session().book();
    Length& figure = *book.table.rows[2].figures[3];
    figure = millimetres(figure.mm() + byMm);
    QVERIFY(session().perform("Figure", Result<Book>(book)));
    QVERIFY(settled());
    laidOut();
  }

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void anAnswerOfAMomentAgoIsLetGo() {
    openBook("osier");
    lookEverywhere();
    for (const int seen : {1, 2, 3, 4, 5, 6}) {
      m_window->goToNumber(seen);
      QVERIFY(settled());
      laidOut();
      const std::weak_ptr<const Solved> answer = session().solved();
      const std::weak_ptr<const Hull> hull = session().solved()->drawn.value;
      QVERIFY(!hull.expired());
      moveAFigure(1.0);
      // Trials of changes, and the answer before the full one, go as they are done.
      QTRY_VERIFY2_WITH_TIMEOUT(hull.expired() && answer.expired(), qPrintable(QString("at stage %1").arg(seen)),
                                10000);
    }
  }

  void aPageIsWholeWhenItIsSeenAgain() {
    openBook("osier");
    m_window->goToNumber(5);
    openPage(m_window->planks(), "Joints");
    QVERIFY(settled());
    JointsDrawing* joints = m_window->planks()->joints()->drawing();
    QTRY_VERIFY(joints->strakeInHand() != nullptr);
    for (const QString& page : {QString("Bevels"), QString()}) {
      if (page.isEmpty())
        m_window->goToNumber(2);
      else
        openPage(m_window->planks(), page);
      moveAFigure(1.0);
      m_window->goToNumber(5);
      openPage(m_window->planks(), "Joints");
      QVERIFY(settled());
      QTRY_VERIFY2(joints->strakeInHand() != nullptr, qPrintable("after " + page));
    }
  }
};

int main(int argc, char** argv) {
  return runWindowTest<HiddenStagesTest>(argc, argv);
}
#include "hidden_stages_test.moc"
