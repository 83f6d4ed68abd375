#include "stages/lining/lining_part.h"

#include <QComboBox>

#include "book/lining_edits.h"
#include "canvas/tongue.h"

namespace narrows {

LiningPart::LiningPart(Session* session, Slate* slate) : QObject(slate), m_session(session), m_slate(slate) {}

const Lining* LiningPart::lining() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->liningOf(side());
}

const LiningPlan* LiningPart::plan() const {
  if (!m_session->hasBook()) return nullptr;
  return &book().planOf(side());
}

std::optional<std::size_t> LiningPart::strake() const {
  const int at = m_session->selection().strake;
  if (lining() == nullptr || at < 0 || static_cast<std::size_t>(at) >= lining()->strakeCount()) return std::nullopt;
  return static_cast<std::size_t>(at);
}

std::optional<std::size_t> LiningPart::zone() const {
  const auto at = strake();
  if (!at || plan() == nullptr || plan()->id != lining()->plan) return std::nullopt;
  const std::size_t lower = lining()->strakes[*at].lower;
  return lower < plan()->strakes.size() ? std::optional(plan()->zoneOf(lower)) : std::nullopt;
}

std::optional<std::size_t> LiningPart::line() const {
  const int at = m_session->selection().line;
  if (lining() == nullptr || at < 1 || static_cast<std::size_t>(at) + 1 >= lining()->lines.size()) return std::nullopt;
  return static_cast<std::size_t>(at);
}

std::optional<std::size_t> LiningPart::guide() const {
  const auto at = line();
  if (!at || plan() == nullptr) return std::nullopt;
  const Guide* found = plan()->guideOf(lining()->lines[*at].id);
  if (found == nullptr) return std::nullopt;
  return static_cast<std::size_t>(found - plan()->guides.data());
}

std::optional<std::size_t> LiningPart::section() const {
  const int at = m_session->selection().section;
  if (lining() == nullptr || at < 0 || static_cast<std::size_t>(at) >= lining()->frame.sectionCount())
    return std::nullopt;
  return static_cast<std::size_t>(at);
}

QString LiningPart::lineWords(std::size_t at) const {
  const Guide* found = plan()->guideOf(lining()->lines[at].id);
  return found != nullptr && !found->name.empty() ? QString::fromStdString(found->name) : tr("Line %1").arg(at);
}

Slate::Choices LiningPart::stations(const std::optional<StationId>& chosen, const QString& none) const {
  Slate::Choices found;
  if (!none.isEmpty()) found.items << none;
  if (lining() == nullptr) return found;
  const Hull& hull = lining()->frame.hull();
  const auto ids = sectionIds(book(), hull);
  for (std::size_t i = 0; i < ids.size(); ++i) {
    const QString name = nameOf(hull.sections[i].name);
    if (chosen && ids[i] == *chosen) found.chosen = static_cast<int>(found.items.size());
    found.items << (hull.sections[i].kind == SectionKind::Station ? tr("station %1").arg(name) : name);
  }
  return found;
}

QComboBox* LiningPart::addStation(const QString& name, const QString& none,
                                  const std::function<std::optional<StationId>()>& shown,
                                  const std::function<void(std::optional<StationId>)>& chosen) {
  return m_slate->addChanging(
      name, [this, none, shown] { return stations(shown(), none); },
      [this, chosen](int index) { chosen(stationAt(index - 1)); });
}

std::optional<StationId> LiningPart::stationAt(int index) const {
  if (lining() == nullptr || index < 0) return std::nullopt;
  const auto ids = sectionIds(book(), lining()->frame.hull());
  return static_cast<std::size_t>(index) < ids.size() ? std::optional(ids[static_cast<std::size_t>(index)])
                                                      : std::nullopt;
}

StationId LiningPart::masterStation() const {
  return sectionIds(book(), lining()->frame.hull())[lining()->master];
}

}  // namespace narrows
