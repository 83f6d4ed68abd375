#include "window/welcome.h"

#include <QFileInfo>
#include <QGridLayout>
#include <QIcon>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

Welcome::Welcome(QWidget* parent) : QWidget(parent), m_recent(new QVBoxLayout) {
  auto* outer = new QVBoxLayout(this);
  outer->addStretch(2);
  auto* middle = new QWidget(this);
  constexpr int wide = 960;
  middle->setMaximumWidth(wide);
  auto* rows = new QVBoxLayout(middle);
  rows->setSpacing(10);
  auto* title = new QLabel(tr("From a table of offsets to a planked hull"), middle);
  title->setFont(shopFont(30.0, true));
  title->setWordWrap(true);
  rows->addWidget(title);
  auto* words = new QLabel(tr("Narrows reads the table, springs the lines, lines off the strakes and lays every plank "
                              "flat. Begin with the sample boat, or with your own table."),
                           middle);
  words->setFont(shopFont(look::figurePx));
  words->setWordWrap(true);
  rows->addWidget(words);
  rows->addSpacing(12);
  auto* columns = new QHBoxLayout;
  columns->setSpacing(36);
  auto* ways = new QVBoxLayout;
  ways->setSpacing(10);
  addWays(ways);
  columns->addLayout(ways, 4);
  auto* does = new QVBoxLayout;
  does->setSpacing(8);
  addWhatItDoes(does);
  columns->addLayout(does, 5);
  rows->addLayout(columns);
  auto* across = new QHBoxLayout;
  across->addStretch(1);
  across->addWidget(middle, 100);
  across->addStretch(1);
  outer->addLayout(across);
  outer->addStretch(3);
}

void Welcome::addWays(QBoxLayout* column) {
  const auto add = [&](const QString& text, const QString& name) {
    auto* button = new QPushButton(text, this);
    button->setFont(shopFont(18.0, true));
    button->setProperty("large", true);
    button->setObjectName(name);
    column->addWidget(button);
    return button;
  };
  connect(add(tr("Open the sample boat, osier"), QStringLiteral("sample")), &QPushButton::clicked, this,
          &Welcome::sampleAsked);
  connect(add(tr("Open her part way through"), QStringLiteral("begun")), &QPushButton::clicked, this,
          &Welcome::sampleBegunAsked);
  connect(add(tr("Type a table from paper…"), QStringLiteral("type")), &QPushButton::clicked, this,
          &Welcome::typeAsked);
  connect(add(tr("New book from a table of offsets…"), QStringLiteral("table")), &QPushButton::clicked, this,
          &Welcome::tableAsked);
  connect(add(tr("Open a book…"), QStringLiteral("book")), &QPushButton::clicked, this, &Welcome::bookAsked);
  connect(add(tr("Read the guide"), QStringLiteral("guide")), &QPushButton::clicked, this, &Welcome::guideAsked);
  column->addLayout(m_recent);
  column->addStretch(1);
}

void Welcome::addWhatItDoes(QBoxLayout* column) {
  auto* picture = new QLabel(this);
  picture->setPixmap(QIcon(QStringLiteral(":/pictures/planked.svg")).pixmap(QSize(500, 210), devicePixelRatioF()));
  picture->setAccessibleName(tr("A planked hull"));
  column->addWidget(picture);
  const std::vector<std::pair<QString, QString>> stages{
      {tr("Lines"), tr("every figure judged, lines sprung, the table faired")},
      {tr("Backbone"), tr("stem, keel and rabbet, their bevels and patterns")},
      {tr("Moulds"), tr("full size, planking taken off, every bevel told")},
      {tr("Lining off"), tr("strakes by any of the schools, weighed and bettered")},
      {tr("Planks"), tr("spiled, bevelled, joined, got out, logged")},
      {tr("Stock"), tr("planks laid on the boards there are, and bought for")},
      {tr("Day book"), tr("what can be done today, what waits, and for what")}};
  auto* list = new QGridLayout;
  list->setHorizontalSpacing(12);
  list->setColumnStretch(1, 1);
  for (std::size_t i = 0; i < stages.size(); ++i) {
    const int row = static_cast<int>(i);
    auto* name = new QLabel(tr("%1  %2").arg(i + 1).arg(stages[i].first), this);
    name->setFont(shopFont(15.0, true));
    auto* does = new QLabel(stages[i].second, this);
    does->setWordWrap(true);
    does->setFont(shopFont(15.0));
    list->addWidget(name, row, 0, Qt::AlignTop);
    list->addWidget(does, row, 1, Qt::AlignTop);
  }
  column->addLayout(list);
  column->addStretch(1);
}

void Welcome::setRecent(const QStringList& paths) {
  while (QLayoutItem* item = m_recent->takeAt(0)) {
    // One of them may be what was just pressed: it has not done speaking.
    if (QWidget* gone = item->widget()) {
      gone->hide();
      gone->deleteLater();
    }
    delete item;
  }
  if (paths.isEmpty()) return;
  constexpr qsizetype mostShown = 4;
  auto* heading = new QLabel(tr("Lately open"), this);
  look::say(heading, look::Voice::Quiet);
  m_recent->addWidget(heading);
  for (const QString& path : paths.mid(0, mostShown)) {
    auto* button = new QPushButton(QFileInfo(path).fileName(), this);
    button->setToolTip(path);
    connect(button, &QPushButton::clicked, this, [this, path] { emit recentAsked(path); });
    m_recent->addWidget(button);
  }
}

}  // namespace narrows
