#include "sheets_command.h"

#include <QGuiApplication>
#include <clocale>
#include <iterator>

#include "sheet_set.h"
#include "solved_job.h"

namespace narrows::cli {

void addTicketOptions(CLI::App& command, SheetsRequest& request) {
  command.add_option("--out", request.out, "folder to write to")->required();
  command.add_option("--format", request.format, "pdf, svg or dxf")->check(CLI::IsMember({"pdf", "svg", "dxf"}));
  command.add_option("--paper", request.paper, "for pdf: A4, A3, Letter, Tabloid or roll:WIDTH");
}

void addSheetsOptions(CLI::App& command, SheetsRequest& request) {
  addTicketOptions(command, request);
  command.add_option("--what", request.what, "planks, tickets, moulds, backbone, lines or all")
      ->check(CLI::IsMember({"planks", "tickets", "moulds", "backbone", "lines", "all"}));
  command.add_option("--nested-on", request.nestedOn, "lay all moulds on sheets of this size too, WIDTHxHEIGHT");
  command.add_option("--side", request.side, "starboard, port or both")
      ->check(CLI::IsMember({"starboard", "port", "both"}));
}

namespace {

/// "1220x2440", "4 ft x 8 ft": the size of the sheets that moulds are nested on.
std::optional<std::pair<Length, Length>> nestedOn(const std::string& text, Unit unit) {
  if (text.empty()) return std::nullopt;
  const auto by = text.find('x');
  if (by == std::string::npos) throw UsageError{"--nested-on: give a width and a height, such as 1220x2440"};
  std::vector<Length> sides;
  for (const std::string& side : {text.substr(0, by), text.substr(by + 1)}) {
    const auto length = parseLength(side, unit);
    if (!length) throw UsageError{"--nested-on: " + describe(length.error()[0])};
    if (length->mm() <= 0.0) throw UsageError{"--nested-on: a sheet is larger than nothing"};
    sides.push_back(*length);
  }
  return std::pair(sides[0], sides[1]);
}

SheetChoice sidesOf(const SheetsRequest& request) {
  SheetChoice choice;
  if (request.side == "port") choice.sides = {BoatSide::Port};
  if (request.side == "both") choice.sides = {BoatSide::Starboard, BoatSide::Port};
  return choice;
}

}  // namespace

SheetFormat formatOf(const SheetsRequest& request) {
  return request.format == "svg" ? SheetFormat::Svg : request.format == "dxf" ? SheetFormat::Dxf : SheetFormat::Pdf;
}

std::string writtenTable(const Job& job, const std::vector<WrittenSheet>& written) {
  std::string text = "file,what,width,height\n";
  for (const WrittenSheet& sheet : written)
    text += sheet.file + "," + sheet.what + "," + job.show(sheet.widthMm) + "," + job.show(sheet.heightMm) + "\n";
  return text;
}

SheetsApplication::SheetsApplication(int& argc, char** argv) {
  qputenv("QT_QPA_PLATFORM", "offscreen");
  // What the toolkit has to remark is nothing to the builder: what goes wrong is said by us.
  qInstallMessageHandler([](QtMsgType, const QMessageLogContext&, const QString&) {});
  m_application = std::make_unique<QGuiApplication>(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
}

SheetsApplication::~SheetsApplication() = default;

Result<std::string> writeSheets(const Job& job, const SheetsRequest& request) {
  const auto paper = paperNamed(request.paper);
  if (!paper) throw UsageError{"--paper: " + describe(paper.error()[0])};
  const bool all = request.what == "all", tickets = request.what == "tickets";
  // The sheets read a solved book: here its parts are those the options asked for.
  Solved solved;
  auto book = std::make_shared<Book>(job.book());
  if (job.unit() == Unit::Millimetre) book->settings.notation = Notation::Millimetres;
  book->settings.lap = millimetres(job.lapMm());
  solved.book = book;
  solved.fair = std::make_shared<OffsetTable>(job.book().table);
  solved.drawn = job.drawn();
  if (job.isLinedOff() || all || request.what == "planks" || tickets) {
    const auto lining = job.lining(BoatSide::Starboard), port = job.lining(BoatSide::Port);
    if (!lining) return tl::make_unexpected(lining.error());
    if (!port) return tl::make_unexpected(port.error());
    solved.lining = std::make_shared<Lining>(*lining);
    solved.portLining = solved.lining;
    if (lining->plan != port->plan) solved.portLining = std::make_shared<Lining>(*port);
  }
  // The backbone is cut to the planking's faces whatever face the rest is asked of.
  std::shared_ptr<const Solved> answer;
  const auto backbone = [&] {
    if (answer == nullptr) answer = solve(std::make_shared<Book>(job.book()), 0);
    return answer->backbone;
  };
  std::vector<Drawing> drawings;
  const auto append = [&drawings](std::vector<Drawing> more) {
    std::move(more.begin(), more.end(), std::back_inserter(drawings));
  };
  if (all || request.what == "lines") append(linesSheets(solved));
  if (all || request.what == "backbone") {
    if (backbone() == nullptr && !all) return fail(Fault::NoHull);
    Solved of = *answer;
    of.book = book;
    append(backboneSheets(of, {}));
  }
  if (all || request.what == "moulds") {
    solved.moulds =
        std::make_shared<MouldSet>(makeMoulds({job.sharedHull(), solved.lining.get(), &job.book().table,
                                               solved.portLining == solved.lining ? nullptr : solved.portLining.get()},
                                              book->moulds));
    if (!solved.moulds->problems.empty()) return tl::make_unexpected(solved.moulds->problems);
    MouldChoice moulds;
    moulds.nestedOn = nestedOn(request.nestedOn, job.unit());
    std::vector<Drawing> made = mouldsSheets(solved, moulds);
    if (moulds.nestedOn && !isAnyNested(made))
      throw UsageError{"--nested-on: none of her moulds fits on a sheet of " + request.nestedOn};
    append(std::move(made));
  }
  if ((all || request.what == "planks" || tickets) && job.isWholeInside()) {
    // What is let into the rabbet, joined and cut for the laps is of planks that run from end to end.
    const auto whole = solvedOf(job);
    if (!whole) return tl::make_unexpected(whole.error());
    SheetChoice choice = sidesOf(request);
    choice.tickets = all || tickets;
    choice.patterns = choice.widths = choice.stick = !tickets;
    append(planksSheets(**whole, choice));
  } else if (tickets) {
    throw UsageError{"--what tickets: tickets are of whole planks, of the inside of the planking"};
  } else if (all || request.what == "planks") {
    for (std::size_t k = 0; k < solved.lining->strakeCount(); ++k)
      solved.planks.push_back(std::make_shared<FlatPlank>(job.flatPlank(*solved.lining, k)));
    if (solved.portLining == solved.lining) solved.portPlanks = solved.planks;
    for (std::size_t k = solved.portPlanks.size(); k < solved.portLining->strakeCount(); ++k)
      solved.portPlanks.push_back(std::make_shared<FlatPlank>(job.flatPlank(*solved.portLining, k)));
    append(planksSheets(solved, sidesOf(request)));
  }
  nameFiles(drawings, job.book().table.boat);
  const auto written = narrows::writeSheets(drawings, request.out, formatOf(request), *paper);
  if (!written) return tl::make_unexpected(written.error());
  return writtenTable(job, *written);
}

}  // namespace narrows::cli
