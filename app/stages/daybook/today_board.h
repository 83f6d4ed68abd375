#pragma once
// The day: what is in hand, what can be done next and why, what waits, and what is to be decided.

#include <QListWidget>
#include <functional>

#include "canvas/deed.h"

namespace narrows {

class OrderBench;
class Session;

/// A list read from two metres: a line a step with what is to be said of it, and what one press does at its right end.
class TodayBoard : public QListWidget, public KeyedDrawing {
  Q_OBJECT

 public:
  TodayBoard(Session* session, OrderBench* bench, QWidget* parent = nullptr);
  std::vector<Deed> keys() override;
  /// The next step of the list in hand (1), or the one before (-1).
  void stepInHand(int by);
  /// Words typed beside it, which go with the next step that is done; empty where there are none.
  void setWords(std::function<QString()> words) { m_words = std::move(words); }

  /// What a line of it is of.
  enum class Line { Heading, Step, Decision, More };
  /// What one press does to it.
  enum class Press { None, Begin, Stop, Done, Decide };
  struct Presses {
    Press first = Press::None, second = Press::None;
  };
  static QString pressWords(Press press);
  Presses pressesOf(const QListWidgetItem& item) const;
  /// Where its presses are painted, at the right end of a line.
  static QRect pressRect(const QRect& line, bool second);

 signals:
  void moreAsked();

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void contextMenuEvent(QContextMenuEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void showEvent(QShowEvent* event) override;

 private:
  void refill();
  void addHeading(const QString& words);
  void addStep(std::size_t step, const QString& said);
  void addDecision(std::size_t decision);
  void fillWaits();
  void fillWrong();
  /// Of the line in hand.
  void press(Press press);
  void showHand();

  Session* m_session;
  OrderBench* m_bench;
  std::function<QString()> m_words = [] { return QString(); };
  bool m_filling = false;
};

}  // namespace narrows
