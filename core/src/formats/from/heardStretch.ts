import type { NamedChord } from '../../chord/chord.ts';
import { pushTicks } from '../../chart/song.ts';
import { eighth } from '../../kit/ticks.ts';
import type { HeardNote } from '../midiEvents.ts';
import type { Namer } from './heardNamer.ts';

// What a reading costs, by the felt beat: tones that the chord has not, notes that make none, a beat of silence under a
// chord; and a change of chord, by where it comes. Chosen by what they make of the songs of the demo and of the pieces in
// core/test/playedPieces.ts; no published source.
export const costs = {
  leftOut: 1.2,
  noChord: 0.7,
  silentBeat: 0.5,
  /** A tone beyond the triad that is not there yet, or no longer; a beat whose bass is another one, or root or fifth. */
  goneTone: 0.3,
  otherBass: 0.25,
  turnsOfBass: 0.03,
  halfBar: 0.35,
  beat: 0.8,
  everyBeat: 0.1,
} as const;

/** A passing note counts for so much of its length. */
const passingShare = 0.3;

/** Of a broken chord each note is heard for longer than it is held: so long at least, in ticks. */
const shortest = (3 / 4) * eighth;

/** In a voice the notes before and after one are among so many others. */
const nearby = 12;

/** So many of the pitch classes that sound least may be left out of a chord. */
const mostLeftOut = 4;

/** How early a pushed chord comes, in ticks, and how exact players are. */
export const early = pushTicks({ by: 'eighth', hands: 'both' });
export const near = early / 2;

/** Some beats as they are heard. */
export interface Heard {
  readonly is: NamedChord | 'silence' | 'no chord';
  readonly cost: number;
  readonly bass: number | null;
  readonly classes: ReadonlySet<number>;
}

/** A note, and whether it only leads from one to another. */
export type WeighedNote = HeardNote & { readonly passes: boolean };

/** What sounds over some beats: the chord that says it at the least cost. */
export function hearStretch(
  notes: readonly WeighedNote[],
  starts: readonly number[],
  from: number,
  to: number,
  end: number,
  namer: Namer,
): Heard {
  const start = starts[from]!;
  const weights = new Map<number, number>();
  /** The classes that sound on each beat, and the lowest note that is struck there. */
  const onBeats: { readonly classes: ReadonlySet<number>; readonly lowest: number | null }[] = [];
  let silent = 0;
  let bass: number | null = null;
  for (let beat = from; beat < to; beat += 1) {
    const [beatStart, beatEnd] = [starts[beat]!, beat + 1 < to ? starts[beat + 1]! : end];
    const classes = new Set<number>();
    let lowest: number | null = null;
    for (const note of notes) {
      if (belongsElsewhere(note, start, end)) continue;
      const ticks = Math.min(note.onset + note.ticks, beatEnd) - Math.max(note.onset, beatStart);
      if (ticks <= 0) continue;
      classes.add(note.note % 12);
      if (note.onset > beatStart - early - near && (lowest === null || note.note < lowest))
        lowest = note.note;
      const pitch = note.note % 12;
      const weight = note.passes ? ticks * passingShare : Math.max(ticks, shortest);
      weights.set(pitch, (weights.get(pitch) ?? 0) + weight);
      if (beat === from && (bass === null || note.note < bass)) bass = note.note;
    }
    if (classes.size === 0) silent += 1;
    onBeats.push({ classes, lowest });
  }
  const length = to - from;
  if (silent === length) return { is: 'silence', cost: 0, bass: null, classes: new Set<number>() };
  // Where the first beat is silent the lowest of all is the bass.
  const lowest = bass ?? lowestOf(notes, start, end);
  const sounding = [...weights].sort(([, one], [, other]) => other - one);
  const all = sum(sounding.map(([, weight]) => weight));
  let found: Heard = {
    is: 'no chord',
    cost: costs.noChord * length,
    bass: lowest,
    classes: new Set(weights.keys()),
  };
  const sounded = onBeats.filter(({ classes }) => classes.size > 0);
  const gone = (tones: readonly number[]) =>
    sum(
      tones.map((tone) => {
        const first = sounded.findIndex(({ classes }) => classes.has(tone));
        const last = sounded.findLastIndex(({ classes }) => classes.has(tone));
        return Math.max(first, sounded.length - 1 - last);
      }),
    );
  const struckBelow = sounded.flatMap(({ lowest: struck }) =>
    struck !== null && struck < lowest + 12 && struck % 12 !== lowest % 12 ? [struck % 12] : [],
  );
  const otherBasses = (turns: readonly number[]) =>
    sum(
      struckBelow.map((one) =>
        turns.includes(one) && turns.includes(lowest % 12) ? costs.turnsOfBass : costs.otherBass,
      ),
    );
  let leftOut = 0;
  for (let count = sounding.length; count > 1; count -= 1) {
    const kept = new Set(sounding.slice(0, count).map(([pitch]) => pitch));
    if (sounding.length - count > mostLeftOut) break;
    if (count < sounding.length) leftOut += sounding[count]![1];
    if (!kept.has(lowest % 12)) break;
    const named = namer.name(lowest % 12, [...kept]);
    if (!named) continue;
    const cost =
      length * ((costs.leftOut * leftOut) / all + named.price) +
      costs.silentBeat * silent +
      costs.goneTone * gone(named.extra) +
      otherBasses(named.turns);
    if (cost < found.cost - 1e-9) found = { is: named.chord, cost, bass: lowest, classes: kept };
  }
  return found;
}

/** A note that comes just before the end belongs to what follows; one that ends just behind the start to what was. */
function belongsElsewhere({ onset, ticks }: HeardNote, start: number, end: number): boolean {
  const comesLate = onset >= end - early - near && onset + ticks > end + near;
  const leaves = onset < start - early - near && onset + ticks <= start + near;
  return (comesLate && onset >= start + near) || leaves;
}

function lowestOf(notes: readonly HeardNote[], start: number, end: number): number {
  return notes
    .filter(({ onset, ticks }) => onset < end && onset + ticks > start)
    .reduce((lowest, { note }) => Math.min(lowest, note), 127);
}

/** A short note between two that lie a step away leads from the one to the other. */
export function passes(notes: readonly HeardNote[], index: number): boolean {
  const { note, onset, ticks, track } = notes[index]!;
  if (ticks > eighth) return false;
  const isBeside = (other: HeardNote) =>
    other.track === track && other.note !== note && Math.abs(other.note - note) <= 2;
  const ahead = notes.slice(Math.max(0, index - nearby), index);
  const behind = notes.slice(index + 1, index + 1 + nearby);
  return (
    ahead.some((one) => isBeside(one) && one.onset < onset - ticks / 2) &&
    behind.some((one) => isBeside(one) && one.onset >= onset + ticks / 2)
  );
}

function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, one) => total + one, 0);
}
