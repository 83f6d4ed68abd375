#pragma once
// The slate: the figures of what is selected, on the right of every stage.

#include <QFrame>
#include <QString>

class QLabel;
class QVBoxLayout;

namespace narrows {

/// A column of headed figures, large enough to be carried to the bench.
class Slate : public QFrame {
  Q_OBJECT

 public:
  explicit Slate(QWidget* parent = nullptr);

  /// A quiet heading.
  QLabel* addHeading(const QString& words);
  /// The one figure that matters now.
  QLabel* addHeadline(const QString& name);
  /// A figure of ordinary size.
  QLabel* addFigure(const QString& name);
  void addWidget(QWidget* widget);
  void addSpace(int pixels);
  void addStretch();
  /// The same slate in a frame that scrolls it where it is too tall for the window.
  QWidget* scrolled(QWidget* parent);
  /// The first field or button of it that can take the keys; null where there is none.
  QWidget* firstField() const;

 private:
  QVBoxLayout* m_column;
};

}  // namespace narrows
