#pragma once
// The table of offsets as it stands on paper, to be edited in its own notation.

#include "canvas/figure_grid.h"
#include "canvas/keyed_model.h"
#include "commands/session.h"

namespace narrows {

class OffsetModel : public KeyedModel {
  Q_OBJECT

 public:
  explicit OffsetModel(Session* session, QObject* parent = nullptr);
  QVariant data(const QModelIndex& index, int role) const override;
  QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  /// Reads the figure in any notation; an empty field or `-` takes it out. Nonsense is refused and told.
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

  /// Roles of a figure beside its text: the judge's verdict, the float that is written under it, and whether it was
  /// faired.
  enum Role { VerdictRole = Qt::UserRole + 1, FloatRole, FairedRole, RestsRole };

 signals:
  void notUnderstood(const QString& words);
  void understood();

 private:
  /// The figure in the answer that is there, which may be of the table of a moment ago; none where it has no such one.
  std::optional<FigureRef> inAnswer(const FigureRef& figure) const;
  QVariant judged(const FigureRef& figure, int role) const;
  /// What the figure's marks and colours say, in words, for who does not see them.
  QString spoken(const FigureRef& figure) const;

  Session* m_session;
  BookSnapshot m_shown;
  int m_number = -1;  ///< of the book that is shown
};

/// The grid. A digit begins typing over a figure; Enter goes down the column, Tab along the row and on to the next.
/// Under each figure stands how far the batten floats off it, where that is more than its rounding.
class OffsetGrid : public FigureGrid {
  Q_OBJECT

 public:
  explicit OffsetGrid(Session* session, QWidget* parent = nullptr);
  OffsetModel* offsets() { return m_model; }

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  void enterUntyped() override;

 private:
  void takeInHand(const QModelIndex& cell);
  void follow();
  OffsetModel* m_model;
  bool m_takingInHand = false;  ///< the hand goes to a cell of the grid, and the selection after it
};

}  // namespace narrows
