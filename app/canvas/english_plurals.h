#pragma once
// Plurals of the words the program is written in.

#include <QTranslator>

#include "problem/trade.h"

namespace narrows {

/// Sets the words for one and for many where the source has them both: "%n strake(|s)", "%n figure( lies|s lie)". A
/// translation into another language, installed after it, is asked first and has plurals of its own.
class EnglishPlurals : public QTranslator {
 public:
  using QTranslator::QTranslator;
  bool isEmpty() const override { return false; }
  QString translate(const char* /*context*/, const char* source, const char* /*remark*/, int count) const override {
    if (count < 0) return {};
    return QString::fromStdString(countedWords(source, count));
  }
};

}  // namespace narrows
