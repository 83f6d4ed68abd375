#pragma once
// The first screen: ways in.

#include <QWidget>

class QVBoxLayout;

namespace narrows {

class Welcome : public QWidget {
  Q_OBJECT

 public:
  explicit Welcome(QWidget* parent = nullptr);
  void setRecent(const QStringList& paths);

 signals:
  void sampleAsked();
  void tableAsked();
  void typeAsked();
  void bookAsked();
  void recentAsked(const QString& path);

 private:
  QVBoxLayout* m_recent;
};

}  // namespace narrows
