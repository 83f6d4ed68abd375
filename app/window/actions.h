#pragma once
// Everything the window can be told to do, named once.

#include <QKeySequence>
#include <QObject>
#include <functional>
#include <vector>

#include "window/keys_sheet.h"

class QAction;
class QMenu;
class QWidget;

namespace narrows {

/// Menus, keys and the sheet of keys are made from this one list.
class Actions : public QObject {
  Q_OBJECT

 public:
  enum class Needs { Nothing, Book };

  explicit Actions(QWidget* window);
  /// An action in a menu, or of its keys alone where `menu` is null. One that needs a book is off until there is one.
  QAction* add(QMenu* menu, const QString& words, const QList<QKeySequence>& keys, std::function<void()> act,
               Needs needs = Needs::Book);
  void setHasBook(bool has);

  /// What the sheet of keys says of them, menu by menu, in the order they were added.
  std::vector<KeySection> keys() const;

 private:
  QWidget* m_window;
  /// An action and the menu it is in; null where it has none.
  struct Placed {
    QAction* action;
    QMenu* menu;
  };
  std::vector<Placed> m_all;
  std::vector<QAction*> m_ofABook;
};

}  // namespace narrows
