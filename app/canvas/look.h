#pragma once
// Colours and letters of the house.

#include <QColor>
#include <QFont>
#include <QString>
#include <array>

class QApplication;
class QLabel;

namespace narrows::look {

inline const QColor paper(0xF5, 0xF1, 0xE8);
inline const QColor raised(0xFC, 0xFA, 0xF5);
inline const QColor edge(0xCF, 0xC7, 0xB6);
inline const QColor outline(0x8A, 0x80, 0x6C);
inline const QColor ink(0x1F, 0x2A, 0x30);
inline const QColor quietInk(0x55, 0x61, 0x6A);
inline const QColor inHand(0xA8, 0x4A, 0x12);
inline const QColor trouble(0xA3, 0x14, 0x2B);
inline const QColor lookAgain(0x7A, 0x56, 0x00);
inline const QColor timber(0xE6, 0xD3, 0xAE);
inline const QColor timberDark(0xD8, 0xC1, 0x96);
/// Timbers that strakes are named to be got out of, beside the usual: red, pale, grey, dark.
inline const std::array<QColor, 4> namedTimbers{QColor(0xDB, 0xA9, 0x84), QColor(0xF3, 0xEB, 0xCF),
                                                QColor(0xC4, 0xBD, 0xA8), QColor(0xB8, 0x90, 0x68)};
inline const QColor timberEnd(0xC9, 0xAE, 0x7C);     ///< transom and other wood seen at its end
inline const QColor board(0xEF, 0xE6, 0xD2);         ///< a board round the plank that comes out of it
inline const QColor strakeInHand(0xF0, 0xC9, 0xA4);  ///< laid flat
inline const QColor strakeOnHull(0xD9, 0x7A, 0x3C);  ///< on the shaded picture
inline const QColor deepest(0x12, 0x3A, 0x57);       ///< the far end of a shading by a measure

/// A measure well within its limit, at it, and where it is trouble: from the pale of a board towards `deepest`, not so
/// far that a seam in ink is lost on it.
inline const QColor shadeGood(0xEF, 0xE6, 0xD2);
inline const QColor shadeLook(0xA4, 0xAC, 0xA8);
inline const QColor shadeTrouble(0x50, 0x6A, 0x7A);

/// What lies between two colours: the first at 0, the second at 1.
QColor mixed(const QColor& a, const QColor& b, double part);

inline constexpr double labelPx = 13.0;
inline constexpr double figurePx = 16.0;
inline constexpr double headPx = 26.0;

/// How words are said: plainly, quietly, as what is in hand, as what wants another look, or as trouble.
enum class Voice { Plain, Quiet, InHand, LookAgain, Trouble };
/// Gives a label its colour, and weight where it warns.
void say(QLabel* label, Voice voice);

/// Font, palette and style sheet of the whole application.
void apply(QApplication& application);
/// The same in two parts: `prepare` sets fonts and colours, `dress` the style sheet. A window made between the two is
/// made faster, for each widget would otherwise be styled again as it finds its place.
void prepare(QApplication& application);
void dress(QApplication& application);

}  // namespace narrows::look
