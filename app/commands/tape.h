#pragma once
// A digital tape on a serial line.

#include <QSerialPort>

#include "plank/tape_line.h"

namespace narrows {

/// Listens to a tape and tells what it sends, reading by reading. The line may stop, stutter or send rubbish: each is
/// told, and what was read before stays read.
class Tape : public QObject {
  Q_OBJECT

 public:
  explicit Tape(QObject* parent = nullptr);
  /// Opens a line by the path of its port; one that is open is closed first. False where it cannot be, told by
  /// `trouble`.
  bool open(const QString& path);
  void close();
  bool isOpen() const { return m_port.isOpen(); }
  /// The ports of this machine, by their paths. A line that is none of them can be opened by its path all the same.
  static QStringList ports();

 signals:
  void read(const TapeReading& reading);
  /// In a sentence: the line cannot be opened, has gone, or sent what is no reading.
  void trouble(const QString& words);
  /// It was opened, or has been closed.
  void openChanged(bool open);

 private:
  void takeWhatCame();
  void lose(const QString& why);

  QSerialPort m_port;
  TapeLines m_lines;
};

}  // namespace narrows
