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

  /// A cell that repeats the figure of another: it can be typed in, and Tab and Enter pass it by.
  static constexpr int passedByRole = Qt::UserRole + 100;

 protected:
  /// Sets the rows and columns; a cell whose keys were there before stays the same cell. True where any came, went or
  /// moved. Views that are told of it may ask `data` for rows that are gone: it gives nothing for those.
  bool setKeys(QStringList rows, QStringList columns);
  /// The same, keeping no cell: for another book.
  void startKeys(const QStringList& rows, const QStringList& columns);

 private:
  void align(QStringList& now, const QStringList& wanted, bool areRows);
  void keepOrder(QStringList& now, const QStringList& wanted, bool areRows);
  QStringList m_rowKeys, m_columnKeys;
  /// Views that are told that rows go may set other keys: those wait until these are set.
  bool m_aligning = false;
  std::optional<std::pair<QStringList, QStringList>> m_next;
};

}  // namespace narrows
