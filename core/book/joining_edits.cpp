#include "book/joining_edits.h"

#include <algorithm>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

void inOrder(std::vector<PlankJoint>& joints) {
  std::stable_sort(joints.begin(), joints.end(), [](const PlankJoint& a, const PlankJoint& b) {
    return std::tuple(a.side, a.strake, a.at.mm()) < std::tuple(b.side, b.strake, b.at.mm());
  });
}

/// Whether a joint of a strake leaves pieces longer than its scarf to both sides, within the joints beside it.
Result<void> fits(const std::vector<PlankJoint>& joints, const PlankJoint& joint, const PlankRun& run,
                  const JoiningMake& make) {
  const double x = joint.at.mm();
  if (x <= run.fromMm() || x >= run.toMm())
    return fail(Fault::JointOffPlank, {0, 0, Trade::say("strake %1", joint.strake)},
                {said(x), saidAtLeast(run.fromMm()), saidAtMost(run.toMm())});
  const double along = run.alongAt(x), scarf = make.jointLengthMm(joint.kind, false);
  double fore = along, aft = run.lengthMm() - along;
  for (const PlankJoint& other : joints) {
    if (&other == &joint || !other.isOf(joint.strake, joint.side)) continue;
    const double away = along - run.alongAt(other.at.mm());
    (away > 0.0 ? fore : aft) = std::min(away > 0.0 ? fore : aft, std::abs(away));
  }
  // A piece holds half of the scarf at each of its ends, and some plain wood between.
  const double least = std::max(scarf, 2.0 * make.thicknessMm);
  if (std::min(fore, aft) < least)
    return fail(Fault::ScarfLongerThanPiece, {0, 0, Trade::say("strake %1", joint.strake)},
                {said(least), saidAtMost(std::min(fore, aft))});
  return {};
}

}  // namespace

Result<Book> setJoining(const Book& book, const JoiningPlan& plan) {
  if (const auto sense = checkJoining(plan); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  edited.joining = plan;
  inOrder(edited.joining.joints);
  return edited;
}

Result<Book> setFastening(const Book& book, const FasteningPlan& plan) {
  if (const auto sense = checkFastening(plan); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  edited.fastening = plan;
  return edited;
}

Result<Book> setFlatWork(const Book& book, const FlatWorkPlan& plan) {
  if (const auto sense = checkFlatWork(plan); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  edited.flatWork = plan;
  return edited;
}

Result<Book> placeJoints(const Book& book, std::vector<PlankJoint> joints, const Frames* frames) {
  Book edited = book;
  if (frames != nullptr && !frames->atMm.empty()) {
    edited.joining.frames.first = millimetres(frames->atMm.front());
    edited.joining.frames.spacing = millimetres(frames->spacingMm);
  }
  edited.joining.joints = std::move(joints);
  inOrder(edited.joining.joints);
  return edited;
}

std::optional<std::size_t> jointNear(const Book& book, int strake, BoatSide side, double xMm) {
  std::optional<std::size_t> nearest;
  const auto& joints = book.joining.joints;
  for (const std::size_t i : book.joining.jointsOf(strake, side)) {
    if (!nearest || std::abs(joints[i].at.mm() - xMm) < std::abs(joints[*nearest].at.mm() - xMm)) nearest = i;
  }
  return nearest;
}

Result<Book> moveJoint(const Book& book, std::size_t joint, Length to, const PlankRun& run, const JoiningMake& make) {
  if (joint >= book.joining.joints.size()) return fail(Fault::JointUnknown);
  Book edited = book;
  PlankJoint& moved = edited.joining.joints[joint];
  for (const PlankJoint& other : book.joining.joints) {
    if (!other.isOf(moved.strake, moved.side) || other.at.mm() == moved.at.mm()) continue;
    if ((other.at.mm() < moved.at.mm()) != (other.at.mm() < to.mm()))
      return fail(Fault::JointPassesNext, {0, 0, Trade::say("strake %1", moved.strake)}, {said(other.at.mm())});
  }
  moved.at = to;
  moved.byHand = true;
  if (const auto sense = fits(edited.joining.joints, moved, run, make); !sense)
    return tl::make_unexpected(sense.error());
  inOrder(edited.joining.joints);
  return edited;
}

Result<Book> addJoint(const Book& book, int strake, BoatSide side, Length at, const PlankRun& run,
                      const JoiningMake& make) {
  Book edited = book;
  edited.joining.joints.push_back({strake, side, at, make.kind, true});
  if (const auto sense = fits(edited.joining.joints, edited.joining.joints.back(), run, make); !sense)
    return tl::make_unexpected(sense.error());
  inOrder(edited.joining.joints);
  return edited;
}

Result<Book> setJointKind(const Book& book, std::size_t joint, JoinedBy kind) {
  if (joint >= book.joining.joints.size()) return fail(Fault::JointUnknown);
  Book edited = book;
  edited.joining.joints[joint].kind = kind;
  edited.joining.joints[joint].byHand = true;
  return edited;
}

Result<Book> removeJoint(const Book& book, std::size_t joint) {
  if (joint >= book.joining.joints.size()) return fail(Fault::JointUnknown);
  Book edited = book;
  edited.joining.joints.erase(edited.joining.joints.begin() + static_cast<std::ptrdiff_t>(joint));
  return edited;
}

}  // namespace narrows
