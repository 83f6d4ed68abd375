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

namespace {

/// Draws what one command asked for. The sheets read a solved book: here its parts are those the options asked for.
class SheetsMaker {
 public:
  SheetsMaker(const Job& job, const SheetsRequest& request)
      : m_job(job),
        m_request(request),
        m_all(request.what == "all"),
        m_tickets(request.what == "tickets"),
        m_planks(m_all || m_tickets || request.what == "planks") {}

  Result<std::vector<Drawing>> make() {
    if (const auto parts = takeParts(); !parts) return tl::make_unexpected(parts.error());
    if (m_all || m_request.what == "lines") append(linesSheets(m_solved));
    if (m_all || m_request.what == "backbone") {
      if (const auto made = backbone(); !made) return tl::make_unexpected(made.error());
    }
    if (m_all || m_request.what == "moulds") {
      if (const auto made = moulds(); !made) return tl::make_unexpected(made.error());
    }
    if (m_planks) {
      if (const auto made = m_job.isWholeInside() ? wholePlanks() : planksOfPart(); !made)
        return tl::make_unexpected(made.error());
    }
    return std::move(m_drawings);
  }

 private:
  Result<void> takeParts() {
    auto book = std::make_shared<Book>(m_job.book());
    if (m_job.unit() == Unit::Millimetre) book->settings.notation = Notation::Millimetres;
    book->settings.lap = millimetres(m_job.lapMm());
    m_solved.book = book;
    m_solved.fair = std::make_shared<OffsetTable>(m_job.book().table);
    m_solved.drawn = m_job.drawn();
    if (!m_job.isLinedOff() && !m_planks) return {};
    const auto lining = m_job.lining(BoatSide::Starboard), port = m_job.lining(BoatSide::Port);
    if (!lining) return tl::make_unexpected(lining.error());
    if (!port) return tl::make_unexpected(port.error());
    m_solved.lining = std::make_shared<Lining>(*lining);
    m_solved.portLining = m_solved.lining;
    if (lining->plan != port->plan) m_solved.portLining = std::make_shared<Lining>(*port);
    return {};
  }

  /// Cut to the planking's faces whatever face the rest is asked of.
  Result<void> backbone() {
    Solved of = *solve(std::make_shared<Book>(m_job.book()), 0);
    if (of.backbone == nullptr && !m_all) return fail(Fault::NoHull);
    of.book = m_solved.book;
    append(backboneSheets(of, {}));
    return {};
  }

  Result<void> moulds() {
    const Lining* port = m_solved.portLining == m_solved.lining ? nullptr : m_solved.portLining.get();
    m_solved.moulds = std::make_shared<MouldSet>(
        makeMoulds({m_job.sharedHull(), m_solved.lining.get(), &m_job.book().table, port}, m_solved.book->moulds));
    if (!m_solved.moulds->problems.empty()) return tl::make_unexpected(m_solved.moulds->problems);
    MouldChoice choice;
    choice.nestedOn = nestedOn(m_request.nestedOn, m_job.unit());
    std::vector<Drawing> made = mouldsSheets(m_solved, choice);
    if (choice.nestedOn && !isAnyNested(made))
      throw UsageError{"--nested-on: none of her moulds fits on a sheet of " + m_request.nestedOn};
    append(std::move(made));
    return {};
  }

  /// What is let into the rabbet, joined and cut for the laps is of planks that run from end to end.
  Result<void> wholePlanks() {
    const auto whole = solvedOf(m_job);
    if (!whole) return tl::make_unexpected(whole.error());
    SheetChoice choice = sidesOf(m_request);
    choice.tickets = m_all || m_tickets;
    choice.patterns = choice.widths = choice.stick = !m_tickets;
    append(planksSheets(**whole, choice));
    return {};
  }

  /// Planks of a length of the hull, or of another face.
  Result<void> planksOfPart() {
    if (m_tickets) throw UsageError{"--what tickets: tickets are of whole planks, of the inside of the planking"};
    const auto lay = [&](const Lining& lining) {
      std::vector<Solved::PlankPart> planks;
      for (std::size_t k = 0; k < lining.strakeCount(); ++k)
        planks.emplace_back(std::make_shared<FlatPlank>(m_job.flatPlank(lining, k)));
      return planks;
    };
    m_solved.planks = lay(*m_solved.lining);
    m_solved.portPlanks = m_solved.portLining == m_solved.lining ? m_solved.planks : lay(*m_solved.portLining);
    append(planksSheets(m_solved, sidesOf(m_request)));
    return {};
  }

  void append(std::vector<Drawing> more) { std::move(more.begin(), more.end(), std::back_inserter(m_drawings)); }

  const Job& m_job;
  const SheetsRequest& m_request;
  bool m_all, m_tickets, m_planks;
  Solved m_solved;
  std::vector<Drawing> m_drawings;
};

}  // namespace

Result<std::string> writeSheets(const Job& job, const SheetsRequest& request) {
  const auto paper = paperNamed(request.paper);
  if (!paper) throw UsageError{"--paper: " + describe(paper.error()[0])};
  auto drawings = SheetsMaker(job, request).make();
  if (!drawings) return tl::make_unexpected(drawings.error());
  nameFiles(*drawings, job.book().table.boat);
  const auto written = narrows::writeSheets(*drawings, request.out, formatOf(request), *paper);
  if (!written) return tl::make_unexpected(written.error());
  return writtenTable(job, *written);
}

}  // namespace narrows::cli
