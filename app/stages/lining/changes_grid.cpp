#include "stages/lining/changes_grid.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <algorithm>
#include <cmath>

#include "canvas/length_field.h"
#include "canvas/look.h"
#include "commands/session.h"
#include "fonts.h"
#include "stages/lining/measure_words.h"

namespace narrows {

namespace {

using ValueOf = std::function<double(const PlanWeighed&)>;

ChangeEffect counted(const QString& name, const ValueOf& value) {
  return {name, value, true,
          [value](const PlanWeighed& plan, Notation) { return QString::number(std::lround(value(plan))); }};
}

ChangeEffect trouble() {
  return counted(ChangesGrid::tr("trouble"), [](const PlanWeighed& p) { return double(p.weighing.trouble); });
}

ChangeEffect lookAgain() {
  return counted(ChangesGrid::tr("look again"), [](const PlanWeighed& p) { return double(p.weighing.look); });
}

/// The worst of a measure. `judged`: better is further from its limit, not less or more.
ChangeEffect worstOf(const QString& name, Measure measure, bool judged = false) {
  return {name,
          [measure, judged](const PlanWeighed& plan) {
            const Weighed* row = plan.weighing.worst(measure);
            return row == nullptr ? 0.0 : judged ? row->beyond : row->value;
          },
          judged || !isLeast(measure),
          [measure](const PlanWeighed& plan, Notation notation) {
            const Weighed* row = plan.weighing.worst(measure);
            return row == nullptr ? QString() : QString::fromStdString(showMeasure(measure, row->value, notation));
          }};
}

/// The measures most strakes and stations of a plan are beyond, the worst first.
std::vector<Measure> worstMeasures(const Weighing& weighing) {
  std::vector<std::pair<std::size_t, Measure>> bad;
  for (const Measure measure : everyMeasure) {
    std::size_t cost = 0;
    for (const Weighed& row : weighing.rows) {
      if (row.measure == measure && row.verdict) cost += *row.verdict == Severity::Trouble ? weighing.rows.size() : 1;
    }
    if (cost > 0) bad.emplace_back(cost, measure);
  }
  std::stable_sort(bad.begin(), bad.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
  std::vector<Measure> measures;
  for (const auto& one : bad) measures.push_back(one.second);
  return measures;
}

/// A heading so aligned, over two lines where it wants them.
Qt::Alignment wrapped(Qt::Alignment so) {
  return Qt::Alignment::fromInt(so.toInt() | Qt::TextWordWrap);
}

}  // namespace

ChangesGrid::ChangesGrid(const QString& name, Stands stands, Session* session, PlanTrials* trials, QWidget* parent)
    : CellGrid(name, session, parent), m_stands(stands), m_trials(trials) {
  setSelectionBehavior(QAbstractItemView::SelectRows);
  cells().rows = [this] {
    if (m_trials->now() == nullptr) return 0;
    return static_cast<int>(m_order.size()) + (m_stands == Stands::Above ? 1 : 0);
  };
  cells().rowName = [this](int row) {
    const auto change = changeOf(row);
    return change ? m_trials->words(*change) : tr("as she stands");
  };
  cells().cell = [this](int row, int column) { return cellOf(row, column); };
  connect(trials, &PlanTrials::done, this, &ChangesGrid::arrange);
  connect(trials, &PlanTrials::workingChanged, this, [this] { refresh(); });
}

void ChangesGrid::arrange() {
  m_order = order();
  m_effects = m_trials->now() != nullptr ? effects() : std::vector<ChangeEffect>();
  cells().columns.clear();
  for (const ChangeEffect& effect : m_effects) {
    QString heading = effect.name;
    if (m_stands == Stands::InHeadings)
      heading += QStringLiteral("\n") + effect.words(*m_trials->now(), session()->notation());
    cells().columns << heading;
  }
  refresh();
}

std::optional<std::size_t> ChangesGrid::changeOf(int row) const {
  const int at = m_stands == Stands::Above ? row - 1 : row;
  if (at < 0 || static_cast<std::size_t>(at) >= m_order.size()) return std::nullopt;
  return m_order[static_cast<std::size_t>(at)];
}

Cell ChangesGrid::cellOf(int row, int column) const {
  const ChangeEffect& effect = m_effects[static_cast<std::size_t>(column)];
  const PlanWeighed& now = *m_trials->now();
  const Notation notation = session()->notation();
  const QString stands = effect.words(now, notation);
  const auto change = changeOf(row);
  if (!change) return {stands, false, false, look::ink, {}};
  const PlanWeighed& would = *m_trials->tried()[*change].would;
  const QString words = effect.words(would, notation);
  // Where the headings tell how she stands they tell the unit too.
  const QString figure = m_stands == Stands::Above ? words : withoutUnit(words);
  if (words == stands || !m_trials->areCurrent()) return {figure, false, false, look::quietInk, {}};
  const double gained = effect.value(now) - effect.value(would);
  const bool better = effect.lessIsBetter ? gained > 0.0 : gained < 0.0;
  return {(better ? QStringLiteral("✓ ") : QString()) + figure,
          false,
          better && m_stands == Stands::Above,
          better ? look::ink : look::lookAgain,
          {}};
}

bool ChangesGrid::takeInHand() {
  const auto change = changeOf(currentIndex().row());
  return change && m_trials->take(*change);
}

void ChangesGrid::keyPressEvent(QKeyEvent* event) {
  if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && takeInHand()) return;
  CellGrid::keyPressEvent(event);
}

AllChangesGrid::AllChangesGrid(Session* session, PlanTrials* trials, QWidget* parent)
    : ChangesGrid(tr("What changes would do"), Stands::Above, session, trials, parent) {
  horizontalHeader()->setMinimumSectionSize(84);
  connect(this, &QAbstractItemView::doubleClicked, this, &ChangesGrid::takeInHand);
}

void AllChangesGrid::setMeasure(std::optional<Measure> measure) {
  m_measure = measure;
  if (trials().now() != nullptr) arrange();
}

std::vector<std::size_t> AllChangesGrid::order() const {
  std::vector<std::size_t> all(trials().tried().size());
  for (std::size_t i = 0; i < all.size(); ++i) all[i] = i;
  if (m_measure) {
    std::stable_partition(all.begin(), all.end(), [this](std::size_t i) {
      const auto& cures = trials().tried()[i].change.cures;
      return std::find(cures.begin(), cures.end(), *m_measure) != cures.end();
    });
  }
  return all;
}

std::vector<ChangeEffect> AllChangesGrid::effects() const {
  const ChangeEffect weighs{
      tr("weighs"), [](const PlanWeighed& p) { return p.weighing.score; }, true,
      [](const PlanWeighed& p, Notation) { return QLocale().toString(p.weighing.score, 'f', 1); }};
  return {trouble(),
          lookAgain(),
          weighs,
          worstOf(tr("widest"), Measure::Width),
          worstOf(shortMeasureName(Measure::HoodEnd), Measure::HoodEnd),
          worstOf(shortMeasureName(Measure::BoardWidth), Measure::BoardWidth),
          worstOf(shortMeasureName(Measure::Sny), Measure::Sny),
          worstOf(shortMeasureName(Measure::Twist), Measure::Twist),
          worstOf(tr("thickest stock"), Measure::Stock),
          counted(tr("boards"), [](const PlanWeighed& p) { return double(p.weighing.boards); })};
}

UsualChangesGrid::UsualChangesGrid(Session* session, PlanTrials* trials, QWidget* parent)
    : ChangesGrid(tr("What it would cost"), Stands::InHeadings, session, trials, parent), m_corner(new QLabel(this)) {
  constexpr int leastColumnWide = 56;
  horizontalHeader()->setMinimumSectionSize(leastColumnWide);
  keepColumns();
  horizontalHeader()->setDefaultAlignment(wrapped(Qt::AlignCenter));
  verticalHeader()->setDefaultAlignment(wrapped(Qt::AlignLeft | Qt::AlignVCenter));
  setCornerButtonEnabled(false);
  m_corner->setText(tr("What it would cost:\na click takes it"));
  m_corner->setFont(shopFont(look::labelPx));
  m_corner->setIndent(4);
  look::say(m_corner, look::Voice::Quiet);
  connect(this, &QAbstractItemView::clicked, this, &ChangesGrid::takeInHand);
  connect(verticalHeader(), &QHeaderView::sectionClicked, this, [this](int row) {
    setCurrentIndex(model()->index(row, 0));
    takeInHand();
  });
}

/// Every row has room for its name, over two lines where it wants them.
void UsualChangesGrid::updateGeometries() {
  constexpr int leastHigh = 28, round = 10, margins = 12, namesLeast = 132, namesMost = 198;
  verticalHeader()->setFixedWidth(std::clamp(width() * 54 / 100, namesLeast, namesMost));
  const QFontMetrics metrics(verticalHeader()->font());
  for (int row = 0; row < model()->rowCount(); ++row) {
    const QString name = model()->headerData(row, Qt::Vertical).toString();
    const QRect box(0, 0, verticalHeader()->width() - margins, 1000);
    const int high = metrics.boundingRect(box, Qt::AlignLeft | Qt::TextWordWrap, name).height() + round;
    if (rowHeight(row) != std::max(high, leastHigh)) setRowHeight(row, std::max(high, leastHigh));
  }
  // A count wants less room than a length with its fraction.
  constexpr int countWide = 58;
  if (horizontalHeader()->count() > 0 && horizontalHeader()->sectionSize(0) != countWide) {
    horizontalHeader()->setSectionResizeMode(0, QHeaderView::Fixed);
    horizontalHeader()->resizeSection(0, countWide);
  }
  ChangesGrid::updateGeometries();
  m_corner->setGeometry(1, 1, verticalHeader()->width() - 1, horizontalHeader()->height() - 1);
}

std::vector<std::size_t> UsualChangesGrid::order() const {
  std::vector<std::size_t> usual;
  for (std::size_t i = 0; i < trials().tried().size(); ++i) {
    if (trials().tried()[i].change.isUsual) usual.push_back(i);
  }
  return usual;
}

std::vector<ChangeEffect> UsualChangesGrid::effects() const {
  constexpr std::size_t measuresShown = 2;
  std::vector<ChangeEffect> all{trouble()};
  for (const Measure measure : worstMeasures(trials().now()->weighing)) {
    if (all.size() <= measuresShown) all.push_back(worstOf(shortMeasureName(measure), measure, true));
  }
  if (all.size() <= measuresShown) all.push_back(worstOf(tr("widest"), Measure::Width));
  if (all.size() <= measuresShown) all.push_back(worstOf(shortMeasureName(Measure::BoardWidth), Measure::BoardWidth));
  return all;
}

}  // namespace narrows
