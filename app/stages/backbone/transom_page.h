#pragma once
// The transom in its true shape.

#include "canvas/session_canvas.h"
#include "stages/backbone/backbone_page.h"

namespace narrows {

/// Both faces laid flat about the centre line, with marks and bevels.
class TransomDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit TransomDrawing(Session* session, QWidget* parent = nullptr);
  const Transom* transom() const;
  int mark() const { return m_mark; }
  void chooseMark(int mark);

 signals:
  void chosen();

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;
  std::vector<Deed> strokes() override;
  bool takeInHand(const CanvasHandle& handle) override;
  QMarginsF room() const override { return {60.0, 50.0, 230.0, 50.0}; }

 private:
  int m_mark = 0;
};

class TransomPage : public BackbonePage {
  Q_OBJECT

 public:
  explicit TransomPage(Session* session, QWidget* parent = nullptr);
  Canvas* drawing() override { return m_drawing; }
  TransomDrawing* transomDrawing() { return m_drawing; }
  QComboBox* given() { return m_given; }

 protected:
  void showPage() override;

 private:
  TransomDrawing* m_drawing;
  QLabel* m_face = nullptr;
  QLabel* m_size = nullptr;
  QLabel* m_mark = nullptr;
  QComboBox* m_given = nullptr;
};

}  // namespace narrows
