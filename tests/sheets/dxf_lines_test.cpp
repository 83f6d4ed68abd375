// Polylines read from DXF: of both kinds, with bulges, in the file's units; what cannot be taken is named.

#include <QFile>
#include <QTemporaryDir>
#include <QTest>
#include <cmath>

#include "dxf_lines.h"

using namespace narrows;

namespace {

/// Group codes and values as the lines of a DXF file.
QByteArray pairs(const QList<QPair<int, QString>>& codes) {
  QByteArray text;
  for (const auto& [code, value] : codes) text += QByteArray::number(code) + "\n" + value.toUtf8() + "\n";
  return text;
}

QByteArray header(int units) {
  QByteArray text = pairs({{0, "SECTION"}, {2, "HEADER"}, {9, "$ACADVER"}, {1, "AC1015"}});
  if (units >= 0) text += pairs({{9, "$INSUNITS"}, {70, QString::number(units)}});
  return text + pairs({{0, "ENDSEC"}, {0, "SECTION"}, {2, "ENTITIES"}});
}

const QByteArray& end() {
  static const QByteArray text = pairs({{0, "ENDSEC"}, {0, "EOF"}});
  return text;
}

QByteArray lightPolyline(const QString& layer, const QList<QList<double>>& corners) {
  QByteArray text = pairs({{0, "LWPOLYLINE"},
                           {5, "A1"},
                           {100, "AcDbEntity"},
                           {8, layer},
                           {100, "AcDbPolyline"},
                           {90, QString::number(corners.size())},
                           {70, "0"}});
  for (const QList<double>& corner : corners) {
    text += pairs({{10, QString::number(corner[0], 'f', 6)}, {20, QString::number(corner[1], 'f', 6)}});
    if (corner.size() > 2) text += pairs({{42, QString::number(corner[2], 'f', 12)}});
  }
  return text;
}

QByteArray oldPolyline(const QString& layer, const QList<QList<double>>& corners) {
  QByteArray text = pairs({{0, "POLYLINE"}, {8, layer}, {66, "1"}, {70, "0"}});
  for (const QList<double>& corner : corners)
    text += pairs({{0, "VERTEX"}, {8, layer}, {10, QString::number(corner[0])}, {20, QString::number(corner[1])}});
  return text + pairs({{0, "SEQEND"}});
}

QByteArray straight(const QString& layer, double x1, double y1, double x2, double y2) {
  return pairs({{0, "LINE"},
                {8, layer},
                {10, QString::number(x1)},
                {20, QString::number(y1)},
                {11, QString::number(x2)},
                {21, QString::number(y2)}});
}

}  // namespace

class DxfLinesTest : public QObject {
  Q_OBJECT

  QTemporaryDir m_folder;
  Result<DxfLines> read(const QByteArray& text) {
    QFile file(m_folder.filePath("lines.dxf"));
    if (!file.open(QIODevice::WriteOnly)) qFatal("cannot write");
    file.write(text);
    file.close();
    return readDxfLines(file.fileName().toStdString());
  }

 private slots:
  void bothKindsOfPolylinesAreReadInTheFilesUnits() {
    const auto inches = read(header(1) + lightPolyline("section 3", {{0, 4}, {10, 6.5}, {14.25, 20}}) +
                             oldPolyline("sheer", {{0, 0}, {100, 2}}) + end());
    QVERIFY2(inches, inches ? "" : describe(inches.error()).c_str());
    QCOMPARE(inches->lines.size(), std::size_t{2});
    QCOMPARE(inches->lines[0].layer, std::string("section 3"));
    QVERIFY((inches->lines[0].points[2] - Vec2(14.25 * 25.4, 20.0 * 25.4)).norm() < 1e-9);
    QVERIFY((inches->lines[1].points[1] - Vec2(2540.0, 50.8)).norm() < 1e-9);
    for (const auto& [unit, mm] : {std::pair(2, 304.8), std::pair(4, 1.0), std::pair(5, 10.0), std::pair(6, 1000.0)}) {
      const auto made = read(header(unit) + lightPolyline("a", {{0, 0}, {3, 4}}) + end());
      QVERIFY(made && std::abs(made->lines[0].lengthMm() - 5.0 * mm) < 1e-9);
    }
  }

  void aFileWithoutUnitsIsLeftInItsOwn() {
    for (const int units : {-1, 0}) {
      const auto made = read(header(units) + lightPolyline("a", {{0, 0}, {3, 4}}) + end());
      QVERIFY(made && !made->mmPerUnit);
      QCOMPARE(made->lines[0].lengthMm(), 5.0);
      QCOMPARE(inMillimetres(*made, 25.4)[0].lengthMm(), 127.0);
    }
  }

  void bulgesAreArcsAndLinesThatTouchAreOne() {
    // A half circle of radius 50, to the right of the way from one end to the other for a bulge of one.
    const auto made = read(header(4) + lightPolyline("arc", {{0, 0, 1.0}, {100, 0}}) + straight("b", 0, 0, 10, 0) +
                           straight("b", 10, 0, 10, 10) + straight("b", 50, 50, 60, 60) + end());
    QVERIFY(made);
    QCOMPARE(made->lines.size(), std::size_t{3});
    const auto& arc = made->lines[0].points;
    QVERIFY(arc.size() > 40);
    for (const Vec2& point : arc) QVERIFY(std::abs((point - Vec2(50.0, 0.0)).norm() - 50.0) < 1e-9);
    QVERIFY(arc[arc.size() / 2].y() < -40.0);
    QCOMPARE(made->lines[1].points.size(), std::size_t{3});
    QCOMPARE(made->lines[2].points.size(), std::size_t{2});
  }

  void whatCannotBeTakenIsNamed() {
    const QByteArray spline = pairs({{0, "SPLINE"}, {8, "s"}, {70, "8"}, {71, "3"}, {72, "8"}, {73, "4"}});
    const auto made = read(header(4) + lightPolyline("a", {{0, 0}, {3, 4}}) + spline + end());
    QVERIFY(made);
    QCOMPARE(made->passedOver.size(), std::size_t{1});
    QVERIFY2(made->passedOver[0].find("spline") != std::string::npos, made->passedOver[0].c_str());
    const auto only = read(header(4) + spline + end());
    QVERIFY(!only);
    QVERIFY2(describe(only.error()).find("spline") != std::string::npos, describe(only.error()).c_str());
    QVERIFY(!read("nothing of the kind"));
    QVERIFY(!read(""));
    QVERIFY(!read(header(4) + end()));
    QVERIFY(!readDxfLines(m_folder.filePath("none.dxf").toStdString()));
  }
};

QTEST_GUILESS_MAIN(DxfLinesTest)
#include "dxf_lines_test.moc"
