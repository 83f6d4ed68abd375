#include "stages/stage.h"

#include <algorithm>

namespace narrows {

void Stage::goTo(const Finding& finding) {
  const StrakePlace* at = finding.strake();
  if (at == nullptr) return;
  Selection selection = m_session->selection();
  selection.strake = static_cast<int>(at->number) - 1;
  selection.line = std::max(1, selection.strake);
  selection.section = static_cast<int>(at->section);
  m_session->select(selection);
}

void Stage::stepStrake(int by, std::size_t count) {
  if (count == 0) return;
  Selection selection = m_session->selection();
  selection.strake = std::clamp(selection.strake + by, 0, static_cast<int>(count) - 1);
  m_session->select(selection);
}

}  // namespace narrows
