#include "fastening/fastener.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "length/length_limits.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// Screws by the thickness of the planking, as they are sold: gauge and shank.
struct ScrewSize {
  double upToMm;
  int gauge;
  double shankMm;
};
constexpr std::array<ScrewSize, 6> screwSizes{
    {{8.5, 6, 3.5}, {13.5, 8, 4.2}, {20.5, 10, 4.8}, {23.5, 12, 5.5}, {27.5, 14, 6.2}, {1e9, 16, 6.9}}};
/// Square nails by the thickness of the planking: across the flats.
struct NailSize {
  double upToMm, shankMm;
};
constexpr std::array<NailSize, 5> nailSizes{{{7.0, 2.0}, {10.5, 2.6}, {13.5, 3.2}, {19.5, 4.0}, {1e9, 5.0}}};

/// Bolts by the thickness of the planking: shank.
constexpr std::array<NailSize, 3> boltSizes{{{20.5, 6.0}, {28.5, 8.0}, {1e9, 10.0}}};

constexpr std::array<double, 16> inchLengths{0.5, 0.625, 0.75, 0.875, 1.0, 1.25, 1.5, 1.75,
                                             2.0, 2.25,  2.5,  2.75,  3.0, 3.5,  4.0, 5.0};
constexpr std::array<double, 18> mmLengths{12, 16, 18, 20, 22, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 100, 120};

constexpr double leastOfPlank = 2.0, mostOfPlank = 2.5;
constexpr double pointShortMm = 3.0;
constexpr double roveMm = 1.5, nipMm = 3.0;
constexpr double washerMm = 1.5, nutOfShank = 1.2;
/// A screw a tenth of the plank under twice of it is as long as is sold, and long enough.
constexpr double nearlyOfPlank = 0.1;
constexpr double turnedMm = 3.0 / 8.0 * mmPerInch;
/// A bung is no deeper than a third of the plank, and thin planks take none.
constexpr double bungOfPlank = 0.3, bungedFromMm = 16.0;
/// Of the shank: a screw's thread bites into a hole of so much, a nail is held by one a little under its own.
constexpr double pilotOfShank = 0.65, nailHoleOfShank = 0.9;
constexpr double edgeShanks = 2.5, apartShanks = 4.0;

std::vector<double> stockLengths(Notation notation) {
  std::vector<double> lengths;
  if (notation == Notation::Millimetres) {
    lengths.assign(mmLengths.begin(), mmLengths.end());
  } else {
    for (const double inch : inchLengths) lengths.push_back(inch * mmPerInch);
  }
  return lengths;
}

/// The next length as sold; none where none is as long.
std::optional<double> nextLength(Notation notation, double least) {
  const std::vector<double> lengths = stockLengths(notation);
  const auto found = std::lower_bound(lengths.begin(), lengths.end(), least - 1e-6);
  return found == lengths.end() ? std::nullopt : std::optional(*found);
}

/// As thick as the plank, or as a screw of the usual length wants to stay inside.
double usualBlockMm(const FasteningMake& make) {
  const double thick = make.thicknessMm;
  if (make.inButts != FastenerKind::Screw) return thick;
  const auto screw = nextLength(make.notation, (leastOfPlank - nearlyOfPlank) * thick);
  return std::max(thick, std::ceil(screw.value_or(leastOfPlank * thick) + pointShortMm + make.bungMm - thick));
}

}  // namespace

Result<void> checkFastening(const FasteningPlan& plan) {
  Problems problems;
  keepWithin(problems, plan.blockThick, Trade::say("the thickness of butt blocks"), 3.0, 200.0);
  for (const auto& [length, name] : {std::pair(plan.lapSpacing, Trade::say("the spacing in laps")),
                                     std::pair(plan.keelSpacing, Trade::say("the spacing along the keel")),
                                     std::pair(plan.endSpacing, Trade::say("the spacing across ends"))}) {
    keepWithin(problems, length, name, 10.0, 1000.0);
  }
  if (plan.spares && !(*plan.spares >= 0.0 && *plan.spares <= 200.0))
    problems.push_back({Fault::LimitWrong, {0, 0, "spares"}, {Trade::say("from 0 to 200 per cent")}});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return {};
}

FastenerKind FasteningMake::kindAt(FastenedTo to) const {
  switch (to) {
    case FastenedTo::Frame:
      return atFrames;
    case FastenedTo::Lap:
      return inLaps;
    case FastenedTo::HoodEnd:
    case FastenedTo::Keel:
    case FastenedTo::Transom:
      return atEnds;
    case FastenedTo::ButtBlock:
      break;
  }
  return inButts;
}

FasteningMake fasteningMake(const OffsetTable& table, const FasteningPlan& plan, Notation notation) {
  FasteningMake make;
  make.construction = table.construction;
  make.notation = notation;
  make.thicknessMm = table.thickness.mm();
  const bool lapped = table.construction == Construction::Lapstrake;
  make.atFrames = plan.atFrames.value_or(lapped ? FastenerKind::Rivet : FastenerKind::Screw);
  make.inLaps = plan.inLaps.value_or(FastenerKind::Rivet);
  make.atEnds = plan.atEnds.value_or(FastenerKind::Screw);
  make.inButts = plan.inButts.value_or(lapped ? FastenerKind::Rivet : FastenerKind::Screw);
  // Light laps are fastened closer than heavy ones: some six thicknesses and a little.
  make.lapSpacingMm = plan.lapSpacing ? plan.lapSpacing->mm() : std::clamp(6.0 * make.thicknessMm + 10.0, 50.0, 110.0);
  make.keelSpacingMm =
      plan.keelSpacing ? plan.keelSpacing->mm() : std::clamp(4.0 * make.thicknessMm + 20.0, 50.0, 120.0);
  make.endSpacingMm = plan.endSpacing ? plan.endSpacing->mm() : std::clamp(1.2 * make.thicknessMm + 18.0, 25.0, 50.0);
  make.spares = plan.spares.value_or(10.0);
  make.holesReused = plan.holesReused;
  const bool bunged = plan.bunged.value_or(!lapped && make.thicknessMm >= bungedFromMm);
  make.bungMm = bunged ? bungOfPlank * make.thicknessMm : 0.0;
  make.blockMm = plan.blockThick ? plan.blockThick->mm() : usualBlockMm(make);
  return make;
}

FastenerThrough fastenerFor(const FasteningMake& make, FastenerKind kind, int planks, double backingMm) {
  FastenerThrough of;
  of.fastener.kind = kind;
  of.woodMm = planks * make.thicknessMm + std::min(backingMm, deepWoodMm);
  if (kind == FastenerKind::Screw) {
    const auto size = std::find_if(screwSizes.begin(), screwSizes.end(),
                                   [&](const ScrewSize& one) { return make.thicknessMm <= one.upToMm; });
    of.fastener.gauge = size->gauge;
    of.fastener.shankMm = size->shankMm;
    of.boreMm = make.bungMm;
    of.shankHoleMm = size->shankMm;
    of.pilotMm = pilotOfShank * size->shankMm;
    const double plank = planks * make.thicknessMm;
    const double room = of.woodMm - of.boreMm - pointShortMm;
    // The longest as sold that keeps its point inside, and is no more than is usual; of very thin planks the shortest.
    of.fastener.lengthMm = stockLengths(make.notation).front();
    if (of.fastener.lengthMm > room + 1e-6) of.misfit = Misfit::TooThin;
    for (const double length : stockLengths(make.notation)) {
      if (length <= std::min(mostOfPlank * plank, room) + 1e-6) of.fastener.lengthMm = length;
    }
    of.throughMm = of.woodMm - of.boreMm - of.fastener.lengthMm;
    // As sold, a sixteenth less than twice is twice.
    of.isShort = of.misfit == Misfit::None && of.fastener.lengthMm < (leastOfPlank - nearlyOfPlank) * plank;
    return of;
  }
  const bool bolt = kind == FastenerKind::Bolt, rivet = kind == FastenerKind::Rivet;
  const auto sized = [&](const auto& sizes) {
    return std::find_if(sizes.begin(), sizes.end(), [&](const NailSize& one) { return make.thicknessMm <= one.upToMm; })
        ->shankMm;
  };
  const double shank = bolt ? sized(boltSizes) : sized(nailSizes);
  of.fastener.shankMm = shank;
  of.shankHoleMm = bolt ? shank : nailHoleOfShank * shank;
  of.boreMm = bolt ? make.bungMm : 0.0;
  const double under = of.woodMm - of.boreMm;
  of.cutMm = bolt ? 0.0 : under + (rivet ? roveMm + shank : turnedMm);
  const double least = bolt ? under + washerMm + nutOfShank * shank : of.cutMm + (rivet ? nipMm : 0.0);
  const auto length = nextLength(make.notation, least);
  if (backingMm >= deepWoodMm)
    of.misfit = Misfit::NoFarSide;
  else if (!length)
    of.misfit = Misfit::TooThick;
  of.fastener.lengthMm = length.value_or(stockLengths(make.notation).back());
  of.throughMm = of.fastener.lengthMm - under;
  return of;
}

std::string misfitWords(const FastenerThrough& of, Notation notation) {
  const std::string wood = showLength(millimetres(of.woodMm), notation);
  switch (of.misfit) {
    case Misfit::None:
      break;
    case Misfit::NoFarSide:
      return Trade::say("nothing can be headed, turned or screwed on behind stem, keel or transom: screws go there");
    case Misfit::TooThin:
      return Trade::say("the shortest screw as sold would come through %1 of wood: rivet there", wood);
    case Misfit::TooThick:
      return Trade::say("none as sold goes through %1 of wood: screw there", wood);
  }
  return {};
}

double leastEdgeMm(const Fastener& fastener) {
  return edgeShanks * fastener.shankMm;
}

double leastApartMm(const Fastener& fastener) {
  return apartShanks * fastener.shankMm;
}

std::string fastenerWords(const Fastener& fastener, Notation notation) {
  const bool metric = notation == Notation::Millimetres;
  const std::string length = showLength(millimetres(fastener.lengthMm), metric ? notation : Notation::Inches16);
  if (fastener.kind == FastenerKind::Screw) {
    return Trade::say("screw %1 × %2", metric ? saidDecimal(fastener.shankMm, 1) : Trade::say("no. %1", fastener.gauge),
                      length);
  }
  const std::string shank = saidDecimal(fastener.shankMm, 1);
  if (fastener.kind == FastenerKind::Bolt) return Trade::say("bolt %1 mm × %2", shank, length);
  return fastener.kind == FastenerKind::Rivet ? Trade::say("nail to rivet %1 mm × %2", shank, length)
                                              : Trade::say("nail to clench %1 mm × %2", shank, length);
}

}  // namespace narrows
