// The ground floor first: no folder includes one above it.

#include <QDir>
#include <QDirIterator>
#include <QRegularExpression>
#include <QTest>
#include <map>
#include <vector>

class LayersTest : public QObject {
  Q_OBJECT

  /// A source, by the folders it lies in below the root and its own name, and its text.
  struct Source {
    QStringList place;
    QString text;
    QString name() const { return place.join('/'); }
  };
  static std::vector<Source> sourcesBelow(const QString& root) {
    std::vector<Source> sources;
    QDirIterator files(root, {"*.h", "*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
    while (files.hasNext()) {
      QFile file(files.next());
      if (!file.open(QIODevice::ReadOnly)) qFatal("%s cannot be read", qPrintable(file.fileName()));
      sources.push_back({QDir(root).relativeFilePath(file.fileName()).split('/'), QString::fromUtf8(file.readAll())});
    }
    return sources;
  }

 private slots:
  void noFolderOfCoreIncludesOneAboveIt() {
    const std::map<QString, int> floors{{"problem", 0},    {"files", 1},     {"length", 1},   {"curve", 2},
                                        {"lines", 3},      {"fairing", 4},   {"lining", 5},   {"moulds", 6},
                                        {"backbone", 7},   {"plank", 8},     {"weighing", 9}, {"joining", 10},
                                        {"fastening", 11}, {"flatwork", 10}, {"daybook", 10}, {"stock", 10},
                                        {"book", 12},      {"advice", 13},   {"solve", 14}};
    const QString root = QStringLiteral(NARROWS_SOURCE_DIR "/core/");
    const QRegularExpression include(QStringLiteral("#include \"([a-z_]+)/"));
    int seen = 0;
    for (const Source& source : sourcesBelow(root)) {
      const QString& own = source.place[0];
      QVERIFY2(floors.contains(own), qPrintable(own));
      for (auto it = include.globalMatch(source.text); it.hasNext();) {
        const QString other = it.next().captured(1);
        QVERIFY2(floors.contains(other), qPrintable(source.name() + " includes " + other));
        QVERIFY2(floors.at(other) <= floors.at(own), qPrintable(source.name() + " includes " + other));
        ++seen;
      }
      QVERIFY2(!source.text.contains(QStringLiteral("#include <Q")), qPrintable(source.name() + " includes Qt"));
    }
    QVERIFY(seen > 50);
  }

  void noFolderOfTheWindowIncludesOneAboveIt() {
    const std::map<QString, int> floors{{"commands", 0}, {"canvas", 1}, {"stages", 2}, {"window", 3}};
    const QString root = QStringLiteral(NARROWS_SOURCE_DIR "/app/");
    QCOMPARE(QDir(root).entryList(QDir::Dirs | QDir::NoDotAndDotDot).size(), static_cast<qsizetype>(floors.size()));
    const QRegularExpression include(QStringLiteral("#include \"((commands|canvas|stages|window)/[a-z_/]+)\\.h\""));
    int seen = 0;
    for (const Source& source : sourcesBelow(root)) {
      const QStringList& own = source.place;
      if (own.size() < 2) continue;  // what puts it all together
      for (auto it = include.globalMatch(source.text); it.hasNext();) {
        const QStringList other = it.next().captured(1).split('/');
        const QString words = source.name() + " includes " + other.join('/');
        QVERIFY2(floors.at(other[0]) <= floors.at(own[0]), qPrintable(words));
        // A stage knows no other, and the window knows stages and nothing inside them.
        if (own[0] == "stages" && own.size() > 2 && other[0] == "stages" && other.size() > 2)
          QVERIFY2(other[1] == own[1], qPrintable(words));
        if (own[0] == "window" && other[0] == "stages")
          QVERIFY2(other.back().endsWith("stage") || other.back() == "slate", qPrintable(words));
        ++seen;
      }
    }
    QVERIFY(seen > 300);
  }

  void everyFolderOfCoreIsOnAFloor() {
    const QStringList folders =
        QDir(QStringLiteral(NARROWS_SOURCE_DIR "/core")).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
    QCOMPARE(folders.size(), 19);
  }
};

QTEST_APPLESS_MAIN(LayersTest)
#include "layers_test.moc"
