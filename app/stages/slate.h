#pragma once
// The slate: the figures of what is selected, on the right of every stage, and the fields that change it.

#include <QFrame>
#include <QHash>
#include <QString>
#include <functional>
#include <vector>

#include "length/length.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace narrows {

class LengthField;
class MarkedWords;
class NumberField;
class Session;

/// A column of headed figures, large enough to be carried to the bench, and of fields bound to the book: each is told
/// where its value comes from and who takes what is entered, and is shown afresh by `refresh`. What is seldom changed
/// is put in groups that fold away, so that a slate fits a small screen.
class Slate : public QFrame {
  Q_OBJECT

 public:
  explicit Slate(const Session* session, QWidget* parent = nullptr);
  /// The same in every stage, so that drawings stay where they are.
  static constexpr int widePx = 284;

  /// A quiet heading.
  QLabel* addHeading(const QString& words);
  /// The one figure that matters now.
  QLabel* addHeadline(const QString& name);
  /// A figure of ordinary size.
  QLabel* addFigure(const QString& name);
  /// A verdict in words, its mark before them.
  MarkedWords* addMarked(const QString& name);
  /// A line of text; `name` is its heading. Nothing is bound: the stage says what it shows and takes.
  QLineEdit* addText(const QString& name);
  QPushButton* addButton(const QString& words, const char* objectName);
  void addWidget(QWidget* widget);
  void addSpace(int pixels);
  void addStretch();

  /// A field for a length that is kept.
  LengthField* addLength(const QString& name, std::function<Length()> shown, std::function<void(Length)> entered);
  /// A field for a length that something is asked or made at: taken, it is empty again where that came true.
  LengthField* addAsk(const QString& name, const QString& hint, std::function<bool(Length)> asked);
  struct Range {
    double low = 0.0, high = 0.0;
    int decimals = 0;
  };
  NumberField* addNumber(const QString& name, Range range, std::function<double()> shown,
                         std::function<void(double)> entered);
  QComboBox* addChoice(const QString& name, const QStringList& items, std::function<int()> shown,
                       std::function<void(int)> chosen);
  /// The same where what can be chosen changes: all of it, and which is.
  struct Choices {
    QStringList items;
    int chosen = 0;
  };
  QComboBox* addChanging(const QString& name, std::function<Choices()> shown, std::function<void(int)> chosen);

  /// What is added from here to `endGroup` folds away under a heading that opens it.
  QPushButton* beginGroup(const QString& title);
  void endGroup();

  /// A field or button that has nothing to say now goes, its heading with it; the button that opens a group takes the
  /// group along.
  void showField(QWidget* field, bool shown);

  /// Fields shown afresh.
  void refresh();
  /// The same slate in a frame that scrolls it where, its groups opened, it is too tall for the window.
  QWidget* scrolled(QWidget* parent);
  /// The first field or button of it that can take the keys; null where there is none.
  QWidget* firstField() const;

 private:
  /// What is being filled: the slate, or a group of it.
  QWidget* into() const;
  QComboBox* addBox(const QString& name);
  /// Puts a field under its heading.
  void place(QWidget* field, const QString& heading);

  const Session* m_session;
  QVBoxLayout* m_column;
  QVBoxLayout* m_into = nullptr;  ///< the column that is being filled
  std::vector<std::function<void()>> m_fields;
  QHash<QWidget*, QLabel*> m_headings;
  QHash<QWidget*, QWidget*> m_groups;  ///< by the button that opens each
};

}  // namespace narrows
