#pragma once
// A tongue of no land, to try the program in.

#include <QRegularExpression>
#include <QSet>
#include <QTranslator>
#include <cmath>

#include "problem/trade.h"

namespace narrows::tests {

/// Every word of the program is four tenths longer in it and ends in ø: what does not was never given to be translated.
/// Places (%1), keys (Ctrl+T) and kinds of files stay as they are.
class LongTongue : public QTranslator {
 public:
  using QTranslator::QTranslator;
  bool isEmpty() const override { return false; }
  QString translate(const char* context, const char* source, const char* /*remark*/, int count) const override {
    if (context == nullptr || context[0] == 'Q') return {};  // the library's own words have translations of their own
    m_asked.insert(qMakePair(QString::fromUtf8(context), QString::fromUtf8(source)));
    return longer(count < 0 ? QString::fromUtf8(source) : QString::fromStdString(countedWords(source, count)));
  }
  /// All that was asked for: context and source.
  const QSet<QPair<QString, QString>>& asked() const { return m_asked; }

  static QString longer(const QString& words) {
    static const QRegularExpression key(QStringLiteral("^(Ctrl|Shift|Alt)\\+"));
    if (key.match(words).hasMatch()) return words;
    static const QRegularExpression part(QStringLiteral("%L?[1-9n]|\\([^()]*\\*[^()]*\\)|<[^>]*>|&?\\p{L}[\\p{L}&']*"));
    QString said;
    qsizetype from = 0;
    for (auto all = part.globalMatch(words); all.hasNext();) {
      const auto one = all.next();
      said += words.mid(from, one.capturedStart() - from);
      const QString word = one.captured();
      const bool isWord = word.at(0) != u'%' && word.at(0) != u'(' && word.at(0) != u'<';
      const qsizetype letters = QString(word).remove(u'&').size();
      said += word;
      if (isWord) said += QString(static_cast<qsizetype>(std::ceil(0.4 * static_cast<double>(letters))), u'ø');
      from = one.capturedEnd();
    }
    return said + words.mid(from);
  }

 private:
  mutable QSet<QPair<QString, QString>> m_asked;
};

}  // namespace narrows::tests
