#include "stages/stock/goal_field.h"

#include <QComboBox>

#include "book/stock_edits.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "problem/trade.h"
#include "stages/slate.h"
#include "stock/stack_goal.h"

namespace narrows {

namespace {

class Goal {
  Q_DECLARE_TR_FUNCTIONS(Goal)

 public:
  static std::vector<QWidget*> add(Slate* slate, Session* session) {
    QStringList goals;
    for (const StackGoal goal : stackGoals) goals << QString::fromStdString(Trade::say(stackGoalName(goal)));
    auto* goal = slate->addChoice(
        tr("Laid for"), goals, [session] { return static_cast<int>(session->book()->stock.goal); },
        [session](int index) {
          StockPlan plan = session->book()->stock;
          plan.goal = static_cast<StackGoal>(index);
          session->perform(tr("What boards are laid for"), setStock(*session->book(), plan));
        });
    goal->setObjectName(QStringLiteral("stackGoal"));
    auto* pairs = slate->addChoice(
        tr("Pairs on sister boards"), {tr("as they lie best"), tr("as in an opened book")},
        [session] { return session->book()->stock.bookMatched ? 1 : 0; },
        [session](int index) {
          StockPlan plan = session->book()->stock;
          plan.bookMatched = index == 1;
          session->perform(tr("Pairs on sister boards"), setStock(*session->book(), plan));
        });
    pairs->setObjectName(QStringLiteral("bookMatched"));
    return {goal, pairs};
  }
};

}  // namespace

std::vector<QWidget*> addGoalFields(Slate* slate, Session* session) {
  return Goal::add(slate, session);
}

}  // namespace narrows
