// Books that no program wrote: each fault with its place, and nothing that runs without end.

#include <QTest>
#include <functional>
#include <nlohmann/json.hpp>
#include <random>

#include "book/book.h"
#include "book/json_text.h"
#include "book/lining_edits.h"
#include "book/strake_records.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

using Json = nlohmann::ordered_json;

Json sedge() {
  static const Json json = Json::parse(writeBook(sampleBook("sedge")));
  return json;
}

std::string faults(const std::string& text) {
  const auto read = readBook(text);
  return read ? std::string() : describe(read.error());
}
std::string faultsOf(const std::function<void(Json&)>& change) {
  Json json = sedge();
  change(json);
  return faults(json.dump(1));
}

std::string nested(int deep, const char* open, const char* close) {
  std::string text;
  for (int i = 0; i < deep; ++i) text += open;
  text += "1";
  for (int i = 0; i < deep; ++i) text += close;
  return text;
}

/// A timber whose outline the builder drew.
Json timber(std::initializer_list<std::pair<double, double>> outline) {
  Json points = Json::array();
  for (const auto& [distance, height] : outline)
    points.push_back({{"distance", distance}, {"height", height}, {"corner", true}});
  return {{"id", 900}, {"kind", "keel"}, {"name", "keel"}, {"species", "oak"}, {"siding", 60}, {"outline", points}};
}

}  // namespace

class BadBooksTest : public QObject {
  Q_OBJECT

 private slots:
  void versionsThatNobodyWrote() {
    for (const char* version : {"4294967299", "-5", "0", "4.5", "\"4\"", "18446744073709551615", "1e3"}) {
      std::string text = sedge().dump(1);
      text.replace(text.find("\"narrows\": 6"), 12, std::string("\"narrows\": ") + version);
      QVERIFY2(faults(text).find("narrows") != std::string::npos, version);
    }
    Json newer = sedge();
    newer["narrows"] = 12;
    QVERIFY(readBook(newer.dump())->isNewer());
  }

  void nestedDeeperThanAnyBook() {
    for (const auto& [open, close] : {std::pair("[", "]"), std::pair("{\"a\":", "}")}) {
      std::string text = sedge().dump(1);
      text.replace(text.rfind('}'), 1, ",\n\"deep\": " + nested(100000, open, close) + "}");
      const std::string told = faults(text);
      QVERIFY2(told.find("nests more than 64 deep") != std::string::npos, told.c_str());
      QVERIFY2(told.starts_with("line "), told.c_str());
      // What is not too deep is kept, and brackets in texts are no nesting.
      text = sedge().dump(1);
      text.replace(text.rfind('}'), 1,
                   ",\n\"deep\": " + nested(60, open, close) + ", \"t\": \"" + std::string(500, '[') + "\\\"\"}");
      const auto read = readBook(text);
      QVERIFY2(read, read ? "" : describe(read.error()).c_str());
      QVERIFY(Json::parse(writeBook(read->book))["deep"] == Json::parse(text)["deep"]);
    }
    QCOMPARE(faults("{\"narrows\": 6, \"a\": [1, 2").substr(0, 7), std::string("line 1:"));
  }

  void lettersThatAreNone() {
    for (const char* letters : {"\xED\xA0\x80", "\xC0\xAF", "\xF4\x90\x80\x80", "\xFF"}) {
      std::string text = sedge().dump(1);
      text.replace(text.find("\"shop\": \""), 9, std::string("\"shop\": \"") + letters);
      QVERIFY2(!faults(text).empty(), letters);
      QCOMPARE(readOffsetTable(std::string("offsets,1\nboat,") + letters + "\n").error()[0].fault, Fault::NotUtf8);
    }
    // A text that comes from elsewhere is written as well as it can be, and opens again.
    Book book = sampleBook("sedge");
    book.shop = "half a letter \xED\xA0\x80";
    QVERIFY(checkBook(book));
  }

  void figuresBeyondSense_data() {
    QTest::addColumn<QString>("where");
    QTest::newRow("a width") << "/plans/0/zones/0/widths";
    QTest::newRow("the lap") << "/settings/lap";
    QTest::newRow("a spreader") << "/moulds/spreader";
    QTest::newRow("a keel") << "/backbone/keel/thickness";
    QTest::newRow("a slab") << "/backbone/slab/length";
    QTest::newRow("grain") << "/backbone/slab/grain";
  }
  void figuresBeyondSense() {
    QFETCH(QString, where);
    const std::string told = faultsOf([&](Json& json) {
      Json& value = json[Json::json_pointer(where.toStdString())];
      if (value.is_array()) {
        value = Json::array({1e15});
      } else {
        value = 1e15;
      }
    });
    const std::string key = where.section('/', -1).toStdString();
    QVERIFY2(told.find(key) != std::string::npos, told.c_str());
  }

  void aTableInABookIsCheckedAsATableIs() {
    const std::string told = faultsOf([](Json& json) {
      for (Json& line : json["table"]) {
        std::string text = line.get<std::string>();
        if (text.starts_with("height sheer,")) line = "height sheer,1000000000000000" + text.substr(text.find(',', 13));
      }
    });
    QVERIFY2(
        told.find("beyond sense") != std::string::npos && told.find("height sheer, station 1") != std::string::npos,
        told.c_str());
  }

  void aBackboneThatIsNonsense() {
    const auto with = [](const Json& one) {
      return [one](Json& json) {
        json["next-id"] = 1000;
        json["backbone"]["timbers"] = Json::array({one});
      };
    };
    const std::string far = faultsOf(with(timber({{0, 0}, {1e15, 0}, {0, 100}})));
    QVERIFY2(far.find("timbers / 1 / outline / 2 / distance") != std::string::npos, far.c_str());
    // What folds or has no width can be drawn by hand: it opens, is told, and gives no figure that is not finite.
    for (const Json& one : {timber({{0, 0}, {0, 0}, {0, 0}}), timber({{0, 0}, {100, 100}, {100, 0}, {0, 100}}),
                            timber({{0, 0}, {800000, 0}, {0, 1}}), timber({{5, 5}}), timber({})}) {
      Json json = sedge();
      with(one)(json);
      const auto read = readBook(json.dump());
      QVERIFY2(read, read ? "" : describe(read.error()).c_str());
      const auto answer = solve(std::make_shared<const Book>(read->book), 1);
      QVERIFY(answer->backbone != nullptr);
      for (const TimberShape& shape : answer->backbone->shapes.shapes) {
        for (const Vec2& at : shape.outline) QVERIFY(at.allFinite());
      }
    }
    const std::string many = faultsOf([](Json& json) { json["backbone"]["bolts"] = Json(20000, Json::object()); });
    QVERIFY2(many.find("bolts") != std::string::npos, many.c_str());
  }

  void aBookOfManyRecordsThatWasWrittenOpens() {
    Book book = sampleBook("sedge");
    for (int i = 0; i < 10050; ++i) {
      HangingEntry entry;
      entry.id = {book.nextId++};
      entry.strake = 1 + i % 5, entry.when = "2026-05-01";
      book.log.push_back(entry);
    }
    const auto read = readBook(writeBook(followStrakes(book, book)));
    QVERIFY2(read, read ? "" : describe(read.error()).substr(0, 400).c_str());
    QCOMPARE(read->book.log.size(), book.log.size());
  }

  void edgesAsHungThatCannotBeAreToldWithTheirPlace() {
    const Json whole = sedge();
    const auto plan = whole["plans"][0]["id"].get<std::int64_t>(),
               line = whole["plans"][0]["lines"][1].get<std::int64_t>();
    const auto strake = whole["plans"][0]["strakes"][1].get<std::int64_t>();
    const auto hung = [&](std::int64_t from, std::int64_t to) {
      return Json{{"side", "port"},
                  {"strake", 2},
                  {"strake-id", strake},
                  {"from", from},
                  {"to", to},
                  {"when", "2026-05-02"},
                  {"readings", Json::array({{{"station", "2"}, {"off", 3.0}}})}};
    };
    const auto with = [&](const Json& list) { return [list](Json& json) { json["hung"] = list; }; };
    // Of a plan that never was, and of a plank line.
    const std::string none = faultsOf(with(Json::array({hung(plan, plan), hung(99999, line)})));
    QVERIFY2(none.find("hung / 2 / from") != std::string::npos, none.c_str());
    QVERIFY2(none.find("hung / 2 / to") != std::string::npos, none.c_str());
    QVERIFY2(none.find("hung / 1") == std::string::npos, none.c_str());
    // The same strake hung twice by one plan.
    const std::string twice = faultsOf(with(Json::array({hung(plan, plan), hung(plan, plan)})));
    QVERIFY2(twice.find("hung / 2 / strake") != std::string::npos, twice.c_str());
    // The plan it was hung by was taken out since: nothing is wrong.
    Book book = sampleBook("sedge");
    PlanId added;
    book = *addPlan(book, book.boatPlan(), "another", &added);
    HungStrake edge;
    edge.strake = 2, edge.from = added, edge.to = book.starboard, edge.when = "2026-05-02";
    edge.readings = {{"2", millimetres(3.0)}};
    book.hung.push_back(edge);
    const auto without = removePlan(followStrakes(book, book), added);
    QVERIFY(without);
    const auto read = readBook(writeBook(*without));
    QVERIFY2(read, read ? "" : describe(read.error()).c_str());
    QCOMPARE(read->book.hung.size(), std::size_t(1));
  }

  void aTableThatIsHalfTypedOpensAgain() {
    // Whatever stands in it at any moment can be saved, and is found again after a kill.
    std::mt19937 chance(4);
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const OffsetTable whole = sampleBook(boat).table;
      for (int k = 0; k < 25; ++k) {
        OffsetTable table = whole;
        for (TableRow& row : table.rows) {
          for (auto& figure : row.figures) {
            if (chance() % 3 != 0) figure.reset();
          }
        }
        for (Profile& profile : table.profiles) profile.points.resize(chance() % (profile.points.size() + 1));
        if (k % 4 == 0) table.halfSidings.clear();
        const Book book = startBook(table);
        const auto sound = checkBook(book);
        QVERIFY2(sound, sound ? "" : describe(sound.error()).c_str());
        QCOMPARE(writeBook(readBook(writeBook(book))->book), writeBook(book));
      }
    }
  }

  void everyFaultIsTold() {
    const std::string told = faultsOf([](Json& json) {
      json["shop"] = 7;
      json["next-id"] = 18446744073709551615ULL;
      json["settings"]["notation"] = "cubits";
      json["moulds"]["whole"] = "yes";
      json["backbone"]["slab"]["faults"] = 3;
    });
    for (const char* key : {"shop", "next-id", "notation", "whole", "faults"})
      QVERIFY2(told.find(key) != std::string::npos, key);
  }

  /// A book spoiled anywhere opens or says why, and what opens is solved in figures that are finite.
  void spoiledAnywhere() {
    const int rounds = qEnvironmentVariableIntValue("NARROWS_THOROUGH") > 0 ? 20000 : 400;
    std::mt19937 chance(9);
    const std::string whole = sedge().dump(1);
    int opened = 0;
    for (int k = 0; k < rounds; ++k) {
      std::string text = whole;
      for (unsigned i = 0; i <= chance() % 3; ++i) {
        const std::size_t at = chance() % text.size();
        switch (chance() % 4) {
          case 0:
            text[at] = static_cast<char>(chance() % 256);
            break;
          case 1:
            text.erase(at, 1 + chance() % 30);
            break;
          case 2:
            text.insert(at, text.substr(chance() % text.size(), chance() % 40));
            break;
          default:
            if (const auto digit = text.find_first_of("0123456789", at); digit != std::string::npos)
              text[digit] = static_cast<char>('0' + chance() % 10);
            break;
        }
      }
      const auto read = readBook(text);
      if (!read) {
        QVERIFY(!read.error().empty());
        continue;
      }
      ++opened;
      QVERIFY(checkBook(read->book));
    }
    QVERIFY2(opened > rounds / 20, qPrintable(QString::number(opened)));
  }
};

QTEST_APPLESS_MAIN(BadBooksTest)
#include "bad_books_test.moc"
