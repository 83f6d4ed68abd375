#include "stages/lining/plans_part.h"

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include "book/lining_edits.h"

namespace narrows {

PlansPart::PlansPart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->beginGroup(tr("Plans kept"));
  m_name = slate()->addText(tr("Name of this plan"));
  m_name->setObjectName(QStringLiteral("planName"));
  connect(m_name, &QLineEdit::editingFinished, this, [this] {
    if (plan() == nullptr || m_name->text().toStdString() == plan()->name) return;
    perform(tr("Rename the plan"), renamePlan(book(), plan()->id, m_name->text().trimmed().toStdString()));
  });
  connect(slate()->addButton(tr("Copy it, and try the copy on this side"), "copyPlan"), &QPushButton::clicked, this,
          [this] {
            if (plan() == nullptr) return;
            PlanId id;
            auto edited = addPlan(
                book(), *plan(),
                freePlanName(book(), tr("%1, copy").arg(QString::fromStdString(plan()->name)).toStdString()), &id);
            if (edited) edited = setBoatPlan(*edited, side(), id);
            perform(tr("Copy the plan"), edited);
          });
  connect(slate()->addButton(tr("Make it the plan of both sides"), "bothSides"), &QPushButton::clicked, this, [this] {
    if (plan() == nullptr) return;
    const PlanId id = plan()->id;
    auto edited = setBoatPlan(book(), BoatSide::Starboard, id);
    if (edited) edited = setBoatPlan(*edited, BoatSide::Port, id);
    perform(tr("One plan for both sides"), edited);
  });
  slate()
      ->addChanging(
          tr("Throw away"),
          [this] {
            Slate::Choices found;
            found.items << tr("choose one that is not the boat's");
            for (const LiningPlan& one : book().plans) {
              if (one.id != book().starboard && one.id != book().port) found.items << QString::fromStdString(one.name);
            }
            return found;
          },
          [this](int index) {
            int k = 0;
            for (const LiningPlan& one : book().plans) {
              if (one.id == book().starboard || one.id == book().port || ++k != index) continue;
              return perform(tr("Throw a plan away"), removePlan(book(), one.id));
            }
          })
      ->setObjectName(QStringLiteral("throwAway"));
}

void PlansPart::showAll() {
  if (!m_name->hasFocus()) m_name->setText(QString::fromStdString(plan()->name));
}

}  // namespace narrows
