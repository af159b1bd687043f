import type { Chord } from '../chord/chord.ts';
import { bassNote, chordTones, type ChordTone } from '../chord/tones.ts';
import { formatChord } from '../chord/formatChord.ts';
import { Memo } from '../kit/memo.ts';
import { lowIntervalLimits } from '../hands/shapes/mud.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { formatKey, type Key } from '../pitch/key.ts';

/** The open strings of a guitar from the lowest up, as MIDI numbers: E2 A2 D3 G3 B3 E4. */
export const guitarStrings = [40, 45, 50, 55, 59, 64] as const;

/** How a chord is gripped. */
export interface Grip {
  /** The fret of each string from the lowest up, counted from the capo; 0 is open, null is not struck. */
  readonly frets: readonly (number | null)[];
  /** A finger laid over several strings; null where each finger has one. */
  readonly barre: { readonly fret: number; readonly from: number; readonly to: number } | null;
}

/** A hand spans four frets, and has four fingers beside the thumb. */
const span = 4;
const fingers = 4;

/** A grip begins at no higher fret: beyond it a chord has been gripped lower before. */
const highestStart = 8;

/**
 * The easiest way to grip a chord on a guitar: the bass lowest, every tone that the chord needs, no string left out between
 * others, four fingers or a barre. Open and low before high, full before thin (common practice, no published source).
 * @param key of the shapes, where a capo is on
 * @returns null where there is none
 */
export function gripOf(chord: Chord, key: Key): Grip | null {
  return known.get(`${formatChord(chord)} in ${formatKey(key)}`, () => findGrip(chord, key));
}

/** The same chords come again in every song. */
const known = new Memo<Grip | null>(500);

function findGrip(chord: Chord, key: Key): Grip | null {
  const tones = chordTones(chord, key).filter(({ weight }) => weight !== 'better left out');
  const classesOf = (wanted: readonly ChordTone[]) =>
    new Set(wanted.map((tone) => tone.pitchClass));
  const wished: Wished = {
    bass: pitchClass(bassNote(chord, key)),
    // A bass that is no tone of the chord is lowest, and nowhere else.
    above: classesOf(tones.filter(({ role }) => role !== 'bass')),
    needed: classesOf(tones.filter(({ weight }) => weight === 'essential')),
  };
  let best: Grip | null = null;
  let least = Infinity;
  for (let start = 1; start <= highestStart; start += 1)
    for (const frets of gripsAt(start, wished)) {
      const grip = { frets, barre: barreOf(frets) };
      const cost = costOf(grip, wished);
      if (cost >= least) continue;
      least = cost;
      best = grip;
    }
  return best;
}

/** Pitch classes. */
interface Wished {
  readonly bass: number;
  /** What may sound above the bass. */
  readonly above: ReadonlySet<number>;
  readonly needed: ReadonlySet<number>;
}

/** Every way to put the hand at a fret, string by string from the lowest: bass first, nothing left out above it but at the top. */
function gripsAt(start: number, { above, bass }: Wished): (number | null)[][] {
  let found: (number | null)[][] = [[]];
  for (const open of guitarStrings) {
    const frets = [0, ...Array.from({ length: span }, (_, index) => start + index)];
    const sounding = frets.filter((fret) => above.has(fold(open + fret, 12)));
    found = found.flatMap((grip) => {
      const hasBegun = grip.some((fret) => fret !== null);
      const hasEnded = hasBegun && grip.at(-1) === null;
      if (hasEnded) return [[...grip, null]];
      const here = hasBegun ? sounding : frets.filter((fret) => fold(open + fret, 12) === bass);
      return [...here.map((fret) => [...grip, fret]), [...grip, null]];
    });
  }
  return found;
}

/** What makes a grip harder, or worse to hear; weighed by what handbooks print for the chords that everybody plays. */
const weights = {
  finger: 1.2,
  barre: 2,
  up: 0.9,
  reach: 0.7,
  /** Four frets at once. */
  wide: 2,
  unstruck: 1.2,
  topUnstruck: 5.5,
  leftOut: 1.6,
  mud: 2,
  /** After an open string the hand climbs again. */
  climbing: 4,
  /** Open strings between fingers that are all down, and beside a hand that is high up, where they ring in another register. */
  between: 0.6,
  openHigh: 2.5,
} as const;

function costOf({ frets, barre }: Grip, { above, needed }: Wished): number {
  const struck = frets.flatMap((fret, string) => (fret === null ? [] : [{ fret, string }]));
  const fretted = struck.filter(({ fret }) => fret > 0);
  if (struck.length < (above.size > 2 ? 4 : 3)) return Infinity;
  const notes = struck.map(({ fret, string }) => guitarStrings[string]! + fret);
  const sounds = new Set(notes.map((note) => fold(note, 12)));
  for (const tone of needed) if (!sounds.has(tone)) return Infinity;
  const used = barre ? 1 + fretted.filter(({ fret }) => fret > barre.fret).length : fretted.length;
  if (used > fingers) return Infinity;
  const lowest = Math.min(...fretted.map(({ fret }) => fret), 99);
  const reach = fretted.length === 0 ? 0 : Math.max(...fretted.map(({ fret }) => fret)) - lowest;
  const opens = struck.filter(({ fret }) => fret === 0);
  const climbs = opens.filter(({ string }) => {
    const before = fretted.findLast((one) => one.string < string)?.fret ?? null;
    const after = fretted.filter((one) => one.string > string).map(({ fret }) => fret);
    return before !== null && Math.max(0, ...after) > before + 1;
  }).length;
  const last = fretted.at(-1)?.string ?? -1;
  const between = opens.filter(({ string }) => string < last).length;
  return (
    used * weights.finger +
    (barre ? weights.barre : 0) +
    (lowest === 99 ? 0 : (lowest - 1) * weights.up) +
    reach * weights.reach +
    (reach === span - 1 ? weights.wide : 0) +
    (frets.length - struck.length) * weights.unstruck +
    (frets.at(-1) === null ? weights.topUnstruck : 0) +
    [...above].filter((tone) => !sounds.has(tone)).length * weights.leftOut +
    (isMud(notes[0]!, notes[1]!) ? weights.mud : 0) +
    climbs * weights.climbing +
    (used === fingers ? between * weights.between : 0) +
    (lowest !== 99 && lowest > 2 ? opens.length * weights.openHigh : 0) +
    fretted.reduce((sum, { fret }) => sum + fret, 0) * 0.05
  );
}

/** Two low notes too near each other, by the limits that arranging handbooks give; a half step is let pass. */
function isMud(low: number, high: number): boolean {
  return low < (lowIntervalLimits[high - low] ?? 0) - 1;
}

/** A finger lies over several strings where its fret is the lowest, is stopped more than once, and no string between is open. */
function barreOf(frets: readonly (number | null)[]): Grip['barre'] {
  const fretted = frets.flatMap((fret, string) => (fret ? [{ fret, string }] : []));
  if (fretted.length <= 1) return null;
  const fret = Math.min(...fretted.map((one) => one.fret));
  const strings = fretted.filter((one) => one.fret === fret).map(({ string }) => string);
  const [from, to] = [strings[0]!, strings.at(-1)!];
  const isOpenBetween = frets.slice(from).some((one) => one === 0);
  if (strings.length < 2 || isOpenBetween) return null;
  // Fingers side by side take as many strings as there are fingers for all; a barre is laid where there are not.
  return fretted.length > fingers ? { fret, from, to } : null;
}
