import type { Page } from '@playwright/test';

/**
 * What is wrong with a chart by its geometry: texts that run into one another, texts that a line runs through, texts that
 * are cut off at the side. Measured by the ink of the letters, not by the boxes that they stand in.
 */
export function troubleOnChart(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    interface Box {
      readonly left: number;
      readonly right: number;
      readonly top: number;
      readonly bottom: number;
    }
    const chart = document.querySelector('[aria-label="Chart"]');
    const context = document.createElement('canvas').getContext('2d');
    if (!chart || !context) return ['there is no chart'];
    const trouble: string[] = [];
    const room = chart.getBoundingClientRect();
    /** Signs and letters are counted as meeting from here on, in pixels: what is rounded, and italics that lean. */
    const touch = 1.5;

    const inks: { readonly text: string; readonly box: Box; readonly of: Element }[] = [];
    const walk = document.createTreeWalker(chart, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      const of = node.parentElement!;
      const text = node.textContent!.trim();
      const look = getComputedStyle(of);
      if (text === '' || look.visibility === 'hidden' || look.clipPath !== 'none') continue;
      if (of.closest('svg, button, [role="status"], input')) continue;
      context.font = `${look.fontStyle} ${look.fontWeight} ${look.fontSize} ${look.fontFamily}`;
      const range = document.createRange();
      range.selectNodeContents(node);
      // A text that goes on below is several boxes; each has its part of the ink.
      for (const { left, right, top, width } of range.getClientRects()) {
        if (width < 2) continue;
        const ink = context.measureText(text);
        const baseline = top + ink.fontBoundingBoxAscent;
        const box = {
          left,
          right,
          top: baseline - ink.actualBoundingBoxAscent,
          bottom: baseline + ink.actualBoundingBoxDescent,
        };
        if (box.bottom < room.top || box.top > room.bottom) continue;
        inks.push({ text, box, of });
        if (box.right > room.right + 1 || box.left < room.left - 1)
          trouble.push(`“${text}” is cut off at the side`);
      }
    }

    for (const [index, one] of inks.entries())
      for (const other of inks.slice(index + 1)) {
        const across =
          Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
        const down =
          Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
        if (across > touch && down > touch)
          trouble.push(
            `“${one.text}” meets “${other.text}” (${across.toFixed(1)} × ${down.toFixed(1)})`,
          );
      }

    const uprights = [...chart.querySelectorAll('section li')].flatMap((bar) => {
      const { left, right, top, bottom } = bar.getBoundingClientRect();
      const { borderRightWidth } = getComputedStyle(bar);
      return [left + 0.5, ...(parseFloat(borderRightWidth) > 0 ? [right - 0.5] : [])].map((x) => ({
        x,
        top,
        bottom,
      }));
    });
    const rails = [...chart.querySelectorAll('section li *')].flatMap((element) => {
      const { borderBottomStyle, borderBottomWidth } = getComputedStyle(element);
      if (borderBottomStyle !== 'double') return [];
      const { left, right, bottom } = element.getBoundingClientRect();
      return [{ left, right, y: bottom - parseFloat(borderBottomWidth) / 2 }];
    });
    for (const { text, box, of } of inks) {
      if (!of.closest('section li')) continue;
      for (const { x, top, bottom } of uprights)
        if (x > box.left + touch && x < box.right - touch && bottom > box.top && top < box.bottom)
          trouble.push(`a bar line runs through “${text}”`);
      for (const { left, right, y } of rails)
        if (y > box.top + touch && y < box.bottom - touch && right > box.left && left < box.right)
          trouble.push(`a rail runs through “${text}”`);
    }
    return [...new Set(trouble)];
  });
}
