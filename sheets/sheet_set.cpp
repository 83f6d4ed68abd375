#include "sheet_set.h"

#include <algorithm>
#include <map>
#include <numeric>

#include "backbone_sheet.h"
#include "division_board.h"
#include "files/whole_file.h"
#include "lines_sheet.h"
#include "lining/lining_table.h"
#include "marks_sheet.h"
#include "mould_sheet.h"
#include "problem/trade.h"
#include "shell_sheet.h"
#include "solve/joinery.h"
#include "stick_sheet.h"
#include "widths_sheet.h"

namespace narrows {

namespace {

/// A file's name: the boat's, where she has one, and its own.
std::string fileOfBoat(const std::string& boat, const std::string& name) {
  return sheetFileName(boat.empty() ? name : boat + "-" + name);
}

std::vector<std::size_t> chosenStrakes(const Solved& solved, const SheetChoice& choice) {
  if (!choice.strakes.empty()) return choice.strakes;
  std::size_t most = 0;
  for (const BoatSide side : choice.sides) most = std::max(most, solved.planksOf(side).size());
  std::vector<std::size_t> strakes(most);
  std::iota(strakes.begin(), strakes.end(), std::size_t{0});
  return strakes;
}

/// A piece that is chosen, and the plank it is of.
struct ChosenPiece {
  std::size_t strake;
  BoatSide side;
  std::shared_ptr<const PlankAtBench> bench;
  std::size_t piece;  ///< of its pieces

  const PlankPiece& of() const { return bench->pieces[piece]; }
};

/// Every piece that is chosen of every plank; those before `stop` was asked for.
std::vector<ChosenPiece> chosenPieces(const Solved& solved, const SheetChoice& choice, const std::stop_token& stop) {
  std::vector<ChosenPiece> pieces;
  for (const std::size_t strake : chosenStrakes(solved, choice)) {
    for (const BoatSide side : choice.sides) {
      if (stop.stop_requested()) return pieces;
      const auto bench = plankAtBench(solved, strake, side);
      for (std::size_t i = 0; bench != nullptr && i < bench->pieces.size(); ++i) {
        if (choice.piece == 0 || choice.piece == bench->pieces[i].number) pieces.push_back({strake, side, bench, i});
      }
    }
  }
  return pieces;
}

}  // namespace

std::vector<Drawing> planksSheets(const Solved& solved, const SheetChoice& choice, const std::stop_token& stop) {
  std::vector<Drawing> drawings;
  if (solved.lining == nullptr) return drawings;
  const std::vector<ChosenPiece> pieces =
      choice.tickets || choice.patterns ? chosenPieces(solved, choice, stop) : std::vector<ChosenPiece>();
  for (const ChosenPiece& one : pieces) {
    if (!choice.tickets || stop.stop_requested()) break;
    if (const auto ticket = ticketOf(solved, one.strake, one.side, one.of().number, one.bench))
      drawings.push_back(ticketSheet(*ticket));
  }
  for (const ChosenPiece& one : pieces) {
    if (!choice.patterns || stop.stop_requested()) break;
    const PatternOf of = patternOf(solved, one.strake, one.side, one.bench);
    drawings.push_back(piecePattern(plankPattern(*one.bench->plank, of), of, one.of()));
  }
  const Notation notation = solved.book->settings.notation;
  const std::string& boat = solved.book->table.boat;
  const std::vector<LinedPlan> plans = linedPlans(solved);
  for (const LinedPlan& plan : plans) {
    if (stop.stop_requested()) return drawings;
    if (!plan.starboard && !plan.port) continue;
    const LiningPlan* of = solved.book->findPlan(plan.lining->plan);
    if (choice.widths) drawings.push_back(widthsSheet(plan, boat, notation));
    if (choice.widths) drawings.push_back(marksSheet(plan, boat, notation));
    if (choice.boards && of != nullptr) {
      for (Drawing& board : divisionBoards(plan, *of, boat, notation)) drawings.push_back(std::move(board));
    }
    if (choice.shell) drawings.push_back(shellSheet(plan, of, boat));
  }
  if (choice.stick && !plans.empty()) drawings.push_back(stickSheet(plans, boat, notation));
  return drawings;
}

Result<std::vector<std::string>> writeTicketTables(const Solved& solved, const SheetChoice& choice,
                                                   const std::string& folder, const std::stop_token& stop) {
  if (const auto made = makeFolders(folder); !made) return tl::make_unexpected(made.error());
  std::vector<std::string> files;
  for (const ChosenPiece& one : chosenPieces(solved, choice, stop)) {
    if (stop.stop_requested()) break;
    const auto ticket = ticketOf(solved, one.strake, one.side, one.of().number, one.bench);
    if (!ticket) continue;
    const std::string file = folder + "/" + fileOfBoat(ticket->boat, ticket->file) + ".csv";
    if (const auto written = writeWholeFile(file, ticketCsv(*ticket)); !written)
      return tl::make_unexpected(written.error());
    files.push_back(file);
  }
  return files;
}

Result<std::vector<std::string>> writeLiningTables(const Solved& solved, const std::string& folder) {
  if (const auto made = makeFolders(folder); !made) return tl::make_unexpected(made.error());
  const std::vector<LinedPlan> plans = linedPlans(solved);
  std::vector<NamedLining> linings;
  for (const LinedPlan& plan : plans) linings.push_back({plan.name, plan.sides(), plan.lining.get()});
  const Unit unit = solved.book->settings.notation == Notation::Millimetres ? Unit::Millimetre : Unit::Inch;
  const std::string base =
      folder + "/" + sheetFileName(solved.book->table.boat.empty() ? "boat" : solved.book->table.boat);
  std::vector<std::string> files;
  for (const auto& [name, text] : {std::pair(base + "-widths.csv", widthsCsv(linings, unit)),
                                   std::pair(base + "-marks.csv", marksCsv(linings, unit))}) {
    if (const auto written = writeWholeFile(name, text); !written) return tl::make_unexpected(written.error());
    files.push_back(name);
  }
  return files;
}

std::vector<Drawing> mouldsSheets(const Solved& solved, const MouldChoice& choice, const std::stop_token& stop) {
  std::vector<Drawing> drawings;
  if (solved.moulds == nullptr) return drawings;
  MouldSheetOf of;
  of.boat = solved.fair->boat;
  of.notation = solved.book->settings.notation;
  of.plan = &solved.book->moulds;
  of.table = solved.fair.get();
  std::vector<Drawing> patterns;
  for (const Mould& mould : solved.moulds->moulds) {
    if (stop.stop_requested()) return drawings;
    const bool wanted = choice.moulds.empty() ||
                        std::find(choice.moulds.begin(), choice.moulds.end(), mould.name) != choice.moulds.end();
    if (wanted) patterns.push_back(mouldSheet(mould, of));
  }
  if (choice.patterns) drawings = patterns;
  if (choice.nestedOn) {
    for (Drawing& sheet : nestOnSheets(patterns, choice.nestedOn->first.mm(), choice.nestedOn->second.mm()))
      drawings.push_back(std::move(sheet));
  }
  if (choice.setUp) drawings.push_back(setUpSheet(*solved.moulds, of));
  return drawings;
}

bool isAnyNested(const std::vector<Drawing>& drawings) {
  return std::any_of(drawings.begin(), drawings.end(),
                     [](const Drawing& one) { return one.name.rfind(nestedSheetName, 0) == 0; });
}

BackboneSheetOf backboneSheetOf(const Solved& solved) {
  return {solved.fair->boat,   solved.book->settings.notation, solved.backbone.get(),        solved.fair.get(),
          solved.inside.get(), solved.outside.get(),           bentInPlaceFastenings(solved)};
}

std::vector<Drawing> backboneSheets(const Solved& solved, const BackboneChoice& choice, const std::stop_token& stop) {
  std::vector<Drawing> drawings;
  if (solved.backbone == nullptr) return drawings;
  const Backbone& backbone = *solved.backbone;
  const BackboneSheetOf of = backboneSheetOf(solved);
  for (const TimberShape& shape : backbone.shapes.shapes) {
    if (stop.stop_requested()) return drawings;
    if (choice.timber.empty() || choice.timber == shape.name) drawings.push_back(timberSheet(of, shape));
  }
  if (!choice.timber.empty()) return drawings;
  for (const RabbetRun& run : *backbone.rabbet) drawings.push_back(rabbetSectionsSheet(of, run));
  if (backbone.keel) drawings.push_back(keelSheet(of));
  if (backbone.transom != nullptr) drawings.push_back(transomSheet(of, *backbone.transom));
  const Timber* bent = backbone.plan.find(backbone.plan.lamination.timber);
  const std::string& frame = backbone.plan.lamination.frame;
  if (backbone.lamination && (bent != nullptr || !frame.empty()))
    drawings.push_back(formSheet(of, *backbone.lamination, frame.empty() ? bent->name : "frame " + frame));
  const Timber* built = backbone.plan.find(backbone.plan.blank.timber);
  if (backbone.blank && built != nullptr) {
    for (Drawing& drawing : blankSheets(of, *backbone.blank, *built)) drawings.push_back(std::move(drawing));
  }
  if (backbone.bentInPlace) drawings.push_back(bentInPlaceSheet(of));
  if (backbone.plan.find(backbone.plan.slab.timber) != nullptr) drawings.push_back(slabSheet(of));
  if (choice.tables) {
    for (Drawing& drawing : backboneTables(of)) drawings.push_back(std::move(drawing));
  }
  return drawings;
}

std::vector<Drawing> linesSheets(const Solved& solved) {
  std::vector<Drawing> drawings;
  if (solved.drawn != nullptr) drawings.push_back(bodyPlanSheet(solved));
  drawings.push_back(correctedTableSheet(*solved.book));
  if (!solved.book->table.profiles.empty()) drawings.push_back(correctedProfilesSheet(*solved.book));
  return drawings;
}

void nameFiles(std::vector<Drawing>& drawings, const std::string& boat) {
  std::map<std::string, int> taken;
  for (Drawing& drawing : drawings) {
    const std::string name = fileOfBoat(boat, drawing.name);
    const int before = taken[name]++;
    drawing.file = before == 0 ? name : name + "-" + std::to_string(before + 1);
  }
}

std::string sheetPath(const std::string& folder, const Drawing& drawing, SheetFormat format) {
  const char* ending = format == SheetFormat::Pdf ? ".pdf" : format == SheetFormat::Svg ? ".svg" : ".dxf";
  return folder + "/" + (drawing.file.empty() ? drawing.name : drawing.file) + ending;
}

namespace {

/// The code on a drawing that has no pages: behind its title, or under it.
void writeCode(Drawing& drawing) {
  const std::string words = Trade::say("code %1", drawing.code);
  for (SheetText& text : drawing.texts) {
    if (!text.text.starts_with(drawing.title)) continue;
    text.text += "   " + words;
    return;
  }
  constexpr double underMm = 6.0, letterMm = 3.5;
  const DrawingBounds box = boundsOf(drawing);
  drawing.text(box.low - Vec2(0.0, underMm), words, letterMm);
}

}  // namespace

Result<std::vector<WrittenSheet>> writeSheets(const std::vector<Drawing>& drawings, const std::string& folder,
                                              SheetFormat format, const Paper& paper, const std::stop_token& stop,
                                              const std::function<void(double)>& progress) {
  if (const auto made = makeFolders(folder); !made) return tl::make_unexpected(made.error());
  std::vector<WrittenSheet> written;
  for (Drawing drawing : drawings) {
    stamp(drawing);
    if (format != SheetFormat::Pdf) writeCode(drawing);
    if (stop.stop_requested()) break;
    if (progress) progress(static_cast<double>(written.size()) / static_cast<double>(drawings.size()));
    const std::string file = sheetPath(folder, drawing, format);
    auto one = format == SheetFormat::Pdf   ? writePdf(drawing, paper, file, stop)
               : format == SheetFormat::Svg ? writeSvg(drawing, file)
                                            : writeDxf(drawing, file);
    if (!one && stop.stop_requested()) break;
    if (!one) return tl::make_unexpected(one.error());
    written.push_back(*one);
  }
  return written;
}

}  // namespace narrows
