#pragma once
// The sheet of keys.

#include <QDialog>
#include <vector>

namespace narrows {

/// What has keys of its own, and its keys with what they do.
struct KeySection {
  QString title;
  std::vector<std::pair<QString, QString>> rows;
};

/// Adds the keys of the drawings and pictures on a page, under the page's name; drawings that do the same are one
/// section, and a picture that another page has too is told there. What every drawing has is gathered in `shared`.
void addKeysOfPage(std::vector<KeySection>& sections, const QString& name, QWidget* page, KeySection& shared);

class KeysSheet : public QDialog {
  Q_OBJECT

 public:
  KeysSheet(const std::vector<KeySection>& sections, QWidget* parent);
  /// Keys of tables, lists and fields, which are alike everywhere.
  static std::vector<KeySection> keysOfEntry();
};

}  // namespace narrows
