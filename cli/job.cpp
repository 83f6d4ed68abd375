#include "job.h"

#include <algorithm>
#include <sstream>

#include "book/book_file.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "lining/schools.h"
#include "moulds/set_up.h"
#include "solve/solve.h"

namespace narrows::cli {

namespace {

std::string sectionNames(const Hull& hull) {
  std::string names;
  for (const Section& section : hull.sections) {
    if (section.kind == SectionKind::Station || section.kind == SectionKind::Transom)
      names += (names.empty() ? "" : ", ") + section.name;
  }
  return names;
}

std::optional<std::size_t> sectionNamed(const Hull& hull, const std::string& name) {
  for (std::size_t i = 0; i < hull.sections.size(); ++i) {
    if (hull.sections[i].name == name) return i;
  }
  return std::nullopt;
}

}  // namespace

Result<Job> Job::open(const Request& request) {
  Job job;
  job.m_request = request;
  job.m_isBook = request.file.ends_with(".narrows");
  if (job.m_isBook) {
    auto read = loadBook(request.file);
    if (!read) return tl::make_unexpected(read.error());
    job.m_book = std::move(read->book);
    if (const auto sense = checkOffsetTable(job.m_book.table); !sense) return tl::make_unexpected(sense.error());
  } else {
    const auto table = loadOffsetTable(request.file);
    if (!table) return tl::make_unexpected(table.error());
    auto book = newBook(*table);
    if (!book) return tl::make_unexpected(book.error());
    job.m_book = std::move(*book);
  }
  job.m_asKept = job.m_book;
  job.m_book.table = fairedTable(job.m_book);
  job.m_book.faired.clear();
  if (request.construction) job.m_book.table.construction = *request.construction;
  job.m_unit = request.units.value_or(job.m_book.table.unit);
  if (job.m_unit == Unit::Metre) job.m_unit = Unit::Millimetre;

  const auto drawn = springHull(job.m_book.table);
  if (!drawn) return tl::make_unexpected(drawn.error());
  auto hull = hullFace(*drawn, job.m_book.table, request.face);
  if (!hull) return tl::make_unexpected(hull.error());
  if (!hull->problems.empty()) return tl::make_unexpected(hull->problems);
  job.m_drawn = std::make_shared<Hull>(*drawn);
  job.m_hull = std::make_shared<Hull>(std::move(*hull));
  if (const auto stands = job.standAsMeasured(); !stands) return tl::make_unexpected(stands.error());
  if (const auto reach = job.findReach(); !reach) return tl::make_unexpected(reach.error());
  return job;
}

Result<void> Job::standAsMeasured() {
  const MouldPlan& plan = m_book.moulds;
  if (!plan.plankAsTheyStand || plan.readings.empty() || m_request.face != Face::Inside) return {};
  auto standing = standingHull(*m_hull, makeMoulds({m_hull, nullptr, &m_book.table, nullptr}, plan), plan);
  if (!standing) return tl::make_unexpected(standing.error());
  m_hull = std::make_shared<Hull>(std::move(*standing));
  return {};
}

bool Job::isLinedOff() const {
  return m_isBook || m_request.strakes.has_value() || !m_request.widths.empty();
}

Result<void> Job::findReach() {
  m_reach = {0.0, m_hull->lastT()};
  const auto find = [this](const std::string& name, double& t) -> Result<void> {
    if (name.empty()) return {};
    const auto section = cli::sectionNamed(*m_hull, name);
    if (!section) return fail(Fault::StationUnknown, {}, {name, sectionNames(*m_hull)});
    t = static_cast<double>(*section);
    return {};
  };
  if (const auto found = find(m_request.from, m_reach.fromT); !found) return found;
  if (const auto found = find(m_request.to, m_reach.toT); !found) return found;
  if (m_reach.fromT >= m_reach.toT) throw UsageError{"--from must be forward of --to"};
  return {};
}

bool Job::fromRabbet() const {
  return m_request.wholeSection || (m_isBook && m_book.planOf(m_request.side).base == BaseLine::Rabbet);
}

Result<std::size_t> Job::sectionNamed(const std::string& name) const {
  const auto section = cli::sectionNamed(*m_hull, name);
  if (!section) return fail(Fault::StationUnknown, {}, {name, sectionNames(*m_hull)});
  return *section;
}

Length Job::optionLength(const std::string& text, const std::string& option) const {
  const auto length = parseLength(text, m_unit);
  if (!length) throw UsageError{option + ": " + describe(length.error()[0])};
  return *length;
}

Result<LiningPlan> Job::plan(BoatSide side) const {
  const bool asked = m_request.strakes.has_value() || !m_request.widths.empty();
  if (!m_request.plan.empty() && (asked || !m_isBook))
    throw UsageError{asked ? "--plan names a book's own plan: give it or --strakes or --widths"
                           : "--plan names a plan of a book (.narrows): a table has none"};
  LiningPlan plan = m_book.planOf(side);
  if (!m_request.plan.empty()) {
    const LiningPlan* named = m_book.findPlan(m_request.plan);
    if (named == nullptr) {
      std::string names;
      for (const LiningPlan& one : m_book.plans) names += (names.empty() ? "" : ", ") + one.name;
      return fail(Fault::PlanUnknown, {}, {m_request.plan, names});
    }
    plan = *named;
  }
  if (m_request.wholeSection) plan.base = BaseLine::Rabbet;
  if (!asked && !m_isBook) throw UsageError{"say how she is lined off: --strakes N, or --widths W,W,...[@STATION]"};
  if (asked) {
    const BaseLine base =
        m_request.wholeSection || (m_isBook && plan.base == BaseLine::Rabbet) ? BaseLine::Rabbet : BaseLine::Chine;
    plan = {};
    plan.base = base;
    plan.name = m_request.strakes ? std::to_string(*m_request.strakes) + " equal" : "by widths";
    std::size_t count = static_cast<std::size_t>(m_request.strakes.value_or(0));
    if (!m_request.widths.empty()) {
      plan.zones.front().rule = LiningRule::Diminishing;
      std::string list = m_request.widths;
      if (const auto at = list.find('@'); at != std::string::npos) {
        const std::string station = list.substr(at + 1);
        const auto section = cli::sectionNamed(*m_hull, station);
        if (!section) return fail(Fault::StationUnknown, {}, {station, sectionNames(*m_hull)});
        plan.master = sectionIds(m_book, *m_hull)[*section];
        list.erase(at);
      }
      std::stringstream stream(list);
      for (std::string one; std::getline(stream, one, ',');)
        plan.zones.front().widths.push_back(optionLength(one, "--widths"));
      count = plan.zones.front().widths.size();
    }
    for (std::size_t k = 0; k < count; ++k) plan.strakes.push_back({static_cast<std::int64_t>(k + 1)});
    for (std::size_t k = 0; k <= count; ++k) plan.lines.push_back({static_cast<std::int64_t>(count + k + 1)});
  }
  return plan;
}

Result<LiningPlan> Job::planOrUsual(BoatSide side) const {
  if (!isLinedOff() && m_request.plan.empty()) return m_asKept.planOf(side);
  return plan(side);
}

Result<Lining> Job::liningOf(const LiningPlan& plan) const {
  return lineOff(GirthFrame(m_hull, plan.base == BaseLine::Rabbet), plan, sectionIds(m_book, *m_hull),
                 {m_book.table.construction, m_book.table.thickness.mm(), lapMm()});
}

Result<Lining> Job::lining(BoatSide side) const {
  const auto of = plan(side);
  return of ? liningOf(*of) : Result<Lining>(tl::make_unexpected(of.error()));
}

bool Job::isWholeInside() const {
  return m_request.face == Face::Inside && m_reach.fromT <= 0.0 && m_reach.toT >= m_hull->lastT();
}

bool Job::isWholeBook() const {
  return m_isBook && m_request.plan.empty() && !m_request.strakes && m_request.widths.empty();
}

WeighingFigures Job::weighingFigures() const {
  const Length lap = m_request.lap.empty() ? m_book.settings.lap : millimetres(lapMm());
  return narrows::weighingFigures(m_book.table, lap, m_book.settings.waterline, m_book.weighing);
}

Result<std::shared_ptr<const PlanWeighed>> Job::weighed(const LiningPlan& plan) const {
  return weighPlan(GirthFrame(m_hull, plan.base == BaseLine::Rabbet), plan, sectionIds(m_book, *m_hull),
                   weighingFigures(), fullStrip);
}

Result<Book> Job::bookBySchool(const SchoolRequest& wanted) const {
  Book book = m_asKept;
  if (m_request.construction) book = setConstruction(book, *m_request.construction);
  const GirthFrame frame(m_hull, fromRabbet());
  SchoolAnswers answers;
  answers.strakes = wanted.strakes;
  auto plan = planBySchool(frame, *schoolNamed(wanted.school), answers, sectionIds(m_book, *m_hull),
                           shopFigures(book.table.construction, boatLength(book.table)), plankingFigures(book));
  if (!plan) return tl::make_unexpected(plan.error());
  if (fromRabbet()) plan->base = BaseLine::Rabbet;
  const std::string name = wanted.name.empty() ? wanted.school : wanted.name;
  PlanId made;
  if (!m_isBook) book.plans.front().name = name + " (before)";  // a new book's own plan goes, and may not keep the name
  auto added = addPlan(book, *plan, name, &made);
  if (!added || m_isBook) return added;
  added->starboard = added->port = made;
  return removePlan(*added, book.plans.front().id);
}

double Job::lapMm() const {
  if (m_request.lap.empty()) return m_isBook ? m_book.settings.lap.mm() : 0.0;
  const double lap = optionLength(m_request.lap, "--lap").mm();
  if (lap < 0.0) throw UsageError{"--lap: a lap is not less than nothing"};
  // Wider than any plank it would be an edge of.
  constexpr double mostLapMm = 300.0;
  if (lap > mostLapMm) throw UsageError{"--lap: " + m_request.lap + " is wider than a plank; an inch or so is usual"};
  return lap;
}

PlankMake Job::plankMake(const Lining& lining, std::size_t strake) const {
  PlankMake make = narrows::plankMake(m_book, lining, strake);
  make.construction = m_book.table.construction;
  make.lapMm = lining.strakes[strake].lower == 0 ? 0.0 : lapMm();
  if (!m_request.lap.empty() || !m_isBook) make.laps.clear();
  return make;
}

FlatPlank Job::flatPlank(const Lining& lining, std::size_t strake) const {
  FlatPlank plank = narrows::flatPlank(lining.band(strake, m_reach), plankMake(lining, strake));
  plank.strake = lining.strakes[strake].id;
  return plank;
}

std::optional<PartMark> markAt(const GirthFrame& frame, const SurfaceCurve& curve, const PlacedSection& placed) {
  if (!placed.index) return curveOnPart(frame, curve, *placed.section);
  const auto t = static_cast<double>(*placed.index);
  const double share = curve.shareAt(t);
  return PartMark{frame.sectionPoint(*placed.index, share), share * frame.girthMm(*placed.index), t};
}

Result<std::size_t> Job::strakeOf(const Lining& lining, int strake) {
  if (strake >= 1 && static_cast<std::size_t>(strake) <= lining.strakeCount())
    return static_cast<std::size_t>(strake - 1);
  return fail(Fault::StrakeUnknown, {}, {std::to_string(strake), std::to_string(lining.strakeCount())});
}

std::vector<PlacedSection> Job::sections() const {
  std::vector<PlacedSection> forward, aft, placed;
  const double middle = m_hull->sections[m_hull->sections.size() / 2].parts.back().nails().front().x();
  for (const Section& part : m_hull->partSections)
    (*part.xMm < middle ? forward : aft).push_back({&part, std::nullopt});
  for (std::size_t i = 0; i < m_hull->sections.size(); ++i) {
    const auto t = static_cast<double>(i);
    const bool last = i + 1 == m_hull->sections.size();
    if (last && m_reach.toT >= m_hull->lastT()) placed.insert(placed.end(), aft.begin(), aft.end());
    if (t >= m_reach.fromT && t <= m_reach.toT) placed.push_back({&m_hull->sections[i], i});
    if (i == 0 && m_reach.fromT <= 0.0) placed.insert(placed.end(), forward.begin(), forward.end());
  }
  return placed;
}

bool Job::reaches(double xMm) const {
  const auto at = [this](double t) { return m_hull->sections[static_cast<std::size_t>(t)].xMm; };
  const auto from = at(m_reach.fromT), to = at(m_reach.toT);
  return (!from || xMm >= *from - 1e-6 || m_reach.fromT <= 0.0) && (!to || xMm <= *to + 1e-6);
}

std::string Job::show(double mm) const {
  return writeLength(millimetres(mm), m_unit, m_unit == Unit::Inch ? 5 : 3, false);
}

}  // namespace narrows::cli
