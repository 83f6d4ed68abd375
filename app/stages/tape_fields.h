#pragma once
// A digital tape on a slate: the line it sends on, and a button to listen.

#include <QObject>

#include "commands/tape.h"

class QComboBox;
class QPushButton;

namespace narrows {

class Slate;

class TapeFields : public QObject {
  Q_OBJECT

 public:
  explicit TapeFields(QObject* parent) : QObject(parent), m_tape(new Tape(this)) {}
  /// Adds them to a slate as a group that folds away; the button that opens it.
  QPushButton* addTo(Slate* slate);
  /// To be called as its page is shown: looks for the machine's ports, the first time.
  void showPorts();
  Tape* tape() { return m_tape; }

 private:
  Tape* m_tape;
  QComboBox* m_line = nullptr;
  QPushButton* m_listen = nullptr;
};

}  // namespace narrows
