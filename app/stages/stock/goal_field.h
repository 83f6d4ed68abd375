#pragma once
// What Narrows lays the stack for, on the slate: the same on every page that lays.

#include <vector>

class QWidget;

namespace narrows {

class Session;
class Slate;

/// Adds the choice of what is to be least, and whether pairs lie on sister boards as in an opened book; what was added.
std::vector<QWidget*> addGoalFields(Slate* slate, Session* session);

}  // namespace narrows
