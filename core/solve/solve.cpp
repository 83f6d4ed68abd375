#include "solve/solve.h"

#include <algorithm>
#include <cmath>

#include "fairing/guess.h"
#include "lining/shop_figures.h"

namespace narrows {

namespace {

/// Faces a strake is divided into for its picture.
constexpr std::size_t meshColumns = 48;
constexpr std::size_t meshRows = 2;
/// Figures of a table whose waterlines and buttocks are drawn afresh while one of them changes; on longer ones they
/// wait.
constexpr std::size_t mostLinesAtOnce = 600;
/// Stations squared off a sloping face are told from this far out, mm; a casting from this far off the drawing.
constexpr double squaredOffLookMm = 2.4;
constexpr double cameOutLookMm = 0.8;
constexpr double cameOutTroubleMm = 6.35;

void addProblems(Solved& solved, const Problems& problems, FindingCode code) {
  for (const Problem& problem : problems) {
    const std::string words = describe(problem);
    const bool told =
        std::any_of(solved.findings.begin(), solved.findings.end(), [&](const Finding& f) { return f.words == words; });
    if (told) continue;
    Finding finding;
    finding.code = code;
    finding.severity = Severity::Trouble;
    finding.words = words;
    solved.findings.push_back(finding);
  }
}

std::shared_ptr<const std::vector<DrawnLine>> drawLines(const Hull& hull, const OffsetTable& table) {
  auto lines = std::make_shared<std::vector<DrawnLine>>();
  for (std::size_t row = 0; row < table.rows.size(); ++row) {
    const TableRow& line = table.rows[row];
    if (line.line == RowLine::Waterline) lines->push_back({row, waterlineContours(hull, line.at.mm())});
    if (line.line == RowLine::Buttock) lines->push_back({row, buttockContours(hull, line.at.mm())});
  }
  return lines;
}

void solveTable(Solved& solved, const std::shared_ptr<const Solved>& previous) {
  auto fair = std::make_shared<OffsetTable>(fairedTable(*solved.book));
  if (previous != nullptr && previous->fair != nullptr && *previous->fair == *fair) {
    solved.fair = previous->fair;
    solved.judgement = previous->judgement;
    return;
  }
  solved.fair = fair;
  const Judgement* before = previous != nullptr ? previous->judgement.get() : nullptr;
  solved.judgement = std::make_shared<Judgement>(judgeTable(*fair, before));
}

void solveHull(Solved& solved, const std::shared_ptr<const Solved>& previous, SolveEffort effort) {
  const OffsetTable& table = *solved.fair;
  if (const auto sense = checkOffsetTable(table); !sense) addProblems(solved, sense.error(), FindingCode::TableProblem);
  if (previous != nullptr && previous->drawn != nullptr && previous->fair == solved.fair) {
    solved.drawn = previous->drawn;
    solved.inside = previous->inside;
    solved.outside = previous->outside;
    const bool due = previous->linesWait && effort == SolveEffort::Full;
    solved.drawnLines = due ? drawLines(*solved.drawn, table) : previous->drawnLines;
    solved.linesWait = previous->linesWait && !due;
  } else {
    const bool beside = previous != nullptr && previous->drawn != nullptr && previous->fair != nullptr;
    auto drawn = beside ? springHull(table, *previous->fair, *previous->drawn) : springHull(table);
    if (!drawn) {
      addProblems(solved, drawn.error(), FindingCode::TableProblem);
      return;
    }
    solved.drawn = std::make_shared<Hull>(std::move(*drawn));
    const auto face = [&](Face wanted) -> std::shared_ptr<const Hull> {
      const bool isDrawn = (wanted == Face::Inside) == (table.side == PlankingSide::Inside);
      if (isDrawn) return solved.drawn;
      auto hull = hullFace(*solved.drawn, table, wanted);
      if (hull) return std::make_shared<Hull>(std::move(*hull));
      addProblems(solved, hull.error(), FindingCode::TableProblem);
      return nullptr;
    };
    solved.inside = face(Face::Inside);
    solved.outside = face(Face::Outside);
    solved.linesWait = effort == SolveEffort::Quick && previous != nullptr && previous->drawnLines != nullptr &&
                       table.rows.size() * table.stations.size() > mostLinesAtOnce;
    solved.drawnLines = solved.linesWait ? previous->drawnLines : drawLines(*solved.drawn, table);
  }
  for (const auto& hull : {solved.drawn, solved.inside}) {
    if (hull != nullptr) addProblems(solved, hull->problems, FindingCode::TableProblem);
  }
}

MouldFace mouldFace(const Solved& solved) {
  const bool lined = solved.lining != nullptr && solved.lining->frame.sharedHull() == solved.inside;
  return {solved.inside, lined ? solved.lining.get() : nullptr, solved.fair.get()};
}

/// The moulds, without their plank lines, and what they are as they stand.
void solveMoulds(Solved& solved, const std::shared_ptr<const Solved>& previous) {
  if (solved.inside == nullptr) return;
  solved.planked = solved.inside;
  const MouldPlan& plan = solved.book->moulds;
  const bool same =
      previous != nullptr && previous->moulds != nullptr && !previous->mouldsWait && previous->inside == solved.inside;
  const bool sameOutlines = same && sameCut(previous->book->moulds, plan);
  solved.moulds = sameOutlines ? previous->moulds : std::make_shared<MouldSet>(makeMoulds(mouldFace(solved), plan));
  addProblems(solved, solved.moulds->problems, FindingCode::MouldProblem);
  const SetUpCheck check = checkSetUp(*solved.moulds, plan);
  solved.setUp = check.offs;
  addProblems(solved, check.problems, FindingCode::MouldProblem);
  if (!plan.plankAsTheyStand || plan.readings.empty()) return;
  if (same && previous->planked != previous->inside && previous->book->moulds == plan) {
    solved.planked = previous->planked;
    return;
  }
  auto standing = standingHull(*solved.inside, *solved.moulds, plan);
  if (standing) {
    solved.planked = std::make_shared<Hull>(std::move(*standing));
  } else {
    addProblems(solved, standing.error(), FindingCode::MouldProblem);
  }
}

/// Where the planks' lines end on the transom, inside face.
std::vector<std::pair<std::string, Vec3>> transomMarks(const Solved& solved) {
  std::vector<std::pair<std::string, Vec3>> marks;
  if (solved.lining == nullptr) return marks;
  const GirthFrame& frame = solved.lining->frame;
  const std::size_t last = frame.sectionCount() - 1;
  if (frame.hull().sections.back().kind != SectionKind::Transom) return marks;
  for (std::size_t k = 1; k + 1 < solved.lining->lines.size(); ++k) {
    marks.emplace_back("line " + std::to_string(k), frame.sectionPoint(last, solved.lining->lines[k].shares[last]));
  }
  return marks;
}

void solveBackbone(Solved& solved, const std::shared_ptr<const Solved>& previous, SolveEffort effort) {
  if (solved.drawn == nullptr) return;
  const Backbone* before = previous != nullptr ? previous->backbone.get() : nullptr;
  const bool sameHull = before != nullptr && !previous->backboneWaits && previous->drawn == solved.drawn;
  const bool samePlan = before != nullptr && previous->book->backbone == solved.book->backbone;
  const bool sameLines = before != nullptr && (previous->lining == solved.lining || effort == SolveEffort::Quick);
  if (sameHull && samePlan && sameLines) {
    solved.backbone = previous->backbone;
    solved.backboneWaits = previous->lining != solved.lining;
  } else {
    BackboneInput input{solved.fair, solved.drawn, solved.inside, transomMarks(solved)};
    // While something is dragged the transom's marks may be those of a moment ago.
    if (effort == SolveEffort::Quick && sameHull) input.plankLines = before->input.plankLines;
    solved.backbone = std::make_shared<Backbone>(makeBackbone(input, solved.book->backbone, before));
  }
  addProblems(solved, solved.backbone->problems, FindingCode::BackboneProblem);
}

void markMoulds(Solved& solved, const std::shared_ptr<const Solved>& previous, SolveEffort effort) {
  if (solved.moulds == nullptr || solved.lining == nullptr || solved.mouldsWait) return;
  if (previous != nullptr && solved.moulds == previous->moulds &&
      (solved.lining == previous->lining || effort == SolveEffort::Quick))
    return;
  auto marked = std::make_shared<MouldSet>(*solved.moulds);
  markPlankLines(*marked, mouldFace(solved), solved.book->moulds);
  solved.moulds = marked;
}

void solveLining(Solved& solved, const std::shared_ptr<const Solved>& previous, SolveEffort effort) {
  if (solved.planked == nullptr) return;
  const LiningPlan& plan = solved.book->lining;
  if (previous != nullptr && previous->lining != nullptr && previous->planked == solved.planked &&
      previous->book->lining == plan) {
    solved.lining = previous->lining;
    solved.mesh = previous->mesh;
    if (previous->meshWaits && effort == SolveEffort::Full) {
      solved.mesh = std::make_shared<std::vector<MeshFace>>(plankedMesh(*solved.lining, meshColumns, meshRows));
    }
    return;
  }
  const bool sameFrame = previous != nullptr && previous->lining != nullptr && previous->planked == solved.planked &&
                         previous->book->lining.base == plan.base;
  const GirthFrame frame =
      sameFrame ? previous->lining->frame : GirthFrame(solved.planked, plan.base == BaseLine::Rabbet);
  auto lining = lineOff(frame, plan, sectionIds(*solved.book, *solved.planked));
  if (lining) {
    solved.lining = std::make_shared<Lining>(std::move(*lining));
    // The picture of the hull can wait for the hand to let go.
    const bool waits = effort == SolveEffort::Quick && previous != nullptr && previous->mesh != nullptr;
    solved.mesh = waits ? previous->mesh
                        : std::make_shared<std::vector<MeshFace>>(plankedMesh(*solved.lining, meshColumns, meshRows));
    solved.meshWaits = waits;
  } else {
    addProblems(solved, lining.error(), FindingCode::LiningProblem);
  }
}

bool sameStrake(const Lining& a, const Lining& b, std::size_t k) {
  if (a.frame.sharedHull() != b.frame.sharedHull() || a.frame.firstPatch() != b.frame.firstPatch() ||
      k >= b.strakeCount())
    return false;
  for (const std::size_t line : {k, k + 1}) {
    if (!(a.lines[line].curve == b.lines[line].curve) || a.lines[line].moved != b.lines[line].moved) return false;
  }
  return a.strakes[k] == b.strakes[k];
}

/// False when it was stopped.
bool solvePlanks(Solved& solved, const std::shared_ptr<const Solved>& previous, SolveEffort effort,
                 const std::stop_token& stop) {
  if (solved.lining == nullptr) return true;
  const auto alike = [](const PlankMake& a, const PlankMake& b) {
    return a.construction == b.construction && a.lapMm == b.lapMm;
  };
  const bool sameMake = previous != nullptr && previous->lining != nullptr &&
                        alike(plankMake(*previous->book, 1), plankMake(*solved.book, 1));
  bool anyQuick = false;
  for (std::size_t k = 0; k < solved.lining->strakeCount(); ++k) {
    if (stop.stop_requested()) return false;
    const std::shared_ptr<const FlatPlank> before =
        previous != nullptr && k < previous->planks.size() ? previous->planks[k] : nullptr;
    const bool isFull = before != nullptr && before->lower.size() > quickStrip.columns * 3 / 2;
    if (before != nullptr && sameMake && (isFull || effort == SolveEffort::Quick) &&
        sameStrake(*solved.lining, *previous->lining, k)) {
      solved.planks.push_back(before);
      anyQuick = anyQuick || !isFull;
      continue;
    }
    PlankMake make = plankMake(*solved.book, k);
    if (effort == SolveEffort::Quick) make.fineness = quickStrip;
    auto plank = std::make_shared<FlatPlank>(flatPlank(solved.lining->band(k), make, before.get()));
    plank->strake = solved.lining->strakes[k];
    solved.planks.push_back(std::move(plank));
    anyQuick = anyQuick || effort == SolveEffort::Quick;
  }
  solved.quick = anyQuick;
  return true;
}

/// What the widths and the flat planks say against usual practice.
class PlankCritic {
 public:
  explicit PlankCritic(Solved& solved)
      : m_solved(solved),
        m_lining(*solved.lining),
        m_usual(shopFigures(solved.book->table.construction, boatLength(solved.book->table))) {}

  void look() {
    for (std::size_t k = 0; k < m_lining.strakeCount(); ++k) {
      lookAtWidths(k);
      if (m_solved.planks[k]->strainMax > strainToLookAt) {
        add({FindingCode::StrainLeft, Severity::LookAgain, k, {}, {}, {m_solved.planks[k]->strainMax}, {}});
      }
    }
  }

 private:
  void add(Finding finding) {
    if (finding.section) finding.place = m_lining.frame.hull().sections[*finding.section].name;
    m_solved.findings.push_back(std::move(finding));
  }

  void lookAtWidths(std::size_t k) {
    // Judged at stations: along a raked stem or transom a strake measures more than it is wide.
    std::size_t widest = m_lining.master;
    for (std::size_t i = 0; i < m_lining.frame.sectionCount(); ++i) {
      const bool isStation = m_lining.frame.hull().sections[i].kind == SectionKind::Station;
      if (isStation && m_lining.widthMm(k, i) > m_lining.widthMm(k, widest)) widest = i;
    }
    const double most = m_lining.widthMm(k, widest);
    const bool broad = k <= 2;
    const double limit = m_usual.widest.mm() * (broad ? broadStrakeAllowance : 1.0);
    if (most > limit) {
      add({FindingCode::TooWide,
           most > limit * 1.25 ? Severity::Trouble : Severity::LookAgain,
           k,
           widest,
           {},
           {most, limit},
           {}});
    }
    for (const std::size_t end : {std::size_t{0}, m_lining.frame.sectionCount() - 1}) {
      const SectionKind kind = m_lining.frame.hull().sections[end].kind;
      const double width = m_lining.widthMm(k, end);
      const bool hood = kind == SectionKind::Stem || kind == SectionKind::Sternpost;
      if (hood && width < m_usual.leastHoodEnd.mm()) {
        add({FindingCode::HoodEndNarrow, Severity::Trouble, k, end, {}, {width, m_usual.leastHoodEnd.mm()}, {}});
      } else if (kind != SectionKind::Station && width < endShareToLookAt * most) {
        add({FindingCode::EndRunsNarrow,
             width < endShareOfTrouble * most ? Severity::Trouble : Severity::LookAgain,
             k,
             end,
             {},
             {width / most},
             {}});
      }
    }
  }

  Solved& m_solved;
  const Lining& m_lining;
  ShopFigures m_usual;
};

void lookAtFigures(Solved& solved) {
  for (const FigureJudgement& judged : solved.judgement->figures) {
    if (judged.verdict == Verdict::None) continue;
    const bool misread = judged.verdict == Verdict::Misread;
    Finding finding;
    finding.code = misread ? FindingCode::Misread : FindingCode::LooksOff;
    finding.severity = misread ? Severity::Trouble : Severity::LookAgain;
    finding.figure = judged.figure;
    finding.place = placeOf(*solved.fair, judged.figure);
    finding.line = lineOf(*solved.fair, judged.figure);
    finding.figures = {judged.apartMm, figureMm(*solved.fair, judged.figure)};
    if (const auto guess = guessMeant(*solved.fair, judged)) {
      finding.figures.push_back(guess->meant.mm());
      finding.words = slipWords(guess->slip, solved.fair->unit);
    }
    if (judged.figure.in == FigureRef::In::Row && solved.drawn != nullptr) {
      const auto& sections = solved.drawn->sections;
      for (std::size_t i = 0; i < sections.size(); ++i) {
        if (sections[i].name == finding.place) finding.section = i;
      }
    }
    solved.findings.push_back(finding);
  }
}

/// Waterlines given where they pass above the sheer or below the rabbet of their station.
void lookOutsideTheHull(Solved& solved) {
  const OffsetTable& table = *solved.fair;
  const TableRow* sheer = table.row(RowKind::Height, RowLine::Sheer);
  const TableRow* rabbet = table.row(RowKind::Height, RowLine::Rabbet);
  for (std::size_t k = 0; k < table.rows.size(); ++k) {
    const TableRow& row = table.rows[k];
    if (row.line != RowLine::Waterline) continue;
    for (std::size_t i = 0; i < row.figures.size(); ++i) {
      if (!row.figures[i]) continue;
      const double room = table.rounding().mm();
      const bool above = sheer != nullptr && sheer->figures[i] && row.at.mm() > sheer->figures[i]->mm() + room;
      const bool below = rabbet != nullptr && rabbet->figures[i] && row.at.mm() < rabbet->figures[i]->mm() - room;
      if (!above && !below) continue;
      Finding finding;
      finding.code = FindingCode::OutsideHull;
      finding.severity = Severity::Trouble;
      finding.figure = FigureRef{FigureRef::In::Row, k, i};
      finding.place = table.stations[i].name;
      finding.line = lineOf(table, *finding.figure);
      finding.words = above ? "above the sheer" : "below the rabbet";
      solved.findings.push_back(finding);
    }
  }
}

void lookAtSetUp(Solved& solved) {
  for (const SetUpOff& off : solved.setUp) {
    if (std::abs(off.offMm) < setUpLookMm) continue;
    Finding finding;
    finding.code = FindingCode::SetUpOff;
    finding.severity = std::abs(off.offMm) < setUpTroubleMm ? Severity::LookAgain : Severity::Trouble;
    finding.place = off.reading.mould;
    finding.line =
        std::string(setUpKindName(off.reading.kind)) + (off.reading.mark.empty() ? "" : " at " + off.reading.mark);
    finding.figures = {off.offMm, off.girthMm, off.humpMm};
    finding.mould = off.reading.mould;
    solved.findings.push_back(finding);
  }
}

std::string clashWords(BoltFoul with) {
  switch (with) {
    case BoltFoul::Rabbet:
      return "the bottom of the rabbet";
    case BoltFoul::Stopwater:
      return "a stopwater";
    case BoltFoul::Bolt:
      return "another bolt";
  }
  return {};
}

void lookAtBackbone(Solved& solved) {
  if (solved.backbone == nullptr) return;
  const Backbone& backbone = *solved.backbone;
  for (const BoltClash& clash : backbone.clashes) {
    Finding finding;
    finding.code = FindingCode::BoltFouls;
    finding.severity = clash.clearMm < 0.0 ? Severity::Trouble : Severity::LookAgain;
    finding.place = writeLength(millimetres(clash.at.x()), solved.fair->unit, 0, true) + " from forward";
    finding.words = clashWords(clash.with);
    finding.figures = {std::max(clash.clearMm, 0.0), clash.wantedMm};
    solved.findings.push_back(finding);
  }
  for (const TimberMarks& timber : backbone.marks) {
    const StationMark* worst = nullptr;
    for (const StationMark& mark : timber.marks.marks) {
      if (worst == nullptr || std::abs(mark.squaredOffMm) > std::abs(worst->squaredOffMm)) worst = &mark;
    }
    const Timber* of = backbone.plan.find(timber.timber);
    const bool carriesStations = of != nullptr && (of->kind == TimberKind::Keel || of->kind == TimberKind::Keelson);
    if (worst == nullptr || !carriesStations || std::abs(worst->squaredOffMm) < squaredOffLookMm) continue;
    Finding finding;
    finding.code = FindingCode::SquaredOff;
    finding.place = worst->name;
    finding.line = of->name;
    finding.timber = timber.timber;
    finding.figures = {worst->squaredOffMm, radians(worst->leanRad).deg()};
    solved.findings.push_back(finding);
  }
  if (std::abs(backbone.cameOut.mostOffMm) > cameOutLookMm) {
    Finding finding;
    finding.code = FindingCode::CameOutOff;
    finding.severity =
        std::abs(backbone.cameOut.mostOffMm) > cameOutTroubleMm ? Severity::Trouble : Severity::LookAgain;
    finding.place = backbone.cameOut.worst;
    finding.figures = {backbone.cameOut.mostOffMm};
    solved.findings.push_back(finding);
  }
  const Timber* onSlab = backbone.plan.find(backbone.plan.slab.timber);
  for (const GravingPiece& piece : backbone.slab.graving) {
    if (onSlab == nullptr || !backbone.plan.slab.placed) continue;
    Finding finding;
    finding.code = FindingCode::FaultInPart;
    finding.line = onSlab->name;
    finding.timber = onSlab->id;
    finding.words = faultKindName(backbone.plan.slab.faults[piece.fault].kind);
    finding.figures = {piece.lengthMm, piece.widthMm, piece.depthMm};
    solved.findings.push_back(finding);
  }
}

/// While figures of the table change, the lines follow at once; what is made from them is as it was a moment ago. False
/// where there was nothing before, or the table is the same.
bool keepTheRest(Solved& solved, const std::shared_ptr<const Solved>& previous) {
  if (previous == nullptr || previous->lining == nullptr || previous->fair == solved.fair || solved.drawn == nullptr)
    return false;
  solved.planked = previous->planked;
  solved.lining = previous->lining;
  solved.mesh = previous->mesh;
  solved.meshWaits = true;
  solved.planks = previous->planks;
  solved.moulds = previous->moulds;
  solved.setUp = previous->setUp;
  solved.mouldsWait = true;
  solved.backbone = previous->backbone;
  solved.backboneWaits = true;
  solved.quick = true;
  lookAtFigures(solved);
  std::stable_sort(solved.findings.begin(), solved.findings.end(),
                   [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
  return true;
}

}  // namespace

std::shared_ptr<const Solved> relined(BookSnapshot book, const std::shared_ptr<const Solved>& now) {
  if (now->lining == nullptr) return now;
  auto lining = lineOff(now->lining->frame, book->lining, sectionIds(*book, now->lining->frame.hull()));
  if (!lining || lining->strakeCount() != now->planks.size()) return now;
  auto shown = std::make_shared<Solved>(*now);
  shown->book = std::move(book);
  shown->lining = std::make_shared<Lining>(std::move(*lining));
  shown->quick = true;
  return shown;
}

PlankMake plankMake(const Book& book, std::size_t strake) {
  PlankMake make;
  make.construction = book.table.construction;
  make.lapMm = book.table.construction == Construction::Lapstrake && strake > 0 ? book.settings.lap.mm() : 0.0;
  return make;
}

std::size_t Solved::countAtLeast(Severity severity) const {
  return static_cast<std::size_t>(
      std::count_if(findings.begin(), findings.end(), [severity](const Finding& f) { return f.severity >= severity; }));
}

std::shared_ptr<const Solved> solve(BookSnapshot book, std::uint64_t revision,
                                    const std::shared_ptr<const Solved>& previous, SolveEffort effort,
                                    const std::stop_token& stop) {
  auto solved = std::make_shared<Solved>();
  solved->book = std::move(book);
  solved->revision = revision;
  solveTable(*solved, previous);
  if (stop.stop_requested()) return nullptr;
  solveHull(*solved, previous, effort);
  if (stop.stop_requested()) return nullptr;
  if (effort == SolveEffort::Quick && keepTheRest(*solved, previous)) return solved;
  solveMoulds(*solved, previous);
  solveLining(*solved, previous, effort);
  markMoulds(*solved, previous, effort);
  solveBackbone(*solved, previous, effort);
  if (stop.stop_requested()) return nullptr;
  if (!solvePlanks(*solved, previous, effort, stop)) return nullptr;
  lookAtFigures(*solved);
  lookOutsideTheHull(*solved);
  lookAtSetUp(*solved);
  lookAtBackbone(*solved);
  if (solved->lining != nullptr) PlankCritic(*solved).look();
  std::stable_sort(solved->findings.begin(), solved->findings.end(),
                   [](const Finding& a, const Finding& b) { return a.severity > b.severity; });
  return solved;
}

}  // namespace narrows
