#pragma once
// Words at the place where something was refused or not understood.

#include <QLabel>

namespace narrows {

class FigureGrid;
class Session;

/// Hidden until there is something to say; goes with the next change of the book. What the session refuses while its
/// page is seen is said by itself.
class RefusedNote : public QLabel {
  Q_OBJECT

 public:
  RefusedNote(Session* session, QWidget* page);
  void say(const QString& words);
  /// What a grid of the page does not understand is said too, until it understands.
  void listenTo(FigureGrid* grid);
};

}  // namespace narrows
