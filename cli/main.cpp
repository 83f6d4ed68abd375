// narrows-cli: the core from a terminal.

#include <CLI/CLI.hpp>
#include <charconv>
#include <clocale>
#include <csignal>
#include <iostream>

#include "advice_commands.h"
#include "book/book_file.h"
#include "digitised_command.h"
#include "edge_tables.h"
#include "length/length.h"
#include "obj_command.h"
#include "sheets_command.h"
#include "spiling_table.h"
#include "tables.h"
#include "ticket_command.h"
#include "weigh_table.h"

namespace {

using namespace narrows;
using namespace narrows::cli;

constexpr int statusFault = 1;
constexpr int statusUsage = 2;

/// Words of the options, as they are written and what they mean.
struct Words {
  std::string units, surface = "inside", construction, side = "starboard";
};

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

void addCommon(CLI::App& command, Request& request, Words& words) {
  command.add_option("FILE", request.file, "an offset table (.csv) or a book (.narrows)")->required();
  command.add_option("--units", words.units, "units of the results: mm, in or ft-in-8ths")
      ->check(CLI::IsMember({"mm", "in", "ft-in-8ths"}));
  command.add_option("--surface", words.surface, "surface worked on: drawn, inside or outside")
      ->check(CLI::IsMember({"drawn", "inside", "outside"}));
  command.add_option("--as", words.construction, "carvel or lapstrake")->check(CLI::IsMember({"carvel", "lapstrake"}));
  command.add_option("--from", request.from, "cut the hull square at this station");
  command.add_option("--to", request.to, "cut the hull square at this station");
}

void addLining(CLI::App& command, Request& request) {
  auto* strakes = command.add_option("--strakes", request.strakes, "that many strakes, equal")
                      ->check(CLI::Range(fewestStrakes, mostStrakes));
  command.add_option("--widths", request.widths, "widths from the lowest strake up, W,W,...[@STATION], diminishing")
      ->excludes(strakes);
  command.add_flag("--whole-section", request.wholeSection, "line off from the rabbet, not from the chine");
  command.add_option("--plan", request.plan, "a book's own plan, by its name");
}

void addSide(CLI::App& command, Words& words) {
  command.add_option("--side", words.side, "starboard or port: a book's plan of that side")
      ->check(CLI::IsMember({"starboard", "port"}));
}

void readWords(Request& request, const Words& words) {
  if (!words.units.empty()) request.units = *unitNamed(words.units);
  request.face = words.surface == "drawn" ? Face::Drawn : words.surface == "outside" ? Face::Outside : Face::Inside;
  request.side = *sideNamed(words.side);
  if (!words.construction.empty())
    request.construction = words.construction == "carvel" ? Construction::Carvel : Construction::Lapstrake;
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

template <typename Answer>
Result<std::string> answer(const Request& request, Answer with) {
  const auto job = Job::open(request);
  if (!job) return tl::make_unexpected(job.error());
  return with(*job);
}

Result<std::string> importTable(const std::string& file, const std::string& out) {
  const auto table = loadOffsetTable(file);
  if (!table) return tl::make_unexpected(table.error());
  const auto book = newBook(*table);
  if (!book) return tl::make_unexpected(book.error());
  const auto saved = saveBook(*book, out);
  if (!saved) return tl::make_unexpected(saved.error());
  std::cerr << describe(saved->besides);
  return std::string();
}

/// A table becomes a book lined off by the school; a book has the plan put beside its own.
Result<std::string> makeSchool(const Request& request, const SchoolRequest& wanted) {
  const auto job = Job::open(request);
  if (!job) return tl::make_unexpected(job.error());
  auto book = job->bookBySchool(wanted);
  if (!book) return tl::make_unexpected(book.error());
  const auto saved = saveBook(*book, wanted.out);
  if (!saved) return tl::make_unexpected(saved.error());
  std::cerr << describe(saved->besides);
  return std::string();
}

int run(int argc, char** argv) {
  CLI::App app("Narrows from a terminal: from a table of offsets to plank patterns.", "narrows-cli");
  app.require_subcommand(1);
  app.set_version_flag("--version", "narrows-cli " NARROWS_VERSION);
  Request request;
  Words words;
  SheetsRequest sheets;
  std::string out;

  auto* girths = app.add_subcommand("girths", "girth of every section, rabbet to sheer");
  addCommon(*girths, request, words);
  auto* lining = app.add_subcommand("lining", "where every plank line lies at every station");
  auto* widths = app.add_subcommand("widths", "width of every strake at every station");
  auto* plank = app.add_subcommand("plank", "one plank laid flat");
  auto* sheet = app.add_subcommand("sheets", "full-size patterns");
  auto* moulds = app.add_subcommand("moulds", "outline of every mould, with its marks and bevels");
  auto* rabbet = app.add_subcommand("rabbet", "rabbet, inner rabbet and bearding line of stem or sternpost at heights");
  auto* run = app.add_subcommand("run", "where the straight run through a station crosses every section");
  std::string station;
  double share = 0.5;
  addCommon(*run, request, words);
  run->add_option("--station", station, "the station it goes through")->required();
  run->add_option("--share", share, "share of the girth there, 0 to 1")->required()->check(between(0.0, 1.0));
  run->add_flag("--whole-section", request.wholeSection, "count from the rabbet, not from the chine");
  addSide(*run, words);
  std::string part, heights;
  rabbet->add_option("--part", part, "stem or sternpost")->required()->check(CLI::IsMember({"stem", "sternpost"}));
  rabbet->add_option("--heights", heights, "heights above the base line, H,H,...")->required();
  addCommon(*rabbet, request, words);
  auto* fairness = app.add_subcommand("fairness", "every figure of the table, and what a batten says of it");
  addCommon(*fairness, request, words);
  auto* bevels = app.add_subcommand("bevels", "bevels of the planks' edges at every line and station");
  auto* backing = app.add_subcommand("backing", "how far every strake is backed out at every station");
  auto* spile = app.add_subcommand("spile", "readings of a spiling batten against the plank computed");
  std::string readings;
  for (auto* command : {lining, widths, plank, moulds, sheet, bevels, backing, spile}) {
    addCommon(*command, request, words);
    addLining(*command, request);
  }
  for (auto* command : {lining, widths, plank, moulds, bevels, backing, spile}) addSide(*command, words);
  plank->add_option("--strake", request.strake, "strake, 1 the garboard")->required();
  auto* summary = plank->add_flag("--summary", request.summary, "lengths, board, sny and strain only");
  bool isCut = false;
  plank->add_flag("--cut", isCut, "the finished outline, into the rabbet, and where it lies on the boat")
      ->excludes(summary);
  spile->add_option("--strake", request.strake, "strake, 1 the garboard")->required();
  spile->add_option("--readings", readings, "the readings (CSV, spiling,1)")->required();
  spile->add_flag("--summary", request.summary, "what may be wrong, the likeliest first");
  for (auto* command : {plank, sheet, bevels, spile})
    command->add_option("--lap", request.lap, "lap carried on from the lower edge");
  addSheetsOptions(*sheet, sheets);
  std::string piece;
  plank->add_option("--piece", piece, "one piece of the strake, from the bow, as it is sawn");
  auto* obj = app.add_subcommand("obj", "the planked hull as a Wavefront OBJ file, a body a plank");
  auto* joints = app.add_subcommand("joints", "every joint of the planking, and the one nearest to it that it touches");
  auto* fastenings = app.add_subcommand("fastenings", "every fastening of a plank, on the plank and on the boat");
  for (auto* command : {joints, fastenings}) {
    addCommon(*command, request, words);
    addLining(*command, request);
    addSide(*command, words);
    command->add_option("--lap", request.lap, "lap carried on from the lower edge");
  }
  addCommon(*obj, request, words);
  addLining(*obj, request);
  obj->add_option("--lap", request.lap, "lap of the planks");
  obj->add_option("--out", out, "the file to write (.obj)")->required();
  fastenings->add_option("--strake", request.strake, "strake, 1 the garboard")->required();
  auto* ticket = app.add_subcommand("ticket", "the ticket of a plank, with its full-size pattern");
  addCommon(*ticket, request, words);
  addLining(*ticket, request);
  addSide(*ticket, words);
  ticket->add_option("--strake", request.strake, "strake, 1 the garboard")->required();
  ticket->add_option("--piece", piece, "one piece of the strake, from the bow; all where not given");
  ticket->add_option("--lap", request.lap, "lap carried on from the lower edge");
  addTicketOptions(*ticket, sheets);
  auto* school = app.add_subcommand("school", "a book with a plan of lining off made by a school");
  SchoolRequest wanted;
  addCommon(*school, request, words);
  school->add_option("--school", wanted.school, "equal, middle, sheer, waterline, straight-run or tops-first")
      ->required()
      ->check(CLI::IsMember({"equal", "middle", "sheer", "waterline", "straight-run", "tops-first"}));
  school->add_option("--out", wanted.out, "the book to write (.narrows)")->required();
  school->add_option("--name", wanted.name, "name of the plan; the school's where not given");
  school->add_option("--strakes", wanted.strakes, "how many strakes")->check(CLI::Range(fewestStrakes, mostStrakes));
  school->add_flag("--whole-section", request.wholeSection, "line off from the rabbet, not from the chine");
  auto* weigh = app.add_subcommand("weigh", "every measure of a plan, and what is beyond its limit");
  addCommon(*weigh, request, words);
  addLining(*weigh, request);
  addSide(*weigh, words);
  weigh->add_option("--lap", request.lap, "lap of the planks");
  weigh->add_flag("--summary", request.summary, "score, trouble and look, a row a plan");
  auto* suggest = app.add_subcommand("suggest", "a book with the plans that weigh best");
  SuggestRequest suggesting;
  addCommon(*suggest, request, words);
  addLining(*suggest, request);
  addSide(*suggest, words);
  suggest->add_option("--out", suggesting.out, "the book to write (.narrows)")->required();
  suggest->add_option("--seconds", suggesting.seconds, "about how long to look; the same answer on every machine")
      ->check(between(0.1, 3600.0));
  auto* reline = app.add_subcommand("reline", "a book with the rest lined off again after strakes were hung");
  RelineRequest relining;
  addCommon(*reline, request, words);
  reline->add_option("--hung", relining.hung, "where the hung edges are (CSV, hung,1)")->required();
  reline->add_option("--out", relining.out, "the book to write (.narrows)")->required();
  reline->add_option("--name", relining.name, "name of the plan");
  auto* digitised = app.add_subcommand("digitised", "a line digitised off a drawing, read off on the table's lines");
  DigitisedRequest taking;
  digitised->add_option("FILE", request.file, "an offset table (.csv) or a book (.narrows)")->required();
  digitised->add_option("--units", words.units, "units of the results: mm, in or ft-in-8ths")
      ->check(CLI::IsMember({"mm", "in", "ft-in-8ths"}));
  digitised->add_option("--dxf", taking.dxf, "the drawing (.dxf)")->required();
  digitised->add_option("--layer", taking.layer, "the layer its line is on");
  digitised->add_option("--line", taking.line, "which line, from 1; the longest where not given")
      ->check(CLI::Range(1, 100000));
  digitised->add_option("--dxf-units", taking.units, "units of the drawing, where it does not say them");
  digitised->add_option("--out", taking.out, "a book to write, what was read put in (.narrows)");
  auto* isWhat = digitised->add_option_group("what it is");
  isWhat->add_option("--section", taking.section, "the section at this station");
  isWhat->add_option("--row", taking.row, "this row of the table, as its file calls it: \"height sheer\"");
  isWhat->add_option("--profile", taking.profile, "this profile: \"stem rabbet\"");
  isWhat->add_option("--mould", taking.mould, "the edge of this mould, to be held against it");
  isWhat->require_option(1);
  auto* import = app.add_subcommand("import", "make a book of an offset table");
  import->add_option("FILE", request.file, "an offset table (.csv)")->required();
  import->add_option("--out", out, "the book to write (.narrows)")->required();

  try {
    app.parse(argc, argv);
    readWords(request, words);
    if (import->parsed()) return report(importTable(request.file, out));
    for (const CLI::App* command : {weigh, suggest, reline, school, fairness, joints, fastenings, ticket, obj}) {
      if (command->parsed()) refuseParts(request, command->get_name());
    }
    if (weigh->parsed())
      return report(answer(request, [&](const Job& job) { return weighTable(job, request.summary); }));
    if (suggest->parsed())
      return report(answer(request, [&](const Job& job) { return suggestPlans(job, suggesting); }));
    if (reline->parsed()) return report(answer(request, [&](const Job& job) { return relineBook(job, relining); }));
    if (school->parsed()) return report(makeSchool(request, wanted));
    if (fairness->parsed()) return report(fairnessTable(request));
    if (moulds->parsed()) return report(answer(request, mouldsTable));
    if (rabbet->parsed()) {
      const RabbetPart of = part == "stem" ? RabbetPart::Stem : RabbetPart::Sternpost;
      return report(answer(request, [&](const Job& job) { return rabbetTable(job, of, heights); }));
    }
    if (bevels->parsed()) return report(answer(request, bevelsTable));
    if (backing->parsed()) return report(answer(request, backingTable));
    if (spile->parsed()) {
      return report(answer(
          request, [&](const Job& job) { return spilingTable(job, request.strake, readings, request.summary); }));
    }
    if (girths->parsed()) return report(answer(request, girthsTable));
    if (lining->parsed()) return report(answer(request, liningTable));
    if (run->parsed()) return report(answer(request, [&](const Job& job) { return runTable(job, station, share); }));
    if (widths->parsed()) return report(answer(request, widthsTable));
    if (sheet->parsed()) {
      const SheetsApplication graphics(argc, argv);
      return report(answer(request, [&](const Job& job) { return writeSheets(job, sheets); }));
    }
    if (ticket->parsed()) {
      const SheetsApplication graphics(argc, argv);
      return report(answer(request, [&](const Job& job) { return writeTicket(job, sheets, request.strake, piece); }));
    }
    if (digitised->parsed()) return report(answer(request, [&](const Job& job) { return readDigitised(job, taking); }));
    if (obj->parsed()) return report(answer(request, [&](const Job& job) { return writeBodies(job, out); }));
    if (joints->parsed()) {
      const bool bothSides = joints->get_option("--side")->empty();
      return report(answer(request, [&](const Job& job) { return jointsTable(job, bothSides); }));
    }
    if (fastenings->parsed())
      return report(answer(request, [&](const Job& job) { return fasteningsTable(job, request.strake); }));
    if (isCut && !piece.empty()) throw UsageError{"--cut: of the whole strake; --piece is of one piece, as it is sawn"};
    if (isCut) return report(answer(request, [&](const Job& job) { return cutTable(job, request.strake); }));
    if (!piece.empty() && request.summary)
      throw UsageError{"--piece: give it or --summary, which is of the whole strake"};
    if (!piece.empty())
      return report(answer(request, [&](const Job& job) { return pieceTable(job, request.strake, piece); }));
    return report(answer(request, [&](const Job& job) { return plankTable(job, request.strake, request.summary); }));
  } catch (const CLI::ParseError& error) {
    return app.exit(error) == 0 ? 0 : statusUsage;
  } catch (const UsageError& error) {
    std::cerr << error.message << "\nRun with --help for more information.\n";
    return statusUsage;
  }
}

}  // namespace

int main(int argc, char** argv) {
  std::setlocale(LC_NUMERIC, "C");
  std::signal(SIGXFSZ, SIG_IGN);  // a limit on file sizes is a disk that is full, not the end
  try {
    return run(argc, argv);
  } catch (const std::exception& error) {
    std::cerr << "narrows-cli: " << error.what() << "\n";
    return statusFault;
  }
}
