import type { ChartResult } from '../chart/read/parseChart.ts';
import type { Meter } from '../chart/meter.ts';
import { metersOf } from '../chart/sectionMeters.ts';
import type { PlayedBar, Slot } from '../chart/song.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { suspensionKinds, suspensionOf, type SuspensionKind } from '../chord/suspend.ts';
import type { Cursor } from '../marks/cursor.ts';
import type { ChartChange } from './change.ts';
import { written } from './changes.ts';
import { refused, type Edit } from './edit.ts';
import { parted } from './parting.ts';
import { barsBefore, placeOfBar } from './place.ts';
import { inOrder } from './slots.ts';

/** How chords are suspended: with which neighbour, or each kind after the other; and when they resolve. */
export interface HowToSuspend {
  readonly kind: SuspensionKind | 'by turns';
  readonly resolves: 'half way' | 'on the last beat';
}

/** The edit, and what was done otherwise than asked, or left as it was, each in a sentence. */
export interface SuspendEdit {
  readonly edit: Edit;
  readonly said: readonly string[];
}

/**
 * Suspends the chords from one place to another, or of the whole section where both are one place, and resolves each
 * within its time: `1 | 6m | 4` becomes `1sus4 1 | 6sus4 6m | 4sus2 4`. One edit, so one step of undo.
 */
export function suspendChords(
  read: ChartResult,
  anchor: Cursor,
  head: Cursor,
  { kind, resolves }: HowToSuspend,
  numbers?: Partial<NumberStyle>,
): SuspendEdit {
  const { song } = read;
  const [from, to] = rangeOf(read, anchor, head);
  const said: string[] = [];
  const say = (sentence: string) => {
    if (!said.includes(sentence)) said.push(sentence);
  };
  let turn = 0;
  const held = (slot: Slot, inBar: PlayedBar, place: number, meter: Meter): Slot[] => {
    if (slot.kind !== 'chord') return [slot];
    const asked = kind === 'by turns' ? suspensionKinds[turn % 2]! : kind;
    const found = suspensionOf(slot.chord, asked, numbers);
    if (!found.ok) {
      say(found.why);
      return [slot];
    }
    const parts = parted(inBar, meter, place, resolves);
    if (!parts) {
      say('Where a chord is too short to be parted it stays as it is.');
      return [slot];
    }
    turn += 1;
    if (found.note) say(found.note);
    const [first, second] = parts;
    return [{ ...first, chord: found.chord } as Slot, second];
  };

  const changes: ChartChange[] = [];
  let bar = 0;
  for (const [section, inSection] of song.sections.entries())
    for (const [phrase, { phrase: of, meters }] of metersOf(inSection, song.meter).entries()) {
      let touched = false;
      const bars = of.bars.map((is, inPhrase) => {
        const here = bar + inPhrase;
        if (is.kind === 'same') return is;
        const slots = is.slots.flatMap((slot, place) => {
          const at = { bar: here, slot: place };
          const isChosen = inOrder(from, at)[0] === from && inOrder(at, to)[0] === at;
          const now = isChosen ? held(slot, is, place, meters[inPhrase]!) : [slot];
          touched ||= now.length > 1;
          return now;
        });
        return { ...is, slots };
      });
      bar += of.bars.length;
      if (touched) changes.push({ kind: 'phrase', section, phrase, instead: [{ ...of, bars }] });
    }
  if (changes.length === 0)
    return { edit: refused(said[0] ?? 'There is no chord here to suspend.'), said };
  return { edit: written(read, changes, from), said };
}

/** The chosen places in the order of the text; for one place its whole section. */
function rangeOf({ song }: ChartResult, anchor: Cursor, head: Cursor): readonly [Cursor, Cursor] {
  const placed = placeOfBar(song, head.bar);
  if (!placed || anchor.bar !== head.bar || anchor.slot !== head.slot) return inOrder(anchor, head);
  const first = barsBefore(song, placed.section);
  const last = barsBefore(song, placed.section + 1) - 1;
  return [
    { bar: first, slot: 0 },
    { bar: last, slot: Infinity },
  ];
}
