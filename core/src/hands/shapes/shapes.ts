import { fold } from '../../pitch/note.ts';
import { maskOf, type Material } from './material.ts';
import { isMuddy } from './mud.ts';
import type { Instrument, Reach, Span } from './player.ts';
import type { LeftFamily, RightFamily } from './schools.ts';

/** What one hand holds: MIDI numbers from the lowest up. */
export interface HandShape<Family = LeftFamily | RightFamily> {
  readonly notes: readonly number[];
  readonly family: Family;
  /** Pitch classes as a mask: bit n for n semitones above C. */
  readonly mask: number;
}

const shape = <Family>(notes: readonly number[], family: Family): HandShape<Family> => ({
  notes,
  family,
  mask: maskOf(notes),
});

/** Left hands go from low E of a bass up to a fifth above middle C; lower only booms. */
const leftRange = { lowest: 28, highest: 67 };
/** Below this a left hand is in the bass player's way (about C3: common practice, no published source). */
export const aboveTheBass = 47;

/**
 * Left hands over the written bass, from the bare root to the tenth: the bass with up to two tones of the chord above it.
 */
export function leftOverBass(
  { bass, tones, root, fifth, seventh }: Material,
  span: Span,
  instrument: Instrument,
): HandShape<LeftFamily>[] {
  const found: HandShape<LeftFamily>[] = [];
  const from = Math.max(instrument.lowest, leftRange.lowest);
  const to = Math.min(instrument.highest, 60);
  for (let low = from; low <= to; low += 1) {
    if (fold(low, 12) !== bass) continue;
    const above = notesOf(
      [...tones, bass],
      low + 3,
      Math.min(low + span.rolled, leftRange.highest, instrument.highest),
    );
    const add = (...picked: readonly number[]) => {
      const notes = [low, ...picked];
      const family = leftFamily(notes, bass === root ? fifth : null, seventh);
      if (family && !isMuddy(notes)) found.push(shape(notes, family));
    };
    add();
    above.forEach((one, index) => {
      add(one);
      for (const other of above.slice(index + 1)) if (other - one >= 3) add(one, other);
    });
  }
  return found;
}

/** What a left hand over the bass is called; null for what players do not hold there. */
function leftFamily(
  notes: readonly number[],
  fifth: number | null,
  seventh: number | null,
): LeftFamily | null {
  const [low, first, second] = notes as [number, number?, number?];
  const is = (note: number | undefined, tone: number | null) =>
    note !== undefined && tone !== null && fold(note, 12) === tone;
  // Over a bass that is not the root, the fourth, fifth or sixth above it does what the fifth does over the root.
  const holdsUp = (note: number) =>
    fifth === null ? note - low >= 5 && note - low <= 9 : is(note, fifth) && note - low < 12;
  const isTenth = (note: number) => note - low === 15 || note - low === 16;
  const isSeventh = (note: number) =>
    note - low < 12 && (is(note, seventh) || note - low === 10 || note - low === 11);
  if (first === undefined) return 'root';
  if (second === undefined) {
    if (first - low === 12) return 'octave';
    if (isTenth(first)) return 'tenth';
    if (isSeventh(first)) return 'seventh';
    if (holdsUp(first)) return 'fifth';
    return first - low <= 4 && low >= 48 ? 'shell' : null;
  }
  if (holdsUp(first)) {
    if (second - low === 12) return 'fifth and octave';
    if (isSeventh(second)) return 'fifth and seventh';
    if (isTenth(second)) return 'fifth and tenth';
  }
  if (isSeventh(first) && isTenth(second)) return 'shell';
  return second - low <= 10 && low >= 46 ? 'close' : null;
}

/** Left hands where someone else has the bass: neither its note nor the root, above the bass player's register, up to four tones. */
export function leftWithoutBass(
  { bass, root, tones, third, seventh, added }: Material,
  span: Span,
  instrument: Instrument,
): HandShape<LeftFamily>[] {
  const from = Math.max(instrument.lowest, aboveTheBass);
  const to = Math.min(instrument.highest, leftRange.highest);
  const own = tones.filter((tone) => tone !== bass && tone !== root);
  const pool = notesOf([...own, ...added], from, to);
  const found: HandShape<LeftFamily>[] = [shape([], 'nothing')];
  const grow = (notes: readonly number[], next: number) => {
    for (let index = next; index < pool.length; index += 1) {
      const note = pool[index]!;
      if (note - (notes[0] ?? note) > Math.min(span.rolled, 14)) break;
      if (notes.length > 0 && note - notes.at(-1)! < 2) continue;
      const held = [...notes, note];
      if (maskOf(held) === maskOf(notes)) continue;
      const family = rootlessFamily(held, own, third, seventh);
      if (family && !isMuddy(held)) found.push(shape(held, family));
      if (held.length < 4) grow(held, index + 1);
    }
  };
  grow([], 0);
  return found;
}

function rootlessFamily(
  notes: readonly number[],
  own: readonly number[],
  third: number | null,
  seventh: number | null,
): LeftFamily | null {
  const has = (tone: number | null) =>
    tone !== null && notes.some((note) => fold(note, 12) === tone);
  const isOwn = notes.every((note) => own.includes(fold(note, 12)));
  if (notes.length === 1) return isOwn ? 'other tone' : null;
  // The shell of a chord is its third and seventh; of one without a seventh, whatever goes with the third.
  const isShell = seventh === null ? third === null || has(third) : has(third) && has(seventh);
  if (notes.length === 2) return isOwn ? (isShell ? 'shell' : 'pair') : null;
  if (notes.length === 3) return isOwn && notes[2]! - notes[0]! < 12 ? 'close' : null;
  return has(third) && has(seventh) && notes[3]! - notes[0]! < 13 ? 'rootless' : null;
}

/** Right hands are played from the E below middle C up. */
const rightRange = { lowest: 50, highest: 88 };

/**
 * Right hands from the chord's tones: all close positions of two to four of them (five where so many must sound), their
 * octaves doubled, the fifth added below, the middle opened, stacks of fourths, and the bells of home.
 */
export function rightHands(
  material: Material,
  span: Span,
  instrument: Instrument,
  mostNotes: number,
): HandShape<RightFamily>[] {
  const { tones, added, home, coloured } = material;
  const wholes = [maskOf(tones), ...coloured.map((colour) => colour.tones)];
  const from = Math.max(instrument.lowest, rightRange.lowest);
  const to = Math.min(instrument.highest, rightRange.highest);
  const pool = [...new Set([...tones, ...added])].sort((one, other) => one - other);
  const found = new Map<string, HandShape<RightFamily>>();
  const add = (notes: readonly number[], family: RightFamily) => {
    const [low, high] = [notes[0]!, notes.at(-1)!];
    if (low < from || high > to || high - low > span.rolled) return;
    const id = notes.join();
    if (!found.has(id) && !isMuddy(notes)) found.set(id, shape(notes, family));
  };
  for (const set of subsetsOf(pool, mostNotes)) {
    const mask = maskOf(set);
    if (!wholes.some((whole) => (mask & ~whole) === 0)) continue;
    for (let turn = 0; turn < set.length; turn += 1) {
      const row = [...set.slice(turn), ...set.slice(0, turn)];
      for (const notes of placed(row, from, to)) {
        add(notes, closeFamily(notes, material));
        if (notes.length <= 3)
          add([...notes, notes[0]! + 12], notes.length === 3 ? 'doubled' : 'octave');
        const below = notes[0]! - fold(notes[0]! - (material.fifth ?? -1), 12);
        const isFramed = notes.at(-1)! - below === 12;
        if (material.fifth !== null && notes.length === 3 && below < notes[0]! && !isFramed)
          add([below, ...notes], 'fattened');
        if (notes.length === 3) add([notes[0]!, notes[2]!, notes[1]! + 12], 'open');
      }
    }
    for (const row of fourthsFrom(set))
      for (const notes of placed(row, from, to)) if (isStack(notes)) add(notes, 'fourths');
  }
  const [tonic, fifth] = home;
  if (pool.includes(tonic) && pool.includes(fifth)) {
    for (const [low] of placed([tonic], from, to)) add([low!, low! + 7, low! + 12], 'bells');
  }
  return [...found.values()];
}

function closeFamily(
  notes: readonly number[],
  { root, third, seventh, tones }: Material,
): RightFamily {
  if (notes.length === 2) return 'pair';
  if (isStack(notes)) return 'fourths';
  const mask = maskOf(notes);
  const has = (tone: number | null) => tone !== null && (mask & (1 << tone)) !== 0;
  if (!has(root) && has(third) && has(seventh)) return 'rootless';
  if (
    notes.length === 3 &&
    seventh !== null &&
    tones.length > 3 &&
    !(has(root) && has(third)) &&
    isTriad(mask)
  )
    return 'triad over shell';
  return 'close';
}

/** True for notes a fourth or a tritone apart, one of them at least a perfect fourth. */
function isStack(notes: readonly number[]): boolean {
  const steps = notes.slice(1).map((note, index) => note - notes[index]!);
  return steps.every((step) => step === 5 || step === 6) && steps.includes(5);
}

/** True for the three notes of a major or minor triad. */
function isTriad(mask: number): boolean {
  for (let root = 0; root < 12; root += 1) {
    for (const triad of [0b10010001, 0b10001001]) {
      const turned = ((triad << root) | (triad >> (12 - root))) & 0xfff;
      if (turned === mask) return true;
    }
  }
  return false;
}

/** Sets of two to `most` of these. */
function subsetsOf(pool: readonly number[], most: number): number[][] {
  const sets: number[][] = [];
  for (let bits = 1; bits < 1 << pool.length; bits += 1) {
    const set = pool.filter((_, index) => bits & (1 << index));
    if (set.length >= 2 && set.length <= most) sets.push(set);
  }
  return sets;
}

/** The orders of a set in which each stands a fourth or a tritone above the one before. */
function fourthsFrom(set: readonly number[]): number[][] {
  if (set.length < 3) return [];
  const rows: number[][] = [];
  const grow = (row: readonly number[]) => {
    if (row.length === set.length) rows.push([...row]);
    for (const tone of set) {
      if (row.includes(tone)) continue;
      const step = row.length === 0 ? 5 : fold(tone - row.at(-1)!, 12);
      if (step === 5 || step === 6) grow([...row, tone]);
    }
  };
  grow([]);
  return rows;
}

/**
 * The hands of a stack, in its written order: the right hand has it whole over its lowest note in the left, or what is left of
 * it where the left hand holds its beginning.
 */
export function stackHands(
  order: readonly number[],
  reach: Reach,
  instrument: Instrument,
  withBass: boolean,
): { lefts: HandShape<LeftFamily>[]; rights: HandShape<RightFamily>[] } {
  const lowestLeft = Math.max(instrument.lowest, withBass ? aboveTheBass : leftRange.lowest);
  const highest = Math.min(instrument.highest, rightRange.highest);
  const low = withBass ? [] : placed([order[0]!], lowestLeft, leftRange.highest);
  const beginnings = order.slice(0, -1).map((_, at) => order.slice(0, at + 1));
  const lefts = [
    ...(withBass ? [[]] : []),
    ...low.map(([note]) => [note!, note! + 12]),
    // The bass player has the lowest note: it is held above only where the right hand cannot have the whole.
    ...beginnings
      .filter(({ length }) => !withBass || length > 1)
      .flatMap((row) => placed(row, lowestLeft, leftRange.highest)),
  ].filter(
    (notes) => notes.length === 0 || (spanOf(notes) <= reach.left.rolled && !isMuddy(notes)),
  );
  const rights = order
    .slice(0, -1)
    .flatMap((_, at) => placed(order.slice(at), rightRange.lowest, highest))
    .filter((notes) => spanOf(notes) <= reach.right.rolled && !isMuddy(notes));
  return {
    lefts: lefts.map((notes) => shape(notes, leftOfStack(notes))),
    rights: rights.map((notes) => shape(notes, 'fourths')),
  };
}

function leftOfStack(notes: readonly number[]): LeftFamily {
  if (notes.length === 0) return 'nothing';
  if (notes.length === 1) return 'root';
  return spanOf(notes) === 12 ? 'octave' : 'fifth';
}

function spanOf(notes: readonly number[]): number {
  return notes.at(-1)! - notes[0]!;
}

/** A row of pitch classes stacked upwards, from each place where its lowest note fits. */
function placed(row: readonly number[], from: number, to: number): number[][] {
  const rows: number[][] = [];
  for (let low = from + fold(row[0]! - from, 12); low <= to; low += 12) {
    const notes = [low];
    // The same tone once more is an octave above.
    for (const tone of row.slice(1))
      notes.push(notes.at(-1)! + (fold(tone - notes.at(-1)!, 12) || 12));
    if (notes.at(-1)! <= to) rows.push(notes);
  }
  return rows;
}

/** All notes of these pitch classes in a range, from the lowest up. */
function notesOf(pitchClasses: readonly number[], from: number, to: number): number[] {
  const notes: number[] = [];
  for (let note = from; note <= to; note += 1)
    if (pitchClasses.includes(fold(note, 12))) notes.push(note);
  return notes;
}
