import { fold } from '../../pitch/note.ts';
import type { MidiNumber } from '../../kit/ticks.ts';
import type { HymnChord } from './vocabulary.ts';

/** The four parts, from the highest down. */
export type FourParts = readonly [
  soprano: MidiNumber,
  alto: MidiNumber,
  tenor: MidiNumber,
  bass: MidiNumber,
];

/** What choirs sing (from memory: textbooks of harmony), and the middle in which a part is at ease. */
export const hymnRanges = {
  soprano: { low: 60, high: 81, ease: 70 },
  alto: { low: 55, high: 74, ease: 64 },
  tenor: { low: 48, high: 67, ease: 57 },
  bass: { low: 40, high: 62, ease: 48 },
} as const;

/** A chord as four parts sing it, and what that costs in itself. */
export interface Voicing {
  readonly of: HymnChord;
  readonly notes: FourParts;
  readonly cost: number;
}

const prices = {
  noFifth: 0.6,
  doubledThird: 1.2,
  doubledFifth: 0.4,
  ease: 0.06,
  wideTenor: 0.3,
} as const;

/** So far, in half steps, the tune is over the lowest of the alto at least. */
const roomUnder = 7;

/** The farthest that tenor and bass are apart. */
const farthestTenor = 19;

/**
 * Every way to sing a chord under a soprano by the textbook rules: root, third and seventh there, what leads and the seventh not
 * doubled, no part over another, neighbours of the upper three no more than an octave apart.
 * @param home the pitch class of home, from which the chord is counted
 */
export function voicingsOf(of: HymnChord, soprano: MidiNumber, home: number): readonly Voicing[] {
  const classOf = (note: MidiNumber) => fold(note - home, 12);
  const tones = new Set(of.tones);
  const found: Voicing[] = [];
  const { alto: a, tenor: t, bass: b } = hymnRanges;
  // Under a tune that goes very low the inner parts go lower than they like.
  const lower = Math.max(0, roomUnder - (soprano - a.low));
  for (let bass = b.low; bass <= b.high; bass += 1) {
    if (classOf(bass) !== of.bass) continue;
    for (
      let tenor = Math.max(t.low - lower, bass);
      tenor <= Math.min(t.high, bass + farthestTenor);
      tenor += 1
    ) {
      if (!tones.has(classOf(tenor))) continue;
      const from = Math.max(a.low - lower, tenor, soprano - 12);
      for (let alto = from; alto <= Math.min(a.high, tenor + 12, soprano); alto += 1) {
        if (!tones.has(classOf(alto))) continue;
        const notes: FourParts = [soprano, alto, tenor, bass];
        const cost = costOf(of, notes, notes.map(classOf));
        if (cost !== null) found.push({ of, notes, cost });
      }
    }
  }
  return found;
}

/** Null where a rule forbids it. */
function costOf(of: HymnChord, notes: FourParts, classes: readonly number[]): number | null {
  const count = (tone: number) => classes.filter((one) => one === tone).length;
  if (count(of.third) === 0 || count(of.root) === 0) return null;
  if (of.seventh !== null && count(of.seventh) !== 1) return null;
  if (of.leading !== null && count(of.leading) > 1) return null;
  // Of a diminished chord every tone is needed, and of one in three parts the middle one is doubled.
  const fifths = count(of.fifth);
  const isDiminished = !of.isMajor && fold(of.fifth - of.root, 12) === 6;
  if (isDiminished && fifths === 0) return null;
  const [soprano, alto, tenor, bass] = notes;
  // Two parts on one key are a part less.
  if (soprano === alto || alto === tenor || tenor === bass) return null;
  const { alto: a, tenor: t, bass: b } = hymnRanges;
  const doubled = count(of.third) > 1 && !isDiminished ? prices.doubledThird : 0;
  const isFourSix = of.bass === of.fifth;
  return (
    of.price +
    (fifths === 0 ? prices.noFifth : 0) +
    doubled +
    (fifths > 1 && !isFourSix ? prices.doubledFifth : 0) +
    (isFourSix && fifths < 2 ? prices.doubledThird : 0) +
    prices.ease * (Math.abs(alto - a.ease) + Math.abs(tenor - t.ease) + Math.abs(bass - b.ease)) +
    prices.wideTenor * Math.max(0, tenor - bass - 12)
  );
}
