#include "stages/stock/proof_words.h"

#include <QCoreApplication>
#include <QLocale>
#include <cmath>

namespace narrows {

namespace {

class Proof {
  Q_DECLARE_TR_FUNCTIONS(Proof)

 public:
  static QString words(const LaidStack& laid) {
    const StackProof& proof = laid.proof;
    if (proof.isBest)
      return tr("No choice of boards is better: all %L1 ways of laying single boards were weighed against one another.")
          .arg(proof.layings);
    if (proof.bound && proof.bound->unlaidMm2 > 1.0)
      return tr("However they are laid, the boards are too small or too few for all of it.");
    if (!proof.bound || !laid.unlaid.empty() || laid.cost <= 0.0) return {};
    return tr("By areas and lengths, no laying could do with less than %1 % of it.")
        .arg(QLocale().toString(std::floor(100.0 * std::min(proof.bound->cost / laid.cost, 1.0)), 'f', 0));
  }
};

}  // namespace

QString proofWords(const LaidStack& laid) {
  return Proof::words(laid);
}

}  // namespace narrows
