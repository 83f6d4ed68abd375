#include "stages/daybook/order_bench.h"

#include <algorithm>

#include "book/order_edits.h"

namespace narrows {

namespace {

/// Countdowns show minutes.
constexpr int tickMs = 20000;

}  // namespace

OrderBench::OrderBench(Session* session, QObject* parent) : QObject(parent), m_session(session) {
  m_ticking.setInterval(tickMs);
  connect(&m_ticking, &QTimer::timeout, this, [this] {
    if (!goesByTheClock()) return;
    m_of.reset();
    bringUp();
  });
  connect(session, &Session::bookChanged, this, [this] {
    if (m_seen || !m_session->isDragging()) bringUp();
  });
  connect(session, &Session::answerSettled, this, &OrderBench::bringUp);
  connect(session, &Session::selectionChanged, this, &OrderBench::followSelection);
}

bool OrderBench::goesByTheClock() const {
  if (m_order == nullptr) return false;
  if (clock().dayOf(now()) != m_order->today) return true;
  return std::any_of(m_order->steps.begin(), m_order->steps.end(), [](const OrderStep& step) {
    const bool waits =
        std::any_of(step.waits.begin(), step.waits.end(), [](const Wait& wait) { return wait.what == WaitFor::Time; });
    return step.isRunning || waits || (step.lastMoment && step.isOpen());
  });
}

void OrderBench::setSeen(bool seen) {
  m_seen = seen;
  if (!seen) return;
  m_of.reset();
  bringUp();
}

void OrderBench::setClock(std::function<Moment()> clock) {
  m_clock = std::move(clock);
  m_of.reset();
  bringUp();
}

void OrderBench::bringUp() {
  if (!m_session->hasBook() || m_session->solved() == nullptr) return;
  if (m_of == m_session->book() && m_solved == m_session->solved()) return;
  if (!m_ticking.isActive()) m_ticking.start();
  m_of = m_session->book();
  m_solved = m_session->solved();
  // A book in which something is written is bent once as it is opened; while nobody looks, not again at every line that
  // moves.
  const bool isNew = m_bent != m_session->bookNumber();
  const bool isKept = !m_of->daybook.steps.empty() || !m_of->log.empty();
  if (isNew) m_starboard = m_port = nullptr;
  if (m_seen || (isNew && isKept && m_solved->lining != nullptr)) {
    m_starboard = plankNeeds(*m_solved, BoatSide::Starboard, m_starboard);
    m_port = isLinedAlike(*m_of) ? m_starboard : plankNeeds(*m_solved, BoatSide::Port, m_port);
    m_bent = m_session->bookNumber();
  }
  m_boat = boatWork(*m_of, *m_solved, m_starboard, m_port);
  m_daybook = m_of->daybook;
  if (m_daybook.zone.empty()) m_daybook.zone = ShopClock::zoneHere();
  m_order = std::make_unique<const WorkOrder>(workOrder({m_boat, m_daybook, stepsDone(*m_of, m_boat)}, now()));
  emit changed();
}

std::optional<std::size_t> OrderBench::inHand() const {
  if (!m_step || m_order == nullptr) return std::nullopt;
  const std::size_t found = m_order->find(*m_step);
  return found < m_order->steps.size() ? std::optional(found) : std::nullopt;
}

const OrderStep* OrderBench::step() const {
  const auto at = inHand();
  return at ? &m_order->steps[*at] : nullptr;
}

std::optional<std::size_t> OrderBench::partInHand() const {
  if (m_order == nullptr) return std::nullopt;
  const WorkPart* part = m_part ? &*m_part : m_step ? &m_step->part : nullptr;
  for (std::size_t p = 0; part != nullptr && p < m_order->parts.size(); ++p) {
    if (m_order->parts[p].part.isSame(*part)) return p;
  }
  return std::nullopt;
}

void OrderBench::take(const StepRef& step) {
  m_step = step;
  m_part = step.part;
  selectStrake(step.part);
  emit handChanged();
}

void OrderBench::selectStrake(const WorkPart& part) {
  if (part.kind != PartKind::Plank || part.strake < 1) return;
  Selection selection = m_session->selection();
  selection.strake = part.strake - 1;
  selection.side = part.side;
  m_session->select(selection);
}

void OrderBench::followSelection() {
  // A strake taken in hand elsewhere is in hand here; what is chosen here tells it itself.
  const Selection& selection = m_session->selection();
  if (m_seen || m_order == nullptr || selection.strake < 0 || m_session->isSelectingFirst()) return;
  for (const DraftPart& part : m_order->parts) {
    if (part.part.kind != PartKind::Plank || part.part.strake != selection.strake + 1 ||
        part.part.side != selection.side)
      continue;
    if (!m_part || !m_part->isSame(part.part)) takePart(part.part);
    return;
  }
}

void OrderBench::takePart(const WorkPart& part) {
  m_part = part;
  if (m_step && !m_step->part.isSame(part)) m_step.reset();
  // The step of it that is next.
  const auto at = partInHand();
  if (!m_step && at) {
    const DraftPart& of = m_order->parts[*at];
    for (std::size_t i = of.first; i < of.first + of.count && !m_step; ++i) {
      if (m_order->steps[i].isOpen()) m_step = m_order->steps[i].ref;
    }
    if (!m_step && of.count > 0) m_step = m_order->steps[of.first + of.count - 1].ref;
  }
  selectStrake(part);
  emit handChanged();
}

QString OrderBench::named(const StepRef& step) const {
  const std::size_t at = m_order == nullptr ? 0 : m_order->find(step);
  return m_order != nullptr && at < m_order->steps.size() ? QString::fromStdString(stepWords(*m_order, at)) : QString();
}

bool OrderBench::perform(const QString& words, const std::function<Result<Book>(const Book&)>& edit) {
  if (!m_session->hasBook()) return false;
  Book book = *m_session->book();
  if (book.daybook.zone.empty()) book.daybook.zone = ShopClock::zoneHere();
  return m_session->perform(words, edit(book));
}

bool OrderBench::begin(const StepRef& step) {
  return perform(tr("Begin %1").arg(named(step)), [&](const Book& book) { return beginStep(book, step, now()); });
}

bool OrderBench::stop(const StepRef& step) {
  return perform(tr("Stop %1").arg(named(step)), [&](const Book& book) { return stopStep(book, step, now()); });
}

bool OrderBench::finish(const StepRef& step, const QString& words, std::optional<Moment> at) {
  // A plank that is got out is remembered with its shape: that of the book as it stands.
  const auto solved = step.kind == StepKind::GotOut ? m_session->freshAnswer() : m_session->solved();
  if (solved == nullptr) return false;
  return perform(tr("Done: %1").arg(named(step)), [&](const Book& book) {
    return finishStep(*solved, book, m_boat,
                      {step, at.value_or(now()), m_daybook.degrees, words.trimmed().toStdString()});
  });
}

bool OrderBench::takeBack(const StepRef& step) {
  int pieces = 1;
  for (const PlankWork& plank : m_boat.planks) {
    if (plank.part.isSame(step.part)) pieces = plank.pieces;
  }
  return perform(tr("Not done: %1").arg(named(step)),
                 [&](const Book& book) { return takeBackDone(book, step, pieces); });
}

bool OrderBench::decide(std::size_t decision, const QString& answer) {
  if (m_order == nullptr || decision >= m_order->decisions.size()) return false;
  Decision made = m_order->decisions[decision].decision;
  made.answer = answer.trimmed().toStdString();
  made.decided = m_order->today;
  return perform(tr("Decided: %1").arg(QString::fromStdString(decisionWords(made))),
                 [&](const Book& book) { return writeDecision(book, made); });
}

QString OrderBench::standing() const {
  if (m_order == nullptr) return {};
  if (m_order->open == 0) return tr("all is done");
  QStringList words;
  if (!m_order->inHand.empty()) words << tr("%1 in hand").arg(m_order->inHand.size());
  words << tr("%1 ready").arg(m_order->ready.size());
  return words.join(tr(", "));
}

}  // namespace narrows
