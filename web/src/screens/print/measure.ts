import type { Block } from '../../music/rails/pages.ts';

/** Measures the lines of bars in what is laid out: elements that say which phrase of which section they belong to. */
export function measureBlocks(root: HTMLElement): Block[] {
  const blocks: Block[] = [];
  for (const [section, part] of [
    ...root.querySelectorAll<HTMLElement>('[data-section]'),
  ].entries()) {
    const spans = new Map<number, { top: number; bottom: number }>();
    for (const line of part.querySelectorAll<HTMLElement>('[data-phrase]')) {
      const phrase = Number(line.dataset['phrase']);
      const top = line.offsetTop;
      const bottom = top + line.offsetHeight;
      const known = spans.get(phrase);
      spans.set(phrase, {
        top: Math.min(known?.top ?? top, top),
        bottom: Math.max(known?.bottom ?? bottom, bottom),
      });
    }
    const lines = [...spans].sort(([one], [other]) => one - other);
    const name = lines[0] ? lines[0][1].top - part.offsetTop : 0;
    // Notes beside a short section reach below its lines.
    const end = part.offsetTop + part.offsetHeight;
    for (const [index, [phrase, { top, bottom }]] of lines.entries()) {
      const next = lines[index + 1];
      blocks.push({
        section,
        row: phrase,
        height: (next ? next[1].top : Math.max(bottom, end) + 4) - top,
        name,
      });
    }
    if (lines.length === 0) blocks.push({ section, row: -1, height: part.offsetHeight, name: 0 });
  }
  return blocks;
}
