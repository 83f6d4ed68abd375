#include "stages/lining/stack_trial.h"

#include <QEvent>
#include <QWidget>

#include "commands/session.h"

namespace narrows {

StackTrial::StackTrial(Session* session, QWidget* stage)
    : QObject(stage), m_session(session), m_stage(stage), m_laying(session) {
  stage->installEventFilter(this);
  constexpr int restMs = 400;
  m_rest.setSingleShot(true);
  m_rest.setInterval(restMs);
  connect(&m_rest, &QTimer::timeout, this, &StackTrial::layAfresh);
  connect(session, &Session::answerSettled, this, [this] {
    if (!isCurrent()) m_laying.stop();  // it is of a moment ago
    m_rest.start();
  });
  connect(&m_laying, &LongWork::runningChanged, this, [this](bool running) {
    if (!running) m_rest.start();
  });
  connect(&m_laying, &LongWork::brokenOff, this, [this] { m_brokenOf = m_session->revision(); });
}

bool StackTrial::eventFilter(QObject* watched, QEvent* event) {
  if (watched == m_stage && event->type() == QEvent::Show) m_rest.start();
  return QObject::eventFilter(watched, event);
}

bool StackTrial::isCurrent() const {
  const auto& solved = m_session->solved();
  return solved != nullptr && m_of == solved->revision && m_book == m_session->bookNumber();
}

void StackTrial::layAfresh() {
  const auto& solved = m_session->solved();
  if (!m_session->hasBook() || m_session->book()->boards.empty()) {
    if (m_cost != nullptr) m_cost.reset(), m_before.reset(), emit changed();
    return;
  }
  if (!m_stage->isVisible() || m_session->isMoving() || m_rest.isActive() || m_laying.isRunning()) return;
  if (solved == nullptr || solved->revision != m_session->revision() || solved->waits() || isCurrent() ||
      m_brokenOf == solved->revision)
    return;
  const bool isSameBook = m_book == m_session->bookNumber();
  if (!isSameBook) m_cost.reset(), m_before.reset();
  m_laying.begin([this, solved, was = m_cost](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    const auto cost = stackCost(*solved, was.get(), stop);
    if (stop.stop_requested()) return {};
    return [this, cost, revision = solved->revision] {
      m_before = m_cost;
      m_cost = cost;
      m_of = revision;
      m_book = m_session->bookNumber();
      emit changed();
    };
  });
}

}  // namespace narrows
