#include "stages/stage.h"

#include <QListWidget>
#include <QTableView>
#include <algorithm>
#include <tuple>

#include "canvas/canvas.h"
#include "canvas/deed.h"
#include "canvas/hull_picture.h"
#include "stages/slate.h"

namespace narrows {

void Stage::copyDrawing() {
  copyPicture(drawing());
}

std::vector<QWidget*> Stage::focusParts() const {
  std::vector<QWidget*> parts;
  for (QWidget* one : findChildren<QWidget*>()) {
    const bool isPart = qobject_cast<Canvas*>(one) != nullptr || qobject_cast<QTableView*>(one) != nullptr ||
                        qobject_cast<QListWidget*>(one) != nullptr || qobject_cast<Slate*>(one) != nullptr ||
                        qobject_cast<HullPicture*>(one) != nullptr;
    if (isPart && one->isVisible()) parts.push_back(one);
  }
  const auto order = [this](const QWidget* one) {
    const QPoint at = one->mapTo(this, QPoint(0, 0));
    return std::tuple(qobject_cast<const Slate*>(one) != nullptr, at.y(), at.x());
  };
  std::stable_sort(parts.begin(), parts.end(), [&](const QWidget* a, const QWidget* b) { return order(a) < order(b); });
  return parts;
}

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
