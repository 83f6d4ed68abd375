#pragma once
// Work that takes longer than the eye waits, off the interface's thread.

#include <QObject>
#include <chrono>
#include <condition_variable>
#include <functional>
#include <memory>
#include <mutex>
#include <thread>

namespace narrows {

class Session;

/// Has all threads share two heaps: with one each, what an hour's work beside the window frees is never used again. To
/// be called before the first of them begins.
void shareHeaps();
/// Gives what is free in them back to the machine: some tens of milliseconds of a ship, nothing to speak of otherwise.
void giveBackMemory();

/// One piece of work at a time, on a thread of its own. The work tells how far it is and hears when it is asked to
/// stop. Its end is done on the interface's thread, unless another book was opened meanwhile: work begun on one book
/// ends for no other.
class LongWork : public QObject {
  Q_OBJECT

 public:
  /// Without a session it ends whatever book is in hand.
  explicit LongWork(Session* session, QObject* parent = nullptr);
  /// Asks it to stop, and waits for it.
  ~LongWork() override;

  using Progress = std::function<void(double share)>;
  using End = std::function<void()>;
  /// Runs on a thread of its own and gives what is to be done with what it found. What it throws, there or at its end,
  /// is its end: `brokenOff` tells why.
  using Work = std::function<End(const std::stop_token&, const Progress&)>;

  /// False, and nothing begun, while other work is running, or where there is no thread to be had, which is told.
  bool begin(Work work);
  bool isRunning() const { return m_running; }
  void stop();
  /// Waits up to so long for the work that is running, and does its end at once where it is done by then. False where
  /// the work takes longer; it goes on.
  bool waitFor(std::chrono::milliseconds wait);

  /// Called on its thread as any work begins, for tests of what happens when work throws.
  static void setBeginning(std::function<void()> beginning);

 signals:
  void progressed(double share);
  /// It ended in a fault of the program's own, or for want of memory: in words, told by the session too.
  void brokenOff(const QString& why);
  /// It began, or it has ended.
  void runningChanged(bool running);

 private:
  /// What one piece of work ended in, between its thread and the interface's.
  struct Ended {
    std::mutex mutex;
    std::condition_variable there;
    bool is = false;
    End end;
    bool isTaken = false;  ///< on the interface's thread
    int book = 0;          ///< it was begun on
  };
  /// On its thread: does the work and puts down what it ended in.
  void carryOut(Ended& ended, const Work& work, const std::function<void()>& called, const std::stop_token& stop);
  void finish(Ended& ended);
  void tellBroken(const QString& why);
  Session* m_session;
  bool m_running = false;
  std::shared_ptr<Ended> m_ended;
  std::jthread m_thread;
};

}  // namespace narrows
