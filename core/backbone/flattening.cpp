#include "backbone/flattening.h"

#include <algorithm>
#include <cmath>

#include "backbone/programme.h"
#include "backbone/volume.h"
#include "problem/trade.h"

namespace narrows {

namespace {

constexpr std::size_t fewestReadings = 3;
/// The second face's thickness is measured square to it: the vertical distance is found again this often.
constexpr int squareRounds = 6;

/// Columns of the programme.
enum Column { at = 1, along = 2, across = 3, kept = 4 };

struct Answer {
  FlatPlane plane;
  double keptMm = 0.0;
};

/// The plane that clears the readings and takes off least, with `keptMm` of wood plumb below it down to the underside;
/// with none, the plane that keeps most.
std::optional<Answer> bestPlane(const std::vector<SlabReading>& readings, const FlatteningLimits& limits,
                                double undersideMm, std::optional<double> keptMm) {
  keepProgrammeStore();
  Programme programme(glp_create_prob());
  glp_set_obj_dir(programme.get(), GLP_MIN);
  glp_add_cols(programme.get(), 4);
  const double tilt = std::tan(limits.mostTiltRad);
  glp_set_col_bnds(programme.get(), Column::at, GLP_FR, 0.0, 0.0);
  for (const int column : {Column::along, Column::across}) {
    if (tilt > 0.0) {
      glp_set_col_bnds(programme.get(), column, GLP_DB, -tilt, tilt);
    } else {
      glp_set_col_bnds(programme.get(), column, GLP_FX, 0.0, 0.0);
    }
  }
  const bool thick = limits.slabMm > 0.0;
  if (thick && !keptMm) {
    glp_set_col_bnds(programme.get(), Column::kept, GLP_FR, 0.0, 0.0);
  } else {
    glp_set_col_bnds(programme.get(), Column::kept, GLP_FX, keptMm.value_or(0.0), keptMm.value_or(0.0));
  }
  const auto count = static_cast<int>(readings.size());
  glp_add_rows(programme.get(), thick ? 2 * count : count);
  double area = 0.0, areaAlong = 0.0, areaAcross = 0.0;
  for (int i = 0; i < count; ++i) {
    const SlabReading& reading = readings[static_cast<std::size_t>(i)];
    const int places[] = {0, Column::at, Column::along, Column::across, Column::kept};
    const double clears[] = {0.0, 1.0, reading.alongMm, reading.acrossMm};
    glp_set_mat_row(programme.get(), i + 1, 3, places, clears);
    glp_set_row_bnds(programme.get(), i + 1, GLP_LO, reading.downMm + reading.loseMm, 0.0);
    if (thick) {
      const double keeps[] = {0.0, 1.0, reading.alongMm, reading.acrossMm, 1.0};
      glp_set_mat_row(programme.get(), count + i + 1, 4, places, keeps);
      glp_set_row_bnds(programme.get(), count + i + 1, GLP_UP, 0.0, undersideMm);
    }
    area += reading.weightMm2;
    areaAlong += reading.weightMm2 * reading.alongMm;
    areaAcross += reading.weightMm2 * reading.acrossMm;
  }
  if (thick && !keptMm) {
    glp_set_obj_coef(programme.get(), Column::kept, -1.0);
  } else {
    glp_set_obj_coef(programme.get(), Column::at, 1.0);
    glp_set_obj_coef(programme.get(), Column::along, areaAlong / area);
    glp_set_obj_coef(programme.get(), Column::across, areaAcross / area);
  }
  glp_smcp settings;
  glp_init_smcp(&settings);
  settings.msg_lev = GLP_MSG_OFF;
  settings.presolve = GLP_ON;
  if (glp_simplex(programme.get(), &settings) != 0 || glp_get_status(programme.get()) != GLP_OPT) return std::nullopt;
  Answer answer;
  answer.plane.slopeAlong = glp_get_col_prim(programme.get(), Column::along);
  answer.plane.slopeAcross = glp_get_col_prim(programme.get(), Column::across);
  answer.keptMm = glp_get_col_prim(programme.get(), Column::kept);
  // Resting on the reading that is highest against it, not on the solver's last digit.
  double rest = -1e12;
  for (const SlabReading& reading : readings) {
    rest = std::max(rest, reading.downMm + reading.loseMm - reading.alongMm * answer.plane.slopeAlong -
                              reading.acrossMm * answer.plane.slopeAcross);
  }
  answer.plane.atMm = rest;
  return answer;
}

double squareOf(const FlatPlane& plane) {
  return std::sqrt(1.0 + plane.slopeAlong * plane.slopeAlong + plane.slopeAcross * plane.slopeAcross);
}

}  // namespace

Result<std::vector<SlabReading>> slabReadings(const SlabPlan& plan) {
  Problems problems;
  std::vector<SlabReading> readings;
  std::size_t most = 0;
  for (const auto& row : plan.down) most = std::max(most, row.size());
  const double stepAlong = plan.readingStepAlong.mm(), stepAcross = plan.readingStepAcross.mm();
  if (stepAlong <= 0.0 || stepAcross <= 0.0)
    return fail(Fault::ReadingsGap, {},
                {Trade::say("the steps"), Trade::say("give how far apart the readings were taken, along and across.")});
  for (std::size_t j = 0; j < plan.down.size(); ++j) {
    for (std::size_t i = 0; i < most; ++i) {
      const bool given = i < plan.down[j].size() && plan.down[j][i].has_value();
      const std::string place = Trade::say("row %1, place %2", j + 1, i + 1);
      if (!given) {
        problems.push_back(
            {Fault::ReadingsGap,
             {0, 0, place},
             {Trade::say("that place"), Trade::say("measure it; a low spot there would be left standing.")}});
        continue;
      }
      SlabReading reading;
      reading.alongMm = static_cast<double>(i) * stepAlong;
      reading.acrossMm = static_cast<double>(j) * stepAcross;
      reading.downMm = plan.down[j][i]->mm();
      // Readings at the rim stand for half as much, at a corner for a quarter.
      const double half = (i == 0 || i + 1 == most ? 0.5 : 1.0) * (j == 0 || j + 1 == plan.down.size() ? 0.5 : 1.0);
      reading.weightMm2 = stepAlong * stepAcross * half;
      for (const TimberFault& fault : plan.faults) {
        if (fault.kind != FaultKind::Heart && fault.kind != FaultKind::TornGrain) continue;
        const bool there = std::abs(reading.alongMm - fault.along.mm()) <= 0.5 * fault.length.mm() + 0.5 * stepAlong &&
                           std::abs(reading.acrossMm - fault.across.mm()) <= 0.5 * fault.width.mm() + 0.5 * stepAcross;
        if (there) reading.loseMm = std::max(reading.loseMm, std::min(fault.depth.mm(), plan.lose.mm()));
      }
      readings.push_back(reading);
    }
  }
  if (problems.empty() && (plan.down.size() < 2 || most < 2))
    problems.push_back(
        {Fault::ReadingsGap,
         {},
         {Trade::say("two edges"), Trade::say("two rows of two readings are the least a plane can be laid on.")}});
  if (!problems.empty()) return tl::make_unexpected(problems);
  return readings;
}

Result<Flattening> flatten(const std::vector<SlabReading>& readings, const FlatteningLimits& limits,
                           const SlabPlan& plan, Unit unit) {
  require(readings.size() >= fewestReadings, "a plane needs three readings");
  double deepest = -1e12;
  for (const SlabReading& reading : readings) deepest = std::max(deepest, reading.downMm);
  const double underside = deepest + limits.slabMm;
  double square = 1.0;
  std::optional<Answer> best;
  for (int i = 0; i < squareRounds; ++i) {
    best = bestPlane(readings, limits, underside, limits.finishedMm * square);
    if (!best || std::abs(squareOf(best->plane) - square) < 1e-12) break;
    square = squareOf(best->plane);
  }
  if (!best) {
    const auto most = bestPlane(readings, limits, underside, std::nullopt);
    const auto words = [unit](double mm) { return writeLength(millimetres(mm), unit, 1, true); };
    return fail(
        Fault::NoPlaneClears, {},
        {words(limits.finishedMm),
         most && most->keptMm > 0.0 ? Trade::say("%1 is the most this slab holds",
                                                 words(std::floor(most->keptMm / squareOf(most->plane) * 10.0) / 10.0))
                                    : Trade::say("the slab is too thin at its low spots")});
  }
  Flattening flat;
  flat.first = best->plane;
  flat.second = best->plane;
  flat.second.atMm += limits.finishedMm * square;
  flat.sparedMm = 1e12;
  for (const SlabReading& reading : readings) {
    const double cut = flat.first.down(reading.alongMm, reading.acrossMm) - reading.downMm;
    flat.cutMm.push_back(cut);
    flat.volumeMm3 += cut * reading.weightMm2;
    flat.deepestMm = std::max(flat.deepestMm, cut);
    const double below = underside - flat.second.down(reading.alongMm, reading.acrossMm);
    flat.secondCutMm.push_back(limits.slabMm > 0.0 ? below : 0.0);
    if (limits.slabMm > 0.0) flat.secondVolumeMm3 += below * reading.weightMm2;
    flat.sparedMm = std::min(flat.sparedMm, below);
  }
  if (limits.slabMm <= 0.0) flat.sparedMm = 0.0;
  flat.passes = plan.cut.mm() > 0.0 ? static_cast<int>(std::ceil(flat.deepestMm / plan.cut.mm() - 1e-9)) : 0;
  flat.hours = plan.litresAnHour > 0.0 ? (flat.volumeMm3 + flat.secondVolumeMm3) / mm3ALitre / plan.litresAnHour : 0.0;
  return flat;
}

std::vector<double> railHeights(const FlatPlane& plane, double lengthMm, double widthMm) {
  // Further down is lower.
  std::vector<double> heights{-plane.down(0.0, 0.0), -plane.down(0.0, widthMm), -plane.down(lengthMm, 0.0),
                              -plane.down(lengthMm, widthMm)};
  const double low = *std::min_element(heights.begin(), heights.end());
  for (double& height : heights) height -= low;
  return heights;
}

Result<std::vector<std::vector<std::optional<Length>>>> readSlabGrid(std::string_view text, Unit unit) {
  std::vector<std::vector<std::optional<Length>>> grid;
  Problems problems;
  int line = 0;
  while (!text.empty()) {
    const auto end = text.find('\n');
    std::string row(text.substr(0, end));
    text = end == std::string_view::npos ? std::string_view() : text.substr(end + 1);
    ++line;
    while (!row.empty() && (row.back() == '\r' || row.back() == ' ')) row.pop_back();
    if (row.empty() || row.front() == '#') continue;
    const char between = row.find(',') != std::string::npos    ? ','
                         : row.find('\t') != std::string::npos ? '\t'
                         : row.find(';') != std::string::npos  ? ';'
                                                               : ' ';
    std::vector<std::optional<Length>> readings;
    int field = 0;
    for (std::size_t from = 0; from <= row.size();) {
      const std::size_t to = std::min(row.find(between, from), row.size());
      std::string entry = row.substr(from, to - from);
      from = to + 1;
      entry.erase(0, entry.find_first_not_of(" \t"));
      entry.erase(entry.find_last_not_of(" \t") + 1);
      if (between == ' ' && entry.empty()) continue;
      ++field;
      if (entry.empty() || entry == "-") {
        readings.emplace_back();
        continue;
      }
      const auto length = parseLength(entry, unit);
      if (!length) {
        problems.push_back(
            {Fault::NotALength, {line, field, {}}, {entry, "", Trade::say("write it as 3/8, 0.4 or 9 mm.")}});
        readings.emplace_back();
      } else {
        readings.emplace_back(*length);
      }
    }
    grid.push_back(std::move(readings));
  }
  if (!problems.empty()) return tl::make_unexpected(problems);
  return grid;
}

}  // namespace narrows
