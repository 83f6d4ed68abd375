#include "stages/lines/profile_grid.h"

#include <QHeaderView>
#include <array>

#include "book/edits.h"
#include "canvas/tongue.h"

namespace narrows {

namespace {

constexpr std::array<SidingPart, 3> sidings{SidingPart::Stem, SidingPart::Keel, SidingPart::Sternpost};
constexpr int partRows = static_cast<int>(profileParts.size());
constexpr int fewestColumns = 12;

}  // namespace

ProfileModel::ProfileModel(Session* session, QObject* parent) : KeyedModel(parent), m_session(session) {
  connect(session, &Session::bookChanged, this, &ProfileModel::follow);
}

void ProfileModel::follow() {
  QStringList rows, columns;
  for (std::size_t i = 0; i < profileParts.size() + sidings.size(); ++i) rows << QString::number(i);
  for (int i = 0; i < columnsWanted(); ++i) columns << QString::number(i);
  // Never made afresh while a cell is typed in: that would take the cell away from under the hand.
  setKeys(std::move(rows), std::move(columns));
  emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
}

int ProfileModel::columnsWanted() const {
  int most = fewestColumns;
  for (const Profile& profile : m_session->book()->table.profiles)
    most = std::max(most, static_cast<int>(profile.points.size()) + 1);
  return most;
}

QVariant ProfileModel::data(const QModelIndex& index, int role) const {
  if (!index.isValid() || !m_session->hasBook()) return {};
  if (role == Qt::TextAlignmentRole) return Qt::AlignCenter;
  if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
  const OffsetTable& table = m_session->book()->table;
  const auto written = [&table](Length length) {
    return QString::fromStdString(writeLength(length, table.unit, 6, true));
  };
  if (index.row() >= partRows) {
    const auto siding = table.halfSiding(sidings[static_cast<std::size_t>(index.row() - partRows)]);
    return index.column() == 0 && siding ? written(*siding) : QString();
  }
  const Profile* profile = table.profile(profileParts[static_cast<std::size_t>(index.row())]);
  const auto column = static_cast<std::size_t>(index.column());
  if (profile == nullptr || column >= profile->points.size()) return QString();
  return written(profile->points[column].distance) + QStringLiteral(", ") + written(profile->points[column].height);
}

QVariant ProfileModel::headerData(int section, Qt::Orientation orientation, int role) const {
  if (role != Qt::DisplayRole) return {};
  if (orientation == Qt::Horizontal) return section + 1;
  if (section < partRows)
    return wordOf(profilePartName(profileParts[static_cast<std::size_t>(section)])) + tr(": distance, height");
  return tr("half-siding %1").arg(wordOf(sidingPartName(sidings[static_cast<std::size_t>(section - partRows)])));
}

Qt::ItemFlags ProfileModel::flags(const QModelIndex& index) const {
  if (!index.isValid()) return Qt::NoItemFlags;
  const OffsetTable& table = m_session->book()->table;
  std::size_t open = 1;
  if (index.row() < partRows) {
    const Profile* profile = table.profile(profileParts[static_cast<std::size_t>(index.row())]);
    open = profile == nullptr ? 1 : profile->points.size() + 1;
  }
  const Qt::ItemFlags shown = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
  return static_cast<std::size_t>(index.column()) < open ? shown | Qt::ItemIsEditable : shown;
}

bool ProfileModel::setData(const QModelIndex& index, const QVariant& value, int role) {
  if (role != Qt::EditRole || !index.isValid()) return false;
  const QString text = value.toString().trimmed();
  const Unit unit = m_session->book()->table.unit;
  const auto read = [&](const QString& one, std::optional<Length>& into) {
    const auto length = typedLength(one.trimmed(), unit);
    if (!length) {
      emit notUnderstood(QString::fromStdString(describe(length.error()[0])));
      return false;
    }
    into = *length;
    return true;
  };
  const QString row = headerData(index.row(), Qt::Vertical, Qt::DisplayRole).toString();
  if (index.row() >= partRows) {
    std::optional<Length> siding;
    if (!text.isEmpty() && !read(text, siding)) return false;
    if (!m_session->perform(
            tr("Change %1").arg(row),
            setHalfSiding(*m_session->book(), sidings[static_cast<std::size_t>(index.row() - partRows)], siding)))
      return false;
    emit understood();
    return true;
  }
  std::optional<ProfilePoint> point;
  if (!text.isEmpty()) {
    // Parted by a semicolon, a comma, or the one space between two plain figures.
    const QString parting = text.contains(';')   ? QStringLiteral(";")
                            : text.contains(',') ? QStringLiteral(",")
                                                 : QStringLiteral(" ");
    const QStringList pair = text.split(parting, Qt::SkipEmptyParts);
    if (pair.size() != 2) {
      emit notUnderstood(
          tr("A point is a distance and a height, such as %1.")
              .arg(unit == Unit::FtInEighths ? QStringLiteral("1-10-0, 0-4-0") : QStringLiteral("330, 125")));
      return false;
    }
    std::optional<Length> distance, height;
    if (!read(pair[0], distance) || !read(pair[1], height)) return false;
    point = ProfilePoint{*distance, *height};
  }
  const ProfilePart part = profileParts[static_cast<std::size_t>(index.row())];
  if (!m_session->perform(tr("Change %1, point %2").arg(wordOf(profilePartName(part))).arg(index.column() + 1),
                          setProfilePoint(*m_session->book(), part, static_cast<std::size_t>(index.column()), point)))
    return false;
  emit understood();
  return true;
}

ProfileGrid::ProfileGrid(Session* session, QWidget* parent)
    : FigureGrid(tr("Profiles of the table"), session, parent), m_model(new ProfileModel(session, this)) {
  setModel(m_model);
  connect(m_model, &ProfileModel::notUnderstood, this, &FigureGrid::notUnderstood);
  connect(m_model, &ProfileModel::understood, this, &FigureGrid::understood);
  horizontalHeader()->setDefaultSectionSize(128);
  setUsualWay(Way::Across);  // points are typed one after the other
}

}  // namespace narrows
