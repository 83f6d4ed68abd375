#include "command_line.h"

#include <charconv>
#include <iostream>
#include <utility>

#include "book/book_file.h"
#include "edge_tables.h"
#include "length/length.h"
#include "obj_command.h"
#include "order_table.h"
#include "spiling_table.h"
#include "tables.h"
#include "ticket_command.h"
#include "weigh_table.h"

namespace narrows::cli {

namespace {

/// A number between two others; not one that is none, which no comparison refuses.
CLI::Validator between(double least, double most) {
  const std::string words = showDecimal(least, 1) + " to " + showDecimal(most, 1);
  return CLI::Validator(
      [least, most, words](const std::string& text) {
        double number = 0.0;
        const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
        const bool isOne = error == std::errc() && end == text.data() + text.size();
        return isOne && number >= least && number <= most ? std::string()
                                                          : "\"" + text + "\" is not a number from " + words;
      },
      "FLOAT from " + words);
}

/// What is asked of the whole boat, of the inside of her planking, cannot be asked of a length of it or of another
/// face.
void refuseParts(const Request& request, const std::string& command) {
  for (const auto& [option, given] : {std::pair<const char*, bool>{"--from", !request.from.empty()},
                                      {"--to", !request.to.empty()},
                                      {"--surface", request.face != Face::Inside}}) {
    if (given)
      throw UsageError{std::string(option) + ": " + command + " is of the whole boat, as she is planked; leave it out"};
  }
}

int report(const Result<std::string>& result) {
  if (result) {
    std::cout << *result;
    return std::cout.flush() ? 0 : statusFault;
  }
  std::cerr << describe(result.error());
  return statusFault;
}

/// A book written, with what else there is to say of it.
Result<std::string> written(const Result<Book>& book, const std::string& out) {
  if (!book) return tl::make_unexpected(book.error());
  const auto saved = saveBook(*book, out);
  if (!saved) return tl::make_unexpected(saved.error());
  std::cerr << describe(saved->besides);
  return std::string();
}

}  // namespace

CommandLine::CommandLine()
    : m_app("Narrows from a terminal: from a table of offsets to plank patterns.", "narrows-cli") {
  m_app.require_subcommand(1);
  m_app.set_version_flag("--version", "narrows-cli " NARROWS_VERSION);
  addMeasuring();
  addPlank();
  addShaping();
  addJoining();
  addSheets();
  addStock();
  addOrder();
  addWeighing();
  addPlanning();
  addDigitised();
  addImport();
}

int CommandLine::run(int argc, char** argv) {
  m_argc = argc;
  m_argv = argv;
  try {
    m_app.parse(argc, argv);
    readWords();
    for (const Command& one : m_commands) {
      if (!one.app->parsed()) continue;
      if (one.of == Of::Whole) refuseParts(m_request, one.app->get_name());
      return report(one.work());
    }
    return statusUsage;
  } catch (const CLI::ParseError& error) {
    return m_app.exit(error) == 0 ? 0 : statusUsage;
  } catch (const UsageError& error) {
    std::cerr << error.message << "\nRun with --help for more information.\n";
    return statusUsage;
  }
}

CLI::App* CommandLine::command(const char* name, const char* words, Of of, Work work) {
  CLI::App* app = m_app.add_subcommand(name, words);
  m_commands.push_back({app, of, std::move(work)});
  return app;
}

CommandLine::Work CommandLine::onHull(HullWork work) {
  return [this, work = std::move(work)]() -> Result<std::string> {
    const auto job = Job::open(m_request);
    if (!job) return tl::make_unexpected(job.error());
    return work(*job);
  };
}

CLI::App* CommandLine::hullCommand(const char* name, const char* words, Of of, HullWork work) {
  CLI::App* app = command(name, words, of, onHull(std::move(work)));
  takesHull(*app);
  return app;
}

void CommandLine::takesFile(CLI::App& command) {
  command.add_option("FILE", m_request.file, "an offset table (.csv) or a book (.narrows)")->required();
  command.add_option("--units", m_units, "units of the results: mm, in or ft-in-8ths")
      ->check(CLI::IsMember({"mm", "in", "ft-in-8ths"}));
}

void CommandLine::takesHull(CLI::App& command) {
  takesFile(command);
  command.add_option("--surface", m_surface, "surface worked on: drawn, inside or outside")
      ->check(CLI::IsMember({"drawn", "inside", "outside"}));
  command.add_option("--as", m_construction, "carvel or lapstrake")->check(CLI::IsMember({"carvel", "lapstrake"}));
  command.add_option("--from", m_request.from, "cut the hull square at this station");
  command.add_option("--to", m_request.to, "cut the hull square at this station");
}

void CommandLine::takesLining(CLI::App& command) {
  auto* strakes = command.add_option("--strakes", m_request.strakes, "that many strakes, equal")
                      ->check(CLI::Range(fewestStrakes, mostStrakes));
  command.add_option("--widths", m_request.widths, "widths from the lowest strake up, W,W,...[@STATION], diminishing")
      ->excludes(strakes);
  command.add_flag("--whole-section", m_request.wholeSection, "line off from the rabbet, not from the chine");
  command.add_option("--plan", m_request.plan, "a book's own plan, by its name");
}

void CommandLine::takesSide(CLI::App& command) {
  command.add_option("--side", m_side, "starboard or port: a book's plan of that side")
      ->check(CLI::IsMember({"starboard", "port"}));
}

void CommandLine::takesStrake(CLI::App& command) {
  command.add_option("--strake", m_request.strake, "strake, 1 the garboard")->required();
}

void CommandLine::takesLap(CLI::App& command, const char* words) {
  command.add_option("--lap", m_request.lap, words);
}

void CommandLine::addMeasuring() {
  hullCommand("girths", "girth of every section, rabbet to sheer", Of::Part, girthsTable);
  for (auto* app : {hullCommand("lining", "where every plank line lies at every station", Of::Part, liningTable),
                    hullCommand("widths", "width of every strake at every station", Of::Part, widthsTable)}) {
    takesLining(*app);
    takesSide(*app);
  }
  auto* straight = hullCommand("run", "where the straight run through a station crosses every section", Of::Part,
                               [this](const Job& job) { return runTable(job, m_station, m_share); });
  straight->add_option("--station", m_station, "the station it goes through")->required();
  straight->add_option("--share", m_share, "share of the girth there, 0 to 1")->required()->check(between(0.0, 1.0));
  straight->add_flag("--whole-section", m_request.wholeSection, "count from the rabbet, not from the chine");
  takesSide(*straight);
  auto* rabbet =
      hullCommand("rabbet", "rabbet, inner rabbet and bearding line of stem or sternpost at heights", Of::Part,
                  [this](const Job& job) {
                    return rabbetTable(job, m_part == "stem" ? RabbetPart::Stem : RabbetPart::Sternpost, m_heights);
                  });
  rabbet->add_option("--part", m_part, "stem or sternpost")->required()->check(CLI::IsMember({"stem", "sternpost"}));
  rabbet->add_option("--heights", m_heights, "heights above the base line, H,H,...")->required();
  takesHull(*command("fairness", "every figure of the table, and what a batten says of it", Of::Whole,
                     [this] { return fairnessTable(m_request); }));
}

void CommandLine::addPlank() {
  auto* app = hullCommand("plank", "one plank laid flat", Of::Part, [this](const Job& job) { return plank(job); });
  takesLining(*app);
  takesSide(*app);
  takesStrake(*app);
  auto* summary = app->add_flag("--summary", m_request.summary, "lengths, board, sny and strain only");
  app->add_flag("--cut", m_isCut, "the finished outline, into the rabbet, and where it lies on the boat")
      ->excludes(summary);
  takesLap(*app);
  app->add_option("--piece", m_piece, "one piece of the strake, from the bow, as it is sawn");
}

void CommandLine::addShaping() {
  auto* moulds = hullCommand("moulds", "outline of every mould, with its marks and bevels", Of::Part, mouldsTable);
  auto* bevels = hullCommand("bevels", "bevels of the planks' edges at every line and station", Of::Part, bevelsTable);
  auto* backing = hullCommand("backing", "how far every strake is backed out at every station", Of::Part, backingTable);
  auto* spile = hullCommand(
      "spile", "readings of a spiling batten against the plank computed", Of::Part,
      [this](const Job& job) { return spilingTable(job, m_request.strake, m_readings, m_request.summary); });
  for (auto* app : {moulds, bevels, backing, spile}) {
    takesLining(*app);
    takesSide(*app);
  }
  takesStrake(*spile);
  spile->add_option("--readings", m_readings, "the readings (CSV, spiling,1)")->required();
  spile->add_flag("--summary", m_request.summary, "what may be wrong, the likeliest first");
  for (auto* app : {bevels, spile}) takesLap(*app);
}

void CommandLine::addJoining() {
  m_joints = hullCommand("joints", "every joint of the planking, and the one nearest to it that it touches", Of::Whole,
                         [this](const Job& job) { return jointsTable(job, m_joints->get_option("--side")->empty()); });
  auto* fastenings = hullCommand("fastenings", "every fastening of a plank, on the plank and on the boat", Of::Whole,
                                 [this](const Job& job) { return fasteningsTable(job, m_request.strake); });
  for (auto* app : {m_joints, fastenings}) {
    takesLining(*app);
    takesSide(*app);
    takesLap(*app);
  }
  takesStrake(*fastenings);
}

void CommandLine::addSheets() {
  auto* sheets = hullCommand("sheets", "full-size patterns", Of::Part, [this](const Job& job) {
    const SheetsApplication graphics(m_argc, m_argv);
    return writeSheets(job, m_sheets);
  });
  takesLining(*sheets);
  takesLap(*sheets);
  addSheetsOptions(*sheets, m_sheets);
  auto* ticket =
      hullCommand("ticket", "the ticket of a plank, with its full-size pattern", Of::Whole, [this](const Job& job) {
        const SheetsApplication graphics(m_argc, m_argv);
        return writeTicket(job, m_sheets, m_request.strake, m_piece);
      });
  takesLining(*ticket);
  takesSide(*ticket);
  takesStrake(*ticket);
  ticket->add_option("--piece", m_piece, "one piece of the strake, from the bow; all where not given");
  takesLap(*ticket);
  addTicketOptions(*ticket, m_sheets);
  auto* bodies = hullCommand("obj", "the planked hull as a Wavefront OBJ file, a body a plank", Of::Whole,
                             [this](const Job& job) { return writeBodies(job, m_out); });
  takesLining(*bodies);
  takesLap(*bodies, "lap of the planks");
  bodies->add_option("--out", m_out, "the file to write (.obj)")->required();
}

void CommandLine::addStock() {
  auto* stock = hullCommand("stock", "where every piece lies on the boards there are", Of::Whole,
                            [this](const Job& job) { return stockTable(job, m_stock); });
  takesLining(*stock);
  takesLap(*stock);
  stock->add_option("--boards", m_stock.boards, "the boards (CSV, boards,1)")->required();
  stock->add_option("--margin", m_stock.margin, "kept from edges and from faults that are missed");
  stock->add_option("--kerf", m_stock.kerf, "kept between pieces");
  stock
      ->add_option("--seconds", m_stock.seconds,
                   "lay what the book has laid on none of them, looking about so long (10 where it has laid nothing "
                   "there); the same answer on every machine")
      ->check(between(0.1, 3600.0));
  stock->add_option("--seed", m_stock.seed, "another way of looking");
  stock->add_flag("--summary", m_stock.summary, "how many pieces lie on each board, and how much of it is used");
}

void CommandLine::addOrder() {
  auto* order = hullCommand("order", "what is done, what can be done, what waits, for what and until when", Of::Whole,
                            [this](const Job& job) { return orderTable(job, m_at); });
  order->add_option("--at", m_at, "the moment it is asked for, 2026-04-30T09:15:00Z; now where not given");
}

void CommandLine::addWeighing() {
  auto* weigh = hullCommand("weigh", "every measure of a plan, and what is beyond its limit", Of::Whole,
                            [this](const Job& job) { return weighTable(job, m_request.summary); });
  takesLining(*weigh);
  takesSide(*weigh);
  takesLap(*weigh, "lap of the planks");
  weigh->add_flag("--summary", m_request.summary, "score, trouble and look, a row a plan");
}

void CommandLine::addPlanning() {
  auto* school = hullCommand("school", "a book with a plan of lining off made by a school", Of::Whole,
                             [this](const Job& job) { return makeSchool(job); });
  school->add_option("--school", m_school.school, "equal, middle, sheer, waterline, straight-run or tops-first")
      ->required()
      ->check(CLI::IsMember({"equal", "middle", "sheer", "waterline", "straight-run", "tops-first"}));
  school->add_option("--out", m_school.out, "the book to write (.narrows)")->required();
  school->add_option("--name", m_school.name, "name of the plan; the school's where not given");
  school->add_option("--strakes", m_school.strakes, "how many strakes")->check(CLI::Range(fewestStrakes, mostStrakes));
  school->add_flag("--whole-section", m_request.wholeSection, "line off from the rabbet, not from the chine");
  auto* suggest = hullCommand("suggest", "a book with the plans that weigh best", Of::Whole,
                              [this](const Job& job) { return suggestPlans(job, m_suggest); });
  takesLining(*suggest);
  takesSide(*suggest);
  suggest->add_option("--out", m_suggest.out, "the book to write (.narrows)")->required();
  suggest->add_option("--seconds", m_suggest.seconds, "about how long to look; the same answer on every machine")
      ->check(between(0.1, 3600.0));
  auto* reline = hullCommand("reline", "a book with the rest lined off again after strakes were hung", Of::Whole,
                             [this](const Job& job) { return relineBook(job, m_reline); });
  reline->add_option("--hung", m_reline.hung, "where the hung edges are (CSV, hung,1)")->required();
  reline->add_option("--out", m_reline.out, "the book to write (.narrows)")->required();
  reline->add_option("--name", m_reline.name, "name of the plan");
}

void CommandLine::addDigitised() {
  auto* app = command("digitised", "a line digitised off a drawing, read off on the table's lines", Of::Part,
                      onHull([this](const Job& job) { return readDigitised(job, m_digitised); }));
  takesFile(*app);
  app->add_option("--dxf", m_digitised.dxf, "the drawing (.dxf)")->required();
  app->add_option("--layer", m_digitised.layer, "the layer its line is on");
  app->add_option("--line", m_digitised.line, "which line, from 1; the longest where not given")
      ->check(CLI::Range(1, 100000));
  app->add_option("--dxf-units", m_digitised.units, "units of the drawing, where it does not say them");
  app->add_option("--out", m_digitised.out, "a book to write, what was read put in (.narrows)");
  auto* isWhat = app->add_option_group("what it is");
  isWhat->add_option("--section", m_digitised.section, "the section at this station");
  isWhat->add_option("--row", m_digitised.row, "this row of the table, as its file calls it: \"height sheer\"");
  isWhat->add_option("--profile", m_digitised.profile, "this profile: \"stem rabbet\"");
  isWhat->add_option("--mould", m_digitised.mould, "the edge of this mould, to be held against it");
  isWhat->require_option(1);
}

void CommandLine::addImport() {
  auto* app = command("import", "make a book of an offset table", Of::Part, [this] { return importTable(); });
  app->add_option("FILE", m_request.file, "an offset table (.csv)")->required();
  app->add_option("--out", m_out, "the book to write (.narrows)")->required();
}

void CommandLine::readWords() {
  if (!m_units.empty()) m_request.units = *unitNamed(m_units);
  m_request.face = m_surface == "drawn" ? Face::Drawn : m_surface == "outside" ? Face::Outside : Face::Inside;
  m_request.side = *sideNamed(m_side);
  if (!m_construction.empty())
    m_request.construction = m_construction == "carvel" ? Construction::Carvel : Construction::Lapstrake;
}

Result<std::string> CommandLine::plank(const Job& job) const {
  if (m_isCut && !m_piece.empty())
    throw UsageError{"--cut: of the whole strake; --piece is of one piece, as it is sawn"};
  if (m_isCut) return cutTable(job, m_request.strake);
  if (!m_piece.empty() && m_request.summary)
    throw UsageError{"--piece: give it or --summary, which is of the whole strake"};
  if (!m_piece.empty()) return pieceTable(job, m_request.strake, m_piece);
  return plankTable(job, m_request.strake, m_request.summary);
}

Result<std::string> CommandLine::importTable() const {
  const auto table = loadOffsetTable(m_request.file);
  if (!table) return tl::make_unexpected(table.error());
  return written(newBook(*table), m_out);
}

Result<std::string> CommandLine::makeSchool(const Job& job) const {
  return written(job.bookBySchool(m_school), m_school.out);
}

}  // namespace narrows::cli
