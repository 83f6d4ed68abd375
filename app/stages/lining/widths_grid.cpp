#include "stages/lining/widths_grid.h"

#include <QHeaderView>

#include "advice/reline.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/tongue.h"
#include "commands/session.h"

namespace narrows {

WidthsGrid::WidthsGrid(Session* session, QWidget* parent) : CellGrid(tr("Widths at every station"), session, parent) {
  horizontalHeader()->setMinimumSectionSize(66);
  cells().rows = [this] { return rowCountNow(); };
  cells().rowName = [this](int row) { return strakeName(row); };
  // A strake and a line are the same whatever is put in below them, and a station whichever is the master.
  cells().rowKey = [this](int row) {
    const bool strakes = m_of == WidthsOf::Strakes;
    const auto id = strakes ? lining()->strakes[strakeOfRow(row)].id.number : lining()->lines[lineOfRow(row)].id.number;
    return QStringLiteral("%1 %2 %3")
        .arg(static_cast<int>(m_of))
        .arg(static_cast<int>(this->session()->selection().side))
        .arg(id);
  };
  cells().columnKey = [this](int column) { return m_stations.value(column); };
  cells().cell = [this](int row, int column) {
    return m_of == WidthsOf::Strakes ? widthCell(row, column) : markCell(row, column);
  };
  cells().entered = [this](int row, int column, const QString& text) { return enter(row, column, text); };
  connect(session, &Session::answerSettled, this, &WidthsGrid::layOut);
  connect(session, &Session::selectionChanged, this,
          [this] { goToSelection(!this->session()->isSelectingFirst() || !hasHand()); });
  connect(this, &CellGrid::cellTaken, this, [this](int row, int column) {
    if (lining() == nullptr) return;
    Selection selection = this->session()->selection();
    selection.section = column;
    if (m_of == WidthsOf::Strakes) {
      selection.strake = static_cast<int>(strakeOfRow(row));
    } else {
      selection.line = selection.strake = static_cast<int>(lineOfRow(row));
    }
    this->session()->select(selection);
  });
}

void WidthsGrid::show(WidthsOf what) {
  m_of = what;
  layOut();
}

const Lining* WidthsGrid::lining() const {
  const auto& solved = session()->solved();
  return solved == nullptr ? nullptr : solved->liningOf(session()->selection().side);
}

int WidthsGrid::rowCountNow() const {
  if (lining() == nullptr) return 0;
  return static_cast<int>(m_of == WidthsOf::Strakes ? lining()->strakeCount() : lining()->lines.size() - 2);
}

std::size_t WidthsGrid::strakeOfRow(int row) const {
  return lining()->strakeCount() - 1 - static_cast<std::size_t>(row);
}

std::size_t WidthsGrid::lineOfRow(int row) const {
  return lining()->lines.size() - 2 - static_cast<std::size_t>(row);
}

QString WidthsGrid::strakeName(int row) const {
  if (m_of != WidthsOf::Strakes) {
    const std::size_t line = lineOfRow(row);
    const LiningPlan* plan = session()->book()->findPlan(lining()->plan);
    const Guide* guide = plan == nullptr ? nullptr : plan->guideOf(lining()->lines[line].id);
    return guide == nullptr ? tr("line %1").arg(line) : tr("%1 %2").arg(line).arg(QString::fromStdString(guide->name));
  }
  const std::size_t strake = strakeOfRow(row);
  const QString number = QString::number(strake + 1);
  if (lining()->isGarboard(strake)) return tr("%1 garboard").arg(number);
  return lining()->isSheerStrake(strake) ? tr("%1 sheer strake").arg(number) : number;
}

namespace {

/// The unit is said once, above the table; feet alone are still said.
QString bare(Length length, Notation notation) {
  return withoutUnit(QString::fromStdString(showLength(length, notation)));
}

}  // namespace

Cell WidthsGrid::widthCell(int row, int column) const {
  const auto section = static_cast<std::size_t>(column);
  const std::size_t strake = strakeOfRow(row);
  if (section >= lining()->frame.sectionCount() || !lining()->covers(strake, section)) return {};
  const Length width = millimetres(lining()->widthMm(strake, section));
  const bool master =
      section == lining()->master && lining()->strakes[strake].upper == lining()->strakes[strake].lower + 1;
  return {bare(width, session()->notation()),
          master,
          section == lining()->master,
          {},
          exactText(width, session()->notation())};
}

Cell WidthsGrid::markCell(int row, int column) const {
  const auto section = static_cast<std::size_t>(column);
  const std::size_t line = lineOfRow(row);
  if (section >= lining()->frame.sectionCount() || !lining()->lines[line].isAt(section)) return {};
  const double girth = lining()->frame.girthMm(section), up = lining()->lines[line].shares[section] * girth;
  if (m_of == WidthsOf::Hung) return hungCell(line, section);
  if (m_of == WidthsOf::Difference) {
    const Solved& solved = *session()->solved();
    const Lining *starboard = solved.lining.get(), *port = solved.portLining.get();
    if (starboard == nullptr || port == nullptr || line + 1 >= std::min(starboard->lines.size(), port->lines.size()))
      return {};
    const double more = port->lines[line].shares[section] * port->frame.girthMm(section) -
                        starboard->lines[line].shares[section] * starboard->frame.girthMm(section);
    const bool alike = std::abs(more) < 0.5 * notationStep(session()->notation()).mm();
    const QString sign = alike ? QString() : more > 0.0 ? QStringLiteral("+") : QStringLiteral("−");
    return {sign + bare(millimetres(std::abs(more)), session()->notation()), false, false, {}, {}};
  }
  const Length shown = millimetres(m_of == WidthsOf::FromSheer ? girth - up : up);
  return {bare(shown, session()->notation()),
          true,
          lining()->lines[line].moved[section],
          {},
          exactText(shown, session()->notation())};
}

std::optional<std::size_t> WidthsGrid::strakeUnder(std::size_t line, std::size_t section) const {
  for (std::size_t k = 0; k < lining()->strakeCount(); ++k) {
    if (lining()->strakes[k].upper == line && lining()->covers(k, section)) return k;
  }
  return std::nullopt;
}

Cell WidthsGrid::hungCell(std::size_t line, std::size_t section) const {
  const auto strake = strakeUnder(line, section);
  if (!strake) return {};
  const BoatSide side = session()->selection().side;
  const std::string& station = lining()->frame.hull().sections[section].name;
  const Book& book = *session()->book();
  for (auto it = book.hung.rbegin(); it != book.hung.rend(); ++it) {
    if (it->side != side || it->strake != static_cast<int>(*strake) + 1) continue;
    for (const HungReading& reading : it->readings) {
      if (reading.station != station) continue;
      const double off = reading.off.mm();
      const QString sign = off < 0.0 ? QStringLiteral("−") : off > 0.0 ? QStringLiteral("+") : QString();
      return {sign + bare(millimetres(std::abs(off)), session()->notation()),
              true,
              true,
              {},
              exactText(reading.off, session()->notation())};
    }
    break;
  }
  return {QString(), true};
}

void WidthsGrid::layOut() {
  if (lining() == nullptr) return;
  QStringList names;
  m_stations.clear();
  for (std::size_t i = 0; i < lining()->frame.sectionCount(); ++i) {
    const QString name = nameOf(lining()->frame.hull().sections[i].name);
    m_stations.append(name);
    names.append(i == lining()->master && m_of == WidthsOf::Strakes ? name + QStringLiteral(" ▾") : name);
  }
  cells().columns = names;
  refresh();
  goToSelection(!hasHand());
}

void WidthsGrid::goToSelection(bool moves) {
  const Selection& selection = session()->selection();
  if (!moves || lining() == nullptr || selection.section < 0) return;
  if (m_of == WidthsOf::Strakes && selection.strake >= 0)
    stepTo(static_cast<int>(lining()->strakeCount()) - 1 - selection.strake, selection.section);
  if (m_of != WidthsOf::Strakes && selection.line > 0)
    stepTo(static_cast<int>(lining()->lines.size()) - 2 - selection.line, selection.section);
}

bool WidthsGrid::enter(int row, int column, const QString& text) {
  if (lining() == nullptr || static_cast<std::size_t>(column) >= lining()->frame.sectionCount()) return false;
  if (m_of == WidthsOf::Hung && text.trimmed().isEmpty()) return enterHung(row, column, std::nullopt);
  const auto length = typedLength(text, bareUnit(session()->notation()));
  if (!length) {
    emit notUnderstood(QString::fromStdString(describe(length.error()[0])));
    return false;
  }
  if (m_of == WidthsOf::Hung) return enterHung(row, column, *length);
  if (!(m_of == WidthsOf::Strakes ? enterWidth(row, *length) : enterMark(row, column, *length))) return false;
  emit understood();
  return true;
}

bool WidthsGrid::enterWidth(int row, Length width) {
  const std::size_t strake = strakeOfRow(row);
  return session()->perform(tr("Set width, strake %1").arg(strake + 1),
                            setWidth(*session()->book(), *lining(), strake, width));
}

bool WidthsGrid::enterHung(int row, int column, const std::optional<Length>& off) {
  const auto section = static_cast<std::size_t>(column);
  const auto strake = strakeUnder(lineOfRow(row), section);
  if (!strake) return false;
  const int number = static_cast<int>(*strake) + 1;
  const bool done = session()->perform(
      tr("Strake %1 as hung").arg(number),
      measureHungEdge(*session()->book(), *lining(), session()->selection().side, number, section, off, today()));
  if (done) emit understood();
  return done;
}

bool WidthsGrid::enterMark(int row, int column, Length girth) {
  const auto section = static_cast<std::size_t>(column);
  const std::size_t line = lineOfRow(row);
  const Length up = m_of == WidthsOf::FromSheer ? millimetres(lining()->frame.girthMm(section) - girth.mm()) : girth;
  return session()->perform(tr("Measure mark, line %1").arg(line),
                            measureMark(*session()->book(), *lining(), line, section, up));
}

}  // namespace narrows
