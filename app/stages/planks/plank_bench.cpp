#include "stages/planks/plank_bench.h"

#include <utility>

namespace narrows {

PlankBench::PlankBench(Session* session, QObject* parent) : QObject(parent), m_session(session), m_laying(session) {
  connect(&m_laying, &LongWork::runningChanged, this, [this](bool running) {
    if (!running && std::exchange(m_again, false))
      QMetaObject::invokeMethod(this, &PlankBench::askAgain, Qt::QueuedConnection);
  });
  connect(&m_laying, &LongWork::brokenOff, this, [this] { m_broken = m_laid; });
}

void PlankBench::take(std::shared_ptr<const PlankAtBench> plank, const std::shared_ptr<const Solved>& of) {
  m_plank = std::move(plank);
  m_of = of;
  emit changed();
}

void PlankBench::clear() {
  m_laid = m_broken = {};
  if (m_of != nullptr) take(nullptr, nullptr);
}

bool PlankBench::lay(const std::shared_ptr<const Solved>& answer, std::size_t strake, BoatSide side) {
  const bool isThere = m_plank != nullptr && m_plank->strake == strake && m_plank->side == side;
  if (isThere && m_of == answer) return true;
  if (isThere && m_of != nullptr && haveSamePlanks(*m_of, *answer)) {
    take(m_plank, answer);
    return true;
  }
  if (m_broken == PlankOf{answer, strake, side}) return false;
  if (m_laying.isRunning()) {
    m_again = true;
    return false;
  }
  m_laid = {answer, strake, side};
  m_laying.begin([this, answer, strake, side](const std::stop_token&, const LongWork::Progress&) -> LongWork::End {
    const auto plank = plankAtBench(*answer, strake, side);
    return [this, answer, plank, strake, side] {
      const Selection& now = m_session->selection();
      const bool isWanted = m_session->solved() == answer && now.strake == static_cast<int>(strake) && now.side == side;
      if (!isWanted) {
        emit askAgain();
        return;
      }
      take(plank, answer);
    };
  });
  // A plank of any boat but a ship is there before the eye asks for it, and is waited for.
  constexpr std::size_t manyStations = 100;
  constexpr std::chrono::milliseconds eyeWaits{50}, planksWait{3000};
  const bool isShip = answer->liningOf(side)->frame.sectionCount() > manyStations;
  m_laying.waitFor(isShip ? eyeWaits : planksWait);
  return m_plank != nullptr && m_plank->strake == strake && m_plank->side == side && m_of == answer;
}

}  // namespace narrows
