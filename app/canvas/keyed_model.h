#pragma once
// A table whose rows and columns are known by what they are, not by their number.

#include <QAbstractTableModel>
#include <QStringList>
#include <optional>
#include <utility>

namespace narrows {

/// Rows and columns have keys: a station's name, a line's. When they come and go the views are told which did, so that
/// the cell in hand and the cell that is open stay at their station and line whatever comes before them.
class KeyedModel : public QAbstractTableModel {
  Q_OBJECT

 public:
  using QAbstractTableModel::QAbstractTableModel;
  int rowCount(const QModelIndex& parent = {}) const override;
  int columnCount(const QModelIndex& parent = {}) const override;
  const QStringList& rowKeys() const { return m_rowKeys; }
  const QStringList& columnKeys() const { return m_columnKeys; }

  /// A cell that can be typed in, and is passed by where the hand goes on: its figure says again what another says.
  static constexpr int passedByRole = Qt::UserRole + 100;

 protected:
  /// Takes rows and columns as they are now; same keys stay the same cells. True where anything came, went or moved.
  /// While it is told, `data` may be asked of rows that are gone: it answers nothing beyond what there is.
  bool setKeys(QStringList rows, QStringList columns);
  /// The same, keeping no cell: for another book.
  void startKeys(const QStringList& rows, const QStringList& columns);

 private:
  void align(QStringList& now, const QStringList& wanted, bool areRows);
  void keepOrder(QStringList& now, const QStringList& wanted, bool areRows);
  QStringList m_rowKeys, m_columnKeys;
  /// Being told that rows go may bring the next keys; they wait until these are done.
  bool m_aligning = false;
  std::optional<std::pair<QStringList, QStringList>> m_next;
};

}  // namespace narrows
