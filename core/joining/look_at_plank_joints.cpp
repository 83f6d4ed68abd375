#include "joining/look_at_plank_joints.h"

#include <cmath>
#include <map>

namespace narrows {

std::string bayWords(const Frames& frames, double xMm) {
  const std::size_t bay = frames.bayOf(xMm);
  if (frames.atMm.empty()) return "without frames";
  if (bay == 0) return "forward of frame 1";
  if (bay == frames.atMm.size()) return "aft of frame " + std::to_string(bay);
  return "between frames " + std::to_string(bay) + " and " + std::to_string(bay + 1);
}

std::string JointBarred::words(Notation notation) const {
  const auto length = [&](double mm) { return showLong(millimetres(mm), notation); };
  const std::string side = std::string(" ") + sideWord(joint.side);
  std::string words = "Strake " + std::to_string(joint.strake) + side + "'s joint " + bay;
  const std::string beside = other ? "strake " + std::to_string(other->strake) + "'s" : std::string();
  switch (bar) {
    case JointBar::Neighbour:
      words += " is " + length(awayMm) + " from " + beside + ", under " + length(limitMm) + ": move one along";
      break;
    case JointBar::SameBay:
      words += " is in one bay with " + beside + ", with too few strakes between: move one along";
      break;
    case JointBar::Opposite:
      words += " is abreast of the one on the other side: move one along";
      break;
    case JointBar::Bend:
      words += " lies in a hard bend, where it would open: move it to where the plank lies easy";
      break;
    case JointBar::Frame:
      words += " leaves its block on a frame, where it holds water: move it to the middle of the bay";
      break;
    case JointBar::End:
      words += " leaves a piece too short to hold: move it from the end";
      break;
    case JointBar::Board:
      words += " leaves a piece longer than the boards, " + length(limitMm) + ": move it, or join once more";
      break;
  }
  if (others > 0) words += " (" + std::to_string(others) + (others == 1 ? " other so)" : " others so)");
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
      one.at.side = std::string(" to ") + sideWord(joints[i].side);
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
