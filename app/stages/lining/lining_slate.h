#pragma once
// The slate of Lining off: sides and plans, strakes, zones and guides, joints and ends, the mark in hand, the cost.

#include <array>
#include <optional>

#include "commands/long_work.h"
#include "commands/session.h"
#include "lining/schools.h"
#include "plank/flat_plank.h"
#include "stages/slate.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QSpinBox;

namespace narrows {

class LengthField;

/// Speaks of what is in hand: the side, the strake and its zone, the line (a guide or not), the mark.
class LiningSlate : public Slate {
  Q_OBJECT

 public:
  explicit LiningSlate(Session* session, QWidget* parent = nullptr);
  /// Shown afresh: all of it, or only what follows a mark in the hand.
  void showAll();
  void showMark();
  void showCost();
  /// The measure whose limit is shown.
  void setMeasure(Measure measure);

 private:
  void addSides();
  void showSides();
  void addCount();
  void addSchools();
  void showSchool();
  void addPlans();
  void addZone();
  void addGuides();
  void addJoint();
  void addEnds();
  void addStrake();
  void addWeighing();
  void showWeighing();
  void changeWeighing(const QString& words, const std::function<void(WeighingPlan&)>& change);
  /// The limit of the measure in hand, for the strake in hand.
  std::optional<Limit> limitInHand() const;
  void setLimit(bool trouble, double value);
  void addSuggest();
  void addMark();

  const Lining* lining() const;
  const LiningPlan* plan() const;
  const Book& book() const { return *m_session->book(); }
  BoatSide side() const { return m_session->selection().side; }
  /// The zone of the strake in hand.
  std::optional<std::size_t> zone() const;
  /// The line in hand, where it is one between two strakes; and its guide.
  std::optional<std::size_t> line() const;
  std::optional<std::size_t> guide() const;
  std::optional<std::size_t> section() const;
  std::optional<std::size_t> strake() const;
  /// Stations and ends that can be named, after `none` where it is given, and which of them is `chosen`.
  Choices stations(const std::optional<StationId>& chosen, const QString& none) const;
  std::optional<StationId> stationAt(int index) const;
  /// A choice of one of them, or `none`.
  QComboBox* addStation(const QString& name, const QString& none,
                        const std::function<std::optional<StationId>()>& shown,
                        const std::function<void(std::optional<StationId>)>& chosen);
  QString shown(double mm) const { return m_session->shown(mm); }
  QString lineWords(std::size_t line) const;

  void perform(const QString& words, const Result<Book>& edited);
  void changeZone(const QString& words, const std::function<void(Zone&)>& change);
  void changeGuide(const QString& words, const std::function<void(Guide&)>& change);
  void changeEnd(bool bow, const QString& words, const std::function<void(EndPlan&)>& change);
  void setApart(bool sheerStrake);
  /// Lines a guide can be parallel to.
  Choices linesBeside();
  /// Its ends, sny and twist, and in lapstrake what shows of it at the station in hand.
  QString strakeWords(std::size_t at) const;
  PlankMake plankMakeFor(std::size_t at) const;
  /// The sheer: what moving it touches, and moving it.
  void addSheer();
  void takeSheer();
  bool isSheerInHand() const;
  void showSheer();
  QString sheerTouches() const;
  /// The section of the table in hand, as drawn, where the sheer can be moved.
  const Section* sheerSection() const;
  /// As much of the length as a guide can be true over.
  void boundGuide(Guide& g) const;
  const Stealer* stealer(bool bow) const;
  void changeStealer(bool bow, const std::function<void(Stealer&)>& change);
  void lineOffBySchool();
  /// What a school was asked, and of which book.
  struct SchoolWork;
  void takeSchool(const SchoolWork& work, const Result<LiningPlan>& made);

  Session* m_session;
  bool m_showing = false;
  QComboBox *m_side = nullptr, *m_plan = nullptr;
  QSpinBox* m_count = nullptr;
  LengthField* m_lap = nullptr;
  QWidget* m_lapHere = nullptr;
  School m_school = School::Equal;
  SchoolAnswers m_answers;
  int m_goesTo = 0;
  QLabel* m_schoolWords = nullptr;
  QPushButton* m_lineOffSo = nullptr;
  QWidget *m_waterline = nullptr, *m_tops = nullptr, *m_rail = nullptr;
  QLineEdit* m_planName = nullptr;
  QWidget *m_zoneWidth = nullptr, *m_zoneAlong = nullptr, *m_zoneFrom = nullptr, *m_zoneTo = nullptr,
          *m_zoneRail = nullptr;
  QLabel* m_zoneWords = nullptr;
  QLabel* m_guideWords = nullptr;
  std::vector<QWidget*> m_guideFields;
  QWidget *m_guideHeight = nullptr, *m_guideAway = nullptr, *m_guideSag = nullptr, *m_guideHeading = nullptr,
          *m_guideFrom = nullptr, *m_guideTo = nullptr;
  QWidget* m_guideOf = nullptr;
  std::vector<std::size_t> m_beside;
  QLineEdit* m_guideName = nullptr;
  std::array<QPushButton*, 2> m_apart{};
  QPushButton* m_unlockSheer = nullptr;
  QLabel* m_sheerWords = nullptr;
  LengthField* m_sheerHeight = nullptr;
  QPushButton *m_makeGuide = nullptr, *m_dropGuide = nullptr, *m_lockGuide = nullptr;
  QLabel* m_jointWords = nullptr;
  std::vector<QWidget*> m_jointFields;  ///< joining, place and nib, towards the bow and then towards the stern
  QLineEdit* m_timber = nullptr;
  QLabel* m_strakeWords = nullptr;
  QLabel* m_mark = nullptr;
  LengthField* m_measured = nullptr;
  QLabel* m_markFigures = nullptr;
  QLabel* m_cost = nullptr;
  Measure m_measure = Measure::Width;
  QLabel* m_whyWords = nullptr;
  std::array<QWidget*, 2> m_limitLength{}, m_limitNumber{};  ///< look, trouble
  QPushButton* m_usualLimit = nullptr;
  QLineEdit* m_species = nullptr;
  LongWork m_lineOff;  ///< last: ended before what it speaks to is gone
};

}  // namespace narrows
