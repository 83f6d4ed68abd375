// Weighing a plan in the window: findings and their cures, limits, looking for a better plan, strakes as hung, the hull
// looked at.

#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QSpinBox>

#include "book/lining_edits.h"
#include "canvas/hull_picture.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "lining_case.h"
#include "stages/lining/changes_grid.h"
#include "stages/lining/girth_drawing.h"
#include "stages/lining/plan_trials.h"
#include "stages/lining/suggest_panel.h"
#include "stages/lining/weighing_grid.h"
#include "stages/lining/widths_grid.h"
#include "window/findings_bar.h"

using namespace narrows;
using namespace narrows::tests;

class WeighingTest : public LiningCase {
  Q_OBJECT

 private slots:
  void init() { openWindow(); }
  void cleanup() { closeWindow(); }

  void aFindingSaysWhyAndACureIsTaken() {
    goTo("osier");
    QListWidget* list = m_window->findings()->list();
    int row = -1;
    for (int i = 0; i < list->count() && row < 0; ++i) {
      if (list->item(i)->text().contains("edge of its lap")) row = i;
    }
    QVERIFY(row >= 0);
    emit list->itemActivated(list->item(row));
    auto* changes = stage()->findChild<AllChangesGrid*>();
    QVERIFY(changes->isVisible());
    QTRY_VERIFY_WITH_TIMEOUT(changes->model()->rowCount() > 1, 20000);
    // Its cures first, each with what it would do; what stands is the first row.
    const auto* model = changes->model();
    QVERIFY(model->rowCount() >= 6);
    QCOMPARE(model->headerData(0, Qt::Vertical).toString(), QString("as she stands"));
    QCOMPARE(model->data(model->index(0, 0)).toString().toInt(),
             static_cast<int>(session().solved()->weighing->trouble));
    bool why = false;
    for (const QLabel* label : stage()->findChildren<QLabel*>()) why = why || label->text().contains("the lap weeps");
    QVERIFY(why);
    // One strake more is taken by Enter, and is what was shown.
    int more = -1;
    for (int i = 1; i < model->rowCount() && more < 0; ++i) {
      if (model->headerData(i, Qt::Vertical).toString() == "one strake more") more = i;
    }
    QVERIFY(more > 0);
    const QString would = model->data(model->index(more, 0)).toString().remove(QString::fromUtf8("✓ "));
    changes->setCurrentIndex(model->index(more, 0));
    changes->setFocus();
    const std::size_t strakes = session().book()->boatPlan().strakes.size();
    QTest::keyClick(changes, Qt::Key_Return);
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().strakes.size(), strakes + 1);
    QVERIFY(std::abs(static_cast<int>(session().solved()->weighing->trouble) - would.toInt()) <= 1);
    session().undo();
    QCOMPARE(session().book()->boatPlan().strakes.size(), strakes);
    // The row that is the plan itself takes nothing.
    QTRY_VERIFY_WITH_TIMEOUT(!stage()->findChild<PlanTrials*>()->isWorking(), 20000);
    const std::string before = bytes();
    changes->setCurrentIndex(model->index(0, 0));
    find<QPushButton>("takeChange")->click();
    QCOMPARE(bytes(), before);
  }

  void whatTheUsualChangesCostStandsBesideTheDrawingAndIsTakenWithAClick() {
    goTo("osier");
    auto* usual = stage()->findChild<UsualChangesGrid*>();
    QVERIFY(usual->isVisible());
    const auto* model = usual->model();
    QTRY_COMPARE_WITH_TIMEOUT(model->rowCount(), 6, 20000);  // unasked
    // What stands is told in the headings: so many in trouble, and the measures she stands worst in.
    const auto& weighed = *session().solved()->weighing;
    QCOMPARE(model->headerData(0, Qt::Horizontal).toString(), QString("trouble\n%1").arg(weighed.trouble));
    for (int column = 1; column < model->columnCount(); ++column)
      QVERIFY(model->headerData(column, Qt::Horizontal).toString().contains('\n'));
    QStringList names;
    for (int row = 0; row < model->rowCount(); ++row) names << model->headerData(row, Qt::Vertical).toString();
    QCOMPARE(names,
             QStringList({"one strake more", "one strake fewer", "garboard 1 in higher at the stem",
                          "garboard 1 in lower at the stem", "narrower through the bilge", "wider through the bilge"}));
    const std::string before = bytes();
    const auto strakes = session().book()->boatPlan().strakes.size();
    const QRect cell = usual->visualRect(model->index(1, 1));
    QTest::mouseClick(usual->viewport(), Qt::LeftButton, {}, cell.center());
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().strakes.size(), strakes - 1);
    session().undo();
    QCOMPARE(bytes(), before);
    QVERIFY(settled());
    // So it is by its name, and by Enter.
    const auto* trials = stage()->findChild<PlanTrials*>();
    QTRY_VERIFY_WITH_TIMEOUT(trials->areCurrent(), 20000);
    auto* head = usual->verticalHeader();
    QTest::mouseClick(head->viewport(), Qt::LeftButton, {}, {20, head->sectionViewportPosition(0) + 10});
    QVERIFY(settled());
    QCOMPARE(session().book()->boatPlan().strakes.size(), strakes + 1);
    session().undo();
    QVERIFY(settled());
    QTRY_VERIFY_WITH_TIMEOUT(trials->areCurrent(), 20000);
    usual->setFocus();
    usual->setCurrentIndex(model->index(2, 0));
    QTest::keyClick(usual, Qt::Key_Return);
    QVERIFY(settled());
    QVERIFY(bytes() != before);
    QCOMPARE(session().book()->boatPlan().strakes.size(), strakes);
    // Another stage shown: nothing is tried for it.
    QTRY_VERIFY_WITH_TIMEOUT(trials->areCurrent(), 20000);
    m_window->goToNumber(1);
    session().undo();
    QVERIFY(settled());
    QVERIFY(!trials->isWorking() && !trials->areCurrent());
    m_window->goToNumber(4);
    QTRY_VERIFY_WITH_TIMEOUT(trials->areCurrent(), 20000);
  }

  void everyStrakeIsWeighedAndACellTakesItInHand() {
    goTo("marl");
    openPage(stage(), "Weighed", "table");
    auto* grid = stage()->findChild<WeighingGrid*>();
    QVERIFY(grid->isVisible());
    const auto* model = grid->model();
    const Weighing& weighed = *session().solved()->weighing;
    QCOMPARE(model->rowCount(), static_cast<int>(session().solved()->lining->strakeCount()));
    for (int column = 0; column < model->columnCount(); ++column) {
      if (model->headerData(column, Qt::Horizontal).toString() != "twist a foot") continue;
      const Weighed* worst = weighed.worst(Measure::Twist, 3);
      const int row = model->rowCount() - 1 - 3;
      QVERIFY(model->data(model->index(row, column))
                  .toString()
                  .contains(QString::fromStdString(showMeasure(Measure::Twist, worst->value, session().notation()))));
      grid->setFocus();
      grid->setCurrentIndex(model->index(row, column));
      QCOMPARE(session().selection().strake, 3);
      // Between two stations, the nearer.
      QCOMPARE(session().selection().section,
               worst->section ? static_cast<int>(*worst->section) : static_cast<int>(std::lround(*worst->t)));
      QVERIFY(find<QComboBox>("shade")->currentText().contains("twist"));
    }
  }

  void theShellIsShadedByEveryMeasure() {
    goTo("osier");
    auto* girth = stage()->findChild<GirthDrawing*>();
    const QImage plain = girth->grab().toImage();
    for (int measure = 1; measure <= static_cast<int>(everyMeasure.size()); ++measure) {
      choose("shade", measure);
      QVERIFY(girth->grab().toImage() != plain);
    }
    choose("shade", 0);
    QVERIFY(girth->grab().toImage() == plain);
  }

  void limitsAreTypedAndNonsenseLeavesThem() {
    goTo("osier");
    choose("limitOf", static_cast<int>(Measure::Sny));
    enter(fieldNamed("Look again from"), "9");
    QVERIFY(settled());
    QCOMPARE(session().book()->weighing.limits.size(), std::size_t(1));
    QVERIFY(std::abs(session().book()->weighing.limits[0].limit.look - 9.0 * mmPerInch) < 1e-6);
    for (const Weighed& row : session().solved()->weighing->rows) {
      if (row.measure == Measure::Sny) QVERIFY(!row.verdict);
    }
    const std::string before = bytes();
    enter(fieldNamed("Look again from"), "0");
    QCOMPARE(bytes(), before);
    auto* usual = find<QPushButton>("usualLimit");
    QVERIFY(usual->isVisible());
    usual->click();
    QVERIFY(session().book()->weighing.limits.empty());
    QVERIFY(settled());
    QVERIFY(!usual->isVisible());
    enter(fieldNamed("Boards, wide"), "14");
    QVERIFY(settled());
    for (const Weighed& row : session().solved()->weighing->rows) {
      if (row.measure == Measure::BoardWidth) QCOMPARE(*row.limit, 14.0 * mmPerInch);
    }
  }

  void aBetterPlanIsLookedForAndTaken() {
    goTo("osier");
    SuggestPanel panel(&session(), BoatSide::Starboard);
    panel.setTries(60);
    panel.show();
    auto* look = panel.findChild<QPushButton*>("lookForPlans");
    const QString words = look->text();
    const double score = session().solved()->weighing->score;
    look->click();
    QVERIFY(look->text() != words);  // and would stop it
    QTRY_COMPARE_WITH_TIMEOUT(look->text(), words, 30000);
    const auto cards = panel.findChildren<PlanPicture*>();
    const auto takes = panel.findChildren<QPushButton*>("takePlan");
    QCOMPARE(cards.size(), takes.size() + 1);
    QVERIFY(!takes.empty());
    for (PlanPicture* card : cards) QVERIFY(!card->grab().isNull());
    const std::size_t plans = session().book()->plans.size();
    takes.front()->click();
    QVERIFY(settled());
    QCOMPARE(session().book()->plans.size(), plans + 1);
    QCOMPARE(session().book()->port, session().book()->starboard);
    QVERIFY(session().solved()->weighing->score < score);
    session().undo();
    QCOMPARE(session().book()->plans.size(), plans);
  }

  void aStrakeAsHungIsTypedAndTheRestLinedOffAgainEachSideOnItsOwn() {
    goTo("marl");
    openPage(stage(), "As hung", "table");
    auto* grid = stage()->findChild<WidthsGrid*>();
    QVERIFY(grid->isVisible());
    const Lining was = *session().solved()->lining;
    const auto rowOf = [&](std::size_t line) {
      return static_cast<int>(was.lines.size()) - 2 - static_cast<int>(line);
    };
    const auto type = [&](std::size_t line, int section, const QString& text) {
      return grid->model()->setData(grid->model()->index(rowOf(line), section), text, Qt::EditRole);
    };
    QVERIFY(type(1, 6, "3/8"));
    QVERIFY(type(1, 4, "-1/8"));
    QVERIFY(settled());
    const Lining now = *session().solved()->lining;
    QVERIFY(std::abs((now.lines[1].shares[6] - was.lines[1].shares[6]) * now.frame.girthMm(6) - 0.375 * mmPerInch) <
            1e-6);
    QVERIFY(std::abs((now.lines[1].shares[4] - was.lines[1].shares[4]) * now.frame.girthMm(4) + 0.125 * mmPerInch) <
            1e-6);
    QVERIFY(now.lines[5].shares[6] > was.lines[5].shares[6]);
    QCOMPARE(session().book()->plans.size(), std::size_t(2));
    QVERIFY(session().book()->port != session().book()->starboard);
    QVERIFY(session().solved()->portLining->lines[1].shares[6] == was.lines[1].shares[6]);
    // It stands in the table, and again when the book is opened.
    QVERIFY(grid->model()->data(grid->model()->index(rowOf(1), 6)).toString().startsWith("+3"));
    // Beyond its neighbour: told in inches, nothing changed.
    QString refused;
    connect(&session(), &Session::refused, this, [&](const QString& why) { refused = why; });
    const std::string before = bytes();
    QVERIFY(!type(1, 6, "40"));
    QVERIFY2(refused.contains(" in ") && !refused.contains("mm"), qPrintable(refused));
    QCOMPARE(bytes(), before);
    QVERIFY(type(2, 5, "1/16"));
    QVERIFY(!type(1, 5, "1/16"));  // under one that hangs
    // The other side on its own.
    choose("side", 1);
    QVERIFY(type(1, 5, "1/4"));
    QVERIFY(settled());
    QCOMPARE(session().book()->hung.size(), std::size_t(3));
  }

  void sheIsLookedAtFromEverywhere() {
    for (const char* boat : {"osier", "marl"}) {
      goTo(boat);
      choose("view", 2);
      auto* hull = stage()->findChild<HullPicture*>();
      QVERIFY(hull->isVisible());
      session().perform("Float", setWaterline(*session().book(), inches(9.0)));
      QVERIFY(settled());
      std::vector<QImage> seen;
      for (int from = 0; from < 7; ++from) {
        choose("from", from);
        const QImage now = hull->grab().toImage();
        for (const QImage& other : seen) QVERIFY2(now != other, qPrintable(QString::number(from)));
        seen.push_back(now);
        // All of her is in the picture: its edges are bare.
        for (int x = 0; x < now.width(); ++x) QCOMPARE(now.pixelColor(x, 1), look::paper);
        for (int y = 0; y < now.height(); ++y) {
          QCOMPARE(now.pixelColor(1, y), look::paper);
          QCOMPARE(now.pixelColor(now.width() - 2, y), look::paper);
        }
      }
      // Another seam in hand is sighted along in its turn.
      Selection selection = session().selection();
      selection.line = 4;
      session().select(selection);
      QVERIFY(hull->grab().toImage() != seen.back());
    }
  }
};

int main(int argc, char** argv) {
  return runWindowTest<WeighingTest>(argc, argv);
}
#include "weighing_test.moc"
