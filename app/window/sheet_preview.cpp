#include "window/sheet_preview.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QScreen>
#include <QVBoxLayout>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr double aroundPx = 12.0;
}

SheetPreview::SheetPreview(QWidget* parent)
    : QWidget(parent),
      m_sheet(new QWidget(this)),
      m_words(new QLabel(this)),
      m_before(new QPushButton(tr("◂ Page before"), this)),
      m_next(new QPushButton(tr("Next page ▸"), this)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->addWidget(m_words);
  column->addWidget(m_sheet, 1);
  m_words->setFont(shopFont(look::labelPx));
  m_words->setWordWrap(true);
  auto* row = new QHBoxLayout;
  auto* whole = new QPushButton(tr("Whole page"), this);
  auto* life = new QPushButton(tr("Full size"), this);
  whole->setObjectName(QStringLiteral("wholePage"));
  life->setObjectName(QStringLiteral("fullSize"));
  m_before->setObjectName(QStringLiteral("pageBefore"));
  m_next->setObjectName(QStringLiteral("nextPage"));
  for (QPushButton* button : {m_before, m_next, whole, life}) {
    button->setAutoDefault(false);
    row->addWidget(button);
  }
  column->addLayout(row);
  m_sheet->setMinimumSize(360, 300);
  m_sheet->setFocusPolicy(Qt::StrongFocus);
  m_sheet->setAccessibleName(tr("The page as it will be printed"));
  m_sheet->installEventFilter(this);
  connect(m_before, &QPushButton::clicked, this, [this] { goTo(m_page == 0 ? 0 : m_page - 1); });
  connect(m_next, &QPushButton::clicked, this, [this] { goTo(m_page + 1); });
  connect(whole, &QPushButton::clicked, this, &SheetPreview::fit);
  connect(life, &QPushButton::clicked, this, &SheetPreview::fullSize);
  say();
}

void SheetPreview::show(std::shared_ptr<const SheetPages> pages) {
  m_pages = std::move(pages);
  const std::size_t count = m_pages == nullptr ? 0 : m_pages->count();
  m_page = count == 0 ? 0 : std::min(m_page, count - 1);
  m_moved = {};
  say();
  m_sheet->update();
}

void SheetPreview::goTo(std::size_t page) {
  if (m_pages == nullptr || page >= m_pages->count()) return;
  m_page = page;
  m_moved = {};
  say();
  m_sheet->update();
}

QString SheetPreview::words() const {
  if (m_pages == nullptr || m_pages->count() == 0) return tr("No pages.");
  return tr("Page %1 of %2: %3")
      .arg(m_page + 1)
      .arg(m_pages->count())
      .arg(QString::fromStdString(m_pages->words(m_page)));
}

void SheetPreview::say() {
  m_words->setText(words());
  const std::size_t count = m_pages == nullptr ? 0 : m_pages->count();
  m_before->setEnabled(m_page > 0);
  m_next->setEnabled(m_page + 1 < count);
}

double SheetPreview::pixelsPerMm() const {
  if (m_pages == nullptr || m_pages->count() == 0) return 0.0;
  if (m_zoom > 0.0) return m_zoom;
  return std::min((m_sheet->width() - 2.0 * aroundPx) / m_pages->widthMm(m_page),
                  (m_sheet->height() - 2.0 * aroundPx) / m_pages->heightMm(m_page));
}

QPointF SheetPreview::origin() const {
  const double scale = pixelsPerMm();
  return QPointF(0.5 * (m_sheet->width() - scale * m_pages->widthMm(m_page)),
                 0.5 * (m_sheet->height() - scale * m_pages->heightMm(m_page))) +
         m_moved;
}

void SheetPreview::fit() {
  m_zoom = 0.0;
  m_moved = {};
  m_sheet->update();
}

void SheetPreview::fullSize() {
  const QScreen* at = screen();
  m_zoom = (at == nullptr ? 96.0 : at->physicalDotsPerInch()) / mmPerInch;
  m_moved = {};
  m_sheet->update();
}

void SheetPreview::keyPressEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_PageDown) return goTo(m_page + 1);
  if (event->key() == Qt::Key_PageUp) return goTo(m_page == 0 ? 0 : m_page - 1);
  QWidget::keyPressEvent(event);
}

bool SheetPreview::eventFilter(QObject* watched, QEvent* event) {
  if (watched != m_sheet || m_pages == nullptr || m_pages->count() == 0) return QWidget::eventFilter(watched, event);
  switch (event->type()) {
    case QEvent::Paint: {
      QPainter painter(m_sheet);
      painter.fillRect(m_sheet->rect(), look::board);
      painter.setRenderHint(QPainter::Antialiasing);
      painter.translate(origin());
      painter.scale(pixelsPerMm(), pixelsPerMm());
      const QRectF page(0.0, 0.0, m_pages->widthMm(m_page), m_pages->heightMm(m_page));
      painter.fillRect(page, Qt::white);
      painter.setClipRect(page);
      m_pages->paint(painter, m_page);
      return true;
    }
    case QEvent::Wheel: {
      const auto* wheel = static_cast<QWheelEvent*>(event);
      const double before = pixelsPerMm();
      constexpr double least = 0.2, most = 40.0, aNotch = 120.0;
      const double after = std::clamp(before * std::pow(1.2, wheel->angleDelta().y() / aNotch), least, most);
      // What lies under the pointer stays there.
      const QPointF at = (wheel->position() - origin()) / before;
      m_zoom = after;
      m_moved += wheel->position() - (origin() + at * after);
      m_sheet->update();
      return true;
    }
    case QEvent::MouseButtonPress:
      m_from = static_cast<QMouseEvent*>(event)->position();
      return true;
    case QEvent::MouseMove:
      if (!m_from) break;
      m_moved += static_cast<QMouseEvent*>(event)->position() - *m_from;
      m_from = static_cast<QMouseEvent*>(event)->position();
      m_sheet->update();
      return true;
    case QEvent::MouseButtonRelease:
      m_from.reset();
      return true;
    default:
      break;
  }
  return QWidget::eventFilter(watched, event);
}

}  // namespace narrows
