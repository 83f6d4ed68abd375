#pragma once
// The profiles of the table: a part a row, its points across, each typed as distance and height.

#include "canvas/figure_grid.h"
#include "canvas/keyed_model.h"
#include "commands/session.h"

namespace narrows {

/// Rows: stem rabbet, stem face, sternpost rabbet, transom, keel bottom, and the half-sidings of stem, keel and
/// sternpost (their first cell). The cell behind the last point takes the next.
class ProfileModel : public KeyedModel {
  Q_OBJECT

 public:
  explicit ProfileModel(Session* session, QObject* parent = nullptr);
  QVariant data(const QModelIndex& index, int role) const override;
  QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
  Qt::ItemFlags flags(const QModelIndex& index) const override;
  /// Reads "1-10-0, 0-4-0": a distance and a height parted by a comma or a space; empty takes the point out.
  bool setData(const QModelIndex& index, const QVariant& value, int role) override;

 signals:
  void notUnderstood(const QString& words);
  void understood();

 private:
  void follow();
  int columnsWanted() const;

  Session* m_session;
};

class ProfileGrid : public FigureGrid {
  Q_OBJECT

 public:
  explicit ProfileGrid(Session* session, QWidget* parent = nullptr);
  ProfileModel* profiles() { return m_model; }

 private:
  ProfileModel* m_model;
};

}  // namespace narrows
