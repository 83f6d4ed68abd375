#pragma once
// How long is waited for what, and how the shop works: every figure a setting of the book, with its reason.

#include <QWidget>
#include <functional>

#include "canvas/cell_grid.h"
#include "daybook/daybook.h"

class QLabel;

namespace narrows {

class OrderBench;
class RefusedNote;
class Session;

class TimesPage : public QWidget {
  Q_OBJECT

 public:
  TimesPage(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  /// The times, or how the shop works.
  enum class Shows { Neither, Times, Shop };
  void showAs(Shows what);
  CellGrid* times() { return m_times; }
  CellGrid* shop() { return m_shop; }

 private:
  enum Column { Least, Most, Warmth, Why };
  /// One setting of the shop: its name, its reason, how it is shown, and how it is typed; false where what was typed is
  /// not understood.
  struct Setting {
    QString name, why;
    std::function<QString()> shown;
    std::function<bool(Daybook&, const QString&)> set;
  };
  void makeSettings();
  void addWords(const QString& name, const QString& why, const QStringList& words, std::function<int()> shown,
                std::function<void(Daybook&, int)> set);
  void addNumber(const QString& name, const QString& why, std::function<double()> shown,
                 std::function<void(Daybook&, double)> set);
  Cell timeCell(int row, int column) const;
  bool enterTime(int row, int column, const QString& text);
  /// Degrees Celsius of what was typed, "8", "8 C", "46 F"; a bare number as the book's units have it.
  std::optional<double> typedDegrees(const QString& text, bool& understood) const;
  QString degreesShown(double degrees) const;
  void say();

  Session* m_session;
  OrderBench* m_bench;
  QLabel* m_words;
  CellGrid *m_times, *m_shop;
  RefusedNote* m_answer;
  std::vector<Setting> m_settings;
};

/// Degrees Celsius of what was typed: "8", "8 C", "46 F"; a bare number by the unit. `understood` is false for any
/// other text.
std::optional<double> degreesTyped(const QString& text, Notation notation, bool& understood);

}  // namespace narrows
