#include "stages/daybook/order_drawing.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <map>
#include <set>

#include "book/order_edits.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "stages/daybook/order_bench.h"

namespace narrows {

namespace {

constexpr double wordsPx = 14.0, saidPx = 12.0;
constexpr std::size_t mostOpenRows = 9;

}  // namespace

OrderDrawing::OrderDrawing(Session* session, OrderBench* bench, QWidget* parent) : DayCanvas(session, bench, parent) {
  setAccessibleName(tr("What holds up what"));
  setObjectName(QStringLiteral("orderDrawing"));
  setEmptyWords(tr("No boat yet: her steps are made from her lines."));
}

void OrderDrawing::show(Shows what) {
  if (m_shows == what) return;
  m_shows = what;
  fit();
  layOutAnew();
  emit showsChanged();
}

void OrderDrawing::layOutDay(const QSizeF& room) {
  m_nodes.clear();
  m_lines.clear();
  switch (m_shows) {
    case Shows::Boat:
      layOutBoat(room);
      break;
    case Shows::Part:
      layOutPart(room);
      break;
    case Shows::Open:
      layOutOpen(room);
      break;
  }
  const WorkOrder& order = *bench()->order();
  setCaption(tr("Longest chain, marked: %1 of work and waiting. Drag a step onto another: it waits for that one.")
                 .arg(asRead(daysWords(order.longestDays))));
}

void OrderDrawing::layOutBoat(const QSizeF& room) {
  const WorkOrder& order = *bench()->order();
  // Columns in the order of the shop; strakes stand one on another, as on the boat.
  enum Column { Lines, Timbers, Backbone, SettingUp, Planks, Hull };
  std::map<int, std::vector<std::size_t>> boxes;        // by column
  std::map<std::pair<int, int>, std::size_t> together;  // moulds, and the planks of one strake
  for (std::size_t p = 0; p < order.parts.size(); ++p) {
    const DraftPart& part = order.parts[p];
    if (part.count == 0) continue;
    int column = Hull;
    std::optional<std::pair<int, int>> key;
    switch (part.part.kind) {
      case PartKind::Lines:
        column = Lines;
        break;
      case PartKind::Timber:
      case PartKind::Frame:
      case PartKind::BentInPlace:
      case PartKind::Transom:
        column = Timbers;
        break;
      case PartKind::Backbone:
        column = Backbone;
        break;
      case PartKind::Mould:
        column = Backbone;
        key = {Backbone, 0};
        break;
      case PartKind::SettingUp:
      case PartKind::LiningOff:
        column = SettingUp;
        break;
      case PartKind::Plank:
        column = Planks;
        key = {Planks, part.part.strake};
        break;
      case PartKind::Bottom:
      case PartKind::Hull:
        column = Hull;
        break;
      case PartKind::Own:
        break;
    }
    std::size_t node = m_nodes.size();
    if (key && together.count(*key) > 0) {
      node = together[*key];
    } else {
      m_nodes.emplace_back();
      if (key) together[*key] = node;
      boxes[column].push_back(node);
    }
    Node& of = m_nodes[node];
    of.parts.push_back(p);
    of.words = !key                 ? asRead(part.words)
               : column == Backbone ? tr("%n mould(|s)", nullptr, static_cast<int>(of.parts.size()))
                                    : tr("Strake %1").arg(part.part.strake);
    of.all += part.count;
    for (std::size_t i = part.first; i < part.first + part.count; ++i) {
      of.open += order.steps[i].isOpen() ? 1 : 0;
      of.onLongest = of.onLongest || (order.steps[i].onLongest && order.steps[i].isOpen());
    }
    of.said = of.open == 0 ? tr("done") : tr("%1 of %2 done").arg(of.all - of.open).arg(of.all);
  }
  std::vector<int> columns;
  for (const auto& [column, nodes] : boxes) columns.push_back(column);
  const double wide = room.width() / static_cast<double>(std::max<std::size_t>(columns.size(), 1));
  for (std::size_t c = 0; c < columns.size(); ++c) {
    const std::vector<std::size_t>& nodes = boxes[columns[c]];
    const double count = static_cast<double>(nodes.size());
    const double pitch = std::min((room.height() - 16.0) / count, 74.0), high = std::min(pitch - 7.0, 56.0);
    const double top = 0.5 * (room.height() - pitch * count);
    for (std::size_t i = 0; i < nodes.size(); ++i) {
      // Strakes from the foot of the drawing up.
      const double row = columns[c] == Planks ? count - 1.0 - static_cast<double>(i) : static_cast<double>(i);
      m_nodes[nodes[i]].box =
          QRectF(wide * static_cast<double>(c) + 10.0, top + pitch * row + 0.5 * (pitch - high), wide - 26.0, high);
    }
  }
  std::vector<std::size_t> nodeOf(order.parts.size(), m_nodes.size());
  for (std::size_t n = 0; n < m_nodes.size(); ++n) {
    for (const std::size_t p : m_nodes[n].parts) nodeOf[p] = n;
  }
  std::map<std::pair<std::size_t, std::size_t>, bool> joined;
  for (std::size_t p = 0; p < order.parts.size(); ++p) {
    for (std::size_t i = order.parts[p].first; i < order.parts[p].first + order.parts[p].count; ++i) {
      for (const std::size_t before : order.steps[i].after) {
        std::size_t from = 0;
        while (before >= order.parts[from].first + order.parts[from].count) ++from;
        if (nodeOf[from] == nodeOf[p]) continue;
        bool& longest = joined[{nodeOf[from], nodeOf[p]}];
        longest = longest || order.steps[before].next == i;
      }
    }
  }
  for (const auto& [ends, longest] : joined) {
    // Back again goes a step of a timber that waits for the boat: its part's own picture shows it. What waits in any
    // case by way of the box beside it needs no line of its own across the drawing.
    const QRectF &from = m_nodes[ends.first].box, &to = m_nodes[ends.second].box;
    const double across = to.left() - from.left();
    if (!longest && (across < -0.5 * wide || across > 1.5 * wide)) continue;
    m_lines.push_back({ends.first, ends.second, longest});
  }
}

std::size_t OrderDrawing::addStep(std::size_t step, const QRectF& box, bool aside) {
  const WorkOrder& order = *bench()->order();
  const OrderStep& of = order.steps[step];
  Node node;
  node.step = step;
  node.words = aside ? asRead(shortStepWords(order, step)) : asRead(of.words);
  if (!node.words.isEmpty() && !aside) node.words[0] = node.words[0].toUpper();
  node.said = asRead(stepStateWords(of.state));
  for (const Wait& wait : of.waits) {
    if (wait.what == WaitFor::Step) continue;
    node.said = asRead(waitWords(order, bench()->daybook(), wait, m_session->notation()));
    break;
  }
  if (of.isOpen() && of.waitHours > 0.0)
    node.said += tr(" · then a wait of %1").arg(asRead(daysWords(of.waitHours / 24.0)));
  node.box = box;
  node.isAside = aside;
  node.onLongest = of.onLongest && of.isOpen();
  m_nodes.push_back(std::move(node));
  return m_nodes.size() - 1;
}

void OrderDrawing::layOutPart(const QSizeF& room) {
  const WorkOrder& order = *bench()->order();
  const auto inHand = bench()->partInHand();
  if (!inHand) return;
  const DraftPart& part = order.parts[*inHand];
  if (part.count == 0) return;
  // Its own steps row by row, as words are read; above each what else it waits for, below what else waits for it.
  constexpr double leastWide = 150.0, asideHigh = 30.0;
  const auto across = static_cast<std::size_t>(std::clamp(room.width() / leastWide, 1.0, 6.0));
  const std::size_t rows = (part.count + across - 1) / across;
  const double wide = room.width() / static_cast<double>(across);
  const double pitch = (room.height() - 8.0) / static_cast<double>(rows);
  const double high = std::clamp(pitch * 0.42, 30.0, 62.0);
  std::map<std::size_t, std::size_t> nodeOf;
  for (std::size_t k = 0; k < part.count; ++k) {
    const std::size_t row = k / across, column = k % across;
    const double x = wide * static_cast<double>(column) + 16.0;
    const double y = pitch * static_cast<double>(row) + 0.5 * (pitch - high);
    nodeOf[part.first + k] = addStep(part.first + k, QRectF(x, y, wide - 28.0, high), false);
  }
  const auto isOwn = [&](std::size_t step) { return step >= part.first && step < part.first + part.count; };
  const double beside = 0.5 * (pitch - high) - 6.0;
  for (std::size_t i = part.first; i < part.first + part.count; ++i) {
    const std::size_t own = nodeOf[i];
    std::vector<std::size_t> before, after;
    for (const std::size_t one : order.steps[i].after) {
      if (!isOwn(one))
        before.push_back(one);
      else
        m_lines.push_back({nodeOf[one], own, order.steps[one].next == i});
    }
    for (std::size_t j = 0; j < order.steps.size(); ++j) {
      const auto& waits = order.steps[j].after;
      if (!isOwn(j) && std::find(waits.begin(), waits.end(), i) != waits.end()) after.push_back(j);
    }
    const auto place = [&](const std::vector<std::size_t>& steps, bool above) {
      if (steps.empty() || beside < 16.0) return;
      const double oneHigh = std::min(asideHigh, beside - 2.0);
      // One slip; where there are several, it says how many.
      const QRectF& box = m_nodes[own].box;
      const double y = above ? box.top() - 6.0 - oneHigh : box.bottom() + 6.0;
      std::size_t shown = steps.front();
      std::size_t open = 0;
      for (const std::size_t one : steps) {
        if (!order.steps[one].isOpen()) continue;
        if (open++ == 0) shown = one;
      }
      const std::size_t slip = addStep(shown, QRectF(box.left() + 8.0, y, box.width() - 8.0, oneHigh), true);
      if (steps.size() > 1) m_nodes[slip].words += tr(", and %n more", nullptr, static_cast<int>(steps.size() - 1));
      m_nodes[slip].said = above ? (open == 0 ? tr("done") : tr("first")) : tr("waits for it");
      above ? m_lines.push_back({slip, own, false}) : m_lines.push_back({own, slip, false});
    };
    place(before, true);
    place(after, false);
  }
}

void OrderDrawing::layOutOpen(const QSizeF& room) {
  const WorkOrder& order = *bench()->order();
  std::vector<std::size_t> first = order.inHand;
  first.insert(first.end(), order.ready.begin(), order.ready.end());
  if (first.size() > mostOpenRows) first.resize(mostOpenRows);
  if (first.empty()) return;
  constexpr std::size_t deep = 3;
  const double wide = room.width() / static_cast<double>(deep);
  const double pitch = std::min((room.height() - 8.0) / static_cast<double>(first.size()), 70.0);
  const double high = std::min(pitch - 8.0, 50.0);
  std::map<std::size_t, std::size_t> nodeOf;
  std::vector<double> taken(deep, 4.0);
  std::vector<std::size_t> here;
  for (const std::size_t step : first) {
    nodeOf[step] = addStep(step, QRectF(8.0, taken[0], wide - 34.0, high), false);
    m_nodes[nodeOf[step]].words = asRead(stepWords(order, step));
    taken[0] += pitch;
    here.push_back(step);
  }
  for (std::size_t column = 1; column < deep; ++column) {
    std::vector<std::size_t> next;
    for (const std::size_t step : here) {
      for (std::size_t j = 0; j < order.steps.size(); ++j) {
        const auto& after = order.steps[j].after;
        if (!order.steps[j].isOpen() || std::find(after.begin(), after.end(), step) == after.end()) continue;
        if (nodeOf.count(j) == 0) {
          const double y = std::max(taken[column], m_nodes[nodeOf[step]].box.top());
          if (y + high > room.height()) continue;
          nodeOf[j] = addStep(j, QRectF(wide * static_cast<double>(column) + 8.0, y, wide - 34.0, high), false);
          m_nodes[nodeOf[j]].words = asRead(stepWords(order, j));
          taken[column] = y + pitch;
          next.push_back(j);
        }
        m_lines.push_back({nodeOf[step], nodeOf[j], order.steps[step].next == j});
      }
    }
    here = std::move(next);
  }
}

bool OrderDrawing::isInHand(const Node& node) const {
  if (node.parts.empty()) return bench()->inHand() == node.step;
  const auto part = bench()->partInHand();
  return part && std::find(node.parts.begin(), node.parts.end(), *part) != node.parts.end();
}

void OrderDrawing::paintLine(QPainter& painter, const Line& line) const {
  const QRectF from = onDay(m_nodes[line.from].box), to = onDay(m_nodes[line.to].box);
  painter.setPen(line.onLongest ? QPen(look::deepest, 3.4 * zoomed()) : QPen(look::outline, 1.2 * zoomed()));
  painter.setBrush(Qt::NoBrush);
  QPointF begins(from.right(), from.center().y()), ends(to.left(), to.center().y());
  QPainterPath path;
  double lean = 0.45 * std::max(30.0 * zoomed(), std::abs(ends.x() - begins.x()));
  if (to.left() < from.right()) {
    // One above or below the other, or on in the next row.
    const bool down = to.center().y() > from.center().y();
    if (std::abs(to.center().x() - from.center().x()) < 0.5 * from.width()) {
      begins = {from.center().x(), down ? from.bottom() : from.top()};
      ends = {to.center().x(), down ? to.top() : to.bottom()};
      path.moveTo(begins);
      path.lineTo(ends);
    } else {
      const double between = 0.5 * (from.bottom() + to.top());
      path.moveTo(begins);
      path.lineTo(begins.x() + 8.0 * zoomed(), begins.y());
      path.lineTo(begins.x() + 8.0 * zoomed(), between);
      path.lineTo(ends.x() - 8.0 * zoomed(), between);
      path.lineTo(ends.x() - 8.0 * zoomed(), ends.y());
      path.lineTo(ends);
    }
  } else {
    path.moveTo(begins);
    path.cubicTo(begins + QPointF(lean, 0), ends - QPointF(lean, 0), ends);
  }
  painter.drawPath(path);
  // The head says which way.
  const double size = 7.0 * zoomed();
  const QPointF way = path.pointAtPercent(1.0) - path.pointAtPercent(0.97);
  const double length = std::max(1e-6, std::hypot(way.x(), way.y()));
  const QPointF unit = way / length, side(-unit.y(), unit.x());
  painter.setBrush(line.onLongest ? look::deepest : look::outline);
  painter.setPen(Qt::NoPen);
  painter.drawPolygon(
      QPolygonF({ends, ends - unit * size + side * 0.45 * size, ends - unit * size - side * 0.45 * size}));
}

void OrderDrawing::paintNode(QPainter& painter, const Node& node) const {
  const QRectF box = onDay(node.box);
  const WorkOrder& order = *bench()->order();
  const bool isDone = node.parts.empty() ? !order.steps[node.step].isOpen() : node.open == 0;
  const bool hand = isInHand(node);
  painter.setPen(QPen(hand             ? look::inHand
                      : node.onLongest ? look::deepest
                                       : look::outline,
                      (hand || node.onLongest ? 2.8 : 1.2) * zoomed()));
  painter.setBrush(isDone ? look::paper : look::raised);
  painter.drawRoundedRect(box, 4.0 * zoomed(), 4.0 * zoomed());
  if (!node.parts.empty() && node.all > 0 && !isDone) {
    // How much of it is done, as a bar along its foot.
    const double share = static_cast<double>(node.all - node.open) / static_cast<double>(node.all);
    painter.fillRect(QRectF(box.left() + 2, box.bottom() - 4.5 * zoomed(), (box.width() - 4) * share, 3.5 * zoomed()),
                     look::timberDark);
  }
  const QRectF inside = box.adjusted(7.0 * zoomed(), 2.0 * zoomed(), -5.0 * zoomed(), -5.0 * zoomed());
  const bool hasSaid = !node.isAside && node.box.height() > 32.0;
  painter.setPen(isDone ? look::quietInk : hand ? look::inHand : look::ink);
  painter.setFont(fontOf(node.isAside ? saidPx : wordsPx, !node.isAside));
  QString words = node.words;
  const bool ready = node.parts.empty() && order.steps[node.step].state == StepState::Ready;
  if (isDone) words = QStringLiteral("✓ ") + words;
  if (ready && !node.isAside) words = QStringLiteral("▶ ") + words;
  const double said = hasSaid ? QFontMetricsF(fontOf(saidPx)).height() : 0.0;
  const QRectF upper(inside.topLeft(), QSizeF(inside.width(), inside.height() - said));
  drawWords(painter, upper, words);
  if (!hasSaid) return;
  painter.setPen(look::quietInk);
  painter.setFont(fontOf(saidPx));
  const QRectF lower(inside.left(), upper.bottom(), inside.width(), inside.bottom() - upper.bottom());
  painter.drawText(lower, Qt::AlignLeft | Qt::AlignVCenter,
                   painter.fontMetrics().elidedText(node.said, Qt::ElideRight, static_cast<int>(lower.width())));
}

void OrderDrawing::tellHandles() {
  std::vector<CanvasHandle> handles;
  for (std::size_t i = 0; i < m_nodes.size(); ++i) {
    const Node& node = m_nodes[i];
    handles.push_back({onDay(node.box.center()), node.words, static_cast<int>(i), -1, isInHand(node),
                       node.onLongest ? node.said + tr("; on the longest chain") : node.said});
  }
  setHandles(std::move(handles));
}

void OrderDrawing::paintDay(QPainter& painter) {
  if (m_shows == Shows::Part && m_nodes.empty()) {
    painter.setPen(look::quietInk);
    painter.setFont(fontOf(look::figurePx));
    painter.drawText(rect(), Qt::AlignCenter, tr("Take a part in hand: under the whole boat, or Today."));
    return;
  }
  tellHandles();
  for (const Line& line : m_lines) {
    if (!line.onLongest) paintLine(painter, line);
  }
  for (const Line& line : m_lines) {
    if (line.onLongest) paintLine(painter, line);
  }
  for (const Node& node : m_nodes) paintNode(painter, node);
  if (!m_dragged) return;
  painter.setPen(QPen(look::inHand, 2.5, Qt::DashLine));
  painter.drawLine(m_from, m_to);
}

const OrderDrawing::Node* OrderDrawing::nodeAt(const QPointF& at) const {
  const QPointF day = fromScreen(at);
  for (const Node& node : m_nodes) {
    if (node.box.contains(day)) return &node;
  }
  return nullptr;
}

void OrderDrawing::takeNode(const Node& node) {
  const WorkOrder& order = *bench()->order();
  if (node.parts.empty()) return bench()->take(order.steps[node.step].ref);
  // Of parts that stand together, one after another.
  const auto part = bench()->partInHand();
  std::size_t next = 0;
  for (std::size_t i = 0; i < node.parts.size(); ++i) {
    if (part == node.parts[i]) next = (i + 1) % node.parts.size();
  }
  bench()->takePart(order.parts[node.parts[next]].part);
}

bool OrderDrawing::takeInHand(const CanvasHandle& handle) {
  if (handle.line < 0 || static_cast<std::size_t>(handle.line) >= m_nodes.size()) return false;
  takeNode(Node(m_nodes[static_cast<std::size_t>(handle.line)]));
  return true;
}

void OrderDrawing::mousePressEvent(QMouseEvent* event) {
  setFocus(Qt::MouseFocusReason);
  layOutNow();
  const Node* node = event->button() == Qt::LeftButton ? nodeAt(event->position()) : nullptr;
  if (node == nullptr) return DayCanvas::mousePressEvent(event);
  const bool isStep = node->parts.empty();
  const std::size_t step = node->step;
  takeNode(Node(*node));
  m_dragged = isStep ? std::optional(step) : std::nullopt;
  m_from = m_to = event->position();
}

void OrderDrawing::mouseMoveEvent(QMouseEvent* event) {
  if (!m_dragged) return DayCanvas::mouseMoveEvent(event);
  m_to = event->position();
  update();
}

void OrderDrawing::mouseReleaseEvent(QMouseEvent* event) {
  if (!m_dragged) return DayCanvas::mouseReleaseEvent(event);
  const std::size_t from = *m_dragged;
  m_dragged.reset();
  update();
  const Node* node = nodeAt(event->position());
  const WorkOrder& order = *bench()->order();
  if (node == nullptr || !node->parts.empty() || node->step == from || from >= order.steps.size()) return;
  StepLink link;
  link.first = order.steps[node->step].ref;
  link.then = order.steps[from].ref;
  bench()->perform(tr("%1 waits for %2").arg(asRead(stepWords(order, from)), asRead(stepWords(order, node->step))),
                   [&](const Book& book) { return linkSteps(book, bench()->boat(), link); });
}

void OrderDrawing::mouseDoubleClickEvent(QMouseEvent* event) {
  const Node* node = nodeAt(event->position());
  if (node == nullptr) return DayCanvas::mouseDoubleClickEvent(event);
  if (m_shows != Shows::Part) show(Shows::Part);
}

void OrderDrawing::step(int by) {
  if (m_nodes.empty()) return;
  int at = -1;
  for (std::size_t i = 0; i < m_nodes.size(); ++i) {
    if (!m_nodes[i].isAside && isInHand(m_nodes[i])) at = static_cast<int>(i);
  }
  const int count = static_cast<int>(m_nodes.size());
  do {
    at += by;
  } while (at >= 0 && at < count && m_nodes[static_cast<std::size_t>(at)].isAside);
  if (at >= 0 && at < count) takeNode(Node(m_nodes[static_cast<std::size_t>(at)]));
}

void OrderDrawing::lengthenWait(double hours) {
  const OrderStep* of = bench()->step();
  if (of == nullptr) return;
  const double now = std::max(0.0, of->waitHours + hours);
  const StepRef ref = of->ref;
  bench()->perform(tr("The wait after %1").arg(asRead(of->words)),
                   [&](const Book& book) { return setStepWait(book, ref, now, tr("by hand").toStdString()); });
}

std::vector<Deed> OrderDrawing::deeds() {
  const OrderStep* of = bench()->step();
  const bool has = of != nullptr;
  const auto isOpen = [of] { return of != nullptr && of->isOpen(); };
  const StepRef ref = has ? of->ref : StepRef{};
  return {
      {of != nullptr && of->isRunning ? tr("Stop its clock") : tr("Begin it"), Qt::Key_Return,
       [this, ref, running = has && of->isRunning] { running ? bench()->stop(ref) : bench()->begin(ref); }, isOpen(),
       tr("begin it, or stop its clock")},
      {tr("It is done"), QKeyCombination(Qt::ShiftModifier, Qt::Key_Return), [this, ref] { bench()->finish(ref); },
       isOpen()},
      {tr("An hour more of waiting after it"), Qt::Key_W, [this] { lengthenWait(1.0); }, isOpen()},
      {tr("An hour less"), QKeyCombination(Qt::ShiftModifier, Qt::Key_W), [this] { lengthenWait(-1.0); }, isOpen()}};
}

std::vector<Deed> OrderDrawing::strokes() {
  const QString words = tr("to the next part or step, or the one before");
  return {{words, Qt::Key_Right, [this] { step(1); }},
          {words, Qt::Key_Left, [this] { step(-1); }},
          {tr("the whole boat by part; the part in hand; what is open"), Qt::Key_B, [this] { show(Shows::Boat); }},
          {tr("the whole boat by part; the part in hand; what is open"), Qt::Key_P, [this] { show(Shows::Part); }},
          {tr("the whole boat by part; the part in hand; what is open"), Qt::Key_O, [this] { show(Shows::Open); }}};
}

}  // namespace narrows
