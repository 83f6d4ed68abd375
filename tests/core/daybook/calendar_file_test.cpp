// Dates out of the day book, read back by libical.

#include <libical/ical.h>

#include <QTest>
#include <set>

#include "daybook/calendar_file.h"
#include "work_boats.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

struct Component {
  explicit Component(const std::string& text) : of(icalparser_parse_string(text.c_str())) {}
  ~Component() { icalcomponent_free(of); }
  Component(const Component&) = delete;
  Component& operator=(const Component&) = delete;
  icalcomponent* of;
};

}  // namespace

class CalendarFileTest : public QObject {
  Q_OBJECT

 private slots:
  void isReadByAnotherLibraryToTheSecondAndTheLetter() {
    const std::string odd =
        "Glue; of \"keel\", stem\\knee\nand a lüff as long as a line of the file may ever be, so that "
        "it is folded within a word of ßharp letters: ÄÖÜÄÖÜÄÖÜÄÖÜÄÖÜ";
    const std::vector<CalendarEntry> entries{
        {"wait-1", odd, "more\nthan one line", momentFrom("2026-10-25T00:30:00Z"), "2026-10-25"},
        {"plan-2", "hang strake 4", {}, std::nullopt, "2026-12-31"}};
    const std::string file = calendarFile(entries, "Osier", *momentFrom("2026-10-01T00:00:00Z"));
    for (std::size_t from = 0; from < file.size();) {
      const std::size_t end = file.find("\r\n", from);
      QVERIFY(end != std::string::npos && end - from <= 75);
      from = end + 2;
    }
    const Component calendar(file);
    QVERIFY(calendar.of != nullptr);
    icalrestriction_check(calendar.of);
    QCOMPARE(icalcomponent_count_errors(calendar.of), 0);
    icalcomponent* event = icalcomponent_get_first_component(calendar.of, ICAL_VEVENT_COMPONENT);
    QCOMPARE(std::string(icalcomponent_get_summary(event)), odd);
    const icaltimetype begins = icalcomponent_get_dtstart(event);
    QCOMPARE(static_cast<std::int64_t>(icaltime_as_timet_with_zone(begins, icaltime_get_timezone(begins))),
             momentFrom("2026-10-25T00:30:00Z")->seconds);
    // As a calendar in the shop shows it: the first of the two half past ones.
    icaltimezone* london = icaltimezone_get_builtin_timezone("Europe/London");
    const icaltimetype there = icaltime_convert_to_zone(begins, london);
    QVERIFY(there.day == 25 && there.hour == 1 && there.minute == 30);
    event = icalcomponent_get_next_component(calendar.of, ICAL_VEVENT_COMPONENT);
    const icaltimetype day = icalcomponent_get_dtstart(event);
    QVERIFY(day.is_date != 0 && day.year == 2026 && day.month == 12 && day.day == 31);
    const icaltimetype end = icalcomponent_get_dtend(event);
    QVERIFY(end.year == 2027 && end.month == 1 && end.day == 1);
  }

  void waitsPlansDeliveriesAndDecisionsHaveTheirDates() {
    const BoatWork boat = workBoat({});
    Daybook book;
    book.zone = "Pacific/Auckland";
    StepRecord record;
    record.id = {5};
    record.of = {boat.timbers[0].part, StepKind::Faces, 0, {}};
    record.planned = "2026-05-09";
    book.steps.push_back(record);
    Hold hold;
    hold.id = {6};
    hold.what = "copper nails";
    hold.expected = "2026-05-12";
    book.holds.push_back(hold);
    const std::vector<StepDone> done{
        {{boat.timbers[1].part, StepKind::GlueUp, 0, {}}, momentFrom("2026-05-05T20:00:00Z"), "2026-05-06", 20.0}};
    const WorkOrder order = workOrder({boat, book, done}, *momentFrom("2026-05-06T00:00:00Z"));
    const auto entries = calendarEntries(order, book, "Osier");
    const auto find = [&](const std::string& words) {
      const auto found = std::find_if(entries.begin(), entries.end(), [&](const CalendarEntry& one) {
        return one.words.find(words) != std::string::npos;
      });
      return found == entries.end() ? CalendarEntry{} : *found;
    };
    QCOMPARE(momentText(*find("the wait is over").at), std::string("2026-05-06T20:00:00Z"));
    QCOMPARE(find("the wait is over").day, std::string("2026-05-07"));  // in the shop it is the next day already
    QCOMPARE(find("flat and to thickness").day, std::string("2026-05-09"));
    QCOMPARE(find("copper nails").day, std::string("2026-05-12"));
    QVERIFY(!find("how the sheer runs").uid.empty());
    // The same names from one file to the next, each once.
    const auto again =
        calendarEntries(workOrder({boat, book, done}, *momentFrom("2026-05-06T05:00:00Z")), book, "Osier");
    QCOMPARE(again.size(), entries.size());
    std::set<std::string> names;
    for (std::size_t i = 0; i < entries.size(); ++i) {
      QCOMPARE(again[i].uid, entries[i].uid);
      QVERIFY(names.insert(entries[i].uid).second);
    }
  }
};

QTEST_GUILESS_MAIN(CalendarFileTest)
#include "calendar_file_test.moc"
