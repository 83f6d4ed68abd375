#pragma once
// The rail: the stages in the order of the shop, each with how it stands.

#include <QAbstractButton>
#include <QWidget>
#include <optional>
#include <vector>

#include "problem/severity.h"

class QButtonGroup;
class QVBoxLayout;

namespace narrows {

/// One stage on the rail.
class RailButton : public QAbstractButton {
  Q_OBJECT

 public:
  RailButton(int number, const QString& name, QWidget* parent);
  void setStanding(const QString& words);
  /// How many places want looking at in it, and the worst verdict of them; none where there are none.
  void setLooks(int places, std::optional<Severity> worst);
  QSize sizeHint() const override { return {176, 70}; }

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  void tell();
  int m_number;
  QString m_standing;
  int m_places = 0;
  std::optional<Severity> m_worst;
};

class Rail : public QWidget {
  Q_OBJECT

 public:
  explicit Rail(QWidget* parent = nullptr);
  void addStage(int number, const QString& name);
  void setStanding(std::size_t index, const QString& words);
  void setLooks(std::size_t index, int places, std::optional<Severity> worst);
  void setCurrent(std::size_t index);
  void setBoat(const QString& boat, const QString& shop);
  /// What stands at its foot.
  void addFoot(QWidget* foot);
  RailButton* button(std::size_t index) { return m_buttons[index]; }

 signals:
  void chosen(int index);

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  QVBoxLayout* m_column;
  QButtonGroup* m_group;
  std::vector<RailButton*> m_buttons;
  QString m_boat, m_shop;
};

}  // namespace narrows
