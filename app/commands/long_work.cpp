#include "commands/long_work.h"

#include "commands/session.h"

namespace narrows {

LongWork::LongWork(const Session* session, QObject* parent) : QObject(parent), m_session(session) {}

LongWork::~LongWork() {
  m_thread.request_stop();
  if (m_thread.joinable()) m_thread.join();  // before what it reports to is gone
}

bool LongWork::begin(Work work) {
  if (m_running) return false;
  m_running = true;
  const int book = m_session != nullptr ? m_session->bookNumber() : 0;
  m_thread = std::jthread([this, book, work = std::move(work)](const std::stop_token& stop) {
    const End end = work(stop, [this](double share) {
      QMetaObject::invokeMethod(
          this, [this, share] { emit progressed(share); }, Qt::QueuedConnection);
    });
    QMetaObject::invokeMethod(
        this, [this, book, end] { finish(book, end); }, Qt::QueuedConnection);
  });
  emit runningChanged(true);
  return true;
}

void LongWork::stop() {
  m_thread.request_stop();
}

void LongWork::finish(int book, const End& end) {
  m_running = false;
  emit runningChanged(false);
  if (end && (m_session == nullptr || m_session->bookNumber() == book)) end();
}

}  // namespace narrows
