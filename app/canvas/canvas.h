#pragma once
// A drawing that is to scale, can be zoomed about the pointer, moved, and measured with a rule.

#include <QPointer>
#include <QWidget>
#include <optional>
#include <vector>

#include "canvas/deed.h"
#include "curve/vec.h"
#include "length/length.h"

class QMenu;

namespace narrows {

/// A place on a drawing that can be taken hold of, with the name assistive tools read out.
struct CanvasHandle {
  QPointF at;
  QString name;
  int line = -1;
  int section = -1;
  bool inHand = false;
  QString state{};  ///< what else is to be told of it: nailed, pulled, its verdict; empty where there is nothing
};

class Canvas : public QWidget, public KeyedDrawing {
  Q_OBJECT

 public:
  explicit Canvas(QWidget* parent = nullptr);

  void setNotation(Notation notation);
  Notation notation() const { return m_notation; }
  /// The whole drawing in the window again.
  void fit();
  void zoomBy(double factor, const QPointF& about);
  double pixelsPerMm() const { return m_scale; }
  QPointF toScreen(const Vec2& world) const;
  Vec2 toWorld(const QPointF& screen) const;
  const std::vector<CanvasHandle>& handles() const { return m_handles; }
  /// What assistive tools read out of it: made when it is asked for, of drawings with thousands of them.
  virtual QString handleName(const CanvasHandle& handle) const { return handle.name; }
  /// The handle in hand with its state, as it is told; empty where none is.
  QString inHandWords() const;
  /// Where a place of the drawing truly lies, where part of it is drawn elsewhere: the rule measures there.
  virtual Vec2 trueAt(const Vec2& drawn) const { return drawn; }
  const QString& caption() const { return m_caption; }
  /// Words for an empty drawing: what to do next.
  void setEmptyWords(const QString& words);
  std::vector<Deed> keys() final;
  std::vector<Deed> sharedKeys() override;

 protected:
  /// The box to show, mm; none where there is nothing to draw.
  virtual std::optional<std::pair<Vec2, Vec2>> worldBox() const = 0;
  virtual void paintDrawing(QPainter& painter) = 0;
  /// How many times shorter lengths along x are drawn than lengths along y.
  virtual double foreshortening() const { return 1.0; }
  /// A drawing of what has no length, as an order of work, says no scale and has no rule.
  virtual bool isToScale() const { return true; }
  /// What stands below the drawing: its caption and the scale, on one line where there is room, on two where not.
  QStringList captionLines() const;
  static constexpr double captionLineHigh = 14.0;  ///< of a second line, px
  /// Room kept free about the drawing, px.
  virtual QMarginsF room() const { return {28.0, 30.0, 28.0, 34.0}; }

  void setHandles(std::vector<CanvasHandle> handles);
  void setCaption(const QString& caption);
  const CanvasHandle* handleNear(const QPointF& at, double reachPx) const;
  bool isMeasuring() const { return m_ruleKey; }
  /// Takes a handle that was clicked in hand; false where clicks on handles mean nothing here.
  virtual bool takeInHand(const CanvasHandle& /*handle*/) { return false; }
  /// What can be done with what is in hand: offered by the right button, and done by its keys. With nothing in hand
  /// none of it can be done.
  virtual std::vector<Deed> deeds() { return {}; }
  /// What keys do beside that: from one thing to the next, and the thing in hand by a step.
  virtual std::vector<Deed> strokes() { return {}; }
  /// Takes what lies there in hand, for the menu of the right button, and moves nothing.
  virtual void chooseAt(const QPointF& at);
  /// How near the pointer must come to a handle, px: targets are 28 px across.
  virtual double handleReach() const { return 14.0; }

  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void keyReleaseEvent(QKeyEvent* event) override;
  void focusOutEvent(QFocusEvent* event) override;
  void contextMenuEvent(QContextMenuEvent* event) override;
  /// Closes the menu of the right button, whose words are of something that may be gone.
  void closeMenu();

 private:
  /// Finds the scale at which the whole drawing is seen; asks for no new paint, so that a paint may ask for it.
  void layOut();
  void paintRule(QPainter& painter);
  void paintScale(QPainter& painter);

  Notation m_notation = Notation::Inches16;
  double m_scale = 1.0;
  QPointF m_origin;
  bool m_isFitted = true;
  bool m_ruleKey = false;
  std::optional<std::pair<Vec2, Vec2>> m_rule;
  std::optional<QPointF> m_panFrom;
  std::vector<CanvasHandle> m_handles;
  QString m_caption;
  QString m_emptyWords;
  QPointer<QMenu> m_menu;
};

/// Has assistive tools say what a widget now shows: the mark in hand of a drawing, the words of a label.
void announce(QWidget* changed);

/// Makes the handles of every canvas readable to assistive tools. Called once, at start.
void installCanvasAccessibility();

}  // namespace narrows
