#include "stages/lining/lining_slate.h"

#include "stages/lining/count_part.h"
#include "stages/lining/ends_part.h"
#include "stages/lining/guide_part.h"
#include "stages/lining/joint_part.h"
#include "stages/lining/mark_part.h"
#include "stages/lining/plans_part.h"
#include "stages/lining/school_part.h"
#include "stages/lining/side_part.h"
#include "stages/lining/strake_part.h"
#include "stages/lining/weighing_part.h"
#include "stages/lining/zone_part.h"

namespace narrows {

LiningSlate::LiningSlate(Session* session, QWidget* parent) : Slate(session, parent), m_session(session) {
  m_parts.push_back(new SidePart(session, this));
  m_parts.push_back(new CountPart(session, this));
  m_parts.push_back(m_mark = new MarkPart(session, this));
  m_parts.push_back(new SchoolPart(session, this));
  m_parts.push_back(new PlansPart(session, this));
  m_parts.push_back(m_weighing = new WeighingPart(session, this));
  m_parts.push_back(new ZonePart(session, this));
  m_parts.push_back(new GuidePart(session, this));
  m_parts.push_back(new JointPart(session, this));
  m_parts.push_back(new EndsPart(session, this));
  m_parts.push_back(new StrakePart(session, this));
  for (LiningPart* part : m_parts) connect(part, &LiningPart::chosen, this, &LiningSlate::showAll);
  endGroup();
  addStretch();
  addHeading(tr("Drag a mark, or move it with Ctrl and up or down. N nails it or pulls its nail, L locks it."));
}

void LiningSlate::showAll() {
  if (!m_session->hasBook() || m_session->solved() == nullptr) return;
  refresh();
  for (LiningPart* part : m_parts) part->showAll();
  showMark();
  showCost();
}

void LiningSlate::showMark() {
  const auto& solved = m_session->solved();
  if (!m_session->hasBook() || solved == nullptr) return;
  const BoatSide side = m_session->selection().side;
  const Lining* lining = solved->liningOf(side);
  if (lining == nullptr || lining->plan != m_session->book()->planOf(side).id) return;
  for (LiningPart* part : m_parts) part->showMark();
}

void LiningSlate::showCost() {
  m_mark->showCost();
}

void LiningSlate::setMeasure(Measure measure) {
  m_weighing->setMeasure(measure);
}

}  // namespace narrows
