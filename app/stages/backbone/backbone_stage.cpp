#include "stages/backbone/backbone_stage.h"

#include <QListWidget>
#include <QStackedWidget>
#include <QTabBar>
#include <QVBoxLayout>

#include "fonts.h"
#include "stages/backbone/assembly_drawing.h"
#include "stages/backbone/assembly_page.h"
#include "stages/backbone/bent_in_place_page.h"
#include "stages/backbone/bent_page.h"
#include "stages/backbone/keel_page.h"
#include "stages/backbone/order_page.h"
#include "stages/backbone/rabbet_page.h"
#include "stages/backbone/slab_page.h"
#include "stages/backbone/transom_page.h"

namespace narrows {

BackboneStage::BackboneStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_tabs(new QTabBar(this)),
      m_pages(new QStackedWidget(this)),
      m_assembly(new AssemblyPage(session)),
      m_rabbet(new RabbetPage(session)),
      m_keel(new KeelPage(session)),
      m_transom(new TransomPage(session)),
      m_bent(new BentPage(session, false)),
      m_builtUp(new BentPage(session, true)),
      m_inPlace(new BentInPlacePage(session)),
      m_slab(new SlabPage(session)),
      m_order(new OrderPage(session)),
      m_all{m_assembly, m_rabbet, m_keel, m_transom, m_bent, m_builtUp, m_inPlace, m_slab, m_order} {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  m_tabs->setFont(shopFont(15.0));
  m_tabs->setAccessibleName(tr("Parts of the backbone"));
  m_tabs->setDrawBase(false);
  m_tabs->setExpanding(false);
  for (const QString& words : {tr("Assembly"), tr("Rabbet"), tr("Keel"), tr("Transom"), tr("Bent of strips"),
                               tr("Built up"), tr("Bent in place"), tr("Slab"), tr("What may be cut")})
    m_tabs->addTab(words);
  column->addWidget(m_tabs);
  for (BackbonePage* page : m_all) m_pages->addWidget(page);
  column->addWidget(m_pages, 1);
  connect(m_tabs, &QTabBar::currentChanged, this, [this](int index) {
    m_pages->setCurrentIndex(index);
    current()->refresh();
  });
  connect(m_assembly, &AssemblyPage::printAsked, this, &BackboneStage::printAsked);
  connect(session, &Session::answerSettled, this, [this] { current()->refresh(); });
}

BackbonePage* BackboneStage::current() const {
  return m_all[static_cast<std::size_t>(std::max(m_pages->currentIndex(), 0))];
}

void BackboneStage::open(Page page) {
  m_tabs->setCurrentIndex(page);
}

BackboneStage::Page BackboneStage::page() const {
  return static_cast<Page>(m_tabs->currentIndex());
}

void BackboneStage::choose(TimberId timber) {
  open(Assembly);
  m_assembly->assembly()->chooseTimber(timber);
}

QWidget* BackboneStage::drawing() {
  Canvas* canvas = current()->drawing();
  return canvas != nullptr ? static_cast<QWidget*>(canvas) : m_order->list();
}

void BackboneStage::stepInHand(int by) {
  open(static_cast<Page>(std::clamp(m_tabs->currentIndex() + by, 0, m_tabs->count() - 1)));
}

void BackboneStage::goTo(const Finding& finding) {
  if (finding.as<CouldNotMake>() || finding.as<BoltFouls>()) open(Assembly);
  if (const auto* squared = finding.as<SquaredOff>()) choose(squared->timber);
  if (finding.as<CameOutOff>()) open(Keel);
  if (finding.as<FaultInPart>()) open(Slab);
  if (finding.as<RabbetPastFace>() || finding.as<RabbetUnmet>()) open(Rabbet);
}

void BackboneStage::fit() {
  if (Canvas* canvas = current()->drawing()) canvas->fit();
}

QString BackboneStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->backbone == nullptr) return tr("no hull yet");
  const Backbone& now = *solved->backbone;
  if (now.plan.timbers.empty()) return tr("nothing to draw yet");
  int fouls = 0;
  for (const BoltClash& clash : now.clashes) fouls += clash.clearMm < clash.wantedMm ? 1 : 0;
  const QString timbers = tr("%n timber(|s)", nullptr, static_cast<int>(now.plan.timbers.size()));
  if (!now.problems.empty())
    return tr("%1, %2").arg(timbers, tr("%n fault(|s)", nullptr, static_cast<int>(now.problems.size())));
  if (fouls > 0) return tr("%1, %2").arg(timbers, tr("%n bolt( fouls|s foul)", nullptr, fouls));
  return now.drawnByUs ? tr("%1, as drawn").arg(timbers) : timbers;
}

}  // namespace narrows
