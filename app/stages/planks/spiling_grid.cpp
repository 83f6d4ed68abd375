#include "stages/planks/spiling_grid.h"

#include <QHeaderView>
#include <algorithm>
#include <cmath>

#include "book/spiling_edits.h"
#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "plank/look_at_spiling.h"

namespace narrows {

SpilingGrid::SpilingGrid(Session* session, QWidget* parent) : CellGrid(tr("Readings off the batten"), session, parent) {
  // Narrower than in other tables: figures stand without their unit.
  constexpr int leastColumnWide = 70;
  horizontalHeader()->setMinimumSectionSize(leastColumnWide);
  cells().columns = {tr("keel line"),
                     tr("should be"),
                     tr("off"),
                     tr("sheer line"),
                     tr("should be "),
                     tr("off "),
                     tr("width"),
                     tr("keel line,\nfaired by"),
                     tr("sheer line,\nfaired by")};
  cells().rows = [this] { return plank() == nullptr ? 0 : static_cast<int>(plank()->stations.size()); };
  cells().rowName = [this](int row) {
    return QString::fromStdString(plank()->stations[static_cast<std::size_t>(row)].name);
  };
  // Another strake's readings are other cells, though it crosses the same stations.
  cells().rowKey = [this](int row) {
    return QStringLiteral("%1 %2 ").arg(static_cast<int>(this->side())).arg(this->strake()) +
           QString::fromStdString(plank()->stations[static_cast<std::size_t>(row)].name);
  };
  cells().cell = [this](int row, int column) { return cellOf(row, column); };
  cells().entered = [this](int row, int column, const QString& text) { return enter(row, column, text); };
  connect(session, &Session::answerSettled, this, &SpilingGrid::layOut);
  connect(session, &Session::selectionChanged, this, &SpilingGrid::layOut);
  connect(this, &CellGrid::cellTaken, this, [this](int row, int) {
    m_past = false;
    Selection selection = this->session()->selection();
    selection.section = static_cast<int>(plank()->stations[static_cast<std::size_t>(row)].section);
    this->session()->select(selection);
  });
}

int SpilingGrid::strake() const {
  return session()->selection().strake + 1;
}

BoatSide SpilingGrid::side() const {
  return session()->selection().side;
}

std::shared_ptr<const FlatPlank> SpilingGrid::plank() const {
  const auto& solved = session()->solved();
  const int index = session()->selection().strake;
  if (solved == nullptr || index < 0 || static_cast<std::size_t>(index) >= solved->planksOf(side()).size())
    return nullptr;
  return solved->planksOf(side())[static_cast<std::size_t>(index)].value;
}

void SpilingGrid::layOut() {
  if (!isVisible()) return;
  refresh();
  if (m_strake != strake() || m_side != side()) beginStrake();
}

void SpilingGrid::beginStrake() {
  m_strake = strake(), m_side = side();
  m_past = false;
  for (int row = 0; row < cells().rowCount(); ++row) {
    const std::string& station = plank()->stations[static_cast<std::size_t>(row)].name;
    for (const Column column : {Lower, Upper}) {
      if (!readingAt(station, column == Upper)) return stepTo(row, column);
    }
  }
}

std::optional<Length> SpilingGrid::readingAt(const std::string& station, bool upper) const {
  const SpiledStrake* spiled = spiledAt(*session()->book(), strake(), side());
  if (spiled == nullptr) return std::nullopt;
  const auto& readings = spiled->spiling.readings;
  for (auto it = readings.rbegin(); it != readings.rend(); ++it) {
    if (it->station == station) return upper ? it->upper : it->lower;
  }
  return std::nullopt;
}

double SpilingGrid::expectedMm(std::size_t station, bool upper) const {
  const SpiledStrake* read = spiledAt(*session()->book(), strake(), side());
  const ReferenceEdge edge = session()->solved()->battenOf(strake(), side()).edge;
  const auto [lower, above] = narrows::readingAt(plank()->stations[station], edge);
  return upper ? above : lower - (read != nullptr ? read->spiling.lap.mm() : 0.0);
}

Cell SpilingGrid::cellOf(int row, int column) const {
  const auto station = static_cast<std::size_t>(row);
  if (plank() == nullptr || station >= plank()->stations.size()) return {};
  const bool upper = column == Upper || column == UpperShould || column == UpperOff || column == UpperFaired;
  const Notation notation = session()->notation();
  const auto reading = readingAt(plank()->stations[station].name, upper);
  const double mostMm = spilingLookMm(session()->book()->table.construction, plank()->stations[station]);
  const auto signedWords = [&](double mm) {
    const QString words = withoutUnit(QString::fromStdString(showLength(millimetres(std::abs(mm)), notation)));
    return std::abs(mm) < 0.5 * notationStep(notation).mm() ? words
           : mm < 0.0                                       ? QStringLiteral("−") + words
                                                            : QStringLiteral("+") + words;
  };
  if (column == Width) {
    const auto low = readingAt(plank()->stations[station].name, false);
    const auto high = readingAt(plank()->stations[station].name, true);
    if (!low || !high) return {QString(), low.has_value(), false, {}, {}, true};
    const Length width = *high - *low;
    return {withoutUnit(QString::fromStdString(showLength(width, notation))),
            true,
            false,
            look::ink,
            exactText(width, notation),
            true};
  }
  if (column == LowerFaired || column == UpperFaired) {
    const auto by = fairedByMm(station, upper);
    if (!by) return {};
    const bool far = std::abs(*by) > mostMm;
    const QString words = withoutUnit(QString::fromStdString(showThin(millimetres(std::abs(*by)), notation)));
    const QString none = withoutUnit(QString::fromStdString(showThin(Length(), notation)));
    const QString moved = words == none ? words : (*by < 0.0 ? QStringLiteral("−") : QStringLiteral("+")) + words;
    return far ? judgedCell(moved, Severity::LookAgain) : Cell{moved, false, false, look::quietInk, {}};
  }
  if (column == Lower || column == Upper) {
    if (!reading) return {QString(), true};
    return {signedWords(reading->mm()), true, true, look::ink, exactText(*reading, notation)};
  }
  const double expected = expectedMm(station, upper);
  if (column == LowerShould || column == UpperShould) return {signedWords(expected), false, false, look::quietInk, {}};
  if (!reading) return {};
  const double off = reading->mm() - expected;
  if (std::abs(off) <= mostMm) return {signedWords(off), false, false, look::quietInk, {}};
  return judgedCell(signedWords(off), std::abs(off) > spilingTroubleMm ? Severity::Trouble : Severity::LookAgain);
}

bool SpilingGrid::enter(int row, int column, const QString& text) {
  if (plank() == nullptr) return false;
  std::optional<Length> reading;
  if (!text.trimmed().isEmpty() && text.trimmed() != QStringLiteral("-")) {
    const auto length = typedLength(text, bareUnit(session()->notation()));
    if (!length) {
      emit notUnderstood(QString::fromStdString(describe(length.error()[0])));
      return false;
    }
    reading = *length;
  }
  if (!(column == Width ? enterWidth(row, reading) : enterReading(row, column == Upper, reading))) return false;
  emit understood();
  return true;
}

bool SpilingGrid::enterWidth(int row, const std::optional<Length>& width) {
  const auto lower = readingAt(plank()->stations[static_cast<std::size_t>(row)].name, false);
  if (!lower || !width) return enterReading(row, true, std::nullopt);
  return enterReading(row, true, *lower + *width);
}

std::optional<double> SpilingGrid::fairedByMm(std::size_t station, bool upper) const {
  const SpiledPlank* read = session()->solved()->spiledOf(strake(), side());
  if (read == nullptr) return std::nullopt;
  const EdgeMoves moves = movesOf(read->check, 1.0);
  const auto& were = upper ? moves.upper : moves.lower;
  const auto& now = upper ? read->faired.upper : read->faired.lower;
  for (std::size_t i = 0; i < were.size() && i < now.size(); ++i) {
    if (were[i].first == station) return now[i].second - were[i].second;
  }
  return std::nullopt;
}

bool SpilingGrid::enterReading(int row, bool upper, const std::optional<Length>& reading) {
  const std::string station = plank()->stations[static_cast<std::size_t>(row)].name;
  return session()->perform(tr("Reading of strake %1 at %2").arg(strake()).arg(QString::fromStdString(station)),
                            setReading(*session()->book(), strake(), side(), station, upper, reading, today()));
}

QString SpilingGrid::take(const TapeReading& reading) {
  if (plank() == nullptr) return {};
  int row = std::max(currentIndex().row(), 0);
  bool upper = currentIndex().column() >= Upper && currentIndex().column() <= UpperOff;
  if (!reading.station.empty()) {
    const auto& stations = plank()->stations;
    const auto found = std::find_if(stations.begin(), stations.end(),
                                    [&](const PlankStation& station) { return station.name == reading.station; });
    if (found == stations.end()) return {};
    row = static_cast<int>(found - stations.begin());
    upper = *reading.upper;
  }
  setCurrentIndex(model()->index(row, upper ? Upper : Lower));
  return put(reading.length, upper);
}

QString SpilingGrid::put(const Length& reading, bool upper) {
  const int row = std::max(currentIndex().row(), 0);
  if (plank() == nullptr || static_cast<std::size_t>(row) >= plank()->stations.size()) return {};
  const QString station = QString::fromStdString(plank()->stations[static_cast<std::size_t>(row)].name);
  if (!enterReading(row, upper, reading)) return {};
  const QModelIndex entered = model()->index(row, upper ? Upper : Lower);
  const QModelIndex next = nextStop(entered, way(), 1);
  setCurrentIndex(next.isValid() ? next : entered);
  m_past = !next.isValid();
  return upper ? tr("%1, to the sheer line").arg(station) : tr("%1, to the keel line").arg(station);
}

}  // namespace narrows
