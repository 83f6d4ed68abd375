#pragma once
// A button whose words go on in a second line where they are longer than it is wide.

#include <QPushButton>

namespace narrows {

/// As any button, in every tongue: no word of it is cut short.
class WrappingButton : public QPushButton {
  Q_OBJECT

 public:
  explicit WrappingButton(const QString& words, QWidget* parent = nullptr);
  QSize sizeHint() const override;
  QSize minimumSizeHint() const override;
  bool hasHeightForWidth() const override { return true; }
  int heightForWidth(int width) const override;

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  int besidePx() const;
};

}  // namespace narrows
