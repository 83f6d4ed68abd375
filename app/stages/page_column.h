#pragma once
// A page below a stage's drawing: what is said of it, and its tables under that.

#include <QLabel>
#include <QVBoxLayout>

#include "fonts.h"

namespace narrows {

/// The column of a page, its words at the head.
inline QVBoxLayout* pageColumn(QWidget* page, QLabel* words) {
  constexpr double wordsPx = 15.0;
  auto* column = new QVBoxLayout(page);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(3);
  words->setFont(shopFont(wordsPx));
  words->setWordWrap(true);
  column->addWidget(words);
  return column;
}

}  // namespace narrows
