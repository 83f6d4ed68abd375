#include "window/guide_panel.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QPushButton>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "fonts.h"

namespace narrows {

GuidePanel::GuidePanel(QWidget* parent) : QDialog(parent), m_text(new QTextBrowser(this)) {
  setWindowTitle(tr("Guide"));
  resize(900, 680);
  auto* column = new QVBoxLayout(this);
  auto* row = new QHBoxLayout;
  const auto button = [&](const QString& words, const char* name) {
    auto* made = new QPushButton(words, this);
    made->setObjectName(QLatin1String(name));
    made->setAutoDefault(false);
    row->addWidget(made);
    return made;
  };
  auto* chapters = button(tr("Chapters"), "chapters");
  auto* back = button(tr("◂ Back"), "guideBack");
  row->addStretch(1);
  auto* close = button(tr("Close"), "guideClose");
  column->addLayout(row);
  column->addWidget(m_text, 1);
  m_text->setFont(shopFont(15.0));
  m_text->setAccessibleName(tr("The guide"));
  const QUrl first = QUrl::fromLocalFile(folder() + QStringLiteral("/README.md"));
  back->setEnabled(false);
  connect(m_text, &QTextBrowser::backwardAvailable, back, &QPushButton::setEnabled);
  connect(back, &QPushButton::clicked, m_text, &QTextBrowser::backward);
  connect(chapters, &QPushButton::clicked, this, [this, first] { m_text->setSource(first); });
  connect(close, &QPushButton::clicked, this, &QDialog::accept);
  m_text->setSource(first);
}

QString GuidePanel::folder() {
  for (const QString& folder : {QCoreApplication::applicationDirPath() + QStringLiteral("/../share/doc/narrows/guide"),
                                QStringLiteral(NARROWS_GUIDE_DIR)}) {
    if (QFileInfo::exists(folder + QStringLiteral("/README.md"))) return QDir(folder).absolutePath();
  }
  return {};
}

}  // namespace narrows
