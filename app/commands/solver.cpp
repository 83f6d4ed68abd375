#include "commands/solver.h"

namespace narrows {

namespace {

bool sameTable(const Book& a, const Book& b) {
  return a.table == b.table && a.faired == b.faired;
}

}  // namespace

Solver::Solver(std::function<void(Answer)> answered) : m_answered(std::move(answered)) {
  m_thread = std::jthread([this](const std::stop_token& stop) { run(stop); });
}

Solver::~Solver() {
  m_thread.request_stop();
  {
    const std::lock_guard lock(m_mutex);
    m_current.request_stop();
  }
  m_wake.notify_all();
}

void Solver::ask(BookSnapshot book, std::uint64_t revision, SolveEffort effort) {
  {
    const std::lock_guard lock(m_mutex);
    m_waiting = Question{std::move(book), revision, effort};
    m_current.request_stop();
  }
  m_wake.notify_all();
}

void Solver::startFrom(Answer answer) {
  const std::lock_guard lock(m_mutex);
  m_previous = std::move(answer);
}

void Solver::run(const std::stop_token& stop) {
  std::unique_lock lock(m_mutex);
  while (m_wake.wait(lock, stop, [this] { return m_waiting.has_value(); })) {
    const Question question = *std::exchange(m_waiting, std::nullopt);
    // A quick answer is let finish, or a steady drag would never show one.
    m_current = std::stop_source();
    const std::stop_token token = question.effort == SolveEffort::Quick ? std::stop_token() : m_current.get_token();
    const Answer previous = m_previous;
    lock.unlock();
    Answer before = previous;
    if (question.effort == SolveEffort::Full && previous != nullptr && !sameTable(*previous->book, *question.book)) {
      // The lines at once, and the planks after them.
      before = solve(question.book, question.revision, previous, SolveEffort::Quick);
      m_answered(before);
    }
    Answer answer = solve(question.book, question.revision, before, question.effort, token);
    lock.lock();
    if (answer == nullptr) continue;
    m_previous = answer;
    lock.unlock();
    m_answered(std::move(answer));
    lock.lock();
  }
}

}  // namespace narrows
