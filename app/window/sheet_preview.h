#pragma once
// The pages of sheets as they will be printed, one at a time.

#include <QPointF>
#include <QWidget>
#include <memory>
#include <optional>

#include "pages.h"

class QLabel;
class QPushButton;

namespace narrows {

/// Page Up and Page Down, or the buttons, go from page to page; the wheel zooms about the pointer, dragging moves; the
/// whole page, or as large as life: a rule laid on the screen reads what it will on paper.
class SheetPreview : public QWidget {
  Q_OBJECT

 public:
  explicit SheetPreview(QWidget* parent = nullptr);
  void show(std::shared_ptr<const SheetPages> pages);
  std::size_t page() const { return m_page; }
  void goTo(std::size_t page);
  /// Screen pixels for a millimetre of paper; nought while nothing is shown.
  double pixelsPerMm() const;
  QString words() const;

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void fit();
  void fullSize();
  void say();
  QPointF origin() const;

  std::shared_ptr<const SheetPages> m_pages;
  std::size_t m_page = 0;
  double m_zoom = 0.0;  ///< pixels a millimetre; nought: the whole page
  QPointF m_moved;
  std::optional<QPointF> m_from;
  QWidget* m_sheet;
  QLabel* m_words;
  QPushButton *m_before, *m_next;
};

}  // namespace narrows
