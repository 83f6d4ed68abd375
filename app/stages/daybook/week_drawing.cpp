#include "stages/daybook/week_drawing.h"

#include <QDate>
#include <QLocale>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <map>

#include "book/order_edits.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "canvas/verdict_mark.h"
#include "stages/daybook/order_bench.h"

namespace narrows {

namespace {

constexpr double besideWide = 156.0, headHigh = 22.0, lineHigh = 35.0, wordsPx = 12.0, gripWide = 14.0;
constexpr std::size_t mostBeside = 10;

}  // namespace

WeekDrawing::WeekDrawing(Session* session, OrderBench* bench, QWidget* parent) : DayCanvas(session, bench, parent) {
  setAccessibleName(tr("The weeks"));
  setObjectName(QStringLiteral("weekDrawing"));
  setEmptyWords(tr("No boat yet: her steps are made from her lines."));
}

void WeekDrawing::turn(int weeks) {
  if (m_monday.empty()) turnToToday();
  m_monday = dayAfter(m_monday, 7 * weeks);
  layOutAnew();
}

void WeekDrawing::turnToToday() {
  const WorkOrder* order = bench()->order();
  if (order == nullptr) return;
  m_monday = dayAfter(order->today, -weekdayOf(order->today));
  layOutAnew();
}

QRectF WeekDrawing::cell(int index) const {
  const double wide = (m_room.width() - besideWide) / 7.0, high = m_room.height() / 2.0;
  const int week = index / 7, weekday = index % 7;
  return {besideWide + wide * weekday, high * week, wide, high};
}

std::optional<int> WeekDrawing::indexAt(const QPointF& day) const {
  for (int i = 0; i < days; ++i) {
    if (cell(i).contains(day)) return i;
  }
  return std::nullopt;
}

QPointF WeekDrawing::placeOf(Moment moment) const {
  const ShopClock clock = bench()->clock();
  const std::string day = clock.dayOf(moment);
  const int index = std::clamp(daysBetween(m_monday, day), 0, days - 1);
  const QRectF box = cell(index);
  const Moment begins = clock.beginningOf(dayAt(index)), ends = clock.beginningOf(dayAt(index + 1));
  const double share = std::clamp(moment.hoursSince(begins) / ends.hoursSince(begins), 0.0, 1.0);
  return {box.left() + share * box.width(), box.top()};
}

std::optional<Moment> WeekDrawing::momentAt(const QPointF& day) const {
  const auto index = indexAt(day);
  if (!index) return std::nullopt;
  const ShopClock clock = bench()->clock();
  const QRectF box = cell(*index);
  const Moment begins = clock.beginningOf(dayAt(*index)), ends = clock.beginningOf(dayAt(*index + 1));
  return begins.plusHours(ends.hoursSince(begins) * (day.x() - box.left()) / box.width());
}

void WeekDrawing::layOutDay(const QSizeF& room) {
  const WorkOrder& order = *bench()->order();
  if (m_monday.empty()) m_monday = dayAfter(order.today, -weekdayOf(order.today));
  m_room = room;
  m_items.clear();
  m_filled.assign(days, 0);
  m_hidden.assign(days, 0);
  addWaits();
  addItems();
  setCaption(tr("Drag a step to a day, or the end of a wait later. Left and right: the weeks before and after."));
}

void WeekDrawing::addWaits() {
  const WorkOrder& order = *bench()->order();
  // Each wait once, however many steps it is waited for.
  std::map<std::size_t, Moment> until;
  for (const OrderStep& step : order.steps) {
    for (const Wait& wait : step.waits) {
      if (wait.what == WaitFor::Time) until[wait.step] = wait.until;
    }
  }
  const ShopClock clock = bench()->clock();
  for (const auto& [step, end] : until) {
    const Moment since = end.plusHours(-order.steps[step].waitHours);
    const int first = std::max(daysBetween(m_monday, clock.dayOf(since)), 0);
    const int last = daysBetween(m_monday, clock.dayOf(end));
    if (first >= days || last < 0) continue;
    for (int week = first / 7; week <= std::min(last, days - 1) / 7; ++week) {
      const int from = std::max(first, 7 * week), to = std::min({last, 7 * week + 6, days - 1});
      int line = 0;
      for (int day = from; day <= to; ++day) line = std::max(line, m_filled[static_cast<std::size_t>(day)]);
      for (int day = from; day <= to; ++day) m_filled[static_cast<std::size_t>(day)] = line + 1;
      Item item;
      item.kind = ItemKind::Wait;
      item.step = step;
      item.since = since;
      item.until = end;
      item.words =
          tr("%1, until %2").arg(asRead(shortStepWords(order, step)), asRead(momentWords(bench()->daybook(), end)));
      const double left = from == first && first >= 7 * week && clock.dayOf(since) >= dayAt(from) ? placeOf(since).x()
                                                                                                  : cell(from).left();
      const double right = to == last ? placeOf(end).x() : cell(to).right();
      const double top = cell(from).top() + headHigh + lineHigh * line;
      item.box = QRectF(left, top, std::max(right - left, gripWide), lineHigh - 3.0);
      m_items.push_back(std::move(item));
    }
  }
}

void WeekDrawing::addItems() {
  const WorkOrder& order = *bench()->order();
  const auto add = [&](ItemKind kind, std::size_t step, const std::string& day, const QString& words) {
    const int index = isDay(day) ? daysBetween(m_monday, day) : -1;
    if (index < 0 || index >= days) return;
    int& line = m_filled[static_cast<std::size_t>(index)];
    const QRectF box = cell(index);
    const double top = box.top() + headHigh + lineHigh * line;
    if (top + 2.0 * lineHigh > box.bottom()) {
      ++m_hidden[static_cast<std::size_t>(index)];
      return;
    }
    ++line;
    m_items.push_back({kind, step, words, QRectF(box.left() + 3.0, top, box.width() - 6.0, lineHigh - 3.0), {}, {}});
  };
  for (std::size_t i = 0; i < order.steps.size(); ++i) {
    if (order.steps[i].isOpen() && !order.steps[i].planned.empty())
      add(ItemKind::Planned, i, order.steps[i].planned, asRead(shortStepWords(order, i)));
  }
  for (const Hold& hold : bench()->daybook().holds) {
    if (hold.over.empty()) add(ItemKind::Expected, 0, hold.expected, asRead(hold.what));
  }
  for (const OpenDecision& one : order.decisions) {
    if (!one.isOpen() || one.before.empty()) continue;
    add(ItemKind::Decide, 0, dayAfter(order.today, static_cast<int>(std::floor(one.daysLeft))),
        asRead(decisionWords(one.decision)));
  }
  for (std::size_t i = 0; i < order.steps.size(); ++i) {
    if (order.steps[i].state == StepState::Done && !order.steps[i].isPassed)
      add(ItemKind::Done, i, order.steps[i].doneDay, asRead(shortStepWords(order, i)));
  }
  // Beside the days: what can be done and is meant for none.
  std::size_t line = 0;
  for (const bool held : {true, false}) {
    for (const std::size_t step : held ? order.inHand : order.ready) {
      const double top = headHigh + lineHigh * static_cast<double>(line);
      if (!order.steps[step].planned.empty() || line >= mostBeside || top + lineHigh > m_room.height()) continue;
      m_items.push_back({ItemKind::Unplanned,
                         step,
                         asRead(shortStepWords(order, step)),
                         QRectF(6.0, top, besideWide - 14.0, lineHigh - 3.0),
                         {},
                         {}});
      ++line;
    }
  }
}

void WeekDrawing::tellHandles() {
  std::vector<CanvasHandle> handles;
  for (std::size_t i = 0; i < m_items.size(); ++i) {
    const Item& item = m_items[i];
    const bool isStep = item.kind != ItemKind::Expected && item.kind != ItemKind::Decide;
    handles.push_back(
        {onDay(item.box.center()), item.words, static_cast<int>(i), -1, isStep && bench()->inHand() == item.step, {}});
  }
  setHandles(std::move(handles));
}

void WeekDrawing::paintDay(QPainter& painter) {
  tellHandles();
  const WorkOrder& order = *bench()->order();
  painter.setFont(fontOf(wordsPx, true));
  painter.setPen(look::quietInk);
  painter.drawText(onDay(QRectF(6.0, 0.0, besideWide - 10.0, headHigh)), Qt::AlignLeft | Qt::AlignVCenter,
                   tr("On no day yet"));
  for (int i = 0; i < days; ++i) {
    const QRectF box = onDay(cell(i));
    const std::string day = dayAt(i);
    const bool isToday = day == order.today;
    if (isToday) painter.fillRect(box, look::raised);
    painter.setPen(QPen(look::edge, 1.0));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(box);
    if (isToday) {
      painter.fillRect(QRectF(box.left(), box.top(), box.width(), 3.0), look::inHand);
    }
    painter.setPen(isToday ? look::inHand : look::quietInk);
    painter.setFont(fontOf(wordsPx, true));
    const QDate date = QDate::fromString(asRead(day), Qt::ISODate);
    // A month is named where a week or it begins.
    const QString month = QLocale().toString(date, tr("d MMM"));
    const QString named = isToday ? tr("Today, %1").arg(date.day())
                          : i % 7 == 0 || date.day() == 1
                              ? month
                              : QLocale().dayName(weekdayOf(day) + 1, QLocale::ShortFormat) + QLatin1Char(' ') +
                                    QString::number(date.day());
    const QRectF head = onDay(QRectF(cell(i).topLeft() + QPointF(6, 2), QSizeF(cell(i).width() - 8, headHigh - 2)));
    drawWords(painter, head, named);
    if (const int hidden = m_hidden[static_cast<std::size_t>(i)]; hidden > 0) {
      painter.setPen(look::quietInk);
      painter.setFont(fontOf(12.0));
      drawWords(painter, onDay(QRectF(cell(i).left() + 6, cell(i).bottom() - 18, cell(i).width() - 8, 16)),
                tr("and %n more", nullptr, hidden));
    }
  }
  for (const Item& item : m_items) {
    const QRectF box = onDay(item.box);
    const bool isStep = item.kind != ItemKind::Expected && item.kind != ItemKind::Decide;
    const bool hand = isStep && bench()->inHand() == item.step;
    QString words = item.words;
    switch (item.kind) {
      case ItemKind::Done:
        words = QStringLiteral("✓ ") + words;
        break;
      case ItemKind::Planned:
      case ItemKind::Unplanned:
        painter.setPen(QPen(hand ? look::inHand : look::outline, hand ? 2.4 : 1.2));
        painter.setBrush(item.kind == ItemKind::Planned ? look::timber : look::raised);
        painter.drawRoundedRect(box, 3.0, 3.0);
        break;
      case ItemKind::Expected:
        words = tr("expected: %1").arg(words);
        painter.setPen(QPen(look::ink, 1.2, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(box);
        break;
      case ItemKind::Decide:
        words = tr("decide: %1").arg(words);
        painter.setPen(QPen(look::ink, 1.2, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(box);
        break;
      case ItemKind::Wait:
        painter.setPen(QPen(hand ? look::inHand : look::outline, hand ? 2.4 : 1.2));
        painter.setBrush(QBrush(look::outline, Qt::BDiagPattern));
        painter.drawRect(box);
        painter.fillRect(QRectF(box.right() - 5.0, box.top(), 5.0, box.height()), look::outline);
        break;
    }
    painter.setPen(item.kind == ItemKind::Done ? look::quietInk : hand ? look::inHand : look::ink);
    painter.setFont(fontOf(wordsPx));
    QRectF inside = box.adjusted(4.0, 1.0, -6.0, -1.0);
    // Its words stand on paper, not on the hatching of a wait.
    const QFontMetricsF metrics(painter.font());
    if (item.kind == ItemKind::Wait) {
      const double wide = std::min(inside.width(), metrics.horizontalAdvance(words) + 3.0);
      painter.fillRect(QRectF(inside.left() - 2.0, inside.top() + 2.0, wide + 2.0, inside.height() - 4.0), look::paper);
    }
    if (item.kind == ItemKind::Planned && order.steps[item.step].isPlannedTooSoon &&
        order.steps[item.step].state == StepState::Waits)
      paintVerdict(painter, QPointF(box.right() - 8.0, box.top() + 8.0), Severity::LookAgain);
    drawWords(painter, inside, words);
  }
}

const WeekDrawing::Item* WeekDrawing::itemAt(const QPointF& day) const {
  for (const Item& item : m_items) {
    if (item.box.adjusted(-2, -3, 2, 3).contains(day)) return &item;
  }
  return nullptr;
}

bool WeekDrawing::takeHold(const QPointF& at) {
  layOutNow();
  const QPointF day = fromScreen(at);
  const Item* item = itemAt(day);
  const WorkOrder& order = *bench()->order();
  if (item == nullptr || item->kind == ItemKind::Expected || item->kind == ItemKind::Decide) return false;
  const StepRef ref = order.steps[item->step].ref;
  const QString words = asRead(order.steps[item->step].words);
  const ItemKind kind = item->kind;
  const Moment since = item->since;
  const bool isEnd = day.x() > item->box.right() - gripWide;
  bench()->take(ref);
  if (kind == ItemKind::Done) return true;
  if (kind == ItemKind::Wait) {
    if (!isEnd) return true;
    hand().take(tr("The wait after %1").arg(words),
                [this, ref, since](const Book& book, const Vec2& to) -> Result<Book> {
                  const auto until = momentAt(QPointF(to.x(), -to.y()));
                  if (!until || *until <= since) return book;
                  return setStepWait(book, ref, std::round(until->hoursSince(since)), tr("by hand").toStdString());
                });
    return true;
  }
  hand().take(tr("Plan %1").arg(words), [this, ref](const Book& book, const Vec2& to) -> Result<Book> {
    const auto index = indexAt(QPointF(to.x(), -to.y()));
    return planStep(book, ref, index ? dayAt(*index) : std::string());
  });
  return true;
}

bool WeekDrawing::takeInHand(const CanvasHandle& handle) {
  if (handle.line < 0 || static_cast<std::size_t>(handle.line) >= m_items.size()) return false;
  const Item& item = m_items[static_cast<std::size_t>(handle.line)];
  if (item.kind == ItemKind::Expected || item.kind == ItemKind::Decide) return false;
  bench()->take(bench()->order()->steps[item.step].ref);
  return true;
}

void WeekDrawing::planBy(int byDays) {
  const OrderStep* of = bench()->step();
  if (of == nullptr || !of->isOpen()) return;
  const std::string from = of->planned.empty() ? bench()->order()->today : of->planned;
  const StepRef ref = of->ref;
  const std::string to = of->planned.empty() && byDays > 0 ? from : dayAfter(from, byDays);
  bench()->perform(tr("Plan %1").arg(asRead(of->words)), [&](const Book& book) { return planStep(book, ref, to); });
}

std::vector<Deed> WeekDrawing::deeds() {
  const OrderStep* of = bench()->step();
  const bool isOpen = of != nullptr && of->isOpen();
  const StepRef ref = of != nullptr ? of->ref : StepRef{};
  return {
      {tr("Mean it for a day later (first: today)"), Qt::Key_D, [this] { planBy(1); }, isOpen},
      {tr("A day earlier"), QKeyCombination(Qt::ShiftModifier, Qt::Key_D), [this] { planBy(-1); }, isOpen},
      {tr("On no day"), Qt::Key_Delete,
       [this, ref] { bench()->perform(tr("On no day"), [&](const Book& book) { return planStep(book, ref, {}); }); },
       isOpen && !of->planned.empty()}};
}

std::vector<Deed> WeekDrawing::strokes() {
  const QString turnWords = tr("the weeks before, and after");
  const auto next = [this](int by) {
    int at = -1;
    for (std::size_t i = 0; i < m_items.size(); ++i) {
      const bool isStep = m_items[i].kind != ItemKind::Expected && m_items[i].kind != ItemKind::Decide;
      if (isStep && bench()->inHand() == m_items[i].step) at = static_cast<int>(i);
    }
    const int count = static_cast<int>(m_items.size());
    for (at += by; at >= 0 && at < count; at += by) {
      const Item& item = m_items[static_cast<std::size_t>(at)];
      if (item.kind == ItemKind::Expected || item.kind == ItemKind::Decide) continue;
      return bench()->take(bench()->order()->steps[item.step].ref);
    }
  };
  const QString stepWordsOf = tr("to the next thing shown, or the one before");
  return {{turnWords, Qt::Key_Left, [this] { turn(-1); }},
          {turnWords, Qt::Key_Right, [this] { turn(1); }},
          {tr("this week again"), Qt::Key_T, [this] { turnToToday(); }},
          {stepWordsOf, Qt::Key_Down, [next] { next(1); }},
          {stepWordsOf, Qt::Key_Up, [next] { next(-1); }}};
}

QRectF WeekDrawing::dayBox(const std::string& day) const {
  const int index = m_monday.empty() ? -1 : daysBetween(m_monday, day);
  return index < 0 || index >= days ? QRectF() : onDay(cell(index));
}

QRectF WeekDrawing::stepBox(const StepRef& step) const {
  const WorkOrder& order = *bench()->order();
  for (const Item& item : m_items) {
    if ((item.kind == ItemKind::Planned || item.kind == ItemKind::Unplanned) && order.steps[item.step].ref.isSame(step))
      return onDay(item.box);
  }
  return {};
}

QRectF WeekDrawing::waitEndBox(const StepRef& after) const {
  const WorkOrder& order = *bench()->order();
  QRectF last;
  for (const Item& item : m_items) {
    if (item.kind == ItemKind::Wait && order.steps[item.step].ref.isSame(after)) last = onDay(item.box);
  }
  return last.isEmpty() ? last : QRectF(last.right() - gripWide, last.top(), gripWide, last.height());
}

}  // namespace narrows
