#pragma once
// Parts of the window that stay as wide and as high as they were left.

#include <QSplitter>

namespace narrows {

/// Keeps where a split was left, for this run and later ones, under `name`. To be called once its parts and their usual
/// sizes are set.
void keepSplit(QSplitter* split, const char* name);

}  // namespace narrows
