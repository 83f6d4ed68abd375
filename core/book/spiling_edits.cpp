#include "book/spiling_edits.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

/// No batten is laid, and no dividers are opened, further than this.
constexpr double mostReadingMm = 2000.0;

tl::unexpected<Problems> notSpiled(int strake) {
  return fail(Fault::FigureUnknown, {0, 0, Trade::say("strake %1", strake)}, {Trade::say("it was not spiled.")});
}

}  // namespace

const SpiledStrake* spiledAt(const Book& book, int strake, BoatSide side) {
  const auto found = std::find_if(book.spiled.begin(), book.spiled.end(),
                                  [&](const SpiledStrake& one) { return one.isOf(strake, side); });
  return found == book.spiled.end() ? nullptr : &*found;
}

Problems spilingBeyondSense(const Spiling& spiling) {
  Problems problems;
  if (spiling.batten.mm() < 0.0 || spiling.lap.mm() < 0.0 || spiling.batten.mm() > mostReadingMm ||
      spiling.lap.mm() > mostReadingMm)
    problems.push_back(
        {Fault::BeyondSense,
         {},
         {said(spiling.lap.mm() < 0.0 || spiling.lap.mm() > mostReadingMm ? spiling.lap.mm() : spiling.batten.mm()),
          Trade::say("a batten or lap")}});
  for (const SpilingReading& one : spiling.readings) {
    for (const auto& [reading, field] : {std::pair(one.lower, 3), std::pair(one.upper, 4)}) {
      if (reading && !(std::abs(reading->mm()) <= mostReadingMm))
        problems.push_back({Fault::BeyondSense, {one.line, field, {}}, {said(reading->mm()), Trade::say("a reading")}});
    }
  }
  return problems;
}

Result<Book> setSpiling(const Book& book, int strake, BoatSide side, Spiling spiling, const std::string& when) {
  if (const Problems problems = spilingBeyondSense(spiling); !problems.empty()) return tl::make_unexpected(problems);
  std::erase_if(spiling.readings, [](const SpilingReading& one) { return !one.lower && !one.upper; });
  for (SpilingReading& one : spiling.readings) one.line = 0;
  spiling.strake = strake;
  spiling.side = side;
  Book edited = book;
  const SpiledStrake* before = spiledAt(book, strake, side);
  const SpiledStrake now{spiling, before != nullptr ? before->shape : PlankShape::Computed, when,
                         before != nullptr ? before->strakeId : StrakeId()};
  const auto isIt = [&](const SpiledStrake& one) { return one.isOf(strake, side); };
  if (spiling.readings.empty()) {
    std::erase_if(edited.spiled, isIt);
  } else if (before != nullptr) {
    *std::find_if(edited.spiled.begin(), edited.spiled.end(), isIt) = now;
  } else {
    edited.spiled.push_back(now);
  }
  return edited;
}

Result<Book> setReading(const Book& book, int strake, BoatSide side, const std::string& station, bool upper,
                        const std::optional<Length>& reading, const std::string& when) {
  Spiling spiling;
  if (const SpiledStrake* before = spiledAt(book, strake, side)) {
    spiling = before->spiling;
  } else if (!book.spiled.empty()) {
    spiling.batten = book.spiled.back().spiling.batten;
  }
  auto found = std::find_if(spiling.readings.rbegin(), spiling.readings.rend(),
                            [&](const SpilingReading& one) { return one.station == station; });
  if (found == spiling.readings.rend()) {
    spiling.readings.push_back({station, {}, {}, 0});
    found = spiling.readings.rbegin();
  }
  (upper ? found->upper : found->lower) = reading;
  return setSpiling(book, strake, side, std::move(spiling), when);
}

Result<Book> chooseShape(const Book& book, int strake, BoatSide side, PlankShape shape) {
  Book edited = book;
  for (SpiledStrake& one : edited.spiled) {
    if (!one.isOf(strake, side)) continue;
    one.shape = shape;
    return edited;
  }
  return notSpiled(strake);
}

}  // namespace narrows
