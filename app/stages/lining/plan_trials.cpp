#include "stages/lining/plan_trials.h"

#include <QEvent>
#include <QWidget>

#include "commands/session.h"

namespace narrows {

PlanTrials::PlanTrials(Session* session, QWidget* stage)
    : QObject(stage), m_session(session), m_stage(stage), m_trying(session) {
  stage->installEventFilter(this);
  constexpr int restMs = 250;
  m_rest.setSingleShot(true);
  m_rest.setInterval(restMs);
  connect(&m_rest, &QTimer::timeout, this, &PlanTrials::tryAfresh);
  connect(session, &Session::answerSettled, this, [this] {
    m_trying.stop();  // what it tries is of a moment ago
    if (!m_stage->isVisible()) forget();
    m_rest.start();
  });
  connect(session, &Session::selectionChanged, this, [this] {
    if (!areCurrent()) tryAfresh();
  });
  connect(&m_trying, &LongWork::runningChanged, this, [this](bool running) {
    // Where it was stopped, once what it found is taken.
    if (!running) QMetaObject::invokeMethod(this, &PlanTrials::tryAfresh, Qt::QueuedConnection);
    emit workingChanged();
  });
  // Tried again with the next answer, and not over and over with this one.
  connect(&m_trying, &LongWork::brokenOff, this, [this] { m_brokenOf = m_session->revision(); });
}

bool PlanTrials::eventFilter(QObject* watched, QEvent* event) {
  if (watched == m_stage && event->type() == QEvent::Show) tryAfresh();
  return QObject::eventFilter(watched, event);
}

QString PlanTrials::words(std::size_t change) const {
  return QString::fromStdString(m_tried[change].change.words.words(lengthsIn(m_session->notation())));
}

void PlanTrials::forget() {
  if (m_now == nullptr) return;
  m_now.reset();
  m_tried.clear();
  m_of = 0;
  emit done();
}

void PlanTrials::tryAfresh() {
  if (!m_stage->isVisible() || m_session->isMoving() || m_rest.isActive()) return;
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->revision != m_session->revision() || solved->waits()) return;
  if (m_brokenOf == solved->revision) return;
  if (solved->liningOf(m_session->selection().side) == nullptr || areCurrent()) return;
  if (m_trying.isRunning()) {
    m_trying.stop();  // and is begun afresh where it ends
  } else {
    begin();
  }
}

void PlanTrials::begin() {
  const std::shared_ptr<const Solved> solved = m_session->solved();
  const BoatSide side = m_session->selection().side;
  m_trying.begin([this, solved, side](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    const Book& book = *solved->book;
    const Lining& lining = *solved->liningOf(side);
    const auto ids = sectionIds(book, lining.frame.hull());
    const LiningPlan& plan = book.planOf(side);
    std::shared_ptr<const PlanWeighed> now;
    std::vector<TriedChange> tried;
    if (auto weighed = weighPlan(lining.frame, plan, ids, weighingFigures(book), quickStrip, nullptr, stop)) {
      now = std::move(*weighed);
      tried = tryChanges(book, side, planChanges(book, lining, now->weighing, side), now, stop);
    }
    if (stop.stop_requested()) return {};
    return [this, now = std::move(now), tried = std::move(tried), id = plan.id, revision = solved->revision] {
      m_now = now;
      m_tried = tried;
      m_plan = id;
      m_of = revision;
      emit done();
    };
  });
}

bool PlanTrials::areCurrent() const {
  const auto& solved = m_session->solved();
  return solved != nullptr && solved->revision == m_of && m_session->revision() == m_of &&
         solved->book->planOf(m_session->selection().side).id == m_plan;
}

bool PlanTrials::take(std::size_t change) {
  if (change >= m_tried.size() || !areCurrent()) return false;
  const Lining* lining = m_session->solved()->liningOf(m_session->selection().side);
  return lining != nullptr &&
         m_session->perform(words(change), m_tried[change].change.make(*m_session->book(), *lining));
}

}  // namespace narrows
