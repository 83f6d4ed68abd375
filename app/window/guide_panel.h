#pragma once
// The guide, read in the program.

#include <QDialog>

class QTextBrowser;

namespace narrows {

/// Its chapters in shop order, links and pictures with them. No network is asked.
class GuidePanel : public QDialog {
  Q_OBJECT

 public:
  explicit GuidePanel(QWidget* parent = nullptr);
  QTextBrowser* text() { return m_text; }
  /// The folder it lies in: where it is installed, or its source; empty where there is none.
  static QString folder();

 private:
  QTextBrowser* m_text;
};

}  // namespace narrows
