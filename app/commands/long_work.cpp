#include "commands/long_work.h"

#include <malloc.h>

#include <exception>
#include <utility>

#include "commands/session.h"

namespace narrows {

namespace {

std::function<void()>& beginning() {
  static std::function<void()> called;
  return called;
}

QString wentWrong(const std::exception& error) {
  return LongWork::tr(
             "What was being worked out was broken off (%1). What was entered is kept: save it, and try again.")
      .arg(QString::fromLocal8Bit(error.what()));
}

}  // namespace

void shareHeaps() {
  mallopt(M_ARENA_MAX, 2);
}

void giveBackMemory() {
  malloc_trim(0);
}

LongWork::LongWork(Session* session, QObject* parent) : QObject(parent), m_session(session) {}

LongWork::~LongWork() {
  m_thread.request_stop();
  if (m_thread.joinable()) m_thread.join();  // before what it reports to is gone
}

void LongWork::setBeginning(std::function<void()> called) {
  beginning() = std::move(called);
}

bool LongWork::begin(Work work) {
  if (m_running) return false;
  m_running = true;
  auto ended = std::make_shared<Ended>();
  ended->book = m_session != nullptr ? m_session->bookNumber() : 0;
  m_ended = ended;
  try {
    m_thread = std::jthread([this, ended, work = std::move(work), called = beginning()](const std::stop_token& stop) {
      carryOut(*ended, work, called, stop);
      QMetaObject::invokeMethod(
          this, [this, ended] { finish(*ended); }, Qt::QueuedConnection);
    });
  } catch (const std::exception& error) {  // there was no thread to be had
    m_running = false;
    tellBroken(wentWrong(error));
    return false;
  }
  emit runningChanged(true);
  return true;
}

void LongWork::carryOut(Ended& ended, const Work& work, const std::function<void()>& called,
                        const std::stop_token& stop) {
  End end;
  try {
    if (called) called();
    end = work(stop, [this](double share) {
      QMetaObject::invokeMethod(
          this, [this, share] { emit progressed(share); }, Qt::QueuedConnection);
    });
  } catch (const std::exception& error) {
    end = [this, why = wentWrong(error)] { tellBroken(why); };
  }
  {
    const std::lock_guard lock(ended.mutex);
    ended.end = std::move(end);
    ended.is = true;
  }
  ended.there.notify_all();
}

void LongWork::stop() {
  m_thread.request_stop();
}

bool LongWork::waitFor(std::chrono::milliseconds wait) {
  const auto ended = m_ended;
  if (!m_running || ended == nullptr) return true;
  {
    std::unique_lock lock(ended->mutex);
    if (!ended->there.wait_for(lock, wait, [&] { return ended->is; })) return false;
  }
  finish(*ended);
  return true;
}

void LongWork::finish(Ended& ended) {
  if (std::exchange(ended.isTaken, true)) return;
  const End end = std::exchange(ended.end, {});
  m_running = false;
  emit runningChanged(false);
  // What a window does with an answer may want more memory than there is, as the work may.
  try {
    if (end && (m_session == nullptr || m_session->bookNumber() == ended.book)) end();
  } catch (const std::exception& error) {
    tellBroken(wentWrong(error));
  }
}

void LongWork::tellBroken(const QString& why) {
  emit brokenOff(why);
  if (m_session != nullptr) emit m_session->workBrokenOff(why);
}

}  // namespace narrows
