// Tables as they are while being typed, or read wrong: a digit changed, a figure or a record missing, a profile of a
// point or two. Whatever can be made of them is made; nothing stops the program.

#include <QTest>
#include <cctype>
#include <cmath>
#include <random>

#include "files/whole_file.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

constexpr std::size_t headerBytes = 300;

/// One to four faults put into the text of a table.
std::string spoiled(std::string text, std::mt19937& chance) {
  const auto places = [&](const auto& wanted) {
    std::vector<std::size_t> found;
    for (std::size_t i = headerBytes; i < text.size(); ++i) {
      if (wanted(text[i])) found.push_back(i);
    }
    return found[chance() % found.size()];
  };
  const auto faults = 1 + chance() % 4;
  for (unsigned k = 0; k < faults; ++k) {
    const auto how = chance() % 4;
    if (how < 2) {
      text[places([](char c) { return std::isdigit(static_cast<unsigned char>(c)) != 0; })] =
          static_cast<char>('0' + chance() % 10);
    } else if (how == 2) {
      const std::size_t field = places([](char c) { return c == ','; });
      text.erase(field + 1, text.find_first_of(",\n", field + 1) - field - 1);
    } else {
      const std::size_t line = places([](char c) { return c == '\n'; });
      const std::size_t next = text.find('\n', line + 1);
      if (next != std::string::npos) text.erase(line, next - line);
    }
  }
  return text;
}

template <typename Points>
bool isFinite(const Points& points) {
  return std::all_of(points.begin(), points.end(), [](const auto& at) { return at.allFinite(); });
}
bool isFinite(const Batten& batten) {
  return isFinite(batten.nails()) && std::isfinite(batten.lengthMm()) && batten.pointAtShare(0.37).allFinite() &&
         batten.tangentAt(0.61 * batten.lengthMm()).allFinite();
}
bool isFinite(const Hull& hull) {
  for (const auto* list : {&hull.sections, &hull.partSections}) {
    for (const Section& section : *list) {
      for (const Batten& part : section.parts) {
        if (!isFinite(part)) return false;
      }
    }
  }
  for (const SurfacePatch& patch : hull.patches) {
    for (double t = 0.0; t <= patch.lastT(); t += 0.31) {
      for (double v = 0.0; v <= 1.0; v += 0.17) {
        const SurfacePoint at = patch.evaluate(t, v);
        if (!at.at.allFinite() || !at.aft.allFinite() || !at.up.allFinite() || !patch.normal(t, v).allFinite())
          return false;
      }
    }
  }
  return true;
}
bool isFinite(const MouldSet& set) {
  for (const Mould& mould : set.moulds) {
    for (const Batten& run : mould.outline.runs) {
      if (!isFinite(run)) return false;
    }
    for (const MouldMark& mark : mould.marks) {
      if (!mark.at.allFinite() || !std::isfinite(mark.bevelRad)) return false;
    }
  }
  return true;
}
bool isFinite(const Backbone& backbone) {
  for (const TimberShape& shape : backbone.shapes.shapes) {
    if (!isFinite(shape.outline)) return false;
  }
  for (const RabbetRun& run : *backbone.rabbet) {
    for (const RabbetPlace& place : run.places) {
      if (!place.rabbet.allFinite() || !place.inner.allFinite() || !place.bearding.allFinite() ||
          !std::isfinite(place.bevelRad))
        return false;
    }
  }
  return true;
}
bool isFinite(const FlatPlank& plank) {
  return isFinite(plank.lower) && isFinite(plank.upper) && std::isfinite(plank.boardLengthMm) &&
         std::isfinite(plank.boardWidthMm) && std::isfinite(plank.strainMax) && std::isfinite(plank.snyMm) &&
         std::isfinite(plank.foreEndMm) && std::isfinite(plank.aftEndMm);
}
bool isFinite(const Judgement& judgement) {
  return std::all_of(judgement.figures.begin(), judgement.figures.end(), [](const FigureJudgement& one) {
    return std::isfinite(one.apartMm) && std::isfinite(one.doubtMm) && std::isfinite(one.floatMm.value_or(0.0));
  });
}

/// The part of an answer that has a figure which is not finite; empty where there is none.
std::string notFinite(const Solved& answer) {
  if (answer.judgement.get() != nullptr && !isFinite(*answer.judgement)) return "judgement";
  for (const auto& [hull, name] :
       {std::pair(answer.drawn.get(), "drawn"), std::pair(answer.inside.get(), "inside"),
        std::pair(answer.outside.get(), "outside"), std::pair(answer.planked.get(), "planked")}) {
    if (hull != nullptr && !isFinite(*hull)) return name;
  }
  if (answer.drawnLines.get() != nullptr) {
    for (const DrawnLine& line : *answer.drawnLines) {
      for (const Contour& contour : line.contours) {
        if (!isFinite(contour)) return "drawn lines";
      }
    }
  }
  if (answer.moulds.get() != nullptr && !isFinite(*answer.moulds)) return "moulds";
  if (answer.lining.get() != nullptr) {
    for (std::size_t k = 0; k < answer.lining->lines.size(); ++k) {
      for (double t = 0.0; t <= answer.lining->frame.lastT(); t += 0.43) {
        if (!answer.lining->point(k, t).allFinite()) return "lining";
      }
    }
  }
  if (answer.mesh.get() != nullptr) {
    for (const MeshFace& face : *answer.mesh) {
      for (const Vec3& corner : face.corners) {
        if (!corner.allFinite()) return "mesh";
      }
    }
  }
  if (answer.backbone.get() != nullptr && !isFinite(*answer.backbone)) return "backbone";
  for (std::size_t k = 0; k < answer.planks.size(); ++k) {
    if (answer.planks[k].get() != nullptr && !isFinite(*answer.planks[k])) return "plank " + std::to_string(k + 1);
  }
  return {};
}

}  // namespace

class SpoiledTablesTest : public QObject {
  Q_OBJECT

 private slots:
  void neverStopTheProgram_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << boat;
  }
  void neverStopTheProgram() {
    QFETCH(QString, boat);
    const auto text = readWholeFile(boatsFolder() + boat.toStdString() + ".csv", 1 << 20);
    QVERIFY(text);
    std::mt19937 chance(7);
    int made = 0, withBackbone = 0;
    const int rounds = qEnvironmentVariableIntValue("NARROWS_THOROUGH") > 0 ? 1500 : 45;
    for (int k = 0; k < rounds; ++k) {
      auto table = readUncheckedTable(spoiled(*text, chance));
      if (!table) {
        QVERIFY(!table.error().empty());
        continue;
      }
      if (k % 5 == 0 && !table->profiles.empty()) {
        auto& points = table->profiles[chance() % table->profiles.size()].points;
        points.resize(std::min<std::size_t>(points.size(), 1 + chance() % 3));
      }
      const auto answer = solve(std::make_shared<const Book>(startBook(*table)), 1);
      ++made;
      // Where there is no hull, it is said why.
      if (answer->drawn == nullptr) QVERIFY(!answer->findings.empty());
      const std::string part = notFinite(*answer);
      QVERIFY2(part.empty(), qPrintable(QString("spoiled %1: %2").arg(k).arg(QString::fromStdString(part))));
      if (answer->backbone != nullptr) ++withBackbone;
    }
    QVERIFY2(made > 15 && withBackbone > 8,
             qPrintable(QString("%1 made, %2 with a backbone").arg(made).arg(withBackbone)));
  }
};

QTEST_APPLESS_MAIN(SpoiledTablesTest)
#include "spoiled_tables_test.moc"
