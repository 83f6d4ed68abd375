#pragma once
// The `sheets` command: full-size patterns written to a folder.

#include <CLI/CLI.hpp>
#include <memory>
#include <string>

#include "job.h"
#include "sheet_set.h"

class QGuiApplication;

namespace narrows::cli {

struct SheetsRequest {
  std::string out;
  std::string format = "pdf";
  std::string what = "planks";
  std::string paper = "A4";
  std::string side = "starboard";
  std::string nestedOn;
};

/// The options of tickets: where to, in what format, on what paper.
void addTicketOptions(CLI::App& command, SheetsRequest& request);
void addSheetsOptions(CLI::App& command, SheetsRequest& request);

/// Letters on paper want a font, and a font wants an application; none of it wants a screen.
class SheetsApplication {
 public:
  SheetsApplication(int& argc, char** argv);
  ~SheetsApplication();
  SheetsApplication(const SheetsApplication&) = delete;
  SheetsApplication& operator=(const SheetsApplication&) = delete;

 private:
  std::unique_ptr<QGuiApplication> m_application;
};

/// Writes the sheets and answers the table of files.
/// The format asked for, and the rows of what was written.
SheetFormat formatOf(const SheetsRequest& request);
std::string writtenTable(const Job& job, const std::vector<WrittenSheet>& written);

Result<std::string> writeSheets(const Job& job, const SheetsRequest& request);

}  // namespace narrows::cli
