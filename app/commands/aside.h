#pragma once
// Something read or found that may take a while, with the window alive meanwhile.

#include <QEventLoop>
#include <QTimer>
#include <chrono>
#include <future>

namespace narrows {

/// What `work` gives, made on a thread of its own. Where it takes longer than the eye notices the window goes on being
/// painted, and what is pressed is heard when it is done. `work` must touch nothing of the interface.
template <typename Work>
auto aside(Work work) {
  using namespace std::chrono_literals;
  auto coming = std::async(std::launch::async, std::move(work));
  if (coming.wait_for(40ms) == std::future_status::ready) return coming.get();
  QEventLoop waiting;
  QTimer look;
  QObject::connect(&look, &QTimer::timeout, &waiting, [&] {
    if (coming.wait_for(0ms) == std::future_status::ready) waiting.quit();
  });
  look.start(5ms);
  waiting.exec(QEventLoop::ExcludeUserInputEvents);
  return coming.get();
}

}  // namespace narrows
