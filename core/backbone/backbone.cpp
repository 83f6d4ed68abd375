#include "backbone/backbone.h"

#include <algorithm>
#include <cmath>

#include "moulds/mould.h"

namespace narrows {

namespace {

/// Ids of what Narrows draws itself, before the builder takes it over: none of the book's reach so high.
constexpr std::int64_t firstDrawnId = std::int64_t{1} << 40;
constexpr double footMm = 12.0 * mmPerInch;
constexpr double radPerDegree = 0.017453292519943295;

/// Works out one backbone, part by part.
class Maker {
 public:
  Maker(const BackboneInput& input, const BackbonePlan& plan, const Backbone* before, const std::stop_token& stop,
        BackboneEffort effort)
      : m_input(input), m_before(before), m_stop(stop), m_effort(effort), m_unit(input.table->unit) {
    m_made.plan = plan;
    m_made.input = input;
    const bool sameHull = before != nullptr && before->input.drawn == input.drawn && before->input.table == input.table;
    if (!sameHull) m_before = nullptr;
  }

  Backbone make() {
    traceRabbet();
    if (m_stop.stop_requested()) return {};
    if (m_made.plan.timbers.empty()) {
      std::int64_t nextId = firstDrawnId;
      m_made.plan = drawUsual(m_made.plan, {m_input.table.get(), m_input.drawn.get(), m_made.rabbet.get()}, nextId);
      m_made.drawnByUs = true;
    }
    using Step = void (Maker::*)();
    for (const Step step : {&Maker::shape, &Maker::machineGrooves, &Maker::bevelKeel, &Maker::markTimbers,
                            &Maker::expand, &Maker::bend, &Maker::bendRound, &Maker::layOnSlab, &Maker::compare}) {
      if (m_stop.stop_requested()) return {};
      (this->*step)();
    }
    m_made.order = benchOrder({&m_made.plan, false, true, m_made.transom != nullptr});
    m_made.reachShort = reachShorts(m_made.plan, m_made.keel ? &*m_made.keel : nullptr, m_made.grooves);
    m_made.cautions = cautionsFor(m_made.plan);
    return std::move(m_made);
  }

 private:
  double thickness() const { return m_input.table->thickness.mm(); }
  void take(const Problems& problems) {
    m_made.problems.insert(m_made.problems.end(), problems.begin(), problems.end());
  }

  void traceRabbet() {
    const RabbetPlan& plan = m_made.plan.rabbet;
    const HalfSidings sidings = sidingsOf(plan);
    const bool same = m_before != nullptr && m_before->rabbet != nullptr && sidingsOf(m_before->plan.rabbet) == sidings;
    if (same) {
      m_made.rabbet = m_before->rabbet;
      m_made.unmet = m_before->unmet;
    } else {
      const RabbetTracer tracer({m_input.drawn.get(), m_input.table->side, thickness()}, *m_input.table, sidings);
      TracedRabbet traced = tracer.traceAll(m_stop);
      m_made.rabbet = std::make_shared<std::vector<RabbetRun>>(std::move(traced.runs));
      m_made.unmet = std::move(traced.unmet);
    }
    if (plan.stem == StemMake::Rabbeted) take(rabbetProblems(*m_made.rabbet, *m_input.table));
    checkSidings(sidings);
  }

  /// A half-siding wider than the hull has no planking to meet.
  void checkSidings(const HalfSidings& sidings) {
    if (!sidings.stemMm || m_made.run(RabbetPart::Stem) != nullptr) return;
    if (m_input.drawn->sections.front().kind != SectionKind::Stem || m_input.drawn->sections.size() < 2) return;
    double widest = 0.0;
    for (const Batten& part : m_input.drawn->sections[1].parts) {
      for (const Vec3& nail : part.nails()) widest = std::max(widest, nail.y());
    }
    const auto words = [this](double mm) { return writeLength(millimetres(mm), m_unit, 1, true); };
    take({{Fault::SidingWiderThanHull, {0, 0, "stem"}, {words(*sidings.stemMm), words(0.5 * widest)}}});
  }

  void shape() {
    m_made.shapes = shapeTimbers(m_made.plan);
    take(m_made.shapes.problems);
    m_made.stopwaters = placeStopwaters(m_made.plan, *m_made.rabbet, thickness());
    m_made.clashes = boltClashes(m_made.plan, *m_made.rabbet, m_made.stopwaters);
  }

  void machineGrooves() {
    const RabbetPlan& plan = m_made.plan.rabbet;
    if (plan.stem != StemMake::Rabbeted && m_made.plan.keel.make == KeelMake::Plank) return;
    if (m_before != nullptr && m_before->rabbet == m_made.rabbet && m_before->plan.rabbet == plan &&
        m_before->plan.keel.make == m_made.plan.keel.make) {
      m_made.grooves = m_before->grooves;
      return;
    }
    GrooveLimits limits;
    limits.thicknessMm = thickness();
    limits.stopBelowEndMm = plan.stopBelowSheer.mm();
    limits.mostRollRadPerMm = plan.mostRollDegPerFoot * radPerDegree / footMm;
    limits.reachMm = plan.cutterReach.mm();
    for (const RabbetRun& run : *m_made.rabbet) {
      if (run.part == RabbetPart::Stem && plan.stem != StemMake::Rabbeted) continue;
      if (run.part == RabbetPart::Keel && m_made.plan.keel.make == KeelMake::Plank) continue;
      std::vector<double> at;
      for (const RabbetMark& mark : rabbetMarks(run, *m_input.table, RabbetSteps::Table, 0.0))
        at.push_back(mark.alongMm);
      if (auto groove = machineGroove(run, limits, at)) m_made.grooves.push_back(std::move(*groove));
    }
  }

  void bevelKeel() {
    const KeelPlan& keel = m_made.plan.keel;
    if (m_input.inside == nullptr || m_made.run(RabbetPart::Keel) == nullptr || keel.thickness.mm() <= 0.0) return;
    if (m_before != nullptr && m_before->keel && m_before->rabbet == m_made.rabbet &&
        m_before->input.inside == m_input.inside && m_before->plan.keel == keel) {
      m_made.keel = m_before->keel;
      return;
    }
    const auto edges = keelEdges(*m_input.inside, keel.thickness.mm(), keel.shoulder.mm());
    if (edges.size() < 2) return;
    auto bevel = keelBevel(edges, keel.thickness.mm(), keel.shoulder.mm(), m_unit);
    if (bevel) {
      m_made.keel = std::move(*bevel);
    } else {
      take(bevel.error());
    }
  }

  /// Of a timber that has kept its shape.
  const TimberMarks* marksBefore(const TimberShape& shape) const {
    const TimberShape* was = m_before == nullptr ? nullptr : m_before->shapes.find(shape.id);
    if (was == nullptr || was->outline != shape.outline) return nullptr;
    const auto found = std::find_if(m_before->marks.begin(), m_before->marks.end(),
                                    [&](const TimberMarks& one) { return one.timber == shape.id; });
    return found == m_before->marks.end() ? nullptr : &*found;
  }

  void markTimbers() {
    std::vector<NamedStation> stations;
    for (const StationColumn& station : m_input.table->stations) {
      if (station.distance) stations.push_back({station.name, station.distance->mm()});
    }
    for (const TimberShape& shape : m_made.shapes.shapes) {
      if (const TimberMarks* known = marksBefore(shape)) {
        m_made.marks.push_back(*known);
        continue;
      }
      const TimberFaces faces = facesOf(shape.outline);
      if (faces.upper.size() < 2 || faces.lower.size() < 2) continue;
      StationMarks marks = markStations(Batten::spring(faces.upper, BattenEnds::Free),
                                        Batten::spring(faces.lower, BattenEnds::Free), stations, m_stop);
      if (!marks.marks.empty()) m_made.marks.push_back({shape.id, std::move(marks)});
    }
  }

  void expand() {
    if (m_input.table->profile(ProfilePart::Transom) == nullptr) return;
    if (m_before != nullptr && m_before->transom != nullptr && m_before->plan.transom == m_made.plan.transom &&
        m_before->input.plankLines == m_input.plankLines) {
      m_made.transom = m_before->transom;
      return;
    }
    auto transom = expandTransom({m_input.drawn.get(), m_input.table.get()}, m_made.plan.transom, m_input.plankLines);
    if (transom) {
      m_made.transom = std::make_shared<Transom>(std::move(*transom));
    } else {
      take(transom.error());
    }
  }

  /// Whether a timber is what it was, or there is none either time.
  bool sameTimber(TimberId id) const {
    const Timber* was = m_before->plan.find(id);
    const Timber* now = m_made.plan.find(id);
    return was == nullptr || now == nullptr ? was == now : *was == *now;
  }

  void bendRound() {
    const BentInPlacePlan& plan = m_made.plan.bentInPlace;
    if (plan.along == BentAlong::None) return;
    if (m_before != nullptr && m_before->plan.bentInPlace == plan) {
      m_made.bentInPlace = m_before->bentInPlace;
      m_made.bentInPlaceProblems = m_before->bentInPlaceProblems;
      return;
    }
    auto made = bendInPlace({m_input.drawn.get(), m_input.table.get()}, plan);
    if (made) {
      m_made.bentInPlace = std::move(*made);
    } else {
      m_made.bentInPlaceProblems = made.error();
    }
  }

  void bend() {
    const bool samePlans = m_before != nullptr && m_before->plan.lamination == m_made.plan.lamination &&
                           m_before->plan.blank == m_made.plan.blank;
    const bool same = samePlans && !m_before->bendsWait && sameTimber(m_made.plan.lamination.timber) &&
                      sameTimber(m_made.plan.blank.timber) && m_before->input.inside == m_input.inside;
    if (same || (samePlans && m_effort == BackboneEffort::Quick)) {
      m_made.bendsWait = !same;
      m_made.bent = m_before->bent;
      m_made.lamination = m_before->lamination;
      m_made.laminationProblems = m_before->laminationProblems;
      m_made.blank = m_before->blank;
      m_made.blankProblems = m_before->blankProblems;
      return;
    }
    const auto partOf = [&](TimberId id, Problems& problems) -> std::optional<BentPart> {
      const Timber* timber = m_made.plan.find(id);
      if (timber == nullptr) return std::nullopt;
      auto part = bentPartOf(*timber);
      if (part) return *part;
      problems = part.error();
      return std::nullopt;
    };
    m_made.bent = m_made.plan.lamination.frame.empty()
                      ? partOf(m_made.plan.lamination.timber, m_made.laminationProblems)
                      : frameOf(m_made.laminationProblems);
    if (m_made.bent) {
      if (m_made.plan.lamination.moulding.mm() > 0.0) m_made.bent->mouldingMm = m_made.plan.lamination.moulding.mm();
      auto lamination = laminate(*m_made.bent, m_made.plan.lamination, m_unit);
      if (lamination) {
        m_made.laminationProblems = lamination->problems;
        m_made.lamination = std::move(*lamination);
      } else {
        m_made.laminationProblems = lamination.error();
      }
    }
    if (const auto part = partOf(m_made.plan.blank.timber, m_made.blankProblems)) {
      auto blank = buildBlank(*part, m_made.plan.blank, m_unit);
      if (blank) {
        m_made.blank = std::move(*blank);
      } else {
        m_made.blankProblems = blank.error();
      }
    }
  }

  /// A frame of the lamination's own moulding, its outer face the inside of the planking at a station; across the boat
  /// lies where a timber's profile has the length.
  std::optional<BentPart> frameOf(Problems& problems) const {
    const LaminationPlan& plan = m_made.plan.lamination;
    const auto column =
        std::find_if(m_input.table->stations.begin(), m_input.table->stations.end(),
                     [&](const StationColumn& station) { return station.name == plan.frame && station.distance; });
    if (column == m_input.table->stations.end() || m_input.inside == nullptr) {
      problems = {{Fault::StationUnknown, {0, 0, "frame"}, {plan.frame}}};
      return std::nullopt;
    }
    const double moulding = plan.moulding.mm() > 0.0 ? plan.moulding.mm() : plan.frameSiding.mm();
    const auto outline = cutOutline(*m_input.inside, column->distance->mm(), moulding);
    if (!outline) {
      problems = outline.error();
      return std::nullopt;
    }
    std::vector<Vec3> nails;
    constexpr int steps = 60;
    for (int i = 0; i <= steps; ++i) {
      const Vec3 at = outline->pointAt(outline->lengthMm() * i / steps);
      nails.emplace_back(at.y(), 0.0, at.z());
    }
    BentPart part;
    part.concave = Batten::spring(nails, BattenEnds::CarryCurvature);
    part.mouldingMm = moulding;
    part.sidingMm = plan.frameSiding.mm();
    return part;
  }

  void flattenSlab(const std::vector<SlabReading>& readings) {
    const SlabPlan& plan = m_made.plan.slab;
    SlabWork& slab = m_made.slab;
    if (m_before != nullptr && m_before->plan.slab == plan && m_before->slab.flat) {
      slab.rails = m_before->slab.rails;
      slab.flat = m_before->slab.flat;
      return;
    }
    auto flat =
        flatten(readings, {plan.thickness.mm(), plan.finished.mm(), plan.mostTiltDeg * radPerDegree}, plan, m_unit);
    if (flat) {
      slab.rails = railHeights(flat->first, plan.length.mm(), plan.width.mm());
      slab.flat = std::move(*flat);
    } else {
      slab.problems = flat.error();
    }
  }

  void layOnSlab() {
    const SlabPlan& plan = m_made.plan.slab;
    SlabWork& slab = m_made.slab;
    if (!plan.down.empty()) {
      const auto readings = slabReadings(plan);
      if (!readings) {
        slab.problems = readings.error();
      } else {
        flattenSlab(*readings);
      }
    }
    const TimberShape* shape = m_made.shapes.find(plan.timber);
    slab.lay = placementOf(plan, shape != nullptr ? shape->outline : Polygon{{0, 0}, {1, 0}, {0, 1}});
    if (shape == nullptr) return;
    slab.placed.placement = placementIn(plan);
    if (!plan.placed) {
      const Box2 box = boxOf(slab.lay.slab);
      slab.placed.placement = {0.5 * (box.low + box.high), slab.lay.grainRad - slab.lay.patternAxisRad, false};
    }
    slab.placed.judgement = judgePlacement(slab.lay, slab.placed.placement);
    slab.graving = gravingPieces(slab.lay, slab.placed, centroid(shape->outline), plan.species);
  }

  void compare() {
    std::vector<CameOutStation> stations;
    const RabbetRun* keel = m_made.run(RabbetPart::Keel);
    for (const StationColumn& station : m_input.table->stations) {
      if (!station.distance || keel == nullptr) continue;
      const auto along = alongAt(*keel, 0, station.distance->mm());
      if (along)
        stations.push_back({station.name, station.distance->mm(), keel->at(*along).rabbet.y(), std::nullopt, 0.0});
    }
    m_made.cameOut = compareCameOut(stations, m_made.plan.cameOut, m_made.plan.follow);
    take(m_made.cameOut.problems);
  }

  const BackboneInput& m_input;
  const Backbone* m_before;
  const std::stop_token& m_stop;
  BackboneEffort m_effort;
  Unit m_unit;
  Backbone m_made;
};

}  // namespace

HalfSidings sidingsOf(const RabbetPlan& plan) {
  const auto mm = [](const std::optional<Length>& length) -> std::optional<double> {
    return length ? std::optional<double>(length->mm()) : std::nullopt;
  };
  return {mm(plan.stemHalfSiding), mm(plan.keelHalfSiding), mm(plan.sternpostHalfSiding)};
}

const RabbetRun* Backbone::run(RabbetPart part) const {
  if (rabbet == nullptr) return nullptr;
  for (const RabbetRun& one : *rabbet) {
    if (one.part == part) return &one;
  }
  return nullptr;
}

const MachinedGroove* Backbone::groove(RabbetPart part) const {
  for (const MachinedGroove& one : grooves) {
    if (one.part == part) return &one;
  }
  return nullptr;
}

Backbone makeBackbone(const BackboneInput& input, const BackbonePlan& plan, const Backbone* before,
                      const std::stop_token& stop, BackboneEffort effort) {
  require(input.table != nullptr && input.drawn != nullptr, "a backbone is worked out from a hull");
  return Maker(input, plan, before, stop, effort).make();
}

BackbonePlan usualPlan(const OffsetTable& table) {
  BackbonePlan plan;
  // A rabbet whose half-breadth changes along her is a plank keel's.
  const TableRow* rabbet = table.row(RowKind::HalfBreadth, RowLine::Rabbet);
  double least = 1e12, most = 0.0;
  if (rabbet != nullptr) {
    for (const auto& figure : rabbet->figures) {
      if (figure) least = std::min(least, figure->mm()), most = std::max(most, figure->mm());
    }
  }
  constexpr double sameHalfBreadthMm = 3.0;
  plan.keel.make = most - least > sameHalfBreadthMm ? KeelMake::Plank : KeelMake::Upright;
  // What the planking lands on and the shoulder, to a sixteenth.
  plan.keel.thickness = inches(std::round((table.thickness.mm() + plan.keel.shoulder.mm()) / mmPerInch * 16.0) / 16.0);
  return plan;
}

}  // namespace narrows
