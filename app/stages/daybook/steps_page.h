#pragma once
// The steps of the part in hand: how each stands, and all that can be said of it.

#include <QWidget>

#include "canvas/cell_grid.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

class OrderBench;
class RefusedNote;
class Session;
class Slate;
struct OrderStep;
struct StepRef;

class StepsPage : public QWidget {
  Q_OBJECT

 public:
  StepsPage(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }

 private:
  enum Column { Name, Stands, Planned, Hours, WaitAfter, Note, WaitsFor };
  const OrderStep* at(int row) const;
  int rows() const;
  Cell cell(int row, int column) const;
  bool enter(int row, int column, const QString& text);
  std::vector<Deed> deedsOfRow();
  QString waitsWords(const OrderStep& step) const;
  bool refuse(const QString& words);
  void say();
  /// What was typed to leave the step in hand out.
  void skip();
  void add();
  void addOwnPart();
  /// The step in hand waits, or waits no more, for the one chosen of those it waits for.
  void letGo(const StepRef& step);
  void move(int by);

  Session* m_session;
  OrderBench* m_bench;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid* m_grid;
  RefusedNote* m_answer;
  QLineEdit *m_why = nullptr, *m_new = nullptr;
  std::vector<QWidget*> m_fields;
};

/// A figure typed in a cell: none where it is empty; `understood` is false where it is no number.
std::optional<double> typedNumber(const QString& text, bool& understood);

}  // namespace narrows
