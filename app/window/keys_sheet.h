#pragma once
// The sheet of keys.

#include <QDialog>
#include <vector>

namespace narrows {

class KeysSheet : public QDialog {
  Q_OBJECT

 public:
  /// `actions`: keys and words of what the menus name; what the drawings take is told beside them.
  KeysSheet(const std::vector<std::pair<QString, QString>>& actions, QWidget* parent);
};

}  // namespace narrows
