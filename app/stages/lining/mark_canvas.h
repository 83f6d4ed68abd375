#pragma once
// A drawing on which the marks of plank lines are taken hold of and moved.

#include <QPen>
#include <functional>

#include "canvas/labels.h"
#include "canvas/session_canvas.h"
#include "canvas/species_tones.h"
#include "lining/lining.h"

namespace narrows {

/// Marks are dragged with the pointer, or moved with the keyboard: arrows choose a mark, Ctrl with up and down moves it
/// by the smallest step shown, Delete lets it go. The drawing says where a mark lies and what share a place is.
class MarkCanvas : public SessionCanvas {
  Q_OBJECT

 public:
  MarkCanvas(Session* session, QWidget* parent);

 protected:
  virtual Vec2 markPlace(std::size_t line, std::size_t section) const = 0;
  /// The share of a section's girth that a place on the drawing stands for.
  virtual double shareAt(std::size_t section, const Vec2& world) const = 0;
  /// Whether marks of this section are shown and can be taken here.
  virtual bool showsSection(std::size_t section) const { return section < 10000; }

  void paintMarks(QPainter& painter);
  /// How a plank line is drawn on the large drawings: the one in hand, a guide (heavy, with gaps, so that it is told
  /// apart in any light), a border and the rest.
  QPen seamPen(std::size_t line) const;
  /// A section's name over its head, clear of what is there.
  void paintSectionName(QPainter& painter, Labels& labels, std::size_t section, const QPointF& head,
                        const QString& name) const;
  /// The timbers of the side in hand; the usual ones while its plan is gone and the answer is still of it.
  SpeciesTones speciesTones() const;
  /// What strakes are got out of, where it is said, at the foot of the drawing.
  void paintSpecies(QPainter& painter) const;
  /// Whether a press takes neither a mark nor the rule in hand, but a section near it.
  bool pressesOnNoMark(const QMouseEvent& event) const;
  /// Takes the section in hand whose curve on the drawing lies nearest to a place, where one is near.
  void takeSectionNear(const QPointF& at, const std::function<QPolygonF(std::size_t section)>& curve);
  /// The lining of the side in hand, and its plan.
  const Lining* lining() const;
  const LiningPlan* plan() const;
  /// Whether the two sides are lined off differently.
  bool isTwoPlans() const;
  /// A line by its guide's name, or its number.
  QString lineName(std::size_t line) const;
  QString markName(std::size_t line, std::size_t section) const;
  bool isLocked(std::size_t line, std::size_t section) const;

  bool takeHold(const QPointF& at) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  std::vector<Deed> strokes() override;
  QString handleName(const CanvasHandle& handle) const override;
  std::vector<Deed> deeds() override;

 private:
  /// The selected mark, where it is one that can be moved.
  struct MarkInHand {
    std::size_t line;
    std::size_t section;
    QString place;
  };
  std::optional<MarkInHand> markInHand() const;
  void nudge(double mm);
  void nailOrPull();
  void lockOrUnlock();
  void pullLine();
  void choose(int lineStep, int sectionStep);
};

}  // namespace narrows
