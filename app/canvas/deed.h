#pragma once
// What can be done with what is in hand, by its key or from the menu of the right button.

#include <QString>
#include <Qt>
#include <functional>
#include <vector>

class QMenu;
class QWidget;

namespace narrows {

/// One thing to do: its words, its key where it has one, whether it can be done as things stand, and the doing.
struct Deed {
  QString words;
  Qt::Key key = Qt::Key_unknown;
  std::function<void()> act;
  bool can = true;
};

/// An empty menu on a widget, gone once it is closed.
QMenu* menuOn(QWidget* widget);

/// Puts them in a menu, their keys beside them.
void addDeeds(QMenu* menu, const std::vector<Deed>& deeds);

/// What a widget shows, to be pasted elsewhere: twice as fine as on the screen, for it is looked at nearer there.
void copyPicture(QWidget* of);

/// Does the one of a key; false where none has it. What cannot be done as things stand is passed over in silence.
bool doByKey(const std::vector<Deed>& deeds, int key);

}  // namespace narrows
