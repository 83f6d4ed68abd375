#include "solve/order_of_work.h"

#include <algorithm>
#include <map>
#include <set>

#include "book/daybook_edits.h"
#include "book/order_edits.h"
#include "flatwork/cross_planks.h"
#include "lining/strake_stack.h"
#include "solve/sheet_points.h"
#include "weighing/bending.h"

namespace narrows {

namespace {

/// Backed out from here on: less is planed as the plank is faired.
constexpr double leastBackedMm = mmPerInch / 64.0;
/// A timber longer than this share of the boat is not made once the moulds fill the shop.
constexpr double longShare = 0.4;

/// Gathers what decides which steps a boat takes.
class WorkGatherer {
 public:
  WorkGatherer(const Book& book, const Solved& solved) : m_book(book), m_solved(solved) {}

  BoatWork gather(const PlankNeeds* starboard, const PlankNeeds* port) {
    m_work.construction = m_book.table.construction;
    m_work.thicknessMm = m_book.table.thickness.mm();
    m_work.isCaulked = m_work.construction == Construction::Carvel && plankingMake(m_book).seamMm > 0.0;
    addTimbers();
    const Hull* inside = m_solved.inside.get();
    m_work.hasFlatBottom = inside != nullptr && flatBottom(*inside, m_work.thicknessMm).has_value();
    addMoulds();
    addPlanks(BoatSide::Starboard, starboard);
    addPlanks(BoatSide::Port, port);
    return std::move(m_work);
  }

 private:
  void addTimbers() {
    const Backbone* backbone = m_solved.backbone.get();
    if (backbone == nullptr) return;
    m_work.hasTransom = backbone->transom != nullptr;
    const auto& stations = m_book.table.stations;
    double boatMm = 0.0;
    if (!stations.empty() && stations.front().distance && stations.back().distance)
      boatMm = stations.back().distance->mm() - stations.front().distance->mm();
    for (const Timber& timber : backbone->plan.timbers) {
      TimberWork work;
      work.part.kind = PartKind::Timber;
      work.part.name = timber.name;
      // As Narrows draws them they have no ids of the book.
      if (!backbone->drawnByUs) work.part.id = timber.id.number;
      work.kind = timber.kind;
      if (backbone->plan.lamination.timber == timber.id) work.from = TimberFrom::Strips;
      if (backbone->plan.blank.timber == timber.id) work.from = TimberFrom::Layers;
      double low = 1e12, high = -1e12;
      for (const OutlinePoint& point : timber.outline)
        low = std::min(low, point.distance.mm()), high = std::max(high, point.distance.mm());
      work.isLong = high - low > longShare * boatMm;
      for (const CutStep& cut : backbone->order) {
        if (cut.timber == timber.id) work.cuts.push_back(cut.kind);
      }
      m_work.timbers.push_back(std::move(work));
    }
    for (const CutStep& cut : backbone->order) {
      if (cut.timber.isSet()) continue;
      m_work.bentInPlace.push_back(cut.kind);
      m_work.bentName = cut.part;
    }
    if (const std::string& frame = backbone->plan.lamination.frame; !frame.empty()) {
      WorkPart part;
      part.kind = PartKind::Frame;
      part.name = frame;
      m_work.frames.push_back(std::move(part));
    }
  }

  void addMoulds() {
    const MouldSet* moulds = m_solved.outlines.get();
    if (moulds == nullptr) return;
    const auto& stations = m_book.table.stations;
    for (const Mould& mould : moulds->moulds) {
      WorkPart part;
      part.kind = PartKind::Mould;
      part.name = mould.name;
      if (mould.extra) part.id = mould.extra->number;
      for (std::size_t i = 0; !mould.extra && i < std::min(stations.size(), m_book.stationIds.size()); ++i) {
        if (stations[i].name == mould.name) part.id = m_book.stationIds[i].number;
      }
      m_work.moulds.push_back(std::move(part));
    }
  }

  bool isTopside(std::size_t strake, std::size_t count, const Lining* lining) const {
    const int number = static_cast<int>(strake) + 1;
    if (m_book.stock.clearFrom) return number >= *m_book.stock.clearFrom;
    if (!m_book.settings.waterline || lining == nullptr) return 2 * strake >= count;
    const LinedStrake& of = lining->strakes[strake];
    const double t = 0.5 * (of.reach.fromT + of.reach.toT);
    return lining->band(strake).point(t, 1.0).z() > m_book.settings.waterline->mm();
  }

  void addPlanks(BoatSide side, const PlankNeeds* needs) {
    const std::vector<StrakeId> ids = strakesInOrder(m_book.planOf(side));
    const Lining* lining = m_solved.liningOf(side);
    if (lining != nullptr && lining->strakeCount() != ids.size()) lining = nullptr;  // of a moment ago
    const StrakeStack stack = lining == nullptr ? StrakeStack() : StrakeStack(*lining);
    std::map<int, std::vector<int>> above, below;
    for (std::size_t k = 0; k < ids.size(); ++k) {
      const int number = static_cast<int>(k) + 1;
      below[number] = stack.below(number);
      std::erase_if(below[number], [](int one) { return one < 1; });
      for (const int one : below[number]) above[one].push_back(number);
    }
    for (std::size_t k = 0; k < ids.size(); ++k) {
      PlankWork work;
      work.part.kind = PartKind::Plank;
      work.part.strake = static_cast<int>(k) + 1;
      work.part.strakeId = ids[k];
      work.part.side = side;
      work.isGarboard = lining != nullptr ? lining->isGarboard(k) : k == 0;
      work.isSheerStrake = lining != nullptr ? lining->isSheerStrake(k) : k + 1 == ids.size();
      work.isTopsides = isTopside(k, ids.size(), lining);
      work.inUpperHalf = 2 * k >= ids.size();
      work.below = below[work.part.strake];
      work.above = above[work.part.strake];
      if (needs != nullptr && k < needs->heat.size()) {
        work.hollow = needs->hollow[k];
        work.heat = needs->heat[k];
      }
      addPieces(std::move(work));
    }
  }

  /// A strake is one plank where its joints are scarfs; butts part it.
  void addPieces(PlankWork work) {
    const auto joints = m_book.joining.jointsOf(work.part.strake, work.part.side);
    std::vector<int> counts{1};
    for (const std::size_t joint : joints) {
      if (m_book.joining.joints[joint].kind == JoinedBy::Butt) {
        counts.push_back(1);
      } else {
        ++counts.back();
      }
    }
    int first = 1;
    for (const int pieces : counts) {
      work.part.piece = counts.size() == 1 ? 0 : first;
      work.pieces = pieces;
      m_work.planks.push_back(work);
      first += pieces;
    }
  }

  const Book& m_book;
  const Solved& m_solved;
  BoatWork m_work;
};

int firstPiece(const PlankWork& plank) {
  return std::max(plank.part.piece, 1);
}

/// Gathers what is done out of the book.
class DoneGatherer {
 public:
  DoneGatherer(const Book& book, const BoatWork& boat) : m_book(book), m_boat(boat) {
    for (const PlankWork& plank : boat.planks) m_planks[{plank.part.strake, plank.part.side}].push_back(&plank);
  }

  std::vector<StepDone> gather() {
    takeLog();
    takeReadings();
    takePieces();
    takeSheets();
    takeMoulds();
    return std::move(m_done);
  }

 private:
  using Of = std::pair<int, BoatSide>;
  const std::vector<const PlankWork*>& planksOf(int strake, BoatSide side) const {
    static const std::vector<const PlankWork*> none;
    const auto found = m_planks.find(Of{strake, side});
    return found == m_planks.end() ? none : found->second;
  }

  void tell(const WorkPart& part, StepKind kind, const std::string& day, int number = 0) {
    m_done.push_back({{part, kind, number, {}}, std::nullopt, day, std::nullopt});
  }

  void takeLog() {
    // The latest line of every piece: a step of a plank is done when it is of each of its pieces.
    std::map<std::pair<const PlankWork*, HangingStep>, std::vector<const HangingEntry*>> lines;
    for (const HangingEntry& entry : m_book.log) {
      if (entry.strake < 1 || entry.spoiled) continue;
      for (const PlankWork* plank : planksOf(entry.strake, entry.side)) {
        auto& pieces = lines[{plank, entry.step}];
        pieces.resize(static_cast<std::size_t>(plank->pieces), nullptr);
        for (int i = 0; i < plank->pieces; ++i) {
          if (entry.piece != 0 && entry.piece != firstPiece(*plank) + i) continue;
          const HangingEntry*& of = pieces[static_cast<std::size_t>(i)];
          if (of == nullptr || of->when <= entry.when) of = &entry;
        }
      }
    }
    for (const auto& [of, pieces] : lines) {
      const auto& [plank, step] = of;
      const HangingEntry* latest = nullptr;
      bool all = true;
      for (std::size_t i = 0; i < pieces.size(); ++i) {
        all = all && pieces[i] != nullptr;
        if (pieces[i] == nullptr) continue;
        if (step == HangingStep::GotOut && pieces.size() > 1)
          tell(plank->part, StepKind::Sawn, pieces[i]->when, firstPiece(*plank) + static_cast<int>(i));
        if (latest == nullptr || latest->when <= pieces[i]->when) latest = pieces[i];
      }
      if (all)
        m_done.push_back(
            {{plank->part, stepKindOf(step), 0, {}}, latest->at, latest->when, latest->degrees, latest->note});
    }
  }

  void takeReadings() {
    for (const SpiledStrake& spiled : m_book.spiled) {
      if (spiled.spiling.readings.empty()) continue;
      for (const PlankWork* plank :
           planksOf(spiled.spiling.strake.value_or(1), spiled.spiling.side.value_or(BoatSide::Starboard)))
        tell(plank->part, StepKind::Spiled, {});
    }
    for (const HungStrake& hung : m_book.hung) {
      if (hung.readings.empty()) continue;
      for (const PlankWork* plank : planksOf(hung.strake, hung.side)) tell(plank->part, StepKind::Hung, hung.when);
    }
  }

  void takePieces() {
    // Of a timber or mould every piece that is laid must be cut.
    std::map<std::pair<PieceKind, std::string>, std::string> cut;
    std::set<std::pair<PieceKind, std::string>> notYet;
    for (const Laying& laying : m_book.layings) {
      if (laying.of.kind == PieceKind::Plank) {
        if (!laying.isCut()) continue;
        for (const PlankWork* plank : planksOf(laying.of.strake, laying.of.side)) {
          const int piece = laying.of.piece - firstPiece(*plank);
          if (piece < 0 || piece >= plank->pieces) continue;
          plank->pieces > 1 ? tell(plank->part, StepKind::Sawn, laying.cut, laying.of.piece)
                            : tell(plank->part, StepKind::GotOut, laying.cut);
        }
      } else if (laying.isCut()) {
        std::string& day = cut[{laying.of.kind, laying.of.name}];
        day = std::max(day, laying.cut);
      } else {
        notYet.insert({laying.of.kind, laying.of.name});
      }
    }
    for (const auto& [of, day] : cut) {
      if (notYet.count(of) > 0) continue;
      const StepKind kind = of.first == PieceKind::Mould   ? StepKind::MouldOut
                            : of.first == PieceKind::Strip ? StepKind::Strips
                            : of.first == PieceKind::Layer ? StepKind::Layers
                                                           : StepKind::RoughOutline;
      if (of.first == PieceKind::Mould) {
        for (const WorkPart& mould : m_boat.moulds) {
          if (mould.name == of.second) tell(mould, kind, day);
        }
        continue;
      }
      for (const TimberWork& timber : m_boat.timbers) {
        if (timber.part.name == of.second) tell(timber.part, kind, day);
      }
      for (const WorkPart& frame : m_boat.frames) {
        if (frame.name == of.second) tell(frame, kind, day);
      }
    }
  }

  void takeSheets() {
    for (const PrintedSheet& sheet : m_book.printed) {
      if (sheet.kind == SheetKind::Mould) {
        for (const WorkPart& mould : m_boat.moulds) {
          if (mould.name == sheet.of) tell(mould, StepKind::Pattern, sheet.when);
        }
      } else if (sheet.kind == SheetKind::Timber) {
        for (const TimberWork& timber : m_boat.timbers) {
          if (timber.part.name == sheet.of) tell(timber.part, StepKind::Pattern, sheet.when);
        }
      }
    }
  }

  void takeMoulds() {
    std::set<std::string> read;
    for (const SetUpReading& reading : m_book.moulds.readings) read.insert(reading.mould);
    const bool all = std::all_of(m_boat.moulds.begin(), m_boat.moulds.end(),
                                 [&](const WorkPart& mould) { return read.count(mould.name) > 0; });
    if (m_boat.moulds.empty() || !all) return;
    WorkPart settingUp;
    settingUp.kind = PartKind::SettingUp;
    tell(settingUp, StepKind::CheckMoulds, {});
  }

  const Book& m_book;
  const BoatWork& m_boat;
  std::map<Of, std::vector<const PlankWork*>> m_planks;
  std::vector<StepDone> m_done;
};

}  // namespace

std::shared_ptr<const PlankNeeds> plankNeeds(const Solved& solved, BoatSide side,
                                             const std::shared_ptr<const PlankNeeds>& before) {
  const std::shared_ptr<const Lining> lining = side == BoatSide::Port ? solved.portLining.value : solved.lining.value;
  if (lining == nullptr) return nullptr;
  WeighingFigures by = weighingFigures(*solved.book);
  by.stack.clear();  // boards make no plank bend otherwise
  if (before != nullptr && before->of == lining && before->by == by) return before;
  auto needs = std::make_shared<PlankNeeds>();
  needs->of = lining;
  needs->by = std::move(by);
  const Weighing* weighing = solved.weighingOf(side);
  for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
    const bool known = weighing != nullptr && k < weighing->bends.size() && weighing->bends[k] != nullptr;
    bool hollow = false;
    for (std::size_t i = 0; known && i < weighing->bends[k]->hollowMm.size(); ++i)
      hollow = hollow || weighing->bends[k]->hollowMm[i] >= leastBackedMm;
    EndHeat heat = EndHeat::None;
    for (const HeatedRun& run : bendingOf(lining->band(k), needs->by).runs) {
      if (run.wrapped) heat = std::max(heat, EndHeat::Wrap);
      if (!run.wrapped && run.heat >= Heat::Steam) heat = EndHeat::Steam;
    }
    needs->hollow.push_back(hollow);
    needs->heat.push_back(heat);
  }
  return needs;
}

BoatWork boatWork(const Book& book, const Solved& solved, const std::shared_ptr<const PlankNeeds>& starboard,
                  const std::shared_ptr<const PlankNeeds>& port) {
  return WorkGatherer(book, solved).gather(starboard.get(), port.get());
}

std::vector<StepDone> stepsDone(const Book& book, const BoatWork& boat) {
  return DoneGatherer(book, boat).gather();
}

WorkOrder orderOfWork(const Book& book, const Solved& solved, Moment now) {
  const auto starboard = plankNeeds(solved, BoatSide::Starboard);
  const auto port = isLinedAlike(book) ? starboard : plankNeeds(solved, BoatSide::Port);
  const BoatWork boat = boatWork(book, solved, starboard, port);
  return workOrder({boat, book.daybook, stepsDone(book, boat)}, now);
}

Result<Book> finishStep(const Solved& solved, const Book& book, const BoatWork& boat, const FinishedStep& finished) {
  const auto logged = hangingStepOf(finished.step.kind);
  if (!logged || finished.step.part.kind != PartKind::Plank) {
    auto done = tellDone(book, finished.step, finished.at, finished.degrees);
    return done && !finished.note.empty() ? noteStep(*done, finished.step, finished.note) : done;
  }
  const auto plank = std::find_if(boat.planks.begin(), boat.planks.end(),
                                  [&](const PlankWork& one) { return one.part.isSame(finished.step.part); });
  if (plank == boat.planks.end()) return fail(Fault::StepUnknown);
  const StepRecord* record = stepRecord(book, finished.step);
  if (record != nullptr && !record->spells.empty() && finished.at < record->spells.front().began)
    return fail(Fault::EndsBeforeItBegan, {0, 0, partWords(finished.step.part)},
                {momentText(finished.at), momentText(record->spells.front().began)});
  auto edited = stopIfRunning(book, finished.step, finished.at);
  if (!edited) return edited;
  HangingEntry entry;
  entry.strake = plank->part.strake;
  entry.strakeId = plank->part.strakeId;
  entry.side = plank->part.side;
  entry.step = *logged;
  entry.at = finished.at;
  entry.when = ShopClock(book.daybook.zone).dayOf(finished.at);
  entry.degrees = finished.degrees;
  entry.note = finished.note;
  if (record != nullptr && !record->spells.empty()) {
    double hours = 0.0;
    for (const Spell& spell : record->spells) hours += spell.hoursAt(finished.at);
    entry.hours = hours;
    // The line of the log has them from here on: told once.
    edited = setSpells(*edited, finished.step, {});
    if (!edited) return edited;
  }
  if (record != nullptr && !record->skipped.empty()) edited = skipStep(*edited, finished.step, std::nullopt);
  // Of a length between butts, a line of each of its pieces; the first has the hours.
  for (int piece = 0; edited && piece < (plank->part.piece == 0 ? 1 : plank->pieces); ++piece) {
    HangingEntry one = entry;
    one.piece = plank->part.piece == 0 ? 0 : plank->part.piece + piece;
    if (piece > 0) one.hours.reset();
    edited = logPlankStep(solved, *edited, one);
  }
  return edited;
}

}  // namespace narrows
