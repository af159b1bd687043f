import type { Voiced } from '../hands/search/voiced.ts';

/** What can be heard: the chosen slot, the step into it, its section, or all from there on. */
export type Stretch = 'chord' | 'step' | 'section' | 'song';

/** The slots of the timeline that a stretch goes through. */
export function rangeOfStretch(
  { timeline, slots }: Voiced,
  stretch: Stretch,
  at: number,
): { from: number; to: number } {
  const isHeld = (index: number) => timeline.slots[index]?.is.kind === 'held';
  let to = at + 1;
  while (isHeld(to)) to += 1;
  if (stretch === 'chord') return { from: at, to };
  if (stretch === 'step') {
    const before = slots.slice(0, at).findLastIndex((slot) => slot !== null);
    return { from: before < 0 ? at : before, to };
  }
  if (stretch === 'song') return { from: at, to: slots.length };
  const { section, pass } = timeline.slots[at]!;
  const isSame = (index: number) => {
    const slot = timeline.slots[index];
    return slot?.section === section && slot.pass === pass;
  };
  let from = at;
  while (isSame(from - 1)) from -= 1;
  while (isSame(to)) to += 1;
  return { from, to };
}
