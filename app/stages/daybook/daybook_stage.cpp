#include "stages/daybook/daybook_stage.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>

#include "book/order_edits.h"
#include "canvas/kept_split.h"
#include "canvas/look.h"
#include "canvas/page_tabs.h"
#include "canvas/tongue.h"
#include "daybook/calendar_file.h"
#include "fonts.h"
#include "stages/daybook/decisions_page.h"
#include "stages/daybook/done_page.h"
#include "stages/daybook/holds_page.h"
#include "stages/daybook/order_bench.h"
#include "stages/daybook/order_drawing.h"
#include "stages/daybook/steps_page.h"
#include "stages/daybook/times_page.h"
#include "stages/daybook/today_board.h"
#include "stages/daybook/week_drawing.h"
#include "stages/slate.h"

namespace narrows {

DaybookStage::DaybookStage(Session* session, QWidget* parent)
    : Stage(session, parent), m_bench(new OrderBench(session, this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  m_today = new TodayBoard(session, m_bench);
  m_order = new OrderDrawing(session, m_bench);
  m_week = new WeekDrawing(session, m_bench);
  m_drawings = new QStackedWidget;
  for (QWidget* one : std::initializer_list<QWidget*>{m_today, m_order, m_week}) m_drawings->addWidget(one);
  QWidget* below = makeBelow();
  split->addWidget(m_drawings);
  split->addWidget(below);
  split->setSizes({486, 178});
  keepSplit(split, "daybook");
  row->addWidget(split, 1);
  row->addWidget(makeSlate());
  m_today->setWords([this] { return m_words->text(); });
  connect(m_today, &TodayBoard::moreAsked, this, [this] {
    m_order->show(OrderDrawing::Shows::Open);
    showPage(Page::Order);
  });
  connect(m_order, &OrderDrawing::showsChanged, this, [this] { m_slate->refresh(); });
  connect(m_bench, &OrderBench::changed, this, &DaybookStage::say);
  connect(m_bench, &OrderBench::changed, this, &DaybookStage::dayChanged);
  connect(m_bench, &OrderBench::handChanged, this, &DaybookStage::say);
  // What was said of a step goes with it; the next begins with none.
  connect(session, &Session::bookChanged, this, [this] { m_refused->hide(); });
  connect(session, &Session::refused, this, [this](const QString& words) {
    if (!isVisible()) return;
    m_refused->setText(words);
    m_refused->show();
  });
}

QWidget* DaybookStage::makeBelow() {
  auto* below = new QWidget(this);
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(3);
  m_below = new PageTabs(tr("Below the day"), "belowDay", below);
  connect(m_below, &PageTabs::currentChanged, this, &DaybookStage::openPage);
  column->addWidget(m_below);
  m_stack = new QStackedWidget(below);
  m_steps = new StepsPage(m_session, m_bench);
  m_holds = new HoldsPage(m_session, m_bench);
  m_decisions = new DecisionsPage(m_session, m_bench);
  m_times = new TimesPage(m_session, m_bench);
  m_done = new DonePage(m_session, m_bench);
  for (QWidget* page : std::initializer_list<QWidget*>{m_steps, m_holds, m_decisions, m_times, m_done})
    m_stack->addWidget(page);
  column->addWidget(m_stack, 1);
  const auto page = [](const QString& name, Page of) { return PageTabs::Page(name, static_cast<int>(of)); };
  m_below->offer({page(tr("Today"), Page::Today), page(tr("Order"), Page::Order), page(tr("Weeks"), Page::Week),
                  page(tr("To decide"), Page::Decisions), page(tr("Times"), Page::Times),
                  page(tr("The shop"), Page::Shop), page(tr("Done"), Page::Done)});
  return below;
}

QWidget* DaybookStage::makeSlate() {
  auto* slate = m_slate = new Slate(m_session, this);
  m_part = slate->addHeading(tr("Step"));
  m_step = slate->addHeadline(tr("Step in hand"));
  m_step->setFont(shopFont(21.0, true));
  m_step->setWordWrap(true);
  m_stands = slate->addFigure(tr("How it stands"));
  m_stands->setFont(shopFont(15.0));
  m_begin = slate->addButton(tr("Begin"), "beginStep");
  m_begin->setFont(shopFont(18.0, true));
  m_begin->setMinimumHeight(44);
  connect(m_begin, &QPushButton::clicked, this, &DaybookStage::begin);
  m_finish = slate->addButton(tr("Done"), "finishStep");
  m_finish->setFont(shopFont(18.0, true));
  m_finish->setMinimumHeight(44);
  connect(m_finish, &QPushButton::clicked, this, &DaybookStage::finish);
  m_words = slate->addText(tr("A line of words with it"));
  m_words->setObjectName(QStringLiteral("stepWords"));
  m_when = slate->addText(tr("Done when (empty: now)"));
  m_when->setObjectName(QStringLiteral("doneWhen"));
  m_when->setPlaceholderText(tr("16:30, or 2026-04-30 16:30"));
  m_refused = slate->addFigure(tr("Refused"));
  m_refused->setObjectName(QStringLiteral("dayRefused"));
  look::say(m_refused, look::Voice::Trouble);
  m_refused->hide();
  slate->addSpace(6);
  m_holds->addFields(slate);
  m_decisions->addFields(slate);
  auto* shows = slate->addChoice(
      tr("What is drawn"), {tr("the whole boat, by part"), tr("the part in hand"), tr("what is open")},
      [this] { return static_cast<int>(m_order->shows()); },
      [this](int index) { m_order->show(static_cast<OrderDrawing::Shows>(index)); });
  shows->setObjectName(QStringLiteral("orderShows"));
  m_shows = shows;
  m_steps->addFields(slate);
  slate->addStretch();
  auto* dates = slate->addButton(tr("Dates for a calendar…"), "calendarFile");
  connect(dates, &QPushButton::clicked, this, &DaybookStage::calendarAsked);
  return slate->scrolled(this);
}

QString DaybookStage::standing() const {
  return m_session->hasBook() ? m_bench->standing() : QString();
}

QWidget* DaybookStage::drawing() {
  return m_drawings->currentWidget();
}

void DaybookStage::fit() {
  m_order->fit();
  m_week->fit();
}

void DaybookStage::stepInHand(int by) {
  m_today->stepInHand(-by);
}

void DaybookStage::showPage(Page page) {
  m_below->open(static_cast<int>(page));
}

void DaybookStage::openPage() {
  const auto page = static_cast<Page>(std::max(m_below->page(), 0));
  if (m_slate == nullptr) return;
  QWidget* drawing = page == Page::Order || page == Page::Decisions ? static_cast<QWidget*>(m_order)
                     : page == Page::Week || page == Page::Done     ? static_cast<QWidget*>(m_week)
                                                                    : m_today;
  m_drawings->setCurrentWidget(drawing);
  QWidget* table = page == Page::Today || page == Page::Order  ? static_cast<QWidget*>(m_steps)
                   : page == Page::Week                        ? static_cast<QWidget*>(m_holds)
                   : page == Page::Decisions                   ? static_cast<QWidget*>(m_decisions)
                   : page == Page::Times || page == Page::Shop ? static_cast<QWidget*>(m_times)
                                                               : m_done;
  m_stack->setCurrentWidget(table);
  m_steps->showAs(table == m_steps);
  m_holds->showAs(page == Page::Week);
  m_decisions->showAs(page == Page::Decisions);
  m_times->showAs(page == Page::Times  ? TimesPage::Shows::Times
                  : page == Page::Shop ? TimesPage::Shows::Shop
                                       : TimesPage::Shows::Neither);
  m_done->showAs(page == Page::Done);
  m_slate->showField(m_shows, drawing == m_order);
  if (m_session->hasBook()) m_slate->refresh();
  say();
}

void DaybookStage::showEvent(QShowEvent* event) {
  Stage::showEvent(event);
  m_bench->setSeen(true);
  openPage();
}

void DaybookStage::hideEvent(QHideEvent* event) {
  m_bench->setSeen(false);
  Stage::hideEvent(event);
}

std::optional<Moment> DaybookStage::typedMoment(bool& understood) const {
  const QString typed = m_when->text().trimmed();
  understood = true;
  if (typed.isEmpty()) return std::nullopt;
  const ShopClock clock = m_bench->clock();
  const std::string today = clock.dayOf(m_bench->now());
  const QStringList words = typed.split(' ', Qt::SkipEmptyParts);
  const std::string last = words.back().toStdString();
  if (words.size() == 1 && clock.at(today, last)) return clock.at(today, last);
  const bool hasHour = clock.at(today, last).has_value();
  const std::string day = typedDay(hasHour ? words.mid(0, words.size() - 1).join(' ') : typed);
  understood = isDay(day);
  if (!understood) return std::nullopt;
  // Of a day alone it is not known when: by its end at the latest.
  if (!hasHour) return std::min(m_bench->now(), clock.beginningOf(dayAfter(day, 1)));
  return clock.at(day, last);
}

void DaybookStage::begin() {
  const OrderStep* step = m_bench->step();
  if (step == nullptr) return;
  const StepRef ref = step->ref;
  if (step->state == StepState::Done) {
    m_bench->takeBack(ref);
  } else if (step->isRunning) {
    m_bench->stop(ref);
  } else {
    m_bench->begin(ref);
  }
}

void DaybookStage::finish() {
  const OrderStep* step = m_bench->step();
  if (step == nullptr) return;
  bool understood = true;
  const auto at = typedMoment(understood);
  if (!understood) {
    m_refused->setText(tr("\"%1\" is no day and hour: 16:30, or 2026-04-30 16:30.").arg(m_when->text()));
    m_refused->show();
    return;
  }
  const StepRef ref = step->ref;
  if (!m_bench->finish(ref, m_words->text(), at)) return;
  m_words->clear();
  m_when->clear();
}

void DaybookStage::say() {
  if (!isVisible() || m_slate == nullptr) return;
  const WorkOrder* order = m_bench->order();
  const auto inHand = m_bench->inHand();
  const OrderStep* step = m_bench->step();
  m_begin->setVisible(step != nullptr);
  m_finish->setVisible(step != nullptr && step->isOpen());
  if (order == nullptr || !inHand) {
    m_part->setText(tr("Step"));
    m_step->setText(tr("none in hand"));
    m_stands->setText(tr("Take one in hand on the left."));
    return;
  }
  const auto part = m_bench->partInHand();
  m_part->setText(part ? asRead(order->parts[*part].words) : tr("Step"));
  QString words = asRead(step->words);
  if (!words.isEmpty()) words[0] = words[0].toUpper();
  m_step->setText(words);
  m_begin->setText(step->state == StepState::Done ? tr("Not done after all")
                   : step->isRunning              ? tr("Stop the clock")
                   : step->began                  ? tr("Go on with it")
                                                  : tr("Begin"));
  QStringList stands{asRead(stepStateWords(step->state))};
  if (step->state == StepState::Done) {
    if (step->doneAt) {
      stands = {tr("done %1").arg(asRead(momentWords(m_bench->daybook(), *step->doneAt)))};
    } else if (isDay(step->doneDay)) {
      stands = {tr("done %1").arg(dayWords(step->doneDay))};
    }
  }
  if (step->state == StepState::Skipped) stands = {tr("left out: %1").arg(asRead(step->skipped))};
  if (step->state == StepState::Ready) stands << asRead(whyWords(*order, m_bench->daybook(), *step));
  constexpr qsizetype mostSaid = 4;
  for (const Wait& wait : step->waits) {
    QString said = asRead(waitWords(*order, m_bench->daybook(), wait, m_session->notation()));
    if (wait.what == WaitFor::Time) said += tr(", %1").arg(asRead(countdownWords(order->now, wait.until)));
    if (stands.size() < mostSaid) stands << tr("· %1").arg(said);
  }
  if (static_cast<qsizetype>(step->waits.size()) >= mostSaid)
    stands << tr("and %n more", nullptr, static_cast<int>(step->waits.size() + 1 - mostSaid));
  if (step->isPlannedTooSoon && step->state == StepState::Waits)
    stands << tr("Meant for %1, and not to be reached before %2.")
                  .arg(dayWords(step->planned), dayWords(dayAfter(order->today, static_cast<int>(step->daysBefore))));
  if (step->isOpen() && step->waitHours > 0.0 && step->wait)
    stands
        << tr("After it: %1, %2.").arg(asRead(waitKindWords(*step->wait)), asRead(daysWords(step->waitHours / 24.0)));
  if (step->spentHours > 0.0)
    stands << tr("%1 h by the clock.").arg(QLocale().toString(std::round(step->spentHours * 10.0) / 10.0));
  m_stands->setText(stands.join('\n'));
}

std::optional<DaybookStage::Running> DaybookStage::running() const {
  const WorkOrder* order = m_bench->order();
  if (order == nullptr || order->inHand.empty() || !order->steps[order->inHand.front()].isRunning) return std::nullopt;
  const std::size_t first = order->inHand.front();
  Running running{asRead(stepWords(*order, first)), order->steps[first].spentHours, 0};
  for (const std::size_t one : order->inHand) running.clocks += order->steps[one].isRunning ? 1 : 0;
  return running;
}

void DaybookStage::stopRunning() {
  if (running()) m_bench->stop(StepRef(m_bench->order()->steps[m_bench->order()->inHand.front()].ref));
}

std::string DaybookStage::calendar() const {
  if (m_bench->order() == nullptr) return {};
  const std::string& boat = m_session->book()->table.boat;
  return calendarFile(calendarEntries(*m_bench->order(), m_bench->daybook(), boat), boat, m_bench->now());
}

}  // namespace narrows
