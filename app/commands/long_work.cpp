#include "commands/long_work.h"

#include <exception>

#include "commands/session.h"

namespace narrows {

namespace {

std::function<void()>& beginning() {
  static std::function<void()> called;
  return called;
}

QString wentWrong(const std::exception& error) {
  return LongWork::tr("What was being worked out was broken off (%1). What was entered is kept: save it, and try again.")
      .arg(QString::fromLocal8Bit(error.what()));
}

}  // namespace

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
  const int book = m_session != nullptr ? m_session->bookNumber() : 0;
  m_thread = std::jthread([this, book, work = std::move(work), called = beginning()](const std::stop_token& stop) {
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
  // What a window does with an answer may want more memory than there is, as the work may.
  try {
    if (end && (m_session == nullptr || m_session->bookNumber() == book)) end();
  } catch (const std::exception& error) {
    tellBroken(wentWrong(error));
  }
}

void LongWork::tellBroken(const QString& why) {
  emit brokenOff(why);
  if (m_session != nullptr) emit m_session->workBrokenOff(why);
}

}  // namespace narrows
