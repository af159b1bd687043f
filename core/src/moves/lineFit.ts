import { linePitches, type LineEvent, type LineNote } from '../chart/played.ts';
import type { Grade } from '../chord/colourForms.ts';
import { ticksOf, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import type { Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { inBeats, type BarAfter } from './fit.ts';
import type { Gap } from './gap.ts';
import type { MoveKind } from './move.ts';
import type { HeldShape } from './shapes.ts';

/** Something that hands could play at the end of a chord. */
export interface LineIdea {
  readonly id: string;
  readonly name: string;
  readonly kind: Extract<MoveKind, 'series' | 'left walk' | 'own'>;
  readonly grade: Grade;
  readonly often: number;
  readonly why: string;
}

export type LineFit =
  | {
      readonly ok: true;
      readonly idea: LineIdea;
      readonly bar: BarAfter;
      readonly hands: readonly HeldShape[];
      readonly bass: readonly Degree[];
    }
  | { readonly ok: false; readonly idea: LineIdea; readonly why: string };

/** The bar in which a gap ends, and the slots of the gap in it. */
export function lastBar({ room }: Gap) {
  const { bar } = room.at(-1)!;
  return { bar, slots: room.filter((slot) => slot.bar === bar) };
}

/** Why hands cannot play something of their own at the end of a gap, whatever it is; null where they can. */
export function whyNot(gap: Gap, tail: Ticks): string | null {
  const { bar, slots } = lastBar(gap);
  const time = ticksOf(slots.map(({ is }) => is));
  if (tail >= time)
    return `It needs ${inBeats(tail, gap)} and something before it; this bar has ${inBeats(time, gap)}.`;
  if (gap.push > 0) return 'The next chord comes in early, and cuts it off.';
  if (bar.played.length > 0) return 'A hand plays a line of its own in this bar already.';
  return null;
}

/** Keys that a hand strikes at once and holds. */
export function struck(notes: readonly LineNote[], ticks: Ticks): LineEvent {
  return { kind: 'notes', notes, grace: [], slide: null, accent: false, ticks };
}

/** A key of a hand as a note of its line, by one of its degrees. */
export function lineNote(
  midi: MidiNumber,
  hand: 'left' | 'right',
  degree: Degree,
  key: Key,
): LineNote {
  const octave = (midi - linePitches(key, hand)({ degree, octave: 0 })) / 12;
  return { degree, octave, finger: null };
}
