#include "stock/mill_sizes.h"

#include <algorithm>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double inchesAFoot = 12.0;

std::vector<Length> inInches(std::initializer_list<double> all, double times = 1.0) {
  std::vector<Length> lengths;
  for (const double one : all) lengths.push_back(inches(one * times));
  return lengths;
}

std::vector<Length> inMm(std::initializer_list<double> all) {
  std::vector<Length> lengths;
  for (const double one : all) lengths.push_back(millimetres(one));
  return lengths;
}

std::vector<Length> sorted(std::vector<Length> all) {
  std::sort(all.begin(), all.end());
  all.erase(std::unique(all.begin(), all.end()), all.end());
  return all;
}

}  // namespace

BoardsSold boardsSold(const MillSizes& own, bool inMetres) {
  // As sawmills cut by habit: lengths by two feet, widths by two inches, thicknesses by the quarter inch.
  BoardsSold sold{inInches({8, 10, 12, 14, 16, 18, 20}, inchesAFoot), inInches({4, 6, 8, 10, 12}),
                  inInches({0.75, 1, 1.25, 1.5, 2, 2.5, 3, 4, 6}), inches(6), inches(0.5)};
  if (inMetres)
    sold = {inMm({2400, 3000, 3600, 4200, 4800, 5400, 6000}), inMm({100, 150, 200, 250, 300}),
            inMm({20, 25, 32, 38, 50, 65, 75, 100, 150}), millimetres(100), millimetres(10)};
  for (const auto& [list, of] : {std::pair(&sold.lengths, &own.lengths), std::pair(&sold.widths, &own.widths),
                                 std::pair(&sold.thicknesses, &own.thicknesses)}) {
    if (!of->empty()) *list = sorted(*of);
  }
  return sold;
}

Result<std::vector<Length>> parseSizes(std::string_view typed, Unit bare) {
  std::vector<Length> sizes;
  Problems problems;
  while (!typed.empty()) {
    const std::size_t end = std::min(typed.find(';'), typed.find(", "));
    std::string_view part = typed.substr(0, end);
    typed = end == std::string_view::npos ? std::string_view() : typed.substr(end + 1);
    while (!part.empty() && part.front() == ' ') part.remove_prefix(1);
    while (!part.empty() && part.back() == ' ') part.remove_suffix(1);
    if (part.empty()) continue;
    const auto length = parseLength(part, bare);
    if (!length) {
      problems.insert(problems.end(), length.error().begin(), length.error().end());
    } else if (!(length->mm() > 0.0)) {
      problems.push_back(
          {Fault::LimitWrong, {0, 0, Trade::say("the sizes")}, {std::string(part), Trade::say("more than nought")}});
    } else {
      sizes.push_back(*length);
    }
  }
  if (!problems.empty()) return tl::make_unexpected(std::move(problems));
  return sizes;
}

}  // namespace narrows
