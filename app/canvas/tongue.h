#pragma once
// The tongue the shop speaks: words, plurals, decimal points and days.

#include <QCoreApplication>
#include <QString>
#include <string_view>

#include "length/length.h"
#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

/// Has the program, core and sheets with it, speak the tongue of a locale: the translation `narrows_de.qm` beside the
/// program, where there is one for it, and the words of the source where there is none. To be called once, after the
/// application is made and before any window is; a translator installed later is asked first.
void speakTongueOf(QCoreApplication& application, const QLocale& locale);

/// Has core and sheets say what the translators of the application give: `speakTongueOf` does, where it finds one.
void sayByTranslators();

/// A day of the book, written as the locale does, its month in letters: so it is read as no other day.
QString dayWords(const std::string& day);
/// The same read back, from that form or the book's own, 2026-04-30; any other text as it is.
std::string typedDay(const QString& text);
/// A figure as it was typed, with a point where the locale parts tenths with a comma.
std::string typedFigure(const QString& text);

/// A length as it was typed, a bare one in `bare`; where it is not understood, told as it was typed.
Result<Length> typedLength(const QString& text, Unit bare);

/// A word of one of core's lists, as it is read.
inline QString wordOf(std::string_view word) {
  return QString::fromStdString(Trade::say(word));
}

/// A name of the drawing, as it is read: "stem", "waterline 1-6-0", "4".
inline QString nameOf(const std::string& name) {
  return QString::fromStdString(nameWords(name));
}

}  // namespace narrows
