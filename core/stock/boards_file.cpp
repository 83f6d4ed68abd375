#include "stock/boards_file.h"

#include <charconv>
#include <cmath>
#include <map>
#include <set>

#include "files/csv_form.h"
#include "files/whole_file.h"
#include "lines/offset_table.h"
#include "problem/trade.h"
#include "stock/check_board.h"

namespace narrows {

namespace {

/// The words of a choice, "clear, good or knotty".
template <typename All, typename Name>
std::string wordsOf(const All& all, Name name) {
  std::string words;
  for (std::size_t i = 0; i < all.size(); ++i)
    words += std::string(i == 0 ? "" : i + 1 == all.size() ? " or " : ", ") + name(all[i]);
  return words;
}

/// Names of a file's boards, wherever in it they stand: what is said of one may stand before it.
std::set<std::string> namesIn(std::string_view text) {
  std::set<std::string> names;
  Problems passedOver;
  for (const CsvRecord& record : csvRecords(text, passedOver))
    if (record.fields.size() > 1 && lower(record.fields[0]) == "board") names.insert(record.fields[1]);
  return names;
}

class BoardsReader : public CsvForm {
 public:
  BoardsReader() : CsvForm("boards", Trade::say("units, board, grade, moisture, cut, count, price, edge or fault")) {}

  Result<std::vector<Board>> read(std::string_view text) {
    if (isUtf8(text)) m_names = namesIn(text);
    Problems problems = readAll(text);
    if (problems.empty() && m_order.empty())
      problems.push_back({Fault::RecordMissing,
                          {},
                          {"board,NAME,SPECIES,LENGTH,WIDTH,THICKNESS", Trade::say("at least one is wanted.")}});
    std::vector<Board> boards;
    for (const std::string& name : m_order) checkBoard(m_drafts[name], problems);
    if (problems.empty()) boards = expanded(problems);
    if (!problems.empty()) return tl::make_unexpected(problems);
    return boards;
  }

 protected:
  bool readRecord(const std::string& name, const CsvRecord& record) override {
    if (name == "board") {
      readBoard(record);
    } else if (name == "grade") {
      if (Draft* draft = once(record, "grade,NAME,clear|good|knotty"))
        choose(record, boardGradeNamed(lower(record.fields[2])), wordsOf(boardGrades, boardGradeName),
               draft->board.grade);
    } else if (name == "cut") {
      if (Draft* draft = once(record, "cut,NAME,quarter|slab"))
        choose(record, sawnNamed(lower(record.fields[2])), "quarter or slab", draft->board.sawn);
    } else if (name == "moisture") {
      if (Draft* draft = once(record, "moisture,NAME,PERCENT")) draft->board.moisture = decimalOf(record, 3);
    } else if (name == "price") {
      if (Draft* draft = once(record, "price,NAME,P")) draft->board.price = decimalOf(record, 3);
    } else if (name == "count") {
      if (Draft* draft = once(record, "count,NAME,N"))
        draft->count =
            numberOf(record, 3, 1, static_cast<int>(mostBoards), Trade::say("a number from 1 to %1", mostBoards))
                .value_or(1);
    } else if (name == "edge") {
      readEdge(record);
    } else if (name == "fault") {
      readFault(record);
    } else {
      return false;
    }
    return true;
  }

 private:
  /// A board as it is read, and on which lines its parts stand.
  struct Draft {
    Board board;
    int count = 1;
    int line = 0;  ///< of its own record; nought while only other records of it were read
    bool isWhole = true;
    std::vector<int> faultLines;
  };

  /// The board that a record is of; null, and told, where there is none of that name.
  Draft* draftOf(const CsvRecord& record) {
    if (record.fields.size() < 2 || m_names.count(record.fields[1]) == 0) {
      problem(Fault::BoardUnknown, record, 2, {record.fields.size() < 2 ? std::string() : record.fields[1]});
      return nullptr;
    }
    return &m_drafts[record.fields[1]];
  }

  /// The same of a record of three fields that stands once for a board.
  Draft* once(const CsvRecord& record, const std::string& wanted) {
    if (!hasFields(record, 3, wanted)) return nullptr;
    Draft* draft = draftOf(record);
    return draft != nullptr && isFirstOf(record, lower(record.fields[0])) ? draft : nullptr;
  }

  /// Whether it is the first record that says `what` of its board.
  bool isFirstOf(const CsvRecord& record, const std::string& what) {
    const std::string key = what + "," + record.fields[1];
    return isFirst(record, key, key);
  }

  template <typename Choice>
  void choose(const CsvRecord& record, std::optional<Choice> choice, const std::string& wanted,
              std::optional<Choice>& into) {
    if (!choice) problem(Fault::WordUnknown, record, 3, {record.fields[2], wanted});
    into = choice;
  }

  /// A number with a decimal point; nothing where the field is empty or a dash.
  std::optional<double> decimalOf(const CsvRecord& record, std::size_t field) {
    const std::string& text = record.fields[field - 1];
    if (text.empty() || text == "-") return std::nullopt;
    double number = 0.0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    if (error == std::errc() && end == text.data() + text.size() && std::isfinite(number)) return number;
    problem(Fault::WordUnknown, record, field, {text, Trade::say("a number")});
    return std::nullopt;
  }

  /// A length that has to be there.
  std::optional<Length> givenLength(const CsvRecord& record, std::size_t field) {
    const std::string& text = record.fields[field - 1];
    if (text.empty() || text == "-") {
      problem(Fault::FieldMissing, record, field, {Trade::say("a length")});
      return std::nullopt;
    }
    return lengthOf(record, field);
  }

  void readBoard(const CsvRecord& record) {
    if (!hasFields(record, 6, "board,NAME,SPECIES,LENGTH,WIDTH,THICKNESS")) return;
    const std::string& name = record.fields[1];
    Draft& draft = m_drafts[name];
    if (draft.line != 0) return problem(Fault::BoardTwice, record, 2, {name, std::to_string(draft.line)});
    draft.line = record.line;
    m_order.push_back(name);
    draft.board.name = name;
    draft.board.species = record.fields[2];
    if (!hasUnit(record)) return void(draft.isWhole = false);
    const auto length = givenLength(record, 4), width = givenLength(record, 5), thickness = givenLength(record, 6);
    draft.isWhole = length && width && thickness;
    if (!draft.isWhole) return;
    draft.board.length = *length;
    draft.board.width = *width;
    draft.board.thickness = *thickness;
  }

  void readEdge(const CsvRecord& record) {
    const std::string wanted = "edge,NAME,lower|upper,X,Y,X,Y,...";
    if (record.fields.size() < 7) return problem(Fault::FieldMissing, record, record.fields.size() + 1, {wanted});
    Draft* draft = draftOf(record);
    if (draft == nullptr) return;
    const std::string which = lower(record.fields[2]);
    if (which != "lower" && which != "upper")
      return problem(Fault::WordUnknown, record, 3, {record.fields[2], "lower or upper"});
    if (!isFirstOf(record, "edge," + which)) return;
    if (record.fields.size() % 2 == 0)
      return problem(Fault::FieldMissing, record, record.fields.size() + 1, {Trade::say("the Y of the last X")});
    if (record.fields.size() > 3 + 2 * mostOfABoard)
      return problem(Fault::TooMany, record, 1,
                     {std::to_string((record.fields.size() - 3) / 2), std::to_string(mostOfABoard)});
    if (!hasUnit(record)) return;
    const bool upper = which == "upper";
    std::vector<EdgePoint>& points = upper ? draft->board.upper : draft->board.lower;
    for (std::size_t field = 4; field < record.fields.size(); field += 2) {
      const auto x = givenLength(record, field), y = givenLength(record, field + 1);
      if (x && y)
        points.push_back({*x, *y});
      else
        draft->isWhole = false;
    }
  }

  void readFault(const CsvRecord& record) {
    if (!hasFields(record, 7, "fault,NAME,KIND,X,Y,LENGTH,WIDTH")) return;
    Draft* draft = draftOf(record);
    if (draft == nullptr) return;
    const auto kind = boardFaultNamed(lower(record.fields[2]));
    if (!kind) problem(Fault::WordUnknown, record, 3, {record.fields[2], wordsOf(boardFaultKinds, boardFaultName)});
    if (!hasUnit(record)) return;
    const auto x = givenLength(record, 4), y = givenLength(record, 5);
    const auto length = givenLength(record, 6), width = givenLength(record, 7);
    if (!kind || !x || !y || !length || !width) return;
    if (draft->board.faults.size() >= mostOfABoard)
      return problem(Fault::TooMany, record, 1,
                     {std::to_string(draft->board.faults.size() + 1), std::to_string(mostOfABoard)});
    draft->board.faults.push_back({*kind, *x, *y, *length, *width});
    draft->faultLines.push_back(record.line);
  }

  /// What is wrong of a board, on the line and in the field where it stands.
  void checkBoard(const Draft& draft, Problems& problems) const {
    if (!draft.isWhole) return;
    for (BoardWrong wrong : boardWrongs(draft.board)) {
      wrong.problem.where = placeOf(draft, wrong);
      problems.push_back(std::move(wrong.problem));
    }
  }

  Place placeOf(const Draft& draft, const BoardWrong& wrong) const {
    const std::string& name = draft.board.name;
    switch (wrong.part) {
      case BoardPart::Name:
        return {draft.line, 2, {}};
      case BoardPart::Species:
        return {draft.line, 3, {}};
      case BoardPart::Length:
        return {draft.line, 4, {}};
      case BoardPart::Width:
        return {draft.line, 5, {}};
      case BoardPart::Thickness:
        return {draft.line, 6, {}};
      case BoardPart::Moisture:
        return {lineOf("moisture," + name), 3, {}};
      case BoardPart::Price:
        return {lineOf("price," + name), 3, {}};
      case BoardPart::LowerEdge:
      case BoardPart::UpperEdge: {
        const std::string which = wrong.part == BoardPart::UpperEdge ? "upper," : "lower,";
        return {lineOf("edge," + which + name), 4 + 2 * static_cast<int>(wrong.index), {}};
      }
      case BoardPart::Fault:
        return {draft.faultLines[wrong.index], 4, {}};
    }
    return {};
  }

  /// Every board by itself, those that are alike too.
  std::vector<Board> expanded(Problems& problems) const {
    std::vector<Board> boards;
    for (const std::string& name : m_order) {
      const Draft& draft = m_drafts.at(name);
      if (boards.size() + static_cast<std::size_t>(draft.count) > mostBoards) {
        problems.push_back(
            {Fault::TooMany,
             {draft.line, 0, {}},
             {std::to_string(boards.size() + static_cast<std::size_t>(draft.count)), std::to_string(mostBoards)}});
        return {};
      }
      boards.push_back(draft.board);
      for (int i = 2; i <= draft.count; ++i) {
        boards.push_back(draft.board);
        boards.back().name = name + "-" + std::to_string(i);
        if (m_names.count(boards.back().name) == 0) continue;
        problems.push_back({Fault::BoardTwice,
                            {m_drafts.at(boards.back().name).line, 2, {}},
                            {boards.back().name, std::to_string(lineOf("count," + name))}});
      }
    }
    return boards;
  }

  std::set<std::string> m_names;
  std::map<std::string, Draft> m_drafts;
  std::vector<std::string> m_order;
};

}  // namespace

Result<std::vector<Board>> readBoards(std::string_view text) {
  return BoardsReader().read(text);
}

Result<std::vector<Board>> loadBoards(const std::string& path) {
  constexpr std::size_t mostBytes = 32U << 20U;
  const auto text = readWholeFile(path, mostBytes);
  if (!text) return tl::make_unexpected(text.error());
  return readBoards(*text);
}

std::string writeBoards(const std::vector<Board>& boards, Unit unit) {
  const auto shown = [unit](Length length) { return "," + writeLength(length, unit, 3, true); };
  std::string text = "boards,1\nunits," + std::string(unitName(unit)) + "\n";
  for (const Board& board : boards) {
    const std::string name = "," + csvField(board.name);
    text += "board" + name + "," + csvField(board.species) + shown(board.length) + shown(board.width) +
            shown(board.thickness) + "\n";
    if (board.grade) text += "grade" + name + "," + boardGradeName(*board.grade) + "\n";
    if (board.moisture) text += "moisture" + name + "," + showDecimal(*board.moisture, 2) + "\n";
    if (board.sawn) text += "cut" + name + "," + sawnName(*board.sawn) + "\n";
    if (board.price) text += "price" + name + "," + showDecimal(*board.price, 2) + "\n";
    for (const bool upper : {false, true}) {
      const std::vector<EdgePoint>& points = upper ? board.upper : board.lower;
      if (points.empty()) continue;
      text += "edge" + name + (upper ? ",upper" : ",lower");
      // A form's edge has two points at least.
      if (points.size() == 1) text += shown(Length()) + shown(points[0].y);
      for (const EdgePoint& point : points) text += shown(point.x) + shown(point.y);
      text += "\n";
    }
    for (const BoardFault& fault : board.faults)
      text += "fault" + name + "," + boardFaultName(fault.kind) + shown(fault.x) + shown(fault.y) +
              shown(fault.length) + shown(fault.width) + "\n";
  }
  return text;
}

}  // namespace narrows
