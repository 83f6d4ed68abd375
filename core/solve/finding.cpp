#include "solve/finding.h"

namespace narrows {

namespace {

template <typename... Kind>
struct Told : Kind... {
  using Kind::operator()...;
};
template <typename... Kind>
Told(Kind...) -> Told<Kind...>;

}  // namespace

ShopStage Finding::stage() const {
  return std::visit(Told{[](const CouldNotMake& f) { return f.stage; },
                         [](const StillWanted&) { return ShopStage::Lines; },
                         [](const PartOfFace&) { return ShopStage::Lines; },
                         [](const FigureLies&) { return ShopStage::Lines; },
                         [](const OutsideHull&) { return ShopStage::Lines; },
                         [](const LineOffSurface&) { return ShopStage::Lines; },
                         [](const NotHeld&) { return ShopStage::Lines; },
                         [](const BoltFouls&) { return ShopStage::Backbone; },
                         [](const SquaredOff&) { return ShopStage::Backbone; },
                         [](const CameOutOff&) { return ShopStage::Backbone; },
                         [](const FaultInPart&) { return ShopStage::Backbone; },
                         [](const RabbetPastFace&) { return ShopStage::Backbone; },
                         [](const RabbetUnmet&) { return ShopStage::Backbone; },
                         [](const EndWithoutTimber&) { return ShopStage::Backbone; },
                         [](const SetUpLies&) { return ShopStage::Moulds; },
                         [](const WeighedOut&) { return ShopStage::LiningOff; },
                         [](const StrainLeft&) { return ShopStage::Planks; },
                         [](const NotLaidFlat&) { return ShopStage::Planks; },
                         [](const SpilingOff&) { return ShopStage::Planks; },
                         [](const SpiledElsewhere&) { return ShopStage::Planks; },
                         [](const JointsNear&) { return ShopStage::LiningOff; },
                         [](const NibSmall&) { return ShopStage::LiningOff; },
                         [](const GainThin&) { return ShopStage::Planks; },
                         [](const JointBarred&) { return ShopStage::Planks; },
                         [](const OutOfOrder&) { return ShopStage::Planks; },
                         [](const RecordsLeft&) { return ShopStage::Planks; },
                         [](const SheetFalse& f) {
                           return f.sheet.kind == SheetKind::Plank    ? ShopStage::Planks
                                  : f.sheet.kind == SheetKind::Mould  ? ShopStage::Moulds
                                  : f.sheet.kind == SheetKind::Timber ? ShopStage::Backbone
                                                                      : ShopStage::LiningOff;
                         }},
                    what);
}

const StrakePlace* Finding::strake() const {
  return std::visit(
      [](const auto& kind) -> const StrakePlace* {
        if constexpr (requires { kind.at.strake; }) {
          return &kind.at;
        } else {
          return nullptr;
        }
      },
      what);
}

const FigureRef* Finding::figure() const {
  return std::visit(
      [](const auto& kind) -> const FigureRef* {
        if constexpr (requires { kind.figure.place; }) {
          return &kind.figure;
        } else {
          return nullptr;
        }
      },
      what);
}

std::string describe(const Finding& finding, Notation notation) {
  return std::visit([notation](const auto& kind) { return kind.words(notation); }, finding.what);
}

}  // namespace narrows
