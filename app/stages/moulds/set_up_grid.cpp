#include "stages/moulds/set_up_grid.h"

#include <QHeaderView>
#include <array>
#include <cmath>

#include "book/edits.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "commands/session.h"

namespace narrows {

namespace {

/// What is measured, a column each; behind them the half-breadth at a waterline.
constexpr std::array<SetUpKind, 5> measured{SetUpKind::Distance, SetUpKind::Height, SetUpKind::HalfBreadth,
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

SetUpGrid::SetUpGrid(Session* session, QWidget* parent) : CellGrid(tr("Setting up the moulds"), session, parent) {
  constexpr int leastColumnWide = 120;
  horizontalHeader()->setMinimumSectionSize(leastColumnWide);
  setUsualWay(Way::Across);  // a mould's measures are taken one after the other
  cells().columnKey = [](int column) { return QString::number(column); };
  cells().rows = [this] { return moulds() == nullptr ? 0 : static_cast<int>(moulds()->moulds.size()); };
  cells().rowName = [this](int row) { return mouldName(row); };
  cells().cell = [this](int row, int column) { return measureCell(row, column); };
  cells().entered = [this](int row, int column, const QString& text) { return enter(row, column, text); };
  connect(session, &Session::answerSettled, this, &SetUpGrid::layOut);
}

void SetUpGrid::layOut() {
  cells().columns = {tr("distance"),
                     tr("sheer height"),
                     tr("half, at sheer"),
                     tr("twist"),
                     tr("across to the next"),
                     moulds() != nullptr ? tr("at %1").arg(QString::fromStdString(middleMark(*moulds()))) : QString()};
  refresh();
}

const MouldSet* SetUpGrid::moulds() const {
  const auto& solved = session()->solved();
  return solved != nullptr && solved->moulds != nullptr && !solved->moulds->moulds.empty() ? solved->moulds.get()
                                                                                           : nullptr;
}

QString SetUpGrid::mouldName(int row) const {
  return QString::fromStdString(moulds()->moulds[static_cast<std::size_t>(row)].name);
}

std::optional<SetUpReading> SetUpGrid::reading(int row, int column) const {
  const auto at = static_cast<std::size_t>(row), kind = static_cast<std::size_t>(column);
  SetUpReading reading;
  reading.mould = moulds()->moulds[at].name;
  reading.mark = "sheer";
  if (kind == measured.size()) {
    reading.kind = SetUpKind::HalfBreadth;
    reading.mark = middleMark(*moulds());
    return reading;
  }
  reading.kind = measured[kind];
  if (reading.kind == SetUpKind::Distance || reading.kind == SetUpKind::Twist) reading.mark.clear();
  if (reading.kind == SetUpKind::Diagonal) {
    if (at + 1 >= moulds()->moulds.size()) return std::nullopt;
    reading.to = moulds()->moulds[at + 1].name;
  }
  return reading;
}

const SetUpReading* SetUpGrid::taken(const SetUpReading& like) const {
  for (const SetUpReading& one : session()->book()->moulds.readings) {
    if (one.mould == like.mould && one.kind == like.kind && one.mark == like.mark && one.to == like.to) return &one;
  }
  return nullptr;
}

Cell SetUpGrid::measureCell(int row, int column) const {
  const auto like = reading(row, column);
  if (!like) return {};
  const Notation notation = session()->notation();
  const auto should = shouldBeMm(*moulds(), *like);
  const SetUpReading* tape = taken(*like);
  if (tape == nullptr)
    return {should ? session()->shown(*should) : QStringLiteral("–"), should.has_value(), false, look::quietInk};
  const double off = should ? tape->measured.mm() - *should : 0.0;
  Cell cell = measuredCell(tape->measured.mm(), off,
                           std::abs(off) >= setUpTroubleMm ? look::trouble
                           : std::abs(off) >= setUpLookMm  ? look::lookAgain
                                                           : look::ink,
                           notation);
  cell.editable = should.has_value();
  return cell;
}

bool SetUpGrid::enter(int row, int column, const QString& text) {
  const auto like = reading(row, column);
  if (!like) return false;
  MouldPlan plan = session()->book()->moulds;
  std::erase_if(plan.readings, [&](const SetUpReading& one) {
    return one.mould == like->mould && one.kind == like->kind && one.mark == like->mark && one.to == like->to;
  });
  if (!text.isEmpty()) {
    const auto length = typedLength(text, bareUnit(session()->notation()));
    if (!length) {
      emit notUnderstood(QString::fromStdString(describe(length.error()[0])));
      return false;
    }
    plan.readings.push_back(*like);
    plan.readings.back().measured = *length;
  }
  if (!session()->perform(tr("Measure mould %1").arg(QString::fromStdString(like->mould)),
                          setMouldPlan(*session()->book(), plan)))
    return false;
  emit understood();
  return true;
}

}  // namespace narrows
