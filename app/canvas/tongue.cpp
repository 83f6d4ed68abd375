#include "canvas/tongue.h"

#include <QDate>
#include <QDir>
#include <QLocale>
#include <QTranslator>

#include "canvas/english_plurals.h"

namespace narrows {

void sayByTranslators() {
  Trade::speak([](const char* source, int count) -> std::string {
    // lupdate files what it finds under the one or the other, as it has read the class's declaration or has not.
    const QString plain =
        count < 0
            ? QString::fromUtf8(source)
            : QString::fromStdString(countedWords(source, count)).replace(QStringLiteral("%n"), QString::number(count));
    for (const char* context : {"narrows::Trade", "Trade"}) {
      const QString words = QCoreApplication::translate(context, source, nullptr, count);
      if (words != plain) return words.toStdString();
    }
    return {};
  });
}

namespace {
QString dayForm() {
  return QStringLiteral("d MMM yyyy");
}

bool hasDecimalComma(const QLocale& locale) {
  return locale.decimalPoint() == QLatin1String(",");
}
}  // namespace

QString dayWords(const std::string& day) {
  const QString iso = QString::fromStdString(day);
  const QDate date = QDate::fromString(iso, Qt::ISODate);
  return date.isValid() && QLocale().language() != QLocale::C ? QLocale().toString(date, dayForm()) : iso;
}

std::string typedDay(const QString& text) {
  const QDate date = QLocale().toDate(text.simplified(), dayForm());
  return date.isValid() ? date.toString(Qt::ISODate).toStdString() : text.trimmed().toStdString();
}

std::string typedFigure(const QString& text) {
  return (hasDecimalComma(QLocale()) ? QString(text).replace(QLatin1Char(','), QLatin1Char('.')) : text).toStdString();
}

Result<Length> typedLength(const QString& text, Unit bare) {
  auto read = parseLength(typedFigure(text), bare);
  // What is not understood is told as it was typed.
  return read ? read : parseLength(text.toStdString(), bare);
}

void speakTongueOf(QCoreApplication& application, const QLocale& locale) {
  QCoreApplication::installTranslator(new EnglishPlurals(&application));
  if (hasDecimalComma(locale)) Trade::markDecimals(',');
  Trade::writeDays([](const std::string& day) { return dayWords(day).toStdString(); });
  auto* words = new QTranslator(&application);
  const QDir beside(QCoreApplication::applicationDirPath());
  for (const QString& folder : {QStringLiteral("../share/narrows/tongues"), QStringLiteral("../tongues")}) {
    if (!words->load(locale, QStringLiteral("narrows"), QStringLiteral("_"), beside.filePath(folder))) continue;
    QCoreApplication::installTranslator(words);
    sayByTranslators();
    return;
  }
  delete words;
}

}  // namespace narrows
