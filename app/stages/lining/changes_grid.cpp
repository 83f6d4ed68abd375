#include "stages/lining/changes_grid.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <algorithm>
#include <cmath>

#include "canvas/look.h"
#include "commands/session.h"

namespace narrows {

namespace {

/// A column: what it shows of a plan weighed, and whether less of it is better.
struct Effect {
  const char* name;
  std::function<double(const PlanWeighed&)> value;
  bool lessIsBetter;
  std::function<QString(double value, Notation notation)> words;
};

double worstOf(const PlanWeighed& plan, Measure measure) {
  const Weighed* row = plan.weighing.worst(measure);
  return row == nullptr ? 0.0 : row->value;
}

QString counted(double value, Notation /*notation*/) {
  return QString::number(static_cast<int>(std::lround(value)));
}
template <Measure measure>
QString measured(double value, Notation notation) {
  return QString::fromStdString(showMeasure(measure, value, notation));
}

const std::vector<Effect>& effects() {
  static const std::vector<Effect> all{
      {QT_TRANSLATE_NOOP("ChangesGrid", "trouble"),
       [](const PlanWeighed& p) { return static_cast<double>(p.weighing.trouble); }, true, counted},
      {QT_TRANSLATE_NOOP("ChangesGrid", "look again"),
       [](const PlanWeighed& p) { return static_cast<double>(p.weighing.look); }, true, counted},
      {QT_TRANSLATE_NOOP("ChangesGrid", "weighs"), [](const PlanWeighed& p) { return p.weighing.score; }, true,
       [](double value, Notation) { return QString::number(value, 'f', 1); }},
      {QT_TRANSLATE_NOOP("ChangesGrid", "widest"), [](const PlanWeighed& p) { return worstOf(p, Measure::Width); },
       true, measured<Measure::Width>},
      {QT_TRANSLATE_NOOP("ChangesGrid", "hood end"), [](const PlanWeighed& p) { return worstOf(p, Measure::HoodEnd); },
       false, measured<Measure::HoodEnd>},
      {QT_TRANSLATE_NOOP("ChangesGrid", "board"), [](const PlanWeighed& p) { return worstOf(p, Measure::BoardWidth); },
       true, measured<Measure::BoardWidth>},
      {QT_TRANSLATE_NOOP("ChangesGrid", "sny"), [](const PlanWeighed& p) { return worstOf(p, Measure::Sny); }, true,
       measured<Measure::Sny>},
      {QT_TRANSLATE_NOOP("ChangesGrid", "twist"), [](const PlanWeighed& p) { return worstOf(p, Measure::Twist); }, true,
       measured<Measure::Twist>},
      {QT_TRANSLATE_NOOP("ChangesGrid", "thickest stock"),
       [](const PlanWeighed& p) { return worstOf(p, Measure::Stock); }, true, measured<Measure::Stock>},
      {QT_TRANSLATE_NOOP("ChangesGrid", "boards"),
       [](const PlanWeighed& p) { return static_cast<double>(p.weighing.boards); }, true, counted}};
  return all;
}

}  // namespace

ChangesGrid::ChangesGrid(Session* session, QWidget* parent)
    : CellGrid(tr("What changes would do"), session, parent), m_trying(session) {
  horizontalHeader()->setMinimumSectionSize(84);
  setSelectionBehavior(QAbstractItemView::SelectRows);
  for (const Effect& effect : effects()) cells().columns << tr(effect.name);
  cells().rows = [this] { return m_now == nullptr ? 0 : static_cast<int>(m_order.size()) + 1; };
  cells().rowName = [this](int row) {
    if (row == 0) return tr("as she stands");
    const TriedChange& one = m_tried[m_order[static_cast<std::size_t>(row) - 1]];
    return QString::fromStdString(one.change.words.words(lengthsIn(this->session()->notation())));
  };
  cells().cell = [this](int row, int column) { return cellOf(row, column); };
  connect(session, &Session::answerSettled, this, &ChangesGrid::tryAfresh);
  connect(session, &Session::selectionChanged, this, [this] {
    if (m_now != nullptr && m_now->plan.id != this->session()->book()->planOf(this->session()->selection().side).id)
      tryAfresh();
  });
  connect(&m_trying, &LongWork::runningChanged, this, [this](bool running) {
    if (!running && std::exchange(m_again, false)) tryAfresh();
    emit workingChanged();
  });
  connect(this, &QAbstractItemView::doubleClicked, this, &ChangesGrid::takeInHand);
}

void ChangesGrid::setMeasure(std::optional<Measure> measure) {
  m_measure = measure;
  arrange();
}

void ChangesGrid::showEvent(QShowEvent* event) {
  CellGrid::showEvent(event);
  tryAfresh();
}

void ChangesGrid::tryAfresh() {
  if (!isVisible() || session()->isMoving()) return;
  const auto& solved = session()->solved();
  if (solved == nullptr || solved->revision != session()->revision() || solved->waits()) return;
  const BoatSide side = session()->selection().side;
  if (solved->liningOf(side) == nullptr) return;
  if (m_of == solved->revision && m_now != nullptr && m_now->plan.id == solved->book->planOf(side).id) return;
  if (m_trying.isRunning()) {
    m_again = true;
    m_trying.stop();
    return;
  }
  begin();
}

void ChangesGrid::begin() {
  const std::shared_ptr<const Solved> solved = session()->solved();
  const BoatSide side = session()->selection().side;
  m_trying.begin([this, solved, side](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    const Book& book = *solved->book;
    const Lining& lining = *solved->liningOf(side);
    const auto ids = sectionIds(book, lining.frame.hull());
    const auto now = weighPlan(lining.frame, book.planOf(side), ids, weighingFigures(book), quickStrip, nullptr, stop);
    if (!now) return {};
    const auto changes = planChanges(book, lining, (*now)->weighing, side);
    auto tried = tryChanges(book, side, changes, *now, stop);
    if (stop.stop_requested()) return {};
    return [this, now = *now, tried = std::move(tried), revision = solved->revision] {
      m_now = now;
      m_tried = tried;
      m_of = revision;
      arrange();
    };
  });
}

void ChangesGrid::arrange() {
  m_order.clear();
  for (std::size_t i = 0; i < m_tried.size(); ++i) m_order.push_back(i);
  if (m_measure) {
    std::stable_partition(m_order.begin(), m_order.end(), [this](std::size_t i) {
      const auto& cures = m_tried[i].change.cures;
      return std::find(cures.begin(), cures.end(), *m_measure) != cures.end();
    });
  }
  refresh();
}

Cell ChangesGrid::cellOf(int row, int column) const {
  const Effect& effect = effects()[static_cast<std::size_t>(column)];
  const double now = effect.value(*m_now);
  const Notation notation = session()->notation();
  if (row == 0) return {effect.words(now, notation), false, false, look::ink, {}};
  const double would = effect.value(*m_tried[m_order[static_cast<std::size_t>(row) - 1]].would);
  const QString words = effect.words(would, notation);
  if (words == effect.words(now, notation)) return {words, false, false, look::quietInk, {}};
  const bool better = effect.lessIsBetter ? would < now : would > now;
  return {(better ? QStringLiteral("✓ ") : QString()) + words, false, better, better ? look::ink : look::lookAgain, {}};
}

bool ChangesGrid::takeInHand() {
  const int row = currentIndex().row();
  const auto& solved = session()->solved();
  if (row < 1 || static_cast<std::size_t>(row) > m_order.size() || solved == nullptr) return false;
  // Only while what was tried is still of the book as it stands.
  if (m_of != session()->revision() || solved->revision != m_of) return false;
  const BoatSide side = session()->selection().side;
  const Lining* lining = solved->liningOf(side);
  const TriedChange& one = m_tried[m_order[static_cast<std::size_t>(row) - 1]];
  const QString words = QString::fromStdString(one.change.words.words(lengthsIn(session()->notation())));
  return lining != nullptr && session()->perform(words, one.change.make(*session()->book(), *lining));
}

void ChangesGrid::keyPressEvent(QKeyEvent* event) {
  if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && takeInHand()) return;
  CellGrid::keyPressEvent(event);
}

}  // namespace narrows
