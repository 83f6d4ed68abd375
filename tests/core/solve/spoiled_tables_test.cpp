// Tables as they are while being typed, or read wrong: a digit changed, a figure or a record missing, a profile of a
// point or two. Whatever can be made of them is made; nothing stops the program.

#include <QTest>
#include <cctype>
#include <cmath>
#include <random>

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

bool isFinite(const Polygon& outline) {
  return std::all_of(outline.begin(), outline.end(),
                     [](const Vec2& at) { return std::isfinite(at.x()) && std::isfinite(at.y()); });
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
    for (int k = 0; k < 45; ++k) {
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
      if (answer->backbone == nullptr) continue;
      ++withBackbone;
      for (const TimberShape& shape : answer->backbone->shapes.shapes) QVERIFY(isFinite(shape.outline));
    }
    QVERIFY2(made > 15 && withBackbone > 8,
             qPrintable(QString("%1 made, %2 with a backbone").arg(made).arg(withBackbone)));
  }
};

QTEST_APPLESS_MAIN(SpoiledTablesTest)
#include "spoiled_tables_test.moc"
