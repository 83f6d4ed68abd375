#pragma once
// The mark of a verdict: one shape for each, in lists, tables, drawings and on the rail.

#include <QIcon>
#include <QPointF>
#include <QString>
#include <optional>

#include "fairing/judge.h"
#include "problem/severity.h"

class QPainter;

namespace narrows {

/// Trouble is a filled square with a stroke through it, look-again a ring: told apart without colour. `across` is its
/// width in pixels, about `centre`. What the painter had in hand it has again.
void paintVerdict(QPainter& painter, const QPointF& centre, Severity verdict, double across = 12.0);
/// The same to stand before words in a list or a table.
QIcon verdictIcon(Severity verdict);
/// What is merely still wanted: a short dash.
QIcon wantedIcon();
/// The verdict in words, before what it is of, for assistive tools.
QString verdictSaid(Severity verdict, const QString& of);
/// What the judge's verdict on a figure comes to; none where there is none.
std::optional<Severity> severityOf(Verdict verdict);

}  // namespace narrows
