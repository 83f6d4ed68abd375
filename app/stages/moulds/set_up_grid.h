#pragma once
// Setting up: what every mould should measure, and what the tape says.

#include <QAbstractTableModel>

#include "canvas/figure_grid.h"
#include "commands/session.h"

namespace narrows {

/// A mould a row. Each cell shows what should be; a measurement typed over it shows instead, with what it is off.
class SetUpModel : public QAbstractTableModel {
  Q_OBJECT

 public:
  explicit SetUpModel(Session* session, QObject* parent = nullptr);
  int rowCount(const QModelIndex& parent = {}) const override;
  int columnCount(const QModelIndex& parent = {}) const override;
  QVariant data(const QModelIndex& index, int role) const override;
  QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

 signals:
  void notUnderstood(const QString& words);
  void understood();

 private:
  /// The reading that stands or would stand in a cell.
  std::optional<SetUpReading> reading(const QModelIndex& index) const;
  const SetUpReading* taken(const SetUpReading& like) const;
  const MouldSet* moulds() const;
  Session* m_session;
  int m_rows = 0;
};

class SetUpGrid : public FigureGrid {
  Q_OBJECT

 public:
  explicit SetUpGrid(Session* session, QWidget* parent = nullptr);
  SetUpModel* model() { return m_model; }

 private:
  SetUpModel* m_model;
};

}  // namespace narrows
