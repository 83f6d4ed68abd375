#pragma once
// Words at the place where something was refused or not understood.

#include <QLabel>

namespace narrows {

class FigureGrid;
class Session;

/// Hidden until there is something to say; goes with the next change of the book. What the session refuses while its
/// page is seen is said by itself. What is refused to a cell of the page is said beside that cell instead.
class RefusedNote : public QLabel {
  Q_OBJECT

 public:
  RefusedNote(Session* session, QWidget* page);
  void say(const QString& words);

 private:
  FigureGrid* takingGrid() const;
  QWidget* m_page;
};

}  // namespace narrows
