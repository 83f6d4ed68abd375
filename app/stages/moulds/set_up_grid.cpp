#include "stages/moulds/set_up_grid.h"

#include <QHeaderView>
#include <array>
#include <cmath>

#include "book/edits.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {

constexpr std::array<SetUpKind, 5> columns{SetUpKind::Distance, SetUpKind::Height, SetUpKind::HalfBreadth,
                                           SetUpKind::Twist, SetUpKind::Diagonal};

/// The waterline that half the moulds or more have, nearest to the middle of the list: where breadth is measured lower.
std::string middleMark(const MouldSet& set) {
  const Mould& middle = set.moulds[set.moulds.size() / 2];
  std::vector<std::string> levels;
  for (const MouldMark& mark : middle.marks) {
    if (mark.name.starts_with("waterline")) levels.push_back(mark.name);
  }
  return levels.empty() ? std::string() : levels[levels.size() / 2];
}

}  // namespace

SetUpModel::SetUpModel(Session* session, QObject* parent) : QAbstractTableModel(parent), m_session(session) {
  connect(session, &Session::answerSettled, this, [this] {
    const int wanted = moulds() != nullptr ? static_cast<int>(moulds()->moulds.size()) : 0;
    if (wanted != m_rows) {
      beginResetModel();
      m_rows = wanted;
      endResetModel();
    } else if (m_rows > 0) {
      emit dataChanged(index(0, 0), index(m_rows - 1, columnCount() - 1));
      emit headerDataChanged(Qt::Vertical, 0, m_rows - 1);
    }
  });
}

const MouldSet* SetUpModel::moulds() const {
  const auto& solved = m_session->solved();
  return solved != nullptr && solved->moulds != nullptr && !solved->moulds->moulds.empty() ? solved->moulds.get()
                                                                                           : nullptr;
}

int SetUpModel::rowCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : m_rows;
}

int SetUpModel::columnCount(const QModelIndex& parent) const {
  return parent.isValid() ? 0 : static_cast<int>(columns.size()) + 1;
}

std::optional<SetUpReading> SetUpModel::reading(const QModelIndex& index) const {
  const MouldSet* set = moulds();
  if (set == nullptr || static_cast<std::size_t>(index.row()) >= set->moulds.size()) return std::nullopt;
  const auto row = static_cast<std::size_t>(index.row());
  SetUpReading reading;
  reading.mould = set->moulds[row].name;
  reading.mark = "sheer";
  const auto column = static_cast<std::size_t>(index.column());
  if (column == columns.size()) {
    reading.kind = SetUpKind::HalfBreadth;
    reading.mark = middleMark(*set);
    return reading;
  }
  reading.kind = columns[column];
  if (reading.kind == SetUpKind::Distance || reading.kind == SetUpKind::Twist) reading.mark.clear();
  if (reading.kind == SetUpKind::Diagonal) {
    if (row + 1 >= set->moulds.size()) return std::nullopt;
    reading.to = set->moulds[row + 1].name;
  }
  return reading;
}

const SetUpReading* SetUpModel::taken(const SetUpReading& like) const {
  for (const SetUpReading& one : m_session->book()->moulds.readings) {
    if (one.mould == like.mould && one.kind == like.kind && one.mark == like.mark && one.to == like.to) return &one;
  }
  return nullptr;
}

QVariant SetUpModel::data(const QModelIndex& index, int role) const {
  if (role == Qt::TextAlignmentRole) return Qt::AlignCenter;
  const auto like = reading(index);
  if (!like || moulds() == nullptr) return {};
  const auto should = shouldBeMm(*moulds(), *like);
  const SetUpReading* measured = taken(*like);
  if (role == Qt::EditRole)
    return measured != nullptr ? exactText(measured->measured, m_session->notation()) : QString();
  if (measured == nullptr) {
    if (role == Qt::ForegroundRole) return look::quietInk;
    return role == Qt::DisplayRole ? QVariant(should ? m_session->shown(*should) : QStringLiteral("–")) : QVariant();
  }
  const double off = should ? measured->measured.mm() - *should : 0.0;
  if (role == Qt::ForegroundRole)
    return std::abs(off) >= setUpTroubleMm ? look::trouble : std::abs(off) >= setUpLookMm ? look::lookAgain : look::ink;
  if (role == Qt::FontRole) return shopFont(15.0, true);
  if (role != Qt::DisplayRole) return {};
  if (std::abs(off) < 0.5 * notationStep(m_session->notation()).mm())
    return m_session->shown(measured->measured.mm()) + QStringLiteral("  ✓");
  return m_session->shown(measured->measured.mm()) + (off > 0.0 ? QStringLiteral("  ▲ ") : QStringLiteral("  ▼ ")) +
         m_session->shown(std::abs(off));
}

QVariant SetUpModel::headerData(int section, Qt::Orientation orientation, int role) const {
  if (role != Qt::DisplayRole) return {};
  if (orientation == Qt::Vertical) {
    const MouldSet* set = moulds();
    return set != nullptr && static_cast<std::size_t>(section) < set->moulds.size()
               ? QString::fromStdString(set->moulds[static_cast<std::size_t>(section)].name)
               : QString();
  }
  switch (section) {
    case 0:
      return tr("distance");
    case 1:
      return tr("sheer height");
    case 2:
      return tr("half, at sheer");
    case 3:
      return tr("twist");
    case 4:
      return tr("across to the next");
    default:
      return moulds() != nullptr ? tr("at %1").arg(QString::fromStdString(middleMark(*moulds()))) : QString();
  }
}

Qt::ItemFlags SetUpModel::flags(const QModelIndex& index) const {
  if (!index.isValid()) return Qt::NoItemFlags;
  const auto like = reading(index);
  const bool open = like && moulds() != nullptr && shouldBeMm(*moulds(), *like).has_value();
  return open ? Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsEditable : Qt::ItemIsSelectable;
}

bool SetUpModel::setData(const QModelIndex& index, const QVariant& value, int role) {
  const auto like = reading(index);
  if (role != Qt::EditRole || !like) return false;
  MouldPlan plan = m_session->book()->moulds;
  std::erase_if(plan.readings, [&](const SetUpReading& one) {
    return one.mould == like->mould && one.kind == like->kind && one.mark == like->mark && one.to == like->to;
  });
  const QString text = value.toString().trimmed();
  if (!text.isEmpty()) {
    const auto length = parseLength(text.toStdString(), bareUnit(m_session->notation()));
    if (!length) {
      emit notUnderstood(QString::fromStdString(describe(length.error()[0])));
      return false;
    }
    SetUpReading measured = *like;
    measured.measured = *length;
    plan.readings.push_back(measured);
  }
  if (!m_session->perform(tr("Measure mould %1").arg(QString::fromStdString(like->mould)),
                          setMouldPlan(*m_session->book(), plan)))
    return false;
  emit understood();
  return true;
}

SetUpGrid::SetUpGrid(Session* session, QWidget* parent)
    : FigureGrid(tr("Setting up the moulds"), session, parent), m_model(new SetUpModel(session, this)) {
  setModel(m_model);
  connect(m_model, &SetUpModel::notUnderstood, this, &FigureGrid::notUnderstood);
  connect(m_model, &SetUpModel::understood, this, &FigureGrid::understood);
  horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
  constexpr int leastColumnWide = 120;
  horizontalHeader()->setMinimumSectionSize(leastColumnWide);
  horizontalHeader()->setFont(shopFont(look::labelPx));
}

}  // namespace narrows
