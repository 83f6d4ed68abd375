#pragma once
// The hanging log, the day book and what was printed, to JSON and back. Not for others than book_json.

#include <nlohmann/json.hpp>

#include "daybook/daybook.h"
#include "daybook/hanging_log.h"
#include "daybook/printed_sheet.h"
#include "problem/problem.h"

namespace narrows {

nlohmann::ordered_json hangingLogJson(const std::vector<HangingEntry>& log);
nlohmann::ordered_json daybookJson(const Daybook& daybook);
nlohmann::ordered_json printedJson(const std::vector<PrintedSheet>& printed);

/// Out of a whole book, where they are in it. Every fault is added to `problems`, naming the key.
void readHangingLog(const nlohmann::ordered_json& book, std::vector<HangingEntry>& log, Problems& problems);
void readDaybook(const nlohmann::ordered_json& json, Daybook& daybook, Problems& problems);
void readPrinted(const nlohmann::ordered_json& book, std::vector<PrintedSheet>& printed, Problems& problems);

}  // namespace narrows
