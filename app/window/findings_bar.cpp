#include "window/findings_bar.h"

#include <QLabel>
#include <QListWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "canvas/canvas.h"
#include "canvas/look.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"

namespace narrows {

namespace {

QIcon findingIcon(const Finding& finding) {
  return finding.as<StillWanted>() != nullptr ? wantedIcon() : verdictIcon(finding.severity);
}

}  // namespace

FindingsBar::FindingsBar(Session* session, QWidget* parent)
    : QWidget(parent), m_session(session), m_heading(new QLabel(this)), m_list(new QListWidget(this)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(12, 4, 12, 6);
  column->setSpacing(2);
  column->addWidget(m_heading);
  column->addWidget(m_list);
  m_heading->setFont(shopFont(look::labelPx, true));
  m_list->setFont(shopFont(15.0));
  m_list->setAccessibleName(tr("What wants looking at"));
  m_list->setWordWrap(true);
  m_list->setResizeMode(QListView::Adjust);
  m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  connect(session, &Session::answerSettled, this, &FindingsBar::refill);
  // Said only where the builder would begin to wonder.
  constexpr int wonderMs = 300;
  m_working.setSingleShot(true);
  m_working.setInterval(wonderMs);
  connect(&m_working, &QTimer::timeout, this, [this] {
    if (m_session->isWorking() && !m_session->isMoving()) m_heading->setText(tr("She is being worked out…"));
  });
  connect(session, &Session::bookChanged, this, [this] { m_working.start(); });
  connect(m_list, &QListWidget::itemActivated, this, &FindingsBar::choose);
  connect(m_list, &QListWidget::itemClicked, this, &FindingsBar::choose);
}

void FindingsBar::setStages(const QStringList& names) {
  m_stages = names;
}

void FindingsBar::setStage(ShopStage stage) {
  if (stage == m_stage) return;
  m_stage = stage;
  refill();
}

void FindingsBar::gather() {
  const std::vector<Finding>& all = m_of->findings;
  m_lines.clear();
  for (const FindingGroup& group : groupFindings(all)) {
    if (all[group.members[0]].stage() == m_stage) m_lines.push_back({group});
  }
  // Those of other stages are one line a stage.
  for (int i = 0; i < m_stages.size(); ++i) {
    const auto stage = static_cast<ShopStage>(i);
    if (stage == m_stage) continue;
    Line line;
    line.elsewhere = stage;
    for (std::size_t k = 0; k < all.size(); ++k) {
      if (all[k].stage() == stage) line.group.members.push_back(k);
    }
    if (!line.group.members.empty()) m_lines.push_back(line);
  }
}

QString FindingsBar::headingOf() const {
  const std::vector<Finding>& all = m_of->findings;
  if (all.empty()) return tr("What wants looking at: nothing.");
  const auto own = std::count_if(all.begin(), all.end(), [this](const Finding& f) { return f.stage() == m_stage; });
  const bool onlyWanted = std::all_of(all.begin(), all.end(), [this](const Finding& f) {
    return f.stage() != m_stage || f.as<StillWanted>() != nullptr;
  });
  const QString stage = m_stages.value(static_cast<int>(m_stage));
  if (own == 0) return tr("What wants looking at in %1: nothing").arg(stage);
  if (onlyWanted) return tr("Still wanted, as the table is typed");
  return tr("What wants looking at in %1: %n place(|s)", nullptr, static_cast<int>(own)).arg(stage);
}

void FindingsBar::choose(QListWidgetItem* item) {
  const auto row = static_cast<std::size_t>(m_list->row(item));
  if (row >= m_lines.size()) return;
  if (m_lines[row].elsewhere) return emit stageChosen(*m_lines[row].elsewhere);
  // Of the answer the list was made of, and kept until all who go to it have done so: what they do may bring another
  // in.
  const std::shared_ptr<const Solved> of = m_of;
  const Finding& finding = of->findings[m_lines[row].group.members[m_lines[row].said]];
  Line& line = m_lines[row];
  if (line.group.members.size() > 1) {
    item->setText(wordsOf(line));
    line.said = (line.said + 1) % line.group.members.size();
  }
  emit findingChosen(finding);
}

QString FindingsBar::wordsOf(const Line& line) const {
  const std::vector<Finding>& all = m_of->findings;
  if (line.elsewhere)
    return tr("%n place(|s) more in %1", nullptr, static_cast<int>(line.group.members.size()))
        .arg(m_stages.value(static_cast<int>(*line.elsewhere)));
  QString words = QString::fromStdString(describe(all[line.group.members[line.said]], m_session->notation()));
  const auto count = static_cast<int>(line.group.members.size());
  if (count == 1) return words;
  const QString where = QString::fromStdString(placesOf(line.group, all, m_of->book->table));
  words +=
      QLatin1Char(' ') +
      (where.isEmpty() ? tr("(%1 of %2 alike; chosen again: the next)").arg(line.said + 1).arg(count)
                       : tr("(%1 of %2 alike, %3; chosen again: the next)").arg(line.said + 1).arg(count).arg(where));
  return words;
}

void FindingsBar::fitRows() {
  // Every sentence whole, over two lines where it must; three rows at a time.
  constexpr int rowPx = 28, mostRows = 3, mostHigh = 104, iconPx = 34;
  const int wide = m_list->viewport()->width() - iconPx - 10;
  int high = 0;
  for (int i = 0; i < m_list->count(); ++i) {
    QListWidgetItem* item = m_list->item(i);
    const QRect words =
        m_list->fontMetrics().boundingRect(QRect(0, 0, std::max(wide, 100), 1000), Qt::TextWordWrap, item->text());
    item->setSizeHint(QSize(100, std::max(rowPx, words.height() + 8)));
    if (i < mostRows) high += item->sizeHint().height();
  }
  // Never higher than leaves the slates their room, however narrow the bar.
  m_list->setFixedHeight(std::clamp(high, rowPx, mostHigh) + 8);
}

void FindingsBar::resizeEvent(QResizeEvent* event) {
  QWidget::resizeEvent(event);
  fitRows();
}

void FindingsBar::refill() {
  const auto& solved = m_session->solved();
  // The list holds still while a mark is in the hand, or the drawing would move under it.
  if (solved == nullptr || m_session->isMoving()) return;
  if (m_session->isWorking() && !m_working.isActive()) m_working.start();
  m_of = solved;
  gather();
  QStringList all;
  for (const Line& line : m_lines) all << wordsOf(line);
  QStringList standing;
  for (int i = 0; i < m_list->count(); ++i) standing << m_list->item(i)->text();
  if (all != standing) {
    const QString inHand = m_list->currentItem() != nullptr ? m_list->currentItem()->text() : QString();
    m_list->clear();
    for (std::size_t i = 0; i < m_lines.size(); ++i) {
      const Finding& first = solved->findings[m_lines[i].group.members[0]];
      const QString& words = all[static_cast<qsizetype>(i)];
      auto* item = new QListWidgetItem(findingIcon(first), words, m_list);
      item->setToolTip(words);
      item->setData(Qt::AccessibleTextRole, first.as<StillWanted>() != nullptr ? tr("Wanted: %1").arg(words)
                                                                               : verdictSaid(first.severity, words));
    }
    m_list->setCurrentRow(static_cast<int>(inHand.isEmpty() ? -1 : all.indexOf(inHand)));
    fitRows();
  }
  m_heading->setText(headingOf());
  if (m_heading->text() != m_said) announce(m_heading);
  m_said = m_heading->text();
  m_list->setVisible(!solved->findings.empty());
}

}  // namespace narrows
