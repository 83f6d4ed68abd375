// The whole backbone of every sample boat, and what is reused while one thing of it changes.

#include <QTest>
#include <chrono>
#include <cmath>

#include "backbone/backbone.h"
#include "book/backbone_edits.h"
#include "moulds/mould.h"
#include "sample_books.h"
#include "solve/solve.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::shared_ptr<const Solved> solved(const Book& book, const std::shared_ptr<const Solved>& before = nullptr) {
  return solve(std::make_shared<const Book>(book), 1, before);
}

TimberId named(const Backbone& backbone, const std::string& name) {
  for (const Timber& timber : backbone.plan.timbers) {
    if (timber.name == name) return timber.id;
  }
  qFatal("no %s", name.c_str());
  return {};
}

/// One edit of a book, by its name.
struct Edit {
  const char* name;
  std::function<Result<Book>(const Book&, const Backbone&)> make;
};

const std::vector<Edit>& everyEdit() {
  static const std::vector<Edit> all{
      {"move a point",
       [](const Book& book, const Backbone& shown) {
         const Timber& stem = shown.plan.timbers[0];
         OutlinePoint to = stem.outline[1];
         to.distance = millimetres(to.distance.mm() - 4.0);
         return moveOutlinePoint(book, shown, stem.id, 1, to);
       }},
      {"add a point",
       [](const Book& book, const Backbone& shown) {
         const Timber& stem = shown.plan.timbers[0];
         return addOutlinePoint(book, shown, stem.id, 2,
                                {(stem.outline[1].distance + stem.outline[2].distance) * 0.5,
                                 (stem.outline[1].height + stem.outline[2].height) * 0.5, false});
       }},
      {"take a point out",
       [](const Book& book, const Backbone& shown) {
         return removeOutlinePoint(book, shown, shown.plan.timbers[0].id, 2);
       }},
      {"add a timber",
       [](const Book& book, const Backbone& shown) {
         return addTimber(book, shown, TimberKind::Keelson, {2000.0, 300.0});
       }},
      {"take a timber out",
       [](const Book& book, const Backbone& shown) { return removeTimber(book, shown, shown.plan.timbers.back().id); }},
      {"a joint",
       [](const Book& book, const Backbone& shown) {
         Joint joint = shown.plan.joints[0];
         joint.kind = JointKind::HookedScarf;
         return setJoint(book, shown, joint);
       }},
      {"a joint out",
       [](const Book& book, const Backbone& shown) { return removeJoint(book, shown, shown.plan.joints[0].id); }},
      {"a bolt",
       [](const Book& book, const Backbone& shown) {
         Bolt bolt = shown.plan.bolts[0];
         bolt.diameter = inches(0.3125);
         return setBolt(book, shown, bolt);
       }},
      {"a bolt out",
       [](const Book& book, const Backbone& shown) { return removeBolt(book, shown, shown.plan.bolts[0].id); }},
      {"bolts afresh", [](const Book& book, const Backbone& shown) { return placeBoltsAfresh(book, shown); }},
  };
  return all;
}

}  // namespace

class BackboneTest : public QObject {
  Q_OBJECT

 private slots:
  void everySampleBoatHasABackboneWithoutFault_data() {
    QTest::addColumn<QString>("boat");
    for (const char* boat : {"osier", "marl", "sedge"}) QTest::newRow(boat) << boat;
  }
  void everySampleBoatHasABackboneWithoutFault() {
    QFETCH(QString, boat);
    const auto answer = solved(sampleBook(boat.toStdString()));
    QVERIFY(answer->backbone != nullptr);
    const Backbone& backbone = *answer->backbone;
    QVERIFY2(backbone.problems.empty(), backbone.problems.empty() ? "" : describe(backbone.problems[0]).c_str());
    QVERIFY(backbone.drawnByUs);
    QVERIFY(!backbone.order.empty() && !backbone.cautions.empty());
    QVERIFY(backbone.transom != nullptr);
    QCOMPARE(backbone.keel.has_value(), boat != "sedge");
    // Plank lines end on the transom at their bevels.
    std::size_t lines = 0;
    for (const TransomMark& mark : backbone.transom->marks) lines += mark.isPlankLine ? 1 : 0;
    QCOMPARE(lines, answer->lining->lines.size() - 2);
  }

  void rabbetThatRunsOutPastTheStemsFaceIsNamed() {
    // Osier's planking lies so nearly along her fine forefoot that the rabbet line leaves the stem; marl's does not.
    const auto past = [](const std::string& boat) {
      const auto answer = solved(sampleBook(boat));
      for (const Finding& finding : answer->findings) {
        if (const auto* found = finding.as<RabbetPastFace>()) return std::optional(*found);
      }
      return std::optional<RabbetPastFace>();
    };
    const auto osier = past("osier");
    QVERIFY(osier && osier->pastMm > 20.0 && osier->highMm > osier->lowMm + 100.0);
    QVERIFY(osier->words(Notation::Inches16).find("mould the stem deeper") != std::string::npos);
    QVERIFY(!past("marl"));
  }

  void whatThePlankingNeverComesToIsSaidAtItsPlaceAndTheRestStands() {
    const auto with = [](const std::function<void(OffsetTable&)>& change) {
      OffsetTable table = sampleBook("osier").table;
      change(table);
      auto book = newBook(table);
      if (!book) qFatal("%s", describe(book.error()).c_str());
      return solved(*book);
    };
    const auto sided = [](OffsetTable& table, double mm) {
      for (HalfSiding& half : table.halfSidings) {
        if (half.part == SidingPart::Stem) half.value = millimetres(mm);
      }
    };
    // A stem of a foot: her planking is never so far out at the bow.
    const auto wide = with([&](OffsetTable& table) { sided(table, 152.0); });
    const RabbetUnmet* unmet = nullptr;
    for (const Finding& finding : wide->findings) {
      if (const auto* one = finding.as<RabbetUnmet>()) unmet = one;
    }
    QVERIFY(unmet != nullptr && unmet->stretch.part == RabbetPart::Stem);
    QVERIFY(unmet->stretch.highMm - unmet->stretch.lowMm > 100.0);
    QVERIFY2(unmet->words(Notation::Millimetres).find("152 mm from the middle") != std::string::npos,
             unmet->words(Notation::Millimetres).c_str());
    QVERIFY(wide->planks.size() > 3);
    for (const auto& plank : wide->planks) QVERIFY(plank.value != nullptr);
    // The rabbet of the keel swings past the middle beside it: said with its place, and no siding below nought.
    bool past = false;
    for (const Problem& problem : wide->backbone->problems) {
      past = past || problem.fault == Fault::RabbetPastMiddle;
      const std::string words = describe(problem);
      QVERIFY2(words.find("sided -") == std::string::npos, words.c_str());
    }
    QVERIFY(past);
    // A stem as drawn has all of it.
    const auto marl = solved(sampleBook("marl"));
    for (const Finding& finding : marl->findings)
      QVERIFY(!finding.as<RabbetUnmet>() && !finding.as<EndWithoutTimber>());
  }

  void anEndWithNoTimberIsSaid() {
    OffsetTable table = sampleBook("osier").table;
    std::erase_if(table.profiles, [](const Profile& one) {
      return one.part == ProfilePart::StemRabbet || one.part == ProfilePart::StemFace;
    });
    const auto cut = solved(*newBook(table));
    std::size_t told = 0;
    for (const Finding& finding : cut->findings) {
      const auto* end = finding.as<EndWithoutTimber>();
      if (end == nullptr) continue;
      ++told;
      QVERIFY(end->bow);
      QVERIFY2(end->words(Notation::Inches16).find("station 1") != std::string::npos,
               end->words(Notation::Inches16).c_str());
    }
    QCOMPARE(told, std::size_t(1));
    for (const auto& plank : cut->planks) QVERIFY(plank.value != nullptr);
  }

  void marlsKeelMustNotBeSquaredAndThatIsSaidLoudly() {
    const auto answer = solved(sampleBook("marl"));
    const auto said = std::find_if(answer->findings.begin(), answer->findings.end(),
                                   [](const Finding& finding) { return finding.as<SquaredOff>() != nullptr; });
    QVERIFY(said != answer->findings.end());
    const std::string words = describe(*said, Notation::Inches16);
    QVERIFY2(words.find("keel") != std::string::npos && words.find("lean") != std::string::npos, words.c_str());
  }

  void everyEditComesBackAndKeepsTheOldBookAsItWas() {
    const Book book = sampleBook("marl");
    const auto before = solved(book);
    const std::string bytes = writeBook(book);
    for (const Edit& edit : everyEdit()) {
      const auto edited = edit.make(book, *before->backbone);
      QVERIFY2(edited.has_value(), edit.name);
      QVERIFY2(!(*edited == book), edit.name);
      QCOMPARE(writeBook(book), bytes);
      // It is the book's own now: every id below its counter, and back from the file the same.
      const auto read = readBook(writeBook(*edited));
      QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
      QVERIFY2(read->book.backbone == edited->backbone, edit.name);
      QCOMPARE(writeBook(read->book), writeBook(*edited));
      const auto after = solved(*edited, before);
      QVERIFY2(after->backbone->problems.empty(), edit.name);
      QVERIFY(!after->backbone->drawnByUs);
      // The rabbet does not follow from it, and is the same one.
      QVERIFY(after->backbone->rabbet == before->backbone->rabbet);
      QVERIFY(after->backbone->transom == before->backbone->transom);
      const BackbonePlan afresh = drawBackboneAfresh(*edited).backbone;
      QVERIFY(afresh.timbers.empty() && afresh.joints.empty() && afresh.bolts.empty());
    }
  }

  void idsStayWhenTheSameThingIsChangedTwice() {
    const Book book = sampleBook("marl");
    const auto before = solved(book);
    const auto once = everyEdit()[0].make(book, *before->backbone);
    QVERIFY(once);
    const auto after = solved(*once, before);
    const auto twice = everyEdit()[0].make(*once, *after->backbone);
    QVERIFY(twice);
    QCOMPARE(twice->nextId, once->nextId);
    for (std::size_t i = 0; i < once->backbone.timbers.size(); ++i)
      QVERIFY(once->backbone.timbers[i].id == twice->backbone.timbers[i].id);
  }

  void senselessPlansAreRefusedWithEveryFault() {
    const Book book = sampleBook("marl");
    BackbonePlan plan = book.backbone;
    plan.transom.thickness = millimetres(-1.0);
    plan.slab.mostTiltDeg = 80.0;
    plan.keel.thickness = Length();
    const auto refused = setBackbone(book, plan);
    QVERIFY(!refused);
    QCOMPARE(refused.error().size(), std::size_t{3});
    const auto before = solved(book);
    plan = before->backbone->plan;
    std::swap(plan.timbers[1].outline[2], plan.timbers[1].outline[9]);
    const auto crossed = setBackbone(book, plan);
    QVERIFY(!crossed);
    QCOMPARE(crossed.error()[0].fault, Fault::OutlineFolds);
    plan = before->backbone->plan;
    plan.joints[0].forward = TimberId{12345};
    QCOMPARE(setBackbone(book, plan).error()[0].fault, Fault::TimberUnknown);
  }

  void everyKeyComesBackFromTheFile() {
    const Book book = sampleBook("osier");
    const auto before = solved(book);
    BackbonePlan plan = before->backbone->plan;
    plan.rabbet = {StemMake::TwoPiece, inches(0.8), inches(1.0), inches(0.9),
                   inches(4.0),        6.5,         inches(1.1), inches(0.4)};
    plan.keel = {KeelMake::Upright, inches(1.5), inches(0.2), inches(3.0)};
    plan.transom = {TransomFace::Fore, inches(1.0), inches(60.0), inches(1.2), inches(0.3)};
    plan.lamination.timber = named(*before->backbone, "stem");
    plan.lamination.species = "ash";
    plan.lamination.bending = Bending::Green;
    plan.lamination.ratios = {{"ash", Bending::Green, 14.0}};
    plan.lamination.results = {{"ash", Bending::Cold, 7, inches(30.0), inches(30.5), inches(40.0)}};
    plan.blank.timber = named(*before->backbone, "transom knee");
    plan.slab.timber = plan.blank.timber;
    plan.slab.outline = {{inches(0), inches(0), true}, {inches(50), inches(0), true}, {inches(48), inches(12), false}};
    plan.slab.down = {{inches(0.1), std::nullopt, inches(0.2)}, {inches(0.15)}};
    plan.slab.faults = {{FaultKind::TornGrain, inches(3), inches(4), inches(2), inches(1), inches(0.5)}};
    plan.slab.placed = plan.slab.placedFlipped = true;
    plan.slab.placedDeg = 3.25;
    plan.cameOut = {{"4", inches(2.5)}};
    plan.follow = CameOutChoice::Between;
    const auto edited = setBackbone(book, plan);
    QVERIFY2(edited.has_value(), edited ? "" : describe(edited.error()).c_str());
    QVERIFY(edited->backbone.find(edited->backbone.lamination.timber) != nullptr);
    const auto read = readBook(writeBook(*edited));
    QVERIFY2(read.has_value(), read ? "" : describe(read.error()).c_str());
    QVERIFY(read->book.backbone == edited->backbone);
    // A key of the wrong kind is named with its place; one that is missing keeps what is usual.
    std::string spoiled = writeBook(*edited);
    spoiled.replace(spoiled.find("\"bending\": \"green\""), 18, "\"bending\": \"boiled\"");
    const auto bad = readBook(spoiled);
    QVERIFY(!bad);
    QVERIFY2(describe(bad.error()[0]).find("lamination") != std::string::npos, describe(bad.error()[0]).c_str());
    // Books of format 2 know nothing of it, and open on what is usual.
    std::string old = writeBook(book);
    const auto from = old.find(" \"backbone\": {"), to = old.find(" \"moulds\": {");
    old.erase(from, to - from);
    const auto opened = readBook(old);
    QVERIFY(opened);
    QVERIFY(opened->book.backbone == book.backbone);
  }

  void stemOfOsierIsLaminatedAndItsKneeBuiltUp() {
    const Book book = sampleBook("osier");
    const auto before = solved(book);
    BackbonePlan plan = before->backbone->plan;
    plan.lamination.timber = named(*before->backbone, "stem");
    plan.blank.timber = named(*before->backbone, "transom knee");
    plan.blank.clear = inches(2.0);
    const auto answer = solved(*setBackbone(book, plan));
    QVERIFY(answer->backbone->lamination.has_value());
    QVERIFY(answer->backbone->lamination->strips >= 2);
    QVERIFY(answer->backbone->lamination->blocks.size() >= 4);
    QVERIFY2(answer->backbone->blank.has_value(),
             answer->backbone->blankProblems.empty() ? "" : describe(answer->backbone->blankProblems[0]).c_str());
  }

  void halfSidingWiderThanTheHullIsToldWithOneThatWouldMeetIt() {
    const Book book = sampleBook("osier");
    BackbonePlan plan = book.backbone;
    plan.rabbet.stemHalfSiding = inches(30.0);
    const auto answer = solved(*setBackbone(book, plan));
    const auto& problems = answer->backbone->problems;
    const auto wide = std::find_if(problems.begin(), problems.end(),
                                   [](const Problem& p) { return p.fault == Fault::SidingWiderThanHull; });
    QVERIFY(wide != problems.end());
    // And it stands among the things to look at.
    QVERIFY(std::any_of(answer->findings.begin(), answer->findings.end(),
                        [](const Finding& f) { return f.as<CouldNotMake>() && f.stage() == ShopStage::Backbone; }));
    const auto would = parseLength(wide->says[1].words(), Unit::FtInEighths);
    QVERIFY(would);
    plan.rabbet.stemHalfSiding = *would * 0.5;
    const auto meets = solved(*setBackbone(book, plan));
    QVERIFY(meets->backbone->run(RabbetPart::Stem) != nullptr);
  }

  void frameIsBentToTheInsideOfThePlanking() {
    const Book book = sampleBook("osier");
    BackbonePlan plan = book.backbone;
    plan.lamination.frame = "4";
    plan.lamination.frameSiding = inches(0.75);
    plan.lamination.moulding = inches(1.0);
    plan.lamination.bending = Bending::Steamed;
    const auto answer = solved(*setBackbone(book, plan));
    const Problems& problems = answer->backbone->laminationProblems;
    QVERIFY2(answer->backbone->lamination.has_value(), problems.empty() ? "" : describe(problems[0]).c_str());
    // Its outer face lies on the inside of the planking: half the stack outside its middle.
    const auto outline = cutOutline(*answer->inside, 96.0 * mmPerInch, 0.0);
    QVERIFY(outline);
    const Vec3 middle = answer->backbone->lamination->middle.pointAtShare(0.5);
    double least = 1e9;
    for (int i = 0; i <= 2000; ++i) {
      const Vec3 at = outline->pointAt(outline->lengthMm() * i / 2000.0);
      least = std::min(least, std::hypot(at.y() - middle.x(), at.z() - middle.z()));
    }
    QVERIFY2(std::abs(least - 12.7) < 0.3, qPrintable(QString::number(least)));
    plan.lamination.frame = "nowhere";
    QCOMPARE(solved(*setBackbone(book, plan))->backbone->laminationProblems[0].fault, Fault::StationUnknown);
  }

  void movedHalfSidingTracesTheRabbetAgain() {
    const Book book = sampleBook("marl");
    const auto before = solved(book);
    BackbonePlan plan = book.backbone;
    plan.rabbet.stemHalfSiding = inches(2.5);
    const auto after = solved(*setBackbone(book, plan), before);
    QVERIFY(after->backbone->rabbet != before->backbone->rabbet);
    const RabbetPlace one = before->backbone->run(RabbetPart::Stem)->at(600.0),
                      other = after->backbone->run(RabbetPart::Stem)->at(600.0);
    QVERIFY(other.rabbet.y() > one.rabbet.y() + 15.0);
  }

  void sectionsShowGrooveAndPlank() {
    const auto answer = solved(sampleBook("marl"));
    const RabbetRun& stem = *answer->backbone->run(RabbetPart::Stem);
    const double thickness = answer->fair->thickness.mm();
    for (const CutPlane plane : {CutPlane::Square, CutPlane::Level}) {
      RabbetSectionOf of{&stem, answer->inside.get(), answer->outside.get(), nullptr, thickness, true};
      const RabbetSection cut = cutRabbet(of, 0.7 * stem.lengthMm(), plane);
      QVERIFY(!isCrossed(cut.timber));
      QVERIFY(cut.outside.size() >= 2 && cut.inside.size() >= 2);
      // The corner is as far from the plank's outside as the plank is thick, square; level it is further.
      const Vec2 way = (cut.outside[1] - cut.outside[0]).normalized();
      const Vec2 from = cut.inner - cut.rabbet;
      const double off = std::abs(way.x() * from.y() - way.y() * from.x());
      if (plane == CutPlane::Square)
        QVERIFY2(std::abs(off - thickness) < 0.6, qPrintable(QString::number(off)));
      else
        QVERIFY(off > 0.9 * thickness);
    }
    // In the station, on the keel.
    const RabbetRun& keel = *answer->backbone->run(RabbetPart::Keel);
    RabbetSectionOf of{&keel, answer->inside.get(), answer->outside.get(), nullptr, thickness, true};
    const RabbetSection cut = cutRabbet(of, 0.5 * keel.lengthMm(), CutPlane::Station);
    QVERIFY(cut.outside.size() > 3 && cut.inside.size() > 3);
    // Even steps are even.
    const auto marks = rabbetMarks(stem, *answer->fair, RabbetSteps::Even, 100.0);
    for (std::size_t i = 1; i < marks.size(); ++i)
      QVERIFY(std::abs(marks[i].alongMm - marks[i - 1].alongMm - 100.0) < 1e-9);
  }
};

QTEST_APPLESS_MAIN(BackboneTest)
#include "backbone_test.moc"
