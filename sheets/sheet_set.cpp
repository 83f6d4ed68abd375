#include "sheet_set.h"

#include <filesystem>
#include <numeric>

#include "stick_sheet.h"
#include "widths_sheet.h"

namespace narrows {

std::vector<Drawing> planksSheets(const Solved& solved, const SheetChoice& choice) {
  std::vector<Drawing> drawings;
  if (solved.lining == nullptr) return drawings;
  std::vector<std::size_t> strakes = choice.strakes;
  if (strakes.empty()) {
    strakes.resize(solved.planks.size());
    std::iota(strakes.begin(), strakes.end(), std::size_t{0});
  }
  for (const std::size_t strake : strakes) {
    if (!choice.patterns) break;
    for (const BoatSide side : choice.sides)
      drawings.push_back(plankPattern(*solved.planks[strake], patternOf(solved, strake, side)));
  }
  const Notation notation = solved.book->settings.notation;
  if (choice.widths) drawings.push_back(widthsSheet(*solved.lining, solved.book->table.boat, notation));
  if (choice.stick) drawings.push_back(stickSheet(*solved.lining, solved.book->table.boat, notation));
  return drawings;
}

Result<std::vector<WrittenSheet>> writeSheets(const std::vector<Drawing>& drawings, const std::string& folder,
                                              SheetFormat format, const Paper& paper) {
  std::error_code error;
  std::filesystem::create_directories(folder, error);
  if (error) return fail(Fault::CannotWrite, {0, 0, folder}, {error.message()});
  std::vector<WrittenSheet> written;
  for (const Drawing& drawing : drawings) {
    const std::string base = folder + "/" + drawing.name;
    auto one = format == SheetFormat::Pdf   ? writePdf(drawing, paper, base + ".pdf")
               : format == SheetFormat::Svg ? writeSvg(drawing, base + ".svg")
                                            : writeDxf(drawing, base + ".dxf");
    if (!one) return tl::make_unexpected(one.error());
    written.push_back(*one);
  }
  return written;
}

}  // namespace narrows
