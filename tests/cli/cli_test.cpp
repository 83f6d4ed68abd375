// The command line: its columns, units and exit statuses, against the contract and against sums.

#include <QFileInfo>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>
#include <QTest>
#include <cmath>
#include <map>
#include <set>
#include <tuple>

#include "cli_run.h"

using namespace narrows::tests;

namespace {

/// A book of osier's eight strakes, the fourth joined at 2,400 mm to starboard and at 1,900 to port.
QString joinedBook(const QTemporaryDir& folder) {
  QFile read(boat("osier.narrows"));
  if (!read.open(QIODevice::ReadOnly)) qFatal("no osier");
  QJsonObject book = QJsonDocument::fromJson(read.readAll()).object();
  const auto joint = [](const char* side, double at) {
    return QJsonObject{{"strake", 4}, {"side", side}, {"at", at}, {"kind", "scarf"}};
  };
  book["joining"] = QJsonObject{{"joints", QJsonArray{joint("starboard", 2400.0), joint("port", 1900.0)}}};
  const QString path = folder.path() + "/joined.narrows";
  QFile write(path);
  if (!write.open(QIODevice::WriteOnly)) qFatal("cannot write");
  write.write(QJsonDocument(book).toJson());
  return path;
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
      if (row[0] == "4" && row[1] == "3") QVERIFY(std::abs(row[4].toDouble() - 456.0) <= 0.5);
      if (row[0] == "0" && row[1] == "3") QVERIFY(std::abs(row[4].toDouble() - 60.0) <= 0.5);  // the chine
    }
    const auto whole = cli({"lining", boat("sedge.csv"), "--strakes", "4", "--whole-section"}).rows();
    for (const QStringList& row : whole.mid(1)) {
      if (row[0] == "0" && row[1] == "3") QCOMPARE(row[3].toDouble(), 0.0);  // the rabbet, on the centre line
    }
  }

  void aCutPlankIsOneClosedLineThatSaysWhereItLies() {
    for (const char* table : {"osier.csv", "marl.csv", "sedge.csv"}) {
      for (const char* strake : {"1", "3"}) {
        const Run run = cli({"plank", boat(table), "--strakes", "8", "--strake", strake, "--cut", "--units", "mm"});
        QVERIFY2(run.status == 0, qPrintable(run.error));
        const auto rows = run.rows();
        QCOMPARE(rows[0].join(','), QString("edge,x,y,distance,half_breadth,height"));
        std::map<QString, QList<QStringList>> lines;
        for (int i = 1; i < rows.size(); ++i) lines[rows[i][0]].append(rows[i]);
        QCOMPARE(lines.size(), std::size_t(4));
        const auto corner = [&](const char* line, bool first) {
          const QStringList& row = first ? lines[line].first() : lines[line].last();
          return row.mid(1).join(',');
        };
        QCOMPARE(corner("bow", true), corner("lower", true));
        QCOMPARE(corner("bow", false), corner("upper", true));
        QCOMPARE(corner("stern", true), corner("lower", false));
        QCOMPARE(corner("stern", false), corner("upper", false));
        QVERIFY(lines["lower"].size() >= 250 && lines["upper"].size() >= 250);
        // On its own board, and as far apart along an edge as on the boat.
        double low = 1e9, left = 1e9;
        for (const auto& [name, line] : lines) {
          for (const QStringList& row : line)
            left = std::min(left, row[1].toDouble()), low = std::min(low, row[2].toDouble());
        }
        QVERIFY(std::abs(low) < 0.01 && std::abs(left) < 0.01);
        double flat = 0.0, space = 0.0;
        const auto& upper = lines["upper"];
        for (int i = 1; i < upper.size(); ++i) {
          const auto by = [&](int c) { return upper[i][c].toDouble() - upper[i - 1][c].toDouble(); };
          flat += std::hypot(by(1), by(2)), space += std::sqrt(by(3) * by(3) + by(4) * by(4) + by(5) * by(5));
        }
        // A garboard an eighth of marl's girth wide is hollow and twisted: it gives by half a thousandth.
        QVERIFY2(std::abs(flat - space) < 8e-4 * space,
                 qPrintable(QString("%1 %2: %3 %4").arg(table, strake).arg(flat).arg(space)));
      }
    }
    // Port is its mirror image.
    const auto starboard =
        cli({"plank", boat("marl.csv"), "--strakes", "9", "--strake", "2", "--cut", "--units", "mm"}).rows();
    const auto port =
        cli({"plank", boat("marl.csv"), "--strakes", "9", "--strake", "2", "--cut", "--units", "mm", "--side", "port"})
            .rows();
    QCOMPARE(port.size(), starboard.size());
    QCOMPARE(port[40][1], starboard[40][1]);
    QCOMPARE(port[40][2].toDouble(), -starboard[40][2].toDouble());
    QCOMPARE(
        cli({"plank", boat("osier.csv"), "--strakes", "8", "--strake", "1", "--cut", "--surface", "outside"}).status,
        2);
    QCOMPARE(cli({"plank", boat("osier.csv"), "--strakes", "8", "--strake", "1", "--cut", "--summary"}).status, 2);
  }

  /// The plank is given all the same, and what is wrong with the timber that it ends on is told, with what would cure
  /// it.
  void whatIsWrongWithTheTimberAtAPlanksEndIsTold() {
    QFile file(boat("osier.csv"));
    QVERIFY(file.open(QIODevice::ReadOnly));
    const QString osier = QString::fromUtf8(file.readAll());
    QTemporaryDir folder;
    int count = 0;
    const auto toldOf = [&](const QString& table, const char* strake) {
      QFile written(folder.filePath(QString("%1.csv").arg(++count)));
      if (!written.open(QIODevice::WriteOnly)) qFatal("cannot write");
      written.write(table.toUtf8());
      written.close();
      const Run run =
          cli({"plank", written.fileName(), "--strakes", "8", "--strake", strake, "--cut", "--as", "carvel"});
      if (run.status != 0 || run.rows().size() < 500) qFatal("no plank: %s", qPrintable(run.error));
      return run.error;
    };
    const auto without = [&](const QString& record) {
      QStringList lines = osier.split('\n');
      lines.removeIf([&](const QString& line) { return line.startsWith(record); });
      return lines.join('\n');
    };
    QVERIFY2(!toldOf(osier, "3").contains("timber"), qPrintable(toldOf(osier, "3")));
    const QString thick = QString(osier).replace("planking,inside,0-0-3+", "planking,inside,0-2-0");
    QVERIFY2(toldOf(thick, "3").contains("too little wood is left between"), qPrintable(toldOf(thick, "3")));
    const QString cutOff = toldOf(without("profile stem rabbet"), "3");
    QVERIFY2(cutOff.contains("planks end square there on no timber"), qPrintable(cutOff));
    // A stem moulded no deeper than to where the inside of the planking leaves it.
    QStringList lines = without("profile stem face").split('\n');
    for (const QString& line : QStringList(lines)) {
      if (line.startsWith("profile stem rabbet")) lines.append(QString(line).replace("stem rabbet", "stem face"));
    }
    lines.removeAll(QString());
    const QString shallow = toldOf(lines.join('\n') + '\n', "5");
    QVERIFY2(shallow.contains("runs out past the stem's face"), qPrintable(shallow));
  }

  void fasteningsAndJointsAreToldWithTheirPlaces() {
    const Run run = cli({"fastenings", boat("osier.narrows"), "--strake", "3", "--units", "mm"});
    QVERIFY2(run.status == 0, qPrintable(run.error));
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("to,fastener,x,y,distance,half_breadth,height"));
    QVERIFY(rows.size() > 40);
    std::set<QString> kinds;
    for (int i = 1; i < rows.size(); ++i) {
      kinds.insert(rows[i][0]);
      QCOMPARE(rows[i].size(), qsizetype(7));
      QVERIFY(rows[i][4].toDouble() > -100.0 && rows[i][5].toDouble() > 0.0);
    }
    QVERIFY(kinds.contains("frame") && kinds.contains("lap") && kinds.contains("hood end"));
    QTemporaryDir folder;
    const auto joints = cli({"joints", joinedBook(folder), "--units", "mm"}).rows();
    QCOMPARE(joints[0].join(','), QString("strake,side,distance,kind,bay,neighbour,apart"));
    QCOMPARE(joints.size(), qsizetype(3));
    const auto port = cli({"joints", joinedBook(folder), "--units", "mm", "--side", "port"}).rows();
    QCOMPARE(port.size(), qsizetype(2));
    QCOMPARE(port[1].mid(0, 4).join(','), QString("4,port,1900.000,scarf"));
  }

  void whatACommandCannotHonourIsRefused() {
    for (const char* command : {"weigh", "joints"}) {
      const Run run = cli({command, boat("osier.narrows"), "--from", "1", "--to", "4"});
      QCOMPARE(run.status, 2);
      QVERIFY2(run.error.contains("--from"), qPrintable(run.error));
      QVERIFY(run.out.isEmpty());
    }
    QCOMPARE(cli({"weigh", boat("osier.narrows"), "--surface", "outside"}).status, 2);
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

  void aStraightRunIsTellingWhereItCrosses() {
    const auto rows = cli({"run", boat("osier.csv"), "--station", "4", "--share", "0.5", "--units", "mm"}).rows();
    QCOMPARE(rows[0].join(','), QString("station,x,y,z,girth"));
    const auto girths = cli({"girths", boat("osier.csv"), "--units", "mm", "--surface", "inside"}).rows();
    for (const QStringList& row : rows.mid(1)) {
      if (row[0] != "4") continue;
      for (const QStringList& girth : girths) {
        if (girth[0] == "4") QVERIFY(std::abs(row[4].toDouble() - 0.5 * girth[2].toDouble()) < 0.01);
      }
    }
    // A steep one would end at an edge; stations beyond have no row. Low down it meets the base line before the stem.
    const auto low = cli({"run", boat("osier.csv"), "--station", "1", "--share", "0.02", "--units", "mm"}).rows();
    QVERIFY(low.size() > 1 && low.size() <= rows.size());
    QCOMPARE(cli({"run", boat("osier.csv"), "--station", "99", "--share", "0.5"}).status, 1);
    QCOMPARE(cli({"run", boat("osier.csv"), "--station", "4", "--share", "1.5"}).status, 2);
  }

  void schoolsMakeBooksWhosePlansAreAskedForByNameAndSide() {
    const QTemporaryDir folder;
    const QString book = folder.filePath("marl.narrows"), both = folder.filePath("both.narrows");
    for (const char* school : {"equal", "middle", "sheer", "waterline", "straight-run", "tops-first"}) {
      const Run made = cli({"school", boat("marl.csv"), "--school", school, "--strakes", "13", "--out", book});
      QVERIFY2(made.status == 0 && made.out.isEmpty(), qPrintable(made.error));
      const auto widths = cli({"widths", book, "--units", "mm"}).rows();
      const auto girths = cli({"girths", boat("marl.csv"), "--units", "mm"}).rows();
      for (int i = 1; i < girths.size(); ++i) {
        double sum = 0.0;
        for (const QStringList& row : widths.mid(1)) sum += row[1] == girths[i][0] ? row[2].toDouble() : 0.0;
        QVERIFY2(std::abs(sum - girths[i][2].toDouble()) < 0.05, qPrintable(girths[i][0]));
      }
    }
    // A book keeps its own plan, and the school's stands beside it.
    QCOMPARE(cli({"school", book, "--school", "equal", "--name", "even", "--out", both}).status, 0);
    const QString own = cli({"widths", both}).out, even = cli({"widths", both, "--plan", "even"}).out;
    QCOMPARE(own, cli({"widths", book}).out);
    QVERIFY(own != even);
    QCOMPARE(cli({"widths", both, "--side", "port"}).out, own);
    QCOMPARE(cli({"school", both, "--school", "equal", "--name", "even", "--out", both}).status, 1);
    const Run unknown = cli({"widths", both, "--plan", "nobody's"});
    QCOMPARE(unknown.status, 1);
    QVERIFY(unknown.error.contains("even") && unknown.out.isEmpty());
    QCOMPARE(cli({"widths", boat("marl.csv"), "--plan", "even"}).status, 2);
    // A port plank is the starboard one turned over.
    const auto starboard = cli({"plank", book, "--strake", "3"}).rows();
    const auto port = cli({"plank", book, "--strake", "3", "--side", "port", "--units", "mm"}).rows();
    const auto same = cli({"plank", book, "--strake", "3", "--units", "mm"}).rows();
    QCOMPARE(port.size(), starboard.size());
    for (int i = 1; i < port.size(); i += 50) {
      QCOMPARE(port[i][1], same[i][1]);
      QVERIFY(std::abs(port[i][2].toDouble() + same[i][2].toDouble()) < 1e-9);
    }
  }

  /// A row by its first two fields; empty where there is none.
  static QStringList rowOf(const QList<QStringList>& rows, const QString& first, const QString& second) {
    for (const QStringList& row : rows) {
      if (row[0] == first && row[1] == second) return row;
    }
    return {};
  }

  void bevelsAndBackingAreWhatIsWeighed() {
    for (const char* name : {"osier.narrows", "marl.narrows"}) {
      const bool lapped = QString(name).startsWith("osier");
      const auto bevels = cli({"bevels", boat(name), "--units", "mm"}).rows();
      const auto backing = cli({"backing", boat(name), "--units", "mm"}).rows();
      QCOMPARE(bevels[0].join(','), QString("line,station,lap_angle,land_angle,normal_angle"));
      QCOMPARE(backing[0].join(','), QString("strake,station,hollow"));
      // As many rows as lines and strakes have places.
      QCOMPARE(bevels.size(), cli({"lining", boat(name)}).rows().size());
      QCOMPARE(backing.size(), cli({"widths", boat(name)}).rows().size());
      int lands = 0, hollows = 0;
      for (const QStringList& row : cli({"weigh", boat(name), "--units", "mm"}).rows()) {
        if (row[2] == "hollow") {
          QCOMPARE(rowOf(backing, row[0], row[1])[2].toDouble(), row[3].toDouble());
          ++hollows;
        }
        // A land's bevel is told of the line at its head.
        if (row[2] != "lap_bevel") continue;
        const QStringList bevel = rowOf(bevels, row[0], row[1]);
        QVERIFY2(std::abs(bevel[3].toDouble() - row[3].toDouble()) < 0.002, qPrintable(bevel.join(',')));
        ++lands;
      }
      QVERIFY(lapped ? lands > 30 : lands == 0);
      QVERIFY(hollows > 30);
      const QString last = bevels.last()[0];
      for (const QStringList& row : bevels.mid(1)) {
        QCOMPARE(row[2].isEmpty(), row[0] == "0" || row[0] == last);
        QCOMPARE(row[3].isEmpty(), row[2].isEmpty() || !lapped || row[1] == "stem");
        QVERIFY(std::abs(row[4].toDouble()) < 90.0);
      }
    }
  }

  void readingsAreHeldAgainstThePlank() {
    QTemporaryDir folder;
    const auto spile = [&](const QByteArray& text, const QStringList& more) {
      QFile file(folder.filePath("readings.csv"));
      if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
      file.write(text);
      file.close();
      return cli(QStringList{"spile", boat("osier.narrows"), "--units", "mm", "--readings", file.fileName()} + more);
    };
    // What is expected of one reading too many is written as it: nothing is off.
    const QByteArray head = "spiling,1\nunits,mm\nstrake,3\nbatten,50\n";
    QByteArray first = head;
    for (int station = 1; station <= 7; ++station) first += "reading," + QByteArray::number(station) + ",-40,45\n";
    const auto rows = spile(first, {"--strake", "3"}).rows();
    QCOMPARE(rows[0].join(','), QString("station,edge,reading,expected,off"));
    QCOMPARE(rows.size(), 1 + 14);
    const auto written = [&](double slip) {
      QByteArray text = head;
      for (int i = 1; i + 1 < rows.size(); i += 2) {
        const double lower = rows[i][3].toDouble(), upper = rows[i + 1][3].toDouble() + (i == 7 ? slip : 0.0);
        text +=
            "reading," + rows[i][0].toUtf8() + "," + QByteArray::number(lower) + "," + QByteArray::number(upper) + "\n";
      }
      return text;
    };
    for (const QStringList& row : spile(written(0.0), {"--strake", "3"}).rows().mid(1)) {
      QVERIFY2(std::abs(row[4].toDouble()) < 0.01, qPrintable(row.join(',')));
      QVERIFY(std::abs(row[2].toDouble() - row[3].toDouble() - row[4].toDouble()) < 0.002);
    }
    QCOMPARE(spile(written(0.0), {"--strake", "3", "--summary"}).out,
             QString("cause,station,size,share\nnone,,,0.000\n"));
    const auto causes = spile(written(25.4), {"--strake", "3", "--summary"}).rows();
    QCOMPARE(causes[1][0], QString("slip"));
    QCOMPARE(causes[1][1], QString("4"));
    QVERIFY(std::abs(causes[1][2].toDouble() - 25.4) < 0.02 && causes[1][3].toDouble() > 0.999);
    // Another strake than the file says, a station she has not, no such strake: told, and nothing printed.
    for (const auto& [text, strake, words] : std::initializer_list<std::tuple<QByteArray, QString, QString>>{
             {first, "4", "strake 3, and not of strake 4"},
             {head + "reading,31,1,2\n", "3", "line 5, field 2"},
             {first, "12", "no strake 12"},
             {"spiling,1\nreading,1,2,3\n", "3", "units"}}) {
      const Run run = spile(text, {"--strake", strake});
      QCOMPARE(run.status, 1);
      QVERIFY(run.out.isEmpty());
      QVERIFY2(run.error.contains(words), qPrintable(run.error));
    }
  }

  void plansAreWeighedSuggestedAndLinedOffAgain() {
    const QTemporaryDir folder;
    const auto weighed = cli({"weigh", boat("osier.narrows"), "--units", "mm"}).rows();
    QCOMPARE(weighed[0].join(','), QString("strake,station,measure,value,limit,verdict"));
    const auto widths = cli({"widths", boat("osier.narrows"), "--units", "mm"}).rows();
    std::set<QString> measures;
    int trouble = 0, look = 0;
    for (const QStringList& row : weighed.mid(1)) {
      QCOMPARE(row.size(), 6);
      measures.insert(row[2]);
      trouble += row[5] == "trouble" ? 1 : 0;
      look += row[5] == "look" ? 1 : 0;
      QVERIFY(row[5].isEmpty() || !row[4].isEmpty());
      if (row[2] != "width") continue;
      bool found = false;
      for (const QStringList& width : widths.mid(1)) {
        if (width[0] == row[0] && width[1] == row[1]) found = width[2] == row[3];
      }
      QVERIFY2(found, qPrintable(row.join(',')));
    }
    QCOMPARE(measures.size(), std::size_t(14));
    const auto summary = cli({"weigh", boat("osier.narrows"), "--summary"}).rows();
    QCOMPARE(summary[0].join(','), QString("plan,score,trouble,look"));
    QCOMPARE(summary[1][2].toInt(), trouble);
    QCOMPARE(summary[1][3].toInt(), look);
    // What suggest says of its plans is what they weigh in the book it wrote.
    const QString better = folder.filePath("better.narrows");
    const Run suggested = cli({"suggest", boat("osier.narrows"), "--out", better, "--seconds", "2"});
    QVERIFY2(suggested.status == 0, qPrintable(suggested.error));
    QCOMPARE(cli({"weigh", better, "--summary"}).out, suggested.out);
    const auto scores = suggested.out.split('\n', Qt::SkipEmptyParts);
    QVERIFY(scores.size() >= 2);
    QCOMPARE(cli({"suggest", boat("osier.narrows"), "--out", better, "--seconds", "2"}).out, suggested.out);
    // Hung edges: nothing off changes nothing; an edge off is off by that; nonsense is named and nothing written.
    const QString plain = folder.filePath("plain.narrows");
    QCOMPARE(cli({"import", boat("marl.csv"), "--out", plain}).status, 0);
    const auto hang = [&](const QByteArray& text) {
      QFile file(folder.filePath("hung.csv"));
      if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
      file.write(text);
      file.close();
      return cli(
          {"reline", plain, "--hung", file.fileName(), "--out", folder.filePath("hung.narrows"), "--name", "as hung"});
    };
    const QString planned = cli({"lining", plain, "--units", "mm"}).out;
    QCOMPARE(hang("hung,1\nunits,mm\nstrake,2,port\nedge,4,0\n").status, 0);
    QCOMPARE(cli({"lining", folder.filePath("hung.narrows"), "--side", "port", "--units", "mm"}).out, planned);
    QCOMPARE(hang("hung,1\nunits,mm\nstrake,2,port\nedge,4,7.5\n").status, 0);
    const auto hung = cli({"lining", folder.filePath("hung.narrows"), "--side", "port", "--units", "mm"}).rows();
    const auto rows = planned.split('\n', Qt::SkipEmptyParts);
    for (int i = 1; i < hung.size(); ++i) {
      if (hung[i][0] == "2" && hung[i][1] == "4")
        QVERIFY(std::abs(hung[i][5].toDouble() - rows[i].split(',')[5].toDouble() - 7.5) < 0.002);
    }
    QCOMPARE(cli({"lining", folder.filePath("hung.narrows"), "--units", "mm"}).out, planned);  // starboard as it was
    QFile::remove(folder.filePath("hung.narrows"));
    const Run nonsense = hang("hung,1\nunits,mm\nstrake,2,port\nedge,44,1\nedge,4,1900\n");
    QCOMPARE(nonsense.status, 1);
    QVERIFY2(nonsense.error.contains("line 4, field 2") && nonsense.error.contains("line 5, field 3"),
             qPrintable(nonsense.error));
    QVERIFY(!QFile::exists(folder.filePath("hung.narrows")));
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
    const auto osier =
        cli({"rabbet", boat("osier.csv"), "--part", "stem", "--heights", "300,12in", "--units", "mm"}).rows();
    // The groove is a plank deep, square in; the bearding line is abaft the rabbet line.
    for (int i = 1; i <= 2; ++i) {
      const double rabbet = osier[i][1].toDouble(), height = osier[i][0].toDouble();
      const double half = 0.75 * 25.4;
      const double deep = std::hypot(std::hypot(osier[i][2].toDouble() - rabbet, osier[i][3].toDouble() - half),
                                     osier[i][4].toDouble() - height);
      QVERIFY2(std::abs(deep - 7.0 / 16.0 * 25.4) < 0.01, qPrintable(QString::number(deep)));
      QVERIFY(osier[i][5].toDouble() > rabbet + 7.0 / 16.0 * 25.4);
      QVERIFY(osier[i][6].toDouble() > 10.0 && osier[i][6].toDouble() < 25.0);
    }
    const auto none = cli({"rabbet", boat("osier.csv"), "--part", "sternpost", "--heights", "300"});
    QCOMPARE(none.status, 1);
    QVERIFY(none.rows().isEmpty() || none.rows()[0].join("").isEmpty());
    QCOMPARE(cli({"rabbet", boat("osier.csv"), "--part", "rudder", "--heights", "300"}).status, 2);
    QCOMPARE(cli({"rabbet", boat("osier.csv"), "--part", "stem", "--heights", "a bit"}).status, 2);
  }

  void everyBackboneBookPrintsEveryPattern_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<QStringList>("patterns");
    QTest::newRow("osier") << "osier"
                           << QStringList{"backbone-stem",     "backbone-keel",    "keel-half-breadths",
                                          "transom",           "form-stem",        "blank-transom-knee-odd-layers",
                                          "slab-transom-knee", "rabbet-table-stem"};
    QTest::newRow("marl") << "marl" << QStringList{"backbone-stem",
                                                   "backbone-deadwood",
                                                   "backbone-sternpost",
                                                   "rabbet-sections-keel",
                                                   "stations-on-keel",
                                                   "slab-stem",
                                                   "transom"};
    QTest::newRow("sedge") << "sedge"
                           << QStringList{"backbone-stem", "backbone-transom-knee", "transom", "rabbet-sections-stem"};
  }
  void everyBackboneBookPrintsEveryPattern() {
    QFETCH(QString, boat);
    QFETCH(QStringList, patterns);
    QTemporaryDir folder;
    const auto rows = cli({"sheets", QStringLiteral(NARROWS_SOURCE_DIR "/boats/") + boat + ".narrows", "--out",
                           folder.path(), "--what", "backbone", "--format", "svg"})
                          .rows();
    QStringList what;
    for (const QStringList& row : rows) {
      what << row[1];
      if (row[0] != "file") QVERIFY(QFileInfo(row[0]).size() > 500);
    }
    for (const QString& pattern : patterns) QVERIFY2(what.contains(pattern), qPrintable(pattern));
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

  void tablesThatOnceHungAreAnswered() {
    const QString seeds = QStringLiteral(NARROWS_SOURCE_DIR "/tests/fuzz/seeds/table/");
    const auto misread = cli({"girths", seeds + "one_misread_of_fifty.csv"});
    QCOMPARE(misread.status, 1);
    QVERIFY(misread.error.contains("waterline 588.24"));
    const auto moulds = cli({"moulds", seeds + "eighty_stations.csv"});
    QCOMPARE(moulds.status, 0);
    std::set<QString> stations;
    for (const QStringList& row : moulds.rows()) stations.insert(row[0]);
    QVERIFY2(stations.size() > 70, qPrintable(QString::number(stations.size())));
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
    QCOMPARE(lines.size(), 4);  // the body plan, the table, its profiles
    for (const auto& list : {moulds, lines}) {
      for (int i = 1; i < list.size(); ++i) QVERIFY(QFileInfo(list[i][0]).size() > 200);
    }
    QCOMPARE(
        cli({"sheets", boat("sedge.csv"), "--out", folder.path(), "--what", "moulds", "--nested-on", "wide"}).status,
        2);
  }

  void aPieceIsSawnOutInItsOwnFrame() {
    QTemporaryDir folder;
    const QString book = joinedBook(folder);
    const auto whole = cli({"plank", book, "--strake", "4", "--units", "mm"}).rows();
    double wholeLength = 0.0;
    for (int i = 1; i < whole.size(); ++i) wholeLength = std::max(wholeLength, whole[i][1].toDouble());
    double sum = 0.0;
    for (const QString& piece : {QString("1"), QString("2")}) {
      const Run run = cli({"plank", book, "--strake", "4", "--piece", piece, "--units", "mm"});
      QCOMPARE(run.status, 0);
      const auto rows = run.rows();
      QCOMPARE(rows[0].join(','), QString("edge,x,y"));
      std::map<QString, int> points;
      double low = 1e9, left = 1e9, right = -1e9;
      for (int i = 1; i < rows.size(); ++i) {
        ++points[rows[i][0]];
        low = std::min(low, rows[i][2].toDouble());
        left = std::min(left, rows[i][1].toDouble());
        right = std::max(right, rows[i][1].toDouble());
      }
      QVERIFY(points["lower"] >= 250 && points["upper"] >= 250 && points.size() == 2);
      // The board's lower bow corner is its origin.
      QVERIFY(std::abs(low) < 0.05 && left > -0.05);
      sum += right;
      // Port is y negated.
      const auto port = cli({"plank", book, "--strake", "4", "--piece", piece, "--units", "mm", "--side", "port"});
      // The port joint lies elsewhere, so only its frame is looked at.
      double high = -1e9;
      for (const QStringList& row : port.rows().mid(1)) high = std::max(high, row[2].toDouble());
      QVERIFY(std::abs(high) < 0.05);
    }
    // A scarf of eight thicknesses (7/16 in), the margins at both, and what is left at the ends.
    const double scarf = 8.0 * 7.0 / 16.0 * 25.4;
    QVERIFY2(sum > wholeLength + scarf && sum < wholeLength + scarf + 150.0,
             qPrintable(QString::number(sum - wholeLength)));
    const Run none = cli({"plank", book, "--strake", "4", "--piece", "3"});
    QCOMPARE(none.status, 1);
    QVERIFY(none.out.isEmpty());
    QVERIFY2(none.error.contains("no piece 3") && none.error.contains("2 pieces"), qPrintable(none.error));
    QCOMPARE(cli({"plank", book, "--strake", "4", "--piece", "1", "--summary"}).status, 2);
    // A plank in one piece is piece 1.
    QCOMPARE(cli({"plank", boat("osier.csv"), "--strakes", "8", "--strake", "4", "--piece", "1"}).status, 0);
    QCOMPARE(cli({"plank", boat("osier.csv"), "--strakes", "8", "--strake", "4", "--piece", "2"}).status, 1);
  }

  void ticketsAreWrittenWithTheirPatterns() {
    QTemporaryDir folder;
    const QString book = joinedBook(folder), out = folder.path() + "/out";
    const Run run = cli({"ticket", book, "--strake", "4", "--piece", "2", "--out", out});
    QCOMPARE(run.status, 0);
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("file,what,width,height"));
    QStringList what;
    for (const QStringList& row : rows.mid(1)) {
      what << row[1];
      QVERIFY2(QFileInfo(row[0]).size() > 200, qPrintable(row[0]));
    }
    QCOMPARE(what, QStringList({"ticket-04-starboard-2", "strake-04-starboard-piece-2", "ticket-04-starboard-2"}));
    QCOMPARE(cli({"ticket", book, "--strake", "4", "--side", "port", "--out", out, "--format", "svg"}).rows().size(),
             1 + 2 + 2 + 2);
    const auto all = cli({"sheets", book, "--what", "tickets", "--side", "both", "--out", out}).rows();
    QCOMPARE(all.size(), 1 + 16 + 2);
    const Run wrong = cli({"ticket", book, "--strake", "40", "--out", out});
    QCOMPARE(wrong.status, 1);
    QVERIFY(wrong.error.contains("no strake 40"));
    QCOMPARE(cli({"ticket", book, "--strake", "4"}).status, 2);
    QCOMPARE(cli({"ticket", book, "--strake", "4", "--out", out, "--paper", "A9"}).status, 2);
    QCOMPARE(cli({"sheets", book, "--what", "tickets", "--surface", "outside", "--out", out}).status, 2);
  }

  void digitisedLinesAreReadOffAndPutIn() {
    QTemporaryDir folder;
    // Sedge's sheer as it stands in her table, digitised in millimetres.
    const auto table = cli({"fairness", boat("sedge.csv"), "--units", "mm"});
    QCOMPARE(table.status, 0);
    QFile made(folder.filePath("sheer.dxf"));
    QVERIFY(made.open(QIODevice::WriteOnly));
    QByteArray text =
        "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n"
        "0\nPOLYLINE\n8\nsheer\n66\n1\n70\n0\n";
    for (int i = 0; i <= 60; ++i) {
      const double x = -500.0 + 100.0 * i;
      text += "0\nVERTEX\n8\nsheer\n10\n" + QByteArray::number(x) + "\n20\n" +
              QByteArray::number(400.0 + 1e-5 * (x - 1500.0) * (x - 1500.0)) + "\n";
    }
    text += "0\nSEQEND\n0\nENDSEC\n0\nEOF\n";
    made.write(text);
    made.close();
    const QString out = folder.filePath("read.narrows");
    const Run run = cli({"digitised", boat("sedge.csv"), "--dxf", made.fileName(), "--row", "height sheer", "--units",
                         "mm", "--out", out});
    QVERIFY2(run.status == 0, qPrintable(run.error));
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("line,station,value,may_be_off,was"));
    QVERIFY(rows.size() > 5);
    const auto girths = cli({"girths", boat("sedge.csv"), "--units", "mm"}).rows();
    for (const QStringList& row : rows.mid(1)) {
      double x = 0.0;
      for (const QStringList& girth : girths) x = girth[0] == row[1] ? girth[1].toDouble() : x;
      QVERIFY(std::abs(row[2].toDouble() - (400.0 + 1e-5 * (x - 1500.0) * (x - 1500.0))) < row[3].toDouble() + 0.2);
    }
    QVERIFY(QFileInfo(out).size() > 500);
    QCOMPARE(cli({"digitised", boat("sedge.csv"), "--dxf", made.fileName()}).status, 2);
    const Run none = cli({"digitised", boat("sedge.csv"), "--dxf", made.fileName(), "--section", "99"});
    QVERIFY2(none.status == 1 && none.error.contains("99"), qPrintable(none.error));
  }

  void thePlankedHullIsWrittenAsBodies() {
    QTemporaryDir folder;
    const QString out = folder.filePath("osier.obj");
    const Run run = cli({"obj", boat("osier.narrows"), "--out", out});
    QVERIFY2(run.status == 0, qPrintable(run.error));
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("body,faces,volume"));
    QCOMPARE(rows.size(), 1 + 16);
    for (const QStringList& row : rows.mid(1)) QVERIFY(row[2].toDouble() > 1.0 && row[2].toDouble() < 20.0);
    QVERIFY(QFileInfo(out).size() > 10000);
    QCOMPARE(cli({"obj", boat("osier.narrows")}).status, 2);
    QCOMPARE(cli({"obj", boat("osier.narrows"), "--out", out, "--from", "3"}).status, 2);
  }
};

QTEST_GUILESS_MAIN(CliTest)
#include "cli_test.moc"
