#pragma once
// Solving off the interface thread, latest wins.

#include <chrono>
#include <condition_variable>
#include <functional>
#include <mutex>
#include <optional>
#include <thread>

#include "solve/solve.h"

namespace narrows {

/// One thread that solves the latest book asked for. A full solve is stopped when something newer is asked.
class Solver {
 public:
  using Answer = std::shared_ptr<const Solved>;
  /// `answered` is called on the solver's thread.
  explicit Solver(std::function<void(Answer)> answered);
  ~Solver();
  Solver(const Solver&) = delete;
  Solver& operator=(const Solver&) = delete;

  void ask(BookSnapshot book, std::uint64_t revision, SolveEffort effort);
  /// Another book: what was asked of the one before is broken off, and later answers are built on this one, or on none.
  void startFrom(Answer answer);
  /// The answer for a revision, waited for no longer than that; null where it takes longer.
  Answer answerWithin(std::uint64_t revision, std::chrono::milliseconds wait);

 private:
  struct Question {
    BookSnapshot book;
    std::uint64_t revision;
    SolveEffort effort;
  };
  void run(const std::stop_token& stop);
  static Answer solved(const Question& question, const Answer& before, SolveEffort effort, const std::stop_token& stop);

  std::function<void(Answer)> m_answered;
  std::mutex m_mutex;
  std::condition_variable_any m_wake;
  std::optional<Question> m_waiting;
  std::stop_source m_current;  ///< stops a full answer when something newer is asked
  std::stop_source m_quick;    ///< stops any answer of a book that is put aside
  Answer m_previous;
  std::jthread m_thread;
};

}  // namespace narrows
