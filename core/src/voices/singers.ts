import { nameOfPitch } from '../pitch/pitchNames.ts';

/** What somebody can sing, as MIDI numbers (C4 = 60). */
export interface Singer {
  readonly name: string;
  /** The lowest and the highest note that is held with comfort. */
  readonly low: number;
  readonly high: number;
  /** What can be touched in passing; two half steps beyond where nobody said. */
  readonly extremeLow?: number;
  readonly extremeHigh?: number;
}

/** Half steps beyond comfort that a voice is taken to touch where nobody measured it (common practice, no published source). */
const touched = 2;

/** A singer with all four limits, the right way round. */
export interface Voice {
  readonly name: string;
  readonly low: number;
  readonly high: number;
  readonly extremeLow: number;
  readonly extremeHigh: number;
}

/** A singer's limits, from the lowest up; `singerTrouble` says before what of them makes no sense. */
export function voiceOf({ name, ...limits }: Singer): Voice {
  const low = Math.min(limits.low, limits.high);
  const high = Math.max(limits.low, limits.high);
  return {
    name,
    low,
    high,
    extremeLow: Math.min(low, limits.extremeLow ?? low - touched),
    extremeHigh: Math.max(high, limits.extremeHigh ?? high + touched),
  };
}

/** The lowest and highest notes that a range can name: a little beyond every voice that sings in a church. */
export const sungNoteLimits = { low: 28, high: 96 } as const;

/** What of a singer's limits makes no sense, and what helps, in a sentence; null where all of it does. */
export function singerTrouble({ low, high, extremeLow, extremeHigh }: Singer): string | null {
  const said = (note: number) => nameOfPitch(note);
  const all = [low, high, extremeLow ?? low, extremeHigh ?? high];
  if (!all.every((note) => Number.isInteger(note)))
    return 'A limit of a voice is a note, as C4, or a whole MIDI number.';
  if (all.some((note) => note < sungNoteLimits.low || note > sungNoteLimits.high))
    return `Voices are noted from ${said(sungNoteLimits.low)} to ${said(sungNoteLimits.high)}.`;
  if (low > high)
    return `The lowest note ${said(low)} lies above the highest, ${said(high)}: change them about.`;
  if ((extremeLow ?? low) > low)
    return `What can just be touched below, ${said(extremeLow!)}, lies above the lowest comfortable note, ${said(low)}.`;
  if ((extremeHigh ?? high) < high)
    return `What can just be touched above, ${said(extremeHigh!)}, lies below the highest comfortable note, ${said(high)}.`;
  if (high - low < 3)
    return `From ${said(low)} to ${said(high)} hardly a tune has room. Look for more notes below, without force.`;
  return null;
}

/**
 * Usual ranges of voices, to begin from until somebody is measured. The comfortable part lies about a third inside of each
 * end (memory: handbooks of choral writing; the inner part is common practice, no published source).
 */
export const usualVoices = [
  { name: 'soprano', low: 64, high: 77, extremeLow: 60, extremeHigh: 81 },
  { name: 'alto', low: 58, high: 71, extremeLow: 55, extremeHigh: 74 },
  { name: 'tenor', low: 52, high: 65, extremeLow: 48, extremeHigh: 69 },
  { name: 'baritone', low: 48, high: 62, extremeLow: 45, extremeHigh: 65 },
  { name: 'bass', low: 43, high: 58, extremeLow: 40, extremeHigh: 62 },
] as const satisfies readonly Singer[];

/** Where a congregation sings with pleasure, as treble voices; the others an octave lower (common practice, no published source). */
export const congregationRange = { low: 57, high: 74 } as const;
