#pragma once
// By what rules boards are chosen: every one a setting, with its reason.

#include <QWidget>
#include <functional>

#include "canvas/cell_grid.h"
#include "stock/mill_sizes.h"
#include "stock/stock_plan.h"

class QLabel;

namespace narrows {

class RefusedNote;
class Session;
class StockBench;

class RulesPage : public QWidget {
  Q_OBJECT

 public:
  RulesPage(Session* session, StockBench* bench, QWidget* parent = nullptr);
  void showAs(bool shown);
  CellGrid* rules() { return m_rules; }

 private:
  /// One rule: its name, its reason, how it is shown, and how it is set; false where what was typed is not understood.
  struct Rule {
    QString name, why;
    bool isLength = false;
    std::function<QString()> shown, exact;
    std::function<bool(StockPlan&, const QString&)> set;
  };
  void makeRules();
  /// Which faults are cut out, and plugs.
  void makeFaultRules();
  void addLength(const QString& name, const QString& why, const std::function<double()>& shownMm,
                 std::optional<Length> StockPlan::*of);
  void addNumber(const QString& name, const QString& why, int decimals, const std::function<double()>& shown,
                 std::optional<double> StockPlan::*of);
  /// Sizes of the mill, in a list.
  void addSizes(const QString& name, const QString& why, std::vector<Length> BoardsSold::*sold,
                std::vector<Length> MillSizes::*own);
  void addYesNo(const QString& name, const QString& why, const std::function<bool()>& shown,
                const std::function<void(StockPlan&, bool)>& set);
  bool perform(const QString& words, const StockPlan& plan);
  void layOut();

  Session* m_session;
  StockBench* m_bench;
  QLabel* m_words;
  CellGrid* m_rules;
  RefusedNote* m_answer;
  std::vector<Rule> m_all;
};

}  // namespace narrows
