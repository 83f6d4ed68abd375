#pragma once
// The sheet of keys.

#include <QDialog>

namespace narrows {

class KeysSheet : public QDialog {
  Q_OBJECT

 public:
  explicit KeysSheet(QWidget* parent = nullptr);
};

}  // namespace narrows
