#include "stages/stage.h"

#include <algorithm>

namespace narrows {

void Stage::selectPlace(const Finding& finding) {
  const StrakePlace* at = finding.strake();
  if (at == nullptr) return;
  Selection selection = m_session->selection();
  selection.strake = static_cast<int>(at->number) - 1;
  selection.line = std::max(1, selection.strake);
  selection.section = static_cast<int>(at->section);
  m_session->select(selection);
}

}  // namespace narrows
