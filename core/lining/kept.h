#pragma once
// Things worked out once and kept, to be asked from any thread.

#include <functional>
#include <map>
#include <memory>
#include <mutex>

namespace narrows {

/// Things by what they were made from. A line dragged about asks for ever new ones: past `most` all are let go.
template <typename Key, typename Thing>
class Kept {
 public:
  explicit Kept(std::size_t most) : m_most(most) {}

  std::shared_ptr<const Thing> of(const Key& key, const std::function<Thing()>& make) {
    const std::lock_guard lock(m_mutex);
    if (const auto found = m_things.find(key); found != m_things.end()) return found->second;
    if (m_things.size() >= m_most) m_things.clear();
    return m_things[key] = std::make_shared<const Thing>(make());
  }

 private:
  std::size_t m_most;
  std::mutex m_mutex;
  std::map<Key, std::shared_ptr<const Thing>> m_things;
};

}  // namespace narrows
