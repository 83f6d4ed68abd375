#pragma once
// Something read, written or found that may take a while, with the window alive meanwhile.

#include <QEventLoop>
#include <QTimer>
#include <chrono>
#include <exception>
#include <future>
#include <type_traits>

#include "problem/problem.h"

namespace narrows {

/// Work that `aside` waits for, on the interface's thread.
class AsideWaits {
 public:
  AsideWaits() { ++count(); }
  ~AsideWaits() { --count(); }
  AsideWaits(const AsideWaits&) = delete;
  AsideWaits& operator=(const AsideWaits&) = delete;
  /// Whether the window waits for something: it is not the time to close it.
  static bool any() { return count() > 0; }

 private:
  static int& count() {
    static int waiting = 0;
    return waiting;
  }
};

/// Runs `work` on a thread of its own and gives its `Result`; `Fault::WentWrong` where it throws. Where the work takes
/// longer than the eye notices, the window goes on being painted, and keys and clicks are taken when it is done. `work`
/// must touch nothing of the interface.
template <typename Work>
std::invoke_result_t<Work> aside(Work work) {
  using namespace std::chrono_literals;
  using Made = std::invoke_result_t<Work>;
  const AsideWaits waits;
  try {
    auto coming = std::async(std::launch::async, [work = std::move(work)]() -> Made {
      try {
        return work();
      } catch (const std::exception& error) {
        return fail(Fault::WentWrong, {}, {error.what()});
      }
    });
    if (coming.wait_for(40ms) == std::future_status::ready) return coming.get();
    QEventLoop waiting;
    QTimer look;
    QObject::connect(&look, &QTimer::timeout, &waiting, [&] {
      if (coming.wait_for(0ms) == std::future_status::ready) waiting.quit();
    });
    look.start(5ms);
    waiting.exec(QEventLoop::ExcludeUserInputEvents);
    return coming.get();
  } catch (const std::exception& error) {  // there was no thread to be had
    return fail(Fault::WentWrong, {}, {error.what()});
  }
}

}  // namespace narrows
