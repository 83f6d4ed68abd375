#include "canvas/keyed_model.h"

#include <QHash>

namespace narrows {

namespace {

/// Keys told apart where two are alike: the second of a name is its second.
void tellApart(QStringList& keys) {
  QHash<QString, int> seen;
  for (QString& key : keys) {
    const int before = seen[key]++;
    if (before > 0) key += QStringLiteral("\n%1").arg(before + 1);
  }
}

}  // namespace

int KeyedModel::rowCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(m_rowKeys.size());
}

int KeyedModel::columnCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(m_columnKeys.size());
}

void KeyedModel::startKeys(const QStringList& rows, const QStringList& columns) {
  beginResetModel();
  m_rowKeys = rows;
  m_columnKeys = columns;
  tellApart(m_rowKeys);
  tellApart(m_columnKeys);
  endResetModel();
}

bool KeyedModel::setKeys(QStringList rows, QStringList columns) {
  tellApart(rows);
  tellApart(columns);
  if (m_aligning) {
    m_next = {std::move(rows), std::move(columns)};
    return true;
  }
  if (rows == m_rowKeys && columns == m_columnKeys) return false;
  m_aligning = true;
  m_next = {std::move(rows), std::move(columns)};
  while (m_next) {
    const auto wanted = *std::exchange(m_next, std::nullopt);
    align(m_rowKeys, wanted.first, true);
    align(m_columnKeys, wanted.second, false);
  }
  m_aligning = false;
  return true;
}

void KeyedModel::align(QStringList& now, const QStringList& wanted, bool areRows) {
  for (qsizetype i = now.size() - 1; i >= 0; --i) {
    if (wanted.contains(now[i])) continue;
    qsizetype first = i;
    while (first > 0 && !wanted.contains(now[first - 1])) --first;
    const int from = static_cast<int>(first), to = static_cast<int>(i);
    areRows ? beginRemoveRows({}, from, to) : beginRemoveColumns({}, from, to);
    now.remove(first, i - first + 1);
    areRows ? endRemoveRows() : endRemoveColumns();
    i = first;
  }
  keepOrder(now, wanted, areRows);
  for (qsizetype i = 0; i < wanted.size(); ++i) {
    if (i < now.size() && now[i] == wanted[i]) continue;
    qsizetype last = i;
    while (last + 1 < wanted.size() && !now.contains(wanted[last + 1])) ++last;
    const int from = static_cast<int>(i), to = static_cast<int>(last);
    areRows ? beginInsertRows({}, from, to) : beginInsertColumns({}, from, to);
    for (qsizetype at = i; at <= last; ++at) now.insert(at, wanted[at]);
    areRows ? endInsertRows() : endInsertColumns();
    i = last;
  }
}

void KeyedModel::keepOrder(QStringList& now, const QStringList& wanted, bool areRows) {
  QStringList ordered;
  for (const QString& key : wanted) {
    if (now.contains(key)) ordered << key;
  }
  if (ordered == now) return;
  emit layoutAboutToBeChanged();
  const QModelIndexList old = persistentIndexList();
  QModelIndexList moved;
  for (const QModelIndex& index : old) {
    const qsizetype at = ordered.indexOf(now[areRows ? index.row() : index.column()]);
    moved << (areRows ? createIndex(static_cast<int>(at), index.column())
                      : createIndex(index.row(), static_cast<int>(at)));
  }
  now = ordered;
  changePersistentIndexList(old, moved);
  emit layoutChanged();
}

}  // namespace narrows
