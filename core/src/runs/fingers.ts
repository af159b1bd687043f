import type { MidiNumber } from '../kit/ticks.ts';
import { fingersOf, type Finger } from '../hands/words/fingers.ts';
import type { Hand } from './model/run.ts';
import type { RunNote } from './runNotes.ts';

/**
 * How far apart two fingers of a right hand are, in semitones from the lower-numbered to the other: what they can do at most, what
 * is comfortable, what is relaxed (from memory: Parncutt, Sloboda, Clarke, Raekallio and Desain, “An ergonomic model of keyboard
 * fingering for melodic fragments”, Music Perception 14, 1997, table 1). A left hand is its mirror.
 */
const spans: Readonly<Record<string, readonly [number, number, number, number, number, number]>> = {
  '12': [-5, -3, 1, 5, 8, 10],
  '13': [-4, -2, 3, 7, 10, 12],
  '14': [-3, -1, 5, 9, 12, 14],
  '15': [-1, 1, 7, 10, 13, 15],
  '23': [1, 1, 1, 2, 3, 5],
  '24': [1, 1, 3, 4, 5, 7],
  '25': [2, 2, 5, 6, 8, 10],
  '34': [1, 1, 1, 2, 2, 4],
  '35': [1, 1, 3, 4, 5, 7],
  '45': [1, 1, 1, 2, 3, 5],
};

/**
 * What fingers dislike, and what each costs: the rules of the model above, with what its successors found missing, that passing the
 * thumb is dear, and dearest on one level (from memory: Jacobs, “Refinements to the ergonomic model for keyboard fingering of Parncutt,
 * Sloboda, Clarke, Raekallio, and Desain”, Music Perception 18, 2001). The weights are our own: those with which the handbooks' scales
 * and arpeggios come out.
 */
const costs = {
  /** Farther than the two fingers can be. */
  impossible: 600,
  /** For each semitone beyond what is comfortable, and beyond what is relaxed. */
  stretch: 2,
  relax: 3,
  /** The fourth finger; the thumb and the little finger on a black key. */
  fourth: 4.5,
  fifth: 1,
  thumbOnBlack: 33,
  fifthOnBlack: 25,
  threeToFour: 4.5,
  threeFourFive: 0.5,
  /** The same finger on another key. */
  repeated: 47,
  /** The thumb goes under another finger, or that one over it; more on one level, and where the thumb is on a black key. */
  pass: 13.5,
  passFourth: 2.5,
  passFifth: 75,
  passWide: 4,
  passLevel: 17.5,
  passUnder: 10,
  /** The hand changes its place over three keys, and by how much. */
  change: 9,
  changeSize: 0.25,
} as const;

const isBlack = (note: MidiNumber) => [1, 3, 6, 8, 10].includes(((note % 12) + 12) % 12);

interface Pressed {
  /** As a right hand sees it: a left hand is mirrored. */
  readonly note: number;
  readonly finger: Finger;
  readonly black: boolean;
}

/** The span of two fingers in the order they play, from the first to the second. */
function spanOf(from: Finger, to: Finger) {
  const [low, high] = from < to ? [from, to] : [to, from];
  const [minPrac, minComf, minRel, maxRel, maxComf, maxPrac] = spans[`${low}${high}`]!;
  return from < to
    ? { minPrac, minComf, minRel, maxRel, maxComf, maxPrac }
    : {
        minPrac: -maxPrac,
        minComf: -maxComf,
        minRel: -maxRel,
        maxRel: -minRel,
        maxComf: -minComf,
        maxPrac: -minPrac,
      };
}

const over = (value: number, least: number, most: number) =>
  Math.max(0, least - value) + Math.max(0, value - most);

/** What it costs to go from one key to the next. */
function stepCost(one: Pressed, other: Pressed): number {
  const apart = other.note - one.note;
  if (one.finger === other.finger) return apart === 0 ? 0 : costs.repeated + Math.abs(apart) / 2;
  if (apart === 0) return costs.change;
  const span = spanOf(one.finger, other.finger);
  let cost = costs.stretch * over(apart, span.minComf, span.maxComf);
  if (apart < span.minPrac || apart > span.maxPrac) cost += costs.impossible;
  const thumb = one.finger === 1 || other.finger === 1;
  const isPassed = thumb && (other.finger > one.finger ? apart < 0 : apart > 0);
  if (isPassed) cost += passCost(one, other);
  else cost += (thumb ? 1 : 2) * costs.relax * over(apart, span.minRel, span.maxRel);
  return one.finger === 3 && other.finger === 4 ? cost + costs.threeToFour : cost;
}

function passCost(one: Pressed, other: Pressed): number {
  const [thumb, finger] = one.finger === 1 ? [one, other] : [other, one];
  const byFinger = { 1: 0, 2: 0, 3: 0, 4: costs.passFourth, 5: costs.passFifth }[finger.finger];
  const wide = costs.passWide * Math.max(0, Math.abs(other.note - one.note) - 2);
  const level = thumb.black === finger.black ? costs.passLevel : 0;
  const under = thumb.black && !finger.black ? costs.passUnder : 0;
  return costs.pass + byFinger + wide + level + under;
}

/** What three keys in a row cost together. */
function rowCost(one: Pressed, middle: Pressed, other: Pressed): number {
  const row = [one.finger, middle.finger, other.finger];
  const weak = ([3, 4, 5] as const).every((finger) => row.includes(finger))
    ? costs.threeFourFive
    : 0;
  if (one.finger === other.finger) return one.note === other.note ? weak : weak + costs.change;
  const span = spanOf(one.finger, other.finger);
  const beyond = over(other.note - one.note, span.minComf, span.maxComf);
  return beyond === 0 ? weak : weak + costs.change + costs.changeSize * beyond;
}

function ownCost({ finger, black }: Pressed): number {
  if (finger === 1) return black ? costs.thumbOnBlack : 0;
  if (finger === 5) return costs.fifth + (black ? costs.fifthOnBlack : 0);
  return finger === 4 ? costs.fourth : 0;
}

const fingers: readonly Finger[] = [1, 2, 3, 4, 5];

/** The cheapest way to the last two fingers. */
interface Way {
  readonly cost: number;
  readonly row: readonly Finger[];
}

/**
 * Fingers for single notes that a hand plays one after the other: those that cost least, by a search over each pair of fingers in
 * a row. Takes time in proportion to the notes.
 * @param notes in the order they are played
 * @param given fingers that the player has chosen; null where the search may
 * @example lineFingers('right', [60, 62, 64, 65, 67, 69, 71, 72]) // [1, 2, 3, 1, 2, 3, 4, 5]
 */
export function lineFingers(
  hand: Hand,
  notes: readonly MidiNumber[],
  given: readonly (Finger | null)[] = [],
): readonly Finger[] {
  if (notes.length === 0) return [];
  const choices = notes.map((note, index): readonly Pressed[] => {
    const one = given[index] ?? null;
    return (one === null ? fingers : [one]).map((finger) => ({
      note: hand === 'right' ? note : -note,
      finger,
      black: isBlack(note),
    }));
  });
  const pressed = (index: number, finger: Finger) =>
    choices[index]!.find((one) => one.finger === finger)!;
  let ways: readonly Way[] = choices[0]!.map((one) => ({ cost: ownCost(one), row: [one.finger] }));
  for (let index = 1; index < notes.length; index += 1) {
    const best = new Map<number, Way>();
    for (const { cost, row } of ways) {
      const last = pressed(index - 1, row.at(-1)!);
      const before = row.length > 1 ? pressed(index - 2, row.at(-2)!) : null;
      for (const now of choices[index]!) {
        const total =
          cost + ownCost(now) + stepCost(last, now) + (before ? rowCost(before, last, now) : 0);
        const name = 10 * last.finger + now.finger;
        if (total < (best.get(name)?.cost ?? Infinity))
          best.set(name, { cost: total, row: [...row, now.finger] });
      }
    }
    ways = [...best.values()];
  }
  return ways.reduce((best, way) => (way.cost < best.cost ? way : best)).row;
}

/**
 * The notes of a run with a finger for each: those that were written stay, grips are fingered as chords are, what lies between them as
 * lines.
 */
export function withFingers(notes: readonly RunNote[]): readonly RunNote[] {
  const found = new Map<RunNote, Finger>();
  for (const hand of ['right', 'left'] as const)
    for (const [note, finger] of fingersOfHand(
      hand,
      notes.filter((one) => one.hand === hand),
    ))
      found.set(note, finger);
  return notes.map((note) => ({ ...note, finger: note.finger ?? found.get(note) ?? null }));
}

function fingersOfHand(hand: Hand, notes: readonly RunNote[]): Map<RunNote, Finger> {
  const found = new Map<RunNote, Finger>();
  const strikes = new Map<number, RunNote[]>();
  for (const note of notes) {
    const strike = strikes.get(note.onset);
    if (strike) strike.push(note);
    else strikes.set(note.onset, [note]);
  }
  let line: RunNote[] = [];
  const closeLine = () => {
    const row = lineFingers(
      hand,
      line.map(({ note }) => note),
      line.map(({ finger }) => finger),
    );
    for (const [index, finger] of row.entries()) found.set(line[index]!, finger);
    line = [];
  };
  for (const strike of strikes.values()) {
    if (strike.length === 1) {
      line.push(strike[0]!);
      continue;
    }
    closeLine();
    const upward = [...strike].sort((one, other) => one.note - other.note);
    const row = fingersOf(
      hand,
      upward.map(({ note }) => note),
    );
    for (const [index, note] of upward.entries())
      if (row[index] !== undefined) found.set(note, row[index]);
  }
  closeLine();
  return found;
}
