#pragma once
// What can be done with what is in hand, by its key or from the menu of the right button.

#include <QKeyCombination>
#include <QString>
#include <Qt>
#include <functional>
#include <vector>

class QKeyEvent;
class QMenu;
class QWidget;

namespace narrows {

/// One thing to do: its words, its key where it has one, whether it can be done as things stand, and the doing.
struct Deed {
  QString words;
  QKeyCombination key = Qt::Key_unknown;
  std::function<void()> act;
  bool can = true;
  QString onSheet{};  ///< words for the sheet of keys, where they differ with what is in hand
};

/// A drawing or picture worked by keys: they are done from the list that the sheet of keys is made of.
class KeyedDrawing {
 public:
  virtual ~KeyedDrawing() = default;
  /// What its own keys do, whatever is in hand; keys of one thing stand together.
  virtual std::vector<Deed> keys() = 0;
  /// What the keys do that every drawing of its kind has.
  virtual std::vector<Deed> sharedKeys() { return {}; }
};

/// An empty menu on a widget, gone once it is closed.
QMenu* menuOn(QWidget* widget);

/// Puts them in a menu, their keys beside them.
void addDeeds(QMenu* menu, const std::vector<Deed>& deeds);

/// What a widget shows, to be pasted elsewhere: twice as fine as on the screen, for it is looked at nearer there.
void copyPicture(QWidget* of);

/// Does the deed of a key: the one with Ctrl and Shift as they are held, or, where there is none, the one without
/// Shift, for + is typed with Shift. False where there is none, or it cannot be done now.
bool doByKey(const std::vector<Deed>& deeds, const QKeyEvent& event);

/// Keys and words as the sheet of keys lists them: what does one thing stands in one row.
std::vector<std::pair<QString, QString>> sheetRows(const std::vector<Deed>& deeds);

}  // namespace narrows
