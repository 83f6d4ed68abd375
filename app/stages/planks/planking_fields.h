#pragma once
// The settings of planks, on the slate: gains, seams, ends, fastenings, boards across.

#include <QObject>
#include <functional>
#include <vector>

#include "commands/long_work.h"
#include "commands/session.h"
#include "fastening/fastener.h"
#include "plank/planking_plan.h"
#include "stages/planks/plank_page.h"
#include "stages/slate.h"

namespace narrows {

/// Fields of the pages that have settings, of which those of the page in hand are shown. The slate owns it.
class PlankingFields : public QObject {
  Q_OBJECT

 public:
  PlankingFields(Session* session, Slate* slate);
  /// Put in where the slate has come to.
  void addPlanking();
  void addFastening();
  void addFlatWork();
  void showFor(PlankPage page);
  /// Boards across are of the transom, not of the bottom.
  bool isOfTransom() const { return m_transom; }
  /// What was counted for the whole boat of an answer; empty where nothing was.
  QString fastenersOf(const std::shared_ptr<const Solved>& answer) const;

 signals:
  /// What the page in hand shows is another by now.
  void pageChanged();

 private:
  void changePlanking(const QString& words, const std::function<void(PlankingPlan&)>& change);
  void addPlankingLength(PlankPage page, const QString& name, std::optional<Length> PlankingPlan::*length,
                         double PlankingMake::*usual);
  void addGainFields(const QString& end, EndGain PlankingPlan::*gain, GainMake PlankingMake::*usual);
  void countFasteners();

  Session* m_session;
  Slate* m_slate;
  std::vector<std::pair<PlankPage, QWidget*>> m_fields;
  bool m_transom = false;
  QString m_fasteners;
  std::uint64_t m_countedOf = 0;  ///< revision of the answer they were counted of
  LongWork m_counting;            ///< last: ended before what it speaks to is gone
};

}  // namespace narrows
