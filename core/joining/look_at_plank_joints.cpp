#include "joining/look_at_plank_joints.h"

#include <cmath>
#include <map>

#include "problem/trade.h"

namespace narrows {

std::string bayWords(const Frames& frames, double xMm) {
  const std::size_t bay = frames.bayOf(xMm);
  if (frames.atMm.empty()) return Trade::say("without frames");
  if (bay == 0) return Trade::say("forward of frame 1");
  if (bay == frames.atMm.size()) return Trade::say("aft of frame %1", bay);
  return Trade::say("between frames %1 and %2", bay, bay + 1);
}

std::string JointBarred::words(Notation notation) const {
  const auto length = [&](double mm) { return showLong(millimetres(mm), notation); };
  const std::string of = Trade::say("Strake %1 %2's joint %3", joint.strake, sideWords(joint.side), bay);
  const std::string beside = other ? Trade::say("strake %1's", other->strake) : std::string();
  std::string words;
  switch (bar) {
    case JointBar::Neighbour:
      words = Trade::say("%1 is %2 from %3, under %4: move one along", of, length(awayMm), beside, length(limitMm));
      break;
    case JointBar::SameBay:
      words = Trade::say("%1 is in one bay with %2, with too few strakes between: move one along", of, beside);
      break;
    case JointBar::Opposite:
      words = Trade::say("%1 is abreast of the one on the other side: move one along", of);
      break;
    case JointBar::Bend:
      words = Trade::say("%1 lies in a hard bend, where it would open: move it to where the plank lies easy", of);
      break;
    case JointBar::Frame:
      words = Trade::say("%1 leaves its block on a frame, where it holds water: move it to the middle of the bay", of);
      break;
    case JointBar::End:
      words = Trade::say("%1 leaves a piece too short to hold: move it from the end", of);
      break;
    case JointBar::Board:
      words =
          Trade::say("%1 leaves a piece longer than the boards, %2: move it, or join once more", of, length(limitMm));
      break;
  }
  if (others > 0) words += Trade::sayCount(" (%n other(|s) so)", others);
  return words + ".";
}

std::vector<JointBarred> lookAtPlankJoints(const std::vector<StrakeToJoin>& strakes,
                                           const std::vector<PlankJoint>& joints, const JoiningMake& make) {
  std::map<JointBar, JointBarred> found;
  for (std::size_t i = 0; i < joints.size(); ++i) {
    const double x = joints[i].at.mm();
    for (const BarredStretch& stretch : barredStretches(strakes, joints, i, make)) {
      constexpr double hairMm = 0.5;
      if (x <= stretch.fromMm + hairMm || x >= stretch.toMm - hairMm) continue;
      // Of two that stand against each other the second is spoken of.
      if (stretch.other) {
        const PlankJoint& other = *stretch.other;
        if (std::tuple(other.strake, other.side) > std::tuple(joints[i].strake, joints[i].side)) continue;
      }
      JointBarred one;
      one.at.number = static_cast<std::size_t>(joints[i].strake);
      one.at.side = Trade::say(" to %1", sideWords(joints[i].side));
      one.joint = joints[i];
      one.bar = stretch.bar;
      one.other = stretch.other;
      one.awayMm = stretch.other ? std::abs(stretch.other->at.mm() - x) : 0.0;
      one.limitMm = stretch.bar == JointBar::Board ? make.boardLengthMm : make.apartMm;
      one.bay = bayWords(make.frames, x);
      const auto [was, isNew] = found.emplace(stretch.bar, one);
      if (isNew) continue;
      const std::size_t others = was->second.others + 1;
      if (one.awayMm < was->second.awayMm) was->second = one;
      was->second.others = others;
    }
  }
  std::vector<JointBarred> all;
  for (const auto& [bar, one] : found) all.push_back(one);
  return all;
}

}  // namespace narrows
