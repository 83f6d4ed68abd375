#pragma once
// A turning picture of the planked hull.

#include <QWidget>

#include "commands/session.h"

namespace narrows {

/// Small shaded faces painted back to front; drag to turn, wheel for nearer and further, arrows turn by the keyboard.
/// The strake in hand is picked out; a click takes the strake under the pointer.
class HullPicture : public QWidget {
  Q_OBJECT

 public:
  explicit HullPicture(Session* session, QWidget* parent = nullptr);
  /// Paints the picture at any size, as vectors where the painter's device is one.
  void paint(QPainter& painter, const QSizeF& size) const;
  void setView(double turnDeg, double tiltDeg);
  double turnDeg() const { return m_turnDeg; }

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  /// A face as it lies on the picture, with its depth and shade.
  struct Placed {
    QPolygonF outline;
    double depth;
    double shade;
    std::size_t face;
    bool insideSeen;
  };
  std::vector<Placed> placed(const QSizeF& size) const;

  Session* m_session;
  double m_turnDeg = 32.0;
  double m_tiltDeg = 16.0;
  double m_nearness = 1.0;
  QPointF m_pressed, m_last;
  bool m_turned = false;
};

}  // namespace narrows
