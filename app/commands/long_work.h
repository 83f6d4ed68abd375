#pragma once
// Work that takes longer than the eye waits, off the interface's thread.

#include <QObject>
#include <functional>
#include <thread>

namespace narrows {

class Session;

/// One piece of work at a time. It tells how far it is, hears when it is asked to stop, and what it ends in is done on
/// the interface's thread, unless another book is in hand by then: work begun on one book ends for no other.
class LongWork : public QObject {
  Q_OBJECT

 public:
  /// Without a session it ends whatever book is in hand.
  explicit LongWork(const Session* session, QObject* parent = nullptr);
  /// Asks it to stop, and waits for it.
  ~LongWork() override;

  using Progress = std::function<void(double share)>;
  using End = std::function<void()>;
  /// Runs on a thread of its own and gives what is to be done with what it found. It must not throw.
  using Work = std::function<End(const std::stop_token&, const Progress&)>;

  /// False, and nothing begun, while other work is running.
  bool begin(Work work);
  bool isRunning() const { return m_running; }
  void stop();

 signals:
  void progressed(double share);
  /// It began, or it has ended.
  void runningChanged(bool running);

 private:
  void finish(int book, const End& end);
  const Session* m_session;
  bool m_running = false;
  std::jthread m_thread;
};

}  // namespace narrows
