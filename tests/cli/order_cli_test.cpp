// The order of work from a terminal, by the contract alone: on the sample boat part way through.

#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>
#include <QTest>
#include <functional>

#include "cli_run.h"

using namespace narrows::tests;

class OrderCliTest : public QObject {
  Q_OBJECT

  QTemporaryDir m_folder;

  /// The rows of a run, quoted fields whole.
  static QList<QStringList> rowsOf(const QString& out) {
    QList<QStringList> rows;
    for (const QString& line : out.split('\n', Qt::SkipEmptyParts)) {
      QStringList fields{QString()};
      bool quoted = false;
      for (const QChar c : line) {
        if (c == '"') quoted = !quoted;
        if (c == ',' && !quoted) {
          fields.append(QString());
        } else if (c != '"') {
          fields.back() += c;
        }
      }
      rows.append(fields);
    }
    return rows;
  }
  /// The sample with its day book changed.
  QString bookWith(const char* name, const std::function<void(QJsonObject&)>& change) {
    QFile read(boat("osier_begun.narrows"));
    if (!read.open(QIODevice::ReadOnly)) qFatal("no sample");
    QJsonObject book = QJsonDocument::fromJson(read.readAll()).object();
    QJsonObject daybook = book["daybook"].toObject();
    change(daybook);
    book["daybook"] = daybook;
    book["next-id"] = 100000;
    const QString path = m_folder.filePath(QLatin1String(name));
    QFile write(path);
    if (!write.open(QIODevice::WriteOnly)) qFatal("cannot write");
    write.write(QJsonDocument(book).toJson());
    return path;
  }

 private slots:
  void everyStepHasARowWithWhatItWaitsForAndUntilWhen() {
    const Run run = cli({"order", boat("osier_begun.narrows"), "--at", "2026-04-27T09:10:00Z"});
    QCOMPARE(run.status, 0);
    QVERIFY2(run.error.isEmpty(), qPrintable(run.error));
    const auto rows = rowsOf(run.out);
    QCOMPARE(rows[0].join(','), QString("part,step,state,waits_for,ready"));
    QVERIFY(rows.size() > 200);
    QSet<QString> states;
    const auto row = [&](const QString& part, const QString& step) {
      for (const QStringList& one : rows) {
        if (one[0] == part && one[1] == step) return one;
      }
      return QStringList(5);
    };
    for (const QStringList& one : rows.mid(1)) {
      QCOMPARE(one.size(), 5);
      states.insert(one[2]);
      if (one[2] == "waits") QVERIFY2(!one[3].isEmpty(), qPrintable(one.join('|')));
      if (one[2] == "ready" || one[2] == "done") QVERIFY2(one[3].isEmpty(), qPrintable(one.join('|')));
      QVERIFY(one[4].isEmpty() || one[2] == "waits");
    }
    QVERIFY((states == QSet<QString>{"done", "ready", "waits", "in hand"}));
    QCOMPARE(row("Strake 1, port", "offer it up")[2], QString("in hand"));
    QCOMPARE(row("Stem", "cut its head")[2], QString("done"));
    // Sixty hours after eight in the morning of a day in summer time: a moment, told in universal time.
    QCOMPARE(row("rudder", "shape it")[4], QString("2026-04-29T19:00:00Z"));
    // Too cold: nobody knows until when.
    QVERIFY(row("Strake 1, starboard", "prime inside, laps and hood ends")[3].contains("the shop is at 43 °F"));
    QVERIFY(row("Strake 1, starboard", "prime inside, laps and hood ends")[4].isEmpty());
    QVERIFY(row("Strake 5, port", "get it out")[3].contains("larch for the topsides, 4 days late"));
    // The same whatever zone the terminal stands in.
    qputenv("TZ", "Pacific/Auckland");
    QCOMPARE(cli({"order", boat("osier_begun.narrows"), "--at", "2026-04-27T09:10:00Z"}).out, run.out);
    qunsetenv("TZ");
    // When the glue is off it can be shaped.
    const auto later = rowsOf(cli({"order", boat("osier_begun.narrows"), "--at", "2026-04-29T19:00:00Z"}).out);
    for (const QStringList& one : later) {
      if (one[0] == "rudder" && one[1] == "shape it") QCOMPARE(one[2], QString("ready"));
    }
  }

  void aTableHasAnOrderTooAndNonsenseIsRefused() {
    const auto rows = rowsOf(cli({"order", boat("marl.csv")}).out);
    QVERIFY(rows.size() > 150);
    const auto backed =
        std::count_if(rows.begin(), rows.end(), [](const QStringList& one) { return one[1] == "back it out"; });
    QVERIFY(backed > 4);
    QCOMPARE(cli({"order", boat("marl.csv"), "--at", "yesterday"}).status, 2);
    QCOMPARE(cli({"order", boat("marl.csv"), "--from", "1"}).status, 2);
    QCOMPARE(cli({"order", boat("no_such.narrows")}).status, 1);
  }

  void loopsAndStraysAreToldAndNothingStops() {
    const QString loop = bookWith("loop.narrows", [](QJsonObject& daybook) {
      const auto only = [](const char* part, const char* step) {
        return QJsonObject{{"part", QJsonObject{{"kind", part}}}, {"step", step}};
      };
      daybook["links"] = QJsonArray{
          QJsonObject{{"id", 5001}, {"first", only("hull", "prime-hull")}, {"then", only("hull", "plane-sheer")}}};
      QJsonArray steps = daybook["steps"].toArray();
      steps.append(QJsonObject{
          {"id", 5002},
          {"of", QJsonObject{{"part", QJsonObject{{"kind", "timber"}, {"name", "bowsprit"}}}, {"step", "faces"}}},
          {"planned", "2026-05-09"}});
      daybook["steps"] = steps;
    });
    const Run run = cli({"order", loop, "--at", "2026-04-27T09:10:00Z"});
    QCOMPARE(run.status, 0);
    QVERIFY2(run.error.contains("waits for itself") && run.error.contains("prime her"), qPrintable(run.error));
    QVERIFY2(run.error.contains("Bowsprit"), qPrintable(run.error));
    const QString bad = bookWith("bad.narrows", [](QJsonObject& daybook) {
      daybook["hands"] = 0;
      daybook["waits"] = QJsonArray{QJsonObject{{"kind", "paint"}, {"hours", 9000}}};
    });
    const Run refused = cli({"order", bad});
    QVERIFY(refused.status == 1 && refused.out.isEmpty());
    QVERIFY2(refused.error.contains("hands") && refused.error.contains("a coat of paint"), qPrintable(refused.error));
  }
};

QTEST_GUILESS_MAIN(OrderCliTest)
#include "order_cli_test.moc"
