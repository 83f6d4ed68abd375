#include "stages/stock/wood_words.h"

#include <QCoreApplication>
#include <QLocale>

#include "backbone/volume.h"

namespace narrows {

namespace {

class Wood {
  Q_DECLARE_TR_FUNCTIONS(Wood)

 public:
  static QString words(Notation notation, double litres) {
    constexpr double litresACubicMetre = 1000.0;
    constexpr int decimals = 3;
    if (notation == Notation::Millimetres)
      return tr("%1 m³").arg(QLocale().toString(litres / litresACubicMetre, 'f', decimals));
    return tr("%1 bd ft").arg(QLocale().toString(litres * mm3ALitre / mm3ABoardFoot, 'f', 0));
  }
};

}  // namespace

QString woodWords(Notation notation, double litres) {
  return Wood::words(notation, litres);
}

}  // namespace narrows
