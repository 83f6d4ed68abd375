// Pieces on boards from a terminal: where they lie, held against the pieces and the boards by the contract alone.

#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>
#include <QTest>
#include <cmath>

#include "cli_run.h"

using namespace narrows::tests;

class StockCliTest : public QObject {
  Q_OBJECT

  QTemporaryDir m_folder;

  /// osier with two planks laid: one turned round, one turned over.
  QString laidBook() {
    QFile read(boat("osier.narrows"));
    if (!read.open(QIODevice::ReadOnly)) qFatal("no osier");
    QJsonObject book = QJsonDocument::fromJson(read.readAll()).object();
    const auto idOf = [&](const char* name) {
      const QJsonArray stack = book["boards"].toArray();
      for (const auto& one : stack) {
        const QJsonObject board = one.toObject();
        if (board["name"].toString() == QLatin1String(name)) return board["id"].toInt();
      }
      qFatal("no board %s", name);
    };
    const auto laying = [&](int strake, const char* side, const char* board, double x, double y, double turn,
                            bool over) {
      return QJsonObject{{"kind", "plank"}, {"name", ""},           {"strake", strake}, {"side", side},
                         {"piece", 1},      {"board", idOf(board)}, {"x", x},           {"y", y},
                         {"turn", turn},    {"turned-over", over},  {"cut", ""},        {"as-cut", QJsonArray()}};
    };
    book["layings"] = QJsonArray{laying(7, "starboard", "L1", 4860.0, 225.0, 180.0, false),
                                 laying(7, "port", "L2", 20.0, 20.0, 0.25, true)};
    const QString path = m_folder.filePath("laid.narrows");
    QFile write(path);
    if (!write.open(QIODevice::WriteOnly)) qFatal("cannot write");
    write.write(QJsonDocument(book).toJson());
    return path;
  }

 private slots:
  void piecesLieWhereTheRowsSay() {
    const QString book = laidBook();
    const Run run = cli({"stock", book, "--boards", boat("osier_boards.csv"), "--units", "mm"});
    QCOMPARE(run.status, 0);
    const auto rows = run.rows();
    QCOMPARE(rows[0].join(','), QString("piece,strake,side,board,x,y,turn,flip"));
    int planks = 0, laid = 0, others = 0;
    for (const QStringList& row : rows.mid(1)) {
      QCOMPARE(row.size(), 8);
      row[1].isEmpty() ? ++others : ++planks;
      if (row[3].isEmpty()) {
        QVERIFY(row[4].isEmpty() && row[7].isEmpty());
        continue;
      }
      ++laid;
      const auto piece =
          cli({"plank", book, "--strake", row[1], "--piece", row[0], "--side", row[2], "--units", "mm"}).rows();
      const double x = row[4].toDouble(), y = row[5].toDouble(), turn = row[6].toDouble() * std::acos(-1.0) / 180.0;
      const bool flip = row[7] == "1";
      const double lengthMm = row[3] == "L1" ? 192.0 * 25.4 : 190.0 * 25.4;
      const auto wide = [&](double at) { return row[3] == "L1" ? 9.5 * 25.4 : (10.25 - 1.25 * at / lengthMm) * 25.4; };
      double least = 1e9;
      for (const QStringList& point : piece.mid(1)) {
        const double a = point[1].toDouble(), b = flip ? -point[2].toDouble() : point[2].toDouble();
        const double px = a * std::cos(turn) - b * std::sin(turn) + x, py = a * std::sin(turn) + b * std::cos(turn) + y;
        least = std::min({least, px, lengthMm - px, py, wide(px) - py});
      }
      // Both were laid within their boards by more than nothing.
      QVERIFY2(least > 0.0, qPrintable(row.join(',') + " " + QString::number(least)));
    }
    QCOMPARE(laid, 2);
    QCOMPARE(planks, 16);
    QVERIFY(others > 20);
    QVERIFY2(run.error.isEmpty(), qPrintable(run.error));
    const auto summary = cli({"stock", book, "--boards", boat("osier_boards.csv"), "--summary"}).rows();
    QCOMPARE(summary[0].join(','), QString("board,pieces,used"));
    QCOMPARE(summary.size(), 13);
    QCOMPARE(summary[1][1], QString("1"));
    QVERIFY(summary[1][2].toDouble() > 0.2 && summary[1][2].toDouble() < 0.6);
    QCOMPARE(summary[3][1], QString("0"));
  }

  void theRestIsLaidTheSameForASeedAndNothingOverAnything() {
    const QString book = laidBook();
    const QStringList asked{"stock", book,     "--boards", boat("osier_boards.csv"), "--units", "mm", "--seconds",
                            "2",     "--seed", "3"};
    const Run run = cli(asked);
    QCOMPARE(run.status, 0);
    QCOMPARE(cli(asked).out, run.out);
    int planks = 0, byHand = 0;
    for (const QStringList& row : run.rows().mid(1)) {
      if (row[1].isEmpty() || row[3].isEmpty()) continue;
      ++planks;
      byHand += row[1] == "7" && row[3] == (row[2] == "port" ? "L2" : "L1") ? 1 : 0;
    }
    QVERIFY2(planks >= 10, qPrintable(QString::number(planks)));
    QCOMPARE(byHand, 2);
    QCOMPARE(cli({"stock", book, "--boards", boat("osier_boards.csv"), "--seconds", "nan"}).status, 2);
  }

  void whatDoesNotLieClearIsToldAndWhatMakesNoSenseRefused() {
    const QString book = laidBook();
    // A margin wider than there is.
    const Run near = cli({"stock", book, "--boards", boat("osier_boards.csv"), "--margin", "60 mm"});
    QCOMPARE(near.status, 0);
    QVERIFY2(near.error.contains("Strake 7, starboard on board L1"), qPrintable(near.error));
    QCOMPARE(cli({"stock", book}).status, 2);
    QCOMPARE(cli({"stock", book, "--boards", boat("osier_boards.csv"), "--kerf", "wide"}).status, 2);
    QCOMPARE(cli({"stock", book, "--boards", boat("osier_boards.csv"), "--margin", "-3 mm"}).status, 2);
    QCOMPARE(cli({"stock", book, "--boards", boat("osier_boards.csv"), "--from", "1"}).status, 2);
    QFile bad(m_folder.filePath("bad.csv"));
    QVERIFY(bad.open(QIODevice::WriteOnly));
    bad.write("boards,1\nunits,mm\nboard,A,larch,4000,200,20\nboard,A,larch,4000,200,20\nfault,A,knot,9000,10,20,20\n");
    bad.close();
    const Run wrong = cli({"stock", book, "--boards", bad.fileName()});
    QCOMPARE(wrong.status, 1);
    QVERIFY2(wrong.error.contains("line 4") && wrong.error.contains("line 5"), qPrintable(wrong.error));
    QVERIFY(wrong.out.isEmpty());
  }

  /// A table has laid nothing: all of it is laid that goes on the boards, and why the rest does not is told.
  void aTableIsLaidOnTheBoardsThereAre() {
    const Run run = cli({"stock", boat("sedge.csv"), "--boards", boat("osier_boards.csv")});
    QCOMPARE(run.status, 0);
    const auto rows = run.rows();
    QVERIFY(rows.size() > 20);
    int planks = 0, laid = 0;
    for (const QStringList& row : rows.mid(1)) {
      if (row[1].isEmpty()) continue;
      ++planks;
      laid += row[3].isEmpty() ? 0 : 1;
      const QString words = QStringLiteral("Strake %1, %2").arg(row[1], row[2]);
      QCOMPARE(run.error.contains(words), row[3].isEmpty());
    }
    QVERIFY2(planks > 0 && laid > 0, qPrintable(run.out));
    // Her bottom boards are among them, by name.
    QVERIFY(run.out.contains("Bottom board 3,,"));
  }

  void whyAPlankGoesNowhereIsTold() {
    const Run run = cli({"stock", boat("osier.csv"), "--strakes", "8", "--boards", boat("osier_boards.csv"), "--margin",
                         "3 in", "--units", "mm", "--seconds", "0.5"});
    QCOMPARE(run.status, 0);
    QVERIFY2(run.error.contains("the nearest board, ") && run.error.contains(" mm too narrow"), qPrintable(run.error));
    int nowhere = 0;
    for (const QStringList& row : run.rows().mid(1)) nowhere += !row[1].isEmpty() && row[3].isEmpty() ? 1 : 0;
    QCOMPARE(run.error.count('\n'), nowhere);
  }
};

QTEST_GUILESS_MAIN(StockCliTest)
#include "stock_cli_test.moc"
