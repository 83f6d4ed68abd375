// The guide and the documents: every link leads somewhere.

#include <QDir>
#include <QFile>
#include <QRegularExpression>
#include <QTest>

class DocumentsTest : public QObject {
  Q_OBJECT

 private slots:
  void everyLinkResolves() {
    QStringList documents{root.filePath("README.md"), root.filePath("CHANGELOG.md")};
    QStringList folders{root.filePath("docs")};
    while (!folders.isEmpty()) {
      const QDir folder(folders.takeFirst());
      for (const QFileInfo& one : folder.entryInfoList(QDir::Files | QDir::Dirs | QDir::NoDotAndDotDot)) {
        if (one.isDir()) folders << one.filePath();
        if (one.suffix() == "md") documents << one.filePath();
      }
    }
    QVERIFY(documents.size() >= 10);
    int links = 0;
    static const QRegularExpression link(R"(\]\(([^)\s]+)\))");
    for (const QString& document : documents) {
      auto found = link.globalMatch(read(document));
      while (found.hasNext()) {
        const QString to = found.next().captured(1);
        if (to.startsWith("http")) continue;
        ++links;
        const QString path = to.section('#', 0, 0), anchor = to.section('#', 1);
        const QString target = path.isEmpty() ? document : QDir::cleanPath(QFileInfo(document).dir().filePath(path));
        QVERIFY2(QFileInfo::exists(target), qPrintable(document + ": " + to));
        if (!anchor.isEmpty())
          QVERIFY2(anchorsOf(target).contains(anchor), qPrintable(document + ": no heading for " + to));
      }
    }
    QVERIFY(links >= 20);
  }

  void everyPictureOfTheDocumentsIsShownSomewhere() {
    const QString words = read(root.filePath("README.md"));
    const QDir pictures(root.filePath("docs/screenshots"));
    const QStringList names = pictures.entryList({"*.png"});
    QVERIFY(names.size() >= 5 && names.size() < 20);
    QString guide = words;
    for (const QFileInfo& chapter : QDir(root.filePath("docs/guide")).entryInfoList({"*.md"}))
      guide += read(chapter.filePath());
    for (const QString& name : names) QVERIFY2(guide.contains(name), qPrintable(name));
  }

 private:
  static QString read(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
  }
  /// The anchors that headings make: lower case, blanks as strokes, other signs dropped.
  static QStringList anchorsOf(const QString& path) {
    static const QRegularExpression heading("^#+ +(.*)$", QRegularExpression::MultilineOption);
    static const QRegularExpression signs("[^\\w\\- ]", QRegularExpression::UseUnicodePropertiesOption);
    QStringList anchors;
    auto found = heading.globalMatch(read(path));
    while (found.hasNext()) {
      QString words = found.next().captured(1).toLower();
      anchors << words.remove(signs).replace(' ', '-');
    }
    return anchors;
  }

  const QDir root{QStringLiteral(NARROWS_SOURCE_DIR)};
};

QTEST_APPLESS_MAIN(DocumentsTest)
#include "documents_test.moc"
