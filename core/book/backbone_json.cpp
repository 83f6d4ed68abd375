#include "book/backbone_json.h"

#include <cmath>

#include "lines/boat_size.h"

namespace narrows {

namespace {

using Json = nlohmann::ordered_json;

template <typename Choice>
using Spellings = std::vector<std::pair<Choice, const char*>>;

const Spellings<StemMake> stemWords{
    {StemMake::Rabbeted, "rabbeted"}, {StemMake::TwoPiece, "two-piece"}, {StemMake::Bevelled, "bevelled"}};
const Spellings<KeelMake> keelWords{{KeelMake::Upright, "upright"}, {KeelMake::Plank, "plank"}};
const Spellings<TimberKind> timberWords{
    {TimberKind::Keel, "keel"},      {TimberKind::Stem, "stem"},         {TimberKind::OuterStem, "outer-stem"},
    {TimberKind::Knee, "knee"},      {TimberKind::Deadwood, "deadwood"}, {TimberKind::Sternpost, "sternpost"},
    {TimberKind::Keelson, "keelson"}};
const Spellings<JointKind> jointWords{{JointKind::Butt, "butt"},
                                      {JointKind::Scarf, "scarf"},
                                      {JointKind::NibbedScarf, "nibbed-scarf"},
                                      {JointKind::HookedScarf, "hooked-scarf"}};
const Spellings<TransomFace> faceWords{{TransomFace::After, "after"}, {TransomFace::Fore, "fore"}};
const Spellings<Bending> bendingWords{
    {Bending::Cold, "cold"}, {Bending::Steamed, "steamed"}, {Bending::Green, "green"}};
const Spellings<FaultKind> faultWords{{FaultKind::Knot, "knot"}, {FaultKind::Check, "check"},
                                      {FaultKind::Nail, "nail"}, {FaultKind::Heart, "heart"},
                                      {FaultKind::Wane, "wane"}, {FaultKind::TornGrain, "torn-grain"}};
const Spellings<CameOutChoice> followWords{{CameOutChoice::Drawing, "drawing"},
                                           {CameOutChoice::AsMeasured, "as-measured"},
                                           {CameOutChoice::Between, "between"}};

// Each kind of thing once: the same list of keys is written and read.

template <typename Archive>
void fields(Archive& a, OutlinePoint& p) {
  a("distance", p.distance);
  a("height", p.height);
  a("corner", p.corner);
}

template <typename Archive>
void fields(Archive& a, Timber& p) {
  a("id", p.id.number);
  a("kind", p.kind, timberWords);
  a("name", p.name);
  a("species", p.species);
  a("siding", p.siding);
  a("outline", p.outline);
}

template <typename Archive>
void fields(Archive& a, Joint& p) {
  a("id", p.id.number);
  a("kind", p.kind, jointWords);
  a("forward", p.forward.number);
  a("aft", p.aft.number);
  a.object("from", p.from);
  a.object("to", p.to);
  a("nib", p.nib);
}

template <typename Archive>
void fields(Archive& a, Bolt& p) {
  a("id", p.id.number);
  a.object("low", p.low);
  a.object("high", p.high);
  a("diameter", p.diameter);
}

template <typename Archive>
void fields(Archive& a, RabbetPlan& p) {
  a("stem", p.stem, stemWords);
  a("stem-half-siding", p.stemHalfSiding);
  a("keel-half-siding", p.keelHalfSiding);
  a("sternpost-half-siding", p.sternpostHalfSiding);
  a("stop-below-sheer", p.stopBelowSheer);
  a("most-roll", p.mostRollDegPerFoot);
  a("cutter-reach", p.cutterReach);
  a("stopwater", p.stopwater);
}

template <typename Archive>
void fields(Archive& a, KeelPlan& p) {
  a("make", p.make, keelWords);
  a("thickness", p.thickness);
  a("shoulder", p.shoulder);
  a("saw-depth", p.sawDepth);
}

template <typename Archive>
void fields(Archive& a, TransomPlan& p) {
  a("given", p.given, faceWords);
  a("thickness", p.thickness);
  a("radius", p.radius);
  a("crown", p.crown);
  a("crown-high", p.crownHigh);
}

template <typename Archive>
void fields(Archive& a, BendRatio& p) {
  a("species", p.species);
  a("bending", p.bending, bendingWords);
  a("ratio", p.ratio);
}

template <typename Archive>
void fields(Archive& a, SpringbackResult& p) {
  a("species", p.species);
  a("bending", p.bending, bendingWords);
  a("strips", p.strips);
  a("form-opening", p.formOpening);
  a("came-out", p.cameOut);
  a("length", p.length);
}

template <typename Archive>
void fields(Archive& a, LaminationPlan& p) {
  a("timber", p.timber.number);
  a("frame", p.frame);
  a("frame-siding", p.frameSiding);
  a("species", p.species);
  a("bending", p.bending, bendingWords);
  a("moulding", p.moulding);
  a("strip", p.strip);
  a("clean-up", p.cleanUp);
  a("trim", p.trim);
  a("board-width", p.boardWidth);
  a("board-thickness", p.boardThickness);
  a("board-length", p.boardLength);
  a("kerf", p.kerf);
  a("clamp-spacing", p.clampSpacing);
  a("ratios", p.ratios);
  a("results", p.results);
}

template <typename Archive>
void fields(Archive& a, BlankPlan& p) {
  a("timber", p.timber.number);
  a("board-width", p.boardWidth);
  a("board-thickness", p.boardThickness);
  a("clear", p.clear);
  a("margin", p.margin);
}

template <typename Archive>
void fields(Archive& a, TimberFault& p) {
  a("kind", p.kind, faultWords);
  a("along", p.along);
  a("across", p.across);
  a("length", p.length);
  a("width", p.width);
  a("depth", p.depth);
}

template <typename Archive>
void fields(Archive& a, SlabPlan& p) {
  a("timber", p.timber.number);
  a("species", p.species);
  a("length", p.length);
  a("width", p.width);
  a("thickness", p.thickness);
  a("outline", p.outline);
  a("grain", p.grainDeg);
  a("step-along", p.readingStepAlong);
  a("step-across", p.readingStepAcross);
  a("down", p.down);
  a("finished", p.finished);
  a("most-tilt", p.mostTiltDeg);
  a("cut", p.cut);
  a("litres-an-hour", p.litresAnHour);
  a("faults", p.faults);
  a("lose", p.lose);
  a("margin", p.margin);
  a("placed", p.placed);
  a("placed-along", p.placedAlong);
  a("placed-across", p.placedAcross);
  a("placed-turn", p.placedDeg);
  a("placed-flipped", p.placedFlipped);
}

template <typename Archive>
void fields(Archive& a, CameOutReading& p) {
  a("station", p.station);
  a("half-breadth", p.halfBreadth);
}

template <typename Archive>
void fields(Archive& a, BackbonePlan& p) {
  a.object("rabbet", p.rabbet);
  a.object("keel", p.keel);
  a.object("transom", p.transom);
  a("timbers", p.timbers);
  a("joints", p.joints);
  a("bolts", p.bolts);
  a("bolt-diameter", p.boltDiameter);
  a("bolt-clear", p.boltClear);
  a("rabbet-clear", p.rabbetClear);
  a.object("lamination", p.lamination);
  a.object("blank", p.blank);
  a.object("slab", p.slab);
  a("came-out", p.cameOut);
  a("follow", p.follow, followWords);
}

class Writer {
 public:
  Json json = Json::object();

  void operator()(const char* name, std::int64_t value) { json[name] = value; }
  void operator()(const char* name, int value) { json[name] = value; }
  void operator()(const char* name, double value) { json[name] = value; }
  void operator()(const char* name, bool value) { json[name] = value; }
  void operator()(const char* name, const std::string& value) { json[name] = value; }
  void operator()(const char* name, Length value) { json[name] = value.mm(); }
  void operator()(const char* name, const std::optional<Length>& value) {
    json[name] = value ? Json(value->mm()) : Json();
  }
  void operator()(const char* name, std::vector<std::vector<std::optional<Length>>>& rows) {
    Json list = Json::array();
    for (const auto& row : rows) {
      Json readings = Json::array();
      for (const auto& reading : row) readings.push_back(reading ? Json(reading->mm()) : Json());
      list.push_back(readings);
    }
    json[name] = list;
  }
  template <typename Choice>
  void operator()(const char* name, Choice value, const Spellings<Choice>& words) {
    for (const auto& [one, word] : words) {
      if (one == value) json[name] = word;
    }
  }
  template <typename Thing>
  void operator()(const char* name, std::vector<Thing>& things) {
    Json list = Json::array();
    for (Thing& thing : things) {
      Writer inner;
      fields(inner, thing);
      list.push_back(inner.json);
    }
    json[name] = list;
  }
  template <typename Thing>
  void object(const char* name, Thing& thing) {
    Writer inner;
    fields(inner, thing);
    json[name] = inner.json;
  }
};

class Reader {
 public:
  Reader(const Json& json, std::string within, Problems& problems)
      : m_json(json), m_within(std::move(within)), m_problems(problems) {
    if (!json.is_object()) wrong("", "an object");
  }

  void operator()(const char* name, std::int64_t& value) {
    const Json* found = key(name);
    if (found != nullptr)
      found->is_number_integer() && std::abs(found->get<double>()) < 9e18 ? void(value = *found)
                                                                          : wrong(name, "a whole number");
  }
  void operator()(const char* name, int& value) {
    std::int64_t whole = value;
    (*this)(name, whole);
    constexpr std::int64_t most = 1000;
    whole >= 0 && whole <= most ? void(value = static_cast<int>(whole)) : wrong(name, "a number up to 1000");
  }
  void operator()(const char* name, double& value) {
    if (const Json* found = key(name))
      found->is_number() && sensible(*found) ? void(value = *found) : wrong(name, "a number no greater than any boat");
  }
  void operator()(const char* name, bool& value) {
    if (const Json* found = key(name)) found->is_boolean() ? void(value = *found) : wrong(name, "true or false");
  }
  void operator()(const char* name, std::string& value) {
    if (const Json* found = key(name)) found->is_string() ? void(value = *found) : wrong(name, "text");
  }
  void operator()(const char* name, Length& value) {
    double mm = value.mm();
    (*this)(name, mm);
    value = millimetres(mm);
  }
  void operator()(const char* name, std::optional<Length>& value) {
    const Json* found = key(name);
    if (found == nullptr) return;
    value.reset();
    if (found->is_null()) return;
    Length length;
    (*this)(name, length);
    value = length;
  }
  void operator()(const char* name, std::vector<std::vector<std::optional<Length>>>& rows) {
    const Json* found = list(name);
    if (found == nullptr) return;
    rows.clear();
    for (const Json& row : *found) {
      std::vector<std::optional<Length>> readings;
      for (const Json& reading : row.is_array() ? row : Json::array()) {
        if (!reading.is_null() && !(reading.is_number() && sensible(reading)))
          wrong(name, "rows of lengths in mm, or null");
        readings.push_back(reading.is_number() ? std::optional(millimetres(reading.get<double>())) : std::nullopt);
      }
      if (!row.is_array()) wrong(name, "a list of rows");
      rows.push_back(readings);
    }
  }
  template <typename Choice>
  void operator()(const char* name, Choice& value, const Spellings<Choice>& words) {
    const Json* found = key(name);
    if (found == nullptr) return;
    std::string all;
    for (const auto& [one, word] : words) {
      if (found->is_string() && *found == word) {
        value = one;
        return;
      }
      all += (all.empty() ? "\"" : ", \"") + std::string(word) + "\"";
    }
    wrong(name, "one of " + all);
  }
  template <typename Thing>
  void operator()(const char* name, std::vector<Thing>& things) {
    const Json* found = list(name);
    if (found == nullptr) return;
    things.clear();
    for (const Json& one : *found) {
      Thing thing;
      Reader inner(one, m_within + name + " / ", m_problems);
      fields(inner, thing);
      things.push_back(std::move(thing));
    }
  }
  template <typename Thing>
  void object(const char* name, Thing& thing) {
    const Json* found = key(name);
    if (found == nullptr) return;
    Reader inner(*found, m_within + name + " / ", m_problems);
    fields(inner, thing);
  }

 private:
  /// No length of a backbone, and no angle in degrees, is greater than this: ten times the longest boat.
  static constexpr double mostNumber = 10.0 * longestBoatMm;
  static bool sensible(const Json& number) { return std::abs(number.get<double>()) <= mostNumber; }
  const Json* key(const char* name) const {
    return m_json.is_object() && m_json.contains(name) ? &m_json[name] : nullptr;
  }
  const Json* list(const char* name) {
    const Json* found = key(name);
    if (found == nullptr) return nullptr;
    constexpr std::size_t most = 10000;
    if (found->is_array() && found->size() <= most) return found;
    wrong(name, "a list of at most " + std::to_string(most));
    return nullptr;
  }
  void wrong(const std::string& name, const std::string& wanted) {
    m_problems.push_back({Fault::KeyWrong, {0, 0, m_within + name}, {name, wanted}});
  }

  const Json& m_json;
  std::string m_within;
  Problems& m_problems;
};

}  // namespace

nlohmann::ordered_json backboneJson(const BackbonePlan& plan) {
  BackbonePlan copy = plan;
  Writer writer;
  fields(writer, copy);
  return writer.json;
}

void readBackbone(const nlohmann::ordered_json& json, BackbonePlan& plan, Problems& problems) {
  Reader reader(json, "backbone / ", problems);
  fields(reader, plan);
}

}  // namespace narrows
