#pragma once
// A timber bent of strips on a form, or built up of straight boards.

#include "canvas/cell_grid.h"
#include "canvas/session_canvas.h"
#include "stages/backbone/backbone_page.h"

namespace narrows {

/// The part as it is to be, the form it is bent on with its blocks, or the boards of its layers.
class BentDrawing : public SessionCanvas {
  Q_OBJECT

 public:
  explicit BentDrawing(Session* session, QWidget* parent = nullptr);
  bool isBuiltUp() const { return m_builtUp; }
  void chooseBuiltUp(bool builtUp);

 protected:
  std::optional<Box> extent() const override;
  void paintDrawing(QPainter& painter) override;

 private:
  const Backbone* backbone() const;
  Polygon shape() const;
  void paintForm(QPainter& painter) const;
  void paintBoards(QPainter& painter) const;

  bool m_builtUp = false;
};

class BentPage : public BackbonePage {
  Q_OBJECT

 public:
  /// Laminated on a form, or built up.
  BentPage(Session* session, bool builtUp, QWidget* parent = nullptr);
  Canvas* drawing() override { return m_drawing; }
  QComboBox* timber() { return m_timber; }
  CellGrid* grid() { return m_grid; }

 protected:
  void showPage() override;

 private:
  void makeLamination(Slate* slate);
  void makeResults();
  void makeBlank(Slate* slate);
  Slate::Choices frames();
  void showLamination();
  void showBlank();
  Cell resultCell(int row, int column) const;
  bool result(int row, int column, const QString& text);

  BentDrawing* m_drawing;
  CellGrid* m_grid;
  QLabel* m_head = nullptr;
  QLabel* m_bend = nullptr;
  QLabel* m_form = nullptr;
  QLabel* m_stock = nullptr;
  QLabel* m_caution = nullptr;
  QComboBox* m_timber = nullptr;
  std::vector<std::string> m_frames;  ///< stations a frame may be bent for, as offered
};

}  // namespace narrows
