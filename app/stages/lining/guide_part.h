#pragma once
// Guide lines.

#include <array>
#include "stages/lining/lining_part.h"

class QComboBox;
class QLabel;
class QLineEdit;

namespace narrows {

class SheerPart;

/// The guides of the plan, and the one in hand: what it is, how far it is true. The sheer is the first of them.
class GuidePart : public LiningPart {
  Q_OBJECT

 public:
  GuidePart(Session* from, Slate* into);
  void showMark() override;

 private:
  void addKind();
  void addFigures();
  void change(const QString& words, const std::function<void(Guide&)>& change);
  void setApart(bool sheerStrake);
  /// Lines a guide can be parallel to.
  Slate::Choices linesBeside();

  SheerPart* m_sheer = nullptr;
  QLabel* m_words = nullptr;
  std::array<QPushButton*, 2> m_apart{};  ///< sheer strake, garboard
  QPushButton *m_make = nullptr, *m_drop = nullptr, *m_lock = nullptr;
  QLineEdit* m_name = nullptr;
  QComboBox* m_kind = nullptr;
  QWidget *m_heading = nullptr, *m_sag = nullptr, *m_height = nullptr, *m_away = nullptr, *m_of = nullptr,
          *m_from = nullptr, *m_to = nullptr;
  std::vector<std::size_t> m_beside;  ///< the lines it can be parallel to, as they are offered
};

}  // namespace narrows
