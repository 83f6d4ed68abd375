#pragma once
// A part of the slate of Lining off: one group of its fields.

#include <QObject>
#include <functional>
#include <optional>

#include "commands/session.h"
#include "stages/slate.h"

namespace narrows {

/// Fills its fields into the slate as it is made, shows them afresh, and makes its own edits. It speaks of what is in
/// hand: the side, the strake and its zone, the line (a guide or not), the mark. Of that it keeps nothing: all is asked
/// of the session's last answer and its selection. The slate owns it.
class LiningPart : public QObject {
  Q_OBJECT

 public:
  LiningPart(Session* session, Slate* slate);
  /// What of it is not a field of the slate's own, shown afresh: there is a book, an answer and a plan.
  virtual void showAll() {}
  /// What of it follows the strake, the line and the mark in hand: the lining is of the plan in hand.
  virtual void showMark() {}

 signals:
  /// A choice of its own was made, on which hangs what is shown.
  void chosen();

 protected:
  Session* session() const { return m_session; }
  Slate* slate() const { return m_slate; }
  const Book& book() const { return *m_session->book(); }
  BoatSide side() const { return m_session->selection().side; }
  const Lining* lining() const;
  const LiningPlan* plan() const;
  std::optional<std::size_t> strake() const;
  /// The zone of the strake in hand.
  std::optional<std::size_t> zone() const;
  /// The line in hand, where it is one between two strakes; and its guide.
  std::optional<std::size_t> line() const;
  std::optional<std::size_t> guide() const;
  std::optional<std::size_t> section() const;
  QString shown(double mm) const { return m_session->shown(mm); }
  QString lineWords(std::size_t line) const;

  /// Stations and ends that can be named, after `none` where it is given, and which of them is `chosen`.
  Slate::Choices stations(const std::optional<StationId>& chosen, const QString& none) const;
  std::optional<StationId> stationAt(int index) const;
  /// The station where widths are chosen.
  StationId masterStation() const;
  /// A choice of one of them, or `none`.
  QComboBox* addStation(const QString& name, const QString& none,
                        const std::function<std::optional<StationId>()>& shown,
                        const std::function<void(std::optional<StationId>)>& chosen);
  void perform(const QString& words, const Result<Book>& edited) { m_session->perform(words, edited); }

 private:
  Session* m_session;
  Slate* m_slate;
};

}  // namespace narrows
