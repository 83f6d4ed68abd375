// The book as a file: the same bytes back, unknown keys kept, every fault named.

#include <QTest>
#include <cmath>
#include <functional>
#include <map>
#include <nlohmann/json.hpp>
#include <random>

#include "book/book.h"
#include "book/edits.h"
#include "book/lining_edits.h"
#include "book/spiling_edits.h"
#include "book/strake_records.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::string replaced(std::string text, const std::string& from, const std::string& to) {
  const auto at = text.find(from);
  if (at == std::string::npos) qFatal("nothing to replace: %s", from.c_str());
  return text.replace(at, from.size(), to);
}

/// A book with something in every list it has.
Book fullBook() {
  Book book = setBuilder(sampleBook("osier"), "Wren");
  const auto solved = solve(std::make_shared<const Book>(book), 1);
  book.backbone = solved->backbone->plan;
  book.nextId = std::int64_t{1} << 50;  // above those that drawn timbers have
  book = *fairFigure(book, {FigureRef::In::Row, 0, 2}, millimetres(478.1), "2026-11-23", "by hand");
  book = *fairFigure(book, {FigureRef::In::Row, 0, 3}, millimetres(430.1), "2026-11-24", "by eye");
  book = *addMould(book, *solved->inside, "frame 1", inches(36.0));
  book = *addMould(book, *solved->inside, "frame 2", inches(60.0));
  book.moulds.readings = {{"4", SetUpKind::Diagonal, "sheer", "5", inches(55.0)},
                          {"4", SetUpKind::Height, "sheer", "", inches(15.0)}};
  LiningPlan& plan = book.boatPlan();
  plan.moved = {{plan.lines[1], book.stationIds[1], 0.2}, {plan.lines[2], book.stationIds[2], 0.5}};
  for (int strake = 1; strake <= 3; ++strake) {
    SpiledStrake spiled;
    spiled.spiling.side = BoatSide::Starboard;
    spiled.spiling.strake = strake;
    spiled.strakeId = plan.strakes[static_cast<std::size_t>(strake) - 1];
    spiled.spiling.batten = millimetres(50.0);
    for (const char* station : {"1", "2", "3"})
      spiled.spiling.readings.push_back({station, millimetres(10.0 * strake), millimetres(90.0), 0});
    spiled.when = "2026-05-01";
    book.spiled.push_back(spiled);
    book.hung.push_back({});
    HungStrake& hung = book.hung.back();
    hung.strake = strake;
    hung.strakeId = spiled.strakeId;
    hung.from = hung.to = plan.id;
    hung.when = "2026-05-02";
    hung.readings = {{"1", millimetres(1.0)}, {"2", millimetres(2.0)}};
    for (const double at : {1500.0, 2600.0}) {
      PlankJoint joint{strake, BoatSide::Starboard, millimetres(at + 40.0 * strake), JoinedBy::Scarf, true};
      joint.strakeId = spiled.strakeId;
      book.joining.joints.push_back(joint);
    }
    for (const char* when : {"2026-05-03", "2026-05-04"}) {
      HangingEntry entry;
      entry.id = {book.nextId++};
      entry.strake = strake;
      entry.strakeId = spiled.strakeId;
      entry.when = when;
      book.log.push_back(entry);
      PrintedSheet sheet;
      sheet.name = "strake-0" + std::to_string(strake) + "-starboard";
      sheet.strake = strake;
      sheet.strakeId = spiled.strakeId;
      sheet.code = when;
      sheet.cut = sheet.code == "2026-05-03";  // cut, and printed again
      sheet.when = when;
      sheet.points = {{"keel edge", "station 1", Vec2(1.0, 2.0)}, {"sheer edge", "station 1", Vec2(1.0, 80.0)}};
      book.printed.push_back(sheet);
    }
  }
  book.weighing.limits = {{Measure::Twist, {6.0, 9.0}}, {Measure::Width, {100.0, 120.0}}};
  book.planking.kerf = millimetres(3.0);
  book.fastening.spares = 12.0;
  book.flatWork.gap = millimetres(2.0);
  return book;
}

}  // namespace

class BookTest : public QObject {
  Q_OBJECT

 private slots:
  void writtenAndReadAgainIsTheSameBook_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << QString(boat);
  }
  void writtenAndReadAgainIsTheSameBook() {
    QFETCH(QString, boat);
    Book book = sampleBook(boat.toStdString());
    book.shop = "Withy Hythe boat shed";
    book.boatPlan().zones.front().rule = LiningRule::Diminishing;
    for (std::size_t k = 0; k < book.boatPlan().strakes.size(); ++k)
      book.boatPlan().zones.front().widths.push_back(inches(3.0 + 0.1 * static_cast<double>(k)));
    book.boatPlan().master = book.stationIds[2];
    book.boatPlan().moved.push_back({book.boatPlan().lines[2], book.stationIds[1], 0.25});
    const std::string text = writeBook(book);
    const auto read = readBook(text);
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QCOMPARE(writeBook(read->book), text);
    QVERIFY(read->book.boatPlan() == book.boatPlan());
    QVERIFY(read->book.settings == book.settings);
    QVERIFY(!read->isNewer());
  }

  void unknownKeysAreKept() {
    const Book book = sampleBook("sedge");
    std::string text = writeBook(book);
    text = replaced(text, "\"shop\"", "\"rigging\": {\"spacing\": [1, 2, 3]},\n \"shop\"");
    text = replaced(text, "\"notation\"", "\"ruler\": \"folding\",\n  \"notation\"");
    const auto read = readBook(text);
    QVERIFY(read);
    const std::string again = writeBook(read->book);
    QVERIFY(again.find("\"ruler\": \"folding\"") != std::string::npos);
    QVERIFY(again.find("\"spacing\"") != std::string::npos);
    QCOMPARE(writeBook(readBook(again)->book), again);
  }

  void unknownKeysOfThingsInListsStayWithThem() {
    Book book = sampleBook("sedge");
    LiningPlan& plan = book.boatPlan();
    plan.moved = {{plan.lines[1], book.stationIds[1], 0.2}, {plan.lines[2], book.stationIds[2], 0.5}};
    book.moulds.readings = {{"1", SetUpKind::Height, "sheer", "", millimetres(400.0)},
                            {"2", SetUpKind::Height, "sheer", "", millimetres(410.0)}};
    auto json = nlohmann::ordered_json::parse(writeBook(book));
    json["plans"][0]["colour"] = "blue";
    json["plans"][0]["moved"][1]["by"] = "Aud";
    json["moulds"]["readings"][0]["tape"] = {{"name", "steel"}};
    const auto read = readBook(json.dump());
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QVERIFY(nlohmann::ordered_json::parse(writeBook(read->book)) == json);
    QCOMPARE(writeBook(readBook(writeBook(read->book))->book), writeBook(read->book));
    // What is taken out before it in its list does not shift them; what goes itself takes its own along.
    Book edited = letGoMark(read->book, plan.lines[1], book.stationIds[1]);
    auto after = nlohmann::ordered_json::parse(writeBook(edited));
    QCOMPARE(after["plans"][0]["moved"].size(), std::size_t{1});
    QVERIFY(after["plans"][0]["moved"][0]["by"] == "Aud");
    edited = letGoMark(edited, plan.lines[2], book.stationIds[2]);
    after = nlohmann::ordered_json::parse(writeBook(edited));
    QVERIFY(after["plans"][0]["moved"].empty() && after["plans"][0]["colour"] == "blue");
    QVERIFY(after["moulds"]["readings"][0]["tape"]["name"] == "steel");
  }

  void everyObjectOfAFullBookKeepsWhatIsNotKnownOfIt() {
    const Book book = fullBook();
    auto json = nlohmann::ordered_json::parse(writeBook(book));
    // One key more in every object there is, each of its own, and what else the object had.
    std::map<int, nlohmann::ordered_json> marked;
    const std::function<void(nlohmann::ordered_json&)> mark = [&](nlohmann::ordered_json& of) {
      if (of.is_object()) {
        const int number = static_cast<int>(marked.size());
        marked[number] = of;
        of["unheard-of"] = number;
      }
      if (!of.is_structured()) return;
      for (auto& inner : of) mark(inner);
    };
    mark(json);
    QVERIFY2(marked.size() > 150, qPrintable(QString::number(marked.size())));
    const auto read = readBook(json.dump());
    QVERIFY2(read, read ? "" : describe(read.error()).c_str());
    const std::function<void(const nlohmann::ordered_json&, std::map<int, nlohmann::ordered_json>&)> gather =
        [&](const nlohmann::ordered_json& of, std::map<int, nlohmann::ordered_json>& found) {
          if (of.is_object() && of.contains("unheard-of")) {
            nlohmann::ordered_json bare = of;
            bare.erase("unheard-of");
            found[of["unheard-of"].get<int>()] = bare;
          }
          if (!of.is_structured()) return;
          for (const auto& inner : of) gather(inner, found);
        };
    const auto scalars = [](const nlohmann::ordered_json& of) {
      nlohmann::ordered_json bare = nlohmann::ordered_json::object();
      for (const auto& [key, value] : of.items()) {
        if (!value.is_structured()) bare[key] = value;
      }
      return bare;
    };
    // Saved, and saved after an edit that touches none of them: each where it was.
    for (const Book& saved : {read->book, setBuilder(read->book, "Aud of the Staithe")}) {
      std::map<int, nlohmann::ordered_json> found;
      gather(nlohmann::ordered_json::parse(writeBook(saved)), found);
      for (const auto& [number, object] : marked) {
        const auto at = found.find(number);
        QVERIFY2(at != found.end(), ("lost: " + object.dump().substr(0, 300)).c_str());
        auto was = scalars(object), is = scalars(at->second);
        for (auto* one : {&was, &is}) one->erase("builder");
        QVERIFY2(was == is, (was.dump() + " is " + is.dump()).c_str());
      }
    }
    // Records taken out and put in beside them leave the others theirs.
    Book edited = read->book;
    edited.spiled.erase(edited.spiled.begin());
    edited.joining.joints.erase(edited.joining.joints.begin());
    edited.printed.erase(edited.printed.begin());
    edited.printed.push_back(edited.printed.front());
    edited.printed.back().code = "other";
    edited.weighing.limits.erase(edited.weighing.limits.begin());
    edited.hung.insert(edited.hung.begin(), edited.hung.back());
    edited.hung.front().side = BoatSide::Port;
    std::map<int, nlohmann::ordered_json> found;
    gather(nlohmann::ordered_json::parse(writeBook(edited)), found);
    std::size_t gone = 0;
    for (const auto& [number, object] : marked) {
      const auto at = found.find(number);
      gone += at == found.end() ? 1 : 0;
      if (at != found.end()) QVERIFY2(scalars(object) == scalars(at->second), object.dump().substr(0, 300).c_str());
    }
    // The four that went, and the readings and points of them.
    QVERIFY2(gone >= 4 && gone < 20, qPrintable(QString::number(gone)));
  }

  void bookOfFormat3OpensWithItsOnePlanAsTheBoats() {
    const Book book = sampleBook("osier");
    auto json = nlohmann::json::parse(writeBook(book));
    json["narrows"] = 3;
    json["lining"] = json["plans"][0];
    for (const char* key : {"id", "name"}) json["lining"].erase(key);
    for (const char* key : {"plans", "starboard-plan", "port-plan"}) json.erase(key);
    const auto read = readBook(json.dump());
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QCOMPARE(read->version, 3);
    QCOMPARE(read->book.plans.size(), std::size_t{1});
    QVERIFY(read->book.boatPlan().strakes == book.boatPlan().strakes);
    QVERIFY(read->book.boatPlan().id == read->book.starboard && read->book.port == read->book.starboard);
    QCOMPARE(read->book.nextId, book.nextId + 1);
    QVERIFY(read->book.unknown.empty());
    QVERIFY(writeBook(read->book).find("\"lining\"") == std::string::npos);
    QCOMPARE(writeBook(readBook(writeBook(read->book))->book), writeBook(read->book));
  }

  void severalPlansAreKeptAndASideNamesItsOwn() {
    Book book = sampleBook("marl");
    LiningPlan other = book.plans[0];
    other.id = {book.nextId++};
    other.name = "narrower topsides";
    for (StrakeId& id : other.strakes) id = {book.nextId++};
    for (LineId& id : other.lines) id = {book.nextId++};
    book.plans.push_back(other);
    book.port = other.id;
    const auto read = readBook(writeBook(book));
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QVERIFY(read->book.plans == book.plans && read->book.port == book.port);
    QCOMPARE(writeBook(read->book), writeBook(book));
    QVERIFY(read->book.boatPlan().id == book.plans[0].id);
    auto json = nlohmann::json::parse(writeBook(book));
    json["port-plan"] = 999999;
    QVERIFY(!readBook(json.dump()));
    json["plans"] = nlohmann::json::array();
    QVERIFY(!readBook(json.dump()));
  }

  void readingsOffABattenAreKept() {
    Book book = sampleBook("osier");
    Spiling spiling;
    spiling.batten = millimetres(50.0);
    spiling.lap = millimetres(18.0);
    spiling.piece = "fore";
    spiling.readings = {{"2", millimetres(-31.5), {}, 0}, {"3", millimetres(-2.0), millimetres(80.25), 0}};
    book = *setSpiling(book, 3, BoatSide::Port, spiling, "2026-05-01");
    book = *setReading(book, 3, BoatSide::Starboard, "4", true, millimetres(40.0), "2026-05-02");
    book = *chooseShape(book, 3, BoatSide::Port, PlankShape::Between);
    book = followStrakes(book, book);
    const auto read = readBook(writeBook(book));
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QVERIFY(read->book.spiled == book.spiled);
    QVERIFY(read->book.unknown.empty());
    QCOMPARE(writeBook(read->book), writeBook(book));
    // One begun later takes the batten of the last; readings that are taken back leave nothing behind.
    QCOMPARE(spiledAt(book, 3, BoatSide::Starboard)->spiling.batten, millimetres(50.0));
    const Book less = *setReading(book, 3, BoatSide::Starboard, "4", true, std::nullopt, "2026-05-03");
    QCOMPARE(less.spiled.size(), std::size_t(1));
    QVERIFY(!chooseShape(less, 3, BoatSide::Starboard, PlankShape::Readings));
    QVERIFY(!setReading(book, 3, BoatSide::Port, "4", true, millimetres(1e9), ""));
    QVERIFY(!setReading(book, 3, BoatSide::Port, "4", true, millimetres(std::nan("")), ""));
    for (const auto& [from, to] : std::initializer_list<std::pair<const char*, const char*>>{
             {"\"shape\": \"between\"", "\"shape\": \"guessed\""},
             {"\"batten\": 50.0", "\"batten\": \"wide\""},
             {"\"side\": \"starboard\"", "\"side\": \"port\""}}) {
      const auto bad = readBook(replaced(writeBook(book), from, to));
      QVERIFY(!bad);
      QVERIFY2(describe(bad.error()).find("spiled") != std::string::npos, describe(bad.error()).c_str());
    }
  }

  void newerBookSaysSo() {
    const auto read = readBook(replaced(writeBook(sampleBook("sedge")), "\"narrows\": 6", "\"narrows\": 7"));
    QVERIFY(read);
    QVERIFY(read->isNewer());
    QCOMPARE(read->version, 7);
  }

  void everyFaultNamesItsKey_data() {
    QTest::addColumn<QString>("from");
    QTest::addColumn<QString>("to");
    QTest::addColumn<QString>("names");
    const auto row = [](const char* name, const char* from, const char* to, const char* names) {
      QTest::newRow(name) << QString(from) << QString(to) << QString(names);
    };
    row("shop not text", "\"shop\": \"\"", "\"shop\": 3", "shop");
    row("no zones", "\"zones\": [", "\"were\": [", "plans / 1 / zones");
    row("unknown rule", "\"equal\"", "\"guesswork\"", "plans / 1 / zones / 1 / rule");
    row("lap not a number", "\"lap\": ", "\"lap\": \"wide\", \"was\": ", "settings / lap");
    row("unknown notation", "\"notation\": \"mm\"", "\"notation\": \"cubits\"", "settings / notation");
    row("id used twice", "\"stem-id\": 1", "\"stem-id\": 2", "next-id");
    row("table spoiled", "\"units,mm\"", "\"units,cubits\"", "table");
    row("strakes not a list", "\"strakes\": [", "\"strakes\": {}, \"was\": [", "plans / 1 / strakes");
    row("moulds of no kind", "\"taken-off\": \"planking\"", "\"taken-off\": \"everything\"", "moulds / taken-off");
    row("faired figure of no row", "\"faired\": []",
        "\"faired\": [{\"in\": \"row\", \"list\": 99, \"place\": 0, \"value\": 1, \"who\": \"\", \"when\": \"\", "
        "\"why\": \"\"}]",
        "faired / 1 / place");
    row("mark outside", "\"moved\": []", "\"moved\": [{\"line\": 14, \"station\": 2, \"share\": 1.5}]",
        "plans / 1 / share");
  }
  void everyFaultNamesItsKey() {
    QFETCH(QString, from);
    QFETCH(QString, to);
    QFETCH(QString, names);
    const auto read = readBook(replaced(writeBook(sampleBook("sedge")), from.toStdString(), to.toStdString()));
    QVERIFY(!read);
    QVERIFY2(QString::fromStdString(describe(read.error())).contains(names), describe(read.error()).c_str());
  }

  void whatIsNotABookIsSaidToBeNone() {
    for (const char* text : {"", "   ", "{", "[]", "offsets,1\nunits,mm\n", "{\"boat\": \"one\"}", "null"}) {
      const auto read = readBook(text);
      QVERIFY(!read);
      QCOMPARE(read.error()[0].fault, Fault::NotABook);
    }
    QVERIFY(describe(readBook("offsets,1\n").error()).find("make a new book from it") != std::string::npos);
  }

  void spoiledBooksNeverCrash() {
    std::mt19937 random(5);
    const std::string whole = writeBook(sampleBook("osier"));
    for (int round = 0; round < 300; ++round) {
      std::string text = whole;
      for (int k = 0; k < 1 + round % 4; ++k) {
        const auto at = static_cast<std::size_t>(random() % text.size());
        if (random() % 3 == 0) {
          text.resize(at + 1);
        } else {
          text[at] = static_cast<char>(random() % 96 + 32);
        }
      }
      const auto read = readBook(text);
      if (read) {
        QVERIFY(read->book.stationIds.size() == read->book.table.stations.size());
      } else {
        QVERIFY(!read.error().empty());
      }
    }
  }

  void aNewBookIsLinedOffAsUsualForHerSize() {
    QCOMPARE(sampleBook("osier").settings.lap, inches(0.75));
    QCOMPARE(sampleBook("marl").settings.lap, Length());
    const auto strakes = sampleBook("osier").boatPlan().strakes.size();
    QVERIFY(strakes >= 6 && strakes <= 10);
  }
};

QTEST_APPLESS_MAIN(BookTest)
#include "book_test.moc"
