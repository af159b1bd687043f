import { sixteenth, type Ticks } from '../kit/ticks.ts';

/** A short note before another, and the first key of a slide, last this long (common practice, no published source). */
const shortTicks = sixteenth / 2;

/** When the keys of a strike go down: short notes before it, the key a finger slides from, and the rest. */
export interface StrikeTimes {
  /** The beginning of each short note, each as long as `short`. */
  readonly grace: readonly Ticks[];
  readonly short: Ticks;
  /** Where the strike itself begins; the note that is slid into comes `short` later. */
  readonly main: Ticks;
}

/** The times of a strike. Short notes take their time from what is before, at the very beginning from the note itself. */
export function strikeTimes(from: Ticks, to: Ticks, graceNotes: number): StrikeTimes {
  const short = Math.min(shortTicks, Math.floor((to - from) / (graceNotes + 2)));
  const first = from - (from >= short * graceNotes ? short * graceNotes : 0);
  return {
    grace: Array.from({ length: graceNotes }, (_, place) => first + short * place),
    short,
    main: first + short * graceNotes,
  };
}
