#pragma once
// Runs of narrows-cli, for tests of what it prints.

#include <QProcess>
#include <QStringList>

namespace narrows::tests {

struct Run {
  int status;
  QString out, error;
  QList<QStringList> rows() const {
    QList<QStringList> found;
    for (const QString& line : out.split('\n', Qt::SkipEmptyParts)) found.append(line.split(','));
    return found;
  }
};

inline Run cli(const QStringList& arguments) {
  QProcess process;
  process.start(QStringLiteral(NARROWS_CLI), arguments);
  if (!process.waitForFinished(60000)) qFatal("narrows-cli did not end");
  return {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
          QString::fromUtf8(process.readAllStandardError())};
}

inline QString boat(const char* name) {
  return QStringLiteral(NARROWS_SOURCE_DIR "/boats/") + QLatin1String(name);
}

}  // namespace narrows::tests
