#pragma once
// The backbone as one assembly, and the timber in hand.

#include "stages/backbone/backbone_page.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

class AssemblyDrawing;

class AssemblyPage : public BackbonePage {
  Q_OBJECT

 public:
  explicit AssemblyPage(Session* session, QWidget* parent = nullptr);
  Canvas* drawing() override;
  AssemblyDrawing* assembly() { return m_drawing; }
  CellGrid* timbers() { return m_timbers; }
  LengthField* siding() { return m_siding; }
  QComboBox* stemMake() { return m_stemMake; }
  QComboBox* addKind() { return m_add; }

 signals:
  void printAsked();

 protected:
  void showPage() override;

 private:
  void makeTimberFields(Slate* slate);
  void makeButtons(Slate* slate);
  void joinTimbers(int with);
  Timber* inHand(BackbonePlan& plan) const;

  /// A timber as it stands, for the grid.
  struct TimberSize {
    bool hasShape = false;
    double longMm = 0.0, highMm = 0.0;
    int bolts = 0;  ///< that go through it
  };
  void measureTimbers();
  Cell timberCell(int row, int column) const;
  bool enter(int row, int column, const QString& text);

  AssemblyDrawing* m_drawing;
  CellGrid* m_timbers;
  std::vector<TimberSize> m_sizes;
  std::shared_ptr<const Backbone> m_measured;  ///< what they were taken of
  QLabel* m_name = nullptr;
  QLabel* m_size = nullptr;
  QLabel* m_point = nullptr;
  QLabel* m_stopwaters = nullptr;
  QLineEdit* m_rename = nullptr;
  LengthField* m_siding = nullptr;
  QComboBox* m_stemMake = nullptr;
  QComboBox* m_jointKind = nullptr;
  QComboBox* m_join = nullptr;
  QComboBox* m_add = nullptr;
  QPushButton* m_remove = nullptr;
};

}  // namespace narrows
