#pragma once
// Looking for the plan that weighs best, and choosing from the few best found.

#include <QDialog>
#include <stop_token>

#include "advice/suggest.h"
#include "commands/long_work.h"
#include "commands/session.h"

class QHBoxLayout;
class QLabel;
class QProgressBar;
class QPushButton;

namespace narrows {

/// A small picture of a plan on the shell laid flat, shaded by what is beyond its limits.
class PlanPicture : public QWidget {
  Q_OBJECT

 public:
  explicit PlanPicture(std::shared_ptr<const PlanWeighed> plan, QWidget* parent = nullptr);

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  std::shared_ptr<const PlanWeighed> m_plan;
};

/// Says what is minded, looks with progress and Stop, and shows the best few beside the plan begun from. One that is
/// taken becomes a plan of the book, and the boat's on the side in hand, or on both where they are lined off alike.
class SuggestPanel : public QDialog {
  Q_OBJECT

 public:
  SuggestPanel(Session* session, BoatSide side, QWidget* parent = nullptr);
  ~SuggestPanel() override { m_abandoned.request_stop(); }
  /// How many plans are weighed; unless said, as many as take some ten seconds.
  void setTries(int tries) { m_tries = tries; }

 private:
  void addWeights();
  void look();
  void showFound(const Suggestion& found);
  void addCard(const std::shared_ptr<const PlanWeighed>& plan, const QString& words, bool begun);
  void take(const PlanWeighed& plan, const QString& words);

  Session* m_session;
  BoatSide m_side;
  std::optional<int> m_tries;  ///< none: as many as take some ten seconds
  int m_strakes = 0;           ///< kept at so many; nought: as many as come out best
  QLabel* m_answer;
  QProgressBar* m_progress;
  QPushButton* m_look;
  QWidget* m_cards = nullptr;
  QHBoxLayout* m_row;
  std::stop_source m_abandoned;  ///< with the panel goes what it was looking for
  LongWork m_looking;            ///< last: ended before what it speaks to is gone
};

}  // namespace narrows
