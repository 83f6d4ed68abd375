#include "window/findings_bar.h"

#include <QLabel>
#include <QListWidget>
#include <QPainter>
#include <QPixmap>
#include <QVBoxLayout>

#include "canvas/canvas.h"
#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {

/// Trouble is a filled square with a stroke through it, look-again a ring, what is merely wanted a short dash: told
/// apart without colour.
QIcon findingIcon(const Finding& finding) {
  QPixmap picture(40, 40);
  picture.setDevicePixelRatio(2.0);
  picture.fill(Qt::transparent);
  QPainter painter(&picture);
  painter.setRenderHint(QPainter::Antialiasing);
  if (finding.as<StillWanted>() != nullptr) {
    painter.setPen(QPen(look::quietInk, 2.4));
    painter.drawLine(QPointF(6, 10), QPointF(14, 10));
  } else if (finding.severity == Severity::Trouble) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(look::trouble);
    painter.drawRect(QRectF(4, 4, 12, 12));
    painter.setPen(QPen(look::raised, 2.0));
    painter.drawLine(QPointF(6, 14), QPointF(14, 6));
  } else {
    painter.setPen(QPen(look::lookAgain, 2.4));
    painter.drawEllipse(QRectF(5, 5, 10, 10));
  }
  return QIcon(picture);
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

void FindingsBar::choose(QListWidgetItem* item) {
  const auto row = static_cast<std::size_t>(m_list->row(item));
  if (row >= m_lines.size()) return;
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
  m_lines.clear();
  QStringList all;
  bool onlyWanted = true;
  for (const FindingGroup& group : groupFindings(solved->findings)) {
    m_lines.push_back({group});
    all << wordsOf(m_lines.back());
    onlyWanted = onlyWanted && solved->findings[group.members[0]].as<StillWanted>() != nullptr;
  }
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
      item->setData(Qt::AccessibleTextRole, (first.as<StillWanted>() != nullptr    ? tr("Wanted: %1")
                                             : first.severity == Severity::Trouble ? tr("Trouble: %1")
                                                                                   : tr("Look again: %1"))
                                                .arg(words));
    }
    m_list->setCurrentRow(static_cast<int>(inHand.isEmpty() ? -1 : all.indexOf(inHand)));
    fitRows();
  }
  m_heading->setText(
      solved->findings.empty() ? tr("What wants looking at: nothing.")
      : onlyWanted             ? tr("Still wanted, as the table is typed")
                   : tr("What wants looking at: %n place(|s)", nullptr, static_cast<int>(solved->findings.size())));
  if (m_heading->text() != m_said) announce(m_heading);
  m_said = m_heading->text();
  m_list->setVisible(!solved->findings.empty());
}

}  // namespace narrows
