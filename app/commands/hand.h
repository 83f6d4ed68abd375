#pragma once
// The hand at work on a drawing: what it has taken hold of, and what it moves.

#include <functional>

#include "commands/session.h"
#include "curve/vec.h"

namespace narrows {

/// Takes hold of one thing at a time, moves it, and lets it go or puts it back. Every edit is made from the book as it
/// is at that moment, never from an answer that may be a step behind. A drag is one undo; so are steps by key of one
/// thing, one after another. While something is held, undo puts it back and does no more, and the hand is empty again.
class Hand {
 public:
  explicit Hand(Session* session) : m_session(session) {}

  /// The book with what is held at a place of the drawing, mm.
  using Move = std::function<Result<Book>(const Book& now, const Vec2& to)>;

  /// Takes hold. `words` name the edit, in the trade's words.
  void take(const QString& words, Move move);
  bool holds() const { return m_move != nullptr && m_session->isDragging(); }
  void moveTo(const Vec2& to);
  void letGo();
  /// Puts back what is held; false where nothing was.
  bool putBack();

  /// One step by key. Steps of the same words, nothing else between them, are one undo.
  bool step(const QString& words, const Result<Book>& edited) { return m_session->performStep(words, edited); }

 private:
  Session* m_session;
  Move m_move;
};

}  // namespace narrows
