#pragma once
// A drawing of the boat in hand.

#include <QPolygonF>
#include <initializer_list>

#include "canvas/canvas.h"
#include "commands/hand.h"
#include "drawing.h"

namespace narrows {

/// A canvas fed by the session: painted anew with every answer, its extent measured once an answer and not while
/// something is held, so that the drawing stays where it is under the hand.
class SessionCanvas : public Canvas {
  Q_OBJECT

 public:
  SessionCanvas(Session* session, QWidget* parent);
  std::vector<Deed> sharedKeys() override;

 protected:
  using Box = std::pair<Vec2, Vec2>;

  /// The box of all that is drawn, mm; none where there is nothing to draw.
  virtual std::optional<Box> extent() const = 0;
  /// To be called where what is drawn changes otherwise than by an answer.
  void remeasure();
  /// A new answer, or the selection, is to be shown: what is kept of the one before is looked at again.
  virtual void answered() {}
  /// Another answer came while this is not seen: what is kept of the one before is let go, for of a ship that is a
  /// quarter of a gigabyte. It is made afresh when it is seen again.
  virtual void forgetAnswer() {}
  void chooseAt(const QPointF& at) override;
  /// Takes hold of what lies there (`hand().take`) or chooses it; false where nothing does, and the drawing is moved.
  virtual bool takeHold(const QPointF& /*at*/) { return false; }
  Hand& hand() { return m_hand; }
  const Hand& hand() const { return m_hand; }

  /// A length in the book's notation.
  QString shown(double mm) const;
  QPolygonF onScreen(const std::vector<Vec2>& points) const;
  /// Paints the lines of a sheet that have one of the roles, its places being the drawing's own: what is shown is what
  /// is printed.
  void paintSheet(QPainter& painter, const Drawing& sheet, std::initializer_list<LineRole> roles) const;

  std::optional<Box> worldBox() const final;
  void paintEvent(QPaintEvent* event) override;
  void showEvent(QShowEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void focusOutEvent(QFocusEvent* event) override;
  void hideEvent(QHideEvent* event) override;

  Session* m_session;

 private:
  /// Whether the drawing shows the book as it stands, whose answer is waited for a moment: nothing is taken hold of
  /// otherwise.
  bool isOfTheBook();
  void showAnswer();

  Hand m_hand;
  std::uint64_t m_painted = 0;  ///< revision of the answer that was painted last
  bool m_waits = false;         ///< an answer came while it was not seen
  mutable bool m_measured = false;
  mutable std::optional<Box> m_extent;
};

}  // namespace narrows
