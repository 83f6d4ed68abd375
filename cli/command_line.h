#pragma once
// The commands of narrows-cli: their options, and what each does.

#include <CLI/CLI.hpp>
#include <functional>
#include <string>
#include <vector>

#include "advice_commands.h"
#include "digitised_command.h"
#include "job.h"
#include "sheets_command.h"
#include "stock_table.h"

namespace narrows::cli {

/// Exit statuses: work that failed, and a command line that says nothing that can be done.
constexpr int statusFault = 1, statusUsage = 2;

/// One command line: reads it, does what its command says, and tells how that ended.
class CommandLine {
 public:
  CommandLine();
  CommandLine(const CommandLine&) = delete;
  CommandLine& operator=(const CommandLine&) = delete;

  /// Results go to standard output, what is wrong to standard error. The status to exit with.
  int run(int argc, char** argv);

 private:
  /// What a command is asked of.
  enum class Of {
    Part,  ///< as the options cut the hull, on any of its faces
    Whole  ///< the whole boat as she is planked: the options that cut her are refused
  };
  using Work = std::function<Result<std::string>()>;
  using HullWork = std::function<Result<std::string>(const Job&)>;
  struct Command {
    CLI::App* app;
    Of of;
    Work work;
  };

  CLI::App* command(const char* name, const char* words, Of of, Work work);
  /// A command that is asked of a hull opened from its file.
  CLI::App* hullCommand(const char* name, const char* words, Of of, HullWork work);
  /// Opens the file that is named, its hull with it, and does work on that.
  Work onHull(HullWork work);
  void takesFile(CLI::App& command);
  void takesHull(CLI::App& command);
  void takesLining(CLI::App& command);
  void takesSide(CLI::App& command);
  void takesStrake(CLI::App& command);
  void takesLap(CLI::App& command, const char* words = "lap carried on from the lower edge");

  void addMeasuring();
  void addPlank();
  void addShaping();
  void addJoining();
  void addSheets();
  void addWeighing();
  void addStock();
  void addOrder();
  void addPlanning();
  void addDigitised();
  void addImport();

  /// What the words of the options mean.
  void readWords();
  Result<std::string> plank(const Job& job) const;
  Result<std::string> importTable() const;
  Result<std::string> makeSchool(const Job& job) const;

  CLI::App m_app;
  std::vector<Command> m_commands;
  int m_argc = 0;
  char** m_argv = nullptr;

  Request m_request;
  SheetsRequest m_sheets;
  SchoolRequest m_school;
  SuggestRequest m_suggest;
  RelineRequest m_reline;
  DigitisedRequest m_digitised;
  StockRequest m_stock;
  // Options as they are written.
  std::string m_units, m_surface = "inside", m_construction, m_side = "starboard";
  std::string m_station, m_part, m_heights, m_readings, m_piece, m_out, m_at;
  double m_share = 0.5;
  bool m_isCut = false;
  CLI::App* m_joints = nullptr;
};

}  // namespace narrows::cli
