#pragma once
// A verdict in words.

#include <QWidget>

#include "problem/severity.h"

class QLabel;

namespace narrows {

/// Words after the mark of their verdict, in its voice.
class MarkedWords : public QWidget {
 public:
  MarkedWords(const QString& name, QWidget* parent);
  void setVerdict(Severity verdict, const QString& words);

 private:
  QLabel* m_mark;
  QLabel* m_words;
};

}  // namespace narrows
