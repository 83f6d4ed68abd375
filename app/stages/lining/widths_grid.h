#pragma once
// Widths at every station, the sheer strake on top as on the boat.

#include <QTableWidget>

#include "commands/session.h"

namespace narrows {

/// Figures of one width, in fractions. The master station's column is where widths are chosen: type over one.
class WidthsGrid : public QTableWidget {
  Q_OBJECT

 public:
  explicit WidthsGrid(Session* session, QWidget* parent = nullptr);

 signals:
  void notUnderstood(const QString& words);
  void understood();

 protected:
  bool event(QEvent* event) override;

 private:
  /// Rows, columns and their names, made anew only where they have changed.
  void layOut(const Lining& lining);
  void refill();
  void follow();
  void enter(int row, int column);
  std::size_t strakeOfRow(int row) const;

  Session* m_session;
  QStringList m_laidOut;
  bool m_filling = false;
};

}  // namespace narrows
