#include "book/strake_records.h"

#include <algorithm>
#include <cstdlib>
#include <map>
#include <optional>
#include <set>
#include <tuple>

#include "lining/lining.h"
#include "problem/trade.h"

namespace narrows {

namespace {

/// A sheet of a plank is named by its strake: "strake-04-starboard-2" becomes "strake-05-starboard-2".
void renameSheet(PrintedSheet& sheet, int from, int to) {
  const std::string was = plankFileWord(std::abs(from), sheet.side), now = plankFileWord(std::abs(to), sheet.side);
  const auto at = sheet.name.find(was);
  if (at != std::string::npos) sheet.name.replace(at, was.size(), now);
}

/// A plan's strakes at each whole section: how far down the girth from the sheer they begin and end.
class Bands {
 public:
  Bands(const Book& book, const LiningPlan& plan, const GirthFrame* frame) : m_ids(strakesInOrder(plan)) {
    if (frame != nullptr) {
      const GirthFrame own(frame->sharedHull(), plan.base == BaseLine::Rabbet);
      const auto lining = lineOff(own, plan, sectionIds(book, own.hull()), plankingFigures(book));
      if (lining) {
        lay(*lining);
        return;
      }
    }
    // By their order alone.
    for (std::size_t k = 0; k < m_ids.size(); ++k) {
      const double count = static_cast<double>(m_ids.size());
      m_bands.push_back({{static_cast<double>(k) / count, static_cast<double>(k + 1) / count}});
    }
  }

  const std::vector<StrakeId>& ids() const { return m_ids; }
  /// What strake i of this plan and strake j of another cover both, summed over the sections.
  double common(std::size_t i, const Bands& other, std::size_t j) const {
    double sum = 0.0;
    for (std::size_t s = 0; s < std::min(m_bands[i].size(), other.m_bands[j].size()); ++s) {
      const auto &one = m_bands[i][s], &two = other.m_bands[j][s];
      sum += std::max(0.0, std::min(one.second, two.second) - std::max(one.first, two.first));
    }
    return sum;
  }

 private:
  void lay(const Lining& lining) {
    m_ids.clear();
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      m_ids.push_back(lining.strakes[k].id);
      std::vector<std::pair<double, double>> band;
      for (std::size_t i = 0; i < lining.frame.sectionCount(); ++i) {
        // Down from the sheer, where plans with other base lines begin alike.
        const double girth = lining.frame.girthMm(i);
        const auto down = [&](std::size_t line) { return (1.0 - lining.lines[line].shares[i]) * girth; };
        const LinedStrake& strake = lining.strakes[k];
        lining.covers(k, i) ? band.emplace_back(down(strake.upper), down(strake.lower)) : band.emplace_back(0.0, 0.0);
      }
      m_bands.push_back(std::move(band));
    }
  }

  std::vector<StrakeId> m_ids;
  std::vector<std::vector<std::pair<double, double>>> m_bands;  ///< by strake and section
};

/// Which strake of a plan each of another's becomes: the pair that has most in common first, none taken twice. `held`:
/// those that have records of their own.
std::map<StrakeId, StrakeId> matched(const Bands& from, const Bands& to, const std::set<StrakeId>& held) {
  struct Pair {
    double common;
    std::size_t from, to;
  };
  std::vector<Pair> pairs;
  for (std::size_t i = 0; i < from.ids().size(); ++i) {
    for (std::size_t j = 0; j < to.ids().size(); ++j) {
      if (const double common = from.common(i, to, j); common > 0.0) pairs.push_back({common, i, j});
    }
  }
  std::stable_sort(pairs.begin(), pairs.end(), [](const Pair& a, const Pair& b) { return a.common > b.common; });
  std::map<StrakeId, StrakeId> becomes;
  std::vector<bool> taken;
  for (const StrakeId id : to.ids()) taken.push_back(held.count(id) > 0);
  for (const Pair& pair : pairs) {
    if (taken[pair.to] || becomes.count(from.ids()[pair.from]) > 0) continue;
    becomes[from.ids()[pair.from]] = to.ids()[pair.to];
    taken[pair.to] = true;
  }
  return becomes;
}

/// The number of a strake in a plan, from the garboard up; nought where it has none such.
int numberIn(const std::vector<StrakeId>& order, StrakeId id) {
  const auto found = std::find(order.begin(), order.end(), id);
  return found == order.end() ? 0 : static_cast<int>(found - order.begin()) + 1;
}

/// The number that a record says its strake by.
template <typename Record>
int numberOf(const Record& record) {
  return record.strake;
}
int numberOf(const PieceRef& record) {
  return record.strake;
}
int numberOf(const SpiledStrake& record) {
  return record.spiling.strake.value_or(1);
}

template <typename Record>
void setNumber(Record& record, int number) {
  record.strake = number;
}
void setNumber(SpiledStrake& record, int number) {
  record.spiling.strake = number;
}
void setNumber(PrintedSheet& sheet, int number) {
  if (sheet.strake != number) renameSheet(sheet, sheet.strake, number);
  sheet.strake = number;
}

/// Every record of a book, to be read or to be changed, that is of a strake: its kind, itself and its side.
template <typename AnyBook, typename Visit>
void eachRecord(AnyBook& book, const Visit& visit) {
  for (auto& one : book.spiled) visit(StrakeRecord::Readings, one, one.spiling.side.value_or(BoatSide::Starboard));
  for (auto& one : book.joining.joints) visit(StrakeRecord::Joint, one, one.side);
  for (auto& one : book.log) visit(StrakeRecord::LogLine, one, one.side);
  for (auto& one : book.printed) {
    if (one.kind == SheetKind::Plank) visit(StrakeRecord::Sheet, one, one.side);
  }
  for (auto& one : book.hung) visit(StrakeRecord::HungEdge, one, one.side);
  for (auto& one : book.layings) {
    if (one.of.isOfStrake()) visit(StrakeRecord::Laying, one.of, one.of.side);
  }
  for (auto& one : book.spoiled) {
    if (one.of.isOfStrake()) visit(StrakeRecord::Spoiled, one.of, one.of.side);
  }
  for (auto& one : book.stock.grades) visit(StrakeRecord::Grade, one, one.side);
  const auto visitStep = [&](auto& step) {
    if (step.part.kind == PartKind::Plank) visit(StrakeRecord::Step, step.part, step.part.side);
  };
  for (auto& one : book.daybook.steps) visitStep(one.of);
  for (auto& one : book.daybook.links) {
    visitStep(one.first);
    visitStep(one.then);
  }
  for (auto& one : book.daybook.holds) {
    for (auto& step : one.steps) visitStep(step);
  }
  for (auto& one : book.daybook.decisions) {
    for (auto& step : one.before) visitStep(step);
  }
}

/// A record of a strake, so that it can be counted.
using Key = std::tuple<StrakeRecord, BoatSide, int>;

}  // namespace

void eachOfStrake(Book& book, const std::function<void(const OfStrake&)>& visit) {
  eachRecord(book, [&](StrakeRecord kind, auto& record, BoatSide side) {
    int number = numberOf(record);
    visit({kind, record.strakeId, number, side});
    setNumber(record, number);
  });
}

namespace {

/// Steps of a timber as Narrows draws it are told by its name; once timbers are the book's, by their ids, for names
/// change.
void nameTimbersById(Book& book) {
  const auto follow = [&](StepRef& step) {
    if (step.part.kind != PartKind::Timber || step.part.id > 0) return;
    for (const Timber& timber : book.backbone.timbers) {
      if (timber.name == step.part.name) step.part.id = timber.id.number;
    }
  };
  for (StepRecord& one : book.daybook.steps) follow(one.of);
  for (StepLink& one : book.daybook.links) {
    follow(one.first);
    follow(one.then);
  }
  for (Hold& one : book.daybook.holds) std::for_each(one.steps.begin(), one.steps.end(), follow);
  for (Decision& one : book.daybook.decisions) std::for_each(one.before.begin(), one.before.end(), follow);
}

}  // namespace

Book followStrakes(const Book& before, Book after, const GirthFrame* frame) {
  if (!after.backbone.timbers.empty()) nameTimbersById(after);
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    const LiningPlan &was = before.planOf(side), &now = after.planOf(side);
    const std::vector<StrakeId> order = strakesInOrder(now);
    std::set<StrakeId> held;
    eachOfStrake(after, [&](const OfStrake& record) {
      if (record.side == side && numberIn(order, record.id) > 0) held.insert(record.id);
    });
    std::optional<std::map<StrakeId, StrakeId>> becomes;
    eachOfStrake(after, [&](const OfStrake& record) {
      if (record.side != side) return;
      if (!record.id.isSet()) {
        // Entered by number, of the plan in force.
        if (record.number >= 1 && static_cast<std::size_t>(record.number) <= order.size())
          record.id = order[static_cast<std::size_t>(record.number) - 1];
        return;
      }
      if (numberIn(order, record.id) == 0 && was.id != now.id && numberIn(strakesInOrder(was), record.id) > 0) {
        if (!becomes) becomes = matched(Bands(before, was, frame), Bands(after, now, frame), held);
        if (const auto found = becomes->find(record.id); found != becomes->end()) record.id = found->second;
      }
      const int number = numberIn(order, record.id);
      record.number = number > 0 ? number : -std::abs(record.number);
    });
  }
  return after;
}

std::vector<RecordsMoved> recordsMoved(const Book& before, const Book& after) {
  // Records keep their order: those that both books have are told by it.
  using Numbers = std::map<StrakeRecord, std::vector<std::pair<int, BoatSide>>>;
  const auto numbersOf = [](const Book& book) {
    Numbers numbers;
    eachRecord(book, [&](StrakeRecord kind, const auto& record, BoatSide side) {
      numbers[kind].emplace_back(numberOf(record), side);
    });
    return numbers;
  };
  const Numbers was = numbersOf(before);
  Numbers is = numbersOf(after);
  std::map<std::pair<Key, int>, int> counts;
  for (const auto& [kind, records] : was) {
    const auto& now = is[kind];
    // Where some were taken out they are told apart by their order no more, and nothing moved.
    if (now.size() < records.size() || (kind == StrakeRecord::Step && now.size() != records.size())) continue;
    for (std::size_t i = 0; i < std::min(records.size(), now.size()); ++i) {
      const auto& [number, side] = records[i];
      if (now[i].second != side || now[i].first == number) continue;
      ++counts[{{kind, side, number}, now[i].first}];
    }
  }
  std::vector<RecordsMoved> moved;
  for (const auto& [key, count] : counts)
    moved.push_back({std::get<0>(key.first), std::get<1>(key.first), std::get<2>(key.first), key.second, count});
  return moved;
}

std::vector<RecordsMoved> recordsWithoutStrake(const Book& book) {
  std::map<Key, int> counts;
  eachRecord(book, [&](StrakeRecord kind, const auto& record, BoatSide side) {
    if (const int number = numberOf(record); number < 1) ++counts[{kind, side, -number}];
  });
  std::vector<RecordsMoved> without;
  for (const auto& [key, count] : counts)
    without.push_back({std::get<0>(key), std::get<1>(key), std::get<2>(key), -std::get<2>(key), count});
  return without;
}

Result<Book> throwAwayRecordsWithoutStrake(const Book& book) {
  Book edited = book;
  std::erase_if(edited.spiled, [](const SpiledStrake& one) { return one.spiling.strake.value_or(1) < 1; });
  std::erase_if(edited.joining.joints, [](const PlankJoint& one) { return one.strake < 1; });
  std::erase_if(edited.log, [](const HangingEntry& one) { return one.strake < 1; });
  std::erase_if(edited.printed, [](const PrintedSheet& one) { return one.kind == SheetKind::Plank && one.strake < 1; });
  std::erase_if(edited.hung, [](const HungStrake& one) { return one.strake < 1; });
  const auto isWithout = [](const auto& one) { return one.of.isOfStrake() && one.of.strake < 1; };
  std::erase_if(edited.layings, isWithout);
  std::erase_if(edited.spoiled, isWithout);
  std::erase_if(edited.stock.grades, [](const StrakeGrade& one) { return one.strake < 1; });
  const auto isStepWithout = [](const StepRef& one) { return one.part.kind == PartKind::Plank && one.part.strake < 1; };
  std::erase_if(edited.daybook.steps, [&](const StepRecord& one) { return isStepWithout(one.of); });
  std::erase_if(edited.daybook.links,
                [&](const StepLink& one) { return isStepWithout(one.first) || isStepWithout(one.then); });
  for (Hold& hold : edited.daybook.holds) std::erase_if(hold.steps, isStepWithout);
  for (Decision& decision : edited.daybook.decisions) std::erase_if(decision.before, isStepWithout);
  return edited;
}

namespace {

/// What they are, but not whose.
std::string kindInWords(const RecordsMoved& moved) {
  const auto say = [&](const char* one, const char* several) {
    return moved.count == 1 ? Trade::say(one) : Trade::say(several, moved.count);
  };
  switch (moved.kind) {
    case StrakeRecord::Readings:
      return Trade::say("its readings");
    case StrakeRecord::Joint:
      return say("its joint", "%1 joints");
    case StrakeRecord::LogLine:
      return say("a line of the log", "%1 lines of the log");
    case StrakeRecord::Sheet:
      return say("a printed sheet", "%1 printed sheets");
    case StrakeRecord::HungEdge:
      return Trade::say("its edge as hung");
    case StrakeRecord::Laying:
      return say("a piece on a board", "%1 pieces on boards");
    case StrakeRecord::Spoiled:
      return say("a spoiled piece", "%1 spoiled pieces");
    case StrakeRecord::Grade:
      return Trade::say("the grade of its wood");
    case StrakeRecord::Step:
      return say("a step in the day book", "%1 steps in the day book");
  }
  return {};
}

}  // namespace

std::string recordsInWords(const RecordsMoved& moved) {
  const std::string of = Trade::say("strake %1 to %2", std::abs(moved.from), sideWords(moved.side));
  const auto say = [&](const char* one, const char* several) {
    return moved.count == 1 ? Trade::say(one, of) : Trade::say(several, moved.count, of);
  };
  switch (moved.kind) {
    case StrakeRecord::Readings:
      return Trade::say("the readings of %1", of);
    case StrakeRecord::Joint:
      return say("the joint of %1", "%1 joints of %2");
    case StrakeRecord::LogLine:
      return say("a line of the log of %1", "%1 lines of the log of %2");
    case StrakeRecord::Sheet:
      return say("a printed sheet of %1", "%1 printed sheets of %2");
    case StrakeRecord::HungEdge:
      return Trade::say("the edge as hung of %1", of);
    case StrakeRecord::Laying:
      return say("a piece on a board, of %1", "%1 pieces on boards, of %2");
    case StrakeRecord::Spoiled:
      return say("a spoiled piece of %1", "%1 spoiled pieces of %2");
    case StrakeRecord::Grade:
      return Trade::say("the grade of wood for %1", of);
    case StrakeRecord::Step:
      return say("a step in the day book, of %1", "%1 steps in the day book, of %2");
  }
  return {};
}

std::string RecordsLeft::words(Notation /*notation*/) const {
  std::string list;
  for (const RecordsMoved& one : records) list += (list.empty() ? "" : ", ") + recordsInWords(one);
  return Trade::say(
      "Kept, but of no strake that she has now: %1. Take up a plan that has it again, or throw them away (Edit).",
      list);
}

std::string recordsMovedInWords(const std::vector<RecordsMoved>& moved) {
  std::string left;
  // By strake and side, and where they went.
  std::map<std::tuple<int, BoatSide, int>, std::string> along;
  for (const RecordsMoved& one : moved) {
    std::string& list = one.to > 0 ? along[{std::abs(one.from), one.side, one.to}] : left;
    list += (list.empty() ? "" : ", ") + (one.to > 0 ? kindInWords(one) : recordsInWords(one));
  }
  std::string words;
  for (const auto& [of, list] : along)
    words += (words.empty() ? "" : "; ") + Trade::say("strake %1 %2, now %3 (%4)", std::get<0>(of),
                                                      sideWords(std::get<1>(of)), std::get<2>(of), list);
  if (!words.empty()) words = Trade::say("Gone along with their strakes: %1.", words);
  if (!left.empty()) words += (words.empty() ? "" : " ") + Trade::say("Kept, without a strake now: %1.", left);
  return words;
}

}  // namespace narrows
