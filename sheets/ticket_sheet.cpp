#include <algorithm>
#include <cmath>

#include "problem/trade.h"
#include "ticket.h"

namespace narrows {

namespace {

constexpr double wideMm = 186.0, highMm = 252.0;
/// As tall as a page is filled at most; letters shrink to fit, to no less than `leastLetterMm` of `bodyMm`.
constexpr double bodyMm = 3.5, leastLetterMm = 2.6;

/// Lays one ticket out from the top down, in letters of a size.
class TicketLayout {
 public:
  TicketLayout(const Ticket& ticket, double scale) : m_ticket(ticket), m_scale(scale) {}

  Drawing lay() {
    m_drawing.name = m_ticket.file;
    m_drawing.isPage = true;
    const std::string whole =
        m_ticket.name + " · " + m_ticket.side + (m_ticket.piece.empty() ? "" : " · " + m_ticket.piece);
    m_drawing.title = titled(m_ticket.boat, whole);
    m_y = -8.0;
    m_drawing.text({0.0, m_y}, m_ticket.side + " · " + m_ticket.name, 7.5, TextPlace::Left, 0.0, true);
    m_y -= 8.0;
    m_drawing.text({0.0, m_y}, m_ticket.piece.empty() ? m_ticket.boat : m_ticket.piece + " · " + m_ticket.boat, 4.6,
                   TextPlace::Left, 0.0, true);
    m_drawing.text({wideMm, m_y}, Trade::say("inside face up"), 4.6, TextPlace::Right);
    m_y -= 3.5;
    picture();
    figure(Trade::say("Board, to the saw line"), m_ticket.board);
    checkBox();
    for (const TicketSection& section : m_ticket.sections) sectionOf(section);
    steps();
    return std::move(m_drawing);
  }
  double height() const { return -m_y; }

 private:
  double letters() const { return std::max(bodyMm * m_scale, leastLetterMm); }
  double lineMm() const { return 1.75 * bodyMm * m_scale; }

  void rule(double y) { m_drawing.line(LineRole::Rule, {{0.0, y}, {wideMm, y}}); }

  /// The piece as it lies on its board, with its stations: across it is drawn up to three times as large.
  void picture() {
    constexpr double tallest = 26.0, most = 3.0;
    double length = 1.0, width = 1.0;
    for (const auto* edge : {&m_ticket.lower, &m_ticket.upper}) {
      for (const Vec2& point : *edge) length = std::max(length, point.x()), width = std::max(width, point.y());
    }
    const double along = wideMm / length, across = std::min(most * along, tallest / width);
    const double foot = m_y - 5.0 - across * width;
    const auto at = [&](const Vec2& p) { return Vec2(p.x() * along, foot + p.y() * across); };
    const auto line = [&](LineRole role, const std::vector<Vec2>& points) {
      std::vector<Vec2> drawn;
      for (const Vec2& point : points) drawn.push_back(at(point));
      m_drawing.line(role, std::move(drawn));
    };
    line(LineRole::KeelEdge, m_ticket.lower);
    line(LineRole::SheerEdge, m_ticket.upper);
    line(LineRole::HoodEnd, m_ticket.bow);
    line(LineRole::HoodEnd, m_ticket.stern);
    for (const auto& corners : m_ticket.scarfs) {
      line(LineRole::Joint, {corners[0], corners[3]});
      line(LineRole::Joint, {corners[1], corners[2]});
      line(LineRole::Joint, {corners[0], corners[2]});
    }
    double last = -1e9;
    for (std::size_t i = 0; i < m_ticket.stations.size(); ++i) {
      const auto& [low, high] = m_ticket.stations[i];
      line(LineRole::Station, {low, high});
      const Vec2 head = at(low.y() > high.y() ? low : high);
      const double x = std::clamp(head.x(), 6.0, wideMm - 6.0);
      if (x < last + 7.0) continue;
      m_drawing.text({x, head.y() + 1.2}, m_ticket.stationNames[i], 2.8, TextPlace::Centre);
      last = x;
    }
    m_y = foot - 4.5;
    const bool port = m_ticket.side == Trade::say("PORT");
    m_drawing.text({0.0, m_y},
                   Trade::say("← BOW · %1", port ? Trade::say("keel edge up") : Trade::say("sheer edge up")), 3.0,
                   TextPlace::Left, 0.0, true);
    m_drawing.text({wideMm, m_y}, Trade::say("not to scale: cut by the pattern"), 2.8, TextPlace::Right);
    m_y -= 2.5;
  }

  void figure(const std::string& name, const std::string& value) {
    m_y -= 7.0;
    m_drawing.text({0.0, m_y}, name, 3.6);
    constexpr double usualMm = 50.0, besideMm = 5.0;
    const double from = std::max(usualMm, besideMm + widthOf(m_drawing.texts.back()));
    m_drawing.text({from, m_y}, value, 5.2, TextPlace::Left, 0.0, true);
    m_y -= 2.5;
  }

  /// Sentences broken at blanks to the page's width.
  static std::vector<std::string> broken(const std::string& words, double letterMm, double width) {
    std::vector<std::string> lines;
    std::string line, word;
    const auto fits = [&](const std::string& text) {
      return boundsOf(SheetText{Vec2::Zero(), text, letterMm}).width() <= width;
    };
    const auto put = [&] {
      if (word.empty()) return;
      const std::string longer = line.empty() ? word : line + " " + word;
      if (fits(longer)) {
        line = longer;
      } else {
        if (!line.empty()) lines.push_back(line);
        line = word;
      }
      word.clear();
    };
    for (const char letter : words) {
      if (letter == ' ') {
        put();
      } else {
        word += letter;
      }
    }
    put();
    if (!line.empty()) lines.push_back(line);
    return lines;
  }

  void checkBox() {
    const std::string before = Trade::say("BEFORE CUTTING");
    constexpr double insetMm = 2.5, betweenMm = 3.0, capitals = 1.45,
                     boldMm = 12.0;  // such letters are wider than most
    const double from = insetMm + capitals * boundsOf(SheetText{Vec2::Zero(), before, 3.2}).width() + betweenMm;
    const std::vector<std::string> lines = broken(m_ticket.check, 3.6, wideMm - from - boldMm);
    const double top = m_y - 1.0, high = 6.0 * static_cast<double>(lines.size()) + 3.0;
    m_drawing.line(LineRole::MouldEdge,
                   {{0.0, top}, {wideMm, top}, {wideMm, top - high}, {0.0, top - high}, {0.0, top}});
    m_drawing.text({insetMm, top - 6.0}, before, 3.2, TextPlace::Left, 0.0, true);
    for (std::size_t i = 0; i < lines.size(); ++i)
      m_drawing.text({from, top - 6.0 - 6.0 * static_cast<double>(i)}, lines[i], 3.6, TextPlace::Left, 0.0, true);
    m_y = top - high;
  }

  void tickBox(double x, double y, double side) {
    m_drawing.line(LineRole::Rule, {{x, y}, {x + side, y}, {x + side, y + side}, {x, y + side}, {x, y}});
  }

  void sectionOf(const TicketSection& section) {
    const double letter = letters(), row = lineMm();
    m_y -= 1.35 * row;
    m_drawing.text({0.0, m_y}, section.title, letter * 1.08, TextPlace::Left, 0.0, true);
    rule(m_y - 0.3 * row);
    m_y -= 0.15 * row;
    if (!section.columns.empty() && !section.rows.empty()) {
      double cell = letter;
      std::vector<Column> columns = columnsOf(section, cell);
      // A table wider than the page is set in smaller letters.
      while (columns.back().right > wideMm && cell > 0.7 * letter) columns = columnsOf(section, cell *= 0.96);
      const auto write = [&](const std::vector<std::string>& cells, bool bold) {
        m_y -= row;
        for (std::size_t i = 0; i < cells.size(); ++i) {
          const bool left = i == 0 || section.columns[i].empty() || section.columns[i] == Trade::say("fastener");
          m_drawing.text({left ? columns[i].left : columns[i].right, m_y}, cells[i], bold ? cell * 0.86 : cell,
                         left ? TextPlace::Left : TextPlace::Right, 0.0, bold);
        }
      };
      write(section.columns, true);
      for (const auto& cells : section.rows) {
        write(cells, false);
        tickBox(0.0, m_y - 0.1 * letter, letter * 1.05);
      }
    }
    for (const std::string& sentence : section.words) {
      bool first = true;
      for (const std::string& line : broken(sentence, letter, wideMm - 6.5)) {
        m_y -= row;
        if (first) tickBox(0.0, m_y - 0.1 * letter, letter * 1.05);
        first = false;
        m_drawing.text({6.5, m_y}, line, letter);
      }
    }
  }

  struct Column {
    double left = 0.0, right = 0.0;
  };
  /// The columns of a table: as wide as what stands in them, spread over what is left of the page.
  static std::vector<Column> columnsOf(const TicketSection& section, double letter) {
    std::vector<double> wide(section.columns.size(), 0.0);
    // Usual letters are narrower than most; m is wider.
    constexpr double widerM = 0.3;
    const auto measure = [&](const std::vector<std::string>& cells) {
      for (std::size_t i = 0; i < cells.size() && i < wide.size(); ++i) {
        const auto broad = static_cast<double>(std::count(cells[i].begin(), cells[i].end(), 'm'));
        wide[i] = std::max(wide[i], widthOf({{}, cells[i], letter}) + widerM * letter * broad);
      }
    };
    measure(section.columns);
    for (const auto& row : section.rows) measure(row);
    double sum = 6.5;
    for (const double one : wide) sum += one;
    const double between =
        std::clamp((wideMm - sum) / static_cast<double>(std::max<std::size_t>(wide.size(), 2) - 1), 2.5, 22.0);
    std::vector<Column> columns;
    double x = 6.5;
    for (const double one : wide) {
      columns.push_back({x, x + one});
      x += one + between;
    }
    return columns;
  }

  void steps() {
    constexpr double highBox = 15.0;
    const double stepMm = wideMm / static_cast<double>(std::max<std::size_t>(m_ticket.steps.size(), 1));
    // At the foot of the page, where there is room for it.
    m_y = std::min(m_y - 5.0, -(highMm - highBox - 6.0));
    m_drawing.text({0.0, m_y}, Trade::say("Hanging: the day, and hours"), letters(), TextPlace::Left, 0.0, true);
    m_y -= 2.0;
    for (std::size_t i = 0; i < m_ticket.steps.size(); ++i) {
      const double x = stepMm * static_cast<double>(i);
      m_drawing.line(LineRole::Rule,
                     {{x, m_y}, {x + stepMm, m_y}, {x + stepMm, m_y - highBox}, {x, m_y - highBox}, {x, m_y}});
      // Of two words, one under the other.
      const std::string& words = m_ticket.steps[i];
      const std::size_t blank = words.find(' ');
      double down = 4.0;
      for (const std::string& line :
           {words.substr(0, blank), blank == std::string::npos ? std::string() : words.substr(blank + 1)}) {
        if (line.empty()) continue;
        SheetText step{{x + 1.5, m_y - down}, line, 2.8};
        step.bold = true;
        step.heightMm *= std::min(1.0, (stepMm - 2.5) / widthOf(step));
        m_drawing.texts.push_back(step);
        down += 3.4;
      }
      tickBox(x + 1.5, m_y - 13.2, 3.8);
    }
    m_y -= highBox;
  }

  const Ticket& m_ticket;
  double m_scale;
  double m_y = 0.0;
  Drawing m_drawing;
};

}  // namespace

Drawing ticketSheet(const Ticket& ticket) {
  Drawing drawing;
  // As large as goes on the page.
  for (double scale = 1.25; scale >= leastLetterMm / bodyMm - 1e-9; scale -= 0.05) {
    TicketLayout layout(ticket, scale);
    drawing = layout.lay();
    if (layout.height() <= highMm + 1e-6) return drawing;
  }
  // A boat of many stations: rows closer than letters, as close as can be read.
  for (double scale = leastLetterMm / bodyMm; scale > 0.4; scale -= 0.03) {
    TicketLayout layout(ticket, scale);
    drawing = layout.lay();
    if (layout.height() <= highMm + 1e-6) break;
  }
  return drawing;
}

}  // namespace narrows
