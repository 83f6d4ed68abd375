// Findings by the thousand are read at a glance, and none of them is lost.

#include <QTest>
#include <set>

#include "sample_books.h"
#include "solve/finding_groups.h"

using namespace narrows;
using namespace narrows::tests;

class FindingGroupsTest : public QObject {
  Q_OBJECT

  static Finding strained(std::size_t number) {
    StrainLeft left;
    left.at.number = number;
    left.strain = 0.01;
    return findingOf(left);
  }
  static Finding lies(std::size_t row, std::size_t place) {
    FigureLies one;
    one.figure = {FigureRef::In::Row, row, place};
    return findingOf(one);
  }

 private slots:
  void everyFindingIsInOneGroupAndFewStandByThemselves() {
    std::vector<Finding> findings;
    for (std::size_t i = 0; i < 400; ++i) {
      findings.push_back(lies(i % 12, i / 12));
      if (i < mostFindingsApart) findings.push_back(strained(i + 2));
    }
    const auto groups = groupFindings(findings);
    QCOMPARE(groups.size(), 1 + mostFindingsApart);
    QCOMPARE(groups[0].members.size(), std::size_t{400});
    std::multiset<std::size_t> all;
    for (const FindingGroup& group : groups) all.insert(group.members.begin(), group.members.end());
    QCOMPARE(all.size(), findings.size());
    for (std::size_t i = 0; i < findings.size(); ++i) QCOMPARE(all.count(i), std::size_t{1});
    // One more alike, and they are one.
    findings.push_back(strained(40));
    QCOMPARE(groupFindings(findings).size(), std::size_t{2});
    QVERIFY(groupFindings({}).empty());
  }

  void faultsThatAreNotAlikeStandApart() {
    std::vector<Finding> findings;
    for (int i = 0; i < 20; ++i)
      findings.push_back(
          findingOf(CouldNotMake{ShopStage::Lines, {i < 10 ? Fault::NoHull : Fault::StationUnknown, {}, {}}}));
    QCOMPARE(groupFindings(findings).size(), std::size_t{2});
  }

  void whereTheyLieIsSaid() {
    const OffsetTable table = sampleBook("osier").table;
    std::vector<Finding> findings;
    for (const std::size_t number : {3, 4, 5, 5, 9, 12, 13, 4, 3}) findings.push_back(strained(number));
    const auto groups = groupFindings(findings);
    QCOMPARE(groups.size(), std::size_t{1});
    QCOMPARE(placesOf(groups[0], findings, table), std::string("strakes 3 to 5, 9, 12 to 13"));
    findings.clear();
    for (std::size_t i = 0; i < 30; ++i) findings.push_back(lies(i % 6, i / 6));
    const std::string places = placesOf(groupFindings(findings)[0], findings, table);
    QVERIFY2(places.find(rowWords(table.rows[0], table.unit)) == 0, places.c_str());
    QVERIFY2(places.find("and 3 other lines") != std::string::npos, places.c_str());
  }
};

QTEST_APPLESS_MAIN(FindingGroupsTest)
#include "finding_groups_test.moc"
