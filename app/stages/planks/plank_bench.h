#pragma once
// The bench: where the plank in hand is laid, beside the window.

#include <QObject>
#include <memory>

#include "commands/long_work.h"
#include "commands/session.h"
#include "solve/plank_at_bench.h"

namespace narrows {

/// Holds one plank and the answer it is of. Another is laid when it is asked for, on a thread, and waited for as long
/// as the eye does not mind; asked for while one is being laid, it is laid after it.
class PlankBench : public QObject {
  Q_OBJECT

 public:
  PlankBench(Session* session, QObject* parent);
  /// The plank that lies there; null where there is none.
  const std::shared_ptr<const PlankAtBench>& plank() const { return m_plank; }
  const std::shared_ptr<const Solved>& answer() const { return m_of; }
  /// Lays a plank of an answer, unless it lies there: true where it does now.
  bool lay(const std::shared_ptr<const Solved>& answer, std::size_t strake, BoatSide side);
  /// Nothing lies there: nobody looks, and the answer it was of is of a moment ago.
  void clear();

 signals:
  /// Another plank, or the same of another answer, lies there.
  void changed();
  /// One that was asked for meanwhile is to be asked for again.
  void askAgain();

 private:
  void take(std::shared_ptr<const PlankAtBench> plank, const std::shared_ptr<const Solved>& of);

  Session* m_session;
  std::shared_ptr<const PlankAtBench> m_plank;
  std::shared_ptr<const Solved> m_of;
  /// A plank of an answer.
  struct PlankOf {
    std::shared_ptr<const Solved> answer;
    std::size_t strake = 0;
    BoatSide side = BoatSide::Starboard;
    bool operator==(const PlankOf&) const = default;
  };
  PlankOf m_laid;    ///< what was laid last, or is being laid
  PlankOf m_broken;  ///< what could not be laid: not tried over and over
  bool m_again = false;
  LongWork m_laying;  ///< last: ended before what it speaks to is gone
};

}  // namespace narrows
