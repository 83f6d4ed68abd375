#pragma once
// The items of a box to choose from.

#include <QStringList>

class QComboBox;

namespace narrows {

/// Makes them the items of a box, and leaves it alone where they are that already: its list may be open. Whether it was
/// filled anew, with none of what it held beside them.
bool setItems(QComboBox* box, const QStringList& items);

}  // namespace narrows
