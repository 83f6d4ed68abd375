#pragma once
// A turning picture of the planked hull.

#include <QWidget>
#include <array>

#include "canvas/deed.h"
#include "canvas/species_tones.h"
#include "commands/session.h"

namespace narrows {

/// She is seen as one stands beside her on the hard: a little from below, in perspective, light from above. Small
/// shaded faces are painted back to front; drag to turn, wheel for nearer and further, arrows turn by the keyboard. The
/// strake in hand is picked out, and she tips by herself until enough of it is seen; a click takes the strake under the
/// pointer.
class HullPicture : public QWidget, public KeyedDrawing {
  Q_OBJECT

 public:
  explicit HullPicture(Session* session, QWidget* parent = nullptr);
  /// Paints the picture at any size, as vectors where the painter's device is one.
  void paint(QPainter& painter, const QSizeF& size) const;
  void setView(double turnDeg, double tiltDeg);
  /// Where she is looked at from.
  enum class From { Quarter, Dock, Ahead, Astern, Inside, Afloat, AlongSeam };
  void lookFrom(From from);
  double turnDeg() const { return m_turnDeg; }
  std::vector<Deed> keys() override;
  /// How much of a strake is seen, as a share of the most that any tilt shows.
  double seenShare(int strake) const;

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void contextMenuEvent(QContextMenuEvent* event) override;

 private:
  /// A face as it lies on the picture, with its depth and shade.
  struct Placed {
    QPolygonF outline;
    double depth;
    double shade;
    std::size_t face;
    bool insideSeen;
    bool underWater = false;
    bool isWhole = true;  ///< not cut by the water
  };
  /// Corners of a face as the eye has them: four, or as many as the water leaves.
  struct Corners {
    std::array<Vec3, 6> at;
    std::size_t count = 0;
    void add(const Vec3& corner) { at[count++] = corner; }
  };
  void addPlaced(std::vector<Placed>& faces, Corners seen, Placed one, const QSizeF& size, double scale,
                 double eye) const;
  /// Turn and tilt that look along the seam in hand from its fore end.
  std::pair<double, double> alongSeam() const;
  /// What stands in the middle of the picture: of the boat, or of the seam that is sighted along.
  Vec3 middleOf(const std::vector<MeshFace>& mesh, double& length) const;
  /// The seam in hand, from its fore end to its after one; none where she is not lined off.
  std::optional<std::pair<Vec3, Vec3>> seamInHand() const;
  /// As near as shows all of her.
  void fitAll();
  void seeAsAtFirst();
  std::vector<Placed> placed(const QSizeF& size) const;
  SpeciesTones tonesOf(BoatSide side) const;
  Eigen::Matrix3d viewAt(double tiltDeg) const;
  /// Which way the outside of each starboard face of a strake looks, as long as it is large.
  std::vector<Vec3> outsideOf(int strake) const;
  /// How much of it is turned to the eye at a tilt, and at the best of those she tips to.
  double facing(const std::vector<Vec3>& outside, double tiltDeg) const;
  double mostFacing(const std::vector<Vec3>& outside) const;
  void showStrake();

  Session* m_session;
  static constexpr double usualEyeLengths = 1.7;
  static constexpr double usualTurnDeg = 38.0, usualTiltDeg = -6.0;
  double m_turnDeg = usualTurnDeg;
  double m_tiltDeg = usualTiltDeg;
  int m_strake = -1;
  double m_nearness = 1.0;
  double m_eyeLengths = usualEyeLengths;  ///< how far the eye stands off, in lengths of the boat
  QPointF m_shift;                        ///< of the picture, in widths and heights of it
  bool m_afloat = false;
  bool m_alongSeam = false;
  QPointF m_pressed, m_last;
  bool m_turned = false;
};

}  // namespace narrows
