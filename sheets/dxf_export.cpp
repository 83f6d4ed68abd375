#include <dl_creationadapter.h>
#include <dl_dxf.h>

#include <algorithm>
#include <array>
#include <cstdlib>
#include <map>
#include <memory>
#include <sstream>
#include <string>
#include <vector>

#include "export.h"
#include "files/disk.h"
#include "files/whole_file.h"

namespace narrows {

namespace {

/// Every role a line may have.
std::vector<LineRole> allRoles() {
  std::vector<LineRole> roles;
  for (int i = 0; i <= static_cast<int>(LineRole::Bolt); ++i) roles.push_back(static_cast<LineRole>(i));
  return roles;
}

const char* lineType(LineRole role) {
  return styleOf(role).dashMm.empty() ? "CONTINUOUS" : "DASHED";
}

void writeTables(DL_Dxf& dxf, DL_WriterA& writer) {
  writer.sectionTables();
  dxf.writeVPort(writer);
  writer.tableLinetypes(2);
  dxf.writeLinetype(writer, DL_LinetypeData("CONTINUOUS", "Continuous", 0, 0, 0.0));
  std::array<double, 2> dash{6.0, -3.0};
  dxf.writeLinetype(writer, DL_LinetypeData("DASHED", "Dashed", 0, 2, 9.0, dash.data()));
  writer.tableEnd();
  writer.tableLayers(static_cast<int>(allRoles().size()) + 2);
  dxf.writeLayer(writer, DL_LayerData("0", 0), DL_Attributes("", 7, 25, "CONTINUOUS", 1.0));
  for (const LineRole role : allRoles()) {
    dxf.writeLayer(writer, DL_LayerData(styleOf(role).layer, 0), DL_Attributes("", 7, 25, lineType(role), 1.0));
  }
  dxf.writeLayer(writer, DL_LayerData("TEXT", 0), DL_Attributes("", 7, 25, "CONTINUOUS", 1.0));
  writer.tableEnd();
  writer.tableStyle(1);
  dxf.writeStyle(writer, DL_StyleData("Standard", 0, 0.0, 1.0, 0.0, 0, 2.5, "txt", ""));
  writer.tableEnd();
  dxf.writeView(writer);
  dxf.writeUcs(writer);
  writer.tableAppid(1);
  dxf.writeAppid(writer, "ACAD");
  writer.tableEnd();
  dxf.writeDimStyle(writer, 1, 1, 1, 1, 1);
  dxf.writeBlockRecord(writer);
  writer.tableEnd();
  writer.sectionEnd();
}

/// Plain figures: most readers of DXF have no letters beyond ASCII.
std::string plainText(std::string text) {
  const std::array<std::array<const char*, 2>, 4> marks{
      {{"\u2044", "/"}, {"\u00b7", "-"}, {"\u25c4", "<"}, {"\u2212", "-"}}};
  for (const auto& mark : marks) {
    const std::string from = mark[0];
    for (std::size_t at = 0; (at = text.find(from, at)) != std::string::npos;) text.replace(at, from.size(), mark[1]);
  }
  return text;
}

/// One group of the file: its code, and its value as it stands.
struct Group {
  int code = 0;
  std::string value;
};

std::vector<Group> groupsOf(const std::string& text) {
  std::vector<Group> groups;
  std::istringstream lines(text);
  std::string code, value;
  while (std::getline(lines, code) && std::getline(lines, value)) {
    for (std::string* line : {&code, &value}) {
      if (!line->empty() && line->back() == '\r') line->pop_back();
    }
    groups.push_back({std::atoi(code.c_str()), value});
  }
  return groups;
}

/// The library names no owners in the section of objects, and readers that look for them have to mend the file. Each
/// object belongs to the dictionary that lists it; the first, to none.
std::string withOwners(const std::string& text) {
  const std::vector<Group> groups = groupsOf(text);
  std::map<std::string, std::string> owners;
  std::string object, handle;
  bool inObjects = false;
  for (std::size_t i = 0; i < groups.size(); ++i) {
    const Group& group = groups[i];
    if (group.code == 2 && i > 0 && groups[i - 1].value == "SECTION") inObjects = group.value == "OBJECTS";
    if (group.code == 0) object = group.value;
    if (group.code == 5) handle = group.value;
    const bool isDictionary = object == "DICTIONARY" || object == "ACDBDICTIONARYWDFLT";
    if (inObjects && isDictionary && (group.code == 350 || group.code == 360)) owners.emplace(group.value, handle);
  }
  std::string owned;
  inObjects = false;
  for (std::size_t i = 0; i < groups.size(); ++i) {
    const Group& group = groups[i];
    if (group.code == 2 && i > 0 && groups[i - 1].value == "SECTION") inObjects = group.value == "OBJECTS";
    owned += std::to_string(group.code) + "\n" + group.value + "\n";
    if (!inObjects || group.code != 5) continue;
    const auto owner = owners.find(group.value);
    owned += "330\n" + (owner == owners.end() ? std::string("0") : owner->second) + "\n";
  }
  return owned;
}

}  // namespace

Result<WrittenSheet> writeDxf(const Drawing& drawing, const std::string& file) {
  DL_Dxf dxf;
  // The library writes to a file of its own and does not say whether it could; what it wrote is read again and put in
  // place when it is whole.
  const std::string draft = file + ".draft~";
  const std::unique_ptr<DL_WriterA> writer(dxf.out(draft.c_str(), DL_VERSION_2000));
  if (writer == nullptr || writer->openFailed())
    return fail(Fault::CannotWrite, {0, 0, file}, {"the file cannot be opened"});
  dxf.writeHeader(*writer);
  writer->dxfString(9, "$INSUNITS");
  writer->dxfInt(70, 4);
  writer->dxfString(9, "$MEASUREMENT");
  writer->dxfInt(70, 1);
  writer->sectionEnd();
  writeTables(dxf, *writer);
  writer->sectionBlocks();
  for (const char* block : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
    dxf.writeBlock(*writer, DL_BlockData(block, 0, 0.0, 0.0, 0.0));
    dxf.writeEndBlock(*writer, block);
  }
  writer->sectionEnd();
  writer->sectionEntities();
  for (const SheetLine& line : drawing.lines) {
    const DL_Attributes attributes(styleOf(line.role).layer, 256, -1, "BYLAYER", 1.0);
    dxf.writePolyline(*writer, DL_PolylineData(static_cast<int>(line.points.size()), 0, 0, 0), attributes);
    for (const Vec2& point : line.points) dxf.writeVertex(*writer, DL_VertexData(point.x(), point.y(), 0.0));
    dxf.writePolylineEnd(*writer);
  }
  for (const SheetText& text : drawing.texts) {
    const int place = text.place == TextPlace::Left ? 0 : text.place == TextPlace::Centre ? 1 : 2;
    dxf.writeText(*writer,
                  DL_TextData(text.at.x(), text.at.y(), 0.0, text.at.x(), text.at.y(), 0.0, text.heightMm, 1.0, 0,
                              place, 0, plainText(text.text), "Standard", text.angleRad),
                  DL_Attributes("TEXT", 256, -1, "BYLAYER", 1.0));
  }
  writer->sectionEnd();
  dxf.writeObjects(*writer);
  dxf.writeObjectsEnd(*writer);
  writer->dxfEOF();
  writer->close();
  constexpr std::size_t mostBytes = 1U << 30U;
  const auto text = readWholeFile(draft, mostBytes);
  disk().remove(draft);
  if (!text || text->find("EOF", text->size() - std::min<std::size_t>(text->size(), 8)) == std::string::npos)
    return fail(Fault::CannotWrite, {0, 0, file}, {"it could not be written whole; is the disk full?"});
  if (const auto written = writeWholeFile(file, withOwners(*text)); !written)
    return tl::make_unexpected(written.error());
  const DrawingBounds box = boundsOf(drawing);
  return WrittenSheet{file, drawing.name, box.width(), box.height(), drawing.code};
}

}  // namespace narrows
