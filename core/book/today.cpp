#include "book/today.h"

#include <chrono>
#include <ctime>

namespace narrows {

std::string today() {
  const std::time_t now = std::chrono::system_clock::to_time_t(std::chrono::system_clock::now());
  std::tm local{};
  localtime_r(&now, &local);
  std::string text(16, '\0');
  text.resize(std::strftime(text.data(), text.size(), "%Y-%m-%d", &local));
  return text;
}

}  // namespace narrows
