#include "solve/solve.h"

#include <algorithm>
#include <cmath>

#include "book/daybook_edits.h"
#include "book/spiling_edits.h"
#include "lining/shop_figures.h"
#include "plank/stiff_batten.h"
#include "problem/trade.h"
#include "solve/joinery.h"
#include "solve/sheet_points.h"

namespace narrows {

namespace {

/// Faces a strake is divided into for its picture.
constexpr std::size_t meshColumns = 48;
constexpr std::size_t meshRows = 2;
/// Figures of a table whose waterlines and buttocks are drawn afresh while one of them changes; on longer ones they
/// wait.
constexpr std::size_t mostLinesAtOnce = 600;

/// Planks laid afresh while something is dragged: where a guide moves more than these, they wait for the hand to let
/// go.
constexpr std::size_t mostPlanksAtOnce = 3;

template <typename T>
Made<T> madeOf(Result<T> result) {
  if (result) return {std::make_shared<T>(std::move(*result))};
  return {nullptr, result.error()};
}

template <typename T>
Made<T> madeOf(T value) {
  return {std::make_shared<T>(std::move(value))};
}

/// Where the planks' lines end on the transom, inside face.
void markTransom(TransomMarks& marks, const Lining& lining, const std::string& side) {
  const std::size_t last = lining.frame.sectionCount() - 1;
  if (lining.frame.hull().sections.back().kind != SectionKind::Transom) return;
  for (std::size_t k = 1; k + 1 < lining.lines.size(); ++k) {
    if (!lining.lines[k].isAt(last)) continue;
    marks.emplace_back("line " + std::to_string(k) + side,
                       lining.frame.sectionPoint(last, lining.lines[k].shares[last]));
  }
}

TransomMarks transomMarks(const Lining* starboard, const Lining* port) {
  TransomMarks marks;
  const bool two = starboard != nullptr && port != nullptr && starboard != port;
  if (starboard != nullptr) markTransom(marks, *starboard, two ? " starboard" : "");
  if (two) markTransom(marks, *port, " port");
  return marks;
}

/// Makes one answer, part by part in the order of the shop.
class Answer {
 public:
  Answer(BookSnapshot book, std::uint64_t revision, const std::shared_ptr<const Solved>& previous, SolveEffort effort,
         const std::stop_token& stop)
      : m_solved(std::make_shared<Solved>()),
        m_before(previous.get()),
        m_quick(effort == SolveEffort::Quick),
        m_stop(stop) {
    m_solved->book = std::move(book);
    m_solved->revision = revision;
  }

  std::shared_ptr<const Solved> make() {
    using Step = void (Answer::*)();
    // After each it is asked whether to go on: what was broken off within one is of no use to the next.
    for (const Step step :
         {&Answer::table, &Answer::hull, &Answer::inside, &Answer::outside, &Answer::lines, &Answer::surface,
          &Answer::moulds, &Answer::frame, &Answer::lining, &Answer::backbone, &Answer::planks, &Answer::spiled,
          &Answer::weighing, &Answer::gains, &Answer::joints, &Answer::findings}) {
      (this->*step)();
      if (m_stop.stop_requested()) return nullptr;
    }
    return m_solved;
  }

 private:
  /// The part of the answer before.
  template <typename P>
  const P* before(P Solved::*part) const {
    return m_before == nullptr ? nullptr : &(m_before->*part);
  }
  template <typename P, typename Make>
  void renew(P Solved::*part, typename P::Inputs from, bool mayWait, Make make) {
    (*m_solved).*part = renewed(before(part), std::move(from), mayWait, make);
  }

  void table() {
    OffsetTable faired = fairedTable(*m_solved->book);
    renew(&Solved::fair, {faired}, false, [&] {
      Made<OffsetTable> made = madeOf(std::move(faired));
      if (const auto sense = checkOffsetTable(*made.value); !sense) made.problems = sense.error();
      return made;
    });
    // What waits is of the same stations: marks and moulds are named by them.
    m_tableMoves = m_quick && m_before != nullptr && !(m_before->fair == m_solved->fair) &&
                   m_before->book->stationIds == m_solved->book->stationIds;
    renew(&Solved::judgement, {m_solved->fair.value}, false,
          [&] { return madeOf(judgeTable(*m_solved->fair, m_before ? m_before->judgement.get() : nullptr, m_stop)); });
  }

  void hull() {
    renew(&Solved::drawn, {m_solved->fair.value}, false, [&] {
      const bool beside = m_before != nullptr && m_before->drawn.get() != nullptr && m_before->fair.get() != nullptr;
      Made<Hull> made = madeOf(beside ? springHull(*m_solved->fair, *m_before->fair, *m_before->drawn, m_stop)
                                      : springHull(*m_solved->fair, m_stop));
      if (made.value != nullptr) made.problems = made.value->problems;
      return made;
    });
  }

  void face(Part<Hull, HullPart, TablePart> Solved::*part, Face wanted) {
    renew(part, {m_solved->drawn.value, m_solved->fair.value}, false, [&]() -> Made<Hull> {
      if (m_solved->drawn == nullptr) return {};
      const OffsetTable& table = *m_solved->fair;
      if ((wanted == Face::Inside) == (table.side == PlankingSide::Inside)) return {m_solved->drawn.value};
      Made<Hull> made = madeOf(hullFace(*m_solved->drawn, table, wanted, m_stop));
      if (made.value != nullptr && wanted == Face::Inside) made.problems = made.value->problems;
      return made;
    });
  }

  void inside() { face(&Solved::inside, Face::Inside); }
  void outside() { face(&Solved::outside, Face::Outside); }

  void lines() {
    const OffsetTable& table = *m_solved->fair;
    const bool many = table.rows.size() * table.stations.size() > mostLinesAtOnce;
    renew(&Solved::drawnLines, {m_solved->drawn.value, m_solved->fair.value}, m_quick && many, [&] {
      std::vector<DrawnLine> drawn;
      for (std::size_t row = 0; row < table.rows.size() && m_solved->drawn.get() != nullptr; ++row) {
        if (m_stop.stop_requested()) break;
        const TableRow& line = table.rows[row];
        if (line.line == RowLine::Waterline) drawn.push_back({row, waterlineContours(*m_solved->drawn, line.at.mm())});
        if (line.line == RowLine::Buttock) drawn.push_back({row, buttockContours(*m_solved->drawn, line.at.mm())});
      }
      return madeOf(std::move(drawn));
    });
  }

  /// What the surface says of the lines may wait for the hand to let go.
  void surface() {
    const OffsetTable& table = *m_solved->fair;
    renew(&Solved::surfaceFindings, {m_solved->fair.value, m_solved->drawnLines.value}, m_quick, [&] {
      SurfaceFindings found;
      if (m_solved->drawn.get() != nullptr) {
        found.offSurface = lookAtSurface(table, *m_solved->judgement, *m_solved->drawnLines, m_stop);
        found.notHeld = lookAtHolds(table, *m_solved->judgement, m_stop);
      }
      return madeOf(std::move(found));
    });
  }

  MouldFace mouldFace() const {
    const Lining* lining = m_solved->lining.get();
    const bool lined = lining != nullptr && lining->frame.sharedHull() == m_solved->inside.value;
    const Lining* port = m_solved->portLining.get();
    return {m_solved->inside.value, lined ? lining : nullptr, m_solved->fair.get(),
            lined && port != lining ? port : nullptr};
  }

  void moulds() {
    if (m_solved->inside == nullptr) return;
    const MouldPlan& plan = m_solved->book->moulds;
    renew(&Solved::outlines, {m_solved->inside.value, cutOf(plan)}, m_tableMoves, [&] {
      Made<MouldSet> made =
          madeOf(makeMoulds({m_solved->inside.value, nullptr, m_solved->fair.get(), nullptr}, plan, m_stop));
      made.problems = made.value->problems;
      return made;
    });
    const bool asDrawn = !plan.plankAsTheyStand || plan.readings.empty();
    renew(&Solved::planked, {m_solved->inside.value, asDrawn ? MouldPlan() : plan}, m_tableMoves, [&]() -> Made<Hull> {
      if (asDrawn) return {m_solved->inside.value};
      Made<Hull> made = madeOf(standingHull(*m_solved->inside, *m_solved->outlines, plan));
      if (made.value == nullptr) made.value = m_solved->inside.value;
      return made;
    });
    const SetUpCheck check = checkSetUp(*m_solved->outlines, plan);
    m_solved->setUp = check.offs;
    m_setUpProblems = check.problems;
  }

  void frame() {
    if (m_solved->planked == nullptr) return;
    const auto renewFrame = [&](Part<GirthFrame, HullPart, BaseLine> Solved::*part, BaseLine base) {
      renew(part, {m_solved->planked.value, base}, m_tableMoves,
            [&] { return madeOf(GirthFrame(m_solved->planked.value, base == BaseLine::Rabbet, m_stop)); });
    };
    const BaseLine base = m_solved->book->boatPlan().base, portBase = m_solved->book->planOf(BoatSide::Port).base;
    renewFrame(&Solved::frame, base);
    if (portBase == base) {
      m_solved->portFrame = m_solved->frame;
    } else {
      renewFrame(&Solved::portFrame, portBase);
    }
  }

  void lining() {
    if (m_solved->planked == nullptr) return;
    const std::vector<StationId> ids = sectionIds(*m_solved->book, m_solved->frame->hull());
    const PlankingFigures planking = plankingFigures(*m_solved->book);
    const auto renewLining = [&](Solved::LiningPart Solved::*part, const std::shared_ptr<const GirthFrame>& frame,
                                 const LiningPlan& plan) {
      renew(part, {frame, plan, ids, planking}, m_tableMoves,
            [&] { return madeOf(lineOff(*frame, plan, ids, planking)); });
    };
    renewLining(&Solved::lining, m_solved->frame.value, m_solved->book->boatPlan());
    if (isLinedAlike(*m_solved->book)) {
      m_solved->portLining = m_solved->lining;
    } else {
      renewLining(&Solved::portLining, m_solved->portFrame.value, m_solved->book->planOf(BoatSide::Port));
    }
    // The picture of the hull, and the marks on the moulds, can wait for the hand to let go.
    MeshPlanking seen;
    if (const Lining* of = m_solved->lining.get(); of != nullptr && of->strakeCount() > 0)
      seen = {plankMake(*m_solved->book, *of, of->strakeCount() - 1), planking.thicknessMm};
    renew(&Solved::mesh, {m_solved->lining.value, m_solved->portLining.value, seen}, m_quick,
          [&]() -> Made<std::vector<MeshFace>> {
            if (m_solved->lining == nullptr) return {};
            const Lining& starboard = *m_solved->lining;
            const Lining* port = m_solved->portLining.get();
            return madeOf(plankedMesh(starboard, port != nullptr ? *port : starboard, meshColumns, meshRows, seen));
          });
    const auto madeFrom = std::tuple(m_solved->outlines.value, m_solved->lining.value, m_solved->portLining.value);
    renew(&Solved::moulds, madeFrom, m_quick, [&]() -> Made<MouldSet> {
      if (m_solved->outlines == nullptr) return {};
      MouldSet marked = *m_solved->outlines;
      markPlankLines(marked, mouldFace(), m_solved->book->moulds, m_stop);
      return madeOf(std::move(marked));
    });
  }

  void backbone() {
    if (m_solved->drawn == nullptr) return;
    const BackbonePlan& plan = m_solved->book->backbone;
    TransomMarks marks = transomMarks(m_solved->lining.get(), m_solved->portLining.get());
    // While something is dragged the transom's marks, and where a figure moves all of it, may be of a moment ago; a
    // point of the backbone in the hand may not.
    const auto* old = before(&Solved::backbone);
    const bool samePlan = old != nullptr && old->from && std::get<BackbonePlan>(*old->from) == plan;
    if (m_quick && !samePlan && old != nullptr && old->from) marks = std::get<TransomMarks>(*old->from);
    const auto inputs = [&](bool quick) {
      return decltype(m_solved->backbone)::Inputs{m_solved->drawn.value, m_solved->inside.value, plan, marks, quick};
    };
    const bool isFull = old != nullptr && old->from && *old->from == inputs(false);
    const bool isQuick = m_quick && !isFull;
    renew(&Solved::backbone, inputs(isQuick), m_quick && samePlan, [&] {
      const BackboneInput input{m_solved->fair.value, m_solved->drawn.value, m_solved->inside.value, marks};
      Made<Backbone> made = madeOf(makeBackbone(input, plan, old != nullptr ? old->get() : nullptr, m_stop,
                                                isQuick ? BackboneEffort::Quick : BackboneEffort::Full));
      made.problems = made.value->problems;
      return made;
    });
    m_solved->backbone.waits |= isQuick;
  }

  void planks() {
    layPlanks(m_solved->lining.get(), m_solved->frame.value, &Solved::planks);
    if (m_solved->portLining == m_solved->lining) {
      m_solved->portPlanks = m_solved->planks;
    } else {
      layPlanks(m_solved->portLining.get(), m_solved->portFrame.value, &Solved::portPlanks);
    }
  }

  /// How many planks lie between other lines than in the answer before.
  std::size_t changedPlanks(const Lining& lining, const std::shared_ptr<const GirthFrame>& frame,
                            std::vector<Solved::PlankPart> Solved::*planks) const {
    if (m_before == nullptr) return 0;
    const std::vector<Solved::PlankPart>& old = m_before->*planks;
    std::size_t changed = 0;
    for (std::size_t k = 0; k < std::min(old.size(), lining.strakeCount()); ++k) {
      const LinedStrake& strake = lining.strakes[k];
      changed += !old[k].from || std::get<0>(*old[k].from) != frame ||
                 !(std::get<1>(*old[k].from) == strake.lowerEdge.over(strake.reach)) ||
                 !(std::get<2>(*old[k].from) == strake.upperEdge);
    }
    return changed;
  }

  void layPlanks(const Lining* lined, const std::shared_ptr<const GirthFrame>& frame,
                 std::vector<Solved::PlankPart> Solved::*planks) {
    if (lined == nullptr) return;
    const Lining& lining = *lined;
    const bool manyMove = m_quick && changedPlanks(lining, frame, planks) > mostPlanksAtOnce;
    m_manyMove = m_manyMove || manyMove;
    for (std::size_t k = 0; k < lining.strakeCount() && !m_stop.stop_requested(); ++k) {
      const Solved::PlankPart* old =
          m_before != nullptr && k < (m_before->*planks).size() ? &(m_before->*planks)[k] : nullptr;
      const LinedStrake& strake = lining.strakes[k];
      PlankMake make = plankMake(*m_solved->book, lining, k);
      Solved::PlankPart::Inputs inputs{frame, strake.lowerEdge.over(strake.reach), strake.upperEdge, make};
      // A plank laid in full is as good while something else is dragged; a quick one never passes for it.
      const bool isFull = old != nullptr && old->from && *old->from == inputs;
      const bool isQuick = m_quick && !isFull;
      if (isQuick) std::get<PlankMake>(inputs).fineness = make.fineness = quickStrip;
      const auto lay = [&] {
        FlatPlank plank = flatPlank(lining.band(k), make, old != nullptr ? old->get() : nullptr, m_stop);
        plank.strake = strake.id;
        return madeOf(std::move(plank));
      };
      auto& laid = (*m_solved).*planks;
      laid.push_back(renewed(old, std::move(inputs), m_tableMoves || manyMove, lay));
      laid.back().waits |= isQuick;
    }
  }

  void spiled() {
    for (std::size_t i = 0; i < m_solved->book->spiled.size(); ++i) {
      const Spiling& spiling = m_solved->book->spiled[i].spiling;
      const Lining* lining = m_solved->liningOf(*spiling.side);
      const auto strake = static_cast<std::size_t>(*spiling.strake - 1);
      Solved::SpiledPart part;
      if (lining != nullptr && strake < m_solved->planksOf(*spiling.side).size()) {
        const auto& plank = m_solved->planksOf(*spiling.side)[strake].value;
        const double lap = plankMake(*m_solved->book, *lining, strake).lapMm;
        const bool known = m_before != nullptr && i < m_before->spiled.size();
        // Nobody reads a batten while a mark is in the hand.
        const PlankShape shape = m_solved->book->spiled[i].shape;
        part = renewed(
            known ? &m_before->spiled[i] : nullptr, {plank, spiling, lap, shape}, m_quick, [&]() -> Made<SpiledPlank> {
              auto check = checkSpiling(*plank, withoutElsewhere(*plank, spiling), lap, m_stop);
              if (!check) return {nullptr, check.error()};
              EdgeMoves faired = stiffenedMoves(*check, *plank);
              SpiledPlank made{std::move(*check), std::move(faired), nullptr};
              if (shape != PlankShape::Computed) {
                const double way = shape == PlankShape::Readings ? 1.0 : 0.5;
                made.cut = std::make_shared<const FlatPlank>(
                    withEdgesMoved(*plank, shape == PlankShape::Faired ? made.faired : movesOf(made.check, way)));
              }
              return madeOf(std::move(made));
            });
      }
      m_solved->spiled.push_back(std::move(part));
    }
  }

  void weighing() {
    weighSide(BoatSide::Starboard, &Solved::weighing);
    if (m_solved->portLining == m_solved->lining) {
      m_solved->portWeighing = m_solved->weighing;
    } else {
      weighSide(BoatSide::Port, &Solved::portWeighing);
    }
  }

  void weighSide(BoatSide side, Solved::WeighingPart Solved::*part) {
    const auto& lining = side == BoatSide::Port ? m_solved->portLining.value : m_solved->lining.value;
    if (lining == nullptr || lining->strakeCount() == 0) return;
    const LiningPlan& plan = m_solved->book->planOf(side);
    std::vector<std::shared_ptr<const FlatPlank>> planks;
    for (const auto& plank : m_solved->planksOf(side)) planks.push_back(plank.value);
    const PlankMake make = lapMake(*m_solved->book, *lining);
    const WeighingFigures figures = weighingFigures(*m_solved->book);
    const Weighing* old = before(part) == nullptr ? nullptr : before(part)->get();
    // Where planks wait, what is weighed of them does.
    renew(part, {lining, planks, make, plan.woods, figures}, m_tableMoves || m_manyMove, [&] {
      return madeOf(weigh({*lining, planks, make, plan}, figures, old, m_stop));
    });
  }

  void gains() {
    const PlankingMake planking = plankingMake(*m_solved->book);
    const auto side = [&](const std::shared_ptr<const Lining>& lining, Solved::GainsPart Solved::*part) {
      if (lining == nullptr || lining->strakeCount() == 0) return;
      const PlankMake make = lapMake(*m_solved->book, *lining);
      const Solved::GainsPart* old = before(part);
      GainsBefore was;
      if (old != nullptr && old->from && std::get<1>(*old->from) == make && std::get<2>(*old->from) == planking)
        was = {std::get<0>(*old->from).get(), old->get()};
      // Nobody cuts a gain while a mark is in the hand.
      renew(part, {lining, make, planking}, m_quick,
            [&] { return madeOf(narrows::gains(*lining, make, planking, was)); });
    };
    side(m_solved->lining.value, &Solved::gains);
    if (m_solved->portLining == m_solved->lining) {
      m_solved->portGains = m_solved->gains;
    } else {
      side(m_solved->portLining.value, &Solved::portGains);
    }
  }

  void joints() {
    if (m_solved->book->joining.joints.empty() || m_solved->lining == nullptr) return;
    const auto planksOf = [&](BoatSide side) {
      Solved::Planks planks;
      for (std::size_t k = 0; k < m_solved->planksOf(side).size(); ++k) planks.push_back(m_solved->cutPlank(k, side));
      return planks;
    };
    renew(&Solved::joints,
          {m_solved->lining.value, m_solved->portLining.value, planksOf(BoatSide::Starboard), planksOf(BoatSide::Port),
           m_solved->moulds.value, m_solved->book->joining, plankingMake(*m_solved->book),
           weighingFigures(*m_solved->book)},
          m_quick, [&] {
            return madeOf(lookAtPlankJoints(strakesToJoin(*m_solved, true, m_stop), m_solved->book->joining.joints,
                                            joiningMake(*m_solved)));
          });
  }

  /// Sheets that were printed, held against the boat as she is; while something is in the hand, as they were found
  /// before.
  void lookAtPrinted() {
    if (m_quick && m_before != nullptr) {
      for (const Finding& finding : m_before->findings) {
        if (finding.as<SheetFalse>() != nullptr) m_solved->findings.push_back(finding);
      }
      return;
    }
    for (const PrintedSheet& sheet : m_solved->book->printed) {
      if (isOnTheBoat(*m_solved->book, sheet)) continue;
      const auto now = sheetPoints(*m_solved, sheet);
      if (!now) continue;
      const auto found = lookAtSheet(sheet, *now);
      // Pieces and tickets of one plank are false alike: it is told once.
      const bool told =
          found && std::any_of(m_solved->findings.begin(), m_solved->findings.end(), [&](const auto& one) {
            const auto* other = one.template as<SheetFalse>();
            return other != nullptr && sheetWords(other->sheet) == sheetWords(sheet);
          });
      if (found && !told) m_solved->findings.push_back(findingOf(*found));
    }
  }

  /// What stands in the way of a hull, without what merely is not there yet: that is wanted, and said as such.
  static Problems besidesWants(const Problems& problems, bool wanting) {
    Problems left;
    for (const Problem& one : problems) {
      const bool tooFew = one.fault == Fault::TooFewStations || one.fault == Fault::TooFewWhole;
      if (!isWant(one.fault) && !(wanting && tooFew)) left.push_back(one);
    }
    return left;
  }

  void findings() {
    const std::vector<StillWanted> wants = lookAtWants(*m_solved->fair);
    tell(ShopStage::Lines, besidesWants(m_solved->fair.problems, !wants.empty()));
    tell(ShopStage::Lines, besidesWants(m_solved->drawn.problems, !wants.empty()));
    add(wants);
    if (RecordsLeft left{recordsWithoutStrake(*m_solved->book)}; !left.records.empty())
      m_solved->findings.push_back(findingOf(std::move(left)));
    tell(ShopStage::Lines, m_solved->inside.problems);
    tell(ShopStage::Lines, m_solved->outside.problems);
    if (m_solved->drawn != nullptr && m_solved->inside != nullptr && m_solved->outside != nullptr)
      add(lookAtFaces(*m_solved->drawn, *m_solved->inside, *m_solved->outside));
    tell(ShopStage::Moulds, m_solved->outlines.problems);
    tell(ShopStage::Moulds, m_solved->planked.problems);
    tell(ShopStage::Moulds, m_setUpProblems);
    tell(ShopStage::LiningOff, m_solved->lining.problems);
    tell(ShopStage::LiningOff, m_solved->portLining.problems);
    tell(ShopStage::Backbone, m_solved->backbone.problems);
    add(lookAtFigures(*m_solved->fair, *m_solved->judgement)), add(lookOutsideTheHull(*m_solved->fair));
    add(m_solved->surfaceFindings->offSurface), add(m_solved->surfaceFindings->notHeld);
    add(lookAtSetUp(m_solved->setUp));
    if (m_solved->backbone.get() != nullptr) {
      const BackboneFindings found = lookAtBackbone(*m_solved->backbone);
      add(found.bolts), add(found.squared), add(found.cameOut), add(found.faults), add(found.past), add(found.unmet),
          add(found.cutOff);
    }
    lookAtSide(BoatSide::Starboard);
    if (m_solved->portLining != m_solved->lining) lookAtSide(BoatSide::Port);
    lookAtSpiled();
    if (m_solved->joints.get() != nullptr) add(*m_solved->joints);
    lookAtPrinted();
    if (!m_solved->book->log.empty()) {
      const auto stack = [&](BoatSide side) {
        const Lining* lining = m_solved->liningOf(side);
        return lining == nullptr ? StrakeStack() : StrakeStack(*lining);
      };
      add(lookAtLog(m_solved->book->log, m_solved->book->table.construction, stack(BoatSide::Starboard),
                    stack(BoatSide::Port)));
    }
    std::stable_sort(m_solved->findings.begin(), m_solved->findings.end(), [](const Finding& a, const Finding& b) {
      // What is merely wanted comes last.
      const auto cost = [](const Finding& f) { return f.as<StillWanted>() ? -1 : static_cast<int>(f.severity); };
      return cost(a) > cost(b);
    });
  }

  void lookAtSpiled() {
    for (std::size_t i = 0; i < m_solved->spiled.size(); ++i) {
      const Solved::SpiledPart& part = m_solved->spiled[i];
      const Spiling& spiling = m_solved->book->spiled[i].spiling;
      const std::string of = *spiling.side == BoatSide::Port ? Trade::say(" to port") : Trade::say(" to starboard");
      for (Problem problem : part.problems) {
        problem.where.name = Trade::say("strake %1%2", *spiling.strake, of);
        tell(ShopStage::Planks, {problem});
      }
      if (!part.from || std::get<0>(*part.from) == nullptr) continue;
      const FlatPlank& plank = *std::get<0>(*part.from);
      const StrakePlace place{plank.strake, static_cast<std::size_t>(*spiling.strake), 0, {}, of};
      if (auto elsewhere = stationsElsewhere(plank, spiling); !elsewhere.empty())
        add(std::vector<SpiledElsewhere>{{place, *spiling.side, std::move(elsewhere)}});
      if (part == nullptr) continue;
      add(lookAtSpiling(part->check, plank, m_solved->book->table.construction, place, *spiling.side));
    }
  }

  void lookAtSide(BoatSide side) {
    const Lining* lining = m_solved->liningOf(side);
    if (lining == nullptr) return;
    std::vector<const FlatPlank*> planks;
    for (const auto& plank : m_solved->planksOf(side)) planks.push_back(plank.get());
    const OffsetTable& table = m_solved->book->table;
    const bool alike = m_solved->portLining == m_solved->lining;
    const std::string of = alike ? "" : side == BoatSide::Port ? Trade::say(" to port") : Trade::say(" to starboard");
    const PlankFindings found = lookAtPlanks(*lining, planks, of);
    // While a strake comes or goes under the hand what waits is of strakes that may not be there.
    const Weighing* weighing = m_solved->weighingOf(side);
    if (weighing != nullptr && weighing->bends.size() == lining->strakeCount())
      add(lookAtWeighing(*weighing, *lining, of));
    add(found.strained), add(found.unsettled);
    const auto* gains = m_solved->gainsOf(side);
    if (gains != nullptr && std::all_of(gains->begin(), gains->end(),
                                        [&](const Gain& gain) { return gain.strake < lining->strakeCount(); }))
      add(lookAtGains(*gains, *lining, weighingFigures(*m_solved->book), side, of));
    if (const LiningPlan* plan = m_solved->book->findPlan(lining->plan)) {
      const JointFindings joints = lookAtJoints(*plan, boatLength(table));
      add(joints.near), add(joints.nibs);
    }
  }

  template <typename Kind>
  void add(const std::vector<Kind>& found) {
    for (const Kind& kind : found) m_solved->findings.push_back(findingOf(kind));
  }

  void tell(ShopStage stage, const Problems& problems) {
    for (const Problem& problem : problems) {
      const bool told = std::any_of(m_solved->findings.begin(), m_solved->findings.end(), [&](const Finding& finding) {
        const auto* other = finding.as<CouldNotMake>();
        return other != nullptr && other->why == problem;
      });
      if (!told) m_solved->findings.push_back(findingOf(CouldNotMake{stage, problem}));
    }
  }

  std::shared_ptr<Solved> m_solved;
  const Solved* m_before;
  bool m_quick;
  bool m_tableMoves = false;  ///< a figure of the table is in the hand: the lines follow at once, the rest after
  bool m_manyMove = false;    ///< more planks move than are laid afresh while something is dragged
  std::stop_token m_stop;
  Problems m_setUpProblems;
};

}  // namespace

bool Solved::waits() const {
  const auto wait = [](const std::vector<PlankPart>& side) {
    return std::any_of(side.begin(), side.end(), [](const PlankPart& plank) { return plank.waits; });
  };
  const bool reads = std::any_of(spiled.begin(), spiled.end(), [](const SpiledPart& part) { return part.waits; });
  return reads || drawnLines.waits || surfaceFindings.waits || outlines.waits || planked.waits || frame.waits ||
         lining.waits || portLining.waits || mesh.waits || weighing.waits || portWeighing.waits || gains.waits ||
         portGains.waits || joints.waits || moulds.waits || backbone.waits || wait(planks) || wait(portPlanks);
}

const SpiledPlank* Solved::spiledOf(int strake, BoatSide side) const {
  for (std::size_t i = 0; i < spiled.size() && i < book->spiled.size(); ++i) {
    if (book->spiled[i].isOf(strake, side)) return spiled[i].get();
  }
  return nullptr;
}

SpilingBatten Solved::battenOf(int strake, BoatSide side) const {
  SpilingBatten batten;
  const SpiledStrake* read = spiledAt(*book, strake, side);
  if (read != nullptr && read->spiling.batten.mm() > 0.0) batten.wideMm = read->spiling.batten.mm();
  const SpiledPlank* checked = spiledOf(strake, side);
  batten.edge = checked != nullptr ? checked->check.edge
                                   : naturalRun(*planksOf(side)[static_cast<std::size_t>(strake) - 1], batten.wideMm);
  return batten;
}

std::shared_ptr<const FlatPlank> Solved::cutPlank(std::size_t strake, BoatSide side) const {
  if (strake >= planksOf(side).size()) return nullptr;
  const SpiledPlank* read = spiledOf(static_cast<int>(strake) + 1, side);
  return read != nullptr && read->cut != nullptr ? read->cut : planksOf(side)[strake].value;
}

std::size_t Solved::countAtLeast(Severity severity) const {
  return static_cast<std::size_t>(
      std::count_if(findings.begin(), findings.end(), [severity](const Finding& f) { return f.severity >= severity; }));
}

std::shared_ptr<const Solved> unsolved(BookSnapshot book, std::uint64_t revision) {
  auto none = std::make_shared<Solved>();
  none->fair = std::make_shared<const OffsetTable>(fairedTable(*book));
  none->drawnLines.waits = true;
  none->book = std::move(book);
  none->revision = revision;
  return none;
}

std::shared_ptr<const Solved> relined(BookSnapshot book, const std::shared_ptr<const Solved>& now) {
  if (now->lining == nullptr) return now;
  const std::vector<StationId> ids = sectionIds(*book, now->lining->frame.hull());
  const auto line = [&](const GirthFrame& frame, BoatSide side) -> std::shared_ptr<const Lining> {
    auto lining = lineOff(frame, book->planOf(side), ids, plankingFigures(*book));
    if (!lining || lining->strakeCount() != now->planksOf(side).size()) return nullptr;
    return std::make_shared<Lining>(std::move(*lining));
  };
  const auto starboard = line(now->lining->frame, BoatSide::Starboard);
  if (starboard == nullptr) return now;
  const bool alike = isLinedAlike(*book);
  const auto port = alike || now->portLining == nullptr ? starboard : line(now->portLining->frame, BoatSide::Port);
  if (port == nullptr || alike != isLinedAlike(*now->book)) return now;
  auto shown = std::make_shared<Solved>(*now);
  shown->book = std::move(book);
  // Put in by hand, they are never taken for ones that were made from this book.
  shown->lining = starboard;
  shown->portLining = port;
  shown->lining.waits = shown->portLining.waits = true;
  return shown;
}

PlankMake plankMake(const Book& book, const Lining& lining, std::size_t strake) {
  PlankMake make;
  make.construction = book.table.construction;
  if (make.construction != Construction::Lapstrake || lining.strakes[strake].lower == 0) return make;
  make.lapMm = book.settings.lap.mm();
  const LiningPlan* plan = book.findPlan(lining.plan);
  if (plan != nullptr && !plan->laps.empty()) make.laps = lapsOf(*plan, sectionIds(book, lining.frame.hull()));
  return make;
}

PlankMake lapMake(const Book& book, const Lining& lining) {
  return plankMake(book, lining, lining.strakeCount() - 1);
}

std::shared_ptr<const Solved> solve(BookSnapshot book, std::uint64_t revision,
                                    const std::shared_ptr<const Solved>& previous, SolveEffort effort,
                                    const std::stop_token& stop) {
  return Answer(std::move(book), revision, previous, effort, stop).make();
}

}  // namespace narrows
