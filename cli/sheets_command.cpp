#include "sheets_command.h"

#include <QGuiApplication>
#include <clocale>

#include "sheet_set.h"

namespace narrows::cli {

void addSheetsOptions(CLI::App& command, SheetsRequest& request) {
  command.add_option("--out", request.out, "folder to write to")->required();
  command.add_option("--format", request.format, "pdf, svg or dxf")->check(CLI::IsMember({"pdf", "svg", "dxf"}));
  command.add_option("--what", request.what, "planks")->check(CLI::IsMember({"planks"}));
  command.add_option("--paper", request.paper, "for pdf: A4, A3, Letter, Tabloid or roll:WIDTH");
  command.add_option("--side", request.side, "starboard, port or both")
      ->check(CLI::IsMember({"starboard", "port", "both"}));
}

SheetsApplication::SheetsApplication(int& argc, char** argv) {
  qputenv("QT_QPA_PLATFORM", "offscreen");
  m_application = std::make_unique<QGuiApplication>(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
}

SheetsApplication::~SheetsApplication() = default;

Result<std::string> writeSheets(const Job& job, const SheetsRequest& request) {
  const auto paper = paperNamed(request.paper);
  if (!paper) throw UsageError{"--paper: " + describe(paper.error()[0])};
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  // The sheets read a solved book: here its parts are those the options asked for.
  Solved solved;
  auto book = std::make_shared<Book>(job.book());
  book->settings.lap = millimetres(job.plankMake().lapMm);
  if (job.unit() == Unit::Millimetre) book->settings.notation = Notation::Millimetres;
  solved.book = book;
  solved.lining = std::make_shared<Lining>(*lining);
  for (std::size_t k = 0; k < lining->strakeCount(); ++k) {
    solved.planks.push_back(std::make_shared<FlatPlank>(flatPlank(*lining, k, job.plankMake())));
  }
  SheetChoice choice;
  if (request.side == "port") choice.sides = {BoatSide::Port};
  if (request.side == "both") choice.sides = {BoatSide::Starboard, BoatSide::Port};
  const SheetFormat format = request.format == "svg"   ? SheetFormat::Svg
                             : request.format == "dxf" ? SheetFormat::Dxf
                                                       : SheetFormat::Pdf;
  const auto written = narrows::writeSheets(planksSheets(solved, choice), request.out, format, *paper);
  if (!written) return tl::make_unexpected(written.error());
  std::string text = "file,what,width,height\n";
  for (const WrittenSheet& sheet : *written) {
    text += sheet.file + "," + sheet.what + "," + job.show(sheet.widthMm) + "," + job.show(sheet.heightMm) + "\n";
  }
  return text;
}

}  // namespace narrows::cli
