#pragma once
// The girth laid flat: the shell unrolled station by station.

#include <functional>

#include "canvas/shell_shortened.h"
#include "stages/lining/mark_canvas.h"
#include "weighing/weigh.h"

namespace narrows {

/// Sections stand side by side at their distances, each as a straight line as long as its girth from the base line; the
/// plank lines run across them as a batten would.
class GirthDrawing : public MarkCanvas {
  Q_OBJECT

 public:
  explicit GirthDrawing(Session* session, QWidget* parent = nullptr);
  /// Shades the shell by one measure of the weighing; by none, in the wood's own tones.
  void setShade(std::optional<Measure> measure);

 protected:
  std::optional<Box> extent() const override;
  void forgetAnswer() override {
    m_laid = {};
    m_shaded = {};
    m_shortened = {};
  }
  void paintDrawing(QPainter& painter) override;
  Vec2 markPlace(std::size_t line, std::size_t section) const override;
  double shareAt(std::size_t section, const Vec2& world) const override;
  double foreshortening() const override;
  QMarginsF room() const override;

 private:
  static constexpr double verdictWide = 16.0;
  double sectionX(std::size_t section) const;
  /// A strake's width written beside the section in hand; none where there is no room.
  struct Chip {
    QRectF box;
    QString words;
    QFont font;
    std::optional<Severity> verdict = std::nullopt;  ///< its mark stands before the words
  };
  std::vector<Chip> widthChips() const;
  /// Where a share of the girth lies at section parameter t.
  QPointF flat(double t, double share) const;
  QPolygonF flatCurve(const SurfaceCurve& curve, SurfaceReach reach) const;
  /// A curve over its whole reach laid flat, mm, lengths as they are: enough points of every bay to look fair.
  std::vector<Vec2> laidCurve(const std::function<double(double)>& shareAt, SurfaceReach reach) const;
  std::vector<Vec2> laidCurve(const SurfaceCurve& curve, SurfaceReach reach) const;
  QPolygonF shownCurve(const std::vector<Vec2>& laid) const;
  /// All curves of the lining that is shown, laid flat once an answer.
  struct Laid {
    std::shared_ptr<const Solved> of;
    BoatSide side = BoatSide::Starboard;
    std::vector<std::vector<Vec2>> lines, lower, upper;  ///< every line; both edges of every strake
    std::vector<std::vector<Vec2>> feet;                 ///< of lapped planks, where their outside ends below
  };
  const Laid& laid() const;
  /// The measure that is shaded, once an answer.
  struct Shaded {
    std::shared_ptr<const Solved> of;
    BoatSide side = BoatSide::Starboard;
    std::optional<Measure> measure;
    struct Piece {
      QColor colour;
      std::vector<Vec2> lower, upper;  ///< its edges laid flat, mm
    };
    std::vector<Piece> pieces;
    std::vector<const Weighed*> worst;  ///< of every strake, within what `of` weighed; null where there is none
  };
  const Shaded& shaded() const;
  void paintStrakes(QPainter& painter, const std::vector<Chip>& chips) const;
  /// The strakes shaded by the measure in hand, bay by bay, and what is beyond its limit in figures.
  void paintShade(QPainter& painter) const;
  QColor shadeOf(const Weighed& row, double most) const;
  /// Of the measure that is shaded, the worst of every strake, where it is worst.
  std::vector<Chip> worstChips() const;
  void paintScale(QPainter& painter) const;
  const Weighing* weighing() const;
  void paintJoints(QPainter& painter) const;
  void paintNumbers(QPainter& painter, const std::vector<Chip>& chips) const;
  QString zoneWords(std::size_t zone) const;
  void paintZones(QPainter& painter) const;
  void paintLaps(QPainter& painter) const;
  void paintSections(QPainter& painter, const std::vector<Chip>& chips) const;
  void paintChips(QPainter& painter, const std::vector<Chip>& chips) const;

  std::optional<Measure> m_shade;
  mutable ShellShortened m_shortened;
  mutable Laid m_laid;
  mutable Shaded m_shaded;
};

}  // namespace narrows
