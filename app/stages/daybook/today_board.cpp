#include "stages/daybook/today_board.h"

#include <QContextMenuEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QStyledItemDelegate>
#include <algorithm>
#include <map>

#include "canvas/look.h"
#include "canvas/tongue.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"
#include "stages/daybook/order_bench.h"

namespace narrows {

namespace {

enum Role { LineRoleOf = Qt::UserRole, IndexOf, SaidOf, StateOf, LateOf };

constexpr double titlePx = 20.0, saidPx = 15.0, headingPx = 15.0;
constexpr int stepHigh = 50, headingHigh = 26, pressWide = 88, pressHigh = 34, markWide = 30;
/// So many of a kind are listed; the others are under Order.
constexpr std::size_t mostReady = 5, mostAlike = 2, mostWaits = 6;

/// Where a step stands, by a mark of its own shape: a disc with the clock's hand for what runs, a ring for what is
/// begun, an arrow for what can be done, a bar for what waits.
void paintState(QPainter& painter, const QPointF& at, StepState state, bool runs) {
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  constexpr double r = 8.0;
  switch (state) {
    case StepState::InHand:
      painter.setPen(QPen(look::inHand, 2.4));
      painter.setBrush(runs ? QBrush(look::inHand) : QBrush(Qt::NoBrush));
      painter.drawEllipse(at, r, r);
      if (!runs) break;
      painter.setPen(QPen(look::raised, 2.0));
      painter.drawPolyline(QPolygonF({at + QPointF(0, -5.0), at, at + QPointF(4.0, 2.0)}));
      break;
    case StepState::Ready:
      painter.setPen(Qt::NoPen);
      painter.setBrush(look::ink);
      painter.drawPolygon(QPolygonF({at + QPointF(-5.0, -7.0), at + QPointF(7.0, 0.0), at + QPointF(-5.0, 7.0)}));
      break;
    case StepState::Waits:
      painter.setPen(QPen(look::quietInk, 3.0));
      painter.drawLine(at + QPointF(-3.5, -7.0), at + QPointF(-3.5, 7.0));
      painter.drawLine(at + QPointF(3.5, -7.0), at + QPointF(3.5, 7.0));
      break;
    case StepState::Done:
    case StepState::Skipped:
      break;
  }
  painter.restore();
}

class LinePainter : public QStyledItemDelegate {
 public:
  explicit LinePainter(TodayBoard* board) : QStyledItemDelegate(board), m_board(board) {}

  QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override {
    const auto line = static_cast<TodayBoard::Line>(index.data(LineRoleOf).toInt());
    return {option.rect.width(), line == TodayBoard::Line::Heading ? headingHigh : stepHigh};
  }

  void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
    const auto line = static_cast<TodayBoard::Line>(index.data(LineRoleOf).toInt());
    const QRect rect = option.rect;
    painter->save();
    if (line == TodayBoard::Line::Heading) {
      painter->setPen(look::quietInk);
      painter->setFont(shopFont(headingPx, true));
      painter->drawText(rect.adjusted(10, 3, -8, 0), Qt::AlignLeft | Qt::AlignVCenter, index.data().toString());
      painter->restore();
      return;
    }
    const bool isInHand = (option.state & QStyle::State_Selected) != 0;
    if (isInHand) {
      painter->fillRect(rect, look::raised);
      painter->fillRect(QRect(rect.left(), rect.top(), 5, rect.height()), look::inHand);
    }
    const QListWidgetItem& item = *m_board->item(index.row());
    const TodayBoard::Presses presses = m_board->pressesOf(item);
    int right = rect.right() - 8;
    for (const bool second : {true, false}) {
      const TodayBoard::Press press = second ? presses.second : presses.first;
      if (press == TodayBoard::Press::None) continue;
      const QRect box = TodayBoard::pressRect(rect, second);
      painter->setRenderHint(QPainter::Antialiasing);
      painter->setPen(QPen(press == TodayBoard::Press::Done ? look::inHand : look::outline, 1.6));
      painter->setBrush(look::raised);
      painter->drawRoundedRect(QRectF(box).adjusted(0.5, 0.5, -0.5, -0.5), 5, 5);
      painter->setPen(press == TodayBoard::Press::Done ? look::inHand : look::ink);
      painter->setFont(shopFont(saidPx, true));
      painter->drawText(box, Qt::AlignCenter, TodayBoard::pressWords(press));
      right = box.left() - 8;
    }
    const QPointF mark(rect.left() + 24, rect.top() + 17);
    if (line == TodayBoard::Line::Step) {
      if (index.data(LateOf).toBool()) {
        paintVerdict(*painter, mark, Severity::LookAgain, 15.0);
      } else {
        paintState(*painter, mark, static_cast<StepState>(index.data(StateOf).toInt()),
                   m_board->pressesOf(item).first == TodayBoard::Press::Stop);
      }
    } else if (line == TodayBoard::Line::Decision) {
      painter->setPen(look::ink);
      painter->setFont(shopFont(22.0, true));
      painter->drawText(QRectF(mark.x() - 10, mark.y() - 14, 20, 28), Qt::AlignCenter, QStringLiteral("?"));
    }
    const int left = rect.left() + 12 + markWide;
    painter->setPen(isInHand ? look::inHand : look::ink);
    painter->setFont(shopFont(titlePx, true));
    painter->drawText(QRect(left, rect.top() + 2, right - left, 28), Qt::AlignLeft | Qt::AlignVCenter,
                      painter->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, right - left));
    painter->setPen(look::quietInk);
    painter->setFont(shopFont(saidPx));
    painter->drawText(QRect(left, rect.top() + 27, right - left, 20), Qt::AlignLeft | Qt::AlignVCenter,
                      painter->fontMetrics().elidedText(index.data(SaidOf).toString(), Qt::ElideRight, right - left));
    painter->restore();
  }

 private:
  TodayBoard* m_board;
};

QString clockWords(double hours) {
  const int minutes = static_cast<int>(hours * 60.0);
  return TodayBoard::tr("%1 h %2 min").arg(minutes / 60).arg(minutes % 60);
}

}  // namespace

TodayBoard::TodayBoard(Session* session, OrderBench* bench, QWidget* parent)
    : QListWidget(parent), m_session(session), m_bench(bench) {
  setAccessibleName(tr("Today"));
  setObjectName(QStringLiteral("todayBoard"));
  setItemDelegate(new LinePainter(this));
  setFrameShape(QFrame::NoFrame);
  setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
  setUniformItemSizes(false);
  connect(bench, &OrderBench::changed, this, &TodayBoard::refill);
  connect(bench, &OrderBench::handChanged, this, &TodayBoard::showHand);
  connect(this, &QListWidget::currentRowChanged, this, [this](int row) {
    if (m_filling || row < 0) return;
    const QListWidgetItem* one = item(row);
    if (static_cast<Line>(one->data(LineRoleOf).toInt()) != Line::Step) return;
    m_bench->take(m_bench->order()->steps[one->data(IndexOf).toULongLong()].ref);
  });
}

QString TodayBoard::pressWords(Press press) {
  switch (press) {
    case Press::Begin:
      return tr("Begin");
    case Press::Stop:
      return tr("Stop");
    case Press::Done:
      return tr("Done");
    case Press::Decide:
      return tr("Decided");
    case Press::None:
      break;
  }
  return {};
}

QRect TodayBoard::pressRect(const QRect& line, bool second) {
  const int left = line.right() - (second ? 1 : 2) * (pressWide + 8);
  return {left, line.top() + (line.height() - pressHigh) / 2, pressWide, pressHigh};
}

TodayBoard::Presses TodayBoard::pressesOf(const QListWidgetItem& item) const {
  const auto line = static_cast<Line>(item.data(LineRoleOf).toInt());
  if (line == Line::Decision) return {Press::None, Press::Decide};
  const WorkOrder* order = m_bench->order();
  if (line != Line::Step || order == nullptr) return {};
  const OrderStep& step = order->steps[item.data(IndexOf).toULongLong()];
  switch (step.state) {
    case StepState::Ready:
      return {Press::Begin, Press::Done};
    case StepState::InHand:
      return {step.isRunning ? Press::Stop : Press::Begin, Press::Done};
    case StepState::Done:
    case StepState::Skipped:
    case StepState::Waits:
      break;
  }
  return {};
}

void TodayBoard::addHeading(const QString& words) {
  auto* line = new QListWidgetItem(words, this);
  line->setData(LineRoleOf, static_cast<int>(Line::Heading));
  line->setFlags(Qt::NoItemFlags);
}

void TodayBoard::addStep(std::size_t step, const QString& said) {
  const OrderStep& of = m_bench->order()->steps[step];
  auto* line = new QListWidgetItem(QString::fromStdString(stepWords(*m_bench->order(), step)), this);
  line->setData(LineRoleOf, static_cast<int>(Line::Step));
  line->setData(IndexOf, static_cast<qulonglong>(step));
  line->setData(SaidOf, said);
  line->setData(StateOf, static_cast<int>(of.state));
  line->setData(LateOf, of.state == StepState::Ready && of.why == WhyNow::LastMoment);
  line->setData(Qt::AccessibleDescriptionRole,
                QString::fromStdString(stepStateWords(of.state)) + QStringLiteral(". ") + said);
}

void TodayBoard::addDecision(std::size_t decision) {
  const WorkOrder& order = *m_bench->order();
  const OpenDecision& one = order.decisions[decision];
  QString said;
  if (one.daysLeft < 0.5) {
    said = tr("needed now");
  } else {
    said = tr("can wait until %1").arg(dayWords(dayAfter(order.today, static_cast<int>(one.daysLeft))));
  }
  if (one.lastBefore)
    said += tr("; the last step without it is %1").arg(QString::fromStdString(stepWords(order, *one.lastBefore)));
  if (!one.decision.ask.empty()) said += tr("; ask %1").arg(QString::fromStdString(one.decision.ask));
  QString question = QString::fromStdString(decisionWords(one.decision));
  if (!question.isEmpty()) question[0] = question[0].toUpper();
  auto* line = new QListWidgetItem(question, this);
  line->setData(LineRoleOf, static_cast<int>(Line::Decision));
  line->setData(IndexOf, static_cast<qulonglong>(decision));
  line->setData(SaidOf, said);
  line->setData(Qt::AccessibleDescriptionRole, said);
}

void TodayBoard::refill() {
  if (!isVisible() || m_bench->order() == nullptr) return;
  const WorkOrder& order = *m_bench->order();
  const int scrolled = verticalScrollBar()->value();
  // A line that is no step stays in hand while time goes on.
  const QListWidgetItem* held = currentItem();
  const bool isOther = held != nullptr && static_cast<Line>(held->data(LineRoleOf).toInt()) != Line::Step;
  const QString heldWords = isOther ? held->text() : QString();
  m_filling = true;
  clear();
  const ShopClock clock = m_bench->clock();
  const auto since = [&](Moment moment) {
    // A clock that was forgotten says its day too.
    return clock.dayOf(moment) == order.today ? asRead(clock.hourOf(moment))
                                              : asRead(momentWords(m_bench->daybook(), moment));
  };
  if (!order.inHand.empty()) {
    addHeading(tr("In hand"));
    for (const std::size_t step : order.inHand) {
      const OrderStep& of = order.steps[step];
      QString said = of.isRunning
                         ? tr("its clock runs since %1: %2").arg(since(*of.runsSince), clockWords(of.spentHours))
                         : tr("begun, and stopped after %1").arg(clockWords(of.spentHours));
      if (of.spentHours <= 0.0 && !of.isRunning) said = tr("begun");
      if (!of.note.empty()) said += tr(" · %1").arg(QString::fromStdString(of.note));
      addStep(step, said);
    }
  }
  addHeading(order.ready.empty() ? tr("Nothing can be done before something below is over")
                                 : tr("Can be done now, the first first"));
  // A pair of each kind: a screen of strakes to be lined says less than one.
  std::map<StepKind, std::size_t> alike;
  std::size_t shown = 0;
  for (const std::size_t i : order.ready) {
    const OrderStep& step = order.steps[i];
    if (shown >= mostReady || (!step.isOwn() && ++alike[step.ref.kind] > mostAlike)) continue;
    QString said = QString::fromStdString(whyWords(order, m_bench->daybook(), step));
    if (step.planned > order.today) said = tr("meant for %1").arg(dayWords(step.planned));
    if (step.wantsTwo) said += tr(" · two people");
    addStep(i, said);
    ++shown;
  }
  if (order.ready.size() > shown) {
    auto* more = new QListWidgetItem(tr("and %n more", nullptr, static_cast<int>(order.ready.size() - shown)), this);
    more->setData(LineRoleOf, static_cast<int>(Line::More));
    more->setData(SaidOf, tr("press Enter here: all that is open, under Order"));
  }
  fillWaits();
  bool told = false;
  for (std::size_t d = 0; d < order.decisions.size(); ++d) {
    const OpenDecision& one = order.decisions[d];
    if (!one.isOpen() || one.before.empty()) continue;
    if (!told) addHeading(tr("To be decided"));
    told = true;
    addDecision(d);
  }
  fillWrong();
  m_filling = false;
  showHand();
  for (int row = 0; isOther && row < count(); ++row) {
    if (item(row)->text() == heldWords) setCurrentRow(row);
  }
  verticalScrollBar()->setValue(scrolled);
}

void TodayBoard::fillWaits() {
  const WorkOrder& order = *m_bench->order();
  // What waits for something that is not a step of hers: for each such thing, the first step it holds up.
  struct Held {
    Wait wait;
    std::vector<std::size_t> steps;
  };
  std::map<std::tuple<int, std::size_t, std::size_t, int>, Held> held;
  for (std::size_t i = 0; i < order.steps.size(); ++i) {
    const OrderStep& step = order.steps[i];
    if (step.state != StepState::Waits) continue;
    const bool byStep =
        std::any_of(step.waits.begin(), step.waits.end(), [](const Wait& wait) { return wait.what == WaitFor::Step; });
    for (const Wait& wait : step.waits) {
      if (wait.what == WaitFor::Step || wait.what == WaitFor::Decision) continue;
      // Warmth and hands matter when all else is there; glue and deliveries at once.
      if (byStep && (wait.what == WaitFor::Cold || wait.what == WaitFor::Hands)) continue;
      Held& of = held[{static_cast<int>(wait.what), wait.what == WaitFor::Time ? wait.step : 0, wait.of,
                       wait.kind ? static_cast<int>(*wait.kind) : -1}];
      of.wait = wait;
      of.steps.push_back(i);
    }
  }
  if (held.empty()) return;
  addHeading(tr("Waits"));
  std::vector<Held> all;
  for (auto& [key, one] : held) all.push_back(std::move(one));
  std::stable_sort(all.begin(), all.end(), [](const Held& a, const Held& b) {
    const bool aTime = a.wait.what == WaitFor::Time, bTime = b.wait.what == WaitFor::Time;
    return aTime && bTime ? a.wait.until < b.wait.until : aTime && !bTime;
  });
  for (std::size_t i = 0; i < std::min(all.size(), mostWaits); ++i) {
    const Held& one = all[i];
    QString said = QString::fromStdString(waitWords(order, m_bench->daybook(), one.wait, m_session->notation()));
    if (one.wait.what == WaitFor::Time)
      said = QString::fromStdString(countdownWords(order.now, one.wait.until)) + tr(": ") + said;
    if (one.steps.size() > 1) said += tr(" · %n more with it", nullptr, static_cast<int>(one.steps.size() - 1));
    addStep(one.steps.front(), said);
  }
}

void TodayBoard::fillWrong() {
  const WorkOrder& order = *m_bench->order();
  if (order.loops.empty() && order.strays.empty()) return;
  addHeading(tr("Wants looking at"));
  const auto tell = [this](const QString& words, const QString& said) {
    auto* line = new QListWidgetItem(words, this);
    line->setData(LineRoleOf, static_cast<int>(Line::More));
    line->setData(SaidOf, said);
  };
  for (const LoopOfWaits& loop : order.loops)
    tell(tr("%1 waits for itself").arg(QString::fromStdString(stepWords(order, loop.then))),
         tr("the wait for %1 closes the round, and is passed over: take it back under Order")
             .arg(QString::fromStdString(stepWords(order, loop.first))));
  if (!order.strays.empty())
    tell(tr("%n step(|s) of parts she does not have now", nullptr, static_cast<int>(order.strays.size())),
         tr("kept, in case they come back; the first is of %1")
             .arg(QString::fromStdString(partWords(order.strays.front().of.part))));
}

void TodayBoard::showHand() {
  if (!isVisible() || m_filling) return;
  const auto inHand = m_bench->inHand();
  m_filling = true;
  int shown = -1;
  for (int row = 0; row < count(); ++row) {
    const QListWidgetItem* line = item(row);
    if (inHand && static_cast<Line>(line->data(LineRoleOf).toInt()) == Line::Step &&
        line->data(IndexOf).toULongLong() == *inHand)
      shown = row;
  }
  setCurrentRow(shown);
  m_filling = false;
}

void TodayBoard::press(Press press) {
  const QListWidgetItem* line = currentItem();
  if (line == nullptr || m_bench->order() == nullptr) return;
  const auto index = line->data(IndexOf).toULongLong();
  if (press == Press::Decide) {
    m_bench->decide(index, m_words());
    return;
  }
  const StepRef step = m_bench->order()->steps[index].ref;
  if (press == Press::Begin) m_bench->begin(step);
  if (press == Press::Stop) m_bench->stop(step);
  if (press == Press::Done) m_bench->finish(step, m_words());
}

std::vector<Deed> TodayBoard::keys() {
  const QListWidgetItem* line = currentItem();
  const Presses presses = line == nullptr ? Presses{} : pressesOf(*line);
  const bool isMore = line != nullptr && static_cast<Line>(line->data(LineRoleOf).toInt()) == Line::More;
  const auto enter = [this, presses, isMore] {
    if (isMore) emit moreAsked();
    if (!isMore) press(presses.first != Press::None ? presses.first : presses.second);
  };
  const QString beginWords = tr("begin it, stop its clock; or decided");
  const QString words = presses.first == Press::Stop    ? tr("Stop its clock")
                        : presses.first == Press::Begin ? tr("Begin it")
                        : isMore                        ? tr("Show all that is open")
                                                        : tr("Decided");
  const bool can = isMore || presses.first != Press::None || presses.second == Press::Decide;
  return {{words, Qt::Key_Return, enter, can, beginWords},
          {words, Qt::Key_Enter, enter, can, beginWords},
          {tr("It is done"), QKeyCombination(Qt::ShiftModifier, Qt::Key_Return), [this] { press(Press::Done); },
           presses.second == Press::Done, tr("it is done")}};
}

void TodayBoard::stepInHand(int by) {
  int row = currentRow();
  do {
    row += by;
  } while (row >= 0 && row < count() && (item(row)->flags() & Qt::ItemIsSelectable) == 0);
  if (row >= 0 && row < count()) setCurrentRow(row);
}

void TodayBoard::keyPressEvent(QKeyEvent* event) {
  if (!doByKey(keys(), *event)) QListWidget::keyPressEvent(event);
}

void TodayBoard::mousePressEvent(QMouseEvent* event) {
  QListWidgetItem* line = itemAt(event->position().toPoint());
  QListWidget::mousePressEvent(event);
  if (line == nullptr || event->button() != Qt::LeftButton) return;
  const QRect rect = visualItemRect(line);
  const Presses presses = pressesOf(*line);
  const QPoint at = event->position().toPoint();
  if (static_cast<Line>(line->data(LineRoleOf).toInt()) == Line::More) return void(emit moreAsked());
  if (presses.second != Press::None && pressRect(rect, true).contains(at)) return press(presses.second);
  if (presses.first != Press::None && pressRect(rect, false).contains(at)) press(presses.first);
}

void TodayBoard::contextMenuEvent(QContextMenuEvent* event) {
  QMenu* menu = menuOn(this);
  std::vector<Deed> deeds = keys();
  std::erase_if(deeds, [](const Deed& deed) { return deed.key == QKeyCombination(Qt::Key_Enter); });
  addDeeds(menu, deeds);
  menu->popup(event->globalPos());
}

void TodayBoard::showEvent(QShowEvent* event) {
  QListWidget::showEvent(event);
  refill();
}

void TodayBoard::resizeEvent(QResizeEvent* event) {
  QListWidget::resizeEvent(event);
  scheduleDelayedItemsLayout();
}

}  // namespace narrows
