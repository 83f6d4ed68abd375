#include "backbone/usual_backbone.h"

#include <algorithm>
#include <cmath>

#include "backbone/fastenings.h"
#include "backbone/timber_shape.h"
#include "problem/trade.h"

namespace narrows {

namespace {

using Chain = std::vector<Vec2>;

/// Wood behind the bearding line, in plank thicknesses, and the least of it.
constexpr double backThicknesses = 1.25;
constexpr double leastBackMm = 12.0;
/// Scarfs are this many times as long as the timber is deep.
constexpr double scarfSlope = 6.0;
/// But no longer than this share of the keel, where the forefoot is deep.
constexpr double scarfOfKeel = 0.12;
/// Stem heads stay long until the sheer is fixed.
constexpr double headLongMm = 60.0;
/// Points kept along one edge of a drawn timber: enough for the batten, few enough to take hold of.
constexpr std::size_t edgePoints = 7;
/// Points an edge is followed by while it is drawn.
constexpr std::size_t finePoints = 160;
/// Wood left between the drawn rabbet line and the face of the stem, where the rabbet runs out past it.
constexpr double leastForeMm = 8.0;
/// Deadwood begins where it is this deep, so that it has no feather edge.
constexpr double leastDeadwoodMm = 30.0;
/// Bolts of a scarf stand in from its ends by this share of its length.
constexpr double boltsIn = 0.22;
/// Sidings a bolt is taken from: an eighth more or less is the builder's affair.
constexpr double boltOfSiding = 1.0 / 6.0;
/// A transom that rises less than this of its length is not one to stand a knee against.
constexpr double leastRise = 0.2;

/// A chain whose points run the one way along the boat, as a height at any distance.
double heightAt(const Chain& chain, double x) {
  for (std::size_t i = 1; i < chain.size(); ++i) {
    const Vec2 &a = chain[i - 1], &b = chain[i];
    if ((x - a.x()) * (x - b.x()) <= 0.0 && a.x() != b.x())
      return a.y() + (b.y() - a.y()) * (x - a.x()) / (b.x() - a.x());
  }
  return std::abs(x - chain.front().x()) < std::abs(x - chain.back().x()) ? chain.front().y() : chain.back().y();
}

/// As much of a chain as lies between two distances, in its own order, with its ends cut there.
Chain between(const Chain& chain, double low, double high) {
  Chain cut;
  for (std::size_t i = 0; i < chain.size(); ++i) {
    const Vec2& here = chain[i];
    if (i > 0) {
      const Vec2& before = chain[i - 1];
      for (const double edge : before.x() < here.x() ? std::vector{low, high} : std::vector{high, low}) {
        if ((before.x() - edge) * (here.x() - edge) < 0.0) {
          const double share = (edge - before.x()) / (here.x() - before.x());
          cut.emplace_back(before + share * (here - before));
        }
      }
    }
    if (here.x() >= low && here.x() <= high) cut.push_back(here);
  }
  return cut;
}

/// `count` points evenly along the batten through a chain, both ends kept.
Chain sprung(const Chain& chain, std::size_t count) {
  if (chain.size() < 2) return chain;
  std::vector<Vec3> nails;
  for (const Vec2& at : chain) {
    const Vec3 nail(at.x(), 0.0, at.y());
    if (nails.empty() || (nail - nails.back()).norm() > 1.0) nails.push_back(nail);
  }
  if (nails.size() < 2) return chain;
  const Batten batten = Batten::spring(nails, BattenEnds::Free);
  Chain even;
  for (std::size_t i = 0; i < count; ++i)
    even.push_back(inProfile(batten.pointAtShare(static_cast<double>(i) / static_cast<double>(count - 1))));
  return even;
}

/// No more than `most` points.
Chain thinned(const Chain& chain, std::size_t most = edgePoints) {
  return chain.size() <= most ? chain : sprung(chain, most);
}

Chain offset(const Chain& chain, double leftMm) {
  Chain moved;
  for (std::size_t i = 0; i < chain.size(); ++i) {
    const Vec2 way = chain[std::min(i + 1, chain.size() - 1)] - chain[i == 0 ? 0 : i - 1];
    moved.emplace_back(chain[i] + leftMm * Vec2(-way.y(), way.x()).normalized());
  }
  return moved;
}

OutlinePoint pointOf(const Vec2& at, bool corner) {
  // To a hundredth: what is drawn for the builder to move is not more exact than that.
  const auto rounded = [](double mm) { return millimetres(std::round(mm * 100.0) / 100.0); };
  return {rounded(at.x()), rounded(at.y()), corner};
}

/// Draws the timbers one after another.
class UsualDrawing {
 public:
  UsualDrawing(BackbonePlan plan, const BackboneOf& of, std::int64_t& nextId)
      : m_plan(std::move(plan)), m_of(of), m_nextId(nextId) {
    m_plan.timbers.clear();
    m_plan.joints.clear();
    m_plan.bolts.clear();
  }

  BackbonePlan draw() {
    gather();
    if (!m_stemInner.empty()) drawStem();
    if (!m_keelInner.empty() && m_keelBottom.size() > 1) drawKeel();
    drawKnee();
    const double siding = m_plan.timbers.empty() ? inches(3.0).mm() : m_plan.timbers.front().siding.mm();
    m_plan.boltDiameter = inches(std::clamp(std::round(siding * boltOfSiding / mmPerInch * 16.0), 3.0, 16.0) / 16.0);
    m_plan.bolts = placeBolts(m_plan, *m_of.rabbet, m_nextId);
    return std::move(m_plan);
  }

 private:
  TimberId add(TimberKind kind, const std::string& name, double sidingMm, std::vector<OutlinePoint> outline) {
    const TimberId id{m_nextId++};
    m_plan.timbers.push_back({id, kind, name, "oak", millimetres(sidingMm), std::move(outline)});
    return id;
  }

  /// What stands upright on a plank keel is sided as the stem is.
  double uprightSiding() const {
    const bool plank = m_plan.keel.make == KeelMake::Plank && m_stemHalf > 0.0;
    return 2.0 * (plank ? m_stemHalf : std::max(m_keelHalf, m_stemHalf));
  }

  void gather() {
    const OffsetTable& table = *m_of.table;
    m_back = std::max(backThicknesses * table.thickness.mm(), leastBackMm);
    Chain rabbetLow;
    for (const RabbetRun& run : *m_of.rabbet) {
      Chain bearding, rabbet;
      for (const RabbetPlace& place : run.places) {
        bearding.push_back(inProfile(place.bearding));
        rabbet.push_back(inProfile(place.rabbet));
      }
      if (run.part == RabbetPart::Stem) {
        m_stemInner = offset(bearding, -m_back);
        m_stemRabbet = rabbet;
        m_stemHalf = run.places.back().rabbet.y();
      }
      if (run.part == RabbetPart::Keel) {
        m_keelInner = offset(bearding, m_back);
        rabbetLow = rabbet;
        m_keelHalf = 0.0;
        for (const RabbetPlace& place : run.places) m_keelHalf = std::max(m_keelHalf, place.rabbet.y());
      }
      if (run.part == RabbetPart::Sternpost) {
        m_postInner = offset(bearding, m_back);
        m_postRabbet = rabbet;
        m_postHalf = run.places.back().rabbet.y();
      }
    }
    const auto points = [&](ProfilePart part) {
      Chain chain;
      if (const Profile* profile = table.profile(part); hasCourse(profile)) {
        for (const ProfilePoint& point : profile->points) chain.emplace_back(point.distance.mm(), point.height.mm());
      }
      return chain;
    };
    m_stemFace = points(ProfilePart::StemFace);
    if (m_stemFace.empty() && !m_stemRabbet.empty())
      m_stemFace = offset(thinned(m_stemRabbet), m_stemHalf + table.thickness.mm());
    keepBehindFace();
    m_keelBottom = points(ProfilePart::KeelBottom);
    if (m_keelBottom.empty() && !rabbetLow.empty()) m_keelBottom = offset(thinned(rabbetLow), -3.0 * m_keelHalf);
    if (m_keelBottom.size() > 1 && m_keelBottom.front().x() > m_keelBottom.back().x())
      std::reverse(m_keelBottom.begin(), m_keelBottom.end());
    m_transom = points(ProfilePart::Transom);
    // The stem's inner edge ends where the keel's takes over.
    if (!m_stemInner.empty() && !m_keelInner.empty()) {
      std::erase_if(m_stemInner, [&](const Vec2& at) { return at.x() > m_keelInner.front().x() - 5.0; });
      const double foot = m_stemInner.empty() ? m_keelInner.front().x() : m_stemInner.front().x();
      std::erase_if(m_keelInner, [&](const Vec2& at) { return at.x() < foot + 5.0; });
    }
  }

  /// Where the rabbet runs out past the stem's face there is no wood to draw its line on: it is drawn just within.
  void keepBehindFace() {
    if (m_stemFace.size() < 2) return;
    const Chain within = offset(m_stemFace, -leastForeMm);
    const auto behind = [&](const Vec2& at) {
      std::size_t nearest = 1;
      double least = 1e300;
      Vec2 foot = within.front();
      for (std::size_t i = 1; i < within.size(); ++i) {
        const Vec2 leg = within[i] - within[i - 1];
        const double share = std::clamp((at - within[i - 1]).dot(leg) / std::max(leg.squaredNorm(), 1e-9), 0.0, 1.0);
        const Vec2 on = within[i - 1] + share * leg;
        if ((at - on).norm() < least) least = (at - on).norm(), nearest = i, foot = on;
      }
      const Vec2 leg = within[nearest] - within[nearest - 1], off = at - within[nearest - 1];
      return leg.x() * off.y() - leg.y() * off.x() > 0.0 ? foot : at;
    };
    for (Vec2& at : m_stemRabbet) at = behind(at);
  }

  /// The inner edge of keel and stem as one chain, forward aft.
  Chain inner() const {
    Chain chain(m_stemInner.rbegin(), m_stemInner.rend());
    chain.insert(chain.end(), m_keelInner.begin(), m_keelInner.end());
    return thinned(chain, finePoints);
  }
  /// The outer edge likewise: stem face, then keel bottom.
  Chain outer() const {
    if (m_keelBottom.size() < 2) return Chain(m_stemFace.rbegin(), m_stemFace.rend());
    Chain chain;
    for (auto at = m_stemFace.rbegin(); at != m_stemFace.rend(); ++at) {
      if (at->x() < m_keelBottom.front().x()) chain.push_back(*at);
    }
    const std::size_t join = chain.size();
    chain.insert(chain.end(), m_keelBottom.begin(), m_keelBottom.end());
    // Where the two do not run into one another a point in the bight is left out.
    const auto hollow = [&](std::size_t i) {
      const Vec2 in = chain[i] - chain[i - 1], out = chain[i + 1] - chain[i];
      return in.x() * out.y() - in.y() * out.x() < 0.0;
    };
    if (join >= 2 && join + 2 < chain.size() && hollow(join - 1))
      chain.erase(chain.begin() + static_cast<std::ptrdiff_t>(join));
    return sprung(chain, finePoints);
  }

  static void append(std::vector<OutlinePoint>& outline, const Chain& chain) {
    for (std::size_t i = 0; i < chain.size(); ++i)
      outline.push_back(pointOf(chain[i], i == 0 || i + 1 == chain.size()));
  }

  void drawStem() {
    Chain face(m_stemFace.rbegin(), m_stemFace.rend());  // head down
    Chain back(m_stemInner.rbegin(), m_stemInner.rend());
    const auto lengthen = [](Chain& chain) {
      if (chain.size() < 2) return;
      const Vec2 up = (chain[0] - chain[1]).normalized();
      chain.insert(chain.begin(), Vec2(chain[0] + up * headLongMm));
    };
    const bool twoPiece = m_plan.rabbet.stem == StemMake::TwoPiece;
    Chain fore = face;
    if (twoPiece) {
      fore = thinned(m_stemRabbet, edgePoints + 4);
      std::reverse(fore.begin(), fore.end());
    }
    const double siding = 2.0 * m_stemHalf;
    if (!m_keelInner.empty() && m_keelBottom.size() > 1) {
      placeScarf();
      const double end = m_scarfTo.x() + 40.0;
      const Chain wholeOuter = outer();
      if (!twoPiece) {
        fore = thinned(between(wholeOuter, -1e9, end), edgePoints + 4);
      } else {
        const Chain bottom = thinned(between(wholeOuter, fore.back().x() + 5.0, end), 4);
        fore.insert(fore.end(), bottom.begin(), bottom.end());
      }
      back = between(inner(), -1e9, end);
    }
    lengthen(fore);
    lengthen(back);
    std::vector<OutlinePoint> outline;
    append(outline, Chain(fore.rbegin(), fore.rend()));
    append(outline, thinned(back, edgePoints + 3));
    m_stem = add(TimberKind::Stem, twoPiece ? Trade::say("inner stem") : "stem", siding, outline);
    if (!twoPiece) return;
    lengthen(face);
    Chain joint = thinned(m_stemRabbet, edgePoints + 4);
    std::reverse(joint.begin(), joint.end());
    lengthen(joint);
    std::vector<OutlinePoint> outerOutline;
    append(outerOutline, Chain(face.rbegin(), face.rend()));
    append(outerOutline, joint);
    add(TimberKind::OuterStem, Trade::say("outer stem"), siding, outerOutline);
  }

  /// The scarf of stem and keel, abaft the foot of the stem.
  void placeScarf() {
    const Chain bottom = outer(), top = inner();
    const double foot = m_stemRabbet.front().x();
    const double deep = std::max(heightAt(top, foot + 100.0) - heightAt(bottom, foot + 100.0), 30.0);
    const double reach = m_keelBottom.back().x() - foot;
    const double length = std::min(scarfSlope * deep, std::max(scarfOfKeel * reach, 1.5 * deep));
    const double middle = foot + 0.62 * length;
    m_scarfFrom = {middle - 0.5 * length, heightAt(bottom, middle - 0.5 * length)};
    m_scarfTo = {middle + 0.5 * length, heightAt(top, middle + 0.5 * length)};
    m_scarfNib = 0.15 * deep;
  }

  void drawKeel() {
    const Chain bottom = outer(), top = inner();
    const double start = m_stemInner.empty() ? top.front().x() : m_scarfFrom.x() - 20.0;
    const double end = m_keelBottom.back().x();
    // As deep throughout as it is where the rabbet lies lowest over its bottom.
    double deep = 1e9, low = start;
    const double from = m_stemInner.empty() ? start : m_scarfTo.x();
    for (double x = from; x < std::min(end, top.back().x()); x += 20.0) {
      const double here = heightAt(top, x) - heightAt(bottom, x);
      if (here < deep) deep = here, low = x;
    }
    // Its top runs straight from there to the heel; what the rabbet rises above that is deadwood.
    const Vec2 lowest(low, heightAt(top, low)), heel(end, heightAt(bottom, end) + deep);
    const Chain level{lowest, heel};
    double step = end;
    for (double x = end; x > low; x -= 10.0) {
      if (heightAt(top, std::min(x, top.back().x())) < heightAt(level, x) + leastDeadwoodMm) break;
      step = x;
    }
    const bool deadwood = end - step > 4.0 * leastDeadwoodMm;
    std::vector<OutlinePoint> outline;
    append(outline, thinned(between(bottom, start, end), edgePoints + 1));
    const Chain upper = thinned(between(top, start, deadwood ? step : end), edgePoints + 3);
    const Vec2 begins = {step, heightAt(level, step)};
    if (deadwood) append(outline, {heel, begins});
    append(outline, Chain(upper.rbegin(), upper.rend()));
    const TimberId keel = add(TimberKind::Keel, "keel", 2.0 * m_keelHalf, outline);
    if (m_stem.isSet()) {
      m_plan.joints.push_back({{m_nextId++},
                               JointKind::NibbedScarf,
                               m_stem,
                               keel,
                               pointOf(m_scarfFrom, true),
                               pointOf(m_scarfTo, true),
                               millimetres(std::round(m_scarfNib))});
    }
    if (deadwood) drawDeadwood(keel, begins, heel);
  }

  void drawDeadwood(TimberId keel, const Vec2& begins, const Vec2& heel) {
    const Chain top = inner();
    // Sternpost: from the keel's end to the foot of the transom, or up the sternpost rabbet.
    Vec2 head(std::max(heel.x(), top.back().x()), top.back().y());
    if (!m_transom.empty())
      head.x() = m_transom.front().x() + (head.y() - m_transom.front().y()) *
                                             (m_transom.back().x() - m_transom.front().x()) /
                                             std::max(m_transom.back().y() - m_transom.front().y(), 1.0);
    const double moulding = 1.6 * uprightSiding();
    std::vector<OutlinePoint> wood;
    const Vec2 up = (head - heel).normalized();
    const Vec2 forward(-up.y(), up.x());
    const Vec2 foreHeel = {heel.x() + forward.x() * moulding / std::max(-forward.x(), 0.3), heel.y()};
    const double headX = head.x() - moulding / std::max(up.y(), 0.3);
    const Vec2 foreHead(headX, heightAt(top, headX));
    append(wood, {begins, foreHeel});
    append(wood, {foreHead});
    const Chain upper = thinned(between(top, begins.x(), foreHead.x() - 1.0));
    append(wood, Chain(upper.rbegin(), upper.rend()));
    const TimberId deadwood = add(TimberKind::Deadwood, "deadwood", uprightSiding(), wood);
    std::vector<OutlinePoint> post;
    if (m_postInner.empty()) {
      append(post, {foreHeel, heel});
      append(post, {head, foreHead});
    } else {
      const Chain fore = thinned(m_postInner), after = offset(thinned(m_postRabbet), -2.0 * m_postHalf);
      append(post, after);
      append(post, Chain(fore.rbegin(), fore.rend()));
    }
    const TimberId sternpost =
        add(TimberKind::Sternpost, "sternpost", std::max(uprightSiding(), 2.0 * m_postHalf), post);
    const auto joint = [&](TimberId forwardOf, TimberId aftOf, const Vec2& from, const Vec2& to) {
      const Vec2 out = (to - from).normalized() * 2.0;
      m_plan.joints.push_back({{m_nextId++},
                               JointKind::Butt,
                               forwardOf,
                               aftOf,
                               pointOf(from - out, true),
                               pointOf(to + out, true),
                               Length()});
    };
    // Deadwood and post stand on the keel; the post's fore face is against the deadwood.
    joint(deadwood, keel, begins, heel);
    joint(deadwood, sternpost, foreHeel, foreHead);
  }

  void drawKnee() {
    if (m_transom.size() < 2) return;
    const double siding = uprightSiding();
    const Vec2 foot = m_transom.front(), head = m_transom.back();
    const Vec2 up = (head - foot).normalized();
    // A profile typed level has no corner to fill yet.
    if (!(up.y() > leastRise)) return;
    const double thick = m_plan.transom.thickness.mm();
    // The corner of the transom's fore face and what lies on the keel: the inside of the bottom where there is no keel.
    Vec2 level(-1.0, 0.0);
    Vec2 corner = foot + Vec2(-thick / std::max(up.y(), 0.3), 0.0);
    if (!m_keelInner.empty()) {
      const Chain top = inner();
      corner.y() = heightAt(top, std::min(corner.x(), top.back().x()));
      corner.x() = foot.x() + up.x() / up.y() * (corner.y() - foot.y()) - thick / std::max(up.y(), 0.3);
      level = Vec2(corner.x() - 300.0, heightAt(top, corner.x() - 300.0)) - corner;
    } else if (const TableRow* rabbet = m_of.table->row(RowKind::Height, RowLine::Rabbet)) {
      const std::size_t n = m_of.table->stations.size();
      if (n >= 2 && rabbet->figures[n - 2] && m_of.table->stations[n - 2].distance) {
        level = Vec2(m_of.table->stations[n - 2].distance->mm(), rabbet->figures[n - 2]->mm()) - foot;
        if (m_of.table->side == PlankingSide::Outside) corner.y() += m_of.table->thickness.mm();
      }
    }
    level.normalize();
    const double arm = 0.55 * (head - foot).norm();
    const double throat = 0.34 * arm, tip = 0.16 * arm;
    std::vector<OutlinePoint> knee;
    append(knee, {corner + level * arm * 1.25, corner, corner + up * arm});
    knee[1].corner = true;
    append(knee, {corner + up * arm + level * tip, corner + (up + level).normalized() * throat * 1.35,
                  corner + level * arm * 1.25 + up * tip});
    add(TimberKind::Knee, Trade::say("transom knee"), siding, knee);
  }

  BackbonePlan m_plan;
  BackboneOf m_of;
  std::int64_t& m_nextId;
  double m_back = 0.0, m_stemHalf = 0.0, m_keelHalf = 0.0, m_postHalf = 0.0;
  Chain m_stemInner, m_keelInner, m_postInner, m_stemRabbet, m_postRabbet, m_stemFace, m_keelBottom, m_transom;
  Vec2 m_scarfFrom = Vec2::Zero(), m_scarfTo = Vec2::Zero();
  double m_scarfNib = 0.0;
  TimberId m_stem;
};

}  // namespace

std::vector<Bolt> placeBolts(const BackbonePlan& given, const std::vector<RabbetRun>& rabbet, std::int64_t& nextId) {
  BackbonePlan plan = given;
  plan.bolts.clear();
  const TimberShapes shapes = shapeTimbers(plan);
  const double thickness =
      rabbet.empty() ? 0.0 : (rabbet.front().places.front().rabbet - rabbet.front().places.front().inner).norm();
  const auto stopwaters = placeStopwaters(plan, rabbet, thickness);
  for (const Joint& joint : plan.joints) {
    const TimberShape *one = shapes.find(joint.forward), *other = shapes.find(joint.aft);
    if (one == nullptr || other == nullptr) continue;
    const Vec2 from(joint.from.distance.mm(), joint.from.height.mm()), to(joint.to.distance.mm(), joint.to.height.mm());
    const double length = (to - from).norm();
    if (length < 4.0 * plan.boltDiameter.mm()) continue;
    const Vec2 way = (to - from) / length, square(-way.y(), way.x());
    // A bolt each 12 diameters and a bit, two at least.
    const int count = std::max(2, static_cast<int>(length / (24.0 * plan.boltDiameter.mm())));
    for (int i = 0; i < count; ++i) {
      const double share = boltsIn + (1.0 - 2.0 * boltsIn) * i / std::max(count - 1, 1);
      // Nearest to that place first, then further to either side.
      for (int k = 0; k < 24; ++k) {
        const double shift = (k % 2 == 0 ? 1.0 : -1.0) * std::floor(0.5 * (k + 1)) * 0.5 * plan.boltDiameter.mm();
        const Vec2 on = from + way * (share * length + shift);
        double down = 0.0, above = 0.0;
        for (const TimberShape* shape : {one, other}) {
          for (const double at : crossings(shape->outline, on, on + square))
            down = std::min(down, at), above = std::max(above, at);
        }
        if (above - down < 2.0 * plan.boltDiameter.mm()) continue;
        const Vec2 low = on + square * down, high = on + square * above;
        const bool lowFirst = low.y() <= high.y();
        plan.bolts.push_back(
            {{nextId}, pointOf(lowFirst ? low : high, true), pointOf(lowFirst ? high : low, true), plan.boltDiameter});
        const auto clashes = boltClashes(plan, rabbet, stopwaters);
        const bool clear = std::none_of(clashes.begin(), clashes.end(), [&](const BoltClash& clash) {
          return clash.bolt.number == nextId && clash.with != BoltFoul::Rabbet;
        });
        if (clear) {
          ++nextId;
          break;
        }
        plan.bolts.pop_back();
      }
    }
  }
  return plan.bolts;
}

BackbonePlan drawUsual(BackbonePlan plan, const BackboneOf& of, std::int64_t& nextId) {
  require(of.table != nullptr && of.drawn != nullptr && of.rabbet != nullptr, "a backbone is drawn from a hull");
  return UsualDrawing(std::move(plan), of, nextId).draw();
}

}  // namespace narrows
