#include "stages/planks/edges_grid.h"

#include <QHeaderView>
#include <cmath>

#include "canvas/look.h"
#include "commands/session.h"

namespace narrows {

namespace {

/// Beyond the finished line the saw leaves so much to plane to, mm.
constexpr double sawClearMm = 25.4 / 16.0;
/// A land is called by its drop in so much of the lap: an inch, or ten millimetres.
double dropOver(Notation notation) {
  return notation == Notation::Millimetres ? 10.0 : mmPerInch;
}

QString degrees(double rad) {
  const double deg = radians(rad).deg();
  const QString words = QString::number(std::abs(deg), 'f', 1) + QStringLiteral("°");
  return std::abs(deg) < 0.05 ? words : (deg < 0.0 ? QStringLiteral("−") : QString()) + words;
}

}  // namespace

EdgesGrid::EdgesGrid(Session* session, QWidget* parent) : CellGrid(tr("What is planed of its edges"), session, parent) {
  horizontalHeader()->setMinimumSectionSize(92);
  cells().rows = [this] { return static_cast<int>(m_edges.size()); };
  cells().rowName = [this](int row) { return QString::fromStdString(m_edges[static_cast<std::size_t>(row)].station); };
  cells().cell = [this](int row, int column) { return cellOf(row, column); };
  connect(session, &Session::answerSettled, this, &EdgesGrid::layOut);
  connect(session, &Session::selectionChanged, this, &EdgesGrid::layOut);
  connect(this, &CellGrid::cellTaken, this, [this](int row, int) {
    Selection selection = this->session()->selection();
    selection.section = static_cast<int>(m_edges[static_cast<std::size_t>(row)].section);
    this->session()->select(selection);
  });
}

PlankingMake EdgesGrid::make() const {
  return plankingMake(*session()->solved()->book);
}

void EdgesGrid::layOut() {
  const auto& solved = session()->solved();
  if (!isVisible() || solved == nullptr) return;
  const Selection& selection = session()->selection();
  const Lining* lining = solved->liningOf(selection.side);
  const auto strake = static_cast<std::size_t>(std::max(selection.strake, 0));
  m_edges.clear();
  if (lining != nullptr && strake < lining->strakeCount()) {
    // The lap is that of the strakes which stand on others.
    const PlankMake laps = plankMake(*solved->book, *lining, lining->strakeCount() - 1);
    m_edges = plankEdges(*lining, strake, make(), laps);
  }
  m_carvel = solved->book->table.construction == Construction::Carvel;
  const QString over = session()->notation() == Notation::Millimetres ? tr("drop in 10 mm") : tr("drop in an inch");
  cells().columns = m_carvel ? QStringList{tr("keel edge"),  tr("saw outside"), tr("sheer edge"), tr("saw outside "),
                                           tr("backed out"), tr("to a radius"), tr("of stock")}
                             : QStringList{tr("land"), tr("drop over it"), over, tr("left of the edge"), tr("lap")};
  refresh();
  for (std::size_t i = 0; i < m_edges.size(); ++i) {
    if (static_cast<int>(m_edges[i].section) == selection.section) follow(static_cast<int>(i));
  }
}

QString EdgesGrid::words() const {
  const auto& solved = session()->solved();
  if (solved == nullptr) return {};
  const auto shown = [this](double mm) { return session()->shown(mm); };
  const PlankingMake how = make();
  if (how.construction == Construction::Lapstrake) {
    return tr(
        "The land of this strake: planed off its outside from the lap line to the upper edge, until a "
        "straightedge beds that lies on the next strake's mark. At the ends the lap runs out in the gain.");
  }
  const QString seam = how.seamMm > 0.0
                           ? tr("Seams close inside and stand open %1 outside, as is usual for planking of %2")
                                 .arg(shown(how.seamMm), shown(how.thicknessMm))
                           : tr("Planking of %1 is not caulked: seams close all through").arg(shown(how.thicknessMm));
  return tr("%1; both edges share the bevel. Positive: wider outside, by so much and %2 the saw goes outside the line "
            "on the inside face. Backed out with a minus: rounded.")
      .arg(seam, shown(sawClearMm));
}

Cell EdgesGrid::cellOf(int row, int column) const {
  const EdgesAt& at = m_edges[static_cast<std::size_t>(row)];
  const Notation notation = session()->notation();
  const auto plain = [](const QString& text) { return Cell{text, false, false, look::ink, {}}; };
  const auto thin = [&](double mm) {
    const QString words = QString::fromStdString(showThin(millimetres(std::abs(mm)), notation));
    return mm < 0.0 ? QStringLiteral("−") + words : words;
  };
  if (!m_carvel) {
    if (column == 4) return plain(thin(at.lapMm));
    if (!at.land) return {};
    const double drop = std::tan(at.land->landRad);
    switch (column) {
      case 0:
        return plain(degrees(at.land->landRad));
      case 1:
        return plain(thin(at.land->dropMm));
      case 2:
        return plain(thin(std::max(0.0, drop * dropOver(notation))));
      default: {
        // Under half of the thickness one looks again; a third is trouble.
        const double part = at.land->leftMm / std::max(make().thicknessMm, 1e-6);
        std::optional<Severity> verdict;
        if (part < 0.5) verdict = part < 1.0 / 3.0 ? Severity::Trouble : Severity::LookAgain;
        return judgedCell(thin(at.land->leftMm), verdict);
      }
    }
  }
  const auto& edge = column < 2 ? at.lower : at.upper;
  switch (column) {
    case 0:
    case 2:
      return edge ? plain(degrees(edge->bevelRad)) : Cell{};
    case 1:
    case 3:
      return edge ? plain(thin(std::max(edge->widerMm, 0.0) + sawClearMm)) : Cell{};
    case 4:
      return plain(std::abs(at.hollowMm) < leastHollowMm ? tr("flat") : thin(at.hollowMm));
    case 5:
      return at.templateRadiusMm
                 ? plain(QString::fromStdString(showLength(millimetres(*at.templateRadiusMm), notation)))
                 : Cell{};
    default:
      return plain(thin(at.stockMm));
  }
}

}  // namespace narrows
