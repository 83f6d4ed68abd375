#pragma once
// The flat plank, to scale, on the board it needs.

#include "canvas/session_canvas.h"
#include "plank_pattern.h"

namespace narrows {

/// The same lines that are printed at full size, with the figures set large enough to read on the screen.
class PlankDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit PlankDrawing(Session* session, QWidget* parent = nullptr);
  void setSide(BoatSide side);
  /// The plank as it lies on the bench: what is done to it besides its shape.
  void setPlank(std::shared_ptr<const PlankAtBench> plank);
  /// Shows the plank as computed, the batten on it, and what was read off it, differences magnified.
  void setReadings(bool shown);
  BoatSide side() const { return m_side; }

  /// A long plank is drawn in two lengths, the bow's above: cut between two stations, and how far below, mm, the second
  /// lies. None where it is short, or there is no height for it.
  struct Cut {
    double xMm = 0.0;
    double belowMm = 0.0;
  };
  std::optional<Cut> cut(const FlatPlank& plank) const;
  Vec2 trueAt(const Vec2& drawn) const override;

 protected:
  std::optional<Box> extent() const override;
  void forgetAnswer() override {
    m_patternOf.reset();
    m_patternPlank.reset();
  }
  void paintDrawing(QPainter& painter) override;
  /// Left and Right walk from station to station.
  std::vector<Deed> strokes() override;
  QMarginsF room() const override { return {34.0, 56.0, 34.0, 62.0}; }

 private:
  std::shared_ptr<const FlatPlank> plank() const;
  /// The next station of the plank in hand, or the one before.
  void goToStation(int by);
  /// Whether what is done to it is known.
  bool isOnBench(const FlatPlank& plank) const;
  /// Corners of the board it comes out of, as of the starboard plank, and the box that holds it as it is drawn.
  std::array<Vec2, 4> boardOf(const FlatPlank& plank) const;
  Box boardBox(const FlatPlank& plank) const;
  /// The pattern of the plank that is shown, made once an answer.
  const Drawing& patternNow(const std::shared_ptr<const FlatPlank>& plank) const;
  void paintPlank(QPainter& painter, const FlatPlank& plank, const Drawing& pattern) const;
  void paintCut(QPainter& painter, const FlatPlank& plank, const Drawing& pattern, const Cut& cut) const;
  void paintWords(QPainter& painter, const FlatPlank& plank) const;
  void paintBoard(QPainter& painter, const FlatPlank& plank) const;
  void paintTicks(QPainter& painter, const FlatPlank& plank) const;
  void paintFigures(QPainter& painter, const FlatPlank& plank) const;
  void paintReadings(QPainter& painter, const FlatPlank& plank) const;
  double sideY(double y, const FlatPlank& plank) const;

  BoatSide m_side = BoatSide::Starboard;
  bool m_readings = false;
  std::shared_ptr<const PlankAtBench> m_bench;
  mutable Drawing m_pattern;
  mutable std::shared_ptr<const Solved> m_patternOf;
  mutable std::shared_ptr<const FlatPlank> m_patternPlank;
  mutable std::shared_ptr<const PlankAtBench> m_patternBench;
};

}  // namespace narrows
