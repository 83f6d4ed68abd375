// Joints of a whole boat: planned within every limit where any arrangement keeps them, which is tried by hand.

#include <QTest>
#include <chrono>
#include <functional>

#include "book/lining_edits.h"
#include "joined_boats.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// Middles of the bays a strake crosses.
std::vector<double> middlesOf(const StrakeToJoin& strake, const JoiningMake& make) {
  std::vector<double> middles;
  for (std::size_t i = 0; i + 1 < make.frames.atMm.size(); ++i) {
    const double x = 0.5 * (make.frames.atMm[i] + make.frames.atMm[i + 1]);
    if (x > strake.run.fromMm() && x < strake.run.toMm()) middles.push_back(x);
  }
  return middles;
}

/// Whether a strake may be joined once there, by itself: its two boards, its bends and its ends.
bool standsAlone(const StrakeToJoin& strake, double x, const JoiningMake& make) {
  const std::vector<PlankJoint> one{{strake.strake, strake.side, millimetres(x), make.kind, false}};
  for (const BarredStretch& barred : barredStretches({strake}, one, 0, make)) {
    if (x > barred.fromMm + 0.5 && x < barred.toMm - 0.5) return false;
  }
  return true;
}

/// Every arrangement of one joint a strake, tried one after the other; whether any keeps all limits.
bool anyKeepsAll(const std::vector<StrakeToJoin>& strakes, const std::vector<std::vector<double>>& places,
                 const JoiningMake& make) {
  std::vector<PlankJoint> chosen;
  const std::function<bool(std::size_t)> place = [&](std::size_t k) {
    if (k == strakes.size()) return true;
    for (const double x : places[k]) {
      const PlankJoint joint{strakes[k].strake, strakes[k].side, millimetres(x), make.kind, false};
      // Said here in the shop's own words, apart from the planner's.
      const bool barred = std::any_of(chosen.begin(), chosen.end(), [&](const PlankJoint& other) {
        const double away = std::abs(other.at.mm() - x);
        if (other.side != joint.side) return other.strake == joint.strake && away < make.frames.spacingMm - 0.6;
        const int between = std::abs(other.strake - joint.strake) - 1;
        return between == 0 ? away < make.apartMm - 0.6 : between < 3 && away < make.frames.spacingMm - 0.6;
      });
      if (barred) continue;
      chosen.push_back(joint);
      if (place(k + 1)) return true;
      chosen.pop_back();
    }
    return false;
  };
  return place(0);
}

struct Small {
  std::vector<StrakeToJoin> strakes;
  JoiningMake make;
};

/// The lowest strakes of a boat's starboard side, framed wide apart so that all can be tried.
Small smallCase(const char* boat, double boardMm, int strakes, double spacingMm, double apartMm) {
  Book book = sampleBook(boat);
  book.weighing.boardLength = millimetres(boardMm);
  book.joining.kind = JoinedBy::Scarf;
  book.joining.frames.spacing = millimetres(spacingMm);
  book.joining.apart = millimetres(apartMm);
  book.joining.baysApart = 0;
  const auto solved = solve(std::make_shared<Book>(book), 1);
  Small small{strakesToJoin(*solved), joiningMake(*solved)};
  std::erase_if(small.strakes,
                [strakes](const StrakeToJoin& one) { return one.strake > strakes || one.side == BoatSide::Port; });
  return small;
}

}  // namespace

class JointsTest : public QObject {
  Q_OBJECT

 private slots:
  void keepsEveryLimitWhereAnyArrangementDoes() {
    int could = 0, couldNot = 0;
    for (const double board : {3000.0, 3400.0}) {
      for (const double spacing : {250.0, 330.0}) {
        for (double apart = 200.0; apart < 1900.0; apart += 200.0) {
          const Small small = smallCase("sedge", board, 5, spacing, apart);
          std::vector<std::vector<double>> places;
          bool once = true;
          for (const StrakeToJoin& strake : small.strakes) {
            places.emplace_back();
            for (const double x : middlesOf(strake, small.make)) {
              if (standsAlone(strake, x, small.make)) places.back().push_back(x);
            }
            once = once && !places.back().empty();
          }
          QVERIFY(once);
          const bool any = anyKeepsAll(small.strakes, places, small.make);
          const PlannedJoints planned = planJoints(small.strakes, {}, small.make);
          QCOMPARE(planned.joints.size(), small.strakes.size());
          QVERIFY(planned.searchedAll);
          QCOMPARE(planned.barred == 0, any);
          any ? ++could : ++couldNot;
          for (const PlankJoint& joint : planned.joints)
            QVERIFY(standsAlone(*strakeOf(small.strakes, joint), joint.at.mm(), small.make));
        }
      }
    }
    QVERIFY2(could > 5 && couldNot > 5, qPrintable(QString("%1 %2").arg(could).arg(couldNot)));
  }

  void withALetInStrakeAndSeveralJointsAStrakeTooEveryArrangementIsTried() {
    // Strakes 3 and 4 become one forward; boards so short that each is joined twice, or once: all ways of a few strakes
    // are tried, which lie on one another told by points of the boat.
    Book book = sampleBook("osier");
    const auto lined = solve(std::make_shared<const Book>(book), 1);
    Stealer stealer;
    stealer.line = lined->lining->lines[3].id;
    stealer.towardsBow = true;
    stealer.joining = Joining::TwoIntoOne;
    stealer.at = millimetres(1700.0);
    const auto let = setStealer(book, *lined->lining, stealer);
    QVERIFY2(let, let ? "" : describe(let.error()[0]).c_str());
    int could = 0, couldNot = 0, twice = 0;
    for (const double board : {1900.0, 2300.0, 3000.0}) {
      for (const double spacing : {200.0, 260.0}) {
        for (const double apart : {150.0, 700.0, 1000.0}) {
          Book joined = *let;
          joined.weighing.boardLength = millimetres(board);
          joined.joining.kind = JoinedBy::Scarf;
          joined.joining.frames.spacing = millimetres(spacing);
          joined.joining.apart = millimetres(apart);
          joined.joining.baysApart = 0;
          const auto solved = solve(std::make_shared<const Book>(joined), 2);
          const JoiningMake make = joiningMake(*solved);
          auto strakes = strakesToJoin(*solved);
          std::erase_if(strakes, [](const StrakeToJoin& s) { return s.strake > 5 || s.side == BoatSide::Port; });
          const Lining& lining = *solved->lining;
          // Whether two touch at a place along the boat: by the girth that their edges stand at there.
          const auto touch = [&](int a, int b, double x) {
            const auto edges = [&](int strake) -> std::optional<std::pair<double, double>> {
              const Band band = lining.band(static_cast<std::size_t>(strake) - 1);
              for (double t = band.reach.fromT; t <= band.reach.toT; t += 0.005) {
                if (std::abs(band.point(t, 0.5).x() - x) < 12.0)
                  return std::pair(band.point(t, 0.0).z(), band.point(t, 1.0).z());
              }
              return std::nullopt;
            };
            const auto one = edges(a), other = edges(b);
            return one && other &&
                   std::min(std::abs(one->second - other->first), std::abs(other->second - one->first)) < 4.0;
          };
          // The fewest joints each strake can have, and all ways to place so many.
          std::vector<std::vector<std::vector<double>>> ways;
          bool few = true;
          for (const StrakeToJoin& strake : strakes) {
            const std::vector<double> middles = middlesOf(strake, make);
            std::vector<std::vector<double>> all;
            for (std::size_t count = 0; all.empty() && count <= 3; ++count) {
              std::vector<double> chosen;
              const std::function<void(std::size_t)> choose = [&](std::size_t from) {
                if (chosen.size() == count) {
                  std::vector<PlankJoint> joints;
                  for (const double x : chosen)
                    joints.push_back({strake.strake, strake.side, millimetres(x), make.kind, false});
                  bool good = count > 0 || strake.sawn.boardLengthMm <= board;
                  for (std::size_t i = 0; i < joints.size(); ++i) {
                    for (const BarredStretch& barred : barredStretches({strake}, joints, i, make))
                      good =
                          good && !(joints[i].at.mm() > barred.fromMm + 0.5 && joints[i].at.mm() < barred.toMm - 0.5);
                  }
                  if (good) all.push_back(chosen);
                  return;
                }
                for (std::size_t i = from; i < middles.size(); ++i) {
                  chosen.push_back(middles[i]);
                  choose(i + 1);
                  chosen.pop_back();
                }
              };
              choose(0);
            }
            few = few && !all.empty() && all.size() < 400;
            twice += !all.empty() && all.front().size() > 1 ? 1 : 0;
            ways.push_back(all);
          }
          if (!few) continue;
          const auto stand = [&](std::size_t i, const std::vector<double>& a, std::size_t j,
                                 const std::vector<double>& b) {
            for (const double x : a) {
              for (const double y : b) {
                const double away = std::abs(x - y);
                const int one = strakes[i].strake, other = strakes[j].strake;
                if (touch(one, other, x) || touch(one, other, y)) {
                  if (away < make.apartMm - 0.6) return true;
                  continue;
                }
                // Others: with one or two strakes between them where both are, in one bay.
                const auto lie = make.stackOf(BoatSide::Starboard).between(one, x, other, y);
                if (lie && *lie > 0 && *lie < 3 && away < make.frames.spacingMm - 0.6) return true;
              }
            }
            return false;
          };
          std::vector<const std::vector<double>*> chosen;
          std::size_t tried = 0;
          const std::function<bool(std::size_t)> place = [&](std::size_t k) {
            if (k == strakes.size()) return true;
            for (const auto& way : ways[k]) {
              if (++tried > 400000) return false;
              bool clear = true;
              for (std::size_t i = 0; clear && i < k; ++i) clear = !stand(i, *chosen[i], k, way);
              if (!clear) continue;
              chosen.push_back(&way);
              if (place(k + 1)) return true;
              chosen.pop_back();
            }
            return false;
          };
          const bool any = place(0);
          if (!any && tried > 400000) continue;
          const PlannedJoints planned = planJoints(strakes, {}, make);
          QVERIFY(planned.problems.empty() && planned.searchedAll);
          QVERIFY2((planned.barred == 0) == any,
                   qPrintable(QString("%1 %2 %3: %4 barred").arg(board).arg(spacing).arg(apart).arg(planned.barred)));
          any ? ++could : ++couldNot;
        }
      }
    }
    QVERIFY2(could > 2 && couldNot > 2 && twice > 5,
             qPrintable(QString("%1 %2 %3").arg(could).arg(couldNot).arg(twice)));
  }

  void ofMoreArrangementsThanCanBeTriedSomeAreTriedOutOfAllAndItIsSaid() {
    // Frames three inches apart and boards that want five joints: hundreds of thousands of ways for every strake.
    Book book = sampleBook("marl");
    book.weighing.boardLength = millimetres(1500.0);
    book.joining.kind = JoinedBy::Scarf;
    book.joining.frames.spacing = millimetres(80.0);
    const auto solved = solve(std::make_shared<const Book>(book), 1);
    auto strakes = strakesToJoin(*solved);
    std::erase_if(strakes, [](const StrakeToJoin& s) { return s.strake > 4 || s.side == BoatSide::Port; });
    JoiningMake make = joiningMake(*solved);
    const PlannedJoints planned = planJoints(strakes, {}, make);
    QVERIFY(planned.problems.empty());
    // Limits that none keeps: it does not say that all were tried.
    make.apartMm = 1400.0;
    const PlannedJoints hard = planJoints(strakes, {}, make);
    QVERIFY(hard.barred > 0);
    QVERIFY(!hard.searchedAll);
    // What is kept is not only what has its joints foremost: those of the first strake lie evenly along it.
    std::vector<double> first;
    for (const PlankJoint& joint : planned.joints) {
      if (joint.strake == 1) first.push_back(joint.at.mm());
    }
    QVERIFY(first.size() >= 3);
    QVERIFY2(first.back() > 0.6 * strakes[0].run.toMm(), qPrintable(QString::number(first.back())));
  }

  void wholeBoatsArePlannedWithinTheLimitsAndASecond() {
    for (const auto& [boat, board] :
         {std::pair("osier", 4267.0), std::pair("marl", 5182.0), std::pair("sedge", 2600.0)}) {
      Book book = sampleBook(boat);
      book.weighing.boardLength = millimetres(board);
      const auto solved = solve(std::make_shared<Book>(book), 1);
      const JoiningMake make = joiningMake(*solved);
      const auto strakes = strakesToJoin(*solved);
      const PlannedJoints planned = planJoints(strakes, {}, make);
      QCOMPARE(planned.barred, std::size_t{0});
      QVERIFY(planned.problems.empty());
      for (std::size_t i = 0; i < planned.joints.size(); ++i) {
        for (const BarredStretch& barred : barredStretches(strakes, planned.joints, i, make)) {
          const double x = planned.joints[i].at.mm();
          QVERIFY2(x <= barred.fromMm + 0.6 || x >= barred.toMm - 0.6,
                   qPrintable(QString("%1 strake %2 bar %3")
                                  .arg(boat)
                                  .arg(planned.joints[i].strake)
                                  .arg(static_cast<int>(barred.bar))));
        }
      }
      // The same answer again, and with the joints found laid by hand it stays.
      QVERIFY(planJoints(strakes, {}, make).joints == planned.joints);
    }
  }

  void whatWasPutByHandStays() {
    Book book = sampleBook("osier");
    book.weighing.boardLength = millimetres(4267.0);
    const auto solved = solve(std::make_shared<Book>(book), 1);
    const JoiningMake make = joiningMake(*solved);
    const auto strakes = strakesToJoin(*solved);
    const StrakeToJoin* third = strakeOf(strakes, {3, BoatSide::Starboard, {}, JoinedBy::Scarf, false});
    const auto placed = addJoint(book, 3, BoatSide::Starboard, millimetres(2111.0), third->run, make);
    QVERIFY(placed);
    const PlannedJoints planned = planJoints(strakes, placed->joining.joints, make);
    const auto kept = std::find_if(planned.joints.begin(), planned.joints.end(), [](const PlankJoint& joint) {
      return joint.strake == 3 && joint.side == BoatSide::Starboard;
    });
    QVERIFY(kept != planned.joints.end());
    QVERIFY(kept->byHand);
    QVERIFY(std::abs(kept->at.mm() - 2111.0) < 1e-9);
    QCOMPARE(planned.barred, std::size_t{0});
  }

  void boardsTooShortAreSaidWithWhatWouldDo() {
    Book book = sampleBook("osier");
    book.weighing.boardLength = millimetres(500.0);
    const auto solved = solve(std::make_shared<Book>(book), 1);
    const auto strakes = strakesToJoin(*solved);
    JoiningMake make = joiningMake(*solved);
    const PlannedJoints planned = planJoints(strakes, {}, make);
    QCOMPARE(planned.problems.size(), strakes.size());
    const std::string words = describe(planned.problems.front());
    QVERIFY2(words.find("strake 1 starboard") != std::string::npos, words.c_str());
    // What it says would do, does.
    const double enough = std::stod(words.substr(words.rfind("boards of ") + 10));
    make.boardLengthMm = enough + 0.1;
    QVERIFY(planJoints({strakes.front()}, {}, make).problems.empty());
  }

  void aJointMovedByHandStaysOnItsPlankAndLeavesPieces() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    const Book& book = *solved->book;
    const auto strake = strakeToJoin(*solved, 3, BoatSide::Starboard);
    const JoiningMake make = joiningMake(*solved);
    const auto joint = jointNear(book, 4, BoatSide::Starboard, 0.0);
    QVERIFY(joint);
    QVERIFY(moveJoint(book, *joint, millimetres(2500.0), strake->run, make));
    const auto off = moveJoint(book, *joint, millimetres(9000.0), strake->run, make);
    QVERIFY(!off);
    QCOMPARE(off.error()[0].fault, Fault::JointOffPlank);
    const auto close = moveJoint(book, *joint, millimetres(strake->run.fromMm() + 20.0), strake->run, make);
    QVERIFY(!close);
    QCOMPARE(close.error()[0].fault, Fault::ScarfLongerThanPiece);
    QCOMPARE(moveJoint(book, 999, millimetres(2500.0), strake->run, make).error()[0].fault, Fault::JointUnknown);
    // It does not pass another of its strake.
    const auto two = addJoint(book, 4, BoatSide::Starboard, millimetres(1000.0), strake->run, make);
    QVERIFY(two);
    const auto first = jointNear(*two, 4, BoatSide::Starboard, 1000.0);
    QCOMPARE(moveJoint(*two, *first, millimetres(4000.0), strake->run, make).error()[0].fault, Fault::JointPassesNext);
  }

  void whatStandsAgainstAJointIsSaid() {
    const auto solved = joinedBoat(sampleBook("osier"), 4267.0);
    QVERIFY(std::none_of(solved->findings.begin(), solved->findings.end(),
                         [](const Finding& one) { return one.as<JointBarred>() != nullptr; }));
    // Strake 4's joint is moved abreast of strake 5's.
    Book book = *solved->book;
    const auto fifth = jointNear(book, 5, BoatSide::Starboard, 0.0),
               fourth = jointNear(book, 4, BoatSide::Starboard, 0.0);
    book.joining.joints[*fourth].at = millimetres(book.joining.joints[*fifth].at.mm() + 100.0);
    const auto moved = solve(std::make_shared<Book>(book), 3, solved);
    const auto found = std::find_if(moved->findings.begin(), moved->findings.end(),
                                    [](const Finding& one) { return one.as<JointBarred>() != nullptr; });
    QVERIFY(found != moved->findings.end());
    const std::string words = describe(*found, Notation::Millimetres);
    QVERIFY2(words.find("is 100 mm from strake") != std::string::npos, words.c_str());
    QVERIFY2(words.find("under 609.5 mm") != std::string::npos, words.c_str());
  }

  void framesMissTheMoulds() {
    for (const char* boat : {"osier", "marl", "sedge"}) {
      const auto solved = solve(std::make_shared<Book>(sampleBook(boat)), 1);
      const JoiningMake make = joiningMake(*solved);
      QVERIFY(make.frames.atMm.size() > 10);
      for (const MouldWood& mould : mouldWood(*solved)) {
        for (const double frame : make.frames.atMm) {
          // Marl's stations and frames fall so that the nearest only touch.
          constexpr double touchMm = 0.6;
          const bool clear = frame + 0.5 * make.frames.sidingMm <= mould.fromMm + touchMm ||
                             frame - 0.5 * make.frames.sidingMm >= mould.toMm - touchMm;
          QVERIFY2(clear, qPrintable(QString("%1: frame at %2, mould %3").arg(boat).arg(frame).arg(mould.fromMm)));
        }
      }
    }
  }
};

QTEST_APPLESS_MAIN(JointsTest)
#include "joints_test.moc"
