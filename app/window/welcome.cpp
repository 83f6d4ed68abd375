#include "window/welcome.h"

#include <QFileInfo>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

Welcome::Welcome(QWidget* parent) : QWidget(parent) {
  auto* outer = new QVBoxLayout(this);
  outer->addStretch(2);
  auto* middle = new QWidget(this);
  middle->setFixedWidth(620);
  auto* column = new QVBoxLayout(middle);
  column->setSpacing(10);
  auto* title = new QLabel(tr("From a table of offsets to a planked hull"), middle);
  title->setFont(shopFont(30.0, true));
  title->setWordWrap(true);
  column->addWidget(title);
  auto* words = new QLabel(tr("Narrows reads the table, springs the lines, lines off the strakes and lays every plank "
                              "flat. Begin with the sample boat, or with your own table."),
                           middle);
  words->setFont(shopFont(look::figurePx));
  words->setWordWrap(true);
  column->addWidget(words);
  column->addSpacing(12);
  const auto add = [&](const QString& text, const QString& name) {
    auto* button = new QPushButton(text, middle);
    button->setFont(shopFont(18.0, true));
    button->setProperty("large", true);
    button->setObjectName(name);
    column->addWidget(button);
    return button;
  };
  connect(add(tr("Open the sample boat, osier"), QStringLiteral("sample")), &QPushButton::clicked, this,
          &Welcome::sampleAsked);
  connect(add(tr("Type a table from paper…"), QStringLiteral("type")), &QPushButton::clicked, this,
          &Welcome::typeAsked);
  connect(add(tr("New book from a table of offsets…"), QStringLiteral("table")), &QPushButton::clicked, this,
          &Welcome::tableAsked);
  connect(add(tr("Open a book…"), QStringLiteral("book")), &QPushButton::clicked, this, &Welcome::bookAsked);
  m_recent = new QVBoxLayout;
  column->addLayout(m_recent);
  outer->addWidget(middle, 0, Qt::AlignHCenter);
  outer->addStretch(3);
}

void Welcome::setRecent(const QStringList& paths) {
  while (QLayoutItem* item = m_recent->takeAt(0)) {
    delete item->widget();
    delete item;
  }
  if (paths.isEmpty()) return;
  auto* heading = new QLabel(tr("Lately open"), this);
  look::say(heading, look::Voice::Quiet);
  m_recent->addWidget(heading);
  for (const QString& path : paths) {
    auto* button = new QPushButton(QFileInfo(path).fileName(), this);
    button->setToolTip(path);
    connect(button, &QPushButton::clicked, this, [this, path] { emit recentAsked(path); });
    m_recent->addWidget(button);
  }
}

}  // namespace narrows
