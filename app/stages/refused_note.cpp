#include "stages/refused_note.h"

#include "canvas/figure_grid.h"
#include "canvas/look.h"
#include "commands/session.h"

namespace narrows {

RefusedNote::RefusedNote(Session* session, QWidget* page) : QLabel(page) {
  setWordWrap(true);
  look::say(this, look::Voice::Trouble);
  hide();
  connect(session, &Session::bookChanged, this, &QLabel::hide);
  connect(session, &Session::refused, this, [this, page](const QString& words) {
    if (page->isVisible()) say(words);
  });
}

void RefusedNote::say(const QString& words) {
  setText(words);
  setVisible(!words.isEmpty());
}

void RefusedNote::listenTo(FigureGrid* grid) {
  connect(grid, &FigureGrid::notUnderstood, this, &RefusedNote::say);
  connect(grid, &FigureGrid::understood, this, &QLabel::hide);
}

}  // namespace narrows
