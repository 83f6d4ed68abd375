// The command line: its columns, units and exit statuses, against the contract and against sums.

#include <QFileInfo>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest/QtTest>
#include <cmath>

namespace {

struct Run {
  int status;
  QString out, error;
  QList<QStringList> rows() const {
    QList<QStringList> found;
    for (const QString& line : out.split('\n', Qt::SkipEmptyParts)) found.append(line.split(','));
    return found;
  }
};

Run cli(const QStringList& arguments) {
  QProcess process;
  process.start(QStringLiteral(NARROWS_CLI), arguments);
  if (!process.waitForFinished(60000)) qFatal("narrows-cli did not end");
  return {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
          QString::fromUtf8(process.readAllStandardError())};
}

QString boat(const char* name) {
  return QStringLiteral(NARROWS_SOURCE_DIR "/boats/") + QLatin1String(name);
}

}  // namespace

class CliTest : public QObject {
  Q_OBJECT

 private slots:
  void girthsHaveTheirColumnsAndEnds() {
    const Run run = cli({"girths", boat("osier.csv"), "--units", "mm"});
    QCOMPARE(run.status, 0);
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("station,distance,girth"));
    QCOMPARE(rows.size(), 1 + 1 + 8);
    QCOMPARE(rows[1][0], QString("stem"));
    QVERIFY(rows[1][1].isEmpty());
    QCOMPARE(rows[2][1], QString("609.600"));
    QCOMPARE(rows.last()[0], QString("transom"));
    QVERIFY(rows.last()[1].isEmpty());
  }

  void widthsSumToTheGirthsOfTheBaseLine() {
    const auto girths = cli({"girths", boat("osier.csv"), "--units", "in"}).rows();
    const auto widths =
        cli({"widths", boat("osier.csv"), "--units", "in", "--widths", "5,4 1/2,4,3 5/8,3 1/2@4"}).rows();
    QCOMPARE(widths[0].join(','), QString("strake,station,width"));
    for (int i = 1; i < girths.size(); ++i) {
      double sum = 0.0;
      for (int k = 1; k < widths.size(); ++k) sum += widths[k][1] == girths[i][0] ? widths[k][2].toDouble() : 0.0;
      QVERIFY2(std::abs(sum - girths[i][2].toDouble()) < 1e-4, qPrintable(girths[i][0]));
    }
  }

  void liningRunsFromBaseLineToSheer() {
    const auto rows = cli({"lining", boat("sedge.csv"), "--strakes", "4"}).rows();
    QCOMPARE(rows[0].join(','), QString("line,station,x,y,z,girth"));
    QCOMPARE(rows.size(), 1 + 5 * 10);
    for (const QStringList& row : rows.mid(1)) {
      if (row[0] == "0") QCOMPARE(row[5].toDouble(), 0.0);
      if (row[0] == "4" && row[1] == "3") QVERIFY(std::abs(row[4].toDouble() - 456.0) < 0.01);
      if (row[0] == "0" && row[1] == "3") QVERIFY(std::abs(row[4].toDouble() - 60.0) < 0.01);  // the chine
    }
    const auto whole = cli({"lining", boat("sedge.csv"), "--strakes", "4", "--whole-section"}).rows();
    for (const QStringList& row : whole.mid(1)) {
      if (row[0] == "0" && row[1] == "3") QCOMPARE(row[3].toDouble(), 0.0);  // the rabbet, on the centre line
    }
  }

  void plankHasItsEdgesAndSummary() {
    const auto edges = cli({"plank", boat("sedge.csv"), "--strakes", "4", "--strake", "2", "--lap", "16"}).rows();
    QCOMPARE(edges[0].join(','), QString("edge,x,y"));
    int lower = 0, upper = 0;
    for (const QStringList& row : edges.mid(1)) {
      (row[0] == "lower" ? lower : upper) += 1;
      QVERIFY(row[0] == "lower" ? upper == 0 : row[0] == "upper");
      QVERIFY(row[1].toDouble() > -0.001 && row[2].toDouble() > -0.001);
    }
    QVERIFY(lower >= 250 && upper >= 250);
    const auto summary =
        cli({"plank", boat("sedge.csv"), "--strakes", "4", "--strake", "2", "--lap", "16", "--summary"}).rows();
    QCOMPARE(summary[0].join(','),
             QString("strake,length_lower,length_upper,board_length,board_width,sny,strain_rms,strain_max"));
    double widest = 0.0;
    for (const QStringList& row : edges.mid(1)) widest = std::max(widest, row[2].toDouble());
    QVERIFY(std::abs(summary[1][4].toDouble() - widest) < 0.01);
    const auto garboard =
        cli({"plank", boat("sedge.csv"), "--strakes", "4", "--strake", "1", "--lap", "16", "--summary"});
    const auto bare = cli({"plank", boat("sedge.csv"), "--strakes", "4", "--strake", "1", "--summary"});
    QCOMPARE(garboard.out, bare.out);  // no lap on the lowest
  }

  void aLengthOfTheHullCanBeCutSquare() {
    const auto rows = cli({"widths", boat("marl.csv"), "--strakes", "12", "--from", "3", "--to", "7"}).rows();
    QCOMPARE(rows.size(), 1 + 12 * 5);
    QCOMPARE(rows[1][1], QString("3"));
    const auto whole =
        cli({"plank", boat("marl.csv"), "--strakes", "12", "--strake", "6", "--summary", "--units", "mm"}).rows();
    const auto part = cli({"plank", boat("marl.csv"), "--strakes", "12", "--strake", "6", "--summary", "--units", "mm",
                           "--from", "3", "--to", "7"})
                          .rows();
    QVERIFY(part[1][1].toDouble() < 0.55 * whole[1][1].toDouble());
    QVERIFY(part[1][1].toDouble() > 2740.0);  // four bays of 2 ft 3 in at the least
  }

  void surfacesAreTheThicknessApart() {
    // At marl's deck amidships the side is nearly upright: an inch of planking moves it an inch and a little.
    double y[2];
    int i = 0;
    for (const char* surface : {"inside", "outside"}) {
      for (const QStringList& row :
           cli({"lining", boat("marl.csv"), "--strakes", "12", "--units", "mm", "--surface", surface}).rows()) {
        if (row[0] == "10" && row[1] == "6") y[i] = row[3].toDouble();
      }
      ++i;
    }
    QVERIFY2(y[1] - y[0] > 25.3 && y[1] - y[0] < 29.0, qPrintable(QString::number(y[1] - y[0])));
  }

  void notationsOfResults() {
    const auto eighths = cli({"widths", boat("sedge.csv"), "--strakes", "4", "--units", "ft-in-8ths"}).rows();
    QVERIFY(QRegularExpression("^\\d+-\\d+-\\d[+]?$").match(eighths[1][2]).hasMatch());
    const auto in = cli({"widths", boat("sedge.csv"), "--strakes", "4", "--units", "in"}).rows();
    QVERIFY(QRegularExpression("^\\d+\\.\\d{5}$").match(in[1][2]).hasMatch());
    const auto mm = cli({"widths", boat("sedge.csv"), "--strakes", "4"}).rows();
    QVERIFY(QRegularExpression("^\\d+\\.\\d{3}$").match(mm[1][2]).hasMatch());
  }

  void importedBookAnswersLikeItsTable() {
    QTemporaryDir folder;
    const QString book = folder.filePath("osier.narrows");
    QCOMPARE(cli({"import", boat("osier.csv"), "--out", book}).out, QString());
    QCOMPARE(cli({"girths", book}).out, cli({"girths", boat("osier.csv")}).out);
    QCOMPARE(cli({"widths", book}).status, 0);  // her own lining
    QCOMPARE(cli({"widths", book, "--strakes", "9"}).out, cli({"widths", boat("osier.csv"), "--strakes", "9"}).out);
    QCOMPARE(cli({"widths", boat("osier.csv")}).status, 2);
  }

  void sheetsAreListedAsTheyAreWritten() {
    QTemporaryDir folder;
    for (const char* format : {"pdf", "svg", "dxf"}) {
      const Run run =
          cli({"sheets", boat("sedge.csv"), "--strakes", "3", "--out", folder.filePath(format), "--format", format});
      QCOMPARE(run.status, 0);
      const auto rows = run.rows();
      QCOMPARE(rows[0].join(','), QString("file,what,width,height"));
      QCOMPARE(rows.size(), 1 + 3 + 2);
      for (const QStringList& row : rows.mid(1)) QVERIFY2(QFileInfo(row[0]).size() > 500, qPrintable(row[0]));
    }
  }

  void wrongCommandLinesAnswerTwo_data() {
    QTest::addColumn<QStringList>("arguments");
    const QString osier = boat("osier.csv");
    QTest::newRow("nothing") << QStringList{};
    QTest::newRow("unknown command") << QStringList{"sail", osier};
    QTest::newRow("no file") << QStringList{"girths"};
    QTest::newRow("unknown unit") << QStringList{"girths", osier, "--units", "cubits"};
    QTest::newRow("strakes out of bounds") << QStringList{"widths", osier, "--strakes", "41"};
    QTest::newRow("two rules") << QStringList{"widths", osier, "--strakes", "8", "--widths", "4,4,4"};
    QTest::newRow("no rule") << QStringList{"lining", osier};
    QTest::newRow("nonsense width") << QStringList{"widths", osier, "--widths", "4,x,4"};
    QTest::newRow("nonsense lap") << QStringList{"plank", osier, "--strakes", "8", "--strake", "2", "--lap", "wide"};
    QTest::newRow("from aft of to") << QStringList{"widths", osier, "--strakes", "8", "--from", "5", "--to", "2"};
    QTest::newRow("unknown paper") << QStringList{"sheets", osier,  "--strakes", "8",
                                                  "--out",  "/tmp", "--paper",   "papyrus"};
  }
  void wrongCommandLinesAnswerTwo() {
    QFETCH(QStringList, arguments);
    const Run run = cli(arguments);
    QCOMPARE(run.status, 2);
    QVERIFY(run.out.isEmpty());
    QVERIFY(!run.error.isEmpty());
  }

  void faultsAnswerOneAndPrintNothing() {
    QTemporaryDir folder;
    const QString bad = folder.filePath("bad.csv");
    QFile file(bad);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write("offsets,1\nunits,cubits\nstations,A,B\ndistance,0,x\n");
    file.close();
    const Run run = cli({"girths", bad});
    QCOMPARE(run.status, 1);
    QVERIFY(run.out.isEmpty());
    QVERIFY2(run.error.contains("line 2, field 2") && run.error.contains("line 4, field 3"), qPrintable(run.error));
    QCOMPARE(cli({"girths", folder.path()}).status, 1);
    QCOMPARE(cli({"girths", folder.filePath("none.csv")}).status, 1);
    QCOMPARE(cli({"plank", boat("osier.csv"), "--strakes", "8", "--strake", "9"}).status, 1);
    QCOMPARE(cli({"widths", boat("osier.csv"), "--strakes", "8", "--from", "12"}).status, 1);
    QCOMPARE(cli({"import", boat("osier.csv"), "--out", "/proc/none/book.narrows"}).status, 1);
  }

  void everyCommandHasHelp() {
    for (const char* command : {"girths", "lining", "widths", "plank", "sheets", "import"}) {
      const Run run = cli({command, "--help"});
      QCOMPARE(run.status, 0);
      QVERIFY(run.out.contains("FILE"));
    }
  }

  void fairnessNamesEveryFigureAndTheMisreadOnes() {
    const Run run = cli({"fairness", boat("marl_misread.csv"), "--units", "mm"});
    QCOMPARE(run.status, 0);
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("line,station,value,float,ease,verdict"));
    QStringList misread;
    for (const QStringList& row : rows) {
      QCOMPARE(row.size(), 6);
      if (row[5] == "misread") misread << row[0] + " " + row[1];
      if (row[0] == "height sheer" && row[1] == "4") {
        QCOMPARE(row[2], QString("1574.800"));
        QVERIFY(std::abs(row[3].toDouble() + 42.0) < 3.0);  // batten less figure
        QVERIFY(row[4].toDouble() > 0.5);
      }
    }
    QCOMPARE(misread, QStringList({"height sheer 4", "height buttock 2-0-0 5", "half-breadth waterline 3-0-0 4"}));
    const QString clean = cli({"fairness", boat("marl.csv")}).out;
    QVERIFY(!clean.contains("misread") && !clean.contains("look"));
    QVERIFY(clean.contains("profile stem rabbet,1,2-2-0,"));
    QCOMPARE(cli({"fairness", boat("nothing.csv")}).status, 1);
  }

  void mouldsHaveTheirMarksInOrderAndTheirBevels() {
    const auto rows = cli({"moulds", boat("osier.csv"), "--units", "mm", "--strakes", "8"}).rows();
    QCOMPARE(rows[0].join(','), QString("station,mark,x,y,z,bevel"));
    double lastZ = -1.0;
    int lines = 0;
    for (int i = 1; i < rows.size(); ++i) {
      QCOMPARE(rows[i].size(), 6);
      if (rows[i][0] != "1") break;
      QCOMPARE(rows[i][2], QString("609.600"));
      QVERIFY(rows[i][4].toDouble() >= lastZ - 1e-9);
      lastZ = rows[i][4].toDouble();
      if (rows[i][1].startsWith("line ")) ++lines;
      if (rows[i][1] == "waterline 1-0-0") QCOMPARE(rows[i][4], QString("304.800"));
      if (rows[i][1] == "sheer") {
        QVERIFY(std::abs(rows[i][3].toDouble() - 254.0) < 0.8);
        QVERIFY(rows[i][5].toDouble() < -5.0);  // forward the hull's outside looks forward
      }
    }
    QCOMPARE(lines, 7);
    QCOMPARE(cli({"moulds", boat("osier.csv"), "--from", "3", "--to", "5"}).rows()[1][0], QString("3"));
  }

  void mouldAndLinesSheetsAreWritten() {
    QTemporaryDir folder;
    const auto moulds = cli({"sheets", boat("sedge.csv"), "--out", folder.path(), "--what", "moulds", "--format", "svg",
                             "--nested-on", "1220x2440"})
                            .rows();
    QCOMPARE(moulds[0].join(','), QString("file,what,width,height"));
    QStringList what;
    for (const QStringList& row : moulds) what << row[1];
    QVERIFY(what.contains("mould-1") && what.contains("mould-8") && what.contains("mould-set-up") &&
            what.contains("moulds-nested-1"));
    const auto lines =
        cli({"sheets", boat("sedge.csv"), "--out", folder.path(), "--what", "lines", "--format", "dxf"}).rows();
    QCOMPARE(lines.size(), 3);
    for (const auto& list : {moulds, lines}) {
      for (int i = 1; i < list.size(); ++i) QVERIFY(QFileInfo(list[i][0]).size() > 200);
    }
    QCOMPARE(
        cli({"sheets", boat("sedge.csv"), "--out", folder.path(), "--what", "moulds", "--nested-on", "wide"}).status,
        2);
  }
};

QTEST_GUILESS_MAIN(CliTest)
#include "cli_test.moc"
