#pragma once
// Plurals of the words the program is written in.

#include <QTranslator>

namespace narrows {

/// Sets the words for one and for many where the source has them both: "%n strake(|s)", "%n figure( lies|s lie)". A
/// translation into another language, installed after it, is asked first and has plurals of its own.
class EnglishPlurals : public QTranslator {
 public:
  using QTranslator::QTranslator;
  bool isEmpty() const override { return false; }
  QString translate(const char* /*context*/, const char* source, const char* /*remark*/, int count) const override {
    if (count < 0) return {};
    QString words = QString::fromUtf8(source);
    for (qsizetype from = words.indexOf(u'('); from >= 0; from = words.indexOf(u'(', from + 1)) {
      const qsizetype to = words.indexOf(u')', from);
      const QStringList forms = words.mid(from + 1, to - from - 1).split(u'|');
      if (to > from && forms.size() == 2) words.replace(from, to - from + 1, forms[count == 1 ? 0 : 1]);
    }
    return words;
  }
};

}  // namespace narrows
