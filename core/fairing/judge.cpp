#include "fairing/judge.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>
#include <span>

#include "curve/dense.h"
#include "fairing/fair_course.h"
#include "fairing/nail_float.h"

namespace narrows {

namespace {

/// Nails either side that a course is taken from: beyond these a line hardly tells, and long tables would cost more. A
/// section bends far harder in one place than in another, and is judged by its nearest alone.
constexpr std::size_t reachNails = 5;
constexpr std::size_t sectionReach = 3;
/// Steps a factor of ten that the usual liveliness is kept in.
constexpr double usualSteps = 8.0;
/// On longer lines than this wrong figures lie too far apart to hide each other.
constexpr std::size_t mostForPairs = 24;
/// How lively a line is is learnt from so many of its nails.
constexpr std::size_t temperNails = 16;
/// A line has no say with fewer nails than this, the figure's own counted.
constexpr std::size_t fewestNails = 4;
/// A figure is disowned when it lies further off than this many standard deviations of what its lines leave open: of a
/// thousand good ones, five. Where the lines are guessing (see `offBy`) it takes half as much again.
constexpr double disownedAt = 2.8;
constexpr double looselyTimes = 1.5;
/// A place is tied down by its rounding alone where its doubt is this many times its own rounding's, and is guessed at
/// where it is that many times.
constexpr double firmDoubt = 1.5;
constexpr double looseDoubt = 5.0;
/// One line with nobody to confirm it is believed from here on.
constexpr double aloneAt = 5.5;
/// Of two lines, each must itself be this far from owning the figure, the same way.
constexpr double eachAt = 2.8;
/// A line contradicts when the place the others give is further than this from its own.
constexpr double contradictsAt = 3.0;
/// A line is searched for two wrong figures that hide each other when it is this many times as lively as its kind.
constexpr double restlessAt = 2.5;
/// How much of what lines leave open they leave open alike, and how far along a section (share of its girth) and along
/// the boat (stations) neighbours still do.
constexpr double sharedPart = 0.7;
constexpr double reachOfGirth = 0.25;
constexpr double reachStations = 1.5;
/// So many neighbours are taken together; of more, those within so many reaches.
constexpr std::size_t mostTogether = 64;
constexpr double farReaches = 5.0;
/// A table is not searched further than this many wrong figures.
constexpr std::size_t mostPulled = 40;

/// Kinds of lines that are about equally lively.
enum class Temper { Section, Profile, Waterline, Buttock, Diagonal, Edge };

Temper temperOf(const TableLine& line, const OffsetTable& table) {
  if (line.kind == LineKind::Section) return Temper::Section;
  if (line.kind == LineKind::Profile) return Temper::Profile;
  switch (table.rows[line.list].line) {
    case RowLine::Waterline:
      return Temper::Waterline;
    case RowLine::Buttock:
      return Temper::Buttock;
    case RowLine::Diagonal:
      return Temper::Diagonal;
    case RowLine::Sheer:
    case RowLine::Rabbet:
    case RowLine::Chine:
      break;
  }
  return Temper::Edge;
}

/// A line as the courses take it: nails with their doubt, and which are pulled.
struct Strung {
  std::vector<CourseNail> nails;
  std::vector<bool> pulled;
  std::optional<double> usual;

  bool operator==(const Strung& other) const {
    if (pulled != other.pulled || usual != other.usual || nails.size() != other.nails.size()) return false;
    for (std::size_t i = 0; i < nails.size(); ++i) {
      if (nails[i].at != other.nails[i].at || nails[i].doubtMm != other.nails[i].doubtMm) return false;
    }
    return true;
  }
  std::vector<CourseNail> kept() const {
    std::vector<CourseNail> list;
    for (std::size_t i = 0; i < nails.size(); ++i) {
      if (!pulled[i]) list.push_back(nails[i]);
    }
    return list;
  }
};

/// One line's opinion of one of its nails.
struct Said {
  bool speaks = false;
  double apartMm = 0.0;
  double strayMm = 0.0;
  bool isEnd = false;
};

/// Rounding of a nail, square to the line, as a standard deviation: rounded figures lie evenly within their tolerance.
double doubtOf(const LineNail& nail, const Vec3& run, double toleranceMm) {
  const double doubt = toleranceMm / std::numbers::sqrt3;
  if (nail.axis.isZero()) return doubt;
  const double along = run.dot(nail.axis);
  return doubt * std::max(0.1, std::sqrt(std::max(0.0, 1.0 - along * along)));
}

/// How far the figures of a nail may be off: the loosest of them; a nail that is worked out, as most figures.
double toleranceOf(const TableLine& line, std::size_t nail, const TableRounding& rounding) {
  double tolerance = 0.0;
  for (const auto& [figure, axis] : line.figuresAt(nail))
    tolerance = std::max(tolerance, figureToleranceMm(rounding, figure));
  return tolerance > 0.0 ? tolerance : rounding.usualToleranceMm();
}

Strung string(const TableLine& line, const FigureSet& pulled, const TableRounding& rounding) {
  Strung strung;
  const std::size_t n = line.nails.size();
  for (std::size_t i = 0; i < n; ++i) {
    const LineNail& nail = line.nails[i];
    const Vec3 run = (line.nails[std::min(i + 1, n - 1)].at - line.nails[i == 0 ? 0 : i - 1].at).normalized();
    strung.nails.push_back({nail.at, doubtOf(nail, run, toleranceOf(line, i, rounding))});
    const auto figures = line.figuresAt(i);
    strung.pulled.push_back(std::any_of(figures.begin(), figures.end(),
                                        [&pulled](const auto& figure) { return pulled.contains(figure.first); }));
  }
  return strung;
}

/// What a line says of the nail's figure that is measured along `axis`.
Said ask(const TableLine& line, const Strung& strung, std::size_t nail, const Vec3& axis) {
  Said said;
  std::vector<CourseNail> others;
  const std::size_t reach = line.kind == LineKind::Section ? sectionReach : reachNails;
  for (std::size_t j = nail; j-- > 0 && others.size() < reach;) {
    if (!strung.pulled[j]) others.push_back(strung.nails[j]);
  }
  std::reverse(others.begin(), others.end());
  const std::size_t behind = others.size();
  for (std::size_t j = nail + 1; j < strung.nails.size() && others.size() < behind + reach; ++j) {
    if (!strung.pulled[j]) others.push_back(strung.nails[j]);
  }
  if (others.size() + 1 < fewestNails) return said;
  said.isEnd = behind == 0 || others.size() == behind;
  const FairCourse course(others, strung.usual);
  const LineNail& asked = line.nails[nail];
  const int before = static_cast<int>(behind) - 1;
  const auto passing = course.passing(asked.at, axis, squareToAxis(line.kind, axis), before);
  if (!passing) return said;
  said.speaks = true;
  said.apartMm = passing->awayMm;
  said.strayMm = passing->strayMm * course.restlessness(before);
  return said;
}

}  // namespace

struct Judgement::Memory {
  std::vector<Strung> strung;                        ///< one a line, as last asked
  std::vector<std::vector<std::vector<Said>>> said;  ///< one a figure of every nail of it
  /// First strings and floats of every line, nothing pulled.
  std::vector<Strung> drawn;
  std::vector<std::vector<NailFloat>> floats;
};

namespace {

class Judge {
 public:
  Judge(const OffsetTable& table, const Judgement* before, std::stop_token stop)
      : m_table(table), m_rounding(table), m_stop(std::move(stop)) {
    if (before != nullptr && before->memory) m_before = before->memory.get();
  }

  Judgement judge() {
    m_lines = tableLines(m_table);
    learnTempers();
    FigureSet pulled;
    hear(pulled);
    Judgement judgement;
    if (m_stop.stop_requested()) return judgement;
    judgement.lines = m_lines;
    judgement.rounding = std::make_shared<TableRounding>(m_rounding);
    const std::vector<std::vector<NailFloat>> floats = floatAll();
    if (m_stop.stop_requested()) return {};
    m_memory->floats = floats;
    // Worst first, all lines sprung again each time.
    while (pulled.size() < mostPulled && !m_stop.stop_requested()) {
      const FigureJudgement* worst = nullptr;
      for (const auto& [figure, heard] : m_heard) {
        if (pulled.contains(figure) || offBy(heard) < disownedAt) continue;
        if (worst == nullptr || offBy(heard) > offBy(*worst)) worst = &heard;
      }
      if (worst == nullptr) {
        const auto pair = findPair();
        if (!pair) break;
        pulled.insert(pair->begin(), pair->end());
      } else {
        pulled.insert(worst->figure);
      }
      hear(pulled);
    }
    if (m_stop.stop_requested()) return judgement;
    letBack(pulled);
    if (m_stop.stop_requested()) return judgement;
    for (auto& [figure, heard] : m_heard) {
      heard.verdict = pulled.contains(figure) ? verdictOn(heard) : Verdict::None;
      if (heard.verdict != Verdict::None) judgement.disowned.insert(figure);
      // A figure that no line speaks of would never be told.
      heard.tellsMm = heard.doubtMm > 0.0 ? disownedAt * looseDoubtMm(heard) : std::numeric_limits<double>::max();
      judgement.figures.push_back(heard);
    }
    addFloats(judgement, floats);
    judgement.memory = m_memory;
    return judgement;
  }

 private:
  /// How lively the lines of each kind usually are: the middle one of them.
  void learnTempers() {
    std::map<Temper, std::vector<double>> kinds;
    for (const TableLine& line : m_lines) {
      if (m_stop.stop_requested()) return;
      m_memory->drawn.push_back(string(line, {}, m_rounding));
      const auto& nails = m_memory->drawn.back().nails;
      if (nails.size() <= fewestNails) continue;
      // The middle of a long line tells enough.
      const std::size_t from = nails.size() > temperNails ? (nails.size() - temperNails) / 2 : 0;
      const std::span<const CourseNail> middle(nails.data() + from, std::min(nails.size(), temperNails));
      kinds[temperOf(line, m_table)].push_back(FairCourse(middle).liveliness());
    }
    for (auto& [kind, list] : kinds) {
      std::sort(list.begin(), list.end());
      // In steps, so that a figure typed in one line does not have every other line asked again.
      const double middle = list[(list.size() - 1) / 2];
      m_usual[kind] = std::pow(10.0, std::round(std::log10(std::max(middle, 1e-12)) * usualSteps) / usualSteps);
    }
  }

  /// The underside of the keel is a timber's own and may have corners: it is floated, and has no say.
  bool isHeard(const TableLine& line) const {
    return line.kind != LineKind::Profile || m_table.profiles[line.list].part != ProfilePart::KeelBottom;
  }

  /// What was said of the same string before, in this judgement or the last.
  const std::vector<std::vector<Said>>* recall(const Strung& strung) const {
    for (const Memory* memory : {static_cast<const Memory*>(m_memory.get()), m_before}) {
      if (memory == nullptr) continue;
      for (std::size_t k = 0; k < memory->strung.size(); ++k) {
        if (memory->strung[k] == strung) return &memory->said[k];
      }
    }
    return nullptr;
  }

  void hear(const FigureSet& pulled) {
    m_heard.clear();
    std::vector<TableLine> lines = tableLines(m_table, pulled);
    Memory next;
    for (std::size_t k = 0; k < lines.size(); ++k) {
      Strung strung = string(lines[k], pulled, m_rounding);
      if (const auto usual = m_usual.find(temperOf(lines[k], m_table)); usual != m_usual.end())
        strung.usual = usual->second;
      std::vector<std::vector<Said>> said;
      if (const auto* known = recall(strung)) {
        said = *known;
      } else {
        for (std::size_t i = 0; i < lines[k].nails.size(); ++i) {
          if (m_stop.stop_requested()) return;
          said.emplace_back();
          for (const auto& [figure, axis] : lines[k].figuresAt(i))
            said.back().push_back(ask(lines[k], strung, i, axis));
        }
      }
      for (std::size_t i = 0; i < lines[k].nails.size(); ++i) {
        const auto figures = lines[k].figuresAt(i);
        for (std::size_t f = 0; f < figures.size(); ++f) {
          FigureJudgement& heard = m_heard[figures[f].first];
          heard.figure = figures[f].first;
          if (said[i][f].speaks && isHeard(lines[k]))
            heard.opinions.push_back({k, said[i][f].apartMm, said[i][f].strayMm, said[i][f].isEnd});
        }
      }
      next.strung.push_back(std::move(strung));
      next.said.push_back(std::move(said));
    }
    confer(lines, pulled);
    for (auto& [figure, heard] : m_heard) weigh(heard);
    // Lines as they were drawn, and their floats, are what the next table is likeliest to ask for again. They go
    // together: figures that are all let back are heard once more with nothing pulled.
    next.drawn = std::move(m_memory->drawn);
    next.floats = std::move(m_memory->floats);
    *m_memory = std::move(next);
    m_lines = std::move(lines);
  }

  /// Where a figure lies on the hull, for lines beside each other to be compared.
  struct Spot {
    double girthMm = 0.0;  ///< along its section from the rabbet
    double outward = 1.0;  ///< of its axis, along the square to the section
  };

  std::map<FigureRef, Spot> spots(const std::vector<TableLine>& lines) const {
    std::map<FigureRef, Spot> found;
    std::map<std::size_t, double> start;
    for (const TableLine& line : lines) {
      if (line.kind != LineKind::Section) continue;
      double& girth = start[line.list];
      const std::size_t n = line.nails.size();
      for (std::size_t i = 0; i < n; ++i) {
        if (i > 0) girth += (line.nails[i].at - line.nails[i - 1].at).norm();
        if (!line.nails[i].figure) continue;  // the ends of sections have no line beside them
        const Vec3 run = (line.nails[std::min(i + 1, n - 1)].at - line.nails[i == 0 ? 0 : i - 1].at).normalized();
        const double outward = line.nails[i].axis.dot(Vec3(0.0, run.z(), -run.y()));
        found[*line.nails[i].figure] = {girth, std::abs(outward) < 0.1 ? std::copysign(0.1, outward) : outward};
      }
    }
    return found;
  }

  struct Party {
    LineOpinion* opinion;
    double ownDoubtMm;
    double place;
    double outward;
    bool pulled;
  };

  /// Lines that run beside each other leave the same fair course open in the same way: what a line says of a figure is
  /// taken against what its neighbours say of theirs.
  void confer(std::vector<Party>& parties, double reach) const {
    const auto solve = [&](const std::vector<Party*>& group, bool all) {
      const auto n = static_cast<Eigen::Index>(group.size());
      Eigen::MatrixXd shared(n, n);
      Eigen::VectorXd apart(n), own(n);
      for (Eigen::Index i = 0; i < n; ++i) {
        const Party& a = *group[static_cast<std::size_t>(i)];
        apart(i) = a.opinion->apartMm * a.outward;
        own(i) = a.ownDoubtMm * std::abs(a.outward);
        for (Eigen::Index j = 0; j < n; ++j) {
          const Party& b = *group[static_cast<std::size_t>(j)];
          const double gap = (a.place - b.place) / reach;
          const double alike = i == j ? 1.0 : sharedPart * std::exp(-0.5 * gap * gap);
          shared(i, j) = alike * a.opinion->strayMm * std::abs(a.outward) * b.opinion->strayMm * std::abs(b.outward);
        }
        shared(i, i) += own(i) * own(i);
      }
      const Eigen::MatrixXd inverse = solveDefinite(shared, Eigen::MatrixXd::Identity(n, n));
      const Eigen::VectorXd left = inverse * apart;
      std::vector<std::pair<double, double>> said;
      for (Eigen::Index i = all ? 0 : n - 1; i < n; ++i) {
        const double outward = group[static_cast<std::size_t>(i)]->outward;
        const double variance = std::max(1.0 / inverse(i, i) - own(i) * own(i), 1e-4);
        said.push_back({left(i) / inverse(i, i) / outward, std::sqrt(variance) / std::abs(outward)});
      }
      return said;
    };
    std::vector<Party*> kept;
    for (Party& party : parties) {
      if (!party.pulled) kept.push_back(&party);
    }
    std::vector<std::pair<LineOpinion*, std::pair<double, double>>> after;
    if (kept.size() > mostTogether) {
      // On a long line each is taken against those about it alone: the others are nothing like it.
      for (Party* party : kept) {
        std::vector<Party*> group;
        for (Party* other : kept) {
          if (other != party && std::abs(other->place - party->place) < farReaches * reach) group.push_back(other);
        }
        group.push_back(party);
        after.push_back({party->opinion, solve(group, false).front()});
      }
    } else if (kept.size() >= 2) {
      const auto said = solve(kept, true);
      for (std::size_t i = 0; i < kept.size(); ++i) after.push_back({kept[i]->opinion, said[i]});
    }
    for (Party& party : parties) {
      if (!party.pulled || kept.empty()) continue;
      std::vector<Party*> group;
      for (Party* other : kept) {
        if (kept.size() <= mostTogether || std::abs(other->place - party.place) < farReaches * reach)
          group.push_back(other);
      }
      group.push_back(&party);
      after.push_back({party.opinion, solve(group, false).front()});
    }
    for (const auto& [opinion, said] : after) {
      opinion->apartMm = said.first;
      opinion->strayMm = std::min(opinion->strayMm, said.second);
    }
  }

  void confer(const std::vector<TableLine>& lines, const FigureSet& pulled) {
    const std::map<FigureRef, Spot> at = spots(lines);
    std::map<std::size_t, std::vector<Party>> byStation, byLine;
    std::map<std::size_t, double> girths;
    for (auto& [figure, heard] : m_heard) {
      const auto spot = at.find(figure);
      if (spot == at.end()) continue;
      for (LineOpinion& opinion : heard.opinions) {
        const bool out = pulled.contains(figure);
        if (lines[opinion.line].kind == LineKind::Section) {
          byLine[figure.list].push_back(
              {&opinion, ownDoubtMm(figure), static_cast<double>(figure.place), spot->second.outward, out});
        } else {
          byStation[figure.place].push_back(
              {&opinion, ownDoubtMm(figure), spot->second.girthMm, spot->second.outward, out});
          girths[figure.place] = std::max(girths[figure.place], spot->second.girthMm);
        }
      }
    }
    for (auto& [station, parties] : byStation) {
      if (m_stop.stop_requested()) return;
      confer(parties, reachOfGirth * std::max(girths[station], 1.0));
    }
    for (auto& [line, parties] : byLine) confer(parties, reachStations);
  }

  /// The mean of what its lines say, each by how surely it speaks.
  void weigh(FigureJudgement& heard) const {
    double weights = 0.0, sum = 0.0;
    for (const LineOpinion& opinion : heard.opinions) {
      if (opinion.isEnd && heard.opinions.size() == 1) continue;
      const double weight = 1.0 / std::max(opinion.strayMm * opinion.strayMm, 1e-6);
      weights += weight;
      sum += weight * opinion.apartMm;
    }
    if (weights <= 0.0) return;
    heard.apartMm = sum / weights;
    heard.doubtMm = std::hypot(1.0 / std::sqrt(weights), ownDoubtMm(heard.figure));
  }

  double ownDoubtMm(const FigureRef& figure) const {
    return figureToleranceMm(m_rounding, figure) / std::numbers::sqrt3;
  }

  /// How far off, in standard deviations, as a share of what disowns it: the less a place is tied down by rounding
  /// alone, the more the lines about it are guessing, and the further off a figure must be.
  double offBy(const FigureJudgement& heard) const {
    return heard.doubtMm > 0.0 ? std::abs(heard.apartMm) / looseDoubtMm(heard) : 0.0;
  }
  double looseDoubtMm(const FigureJudgement& heard) const {
    const double own = ownDoubtMm(heard.figure);
    const double guess = std::clamp((heard.doubtMm / own - firmDoubt) / (looseDoubt - firmDoubt), 0.0, 1.0);
    return heard.doubtMm * (1.0 + guess * (looselyTimes - 1.0));
  }

  /// Two wrong figures of one line hide each other: on a line that is far livelier than its kind, the two whose pulling
  /// together shows both up.
  std::optional<FigureSet> findPair() {
    std::optional<FigureSet> best;
    double bestOff = disownedAt;
    for (std::size_t k = 0; k < m_lines.size() && !m_stop.stop_requested(); ++k) {
      const TableLine& line = m_lines[k];
      Strung strung = m_memory->strung[k];
      const std::vector<CourseNail> kept = strung.kept();
      if (!isHeard(line) || !strung.usual || kept.size() < fewestNails + 2 || kept.size() > mostForPairs) continue;
      if (FairCourse(kept).liveliness() < restlessAt * *strung.usual) continue;
      std::vector<std::size_t> own;
      for (std::size_t i = 1; i + 1 < line.nails.size(); ++i) {
        if (line.nails[i].figure && !strung.pulled[i]) own.push_back(i);
      }
      for (std::size_t a = 0; a < own.size(); ++a) {
        for (std::size_t b = a + 1; b < own.size() && b < a + reachNails; ++b) {
          strung.pulled[own[a]] = strung.pulled[own[b]] = true;
          double off = std::numeric_limits<double>::max();
          FigureSet pair;
          for (const std::size_t i : {own[a], own[b]}) {
            const FigureRef figure = *line.nails[i].figure;
            FigureJudgement heard = m_heard.at(figure);
            const Said said = ask(line, strung, i, line.nails[i].axis);
            for (LineOpinion& opinion : heard.opinions) {
              if (opinion.line == k) opinion.apartMm = said.apartMm, opinion.strayMm = said.strayMm;
            }
            weigh(heard);
            off = said.speaks ? std::min(off, offBy(heard)) : 0.0;
            pair.insert(figure);
          }
          strung.pulled[own[a]] = strung.pulled[own[b]] = false;
          if (off > bestOff) bestOff = off, best = pair;
        }
      }
    }
    return best;
  }

  /// Pulled figures that the others no longer disown are let back, least disowned first.
  void letBack(FigureSet& pulled) {
    for (;;) {
      const FigureJudgement* least = nullptr;
      for (const FigureRef& figure : pulled) {
        const auto heard = m_heard.find(figure);
        if (heard == m_heard.end() || offBy(heard->second) >= disownedAt) continue;
        if (least == nullptr || offBy(heard->second) < offBy(*least)) least = &heard->second;
      }
      if (least == nullptr || m_stop.stop_requested()) return;
      pulled.erase(least->figure);
      hear(pulled);
    }
  }

  Verdict verdictOn(const FigureJudgement& heard) const {
    int disown = 0, contradict = 0;
    for (const LineOpinion& opinion : heard.opinions) {
      const double doubt = std::hypot(opinion.strayMm, ownDoubtMm(heard.figure));
      if (opinion.apartMm * heard.apartMm > 0.0 && std::abs(opinion.apartMm) > eachAt * doubt) ++disown;
      if (std::abs(opinion.apartMm - heard.apartMm) > contradictsAt * doubt) ++contradict;
    }
    if (disown >= 2) return Verdict::Misread;
    return offBy(heard) >= aloneAt && contradict == 0 ? Verdict::Misread : Verdict::Look;
  }

  std::vector<std::vector<NailFloat>> floatAll() const {
    std::vector<std::vector<NailFloat>> floats;
    for (std::size_t k = 0; k < m_lines.size(); ++k) {
      const std::vector<NailFloat>* known = nullptr;
      if (m_lines[k].kind == LineKind::Section) {
        floats.emplace_back();
        continue;
      }
      if (m_stop.stop_requested()) return floats;
      for (std::size_t b = 0; m_before != nullptr && b < m_before->drawn.size() && known == nullptr; ++b) {
        if (m_before->drawn[b] == m_memory->drawn[k] && !m_before->floats[b].empty()) known = &m_before->floats[b];
      }
      floats.push_back(known != nullptr ? *known : nailFloats(m_lines[k], m_stop));
    }
    return floats;
  }

  void addFloats(Judgement& judgement, const std::vector<std::vector<NailFloat>>& floats) const {
    std::map<FigureRef, NailFloat> own;
    for (std::size_t k = 0; k < judgement.lines.size(); ++k) {
      for (std::size_t i = 0; i < floats[k].size(); ++i) {
        if (const auto& figure = judgement.lines[k].nails[i].figure) own[*figure] = floats[k][i];
      }
    }
    for (FigureJudgement& figure : judgement.figures) {
      if (const auto found = own.find(figure.figure); found != own.end()) {
        figure.floatMm = found->second.floatMm;
        figure.ease = found->second.ease;
      }
    }
  }

  using Memory = Judgement::Memory;
  const OffsetTable& m_table;
  TableRounding m_rounding;
  std::stop_token m_stop;
  const Memory* m_before = nullptr;
  std::shared_ptr<Memory> m_memory = std::make_shared<Memory>();
  std::vector<TableLine> m_lines;
  std::map<Temper, double> m_usual;
  std::map<FigureRef, FigureJudgement> m_heard;
};

}  // namespace

const FigureJudgement* Judgement::of(const FigureRef& figure) const {
  const auto found = std::lower_bound(figures.begin(), figures.end(), figure,
                                      [](const FigureJudgement& a, const FigureRef& b) { return a.figure < b; });
  return found != figures.end() && found->figure == figure ? &*found : nullptr;
}

std::size_t Judgement::count(Verdict verdict) const {
  return static_cast<std::size_t>(std::count_if(
      figures.begin(), figures.end(), [verdict](const FigureJudgement& figure) { return figure.verdict == verdict; }));
}

std::optional<double> Judgement::floatThatTells(const FigureJudgement& judged) const {
  if (!judged.floatMm) return std::nullopt;
  std::optional<double> stray;
  for (const LineOpinion& opinion : judged.opinions) {
    if (lines[opinion.line].kind != LineKind::Section && !opinion.isEnd) stray = opinion.strayMm;
  }
  if (!stray) return std::nullopt;
  const double least = std::max(figureToleranceMm(*rounding, judged.figure), 2.0 * *stray);
  // Where its other lines hold the figure elsewhere, its own says only how little it knows.
  const bool borneOut = std::abs(judged.apartMm) > 2.0 * judged.doubtMm &&
                        std::abs(*judged.floatMm - judged.apartMm) < std::max(least, 2.0 * judged.doubtMm);
  return borneOut && std::abs(*judged.floatMm) > least ? judged.floatMm : std::nullopt;
}

Judgement judgeTable(const OffsetTable& table, const Judgement* before, const std::stop_token& stop) {
  return Judge(table, before, stop).judge();
}

}  // namespace narrows
