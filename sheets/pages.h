#pragma once
// Drawings as the pages they are printed on: the same on the screen, in a PDF and on a printer.

#include <stop_token>

#include "paper.h"

class QPainter;

namespace narrows {

/// Paints one page whose painter's unit is one millimetre, the page's upper left corner at its origin: what it shows of
/// the drawing, register marks, title, check, bars to lay a rule on, and the page map.
void paintPage(QPainter& painter, const Drawing& drawing, const Tiling& tiling, const Tile& tile);

/// Every page of some drawings on a paper that has something on it, in order.
class SheetPages {
 public:
  SheetPages() = default;
  /// Unfinished where `stop` is asked for.
  SheetPages(std::vector<Drawing> drawings, const Paper& paper, const std::stop_token& stop = {});

  std::size_t count() const { return m_pages.size(); }
  const std::vector<Drawing>& drawings() const { return m_drawings; }
  double widthMm(std::size_t page) const { return tileOf(page).pageWidthMm; }
  double heightMm(std::size_t page) const { return tileOf(page).pageHeightMm; }
  /// "osier · strake 3 of 8 · STARBOARD, sheet B2".
  std::string words(std::size_t page) const;
  void paint(QPainter& painter, std::size_t page) const;

 private:
  struct Page {
    std::size_t drawing = 0, tile = 0;
  };
  const Tile& tileOf(std::size_t page) const { return m_tilings[m_pages[page].drawing].tiles[m_pages[page].tile]; }

  std::vector<Drawing> m_drawings;
  std::vector<Tiling> m_tilings;
  std::vector<Page> m_pages;
};

}  // namespace narrows
