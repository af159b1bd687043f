import type { MoveKind, Timeline } from '@intervallum/core';
import type { GapMark } from '../../music/rails/overMark.ts';
import type { GapIdeas } from '../../workers/movesSearcher.ts';

interface Marked {
  readonly timeline: Pick<Timeline, 'slots'>;
  readonly ideas: readonly GapIdeas[];
  /** Only ideas of this kind count; all where nothing is said. */
  readonly kind: MoveKind | null;
  /** The slot of the text whose gap is open. */
  readonly open: number | null;
  /** Marks go by slots of the timeline, not of the text. */
  readonly asPlayed: boolean;
}

/** The mark of every gap: by slot of the text, each as it is met the first time; or by slot of the timeline. */
export function gapMarks({
  timeline,
  ideas,
  kind,
  open,
  asPlayed,
}: Marked): ReadonlyMap<number, GapMark> {
  const marks = new Map<number, GapMark>();
  const opened = open === null ? null : chordAt(timeline, open);
  for (const { after, kinds } of ideas) {
    const slot = timeline.slots[after]?.slot;
    const place = asPlayed ? after : slot;
    if (place === undefined || marks.has(place)) continue;
    const count = kind ? kinds.filter((one) => one === kind).length : kinds.length;
    marks.set(place, { ideas: count, isOpen: slot === opened });
  }
  return marks;
}

/** The slot of the text whose chord sounds in a slot: where it is held, the one it began in. */
function chordAt({ slots }: Pick<Timeline, 'slots'>, slot: number): number {
  let at = slots.findIndex((one) => one.slot === slot);
  while (slots[at]?.is.kind === 'held') at -= 1;
  return slots[at]?.slot ?? slot;
}
