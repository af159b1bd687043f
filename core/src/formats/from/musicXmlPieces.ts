import { barTicks, type Meter } from '../../chart/meter.ts';
import { ticksPerQuarter } from '../../kit/ticks.ts';
import { openingSigns, type ReadMeasure } from './musicXmlMeasure.ts';

/** How long what is written in a measure is, in ticks. */
export function lengthOf({ notes }: Pick<ReadMeasure, 'notes'>): number {
  return notes.reduce((end, note) => Math.max(end, note.at + note.ticks), 0);
}

/** So many bars one measure becomes at most, whatever lengths a file says; what lies beyond is moved into the last. */
export const mostPieces = 32;

/** What goes on past the end of a bar by less than this is a slip of whoever counted, in ticks. */
const slip = ticksPerQuarter / 2;

/**
 * A measure whose chords or notes go on for longer than its metre, as in a free one, as several bars, so that none of them is
 * lost. What is said at its beginning stays with the first, what is said at its end with the last.
 */
export function inPieces(measure: ReadMeasure, meter: Meter): ReadMeasure[] {
  const bar = barTicks(meter);
  const lastNote = Math.max(lengthOf(measure), lengthOf({ notes: measure.sung })) - slip;
  const last = measure.chords.reduce((latest, { at }) => Math.max(latest, at), lastNote);
  const count = Math.min(mostPieces, Math.floor(last / bar) + 1);
  if (count === 1) return [measure];
  const within = <One extends { readonly at: number }>(all: readonly One[], piece: number) =>
    all
      .filter(({ at }) => Math.min(count - 1, Math.floor(at / bar)) === piece)
      .map((one) => ({ ...one, at: one.at - piece * bar }));
  return Array.from({ length: count }, (_, piece): ReadMeasure => {
    const [isFirst, isLast] = [piece === 0, piece === count - 1];
    return {
      ...measure,
      chords: within(measure.chords, piece),
      notes: within(measure.notes, piece),
      sung: within(measure.sung, piece),
      ...(isFirst ? {} : behind),
      ...(isLast ? {} : { goesBack: false, endingStops: false }),
      signs: measure.signs.filter((sign) =>
        openingSigns.some((one) => one === sign) ? isFirst : isLast,
      ),
    };
  });
}

/** What is said before the first note only. */
const behind = {
  shown: [],
  key: null,
  meter: null,
  strangeMeter: null,
  strangeChords: [],
  rehearsal: null,
  words: [],
  feel: null,
  slowTo: null,
  aTempo: false,
  saidTempo: null,
  tempo: null,
  lyrics: [],
  newLine: false,
  implicit: false,
  same: null,
  opens: false,
  ending: null,
} as const;
