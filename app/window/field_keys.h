#pragma once
// Keys that a field of the window would keep for itself, where they are not the field's.

#include <QObject>

namespace narrows {

/// Watches the keys of the whole application. Undo and redo belong to a field while something is half typed in it;
/// where nothing is they act on the book. Enter presses the button that has the keyboard.
class FieldKeys : public QObject {
  Q_OBJECT

 public:
  explicit FieldKeys(QObject* parent);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;
};

}  // namespace narrows
