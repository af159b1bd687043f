import type { Page } from '@playwright/test';

/**
 * Where something to press is smaller than 24 by 24 CSS pixels and nearer to another one than that (WCAG 2.2, 2.5.8:
 * target size, minimum, with its exception for spacing). Links within sentences and the keys of a drawn piano are left
 * out: the first are excepted there, the others are as near to each other as on a piano.
 */
export async function smallTargets(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const targets = [
      ...document.querySelectorAll<HTMLElement>(
        'button, a[href], input, select, textarea, summary, [role="menuitem"], [role="option"], [role="switch"]',
      ),
    ].filter((target) => {
      const { left, top, width, height } = target.getBoundingClientRect();
      const found = document.elementFromPoint(left + width / 2, top + height / 2);
      const isInText = getComputedStyle(target).display === 'inline' && target.closest('p');
      return (
        found && (target.contains(found) || target.closest('label')?.contains(found)) && !isInText
      );
    });
    const boxOf = (target: HTMLElement) => {
      // What is chosen by its words is as large as its words.
      const place = target.matches('input') ? (target.closest('label') ?? target) : target;
      return place.getBoundingClientRect();
    };
    const boxes = targets.map((target) => ({ target, box: boxOf(target) }));
    const small = boxes.filter(({ box }) => box.width > 2 && (box.width < 24 || box.height < 24));
    return small
      .filter(({ box, target }) => {
        const x = box.left + box.width / 2;
        const y = box.top + box.height / 2;
        return boxes.some(({ target: other, box: its }) => {
          if (other === target || other.contains(target) || target.contains(other)) return false;
          const dx = Math.max(its.left - x, 0, x - its.right);
          const dy = Math.max(its.top - y, 0, y - its.bottom);
          return Math.hypot(dx, dy) < 12;
        });
      })
      .map(({ target, box }) => `${target.outerHTML.slice(0, 90)} ${box.width} x ${box.height}`);
  });
}

/** Where the page is wider than its window: what reaches farthest. */
export const beyond = (page: Page) =>
  page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth <= clientWidth) return [];
    return [...document.querySelectorAll<HTMLElement>('body *')]
      .filter((one) => Math.abs(one.getBoundingClientRect().right + scrollX - scrollWidth) < 2)
      .map((one) => `${one.outerHTML.slice(0, 120)} ${scrollWidth} of ${clientWidth}`);
  });

/** What a reader may ask for without losing anything (WCAG 2.2, 1.4.12: text spacing). */
export const spacing = `* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; }
  p { margin-bottom: 2em !important; }`;

/** Texts of which a part is cut off by what holds them; those of a chart are fitted to its bars by their measures. */
export const cutOff = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('body *')]
      .filter((element) => {
        const own = [...element.childNodes].some(
          (child) => child.nodeType === Node.TEXT_NODE && child.textContent?.trim(),
        );
        const { left, top, width, height } = element.getBoundingClientRect();
        if (!own || width < 4 || height < 4) return false;
        // A song's title ends in dots where it is long; the window of its facts has all of it.
        if (element.closest('[aria-label="Chart"], h1, svg, .cm-editor, option, select'))
          return false;
        const style = getComputedStyle(element);
        if (style.visibility === 'hidden' || style.clipPath !== 'none') return false;
        const hides = /hidden|clip/;
        return (
          (hides.test(style.overflowX) && element.scrollWidth > element.clientWidth + 1) ||
          (hides.test(style.overflowY) && element.scrollHeight > element.clientHeight + 2) ||
          // A button's words run out of it.
          (element.closest('button') !== null &&
            (left + element.scrollWidth >
              element.closest('button')!.getBoundingClientRect().right + 2 ||
              top + element.scrollHeight >
                element.closest('button')!.getBoundingClientRect().bottom + 2))
        );
      })
      .map((element) => `${element.tagName} ${element.textContent?.slice(0, 60)}`),
  );

/** What is to be pressed and stands partly beyond the window, where no part of the page scrolls to it. */
export const pressedBeyond = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, a[href], label, select, input')]
      .filter((target) => {
        const { left, right, width, height } = target.getBoundingClientRect();
        // For those who listen only.
        if (target.closest('[style*="clip"]')) return false;
        if (width < 4 || height < 4 || (left >= 0 && right <= innerWidth + 1)) return false;
        for (let at = target.parentElement; at; at = at.parentElement)
          if (/auto|scroll/.test(getComputedStyle(at).overflowX)) {
            const scrolls = at.scrollWidth > at.clientWidth && at.dataset['pad'] === undefined;
            if (scrolls) return false;
          }
        return true;
      })
      .map((target) => target.outerHTML.slice(0, 90)),
  );

/**
 * Lines that one has to see and that stand out too little from what they are drawn on (WCAG 2.2, 1.4.11: non-text contrast,
 * 3 to 1): rails and bar lines of a chart, borders of what is typed in or chosen. Relative luminance as WCAG defines it.
 */
export const weakLines = (page: Page) =>
  page.evaluate(() => {
    const context = document
      .createElement('canvas')
      .getContext('2d', { willReadFrequently: true })!;
    const channels = (colour: string) => {
      context.clearRect(0, 0, 1, 1);
      context.fillStyle = colour;
      context.fillRect(0, 0, 1, 1);
      return [...context.getImageData(0, 0, 1, 1).data];
    };
    const luminance = (colour: string) => {
      const [red = 0, green = 0, blue = 0] = channels(colour).map((value) => {
        const share = value / 255;
        return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
      });
      return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    };
    const contrast = (one: string, other: string) => {
      const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [
        number,
        number,
      ];
      return (light + 0.05) / (dark + 0.05);
    };
    const under = (element: Element | null): string => {
      if (!element) return 'white';
      const { backgroundColor } = getComputedStyle(element);
      return channels(backgroundColor)[3] === 255 ? backgroundColor : under(element.parentElement);
    };
    const weak = new Set<string>();
    const look = (element: Element, sides: readonly ('Top' | 'Right' | 'Bottom' | 'Left')[]) => {
      const style = getComputedStyle(element);
      for (const side of sides) {
        const [width, kind, colour] = [
          parseFloat(style[`border${side}Width`]),
          style[`border${side}Style`],
          style[`border${side}Color`],
        ];
        if (width === 0 || kind === 'none' || channels(colour)[3] === 0) continue;
        const ratio = contrast(colour, under(element.parentElement));
        if (ratio < 3)
          weak.add(
            `${element.tagName} ${element.className.toString().slice(0, 30)} ${side} ${ratio.toFixed(2)}`,
          );
      }
    };
    for (const rail of document.querySelectorAll(
      '[aria-label="Chart"] section li, [aria-label="Chart"] section li *',
    ))
      if (getComputedStyle(rail).borderBottomStyle === 'double') look(rail, ['Bottom']);
    for (const bar of document.querySelectorAll('[aria-label="Chart"] section li'))
      look(bar, ['Left', 'Right']);
    for (const field of document.querySelectorAll(
      'input:not([type="checkbox"], [type="radio"], [type="range"], [type="file"]), textarea, select',
    ))
      if (field.getBoundingClientRect().width > 4) look(field, ['Top', 'Right', 'Bottom', 'Left']);
    return [...weak];
  });

/** What has the focus with no ring of two pixels about it or its place; nothing where it has one, null where nothing has the focus. */
const withoutRing = (page: Page) =>
  page.evaluate(() => {
    const focused = document.activeElement;
    if (!focused || focused === document.body) return null;
    const places = [focused, focused.parentElement, focused.closest('label, .cm-editor')];
    const isRinged = places.some((one) => {
      if (!one) return false;
      const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(one);
      return (outlineStyle !== 'none' && parseFloat(outlineWidth) >= 2) || boxShadow !== 'none';
    });
    return isRinged ? '' : focused.outerHTML.slice(0, 100);
  });

/** Where the focus goes by Tab and is not seen (WCAG 2.2, 2.4.7). At most so many steps. */
export async function unseenFocus(page: Page, most = 16): Promise<string[]> {
  const unseen = new Set<string>();
  for (let step = 0; step < most; step += 1) {
    await page.keyboard.press('Tab');
    let found = await withoutRing(page);
    // An editor has its ring a moment after the focus.
    if (found) {
      await page.waitForTimeout(80);
      found = await withoutRing(page);
    }
    if (found === null) break;
    if (found !== '') unseen.add(found);
  }
  return [...unseen];
}
