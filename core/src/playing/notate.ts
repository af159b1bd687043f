import type { TimelineIndex } from '../chart/places.ts';
import { eighth, type MidiNumber, type Ticks } from '../kit/ticks.ts';
import type { Hand, Struck, StruckNote } from './struck.ts';

/** Notes of a hand written as one chord: they begin and end together, some of them tied to what is beside them. */
export interface NotatedChord {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly at: TimelineIndex;
  readonly notes: readonly {
    readonly note: MidiNumber;
    /** It was struck before and sounds on. */
    readonly tiedFrom: boolean;
    /** It sounds on after this chord. */
    readonly tiedTo: boolean;
  }[];
  readonly rolled: boolean;
  readonly accent: boolean;
  /** Left at once: written as an eighth with a wedge. */
  readonly short: boolean;
}

/** A note that is left at once is written this long, if there is room. */
const writtenShort = eighth;

/**
 * What a hand strikes as note values of one voice: where another note of the hand begins or ends, what sounds on is tied.
 * What a pattern lets ring is left to the pedal.
 * @param voice of a hand that plays two voices one alone, 0 for the upper, 1 for the lower; all that it plays where none is named
 */
export function notate({ notes }: Struck, hand: Hand, voice?: number): NotatedChord[] {
  const own = notes
    .filter((note) => note.hand === hand && (voice === undefined || note.voice === voice))
    .map(written);
  const borders = [...new Set(own.flatMap(({ from, to }) => [from, to]))].sort(
    (one, other) => one - other,
  );
  const placeOf = new Map(borders.map((border, place) => [border, place]));
  /** What sounds from each border to the next. */
  const between: Written[][] = borders.map(() => []);
  for (const note of own)
    for (let place = placeOf.get(note.from)!; place < placeOf.get(note.to)!; place += 1)
      between[place]!.push(note);
  return between.flatMap((sounding, place) => {
    const [from, to] = [borders[place]!, borders[place + 1]];
    if (sounding.length === 0 || to === undefined) return [];
    const begins = sounding.filter((note) => note.from === from);
    const lowestFirst = [...sounding].sort((one, other) => one.note - other.note);
    return [
      {
        from,
        to,
        at: sounding.at(-1)!.at,
        notes: lowestFirst.map((note) => ({
          note: note.note,
          tiedFrom: note.from < from,
          tiedTo: note.to > to,
        })),
        rolled: begins.some(({ rolled }) => rolled !== null),
        accent: begins.some(({ accented, weight }) => accented || weight === 'accent'),
        short: begins.some(({ short }) => short),
      },
    ];
  });
}

type Written = StruckNote;

/** A note as long as it is written. */
function written(note: StruckNote): Written {
  const to = note.short ? Math.min(note.from + writtenShort, note.until) : note.until;
  return { ...note, to };
}
