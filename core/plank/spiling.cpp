#include "plank/spiling.h"

#include "files/csv_form.h"
#include "files/whole_file.h"
#include "lines/offset_table.h"
#include "problem/trade.h"

namespace narrows {

namespace {

class SpilingReader : public CsvForm {
 public:
  SpilingReader() : CsvForm("spiling", Trade::say("units, strake, side, piece, batten, lap or reading")) {}

  Result<Spiling> read(std::string_view text) {
    Problems problems = readAll(text);
    if (problems.empty() && m_read.readings.empty())
      problems.push_back(
          {Fault::RecordMissing, {}, {"reading,STATION,LOWER,UPPER", Trade::say("at least one is wanted.")}});
    if (!problems.empty()) return tl::make_unexpected(problems);
    return m_read;
  }

 protected:
  bool readRecord(const std::string& name, const CsvRecord& record) override {
    if (name == "strake") {
      if (isOnce(record, "strake,K"))
        m_read.strake = numberOf(record, 2, 1, mostStrakes, Trade::say("the number of a strake"));
    } else if (name == "side") {
      if (isOnce(record, "side,starboard or port")) readSide(record);
    } else if (name == "piece") {
      if (isOnce(record, "piece,NAME")) m_read.piece = record.fields[1];
    } else if (name == "batten") {
      readSize(record, "batten,W", true, m_read.batten);
    } else if (name == "lap") {
      readSize(record, "lap,L", false, m_read.lap);
    } else if (name == "reading") {
      readReading(record);
    } else {
      return false;
    }
    return true;
  }

 private:
  /// A record that stands once, of two fields.
  bool isOnce(const CsvRecord& record, const std::string& wanted) {
    return hasFields(record, 2, wanted) && isFirst(record, lower(record.fields[0]), record.fields[0]);
  }

  void readSide(const CsvRecord& record) {
    m_read.side = sideNamed(lower(record.fields[1]));
    if (!m_read.side) problem(Fault::WordUnknown, record, 2, {record.fields[1], "starboard or port"});
  }

  void readSize(const CsvRecord& record, const std::string& wanted, bool positive, Length& size) {
    if (!isOnce(record, wanted) || !hasUnit(record)) return;
    const auto length = lengthOf(record, 2);
    if (!length) return;
    if (length->mm() < 0.0 || (positive && length->mm() <= 0.0))
      return problem(Fault::WidthNotPositive, record, 2, {record.fields[1]});
    size = *length;
  }

  void readReading(const CsvRecord& record) {
    if (!hasUnit(record) || !hasFields(record, 4, "reading,STATION,LOWER,UPPER")) return;
    if (record.fields[1].empty()) return problem(Fault::StationName, record, 2, {"", Trade::say("it has no name.")});
    m_read.readings.push_back({record.fields[1], lengthOf(record, 3), lengthOf(record, 4), record.line});
  }

  Spiling m_read;
};

}  // namespace

Result<Spiling> readSpiling(std::string_view text) {
  return SpilingReader().read(text);
}

Result<Spiling> loadSpiling(const std::string& path) {
  constexpr std::size_t mostBytes = 8U << 20U;
  const auto text = readWholeFile(path, mostBytes);
  if (!text) return tl::make_unexpected(text.error());
  return readSpiling(*text);
}

std::string writeSpiling(const Spiling& spiling, Unit unit) {
  const auto shown = [unit](Length length) { return writeLength(length, unit, 3, true); };
  std::string text = "spiling,1\nunits," + std::string(unitName(unit)) + "\n";
  if (spiling.strake) text += "strake," + std::to_string(*spiling.strake) + "\n";
  if (spiling.side) text += std::string("side,") + sideWord(*spiling.side) + "\n";
  if (!spiling.piece.empty()) text += "piece," + csvField(spiling.piece) + "\n";
  if (spiling.batten.mm() > 0.0) text += "batten," + shown(spiling.batten) + "\n";
  text += "lap," + shown(spiling.lap) + "\n";
  for (const SpilingReading& reading : spiling.readings) {
    text += "reading," + csvField(reading.station) + "," + (reading.lower ? shown(*reading.lower) : "-") + "," +
            (reading.upper ? shown(*reading.upper) : "-") + "\n";
  }
  return text;
}

}  // namespace narrows
