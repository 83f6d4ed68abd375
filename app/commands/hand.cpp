#include "commands/hand.h"

namespace narrows {

void Hand::take(const QString& words, Move move) {
  if (m_session->isDragging()) return;
  m_move = std::move(move);
  m_session->beginDrag(words);
}

void Hand::moveTo(const Vec2& to) {
  if (holds()) m_session->dragTo(m_move(*m_session->book(), to));
}

void Hand::letGo() {
  if (holds()) m_session->endDrag();
  m_move = nullptr;
}

bool Hand::putBack() {
  const bool held = holds();
  if (held) m_session->cancelDrag();
  m_move = nullptr;
  return held;
}

}  // namespace narrows
