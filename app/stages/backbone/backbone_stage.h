#pragma once
// Stage 2, Backbone: keel, stem, sternpost, rabbet, and what they are got out of.

#include <vector>

#include "stages/stage.h"

class QStackedWidget;
class QTabBar;

namespace narrows {

class AssemblyPage;
class BackbonePage;
class BentInPlacePage;
class BentPage;
class KeelPage;
class OrderPage;
class RabbetPage;
class SlabPage;
class TransomPage;

class BackboneStage : public Stage {
  Q_OBJECT

 public:
  explicit BackboneStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Backbone"); }
  int number() const override { return 2; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  void stepInHand(int by) override;
  void goTo(const Finding& finding) override;
  SheetsOf sheets() const override { return SheetsOf::Backbone; }
  /// Its pages, in the order of the tabs.
  enum Page { Assembly, Rabbet, Keel, Transom, Bent, BuiltUp, InPlace, Slab, Order };
  void open(Page page);
  Page page() const;
  QTabBar* tabs() { return m_tabs; }
  AssemblyPage* assembly() { return m_assembly; }
  RabbetPage* rabbet() { return m_rabbet; }
  KeelPage* keel() { return m_keel; }
  TransomPage* transom() { return m_transom; }
  BentPage* bent() { return m_bent; }
  BentPage* builtUp() { return m_builtUp; }
  BentInPlacePage* bentInPlace() { return m_inPlace; }
  SlabPage* slab() { return m_slab; }
  OrderPage* order() { return m_order; }
  /// Takes a timber in hand on the assembly.
  void choose(TimberId timber);

 private:
  BackbonePage* current() const;

  QTabBar* m_tabs;
  QStackedWidget* m_pages;
  AssemblyPage* m_assembly;
  RabbetPage* m_rabbet;
  KeelPage* m_keel;
  TransomPage* m_transom;
  BentPage* m_bent;
  BentPage* m_builtUp;
  BentInPlacePage* m_inPlace;
  SlabPage* m_slab;
  OrderPage* m_order;
  std::vector<BackbonePage*> m_all;
};

}  // namespace narrows
