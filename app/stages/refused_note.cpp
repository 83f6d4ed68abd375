#include "stages/refused_note.h"

#include "canvas/figure_grid.h"
#include "canvas/look.h"
#include "commands/session.h"

namespace narrows {

RefusedNote::RefusedNote(Session* session, QWidget* page) : QLabel(page), m_page(page) {
  setWordWrap(true);
  look::say(this, look::Voice::Trouble);
  hide();
  connect(session, &Session::bookChanged, this, &QLabel::hide);
  connect(session, &Session::refused, this, [this, page](const QString& words) {
    if (page->isVisible() && takingGrid() == nullptr) say(words);
  });
}

FigureGrid* RefusedNote::takingGrid() const {
  for (FigureGrid* grid : m_page->findChildren<FigureGrid*>()) {
    if (grid->isTaking()) return grid;
  }
  return nullptr;
}

void RefusedNote::say(const QString& words) {
  // What a cell is refused for is said beside the cell.
  if (FigureGrid* grid = takingGrid(); grid != nullptr && !words.isEmpty()) return emit grid->notUnderstood(words);
  setText(words);
  setVisible(!words.isEmpty());
}

}  // namespace narrows
