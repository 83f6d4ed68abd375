#include "spiling_table.h"

#include "book/book_file.h"
#include "book/spiling_edits.h"
#include "plank/spiling_check.h"

namespace narrows::cli {

namespace {

constexpr int shareDecimals = 3;

}  // namespace

Result<std::string> spilingTable(const Job& job, int strake, const std::string& readings, bool summary) {
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  const auto index = job.strakeOf(*lining, strake);
  if (!index) return tl::make_unexpected(index.error());
  const auto spiling = loadSpiling(readings);
  if (!spiling) return tl::make_unexpected(namedIfNot(spiling.error(), readings));
  if (const Problems beyond = spilingBeyondSense(*spiling); !beyond.empty())
    return tl::make_unexpected(namedIfNot(beyond, readings));
  if (spiling->strake && *spiling->strake != strake)
    return fail(Fault::SpilingOther, {0, 0, readings},
                {"strake " + std::to_string(*spiling->strake), "strake " + std::to_string(strake)});
  const FlatPlank plank = job.flatPlank(*lining, *index);
  const auto check = checkSpiling(plank, *spiling, job.plankMake(*lining, *index).lapMm);
  if (!check) return tl::make_unexpected(namedIfNot(check.error(), readings));
  const auto nameOf = [&](std::size_t station) { return csvField(plank.stations[station].name); };
  if (summary) {
    std::string rows = "cause,station,size,share\n";
    for (const ToldCause& told : check->causes) {
      rows += std::string(spilingCauseWord(told.cause)) + "," + (told.station ? nameOf(*told.station) : "") + "," +
              (told.sizeMm ? job.show(*told.sizeMm) : "") + "," + showDecimal(told.share, shareDecimals) + "\n";
    }
    return rows;
  }
  std::string rows = "station,edge,reading,expected,off\n";
  for (const CheckedReading& one : check->readings) {
    rows += nameOf(one.station) + (one.upper ? ",upper," : ",lower,") + job.show(one.readingMm) + "," +
            job.show(one.expectedMm) + "," + job.show(one.offMm()) + "\n";
  }
  return rows;
}

}  // namespace narrows::cli
