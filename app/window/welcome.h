#pragma once
// The first screen: ways in, and what the program does.

#include <QWidget>

class QBoxLayout;
class QVBoxLayout;

namespace narrows {

class Welcome : public QWidget {
  Q_OBJECT

 public:
  explicit Welcome(QWidget* parent = nullptr);
  void setRecent(const QStringList& paths);

 signals:
  void sampleAsked();
  void sampleBegunAsked();
  void tableAsked();
  void typeAsked();
  void bookAsked();
  void guideAsked();
  void recentAsked(const QString& path);

 private:
  void addWays(QBoxLayout* column);
  void addWhatItDoes(QBoxLayout* column);

  QVBoxLayout* m_recent;
};

}  // namespace narrows
