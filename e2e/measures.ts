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
