#include "commands/solver.h"

#include <exception>

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
    m_waiting.reset();
    m_current.request_stop();
    m_quick.request_stop();
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
  m_waiting.reset();
  m_current.request_stop();
  m_quick.request_stop();
}

Solver::Answer Solver::answerWithin(std::uint64_t revision, std::chrono::milliseconds wait) {
  std::unique_lock lock(m_mutex);
  const auto made = [&] { return m_previous != nullptr && m_previous->revision == revision; };
  return m_wake.wait_for(lock, wait, made) ? m_previous : nullptr;
}

Solver::Answer Solver::solved(const Question& question, const Answer& before, SolveEffort effort,
                              const std::stop_token& stop) {
  try {
    return solve(question.book, question.revision, before, effort, stop);
  } catch (const std::exception& error) {  // no thread of ours ends the program
    auto none = std::make_shared<Solved>(*unsolved(question.book, question.revision));
    none->drawnLines.waits = false;
    none->findings.push_back(findingOf(CouldNotMake{ShopStage::Lines, {Fault::WentWrong, {}, {error.what()}}}));
    return none;
  }
}

void Solver::run(const std::stop_token& stop) {
  std::unique_lock lock(m_mutex);
  while (m_wake.wait(lock, stop, [this] { return m_waiting.has_value(); })) {
    const Question question = *std::exchange(m_waiting, std::nullopt);
    // A quick answer is let finish for the same book, or a steady drag would never show one.
    m_current = std::stop_source();
    m_quick = std::stop_source();
    const std::stop_token quick = m_quick.get_token();
    const std::stop_token token = question.effort == SolveEffort::Quick ? quick : m_current.get_token();
    const Answer previous = m_previous;
    lock.unlock();
    Answer before = previous;
    if (question.effort == SolveEffort::Full && previous != nullptr && !sameTable(*previous->book, *question.book)) {
      // The lines at once, and the planks after them.
      before = solved(question, previous, SolveEffort::Quick, quick);
      if (before != nullptr) m_answered(before);
    }
    Answer answer = solved(question, before, question.effort, token);
    lock.lock();
    // One that was broken off, or of a book that was put aside meanwhile, is nothing to build on.
    if (answer == nullptr || quick.stop_requested()) continue;
    m_previous = answer;
    lock.unlock();
    m_wake.notify_all();
    m_answered(std::move(answer));
    lock.lock();
  }
}

}  // namespace narrows
